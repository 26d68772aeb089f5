#pragma once

#include "juggler/part.h"

namespace juggler {

using limits::longest;
using limits::shortest;

inline constexpr double least_turns = 1e-3;  // of what winds

/// Refuses a value outside [least, most], nan and infinities too.
void check_range(const char* key, double value, double least, double most, const char* unit);

}  // namespace juggler
