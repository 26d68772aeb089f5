// The set of pages: blanks, formed parts and tables put where the arrangement says.
#include "juggler/shop.h"

#include <fmt/format.h>

#include <algorithm>
#include <memory>

#include "arrangement.h"
#include "solid_view.h"

namespace juggler {
namespace {

// A page being drawn.
struct Draft {
  explicit Draft(const Paper& paper) : page{paper.height, paper.width} {}
  Page page;
  Layout layout{page};
  size_t piece = 0;
  int of_piece = 1;
  double formed_scale = 1;  // of the part, on whatever page of it
};

class Set {
 public:
  Set(const JobResult& job, FormedParts& parts, const Paper& paper, const Places& places, double scale)
      : job_(job), parts_(parts), paper_(paper), places_(places), scale_(scale) {
    for (size_t i = 0; i < job.pieces.size(); ++i) draw_piece(i);
    for (size_t i = 0; i < drafts_.size(); ++i) finish(*drafts_[i], static_cast<int>(i) + 1);
  }

  [[nodiscard]] size_t left_over() const { return left_over_; }
  [[nodiscard]] std::vector<DrawingPage> pages() && {
    std::vector<DrawingPage> all;
    for (auto& draft : drafts_) all.push_back({std::move(draft->page), draft->piece, draft->of_piece});
    return all;
  }

 private:
  [[nodiscard]] Angles angles() const { return paper_.us ? Angles::third : Angles::first; }
  [[nodiscard]] PageBox formed_place() const { return places_.formed.value_or(own_formed(paper_)); }

  // The largest scale for a formed part; the next smaller one where its labels find more room.
  [[nodiscard]] double scale_of_formed(size_t piece) {
    const auto lost = [&](double scale) {
      Draft trial(paper_);
      return draw_formed(trial.layout, job_.job, parts_.seen(piece), parts_.solid(piece), formed_place(),
                         scale, angles(), false)
          .size();
    };
    const double first = view_scale_at_most(formed_scale(parts_.seen(piece), formed_place()));
    const double second = view_scale_at_most(0.99 * first);
    const size_t lost_first = lost(first);
    return lost_first == 0 || lost(second) >= lost_first ? first : second;
  }

  Draft& add_page(size_t piece) {
    const int of_piece = drafts_.empty() || drafts_.back()->piece != piece ? 1 : drafts_.back()->of_piece + 1;
    drafts_.push_back(std::make_unique<Draft>(paper_));
    Draft& draft = *drafts_.back();
    draft.piece = piece;
    draft.of_piece = of_piece;
    draft.page.title = title_of(job_.pieces[piece]);
    if (of_piece > 1) draft.page.title += fmt::format(", page {}", of_piece);
    return draft;
  }

  // Both views; returns the columns that they leave for tables.
  std::vector<Column> draw_views(size_t i, std::vector<std::string>& left_over) {
    const PieceResult& piece = job_.pieces[i];
    Draft& first = add_page(i);
    left_over = draw_blank(first.layout, job_, piece, places_.blank, scale_);
    const bool formed = is_first_of_part(job_, i);
    Draft& with_formed = formed && !places_.formed ? add_page(i) : first;
    if (formed) {
      formed_scale_ = scale_of_formed(i);
      const auto more = draw_formed(with_formed.layout, job_.job, parts_.seen(i), parts_.solid(i),
                                    formed_place(), formed_scale_, angles());
      left_over.insert(left_over.end(), more.begin(), more.end());
    }
    if (!places_.tables)
      return formed ? std::vector<Column>{{&with_formed.layout, beside_formed(paper_)}}
                    : std::vector<Column>{};
    PageBox box = *places_.tables;
    if (places_.one_column && !formed) box.top = places_.formed->top;  // nothing stands above it
    std::vector<Column> columns{{&first.layout, box}};
    if (const auto below = below_blank(first.layout)) columns.push_back({&first.layout, *below});
    return columns;
  }

  // What the blank and its labels leave free at the foot of their frame, where that is worth a table.
  [[nodiscard]] std::optional<PageBox> below_blank(const Layout& layout) const {
    constexpr double face_label = 8;
    constexpr double least = 20;
    const PageBox& b = places_.blank;
    PageBox free{b.left + inset, b.bottom - face_label - least, b.right - inset, b.bottom - face_label};
    if (!places_.one_column || !layout.is_free(free)) return std::nullopt;
    while (free.top > b.top && layout.is_free({free.left, free.top - 2, free.right, free.bottom}))
      free.top -= 2;
    return PageBox{free.left, free.top + inset, free.right, free.bottom};
  }

  void draw_piece(size_t i) {
    const size_t pages_before = drafts_.size();
    std::vector<std::string> left_over;
    std::vector<Column> columns = draw_views(i, left_over);
    left_over_ += left_over.size();
    size_t next = 0;
    place_tables(tables_of(job_, job_.pieces[i], left_over), [&] {
      if (next == columns.size()) {
        Draft& more = add_page(i);
        for (const PageBox& box : table_columns(paper_)) columns.push_back({&more.layout, box});
      }
      return columns[next++];
    });
    if (has_strain_map(job_.pieces[i])) {
      const PageBox in = inner(paper_);
      draw_strain_map(add_page(i).layout, job_.pieces[i],
                      {in.left, in.top, in.right, places_.title.top - apart});
    }
    for (size_t k = pages_before; k < drafts_.size(); ++k) drafts_[k]->formed_scale = formed_scale_;
  }

