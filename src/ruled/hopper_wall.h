// Hoppers whose ends meet other parts. Private to the families.
#pragma once

#include "juggler/formed.h"

namespace juggler {

/// A hopper as a wall by rulings, for an end that another part cuts: four plates and the cylinders of its
/// bends. Source docs/maths/meeting.md (11)-(13).
///
/// Errors  Refusal for hips that are welded, bends of no radius, flanges, bends of different neutral factors.
[[nodiscard]] Formed form_hopper_wall(const Part& part, const Hopper& hopper);

}  // namespace juggler
