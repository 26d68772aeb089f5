#pragma once

#include "juggler/part.h"

namespace juggler {

using limits::longest;
using limits::shortest;

inline constexpr double least_turns = 1e-3;  // of what winds

/// Refuses a value outside [least, most], nan and infinities too.
void check_range(const char* key, double value, double least, double most, const char* unit);

/// Refuses a flange at one of its own keys.
[[noreturn]] void refuse_flange(const Flange& flange, const char* key, const Phrase& reason,
                                const Phrase& found = {}, const Phrase& allowed = {},
                                const Phrase& advice = {});
/// Refuses one whose width is missing, or a size of which is out of range.
void check_sizes(const Flange& flange);

}  // namespace juggler
