// Saddle pads: plates formed to the wall that they lie on, about what comes through it. Private to plates.
#pragma once

#include "juggler/formed.h"
#include "plate.h"

namespace juggler {

/// A saddle worked out. docs/maths/plates.md (11)-(14).
struct Saddle {
  std::shared_ptr<const Form> wall = {};  ///< a piece of the other's outside that it is cut from
  PlateOutline outline = {};              ///< on the flat of that as developed
  double u = 0;                           ///< the ruling of the branch's middle
  double u_from = 0, u_to = 0;            ///< between which the saddle lies
  /// To which the inside is rolled, square to the rulings, least and most on the centre line; none where it
  /// is flat all along that.
  std::optional<std::pair<double, double>> rolled = {};
  bool alike = true;  ///< so is it along all others
};
/// Whether an outline, run anticlockwise, has no hollow, and no corner inwards.
[[nodiscard]] bool is_convex(const Outline& outline);

/// Errors  Refusal where the branch does not come through the wall or ends within the saddle, where that wall
///         does not open flat or is bent beside a flat; where the saddle reaches past its ends.
[[nodiscard]] Formed form_saddle(const Part& part, const Plate& plate);

/// (15), (16): the blank rolled up, against the wall, the hole and the width, or form, asked for.
[[nodiscard]] Proof prove_saddle(const Blank& blank, const Saddle& saddle, const Plate& plate);
/// Its edges and openings as they stand.
[[nodiscard]] Seen saddle_seen(const std::shared_ptr<const Saddle>& saddle, const Blank& blank);

}  // namespace juggler
