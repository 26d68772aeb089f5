// Walls of transitions. Private to the families.
#pragma once

#include "develop/stretch.h"

namespace juggler {

/// The wall between two profiles, in pieces.
///
/// Errors    Refusal for profiles that are none; when an end's plane cuts or touches the other profile; when
///           the rulings of a layer cross within the metal (it names the least corner radius).
/// Accuracy  rounding.  Cost  some thousand rulings, each some microseconds.
/// Source    docs/maths/transitions.md (5)-(10).
[[nodiscard]] PieceMaker pieces_of(const Transition& transition, const Sheet& sheet);

/// Whether a transition is one of flats and folds alone: between two polygons with sharp corners. It is a
/// body (body.h), and has no pieces of wall. Errors    Refusal as pieces_of().
[[nodiscard]] bool is_folded(const Transition& transition, const Sheet& sheet);

/// The body of a transition between two polygons: its flats, parted at the seams (as made).
///
/// Errors    Refusal as pieces_of(); where its ends are measured on different faces.
[[nodiscard]] Body body_of(const Transition& transition, const Sheet& sheet, const Seam& seam);

/// A transition by even rulings, which need not open flat. Its sizes lie on the middle of the sheet, its
/// edges are cut square to it. Where both profiles have as many corners, corners are joined to corners, and
/// between them equal shares of both girths; else equal shares of the whole girths; of all such ways round
/// the one whose rulings are shortest, by the mean of their squares.
struct EvenTransition {
  Transition transition = {};
  Seam seam = {};                             ///< no gap, wedge, lap or stock
  std::optional<Refusal::Text> refused = {};  ///< why no wall opens flat, where one was asked for
};

/// The middle of a transition by even rulings, in the pieces that its seams make. u rises by 2 pi once round
/// (by 1 from end to end of an open wall), v from 0 to 1 along the ruling.
///
/// Errors    Refusal for profiles that are none; for sizes on a face, and seams and ends that only walls that
///           open flat have; where rulings have no length, or the wall folds back on itself or cuts through
///           itself; for more than 300 stretches.
/// Accuracy  1e-12 of the size.  Cost  some tens of milliseconds.
/// Source    docs/maths/stretch.md (19)-(21).
[[nodiscard]] CurvedForm form(const EvenTransition& wall, const Sheet& sheet, Hand hand = Hand::as_drawn);

/// A transition by even rulings, where it is asked for or no wall opens flat of it.
[[nodiscard]] std::optional<EvenTransition> even_where_needed(const Transition& asked, const Sheet& sheet,
                                                              const Seam& seam);

/// ends  that other parts cut
[[nodiscard]] StretchedPart stretch(const EvenTransition& wall, const Sheet& sheet,
                                    Hand hand = Hand::as_drawn, const std::vector<EndBody>& ends = {});

}  // namespace juggler
