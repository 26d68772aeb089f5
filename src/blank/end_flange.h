// Flanges at the ends of walls, on the flat. Private to the room.
#pragma once

#include "laid.h"
#include "opened.h"

namespace juggler {

/// Adds a flange beyond an end of a wall laid flat: strips beside its straight sides, folded; along its
/// curves, turned over. Corners between them are notched.
///
/// Errors    Refusal at the flange's keys for a width that is missing or leaves no strip, metal strained
/// beyond its
///           limit, an end that has something beyond it already.
/// Accuracy  strips as the rim's arcs; angles and strains to 1e-9 and 1e-4.
/// Source    docs/maths/transitions.md (50)-(56).
void add_end_flange(Blank& blank, const FormBlank& made, const EndFlange& flange);
/// Names the folds of flanges, after all bends.
void tag_flanges(std::vector<Blank>& blanks, const Bend& bend);

}  // namespace juggler
