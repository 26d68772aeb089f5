// Full-size templates: what is printed 1:1, cut into tiles for the paper there is.
#pragma once

#include <array>

#include "juggler/page.h"
#include "juggler/shop.h"

namespace juggler {

/// Something to print at full size, mm, y upwards.
struct TemplateFigure {
  std::string title;
  std::vector<Outline> cuts = {};  ///< closed
  std::vector<Arc> marks = {};
  std::vector<MarkText> texts = {};
  std::vector<Arc> bends = {};
};

/// The part's outside opened out for paper to be wrapped round it: its girth is that of the paper's middle,
/// half the paper's thickness outside the part. Elements with their plan angles; outside up, no gap.
/// Errors    Refusal as make_blank().
/// Accuracy  that of make_blank(). Source docs/maths/template.md (7).
[[nodiscard]] Blank wrap_round(const PieceResult& piece, double paper_thickness);

/// What the job's [template] asks for: the blank of this piece; with the first piece of a part also its wrap,
/// its end rings and its sweeps. A ring is the outline of the metal on both faces, seen square to its end; an
/// end that no single plane cuts has none.
/// Source  docs/maths/template.md (7)-(9).
[[nodiscard]] std::vector<TemplateFigure> template_figures(const JobResult& job, size_t piece);

/// A tile: the page it is printed on, its place in the grid (row 0 on top), its name, and its four register
/// crosses on the page: left upper, right upper, right lower, left lower. Crosses of neighbours coincide.
struct TemplateTile {
  size_t page = 0;
  int row = 0;
  int column = 0;
  std::string name = {};
  std::array<Vec2, 4> crosses = {};
};
/// The grid of one figure: its tiles, without those on which nothing would stand.
struct TiledFigure {
  std::string title;
  int rows = 1;
  int columns = 1;
  Vec2 step = {};     ///< between crosses, mm
  double turned = 0;  ///< radians by which the figure was turned to save paper
  std::vector<TemplateTile> tiles = {};
};
struct TemplateSet {
  std::vector<Page> pages;  ///< the first says how to check the printer
  std::vector<TiledFigure> figures;
};

/// The templates of a piece as pages at full size.
///
/// Returns   no pages for a further piece of which nothing is asked for.
/// Errors    JobRefusal at template.paper when more than 400 tiles would be printed, at template.blank when
///           nothing would be; Refusal as template_figures().
/// Accuracy  of the page model: rounding. In PDF 0.0014 mm.
/// Source    docs/maths/template.md (1)-(6).
[[nodiscard]] TemplateSet draw_template(const JobResult& job, size_t piece);

}  // namespace juggler
