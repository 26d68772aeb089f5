// The bench card as pages.
#include <algorithm>

#include "drawing/solid_view.h"

namespace juggler {
namespace {

constexpr PageBox figure_frame{186, 6, 291, 96};
constexpr PageBox formed_frame{200, 100, 284, 160};  // below it
constexpr double left = 10;
constexpr double top = 10;
constexpr double bottom = 202;
constexpr double size = small_letters;
constexpr double pitch = 4;
constexpr double letter = 1.75;  // what a letter of the card's text takes

size_t rows_of_page() { return static_cast<size_t>((bottom - top) / pitch) - 1; }

// Columns of a table stand under each other only in letters of one width.
bool is_row(const std::string& line) {
  return line.starts_with("    ") && line.find("  ", 6) != std::string::npos;
}

void put_cells(Layout& layout, const std::string& line, double x, double y) {
  size_t at = 0;
  while ((at = line.find_first_not_of(' ', at)) != std::string::npos) {
    const size_t stop = std::min(line.find("  ", at), line.size());
    const std::string cell = line.substr(at, stop - at);
    const double right = x + letter * static_cast<double>(stop);
    layout.put(cell, {right - layout.extent(cell, size).width, y}, size);
    at = stop;
  }
}

void put_line(Layout& layout, const std::string& line, double y, bool heading) {
  if (line.empty()) return;
  if (is_row(line)) return put_cells(layout, line, left, y);
  const size_t indent = std::min(line.find_first_not_of(' '), line.size());
  layout.put(line.substr(indent), {left + letter * static_cast<double>(indent), y}, size, heading);
}

// The blank in its box, with the card's own numbers.
class Figure {
 public:
  Figure(Layout& layout, const JobResult& job, const PieceResult& piece)
      : layout_(layout), job_(job), blank_(piece.blank), card_(bench_card(piece, job.job.bench)) {
    const Rectangle box = as_laid(blank_);
    low_ = 0;
    high_ = box.height;
    if (has_centre(box)) {
      low_ = std::min(low_, card_.centre_y);
      high_ = std::max(high_, card_.centre_y);
    }
    constexpr double margin = 12;
    const double width = figure_frame.right - figure_frame.left - 2 * margin;
    const double height = figure_frame.bottom - figure_frame.top - 2 * margin;
    scale_ = std::min(width / box.width, height / (high_ - low_));
    origin_ = {(figure_frame.left + figure_frame.right - scale_ * box.width) / 2,
               (figure_frame.top + figure_frame.bottom + scale_ * (high_ + low_)) / 2};
  }

  void draw() {
    const Rectangle box = as_laid(blank_);
    const std::vector<Vec2> c{at({0, 0}), at({box.width, 0}), at({box.width, box.height}),
                              at({0, box.height})};
    layout_.draw({c[0], c[1], c[2], c[3], c[0]}, Pen::guide);
    layout_.draw_outline({outline(blank_), scale_, origin_, Pen::cut, true});
    label(len(card_.width), anchors_along(c[0], c[1], {0, 1}));
    label(len(card_.height), anchors_along(c[0], c[3], {-1, 0}));
    layout_.draw({c[0], c[2]}, Pen::guide);
    label(len(card_.diagonal), anchors_along(c[0], c[2], {-0.5, -1}));
    if (card_.marking != Marking::coordinates) {
      layout_.draw({at({card_.centre_x, low_}), at({card_.centre_x, high_})}, Pen::centre);
    }
    if (has_centre(box)) draw_swings();
    for (const BlankOpening& o : blank_.openings)
      layout_.draw_outline({o.outline, scale_, origin_, Pen::cut, true});
    for (const Fold& fold : blank_.folds) {
      const Vec2 from = at(fold.from), to = at(fold.to);
      if (fold.arcs.empty())
        layout_.draw({from, to}, Pen::bend);
      else
        layout_.draw_outline({fold.arcs, scale_, origin_, Pen::bend});
      label(fold.tag, anchors_along(from, to, left_of(fold.arcs.empty() ? fold.to - fold.from : to - from)));
    }
    for (const Label& l : labels_) (void)layout_.place(l, figure_frame);
  }

 private:
  [[nodiscard]] bool has_centre(const Rectangle& box) const {
    const bool arcs =
        std::any_of(card_.rims.begin(), card_.rims.end(), [](const CardRim& r) { return r.radius > 0; });
    return card_.marking == Marking::swing && arcs && std::abs(card_.centre_y) < 3 * (box.width + box.height);
  }
  [[nodiscard]] Vec2 at(Vec2 mm) const { return {origin_.x + scale_ * mm.x, origin_.y - scale_ * mm.y}; }
  [[nodiscard]] std::string len(double mm) const { return shown_rounded(mm, card_.round_to, job_.job.units); }
  void label(std::string text, std::vector<Anchor> anchors) {
    labels_.push_back({std::move(text), std::move(anchors)});
  }

  void draw_swings() {
    const Vec2 centre = at({card_.centre_x, card_.centre_y});
    for (const CardRim& rim : card_.rims) {
      if (rim.radius == 0) continue;
      const Arc& arc = edge(blank_, rim.name)->arcs.front();
      const Vec2 on_arc = at(point_at(arc, 0.25 * arc.length));
      layout_.arrow(centre, on_arc, Pen::dimension);
      label(len(rim.radius), anchors_along(centre, on_arc, left_of(on_arc - centre)));
    }
  }

  Layout& layout_;
  const JobResult& job_;
  const Blank& blank_;
  BenchCard card_;
  double low_ = 0;
  double high_ = 0;
  double scale_ = 1;
  Vec2 origin_;
  std::vector<Label> labels_;
};

}  // namespace

std::vector<Page> draw_card(const JobResult& job, const PieceResult& piece) {
  const std::vector<std::string> lines = card_lines(job, piece);
  std::vector<Page> pages;
  constexpr size_t most = 12;  // what is longer is for the text
  for (size_t first = 0; first < lines.size() && pages.size() < most; first += rows_of_page()) {
    Page page;
    page.title = "Bench card " + title_of(piece);
    Layout layout(page);
    if (first == 0) {
      Figure(layout, job, piece).draw();
      const auto solid = std::make_shared<const SeenSolid>(solid_of_part(job, piece));
      draw_pictorial(layout, seen(job, piece, solid), *solid, formed_frame);
    }
    const size_t last = std::min(first + rows_of_page(), lines.size());
    for (size_t i = first; i < last; ++i) {
      put_line(layout, lines[i], top + pitch * static_cast<double>(i - first), i == 0);
    }
    if (pages.size() + 1 == most && last < lines.size()) {
      layout.put("The card goes on; its text has all of it.", {left, bottom - pitch + 2}, size, true);
    }
    layout.finish();
    pages.push_back(std::move(page));
  }
  return pages;
}

}  // namespace juggler
