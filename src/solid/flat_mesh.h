// A blank in triangles, cut along lines. docs/maths/solid.md (1), (2). Internal.
#pragma once

#include "triangles.h"

namespace juggler {

/// A corner: where it lies on the flat, and what its sheet is mapped by there.
struct FlatCorner {
  Vec2 at;
  Vec3 of;
};
struct FlatMesh {
  std::vector<FlatCorner> corners;
  std::vector<Corners> triangles;  // anticlockwise
};

/// Lines across the flat: where a function of its places has these values, rising.
struct CutLines {
  std::function<double(const FlatCorner&)> value;
  std::vector<double> levels;
  /// Where the straight way between two corners, on whose sides it lies, crosses one.
  std::function<FlatCorner(const FlatCorner&, const FlatCorner&, double level)> crossing;
};
/// Cuts all triangles along them: none lies on both sides of any.
void cut(FlatMesh& mesh, const CutLines& lines);

}  // namespace juggler
