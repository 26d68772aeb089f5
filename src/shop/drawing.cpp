// The set of sheets: paper and scales chosen, blank, formed part and tables shared out.
#include "juggler/drawing.h"

#include <fmt/format.h>

#include <algorithm>
#include <memory>

#include "views.h"

namespace juggler {
namespace {

// Standard scales are 1, 2 and 5 times the powers of ten.
double standard_at_most(double scale) {
  const double decade = std::pow(10, std::floor(std::log10(scale) + 1e-12));
  for (const double step : {5.0, 2.0}) {
    if (step * decade <= scale * (1 + 1e-12)) return step * decade;
  }
  return decade;
}

std::string scale_text(double scale) {
  return scale >= 1 ? fmt::format("{:.6g}:1", scale) : fmt::format("1:{:.6g}", 1 / scale);
}

// Where things stand on the first sheet of a piece. Without `formed` there is a second sheet for that.
struct Places {
  PageBox blank;
  PageBox title;
  std::optional<PageBox> formed;
  std::optional<PageBox> tables;
};

constexpr double apart = 4;
constexpr double inset = 3;  // of tables from the frame

PageBox inner(const Paper& paper) {  // lying; ISO leaves 20 mm on the left to file it by
  const double left = paper.us ? 12.7 : 20;
  const double side = paper.us ? 12.7 : 10;
  return {left, side, paper.height - side, paper.width - side};
}

PageBox title_place(const PageBox& in) {
  return {in.right - title_width, in.bottom - title_height, in.right, in.bottom};
}

// The blank on the left, all else in a column on the right.
Places side_by_side(const PageBox& in) {
  const PageBox title = title_place(in);
  const double formed = in.top + std::min(0.42 * in.height(), 160.0);
  return {{in.left, in.top, title.left - apart, in.bottom},
          title,
          PageBox{title.left, in.top, in.right, formed},
          PageBox{title.left, formed + apart, in.right - inset, title.top - apart}};
}

// The blank across the sheet, all else below.
Places one_above_other(const PageBox& in) {
  const PageBox title = title_place(in);
  const double middle = in.top + 0.54 * in.height();
  return {{in.left, in.top, in.right, middle},
          title,
          PageBox{in.left, middle + apart, title.left - apart, in.bottom},
          PageBox{title.left, middle + apart, in.right - inset, title.top - apart}};
}

// Small paper: the blank alone.
Places blank_alone(const PageBox& in) {
  const PageBox title = title_place(in);
  return {{in.left, in.top, in.right, title.top - apart}, title, {}, {}};
}

double scale_of_all(const JobResult& job, const PageBox& frame) {
  double scale = 1e300;
  for (const PieceResult& piece : job.pieces) scale = std::min(scale, blank_scale(piece.blank, frame));
  return scale;
}

// Where a blank leaves room below it, the formed part moves there and the tables have the whole column.
Places with_formed_below(const JobResult& job, const Places& side, double scale) {
  double needed = 0;
  for (const PieceResult& piece : job.pieces) needed = std::max(needed, blank_height(piece.blank, scale));
  constexpr double least = 100;
  const double spare = side.blank.height() - needed - apart - least;
  if (spare < 0) return side;
  const double middle = side.blank.top + needed + spare / 3;
  const double right = side.blank.right;
  return {{side.blank.left, side.blank.top, right, middle},
          side.title,
          PageBox{side.blank.left, middle + apart, right, side.blank.bottom},
          PageBox{side.title.left, side.blank.top + inset, side.tables->right, side.tables->bottom}};
}

struct Arrangement {
  Places places;
  double scale = 0;
};

// The arrangement that shows the blanks largest, or at the scale asked for; nothing where that is too large.
std::optional<Arrangement> arranged(const JobResult& job, const Paper& paper, double& largest) {
  const PageBox in = inner(paper);
  const bool small = in.width() < 340;
  const auto& asked = job.job.drawing.scale;
  Arrangement best;
  for (const Places& p :
       small ? std::vector{blank_alone(in)} : std::vector{side_by_side(in), one_above_other(in)}) {
    const double possible = scale_of_all(job, p.blank);
    largest = std::max(largest, possible);
    const bool fits = !asked || *asked <= possible * (1 + 1e-9);
    const double scale = asked.value_or(standard_at_most(possible));
    if (fits && scale > best.scale * (1 + 1e-9)) best = {p, scale};
  }
  if (best.scale == 0) return std::nullopt;
  const bool side = best.places.formed && best.places.formed->left == best.places.title.left;
  if (side) best.places = with_formed_below(job, best.places, best.scale);
  return best;
}

std::string cell_length(double mm, const Units& units) {
  const std::string text = shown_length(mm, units);
  return text.substr(0, text.find(' '));
}

Table inputs_table(const JobResult& job, const PieceResult& piece) {
  Table table{"Made from", {}, {}};
  for (const Row& row : understood(job, piece)) table.rows.push_back({row.name, row.value});
  return table;
}

Table faces_table(const JobResult& job, const PieceResult& piece) {
  const Blank& b = piece.blank;
  const Units& u = job.job.units;
  Table table{fmt::format("Edges as cut, on each face ({})", u.name),
              {"face", "base dia", "base rad", "base girth", "top dia", "top rad", "top girth"},
              {},
              true};
  const auto add = [&](const char* name, const LayerSizes& s) {
    std::vector<std::string> row{name};
    for (const auto& [radius, girth] :
         {std::pair{s.base_radius, s.base_girth}, std::pair{s.top_radius, s.top_girth}}) {
      row.push_back(girth == 0 ? "point" : radius > 0 ? cell_length(2 * radius, u) : "-");
      row.push_back(girth == 0 ? "point" : radius > 0 ? cell_length(radius, u) : "-");
      row.push_back(girth == 0 ? "point" : cell_length(girth, u));
    }
    table.rows.push_back(std::move(row));
  };
  add("inside", b.inside);
  if (b.thickness > 0) {
    add(piece.part.sheet.neutral == 0.5 ? "middle, neutral" : "middle", b.middle);
    if (piece.part.sheet.neutral != 0.5) add("neutral", b.neutral_sizes);
    add("outside", b.outside);
  }
  return table;
}

// What is not dimensioned on the blank.
Table numbers_table(const JobResult& job, const PieceResult& piece) {
  Table table{"Blank", {}, {}};
  for (const Row& row : key_numbers(job, piece)) {
    const bool drawn = row.kind == RowKind::dimension && job.job.drawing.dimensions;
    if (!drawn && row.kind != RowKind::elsewhere) table.rows.push_back({row.name, row.value});
  }
  return table;
}

Table elements_table(const JobResult& job, const PieceResult& piece) {
  const Units& u = job.job.units;
  Table table{
      fmt::format("Elements ({}, deg)", u.name),
      {"no", "plan angle", "length", "along base", "along top", "from base", "bevel base", "bevel top"},
      {},
      true};
  const Blank& b = piece.blank;
  if (b.cone && b.elements.size() <= 5) return table;
  const auto bevel = [](const std::optional<Bevel>& bevel_asked) {
    return bevel_asked ? fixed(bevel_asked->angle.degrees(), 2) : "-";
  };
  for (const Element& e : b.elements) {
    table.rows.push_back({fmt::format("{}", e.number), fmt::format("{:.6g}", e.plan.degrees()),
                          cell_length(e.length, u), cell_length(e.base_run, u), cell_length(e.top_run, u),
                          cell_length(e.from_base, u), bevel(e.base_bevel), bevel(e.top_bevel)});
  }
  return table;
}

Table notes_table(const PieceResult& piece) {
  Table table{"Notes", {}, {}};
  for (const std::string& text : piece.blank.warnings) table.rows.push_back({"Warning: " + text});
  for (const std::string& text : piece.blank.notes) table.rows.push_back({text});
  return table;
}

Table left_over_table(const std::vector<std::string>& texts) {
  Table table{"Dimensions for which the views have no room", {}, {}};
  for (const std::string& text : texts) table.rows.push_back({text});
  return table;
}

// A sheet being drawn.
struct Draft {
  explicit Draft(const Paper& paper) { page.width = paper.height, page.height = paper.width; }
  Page page;
  Layout layout{page};
  size_t piece = 0;
  int of_piece = 1;
};

class Set {
 public:
  Set(const JobResult& job, const Paper& paper, const Places& places, double scale)
      : job_(job), paper_(paper), places_(places), scale_(scale) {
    formed_scale_ = scale_of_formed();
    for (size_t i = 0; i < job.pieces.size(); ++i) draw_piece(i);
    for (size_t i = 0; i < drafts_.size(); ++i) finish(*drafts_[i], static_cast<int>(i) + 1);
  }

