// What a job says of flights, coils, helical strips and slides.
#include "wound_rows.h"

namespace juggler {
namespace {

constexpr const char* flight_figure = R"(
        outside.diameter                       the flat: a ring, open by a gap
      |<--------------->|                            .-------.
       .------.| |                                .'    _    '.
      '-._____  | |-----.   - - -                /    .' '.    \
       .------'-| |_____/     ^                 |    |  +  |    |
      '-._____  | |-----.     | pitch            \    '. .'  . /
       .------'-| |_____/   - v -                 '.    |  /  /
      '-._____  | |                                  '--'  \.'
               |<->|  shaft.diameter                       gap
)";

constexpr const char* coil_figure = R"(
           .-----------.
         .'  .-------.  '.
        /  .'  .---.  '.  \      spacing: from middle to middle
       |  |   '     |   |  |     of neighbouring turns
       |  |   start |   |  |
        \  '.     .'   /  /      width: of the strip, along the axis
         '.  '---'   .'  /
           '-------'  .-'
                  ---'  outside.diameter
)";

constexpr const char* strip_figure = R"(
        body.diameter
      |<----------->|                  ends:
      |           .-|                  square     level     upright    round
      |      .-'.-' |                   /\        .__         |.         .-.
      | .-'.-'      |  - - -           /  \        \  \       | '.      (   \
      |-'           |    ^                                     |          '
      |           .-|    | pitch
      |      .-'.-' |    |             width: square to the edges
      | .-'.-'      |  - v -
      |-' lead_angle|
      '-------------'
)";

constexpr const char* slide_figure = R"(
          across the slide                      seen from above
       |                     |                      .---------.
       |        |      |     | outer.height       .'  .---.  /
       |        |      |     |                   /   /     \/
       |________|      |_____|  floor           |   |   +   |
      outer   inner                              \   '.   .'  .
       wall   wall                                '.   '-'  .'
                |<---->| inside.diameter            '-------'
       |<------------------->| outside.diameter
)";

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
  append(own, {{"blank.turns", Kind::number, "of one blank" + of + ", up to what lies flat (else 1)"},
               {"blank.full_rings", Kind::flag,
                "true makes each blank" + of + " a whole ring, slit once: more than a turn"},
               {"blank.slit", Kind::length, "of a full ring, at its inner edge (else the thickness)"},
               {"blank.flat",
                Kind::choice,
                "what a blank" + of +
                    " keeps: the lengths of both edges, or all of it as nearly as can be (else equal_edges)",
                {"equal_edges", "least_stretch"}},
               {"strain_limit", Kind::number, "of the metal" + of + "; more is refused (else 0.05)"},
               {"allow_strain", Kind::flag, "true makes it whatever the strain"}});
  return wound(std::move(own));
}

const std::vector<Key> blade_sizes{
    {"shaft.diameter", Kind::length, "of the inner edge; of a ribbon's shaft, which is only drawn"},
    {"shaft.end_diameter", Kind::length, "of a shaft that tapers: at the upper end"},
    {"inside.diameter", Kind::length, "of a ribbon, off the shaft: of its inner edge, at the lower end"},
    {"inside.end_diameter", Kind::length, "at the upper end, where it grows or narrows"},
    {"width", Kind::length, "or of a ribbon: from its inner edge to its outer, along the radius"},
    {"outside.diameter", Kind::length, "of the outer edge, at the lower end"},
    {"outside.end_diameter", Kind::length, "of the outer edge at the upper end, where it grows or narrows"},
    {"pitch", Kind::length, "rise for one turn"},
    {"pitch.from", Kind::length, "or, where it grows or shrinks: at the lower end"},
    {"pitch.to", Kind::length, "and at the upper"},
    {"turns", Kind::number, "of the whole flight, 0.01 to 200"}};

