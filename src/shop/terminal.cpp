// A blank in letters, for the terminal.
#include <fmt/format.h>

#include <algorithm>

#include "said.h"

namespace juggler {
namespace {

// Dots that become characters: of braille two across and four down each, of plain letters one.
class Canvas {
 public:
  Canvas(int columns, int rows, bool braille)
      : columns_(columns), rows_(rows), braille_(braille), cells_(static_cast<size_t>(columns * rows)) {}

  [[nodiscard]] int dots_across() const { return columns_ * (braille_ ? 2 : 1); }
  [[nodiscard]] int dots_down() const { return rows_ * (braille_ ? 4 : 1); }

  // x rightwards, y downwards.
  void dot(int x, int y, char letter) {
    if (x < 0 || y < 0 || x >= dots_across() || y >= dots_down()) return;
    const int per_x = braille_ ? 2 : 1;
    const int per_y = braille_ ? 4 : 1;
    constexpr int bits[4][2] = {{0x01, 0x08}, {0x02, 0x10}, {0x04, 0x20}, {0x40, 0x80}};
    int& cell = cells_[static_cast<size_t>(y / per_y * columns_ + x / per_x)];
    cell = braille_ ? cell | bits[y % 4][x % 2] : letter;
  }

  [[nodiscard]] std::vector<std::string> lines() const {
    std::vector<std::string> all;
    for (int row = 0; row < rows_; ++row) {
      std::string line;
      for (int column = 0; column < columns_; ++column)
        line += letter(cells_[static_cast<size_t>(row * columns_ + column)]);
      line.erase(line.find_last_not_of(' ') + 1);
      all.push_back(std::move(line));
    }
    return all;
  }

 private:
  [[nodiscard]] std::string letter(int cell) const {
    if (cell == 0) return " ";
    if (!braille_) return {cell == '.' ? '.' : '*'};
    return {'\xE2', static_cast<char>(0xA0 | cell >> 6), static_cast<char>(0x80 | (cell & 0x3F))};
  }

  int columns_;
  int rows_;
  bool braille_;
  std::vector<int> cells_;
};

// Every `every`th dot along the arcs; where there are letters, a point or a star.
void trace(Canvas& canvas, const std::vector<Arc>& arcs, double dots, double squash, int every, char letter) {
  const double step = 0.5 / dots;
  int count = 0;
  Vec2 last{-9, -9};
  for (const Arc& arc : arcs) {
    for (double s = 0; s <= arc.length; s += step) {
      const Vec2 p = point_at(arc, s);
      const Vec2 at{std::floor(p.x * dots), std::floor(p.y * dots * squash)};
      if (at.x == last.x && at.y == last.y) continue;
      last = at;
      if (count++ % every == 0)
        canvas.dot(static_cast<int>(at.x), canvas.dots_down() - 1 - static_cast<int>(at.y), letter);
    }
  }
}

}  // namespace

std::vector<std::string> draw_in_letters(const PieceResult& piece, const Units& units, bool braille) {
  constexpr int most_columns = 72;
  constexpr int most_rows = 22;
  const Blank& b = piece.blank;
  const Rectangle box = as_laid(b);
  const double squash = braille ? 1 : 0.5;  // a letter is twice as high as wide
  const double across = (braille ? 2 : 1) * most_columns;
  const double down = (braille ? 4 : 1) * most_rows;
  const double dots = 0.999 * std::min(across / box.width, down / (box.height * squash));
  const auto cells = [](double dots_needed, int per) {
    return std::max(1, static_cast<int>(std::ceil(dots_needed / per)));
  };
  Canvas canvas(cells(dots * box.width, braille ? 2 : 1), cells(dots * box.height * squash, braille ? 4 : 1),
                braille);
  trace(canvas, b.marks.lines, dots, squash, braille ? 4 : 1, '.');
  std::vector<Arc> bends;
  for (const Fold& fold : b.folds)
    for (const Arc& arc : line_of(fold)) bends.push_back(arc);
  trace(canvas, bends, dots, squash, braille ? 3 : 1, '.');
  trace(canvas, outline(b), dots, squash, 1, '*');
  for (const BlankOpening& o : b.openings) trace(canvas, o.outline, dots, squash, 1, '*');
  std::vector<std::string> lines = canvas.lines();
  const std::string seam = b.folding || b.cut_out ? ""
                                                  : fmt::format(", seam start on the {}",
                                                                b.face_up == Face::inside ? "right" : "left");
  lines.push_back(fmt::format("{} wide, {} high, {} face up{}", said(piece, "blank as laid", units),
                              said(piece, "blank as laid", units, 1), face_up(b), seam));
  return lines;
}

}  // namespace juggler
