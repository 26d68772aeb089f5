// Walls by rulings, parted at their seams.
#pragma once

#include "juggler/blank.h"

namespace juggler {

/// A wall once round, and what its pieces are made with.
struct WholeWall {
  PieceMaker piece;
  Form form = {};         ///< once round, from plan angle 0
  Seam seam = {};         ///< as made
  double top_height = 0;  ///< of the top's plane or centre, mm
  std::vector<TurnedEnd> turned_ends = {};
  /// Says what a gap leaves no metal for, where more can be said than that.
  std::function<void(const Form& piece)> refuse_gap = {};
};

/// Errors  Refusal where the gap, lap or stock of a piece finds no rim to end on.
[[nodiscard]] std::vector<Blank> make_blanks(const WholeWall& wall, const Making& making);
/// Whether the edges of the seam end on both rims.
[[nodiscard]] bool leaves_metal(const Form& piece, const Seam& seam);

}  // namespace juggler
