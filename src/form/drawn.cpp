// Profiles from drawn outlines. Equation numbers: docs/maths/transitions.md.
#include <algorithm>
#include <stdexcept>

#include "profile.h"

namespace juggler {

namespace {

Vec2 on_arc(const DrawnCurve& c, Angle angle) {
  const Vec2 way = direction(angle);
  return c.centre + turned({c.a * way.x, c.b * way.y}, c.axis.radians());
}

}  // namespace

Vec2 DrawnCurve::at(double part) const {
  if (kind == Kind::arc) return on_arc(*this, from + part * (to - from));
  if (kind == Kind::line) return points.front() + part * (points.back() - points.front());
  return BezierStretch{points, weights}.at(part).point;
}
Vec2 DrawnCurve::start() const { return kind == Kind::arc ? at(0) : points.front(); }
Vec2 DrawnCurve::end() const { return kind == Kind::arc ? at(1) : points.back(); }

DrawnCurve DrawnCurve::reversed() const {
  DrawnCurve c = *this;
  std::swap(c.from, c.to);
  std::reverse(c.points.begin(), c.points.end());
  std::reverse(c.weights.begin(), c.weights.end());
  return c;
}

namespace {

constexpr double near_ends = 0.01;     // mm: ends this near are one
constexpr double smooth = pi / 1800;   // joints that bend by less are smooth,
constexpr double smooth_shift = 0.02;  // where that moves nothing farther than this, mm

std::string shown_at(Vec2 p) { return "at [" + shown(p.x) + ", " + shown(p.y) + "]"; }

// A straight line, or a bow; by the directions of the normals at its ends.
struct Item {
  bool straight = false;
  Vec2 from_point, to_point;  // as drawn
  Bow bow;
  double from = 0, to = 0;

