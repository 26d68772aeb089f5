// Where parts stand. Equation numbers: docs/maths/places.md.
#include <cmath>

#include "bounds.h"
#include "place.h"

namespace juggler {
namespace {

[[noreturn]] void refuse_mixed(const char* key, const char* belongs, const char* advice) {
  throw Refusal(
      {.reason = std::string("belongs to a part that stands ") + belongs, .key = key, .advice = advice});
}

// Each way of placing has keys of its own.
void check_way(const PartPlace& p) {
  const int ways = (p.at ? 1 : 0) + (p.on.empty() ? 0 : 1) + (p.follows.empty() ? 0 : 1);
  if (ways > 1)
    throw Refusal({.reason = "is one of several ways of placing that are given",
                   .key = p.at ? "place.at" : "place.on",
                   .allowed = "one of at, on and follows"});
  const bool by_itself = p.on.empty() && p.follows.empty();
  const char* other_way = p.on.empty() ? "leave it out" : "give angle and tilt";
  if (!by_itself && p.lean != Angle{}) refuse_mixed("place.lean", "by itself", other_way);
  if (!by_itself && p.towards != Angle{}) refuse_mixed("place.towards", "by itself", other_way);
  if (!p.on.empty()) return;
  if (p.height) refuse_mixed("place.height", "on another", "name that part: on = \"...\"");
  if (p.offset != 0) refuse_mixed("place.offset", "on another", "name that part: on = \"...\"");
  if (p.angle != Angle{}) refuse_mixed("place.angle", "on another", "name that part: on = \"...\"");
  if (p.tilt != Angle{}) refuse_mixed("place.tilt", "on another", "name that part: on = \"...\"");
}

void check_ranges(const PartPlace& p) {
  if (p.at) {
    for (const double v : {p.at->x, p.at->y, p.at->z}) check_range("place.at", v, -longest, longest, "mm");
  }
  check_range("place.lean", p.lean.degrees(), 0, 180, "degrees");
  for (const auto& [key, angle] :
       {std::pair{"place.towards", p.towards}, {"place.angle", p.angle}, {"place.spin", p.spin}})
    check_range(key, angle.degrees(), -3600, 3600, "degrees");
  if (!(std::abs(p.tilt.degrees()) < 90))
    throw Refusal({.reason = "is out of range",
                   .key = "place.tilt",
                   .found = shown_degrees(p.tilt),
                   .allowed = "over -90 and under 90 degrees"});
  check_range("place.offset", p.offset, -longest, longest, "mm");
  if (p.on.empty()) return;
  if (!p.height)
    throw Refusal(
        {.reason = "is missing", .key = "place.height", .advice = "say how high on that part's axis"});
  check_range("place.height", *p.height, -longest, longest, "mm");
}

// (1)
Frame spun(Angle spin) {
  const Vec2 x = direction(spin);
  return {{}, {x.x, x.y, 0}, {-x.y, x.x, 0}, {0, 0, 1}};
}

// (3), (4)
Frame on_another(const PartPlace& p) {
  const Vec2 out = direction(p.angle);
  const Vec3 r{out.x, out.y, 0};
  const Vec3 across{-out.y, out.x, 0};
  const Vec3 up{0, 0, 1};
  const double c = std::cos(p.tilt.radians());
  const double s = std::sin(p.tilt.radians());
  const Vec3 axis = c * r + s * up;
  const Vec3 x = c * up - s * r;
  return {Vec3{0, 0, *p.height} + p.offset * across, x, cross(axis, x), axis};
}

}  // namespace

// (2): about the level line square to both, by Rodrigues' formula.
Frame leaning(Vec3 origin, Vec3 axis) {
  const Vec3 z = unit(axis);
  const double level = std::hypot(z.x, z.y);
  const Vec2 to = level > 0 ? Vec2{z.x / level, z.y / level} : Vec2{1, 0};
  const Vec3 along{to.x, to.y, 0};
  const Vec3 square{-to.y, to.x, 0};
  // The way to which it leans turns down with the axis; what lies square to both stays.
  const Vec3 turned = z.z * along - level * Vec3{0, 0, 1};
  return {origin, to.x * turned - to.y * square, to.y * turned + to.x * square, z};
}

// (5): of the twin as it is made.
Frame top_of(Vec2 shift, double height, Hand hand, Angle tilt, Angle uphill) {
  const double mirror = hand == Hand::opposite ? -1 : 1;
  const Vec2 to = direction(uphill);
  const double s = std::sin(tilt.radians());
  return leaning({shift.x, mirror * shift.y, height},
                 {-s * to.x, -mirror * s * to.y, std::cos(tilt.radians())});
}

Frame frame_of(const PartPlace& p, const Frame& top) {
  check_way(p);
  check_ranges(p);
  const Frame own = spun(p.spin);
  if (!p.on.empty()) return on_another(p).frame(own);
  if (!p.follows.empty()) return top.frame(own);
  const Vec2 to = direction(p.towards);
  const double s = std::sin(p.lean.radians());
  const Frame stands = leaning(p.at.value_or(Vec3{}), {s * to.x, s * to.y, std::cos(p.lean.radians())});
  return stands.frame(own);
}

}  // namespace juggler
