// Rectangular offsets. docs/maths/duct.md (10)-(12).
#include <algorithm>
#include <array>
#include <cmath>

#include "bent.h"
#include "form/bends.h"
#include "part/bounds.h"

namespace juggler {
namespace {

void check_offset(const DuctOffset& o) {
  const auto size = [](const char* key, const std::optional<double>& value, const char* what) {
    if (!value) throw Refusal({.reason = "is missing", .key = key, .advice = what});
    check_range(key, *value, shortest, longest, "mm");
  };
  size("width", o.width, "give the size square to the plane of the offset");
  size("depth", o.depth, "give the size in the plane of the offset");
  size("offset", o.offset, "say how far the top lies beside the base");
  size("length", o.length, "give the distance of the end planes");
  if (o.radius) check_range("radius", *o.radius, 0, longest, "mm");
  if (o.radius && o.mitred)
    throw Refusal({.reason = "belongs to an offset by arcs",
                   .key = "radius",
                   .found = shown_mm(*o.radius),
                   .advice = "leave it out, or leave mitred out"});
  check_range("straight.base", o.straight_base, 0, longest, "mm");
  check_range("straight.top", o.straight_top, 0, longest, "mm");
  if (o.straight_base + o.straight_top >= *o.length)
    throw Refusal({.reason = "leaves nothing between the straights",
                   .key = "length",
                   .found = shown_mm(*o.length),
                   .allowed = "more than " + shown_mm(o.straight_base + o.straight_top)});
}

// The middle of the duct: straights and two turns, one back.
struct Middle {
  double first = 0, between = 0, last = 0;
  double turn = 0, radius = 0;
};

// (10), (11): by arcs.
Middle by_arcs(const DuctOffset& o, double depth, const DuctSizes& sizes) {
  const double along = *o.length - o.straight_base - o.straight_top, aside = *o.offset;
  Middle m{o.straight_base, 0, o.straight_top, 0, 0};
  const double most = (along * along + aside * aside) / (4 * aside);  // leaves nothing straight between
  m.radius = o.radius ? *o.radius + sizes.beyond + depth / 2 : most;
  const double inner = m.radius - depth / 2;
  if (m.radius > most * (1 + within::rounding) || inner < sizes.thickness)
    throw Refusal({.reason = m.radius > most ? "is larger than the length leaves room for"
                                             : "leaves the inner side of the turns no radius",
                   .key = o.radius ? "radius" : "length",
                   .found = shown_mm(o.radius ? *o.radius : *o.length),
                   .allowed = "a radius of " + shown_mm(sizes.thickness - sizes.beyond) + " to " +
                              shown_mm(most - depth / 2 - sizes.beyond),
                   .advice = "make the duct longer, or mitre it"});
  const double across = 2 * m.radius - aside, reach = std::hypot(along, across);
  m.turn = std::atan2(along, across) - std::acos(std::min(1.0, 2 * m.radius / reach));
  m.between = std::sqrt(std::max(0.0, reach * reach - 4 * m.radius * m.radius));
  if (m.between < shortest) {  // no straight that could be made: the arcs meet
    m.radius = most;
    m.turn = 2 * std::atan2(aside, along);
    m.between = 0;
  }
  return m;
}

// (12): by bends, in the planes that halve them.
Middle by_mitres(const DuctOffset& o, double depth) {
  const double ends = *o.length - o.straight_base - o.straight_top;
  const auto along = [&](double turn) { return ends - depth * std::tan(turn / 2); };
  const auto off = [&](double turn) { return along(turn) * std::tan(turn) - *o.offset; };
  // It rises as long as there is something between the mitres.
  const double steepest_turn = 2 * std::atan(std::min(0.98, ends / depth));
  constexpr double least_left = 1e-3;  // of a right angle, radians
  const double most = std::min(steepest_turn, pi / 2 - least_left);
  double best = 0;
  for (int i = 1; i <= 400; ++i) {
    if (off(most * i / 400) > off(most * best)) best = i / 400.0;
  }
  if (off(most * best) < 0)
    throw Refusal({.reason = "is too short for a mitred offset of this size",
                   .key = "length",
                   .found = shown_mm(*o.length),
                   .advice = "make it longer, or the offset smaller"});
  const double turn = root(off, 0, most * best);
  const double half = depth / 2 * std::tan(turn / 2);
  return {o.straight_base + half, along(turn) / std::cos(turn), o.straight_top + half, turn, 0};
}

// A wall so far to the left of the middle.
DuctWall beside(const Middle& m, double left, const char* name, bool sharp) {
  const double tangent = std::tan(m.turn / 2);
  const Angle turn = Angle::radians(m.turn), back = Angle::radians(-m.turn);
  DuctWall w{name, {0, left}, {}, left < 0};
  if (sharp) {
    // The side within a turn is shorter by as much as the other is longer.
    w.steps = {{.length = m.first - left * tangent},
               {.turn = turn, .sharp = true},
               {.length = m.between},
               {.turn = back, .sharp = true},
               {.length = m.last + left * tangent}};
    return w;
  }
  w.steps = {{.length = m.first},
             {.turn = turn, .radius = m.radius - left},
             {.length = m.between},
             {.turn = back, .radius = m.radius + left},
             {.length = m.last}};
  return w;
}

// (13): the rings of corners at both ends and both mitres, on the size face.
class TwoPlanes {
 public:
  TwoPlanes(const DuctOffset& o, const Middle& m) : o_(o) {
    const Vec2 over{*o.offset, *o.aside};
    const Vec2 way = 1 / norm(over) * over;
    const double tangent = std::tan(m.turn / 2);
    const Vec3 lean = m.between * Vec3{std::sin(m.turn) * way.x, std::sin(m.turn) * way.y, std::cos(m.turn)};
    for (size_t k = 0; k < 4; ++k) {
      const Vec2 c = corner(k);
      const Vec3 mitre{c.x, c.y, m.first - tangent * dot(c, way)};
      rings_[0][k] = {c.x, c.y, 0};
      rings_[1][k] = mitre;
      rings_[2][k] = mitre + lean;
      rings_[3][k] = {c.x + over.x, c.y + over.y, *o.length};
    }
  }

