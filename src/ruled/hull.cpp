#include "turning.h"

#include <algorithm>
#include <array>

namespace juggler {
namespace {

// Turned about the level line square to `uphill`, the shortest way.
EndFrame frame_of(const TransitionEnd& end, Vec3 centre) {
  const Vec2 up = direction(end.uphill.radians());
  const Vec3 level{up.x, up.y, 0};
  const Vec3 axis{-up.y, up.x, 0};
  const Vec3 rising = std::cos(end.tilt.radians()) * level + std::sin(end.tilt.radians()) * Vec3{0, 0, 1};
  const auto moved = [&](Vec3 v) { return dot(v, level) * rising + dot(v, axis) * axis; };
  const Vec3 x = moved({1, 0, 0});
  const Vec3 y = moved({0, 1, 0});
  return {centre, x, y, cross(x, y)};
}

}  // namespace

Vec2 support(const ProfileCurve& profile, Vec2 way) {
  const double angle = angle_of(way);
  if (profile.convex()) return profile.bows[profile.bow_at(angle)].at(angle);
  Vec2 farthest = profile.bows.front().at(profile.bows.front().from);
  const auto look = [&](Vec2 p) {
    if (dot(p, way) > dot(farthest, way)) farthest = p;
  };
  for (const Bow& b : profile.bows) {
    look(b.at(b.from));
    look(b.at(b.to));
    const double within = near(angle, (b.from + b.to) / 2);
    if (b.sense() > 0 && within > b.from && within < b.to) look(b.at(within));
  }
  return farthest;
}

namespace {

Touch touch_from_base(const Hull& h, double x) {
  return touch_from({h, EndName::base}, x, h.low.bows[h.low.bow_at(x)].at(x),
                    [&](double y) { return h.high.bows[h.high.bow_at(y)].at(y); });
}

Touch touch_from_top(const Hull& h, double y) {
  return touch_from({h, EndName::top}, y, h.high.bows[h.high.bow_at(y)].at(y),
                    [&](double x) { return h.low.bows[h.low.bow_at(x)].at(x); });
}

// Where one end or both pass from a bow to the next: the points before and after.
struct Stop {
  Touch touch;
  Vec2 p0, p1, q0, q1;
  bool of_base = false;
};

class Rounds {
 public:
  explicit Rounds(std::shared_ptr<const Hull> hull) : hull_(std::move(hull)), h_(*hull_) {
    find_stops();
    if (stops_.empty()) {
      const Touch from = touch_from_base(h_, first());
      stops_.push_back({from, foot(from), foot(from), head(from), head(from), true});
    }
    for (size_t i = 0; i < stops_.size(); ++i) {
      add_flat(i);
      add_bent(i);
    }
  }

  [[nodiscard]] std::vector<Stretch> stretches() { return std::move(stretches_); }

 private:
  [[nodiscard]] double first() const { return h_.low.bows.front().from; }
  [[nodiscard]] Vec2 foot(const Touch& t) const { return h_.low.bows[h_.low.bow_at(t.base)].at(t.base); }
  [[nodiscard]] Vec2 head(const Touch& t) const { return h_.high.bows[h_.high.bow_at(t.top)].at(t.top); }

  void add_stop(Touch touch, Vec2 p0, Vec2 p1, Vec2 q0, Vec2 q1, bool of_base) {
    touch.base -= two_pi * std::floor((touch.base - first() + within::exact) / two_pi);
    stops_.push_back({touch, p0, p1, q0, q1, of_base});
  }

  void find_stops() {
    const ProfileCurve& low = h_.low;
    const ProfileCurve& high = h_.high;
    for (size_t i = 0; i < low.bows.size() && low.bows.size() > 1; ++i) {
      const Touch t = touch_from_base(h_, low.bows[i].to);
      add_stop(t, low.end(i), low.start(low.next(i)), head(t), head(t), true);
    }
    for (size_t i = 0; i < high.bows.size() && high.bows.size() > 1; ++i) {
      const Touch t = touch_from_top(h_, high.bows[i].to);
      add_stop(t, foot(t), foot(t), high.end(i), high.start(high.next(i)), false);
    }
    std::sort(stops_.begin(), stops_.end(),
              [](const Stop& a, const Stop& b) { return a.touch.base < b.touch.base; });
    merge();
    for (size_t i = 1; i < stops_.size(); ++i) {
      const Touch& before = stops_[i - 1].touch;
      Touch& t = stops_[i].touch;
      t.top = near(t.top, before.top + t.base - before.base);
    }
  }

