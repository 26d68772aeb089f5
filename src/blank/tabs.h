// Laps, hems and locked seams beyond edges. Private to the blank.
#pragma once

#include <optional>

#include "juggler/blank.h"

namespace juggler {

/// Adds to the blanks of a part what is asked for beyond their edges.
///
/// Errors  Refusal at the keys of the work for edges that there are not, sizes out of range, and what would
///         lie over itself.
void add_tabs(std::vector<Blank>& blanks, const std::vector<EdgeWork>& works, const Bend& bend);
/// The straight line that an edge is, or nothing.
[[nodiscard]] std::optional<Arc> straight_edge(const Edge& edge);
/// All that lies on the flat, back into the positive quadrant.
void into_quadrant(Blank& blank);

}  // namespace juggler
