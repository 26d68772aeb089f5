#include "bezier.h"

#include <algorithm>
#include <array>
#include <stdexcept>

namespace juggler {
namespace {

constexpr size_t most_points = 16;

struct Weighed {
  double x = 0, y = 0, w = 0;
};
Weighed mixed(Weighed a, Weighed b, double s) {
  const double r = 1 - s;
  return {r * a.x + s * b.x, r * a.y + s * b.y, r * a.w + s * b.w};
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
// rule takes the weight out. Seen from the nearer end, or little would be left of short ways about it.
BezierStretch::At BezierStretch::at(double s) const {
  std::array<Weighed, most_points> level;
  size_t count = points.size();
  const Vec2 origin = s < 0.5 ? points.front() : points.back();
  for (size_t i = 0; i < count; ++i) {
    const Vec2 p = points[i] - origin;
    level[i] = {weights[i] * p.x, weights[i] * p.y, weights[i]};
  }
  const auto degree = static_cast<double>(count - 1);
  Weighed first, second;
  for (; count > 1; --count) {
    if (count == 3)
      second = times(degree * (degree - 1), minus(minus(level[2], level[1]), minus(level[1], level[0])));
    if (count == 2) first = times(degree, minus(level[1], level[0]));
    for (size_t i = 0; i + 1 < count; ++i) level[i] = mixed(level[i], level[i + 1], s);
  }
  const double w = level[0].w;
  const Vec2 p = 1 / w * flat(level[0]);
  const Vec2 d = 1 / w * (flat(first) - first.w * p);
  return {origin + p, d, 1 / w * (flat(second) - (2 * first.w) * d - second.w * p)};
}

Vec2 BezierStretch::way_at(double s) const {
  const Vec2 way = at(s).first;
  const bool at_end = s == 0 || s == 1;
  const size_t n = points.size();
  double far = 0;
  for (const Vec2 p : points) far = std::max(far, norm(p - points.front()));
  if (!at_end || norm(way) > within::same * far) return way;
  const Vec2 here = s == 0 ? points.front() : points.back();
  for (size_t k = 1; k < n; ++k) {
    const Vec2 other = s == 0 ? points[k] : points[n - 1 - k];
    if (norm(other - here) > within::same * far) return s == 0 ? other - here : here - other;
  }
  return way;
}

bool BezierStretch::is_straight() const {
  const Vec2 chord = points.back() - points.front();
  const double length = norm(chord);
  if (length == 0) return false;  // a loop
  const double aside = 10 * within::exact * length;
  double last = 0;
  for (const Vec2 p : points) {
    const Vec2 d = p - points.front();
    const double along = dot(d, chord) / length;
    if (!(std::abs(cross(chord, d)) <= aside * length) || along < last - aside) return false;
    last = along;
  }
  return true;
}

double BezierStretch::facing(double normal) const {
  const Vec2 v = direction(normal);
  const auto runs_out = [&](const At& at) { return dot(at.first, v); };
  const auto out_at = [&](double end) {
    const Vec2 way = way_at(end);
    return dot(way, v) / norm(way);
  };
  const double before = out_at(from);
  const double after = out_at(to);
  if ((before < 0) == (after < 0)) return std::abs(before) < std::abs(after) ? from : to;
  // Newton's steps, within a bracket.
  double low = from;
  double high = to;
  double s = from + (to - from) * before / (before - after);
  for (int i = 0; i < 100; ++i) {
    const At now = at(s);
    const double off = runs_out(now);
    ((off < 0) == (before < 0) ? low : high) = s;
    const double next =
        s - off / dot(now.second - (dot(now.second, now.first) / dot(now.first, now.first)) * now.first, v);
    const double last = s;
    s = next > low && next < high ? next : (low + high) / 2;
    if (std::abs(s - last) < within::digit) break;
  }
  return s;
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
    if (i > 0 && i < looks && norm(at.first) < within::beside * size) throw std::domain_error("a cusp");
    const double now = cross(at.first, at.second);
    const double towards = std::atan2(at.first.y, at.first.x);
    if (heading == HUGE_VAL) heading = towards;
    constexpr double most = 1.4;  // radians: under half a turn, so that a direction has one place
    if (i < looks && std::abs(std::remainder(towards - heading, two_pi)) > most) {
      cuts.push_back(s);
      heading = towards;
    }
    if (std::abs(now) < within::same * size * size) continue;
    if (last_bent > 0 && (curl(whole, last_bent) < 0) != (now < 0))
      cuts.push_back(root([&](double v) { return curl(whole, v); }, last_bent, s));
    last_bent = std::max(s, within::rounding);
  }
  cuts.push_back(1);
  std::sort(cuts.begin(), cuts.end());
  std::vector<BezierStretch> stretches;
  for (size_t i = 0; i + 1 < cuts.size(); ++i)
    stretches.push_back({curve.points, curve.weights, cuts[i], cuts[i + 1]});
  return stretches;
}

}  // namespace juggler
