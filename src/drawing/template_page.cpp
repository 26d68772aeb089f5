// Templates as pages: a cover to check the printer by, a map of the tiles, the tiles.
#include <fmt/format.h>

#include <algorithm>

#include "layout.h"
#include "tiles.h"

namespace juggler {
namespace {

constexpr size_t most_tiles = 400;
constexpr double bar = 100;

// A, B, ... Z, AA, AB, ...
std::string name_of_tile(int row, int column) {
  return letters_of(static_cast<size_t>(row)) + std::to_string(column + 1);
}

Page page_on(const TilePaper& paper, const std::string& title) {
  Page page;
  page.width = paper.width;
  page.height = paper.height;
  page.stretch = paper.stretch;
  page.title = title;
  return page;
}

// What the printer leaves of a page.
PageBox printable(const TilePaper& paper) {
  const Vec2 c = paper.corner();
  return {c.x, c.y, c.x + paper.across(), c.y + paper.along() + foot};
}

bool has_tile(const Grid& grid, int row, int column) {
  return std::any_of(grid.tiles.begin(), grid.tiles.end(),
                     [&](const GridTile& t) { return t.row == row && t.column == column; });
}

// One tile: its part of the figure, crosses at the corners of its core, and a line of names at its foot.
class TilePage {
 public:
  TilePage(const Grid& grid, const GridTile& tile, Page& page) : grid_(grid), tile_(tile), page_(page) {
    const Vec2 c = grid.paper.corner();
    shown_ = {c.x, c.y, c.x + grid.paper.across(), c.y + grid.paper.along()};
    origin_ = {c.x - tile.area.left, c.y + tile.area.top};
  }

  [[nodiscard]] std::array<Vec2, 4> draw(size_t number) {
    for (const Outline& cut : grid_.figure.cuts) add_arcs(cut, Pen::cut);
    add_arcs(grid_.figure.marks, Pen::mark);
    add_arcs(grid_.figure.bends, Pen::bend);
    for (const MarkText& t : grid_.figure.texts) add_text(t);
    const double half = grid_.paper.overlap / 2;
    const PageBox core{shown_.left + half, shown_.top + half, shown_.right - half, shown_.bottom - half};
    const std::array<Vec2, 4> crosses{Vec2{core.left, core.top}, Vec2{core.right, core.top},
                                      Vec2{core.right, core.bottom}, Vec2{core.left, core.bottom}};
    for (const Vec2 at : crosses) add_cross(at, std::min(half, 5.0));
    add_joins(core);
    add_foot(number);
    return crosses;
  }

 private:
  void add_arcs(const std::vector<Arc>& arcs, Pen pen) {
    PageOutline shown{{}, 1, origin_, pen, false, shown_};
    for (const Arc& arc : arcs) {
      if (meets(arc, tile_.area)) shown.arcs.push_back(arc);
    }
    shown.closed = pen == Pen::cut && shown.arcs.size() == arcs.size();
    if (!shown.arcs.empty()) page_.outlines.push_back(std::move(shown));
  }

  void add_text(const MarkText& t) {
    const double size = t.height / capital_height;
    const TextExtent e = text_extent(t.text, size);
    const Vec2 c{origin_.x + t.centre.x, origin_.y - t.centre.y};
    const double reach = std::hypot(e.width, e.height) / 2;
    if (c.x + reach < shown_.left || c.x - reach > shown_.right || c.y + reach < shown_.top ||
        c.y - reach > shown_.bottom)
      return;
    const PageBox box{c.x - e.width / 2, c.y - e.height / 2, c.x + e.width / 2, c.y + e.height / 2};
    page_.texts.push_back({box, size, false, t.text, true, t.heading, shown_});
  }

  void add_cross(Vec2 at, double arm) {
    page_.lines.push_back({{{at.x - arm, at.y}, {at.x + arm, at.y}}, Pen::cross});
    page_.lines.push_back({{{at.x, at.y - arm}, {at.x, at.y + arm}}, Pen::cross});
  }

