// Distances from profiles, from their sizes as given.
#include <algorithm>
#include <cmath>

#include "given_ends.h"

namespace juggler {
namespace {

Vec2 rotated(Vec2 p, double by) {
  return {std::cos(by) * p.x - std::sin(by) * p.y, std::cos(by) * p.y + std::sin(by) * p.x};
}

double off_segment(Vec2 p, Vec2 a, Vec2 b) {
  const Vec2 d = b - a;
  const double share = dot(d, d) > 0 ? std::clamp(dot(p - a, d) / dot(d, d), 0.0, 1.0) : 0;
  return norm(p - (a + share * d));
}

// By Newton's way on the normal that passes through the point, in the quadrant that it lies in.
double off_ellipse(Vec2 p, double a, double b) {
  const Vec2 q{std::abs(p.x), std::abs(p.y)};
  double t = std::atan2(a * q.y, b * q.x);
  for (int i = 0; i < 60; ++i) {
    const double c = std::cos(t);
    const double s = std::sin(t);
    const double along = (a * c - q.x) * -a * s + (b * s - q.y) * b * c;
    const double rate = a * a * s * s + b * b * c * c - (a * c - q.x) * a * c - (b * s - q.y) * b * s;
    const double step = rate > 0 ? along / rate : 0;
    t = std::clamp(t - step, 0.0, pi / 2);
    if (std::abs(step) < within::digit) break;
  }
  return norm(q - Vec2{a * std::cos(t), b * std::sin(t)});
}

// A corner as cut: the points where its round begins and ends, and the round's centre.
struct RoundCorner {
  Vec2 from, to, centre;
  bool round = false;
};

RoundCorner corner_at(Vec2 before, Vec2 at, Vec2 after, double radius) {
  const Vec2 in = 1 / norm(at - before) * (at - before);
  const Vec2 out = 1 / norm(after - at) * (after - at);
  const double turn = std::atan2(cross(in, out), dot(in, out));
  if (radius == 0 || std::abs(turn) < within::rounding) return {at, at, at, false};
  const double reach = radius * std::tan(std::abs(turn) / 2);
  const Vec2 from = at - reach * in;
  return {from, at + reach * out, from + (turn > 0 ? radius : -radius) * left_of(in), true};
}

double off_polygon(Vec2 p, const std::vector<Vec2>& points, double radius, bool open) {
  const size_t n = points.size();
  std::vector<RoundCorner> corners;
  for (size_t i = 0; i < n; ++i) {
    const bool end = open && (i == 0 || i + 1 == n);
    corners.push_back(end ? RoundCorner{points[i], points[i], points[i], false}
                          : corner_at(points[(i + n - 1) % n], points[i], points[(i + 1) % n], radius));
  }
  double off = HUGE_VAL;
  for (size_t i = 0; i < (open ? n - 1 : n); ++i)
    off = std::min(off, off_segment(p, corners[i].to, corners[(i + 1) % n].from));
  for (const RoundCorner& c : corners) {
    if (!c.round) continue;
    // Within the round's wedge its circle counts.
    const double side = cross(c.from - c.centre, c.to - c.centre);
    const bool within = cross(c.from - c.centre, p - c.centre) * side >= 0 &&
                        cross(p - c.centre, c.to - c.centre) * side >= 0 &&
                        dot(p - c.centre, c.from + c.to - 2 * c.centre) > 0;
    if (within) off = std::min(off, std::abs(norm(p - c.centre) - norm(c.from - c.centre)));
  }
  return off;
}

Vec2 middle_of(const std::vector<Vec2>& p) {
  double twice = 0;
  Vec2 sum;
  for (size_t i = 0; i < p.size(); ++i) {
    const Vec2 a = p[i] - p[0];
    const Vec2 b = p[(i + 1) % p.size()] - p[0];
    twice += cross(a, b);
    sum = sum + cross(a, b) * (a + b);
  }
  return p[0] + (1 / (3 * twice)) * sum;
}

double off_obround(const Profile& p, Vec2 at) {
  double width = p.width.value_or(0);
  double length = p.length.value_or(0);
  if (p.between_centres) (p.width ? length : width) = (p.width ? width : length) + *p.between_centres;
  const double r = std::min(width, length) / 2;
  const Vec2 end = width > length ? Vec2{width / 2 - r, 0} : Vec2{0, length / 2 - r};
  return std::abs(off_segment(at, Vec2{} - end, end) - r);
}

std::vector<Vec2> points_of(const Profile& p) {
  switch (p.kind) {
    case ProfileKind::rectangle: {
      const double x = *p.width / 2;
      const double y = *p.length / 2;
      return {{x, -y}, {x, y}, {-x, y}, {-x, -y}};
    }
    case ProfileKind::polygon: {
      const double half = pi / p.sides;
      const double radius = p.across_corners ? *p.across_corners / 2 : *p.across_flats / 2 / std::cos(half);
      std::vector<Vec2> points;
      for (int i = 0; i < p.sides; ++i) points.push_back(radius * direction((2 * i - 1) * half));
      return points;
    }
    case ProfileKind::polyline: {
      std::vector<Vec2> points = p.points;
      if (points.size() > 2 && norm(points.front() - points.back()) < within::same) points.pop_back();
      const Vec2 centre = p.open ? Vec2{} : middle_of(points);
      for (Vec2& q : points) q = q - centre;
      return points;
    }
    default:
      return {};
  }
}

}  // namespace

std::vector<Vec2> corners_of(const Profile& p) {
  std::vector<Vec2> points = points_of(p);
  for (Vec2& q : points) q = rotated(q, p.turn.radians());
  return points;
}

ProfileDistance::ProfileDistance(const Profile& p) : profile_(p) {
  if (p.kind == ProfileKind::outline) drawn_ = DrawnDistance(p);
}

double ProfileDistance::operator()(Vec2 point) const {
  const Profile& p = profile_;
  const Vec2 at = rotated(point, -p.turn.radians());
  switch (p.kind) {
    case ProfileKind::circle:
      return std::abs(norm(at) - *p.diameter / 2);
    case ProfileKind::ellipse:
      return off_ellipse(at, *p.width / 2, *p.length / 2);
    case ProfileKind::obround:
      return off_obround(p, at);
    case ProfileKind::outline:
      return drawn_(at);
    default:
      return off_polygon(at, points_of(p), p.corner_radius, p.open);
  }
}

}  // namespace juggler
