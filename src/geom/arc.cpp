#include <algorithm>
#include <limits>

#include "juggler/geom.h"

namespace juggler {
namespace {

double sinc(double x) { return x == 0 ? 1 : std::sin(x) / x; }

Angle wrapped(Angle a) { return Angle::radians(std::remainder(a.radians(), two_pi)); }

constexpr Angle half_turn = Angle::radians(pi);

}  // namespace

Arc line(Vec2 from, Vec2 to) {
  const Vec2 d = to - from;
  return {from, heading_of(d), norm(d), {}};
}

Arc arc_between(Vec2 from, Vec2 to, Angle turn) {
  const Vec2 d = to - from;
  if (turn.radians() == 0) return line(from, to);
  return {from, heading_of(d) - turn / 2, norm(d) / sinc(turn.radians() / 2), turn};
}

Vec2 point_at(const Arc& arc, double s) {
  const Angle half = arc.length > 0 ? (s / arc.length) * arc.turn / 2 : Angle{};
  return arc.start + s * sinc(half.radians()) * direction(arc.heading + half);
}

Arc reversed(const Arc& arc) {
  return {end_of(arc), wrapped(arc.heading + arc.turn + half_turn), arc.length, -arc.turn};
}

Arc stretch(const Arc& arc, double s0, double s1) {
  const Angle rate = arc.length > 0 ? arc.turn / arc.length : Angle{};
  return {point_at(arc, s0), arc.heading + s0 * rate, s1 - s0, (s1 - s0) * rate};
}

std::vector<Arc> split(const Arc& arc, Angle limit) {
  const int n = std::max(
      1, static_cast<int>(std::ceil(std::abs(arc.turn.radians()) / limit.radians() - within::rounding)));
  std::vector<Arc> parts;
  for (int i = 0; i < n; ++i) {
    parts.push_back(stretch(arc, arc.length * i / n, arc.length * (i + 1) / n));
  }
  return parts;
}

double rise(const Arc& arc) {
  const double quarter = arc.turn.radians() / 4;
  return std::abs(arc.length / 2 * sinc(quarter) * std::sin(quarter));
}

double radius_of(const Arc& arc) {
  return arc.turn == Angle{} ? std::numeric_limits<double>::infinity()
                             : arc.length / std::abs(arc.turn.radians());
}

Vec2 centre_of(const Arc& arc) {
  return arc.start + (arc.length / arc.turn.radians()) * left_of(direction(arc.heading));
}

Vec2 placed(Vec2 point, const Placing& placing) {
  const double x = placing.mirror ? -point.x : point.x;
  const Vec2 axis = direction(placing.turn);
  return placing.shift + x * axis + point.y * left_of(axis);
}

Angle placed_heading(Angle heading, const Placing& placing) {
  return (placing.mirror ? half_turn - heading : heading) + placing.turn;
}

Arc placed(const Arc& arc, const Placing& placing) {
  return {placed(arc.start, placing), wrapped(placed_heading(arc.heading, placing)), arc.length,
          placing.mirror ? -arc.turn : arc.turn};
}

Placing undone(const Placing& p) {
  Placing back{p.mirror, p.mirror ? p.turn : -p.turn, {}};
  back.shift = Vec2{} - placed(p.shift, back);
  return back;
}

Outline circle(Vec2 centre, double diameter) {
  const double r = diameter / 2;
  return {{centre + Vec2{r, 0}, half_turn / 2, r * pi, half_turn},
          {centre - Vec2{r, 0}, -(half_turn / 2), r * pi, half_turn}};
}

Outline reversed(const Outline& outline) {
  Outline other;
  for (auto arc = outline.rbegin(); arc != outline.rend(); ++arc) other.push_back(reversed(*arc));
  return other;
}

Outline placed(const Outline& outline, const Placing& placing) {
  Outline moved;
  for (const Arc& arc : outline) moved.push_back(placed(arc, placing));
  return moved;
}

std::vector<Vec2> chords(const Arc& arc, Angle limit) {
  std::vector<Vec2> points{arc.start};
  for (const Arc& part : split(arc, limit)) points.push_back(end_of(part));
  return points;
}

}  // namespace juggler