  [[nodiscard]] Net net() {
    Net net;
    for (const auto& ring : rings_) net.points.insert(net.points.end(), ring.begin(), ring.end());
    net.faces.push_back({"base", {0, 3, 2, 1}});
    net.faces.push_back({"top", {12, 13, 14, 15}});
    for (size_t wall = 0; wall < 4; ++wall) {
      for (size_t i = 0; i < 3; ++i) net.faces.push_back({name(wall, i), points_of(wall, i)});
      for (size_t i = 0; i < 2; ++i) net.bends.push_back(name(wall, i) + " / " + name(wall, i + 1));
    }
    net.open = {"base", "top"};
    net.bend = o_.bend;
    return net;
  }

  // A seam of the list on every hip: side a on the walls that face along y, b on the others.
  [[nodiscard]] std::vector<EdgeWork> seams() const {
    std::vector<EdgeWork> works;
    if (!o_.seam) return works;
    for (size_t wall = 0; wall < 4; ++wall) {
      for (size_t i = 0; i < 3; ++i) {
        const size_t next = (wall + 1) % 4;
        const std::string on = name(std::min(wall, next), i) + " / " + name(std::max(wall, next), i);
        for (const size_t side : {wall, next}) {
          if (const auto work = work_of(*o_.seam, side % 2 == 0, on, name(side, i))) works.push_back(*work);
        }
      }
    }
    return works;
  }