  [[nodiscard]] size_t left_over() const { return left_over_; }
  [[nodiscard]] std::vector<DrawingSheet> sheets() && {
    std::vector<DrawingSheet> all;
    for (auto& draft : drafts_) all.push_back({std::move(draft->page), draft->piece, draft->of_piece});
    return all;
  }

 private:
  [[nodiscard]] Angles angles() const { return paper_.us ? Angles::third : Angles::first; }

  // On small paper the formed part stands on a sheet of its own, tables beside it.
  [[nodiscard]] PageBox own_formed() const {
    const PageBox in = inner(paper_);
    return {in.left, in.top, in.left + 0.52 * in.width(), title_place(in).top - apart};
  }

  // The largest standard scale for the formed parts; the next smaller one where its labels find more room.
  [[nodiscard]] double scale_of_formed() const {
    const PageBox frame = places_.formed.value_or(own_formed());
    double largest = 1e300;
    for (const PieceResult& piece : job_.pieces) largest = std::min(largest, formed_scale(piece, frame));
    const auto lost = [&](double scale) {
      size_t count = 0;
      for (size_t i = 0; i < job_.pieces.size(); ++i) {
        if (!shows_formed(i)) continue;
        Draft trial(paper_);
        count += draw_formed(trial.layout, job_, job_.pieces[i], frame, scale, angles()).size();
      }
      return count;
    };
    const double first = standard_at_most(largest);
    const double second = standard_at_most(0.99 * first);
    const size_t lost_first = lost(first);
    return lost_first == 0 || lost(second) >= lost_first ? first : second;
  }

