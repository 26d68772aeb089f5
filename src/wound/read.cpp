// Flights, coils, helical strips and slides of a job.
#include "wound_rows.h"

namespace juggler {
namespace {

constexpr std::array<std::pair<const char*, FlightFlat>, 2> flat_words{
    {{"equal_edges", FlightFlat::equal_edges}, {"least_stretch", FlightFlat::least_stretch}}};

constexpr std::array<std::pair<const char*, StripEnds>, 4> strip_end_words{{{"square", StripEnds::square},
                                                                            {"level", StripEnds::level},
                                                                            {"upright", StripEnds::upright},
                                                                            {"round", StripEnds::round}}};

constexpr std::array<std::pair<const char*, StripLayer>, 4> strip_layer_words{
    {{"inside", StripLayer::inside},
     {"neutral", StripLayer::neutral},
     {"middle", StripLayer::middle},
     {"outside", StripLayer::outside}}};

Flight read_blade(Reader& r) {
  Flight f;
  r.length("shaft.diameter", f.shaft);
  r.length("shaft.end_diameter", f.shaft_to);
  r.length("outside.diameter", f.outside);
  r.length("outside.end_diameter", f.outside_to);
  r.length("pitch", f.pitch);
  const Entry* from = r.at("pitch.from");
  const Entry* to = r.at("pitch.to");
  if (from && f.pitch)
    refuse(*from, "is given beside pitch", {}, "give pitch, or pitch = { from = ..., to = ... }");
  if ((from == nullptr) != (to == nullptr))
    refuse(from ? *from : *to, "is one of two pitches, and the other is missing", {},
           "give pitch = { from = ..., to = ... }, or pitch alone");
  r.length("pitch.from", f.pitch);
  r.length("pitch.to", f.pitch_to);
  r.number("turns", f.turns);
  r.angle("start.at", f.start);
  r.number("blank.turns", f.turns_per_blank);
  r.choice("blank.flat", flat_words, f.flat);
  r.flag("blank.full_rings", f.full_rings);
  r.length("blank.slit", f.slit);
  if (f.full_rings && r.at("blank.turns"))
    refuse(*r.at("blank.turns"), "is given beside full rings, which have turns of their own", {},
           "keep one of them");
  r.flag("allow_strain", f.allow_strain);
  r.number("strain_limit", f.strain_limit);
  return f;
}

// A wall of a slide: its lower edge lies on the floor's middle, its face against the floor's edge.
Part wall_of(const Part& floor, EndName edge, double on, const std::optional<double>& upright) {
  const auto& flight = std::get<Flight>(floor.asked);
  const bool inner = edge == EndName::base;
  const std::string name = inner ? "inner" : "outer";
  const std::string height = name + ".height";
  Part wall = floor;
  wall.shape = "helical_strip";
  wall.name = floor.name.substr(0, floor.name.size() - std::string("floor").size()) + name + "-wall";
  wall.asked = HelicalStrip{.body_diameter = on,
                            .upright_width = upright,
                            .pitch = flight.pitch,
                            .turns = flight.turns,
                            .start = flight.start,
                            .ends = StripEnds::upright};
  wall.meets = edge;
  wall.asked_as = {{"body.diameter", inner ? "inside.diameter" : "outside.diameter"},
                   {"upright_width", height},
                   {"width", height}};
  return wall;
}

}  // namespace

void read_flight(Reader& r, const std::string&, Part& part) {
  Flight f = read_blade(r);
  r.length("inside.diameter", f.inside);
  r.length("inside.end_diameter", f.inside_to);
  r.length("width", f.width);
  part.asked = std::move(f);
}

void read_strip(Reader& r, const std::string&, Part& part) {
  HelicalStrip s;
  r.length("body.diameter", s.body_diameter);
  r.length("body.end_diameter", s.body_end_diameter);
  r.length("width", s.width);
  r.length("upright_width", s.upright_width);
  r.length("pitch", s.pitch);
  r.number("turns", s.turns);
  r.length("height", s.height);
  r.angle("lead_angle", s.lead);
  r.length("length", s.length);
  r.choice("length_on", strip_layer_words, s.length_on);
  r.angle("start.at", s.start);
  r.choice("ends", strip_end_words, s.ends);
  r.angle("tilt", s.tilt);
  r.number("blank.turns", s.turns_per_blank);
  s.strain = read_strain(r);
  if (!s.length && r.at("length_on"))
    refuse(*r.at("length_on"), "is given without a length", {}, "give length, or leave it out");
  for (const char* key : {"blank.turns", "strain_limit", "allow_strain"}) {
    if (!s.tilt && r.at(key))
      refuse(*r.at(key), "belongs to a standing strip; one that lies against its body does not stretch", {},
             "leave it out, or give tilt");
  }
  part.asked = std::move(s);
}

void read_coil(Reader& r, const std::string&, Part& part) {
  Coil c;
  r.length("start.inside_diameter", c.inside);
  r.length("start.middle_diameter", c.middle);
  r.length("spacing", c.spacing);
  r.number("turns", c.turns);
  r.length("outside.diameter", c.outside);
  r.length("width", c.width);
  r.angle("start.at", c.start);
  part.asked = std::move(c);
}

// A slide's floor is a flight between its walls.
void read_floor(Reader& r, const std::string&, Part& part) {
  Flight f = read_blade(r);
  r.length("inside.diameter", f.shaft);
  part.asked = std::move(f);
}

std::vector<Part> parts_of_slide(Reader& r, const std::string&, Part floor) {
  std::optional<double> inner, outer;
  r.length("inner.height", inner);
  r.length("outer.height", outer);
  floor.shape = "flight";
  floor.name = floor.name.empty() ? "floor" : floor.name + "-floor";
  floor.asked_as = {{"shaft.diameter", "inside.diameter"}};
  const auto& f = std::get<Flight>(floor.asked);
  std::vector<Part> parts{floor};
  if (!f.shaft || !f.outside || !floor.sheet.thickness) return parts;  // the floor will be refused
  // The inner wall's outside and the outer wall's inside meet the floor's edges.
  parts.push_back(wall_of(floor, EndName::base, *f.shaft - 2 * *floor.sheet.thickness, inner));
  parts.push_back(wall_of(floor, EndName::top, *f.outside, outer));
  parts.front().sheet.neutral_factor = Sheet().neutral_factor;  // said of the walls
  return parts;
}

std::string idle_of_wound(const Part& part, std::string_view key) {
  if (key != "sizes_on") return {};
  return fmt::format("the keys of a {} say themselves what they are measured on", part.shape);
}

}  // namespace juggler
