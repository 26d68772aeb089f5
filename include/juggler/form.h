// A part as a wall: straight rulings with a unit normal, its parallel layers, and where its ends are cut.
#pragma once

#include <functional>
#include <vector>

#include "juggler/part.h"

namespace juggler {

/// One ruling of a wall, and how it changes with the wall's parameter u.
struct Ruling {
  Vec3 c = {};   ///< a point of the ruling, mm
  Vec3 e = {};   ///< unit direction, from base to top
  Vec3 n = {};   ///< unit normal, from the inside face to the outside face
  Vec3 dc = {};  ///< derivatives by u
  Vec3 de = {};
  Vec3 dn = {};
};

/// A stretch of wall that is smooth in u.
struct WallPiece {
  double from = 0;
  double to = 0;
  std::function<Ruling(double u)> ruling = {};
};

/// A ruled wall, piece after piece in rising u. On round walls u is the plan angle in radians.
using Wall = std::vector<WallPiece>;

/// The parallel layer at a distance outwards, mm. Rulings and normals are shared.
[[nodiscard]] Wall layer(const Wall& wall, double distance);
/// The ruling at u; u lies within the wall.
[[nodiscard]] Ruling ruling_at(const Wall& wall, double u);

/// How fast a wall runs: `along` the ruling, `across` it (along n x e), the turn of the ruling in the wall
/// and of the normal, all per u. Source docs/maths/develop.md (3).
struct Rates {
  double along = 0;   // a = c'.g0
  double across = 0;  // b = c'.g
  double turn = 0;    // w = e'.g
  double curl = 0;    // v = n'.g
};
[[nodiscard]] Rates rates(const Ruling& ruling);

/// Where an end cuts a ruling: the distance from c along e, mm, and its derivative by u.
struct Cut {
  double s = 0;
  double ds = 0;
};
using Rim = std::function<Cut(double u)>;

/// A plane: the points p with normal . p = height.
struct Plane {
  Vec3 normal = {};
  double height = 0;
};
/// Where a layer of the wall (mm from the wall given) meets a plane. Source docs/maths/develop.md (12).
[[nodiscard]] Rim plane_rim(const Wall& wall, Plane plane, double layer);
/// Where the rulings of a layer run together. Source docs/maths/develop.md (13).
[[nodiscard]] Rim apex_rim(const Wall& wall, double layer);

/// A circle that a face, prolonged, is asked to pass through.
struct AskedCircle {
  EndName end = EndName::base;
  double layer = 0;
  Vec3 centre = {};
  double radius = 0;
};

/// A part ready to be opened out. The wall is the inside face.
struct Form {
  Wall wall = {};
  Rim base = {};
  Rim top = {};
  bool base_pointed = false;
  bool top_pointed = false;
  double thickness = 0;
  double neutral = 0;  ///< distance of the neutral layer from the inside face, mm
  std::vector<AskedCircle> asked = {};
  double size = 0;  ///< the greatest length of the part, the measure of its accuracy, mm
};

/// The form of a right cone, its seam ruling first and last.
///
/// Errors    Refusal when rulings of a layer within the metal cross before the cut end; it names the least
///           size that is possible.
/// Accuracy  rounding. Source docs/maths/develop.md (9)-(14).
[[nodiscard]] Form form(const Cone& cone, const Sheet& sheet, Angle seam_at);
/// The same, from the sizes worked out.
[[nodiscard]] Form form(const Cone& cone, const ConeSizes& sizes, const Sheet& sheet, Angle seam_at);

/// The least radius of an end, mm, for which the form, its other sizes and the height kept, still does what
/// `fits` asks; to 1e-9 of it. Cost  some 60 forms.
[[nodiscard]] double least_radius(const Cone& cone, const ConeSizes& sizes, const Sheet& sheet, Angle seam_at,
                                  EndName end, const std::function<bool(const Form&)>& fits);

/// Length of a rim once round on a layer, mm, by quadrature in space.
[[nodiscard]] double rim_length(const Form& form, EndName end, double layer);
/// Area of a layer between the rims, mm2, by quadrature in space.
[[nodiscard]] double wall_area(const Form& form, double layer);
/// A point of the edge as cut, on a layer.
[[nodiscard]] Vec3 edge_point(const Form& form, EndName end, double layer, double u);
/// Distance between the lowest and the highest point of the metal along z, mm.
[[nodiscard]] double overall_height(const Form& form);

}  // namespace juggler
