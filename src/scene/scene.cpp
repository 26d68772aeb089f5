#include "juggler/formed.h"

namespace juggler {

Projection pictorial_from(Angle angle) {
  const double plan = angle.radians();
  constexpr double lift = Angle::degrees(24).radians();  // how far above the horizon the eye stands
  return {{-std::sin(plan), std::cos(plan), 0},
          {-std::cos(plan) * std::sin(lift), -std::sin(plan) * std::sin(lift), std::cos(lift)}};
}

SceneLine straight(Vec3 from, Vec3 to, LineOf of, int steps, bool seen_through) {
  return {[=](double i) { return from + (i / steps) * (to - from); }, steps, of, seen_through};
}

void add_faces_between(Scene& s, const std::vector<Vec3>& low, const std::vector<Vec3>& high) {
  for (size_t i = 0; i + 1 < low.size(); ++i) {
    s.faces.push_back({low[i], low[i + 1], high[i]});
    s.faces.push_back({high[i], low[i + 1], high[i + 1]});
  }
}

}  // namespace juggler
