// What folded shapes share. Private to the room.
#pragma once

#include "juggler/fold.h"

namespace juggler {

/// The common inside radius of the bends; a sheet without thickness may leave it out.
[[nodiscard]] inline double common_radius(const Bend& bend, double thickness) {
  if (bend.radius) return *bend.radius;
  if (thickness == 0) return 0;
  throw Refusal({.reason = "is missing: nothing says how sharply the sheet is bent",
                 .key = "bend.radius",
                 .allowed = "the inside radius, 0 or more",
                 .advice = "give the radius of the tool, or 0 for a fold that is sharp inside"});
}

}  // namespace juggler
