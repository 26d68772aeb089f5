#include "tiles.h"

#include <algorithm>

namespace juggler {
namespace {

constexpr double border = 2;           // free paper about a figure within the crosses, mm
constexpr double longest_page = 5000;  // mm: PDF allows 5080

TemplateFigure turned_by(const TemplateFigure& figure, double angle) {
  const Placing placing{false, angle, {}};
  TemplateFigure turned = figure;
  for (Outline& cut : turned.cuts) {
    for (Arc& arc : cut) arc = placed(arc, placing);
  }
  for (Arc& arc : turned.marks) arc = placed(arc, placing);
  for (MarkText& t : turned.texts) {
    t.centre = placed(t.centre, placing);
    t.heading += angle;
  }
  return turned;
}

Outline all_cuts(const TemplateFigure& figure) {
  Outline all;
  for (const Outline& cut : figure.cuts) all.insert(all.end(), cut.begin(), cut.end());
  return all;
}

// (3): how many steps from cross to cross it takes to cover a length.
int count_of(double length, double step) {
  return static_cast<int>(std::clamp(std::ceil(length / step - 1e-9), 1.0, 1e4));
}

bool shows_something(const TemplateFigure& figure, const PageBox& core) {
  const auto met = [&](const Arc& arc) { return meets(arc, core); };
  return std::any_of(figure.cuts.begin(), figure.cuts.end(),
                     [&](const Outline& cut) { return std::any_of(cut.begin(), cut.end(), met); }) ||
         std::any_of(figure.marks.begin(), figure.marks.end(), met);
}

// (4), (5): the cores part the plane; what lies on a tile's overlap only stands on its neighbour.
void add_tiles(Grid& grid, Vec2 left_upper) {
  const double half = grid.paper.overlap / 2;
  for (int row = 0; row < grid.rows; ++row) {
    for (int column = 0; column < grid.columns; ++column) {
      const double x = left_upper.x + column * grid.step.x;
      const double y = left_upper.y - row * grid.step.y;
      const PageBox core{x + half, y - half, x + half + grid.step.x, y - half - grid.step.y};
      if (shows_something(grid.figure, core))
        grid.tiles.push_back({row, column, {x, y, x + grid.paper.across(), y - grid.paper.along()}});
    }
  }
}

Grid grid_of(TemplateFigure figure, double turn, TilePaper paper, bool roll) {
  const Rectangle box = upright_box(all_cuts(figure));
  const double width = box.width + 2 * border;
  const double height = box.height + 2 * border;
  if (roll)
    paper.height =
        std::min(longest_page, 2 * paper.margin + paper.stretch.y * (height + paper.overlap + foot));
  Grid grid{paper, std::move(figure), turn};
  grid.step = {paper.across() - paper.overlap, paper.along() - paper.overlap};
  grid.columns = count_of(width, grid.step.x);
  grid.rows = count_of(height, grid.step.y);
  if (static_cast<long>(grid.rows) * grid.columns > most_looked_at) return grid;
  // The grid's middle on the figure's.
  const Vec2 whole{grid.columns * grid.step.x + paper.overlap, grid.rows * grid.step.y + paper.overlap};
  add_tiles(grid, box.corner + Vec2{(box.width - whole.x) / 2, (box.height + whole.y) / 2});
  return grid;
}

// mm of paper; past all measure where there are too many tiles to look at.
double paper_used(const Grid& grid) {
  return grid.tiles.empty() ? HUGE_VAL : static_cast<double>(grid.tiles.size()) * grid.paper.height;
}

}  // namespace

bool meets(const Arc& arc, const PageBox& area) {
  constexpr double near = 0.05;
  const PageBox grown{area.left - near, area.top + near, area.right + near, area.bottom - near};
  const Vec2 lt{grown.left, grown.top};
  const Vec2 rt{grown.right, grown.top};
  const Vec2 rb{grown.right, grown.bottom};
  const Vec2 lb{grown.left, grown.bottom};
  const Outline sides{line(lt, rt), line(rt, rb), line(rb, lb), line(lb, lt)};
  const double limit = is_straight(arc) ? 1 : std::min(1.0, std::sqrt(8 * near / radius_of(arc)));
  const std::vector<Vec2> points = chords(arc, Angle::radians(limit));
  for (size_t i = 0; i + 1 < points.size(); ++i) {
    const Vec2 a = points[i];
    const Vec2 b = points[i + 1];
    const bool apart = std::max(a.x, b.x) < grown.left || std::min(a.x, b.x) > grown.right ||
                       std::max(a.y, b.y) < grown.bottom || std::min(a.y, b.y) > grown.top;
    if (!apart && !clipped(a, b, sides).empty()) return true;
  }
  return false;
}

Grid laid_on(const TemplateFigure& figure, const TilePaper& paper, bool roll) {
  const double lean = smallest_rectangle(all_cuts(figure)).heading;
  constexpr double quarter = std::numbers::pi / 2;
  std::optional<Grid> best;
  for (const double turn : {0.0, quarter, -lean, quarter - lean}) {  // (6)
    Grid grid = grid_of(turned_by(figure, turn), turn, paper, roll);
    if (!best || paper_used(grid) < 0.999 * paper_used(*best)) best = std::move(grid);
  }
  return std::move(*best);
}

}  // namespace juggler