  [[nodiscard]] bool shows_formed(size_t i) const {
    return i == 0 || job_.pieces[i].part.name != job_.pieces[i - 1].part.name;
  }

  Draft& add_sheet(size_t piece) {
    const int of_piece = drafts_.empty() || drafts_.back()->piece != piece ? 1 : drafts_.back()->of_piece + 1;
    drafts_.push_back(std::make_unique<Draft>(paper_));
    Draft& draft = *drafts_.back();
    draft.piece = piece;
    draft.of_piece = of_piece;
    draft.page.title = title_of(job_.pieces[piece]);
    if (of_piece > 1) draft.page.title += fmt::format(", sheet {}", of_piece);
    return draft;
  }

  void draw_piece(size_t i) {
    const PieceResult& piece = job_.pieces[i];
    std::vector<Column> columns;
    Draft& first = add_sheet(i);
    std::vector<std::string> lost = draw_blank(first.layout, job_, piece, places_.blank, scale_);
    const bool formed = shows_formed(i);
    Draft& with_formed = places_.formed || !formed ? first : add_sheet(i);
    const PageBox frame = places_.formed.value_or(own_formed());
    if (formed) {
      for (std::string& text :
           juggler::draw_formed(with_formed.layout, job_, piece, frame, formed_scale_, angles()))
        lost.push_back(std::move(text));
    }
    if (places_.tables) {
      PageBox box = *places_.tables;
      const bool under = places_.formed->left == box.left;
      if (!formed && under) box.top = places_.formed->top;  // nothing stands above it
      columns.push_back({&first.layout, box});
    } else if (formed) {
      const PageBox in = inner(paper_);
      columns.push_back(
          {&with_formed.layout,
           {frame.right + apart, in.top + inset, in.right - inset, title_place(in).top - apart}});
    }
    left_over_ += lost.size();
    std::vector<Table> tables{left_over_table(lost),       numbers_table(job_, piece),
                              faces_table(job_, piece),    inputs_table(job_, piece),
                              elements_table(job_, piece), notes_table(piece)};
    std::erase_if(tables, [](const Table& t) { return t.rows.empty(); });
    size_t next = 0;
    place_tables(tables, [&] {
      if (next == columns.size()) add_columns(columns, add_sheet(i));
      return columns[next++];
    });
  }