 private:
  [[nodiscard]] Vec2 corner(size_t k) const {
    return {(k < 2 ? 0.5 : -0.5) * *o_.depth, (k == 1 || k == 2 ? 0.5 : -0.5) * *o_.width};
  }
  static std::string name(size_t wall, size_t i) {
    constexpr const char* walls[]{"+x", "+y", "-x", "-y"};
    constexpr const char* parts[]{"lower", "middle", "upper"};
    return std::string("wall ") + walls[wall] + " " + parts[i];
  }
  // A straight of no length leaves a corner of the mitre at that of the end.
  [[nodiscard]] int point(size_t ring, size_t k) const {
    const auto same = [&](size_t other) { return norm(rings_[ring][k] - rings_[other][k]) < shortest; };
    if (ring == 1 && same(0)) ring = 0;
    if (ring == 2 && same(3)) ring = 3;
    return static_cast<int>(4 * ring + k);
  }
  [[nodiscard]] std::vector<int> points_of(size_t wall, size_t i) const {
    const size_t next = (wall + 1) % 4;
    std::vector<int> all;
    for (const int p : {point(i, wall), point(i, next), point(i + 1, next), point(i + 1, wall)}) {
      if (all.empty() || (p != all.back() && p != all.front())) all.push_back(p);
    }
    return all;
  }

  const DuctOffset& o_;
  std::array<std::array<Vec3, 4>, 4> rings_;
};

// How far the mitre reaches from the axis, in the direction of the offset.
double reach_of(const DuctOffset& o, Vec2 over) {
  return (*o.depth * std::abs(over.x) + *o.width * std::abs(over.y)) / (2 * norm(over));
}

std::vector<Part> in_two_planes(const DuctOffset& o, const Part& like) {
  check_range("aside", std::abs(*o.aside), shortest, longest, "mm");
  if (!o.mitred)
    throw Refusal({.reason = "is given of an offset by arcs, whose cheeks would be twisted",
                   .key = "aside",
                   .found = shown_mm(*o.aside),
                   .allowed = "an offset in one plane, or mitred = true"});
  if (o.corner != DuctCorner::inside_touch)
    throw Refusal({.reason = "is of an offset in one plane",
                   .key = "corner",
                   .found = name_of(o.corner),
                   .allowed = "inside_touch"});
  const Vec2 over{*o.offset, *o.aside};
  DuctOffset along = o;
  along.offset = norm(over);
  TwoPlanes walls(o, by_mitres(along, 2 * reach_of(o, over)));
  Part part = like;
  part.shape = "net";  // as what it is said and recorded
  part.asked = walls.net();
  if (!part.place) part.place = PartPlace{.at = Vec3{}};
  part.place->further = Frame{};
  const double side = like.making.hand == Hand::opposite ? -1 : 1;
  part.set_top = Frame{{over.x, side * over.y, *o.length}};
  for (EdgeWork& work : walls.seams()) part.making.edges.push_back(std::move(work));
  return {part};
}

}  // namespace

std::vector<Part> sides_of(const DuctOffset& o, const Part& like) {
  check_offset(o);
  if (o.aside) return in_two_planes(o, like);
  const DuctSizes sizes = duct_sizes(like.sheet);
  const double depth = *o.depth - 2 * sizes.beyond, width = *o.width - 2 * sizes.beyond;
  for (const auto& [key, inside] : {std::pair{"depth", depth}, std::pair{"width", width}}) {
    if (inside < shortest)
      throw Refusal(
          {.reason = "leaves nothing inside the walls", .key = key, .found = shown_mm(inside) + " inside"});
  }
  const Middle m = o.mitred ? by_mitres(o, depth) : by_arcs(o, depth, sizes);
  BentDuct d{.right = beside(m, -depth / 2, "back", o.mitred),
             .left = beside(m, depth / 2, "front", o.mitred),
             .width = width,
             .corner = o.corner,
             .seam = o.seam,
             .bend = o.bend};
  return sides_of(d, like);
}

}  // namespace juggler
