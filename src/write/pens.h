// How the lines of a page look. Private to the room.
#pragma once

#include <array>

#include "juggler/shop.h"

namespace juggler {

struct PenLook {
  const char* name;
  double red, green, blue;
  double width;
  std::array<double, 4> dashes;  // all 0: unbroken
};

inline const PenLook& look_of(Pen pen) {
  static constexpr std::array<PenLook, 9> looks{{{"cut", 0.07, 0.20, 0.36, 2.2, {}},
                                                 {"mark", 0.10, 0.52, 0.36, 1.0, {}},
                                                 {"centre", 0.50, 0.32, 0.62, 0.9, {12, 3, 2, 3}},
                                                 {"guide", 0.55, 0.58, 0.62, 0.9, {5, 3, 5, 3}},
                                                 {"dimension", 0.72, 0.33, 0.10, 1.0, {}},
                                                 {"formed", 0.07, 0.20, 0.36, 1.6, {}},
                                                 {"hidden", 0.42, 0.50, 0.60, 1.1, {6, 4, 6, 4}},
                                                 {"seam", 0.78, 0.14, 0.22, 2.2, {}},
                                                 {"frame", 0.80, 0.82, 0.85, 1.0, {}}}};
  return looks[static_cast<size_t>(pen)];
}

inline constexpr std::array<double, 3> ink{0.13, 0.14, 0.16};

}  // namespace juggler
