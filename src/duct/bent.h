// Ducts that turn in a plane: their walls as paths, and what is made of them. Private to the family.
#pragma once

#include "juggler/part.h"

namespace juggler {

/// A step of a wall's path on its inner face: a straight, or a turn (left is positive) with its radius there.
/// Beside a sharp one, a bend, straights count to where its lines meet.
struct DuctStep {
  double length = 0;
  Angle turn = {};
  double radius = 0;
  bool sharp = false;
};

/// A wall of a bent duct, seen in the plane of the bend, in the direction of the flow.
struct DuctWall {
  std::string name;
  Vec2 start;  // on the inner face; the flow leaves the base along +x
  std::vector<DuctStep> steps;
  bool duct_on_left = true;
};

/// What a bent duct is made of: its two walls, and splitters (on their middles).
struct BentDuct {
  DuctWall right, left;
  std::vector<DuctWall> splitters = {};
  double width = 0;  ///< inside, square to the plane
  DuctCorner corner = DuctCorner::inside_touch;
  std::optional<NamedSeam> seam = {};
  Bend bend = {};
};

/// How a wall's sizes on the size face lie on its inner one: both faces together, and one alone.
struct DuctSizes {
  double thickness = 0;
  double beyond = 0;  ///< of the size face, out of the inner one
};
/// Errors  Refusal where the sheet has a thickness and no size face.
[[nodiscard]] DuctSizes duct_sizes(const Sheet& sheet);

/// The arcs of a wall so far out of its inner face, and where it ends.
[[nodiscard]] std::vector<Arc> arcs_of(const DuctWall& wall, double out, const Bend& bend, double thickness);
/// Where a path on the inner face ends, and its heading there.
struct DuctEnd {
  Vec2 at;
  Angle heading;
};
[[nodiscard]] DuctEnd end_of(const DuctWall& wall);

/// A straight duct as it is asked for, whatever is missing: forming refuses that.
[[nodiscard]] Hopper walls_of(const Duct& duct);

/// The parts, from plates for cheeks and panels for walls, each where it stands.
[[nodiscard]] std::vector<Part> sides_of(const BentDuct& duct, const Part& like);

}  // namespace juggler
