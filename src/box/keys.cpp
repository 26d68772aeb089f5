// What a job says of boxes.
#include "box_rows.h"

namespace juggler {
namespace {

constexpr const char* box_figure = R"(
                  seen from above                       cut through
         .-----------------------------.
         |  \        wall +y        /  |            return, to = "inside"    to = "outside"
         |    .-------------------.    |             .----                     ----.
         |    |                   |    |             |        width                |  ^
         | -x |       floor       | +x | length      |<--------------------------->|  | height
         |    |                   |    |             |                             |  v
         |    '-------------------'    |             '-----------------------------'
         |  /        wall -y        \  |                         floor
         '-----------------------------'
              |<---- width ------>|
)";

const std::vector<std::string> wall_names{"+x", "+y", "-x", "-y"};

const std::vector<Key> box_sizes{
    {"width", Kind::length, "of the floor, along x"},
    {"length", Kind::length, "of the floor, along y"},
    {"height", Kind::length, "of the walls, from the floor to the rim"},
    {"wall.#.at", Kind::choice, "[[part.wall]]: a wall that is otherwise, by where it faces", wall_names},
    {"wall.#.height", Kind::length, "its own height"},
    {"wall.#.lean", Kind::angle, "outwards from upright, -60 to 75 (else 0)"},
    {"wall.#.sloping", Kind::flag, "true: its rim runs from the one neighbour's height to the other's"},
    {"corner.joint",
     Kind::choice,
     "how the walls meet (else inside_touch): edges touch, some cover others, or by tabs",
     {"inside_touch", "lapped", "tabs"}},
    {"corner.walls", Kind::choice, "the walls that cover, or that have the tabs (else x)", {"x", "y"}},
    {"corner.tab", Kind::length, "width of the tabs, on the size face"},
    {"corner.to",
     Kind::choice,
     "the side of the other walls on which the tabs lie (else inside)",
     {"inside", "outside"}},
    {"corner.clearance", Kind::length, "between a tab and the wall that it lies against (else 0)"},
    {"return.#.walls", Kind::texts, "[[part.return]]: what is folded over at rims: at which (else all)"},
    {"return.#.width", Kind::length, "from the meeting point with the wall, on the size face"},
    {"return.#.to", Kind::choice, "where it is folded to (else inside)", {"inside", "outside"}},
    {"return.#.angle", Kind::angle, "by which it is turned, up to 150 (else 90)"},
    {"return.#.clearance", Kind::length, "between mitred corners, and beside plain walls (else 0)"},
    {"lid", Kind::texts, "walls that carry on as the lid: one, or two opposite ones, half each"},
    {"seam.gap", Kind::length, "between the edges at the corners, half on each side"},
    {"relief", Kind::choice, "what is cut away where bends meet (else round)", reliefs},
    {"relief.kind", Kind::choice, "the same, where relief.size is given", reliefs},
    {"relief.size", Kind::length,
     "diameter of the hole or width of the slot (else by thickness and radius)"}};

std::vector<Key> box_keys() {
  return completed(joined(joined(box_sizes, bend_keys()), bolt_keys("bolts.#", true)));
}

}  // namespace

std::vector<ShapeRow> box_rows() {
  return {{"box", "a box, tray or pan: a floor and four walls folded up, with returns, tabs or a lid",
           box_figure,
           "width, length and height. bend.radius, and one of bend.neutral, bend.table and bend.test.\n"
           "A second [[part.return]] of a wall stands on its first. Hems: [[part.edge]] on the edge \"rim "
           "+x\" ...",
           box_keys, read_box, nullptr, idle_of_box}};
}

}  // namespace juggler
