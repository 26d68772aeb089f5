// A part developed: its blanks with all that is known of them.
#pragma once

#include "juggler/formed.h"

namespace juggler {

/// One blank of a part, developed and proved.
struct PieceResult {
  Part part;
  std::shared_ptr<const Formed> formed;  ///< the whole part, as made
  Blank blank;
  Proof proof;

  /// The wall in space, where it opens flat as it is; else null.
  [[nodiscard]] const Form* wall() const { return formed->wall(); }
};

/// Forms, develops and proves a part: one result for each kind of piece, with its blank, the proof of it, and
/// what is said of both (facts_of() and other calls of measure.h).
///
/// Errors  Refusal for sizes missing, out of range or contradictory, and where the part cannot be made;
///         Stopped where it takes longer than it may, or is asked to stop, within some tens of milliseconds.
///         A failed proof is none.
/// Threads Any number of calls at once.
/// Cost    a millisecond or two where rims are arcs; tens of them where they are fitted; some seconds at
///         worst where metal must stretch, and for thousands of openings.
[[nodiscard]] std::vector<PieceResult> develop(const Part& part, const Patience& patience = {});

/// What came of one of many parts.
struct Outcome {
  std::vector<PieceResult> pieces = {};
  std::optional<Refusal::Text> refused = {};  ///< why there are none
};
/// Develops parts, several at once: as many as there are processors, or as asked.
///
/// Returns  an outcome for each, in their order, the same whatever the threads.
/// Errors   Stopped, where the whole takes longer than it may or is asked to stop.
[[nodiscard]] std::vector<Outcome> develop_each(std::span<const Part> parts, unsigned threads = 0,
                                                const Patience& patience = {});

}  // namespace juggler
