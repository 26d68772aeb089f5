// Where crotches come down to the base of their legs. Private to the walls that meet. Equation numbers:
// docs/maths/breech.md.
#pragma once

#include "end_face.h"

namespace juggler {

/// Where a stretch of a crotch ends: the ruling, and how far along it. Where a flat side of the base lies in
/// one plane with one of the other leg it is the place at which the borders of both flats cross, and from
/// there a straight cut goes down to the side, square to it. (7)
struct CrotchFoot {
  double u = 0;
  double s = 0;
  std::optional<RimPiece> straight = {};
};
struct CrotchRun {
  CrotchFoot from, to;
};
/// From foot to foot, but for where legs run together; in u, which may lie a turn on.
/// Errors  Refusal where the leg's other end lies within the other, where both meet above their base as
///         well, or part at a sharp corner of it.
[[nodiscard]] std::vector<CrotchRun> runs_of(const EndOnFace& leg);

}  // namespace juggler
