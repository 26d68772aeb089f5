// A wall opened out flat.
#pragma once

#include <vector>
#include "juggler/form.h"

namespace juggler {

/// A ruling laid flat: where its point c comes to lie, and its heading (radians from +x, not wrapped).
struct FlatRuling {
  Vec2 c;
  double heading = 0;
};

/// The development of one layer, seen from the outside, the first ruling's c at the origin and the ruling
/// along +y. Kept as series in u, so that any ruling can be asked for.
class Flat {
 public:
  struct Panel {
    double from = 0;
    double to = 0;
    Series heading;
    Series x;
    Series y;
  };
  explicit Flat(std::vector<Panel> panels) : panels_(std::move(panels)) {}
  [[nodiscard]] FlatRuling at(double u) const;
  [[nodiscard]] double from() const { return panels_.front().from; }
  [[nodiscard]] double to() const { return panels_.back().to; }
  [[nodiscard]] const std::vector<Panel>& panels() const { return panels_; }

 private:
  std::vector<Panel> panels_;
};

/// Opens a wall out flat. Rulings keep their length and the angle they make with any curve on the wall, so
/// lengths and areas on the layer are kept.
///
/// size      the greatest length of the part, mm, > 0: what the accuracy is measured by.
/// Returns   the flat of the layer given.
/// Errors    Refusal when a ruling's normals differ along it by more than `warp_allowed`: the wall does not
///           bend without stretching; it names the worst.
/// Accuracy  1e-12 of the size per full turn of the normal.
/// Cost      linear in the number of panels; a panel is halved until its series end in rounding.
/// Source    docs/maths/develop.md (4)-(8).
/// ruling    the shortest ruling's length, mm: how far the turn of a ruling moves its end; 0: as long as the
/// part
[[nodiscard]] Flat unroll(const Wall& layer, double size, Angle warp_allowed = Angle::radians(within::same),
                          double ruling = 0);

/// A layer of a form, as it opens flat.
[[nodiscard]] Flat unroll(const Form& form, const Wall& layer);

}  // namespace juggler
