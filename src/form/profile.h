// A profile by the directions of its normals. Private to the room. Source docs/maths/transitions.md
// (1)-(4).
#pragma once

#include <memory>

#include "bezier.h"

namespace juggler {

/// Refuses what a key says.
/// Turned about the origin, radians.
[[nodiscard]] Vec2 turned(Vec2 p, double by);

/// A corner (both half axes 0), an arc of an ellipse or a stretch of a Bezier curve, over a range of outward
/// normals; radians. Where it is concave the range falls as the profile runs on, and half axes are negative.
struct Bow {
  double from = 0;
  double to = 0;
  Vec2 centre = {};
  double a = 0;  ///< half axes, the first at `axis`
  double b = 0;
  double axis = 0;
  std::shared_ptr<const BezierStretch> bezier = {};

  [[nodiscard]] bool corner() const { return a == 0 && !bezier; }
  [[nodiscard]] double sense() const { return to < from ? -1 : 1; }
  /// Its point with a normal; goes on beyond its range.
  [[nodiscard]] Vec2 at(double normal) const;
  /// Its point that a line with this normal touches: beyond its range one of its ends.
  [[nodiscard]] Vec2 touched(double normal) const;
  /// Its radius of curvature there, negative where concave: the point runs that fast, square to the normal.
  [[nodiscard]] double radius(double normal) const;
  /// Enlarged about the origin, then moved.
  [[nodiscard]] Bow moved(double scale, Vec2 by) const;
  /// Turned about the origin.
  [[nodiscard]] Bow turned(double by) const;

 private:
  [[nodiscard]] BezierStretch::At on_bezier(double normal) const;
};

/// The eccentric angle of an arc's point with a normal, whole turns kept.
[[nodiscard]] double eccentric(const Bow& bow, double normal);

/// A closed curve: bows whose ranges follow each other once round, with a straight side (which may have no
/// length) from each to the next. Convex where it is closed and no range falls.
struct ProfileCurve {
  std::vector<Bow> bows = {};
  bool open = false;  ///< no side leads from the last bow to the first; both are corners that do not turn

  [[nodiscard]] size_t next(size_t i) const { return (i + 1) % bows.size(); }
  [[nodiscard]] Vec2 end(size_t i) const { return bows[i].at(bows[i].to); }
  [[nodiscard]] Vec2 start(size_t i) const { return bows[i].at(bows[i].from); }
  /// Of the side that follows a bow.
  [[nodiscard]] double side_length(size_t i) const { return norm(start(next(i)) - end(i)); }
  [[nodiscard]] bool convex() const;
  /// The bow whose range holds a normal; of a convex one.
  [[nodiscard]] size_t bow_at(double normal) const;
  /// How far the curve reaches in a direction; of a convex one.
  [[nodiscard]] double reach(double normal) const;
  /// Distance of a point from the curve.
  [[nodiscard]] double distance(Vec2 point) const;
};

/// Points along the curve, some for each bow.
[[nodiscard]] std::vector<Vec2> points_along(const ProfileCurve& profile, int for_each_bow);

/// `end` names the profile in refusals: "base.profile".
///
/// Errors  Refusal for sizes missing, contradictory or out of range, and for points that make no convex
/// curve.
[[nodiscard]] ProfileCurve profile_curve(const Profile& profile, const std::string& end);
/// Of a drawn outline. Source  docs/maths/transitions.md (17)-(19).
[[nodiscard]] ProfileCurve drawn_profile(const Profile& profile, const std::string& end);

}  // namespace juggler
