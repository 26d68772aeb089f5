// Distances from a profile as it was drawn. docs/maths/given.md (6a).
#include <algorithm>
#include <array>
#include <cmath>

#include "given_ends.h"

namespace juggler {
namespace {

// The way a curve runs at its start or end, by differences.
Vec2 way_at(const DrawnCurve& c, bool end) {
  constexpr double h = 1e-4;
  const auto at = [&](double k) { return c.at(end ? 1 - k * h : k * h); };
  const Vec2 way = 4 * at(1) - at(2) - 3 * at(0);
  return (end ? -1 : 1) / norm(way) * way;
}

// What is brought together at a joint: its gap; and where it all but runs on, what turning it there moves.
double slack_at(const DrawnCurve& a, const DrawnCurve& b) {
  const double gap = norm(b.start() - a.end());
  const Vec2 in = way_at(a, true);
  const Vec2 out = way_at(b, false);
  const double bend = std::abs(std::atan2(cross(in, out), dot(in, out)));
  constexpr double smooth = pi / 1800;
  constexpr double least = 1e-4;  // mm
  constexpr double most = 0.02;   // mm, that a smooth joint moves anything
  const auto reach = [](const DrawnCurve& c) {
    if (c.kind == DrawnCurve::Kind::line) return 0.0;
    return c.kind == DrawnCurve::Kind::arc ? std::max(c.a, c.b) * std::max(c.a, c.b) / std::min(c.a, c.b)
                                           : 1e4;
  };
  return 2 * gap +
         (bend > smooth ? 0 : std::min(most, 2 * bend * std::max({reach(a), reach(b), least / smooth})));
}

struct Moments {
  double area = 0;
  Vec2 moment;
};
Moments by_chords(const std::vector<DrawnCurve>& curves, Vec2 about, int chords) {
  Moments sum;
  for (const DrawnCurve& c : curves) {
    const int n = c.kind == DrawnCurve::Kind::line ? 1 : chords;
    for (int i = 0; i < n; ++i) {
      const Vec2 a = c.at(static_cast<double>(i) / n) - about;
      const Vec2 b = c.at(static_cast<double>(i + 1) / n) - about;
      sum.area += cross(a, b) / 2;
      sum.moment = sum.moment + (cross(a, b) / 6) * (a + b);
    }
  }
  return sum;
}

// The centre of area, by chords of three numbers and from these their limit.
Vec2 centre_of(const std::vector<DrawnCurve>& curves) {
  const Vec2 about = curves.front().start();
  const Moments m[]{by_chords(curves, about, 64), by_chords(curves, about, 128),
                    by_chords(curves, about, 256)};
  const auto limit = [](auto a, auto b, auto c) {
    const auto ab = (1.0 / 3) * (4.0 * b - a);
    const auto bc = (1.0 / 3) * (4.0 * c - b);
    return (1.0 / 15) * (16.0 * bc - ab);
  };
  return about + (1 / limit(m[0].area, m[1].area, m[2].area)) * limit(m[0].moment, m[1].moment, m[2].moment);
}

// About every place that is nearer than its neighbours: closed in on, then where the way to the point stands
// square to the curve.
double off_curve(const DrawnCurve& c, Vec2 p) {
  constexpr int looks = 48;
  std::array<double, looks + 1> off{};
  for (int i = 0; i <= looks; ++i)
    off[static_cast<size_t>(i)] = norm(c.at(static_cast<double>(i) / looks) - p);
  double nearest = HUGE_VAL;
  for (int i = 0; i <= looks; ++i) {
    const auto k = static_cast<size_t>(i);
    if ((i > 0 && off[k - 1] < off[k]) || (i < looks && off[k + 1] < off[k])) continue;
    nearest = std::min(nearest, off[k]);
    const double low = static_cast<double>(std::max(i - 1, 0)) / looks;
    const double high = static_cast<double>(std::min(i + 1, looks)) / looks;
    double at = least([&](double part) { return norm(c.at(part) - p); }, low, high).at;
    for (int step = 0; step < 3; ++step) {
      constexpr double h = 1e-5;
      const double from = std::max(0.0, at - h);
      const double to = std::min(1.0, at + h);
      const Vec2 way = 1 / (to - from) * (c.at(to) - c.at(from));
      at = std::clamp(at + dot(p - c.at(at), way) / dot(way, way), 0.0, 1.0);
      nearest = std::min(nearest, norm(c.at(at) - p));
    }
  }
  return nearest;
}

double off_line(const DrawnCurve& c, Vec2 p) {
  const Vec2 d = c.end() - c.start();
  const double share = dot(d, d) > 0 ? std::clamp(dot(p - c.start(), d) / dot(d, d), 0.0, 1.0) : 0;
  return norm(p - c.start() - share * d);
}

}  // namespace

DrawnDistance::DrawnDistance(const Profile& p) : curves_(p.outline) {
  for (size_t i = 0; i < curves_.size(); ++i) {
    if (p.open && i + 1 == curves_.size()) break;
    slack_ += slack_at(curves_[i], curves_[(i + 1) % curves_.size()]);
  }
  if (!p.open) centre_ = centre_of(curves_);
}

double DrawnDistance::operator()(Vec2 at) const {
  const Vec2 p = centre_ + at;
  double off = HUGE_VAL;
  for (const DrawnCurve& c : curves_)
    off = std::min(off, c.kind == DrawnCurve::Kind::line ? off_line(c, p) : off_curve(c, p));
  return std::max(0.0, off - slack_);
}

}  // namespace juggler
