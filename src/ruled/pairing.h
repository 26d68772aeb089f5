// Which points of two profiles even rulings join. Private to the room. Equation numbers:
// docs/maths/stretch.md.
#pragma once

#include <algorithm>

#include "form/girth.h"
#include "hull.h"

namespace juggler {

/// A ruling's share of the wall, and the shares of both girths that it joins.
struct Joined {
  double wall = 0, base = 0, top = 0;
};

/// Both girths, and the rulings between which they run evenly, once round and to the first again. (20)
struct Pairing {
  GirthCurve base, top;
  std::vector<Joined> rulings = {};

  /// The number of the last of them before a place.
  [[nodiscard]] size_t at(double wall) const {
    const auto after = std::upper_bound(rulings.begin() + 1, rulings.end() - 1, wall,
                                        [](double w, const Joined& j) { return w < j.wall; });
    return static_cast<size_t>(after - rulings.begin()) - 1;
  }
};
[[nodiscard]] Pairing paired(const Hull& hull);

/// Where a profile is not smooth.
struct Break {
  double wall = 0;  ///< share
  bool corner = false;
};

/// Of both girths, by shares of the wall, each but once.
[[nodiscard]] std::vector<Break> breaks_of(const Pairing& pairing);

}  // namespace juggler
