// Regions of the flat in triangles. Internal.
#pragma once

#include <array>
#include <cstdint>

#include "juggler/geom.h"

namespace juggler {

using Corners = std::array<std::uint32_t, 3>;

/// The region between closed outlines, as the numbers of their points, one outline after the other; no points
/// are added. Errors  std::domain_error where outlines touch.
[[nodiscard]] std::vector<Corners> triangulated(const std::vector<std::vector<Vec2>>& outlines);

/// The same region in triangles whose sides reach over little: their length, and how far what is given of
/// their ends is apart. Sides are turned, one after the other, as long as any turn makes that less.
void make_compact(std::vector<Corners>& triangles, const std::vector<Vec2>& points,
                  const std::vector<double>& apart);

}  // namespace juggler
