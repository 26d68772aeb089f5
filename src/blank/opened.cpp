#include "opened.h"

#include <algorithm>

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

// The smooth stretches of a rim between two rulings.
void for_each_piece(const Opened& o, EndName end, double from, double to,
                    const std::function<void(const RimPiece&, double, double)>& visit) {
  for (const RimPiece& piece : o.form.rim(end).pieces()) {
    const double a = std::max(from, piece.from);
    const double b = std::min(to, piece.to);
    if (a < b) visit(piece, a, b);
  }
}

}  // namespace

Opened open(const Form& form) {
  Wall neutral = layer(form.wall, form.neutral_depth);
  Flat flat = unroll(form, neutral);
  return {form, std::move(neutral), std::move(flat)};
}

Vec2 rim_point(const Opened& o, EndName end, double u) {
  const FlatRuling r = o.flat.at(u);
  return r.c + o.form.rim(end)(u).s * direction(r.heading);
}

namespace {

// Stretches of a rim of which each runs on from the one before without a corner: fitted as one.
class SmoothRun {
 public:
  SmoothRun(const Opened& o, double tolerance) : o_(o), tolerance_(tolerance) {}

  // An arc, where a stretch is one; else it is kept for the run that it is of.
  void add(FittedArcs& all, const RimPiece& piece, double from, double to) {
    const RimCurve rim{o_, piece, from, to};
    const Curve curve{from, to, [&](double u) { return rim.point(u); },
                      [&](double u) { return Angle::radians(rim.heading(u)); }};
    if (const auto arc = one_arc(curve, length_on(o_, piece, from, to), o_.form.size)) {
      finish(all);
      append(all, {{*arc}, 0});
      return;
    }
    if (!run_.empty() && !runs_on(run_.back(), rim)) finish(all);
    run_.push_back(rim);
  }

  void finish(FittedArcs& all) {
    if (run_.empty()) return;
    const auto at = [&](double u) -> const RimCurve& {
      return *std::find_if(run_.begin(), run_.end() - 1, [&](const RimCurve& r) { return u <= r.to; });
    };
    const double from = run_.front().from;
    const double to = run_.back().to;
    std::vector<double> breaks;
    for (size_t i = 0; i + 1 < run_.size(); ++i) breaks.push_back(run_[i].to);
    const auto heading = [&](double u) { return Angle::radians(at(u).heading(u)); };
    const Curve curve{from, to, [&](double u) { return at(u).point(u); },
                      run_.size() == 1 ? heading : continuous(heading, from, to, 64)};
    append(all, fit_arcs(in_series(curve, o_.form.size, breaks), tolerance_));
    run_.clear();
  }

 private:
  static void append(FittedArcs& all, const FittedArcs& part) {
    for (const Arc& arc : part.arcs) {
      // A straight rim goes on straight from stretch to stretch of the wall.
      const bool goes_on =
          !all.arcs.empty() && is_straight(arc) && is_straight(all.arcs.back()) &&
          std::abs(std::remainder((arc.heading - all.arcs.back().heading).radians(), two_pi)) < within::same;
      if (goes_on) {
        all.arcs.back().length += arc.length;
      } else {
        all.arcs.push_back(arc);
      }
    }
    all.error = std::max(all.error, part.error);
  }
  [[nodiscard]] static bool runs_on(const RimCurve& before, const RimCurve& after) {
    if (before.to != after.from) return false;
    return std::abs(std::remainder(after.heading(after.from) - before.heading(before.to), two_pi)) <
           within::same;
  }

  const Opened& o_;
  double tolerance_;
  std::vector<RimCurve> run_;
};

FittedArcs arcs_within(const Opened& o, EndName end, double from, double to, double tolerance) {
  FittedArcs all;
  SmoothRun run(o, tolerance);
  for_each_piece(o, end, from, to, [&](const RimPiece& piece, double a, double b) {
    if (length_on(o, piece, a, b) < within::exact * o.form.size) return;  // a rim stands still at a corner
    run.add(all, piece, a, b);
  });
  run.finish(all);
  return all;
}

}  // namespace

FittedArcs rim_arcs(const Opened& o, EndName end, double from, double to, double tolerance) {
  return fitted_in_length([&](double within) { return arcs_within(o, end, from, to, within); },
                          rim_length(o, end, from, to), tolerance);
}

double rim_length(const Opened& o, EndName end, double from, double to) {
  if (o.form.pointed(end)) return 0;
  double sum = 0;
  for_each_piece(o, end, from, to,
                 [&](const RimPiece& piece, double a, double b) { sum += length_on(o, piece, a, b); });
  return sum;
}

}  // namespace juggler
