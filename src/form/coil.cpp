// Equation numbers: docs/maths/winding.md.
#include <cmath>

#include "screw.h"

namespace juggler {
namespace {

constexpr double two_pi = 2 * std::numbers::pi;

// The middle of the strip: r = first + m * angle, from 0 to `angle`.
struct Spiral {
  double first = 0;
  double m = 0;
  double angle = 0;

  [[nodiscard]] double radius(double a) const { return first + m * a; }
};

// (9)
double face_radius(double r, double m, double d) {
  return std::sqrt(r * r + 2 * d * r * r / std::hypot(r, m) + d * d);
}

// The middle's radius where a face lies at another; none where the strip is too thick to come so near the
// axis.
std::optional<double> middle_of_face(double face, double m, double d) {
  const double high = face + std::abs(d) + m;
  const auto off = [&](double r) { return face_radius(r, m, d) - face; };
  const Least nearest = least(off, 0, high);
  if (nearest.value > 0) return std::nullopt;
  return root(off, nearest.at, high);
}

[[noreturn]] void refuse(const char* reason, const char* key, const std::string& found,
                         const std::string& allowed, const char* advice) {
  throw Refusal({.reason = reason, .key = key, .found = found, .allowed = allowed, .advice = advice});
}

Spiral spiral_of(const Coil& c, double thickness) {
  const char* missing = "give start.inside_diameter, spacing, turns and width";
  if (c.inside.has_value() == c.middle.has_value())
    refuse(c.inside ? "is given beside inside_diameter" : "is missing",
           c.inside ? "start.middle_diameter" : "start.inside_diameter", "",
           "one of inside_diameter and middle_diameter", "keep one of them");
  if (c.turns.has_value() == c.outside.has_value())
    refuse(c.turns ? "is given beside turns" : "is missing", c.turns ? "outside.diameter" : "turns", "",
           "one of turns and outside.diameter", "keep one of them");
  Spiral s;
  const double spacing = needed_size(c.spacing, "spacing", 1e-3, 1e5, missing);
  if (spacing < thickness)
    refuse("is less than the thickness: the turns would lie in each other", "spacing", shown_mm(spacing),
           shown_mm(thickness) + " or more", "widen the spacing");
  s.m = spacing / two_pi;
  const char* key = c.inside ? "start.inside_diameter" : "start.middle_diameter";
  const double start = needed_size(c.inside ? c.inside : c.middle, key, 1e-3, 1e5, missing) / 2;
  const auto from_face = c.inside ? middle_of_face(start, s.m, -thickness / 2) : start;
  s.first = from_face.value_or(0);
  // The inside face must bend, not fold.
  const double w = std::hypot(s.first, s.m);
  if (!from_face || w <= thickness / 2 * (1 + s.m * s.m / (w * w)))
    refuse("leaves no inside face at its start", key, shown_mm(2 * start),
           "more than about " + shown_mm(thickness), "start it wider");
  if (c.turns) {
    if (!(*c.turns >= 0.01 && *c.turns <= 1000))
      refuse("is out of range", "turns", shown(*c.turns), "0.01 to 1000", "");
    s.angle = two_pi * *c.turns;
  } else {
    const double end = needed_size(c.outside, "outside.diameter", 1e-3, 1e6, missing) / 2;
    const double least = face_radius(s.first, s.m, thickness / 2);
    if (end <= least)
      refuse("is no larger than the coil is at its start", "outside.diameter", shown_mm(2 * end),
             "more than " + shown_mm(2 * least), "give the diameter over the last turn");
    s.angle = (middle_of_face(end, s.m, thickness / 2).value_or(s.first) - s.first) / s.m;
    if (s.angle > 1000 * two_pi)
      refuse("makes too many turns", "outside.diameter", shown(s.angle / two_pi), "up to 1000 turns",
             "widen the spacing");
  }
  return s;
}

// (7). u runs anticlockwise; a left-hand coil grows against it.
Ruling ruling_of(const Spiral& s, double sense, double start, double inside, double u) {
  const Vec3 out{std::cos(u), std::sin(u), 0};
  const Vec3 on{-std::sin(u), std::cos(u), 0};
  const double r = s.radius(sense * (u - start));
  const double m = sense * s.m;
  const double w = std::hypot(r, m);
  const Vec3 tangent = 1 / w * (m * out + r * on);
  const Vec3 normal = 1 / w * (r * out - m * on);
  const double turn = 1 + m * m / (w * w);
  return {r * out - inside * normal, {0, 0, 1}, normal, (w - inside * turn) * tangent, {}, turn * tangent};
}

// (8)
double middle_length(const Spiral& s) {
  const auto sum = [&](double r) {
    const double t = r / s.m;
    return s.m / 2 * (t * std::sqrt(1 + t * t) + std::asinh(t));
  };
  return sum(s.radius(s.angle)) - sum(s.first);
}

// (10)
double clearance(const Spiral& s, double thickness) {
  if (s.angle < two_pi) return 0;
  const auto apart = [&](double a) {
    return std::hypot(s.first - s.radius(a) * std::cos(a), s.radius(a) * std::sin(a));
  };
  const double last = std::min(s.angle, two_pi + 1);
  return least(apart, two_pi - 1, last).value - thickness;
}

}  // namespace

WoundPart wound_coil(const Coil& c, const Sheet& sheet, Hand hand) {
  const double t = *sheet.thickness;
  const Spiral s = spiral_of(c, t);
  const double width = needed_size(c.width, "width", 1e-3, 1e5, "give the width of the strip along the axis");
  if (!(std::abs(c.start.degrees()) <= 3600))
    refuse("is out of range", "start.at", shown_degrees(c.start), "-3600 to 3600 degrees", "");
  const double sense = hand == Hand::opposite ? -1 : 1;
  const double start = sense * c.start.radians();
  const double end = start + sense * s.angle;
  Form f;
  f.wall = in_stretches(std::min(start, end), std::max(start, end), std::numbers::pi,
                        [=](double u) { return ruling_of(s, sense, start, t / 2, u); });
  f.base = Rim([](double) -> Cut { return {0, 0}; });
  f.top = Rim([width](double) -> Cut { return {width, 0}; });
  f.thickness = t;
  f.neutral = sheet.neutral * t;
  f.open = true;
  f.size = std::hypot(2 * s.radius(s.angle) + t, width);
  CoilNumbers n;
  const double turned = s.angle + std::atan(s.radius(s.angle) / s.m) - std::atan(s.first / s.m);
  n.middle = middle_length(s);
  n.inside = n.middle - t / 2 * turned;
  n.outside = n.middle + t / 2 * turned;
  n.neutral = n.inside + f.neutral * turned;
  n.turns = s.angle / two_pi;
  n.start_inside_diameter = 2 * face_radius(s.first, s.m, -t / 2);
  n.start_middle_diameter = 2 * s.first;
  n.outside_diameter = 2 * face_radius(s.radius(s.angle), s.m, t / 2);
  n.clearance = clearance(s, t);
  if (s.angle > two_pi && n.clearance < -1e-9 * f.size)
    refuse("is too small: neighbouring turns would lie in each other", "spacing", shown_mm(*c.spacing),
           "a clearance of 0 mm or more, here " + shown_mm(n.clearance), "widen the spacing");
  const double from = std::min(start, end);
  const double to = std::max(start, end);
  WoundPart part;
  part.form = f;
  part.thickness = t;
  part.pieces.push_back({f, from, to});
  part.coil = n;
  return part;
}

}  // namespace juggler
