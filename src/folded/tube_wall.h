// Tubes that meet other parts, with the thickness of their wall. Private to the families.
#pragma once

#include "juggler/part.h"

namespace juggler {

/// Whether a part is a tube of which more counts than the face that it is opened on: another part cuts its
/// ends, or it has holes for one.
[[nodiscard]] bool is_tube_that_meets(const Part& part);
/// A tube as a wall of its thickness, that opens flat on the face that the tube is opened on: a cylinder, or
/// a prism with rounded corners.
///
/// Errors  Refusal for sizes that make no tube; at corner_radius for corners sharper than the wall is thick,
/// of
///         which no layers are parallel.
[[nodiscard]] Part tube_as_wall(const Part& part);

}  // namespace juggler
