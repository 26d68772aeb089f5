// What a job says of panels, hoppers, nets and tubes.
#include <algorithm>

#include "folded_rows.h"

namespace juggler {
namespace {

constexpr const char* net_figure = R"(
                  top                                       seen from above, sides = 6
            .-----------.  - - -                            wall 2
           /      |      \     ^                          .-------.
          /       |       \    |                wall 3  /         \  wall 1: turn
         /  wall  |  wall  \   | height                /     +     \
        /         |         \  |               wall 4  \           /  wall 6
       '---------------------' v                         \         /
              base                                        '-------'
                                                            wall 5
)";

constexpr const char* tube_figure = R"(
        .---------.  - - - -                    seen from above
       /|        /|     ^                         .-------.
      / |       / |     |                       .'  corner '.
     '---------'  |     | length               |             |
     |  |      |  |     |                 -x   |             |  +x: opened_at
     |  .------|--.     v                      |             |
     | /       | /  - - -                       '.         .'
     |/        |/                                 '-------'
     '---------'                                |<- side --->|
)";

constexpr const char* panel_figure = R"(
                      line                        seen along the run: the profile begins at the left,
              .-------------------.               its inside is on the left of its direction
             /                     \ arc, radius
    bend,   /                       \             { line = 40 }, { bend = 60, to = "left" },
    to left/ line                    |            { line = 90 }, { arc = 90, radius = 30, to = "right" }, ...
  --------'                          |
    line                             | line
)";

constexpr const char* hopper_figure = R"(
            top.width
    |<--------------------->|                   seen from above
    .-----------------------.  - - -            -x+y ------- +y ------- +x+y
     \                     /     ^               |  .                   .  |
      \      wall -y      /      | height        -x |    seam.at: a hip    | +x
       \                 /       |               |  .  or a wall's middle .|
        '---------------'   - - - v             -x-y ------- -y ------- +x-y
        |<------------->|
            base.width                          length: along y
)";

const std::vector<Key> profile_keys{
    {"profile.#.line", Kind::length,
     "[[part.profile]]: a line of the profile, to the meeting point at a bend"},
    {"profile.#.bend", Kind::angle, "or: a bend between two lines, the angle turned, under 180"},
    {"profile.#.arc", Kind::angle, "or: an arc, the angle turned, up to 360"},
    {"profile.#.radius", Kind::length, "of an arc, on the size face; of a bend inside, where it differs"},
    {"profile.#.to", Kind::choice, "the side it turns to (else left)", {"left", "right"}},
    {"run", Kind::length, "the panel's length square to its profile; with mitres that of its start"},
    {"mitre.start.angle", Kind::angle, "the plane of the run's start, from square, -80 to 80 (else 0)"},
    {"mitre.start.towards", Kind::angle,
     "the direction seen along the run in which it lies farther on (else 0)"},
    {"mitre.end.angle", Kind::angle, "the plane of the run's end (else 0)"},
    {"mitre.end.towards", Kind::angle, "the direction in which the run grows longer (else 0)"},
    {"flange.#.end",
     Kind::choice,
     "[[part.flange]], on every line: at which end of the run",
     {"start", "end"}},
    {"flange.#.width", Kind::length, "from the sharp line of its fold, on the size face, where the run ends"},
    {"flange.#.angle", Kind::angle, "by which it is folded, to 150 degrees (else 90)"},
    {"flange.#.side", Kind::choice, "the face that it is folded towards (else left)", {"left", "right"}},
    {"flange.#.clearance", Kind::length, "between mitred corners (else 0)"},
    {"sizes_on",
     Kind::choice,
     "the face the lines are measured on; of the sheet's sizes_on only middle says it",
     {"concave_side", "middle", "convex_side", "left", "right"}}};

const std::vector<Key> wall_keys{
    {"base.width", Kind::length, "of the base, along x"},
    {"base.length", Kind::length, "of the base, along y"},
    {"base.sizes_on", Kind::choice, "the face of this end's sizes, where it differs", faces},
    {"base.contact", Kind::choice, "the layer that meets the base's plane (else the size face)", contacts},
    {"top.width", Kind::length, "of the top, along x"},
    {"top.length", Kind::length, "of the top, along y"},
    {"top.sizes_on", Kind::choice, "the face of this end's sizes, where it differs", faces},
    {"top.contact", Kind::choice, "the layer that meets the top's plane (else the size face)", contacts},
    {"top.shift", Kind::point, "the top's centre seen from the base's, [x, y]"},
    {"height", Kind::length, "distance of the end planes"},
    {"seam.at", Kind::choice, "a hip (+x+y ...) or the middle of a wall (+x ...), else -x-y", eighths},
    {"seam.pieces", Kind::count, "1, 2 or 4 (else 1); with 4 all hips are welded"},
    {"seam.gap", Kind::length, "between welded edges, half on each side"},
    {"hip_joint", Kind::choice, "how welded hips meet (else inside_touch)", {"inside_touch", "lapped"}},
    {"relief", Kind::choice, "what is cut away where bends meet (else round)", reliefs},
    {"relief.kind", Kind::choice, "the same, where relief.size is given", reliefs},
    {"relief.size", Kind::length,
     "diameter of the hole or width of the slot (else by thickness and radius)"}};

