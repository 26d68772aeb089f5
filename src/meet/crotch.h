// Where legs that start on one profile cut each other. Private to the walls that meet. Equation numbers:
// docs/maths/breech.md.
#pragma once

#include "end_face.h"

namespace juggler {

/// The stretches of a leg's end that a leg beside it cuts: each from foot to foot, in u, which may lie a turn
/// on; none where they do not meet above their profile.
///
/// Errors    Refusal where the leg's other end lies within the other, where the edge would be torn.
/// Accuracy  1e-12 of the size; at the feet 1e-10.
[[nodiscard]] std::vector<std::vector<RimPiece>> crotches_of(const EndOnFace& leg);

/// A cut of an end by one of the bodies that the form names.
struct CrotchCut {
  size_t body = 0;
  std::vector<std::vector<RimPiece>> stretches = {};
};
/// The rim that is left of an end where of several cuts the one counts that leaves least metal; says which
/// body has cut where.
[[nodiscard]] Rim cut_over(const Rim& rim, const Wall& wall, EndName end, const std::vector<CrotchCut>& cuts,
                           std::vector<CrotchStretch>& says);
/// The cutter that a leg's end finds there, for the proof: on its touching layer, within the stretches.
[[nodiscard]] Cutter crotch_cutter(const std::shared_ptr<const Form>& whole, const EndBody& end,
                                   const std::vector<std::vector<RimPiece>>& stretches);

}  // namespace juggler
