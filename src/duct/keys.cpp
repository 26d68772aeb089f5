// What a job says of rectangular ducts.
#include "duct_rows.h"

namespace juggler {
namespace {

constexpr const char* duct_figure = R"(
             .-------------.  - - -            seen from above
            /|            /|     ^             -x+y ------- +y ------- +x+y
           / |           / |     |              |                       |
          '-------------'  |     | length       -x    seam.at: a corner +x  depth
          |  |          |  |     |              |     or a wall's middle|
          |  '----------|--'     v             -x-y ------- -y ------- +x-y
          | /           | /  - - -
          '-------------'                             width
)";

constexpr const char* elbow_figure = R"(
          heel_radius
          .----------- top            from the side, along the cheeks: it turns towards +x
        .'           |
       /             | end_depth
      |     .--------'                width: square to this plane
 heel |    / radius
      |   |  throat
      |   |  straight.base
      '---'
      depth   base
)";

constexpr const char* offset_figure = R"(
              top                     from the side, along the cheeks
            .------.  - - -
            |      |     ^            width: square to this plane
           /      /      |
          /      /       | length
         /      /        |
        |      |         v
        '------'  - - - - -
         depth  base
        |<-->| offset, towards +x
)";

const std::vector<std::string> turns{"round", "square"};

const std::vector<Key> straight_keys{
    {"width", Kind::length, "along x"},
    {"depth", Kind::length, "along y"},
    {"length", Kind::length, "along the axis"},
    {"seam.at", Kind::choice, "a corner (+x+y ...) or the middle of a wall (+x ...), else -x-y", eighths},
    {"seam.pieces", Kind::count, "1, 2 (an L each from corners, a U each from walls) or 4 (else 1)"},
    {"seam.gap", Kind::length, "between joined edges, half on each side"},
    {"seam.kind", Kind::text,
     "a seam of the list, by its name: side a on the wall that ends there, b on the one that begins"},
    {"relief", Kind::choice, "what is cut away where bends meet (else round)", reliefs},
    {"relief.kind", Kind::choice, "the same, where relief.size is given", reliefs},
    {"relief.size", Kind::length,
     "diameter of the hole or width of the slot (else by thickness and radius)"}};

const Key corner_key{"corner",
                     Kind::choice,
                     "how cheeks and walls meet (else inside_touch), or which cover the others",
                     {"inside_touch", "cheeks", "wraps"}};

const Key seam_key{"seam.kind", Kind::text,
                   "a seam of the list, by its name: side a on the cheeks, b on the walls between them"};

const std::vector<Key> elbow_sizes{
    {"width", Kind::length, "square to the plane in which it turns, along y"},
    {"depth", Kind::length, "in that plane, from throat to heel"},
    {"end_depth", Kind::length, "at the top, where it is another"},
    {"angle", Kind::angle, "by which it turns, 1 to 170"},
    {"throat", Kind::choice, "turns along an arc, or by one bend (else round)", turns},
    {"heel", Kind::choice, "the same (else round)", turns},
    {"radius", Kind::length, "of a round throat, on the size face"},
    {"heel_radius", Kind::length, "of a round heel (else as large as leaves it the throat's straights)"},
    {"straight.base", Kind::length, "of the throat before its turn (else 0)"},
    {"straight.top", Kind::length, "and after it (else 0)"},
    {"splitters", Kind::count, "how many lie between throat and heel, evenly (else 0)"},
    corner_key,
    seam_key};

const std::vector<Key> offset_sizes{
    {"width", Kind::length, "square to the plane of the offset, along y"},
    {"depth", Kind::length, "in that plane"},
    {"offset", Kind::length, "of the top's centre from the base's, towards +x"},
    {"aside", Kind::length, "in two planes, mitred: towards +y, too"},
    {"length", Kind::length, "between the end planes"},
    {"mitred", Kind::flag, "true: by bends in place of arcs"},
    {"radius", Kind::length,
     "of the arcs' inner sides (else as large as leaves nothing straight between them)"},
    {"straight.base", Kind::length, "before the first turn (else 0); mitred: of the shorter side"},
    {"straight.top", Kind::length, "after the last (else 0)"},
    corner_key,
    seam_key};

std::vector<Key> all_of(const std::vector<Key>& own) { return completed(joined(own, bend_keys())); }
std::vector<Key> duct_keys() {
  return all_of(joined(joined(straight_keys, flange_keys(Flanges::folded)), bolt_keys("bolts.#", true)));
}
std::vector<Key> duct_elbow_keys() {
  return completed(joined(joined(elbow_sizes, pressing_keys()), bend_keys()));
}
std::vector<Key> duct_offset_keys() {
  return completed(joined(joined(offset_sizes, pressing_keys()), bend_keys()));
}

// A set is read where its parts are made.
void nothing_by_itself(Reader&, const std::string&, Part&) {}

}  // namespace

std::vector<ShapeRow> duct_rows() {
  return {
      {"duct", "a straight rectangular duct, in one, two or four pieces, with flanges", duct_figure,
       "width, depth and length. bend.radius, and one of bend.neutral, bend.table and bend.test.", duct_keys,
       read_duct, duct_with_seams, idle_of_duct},
      {"duct_elbow", "a rectangular elbow: cheeks, throat, heel and splitters, each a part", elbow_figure,
       "width, depth, angle and the throat's radius; or throat = \"square\", with bend.radius, and one of\n"
       "bend.neutral, bend.table and bend.test.",
       duct_elbow_keys, nothing_by_itself, sides_of_elbow, nullptr},
      {"duct_offset", "a rectangular duct that passes over to a parallel axis: cheeks and walls, each a part",
       offset_figure,
       "width, depth, offset and length. mitred = true takes bend.radius, and one of bend.neutral,\n"
       "bend.table and bend.test.",
       duct_offset_keys, nothing_by_itself, sides_of_offset, nullptr}};
}

}  // namespace juggler
