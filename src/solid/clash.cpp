#include "clash.h"

#include <algorithm>
#include <boost/geometry.hpp>
#include <boost/geometry/index/rtree.hpp>
#include <numeric>

namespace juggler {
namespace {

namespace bg = boost::geometry;
using Point = bg::model::point<double, 3, bg::cs::cartesian>;
using Box = bg::model::box<Point>;
using Entry = std::pair<Box, size_t>;
using FlatPoint2 = bg::model::point<double, 2, bg::cs::cartesian>;
using FlatBox = bg::model::box<FlatPoint2>;
using FlatEntry = std::pair<FlatBox, size_t>;

Vec3 lower(Vec3 a, Vec3 b) { return {std::min(a.x, b.x), std::min(a.y, b.y), std::min(a.z, b.z)}; }
Vec3 upper(Vec3 a, Vec3 b) { return {std::max(a.x, b.x), std::max(a.y, b.y), std::max(a.z, b.z)}; }
Point point_of(Vec3 p) { return {p.x, p.y, p.z}; }
Box box_of(Vec3 low, Vec3 high) { return {point_of(low), point_of(high)}; }
Vec3 low_of(const std::array<Vec3, 3>& t) { return lower(lower(t[0], t[1]), t[2]); }
Vec3 high_of(const std::array<Vec3, 3>& t) { return upper(upper(t[0], t[1]), t[2]); }

// The distance of a place from a triangle: by the nearest of its inside, its sides and its corners.
double distance(Vec3 p, const std::array<Vec3, 3>& t) {
  double least = HUGE_VAL;
  for (size_t k = 0; k < 3; ++k) {
    const Vec3 side = t[(k + 1) % 3] - t[k];
    const double square = dot(side, side);
    const double on = square > 0 ? std::clamp(dot(p - t[k], side) / square, 0.0, 1.0) : 0;
    least = std::min(least, norm(p - (t[k] + on * side)));
  }
  const Vec3 across = cross(t[1] - t[0], t[2] - t[0]);
  const double size = norm(across);
  if (!(size > 0)) return least;
  for (size_t k = 0; k < 3; ++k) {
    if (dot(cross(t[(k + 1) % 3] - t[k], p - t[k]), across) < 0) return least;
  }
  return std::min(least, std::abs(dot(p - t[0], across)) / size);
}

// Where the plane of one triangle cuts the other, by the sides that have ends on both sides of it.
struct Segment {
  Vec3 from, to;
};
std::optional<Segment> cut_by_plane(const std::array<Vec3, 3>& t, Vec3 on, Vec3 normal) {
  std::array<double, 3> off{};
  for (size_t k = 0; k < 3; ++k) off[k] = dot(t[k] - on, normal);
  std::array<Vec3, 2> ends;
  size_t count = 0;
  for (size_t k = 0; k < 3 && count < 2; ++k) {
    const double a = off[k], z = off[(k + 1) % 3];
    if ((a < 0) == (z < 0)) continue;
    ends[count++] = t[k] + a / (a - z) * (t[(k + 1) % 3] - t[k]);
  }
  if (count < 2) return std::nullopt;
  return Segment{ends[0], ends[1]};
}

// The segment in which two triangles cross.
std::optional<Segment> crossing_of(const std::array<Vec3, 3>& a, const std::array<Vec3, 3>& b) {
  const Vec3 across_a = cross(a[1] - a[0], a[2] - a[0]), across_b = cross(b[1] - b[0], b[2] - b[0]);
  const auto in_a = cut_by_plane(a, b[0], across_b);
  const auto in_b = cut_by_plane(b, a[0], across_a);
  if (!in_a || !in_b) return std::nullopt;
  const Vec3 along = in_a->to - in_a->from;
  const double square = dot(along, along);
  if (!(square > 0)) return std::nullopt;
  const auto share = [&](Vec3 p) { return dot(p - in_a->from, along) / square; };
  const double one = share(in_b->from), other = share(in_b->to);
  const double from = std::max(0.0, std::min(one, other)), to = std::min(1.0, std::max(one, other));
  if (!(from < to)) return std::nullopt;
  return Segment{in_a->from + from * along, in_a->from + to * along};
}

bool in_triangle(const std::array<Vec3, 3>& t, Vec3 across, Vec3 p) {
  for (size_t k = 0; k < 3; ++k) {
    if (dot(cross(t[(k + 1) % 3] - t[k], p - t[k]), across) < 0) return false;
  }
  return true;
}

}  // namespace

struct Metal::Tree {
  bg::index::rtree<Entry, bg::index::rstar<16>> all;
};

Metal::Metal(Solid solid) : solid_(std::move(solid)), tree_(std::make_unique<Tree>()) {
  const std::vector<Vec3>& points = solid_.points;
  low_ = high_ = points.front();
  for (const Vec3 p : points) {
    low_ = lower(low_, p);
    high_ = upper(high_, p);
  }
  // Where layers give way at a line two points are farther apart than the sheet is thick.
  const size_t n = solid_.on_flat.size();
  thickness_ = HUGE_VAL;
  for (size_t i = 0; i < n; ++i) thickness_ = std::min(thickness_, norm(points[i + n] - points[i]));
  std::vector<Entry> entries;
  for (size_t i = 0; i < solid_.triangles.size(); ++i) {
    const auto t = triangle(i);
    entries.emplace_back(box_of(low_of(t), high_of(t)), i);
  }
  tree_->all = decltype(tree_->all)(entries);
}
Metal::~Metal() = default;
Metal::Metal(Metal&&) noexcept = default;

std::array<Vec3, 3> Metal::triangle(size_t i) const {
  const auto& c = solid_.triangles[i].corners;
  return {solid_.points[c[0]], solid_.points[c[1]], solid_.points[c[2]]};
}

std::vector<size_t> Metal::within(Vec3 low, Vec3 high) const {
  std::vector<size_t> found;
  for (auto it = tree_->all.qbegin(bg::index::intersects(box_of(low, high))); it != tree_->all.qend(); ++it)
    found.push_back(it->second);
  return found;
}

bool Metal::has(Vec3 p) const {
  const double hair = within::step * norm(high_ - low_);
  p.y += 0.618 * hair;
  p.z += 0.414 * hair;
  bool inside = false;
  for (const size_t i : within(p, {high_.x + hair, p.y, p.z})) {
    const auto t = triangle(i);
    // In the plane across the ray.
    std::array<double, 3> side{};
    for (size_t k = 0; k < 3; ++k) {
      const Vec3 a = t[k] - p, b = t[(k + 1) % 3] - p;
      side[k] = a.y * b.z - a.z * b.y;
    }
    const bool round = (side[0] > 0) == (side[1] > 0) && (side[1] > 0) == (side[2] > 0);
    const double sum = side[0] + side[1] + side[2];
    if (!round || sum == 0) continue;
    const double x = (side[1] * t[0].x + side[2] * t[1].x + side[0] * t[2].x) / sum;
    if (x > p.x) inside = !inside;
  }
  return inside;
}

double Metal::depth_of(Vec3 p, double most) const {
  double least = most;
  const Vec3 reach{most, most, most};
  for (const size_t i : within(p - reach, p + reach)) least = std::min(least, distance(p, triangle(i)));
  return least;
}

namespace {

class Deepest {
 public:
  explicit Deepest(double least) { found_.depth = least; }
  // Whether the place is in the metal.
  bool look(const Metal& in, Vec3 p) {
    if (!in.has(p)) return false;
    // Most are not: what is near is looked at first.
    if (in.depth_of(p, found_.depth) < found_.depth) return true;
    const double depth = in.depth_of(p, in.thickness());
    if (depth > found_.depth) {
      found_ = {depth, p, depth >= right_through * in.thickness()};
      any_ = true;
    }
    return true;
  }
  // The same where most places lie at the other's surface: what is near it is found sooner than what is in
  // it.
  void look_at_corner(const Metal& in, Vec3 p) {
    if (in.depth_of(p, found_.depth) == found_.depth) look(in, p);
  }
  [[nodiscard]] std::optional<Overlap> found() const { return any_ ? std::optional(found_) : std::nullopt; }

