// Curves in space as functions of the share passed. Private to the room. Equation numbers:
// docs/maths/stretch.md.
#pragma once

#include <functional>
#include <vector>

#include "juggler/shapes.h"

namespace juggler {

struct CurvePoint {
  Vec3 at;
  Vec3 d;  ///< derivative by the share
};

/// A curve on [0, 1], smooth between its breaks (0 and 1 among them), which are never many.
struct EdgeCurve {
  std::vector<double> breaks;
  std::function<CurvePoint(double share)> point;
};

/// A curve of the job.
[[nodiscard]] EdgeCurve edge_curve(const SpaceCurve& curve);

/// What two curves' rulings join: shares of both, by the wall's own.
struct RulingPiece {
  double from = 0, to = 0;  ///< of the wall, 0 to 1
  Series base, top;
  Series base_rate = base.derivative(), top_rate = top.derivative();
  bool even = false;  ///< both shares are the wall's own
};
/// From end to end; nothing where no developable wall leads there. Source (13)-(15).
[[nodiscard]] std::vector<RulingPiece> developable_rulings(const EdgeCurve& base, const EdgeCurve& top);
/// Equal shares of both.
[[nodiscard]] std::vector<RulingPiece> even_rulings();

}  // namespace juggler
