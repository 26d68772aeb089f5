// What folded shapes share. Private to the room.
#pragma once

#include <vector>

#include "juggler/shapes.h"

namespace juggler {

/// The layer of folded walls that meets an end's plane for `clear` or `full`, mm. A wall rises by the
/// component of its normal out of that end; an upright one meets the plane with every layer. Source
/// docs/maths/folded.md (47).
///
/// Errors  Refusal where walls would need different layers.
[[nodiscard]] double folded_contact(Contact asked, const std::vector<double>& rises, double thickness,
                                    const char* key);

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
