#include "drawing_file.h"

namespace juggler {

Affine Affine::after(const Affine& o) const {
  return {a * o.a + c * o.b, b * o.a + d * o.b,     a * o.c + c * o.d,
          b * o.c + d * o.d, a * o.e + c * o.f + e, b * o.e + d * o.f + f};
}

DrawnCurve drawn_line(Vec2 from, Vec2 to) {
  DrawnCurve c;
  c.points = {from, to};
  return c;
}

DrawnCurve drawn_arc(Vec2 centre, double radius, double from, double to) {
  DrawnCurve c;
  c.kind = DrawnCurve::Kind::arc;
  c.centre = centre;
  c.a = c.b = radius;
  c.from = Angle::radians(from);
  c.to = Angle::radians(to);
  return c;
}

DrawnCurve drawn_bezier(std::vector<Vec2> points) {
  DrawnCurve c;
  c.kind = DrawnCurve::Kind::bezier;
  c.weights.assign(points.size(), 1);
  c.points = std::move(points);
  return c;
}

DrawnCurve drawn_bulge(Vec2 from, Vec2 to, double bulge) {
  const Vec2 d = to - from;
  if (bulge == 0 || norm(d) == 0) return drawn_line(from, to);
  const double turn = 4 * std::atan(bulge);
  const double radius = norm(d) * (1 + bulge * bulge) / (4 * std::abs(bulge));
  const Vec2 centre = from + 0.5 * d + ((1 - bulge * bulge) / (4 * bulge)) * left_of(d);
  const Vec2 out = from - centre;
  const double start = std::atan2(out.y, out.x);
  return drawn_arc(centre, radius, start, start + turn);
}

namespace {

// The map takes the half axes to two conjugate ones; (t) turns these into half axes again.
DrawnCurve mapped_arc(const DrawnCurve& curve, const Affine& map) {
  const auto way = [&](Vec2 v) { return map(v) - map({}); };
  const Vec2 u = way(curve.a * direction(curve.axis));
  const Vec2 v = way(curve.b * left_of(direction(curve.axis)));
  const double t = std::atan2(2 * dot(u, v), dot(u, u) - dot(v, v)) / 2;
  const Vec2 first = std::cos(t) * u + std::sin(t) * v;
  const Vec2 second = std::cos(t) * v - std::sin(t) * u;
  DrawnCurve c = curve;
  c.centre = map(curve.centre);
  c.a = norm(first);
  c.b = norm(second);
  c.axis = heading_of(first);
  c.from = curve.from - Angle::radians(t);
  c.to = curve.to - Angle::radians(t);
  if (cross(first, second) < 0) {
    c.from = -c.from;
    c.to = -c.to;
  }
  // A circle stays one to the last digit.
  if (std::abs(c.a - c.b) <= within::rounding * c.a) c.b = c.a;
  return c;
}

}  // namespace

DrawnCurve mapped(const DrawnCurve& curve, const Affine& map) {
  if (curve.kind == DrawnCurve::Kind::arc) return mapped_arc(curve, map);
  DrawnCurve c = curve;
  for (Vec2& p : c.points) p = map(p);
  return c;
}

void DrawingFile::refuse(int line, const std::string& reason, const std::string& allowed) const {
  throw JobRefusal({path.string(), line, 1}, {.reason = reason, .key = named.path, .allowed = allowed});
}

}  // namespace juggler
