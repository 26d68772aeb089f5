// Figures cut into tiles. Private to the room. Equation numbers: docs/maths/template.md.
#pragma once

#include "juggler/shop.h"

namespace juggler {

/// More tiles than this are not even looked at.
inline constexpr int most_looked_at = 20000;
/// Height of the line of names at the foot of a tile, mm.
inline constexpr double foot = 8;

/// The paper as tiles use it. Lengths as measured on the print; the writers multiply by `stretch`.
struct TilePaper {
  double width = 0;  ///< of the paper, as it is
  double height = 0;
  Vec2 stretch{1, 1};
  double margin = 0;  ///< of the paper, as it is
  double overlap = 0;
  [[nodiscard]] Vec2 corner() const { return {margin / stretch.x, margin / stretch.y}; }
  /// What a tile shows. (2)
  [[nodiscard]] double across() const { return (width - 2 * margin) / stretch.x; }
  [[nodiscard]] double along() const { return (height - 2 * margin) / stretch.y - foot; }
};

struct GridTile {
  int row = 0;
  int column = 0;
  PageBox area = {};  ///< of the figure, y upwards: top > bottom
};

/// A figure turned and laid on its grid.
struct Grid {
  TilePaper paper;
  TemplateFigure figure;  ///< turned
  double turned = 0;
  int rows = 1;
  int columns = 1;
  Vec2 step = {};
  std::vector<GridTile> tiles = {};  ///< those on which something stands; none where there are far too many
};

/// The turn and the grid that take the least paper. `roll`: the paper is as long as it needs to be.
[[nodiscard]] Grid laid_on(const TemplateFigure& figure, const TilePaper& paper, bool roll);
/// Whether an arc runs through an area, or passes it within 0.1 mm.
[[nodiscard]] bool meets(const Arc& arc, const PageBox& area);

}  // namespace juggler
