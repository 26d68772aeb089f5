#include <algorithm>
#include <array>

#include "juggler/geom.h"

namespace juggler {
namespace {

// Area between an arc and its chord. The difference turn - sin(turn) loses its digits for flat arcs,
// so those take the series.
double area_over_chord(const Arc& arc) {
  const double t = arc.turn;
  const double q = t * t;
  const double shape =
      std::abs(t) < 0.5 ? t / 6 * (1 - q / 20 * (1 - q / 42 * (1 - q / 72 * (1 - q / 110 * (1 - q / 156)))))
                        : (t - std::sin(t)) / q;
  return arc.length * arc.length / 2 * shape;
}

struct Hit {
  bool found = false;
  double along = 0;  // fraction of the first line
};

Hit meeting(Vec2 a, Vec2 b, Vec2 c, Vec2 d) {
  const Vec2 ab = b - a;
  const Vec2 cd = d - c;
  const double det = cross(ab, cd);
  if (det == 0) return {};
  const double s = cross(c - a, cd) / det;
  const double t = cross(c - a, ab) / det;
  return {s > 0 && s < 1 && t >= 0 && t < 1, s};
}

// Whether each of two lines has its ends on both sides of the other, farther than that.
bool passes(Vec2 a, Vec2 b, Vec2 c, Vec2 d, double farther) {
  const auto parted = [&](Vec2 from, Vec2 to, Vec2 p, Vec2 q) {
    const double near = farther * norm(to - from);
    const double left = cross(to - from, p - from);
    const double right = cross(to - from, q - from);
    return (left > near && right < -near) || (left < -near && right > near);
  };
  return parted(a, b, c, d) && parted(c, d, a, b);
}

std::vector<Vec2> polygon(std::span<const Arc> outline) {
  std::vector<Vec2> points;
  for (const Arc& arc : outline) {
    for (const Arc& part : split(arc, Angle::degrees(4))) points.push_back(part.start);
  }
  return points;
}

// Signed turns of the outline about a point, each arc by its chord and, near it, by the arc's own side.
double winding(const Arc& arc, Vec2 point) {
  const auto swept = [&](Vec2 a, Vec2 b) { return std::atan2(cross(a, b), dot(a, b)); };
  double total = 0;
  const double half = pi / 2;
  for (const Arc& part : split(arc, Angle::radians(half))) {
    const Vec2 a = part.start - point;
    const Vec2 b = end_of(part) - point;
    total += swept(a, b);
    if (part.turn == 0) continue;
    // A point between the arc and its chord is passed on the other side.
    const double side = cross(end_of(part) - part.start, point - part.start);
    const bool beyond_chord = part.turn > 0 ? side < 0 : side > 0;
    if (beyond_chord && norm(point - centre_of(part)) < radius_of(part)) {
      total += part.turn > 0 ? two_pi : -two_pi;
    }
  }
  return total;
}

// Fractions along from-to at which the line meets an arc.
std::vector<double> meetings(Vec2 from, Vec2 to, const Arc& arc) {
  std::vector<double> found;
  const auto across = [&](double s) { return cross(to - from, point_at(arc, s) - from); };
  const int steps = 2 + static_cast<int>(std::ceil(std::abs(arc.turn) / 0.2));
  for (int i = 0; i < steps; ++i) {
    const double s0 = arc.length * i / steps;
    const double s1 = arc.length * (i + 1) / steps;
    if ((across(s0) < 0) == (across(s1) < 0)) continue;
    const Vec2 p = point_at(arc, root(across, s0, s1));
    found.push_back(dot(p - from, to - from) / dot(to - from, to - from));
  }
  return found;
}

}  // namespace

double signed_area(std::span<const Arc> outline) {
  if (outline.empty()) return 0;
  double sum = 0;
  const Vec2 origin = outline.front().start;
  for (const Arc& arc : outline) {
    sum += cross(arc.start - origin, end_of(arc) - origin) / 2 + area_over_chord(arc);
  }
  return sum;
}

double length_of(std::span<const Arc> outline) {
  double sum = 0;
  for (const Arc& arc : outline) sum += arc.length;
  return sum;
}

bool contains(std::span<const Arc> outline, Vec2 point) {
  double turns = 0;
  for (const Arc& arc : outline) turns += winding(arc, point);
  return std::abs(turns) > pi;
}

bool crosses_itself(std::span<const Arc> outline, double touching) {
  const std::vector<Vec2> p = polygon(outline);
  const size_t n = p.size();
  for (size_t i = 0; i < n; ++i) {
    for (size_t j = i + 2; j < n; ++j) {
      if (i == 0 && j == n - 1) continue;
      const Vec2 end = p[(j + 1) % n];
      if (touching > 0 ? passes(p[i], p[i + 1], p[j], end, touching)
                       : meeting(p[i], p[i + 1], p[j], end).found)
        return true;
    }
  }
  return false;
}

std::vector<Arc> clipped(Vec2 from, Vec2 to, std::span<const Arc> outline) {
  std::vector<double> cuts{0, 1};
  for (const Arc& arc : outline) {
    for (double f : meetings(from, to, arc)) {
      if (f > 0 && f < 1) cuts.push_back(f);
    }
  }
  std::sort(cuts.begin(), cuts.end());
  std::vector<Arc> inside;
  for (size_t i = 0; i + 1 < cuts.size(); ++i) {
    if (cuts[i + 1] - cuts[i] < 1e-9) continue;
    const double middle = (cuts[i] + cuts[i + 1]) / 2;
    if (!contains(outline, from + middle * (to - from))) continue;
    inside.push_back(line(from + cuts[i] * (to - from), from + cuts[i + 1] * (to - from)));
  }
  return inside;
}

}  // namespace juggler