  void finish(Draft& draft, int number) {
    draft.layout.box(inner(paper_), Pen::frame);
    draw_title(draft.layout, job_, job_.pieces[draft.piece],
               {scale_text(scale_), scale_text(draft.formed_scale), paper_.name, number,
                static_cast<int>(drafts_.size()), angles()},
               places_.title);
    draft.layout.finish();
  }

  const JobResult& job_;
  FormedParts& parts_;
  const Paper& paper_;
  Places places_;
  double scale_;
  double formed_scale_ = 1;  // of the part that is drawn
  size_t left_over_ = 0;
  std::vector<std::unique_ptr<Draft>> drafts_;
};

[[noreturn]] void refuse_scale(const JobResult& job, const Paper& paper, double largest) {
  throw located(
      job.job, job.pieces.front().part,
      Refusal({.reason = "is too large for the blank on this paper",
               .key = "drawing.scale",
               .found = scale_text(*job.job.drawing.scale),
               .allowed = fmt::format("at most {} on {}", scale_text(standard_at_most(largest)), paper.name),
               .advice = "ask for a smaller scale or larger paper"}));
}

}  // namespace

std::vector<DrawingPage> draw_set(const JobResult& job) {
  const std::vector<Paper> papers_tried = candidates(job.job);
  std::unique_ptr<Set> best;
  FormedParts parts(job);
  double largest = 0;
  for (const Paper& paper : papers_tried) {
    const Arrangement arrangement = arranged(job, parts, paper);
    largest = std::max(largest, arrangement.largest_possible);
    if (arrangement.scale == 0) continue;
    auto set = std::make_unique<Set>(job, parts, paper, arrangement.places, arrangement.scale);
    if (!best || set->left_over() < best->left_over()) best = std::move(set);
    if (best->left_over() == 0) break;
  }
  if (!best) refuse_scale(job, papers_tried.back(), largest);
  return std::move(*best).pages();
}

std::optional<Page> draw_together(const JobResult& job) {
  const bool placed = std::any_of(job.pieces.begin(), job.pieces.end(),
                                  [](const PieceResult& p) { return p.part.place.has_value(); });
  if (!placed && job.joints.empty()) return std::nullopt;
  const Paper paper = candidates(job.job).front();
  const Angles angles = paper.us ? Angles::third : Angles::first;
  constexpr double strip = 17.5;
  const PageBox in = inner(paper);
  // A short table stands at the foot beside the title, a long one at the right above it.
  const std::vector<Table> tables = tables_together(job);
  constexpr double row = 4.6, heads = 16;
  constexpr size_t few = 14;
  const bool at_foot = !tables.empty() && tables.front().rows.size() <= few;
  const double foot =
      at_foot ? std::max(strip, heads + row * static_cast<double>(tables.front().rows.size())) : strip;
  const double beside = tables.empty() || at_foot ? 0 : title_width + apart;
  const PageBox frame{in.left, in.top, in.right - beside, in.bottom - foot - apart};
  const PageBox column =
      at_foot ? PageBox{in.left + inset, in.bottom - foot, in.right - title_width - apart, in.bottom - inset}
              : PageBox{in.right - title_width, in.top + apart, in.right - apart, in.bottom - strip - apart};
  const Seen all = seen_together(job);
  const double scale = view_scale_at_most(formed_scale(all, frame));
  Page page{paper.height, paper.width};
  page.title = job.job.name.empty() ? "parts together" : job.job.name + ", parts together";
  Layout layout(page);
  (void)draw_formed(layout, job.job, all, solid_of_job(job), frame, scale, angles);
  place_tables(tables, [&] { return Column{&layout, column}; });
  layout.box(in, Pen::frame);
  draw_title_together(layout, job, {{}, scale_text(scale), paper.name, 1, 1, angles},
                      {in.right - title_width, in.bottom - strip, in.right, in.bottom});
  layout.finish();
  return page;
}

Page draw_picture(const JobResult& job, size_t piece, double width, double height) {
  const PieceResult& shown = job.pieces.at(piece);
  Page page{width, height, name_of_part(shown)};
  Layout layout(page);
  draw_pictorial(layout, seen(job, shown), solid_of_part(job, shown), {0, 0, width, height});
  layout.finish();
  return page;
}

Page draw_flat(const JobResult& job, size_t piece, double size) {
  const PieceResult& shown = job.pieces.at(piece);
  const PageBox square{0, 0, size, size};
  const double scale = blank_scale(shown.blank, square);
  Page page{size, std::min(size, blank_height(shown.blank, scale)), title_of(shown)};
  Layout layout(page);
  // What finds no room stands in the tables.
  static_cast<void>(draw_blank(layout, job, shown, {0, 0, page.width, page.height}, scale));
  layout.finish();
  return page;
}

}  // namespace juggler
