#include "tube_wall.h"

#include <algorithm>

#include "part/bounds.h"

namespace juggler {
namespace {

Transition prism_of(const Tube& tube) {
  const double t = *tube.wall_thickness;
  if (tube.corner_radius < t || tube.corner_radius == 0)
    refuse("corner_radius",
           "makes corners sharper than the wall is thick, which meet no other part layer by layer",
           shown_mm(tube.corner_radius),
           t > 0 ? shown_mm(t) + " or more, measured outside" : Phrase("more than 0"),
           "give the outside radius of the tube's corners");
  const TubeFace outside = [&] {
    Tube own = tube;
    own.opened_on = Face::outside;
    return tube_face(own);
  }();
  TransitionEnd end;
  end.profile = {.kind = ProfileKind::rectangle,
                 .width = outside.width,
                 .length = outside.depth,
                 .corner_radius = outside.corner_radius};
  end.sizes_on = Face::outside;
  return {.base = end, .top = end, .height = tube.length};
}

Mitre mitre_of(const Trim& trim, Hand hand) {
  if (!trim.height)
    refuse(trim.key + "height", "is missing", {}, {}, "say where the plane meets the axis of the tube");
  const Angle uphill = hand == Hand::opposite ? Angle{} - trim.uphill : trim.uphill;
  return {trim.end, *trim.height, trim.tilt.value_or(Angle{}), uphill,
          trim.contact.value_or(Contact::size_face)};
}

}  // namespace

bool is_tube_that_meets(const Part& part) {
  const auto is_fitted = [](const Opening& o) { return o.fitted.has_value(); };
  const std::vector<Opening>& openings = part.making.openings;
  return std::holds_alternative<Tube>(part.asked) &&
         (!part.ends.empty() || std::any_of(openings.begin(), openings.end(), is_fitted));
}

Part tube_as_wall(const Part& part) {
  const Tube& tube = std::get<Tube>(part.asked);
  (void)tube_face(tube);
  Part wall = part;
  wall.sheet.thickness = tube.wall_thickness;
  wall.sheet.sizes_on = Face::outside;
  wall.sheet.finished = true;
  wall.sheet.neutral_factor = tube.opened_on == Face::inside ? 0 : tube.opened_on == Face::middle ? 0.5 : 1;
  if (tube.round()) {
    wall.asked = Cylinder{.size = Diameter::mm(*tube.diameter), .height = tube.length, .trims = tube.trims};
    return wall;
  }
  wall.asked = prism_of(tube);
  wall.seam.ruling = SeamRuling::facing_base;
  wall.seam.at = Angle::degrees(45 * tube.opened_at);
  for (const Trim& trim : tube.trims) wall.mitres.push_back(mitre_of(trim, part.making.hand));
  return wall;
}

}  // namespace juggler
