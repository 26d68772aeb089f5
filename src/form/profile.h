// A convex profile by the directions of its normals. Private to the room. Source docs/maths/transitions.md
// (1)-(4).
#pragma once

#include "juggler/transition.h"

namespace juggler {

/// A corner (both half axes 0) or an arc of an ellipse, over a range of outward normals; radians.
struct Bow {
  double from = 0;
  double to = 0;
  Vec2 centre = {};
  double a = 0;  ///< half axes, the first at `axis`
  double b = 0;
  double axis = 0;

  [[nodiscard]] bool corner() const { return a == 0; }
  /// Its point with a normal; goes on beyond its range.
  [[nodiscard]] Vec2 at(double normal) const;
  /// Its radius of curvature there: the point runs that fast, square to the normal.
  [[nodiscard]] double radius(double normal) const;
};

/// A closed convex curve: bows whose ranges follow each other once round, with a straight side (which may
/// have no length) from each to the next.
struct ConvexProfile {
  std::vector<Bow> bows = {};

  [[nodiscard]] size_t next(size_t i) const { return (i + 1) % bows.size(); }
  [[nodiscard]] Vec2 end(size_t i) const { return bows[i].at(bows[i].to); }
  [[nodiscard]] Vec2 start(size_t i) const { return bows[i].at(bows[i].from); }
  /// Of the side that follows a bow.
  [[nodiscard]] double side_length(size_t i) const { return norm(start(next(i)) - end(i)); }
  /// The bow whose range holds a normal.
  [[nodiscard]] size_t bow_at(double normal) const;
  /// How far the curve reaches in a direction.
  [[nodiscard]] double reach(double normal) const;
  /// Distance of a point from the curve.
  [[nodiscard]] double distance(Vec2 point) const;
};

/// `end` names the profile in refusals: "base.profile".
///
/// Errors  Refusal for sizes missing, contradictory or out of range, and for points that make no convex
/// curve.
[[nodiscard]] ConvexProfile convex_profile(const Profile& profile, const std::string& end);

}  // namespace juggler
