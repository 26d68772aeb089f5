#pragma once

#include "juggler/part.h"

namespace juggler {

using limits::longest;
using limits::shortest;
inline constexpr double least_turns = 1e-3;  // of what winds

/// Refuses a value outside [least, most], nan and infinities too.
void check_range(const char* key, double value, double least, double most, const char* unit);

/// The sizes of a cone, its trims as asked.
[[nodiscard]] RoundSizes solved(const Cone& cone, const Sheet& sheet);
/// Adds a flange to an end.
void add_round_flange(RoundSizes& sizes, const Flange& flange, const Sheet& sheet);
/// Refuses a trim that is not given in exactly one way, or out of range.
void check_trim(const Trim& trim);

}  // namespace juggler