  // A sheet of tables alone.
  void add_columns(std::vector<Column>& columns, Draft& draft) const {
    PageBox in = inner(paper_);
    const double bottom = title_place(in).top - apart;
    in = {in.left + inset, in.top + inset, in.right - inset, in.bottom - inset};
    const int count = std::max(1, static_cast<int>(in.width() / 175));
    const double width = (in.width() - (count - 1) * apart) / count;
    for (int i = 0; i < count; ++i) {
      const double left = in.left + i * (width + apart);
      const bool over_title = left + width > title_place(inner(paper_)).left;
      columns.push_back({&draft.layout, {left, in.top, left + width, over_title ? bottom : in.bottom}});
    }
  }

  void finish(Draft& draft, int number) {
    draft.layout.box(inner(paper_), Pen::frame);
    draw_title(draft.layout, job_, job_.pieces[draft.piece],
               {scale_text(scale_), scale_text(formed_scale_), paper_.name, number,
                static_cast<int>(drafts_.size()), angles()},
               places_.title);
    draft.layout.finish();
  }

  const JobResult& job_;
  const Paper& paper_;
  Places places_;
  double scale_;
  double formed_scale_ = 1;
  size_t left_over_ = 0;
  std::vector<std::unique_ptr<Draft>> drafts_;
};

// Papers to try, the smallest first.
std::vector<Paper> candidates(const Job& job) {
  if (const Paper* asked = find_paper(job.drawing.sheet)) return {*asked};
  const bool us = job.drawing.sheet == "us" ||
                  (job.drawing.sheet.empty() && (job.units.name == "in" || job.units.name == "ft"));
  std::vector<Paper> chosen;
  for (const Paper& paper : papers()) {
    const bool too_small = paper.height < 400;  // for blank, formed part and tables on one sheet
    const bool too_large = paper.height > 900 && !job.drawing.scale;  // to be handled without need
    if (paper.us == us && !too_small && !too_large) chosen.push_back(paper);
  }
  return chosen;
}

[[noreturn]] void refuse_scale(const JobResult& job, const std::vector<Paper>& tried, double largest) {
  throw located(job.job, job.pieces.front().part,
                Refusal({.reason = "is too large for the blank on this paper",
                         .key = "drawing.scale",
                         .found = scale_text(*job.job.drawing.scale),
                         .allowed = fmt::format("at most {} on {}", scale_text(standard_at_most(largest)),
                                                tried.back().name),
                         .advice = "ask for a smaller scale or larger paper"}));
}

}  // namespace

std::vector<DrawingSheet> draw_set(const JobResult& job) {
  const std::vector<Paper> tried = candidates(job.job);
  std::unique_ptr<Set> best;
  double largest = 0;
  for (const Paper& paper : tried) {
    const auto arrangement = arranged(job, paper, largest);
    if (!arrangement) continue;
    auto set = std::make_unique<Set>(job, paper, arrangement->places, arrangement->scale);
    if (!best || set->left_over() < best->left_over()) best = std::move(set);
    if (best->left_over() == 0) break;
  }
  if (!best) refuse_scale(job, tried, largest);
  return std::move(*best).sheets();
}

}  // namespace juggler
