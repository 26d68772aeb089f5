#include "triangles.h"

#include <GL/glu.h>

#include <algorithm>
#include <memory>
#include <stdexcept>
#include <unordered_map>

namespace juggler {
namespace {

struct Found {
  std::vector<std::uint32_t> corners;
  bool touches = false;
};

void add_corner(void* number, void* found) {
  static_cast<Found*>(found)->corners.push_back(
      static_cast<std::uint32_t>(reinterpret_cast<std::uintptr_t>(number)));
}
// That it is asked for makes the library give single triangles.
void note_side(GLboolean /*of_outline*/, void* /*found*/) {}
void note_touch(GLdouble* /*at*/, void** /*of*/, GLfloat* /*shares*/, void** made, void* found) {
  static_cast<Found*>(found)->touches = true;
  *made = nullptr;
}

using Callback = void (*)();

}  // namespace

std::vector<Corners> triangulated(const std::vector<std::vector<Vec2>>& outlines) {
  Found found;
  const std::unique_ptr<GLUtesselator, decltype(&gluDeleteTess)> tess(gluNewTess(), &gluDeleteTess);
  gluTessCallback(tess.get(), GLU_TESS_VERTEX_DATA, reinterpret_cast<Callback>(&add_corner));
  gluTessCallback(tess.get(), GLU_TESS_EDGE_FLAG_DATA, reinterpret_cast<Callback>(&note_side));
  gluTessCallback(tess.get(), GLU_TESS_COMBINE_DATA, reinterpret_cast<Callback>(&note_touch));
  gluTessNormal(tess.get(), 0, 0, 1);
  gluTessBeginPolygon(tess.get(), &found);
  std::uintptr_t number = 0;
  for (const std::vector<Vec2>& outline : outlines) {
    gluTessBeginContour(tess.get());
    for (const Vec2 p : outline) {
      GLdouble at[3]{p.x, p.y, 0};
      gluTessVertex(tess.get(), at, reinterpret_cast<void*>(number++));
    }
    gluTessEndContour(tess.get());
  }
  gluTessEndPolygon(tess.get());
  if (found.touches) throw std::domain_error("outlines touch");
  std::vector<Corners> triangles;
  for (size_t i = 0; i + 2 < found.corners.size(); i += 3)
    triangles.push_back({found.corners[i], found.corners[i + 1], found.corners[i + 2]});
  return triangles;
}

namespace {

// Triangles that know their neighbours: side k goes from corner k to the next.
class Compact {
 public:
  Compact(std::vector<Corners>& triangles, const std::vector<Vec2>& points) : t_(triangles), p_(points) {
    next_.resize(t_.size(), {none, none, none});
    std::unordered_map<std::uint64_t, std::uint32_t> open;
    open.reserve(2 * t_.size());
    for (std::uint32_t i = 0; i < t_.size(); ++i) {
      for (std::uint32_t k = 0; k < 3; ++k) {
        const std::uint32_t a = t_[i][k], b = t_[i][(k + 1) % 3];
        const auto other = open.find((std::uint64_t{b} << 32U) | a);
        if (other == open.end()) {
          open[(std::uint64_t{a} << 32U) | b] = 3 * i + k;
          continue;
        }
        join(3 * i + k, other->second);
      }
    }
  }

  void turn_all() {
    std::vector<std::uint32_t> sides;
    for (std::uint32_t s = 0; s < 3 * t_.size(); ++s) sides.push_back(s);
    while (!sides.empty()) {
      const std::uint32_t s = sides.back();
      sides.pop_back();
      if (!turned(s)) continue;
      const std::uint32_t i = s / 3, j = last_;
      for (std::uint32_t k = 0; k < 3; ++k) {
        sides.push_back(3 * i + k);
        sides.push_back(3 * j + k);
      }
    }
  }

 private:
  static constexpr std::uint32_t none = 0xffffffff;
  [[nodiscard]] std::uint32_t across(std::uint32_t side) const { return next_[side / 3][side % 3]; }
  void join(std::uint32_t side, std::uint32_t other) {
    next_[side / 3][side % 3] = other;
    if (other != none) next_[other / 3][other % 3] = side;
  }

  // The cotangents of the two angles that look at a side add up to less than nought where they are over half a turn.
  [[nodiscard]] double cotangent(std::uint32_t apex, std::uint32_t a, std::uint32_t b) const {
    const Vec2 u = p_[a] - p_[apex], v = p_[b] - p_[apex];
    return dot(u, v) / cross(u, v);
  }

  bool turned(std::uint32_t side) {
    const std::uint32_t other = across(side);
    if (other == none) return false;
    const std::uint32_t i = side / 3, k = side % 3, j = other / 3, m = other % 3;
    const std::uint32_t a = t_[i][k], b = t_[i][(k + 1) % 3], c = t_[i][(k + 2) % 3], d = t_[j][(m + 2) % 3];
    if (!(cotangent(c, a, b) + cotangent(d, b, a) < -within::beside)) return false;
    // Both new triangles must have the old ones' way round.
    if (!(cross(p_[d] - p_[c], p_[b] - p_[c]) > 0 && cross(p_[a] - p_[c], p_[d] - p_[c]) > 0)) return false;
    const std::uint32_t bc = next_[i][(k + 1) % 3], ca = next_[i][(k + 2) % 3];
    const std::uint32_t ad = next_[j][(m + 1) % 3], db = next_[j][(m + 2) % 3];
    t_[i] = {c, d, b};
    t_[j] = {d, c, a};
    join(3 * i, 3 * j);
    join(3 * i + 1, db);
    join(3 * i + 2, bc);
    join(3 * j + 1, ca);
    join(3 * j + 2, ad);
    last_ = j;
    return true;
  }

  std::vector<Corners>& t_;
  const std::vector<Vec2>& p_;
  std::vector<std::array<std::uint32_t, 3>> next_;  // the side across, 3 x triangle + number
  std::uint32_t last_ = 0;
};

}  // namespace

void make_compact(std::vector<Corners>& triangles, const std::vector<Vec2>& points) {
  Compact(triangles, points).turn_all();
}

}  // namespace juggler
