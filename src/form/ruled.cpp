// Rulings of a transition by what they are seen to do.
#include <algorithm>
#include <array>

#include "juggler/form.h"
#include "turns.h"

namespace juggler {

const char* name_of(RegionKind kind) {
  constexpr std::array names{"flat", "cone", "cylinder", "general", "fold"};
  return names[static_cast<size_t>(kind)];
}

Angle plan_at(const Form& f, double u) {
  if (f.by_plan) return Angle::radians(u);
  const AskedProfile& base = f.profiles.front();
  const Ruling r = ruling_at(f.wall, u);
  const Vec3 p = r.c + base.layer * r.n + f.whole_rim(EndName::base)(u).s * r.e - base.centre;
  return Angle::radians(near(std::atan2(p.y, p.x), u));
}

namespace {

// Rulings close to each other, once round and once more.
std::vector<double> looks_at(const Form& f) {
  std::vector<double> us;
  for (const double round : {0.0, two_pi}) {
    for (const WallPiece& w : f.wall) {
      constexpr int looks = 48;
      for (int i = 0; i < looks; ++i) us.push_back(round + w.from + (w.to - w.from) * i / looks);
    }
  }
  return us;
}

// Where a direction that turns leftwards comes to a value, or stands still at it: the middle of there. On
// concave profiles it may turn back: then the first place.
double u_where(const Form& f, double value, const std::function<Vec2(double)>& way) {
  const double from = f.wall.front().from;
  const auto on = [&](double u) { return way(u - two_pi * std::floor((u - from) / two_pi)); };
  constexpr double near_enough = 1e-13;
  const auto passed = [&](double u, double by) {
    const Vec2 w = on(u);
    return cross(direction(value), w) > by * norm(w);
  };
  const auto place = [&](double a, double b, double by) {
    for (int i = 0; i < 100 && b - a > 10 * within::digit; ++i)
      (passed((a + b) / 2, by) ? b : a) = (a + b) / 2;
    return (a + b) / 2;
  };
  const std::vector<double> us = looks_at(f);
  for (size_t i = 0; i + 1 < us.size(); ++i) {
    if (passed(us[i], -near_enough) || !passed(us[i + 1], -near_enough)) continue;
    const double first = place(us[i], us[i + 1], -near_enough);
    if (dot(on(first), direction(value)) < 0) continue;
    size_t k = i;
    while (k + 2 < us.size() && !passed(us[k + 1], near_enough)) ++k;
    const double middle = (first + place(std::max(us[k], first), us[k + 1], near_enough)) / 2;
    return middle - two_pi * std::floor((middle - from) / two_pi);
  }
  throw Refusal({.reason = "meets no ruling",
                 .key = "seam.at",
                 .found = shown_degrees(Angle::radians(value)),
                 .advice = "name another place"});
}

}  // namespace

// The plan angle stands still over a cone about a corner of the base.
double u_at_plan(const Form& f, Angle plan) {
  if (f.by_plan) return plan.radians();
  const AskedProfile& base = f.profiles.front();
  return u_where(f, plan.radians(), [&](double u) {
    const Ruling r = ruling_at(f.wall, u);
    const Vec3 p = r.c + base.layer * r.n + f.whole_rim(EndName::base)(u).s * r.e - base.centre;
    return Vec2{p.x, p.y};
  });
}

// The direction faced stands still over a flat.
double u_facing(const Form& f, EndName end, Angle direction) {
  if (f.by_plan) return direction.radians();
  const AskedProfile& p = f.profiles[end == EndName::base ? 0 : 1];
  return u_where(f, direction.radians(), [&](double u) {
    const Ruling r = ruling_at(f.wall, u);
    const Cut cut = f.rim(end)(u);
    // Right of the way an edge runs, where the normal of the ruling is not the edge's.
    const Vec3 n = f.warped ? cross(r.dc + cut.s * r.de + cut.ds * r.e, p.normal) : r.n;
    return Vec2{dot(n, p.x), dot(n, p.y)};
  });
}

Angle warp_of(const Form& f) {
  double worst = 0;
  for (const WallPiece& w : f.wall) {
    for (int i = 0; i <= 16; ++i) {
      const double u = w.from + (w.to - w.from) * i / 16;
      const Ruling r = w.ruling(u);
      const auto normal = [&](EndName end) {
        const Cut cut = f.rim(end)(u);
        return cross(r.dc + f.neutral_depth * r.dn + cut.s * r.de, r.e);
      };
      const Vec3 low = normal(EndName::base);
      const Vec3 high = normal(EndName::top);
      // Where a rim stands still its normal is the other's.
      if (std::min(norm(low), norm(high)) < within::beside * f.size) continue;
      worst = std::max(worst, std::atan2(norm(cross(low, high)), dot(low, high)));
    }
  }
  return Angle::radians(worst);
}

}  // namespace juggler
