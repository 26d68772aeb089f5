#include "strip_ends.h"
#include "winding.h"

#include <algorithm>
#include <cmath>

namespace juggler {

std::array<double, 2> inset_ends(const std::function<double(double)>& speed, double angle, double width) {
  const auto length = [&](double a, double b) { return integral(speed, a, b); };
  const double half = width / 2;
  if (length(0, angle) <= 2 * half)
    refuse("width", "leaves no strip between its round ends", shown_mm(width),
           "less than the length of its edge", "make it longer or narrower");
  return {root([&](double t) { return length(0, t) - half; }, 0, angle),
          root([&](double t) { return half - length(t, angle); }, 0, angle)};
}

double overall_height(const std::function<SurfacePoint(double u, double v)>& point, double thickness) {
  double low = HUGE_VAL;
  double high = -HUGE_VAL;
  constexpr int looks = 2000;
  for (int i = 0; i <= looks; ++i) {
    for (const double v : {0.0, 1.0}) {
      const SurfacePoint p = point(static_cast<double>(i) / looks, v);
      const Vec3 n = cross(p.du, p.dv);
      const double lean = std::abs(n.z) / norm(n) * thickness / 2;
      low = std::min(low, p.at.z - lean);
      high = std::max(high, p.at.z + lean);
    }
  }
  return high - low;
}

}  // namespace juggler
