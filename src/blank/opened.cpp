#include "opened.h"

#include <algorithm>
#include <memory>

namespace juggler {
namespace {

// The ruling at u of the stretch that [from, to] lies in: at its ends too, where others begin.
Ruling ruling_within(const Wall& wall, double from, double to, double u) {
  const double inwards = within::beside * (to - from);
  const double inside = std::clamp(u, from + inwards, to - inwards);
  const auto piece =
      std::find_if(wall.begin(), wall.end() - 1, [&](const WallPiece& p) { return inside <= p.to; });
  return piece->ruling(u);
}

// develop.md (27): the rim's velocity in the frame of its ruling.
Vec2 velocity(const Ruling& ruling, const Cut& cut) {
  const Rates v = rates(ruling);
  return {v.along + cut.ds, v.across + cut.s * v.turn};
}

// A smooth stretch of a rim on the flat, ruling by ruling.
struct RimCurve {
  const Opened& o;
  const RimPiece& piece;
  double from = 0;
  double to = 0;

  [[nodiscard]] Vec2 point(double u) const {
    const FlatRuling r = o.flat.at(u);
    return r.c + piece.cut(u).s * direction(r.heading);
  }
  [[nodiscard]] double heading(double u) const {
    const Vec2 v = velocity(ruling_within(o.neutral, from, to, u), piece.cut(u));
    return o.flat.at(u).heading + std::atan2(v.y, v.x);
  }
};

double length_on(const Opened& o, const RimPiece& piece, double from, double to) {
  double sum = 0;
  for (const WallPiece& wall : o.neutral) {
    const double a = std::max(from, wall.from);
    const double b = std::min(to, wall.to);
    if (a < b)
      sum += integral([&](double u) { return norm(velocity(wall.ruling(u), piece.cut(u))); }, a, b, 1,
                      within::quadrature * o.form.size);
  }
  return sum;
}

FittedArcs piece_arcs(const Opened& o, const RimPiece& piece, double from, double to, double tolerance) {
  const RimCurve rim{o, piece, from, to};
  const Curve curve{from, to, [&](double u) { return rim.point(u); },
                    [&](double u) { return rim.heading(u); }};
  if (const auto arc = one_arc(curve, length_on(o, piece, from, to), o.form.size)) return {{*arc}, 0};
  return fit_arcs(in_series(curve, o.form.size), tolerance);
}

// The smooth stretches of a rim between two rulings.
void for_each_piece(const Opened& o, EndName end, double from, double to,
                    const std::function<void(const RimPiece&, double, double)>& visit) {
  for (const RimPiece& piece : o.form.rim(end).pieces()) {
    const double a = std::max(from, piece.from);
    const double b = std::min(to, piece.to);
    if (a < b) visit(piece, a, b);
  }
}

// A curve as series, which are quicker by far to look at; where they do not settle, or it all but stands
// still, the curve itself is asked.
class CurveSeries {
 public:
  CurveSeries(Curve curve, double size) : curve_(std::move(curve)), size_(size) {
    add(curve_.from, curve_.to, 7);
    for (const Panel& p : panels_) speed_ = std::max(speed_, norm(way(p, (p.from + p.to) / 2)));
  }

  [[nodiscard]] Vec2 point(double u) const {
    const Panel* p = panel_at(u);
    return p ? Vec2{p->x(u), p->y(u)} : curve_.point(u);
  }
  [[nodiscard]] double heading(double u) const {
    const Panel* p = panel_at(u);
    if (!p) return curve_.heading(u);
    const Vec2 v = way(*p, u);
    if (norm(v) < slow * speed_) return curve_.heading(u);
    return p->heading + std::atan2(cross(p->along, v), dot(p->along, v));
  }

 private:
  static constexpr double slow = 1e-2;  // of its greatest speed: differences of the series tell no direction
  struct Panel {
    double from = 0, to = 0;
    Series x, y, dx, dy;
    double heading = 0;  // in the middle
    Vec2 along;          // that way
  };

  static Vec2 way(const Panel& p, double u) { return {p.dx(u), p.dy(u)}; }

  void add(double from, double to, int depth) {
    std::vector<double> x, y;
    for (const double u : Series::nodes(from, to)) {
      const Vec2 p = curve_.point(u);
      x.push_back(p.x);
      y.push_back(p.y);
    }
    const Series along = Series::fit(from, to, x);
    const Series up = Series::fit(from, to, y);
    // So short that angles from the middle's heading never start anew.
    const double middle = curve_.heading((from + to) / 2);
    const double turn =
        std::max(std::abs(curve_.heading(from) - middle), std::abs(curve_.heading(to) - middle));
    if (turn < 1.5 && std::max(along.tail(), up.tail()) <= 2 * within::settled * size_) {
      panels_.push_back(
          {from, to, along, up, along.derivative(), up.derivative(), middle, direction(middle)});
      return;
    }
    if (depth == 0) return;
    add(from, (from + to) / 2, depth - 1);
    add((from + to) / 2, to, depth - 1);
  }

