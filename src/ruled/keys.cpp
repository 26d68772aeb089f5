// What a job says of transitions.
#include "ruled_rows.h"

namespace juggler {
namespace {

constexpr const char* transition_figure = R"(
           top.profile
           .--------.   - - -                   seen from above
          /|   /\   |\     ^                     .-----------------.
         / |  /  \  | \    |                     | \   .-----.   / |
        /  | /    \ |  \   | height              |  .'  top   '.  |
       /   |/      \|   \  |                     |  '.        .'  |
      '----'--------'----' v                     | /   '-----'   \ |
          base.profile                           '-----------------'
                                                 flats by the sides, cones about the corners
)";

const std::vector<std::string> profiles{"circle",  "rectangle", "ellipse", "obround",
                                        "polygon", "polyline",  "file"};

std::vector<Key> transition_end_keys(const std::string& end) {
  const std::string profile = end + ".profile";
  return {
      {profile + ".kind", Kind::choice, "the curve of the " + end, profiles},
      {profile + ".diameter", Kind::length, "of a circle"},
      {profile + ".width", Kind::length, "of a rectangle, ellipse or obround, along x"},
      {profile + ".length", Kind::length, "of a rectangle, ellipse or obround, along y"},
      {profile + ".between_centres", Kind::length,
       "of an obround, in place of the longer of the two: between its half circles' centres"},
      {profile + ".corner_radius", Kind::length, "radius of the corners (else 0)"},
      {profile + ".sides", Kind::count, "of a polygon, 3 to 64; the first faces +x"},
      {profile + ".across_flats", Kind::length, "of a polygon, from side to opposite side"},
      {profile + ".across_corners", Kind::length, "or: twice the distance of its corners from its centre"},
      {profile + ".points.#", Kind::point, "of a polyline: its corners in order, [[x, y], ...]"},
      {profile + ".path", Kind::text, "of a file: a DXF or SVG beside the job that holds one outline"},
      {profile + ".layer", Kind::text, "of a file: the layer (of an SVG the id) that it lies on (else all)"},
      {profile + ".open", Kind::flag, "of a polyline or a file: not closed, for a panel (both ends are)"},
      {profile + ".turn", Kind::angle, "by which it is turned about its centre (else 0)"},
      {end + ".diameter", Kind::length, "or, in short: a circle"},
      {end + ".width", Kind::length, "or: a rectangle, along x"},
      {end + ".length", Kind::length, "and along y"},
      {end + ".corner_radius", Kind::length, "radius of its corners (else 0)"},
      {end + ".turn", Kind::angle, "by which it is turned (else 0)"},
      {end + ".tilt.angle", Kind::angle, "of the end's plane about its centre, 0 to 89 (else 0)"},
      {end + ".tilt.uphill", Kind::angle, "plan angle of the direction in which it rises (else 0)"},
      {end + ".sizes_on", Kind::choice, "the face of this end's sizes, where it differs", faces},
      {end + ".collar", Kind::length, "a straight length added at this end, a piece of its own (else none)"},
      {end + ".contact", Kind::choice, "the layer that meets this end's plane (else the size face)",
       contacts}};
}

std::vector<Key> transition_keys() {
  std::vector<Key> keys = transition_end_keys("base");
  append(keys, transition_end_keys("top"));
  append(keys, {{"height", Kind::length, "distance of the ends' centres along the axis"},
                {"top.shift", Kind::point, "the top's centre seen from the base's, [x, y]"}});
  append(keys, {rulings_key});
  append(keys, strain_keys);
  append(keys, pressing_keys());
  append(keys, bend_keys());
  append(keys, {{"hip_joint",
                 Kind::choice,
                 "folded: how a seam on a fold meets (else inside_touch)",
                 {"inside_touch", "lapped"}},
                {"relief", Kind::choice, "folded: what is cut away where folds meet (else closed)", reliefs},
                {"relief.kind", Kind::choice, "the same, where relief.size is given", reliefs},
                {"relief.size", Kind::length,
                 "diameter of the hole or width of the slot (else by thickness and radius)"}});
  append(keys, seam_keys());
  append(keys, flange_keys(Flanges::both));
  append(keys, bolt_keys("bolts.#", true));
  return completed(keys);
}

constexpr const char* breech_figure = R"(
        top of leg 2           top of leg 1
        .--------.              .----------.
         \        \            /          /        from the side
          \        \          /          /
           \        \   ..   /          /
            \        \ /  \ /          /
             \        '    '          /   <- crotch: each leg ends where it meets the other
              \                      /
               '--------------------'
                        base
)";

std::vector<Key> breech_keys() {
  std::vector<Key> keys = transition_end_keys("base");
  std::erase_if(keys, [](const Key& k) {
    return k.path == "base.collar" || k.path == "base.contact" || k.path.starts_with("base.tilt");
  });
  std::vector<Key> top = transition_end_keys("legs.#.top");
  std::erase_if(top, [](const Key& k) { return k.path == "legs.#.top.collar"; });
  append(keys, top);
  append(keys, {{"legs.#.centre", Kind::position, "the middle of the leg's top, [x, y, z]"},
                {"legs.#.seam", Kind::angle,
                 "of the leg's seam, from the plan angle to which it leans (0 its back; else seam.at)"},
                {"contact", Kind::choice, "the layer on which legs meet (else clear: the outside faces)",
                 contacts}});
  append(keys, pressing_keys());
  append(keys, seam_keys());
  return completed(keys);
}

}  // namespace

std::vector<ShapeRow> ruled_rows() {
  return {
      {"transition",
       "a transition: a wall between two profiles, its ends level or tilted, by its true rulings or by even "
       "ones",
       transition_figure,
       "A profile of both ends, and height. In short: diameter for a circle, width and length for a "
       "rectangle.\n"
       "seam.at also takes a side or corner by name: \"+x\", \"+x+y\" of a rectangle, \"side 1\", \"corner "
       "1\" of "
       "a polygon.",
       transition_keys, read_transition, with_collars},
      {"breech", "a breech: one base and two to four legs, cut where they meet: several parts", breech_figure,
       "A profile of the base; legs = [{ top = { diameter = 250 }, centre = [200, 0, 500] }, ...].",
       breech_keys, [](Reader&, const std::string&, Part&) {}, parts_of_breech}};
}

}  // namespace juggler
