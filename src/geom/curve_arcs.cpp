#include "curve_arcs.h"

#include <algorithm>
#include <memory>

namespace juggler {
namespace {

// A curve as series, which are quicker by far to look at; where they do not settle, or it all but stands
// still, the curve itself is asked.
class CurveSeries {
 public:
  CurveSeries(Curve curve, double size, std::vector<double> breaks) : curve_(std::move(curve)), size_(size) {
    breaks.push_back(curve_.to);
    double from = curve_.from;
    for (const double to : breaks) {
      add(from, to, 7);
      from = to;
    }
    for (const Panel& p : panels_) speed_ = std::max(speed_, norm(way(p, (p.from + p.to) / 2)));
  }

  [[nodiscard]] Vec2 point(double u) const {
    const Panel* p = panel_at(u);
    return p ? Vec2{p->x(u), p->y(u)} : curve_.point(u);
  }
  [[nodiscard]] Angle heading(double u) const {
    const Panel* p = panel_at(u);
    if (!p) return curve_.heading(u);
    const Vec2 v = way(*p, u);
    if (norm(v) < slow * speed_) return curve_.heading(u);
    return p->heading + Angle::radians(std::atan2(cross(p->along, v), dot(p->along, v)));
  }

 private:
  static constexpr double slow = 1e-2;  // of its greatest speed: differences of the series tell no direction
  struct Panel {
    double from = 0, to = 0;
    Series x, y, dx, dy;
    Angle heading;  // in the middle
    Vec2 along;     // that way
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
    const Angle middle = curve_.heading((from + to) / 2);
    const auto off = [&](double u) { return std::abs((curve_.heading(u) - middle).radians()); };
    // Past the last node a bend would not be seen.
    const auto beside = [&](double u) { return norm(Vec2{along(u), up(u)} - curve_.point(u)); };
    if (std::max(off(from), off(to)) < 1.5 &&
        std::max({along.tail(), up.tail(), beside(from), beside(to)}) <= 2 * within::settled * size_) {
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

Curve in_series(const Curve& curve, double size, const std::vector<double>& breaks) {
  const auto series = std::make_shared<const CurveSeries>(curve, size, breaks);
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
    if (std::min(evenly, nearest(p, arc).distance) > within::exact * size) return std::nullopt;
  }
  return arc;
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

namespace {

// Stretches without a corner between them.
FittedArcs fit_run(const std::vector<CurveStretch>& run, double size, double tolerance) {
  if (run.empty()) return {};
  const double from = run.front().curve.from;
  const double to = run.back().curve.to;
  const auto at = [&](double u) -> const Curve& {
    return std::find_if(run.begin(), run.end() - 1, [&](const CurveStretch& r) { return u <= r.curve.to; })
        ->curve;
  };
  std::vector<double> breaks;
  double length = 0;
  for (const CurveStretch& r : run) {
    breaks.push_back(r.curve.to);
    length += r.length;
  }
  breaks.pop_back();
  const Curve whole{from, to, [&](double u) { return at(u).point(u); },
                    continuous([&](double u) { return at(u).heading(u); }, from, to, 64)};
  const Curve series = in_series(whole, size, breaks);
  return fitted_in_length([&](double within) { return fit_arcs(series, within); }, length, tolerance);
}

}  // namespace

FittedArcs fit_stretches(const std::vector<CurveStretch>& stretches, double size, double tolerance) {
  FittedArcs all;
  std::vector<CurveStretch> run;
  const auto finish = [&] {
    const FittedArcs fitted = fit_run(run, size, tolerance);
    all.arcs.insert(all.arcs.end(), fitted.arcs.begin(), fitted.arcs.end());
    all.error = std::max(all.error, fitted.error);
    run.clear();
  };
  for (const CurveStretch& s : stretches) {
    if (s.length <= within::exact * size) continue;
    if (const auto arc = one_arc(s.curve, s.length, size)) {
      finish();
      all.arcs.push_back(*arc);
      continue;
    }
    const auto turned = [&] {
      const Curve& before = run.back().curve;
      return std::remainder((s.curve.heading(s.curve.from) - before.heading(before.to)).radians(), two_pi);
    };
    if (!run.empty() && std::abs(turned()) > within::beside) finish();
    run.push_back(s);
  }
  finish();
  return all;
}

}  // namespace juggler
