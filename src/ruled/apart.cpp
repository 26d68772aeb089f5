// Whether a wall cuts through itself.
#include <algorithm>

#include "form/triangles.h"
#include "turning.h"

namespace juggler {
namespace {

bool boxes_meet(const Triangle& a, const Triangle& b) {
  return a.low.x <= b.high.x && b.low.x <= a.high.x && a.low.y <= b.high.y && b.low.y <= a.high.y &&
         a.low.z <= b.high.z && b.low.z <= a.high.z;
}

// Well inside both: what only touches, as at the point of a cone, does not count.
bool pierces(Vec3 a, Vec3 b, const Triangle& t) {
  const Vec3 u = t.at[1] - t.at[0];
  const Vec3 v = t.at[2] - t.at[0];
  const Vec3 d = b - a;
  const Vec3 n = cross(u, v);
  const double across = dot(n, d);
  if (std::abs(across) <= within::same * norm(n) * norm(d)) return false;
  const double part = dot(n, t.at[0] - a) / across;
  if (part < within::beside || part > 1 - within::beside) return false;
  const Vec3 w = a + part * d - t.at[0];
  const double first = dot(cross(w, v), n) / dot(n, n);
  const double second = dot(cross(u, w), n) / dot(n, n);
  return first > within::beside && second > within::beside && first + second < 1 - within::beside;
}

}  // namespace

bool cut_through(const Triangle& a, const Triangle& b) {
  if (!boxes_meet(a, b)) return false;
  for (size_t k = 0; k < 3; ++k) {
    if (pierces(a.at[k], a.at[(k + 1) % 3], b) || pierces(b.at[k], b.at[(k + 1) % 3], a)) return true;
  }
  return false;
}

std::vector<WallStrip> strips_of(const std::vector<Stretch>& stretches, const Hull& h) {
  std::vector<WallStrip> strips;
  const auto at_end = [](const Ruling& r, const EndFrame& frame, double layer) {
    const Vec3 p = r.c + layer * r.n;
    return p + (dot(frame.z, frame.centre - p) / dot(frame.z, r.e)) * r.e;
  };
  for (const Stretch& s : stretches) {
    const int parts = s.kind == RegionKind::flat || s.kind == RegionKind::fold ? 1 : 12;
    for (int i = 0; i < parts; ++i) {
      const double step = (s.piece.to - s.piece.from) / parts;
      const Ruling r0 = s.piece.ruling(s.piece.from + step * i);
      const Ruling r1 = s.piece.ruling(s.piece.from + step * (i + 1));
      strips.push_back({at_end(r0, h.base, h.base_layer), at_end(r1, h.base, h.base_layer),
                        at_end(r1, h.top, h.top_layer), at_end(r0, h.top, h.top_layer)});
    }
  }
  return strips;
}

void check_apart(const std::vector<WallStrip>& wall, const Hull& h) {
  std::vector<Triangle> strips;
  for (size_t i = 0; i < wall.size(); ++i) {
    const auto& [a, b, c, d] = wall[i];
    if (norm(b - a) > 0) strips.emplace_back(a, b, c, i);
    if (norm(d - c) > 0) strips.emplace_back(a, c, d, i);
  }
  const size_t last = strips.back().part;
  for (size_t i = 0; i < strips.size(); ++i) {
    for (size_t k = i + 1; k < strips.size(); ++k) {
      const size_t between = strips[k].part - strips[i].part;
      if (between <= 1 || between == last || !cut_through(strips[i], strips[k])) continue;
      const Vec3 at = 1.0 / 3 * (strips[i].at[0] + strips[i].at[1] + strips[i].at[2]);
      throw Refusal({.reason = "makes a wall that cuts through itself",
                     .key = h.low.convex() ? h.top_key : h.base_key,
                     .found = "near [" + shown(at.x) + ", " + shown(at.y) + ", " + shown(at.z) + "]",
                     .allowed = "a wall that stays clear of itself",
                     .advice = "move or turn one of the ends, or part the work there"});
    }
  }
}

}  // namespace juggler
