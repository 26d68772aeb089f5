// Holes in walls whose pieces have no common flat. Internal.
#pragma once

#include "boring.h"

namespace juggler {

/// A hole that can be cut in any wall.
struct HoleInEach {
  std::function<BoredWall(const PartWall&)> cut;
  /// Whether a line of it comes through metal of a wall the way that counts.
  std::function<bool(const PartWall&, const SpaceLine&)> comes_through;
  std::vector<LineLoop> loops = {};
  SpaceLine middle = {};
};
struct HoleInPiece {
  BoredWall hole;
  bool share = false;  ///< of one that another piece has, too
};
/// A wall by rulings or faces is cut at once. Pieces that forming stretches have no common flat: the hole is
/// cut in each that it lies on by itself, gone on with beyond its edges; of all but the first, which has its
/// middle if one has, it is a share.
///
/// Errors  Refusal as cutting it gives; of pieces on which it does not lie none.
[[nodiscard]] std::vector<HoleInPiece> cut_in_each(const PartWall& wall, const HoleInEach& hole);

}  // namespace juggler
