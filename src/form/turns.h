// Angles but for whole turns.
#pragma once

#include "juggler/geom.h"

namespace juggler {

/// An angle by whole turns as near to another as can be.
[[nodiscard]] inline double near(double angle, double to) {
  constexpr double turn = two_pi;
  return angle + turn * std::round((to - angle) / turn);
}

}  // namespace juggler
