#include <algorithm>

#include "juggler/geom.h"

namespace juggler {
namespace {

double twice_area(Vec2 a, Vec2 b, Vec2 c) { return cross(b - a, c - a); }

bool in_triangle(Vec2 p, Vec2 a, Vec2 b, Vec2 c) {
  return twice_area(a, b, p) >= 0 && twice_area(b, c, p) >= 0 && twice_area(c, a, p) >= 0;
}

// How far two convex polygons reach into each other at least, over the normals of the first's sides.
double depth_over(const Polygon& a, const Polygon& b) {
  double least = HUGE_VAL;
  for (size_t i = 0; i < a.size(); ++i) {
    const Vec2 side = a[(i + 1) % a.size()] - a[i];
    const double length = norm(side);
    if (length == 0) continue;
    const Vec2 out = (-1 / length) * left_of(side);
    double nearest = HUGE_VAL;
    for (const Vec2 p : b) nearest = std::min(nearest, dot(p - a[i], out));
    least = std::min(least, -nearest);
  }
  return least;
}

}  // namespace

// Ears are cut off until what is left over is convex.
std::vector<Polygon> convex_parts(Polygon p) {
  const auto reflex = [&](size_t i) {
    const size_t n = p.size();
    return twice_area(p[(i + n - 1) % n], p[i], p[(i + 1) % n]) < 0;
  };
  std::vector<Polygon> parts;
  while (p.size() > 3) {
    const size_t n = p.size();
    size_t ear = n;
    bool convex = true;
    for (size_t i = 0; i < n; ++i) convex = convex && !reflex(i);
    if (convex) break;
    for (size_t i = 0; i < n && ear == n; ++i) {
      const Vec2 a = p[(i + n - 1) % n];
      const Vec2 c = p[(i + 1) % n];
      bool free = !reflex(i);
      for (size_t k = 0; k < n && free; ++k) {
        const bool own = k == i || k == (i + 1) % n || k == (i + n - 1) % n;
        free = own || !in_triangle(p[k], a, p[i], c);
      }
      if (free) ear = i;
    }
    if (ear == n) break;
    parts.push_back({p[(ear + n - 1) % n], p[ear], p[(ear + 1) % n]});
    p.erase(p.begin() + static_cast<long>(ear));
  }
  parts.push_back(std::move(p));
  return parts;
}

double depth_of_overlap(const Polygon& a, const Polygon& b) {
  return std::min(depth_over(a, b), depth_over(b, a));
}

}  // namespace juggler
