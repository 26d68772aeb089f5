// Twins: geometry mirrored in the plane of the x axis and the axis of the part, whatever it was made from.
// Equation numbers: docs/maths/twin.md.
#pragma once

#include "surface.h"

namespace juggler {

/// A wall's u becomes -u, so that it rises with the plan angle again; base and top stay what they are.
[[nodiscard]] Form mirrored(const Form& form);
[[nodiscard]] PieceMaker mirrored(const PieceMaker& piece);
/// Faces keep their numbers and names, and each its first side.
[[nodiscard]] Body mirrored(const Body& body);
/// Pieces keep their order; u becomes -u.
[[nodiscard]] CurvedForm mirrored(const CurvedForm& form);

/// The part as it is made: as drawn, or its twin.
template <typename Geometry>
[[nodiscard]] Geometry as_made(Geometry drawn, Hand hand) {
  return hand == Hand::opposite ? mirrored(drawn) : drawn;
}

}  // namespace juggler
