// Arcs that turn so little that their centre is lost in rounding. Private to the room.
#pragma once

#include <cmath>

#include "juggler/geom.h"

namespace juggler {

/// By the circle a place is off by rounding of the radius, length / turn; by the chord by its rise,
/// length turn / 8: here both are some 4e-9 of the length.
[[nodiscard]] inline bool is_flat(const Arc& arc) { return std::abs(arc.turn) < 3e-8; }

}  // namespace juggler
