// The colour of letters, and what counts as one place. Private to the room.
#pragma once

#include <array>

namespace juggler {

inline constexpr std::array<double, 3> ink{0.13, 0.14, 0.16};
inline constexpr double on_paper = 1e-6;  // mm: far below what a page can show

}  // namespace juggler