  // Both ends pass at once where their sides are parallel.
  void merge() {
    std::vector<Stop> merged;
    for (const Stop& s : stops_) {
      const bool twin = !merged.empty() && merged.back().of_base != s.of_base &&
                        s.touch.base - merged.back().touch.base < within::exact;
      if (!twin) {
        merged.push_back(s);
        continue;
      }
      const Stop& base = s.of_base ? s : merged.back();
      const Stop& top = s.of_base ? merged.back() : s;
      merged.back() = {base.touch, base.p0, base.p1, top.q0, top.q1, s.of_base};
    }
    stops_ = std::move(merged);
  }

  // (10)
  static double parameter(Vec2 p, Vec2 q, double x, double y) {
    return (near(angle_of(p), x) + near(angle_of(q), y) + x) / 3;
  }

  void add_flat(size_t i) {
    const Stop& s = stops_[i];
    const double size = norm(h_.top.centre - h_.base.centre);
    if (norm(s.p1 - s.p0) + norm(s.q1 - s.q0) < within::rounding * size) return;
    const double from = parameter(s.p0, s.q0, s.touch.base, s.touch.top);
    const double to = parameter(s.p1, s.q1, s.touch.base, s.touch.top);
    stretches_.push_back(flat_stretch(h_, s.touch.normal, {s.p0, s.p1, s.q0, s.q1}, from, to));
  }

  void add_bent(size_t i) {
    const Stop& s = stops_[i];
    const bool last = i + 1 == stops_.size();
    Stop next = last ? stops_.front() : stops_[i + 1];
    if (last) {
      next.touch.base += two_pi;
      next.touch.top = near(next.touch.top, s.touch.top + next.touch.base - s.touch.base);
      if (stops_.size() == 1) next.touch.top = s.touch.top + two_pi;
    }
    if (next.touch.base - s.touch.base < within::exact) return;
    const Touch middle = touch_from_base(h_, (s.touch.base + next.touch.base) / 2);
    Turning bend;
    bend.hull = hull_;
    bend.low = h_.low.bows[h_.low.bow_at(middle.base)];
    bend.high = h_.high.bows[h_.high.bow_at(middle.top)];
    bend.x0 = s.touch.base;
    bend.x1 = next.touch.base;
    bend.u0 = parameter(s.p1, s.q1, s.touch.base, s.touch.top);
    bend.u1 = parameter(next.p0, next.q0, next.touch.base, next.touch.top);
    bend.look();
    const double size = norm(h_.top.centre - h_.base.centre);
    bend.slow_from = straightens(bend.low, bend.x0, size) || straightens(bend.high, s.touch.top, size);
    bend.slow_to = straightens(bend.low, bend.x1, size) || straightens(bend.high, next.touch.top, size);
    stretches_.push_back(bent_stretch(std::move(bend)));
  }

