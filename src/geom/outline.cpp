#include <algorithm>
#include <array>

#include "juggler/geom.h"

namespace juggler {
namespace {

// So little that its centre is lost in rounding: by the circle a place is off by rounding of the radius,
// length / turn, by the chord by its rise, length turn / 8; here both are some 4e-9 of the length.
constexpr double flat_turn = 3e-8;
bool is_flat(const Arc& arc) { return std::abs(arc.turn.radians()) < flat_turn; }

// Area between an arc and its chord. The difference turn - sin(turn) loses its digits for flat arcs,
// so those take the series.
double area_over_chord(const Arc& arc) {
  const double t = arc.turn.radians();
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
    if (is_flat(part)) continue;
    // A point between the arc and its chord is passed on the other side.
    const double side = cross(end_of(part) - part.start, point - part.start);
    const bool beyond_chord = part.turn > Angle{} ? side < 0 : side > 0;
    if (beyond_chord && norm(point - centre_of(part)) < radius_of(part)) {
      total += part.turn > Angle{} ? two_pi : -two_pi;
    }
  }
  return total;
}

// Fractions along from-to at which the line meets an arc.
std::vector<double> meetings(Vec2 from, Vec2 to, const Arc& arc) {
  std::vector<double> found;
  const auto across = [&](double s) { return cross(to - from, point_at(arc, s) - from); };
  const int steps = 2 + static_cast<int>(std::ceil(std::abs(arc.turn.radians()) / 0.2));
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
  const Vec2 way = to - from;
  const double whole = norm(way);
  // Through a joint the line may pass between the end of one arc and the start of the next: what lies on
  // either side of it tells.
  struct Cut {
    double at = 0;
    bool joint = false;
  };
  std::vector<Cut> cuts{{0}, {1}};
  const auto add = [&](double at, bool joint) {
    if (at > 0 && at < 1) cuts.push_back({at, joint});
  };
  for (const Arc& arc : outline) {
    for (const double at : meetings(from, to, arc)) add(at, false);
    const Vec2 joint = arc.start - from;
    if (std::abs(cross(way, joint)) <= within::same * whole * whole)
      add(dot(joint, way) / (whole * whole), true);
  }
  std::sort(cuts.begin(), cuts.end(), [](const Cut& a, const Cut& b) { return a.at < b.at; });
  std::vector<Arc> inside;
  bool runs_on = false;
  for (size_t i = 0; i + 1 < cuts.size(); ++i) {
    const auto [at, joint] = cuts[i];
    const double next = cuts[i + 1].at;
    if (next - at < within::same) {
      cuts[i + 1].joint = cuts[i + 1].joint && joint;
      continue;
    }
    const bool within = contains(outline, from + (at + next) / 2 * way);
    const Vec2 start = runs_on && joint ? inside.back().start : from + at * way;
    if (within && runs_on && joint) inside.pop_back();
    if (within) inside.push_back(line(start, from + next * way));
    runs_on = within;
  }
  return inside;
}

}  // namespace juggler
