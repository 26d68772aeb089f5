// The size on the inside that makes a part whose size on another face cannot be made. Private to the room.
#pragma once

#include "hull.h"
#include "juggler/phrase.h"

namespace juggler {

/// The keys, as a job writes them, that size a sharp-cornered rectangle or regular polygon at an end on the
/// inside so that its flats stay where they are; empty where there are none. docs/maths/transitions.md (25).
[[nodiscard]] Phrase same_part_inside(const Transition& t, const Hull& hull,
                                      const std::vector<Stretch>& stretches, EndName end);

}  // namespace juggler
