// A part developed: its blanks with all that is known of them.
#pragma once

#include <span>

#include "juggler/formed.h"

namespace juggler {

/// One blank of a part, developed and proved.
struct PieceResult {
  Part part;
  std::shared_ptr<const Formed> formed;  ///< the whole part, as made
  Blank blank;
  Proof proof;
  Frame stands = {};  ///< in the job, where its part has a place

  /// The wall in space, where it opens flat as it is; else null.
  [[nodiscard]] const Form* wall() const { return formed->wall(); }
};

/// Where a row of segments ends, where the last of them, or its like, is this part: the centre of its free
/// end in the job, z outwards.
[[nodiscard]] std::optional<Frame> end_of_row(const PieceResult& piece);

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

/// A place that cannot be, and whose.
class PlaceRefusal : public Refusal {
 public:
  PlaceRefusal(Text text, size_t part) : Refusal(std::move(text)), part_(part) {}
  [[nodiscard]] size_t part() const { return part_; }  ///< its number among the parts, from 0

 private:
  size_t part_;
};
/// Where parts stand in the job's frame, in their order. One is named by its name, or by the key of the
/// table that it comes from.
///
/// Errors  PlaceRefusal at place.on or place.follows for a name that no other part has, for parts that
///         stand on each other in a circle, and where what is followed has no top; and as frame_of().
/// Cost    parts that are followed are formed.
[[nodiscard]] std::vector<Frame> frames_of(std::span<const Part> parts);

/// Lets parts know those that they meet: what cuts their ends, and what their fitted openings are for. Only
/// parts that have been introduced can be developed where they name others. A part is met as it is before
/// others cut its ends and without its own openings.
///
/// joints  besides: each gives the branch an end and the main an opening
/// Errors  PlaceRefusal at the key of the end, opening or joint, for a name that no other part has; and as
///         frames_of().
/// Cost    parts that are met are formed.
[[nodiscard]] std::vector<Part> introduced(std::span<const Part> parts,
                                           std::span<const MeetingParts> joints = {});

/// Where a piece's part and those that are alike stand, itself first.
[[nodiscard]] std::vector<Frame> all_stands(const PieceResult& piece);

/// The joints of parts developed together: one for each end that another part of them cuts.
///
/// Source  docs/maths/meeting.md (9), (10).
[[nodiscard]] std::vector<JointProof> joints_of(std::span<const PieceResult> pieces);

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
