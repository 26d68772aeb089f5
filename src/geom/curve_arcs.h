// Curves of the flat made into arcs. Internal.
#pragma once

#include <functional>
#include <optional>

#include "juggler/geom.h"

namespace juggler {

/// A curve kept as series, quick to look at; to 2e-14 of the size.
/// breaks  where it is only smooth once, in rising order
[[nodiscard]] Curve in_series(const Curve& curve, double size, const std::vector<double>& breaks = {});
/// Arcs that a fit gives, fitted closer until their length is the curve's within the tolerance, too; the
/// error is the greater of both.
[[nodiscard]] FittedArcs fitted_in_length(const std::function<FittedArcs(double within)>& fit, double length,
                                          double tolerance);
/// The one arc that a curve of that length is, to 1e-11 of the part's size; nothing where it is none.
[[nodiscard]] std::optional<Arc> one_arc(const Curve& curve, double length, double size);

/// A smooth stretch of a curve and how long it is; its heading is its own at both ends.
struct CurveStretch {
  Curve curve;
  double length = 0;
};
/// Arcs for stretches of which each runs on from the one before: those between two corners are fitted as one.
[[nodiscard]] FittedArcs fit_stretches(const std::vector<CurveStretch>& stretches, double size,
                                       double tolerance);
}  // namespace juggler
