// The angles at which the flats of a pressed wall close. Private to the room. docs/maths/folded.md (51)-(54).
#pragma once

#include "juggler/blank.h"

namespace juggler {

/// Turns the bend lines of all pieces of a closed wall, in their order round it, so that the flats close: of
/// all ways the one nearest to how far the smooth wall turns there. States how far each end then stands out
/// of its plane.
///
/// Errors  Refusal where a line would turn by half a turn or more, or where no angles near those of the wall
/// close.
void close_up(const std::vector<Blank*>& pieces, const std::vector<TrimPlane>& trims);

}  // namespace juggler
