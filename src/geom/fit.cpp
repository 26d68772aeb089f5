// Arcs in place of a curve. Equation numbers: docs/maths/develop.md.
#include <algorithm>
#include <map>
#include <memory>

#include "juggler/geom.h"

namespace juggler {
namespace {

// (37): the signed distance of a point from the circle an arc lies on, without its centre.
double off_circle(Vec2 start, Vec2 along, double k, Vec2 p) {
  const Vec2 d = p - start;
  const double y = cross(along, d);
  const double q = dot(d, d);
  return (2 * y - k * q) / (1 + std::sqrt(std::max(0.0, 1 - 2 * k * y + k * k * q)));
}

Arc arc_to(Vec2 from, double heading, Vec2 to) {
  const Vec2 d = to - from;
  const Vec2 along = direction(heading);
  const double half = std::atan2(cross(along, d), dot(along, d));
  const double chord = norm(d);
  return {from, Angle::radians(heading), half == 0 ? chord : chord * half / std::sin(half),
          Angle::radians(2 * half)};
}

double bend(const Arc& arc) { return arc.length > 0 ? arc.turn.radians() / arc.length : 0; }

// The arc that leaves a point along a unit vector and comes to another, as far as it takes to tell how well
// it fits: no angle but the turn is needed.
struct Trial {
  Vec2 start, along;
  double bend = 0;
  double turn = 0;
};

Trial trial_to(Vec2 from, Vec2 along, Vec2 to) {
  const Vec2 d = to - from;
  const double aside = cross(along, d);
  return {from, along, 2 * aside / dot(d, d), 2 * std::atan2(aside, dot(along, d))};
}

constexpr double farthest_turn = 2;  // radians: arcs that turn farther are no fit, however near they pass

// The curve at many places, close together where it will take many arcs.
struct Table {
  std::vector<double> u;
  std::vector<Vec2> point;
  std::vector<double> heading;
  std::vector<double> reach;  // length of a well-fitting arc there, (36)
  [[nodiscard]] int last() const { return static_cast<int>(u.size()) - 1; }
};

void look(Table& t, const Curve& c, double u) {
  t.u.push_back(u);
  t.point.push_back(c.point(u));
  t.heading.push_back(c.heading(u).radians());
}

// (36): an arc of length L errs by |dk/ds| L^3 / 124.7 where it fits best.
void add_reach(Table& t, double tolerance) {
  const size_t n = t.u.size();
  const auto clamped = [&](size_t i, int by) {
    return std::clamp(static_cast<int>(i) + by, 0, static_cast<int>(n) - 1);
  };
  double whole = 0;
  for (size_t i = 0; i + 1 < n; ++i) whole += norm(t.point[i + 1] - t.point[i]);
  const int step = std::max(1, static_cast<int>(n) / 128);
  const auto curvature = [&](int i) {
    const auto a = static_cast<size_t>(clamped(static_cast<size_t>(i), -step));
    const auto b = static_cast<size_t>(clamped(static_cast<size_t>(i), step));
    return (t.heading[b] - t.heading[a]) / std::max(norm(t.point[b] - t.point[a]), within::rounding * whole);
  };
  t.reach.clear();
  for (size_t i = 0; i < n; ++i) {
    const int a = clamped(i, -step);
    const int b = clamped(i, step);
    const double run = norm(t.point[static_cast<size_t>(b)] - t.point[static_cast<size_t>(a)]);
    const double rate = std::abs(curvature(b) - curvature(a)) / std::max(run, within::rounding * whole);
    t.reach.push_back(std::clamp(std::cbrt(124.7 * tolerance / std::max(rate, within::nought)),
                                 within::beside * whole, whole));
  }
}

Table even_table(const Curve& c, int count) {
  Table t;
  for (int i = 0; i <= count; ++i) look(t, c, i == count ? c.to : c.from + (c.to - c.from) * i / count);
  return t;
}

double arcs_expected(const Table& t) {
  double sum = 0;
  for (size_t i = 0; i + 1 < t.u.size(); ++i)
    sum += norm(t.point[i + 1] - t.point[i]) / std::min(t.reach[i], t.reach[i + 1]);
  return sum;
}

// Some fifty places for each arc that is to be expected.
Table table_of(const Curve& c, double tolerance) {
  constexpr double for_each = 50;
  Table coarse = even_table(c, 96);
  add_reach(coarse, tolerance);
  if (arcs_expected(coarse) > 3) {
    coarse = even_table(c, 512);
    add_reach(coarse, tolerance);
  }
  std::vector<double> share{0};
  for (size_t i = 0; i + 1 < coarse.u.size(); ++i) {
    const double run = norm(coarse.point[i + 1] - coarse.point[i]);
    share.push_back(share.back() + for_each * run / std::min(coarse.reach[i], coarse.reach[i + 1]) + 0.5);
  }
  const int count = std::min(static_cast<int>(share.back()), 60000);
  Table t;
  size_t cell = 0;
  for (int i = 0; i <= count; ++i) {
    const double wanted = share.back() * i / count;
    while (cell + 2 < share.size() && share[cell + 1] < wanted) ++cell;
    const double part = (wanted - share[cell]) / (share[cell + 1] - share[cell]);
    look(t, c, i == count ? c.to : coarse.u[cell] + part * (coarse.u[cell + 1] - coarse.u[cell]));
  }
  add_reach(t, tolerance);
  return t;
}

// How an arc that leaves place i with a heading reaches place j: within the tolerance or not.
bool fits(const Table& t, int i, int j, Vec2 along, double tolerance) {
  if (j == i + 1) return true;
  const Trial arc = trial_to(t.point[static_cast<size_t>(i)], along, t.point[static_cast<size_t>(j)]);
  // Neither far round, nor short where the curve has gone all the way round.
  const double turned = t.heading[static_cast<size_t>(j)] - t.heading[static_cast<size_t>(i)];
  if (!(std::abs(arc.turn) < farthest_turn && std::abs(arc.turn - turned) < 1)) return false;
  const int step = std::max(1, (j - i) / 16);
  for (int m = i + step / 2 + 1; m < j; m += step) {
    if (std::abs(off_circle(arc.start, along, arc.bend, t.point[static_cast<size_t>(m)])) > tolerance)
      return false;
  }
  return true;
}

// A chain of arcs so far: where it has come to, with what heading, and the one it goes on from.
struct State {
  int place = 0;
  double heading = 0;
  int before = -1;
};

int farthest(const Table& t, const State& s, Vec2 along, double tolerance) {
  const auto good = [&](int j) { return fits(t, s.place, j, along, tolerance); };
  if (good(t.last())) return t.last();
  int stride = 1;
  while (s.place + 2 * stride < t.last() && good(s.place + 2 * stride)) stride *= 2;
  int lo = s.place + stride;
  int hi = std::min(s.place + 2 * stride, t.last());
  while (hi - lo > 1) {
    const int middle = (lo + hi) / 2;
    (good(middle) ? lo : hi) = middle;
  }
  return lo;
}

// How far a heading is off the curve's, in steps that an arc can tell.
int off_heading(const Table& t, int place, double heading, double tolerance) {
  constexpr double step = 1.3;
  const auto i = static_cast<size_t>(place);
  const double off = std::remainder(heading - t.heading[i], two_pi);
  return static_cast<int>(std::clamp(std::round(off * t.reach[i] / (step * tolerance)), -14.0, 14.0));
}

using Layer = std::vector<State>;

Layer first_layer(const Table& t, double tolerance) {
  Layer first;
  for (int m = -8; m <= 8; ++m) {
    first.push_back({0, t.heading[0] + 1.3 * m * tolerance / t.reach[0], -1});
  }
  return first;
}

// (38): of all chains with one arc more, for each way of arriving the one that has come farthest.
Layer next_layer(const Table& t, const Layer& now, double tolerance) {
  std::map<int, State> best;
  for (size_t i = 0; i < now.size(); ++i) {
    const State& s = now[i];
    const Vec2 along = direction(s.heading);
    const int far = farthest(t, s, along, tolerance);
    for (const double share : {1.0, 0.97, 0.94, 0.91, 0.87, 0.8, 0.7}) {
      const int place = s.place + std::max(1, static_cast<int>(share * (far - s.place)));
      if (share < 1 && !fits(t, s.place, place, along, tolerance)) continue;
      const double turn =
          trial_to(t.point[static_cast<size_t>(s.place)], along, t.point[static_cast<size_t>(place)]).turn;
      const State reached{place, s.heading + turn, static_cast<int>(i)};
      const int way = off_heading(t, place, reached.heading, tolerance);
      const auto [there, fresh] = best.try_emplace(way, reached);
      if (!fresh && there->second.place < place) there->second = reached;
      if (far == t.last()) break;
    }
  }
  Layer next;
  for (const auto& [way, state] : best) next.push_back(state);
  return next;
}

struct Chain {
  std::vector<int> places;
  double heading = 0;
};

Chain shortest_chain(const Table& t, double tolerance, size_t most) {
  std::vector<Layer> layers{first_layer(t, tolerance)};
  const auto arrived = [&](const State& s) { return s.place == t.last(); };
  while (std::none_of(layers.back().begin(), layers.back().end(), arrived)) {
    if (layers.size() > most) return {};
    layers.push_back(next_layer(t, layers.back(), tolerance));
  }
  const State* s = &*std::find_if(layers.back().begin(), layers.back().end(), arrived);
  Chain chain;
  for (size_t k = layers.size() - 1; k > 0; --k) {
    chain.places.push_back(s->place);
    s = &layers[k - 1][static_cast<size_t>(s->before)];
  }
  chain.places.push_back(0);
  std::reverse(chain.places.begin(), chain.places.end());
  chain.heading = s->heading;
  return chain;
}

// With the same number of arcs, about the least tolerance that still reaches the end.
Chain shared_out(const Table& t, double tolerance) {
  Chain best = shortest_chain(t, tolerance, t.u.size());
  double lo = 0;
  double hi = tolerance;
  for (int i = 0; i < 4; ++i) {
    const double middle = (lo + hi) / 2;
    Chain chain = shortest_chain(t, middle, best.places.size() - 1);
    const bool enough = !chain.places.empty();
    (enough ? hi : lo) = middle;
    if (enough) best = std::move(chain);
  }
  return best;
}

// Between two places of the table, at these and between them: steps that are even in u may leave most of an
// arc out where the curve runs unevenly.
double error_of(const Curve& c, const Table& t, size_t a, size_t b, const Arc& arc) {
  constexpr size_t looks = 64;
  const size_t parts = std::max<size_t>(2, looks / (b - a));
  const Vec2 along = direction(arc.heading);
  double worst = 0;
  const auto look_at = [&](Vec2 p) {
    worst = std::max(worst, std::abs(off_circle(arc.start, along, bend(arc), p)));
  };
  for (size_t i = a; i < b; ++i) {
    look_at(t.point[i]);
    for (size_t m = 1; m < parts; ++m)
      look_at(c.point(t.u[i] + (t.u[i + 1] - t.u[i]) * static_cast<double>(m) / static_cast<double>(parts)));
  }
  return worst;
}

FittedArcs arcs_of(const Curve& c, const Table& t, const Chain& chain) {
  FittedArcs fitted;
  double heading = chain.heading;
  for (size_t i = 0; i + 1 < chain.places.size(); ++i) {
    const auto a = static_cast<size_t>(chain.places[i]);
    const auto b = static_cast<size_t>(chain.places[i + 1]);
    const Arc arc = arc_to(t.point[a], heading, t.point[b]);
    heading = (arc.heading + arc.turn).radians();
    fitted.error = std::max(fitted.error, error_of(c, t, a, b, arc));
    fitted.arcs.push_back(arc);
  }
  return fitted;
}

// The whole curve as one arc, where it is one to rounding.
Arc single_arc(const Curve& c) {
  const Angle heading = c.heading(c.from);
  const double turn = (c.heading(c.to) - heading).radians();
  const Vec2 v = c.point(c.to) - c.point(c.from);
  const double chord = norm(v);
  return {c.point(c.from), heading, turn == 0 ? chord : chord * (turn / 2) / std::sin(turn / 2),
          Angle::radians(turn)};
}

double error_of_single(const Curve& c, const Arc& arc) {
  constexpr int looks = 64;
  const Vec2 along = direction(arc.heading);
  double worst = norm(end_of(arc) - c.point(c.to));
  for (int i = 1; i < looks; ++i) {
    const Vec2 p = c.point(c.from + (c.to - c.from) * i / looks);
    worst = std::max(worst, std::abs(off_circle(arc.start, along, bend(arc), p)));
  }
  return worst;
}

}  // namespace

std::function<Angle(double)> continuous(const std::function<Angle(double)>& heading, double from, double to,
                                        int looks) {
  constexpr double whole = two_pi;
  const auto near = std::make_shared<std::vector<double>>();
  for (int i = 0; i <= looks; ++i) {
    const double now = heading(from + (to - from) * i / looks).radians();
    near->push_back(near->empty() ? now : near->back() + std::remainder(now - near->back(), whole));
  }
  return [=](double at) {
    const double k =
        std::clamp(std::round((at - from) / (to - from) * looks), 0.0, static_cast<double>(looks));
    const double about = (*near)[static_cast<size_t>(k)];
    return Angle::radians(about + std::remainder(heading(at).radians() - about, whole));
  };
}

FittedArcs fit_arcs(const Curve& c, double tolerance) {
  const Arc single = single_arc(c);
  const double error = error_of_single(c, single);
  if (error <= within::rounding * single.length) return {{single}, error};
  // Between the table's places a chain may err a little more than at them.
  double within = 0.98 * tolerance;
  FittedArcs fitted;
  for (int tries = 0; tries < 4; ++tries, within *= 0.8) {
    const Table t = table_of(c, within);
    fitted = arcs_of(c, t, shared_out(t, within));
    if (fitted.error <= tolerance) break;
  }
  return fitted;
}

}  // namespace juggler
