// A straight duct as four walls between two equal rectangles.
#include "bent.h"
#include "part/bounds.h"

namespace juggler {

Hopper hopper_of(const Duct& duct) {
  const auto size = [](const char* key, const std::optional<double>& value) {
    if (!value) throw Refusal({.reason = "is missing", .key = key, .advice = "give width, depth and length"});
    check_range(key, *value, shortest, longest, "mm");
  };
  size("width", duct.width);
  size("depth", duct.depth);
  size("length", duct.length);
  return walls_of(duct);
}

Hopper walls_of(const Duct& duct) {
  const RectangleSize end{duct.width, duct.depth};
  return {.base = end,
          .top = end,
          .height = duct.length,
          .pieces = duct.pieces,
          .seam = duct.seam,
          .relief = duct.relief,
          .relief_size = duct.relief_size,
          .flanges = duct.flanges,
          .bend = duct.bend};
}

std::vector<EdgeWork> seam_works(const Duct& duct, Hand hand) {
  std::vector<EdgeWork> works;
  if (!duct.seam_kind) return works;
  // The twin's walls and corners are named as it is made.
  const auto name = [&](int eighth) {
    const int e = ((eighth % 8) + 8) % 8;
    return std::string(name_of_eighth(hand == Hand::opposite ? (8 - e) % 8 : e));
  };
  const auto add = [&](int seam) {
    const bool in_wall = seam % 2 == 0;
    const std::string on = (in_wall ? "seam in wall " : "hip ") + name(seam);
    const std::string ends = in_wall ? "wall " + name(seam) + ", first half" : "wall " + name(seam - 1);
    const std::string begins = in_wall ? "wall " + name(seam) + ", second half" : "wall " + name(seam + 1);
    if (const auto a = work_of(*duct.seam_kind, false, on, ends)) works.push_back(*a);
    if (const auto b = work_of(*duct.seam_kind, true, on, begins)) works.push_back(*b);
  };
  const int apart = duct.pieces == 4 ? 2 : 4;
  for (int i = 0; i < duct.pieces; ++i) add(duct.seam + i * apart);
  return works;
}

}  // namespace juggler
