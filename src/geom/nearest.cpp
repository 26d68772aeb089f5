// The least distance of two arcs. Equation numbers: docs/maths/openings.md.
#include <algorithm>
#include <optional>
#include <vector>

#include "crossing.h"

namespace juggler {
namespace {

// Where a circle's point in a direction from the centre lies along its arc; nothing where it is not on it.
std::optional<double> along_circle(const Arc& arc, Vec2 from_centre) {
  const double sense = arc.turn > Angle{} ? 1 : -1;
  const double at = std::atan2(from_centre.y, from_centre.x);
  const double start = arc.heading.radians() - sense * pi / 2;
  double turned = std::remainder(sense * (at - start), 2 * pi);
  const double whole = std::abs(arc.turn.radians());
  if (turned < -within::rounding) turned += 2 * pi;
  if (turned > whole + within::rounding && turned - 2 * pi > -within::rounding) turned -= 2 * pi;
  if (turned < -within::rounding || turned > whole + within::rounding) return std::nullopt;
  return std::clamp(turned / whole, 0.0, 1.0) * arc.length;
}

std::optional<double> along_line(const Arc& arc, Vec2 p) {
  const double s = dot(p - arc.start, direction(arc.heading));
  if (s < -within::rounding * arc.length || s > (1 + within::rounding) * arc.length) return std::nullopt;
  return std::clamp(s, 0.0, arc.length);
}

// The flattest arcs are taken for their chords: their centres lie too far off to tell more.
Arc seen_as(const Arc& arc) { return is_straight(arc) ? line(arc.start, end_of(arc)) : arc; }

std::optional<double> along(const Arc& arc, Vec2 p) {
  return arc.turn == Angle{} ? along_line(arc, p) : along_circle(arc, p - centre_of(arc));
}

// (20): the point of an arc nearest to another.
Vec2 nearest_point(const Arc& arc, Vec2 p) {
  if (const auto s = along(arc, p)) return point_at(arc, *s);
  const Vec2 end = end_of(arc);
  return norm(p - arc.start) <= norm(p - end) ? arc.start : end;
}

struct Line {
  Vec2 at, way;
};

// (21): the line square to both, on which points within both lie nearest or farthest.
std::optional<Line> common_square(const Arc& a, const Arc& b) {
  if (a.turn == Angle{} && b.turn == Angle{}) return std::nullopt;
  if (a.turn == Angle{}) return Line{centre_of(b), left_of(direction(a.heading))};
  if (b.turn == Angle{}) return Line{centre_of(a), left_of(direction(b.heading))};
  const Vec2 apart = centre_of(b) - centre_of(a);
  if (norm(apart) == 0) return std::nullopt;
  return Line{centre_of(a), 1 / norm(apart) * apart};
}

std::vector<Vec2> on_square(const Arc& arc, const Line& square) {
  std::vector<Vec2> points;
  if (arc.turn == Angle{}) {
    if (const auto s = along_line(arc, square.at)) points.push_back(point_at(arc, *s));
    return points;
  }
  for (const double sign : {1.0, -1.0}) {
    if (const auto s = along_circle(arc, sign * square.way)) points.push_back(point_at(arc, *s));
  }
  return points;
}

void add_if_on(std::vector<Vec2>& points, const Arc& a, const Arc& b, Vec2 p) {
  if (along(a, p) && along(b, p)) points.push_back(p);
}

}  // namespace

// (22)
std::vector<Vec2> crossings(const Arc& one, const Arc& other) {
  const Arc a = seen_as(one);
  const Arc b = seen_as(other);
  std::vector<Vec2> points;
  if (a.turn == Angle{} && b.turn == Angle{}) {
    const Vec2 u = direction(a.heading);
    const Vec2 v = direction(b.heading);
    const double det = cross(u, v);
    if (det != 0) add_if_on(points, a, b, a.start + (cross(b.start - a.start, v) / det) * u);
    return points;
  }
  const Arc& round = a.turn != Angle{} ? a : b;
  const Arc& second = a.turn != Angle{} ? b : a;
  const Vec2 centre = centre_of(round);
  const double r = radius_of(round);
  Vec2 foot;
  Vec2 way;
  if (second.turn == Angle{}) {
    way = direction(second.heading);
    foot = second.start + dot(centre - second.start, way) * way;
  } else {
    const Vec2 apart = centre_of(second) - centre;
    const double d = norm(apart);
    if (d == 0) return points;
    const double r2 = radius_of(second);
    foot = centre + ((d * d + r * r - r2 * r2) / (2 * d * d)) * apart;
    way = left_of(1 / d * apart);
  }
  const double off = norm(foot - centre);
  if (off > r) return points;
  const double half = std::sqrt((r - off) * (r + off));
  add_if_on(points, a, b, foot + half * way);
  add_if_on(points, a, b, foot - half * way);
  return points;
}

double parameter_of(const Arc& arc, Vec2 p) {
  const Arc seen = seen_as(arc);
  if (const auto s = along(seen, p))
    return std::min(*s / std::max(seen.length, within::nought), 1.0) * arc.length;
  return norm(p - arc.start) <= norm(p - end_of(arc)) ? 0 : arc.length;
}

Nearest nearest(const Arc& one, const Arc& other) {
  if (const auto met = crossings(one, other); !met.empty()) return {0, met.front(), met.front()};
  const Arc a = seen_as(one);
  const Arc b = seen_as(other);
  Nearest best{HUGE_VAL, {}, {}};
  const auto look = [&](Vec2 on_a, Vec2 on_b) {
    const double d = norm(on_b - on_a);
    if (d < best.distance) best = {d, on_a, on_b};
  };
  for (const Vec2 p : {a.start, end_of(a)}) look(p, nearest_point(b, p));
  for (const Vec2 p : {b.start, end_of(b)}) look(nearest_point(a, p), p);
  if (const auto square = common_square(a, b)) {
    for (const Vec2 p : on_square(a, *square)) {
      for (const Vec2 q : on_square(b, *square)) look(p, q);
    }
  }
  return best;
}

double distance(std::span<const Arc> arcs, Vec2 point) {
  double least = HUGE_VAL;
  for (const Arc& arc : arcs) least = std::min(least, nearest(point, arc).distance);
  return least;
}

double outside(std::span<const Arc> outline, Vec2 point) {
  const double off = distance(outline, point);
  return contains(outline, point) ? -off : off;
}

double run_to(std::span<const Arc> arcs, Vec2 p) {
  double least = HUGE_VAL;
  double run = 0;
  double before = 0;
  for (const Arc& arc : arcs) {
    // An arc all but straight has its turn in whole steps of rounding.
    const Arc seen = seen_as(arc);
    const auto within = along(seen, p);
    const double from_start = norm(arc.start - p);
    const double from_end = norm(end_of(arc) - p);
    const double away = within ? norm(point_at(seen, *within) - p) : std::min(from_start, from_end);
    if (away < least) {
      least = away;
      const double share = within                   ? *within / std::max(seen.length, within::nought)
                           : from_start <= from_end ? 0
                                                    : 1;
      run = before + std::min(share, 1.0) * arc.length;
    }
    before += arc.length;
  }
  return run;
}

}  // namespace juggler