 private:
  Overlap found_;
  bool any_ = false;
};

// (2): from a segment on along one triangle into the other's metal.
void look_along(Deepest& deepest, const std::array<Vec3, 3>& t, const Segment& segment, const Metal& in,
                Vec3 out_of_it, double first) {
  const Vec3 across = cross(t[1] - t[0], t[2] - t[0]);
  const double size = norm(across);
  const Vec3 along = segment.to - segment.from;
  if (!(size > 0) || !(norm(along) > 0)) return;
  Vec3 way = unit(cross(across, along));
  if (dot(way, out_of_it) > 0) way = -1.0 * way;
  const Vec3 middle = 0.5 * (segment.from + segment.to);
  for (double step = first; step < 4 * in.thickness(); step *= 1.15) {
    const Vec3 p = middle + step * way;
    if (!in_triangle(t, across, p) || !deepest.look(in, p)) return;
  }
}

}  // namespace

std::optional<Overlap> overlap_of(const Metal& a, const Metal& b, double least) {
  if (a.thickness() == 0 || b.thickness() == 0) return std::nullopt;
  const Vec3 low = upper(a.low(), b.low()), high = lower(a.high(), b.high());
  if (low.x > high.x || low.y > high.y || low.z > high.z) return std::nullopt;
  Deepest deepest(least);
  // Corners of triangles that cross are corners of many.
  std::vector<bool> of_a(a.solid().points.size()), of_b(b.solid().points.size());
  const auto note = [](std::vector<bool>& corners, const Metal& of, size_t triangle) {
    for (const std::uint32_t c : of.solid().triangles[triangle].corners) corners[c] = true;
  };
  for (const size_t i : a.within(low, high)) {
    const auto t = a.triangle(i);
    const Vec3 across_t = cross(t[1] - t[0], t[2] - t[0]);
    for (const size_t k : b.within(low_of(t), high_of(t))) {
      const auto s = b.triangle(k);
      const auto segment = crossing_of(t, s);
      if (!segment) continue;
      const Vec3 across_s = cross(s[1] - s[0], s[2] - s[0]);
      look_along(deepest, t, *segment, b, across_s, least);
      look_along(deepest, s, *segment, a, across_t, least);
      note(of_a, a, i);
      note(of_b, b, k);
    }
  }
  const auto look = [&](const std::vector<bool>& corners, const Metal& of, const Metal& in) {
    for (size_t i = 0; i < corners.size(); ++i) {
      if (corners[i]) deepest.look_at_corner(in, of.solid().points[i]);
    }
  };
  look(of_a, a, b);
  look(of_b, b, a);
  return deepest.found();
}

namespace {

int count_of(double steps) { return std::clamp(static_cast<int>(std::ceil(steps)), 1, 200); }

// Places on the middle of the sheet, within its triangles, so near to each other.
std::vector<Vec3> middles_of(const Metal& metal, double step) {
  const Solid& solid = metal.solid();
  const size_t n = solid.on_flat.size();
  std::vector<Vec3> all;
  for (const SolidTriangle& t : solid.triangles) {
    if (t.face != SolidFace::inside) continue;
    std::array<Vec3, 3> at;
    for (size_t k = 0; k < 3; ++k)
      at[k] = 0.5 * (solid.points[t.corners[k]] + solid.points[t.corners[k] + n]);
    // In rows along the longest side.
    size_t k = 0;
    for (const size_t other : {size_t{1}, size_t{2}}) {
      if (norm(at[(other + 1) % 3] - at[other]) > norm(at[(k + 1) % 3] - at[k])) k = other;
    }
    const Vec3 from = at[k], along = at[(k + 1) % 3] - from, out = at[(k + 2) % 3] - from;
    const double length = norm(along);
    if (!(length > 0)) continue;
    const int rows = count_of(norm(cross(along, out)) / length / step);
    for (int i = 0; i < rows; ++i) {
      const double v = (i + 1.0 / 3) / rows;
      const int columns = count_of((1 - v) * length / step);
      for (int c = 0; c < columns; ++c)
        all.push_back(from + v * out + ((1 - v) * (c + 0.5) / columns) * along);
    }
  }
  return all;
}

struct Across {
  Vec3 right, up, way;
  [[nodiscard]] Vec3 operator()(Vec3 p) const { return {dot(p, right), dot(p, up), dot(p, way)}; }
};

Across across_of(Vec3 way) {
  const Vec3 other = std::abs(way.z) < 0.7 ? Vec3{0, 0, 1} : Vec3{1, 0, 0};
  const Vec3 right = unit(cross(other, way));
  return {right, cross(way, right), way};
}

// Triangles by their shadows along a way.
class Shadows {
 public:
  Shadows(const Metal& metal, const Across& across) {
    std::vector<FlatEntry> entries;
    for (size_t i = 0; i < metal.solid().triangles.size(); ++i) {
      std::array<Vec3, 3> t = metal.triangle(i);
      for (Vec3& p : t) p = across(p);
      const Vec3 low = low_of(t), high = high_of(t);
      entries.emplace_back(FlatBox{{low.x, low.y}, {high.x, high.y}}, triangles_.size());
      triangles_.push_back(t);
    }
    tree_ = decltype(tree_)(entries);
  }
  // How far along the way it lies under a place: all of it.
  template <typename Take>
  void under(Vec3 p, const Take& take) const {
    for (auto it = tree_.qbegin(bg::index::intersects(FlatPoint2{p.x, p.y})); it != tree_.qend(); ++it) {
      const auto& t = triangles_[it->second];
      std::array<double, 3> side{};
      for (size_t k = 0; k < 3; ++k) {
        const Vec3 a = t[k] - p, b = t[(k + 1) % 3] - p;
        side[k] = a.x * b.y - a.y * b.x;
      }
      const double sum = side[0] + side[1] + side[2];
      if ((side[0] > 0) != (side[1] > 0) || (side[1] > 0) != (side[2] > 0) || sum == 0) continue;
      take((side[1] * t[0].z + side[2] * t[1].z + side[0] * t[2].z) / sum);
    }
  }

