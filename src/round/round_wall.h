// The wall of a round part, and the planes that its trims are. Private to the family.
#pragma once

#include "form/cuts.h"
#include "round_sizes.h"

namespace juggler {

/// The inside face over [from, to]; (1)-(3) of docs/maths/round.md.
[[nodiscard]] Wall round_wall(const RoundSizes& sizes, double from, double to);
/// Where the size face of a pointed end runs together, along each ruling.
[[nodiscard]] Rim point_rim(const RoundSizes& sizes, EndName end, const Wall& wall, double neutral);
/// The plane of a trim, in all its ways; (4)-(6).
[[nodiscard]] TrimPlane trim_plane(const Trim& trim, const RoundSizes& sizes, const Wall& wall);
/// Refuses trims that miss, pass the apex, or leave no wall, with the numbers.
void check_trims(const Form& form, const RoundSizes& sizes);

}  // namespace juggler
