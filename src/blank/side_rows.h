// Rows of openings along whole sides of the part. Private to the room.
#pragma once

#include "edge_runs.h"

namespace juggler {

/// A member of a row: on which piece, and where on its flat.
struct OnSide {
  size_t piece = 0;
  int row = 1, number = 1;
  FlatFrame at = {};
  bool again = false;  ///< the other half of one that a seam goes through
};
/// Rows that are alike, each on a side of its own.
struct SideRows {
  int count = 0;
  double pitch = 0;  ///< 0 where there is one
  int rows = 0;
  std::vector<OnSide> members = {};
};

using FormedPlace = std::function<std::optional<Vec3>(size_t piece, Vec2 laid)>;

/// The rows along every side that a place names, about the middle of each: of one that a seam halves about
/// the middle of the whole. The longest first.
///
/// Errors  Refusal at the place for edges that there are not, at the opening's key for sides with no room for
/// one. Source  docs/maths/openings.md (43).
/// formed  where a place of a piece's flat comes to lie in space, where that is known
[[nodiscard]] std::vector<SideRows> side_rows(const Opening& opening, const std::vector<Blank*>& blanks,
                                              const FormedPlace& formed);

}  // namespace juggler