 private:
  std::vector<std::array<Vec3, 3>> triangles_;
  bg::index::rtree<FlatEntry, bg::index::rstar<16>> tree_;
};

}  // namespace

std::optional<Strike> strike_of(const Metal& moved, const std::vector<const Metal*>& standing, Vec3 way,
                                double enough) {
  const Across across = across_of(way);
  constexpr double per_size = 40;
  const double step = norm(moved.high() - moved.low()) / per_size;
  const Shadows own(moved, across);
  const std::vector<Vec3> own_middles = middles_of(moved, step);
  std::optional<Strike> first;
  const auto over = [&] { return first && first->after <= enough; };
  for (size_t i = 0; i < standing.size() && !over(); ++i) {
    const Metal& other = *standing[i];
    const auto strikes = [&](Vec3 at, double after) {
      if (after > 0 && (!first || after < first->after)) first = Strike{i, after, at};
    };
    const Shadows shadows(other, across);
    for (const Vec3 p : own_middles) {
      const Vec3 q = across(p);
      shadows.under(q, [&](double along) { strikes(p + (along - q.z) * way, along - q.z); });
      if (over()) return first;
    }
    for (const Vec3 p : middles_of(other, step)) {
      const Vec3 q = across(p);
      own.under(q, [&](double along) { strikes(p, q.z - along); });
      if (over()) return first;
    }
  }
  return first;
}

}  // namespace juggler
