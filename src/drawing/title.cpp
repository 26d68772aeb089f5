// The title block.
#include <fmt/format.h>

#include <array>

#include "juggler/version.h"
#include "shop/opening_lines.h"
#include "views.h"

namespace juggler {
namespace {

constexpr double caption_size = 2.2;

struct Cell {
  const char* caption;
  std::string value;
  double share;  // of the row's width
  bool bold = false;
};

// A text cut short to a width, with dots.
std::string fitting(const Layout& layout, std::string text, double size, bool bold, double width) {
  if (layout.extent(text, size, bold).width <= width) return text;
  while (!text.empty() && layout.extent(text + "...", size, bold).width > width) {
    // A letter, which may be several bytes: the first of them goes last.
    while ((static_cast<unsigned char>(text.back()) & 0xC0) == 0x80 && text.size() > 1) text.pop_back();
    text.pop_back();
  }
  return text + "...";
}

void draw_row(Layout& layout, const PageBox& row, const std::vector<Cell>& cells) {
  double x = row.left;
  for (const Cell& cell : cells) {
    const double width = cell.share * row.width();
    if (x > row.left) layout.draw({{x, row.top}, {x, row.bottom}}, Pen::table);
    layout.put(cell.caption, {x + 1, row.top + 0.4}, caption_size);
    const double size = cell.bold ? large_letters : letters;
    if (!cell.value.empty()) {
      const double y = row.bottom - layout.extent("Ag", size, cell.bold).height - 0.3;
      layout.put(fitting(layout, cell.value, size, cell.bold, width - 2), {x + 1, y}, size, cell.bold);
    }
    x += width;
  }
}

// A small frustum seen from the side and from its narrow end: on its right in first-angle projection, on its
// left in third-angle.
void draw_projection(Layout& layout, const PageBox& b, Angles angles) {
  const double high = 3.6;
  const Vec2 middle = b.middle();
  const double side = angles == Angles::first ? 1 : -1;
  const double x = middle.x - side * 4;
  layout.draw({{x - 2.5, middle.y - high / 4},
               {x + 2.5, middle.y - high / 2},
               {x + 2.5, middle.y + high / 2},
               {x - 2.5, middle.y + high / 4},
               {x - 2.5, middle.y - high / 4}},
              Pen::dimension);
  const Vec2 centre{middle.x + side * 3, middle.y};
  for (const double radius : {high / 4, high / 2}) {
    std::vector<Vec2> circle;
    for (int i = 0; i <= 48; ++i) circle.push_back(centre + radius * direction(i * pi / 24));
    layout.draw(std::move(circle), Pen::dimension);
  }
}

std::string mass_text(const PieceResult& piece, const Units& units) {
  return mass_of(piece) ? said(piece, "mass", units) : "-";
}

std::string or_dash(const std::string& text) { return text.empty() ? "-" : text; }

}  // namespace

void draw_title(Layout& layout, const JobResult& job, const PieceResult& piece, const Title& title,
                const PageBox& b) {
  const Units& units = job.job.units;
  const Sheet& sheet = piece.part.sheet;
  const std::array<double, 5> rows{0, 9.5, 17.5, 25.5, title_height};
  const auto row = [&](size_t i) { return PageBox{b.left, b.top + rows[i], b.right, b.top + rows[i + 1]}; };
  for (size_t i = 1; i < 4; ++i)
    layout.draw({{b.left, b.top + rows[i]}, {b.right, b.top + rows[i]}}, Pen::table);
  layout.box(b, Pen::frame);
  draw_row(
      layout, row(0),
      {{"part", title_of(piece), 0.68, true}, {"number", or_dash(piece.part.making.number), 0.32, true}});
  draw_row(layout, row(1),
           {{"material", or_dash(sheet.material), 0.34},
            {"thickness", written(sheet_thickness(piece), units), 0.17},
            {"face up", face_up(piece.blank), 0.13},
            {"quantity", fmt::format("{}", piece.blank.count), 0.13},
            {"mass of one", mass_text(piece, units), 0.23}});
  draw_row(layout, row(2),
           {{"scale of the blank", title.blank_scale, 0.2},
            {"of the formed part", title.formed_scale, 0.2},
            {"paper", title.paper, 0.14},
            {"date", or_dash(job.job.date), 0.22},
            {"page", fmt::format("{} of {}", title.page, title.pages), 0.12},
            {"", "", 0.12}});
  const PageBox last = row(2);
  draw_projection(layout, {last.right - 0.12 * last.width(), last.top, last.right, last.bottom},
                  title.angles);
  const std::optional<Face> face = piece.formed->sizes_on;
  const std::string sizes = face ? fmt::format("sizes on the {}, ", name_of(*face)) : "";
  const bool opposite = piece.part.making.hand == Hand::opposite;
  const std::string hand = piece.formed->has_hand ? (opposite ? "left hand, " : "right hand, ")
                           : opposite             ? "opposite hand, "
                                                  : "";
  draw_row(layout, row(3),
           {{"asked for",
             fmt::format("{}, {}{}{}, unit of length {}", piece.part.shape, hand, sizes,
                         piece.formed->laid_out_by, units.name),
             0.78},
            {"by", fmt::format("juggler {}", version), 0.22}});
}

void draw_title_together(Layout& layout, const JobResult& job, const Title& title, const PageBox& b) {
  const double middle = b.top + 9.5;
  layout.draw({{b.left, middle}, {b.right, middle}}, Pen::table);
  layout.box(b, Pen::frame);
  draw_row(layout, {b.left, b.top, b.right, middle},
           {{"parts together", or_dash(job.job.name), 0.68, true},
            {"number", or_dash(job.job.number), 0.32, true}});
  const PageBox last{b.left, middle, b.right, b.bottom};
  draw_row(layout, last,
           {{"scale", title.formed_scale, 0.2},
            {"paper", title.paper, 0.2},
            {"date", or_dash(job.job.date), 0.22},
            {"by", fmt::format("juggler {}", version), 0.26},
            {"", "", 0.12}});
  draw_projection(layout, {last.right - 0.12 * last.width(), last.top, last.right, last.bottom},
                  title.angles);
}

}  // namespace juggler
