// Bows and the curves that they make. Equation numbers: docs/maths/transitions.md.
#include <algorithm>

#include "profile.h"

namespace juggler {
namespace {}  // namespace

Vec2 turned(Vec2 p, double by) { return p.x * direction(by) + p.y * left_of(direction(by)); }

// About a point of inflection the direction hardly moves with the parameter: its ends count by name.
BezierStretch::At Bow::on_bezier(double normal) const {
  const double near_from = std::abs(std::remainder(normal - from, 2 * pi));
  const double near_to = std::abs(std::remainder(normal - to, 2 * pi));
  if (std::min(near_from, near_to) < within::exact)
    return bezier->at(near_from < near_to ? bezier->from : bezier->to);
  return bezier->at(bezier->facing(normal));
}

Vec2 Bow::at(double normal) const {
  if (bezier) return on_bezier(normal).point;
  if (a == b) return centre + a * direction(normal);
  const double x = normal - axis;
  const double reach = std::copysign(std::hypot(a * std::cos(x), b * std::sin(x)), a);
  return centre + juggler::turned({a * a * std::cos(x) / reach, b * b * std::sin(x) / reach}, axis);
}

// Which end: the farther one in that direction, of a concave bow the nearer. So the way is continuous all
// round.
Vec2 Bow::touched(double normal) const {
  if (corner()) return centre;
  const double middle = (from + to) / 2;
  const double within = middle + std::remainder(normal - middle, 2 * pi);
  if (std::abs(within - middle) <= std::abs(to - from) / 2) return at(within);
  const Vec2 first = at(from);
  const Vec2 last = at(to);
  const bool first_is_farther = dot(direction(normal), first - last) > 0;
  return first_is_farther == (sense() > 0) ? first : last;
}

double Bow::radius(double normal) const {
  if (a == b && !bezier) return a;
  if (bezier) {
    const auto at = on_bezier(normal);
    const double speed = norm(at.first);
    if (speed == 0) return 0;  // control points coincide: the curve leaves with a sharp bend
    const double bent = cross(at.first, at.second);
    constexpr double straight = 1e-15;
    return speed * speed * speed /
           (std::abs(bent) > straight * speed * speed ? bent : sense() * straight * speed * speed);
  }
  const double x = normal - axis;
  const double reach = std::copysign(std::hypot(a * std::cos(x), b * std::sin(x)), a);
  return a * a * b * b / (reach * reach * reach);
}

Bow Bow::moved(double scale, Vec2 by) const {
  Bow bow = *this;
  bow.centre = scale * centre + by;
  bow.a *= scale;
  bow.b *= scale;
  if (!bezier) return bow;
  auto curve = *bezier;
  for (Vec2& p : curve.points) p = scale * p + by;
  bow.bezier = std::make_shared<const BezierStretch>(std::move(curve));
  return bow;
}

Bow Bow::turned(double by) const {
  Bow bow = *this;
  bow.from += by;
  bow.to += by;
  bow.axis += by;
  bow.centre = juggler::turned(centre, by);
  if (!bezier) return bow;
  auto curve = *bezier;
  for (Vec2& p : curve.points) p = juggler::turned(p, by);
  bow.bezier = std::make_shared<const BezierStretch>(std::move(curve));
  return bow;
}

bool ProfileCurve::convex() const {
  return !open && std::all_of(bows.begin(), bows.end(), [](const Bow& b) { return b.to >= b.from; });
}

std::vector<Vec2> points_along(const ProfileCurve& profile, int for_each_bow) {
  std::vector<Vec2> points;
  for (const Bow& b : profile.bows) {
    const int count = b.corner() ? 1 : for_each_bow;
    for (int i = 0; i < count; ++i)
      points.push_back(b.at(b.from + (b.to - b.from) * (count == 1 ? 0.0 : 1.0 * i / (count - 1))));
  }
  return points;
}

size_t ProfileCurve::bow_at(double normal) const {
  const double first = bows.front().from;
  const double within = normal - 2 * pi * std::floor((normal - first) / (2 * pi));
  const auto found = std::find_if(bows.begin(), bows.end() - 1, [&](const Bow& b) { return within <= b.to; });
  return static_cast<size_t>(found - bows.begin());
}

double ProfileCurve::reach(double normal) const {
  return dot(bows[bow_at(normal)].at(normal), direction(normal));
}

// (2) read backwards.
double eccentric(const Bow& bow, double normal) {
  const double x = normal - bow.axis;
  const double angle = std::atan2(std::abs(bow.b) * std::sin(x), std::abs(bow.a) * std::cos(x));
  return x + std::remainder(angle - x, 2 * pi);
}

namespace {

double distance_of_side(Vec2 a, Vec2 b, Vec2 point) {
  const Vec2 d = b - a;
  const double part = dot(d, d) > 0 ? std::clamp(dot(point - a, d) / dot(d, d), 0.0, 1.0) : 0;
  return norm(point - a - part * d);
}

// From the circle, where the point nearest to it belongs to the arc.
double distance_of_arc(const Bow& bow, Vec2 point) {
  const Vec2 away = bow.a < 0 ? bow.centre - point : point - bow.centre;
  const double facing = std::atan2(away.y, away.x);
  const double low = std::min(bow.from, bow.to);
  const double within = facing - 2 * pi * std::floor((facing - low) / (2 * pi));
  return within <= std::max(bow.from, bow.to) ? std::abs(norm(away) - std::abs(bow.a)) : HUGE_VAL;
}

struct OnCurve {
  Vec2 point, way;
};

// Of all places where the way to the point is square to the curve, and its ends, the nearest. Begun just
// inside: at the very end a curve may stand still.
double distance_along(const std::function<OnCurve(double)>& curve, double from, double to, Vec2 point) {
  constexpr int looks = 16;
  const double inside = within::same * (to - from);
  double least = HUGE_VAL;
  const auto along = [&](double t) {
    const OnCurve c = curve(t);
    least = std::min(least, norm(point - c.point));
    return dot(point - c.point, c.way);
  };
  (void)along(from);
  (void)along(to);
  const auto place = [&](int i) { return from + inside + (to - from - 2 * inside) * i / looks; };
  double last = along(place(0));
  for (int i = 1; i <= looks; ++i) {
    const double next = along(place(i));
    if ((last < 0) != (next < 0)) (void)along(root(along, place(i - 1), place(i)));
    last = next;
  }
  return least;
}

double distance_of_bow(const Bow& bow, Vec2 point) {
  if (bow.corner()) return norm(point - bow.centre);
  if (bow.bezier) {
    const auto curve = [&](double s) {
      const auto at = bow.bezier->at(s);
      return OnCurve{at.point, at.first};
    };
    return distance_along(curve, bow.bezier->from, bow.bezier->to, point);
  }
  if (bow.a == bow.b) return distance_of_arc(bow, point);
  // By the eccentric angle, quarter by quarter: in the one that the point lies in there is just one such
  // place.
  const auto curve = [&](double t) {
    return OnCurve{bow.centre + turned({bow.a * std::cos(t), bow.b * std::sin(t)}, bow.axis),
                   turned({-bow.a * std::sin(t), bow.b * std::cos(t)}, bow.axis)};
  };
  const double first = eccentric(bow, bow.from);
  const double last = eccentric(bow, bow.to);
  const double low = std::min(first, last);
  const double high = std::max(first, last);
  double least = HUGE_VAL;
  for (double quarter = std::floor(low / (pi / 2)); quarter * pi / 2 < high; ++quarter) {
    const double from = std::max(low, quarter * pi / 2);
    const double to = std::min(high, (quarter + 1) * pi / 2);
    least = std::min(least, distance_along(curve, from, to, point));
  }
  return least;
}

}  // namespace

double ProfileCurve::distance(Vec2 point) const {
  double nearest = HUGE_VAL;
  for (size_t i = 0; i < bows.size(); ++i) {
    nearest = std::min(nearest, distance_of_bow(bows[i], point));
    if (open && i + 1 == bows.size()) break;
    nearest = std::min(nearest, distance_of_side(end(i), start(next(i)), point));
  }
  return nearest;
}

}  // namespace juggler
