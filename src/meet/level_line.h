// Lengths along a level line of a wall that goes round. Internal.
#pragma once

#include "charts.h"

namespace juggler {

/// The neutral layer's line at a height, through the pieces in their order from the first seam. (12), (13)
class LevelLine {
 public:
  LevelLine(const PartWall& wall, double height);
  /// Once round; 0 where the line does not lie on the wall all round.
  [[nodiscard]] double girth() const { return girth_; }
  /// From the first seam to a ruling.
  [[nodiscard]] double run_to(size_t chart, double u) const;
  /// From the first seam ruling to the edge as cut, along the line; below 0 where the edge lies beyond the
  /// ruling.
  [[nodiscard]] double run_of_edge() const;
  /// The ruling at a run, any number of times round.
  struct At {
    size_t chart = 0;
    double u = 0;
    double s = 0;
  };
  [[nodiscard]] At at(double run) const;

 private:
  struct Stretch {
    size_t chart = 0;
    double from = 0, to = 0;
    double before = 0;  // run
    double length = 0;
  };
  [[nodiscard]] double length(size_t chart, double from, double to) const;
  const PartWall& wall_;
  std::vector<Rim> rims_;  // of each chart
  std::vector<Stretch> stretches_;
  double girth_ = 0;
};

}  // namespace juggler
