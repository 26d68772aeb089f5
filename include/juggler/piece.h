// One blank of a part with all that is known of it.
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

/// Forms, develops and proves a part: one result for each kind of piece.
/// Errors  as form_part() and make_blanks(). A failed proof is none.
[[nodiscard]] std::vector<PieceResult> develop_part(const Part& part);

}  // namespace juggler
