#include "curve.h"

#include <algorithm>
#include <cmath>
#include <memory>

namespace juggler {
namespace {

std::vector<double> equal_shares(int parts) {
  std::vector<double> shares;
  for (int i = 0; i <= parts; ++i) shares.push_back(static_cast<double>(i) / parts);
  return shares;
}

EdgeCurve helix(const SpaceCurve& c) {
  const double from = *c.diameter / 2;
  const double grows = (c.diameter_to.value_or(*c.diameter) - *c.diameter) / 2;
  const double angle = two_pi * *c.turns;
  const double rise = *c.pitch * *c.turns;
  const double start = c.start.radians();
  const auto point = [=, height = c.height](double t) -> CurvePoint {
    const double r = from + grows * t;
    const Vec2 out = direction(start + angle * t);
    return {{r * out.x, r * out.y, height + rise * t},
            {grows * out.x - angle * r * out.y, grows * out.y + angle * r * out.x, rise}};
  };
  constexpr double for_each_turn = 6;
  return {equal_shares(1 + static_cast<int>(for_each_turn * *c.turns - within::same)), point};
}

// (12): a natural cubic spline over the lengths of the chords.
struct Spline {
  std::vector<double> at;  // shares
  std::vector<Vec3> p;
  std::vector<Vec3> bend;  // second derivatives

  explicit Spline(const std::vector<Vec3>& points) : p(points), bend(points.size()) {
    at.push_back(0);
    for (size_t i = 1; i < p.size(); ++i) at.push_back(at.back() + norm(p[i] - p[i - 1]));
    const double whole = at.back();
    for (double& s : at) s /= whole;
    solve();
  }

  void solve() {
    const size_t n = p.size();
    std::vector<double> above(n);
    for (size_t i = 1; i + 1 < n; ++i) {
      const double before = at[i] - at[i - 1];
      const double after = at[i + 1] - at[i];
      const Vec3 kink = 1 / after * (p[i + 1] - p[i]) - 1 / before * (p[i] - p[i - 1]);
      const double pivot = 2 * (before + after) - before * above[i - 1];
      above[i] = after / pivot;
      bend[i] = 1 / pivot * (6 * kink - before * bend[i - 1]);
    }
    for (size_t i = n - 1; i-- > 1;) bend[i] = bend[i] - above[i] * bend[i + 1];
  }

  [[nodiscard]] CurvePoint point(double t) const {
    const auto after = std::upper_bound(at.begin() + 1, at.end() - 1, t);
    const auto k = static_cast<size_t>(after - at.begin()) - 1;
    const double h = at[k + 1] - at[k];
    const double a = (at[k + 1] - t) / h;
    const double b = (t - at[k]) / h;
    return {a * p[k] + b * p[k + 1] + h * h / 6 * ((a * a * a - a) * bend[k] + (b * b * b - b) * bend[k + 1]),
            1 / h * (p[k + 1] - p[k]) + h / 6 * ((1 - 3 * a * a) * bend[k] + (3 * b * b - 1) * bend[k + 1])};
  }
};

EdgeCurve through(const std::vector<Vec3>& points) {
  const auto spline = std::make_shared<const Spline>(points);
  constexpr size_t most = 16;
  const size_t every = 1 + (spline->at.size() - 2) / most;
  std::vector<double> breaks;
  for (size_t i = 0; i + 1 < spline->at.size(); i += every) breaks.push_back(spline->at[i]);
  breaks.push_back(1);
  return {std::move(breaks), [spline](double t) { return spline->point(t); }};
}

}  // namespace

EdgeCurve edge_curve(const SpaceCurve& c) { return c.points.empty() ? helix(c) : through(c.points); }

}  // namespace juggler
