// The wall that a blank forms into. Private to the proof.
#pragma once

#include <vector>

#include "juggler/blank.h"

namespace juggler {

/// A panel of the blank's stations as smooth curves of the flat.
struct FlatPanel {
  double from = 0;
  double to = 0;
  Series base_x, base_y, top_x, top_y, heading, turn;

  [[nodiscard]] Vec2 base(double u) const { return {base_x(u), base_y(u)}; }
  [[nodiscard]] Vec2 top(double u) const { return {top_x(u), top_y(u)}; }
  /// Its ruling: the base's end and the heading.
  [[nodiscard]] std::pair<Vec2, double> ruling(double u) const {
    const auto [x, y, angle] = Series::together<3>({&base_x, &base_y, &heading}, u);
    return {{x, y}, angle};
  }
};
[[nodiscard]] std::vector<FlatPanel> flat_panels(const Blank& blank);
[[nodiscard]] const FlatPanel& panel_at(const std::vector<FlatPanel>& panels, double u);

/// A ruling in space: its base end, its direction, the normal, and the side left of it on the flat.
struct FormedRuling {
  Vec3 base;
  Vec3 e;
  Vec3 n;
  Vec3 left;
};

/// Forms the rulings at rising u, beginning from a given first ruling. (32)
[[nodiscard]] std::vector<FormedRuling> form_again(const std::vector<FlatPanel>& panels, FormedRuling first,
                                                   const std::vector<double>& us);

}  // namespace juggler
