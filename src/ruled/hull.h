// The planes that touch two convex profiles, and what they envelop. Private to the room. Equation numbers:
// docs/maths/transitions.md.
#pragma once

#include <memory>

#include "form/profile.h"
#include "form/turns.h"
#include "juggler/form.h"

namespace juggler {

[[nodiscard]] inline double angle_of(Vec2 v) { return std::atan2(v.y, v.x); }

/// The plane of an end, its centre the origin.
struct EndFrame {
  Vec3 centre, x, y, z;

  [[nodiscard]] Vec3 way(Vec2 p) const { return p.x * x + p.y * y; }
  [[nodiscard]] Vec3 at(Vec2 p) const { return centre + way(p); }
  [[nodiscard]] Vec2 part(Vec3 n) const { return {dot(n, x), dot(n, y)}; }
};

/// A plane that touches both: the directions of its normal in both ends' planes, and its normal.
struct Touch {
  double base = 0;
  double top = 0;
  Vec3 normal;
};

/// Everything that the wall is made from.
struct Hull {
  EndFrame base, top;
  ProfileCurve low, high;
  double base_layer = 0, top_layer = 0;
  std::string base_key, top_key;  // of what would round their corners

  [[nodiscard]] double apart() const { return top_layer - base_layer; }
};

/// A stretch of wall once round, in rising u. A flat one has its corners on the size faces: the base's side,
/// the top's; one of them may be a point.
struct Stretch {
  WallPiece piece;
  RegionKind kind = RegionKind::flat;
  std::string name;
  Vec3 base_from = {}, base_to = {}, top_from = {}, top_to = {};
  Vec3 normal = {};
};

/// Those between two rulings, repeated as often as they go round.
[[nodiscard]] std::vector<Stretch> stretches_between(const std::vector<Stretch>& once, double from,
                                                     double to);
/// Gives a form, whose cutters and thickness are set, its wall, its regions and its rims.
void set_wall(Form& form, std::vector<Stretch> stretches);

/// The parameter of a wall between two open curves runs from 0 to this.
inline constexpr double open_wall = 1;

/// Whether both profiles are polygons with sharp corners, so that the wall is flats and folds alone.
[[nodiscard]] bool of_flats(const Hull& hull);
/// Where the curve reaches farthest.
[[nodiscard]] Vec2 support(const ProfileCurve& profile, Vec2 way);
/// The wall once round from its first change.
[[nodiscard]] std::vector<Stretch> stretches_of(const std::shared_ptr<const Hull>& hull);
/// Errors  Refusal for profiles that are none, sizes without a face.
[[nodiscard]] std::shared_ptr<const Hull> hull_between(const Transition& transition, const Sheet& sheet);
/// Errors  Refusal for planes that cut or touch the other profile.
void check_planes(const Hull& hull);
/// Both.
[[nodiscard]] std::shared_ptr<const Hull> hull_of(const Transition& transition, const Sheet& sheet);

}  // namespace juggler
