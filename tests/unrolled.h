// A strip between two edges, unrolled by fine triangles: an independent development.
#pragma once

#include <functional>

#include "common.h"

namespace juggler::testing {

// Distances between the flat ends of the strip.
struct Ends {
  double base = 0, top = 0, diagonal = 0, other = 0;
};

using SpaceCurve = std::function<Vec3(double u)>;

// Triangles laid side by side, by their side lengths alone.
inline Ends unrolled(const SpaceCurve& low, const SpaceCurve& high, double from, double to, int n) {
  const auto at = [&](const SpaceCurve& edge, int i) { return edge(from + (to - from) * i / n); };
  const auto apex_of = [](Vec2 a, Vec2 b, double from_a, double from_b) {
    const double side = norm(b - a);
    const double x = (side * side + from_a * from_a - from_b * from_b) / (2 * side);
    const Vec2 along = 1 / side * (b - a);
    return a + x * along + std::sqrt(std::max(0.0, from_a * from_a - x * x)) * left_of(along);
  };
  const Vec2 base0{0, 0};
  const Vec2 top0{0, -norm(at(high, 0) - at(low, 0))};
  Vec2 base = base0;
  Vec2 top = top0;
  for (int i = 0; i < n; ++i) {
    const Vec3 b0 = at(low, i), b1 = at(low, i + 1), t0 = at(high, i), t1 = at(high, i + 1);
    const Vec2 next = apex_of(top, base, norm(b1 - t0), norm(b1 - b0));
    top = apex_of(top, next, norm(t1 - t0), norm(t1 - b1));
    base = next;
  }
  return {norm(base - base0), norm(top - top0), norm(top - base0), norm(base - top0)};
}

// Thrice refined: the errors of the triangles fall by 4, then 16.
inline double refined(double a, double b, double c) {
  const double ab = b + (b - a) / 3;
  const double bc = c + (c - b) / 3;
  return bc + (bc - ab) / 15;
}

inline Ends unrolled_fine(const SpaceCurve& low, const SpaceCurve& high, double from, double to) {
  const Ends a = unrolled(low, high, from, to, 1500);
  const Ends b = unrolled(low, high, from, to, 3000);
  const Ends c = unrolled(low, high, from, to, 6000);
  return {refined(a.base, b.base, c.base), refined(a.top, b.top, c.top),
          refined(a.diagonal, b.diagonal, c.diagonal), refined(a.other, b.other, c.other)};
}

}  // namespace juggler::testing
