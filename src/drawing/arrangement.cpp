#include "arrangement.h"

#include <fmt/format.h>

#include <algorithm>
#include <array>
#include <cmath>

namespace juggler {
namespace {

// The blank on the left, all else in a column on the right.
Places side_by_side(const PageBox& in) {
  const PageBox title = title_place(in);
  const double formed = in.top + std::min(0.42 * in.height(), 160.0);
  return {{in.left, in.top, title.left - apart, in.bottom},
          title,
          PageBox{title.left, in.top, in.right, formed},
          PageBox{title.left, formed + apart, in.right - inset, title.top - apart},
          true};
}

// The blank across the page, all else below.
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
  return {{in.left, in.top, in.right, title.top - apart}, title};
}

double scale_of_all(const JobResult& job, const PageBox& frame) {
  double scale = HUGE_VAL;
  for (const PieceResult& piece : job.pieces) scale = std::min(scale, blank_scale(piece.blank, frame));
  return scale;
}

double scale_of_formed(const JobResult& job, FormedParts& parts, const PageBox& frame) {
  double scale = HUGE_VAL;
  for (size_t i = 0; i < job.pieces.size(); ++i) {
    if (is_first_of_part(job, i)) scale = std::min(scale, formed_scale(parts.seen(i), frame));
  }
  return scale;
}

// Where the blanks leave room below them, the formed part moves there and the tables have the whole column;
// unless it would come out smaller.
Places with_formed_below(const JobResult& job, FormedParts& parts, const Places& side, double scale) {
  double needed = 0;
  for (const PieceResult& piece : job.pieces) needed = std::max(needed, blank_height(piece.blank, scale));
  constexpr double least = 100;
  const PageBox& whole = side.blank;
  const double spare = whole.height() - needed - apart - least;
  if (spare < 0) return side;
  const double middle = whole.top + needed + spare / 3;
  const PageBox below{whole.left, middle + apart, whole.right, whole.bottom};
  if (scale_of_formed(job, parts, below) < scale_of_formed(job, parts, *side.formed)) return side;
  return {{whole.left, whole.top, whole.right, middle},
          side.title,
          below,
          PageBox{side.title.left, whole.top + inset, side.tables->right, side.tables->bottom}};
}

}  // namespace

PageBox inner(const Paper& paper) {
  const double left = paper.us ? 12.7 : 20;
  const double side = paper.us ? 12.7 : 10;
  return {left, side, paper.height - side, paper.width - side};
}

PageBox title_place(const PageBox& in) {
  return {in.right - title_width, in.bottom - title_height, in.right, in.bottom};
}

PageBox own_formed(const Paper& paper) {
  const PageBox in = inner(paper);
  return {in.left, in.top, in.left + 0.52 * in.width(), title_place(in).top - apart};
}

PageBox beside_formed(const Paper& paper) {
  const PageBox in = inner(paper);
  return {own_formed(paper).right + apart, in.top + inset, in.right - inset, title_place(in).top - apart};
}

std::vector<PageBox> table_columns(const Paper& paper) {
  const PageBox frame = inner(paper);
  const PageBox title = title_place(frame);
  const PageBox in{frame.left + inset, frame.top + inset, frame.right - inset, frame.bottom - inset};
  const int count = std::max(1, static_cast<int>(in.width() / 175));
  const double width = (in.width() - (count - 1) * apart) / count;
  std::vector<PageBox> columns;
  for (int i = 0; i < count; ++i) {
    const double left = in.left + i * (width + apart);
    const bool over_title = left + width > title.left;
    columns.push_back({left, in.top, left + width, over_title ? title.top - apart : in.bottom});
  }
  return columns;
}

double standard_at_most(double scale) {
  const double decade = std::pow(10, std::floor(std::log10(scale) + within::rounding));
  for (const double step : {5.0, 2.0}) {
    if (step * decade <= scale * (1 + within::rounding)) return step * decade;
  }
  return decade;
}

double view_scale_at_most(double scale) {
  const auto step_at_most = [](double value, bool up) {
    const double decade = std::pow(10, std::floor(std::log10(value) + within::rounding));
    constexpr std::array steps{1.0, 1.5, 2.0, 2.5, 3.0, 4.0, 5.0, 6.0, 8.0, 10.0};
    const auto near = [&](double step) { return step * decade / value; };
    if (up) {
      return decade * *std::find_if(steps.begin(), steps.end(),
                                    [&](double s) { return near(s) >= 1 - within::rounding; });
    }
    return decade * *std::find_if(steps.rbegin(), steps.rend(),
                                  [&](double s) { return near(s) <= 1 + within::rounding; });
  };
  return scale >= 1 ? step_at_most(scale, false) : 1 / step_at_most(1 / scale, true);
}

std::string scale_text(double scale) {
  return scale >= 1 ? fmt::format("{:.6g}:1", scale) : fmt::format("1:{:.6g}", 1 / scale);
}

std::vector<Paper> candidates(const Job& job) {
  if (const Paper* asked = find_paper(job.drawing.paper)) return {*asked};
  const bool by_units = job.drawing.paper.empty();
  const bool us = job.drawing.paper == "us" || (by_units && in_inches(job.units));
  std::vector<Paper> chosen;
  for (const Paper& paper : papers()) {
    const bool too_small = paper.height < 400;  // for blank, formed part and tables on one page
    const bool too_large = paper.height > 900 && !job.drawing.scale;  // to be handled without need
    if (paper.us == us && !too_small && !too_large) chosen.push_back(paper);
  }
  return chosen;
}

Arrangement arranged(const JobResult& job, FormedParts& parts, const Paper& paper) {
  const PageBox in = inner(paper);
  const auto& asked = job.job.drawing.scale;
  const bool small = in.width() < 340;
  const std::vector<Places> ways =
      small ? std::vector{blank_alone(in)} : std::vector{side_by_side(in), one_above_other(in)};
  Arrangement best;
  for (const Places& places : ways) {
    const double possible = scale_of_all(job, places.blank);
    best.largest_possible = std::max(best.largest_possible, possible);
    const bool fits = !asked || *asked <= possible * (1 + within::same);
    const double scale = asked.value_or(standard_at_most(possible));
    if (!fits || scale <= best.scale * (1 + within::same)) continue;
    best.places = places;
    best.scale = scale;
  }
  if (best.places.one_column) best.places = with_formed_below(job, parts, best.places, best.scale);
  return best;
}

}  // namespace juggler
