// Ends of folded parts cut where they meet another part. Internal. Equation numbers: docs/maths/meeting.md.
#pragma once

#include "neighbour.h"

namespace juggler {

/// What the ends of a folded part are cut by.
struct FoldedEnds {
  std::vector<EndBody> bodies = {};
  double fit = 0.02;  ///< mm, of the arcs that stand for the cut
};
/// The names of the free edges at the ends of a body, base and top.
[[nodiscard]] std::pair<std::string, std::string> names_of_ends(const Body& body);
/// The body with the faces and bends at those ends cut face by face, bend by bend, along lines that run from
/// the far side of each to the end, and parallel to the axis of a bend. Layers are counted in the sheet: its
/// neutral one is the middle. (14)-(16)
///
/// Errors    Refusal where the end is no free edge or has been cut already, where the other part does not
///           receive every line, where the edge would be torn, where no metal is left; with the face.
/// Accuracy  1e-12 of the size; of the arcs on faces the fit. Bends keep the curve as it is.
/// Cost      some thousand lines met.
[[nodiscard]] Body ended_by(Body body, const FoldedEnds& ends);

}  // namespace juggler
