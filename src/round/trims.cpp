// Whether a trim is given in exactly one of its three ways.
#include "part/bounds.h"
#include "round_sizes.h"

namespace juggler {
namespace {

[[noreturn]] void refuse_ways(const Trim& t, const Phrase& reason, const char* key) {
  throw Refusal(
      {.reason = reason,
       .key = t.key + key,
       .allowed = "height and tilt; or short_side and long_side; or from_apex and to_axis; or from_axis",
       .advice = "keep one of these ways"});
}

void check_sides(const Trim& t) {
  if (!t.short_side || !t.long_side) {
    refuse_ways(t, "is missing: both side lengths are needed", t.short_side ? "long_side" : "short_side");
  }
  check_range((t.key + "short_side").c_str(), *t.short_side, 0, longest, "mm");
  check_range((t.key + "long_side").c_str(), *t.long_side, shortest, longest, "mm");
  if (*t.short_side <= *t.long_side) return;
  throw Refusal({.reason = "is longer than the long side",
                 .key = t.key + "short_side",
                 .found = shown_mm(*t.short_side),
                 .allowed = "at most " + shown_mm(*t.long_side),
                 .advice = "exchange the two, or turn uphill by 180 degrees"});
}

void check_from_apex(const Trim& t) {
  if (!t.from_apex || !t.to_axis) {
    refuse_ways(t, "is missing: a distance and an angle are needed", t.from_apex ? "to_axis" : "from_apex");
  }
  check_range((t.key + "from_apex").c_str(), *t.from_apex, shortest, longest, "mm");
  check_range((t.key + "to_axis").c_str(), t.to_axis->degrees(), 90 - steepest.degrees(), 90, "degrees");
}

}  // namespace

void check_trim(const Trim& t) {
  check_range((t.key + "uphill").c_str(), t.uphill.degrees(), -3600, 3600, "degrees");
  const bool level = t.height || t.tilt;
  const bool sides = t.short_side || t.long_side;
  const bool apex = t.from_apex || t.to_axis;
  const bool upright = t.from_axis.has_value();
  if (level + sides + apex + upright > 1) {
    refuse_ways(t, "the plane is given in more than one way",
                sides  ? "short_side"
                : apex ? "from_apex"
                       : "from_axis");
  }
  if (upright) return check_range((t.key + "from_axis").c_str(), *t.from_axis, -longest, longest, "mm");
  if (sides) return check_sides(t);
  if (apex) return check_from_apex(t);
  if (!t.height) refuse_ways(t, "is missing", "height");
  check_range((t.key + "height").c_str(), *t.height, -longest, longest, "mm");
  if (t.tilt) check_range((t.key + "tilt").c_str(), t.tilt->degrees(), 0, steepest.degrees(), "degrees");
}

}  // namespace juggler
