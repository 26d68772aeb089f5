// Bolt holes that are like another part's. Private to the room.
#pragma once

#include "juggler/develop.h"

namespace juggler {

/// Bolt holes with the pattern of another part's.
///
/// stands  that part's frame in this one's
/// hand    this part's: what is drawn of a twin is mirrored
/// Errors  Refusal at `like` where the axes stand square; as with_bolt_holes().
/// Source  docs/maths/openings.md (44).
[[nodiscard]] BoltHoles settled(const BoltHoles& own, const BoltHoles& pattern, const Part& of,
                                const Frame& stands, Hand hand);

}  // namespace juggler
