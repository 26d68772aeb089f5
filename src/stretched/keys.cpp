// What a job says of domes and ruled walls.
#include "stretched_rows.h"

namespace juggler {
namespace {

constexpr const char* dome_figure = R"(
       sphere                                  dished
             .---.  - - - - - - - -                  ______
          .-'  |  '-.             ^              .-'' |    ''-.
        .'  |  |  |  '.           | rise       .'     |crown_   '.
       /    |  |  |    \          |           |       |radius    |
      |    /   |   \    |         |           | knuckle_radius   |
      |___/____|____\___| - - - - v           |__________________|
      |<--------------->|                     |<---------------->|
         rim.diameter                             rim.diameter
)";

constexpr const char* wall_figure = R"(
              top edge: a helix, or points
              __________---------.
         .---'     |      |       '-.          rulings join the
        /     |    |      |      |    \        edges by straight
       /      |    |       |      |    \       lines
       '-._   |     |      |      |   .'
            '-.__   |       |    __.-'
                 '--|-------|---'
              base edge: a helix, or points
)";

// What a wall that need not open flat may do to the metal.
std::vector<Key> with_strain(std::vector<Key> own) {
  append(own, strain_keys);
  append(own, {{"elements", Kind::count, "spaces between the element lines of a blank (else 4)"}});
  return completed(std::move(own));
}

const std::vector<Key> dome_sizes{
    {"kind", Kind::choice, "its meridian (else sphere)", {"sphere", "dished"}},
    {"rim.diameter", Kind::length, "at the lower edge, on the size face"},
    {"rise", Kind::length, "sphere: from the rim's plane to the pole"},
    {"diameter", Kind::length, "sphere: of the whole; given alone, half of it is made"},
    {"whole", Kind::flag, "sphere: true for gores from pole to pole"},
    {"crown_radius", Kind::length, "dished: of the large arc about the pole"},
    {"knuckle_radius", Kind::length, "dished: of the small arc beside the rim"},
    {"straight", Kind::length, "dished: height of a straight rim (else 0)"},
    {"crown.diameter", Kind::length, "of a plate at the pole that is made apart (else none)"},
    {"sizes_on", Kind::choice, "the face of the sizes, where it differs from the sheet's", faces},
    {"gores", Kind::count, "how many, 3 to 64 (else 12)"},
    {"start.at", Kind::angle, "plan angle of the first seam (else 0)"}};

std::vector<Key> curve_keys(const std::string& end) {
  return {{end + ".diameter", Kind::length, "of a helix: of the " + end + " edge at its start"},
          {end + ".end_diameter", Kind::length, "at its end, where it differs"},
          {end + ".pitch", Kind::length, "rise for one turn; 0 for a level arc"},
          {end + ".turns", Kind::number, "how far it goes round, 0.001 to 50"},
          {end + ".height", Kind::length, "of its start (else 0)"},
          {end + ".at", Kind::angle, "plan angle of its start (else 0)"},
          {end + ".path", Kind::text, "or: a CSV file of points x,y,z beside the job, for a smooth curve"}};
}

std::vector<Key> dome_keys() { return with_strain(dome_sizes); }

std::vector<Key> wall_keys() {
  std::vector<Key> keys = curve_keys("base");
  append(keys, curve_keys("top"));
  append(keys, {rulings_key, {"pieces", Kind::count, "in equal shares, 1 to 64 (else 1)"}});
  return with_strain(std::move(keys));
}

}  // namespace

std::vector<ShapeRow> stretched_rows() {
  return {
      {"dome", "a dome of gores: a part of a sphere or a dished end, with the stretch stated", dome_figure,
       "Sphere: two of rim.diameter, rise and diameter; or diameter alone for a half, with whole = true for "
       "all of it.\nDished: rim.diameter, crown_radius and knuckle_radius. More than strain_limit is refused "
       "unless\nallow_strain = true.",
       dome_keys, read_dome},
      {"ruled_wall", "a wall of straight rulings between two curves in space, with the stretch stated",
       wall_figure,
       "Of both edges the sizes of a helix, or a file of points; both run the same way. More than "
       "strain_limit is\nrefused unless allow_strain = true.",
       wall_keys, read_ruled_wall}};
}

}  // namespace juggler
