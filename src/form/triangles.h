// Triangles in space that cut through each other. Private to the room.
#pragma once

#include <algorithm>
#include <array>
#include <cmath>

#include "juggler/geom.h"

namespace juggler {

struct Triangle {
  std::array<Vec3, 3> at;
  size_t part = 0;  ///< of the whole: which it belongs to
  Vec3 low, high;

  Triangle(Vec3 a, Vec3 b, Vec3 c, size_t of)
      : at{a, b, c},
        part(of),
        low{std::min({a.x, b.x, c.x}), std::min({a.y, b.y, c.y}), std::min({a.z, b.z, c.z})},
        high{std::max({a.x, b.x, c.x}), std::max({a.y, b.y, c.y}), std::max({a.z, b.z, c.z})} {}
};

/// Well inside both: what only touches, as at the point of a cone, does not count.
[[nodiscard]] bool cut_through(const Triangle& a, const Triangle& b);

}  // namespace juggler
