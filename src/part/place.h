// Where parts stand. Internal.
#pragma once

#include "juggler/part.h"

namespace juggler {

/// Where what follows a part stands: its top's centre, shifted from the base's and so high, and an axis
/// square to the top's plane, which rises towards `uphill`. Source docs/maths/places.md (5).
[[nodiscard]] Frame top_of(Vec2 shift, double height, Hand hand, Angle tilt = {}, Angle uphill = {});

}  // namespace juggler
