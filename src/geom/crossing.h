// Where arcs cross. Private to the room.
#pragma once

#include "juggler/geom.h"

namespace juggler {

/// The points that two arcs share, up to two; none of arcs of one circle or line.
[[nodiscard]] std::vector<Vec2> crossings(const Arc& a, const Arc& b);
/// How far along an arc its point nearest to another lies, mm.
[[nodiscard]] double parameter_of(const Arc& arc, Vec2 p);

}  // namespace juggler
