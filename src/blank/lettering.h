// Lettering on the blanks of a part. Private to the blank.
#pragma once

#include "juggler/part.h"
#include "meet/charts.h"

namespace juggler {

/// Cuts or marks a line of letters.
///
/// Errors  Refusal as letter_form() does; for places off the wall; for text longer than the girth.
void add_lettering(const std::vector<Blank*>& blanks, const PartWall& wall, const Lettering& lettering,
                   const Making& making);

}  // namespace juggler
