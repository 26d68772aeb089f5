#include "tiles.h"

#include <algorithm>
#include <set>

namespace juggler {
namespace {

constexpr double border = 2;           // free paper about a figure within the crosses, mm
constexpr double longest_page = 5000;  // mm: PDF allows 5080

TemplateFigure turned_by(const TemplateFigure& figure, double angle) {
  const Placing placing{false, Angle::radians(angle), {}};
  TemplateFigure turned = figure;
  for (Outline& cut : turned.cuts) {
    for (Arc& arc : cut) arc = placed(arc, placing);
  }
  for (Arc& arc : turned.marks) arc = placed(arc, placing);
  for (Arc& arc : turned.bends) arc = placed(arc, placing);
  for (MarkText& t : turned.texts) {
    t.centre = placed(t.centre, placing);
    t.heading = t.heading + Angle::radians(angle);
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
  return static_cast<int>(std::clamp(std::ceil(length / step - within::same), 1.0, 1e4));
}

constexpr double near = 0.05;  // mm

// (5): chords that leave their arc by no more than `near`.
std::vector<Vec2> chords_near(const Arc& arc) {
  const double limit = is_straight(arc) ? 1 : std::min(1.0, std::sqrt(8 * near / radius_of(arc)));
  return chords(arc, Angle::radians(limit));
}

bool runs_through(Vec2 a, Vec2 b, const PageBox& area) {
  const PageBox grown{area.left - near, area.top + near, area.right + near, area.bottom - near};
  const bool apart = std::max(a.x, b.x) < grown.left || std::min(a.x, b.x) > grown.right ||
                     std::max(a.y, b.y) < grown.bottom || std::min(a.y, b.y) > grown.top;
  if (apart) return false;
  const Vec2 lt{grown.left, grown.top};
  const Vec2 rt{grown.right, grown.top};
  const Vec2 rb{grown.right, grown.bottom};
  const Vec2 lb{grown.left, grown.bottom};
  return !clipped(a, b, Outline{line(lt, rt), line(rt, rb), line(rb, lb), line(lb, lt)}).empty();
}

// (4), (5): the cores part the plane; what lies on a tile's overlap only stands on its neighbour.
class Cores {
 public:
  Cores(const Grid& grid, Vec2 left_upper) : grid_(grid), left_upper_(left_upper) {}

  void add(const std::vector<Arc>& arcs) {
    for (const Arc& arc : arcs) {
      const std::vector<Vec2> points = chords_near(arc);
      for (size_t i = 0; i + 1 < points.size(); ++i) add(points[i], points[i + 1]);
    }
  }

  [[nodiscard]] std::vector<GridTile> tiles() const {
    std::vector<GridTile> all;
    for (const auto& [row, column] : met_) {
      const double x = left_upper_.x + column * grid_.step.x;
      const double y = left_upper_.y - row * grid_.step.y;
      all.push_back({row, column, {x, y, x + grid_.paper.across(), y - grid_.paper.along()}});
    }
    return all;
  }

 private:
  [[nodiscard]] PageBox core(int row, int column) const {
    const double half = grid_.paper.overlap / 2;
    const double x = left_upper_.x + half + column * grid_.step.x;
    const double y = left_upper_.y - half - row * grid_.step.y;
    return {x, y, x + grid_.step.x, y - grid_.step.y};
  }

  void add(Vec2 a, Vec2 b) {
    const PageBox first = core(0, 0);
    const auto cell = [](double mm, double step, int count) {
      return std::clamp(static_cast<int>(std::floor(mm / step)), 0, count - 1);
    };
    const int left = cell(std::min(a.x, b.x) - near - first.left, grid_.step.x, grid_.columns);
    const int right = cell(std::max(a.x, b.x) + near - first.left, grid_.step.x, grid_.columns);
    const int high = cell(first.top - std::max(a.y, b.y) - near, grid_.step.y, grid_.rows);
    const int low = cell(first.top - std::min(a.y, b.y) + near, grid_.step.y, grid_.rows);
    for (int row = high; row <= low; ++row) {
      for (int column = left; column <= right; ++column) {
        if (runs_through(a, b, core(row, column))) met_.insert({row, column});
      }
    }
  }

  const Grid& grid_;
  Vec2 left_upper_;
  std::set<std::pair<int, int>> met_;
};

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
  Cores cores(grid, box.corner + Vec2{(box.width - whole.x) / 2, (box.height + whole.y) / 2});
  for (const Outline& cut : grid.figure.cuts) cores.add(cut);
  cores.add(grid.figure.marks);
  grid.tiles = cores.tiles();
  return grid;
}

// mm of paper; past all measure where there are too many tiles to look at.
double paper_used(const Grid& grid) {
  return grid.tiles.empty() ? HUGE_VAL : static_cast<double>(grid.tiles.size()) * grid.paper.height;
}

}  // namespace

bool meets(const Arc& arc, const PageBox& area) {
  const std::vector<Vec2> points = chords_near(arc);
  for (size_t i = 0; i + 1 < points.size(); ++i) {
    if (runs_through(points[i], points[i + 1], area)) return true;
  }
  return false;
}

Grid laid_on(const TemplateFigure& figure, const TilePaper& paper, bool roll) {
  const double lean = smallest_rectangle(all_cuts(figure)).heading.radians();
  constexpr double quarter = pi / 2;
  std::optional<Grid> best;
  for (const double turn : {0.0, quarter, -lean, quarter - lean}) {  // (6)
    Grid grid = grid_of(turned_by(figure, turn), turn, paper, roll);
    if (!best || paper_used(grid) < 0.999 * paper_used(*best)) best = std::move(grid);
  }
  return std::move(*best);
}

}  // namespace juggler
