#include "turning.h"

#include <algorithm>

namespace juggler {

Touch touch_from(const Lead& lead, double x, Vec2 point, const std::function<Vec2(double)>& follow) {
  const Vec3 p = lead.own().at(point);
  const Lead::Facing facing = lead.facing(x);
  const auto gap = [&](double rise) {
    const Vec3 n = facing.plane(rise).normal;
    const Vec2 way = lead.other().part(n);
    const Vec3 q = lead.other().at(norm(way) > 0 ? follow(angle_of(way)) : Vec2{});
    return dot(n, q - p) - lead.apart();
  };
  const Vec3 n = facing.plane(root(gap, -pi / 2, pi / 2)).normal;
  const double other = angle_of(lead.other().part(n));
  return lead.base() ? Touch{x, other, n} : Touch{other, x, n};
}

void Turning::look() {
  const Lead l{*hull, lead};
  constexpr double step = 0.1;
  const int steps = std::max(1, static_cast<int>(std::ceil(std::abs(x1 - x0) / step)));
  for (int k = 0; k <= steps; ++k) {
    const double x = x0 + (x1 - x0) * k / steps;
    if (k == 0) {
      const Touch t = touch_from(l, x, leading().at(x), [&](double y) { return following().touched(y); });
      rises.push_back(std::asin(std::clamp(l.sign() * dot(t.normal, l.own().z), -1.0, 1.0)));
    } else {
      rises.push_back(rise_at(x, rises.back() + rates.back() * (x1 - x0) / steps));
    }
    rates.push_back(rate(x, rises.back()));
  }
}

// Near the root: the cubic between two places where it and its rate are known.
double Turning::rise_about(double part) const {
  const double at = std::clamp(part, 0.0, 1.0) * static_cast<double>(rises.size() - 1);
  const size_t i = std::min(static_cast<size_t>(at), rises.size() - 2);
  const double step = (x1 - x0) / static_cast<double>(rises.size() - 1);
  const double t = at - static_cast<double>(i);
  const double s = 1 - t;
  return s * s * ((1 + 2 * t) * rises[i] + t * step * rates[i]) +
         t * t * ((1 + 2 * s) * rises[i + 1] - s * step * rates[i + 1]);
}

// (8)
double Turning::rate(double x, double rise) const {
  const Lead l{*hull, lead};
  const Lead::Facing::Plane plane = l.facing(x).plane(rise);
  const Vec3 q = l.other().at(following().touched(angle_of(l.other().part(plane.normal))));
  const Vec3 d = q - l.own().at(leading().at(x));
  return -std::cos(rise) * dot(l.own().way(left_of(direction(x))), d) / dot(plane.up, d);
}

// Newton's steps, kept within the bracket of (7) where the plane turns fast.
double Turning::rise_at(double x, double about) const {
  const Lead l{*hull, lead};
  const Vec3 p = l.own().at(leading().at(x));
  const Lead::Facing facing = l.facing(x);
  double low_rise = -pi / 2;
  double high_rise = pi / 2;
  double rise = std::clamp(about, low_rise, high_rise);
  double last = HUGE_VAL;
  for (int i = 0; i < 60; ++i) {
    const auto [n, up] = facing.plane(rise);
    const Vec3 d = l.other().at(following().touched(angle_of(l.other().part(n)))) - p;
    const double gap = dot(n, d) - l.apart();
    const double step = gap / dot(up, d);
    (gap < 0 ? low_rise : high_rise) = rise;
    const double next = rise - step;
    const bool rounding = std::abs(step) < within::rounding && std::abs(step) >= last / 4;
    const bool outside = next <= low_rise || next >= high_rise;
    rise = outside && std::abs(step) > within::rounding ? (low_rise + high_rise) / 2 : next;
    if (std::abs(step) < 10 * within::digit || rounding) break;
    last = std::abs(step);
  }
  return rise;
}

Turning::Place Turning::place(double part) const {
  const Lead l{*hull, lead};
  Place at;
  at.x = x0 + part * (x1 - x0);
  at.rise = rise_at(at.x, rise_about(part));
  at.plane = l.facing(at.x).plane(at.rise);
  at.way = l.other().part(at.plane.normal);
  at.y = angle_of(at.way);
  at.p = l.own().at(leading().at(at.x));
  at.q = l.other().at(following().touched(at.y));
  return at;
}

double Turning::part_at(double u) const { return (u - u0) / (u1 - u0); }

Ruling Turning::operator()(double u) const {
  const Place at = place(eased_part(part_at(u)));
  const Moves m = moves(u, at);
  const Vec3 n = at.plane.normal;
  const bool up_from_base = lead == EndName::base;
  const Vec3 d = up_from_base ? at.q - at.p : at.p - at.q;
  const Vec3 foot = up_from_base ? at.p : at.q;
  const Vec3 whole = d - hull->apart() * n;
  const Vec3 d_whole = (up_from_base ? m.dq - m.dp : m.dp - m.dq) - hull->apart() * m.dn;
  const double length = norm(whole);
  const Vec3 e = 1 / length * whole;
  return {foot - hull->base_layer * n,
          e,
          n,
          (up_from_base ? m.dp : m.dq) - hull->base_layer * m.dn,
          1 / length * (d_whole - dot(d_whole, e) * e),
          m.dn};
}

double Turning::eased_part(double t) const {
  if (slow_from && slow_to) return t * t * (3 - 2 * t);
  return slow_from ? t * t : slow_to ? t * (2 - t) : t;
}

double Turning::eased_speed(double t) const {
  if (slow_from && slow_to) return 6 * t * (1 - t);
  return slow_from ? 2 * t : slow_to ? 2 * (1 - t) : 1;
}

// (8). At an end where a curve is straight its direction stands still while it runs on: there the derivatives
// are those just inside.
Turning::Moves Turning::moves(double u, const Place& there) const {
  const Lead l{*hull, lead};
  constexpr double inside = 1e-5;
  const double t = std::clamp(part_at(u), slow_from ? inside : -HUGE_VAL, slow_to ? 1 - inside : HUGE_VAL);
  const Place at = t == part_at(u) ? there : place(eased_part(t));
  const double speed = (x1 - x0) / (u1 - u0) * eased_speed(t);
  const Vec3 along = l.own().way(left_of(direction(at.x)));
  const Vec3 d = at.q - at.p;
  const Vec3 up = at.plane.up;
  const double c = std::cos(at.rise);
  const Vec3 dn = c * along - (c * dot(along, d) / dot(up, d)) * up;
  const double dy = cross(at.way, l.other().part(dn)) / dot(at.way, at.way);
  return {(speed * leading().radius(at.x)) * along,
          (speed * following().radius(at.y) * dy) * l.other().way(left_of(direction(at.y))), speed * dn};
}

bool straightens(const Bow& bow, double at, double size) {
  return bow.bezier && std::abs(bow.radius(at)) > 100 * size;
}

}  // namespace juggler
