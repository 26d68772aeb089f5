// Flights, coils and helical strips of a job.
#include "reader.h"

namespace juggler {
namespace {

constexpr std::array<std::pair<const char*, FlightFlat>, 2> flat_words{
    {{"equal_edges", FlightFlat::equal_edges}, {"least_stretch", FlightFlat::least_stretch}}};

Flight read_flight(Reader& r) {
  Flight f;
  r.length("shaft.diameter", f.shaft);
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
  std::optional<double> number;
  r.number("blank.turns", number);
  f.turns_per_blank = number.value_or(f.turns_per_blank);
  std::optional<FlightFlat> flat;
  r.choice("blank.flat", flat_words, flat);
  f.flat = flat.value_or(f.flat);
  r.flag("allow_strain", f.allow_strain);
  number.reset();
  r.number("strain_limit", number);
  f.strain_limit = number.value_or(f.strain_limit);
  return f;
}

constexpr std::array<std::pair<const char*, StripEnds>, 4> end_words{{{"square", StripEnds::square},
                                                                      {"level", StripEnds::level},
                                                                      {"upright", StripEnds::upright},
                                                                      {"round", StripEnds::round}}};

HelicalStrip read_strip(Reader& r) {
  HelicalStrip s;
  r.length("on.diameter", s.on);
  r.length("width", s.width);
  r.length("pitch", s.pitch);
  r.number("turns", s.turns);
  r.length("height", s.height);
  r.angle("lead_angle", s.lead);
  r.angle("start.at", s.start);
  std::optional<StripEnds> ends;
  r.choice("ends", end_words, ends);
  s.ends = ends.value_or(s.ends);
  return s;
}

Coil read_coil(Reader& r) {
  Coil c;
  r.length("start.inside_diameter", c.inside);
  r.length("start.middle_diameter", c.middle);
  r.length("spacing", c.spacing);
  r.number("turns", c.turns);
  r.length("outside.diameter", c.outside);
  r.length("width", c.width);
  r.angle("start.at", c.start);
  return c;
}

}  // namespace

Shape read_wound(Reader& r, const std::string& shape) {
  if (shape == "coil") return read_coil(r);
  if (shape == "helical_strip") return read_strip(r);
  return read_flight(r);
}

}  // namespace juggler
