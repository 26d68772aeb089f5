#include "given_bodies.h"

#include <algorithm>
#include <array>
#include <cmath>

namespace juggler {

void look_at_corners(GivenMiss& miss, const std::vector<FormedFace>& faces,
                     const std::vector<GivenCorner>& corners, bool slanting) {
  for (const FormedFace& p : faces) {
    const bool end = p.name == "base" || p.name == "top";
    if (p.name.find("flange") != std::string::npos || (slanting && end)) continue;
    std::array<double, 3> off{HUGE_VAL, HUGE_VAL, HUGE_VAL};
    for (const GivenCorner& c : corners) {
      const double here = std::abs(dot(c.at - p.at, p.normal) - c.layer);
      if (here >= off[2]) continue;
      off[2] = here;
      std::sort(off.begin(), off.end());
    }
    miss.look(off[2], "corners as given of " + p.name);
  }
}

double crossing(const std::vector<Vec3>& points, Vec3 at, Vec3 across) {
  double before = 0;
  double beyond = 0;
  for (const Vec3 p : points) {
    const double off = dot(p - at, across) / norm(across);
    before = std::max(before, -off);
    beyond = std::max(beyond, off);
  }
  return std::min(before, beyond);
}

void mirror_back(std::vector<FormedFace>& faces, Hand hand) {
  if (hand != Hand::opposite) return;
  for (FormedFace& p : faces) {
    p.at.y = -p.at.y;
    p.normal.y = -p.normal.y;
    for (Vec3& c : p.corners) c.y = -c.y;
  }
}

}  // namespace juggler