  // Where a neighbour goes on, the line between the crosses to cut or lay it to.
  void add_joins(const PageBox& core) {
    const auto join = [&](int row, int column, Vec2 from, Vec2 to) {
      if (has_tile(grid_, row, column)) page_.lines.push_back({{from, to}, Pen::table});
    };
    join(tile_.row - 1, tile_.column, {core.left, core.top}, {core.right, core.top});
    join(tile_.row + 1, tile_.column, {core.left, core.bottom}, {core.right, core.bottom});
    join(tile_.row, tile_.column - 1, {core.left, core.top}, {core.left, core.bottom});
    join(tile_.row, tile_.column + 1, {core.right, core.top}, {core.right, core.bottom});
  }

  void add_foot(size_t number) {
    Layout layout(page_);
    const double y = shown_.bottom + 1;
    const std::string own = name_of_tile(tile_.row, tile_.column);
    const PageBox name = layout.put(own, {shown_.left, y}, large_letters, true);
    std::string beside = fmt::format("tile {} of {}", number, grid_.tiles.size());
    const auto neighbour = [&](const char* where, int row, int column) {
      if (has_tile(grid_, row, column)) beside += fmt::format(", {} {}", where, name_of_tile(row, column));
    };
    neighbour("left", tile_.row, tile_.column - 1);
    neighbour("right", tile_.row, tile_.column + 1);
    neighbour("above", tile_.row - 1, tile_.column);
    neighbour("below", tile_.row + 1, tile_.column);
    beside +=
        fmt::format("; crosses {:.2f} x {:.2f} mm apart. {}", grid_.step.x, grid_.step.y, grid_.figure.title);
    const double room = shown_.right - name.right - 3;
    const double size = small_letters * std::min(1.0, room / layout.extent(beside, small_letters).width);
    layout.put(beside, {name.right + 3, y + 1.2}, size);
  }

