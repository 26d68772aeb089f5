#include "each_piece.h"

#include <algorithm>

namespace juggler {
namespace {

// The greatest way between neighbouring looks.
double widest_look(const CurvedWall& w) {
  double most = 0;
  for (size_t i = 0; i < w.looks.size(); ++i) {
    if ((i + 1) % w.in_row != 0) most = std::max(most, norm(w.looks[i + 1].at - w.looks[i].at));
    if (i + w.in_row < w.looks.size()) most = std::max(most, norm(w.looks[i + w.in_row].at - w.looks[i].at));
  }
  return most;
}

// One piece, and the hole in it.
class InPiece {
 public:
  InPiece(const PartWall& wall, size_t piece, const HoleInEach& hole) : hole_(hole), alone_(wall) {
    alone_.charts = {wall.charts[piece]};
  }

  // No look comes within the form by as much as they lie apart.
  [[nodiscard]] bool lies_far() const {
    const CurvedWall& w = *chart().curved;
    const double far = 2 * widest_look(w) + chart().outside - chart().inside;
    return std::all_of(w.looks.begin(), w.looks.end(), [&](const CurvedWall::Look& look) {
      return std::all_of(hole_.loops.begin(), hole_.loops.end(),
                         [&](const LineLoop& loop) { return loop.outside(look.at) > far; });
    });
  }
  [[nodiscard]] bool is_met() const {
    if (hole_.comes_through(alone_, hole_.middle)) return true;
    constexpr int looks = 16;
    for (const LineLoop& loop : hole_.loops) {
      for (const LineStretch& stretch : loop.stretches) {
        for (int i = 0; i < looks; ++i) {
          if (hole_.comes_through(alone_, stretch.line(stretch.length * i / looks))) return true;
        }
      }
    }
    return false;
  }
  // On its metal, or where it runs over the edges.
  [[nodiscard]] BoredWall cut() const {
    try {
      return hole_.cut(alone_);
    } catch (const Refusal&) {
      return cut_beyond();
    }
  }
  [[nodiscard]] BoredWall cut_beyond() const {
    PartWall longer = alone_;
    longer.charts = {prolonged(chart())};
    return hole_.cut(longer);
  }
  // Whether any place of its outlines, of those looked at, is one of the piece.
  [[nodiscard]] bool has(const BoredWall& made) const {
    for (const Outline& outline : made.outlines) {
      for (const Arc& arc : outline) {
        for (const double share : {0.0, 0.25, 0.5, 0.75}) {
          const Vec2 p = point_at(arc, share * arc.length);
          const auto at = curved_place(chart(), p);
          const double near = within::same * chart().curved->surface.size;
          if (at && norm(chart().on_flat(at->first, at->second) - p) < near) return true;
        }
      }
    }
    return false;
  }
  [[nodiscard]] bool has_middle(const BoredWall& made) const {
    return chart().has(made.centre.u, made.centre.s);
  }

 private:
  [[nodiscard]] const Chart& chart() const { return alone_.charts.front(); }

  const HoleInEach& hole_;
  PartWall alone_;
};

}  // namespace

std::vector<HoleInPiece> cut_in_each(const PartWall& wall, const HoleInEach& hole) {
  if (wall.charts.empty() || !wall.charts.front().curved) return {{hole.cut(wall)}};
  std::vector<HoleInPiece> all;
  std::optional<size_t> first;
  for (size_t k = 0; k < wall.charts.size(); ++k) {
    const InPiece piece(wall, k, hole);
    if (wall.charts.size() > 1 && piece.lies_far()) continue;
    const bool met = piece.is_met();
    try {
      BoredWall one = met ? piece.cut() : piece.cut_beyond();
      if (!met && !piece.has(one)) continue;
      if (!first && piece.has_middle(one)) first = all.size();
      one.centre.chart = k;
      all.push_back({std::move(one), true});
    } catch (const Refusal&) {
      if (met) throw;  // elsewhere it lies on other pieces
    }
  }
  if (all.empty()) return {{hole.cut(wall)}};  // which says why not
  std::swap(all.front(), all[first.value_or(0)]);
  all.front().share = false;
  return all;
}

}  // namespace juggler
