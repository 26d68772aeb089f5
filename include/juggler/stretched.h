// What is asked for: walls that need not open flat. Lengths are millimetres; angles carry their unit.
#pragma once

#include "juggler/sheet.h"

namespace juggler {

/// What a dome's meridian is: one arc about a centre on the axis; or a crown of a large radius, a knuckle of
/// a small one that is tangent to it, and a straight rim.
enum class DomeKind { sphere, dished };
[[nodiscard]] const char* name_of(DomeKind kind);

/// A dome made of gores: strips between meridians, all alike. Its rim lies level at z = 0, its crown above.
/// Sizes lie on one face; edges are cut square to the sheet.
struct Dome {
  DomeKind kind = DomeKind::sphere;
  std::optional<double> rim = {};       ///< diameter at the lower edge
  std::optional<double> rise = {};      ///< sphere: from the rim's plane to the pole
  std::optional<double> diameter = {};  ///< sphere: of the sphere; alone a half, or where asked a whole one
  bool whole = false;                   ///< sphere: from pole to pole
  std::optional<double> crown_radius = {};    ///< dished
  std::optional<double> knuckle_radius = {};  ///< dished
  double straight = 0;                        ///< dished: height of the straight rim
  std::optional<double> crown = {};  ///< diameter of the plate at the pole that is made apart; else no plate
  std::optional<Face> sizes_on = {};
  int gores = 12;    ///< 3 to 64
  Angle start = {};  ///< plan angle of the first seam
  StrainLimit strain = {};
};

/// A dome worked out, on the middle of the sheet.
struct DomeSizes {
  /// From the rim upwards, x the distance from the axis, y the height; tangent to each other.
  std::vector<Arc> meridian = {};
  bool base_pointed = false;
  bool top_pointed = false;
  int gores = 12;
  double start = 0;           ///< plan angle, radians
  double overall_height = 0;  ///< of the metal
  double size = 0;

  [[nodiscard]] double length() const { return length_of(meridian); }
  /// The meridian at a distance from the rim along it: a place of the arc that lies there.
  [[nodiscard]] Vec2 at(double along) const;
  [[nodiscard]] double heading(double along) const;
};

/// A curve in space: a helix about the axis, of one diameter or a changing one; or a smooth curve through
/// points, a natural cubic spline over the lengths of their chords.
struct SpaceCurve {
  std::optional<double> diameter = {};
  std::optional<double> diameter_to = {};  ///< at its end, where it differs: it changes evenly
  std::optional<double> pitch = {};        ///< rise for one turn, 0 for a level arc
  std::optional<double> turns = {};
  double height = 0;  ///< of its start
  Angle start = {};   ///< plan angle
  std::vector<Vec3> points = {};
};

/// A wall of straight rulings between two curves in space, both run the same way, on the middle of the sheet.
/// Its inside lies left of the way they run, its base lower.
struct RuledWall {
  SpaceCurve base = {};
  SpaceCurve top = {};
  Rulings rulings = Rulings::developable;
  int pieces = 1;  ///< 1 to 64: equal shares of the wall
  StrainLimit strain = {};
};

/// Work the sizes out.
///
/// Errors    Refusal for sizes missing, out of range or contradictory.
/// Accuracy  rounding.
/// Source    docs/maths/stretch.md (9)-(11).
[[nodiscard]] DomeSizes solve(const Dome& dome, const Sheet& sheet);
/// Refuses curves that are none.
void check(const RuledWall& wall);

}  // namespace juggler
