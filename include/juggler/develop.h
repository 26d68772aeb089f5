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

/// A place of a joint: how the walls stand to each other there.
struct JointPlace {
  Angle plan = {};   ///< about the branch's axis
  Vec3 at = {};      ///< in the branch's frame, on its layer that comes nearest to the main
  Angle walls = {};  ///< between the outward normals of both
};
/// Two parts where they meet, each formed again from its own blanks and held against the other. mm.
///
/// Where an end meets a face (EndBody): the branch's edge is held against that face of the main, the hole's
/// edge against what goes through. Where two segments meet in a mitre the edges of both are held against each
/// other, the lower one as `main`, on the layers that touch.
struct JointProof {
  std::string main = {};
  std::string branch = {};
  EndName end = EndName::base;  ///< of the branch
  bool mitred = false;
  int position = 0;           ///< of a mitre: after the segment at this place of the row
  Face face = Face::outside;  ///< of the main that it meets
  double distance = 0;        ///< the greatest by which the branch's edge misses its place before that face
  Phrase where = {};          ///< the place of that
  std::optional<double> hole_distance =
      {};                  ///< the same of the hole's edge from what goes through; with a hole
  double edge_length = 0;  ///< of the branch's edge as cut, on its neutral layer
  std::optional<double> hole_length = {};  ///< of the hole's edge as cut
  double gap = 0;                          ///< as asked
  double gap_found = 0;                    ///< least distance between the branch's metal and that face
  JointPlace least_angle = {};             ///< of the walls
  JointPlace greatest_angle = {};
  double allowed = 0;
  bool passed = false;
  std::vector<JointPlace> places = {};  ///< along the edge
};
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
