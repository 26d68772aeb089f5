#include "hull.h"

#include <algorithm>
#include <array>

namespace juggler {
namespace {

constexpr double two_pi = 2 * std::numbers::pi;

// Turned about the level line square to `uphill`, the shortest way.
Frame frame_of(const TransitionEnd& end, Vec3 centre) {
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

Vec2 support(const ConvexProfile& profile, Vec2 way) {
  const double angle = angle_of(way);
  return profile.bows[profile.bow_at(angle)].at(angle);
}

namespace {

// (6), (7): from a direction of the base.
Touch touch_from_base(const Hull& h, double x) {
  const Vec3 p = h.base.at(h.low.bows[h.low.bow_at(x)].at(x));
  const auto gap = [&](double rise) {
    const Vec3 n = h.normal(x, rise);
    const Vec2 way = h.top.part(n);
    const Vec3 q = h.top.at(norm(way) > 0 ? support(h.high, way) : Vec2{});
    return dot(n, q - p) - h.apart();
  };
  const double rise = root(gap, -std::numbers::pi / 2, std::numbers::pi / 2);
  const Vec3 n = h.normal(x, rise);
  return {x, angle_of(h.top.part(n)), rise, n};
}

// The same from a direction of the top.
Touch touch_from_top(const Hull& h, double y) {
  const Vec3 q = h.top.at(h.high.bows[h.high.bow_at(y)].at(y));
  const auto normal = [&](double fall) {
    return std::cos(fall) * h.top.way(direction(y)) - std::sin(fall) * h.top.z;
  };
  const auto gap = [&](double fall) {
    const Vec3 n = normal(fall);
    const Vec2 way = h.base.part(n);
    const Vec3 p = h.base.at(norm(way) > 0 ? support(h.low, way) : Vec2{});
    return dot(n, p - q) + h.apart();
  };
  const Vec3 n = normal(root(gap, -std::numbers::pi / 2, std::numbers::pi / 2));
  const double x = angle_of(h.base.part(n));
  return {x, y, std::asin(std::clamp(dot(n, h.base.z), -1.0, 1.0)), n};
}

// Where one end or both pass from a bow to the next: the points before and after.
struct Stop {
  Touch touch;
  Vec2 p0, p1, q0, q1;
  bool of_base = false;
};

// (5)-(9): both ends on one bow each.
struct Turning {
  std::shared_ptr<const Hull> hull;
  Bow low, high;
  double x0 = 0, x1 = 0;
  std::vector<double> rises, rates;  // the root and how fast it moves, at equal steps of x
  double u0 = 0, u1 = 0;

  // Near the root: the cubic between two places where it and its rate are known.
  [[nodiscard]] double rise_about(double part) const {
    const double at = std::clamp(part, 0.0, 1.0) * static_cast<double>(rises.size() - 1);
    const size_t i = std::min(static_cast<size_t>(at), rises.size() - 2);
    const double step = (x1 - x0) / static_cast<double>(rises.size() - 1);
    const double t = at - static_cast<double>(i);
    const double s = 1 - t;
    return s * s * ((1 + 2 * t) * rises[i] + t * step * rates[i]) +
           t * t * ((1 + 2 * s) * rises[i + 1] - s * step * rates[i + 1]);
  }

  // (8)
  [[nodiscard]] double rate(double x, double rise) const {
    const Hull& h = *hull;
    const Vec2 v = direction(x);
    const Vec3 up = std::cos(rise) * h.base.z - std::sin(rise) * h.base.way(v);
    const Vec3 d = h.top.at(high.at(angle_of(h.top.part(h.normal(x, rise))))) - h.base.at(low.at(x));
    return -std::cos(rise) * dot(h.base.way(left_of(v)), d) / dot(up, d);
  }

  [[nodiscard]] Ruling operator()(double u) const {
    const Hull& h = *hull;
    const double speed = (x1 - x0) / (u1 - u0);
    const double x = x0 + (u - u0) * speed;
    const Vec2 v = direction(x);
    const Vec2 p2 = low.at(x);
    const Vec3 p = h.base.at(p2);
    double low_rise = -std::numbers::pi / 2;  // (7): the root lies between
    double high_rise = std::numbers::pi / 2;
    double rise = std::clamp(rise_about((x - x0) / (x1 - x0)), low_rise, high_rise);
    Vec3 n, up, d;
    double y = 0;
    double last = HUGE_VAL;
    for (int i = 0; i < 60; ++i) {
      n = h.normal(x, rise);
      up = std::cos(rise) * h.base.z - std::sin(rise) * h.base.way(v);
      y = angle_of(h.top.part(n));
      d = h.top.at(high.at(y)) - p;
      const double gap = dot(n, d) - h.apart();
      const double step = gap / dot(up, d);
      (gap < 0 ? low_rise : high_rise) = rise;
      const double next = rise - step;
      const bool rounding = std::abs(step) < 1e-12 && std::abs(step) >= last / 4;
      const bool outside = next <= low_rise || next >= high_rise;
      rise = outside && std::abs(step) > 1e-12 ? (low_rise + high_rise) / 2 : next;
      if (std::abs(step) < 1e-15 || rounding) break;
      last = std::abs(step);
    }
    n = h.normal(x, rise);
    up = std::cos(rise) * h.base.z - std::sin(rise) * h.base.way(v);
    const Vec2 way = h.top.part(n);
    y = angle_of(way);
    const Vec3 q = h.top.at(high.at(y));
    d = q - p;
    const Vec3 along = h.base.way(left_of(v));
    const double d_rise = -std::cos(rise) * dot(along, d) / dot(up, d);
    const Vec3 dn = std::cos(rise) * along + d_rise * up;
    const double dy = cross(way, h.top.part(dn)) / dot(way, way);
    const Vec3 dp = low.radius(x) * along;
    const Vec3 dq = (high.radius(y) * dy) * h.top.way(left_of(direction(y)));
    const Vec3 whole = d - h.apart() * n;
    const Vec3 d_whole = dq - dp - h.apart() * dn;
    const double length = norm(whole);
    const Vec3 e = 1 / length * whole;
    return {p - h.base_layer * n,
            e,
            n,
            speed * (dp - h.base_layer * dn),
            (speed / length) * (d_whole - dot(d_whole, e) * e),
            speed * dn};
  }
};

// A flat stretch between two sides, one of which may be a point, on the inside face.
Ruling flat_ruling(Vec3 a, Vec3 b, Vec3 c, Vec3 d, Vec3 n, double part, double speed) {
  const Vec3 foot = a + part * (b - a);
  const Vec3 whole = c + part * (d - c) - foot;
  const Vec3 d_whole = (d - c) - (b - a);
  const double length = norm(whole);
  const Vec3 e = 1 / length * whole;
  return {foot, e, n, speed * (b - a), (speed / length) * (d_whole - dot(d_whole, e) * e), {}};
}

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

  static constexpr double same = 1e-11;  // directions this near are one

  void add_stop(Touch touch, Vec2 p0, Vec2 p1, Vec2 q0, Vec2 q1, bool of_base) {
    touch.base -= two_pi * std::floor((touch.base - first() + same) / two_pi);
    stops_.push_back({touch, p0, p1, q0, q1, of_base});
  }

  void find_stops() {
    const ConvexProfile& low = h_.low;
    const ConvexProfile& high = h_.high;
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
                        s.touch.base - merged.back().touch.base < same;
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
    if (norm(s.p1 - s.p0) + norm(s.q1 - s.q0) < 1e-12 * size) return;
    const Vec3 n = s.touch.normal;
    const auto low = [&](Vec2 p) { return h_.base.at(p) - h_.base_layer * n; };
    const auto high = [&](Vec2 q) { return h_.top.at(q) - h_.top_layer * n; };
    const double from = parameter(s.p0, s.q0, s.touch.base, s.touch.top);
    const double to = parameter(s.p1, s.q1, s.touch.base, s.touch.top);
    const Vec3 a = low(s.p0);
    const Vec3 b = low(s.p1);
    const Vec3 c = high(s.q0);
    const Vec3 d = high(s.q1);
    const auto ruling = [=](double u) {
      return flat_ruling(a, b, c, d, n, (u - from) / (to - from), 1 / (to - from));
    };
    stretches_.push_back({{from, to, ruling},
                          RegionKind::flat,
                          "flat",
                          h_.base.at(s.p0),
                          h_.base.at(s.p1),
                          h_.top.at(s.q0),
                          h_.top.at(s.q1),
                          n});
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
    if (next.touch.base - s.touch.base < same) return;
    const Touch middle = touch_from_base(h_, (s.touch.base + next.touch.base) / 2);
    Turning bend;
    bend.hull = hull_;
    bend.low = h_.low.bows[h_.low.bow_at(middle.base)];
    bend.high = h_.high.bows[h_.high.bow_at(middle.top)];
    bend.x0 = s.touch.base;
    bend.x1 = next.touch.base;
    constexpr double step = 0.1;
    const int steps = std::max(1, static_cast<int>(std::ceil((bend.x1 - bend.x0) / step)));
    for (int k = 0; k <= steps; ++k) {
      const double x = bend.x0 + (bend.x1 - bend.x0) * k / steps;
      bend.rises.push_back(touch_from_base(h_, x).rise);
      bend.rates.push_back(bend.rate(x, bend.rises.back()));
    }
    bend.u0 = parameter(s.p1, s.q1, s.touch.base, s.touch.top);
    bend.u1 = parameter(next.p0, next.q0, next.touch.base, next.touch.top);
    Stretch stretch;
    stretch.piece = {bend.u0, bend.u1, bend};
    stretch.kind = kind_of(bend);
    stretch.name = name_of_bend(bend, stretch.kind);
    stretches_.push_back(std::move(stretch));
  }

  // Bent by one point or about one direction, or by neither.
  static RegionKind kind_of(const Turning& bend) {
    if (bend.low.corner() && bend.high.corner()) return RegionKind::fold;
    if (bend.low.corner() || bend.high.corner()) return RegionKind::cone;
    std::array<Ruling, 3> r;
    for (size_t i = 0; i < 3; ++i)
      r[i] = bend(bend.u0 + (bend.u1 - bend.u0) * (0.2 + 0.3 * static_cast<double>(i)));
    if (norm(r[1].e - r[0].e) + norm(r[2].e - r[0].e) < 1e-12) return RegionKind::cylinder;
    // On the face that the sizes lie on: its layers beside it may run together along edges.
    const auto apex = [layer = bend.hull->base_layer](const Ruling& ruling) {
      const Rates v = rates(ruling);
      return ruling.c + layer * ruling.n - ((v.across + layer * v.curl) / v.turn) * ruling.e;
    };
    const double far = norm(apex(r[0]) - r[0].c);
    const double off = norm(apex(r[1]) - apex(r[0])) + norm(apex(r[2]) - apex(r[0]));
    return off < 1e-9 * far ? RegionKind::cone : RegionKind::general;
  }

  static std::string name_of_bend(const Turning& bend, RegionKind kind) {
    if (kind == RegionKind::cone && bend.low.corner()) return "cone about a corner of the base";
    if (kind == RegionKind::cone && bend.high.corner()) return "cone about a corner of the top";
    return name_of(kind);
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

void check_planes(const Hull& h) {
  const auto nearest = [](const Frame& plane, const Frame& other, const ConvexProfile& profile, double sign) {
    const Vec2 way = other.part((-sign) * plane.z);
    const Vec2 point = norm(way) > 0 ? support(profile, way) : Vec2{};
    return sign * dot(plane.z, other.at(point) - plane.centre);
  };
  const double above = nearest(h.base, h.top, h.high, 1);
  const double below = nearest(h.top, h.base, h.low, -1);
  const double least = std::min(above, below);
  const double size = norm(h.top.centre - h.base.centre);
  if (least > std::abs(h.apart()) + 1e-9 * size) return;
  throw Refusal({.reason = std::string("the plane of the ") + (above < below ? "base" : "top") +
                           " cuts or touches the profile of the other end",
                 .key = "height",
                 .found = "a profile that comes within " + shown_mm(least) + " of it",
                 .allowed = "more than " + shown_mm(std::abs(h.apart())),
                 .advice = "make it higher, or tilt its ends less"});
}

void check_tilt(const TransitionEnd& end, const std::string& name) {
  if (end.tilt.degrees() >= 0 && end.tilt.degrees() <= 89) return;
  throw Refusal({.reason = "is out of range",
                 .key = name + ".tilt",
                 .found = shown_degrees(end.tilt),
                 .allowed = "0 to 89 degrees"});
}

std::string key_of(const Profile& p, EndName end) {
  return p.key.empty() ? std::string(name_of(end)) + ".profile" : p.key;
}

}  // namespace

bool of_flats(const Hull& h) {
  const auto sharp = [](const ConvexProfile& p) {
    return std::all_of(p.bows.begin(), p.bows.end(), [](const Bow& b) { return b.corner(); });
  };
  return sharp(h.low) && sharp(h.high);
}

std::vector<Stretch> stretches_of(const std::shared_ptr<const Hull>& hull) {
  return Rounds(hull).stretches();
}

std::shared_ptr<const Hull> hull_of(const Transition& t, const Sheet& sheet) {
  check_tilt(t.base, "base");
  check_tilt(t.top, "top");
  if (!t.height)
    throw Refusal(
        {.reason = "is missing", .key = "height", .advice = "give the distance of the ends' centres"});
  if (!(*t.height >= 1e-3 && *t.height <= 1e6))
    throw Refusal({.reason = "is out of range",
                   .key = "height",
                   .found = shown_mm(*t.height),
                   .allowed = "0.001 to 1e6 mm"});
  if (!(std::abs(t.shift.x) <= 1e6 && std::abs(t.shift.y) <= 1e6))
    throw Refusal({.reason = "is out of range", .key = "top.shift", .allowed = "-1e6 to 1e6 mm"});
  Hull h;
  h.low = convex_profile(t.base.profile, key_of(t.base.profile, EndName::base));
  h.high = convex_profile(t.top.profile, key_of(t.top.profile, EndName::top));
  const auto corner_key = [](const Profile& p, EndName end) {
    const bool cornered =
        p.kind == ProfileKind::rectangle || p.kind == ProfileKind::polygon || p.kind == ProfileKind::polyline;
    return key_of(p, end) + (cornered ? ".corner" : "");
  };
  h.base_key = corner_key(t.base.profile, EndName::base);
  h.top_key = corner_key(t.top.profile, EndName::top);
  h.base = frame_of(t.base, {0, 0, 0});
  h.top = frame_of(t.top, {t.shift.x, t.shift.y, *t.height});
  h.base_layer = size_layer(t.base, "base", sheet);
  h.top_layer = size_layer(t.top, "top", sheet);
  check_planes(h);
  return std::make_shared<const Hull>(std::move(h));
}

}  // namespace juggler
