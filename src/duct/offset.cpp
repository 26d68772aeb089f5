// Rectangular offsets. docs/maths/duct.md (10)-(12).
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

}  // namespace

std::vector<Part> sides_of(const DuctOffset& o, const Part& like) {
  check_offset(o);
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
