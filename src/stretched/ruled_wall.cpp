// A wall of rulings between two curves in space. Equation numbers: docs/maths/stretch.md.
#include <algorithm>
#include <cmath>
#include <memory>

#include "form/curve.h"
#include "form/sweep.h"
#include "walls.h"

namespace juggler {
namespace {

// What the wall is swept by: shared by its stretches.
struct Edges {
  EdgeCurve base, top;
  std::vector<RulingPiece> rulings;

  [[nodiscard]] const RulingPiece& piece_at(double u) const {
    const auto found =
        std::find_if(rulings.begin(), rulings.end() - 1, [&](const RulingPiece& p) { return u <= p.to; });
    return *found;
  }
  [[nodiscard]] RulingEnds at(double u) const {
    const RulingPiece& piece = piece_at(u);
    if (piece.even) {
      const CurvePoint a = base.point(u);
      const CurvePoint b = top.point(u);
      return {a.at, b.at, a.d, b.d};
    }
    const CurvePoint a = base.point(std::clamp(piece.base(u), 0.0, 1.0));
    const CurvePoint b = top.point(std::clamp(piece.top(u), 0.0, 1.0));
    return {a.at, b.at, piece.base_rate(u) * a.d, piece.top_rate(u) * b.d};
  }
};

// Where rulings of one kind give way to others, and between them the curves' own breaks but for those that
// lie close by.
std::vector<double> breaks_of(const Edges& s) {
  const double room = 0.05 / static_cast<double>(std::max(s.base.breaks.size(), s.top.breaks.size()));
  std::vector<double> breaks{0};
  for (const RulingPiece& piece : s.rulings) {
    std::vector<double> own;
    for (const auto& [curve, shares] : {std::pair(&s.base, &piece.base), {&s.top, &piece.top}}) {
      for (const double b : curve->breaks) {
        const auto off = [&, shares = shares](double u) { return (*shares)(u)-b; };
        if ((off(piece.from) < 0) != (off(piece.to) < 0)) own.push_back(root(off, piece.from, piece.to));
      }
    }
    std::sort(own.begin(), own.end());
    for (const double u : own) {
      if (u - breaks.back() > room && piece.to - u > room) breaks.push_back(u);
    }
    breaks.push_back(piece.to);
  }
  breaks.back() = 1;
  return breaks;
}

SweptWall sweep_of(Edges edges) {
  const auto shared = std::make_shared<const Edges>(std::move(edges));
  const std::vector<double> breaks = breaks_of(*shared);
  SweptWall sweep;
  for (size_t i = 0; i + 1 < breaks.size(); ++i)
    sweep.push_back({breaks[i], breaks[i + 1], [shared](double u) { return shared->at(u); }});
  return sweep;
}

// Every piece is the first again, turned and raised: even rulings between helices that stay as wide, and turn
// and rise alike.
std::optional<CopyPlace> repeats_by(const RuledWall& w, Rulings rulings) {
  if (rulings != Rulings::even || !w.base.points.empty() || !w.top.points.empty()) return std::nullopt;
  const auto grows = [](const SpaceCurve& c) { return c.diameter_to && *c.diameter_to != *c.diameter; };
  if (grows(w.base) || grows(w.top) || *w.base.turns != *w.top.turns || *w.base.pitch != *w.top.pitch)
    return std::nullopt;
  const double turns = *w.base.turns / w.pieces;
  return CopyPlace{two_pi * turns, *w.base.pitch * turns};
}

}  // namespace

CurvedForm form(const RuledWall& w, const Sheet& sheet) {
  check(w);
  Edges edges{edge_curve(w.base), edge_curve(w.top), {}};
  CurvedForm f;
  f.rulings = w.rulings;
  if (w.rulings == Rulings::developable) edges.rulings = developable_rulings(edges.base, edges.top);
  if (edges.rulings.empty()) {
    f.rulings = Rulings::even;
    edges.rulings = even_rulings();
  }
  f.opens_flat = f.rulings == Rulings::developable;
  const SweptWall whole = sweep_of(std::move(edges));
  f.size = size_of(whole);
  check_sweep(whole, f.size);
  f.overall_height = overall_height(whole, *sheet.thickness);
  constexpr int deepest = 3;
  const SweptWall sweep = halved(whole, f.size, deepest);
  const auto repeats = repeats_by(w, *f.rulings);
  for (int i = 0; i < w.pieces; ++i) {
    if (repeats && i > 0) {
      f.pieces.front().copies.push_back({i * repeats->turn, i * repeats->rise});
      continue;
    }
    CurvedPiece piece;
    piece.number = i;
    const double from = static_cast<double>(i) / w.pieces;
    const double to = static_cast<double>(i + 1) / w.pieces;
    piece.surface = surface_of(part_of(sweep, from, to), f.size);
    f.pieces.push_back(std::move(piece));
  }
  return f;
}

}  // namespace juggler
