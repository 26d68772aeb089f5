// The wall of a coil. Equation numbers: docs/maths/winding.md.
#include <cmath>

#include "winding.h"

namespace juggler {
namespace {

// (7)
Ruling ruling_of(const CoilSizes& s, double inside, double u) {
  const Vec3 out{std::cos(u), std::sin(u), 0};
  const Vec3 on{-std::sin(u), std::cos(u), 0};
  const double r = s.radius(u - s.start);
  const double m = s.growth;
  const double w = std::hypot(r, m);
  const Vec3 tangent = 1 / w * (m * out + r * on);
  const Vec3 normal = 1 / w * (r * out - m * on);
  const double turn = 1 + m * m / (w * w);
  return {r * out - inside * normal, {0, 0, 1}, normal, (w - inside * turn) * tangent, {}, turn * tangent};
}

// (8)
double middle_length(const CoilSizes& s) {
  const auto sum = [&](double r) {
    const double t = r / s.growth;
    return s.growth / 2 * (t * std::sqrt(1 + t * t) + std::asinh(t));
  };
  return sum(s.radius(s.angle)) - sum(s.first);
}

}  // namespace

Form form(const CoilSizes& s, const Sheet& sheet) {
  const double t = *sheet.thickness;
  Form f;
  f.edge_words = lower_and_upper;
  f.wall = in_stretches(s.start, s.start + s.angle, pi, [s, t](double u) { return ruling_of(s, t / 2, u); });
  f.base = Rim([](double) -> Cut { return {0, 0}; });
  f.top = Rim([width = s.width](double) -> Cut { return {width, 0}; });
  f.thickness = t;
  f.neutral_depth = sheet.neutral_factor * t;
  f.open = true;
  f.size = std::hypot(2 * s.radius(s.angle) + t, s.width);
  return f;
}

CoilNumbers numbers_of(const CoilSizes& s, const Sheet& sheet) {
  const double t = *sheet.thickness;
  const double last = s.radius(s.angle);
  const double turned = s.angle + std::atan(last / s.growth) - std::atan(s.first / s.growth);
  CoilNumbers n;
  n.middle = middle_length(s);
  n.inside = n.middle - t / 2 * turned;
  n.outside = n.middle + t / 2 * turned;
  n.neutral = n.inside + sheet.neutral_factor * t * turned;
  n.turns = s.angle / (two_pi);
  n.start_inside_diameter = 2 * face_radius(s.first, s.growth, -t / 2);
  n.start_middle_diameter = 2 * s.first;
  n.outside_diameter = 2 * face_radius(last, s.growth, t / 2);
  n.clearance = s.clearance;
  return n;
}

}  // namespace juggler