  std::shared_ptr<const Hull> hull_;
  const Hull& h_;
  std::vector<Stop> stops_;
  std::vector<Stretch> stretches_;
};

double size_layer(const TransitionEnd& end, const char* name, const Sheet& sheet) {
  if (const auto face = end.sizes_on ? end.sizes_on : sheet.sizes_on)
    return layer_of(*face, *sheet.thickness);
  if (*sheet.thickness == 0) return 0;
  throw Refusal({.reason = std::string("is missing: the face the ") + name + "'s sizes lie on",
                 .key = "sheet.sizes_on",
                 .allowed = "inside, middle or outside",
                 .advice = "say on which face the sizes are measured"});
}

void check_tilt(const TransitionEnd& end, const std::string& name) {
  const auto within = [&](const char* key, Angle angle, double least, double most, const Phrase& allowed) {
    if (angle.degrees() >= least && angle.degrees() <= most) return;
    throw Refusal(
        {.reason = "is out of range", .key = name + key, .found = shown_degrees(angle), .allowed = allowed});
  };
  within(".tilt", end.tilt, 0, 89, "0 to 89 degrees");
  within(".tilt.uphill", end.uphill, -3600, 3600, "-3600 to 3600 degrees");
}

std::string key_of(const Profile& p, EndName end) {
  return p.key.empty() ? std::string(name_of(end)) + ".profile" : p.key;
}

}  // namespace

bool of_flats(const Hull& h) {
  const auto sharp = [](const ProfileCurve& p) {
    return std::all_of(p.bows.begin(), p.bows.end(), [](const Bow& b) { return b.corner(); });
  };
  return sharp(h.low) && sharp(h.high);
}

void check_planes(const Hull& h) {
  const auto nearest = [](const EndFrame& plane, const EndFrame& other, const ProfileCurve& profile,
                          double sign) {
    const Vec2 way = other.part((-sign) * plane.z);
    const Vec2 point = norm(way) > 0 ? support(profile, way) : Vec2{};
    return sign * dot(plane.z, other.at(point) - plane.centre);
  };
  const double above = nearest(h.base, h.top, h.high, 1);
  const double below = nearest(h.top, h.base, h.low, -1);
  const double least = std::min(above, below);
  const double size = norm(h.top.centre - h.base.centre);
  if (least > std::abs(h.apart()) + within::same * size) return;
  throw Refusal({.reason = std::string("the plane of the ") + (above < below ? "base" : "top") +
                           " cuts or touches the profile of the other end",
                 .key = "height",
                 .found = "a profile that comes within " + shown_mm(least) + " of it",
                 .allowed = "more than " + shown_mm(std::abs(h.apart())),
                 .advice = "make it higher, or tilt its ends less"});
}

std::vector<Stretch> stretches_of(const std::shared_ptr<const Hull>& hull) {
  return hull->low.convex() && hull->high.convex() ? Rounds(hull).stretches() : chained(hull);
}

std::shared_ptr<const Hull> hull_between(const Transition& t, const Sheet& sheet) {
  check_tilt(t.base, "base");
  check_tilt(t.top, "top");
  if (!t.height)
    throw Refusal(
        {.reason = "is missing", .key = "height", .advice = "give the distance of the ends' centres"});
  if (!(*t.height >= limits::shortest && *t.height <= limits::longest))
    throw Refusal({.reason = "is out of range",
                   .key = "height",
                   .found = shown_mm(*t.height),
                   .allowed = mm_range(0.001, 1e6)});
  if (!(std::abs(t.shift.x) <= 1e6 && std::abs(t.shift.y) <= 1e6))
    throw Refusal({.reason = "is out of range", .key = "top.shift", .allowed = mm_range(-1e6, 1e6)});
  Hull h;
  h.low = profile_curve(t.base.profile, key_of(t.base.profile, EndName::base));
  h.high = profile_curve(t.top.profile, key_of(t.top.profile, EndName::top));
  if (h.low.open != h.high.open)
    throw Refusal({.reason = "is closed, the other end's is open",
                   .key = key_of(h.low.open ? t.top.profile : t.base.profile,
                                 h.low.open ? EndName::top : EndName::base),
                   .advice = "open or close both"});
  const auto corner_key = [](const Profile& p, EndName end) {
    const bool cornered =
        p.kind == ProfileKind::rectangle || p.kind == ProfileKind::polygon || p.kind == ProfileKind::polyline;
    return key_of(p, end) + (cornered ? ".corner_radius" : "");
  };
  h.base_key = corner_key(t.base.profile, EndName::base);
  h.top_key = corner_key(t.top.profile, EndName::top);
  h.base = frame_of(t.base, {0, 0, 0});
  h.top = frame_of(t.top, {t.shift.x, t.shift.y, *t.height});
  h.base_layer = size_layer(t.base, "base", sheet);
  h.top_layer = size_layer(t.top, "top", sheet);
  return std::make_shared<const Hull>(std::move(h));
}

std::shared_ptr<const Hull> hull_of(const Transition& t, const Sheet& sheet) {
  auto hull = hull_between(t, sheet);
  check_planes(*hull);
  return hull;
}

}  // namespace juggler