  const Grid& grid_;
  const GridTile& tile_;
  Page& page_;
  PageBox shown_;
  Vec2 origin_;
};

// Where in a box a text stands clear of all that is drawn; else in its middle.
Vec2 place_in(const Layout& layout, Vec2 a, Vec2 b, TextExtent e) {
  for (const double fy : {0.5, 0.15, 0.85}) {
    for (const double fx : {0.5, 0.15, 0.85}) {
      const Vec2 at{a.x + 0.5 + fx * (b.x - a.x - e.width - 1), a.y + 0.5 + fy * (b.y - a.y - e.height - 1)};
      if (layout.is_free({at.x, at.y, at.x + e.width, at.y + e.height})) return at;
    }
  }
  return {(a.x + b.x - e.width) / 2, (a.y + b.y - e.height) / 2};
}

// Where each tile lies on the figure.
void draw_map(Layout& layout, const Grid& grid, PageBox frame) {
  layout.put(fmt::format("Map of the tiles: {}", grid.figure.title), {frame.left, frame.top}, letters, true);
  frame.top += 7;
  const Vec2 whole{grid.columns * grid.step.x, grid.rows * grid.step.y};
  const double scale = std::min(frame.width() / whole.x, frame.height() / whole.y);
  const GridTile& any = grid.tiles.front();
  const double half = grid.paper.overlap / 2;
  const Vec2 corner{any.area.left + half - any.column * grid.step.x,
                    any.area.top - half + any.row * grid.step.y};
  const Vec2 origin{frame.left - scale * corner.x, frame.top + scale * corner.y};
  for (const Outline& cut : grid.figure.cuts) layout.draw_outline({cut, scale, origin, Pen::formed, true});
  const auto cell = [&](const GridTile& t) {
    const Vec2 a{frame.left + scale * t.column * grid.step.x, frame.top + scale * t.row * grid.step.y};
    return PageBox{a.x, a.y, a.x + scale * grid.step.x, a.y + scale * grid.step.y};
  };
  for (const GridTile& t : grid.tiles) layout.box(cell(t), Pen::leader);
  const double size = std::clamp(0.3 * scale * std::min(grid.step.x, grid.step.y), 1.0, letters);
  for (const GridTile& t : grid.tiles) {
    const PageBox b = cell(t);
    const std::string name = name_of_tile(t.row, t.column);
    const Vec2 at = place_in(layout, {b.left, b.top}, {b.right, b.bottom}, layout.extent(name, size));
    layout.put(name, at, size);
  }
}

// Bars across and along the page, and their diagonal.
void draw_bars(Layout& layout, Vec2 corner) {
  const Vec2 low{corner.x, corner.y + bar};
  const Vec2 right{corner.x + bar, corner.y + bar};
  layout.draw({corner, low}, Pen::formed);
  layout.draw({low, right}, Pen::formed);
  layout.draw({corner, right}, Pen::dimension);
  for (int i = 0; i <= 10; ++i) {
    const double tick = i % 5 == 0 ? 4 : 2.5;
    layout.draw({{low.x + 10 * i, low.y}, {low.x + 10 * i, low.y + tick}}, Pen::cross);
    layout.draw({{low.x, low.y - 10 * i}, {low.x - tick, low.y - 10 * i}}, Pen::cross);
  }
  layout.put("100 mm across (3.937 in)", {low.x + 26, low.y + 5}, letters);
  layout.put("100 mm along (3.937 in)", {low.x + 3, low.y - 22}, letters);
  layout.put("diagonal 141.42 mm (5.568 in)", {low.x + 38, low.y - 80}, letters);
}

void draw_legend(Layout& layout, Vec2 at) {
  const std::vector<std::pair<Pen, const char*>> lines{
      {Pen::cut, "cut"}, {Pen::bend, "bend"}, {Pen::mark, "mark, never cut"}, {Pen::table, "tiles join"}};
  for (const auto& [pen, meaning] : lines) {
    layout.draw({{at.x, at.y + 2}, {at.x + 24, at.y + 2}}, pen);
    layout.put(meaning, {at.x + 28, at.y}, letters);
    at.y += 6;
  }
}

std::vector<std::string> instructions(const Printing& asked, const std::vector<Grid>& grids) {
  std::vector<std::string> lines{
      "Print at 100 %, not fitted to the page. Then measure the bars and the diagonal.",
      "If a bar is off, give what it measures as template.bar_across or template.bar_along;",
      "if only the diagonal is off, the printer feeds askew, which no factor mends."};
  if (asked.bar_across != bar || asked.bar_along != bar) {
    lines.push_back(fmt::format("Corrected for bars that measured {:g} mm across and {:g} mm along.",
                                asked.bar_across, asked.bar_along));
  }
  lines.emplace_back("Lay tiles so that their crosses coincide, tape them, then cut.");
  for (const Grid& grid : grids) {
    const size_t whole = static_cast<size_t>(grid.rows) * static_cast<size_t>(grid.columns);
    std::string text = fmt::format("{}: {} {}", grid.figure.title, grid.tiles.size(),
                                   grid.tiles.size() == 1 ? "tile" : "tiles");
    if (grid.tiles.size() < whole) text += fmt::format(" of {}, the others blank and left out", whole);
    if (grid.turned != 0)
      text += fmt::format(", turned {:.6f} deg to save paper", Angle::radians(grid.turned).degrees());
    lines.push_back(text);
  }
  return lines;
}

// `mapped`: the figure whose map stands here too, or null.
Page cover(const JobResult& job, const std::string& title, const TilePaper& paper,
           const std::vector<Grid>& grids, const Grid* mapped) {
  Page page = page_on(paper, title);
  const PageBox room = printable(paper);
  Layout layout(page);
  const auto fitting = [&](const std::string& text, double size, bool bold) {
    return size * std::min(1.0, room.width() / layout.extent(text, size, bold).width);
  };
  layout.put(title, {room.left, room.top}, fitting(title, large_letters, true), true);
  double y = room.top + 9;
  for (const std::string& text : instructions(job.job.printed, grids)) {
    layout.put(text, {room.left, y}, fitting(text, letters, false));
    y += 5;
  }
  draw_bars(layout, {room.left + 6, y + 4});
  draw_legend(layout, {room.left + bar + 16, y + 6});
  y += bar + 16;
  if (mapped) draw_map(layout, *mapped, {room.left, y, room.right, room.bottom});
  return page;
}

TilePaper paper_of(const Job& job) {
  const Printing& p = job.printed;
  TilePaper paper;
  if (p.paper == "roll") {
    paper.width = p.roll_width;
    paper.height = 297;  // of the cover
  } else {
    const Paper* named = find_paper(!p.paper.empty() ? p.paper : in_inches(job.units) ? "Letter" : "A4");
    paper.width = named->width;
    paper.height = named->height;
  }
  paper.stretch = {bar / p.bar_across, bar / p.bar_along};  // (1)
  paper.margin = p.margin;
  paper.overlap = p.overlap;
  return paper;
}

[[noreturn]] void refuse_tiles(const JobResult& job, const PieceResult& piece, const Grid& grid) {
  const std::string count =
      grid.tiles.empty() ? fmt::format("more than {}", most_looked_at) : std::to_string(grid.tiles.size());
  throw located(job.job, piece.part,
                Refusal({.reason = "is too small for a template: " + grid.figure.title,
                         .key = "template.paper",
                         .found = count + " tiles",
                         .allowed = fmt::format("at most {} tiles", most_tiles),
                         .advice = "print on larger paper or a roll"}));
}

[[noreturn]] void refuse_nothing(const JobResult& job, const PieceResult& piece) {
  const Printing& p = job.job.printed;
  const bool asked = p.wrap || p.end_rings || p.sweeps;
  throw located(
      job.job, piece.part,
      Refusal({.reason = asked
                             ? "is false, and the part has no end ring of one plane and no sweep of 3 mm to "
                               "100 m: nothing is left to print"
                             : "is false, and nothing else is asked for: nothing is left to print",
               .key = "template.blank",
               .found = "false",
               .allowed = "blank, wrap, end_rings or sweeps, one of them true",
               .advice = "add wrap = true, or leave blank = false out"}));
}

TiledFigure draw_tiles(const Grid& grid, std::vector<Page>& pages) {
  TiledFigure tiled{grid.figure.title, grid.rows, grid.columns, grid.step, Angle::radians(grid.turned)};
  for (const GridTile& t : grid.tiles) {
    const std::string name = name_of_tile(t.row, t.column);
    Page page = page_on(grid.paper, grid.figure.title + ", tile " + name);
    const auto crosses = TilePage(grid, t, page).draw(tiled.tiles.size() + 1);
    tiled.tiles.push_back({pages.size(), t.row, t.column, name, crosses});
    pages.push_back(std::move(page));
  }
  return tiled;
}

}  // namespace

TemplateSet draw_template(const JobResult& job, size_t index) {
  const PieceResult& piece = job.pieces[index];
  const TilePaper paper = paper_of(job.job);
  std::vector<Grid> grids;
  for (const TemplateFigure& figure : template_figures(job, index)) {
    grids.push_back(laid_on(figure, paper, job.job.printed.paper == "roll"));
    const size_t count = grids.back().tiles.size();
    if (count == 0 || count > most_tiles) refuse_tiles(job, piece, grids.back());
  }
  if (grids.empty() && is_first_of_part(job, index)) refuse_nothing(job, piece);
  if (grids.empty()) return {};
  const auto many = [](const Grid& grid) { return grid.tiles.size() > 1; };
  const auto first = std::find_if(grids.begin(), grids.end(), many);
  const Grid* mapped = first == grids.end() ? nullptr : &*first;
  TemplateSet set;
  set.pages.push_back(cover(job, "Template of " + title_of(piece), paper, grids, mapped));
  for (const Grid& grid : grids) {
    if (many(grid) && &grid != mapped) {
      Page map = page_on(paper, "Map of " + grid.figure.title);
      Layout layout(map);
      draw_map(layout, grid, printable(paper));
      set.pages.push_back(std::move(map));
    }
    set.figures.push_back(draw_tiles(grid, set.pages));
  }
  return set;
}

}  // namespace juggler
