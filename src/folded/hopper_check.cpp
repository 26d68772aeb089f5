#include <cmath>

#include "juggler/shapes.h"

namespace juggler {
namespace {

void check_size(const std::string& key, const std::optional<double>& value) {
  if (!value)
    throw Refusal({.reason = "is missing", .key = key, .advice = "give all four sides and the height"});
  if (*value >= limits::shortest && *value <= limits::longest) return;
  throw Refusal(
      {.reason = "is out of range", .key = key, .found = shown_mm(*value), .allowed = mm_range(0.001, 1e6)});
}

}  // namespace

void check(const Hopper& h) {
  check_size("base.width", h.base.width);
  check_size("base.length", h.base.length);
  check_size("top.width", h.top.width);
  check_size("top.length", h.top.length);
  check_size("height", h.height);
  if (!(std::abs(h.shift.x) <= 1e6 && std::abs(h.shift.y) <= 1e6))
    throw Refusal({.reason = "is out of range", .key = "top.shift", .allowed = mm_range(-1e6, 1e6)});
  if (h.pieces != 1 && h.pieces != 2 && h.pieces != 4)
    throw Refusal({.reason = "is no way to divide four walls",
                   .key = "seam.pieces",
                   .found = std::to_string(h.pieces),
                   .allowed = "1, 2 or 4"});
  if (h.pieces == 4 && h.seam % 2 == 0)
    throw Refusal({.reason = "four pieces have their seams at the hips",
                   .key = "seam.at",
                   .found = std::string("the middle of the wall ") + name_of_eighth(h.seam),
                   .allowed = "+x+y, -x+y, -x-y or +x-y",
                   .advice = "leave seam.at out"});
}

}  // namespace juggler
