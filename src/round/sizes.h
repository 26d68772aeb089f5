// Sizes of cones and cylinders. Private to the family.
#pragma once

#include "juggler/part.h"

namespace juggler {

/// The sizes of a cone, its trims as asked.
[[nodiscard]] RoundSizes solved(const Cone& cone, const Sheet& sheet);
/// Adds a flange to an end.
void add_round_flange(RoundSizes& sizes, const Flange& flange, const Sheet& sheet);
/// Refuses a trim that is not given in exactly one way, or out of range.
void check_trim(const Trim& trim);

}  // namespace juggler
