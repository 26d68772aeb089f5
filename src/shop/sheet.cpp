#include <fmt/format.h>

#include "juggler/version.h"
#include "layout.h"

namespace juggler {
namespace {

constexpr PageBox blank_frame{16, 62, 800, 784};
constexpr PageBox formed_frame{816, 62, 1264, 372};
constexpr PageBox table_frame{816, 384, 1264, 784};

void draw_frame(Layout& layout, const PageBox& b) {
  layout.draw({{b.left, b.top}, {b.right, b.top}, {b.right, b.bottom}, {b.left, b.bottom}, {b.left, b.top}},
              Pen::frame);
}

// A text cut short to a width, with dots.
std::string fitting(std::string text, double size, bool bold, double width) {
  if (text_extent(text, size, bold).width <= width) return text;
  while (!text.empty() && text_extent(text + "...", size, bold).width > width) {
    do {
      text.pop_back();
    } while (!text.empty() && (static_cast<unsigned char>(text.back()) & 0xC0) == 0x80);
  }
  return text + "...";
}

std::string sheet_line(const JobResult& job, const PieceResult& piece) {
  const Sheet& s = piece.part.sheet;
  std::string text = fmt::format("{}, {} {}, neutral factor {:g}, {} off", piece.part.shape,
                                 shown_length(*s.thickness, job.job.units),
                                 s.material.empty() ? "sheet" : s.material, s.neutral, piece.blank.count);
  if (s.sizes_on) text += fmt::format(", sizes on the {}", name_of(*s.sizes_on));
  if (piece.part.making.hand == Hand::opposite) text += ", opposite hand";
  return text + fmt::format(".  juggler {}", version);
}

void draw_heading(Layout& layout, const JobResult& job, const PieceResult& piece) {
  const std::string& number = piece.part.making.number;
  const std::string title = title_of(piece) + (number.empty() ? "" : "   " + number);
  layout.put(fitting(title, 20, true, 1240), {18, 8}, 20, true);
  layout.put(fitting(sheet_line(job, piece), 12.5, false, 1240), {18, 37}, 12.5);
}

void draw_table(Layout& layout, const JobResult& job, const PieceResult& piece) {
  const std::vector<Row> rows = key_numbers(job, piece);
  const double step = (table_frame.bottom - table_frame.top - 12) / static_cast<double>(rows.size());
  const double size = std::min(12.5, step / 1.24);
  double y = table_frame.top + 6;
  for (const Row& row : rows) {
    layout.put(row.name, {table_frame.left + 10, y}, size);
    layout.put(fitting(row.value, size, false, 282), {table_frame.left + 158, y}, size);
    y += step;
  }
}

}  // namespace

Page draw_piece(const JobResult& job, const PieceResult& piece) {
  Page page;
  page.title = title_of(piece);
  Layout layout(page);
  draw_heading(layout, job, piece);
  draw_frame(layout, blank_frame);
  draw_frame(layout, formed_frame);
  draw_frame(layout, table_frame);
  draw_blank(layout, job, piece, blank_frame);
  draw_formed(layout, job, piece, formed_frame);
  draw_table(layout, job, piece);
  layout.finish();
  return page;
}

}  // namespace juggler
