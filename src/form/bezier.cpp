#include "bezier.h"

#include <algorithm>
#include <stdexcept>

namespace juggler {
namespace {

struct Weighed {
  double x = 0, y = 0, w = 0;
};
Weighed mixed(Weighed a, Weighed b, double s) {
  return {a.x + s * (b.x - a.x), a.y + s * (b.y - a.y), a.w + s * (b.w - a.w)};
}
Weighed times(double k, Weighed a) { return {k * a.x, k * a.y, k * a.w}; }
Weighed minus(Weighed a, Weighed b) { return {a.x - b.x, a.y - b.y, a.w - b.w}; }
Vec2 flat(Weighed a) { return {a.x, a.y}; }

double curl(const BezierStretch& b, double s) {
  const auto at = b.at(s);
  return cross(at.first, at.second);
}

}  // namespace

// De Casteljau on weighed points: the last three levels give the value and both derivatives, and the quotient
// rule takes the weight out.
BezierStretch::At BezierStretch::at(double s) const {
  std::vector<Weighed> level;
  for (size_t i = 0; i < points.size(); ++i)
    level.push_back({weights[i] * points[i].x, weights[i] * points[i].y, weights[i]});
  const auto degree = static_cast<double>(level.size() - 1);
  Weighed first, second;
  while (level.size() > 1) {
    if (level.size() == 3)
      second = times(degree * (degree - 1), minus(minus(level[2], level[1]), minus(level[1], level[0])));
    if (level.size() == 2) first = times(degree, minus(level[1], level[0]));
    for (size_t i = 0; i + 1 < level.size(); ++i) level[i] = mixed(level[i], level[i + 1], s);
    level.pop_back();
  }
  const double w = level[0].w;
  const Vec2 p = 1 / w * flat(level[0]);
  const Vec2 d = 1 / w * (flat(first) - first.w * p);
  return {p, d, 1 / w * (flat(second) - (2 * first.w) * d - second.w * p)};
}

double BezierStretch::facing(double normal) const {
  const Vec2 v = direction(normal);
  const auto runs_out = [&](double s) { return dot(at(s).first, v); };
  const double before = runs_out(from);
  const double after = runs_out(to);
  if ((before < 0) == (after < 0)) return std::abs(before) < std::abs(after) ? from : to;
  return root(runs_out, from, to);
}

std::vector<BezierStretch> one_way_stretches(const DrawnCurve& curve) {
  const BezierStretch whole{curve.points, curve.weights};
  constexpr int looks = 128;
  double size = 0;
  for (const Vec2 p : curve.points) size = std::max(size, norm(p - curve.points.front()));
  std::vector<double> cuts{0};
  double last_bent = 0;       // the last look at which it turned one way or the other
  double heading = HUGE_VAL;  // at the last cut
  for (int i = 0; i <= looks; ++i) {
    const double s = static_cast<double>(i) / looks;
    const auto at = whole.at(s);
    if (i > 0 && i < looks && norm(at.first) < 1e-6 * size) throw std::domain_error("a cusp");
    const double now = cross(at.first, at.second);
    const double towards = std::atan2(at.first.y, at.first.x);
    if (heading == HUGE_VAL) heading = towards;
    constexpr double most = 1.4;  // radians: under half a turn, so that a direction has one place
    if (i < looks && std::abs(std::remainder(towards - heading, 2 * std::numbers::pi)) > most) {
      cuts.push_back(s);
      heading = towards;
    }
    if (std::abs(now) < 1e-9 * size * size) continue;
    if (last_bent > 0 && (curl(whole, last_bent) < 0) != (now < 0))
      cuts.push_back(root([&](double v) { return curl(whole, v); }, last_bent, s));
    last_bent = std::max(s, 1e-12);
  }
  cuts.push_back(1);
  std::sort(cuts.begin(), cuts.end());
  std::vector<BezierStretch> stretches;
  for (size_t i = 0; i + 1 < cuts.size(); ++i)
    stretches.push_back({curve.points, curve.weights, cuts[i], cuts[i + 1]});
  return stretches;
}

}  // namespace juggler
