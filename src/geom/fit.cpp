// Arcs in place of a curve. Equation numbers: docs/maths/develop.md.
#include <algorithm>

#include "juggler/geom.h"

namespace juggler {
namespace {

// (37): the signed distance of a point from the circle an arc lies on, without its centre.
double off_circle(const Arc& arc, Vec2 p) {
  const Vec2 along = direction(arc.heading);
  const Vec2 d = p - arc.start;
  const double y = cross(along, d);
  const double k = arc.length > 0 ? arc.turn / arc.length : 0;
  const double q = dot(d, d);
  return (2 * y - k * q) / (1 + std::sqrt(std::max(0.0, 1 - 2 * k * y + k * k * q)));
}

Arc arc_to(Vec2 from, double heading, Vec2 to) {
  const Vec2 d = to - from;
  const Vec2 along = direction(heading);
  const double half = std::atan2(cross(along, d), dot(along, d));
  const double chord = norm(d);
  return {from, heading, half == 0 ? chord : chord * half / std::sin(half), 2 * half};
}

struct Pair {
  Arc first;
  Arc second;
  double error = 0;
};

// (36): two arcs from point to point with the curve's headings there, their tangents of equal length.
Pair pair_between(const Curve& c, double a, double b) {
  const Vec2 p = c.point(a);
  const Vec2 q = c.point(b);
  const Vec2 t = direction(c.heading(a));
  const Vec2 s = direction(c.heading(b));
  const Vec2 v = q - p;
  const double along = dot(v, t + s);
  const double bend = 2 * (1 - dot(t, s));
  const double reach = dot(v, v) / (along + std::sqrt(along * along + bend * dot(v, v)));
  const Vec2 joint = 0.5 * (p + q + reach * (t - s));
  const Arc first = arc_to(p, c.heading(a), joint);
  const Arc second = arc_to(joint, first.heading + first.turn, q);
  return {first, second, 0};
}

double error_of(const Curve& c, double a, double b, const Pair& pair) {
  constexpr int looks = 24;
  const Vec2 joint = pair.second.start;
  const Vec2 across = direction(pair.second.heading);
  double worst = 0;
  for (int i = 1; i < looks; ++i) {
    const Vec2 p = c.point(a + (b - a) * i / looks);
    const Arc& arc = dot(p - joint, across) < 0 ? pair.first : pair.second;
    worst = std::max(worst, std::abs(off_circle(arc, p)));
  }
  return worst;
}

Pair fitted_pair(const Curve& c, double a, double b) {
  Pair pair = pair_between(c, a, b);
  pair.error = error_of(c, a, b, pair);
  // Arcs that turn far are no fit, however near their circles pass.
  if (!(std::abs(pair.first.turn) < 2 && std::abs(pair.second.turn) < 2)) pair.error = HUGE_VAL;
  return pair;
}

// The farthest end of a pair that begins at `a` and errs by at most `tolerance`.
double farthest(const Curve& c, double a, double tolerance) {
  if (fitted_pair(c, a, c.to).error <= tolerance) return c.to;
  double lo = a;
  double hi = c.to;
  for (int i = 0; i < 40; ++i) {
    const double middle = (lo + hi) / 2;
    (fitted_pair(c, a, middle).error <= tolerance ? lo : hi) = middle;
  }
  return lo > a ? lo : std::min(c.to, a + (c.to - c.from) * 1e-6);
}

std::vector<double> knots_within(const Curve& c, double tolerance) {
  std::vector<double> knots{c.from};
  while (knots.back() < c.to) knots.push_back(farthest(c, knots.back(), tolerance));
  return knots;
}

// (38): with the same number of pairs, the least tolerance that still reaches the end.
std::vector<double> shared_out(const Curve& c, double tolerance) {
  std::vector<double> best = knots_within(c, tolerance);
  double lo = 0;
  double hi = tolerance;
  for (int i = 0; i < 12; ++i) {
    const double middle = (lo + hi) / 2;
    std::vector<double> knots = knots_within(c, middle);
    const bool enough = knots.size() <= best.size();
    (enough ? hi : lo) = middle;
    if (enough) best = std::move(knots);
  }
  return best;
}

// The whole curve as one arc, where it is one to rounding.
Arc single_arc(const Curve& c) {
  const double heading = c.heading(c.from);
  const double turn = c.heading(c.to) - heading;
  const Vec2 v = c.point(c.to) - c.point(c.from);
  const double chord = norm(v);
  return {c.point(c.from), heading, turn == 0 ? chord : chord * (turn / 2) / std::sin(turn / 2), turn};
}

double error_of_single(const Curve& c, const Arc& arc) {
  constexpr int looks = 64;
  double worst = norm(end_of(arc) - c.point(c.to));
  for (int i = 1; i < looks; ++i) {
    worst = std::max(worst, std::abs(off_circle(arc, c.point(c.from + (c.to - c.from) * i / looks))));
  }
  return worst;
}

void add(std::vector<Arc>& arcs, const Arc& arc) {
  if (arc.length > 0) arcs.push_back(arc);
}

}  // namespace

FittedArcs fit_arcs(const Curve& c, double tolerance) {
  const Arc single = single_arc(c);
  const double error = error_of_single(c, single);
  if (error <= 1e-12 * single.length) return {{single}, error};
  FittedArcs fitted;
  const std::vector<double> knots = shared_out(c, tolerance);
  for (size_t i = 0; i + 1 < knots.size(); ++i) {
    const Pair pair = fitted_pair(c, knots[i], knots[i + 1]);
    add(fitted.arcs, pair.first);
    add(fitted.arcs, pair.second);
    fitted.error = std::max(fitted.error, pair.error);
  }
  return fitted;
}

}  // namespace juggler
