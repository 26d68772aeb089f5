// Ends of walls that forming stretches cut where they meet another part. Internal. Equation numbers:
// docs/maths/meeting.md.
#pragma once

#include "form/surface.h"
#include "neighbour.h"

namespace juggler {

/// The form with the ends that other parts cut: each piece by itself where it has copies, of which those that
/// come out alike are copies again. Lines of constant u end on the curve; all that is said of edges, elements
/// and strain holds for what is left. (18)
///
/// Errors    Refusal where the other part does not receive every line, where the edge would be torn, or runs
///           over a line across at which the wall's curvature changes, where no metal is left; with the
///           place.
/// Accuracy  1e-9 of the size.
/// Cost      some hundred milliseconds for each piece.
[[nodiscard]] CurvedForm ended_by(CurvedForm form, double thickness, const std::vector<EndBody>& ends);

}  // namespace juggler
