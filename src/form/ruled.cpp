// Rulings of a transition by what they are seen to do.
#include <algorithm>
#include <array>

#include "hull.h"

namespace juggler {

const char* name_of(RegionKind kind) {
  constexpr std::array names{"flat", "cone", "cylinder", "general", "fold"};
  return names[static_cast<size_t>(kind)];
}

double plan_at(const Form& f, double u) {
  if (f.by_plan) return u;
  const AskedProfile& base = f.profiles.front();
  const Vec3 p = edge_point(f, EndName::base, base.layer, u) - base.centre;
  return near(std::atan2(p.y, p.x), u);
}

namespace {

constexpr double two_pi = 2 * std::numbers::pi;

double first_u_where(const Form& f, double value, const std::function<double(double)>& angle);

// Where an angle that rises with u, or stands still, has a value: the middle of there. It may stand still
// across the ends of the wall, so it is followed on beyond them.
double u_where(const Form& f, double value, const std::function<double(double)>& angle) {
  if (f.turns_back) return first_u_where(f, value, angle);
  const double from = f.wall.front().from;
  const auto on = [&](double u) {
    const double turns = two_pi * std::floor((u - from) / two_pi);
    return angle(u - turns) + turns;
  };
  const double asked = near(value, on(from));
  const auto meets = [&](double by) {
    double a = from - two_pi;
    double b = from + two_pi;
    for (int i = 0; i < 100 && b - a > 1e-15; ++i) (on((a + b) / 2) - asked < by ? a : b) = (a + b) / 2;
    return (a + b) / 2;
  };
  constexpr double near_enough = 1e-13;
  return (meets(-near_enough) + meets(near_enough)) / 2;
}

// The first place where an angle that may turn back has a value, the middle of a stretch where it stands
// still.
double first_u_where(const Form& f, double value, const std::function<double(double)>& angle) {
  const auto off = [&](double u) { return std::remainder(angle(u) - value, two_pi); };
  for (const WallPiece& w : f.wall) {
    constexpr int looks = 64;
    constexpr double none = 1e-12;
    const double from = std::max(w.from, f.from());
    const double to = std::min(w.to, f.to());
    if (std::abs(off(from)) < none && std::abs(off((from + to) / 2)) < none) return (from + to) / 2;
    for (int i = 0; i < looks && from < to; ++i) {
      const double a = from + (to - from) * i / looks;
      const double b = from + (to - from) * (i + 1) / looks;
      if ((off(a) < 0) != (off(b) < 0) && std::abs(off(a)) + std::abs(off(b)) < std::numbers::pi)
        return root(off, a, b);
    }
  }
  throw Refusal(
      {.reason = "meets no ruling", .key = "seam.at", .found = shown_degrees(Angle::radians(value))});
}

}  // namespace

// The plan angle stands still over a cone about a corner of the base.
double u_at_plan(const Form& f, double plan) {
  if (f.by_plan) return plan;
  return u_where(f, plan, [&](double u) { return plan_at(f, u); });
}

// The direction faced stands still over a flat.
double u_facing(const Form& f, EndName end, double direction) {
  if (f.by_plan) return direction;
  const AskedProfile& p = f.profiles[end == EndName::base ? 0 : 1];
  return u_where(f, direction, [&](double u) {
    const Vec3 n = ruling_at(f.wall, u).n;
    return near(std::atan2(dot(n, p.y), dot(n, p.x)), u);
  });
}

double warp_of(const Form& f) {
  double worst = 0;
  for (const WallPiece& w : f.wall) {
    for (int i = 0; i <= 16; ++i) {
      const double u = w.from + (w.to - w.from) * i / 16;
      const Ruling r = w.ruling(u);
      const auto normal = [&](EndName end) {
        const Cut cut = f.rim(end)(u);
        return cross(r.dc + f.neutral * r.dn + cut.s * r.de, r.e);
      };
      const Vec3 low = normal(EndName::base);
      const Vec3 high = normal(EndName::top);
      // Where a rim stands still its normal is the other's.
      if (std::min(norm(low), norm(high)) < 1e-6 * f.size) continue;
      worst = std::max(worst, std::atan2(norm(cross(low, high)), dot(low, high)));
    }
  }
  return worst;
}

}  // namespace juggler
