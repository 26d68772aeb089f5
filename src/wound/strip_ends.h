// What strips on bodies share. Private to the room.
#pragma once

#include <array>
#include <functional>
#include <string>

#include "form/surface.h"

namespace juggler {

/// The angles between which round ends leave a strip: half a width inwards along its edge, whose length for
/// an angle is given.
///
/// Errors  Refusal where nothing is left.
[[nodiscard]] std::array<double, 2> inset_ends(const std::function<double(double)>& speed, double angle,
                                               double width);
/// Of the metal between u = 0 and 1, by both edges.
[[nodiscard]] double overall_height(const std::function<SurfacePoint(double u, double v)>& point,
                                    double thickness);

}  // namespace juggler
