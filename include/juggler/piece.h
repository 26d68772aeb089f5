// One blank of a job with all that is known of it.
#pragma once

#include <string>
#include <vector>

#include "juggler/blank.h"
#include "juggler/job.h"
#include "juggler/proof.h"

namespace juggler {

/// One blank of a part, developed and proved.
struct PieceResult {
  PartJob part;
  std::variant<RoundPart, Body, RuledPart, WoundPart, StretchedPart> formed;  ///< the whole part, as made
  Blank blank;
  Proof proof;
  std::vector<FlightRing> rings = {};  ///< of a flight: both flats that its blank may be, the one made first

  /// The part where it is a round one, or a folded one; else null.
  [[nodiscard]] const RoundPart* round() const { return std::get_if<RoundPart>(&formed); }
  [[nodiscard]] const Body* folded() const { return std::get_if<Body>(&formed); }
  [[nodiscard]] const RuledPart* ruled() const { return std::get_if<RuledPart>(&formed); }
  [[nodiscard]] const WoundPart* wound() const { return std::get_if<WoundPart>(&formed); }
  [[nodiscard]] const StretchedPart* stretched() const { return std::get_if<StretchedPart>(&formed); }
  /// The wall once round of a round part or a transition, of a coil or strip; null where none opens flat as
  /// it is.
  [[nodiscard]] const Form* wall() const {
    if (wound()) return wound()->stretched() ? nullptr : &wound()->form;
    return round() ? &round()->form : ruled() ? &ruled()->form : nullptr;
  }
  /// The rulings once round of a transition, whether it opens flat or not; else null.
  [[nodiscard]] const Form* rulings() const {
    if (ruled()) return &ruled()->form;
    return stretched() && stretched()->once_round ? &*stretched()->once_round : nullptr;
  }
};

/// Whether a part winds about an axis: it has a hand of its own.
[[nodiscard]] bool winds(const PartJob& part);

}  // namespace juggler
