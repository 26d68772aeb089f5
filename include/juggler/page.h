// The page model: paper with text boxes, lines, outlines and tables of known extents. Everything is placed
// before anything is drawn, so that placing can be tested; the writers decide nothing.
#pragma once

#include <optional>
#include <string>
#include <vector>

#include "juggler/geom.h"

namespace juggler {

/// What a line of a page stands for; each has a look of its own, told apart without colour.
enum class Pen {
  cut,
  bend,
  mark,
  centre,
  guide,
  dimension,
  formed,
  hidden,
  seam,
  frame,
  table,
  leader,
  cross,
};

/// How a pen draws. Widths and dashes in mm of paper, colours from 0 to 1.
struct PenLook {
  const char* name;
  double red, green, blue;
  double width;
  std::vector<double> dashes;  ///< on, off, on, off; empty: unbroken
};
[[nodiscard]] const PenLook& look_of(Pen pen);

/// An upright box, mm of paper, y downwards.
struct PageBox {
  double left = 0;
  double top = 0;
  double right = 0;
  double bottom = 0;
  [[nodiscard]] double width() const { return right - left; }
  [[nodiscard]] double height() const { return bottom - top; }
  [[nodiscard]] Vec2 middle() const { return {(left + right) / 2, (top + bottom) / 2}; }
};
[[nodiscard]] bool overlap(const PageBox& a, const PageBox& b);

struct PageText {
  PageBox box;        ///< what the text fills before it is turned about its centre
  double size = 3.5;  ///< of the font, mm; its capitals are 0.73 of that
  bool bold = false;
  std::string text;
  bool mark = false;                 ///< letters to be marked on the blank, in the colour of marks
  Angle turn = {};                   ///< anticlockwise as seen
  std::optional<PageBox> clip = {};  ///< what lies outside is not drawn
};
struct PageLine {
  std::vector<Vec2> points;
  Pen pen = Pen::frame;
};
/// Cut geometry kept exact: arcs in mm, y upwards, with the scale and place of their origin on the page.
struct PageOutline {
  Outline arcs;
  double scale = 1;
  Vec2 origin;
  Pen pen = Pen::cut;
  bool closed = false;
  std::optional<PageBox> clip = {};  ///< what lies outside is not drawn
};
/// Where a point of an outline lies on the page.
[[nodiscard]] inline Vec2 on_page(const PageOutline& o, Vec2 mm) {
  return {o.origin.x + o.scale * mm.x, o.origin.y - o.scale * mm.y};
}
/// A filled area below all lines, its colour from 0 to 1. Of those of one colour in turn inner ones are
/// holes.
struct PageFill {
  std::vector<Vec2> points;
  double red = 0, green = 0, blue = 0;
};
/// A table, or as much of one as stands on this page: its texts and rules lie within the box.
struct PageTable {
  PageBox box;
  std::string title;
  size_t first_row = 0;
  size_t rows = 0;
};

struct Page {
  double width = 297;
  double height = 210;
  std::string title = {};
  Vec2 stretch{1, 1};  ///< the writers multiply places on the page by these: a printer's correction
  std::vector<PageFill> fills = {};
  std::vector<PageOutline> outlines = {};
  std::vector<PageLine> lines = {};
  std::vector<PageText> texts = {};
  std::vector<PageTable> tables = {};
};

/// How much room a text takes, mm. The font is DejaVu Sans, unhinted.
struct TextExtent {
  double width = 0;
  double height = 0;
};
[[nodiscard]] TextExtent text_extent(const std::string& text, double size, bool bold = false);

}  // namespace juggler
