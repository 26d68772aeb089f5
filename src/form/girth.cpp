#include "girth.h"

#include <algorithm>
#include <cmath>

namespace juggler {

GirthCurve::GirthCurve(const ProfileCurve& profile) : open_(profile.open) {
  std::vector<double> corners;
  for (size_t i = 0; i < profile.bows.size(); ++i) {
    const Bow& bow = profile.bows[i];
    if (!bow.corner()) {
      add_bow(bow);
    } else if (bow.to != bow.from) {
      corners.push_back(length_);
    }
    const bool last = i + 1 == profile.bows.size();
    if (!(open_ && last)) add_side(profile.end(i), profile.start(profile.next(i)));
  }
  breaks_.push_back(0);
  for (const Stretch& s : stretches_) breaks_.push_back(s.to / length_);
  breaks_.back() = 1;
  for (const double at : corners) corners_.push_back(at / length_);
}

void GirthCurve::add_side(Vec2 from, Vec2 to) {
  const double length = norm(to - from);
  if (length <= within::rounding * length_) return;
  const Vec2 way = 1 / length * (to - from);
  stretches_.push_back({length_, length_ + length, [=](double t) { return At{from + t * way, way}; }, {}});
  length_ += length;
}

namespace {

// (19): by the eccentric angle of an arc, the parameter of a Bezier curve; from 0 to 1.
std::function<GirthCurve::At(double)> along(const Bow& bow) {
  if (bow.bezier)
    return [curve = bow.bezier](double t) -> GirthCurve::At {
      const double range = curve->to - curve->from;
      const auto at = curve->at(curve->from + t * range);
      return {at.point, range * at.first};
    };
  const double from = eccentric(bow, bow.from);
  return [bow, from, range = eccentric(bow, bow.to) - from](double t) -> GirthCurve::At {
    const Vec2 way = direction(from + t * range);
    return {bow.centre + turned({bow.a * way.x, bow.b * way.y}, bow.axis),
            range * turned({-bow.a * way.y, bow.b * way.x}, bow.axis)};
  };
}

}  // namespace

void GirthCurve::add_bow(const Bow& bow) {
  Stretch s{length_, length_, along(bow), {}};
  double size = 0;
  for (const double part : {0.0, 0.3, 0.5, 0.8, 1.0}) size = std::max(size, norm(s.point(part).d));
  constexpr int deepest = 20;
  add_panels(s, 0, 1, within::settled * size, deepest);
  const Panel& last = s.panels.back();
  s.to = length_ = s.from + last.passed + last.length(last.to);
  stretches_.push_back(std::move(s));
}

// Halved until a series follows the length.
void GirthCurve::add_panels(Stretch& s, double from, double to, double enough, int depth) {
  std::vector<double> speeds;
  for (const double t : Series::nodes(from, to)) speeds.push_back(norm(s.point(t).d));
  const Series speed = Series::fit(from, to, speeds);
  if (depth > 0 && speed.tail() * (to - from) > enough) {
    const double middle = (from + to) / 2;
    add_panels(s, from, middle, enough, depth - 1);
    add_panels(s, middle, to, enough, depth - 1);
    return;
  }
  const double passed = s.panels.empty() ? 0 : s.panels.back().passed + s.panels.back().length(from);
  const Series length = speed.integral(0);
  const double whole = length(to);
  std::vector<double> places;
  for (const double at : Series::nodes(0, whole))
    places.push_back(root([&](double t) { return length(t) - at; }, from, to));
  s.panels.push_back({from, to, passed, length, Series::fit(0, whole, places)});
}

const GirthCurve::Stretch& GirthCurve::stretch_at(double passed) const {
  const auto found = std::find_if(stretches_.begin(), stretches_.end() - 1,
                                  [&](const Stretch& s) { return passed <= s.to; });
  return *found;
}

GirthCurve::At GirthCurve::at(double share, double inside) const {
  const double whole = open_ ? 0 : std::floor(inside);
  const Stretch& s = stretch_at(length_ * (inside - whole));
  const double passed = std::clamp(length_ * (share - whole), s.from, s.to) - s.from;
  At at;
  if (s.panels.empty()) {
    at = s.point(passed);
  } else {
    const auto after = std::upper_bound(s.panels.begin() + 1, s.panels.end(), passed,
                                        [](double p, const Panel& panel) { return p < panel.passed; });
    const Panel& panel = *(after - 1);
    // A step of Newton leaves nothing but rounding of what the series read backwards lacks.
    const double own = passed - panel.passed;
    const double about = std::clamp(panel.place(own), panel.from, panel.to);
    const double speed = norm(s.point(about).d);
    const double off = panel.length(about) - own;
    at = s.point(speed > 0 ? std::clamp(about - off / speed, panel.from, panel.to) : about);
  }
  const double speed = norm(at.d);
  at.d = speed > 0 ? length_ / speed * at.d : Vec2{};
  return at;
}

}  // namespace juggler
