// Walls that are no right cones, with their derivatives worked by hand.
#pragma once

#include "common.h"

namespace juggler::testing {

// Completes a ruling from a point, its velocity and acceleration, and the direction with its derivative.
inline Ruling complete(Vec3 c, Vec3 dc, Vec3 e, Vec3 de, Vec3 normal, Vec3 d_normal) {
  const double size = norm(normal);
  const Vec3 n = 1 / size * normal;
  return {c, e, n, dc, de, 1 / size * (d_normal - dot(d_normal, n) * n)};
}

// A cone over a circle whose apex stands beside it.
inline Wall offset_cone(double radius, Vec3 apex) {
  const auto ruling = [=](double u) {
    const Vec3 out{std::cos(u), std::sin(u), 0};
    const Vec3 round{-std::sin(u), std::cos(u), 0};
    const Vec3 c = radius * out;
    const Vec3 dc = radius * round;
    const Vec3 to_apex = apex - c;
    const double length = norm(to_apex);
    const Vec3 e = 1 / length * to_apex;
    const Vec3 de = 1 / length * (dot(dc, e) * e - dc);
    return complete(c, dc, e, de, cross(dc, e), cross(-radius * out, e) + cross(dc, de));
  };
  return {{0, 2 * std::numbers::pi, ruling}};
}

// The tangents of a helix, the binormal outwards.
inline Wall tangent_surface(double radius, double rise) {
  const auto ruling = [=](double u) {
    const double speed = std::hypot(radius, rise);
    const Vec3 dc{-radius * std::sin(u), radius * std::cos(u), rise};
    const Vec3 ddc{-radius * std::cos(u), -radius * std::sin(u), 0};
    const Vec3 dddc{radius * std::sin(u), -radius * std::cos(u), 0};
    return complete({radius * std::cos(u), radius * std::sin(u), rise * u}, dc, 1 / speed * dc,
                    1 / speed * ddc, cross(dc, ddc), cross(dc, dddc));
  };
  return {{0, 2.5 * std::numbers::pi, ruling}};
}

}  // namespace juggler::testing