  [[nodiscard]] Vec2 chord() const { return straight ? to_point - from_point : bow.at(to) - bow.at(from); }
  [[nodiscard]] double radius() const {
    return straight ? 0 : std::min(std::abs(bow.radius((from + to) / 2)), 1e6);
  }
};

Item item_of_line(Vec2 a, Vec2 b) {
  Item item;
  item.straight = true;
  item.from_point = a;
  item.to_point = b;
  item.from = item.to = std::atan2(b.y - a.y, b.x - a.x) - pi / 2;
  return item;
}

// The normal of an ellipse at an eccentric angle, whole turns kept.
double normal_at(const DrawnCurve& c, Angle eccentric) {
  const double angle = eccentric.radians();
  const double way = std::atan2(c.a * std::sin(angle), c.b * std::cos(angle));
  return c.axis.radians() + angle + std::remainder(way - angle, 2 * pi);
}

Item item_of_arc(const DrawnCurve& c) {
  const bool concave = c.to < c.from;
  const double sign = concave ? -1 : 1;
  const double half_turn = concave ? pi : 0;
  Item item;
  item.from = normal_at(c, c.from) + half_turn;
  item.to = normal_at(c, c.to) + half_turn;
  item.bow = {item.from, item.to, c.centre, sign * c.a, sign * c.b, c.axis.radians()};
  item.from_point = c.start();
  item.to_point = c.end();
  return item;
}

Item item_of_bezier(const BezierStretch& s) {
  const auto normal = [&](double at) {
    const Vec2 way = s.way_at(at);
    return std::atan2(way.y, way.x) - pi / 2;
  };
  Item item;
  item.from = normal(s.from);
  item.to = item.from + std::remainder(normal(s.to) - item.from, 2 * pi);
  item.bow = {item.from, item.to};
  item.bow.bezier = std::make_shared<const BezierStretch>(s);
  item.from_point = s.at(s.from).point;
  item.to_point = s.at(s.to).point;
  return item;
}

std::vector<Item> items_of(const std::vector<DrawnCurve>& curves, const std::string& key) {
  std::vector<Item> items;
  for (const DrawnCurve& c : curves) {
    if (c.kind == DrawnCurve::Kind::line) items.push_back(item_of_line(c.start(), c.end()));
    if (c.kind == DrawnCurve::Kind::arc) items.push_back(item_of_arc(c));
    if (c.kind != DrawnCurve::Kind::bezier) continue;
    if (BezierStretch{c.points, c.weights}.is_straight()) {
      items.push_back(item_of_line(c.start(), c.end()));
      continue;
    }
    try {
      for (const BezierStretch& s : one_way_stretches(c)) {
        Item item = item_of_bezier(s);
        if (std::abs(item.to - item.from) < within::rounding)
          item = item_of_line(item.from_point, item.to_point);
        items.push_back(std::move(item));
      }
    } catch (const std::domain_error&) {
      refuse(key, "has a curve that comes to a cusp", shown_at(c.start()), {}, "draw it with a corner");
    }
  }
  return items;
}

double twice_area(const std::vector<Item>& items) {
  double sum = 0;
  const Vec2 origin = items.front().from_point;
  for (const Item& item : items) {
    constexpr int parts = 32;
    Vec2 last = item.from_point;
    for (int i = 1; i <= (item.straight ? 1 : parts); ++i) {
      const double part = item.straight ? 1 : static_cast<double>(i) / parts;
      const Vec2 p = item.straight ? item.to_point : item.bow.at(item.from + part * (item.to - item.from));
      sum += cross(last - origin, p - origin);
      last = p;
    }
  }
  return sum;
}

bool is_curve(const DrawnCurve& c) {
  const auto above_0 = [](double w) { return w > 0 && std::isfinite(w); };
  switch (c.kind) {
    case DrawnCurve::Kind::line:
      return c.points.size() == 2;
    case DrawnCurve::Kind::bezier:
      return c.points.size() >= 3 && c.points.size() <= 16 && c.weights.size() == c.points.size() &&
             std::all_of(c.weights.begin(), c.weights.end(), above_0);
    case DrawnCurve::Kind::arc:
      break;
  }
  const double turn = std::abs((c.to - c.from).radians());
  return above_0(c.a) && above_0(c.b) && std::isfinite(c.axis.radians()) && turn > 0 &&
         turn <= 2 * pi + within::same;
}

// Anticlockwise where closed.
std::vector<DrawnCurve> in_order(const Profile& asked, const std::string& key) {
  std::vector<DrawnCurve> curves;
  double size = 0;
  for (const DrawnCurve& c : asked.outline) {
    if (!is_curve(c))
      refuse(key, "has a curve without its sizes", {},
             "2 points of a line, 3 to 16 and as many weights of a Bezier curve, half axes above 0 and up to "
             "one turn of an arc");
    const bool point = c.kind == DrawnCurve::Kind::line && norm(c.end() - c.start()) < near_ends / 10;
    if (!point) curves.push_back(c);
    for (const Vec2 p : {c.start(), c.end()}) {
      if (!(std::abs(p.x) <= 1e6 && std::abs(p.y) <= 1e6)) refuse(key, "reaches out of range", shown_at(p));
      size = std::max(size, norm(p - asked.outline.front().start()));
    }
  }
  if (curves.empty() || curves.size() > 1000)
    refuse(key, "makes no closed curve", std::to_string(curves.size()) + " curves", "1 to 1000");
  for (size_t i = 0; i < curves.size(); ++i) {
    const Vec2 end = curves[i].end();
    if (asked.open && i + 1 == curves.size()) break;
    const Vec2 next = curves[(i + 1) % curves.size()].start();
    if (norm(next - end) > near_ends)
      refuse(key, "does not run on from curve to curve", shown_at(end) + " and " + shown_at(next));
  }
  if (asked.open) return curves;
  const double area = twice_area(items_of(curves, key));
  if (!(std::abs(area) >= std::max(within::same * size * size, limits::shortest * limits::shortest)))
    refuse(key, "encloses no area");
  if (area > 0) return curves;
  std::reverse(curves.begin(), curves.end());
  for (DrawnCurve& c : curves) c = c.reversed();
  return curves;
}

// Straight lines that run on in one line are one.
std::vector<Item> without_needless_ends(const std::vector<Item>& items, bool open) {
  std::vector<Item> kept;
  const auto in_line = [](const Item& a, const Item& b) {
    constexpr double aside = 1e-4;  // mm
    const double bend = std::abs(std::remainder(b.from - a.to, 2 * pi));
    return a.straight && b.straight && bend < smooth &&
           bend * std::min(norm(a.chord()), norm(b.chord())) < aside;
  };
  for (const Item& item : items) {
    if (!kept.empty() && in_line(kept.back(), item))
      kept.back() = item_of_line(kept.back().from_point, item.to_point);
    else
      kept.push_back(item);
  }
  if (!open && kept.size() > 2 && in_line(kept.back(), kept.front())) {
    kept.front() = item_of_line(kept.back().from_point, kept.front().to_point);
    kept.pop_back();
  }
  return kept;
}

void turn_on(Item& item, double by) {
  for (double* angle : {&item.from, &item.to, &item.bow.from, &item.bow.to}) *angle += by;
}

// (17): whether two items meet smoothly.
bool runs_on(const Item& a, const Item& b) {
  const double bend = std::abs(std::remainder(b.from - a.to, 2 * pi));
  if (a.straight && b.straight) return false;
  return bend <= smooth && bend * std::max(a.radius(), b.radius()) <= smooth_shift;
}

Item end_of_curve(double normal, Vec2 point) {
  Item corner;
  corner.from = corner.to = normal;
  corner.from_point = corner.to_point = point;
  return corner;
}

// Bows and corners in order, their normals running on.
std::vector<Item> with_corners(std::vector<Item> items, bool open, const std::string& key) {
  const size_t n = items.size();
  for (size_t i = 1; i < n; ++i)
    turn_on(items[i], 2 * pi * std::round((items[i - 1].to - items[i].from) / (2 * pi)));
  std::vector<Item> joined;
  if (open) joined.push_back(end_of_curve(items.front().from, items.front().from_point));
  for (size_t i = 0; i < n; ++i) {
    Item& a = items[i];
    if (open && i + 1 == n) {
      joined.push_back(a);
      joined.push_back(end_of_curve(a.to, a.to_point));
      break;
    }
    Item& b = items[(i + 1) % n];
    const double turns = 2 * pi * std::round((a.to - b.from) / (2 * pi));
    if (runs_on(a, b)) {
      const double shared = a.straight ? a.to : b.straight ? b.from + turns : (a.to + b.from + turns) / 2;
      a.to = shared;
      b.from = shared - turns;
      if (i + 1 == n && !joined.empty()) joined.front().from = b.from;
      joined.push_back(a);
      continue;
    }
    joined.push_back(a);
    Item corner;
    corner.from = a.to;
    corner.to = b.from + turns;
    corner.from_point = corner.to_point = a.to_point;
    if (std::abs(corner.to - corner.from) > pi - within::beside)
      refuse(key, "runs back on itself", shown_at(a.to_point));
    joined.push_back(corner);
  }
  return joined;
}

// (18), (19): every item scaled a little, so that chords end where they began.
std::vector<Vec2> closing_chords(const std::vector<Item>& items, bool open, std::vector<double>& scales,
                                 const std::string& key) {
  std::vector<Vec2> chords;
  Vec2 off;
  double xx = 0, xy = 0, yy = 0;
  for (const Item& item : items) {
    const Vec2 c = item.straight || item.bow.bezier || item.bow.a != 0 ? item.chord() : Vec2{};
    chords.push_back(c);
    off = off + c;
    xx += c.x * c.x;
    xy += c.x * c.y;
    yy += c.y * c.y;
  }
  const double d = xx * yy - xy * xy;
  const double both = xx + yy;
  const bool one_way = d < within::same * both * both;  // chords all but parallel, as of half circles
  const Vec2 by = open || norm(off) < within::exact ? Vec2{}
                  : one_way                         ? 1 / both * off
                            : 1 / d * Vec2{yy * off.x - xy * off.y, xx * off.y - xy * off.x};
  for (size_t i = 0; i < items.size(); ++i) {
    scales.push_back(1 - dot(chords[i], by));
    if (std::abs(dot(chords[i], by)) * norm(chords[i]) > 0.1)
      refuse(key, "does not close", "ends " + shown_mm(norm(off)) + " apart", "up to " + shown_mm(0.1));
    chords[i] = scales.back() * chords[i];
  }
  return chords;
}

// Swept from a point of the plane, bow by bow and side by side: (20).
Vec2 centre_of_area(const ProfileCurve& profile, Vec2 about) {
  double area = 0;
  Vec2 moment;
  for (size_t i = 0; i < profile.bows.size(); ++i) {
    const Bow& bow = profile.bows[i];
    const auto swept = [&](double at, int power) {  // 0: area, 1: moment along x, 2: along y
      const auto on_curve = bow.bezier ? bow.bezier->at(at) : BezierStretch::At{};
      const Vec2 p = (bow.bezier ? on_curve.point : bow.at(at)) - about;
      const Vec2 run = bow.bezier ? on_curve.first : bow.radius(at) * left_of(direction(at));
      return cross(p, run) * (power == 0 ? 0.5 : power == 1 ? p.x / 3 : p.y / 3);
    };
    const double from = bow.bezier ? bow.bezier->from : bow.from;
    const double to = bow.bezier ? bow.bezier->to : bow.to;
    const auto sum = [&](int power) {
      return bow.corner() ? 0 : integral([&](double at) { return swept(at, power); }, from, to);
    };
    const Vec2 a = profile.end(i) - about;
    const Vec2 b = profile.start(profile.next(i)) - about;
    area += sum(0) + cross(a, b) / 2;
    moment = moment + Vec2{sum(1), sum(2)} + (cross(a, b) / 6) * (a + b);
  }
  return about + (1 / area) * moment;
}

}  // namespace

ProfileCurve drawn_profile(const Profile& asked, const std::string& key) {
  const std::vector<Item> items =
      with_corners(without_needless_ends(items_of(in_order(asked, key), key), asked.open), asked.open, key);
  std::vector<double> scales;
  const std::vector<Vec2> chords = closing_chords(items, asked.open, scales, key);
  ProfileCurve profile;
  profile.open = asked.open;
  Vec2 at = items.front().from_point;
  for (size_t i = 0; i < items.size(); ++i) {
    const Item& item = items[i];
    if (!item.straight) {
      Bow bow = item.bow;
      bow.from = item.from;
      bow.to = item.to;
      const Vec2 start = bow.corner() ? Vec2{} : bow.at(bow.from);
      profile.bows.push_back(bow.moved(scales[i], at - scales[i] * start));
    }
    at = at + chords[i];
  }
  const Vec2 centre = asked.open || asked.about_origin ? Vec2{} : centre_of_area(profile, at);
  for (Bow& bow : profile.bows) bow = bow.moved(1, Vec2{} - centre).turned(asked.turn.radians());
  return profile;
}

}  // namespace juggler