const std::vector<Key> slide_sizes{
    {"inside.diameter", Kind::length, "of the floor's inner edge"},
    {"outside.diameter", Kind::length, "of the floor's outer edge"},
    {"pitch", Kind::length, "fall for one turn"},
    {"turns", Kind::number, "of the whole slide, 0.01 to 200"},
    {"inner.height", Kind::length, "of the inner wall over the floor, upright"},
    {"outer.height", Kind::length, "of the outer wall over the floor, upright"}};

const std::vector<Key> strip_sizes{
    {"body.diameter", Kind::length, "of the body that the strip lies against; of a cone where it starts"},
    {"body.end_diameter", Kind::length, "of a cone: where the strip's lower edge ends"},
    {"width", Kind::length, "of the strip, square to its edges"},
    {"upright_width", Kind::length, "or its width along the body"},
    {"pitch", Kind::length, "rise for one turn"},
    {"turns", Kind::number, "of the lower edge from end to end, 0.001 to 1000"},
    {"height", Kind::length, "by which the lower edge rises"},
    {"lead_angle", Kind::angle, "of the edges on the body, from level: constant on a cone, too"},
    {"length", Kind::length, "of the lower edge, from end to end"},
    {"length_on",
     Kind::choice,
     "the layer on which that is (else neutral)",
     {"inside", "neutral", "middle", "outside"}},
    {"ends", Kind::choice, "how its ends are cut (else square)", {"square", "level", "upright", "round"}},
    {"tilt", Kind::angle,
     "or: it stands, by so much from the body's upright lines outwards; 90 is square to the body"},
    {"blank.turns", Kind::number, "standing: of one blank at most, up to what lies flat (else 1)"},
    {"strain_limit", Kind::number, "standing: of the metal; more is refused (else 0.005)"},
    {"allow_strain", Kind::flag, "standing: true makes it whatever the strain"}};

const std::vector<Key> coil_sizes{
    {"start.inside_diameter", Kind::length, "of the first turn, on the inside face"},
    {"start.middle_diameter", Kind::length, "or on the middle"},
    {"spacing", Kind::length, "of neighbouring turns, from middle to middle along the radius"},
    {"turns", Kind::number, "of the whole coil, 0.01 to 1000"},
    {"outside.diameter", Kind::length, "or: over the end of the last turn"},
    {"width", Kind::length, "of the strip, along the axis"}};

std::vector<Key> flight_keys() { return bladed(blade_sizes, ""); }
std::vector<Key> coil_keys() { return wound(coil_sizes); }
std::vector<Key> strip_keys() { return wound(strip_sizes); }
std::vector<Key> slide_keys() { return bladed(slide_sizes, " of the floor"); }

}  // namespace

std::vector<ShapeRow> wound_rows() {
  return {{"flight", "a flight: the blade or ribbon of a conveyor screw, in blanks of a turn or so",
           flight_figure,
           "shaft.diameter, outside.diameter, pitch and turns; of a ribbon inside.diameter or width. It does "
           "not open flat without stretching: the "
           "strain is "
           "stated,\nwarned of above 2 %, and refused above strain_limit unless allow_strain = true.",
           flight_keys, read_flight, nullptr, nullptr},
          {"coil", "a coil: strip wound in a flat spiral", coil_figure,
           "start.inside_diameter or start.middle_diameter; spacing; turns or outside.diameter; width.",
           coil_keys, read_coil, nullptr, idle_of_wound},
          {"helical_strip",
           "a helical strip: wound up a cylinder or cone, lying against it or standing on it", strip_figure,
           "body.diameter, width, and two of pitch, turns, height, lead_angle and length. With tilt it "
           "stands on the "
           "body "
           "and\nstretches: more than strain_limit is refused unless allow_strain = true.",
           strip_keys, read_strip, nullptr, idle_of_wound},
          {"slide", "a spiral slide: a floor between two walls, three parts whose edges meet", slide_figure,
           "inside.diameter, outside.diameter, pitch, turns, and the height of both walls.", slide_keys,
           read_floor, parts_of_slide, nullptr}};
}

}  // namespace juggler
