// What a gap, a lap or stock moves of an edge.
#pragma once

#include "juggler/blank.h"

namespace juggler {

/// The form of one piece, with as much wall beyond its seam rulings as its lap or stock needs.
[[nodiscard]] Form piece_with_laps(const PieceMaker& piece, const Seam& seam, Span span);
/// The parallel gap on the neutral layer that gives the asked gap on its face at the middle of the ruling at
/// u, mm. Source docs/maths/develop.md (29).
[[nodiscard]] double neutral_gap(const Form& form, const Seam& seam, double u);
/// How far inside its seam ruling's image an edge lies on the blank, mm; negative: a lap or stock beyond it.
[[nodiscard]] double edge_inset(const Form& form, const Seam& seam, SeamEdge edge);

}  // namespace juggler
