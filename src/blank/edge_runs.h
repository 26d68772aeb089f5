// Edges of one name, told apart. Private to the room.
#pragma once

#include "juggler/blank.h"
#include "juggler/part.h"

namespace juggler {

/// Some of the arcs of an edge that follow each other.
struct EdgeRun {
  size_t edge = 0;
  size_t first = 0;
  size_t count = 0;
};

/// The edges of a label, in the order of the outline. An edge of a folded blank that turns corners, as the
/// rim of a hopper does from wall to wall, counts as its straight runs along faces.
[[nodiscard]] std::vector<EdgeRun> edge_runs(const Blank& blank, const std::string& label);

/// Whether one arc goes on from another without a corner.
[[nodiscard]] bool runs_on(const Arc& arc, const Arc& next);

/// Makes a run an edge of its own, and what is left before and after it others of the same label.
/// Returns its index.
size_t split_off(Blank& blank, const EdgeRun& run);

/// What lies between two distances along an edge, as an edge of its own. Returns its index.
size_t split_between(Blank& blank, size_t edge, double from, double to);
/// Of an edge of a folded blank what lies on faces and rolled arcs, run by run; of any other the whole.
[[nodiscard]] std::vector<EdgeRun> runs_on_faces(const Blank& blank, size_t edge);

/// The labels of all edges, each once, for messages.
[[nodiscard]] std::string edge_labels(const std::vector<const Blank*>& blanks);

/// A place on a flat as laid, and which way x points there.
struct FlatFrame {
  Vec2 at;
  Angle heading = {};
};
/// A place along arcs, also a little before or beyond them, and so far inwards.
[[nodiscard]] FlatFrame beside(std::span<const Arc> arcs, double along, double distance);
/// Errors  Refusal for pieces and edges that there are not.
[[nodiscard]] FlatFrame flat_frame(const OpeningPlace& at, const std::string& key,
                                   const std::vector<Blank*>& blanks);
/// All places that it names, and of which piece, from 0.
[[nodiscard]] std::vector<std::pair<size_t, FlatFrame>> flat_frames(const OpeningPlace& at,
                                                                    const std::string& key,
                                                                    const std::vector<Blank*>& blanks);

}  // namespace juggler
