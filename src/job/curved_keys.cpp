// What flights, coils, strips, slides, domes and ruled walls may be given.
#include "shape_keys.h"

namespace juggler {
namespace {

// What winds has a hand of its own.
std::vector<Key> wound(std::vector<Key> own) {
  append(own, {{"start.at", Kind::angle, "plan angle of the start (else 0)"},
               {"elements", Kind::count, "spaces between the element lines of a blank (else 4)"}});
  std::vector<Key> keys = completed(std::move(own));
  for (Key& key : keys) {
    if (key.path == "hand") key = {"hand", Kind::choice, "the way it winds (else right)", {"right", "left"}};
    if (key.path == "face_up") key.meaning = "the face that lies up (else the inside)";
  }
  return keys;
}

// A flight's own, with those of its blanks; a slide's floor is one.
std::vector<Key> bladed(std::vector<Key> own, const std::string& of) {
  append(own, {{"blank.turns", Kind::number, "of one blank" + of + ", 0.01 to 1 (else 1)"},
               {"blank.flat",
                Kind::choice,
                "what a blank" + of +
                    " keeps: the lengths of both edges, or all of it as nearly as can be (else equal_edges)",
                {"equal_edges", "least_stretch"}},
               {"strain_limit", Kind::number, "of the metal" + of + "; more is refused (else 0.05)"},
               {"allow_strain", Kind::flag, "true makes it whatever the strain"}});
  return wound(std::move(own));
}

const std::vector<Key> flight_keys{
    {"shaft.diameter", Kind::length, "of the inner edge"},
    {"outside.diameter", Kind::length, "of the outer edge, at the lower end"},
    {"outside.end_diameter", Kind::length, "of the outer edge at the upper end, where it grows or narrows"},
    {"pitch", Kind::length, "rise for one turn"},
    {"pitch.from", Kind::length, "or, where it grows or shrinks: at the lower end"},
    {"pitch.to", Kind::length, "and at the upper"},
    {"turns", Kind::number, "of the whole flight, 0.01 to 200"}};

const std::vector<Key> slide_keys{
    {"inside.diameter", Kind::length, "of the floor's inner edge"},
    {"outside.diameter", Kind::length, "of the floor's outer edge"},
    {"pitch", Kind::length, "fall for one turn"},
    {"turns", Kind::number, "of the whole slide, 0.01 to 200"},
    {"inner.height", Kind::length, "of the inner wall over the floor, upright"},
    {"outer.height", Kind::length, "of the outer wall over the floor, upright"}};

const std::vector<Key> strip_keys{
    {"on.diameter", Kind::length, "of the body that the strip lies against; of a cone where it starts"},
    {"on.end_diameter", Kind::length, "of a cone: where the strip's lower edge ends"},
    {"width", Kind::length, "of the strip, square to its edges"},
    {"upright", Kind::length, "or its width along the body"},
    {"pitch", Kind::length, "rise for one turn"},
    {"turns", Kind::number, "of the lower edge from end to end, 0.001 to 1000"},
    {"height", Kind::length, "by which the lower edge rises"},
    {"lead_angle", Kind::angle, "of the edges on the body, from level: constant on a cone, too"},
    {"ends", Kind::choice, "how its ends are cut (else square)", {"square", "level", "upright", "round"}},
    {"tilt", Kind::angle,
     "or: it stands, by so much from the body's upright lines outwards; 90 is square to the body"},
    {"blank.turns", Kind::number, "standing: of one blank at most, 0.01 to 1 (else 1)"},
    {"strain_limit", Kind::number, "standing: of the metal; more is refused (else 0.005)"},
    {"allow_strain", Kind::flag, "standing: true makes it whatever the strain"}};

const std::vector<Key> coil_keys{
    {"start.inside_diameter", Kind::length, "of the first turn, on the inside face"},
    {"start.middle_diameter", Kind::length, "or on the middle"},
    {"spacing", Kind::length, "of neighbouring turns, from middle to middle along the radius"},
    {"turns", Kind::number, "of the whole coil, 0.01 to 1000"},
    {"outside.diameter", Kind::length, "or: over the end of the last turn"},
    {"width", Kind::length, "of the strip, along the axis"}};

// What a wall that need not open flat may do to the metal.
std::vector<Key> stretched(std::vector<Key> own) {
  append(own, strain_keys);
  append(own, {{"elements", Kind::count, "spaces between the element lines of a blank (else 4)"}});
  return completed(std::move(own));
}

const std::vector<Key> dome_keys{
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
          {end + ".file", Kind::text, "or: a CSV file of points x,y,z beside the job, for a smooth curve"}};
}

std::vector<Key> make_wall_keys() {
  std::vector<Key> keys = curve_keys("base");
  append(keys, curve_keys("top"));
  append(keys, {rulings_key, {"pieces", Kind::count, "in equal shares, 1 to 64 (else 1)"}});
  return keys;
}

}  // namespace

KeyTables curved_key_tables() {
  return {{"flight", bladed(flight_keys, "")},  {"coil", wound(coil_keys)},
          {"helical_strip", wound(strip_keys)}, {"slide", bladed(slide_keys, " of the floor")},
          {"dome", stretched(dome_keys)},       {"ruled_wall", stretched(make_wall_keys())}};
}

}  // namespace juggler
