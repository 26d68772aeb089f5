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
  Compact(std::vector<Corners>& triangles, const std::vector<Vec2>& points, const std::vector<double>& apart)
      : t_(triangles), p_(points), apart_(apart) {
    next_.resize(t_.size(), {none, none, none});
    std::unordered_map<std::uint64_t, std::uint32_t> open;
    open.reserve(2 * t_.size());
    for (std::uint32_t i = 0; i < t_.size(); ++i) {
      for (std::uint32_t k = 0; k < 3; ++k) {
        const std::uint32_t a = t_[i][k], b = t_[i][(k + 1) % 3];
        const auto other = open.find((std::uint64_t{b} << 32U) | a);
        if (other != open.end())
          join(3 * i + k, other->second);
        else
          open[(std::uint64_t{a} << 32U) | b] = 3 * i + k;
      }
    }
  }

  void turn_all() {
    std::vector<std::uint32_t> sides;
    for (std::uint32_t s = 0; s < 3 * t_.size(); ++s) {
      if (across(s) != none && s < across(s)) sides.push_back(s);
    }
    while (!sides.empty()) {
      const std::uint32_t s = sides.back();
      sides.pop_back();
      const std::uint32_t other = across(s);
      if (other == none || !turned(s, other)) continue;
      for (const std::uint32_t t : {s / 3, other / 3}) {
        for (std::uint32_t k = 0; k < 3; ++k) sides.push_back(3 * t + k);
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
  [[nodiscard]] double reach(std::uint32_t a, std::uint32_t b) const {
    const Vec2 way = p_[b] - p_[a];
    return std::sqrt(dot(way, way)) + std::abs(apart_[b] - apart_[a]);
  }
  // Its area over the square of its longest side; below 0 where it runs the other way round.
  [[nodiscard]] double width(std::uint32_t a, std::uint32_t b, std::uint32_t c) const {
    const Vec2 u = p_[b] - p_[a], v = p_[c] - p_[a], w = p_[c] - p_[b];
    return cross(u, v) / std::max({dot(u, u), dot(v, v), dot(w, w)});
  }

  // Every turn makes what all sides reach over less, or a sliver wider, and none makes one thinner: so there
  // is an end.
  bool turned(std::uint32_t side, std::uint32_t other) {
    constexpr double sliver = 1e-3;
    const std::uint32_t i = side / 3, k = side % 3, j = other / 3, m = other % 3;
    const std::uint32_t a = t_[i][k], b = t_[i][(k + 1) % 3], c = t_[i][(k + 2) % 3], d = t_[j][(m + 2) % 3];
    const bool shorter = reach(c, d) < reach(a, b) * (1 - within::same);
    const double now = std::min(width(a, b, c), width(b, a, d));
    if (!shorter && now >= sliver) return false;
    const double then = std::min(width(c, d, b), width(d, c, a));
    if (!(then > within::same) || !(shorter ? then >= std::min(now, sliver) : then > 2 * now)) return false;
    const std::uint32_t bc = next_[i][(k + 1) % 3], ca = next_[i][(k + 2) % 3];
    const std::uint32_t ad = next_[j][(m + 1) % 3], db = next_[j][(m + 2) % 3];
    t_[i] = {c, d, b};
    t_[j] = {d, c, a};
    join(3 * i, 3 * j);
    join(3 * i + 1, db);
    join(3 * i + 2, bc);
    join(3 * j + 1, ca);
    join(3 * j + 2, ad);
    return true;
  }

  std::vector<Corners>& t_;
  const std::vector<Vec2>& p_;
  const std::vector<double>& apart_;
  std::vector<std::array<std::uint32_t, 3>> next_;  // the side across, 3 x triangle + number
};

}  // namespace

void make_compact(std::vector<Corners>& triangles, const std::vector<Vec2>& points,
                  const std::vector<double>& apart) {
  Compact(triangles, points, apart).turn_all();
}

}  // namespace juggler
