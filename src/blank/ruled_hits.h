// Transitions pressed in flats. Private to the room. Source docs/maths/transitions.md (13)-(16).
#pragma once

#include "opened.h"

namespace juggler {

/// A bend line on a ruling, or (no hit) a fold of the wall itself.
struct RuledHit {
  double u = 0;
  double turned = 0;  ///< radians
  double facet_width = 0;
  double facet_error = 0;
  bool fold = false;
};
struct RuledHits {
  std::vector<std::vector<RuledHit>> pieces;  ///< of each piece, from its seam start
  std::optional<Pressed> summary;
};
/// The hits of all pieces of a wall, shared out so that the greatest facet error is least, and its folds.
///
/// Errors  Refusal for hits fewer than the curved stretches, and for values out of range.
[[nodiscard]] RuledHits press_ruled(const std::vector<Form>& pieces, const Pressing& asked);
void add_ruled_hits(Blank& blank, const Opened& o, const Placing& placing, const std::vector<RuledHit>& hits,
                    size_t first_tag);

}  // namespace juggler
