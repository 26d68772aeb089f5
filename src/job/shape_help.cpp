// What help says of each shape.
#include "entries.h"
#include "figures.h"

namespace juggler {

const std::vector<ShapeHelp>& shapes() {
  static const std::vector<ShapeHelp> all{
      {"cone", "a cone, right or offset: a frustum, or pointed at either end; either end the wider",
       std::string(cone_figure + 1),
       "Both ends (one may be a point) and one of height, slant, half_angle, included_angle; or one end "
       "and two\n"
       "of height, slant and an angle, with wider = \"base\" or \"top\". Surplus sizes are checked.\n"
       "An offset cone: both ends, height and top.shift = [x, y].",
       help_of(shape_key_table("cone"), "")},
      {"cylinder", "a cylinder, its ends level or slanting", std::string(cylinder_figure + 1),
       "One of diameter, radius, girth; and height, or short_side and long_side for a slanting top.",
       help_of(shape_key_table("cylinder"), "")},
      {"transition",
       "a transition: a wall between two profiles, its ends level or tilted, by its true rulings or by even "
       "ones",
       std::string(transition_figure + 1),
       "A profile of both ends, and height. In short: diameter for a circle, width and length for a "
       "rectangle.\n"
       "seam.at also takes a side or corner by name: \"+x\", \"+x+y\" of a rectangle, \"side 1\", \"corner "
       "1\" of "
       "a polygon.",
       help_of(shape_key_table("transition"), "")},
      {"panel", "a panel: an L, U, Z, hat, gutter or guard, its arcs rolled or pressed",
       std::string(panel_figure + 1),
       "A profile of lines, bends and arcs, and the run. bend.radius, and one of bend.neutral, bend.table "
       "and "
       "bend.test.",
       help_of(shape_key_table("panel"), "")},
      {"hopper", "a hopper: four walls between two rectangles, folded or welded, with flanges",
       std::string(hopper_figure + 1),
       "width and length of both ends, and height. bend.radius, and one of bend.neutral, bend.table and "
       "bend.test.",
       help_of(shape_key_table("hopper"), "")},
      {"net",
       "a body of flat faces: a prism, pyramid or frustum, its ends level or slanting, or any from a file",
       std::string(net_figure + 1),
       "sides, a size of the base and height; a size of the top, or top.point = true, or neither for a "
       "prism. "
       "Or file.\n"
       "bend.radius, and one of bend.neutral, bend.table and bend.test.",
       help_of(shape_key_table("net"), "")},
      {"tube", "a tube opened out on a face: round, square or rectangular, its ends level or slanting",
       std::string(tube_figure + 1),
       "One of diameter, side, width and depth, named; wall and length. It has no sheet: its wall counts.",
       help_of(shape_key_table("tube"), "")},
      {"flight", "a flight: the blade of a conveyor screw, in blanks of up to a turn",
       std::string(flight_figure + 1),
       "shaft.diameter, outside.diameter, pitch and turns. It does not open flat without stretching: the "
       "strain is "
       "stated,\nwarned of above 2 %, and refused above strain_limit unless allow_strain = true.",
       help_of(shape_key_table("flight"), "")},
      {"coil", "a coil: strip wound in a flat spiral", std::string(coil_figure + 1),
       "start.inside_diameter or start.middle_diameter; spacing; turns or outside.diameter; width.",
       help_of(shape_key_table("coil"), "")},
      {"helical_strip", "a helical strip: wound up a cylinder or cone, lying against it or standing on it",
       std::string(strip_figure + 1),
       "on.diameter, width, and two of pitch, turns, height and lead_angle. With tilt it stands on the body "
       "and\nstretches: more than strain_limit is refused unless allow_strain = true.",
       help_of(shape_key_table("helical_strip"), "")},
      {"slide", "a spiral slide: a floor between two walls, three parts whose edges meet",
       std::string(slide_figure + 1),
       "inside.diameter, outside.diameter, pitch, turns, and the height of both walls.",
       help_of(shape_key_table("slide"), "")},
      {"dome", "a dome of gores: a part of a sphere or a dished end, with the stretch stated",
       std::string(dome_figure + 1),
       "Sphere: two of rim.diameter, rise and diameter; or diameter alone for a half, with whole = true for "
       "all of it.\nDished: rim.diameter, crown_radius and knuckle_radius. More than strain_limit is refused "
       "unless\nallow_strain = true.",
       help_of(shape_key_table("dome"), "")},
      {"ruled_wall", "a wall of straight rulings between two curves in space, with the stretch stated",
       std::string(wall_figure + 1),
       "Of both edges the sizes of a helix, or a file of points; both run the same way. More than "
       "strain_limit is\nrefused unless allow_strain = true.",
       help_of(shape_key_table("ruled_wall"), "")}};
  return all;
}

}  // namespace juggler
