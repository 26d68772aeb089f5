// A blank in triangles, cut along lines. docs/maths/solid.md (1), (2). Internal.
#pragma once

#include "triangles.h"

namespace juggler {

/// A corner: where it lies on the flat, or in whatever plane it is cut in; and what its sheet is mapped by
/// there.
struct FlatCorner {
  Vec2 at;
  Vec3 of;
  int outline = -1;  ///< whose corner it is: 0 of the blank's own, then its openings; -1: of a cut
};
/// A corner on an arc, at a distance from its start.
struct OnArc {
  double along = 0;
  FlatCorner corner;
  bool crossing = false;
};
struct FlatMesh {
  std::vector<FlatCorner> corners;
  std::vector<Corners> triangles;  // anticlockwise
};

/// Lines across the flat: where a function of its places has these values, rising.
struct CutLines {
  std::function<double(const FlatCorner&)> value;
  std::vector<double> levels;
  double near = 0;  ///< what lies no farther from a line lies on it
  /// Where the straight way between two corners, on whose sides it lies, crosses one.
  std::function<FlatCorner(const FlatCorner&, const FlatCorner&, double level)> crossing;
  /// Where an arc does, found from near a place on it; left out where nothing is gained.
  std::function<std::optional<OnArc>(const Arc&, double about, double level)> on_arc = {};
};
/// Corners along an outline, at least so far apart: where it crosses the lines, and as many more as an arc
/// takes in so many steps. The parameters of a place of the flat are asked for.
[[nodiscard]] std::vector<FlatCorner> corners_along(std::span<const Arc> outline,
                                                    const std::vector<CutLines>& lines,
                                                    const std::function<Vec3(Vec2)>& parameters,
                                                    const std::function<int(const Arc&)>& steps,
                                                    double apart);
/// Cuts all triangles along them: none lies on both sides of any.
void cut(FlatMesh& mesh, const CutLines& lines);

}  // namespace juggler
