// Rational Bezier curves of any degree. Private to the room.
#pragma once

#include "juggler/shapes.h"

namespace juggler {

/// A stretch of a Bezier curve whose tangent turns one way.
struct BezierStretch {
  std::vector<Vec2> points;
  std::vector<double> weights;
  double from = 0;  ///< of its parameter
  double to = 1;

  struct At {
    Vec2 point, first, second;  ///< and derivatives by the parameter
  };
  [[nodiscard]] At at(double s) const;
  /// The way it runs, of any length; at an end where control points coincide that to the next one.
  [[nodiscard]] Vec2 way_at(double s) const;
  /// Whether the whole curve is a straight line, run one way, to 1e-7 mm.
  [[nodiscard]] bool is_straight() const;
  /// The parameter at which the outward normal (right of the way it runs) has a direction, radians; the end
  /// nearer to it where none has.
  [[nodiscard]] double facing(double normal) const;
};

/// The curve in stretches, parted at its points of inflection.
///
/// Errors  std::domain_error where it comes to a stand, as in a cusp.
[[nodiscard]] std::vector<BezierStretch> one_way_stretches(const DrawnCurve& curve);

}  // namespace juggler