std::vector<Key> polygon_keys(const std::string& end) {
  return {{end + ".across_flats", Kind::length, "of the " + end + ", from side to opposite side"},
          {end + ".across_corners", Kind::length, "or: twice the distance of its corners from its centre"},
          {end + ".side", Kind::length, "or: the length of its sides"},
          {end + ".point", Kind::flag, "or: true where it is a point"}};
}

const std::vector<Key> body_keys{
    {"sides", Kind::count, "of the base, 3 to 64"},
    {"height", Kind::length, "distance of the end planes"},
    {"top.shift", Kind::point, "the top's centre seen from the base's, [x, y]"},
    {"turn", Kind::angle, "plan angle of the middle of wall 1 (else 0)"},
    {"trim.#.end", Kind::choice, "[[part.trim]]: an end that slants", ends},
    {"trim.#.height", Kind::length, "where its plane meets the axis through the base's centre"},
    {"trim.#.tilt", Kind::angle, "of the plane from level, 0 to 89 (else 0)"},
    {"trim.#.uphill", Kind::angle, "plan angle of the direction in which it rises (else 0)"},
    {"path", Kind::text, "or: an OBJ file of flat faces; its groups name them"},
    {"open", Kind::texts, "faces that are left out: base, top, wall 1, ..."},
    {"bends", Kind::texts, "all edges that are bent, as \"base / wall 1\" (else chosen)"},
    {"joints", Kind::texts, "edges that must not be bent, as \"wall 1 / wall 2\""},
    {"seam.gap", Kind::length, "between joined edges, half on each side"},
    {"hip_joint", Kind::choice, "how joined walls meet (else inside_touch)", {"inside_touch", "lapped"}},
    {"relief", Kind::choice, "what is cut away where bends meet (else closed)", reliefs},
    {"relief.kind", Kind::choice, "the same, where relief.size is given", reliefs},
    {"relief.size", Kind::length,
     "diameter of the hole or width of the slot (else by thickness and radius)"}};

const std::vector<Key> face_keys{
    {"diameter", Kind::length, "of a round tube, outside"},
    {"side", Kind::length, "or: of a square tube, outside"},
    {"width", Kind::length, "or: of a rectangular tube, outside, along x"},
    {"depth", Kind::length, "of a rectangular tube, outside, along y"},
    {"corner_radius", Kind::length, "outside radius of its corners (else 0)"},
    {"wall_thickness", Kind::length, "thickness of its wall"},
    {"named", Kind::text, "its name in the list of tubes, which gives the sizes above"},
    {"length", Kind::length, "along its axis, between level ends"},
    {"opened_on", Kind::choice, "the face that is laid flat (else the outside)", faces},
    {"trim.#.end", Kind::choice, "[[part.trim]]: an end that slants", ends},
    {"trim.#.height", Kind::length, "where its plane meets the axis"},
    {"trim.#.tilt", Kind::angle, "of the plane from level, 0 to 89 (else 0)"},
    {"trim.#.uphill", Kind::angle, "plan angle of the direction in which it rises (else 0)"},
    {"opened_at",
     Kind::direction,
     "where it is opened: a plan angle; of a square one the middle of a side, \"+x\" ...",
     {"+x", "+y", "-x", "-y"}}};

// A panel has no inside: its faces are left and right of the profile.
std::vector<Key> panel_keys() {
  std::vector<Key> keys = completed(
      joined(joined(joined(profile_keys, pressing_keys()), bend_keys()), bolt_keys("bolts.#", true)));
  call_faces(keys, "left", "right", "left");
  return keys;
}

std::vector<Key> hopper_keys() {
  return completed(joined(joined(joined(wall_keys, flange_keys(Flanges::folded)), bend_keys()),
                          bolt_keys("bolts.#", true)));
}

std::vector<Key> net_keys() {
  std::vector<Key> keys = polygon_keys("base");
  append(keys, polygon_keys("top"));
  append(keys, body_keys);
  append(keys, bend_keys());
  append(keys, bolt_keys("bolts.#", true));
  return completed(std::move(keys));
}

std::vector<Key> tube_keys() { return completed(face_keys); }

}  // namespace

std::vector<ShapeRow> folded_rows() {
  return {
      {"panel", "a panel: an L, U, Z, hat, gutter or guard, its arcs rolled or pressed", panel_figure,
       "A profile of lines, bends and arcs, and the run. bend.radius, and one of bend.neutral, bend.table "
       "and "
       "bend.test.",
       panel_keys, read_panel, nullptr, idle_of_panel},
      {"hopper", "a hopper: four walls between two rectangles, folded or welded, with flanges", hopper_figure,
       "width and length of both ends, and height. bend.radius, and one of bend.neutral, bend.table and "
       "bend.test.",
       hopper_keys, read_hopper, nullptr, idle_of_bent},
      {"net",
       "a body of flat faces: a prism, pyramid or frustum, its ends level or slanting, or any from a file",
       net_figure,
       "sides, a size of the base and height; a size of the top, or top.point = true, or neither for a "
       "prism. "
       "Or path.\n"
       "bend.radius, and one of bend.neutral, bend.table and bend.test.",
       net_keys, read_net, nullptr, idle_of_bent},
      {"tube", "a tube opened out on a face: round, square or rectangular, its ends level or slanting",
       tube_figure,
       "One of diameter, side, width and depth, named; wall_thickness and length. It has no sheet: its wall "
       "counts.",
       tube_keys, read_tube, opened_side_up, idle_of_tube}};
}

}  // namespace juggler
