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

/// One of several walls that follow one another: the wall that is laid out, what it is in the part, what is
/// said of it.
struct LaidWall {
  const Form* laid = nullptr;  ///< of what is stretched a wall in the plane: the flat itself
  int number = 0;              ///< which blank of the part is the first of these
  int count = 1;               ///< how many are alike
  std::vector<Phrase> notes = {}, warnings = {};
};
/// A part of such walls, from end to end, joined nowhere.
struct WallRow {
  const Form* form = nullptr;  ///< all of it in space
  std::vector<LaidWall> walls = {};
  double thickness = 0;
  double overall_height = 0;  ///< from its lowest metal to its highest, mm
  int blanks = 1;             ///< how many make the part
  bool stretched = false;     ///< it does not open flat as it is
};
[[nodiscard]] std::vector<Blank> make_blanks(const WallRow& row, const Making& making);

}  // namespace juggler
