// What a hopper's ends ask of the layers of its sheet. Private to the room.
#pragma once

#include "juggler/form.h"

namespace juggler {

/// Layers as distances from the inside face, mm.
struct HopperLayers {
  double thickness = 0;
  double sizes = 0;  ///< that the sizes lie on
  double base = 0;   ///< that meets the base's plane
  double top = 0;
};

/// The hopper with both ends' sizes on the base's face. Source docs/maths/folded.md (45), (46).
///
/// Errors  Refusal where an end names no face, and where no wall has both sizes.
[[nodiscard]] Hopper on_one_face(const Hopper& hopper, const Sheet& sheet);
/// Source docs/maths/folded.md (47).
///
/// Errors  Refusal for `clear` and `full` where folded walls would need different layers.
[[nodiscard]] HopperLayers layers_of(const Hopper& hopper, const Hopper& sized, const Sheet& sheet);
/// Asks the walls for the ends as they were given, each on its own face.
void ask_ends(Body& body, const Hopper& hopper, const Sheet& sheet);

}  // namespace juggler
