#include <algorithm>

#include "juggler/shapes.h"
#include "part/bounds.h"

namespace juggler {

TubeFace tube_face(const Tube& tube) {
  const int given = (tube.diameter ? 1 : 0) + (tube.side ? 1 : 0) + (tube.width || tube.depth ? 1 : 0);
  if (given != 1) {
    throw Refusal({.reason = given == 0 ? "is missing: nothing says how large the tube is"
                                        : "is given in more than one way",
                   .key = tube.diameter || given == 0 ? "diameter" : "side",
                   .allowed = "diameter, or side, or width and depth, measured outside"});
  }
  if (!tube.wall_thickness)
    throw Refusal(
        {.reason = "is missing", .key = "wall_thickness", .advice = "give the thickness of the tube's wall"});
  if (!tube.length)
    throw Refusal({.reason = "is missing", .key = "length", .advice = "give the tube's length"});
  check_range("length", *tube.length, shortest, longest, "mm");
  const auto size = [&](const std::optional<double>& value, const char* key) {
    if (!value) throw Refusal({.reason = "is missing", .key = key, .advice = "give both width and depth"});
    check_range(key, *value, shortest, longest, "mm");
    return *value;
  };
  TubeFace face;
  if (tube.diameter) face.width = face.depth = size(tube.diameter, "diameter");
  if (tube.side) face.width = face.depth = size(tube.side, "side");
  if (tube.width || tube.depth) face = {size(tube.width, "width"), size(tube.depth, "depth"), 0};
  const double least = std::min(face.width, face.depth);
  if (!(*tube.wall_thickness >= 0 && 2 * *tube.wall_thickness < least))
    throw Refusal({.reason = "leaves no hollow",
                   .key = "wall_thickness",
                   .found = shown_mm(*tube.wall_thickness),
                   .allowed = "0 to under " + shown_mm(least / 2)});
  if (!(tube.corner_radius >= 0 && 2 * tube.corner_radius <= least))
    throw Refusal({.reason = "is out of range",
                   .key = "corner_radius",
                   .found = shown_mm(tube.corner_radius),
                   .allowed = "0 to " + shown_mm(least / 2)});
  const double depth =
      *tube.wall_thickness - layer_of(tube.opened_on, *tube.wall_thickness);  // of the face, from the outside
  return {face.width - 2 * depth, face.depth - 2 * depth, std::max(0.0, tube.corner_radius - depth)};
}

}  // namespace juggler
