// Ends of walls cut where they meet another part. Internal. Equation numbers: docs/maths/meeting.md.
#pragma once

#include "neighbour.h"

namespace juggler {

/// The pieces of a part whose ends other parts cut, or planes that stand in for those of its ends. The planes
/// of those ends cut no more; trims do.
///
/// Errors    Refusal where the other part does not receive every ruling, where the edge would be torn, where
///           no wall is left, with the plan angle.
/// Accuracy  1e-12 of the size.
/// Cost      some thousand lines met.
[[nodiscard]] PieceMaker ended_by(PieceMaker pieces, const std::vector<EndBody>& ends,
                                  const std::vector<Mitre>& mitres);

}  // namespace juggler