  [[nodiscard]] const Panel* panel_at(double u) const {
    const auto found =
        std::find_if(panels_.begin(), panels_.end(), [&](const Panel& p) { return u <= p.to; });
    if (found == panels_.end()) return nullptr;
    return u >= found->from ? &*found : nullptr;
  }

  Curve curve_;
  double size_ = 0;
  std::vector<Panel> panels_;
  double speed_ = 0;
};

}  // namespace

Curve in_series(const Curve& curve, double size) {
  const auto series = std::make_shared<const CurveSeries>(curve, size);
  return {curve.from, curve.to, [series](double u) { return series->point(u); },
          [series](double u) { return series->heading(u); }};
}

std::optional<Arc> one_arc(const Curve& curve, double length, double size) {
  const Arc arc{curve.point(curve.from), curve.heading(curve.from), length,
                curve.heading(curve.to) - curve.heading(curve.from)};
  if (norm(end_of(arc) - curve.point(curve.to)) > within::exact * size) return std::nullopt;
  // Along its own length a curve may run faster here and slower there.
  constexpr int looks = 32;
  for (int i = 1; i < looks; ++i) {
    const Vec2 p = curve.point(curve.from + (curve.to - curve.from) * i / looks);
    const double evenly = norm(point_at(arc, arc.length * i / looks) - p);
    if (std::min(evenly, nearest({p, 0, 0, 0}, arc).distance) > within::exact * size) return std::nullopt;
  }
  return arc;
}

Flat flat_of(const Form& form, const Wall& layer) {
  // Of low walls, as collars, the rulings are short beside the part.
  double shortest = form.size;
  for (const WallPiece& piece : form.wall) {
    constexpr int looks = 8;
    for (int i = 0; i <= looks && !form.regions.empty(); ++i) {
      const double u = piece.from + (piece.to - piece.from) * i / looks;
      const double length = form.top(u).s - form.base(u).s;
      if (length > within::beside * form.size) shortest = std::min(shortest, length);
    }
  }
  return unroll(layer, form.size, Angle::radians(within::same), shortest);
}

Opened open(const Form& form) {
  Wall neutral = layer(form.wall, form.neutral);
  Flat flat = flat_of(form, neutral);
  return {form, std::move(neutral), std::move(flat)};
}

Vec2 rim_point(const Opened& o, EndName end, double u) {
  const FlatRuling r = o.flat.at(u);
  return r.c + o.form.rim(end)(u).s * direction(r.heading);
}

namespace {

FittedArcs arcs_within(const Opened& o, EndName end, double from, double to, double tolerance) {
  FittedArcs all;
  for_each_piece(o, end, from, to, [&](const RimPiece& piece, double a, double b) {
    if (length_on(o, piece, a, b) < within::exact * o.form.size) return;  // a rim stands still at a corner
    const FittedArcs part = piece_arcs(o, piece, a, b, tolerance);
    all.arcs.insert(all.arcs.end(), part.arcs.begin(), part.arcs.end());
    all.error = std::max(all.error, part.error);
  });
  return all;
}

}  // namespace

FittedArcs rim_arcs(const Opened& o, EndName end, double from, double to, double tolerance) {
  return fitted_in_length([&](double within) { return arcs_within(o, end, from, to, within); },
                          rim_length(o, end, from, to), tolerance);
}

FittedArcs fitted_in_length(const std::function<FittedArcs(double)>& fit, double length, double tolerance) {
  FittedArcs fitted;
  for (double within = tolerance; within > tolerance / 100; within *= 0.6) {
    fitted = fit(within);
    const double longer = fitted.error > 0 ? std::abs(length_of(fitted.arcs) - length) : 0;
    // What fit_arcs() may leave unseen between the places it measures.
    fitted.error = std::max(1.02 * fitted.error, longer);
    if (longer <= tolerance) break;
  }
  return fitted;
}

double rim_length(const Opened& o, EndName end, double from, double to) {
  if (o.form.pointed(end)) return 0;
  double sum = 0;
  for_each_piece(o, end, from, to,
                 [&](const RimPiece& piece, double a, double b) { sum += length_on(o, piece, a, b); });
  return sum;
}

}  // namespace juggler
