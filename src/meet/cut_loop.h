// The outline of a hole, along lines that have been met with a wall. Private to the room. Equation numbers:
// docs/maths/openings.md.
#pragma once

#include "geom/curve_arcs.h"
#include "track.h"

namespace juggler {

/// A way across a line, slid along it until it lies in the wall. (9), meeting.md (8)
[[nodiscard]] Vec3 on_wall(Vec3 across, Vec3 along, Vec3 normal);
/// The outline where the layers that the contact says lie on the lines: tracks of the loop's stretches, in
/// their order. (28)-(32)
/// Accuracy  `fit`, as the error says.
[[nodiscard]] FittedArcs cut_along(const PartWall& wall, const std::vector<Track>& tracks, Contact contact,
                                   const LineLoop& loop, double fit, const Named& named);

}  // namespace juggler
