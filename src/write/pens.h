// The colour of letters. Private to the room.
#pragma once

#include <array>

namespace juggler {

inline constexpr std::array<double, 3> ink{0.13, 0.14, 0.16};

}  // namespace juggler
