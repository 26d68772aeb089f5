// Sizes of helical strips. Equation numbers: docs/maths/winding.md.
#include <array>
#include <cmath>

#include "needed.h"
#include "wound_sizes.h"

namespace juggler {

double StripSizes::run() const { return std::hypot(neutral, rise); }

namespace {

constexpr const char* two_of =
    "give two of pitch, turns, height, lead_angle and length, but not pitch and lead_angle alone";

void check_two_sizes(const HelicalStrip& s) {
  const int given = s.pitch.has_value() + s.turns.has_value() + s.height.has_value() + s.lead.has_value();
  const char* key = given < 2 ? "pitch" : s.lead ? "lead_angle" : "height";
  if (given != 2)
    refuse(key, given < 2 ? "is missing" : "is one too many", std::to_string(given) + " given",
           "two of pitch, turns, height, lead_angle and length", two_of);
  if (s.pitch && s.lead)
    refuse("lead_angle", "says the same as the pitch: nothing says how far the strip goes",
           shown_degrees(*s.lead), "turns, height or length beside one of them", two_of);
}

void wind_up(const HelicalStrip& s, StripSizes& sizes) {
  check_two_sizes(s);
  constexpr double most = 1000;
  if (s.pitch) sizes.rise = needed(s.pitch, "pitch", shortest, widest_winding, "mm", two_of) / two_pi;
  if (s.lead) {
    check_range("lead_angle", s.lead->degrees(), 0.01, 89.9, "degrees");
    sizes.rise = sizes.body * std::tan(s.lead->radians());
  }
  if (s.height) check_range("height", *s.height, shortest, longest, "mm");
  if (s.turns) {
    check_range("turns", *s.turns, least_turns, most, "turns");
    sizes.angle = two_pi * *s.turns;
    if (s.height) sizes.rise = *s.height / sizes.angle;
    return;
  }
  sizes.angle = *s.height / sizes.rise;
  if (sizes.angle > most * two_pi)
    refuse("height", "makes too many turns", shown(sizes.angle / two_pi), "up to 1000 turns",
           "make the pitch larger");
}

// (11)
void widen(const HelicalStrip& s, StripSizes& sizes) {
  if (s.width && s.upright_width)
    refuse("upright_width", "is given beside the width", shown_mm(*s.upright_width), "width or upright_width",
           "keep one of them");
  const double lean = sizes.neutral / sizes.run();
  const char* key = s.upright_width ? "upright_width" : "width";
  const double given = needed(s.upright_width ? s.upright_width : s.width, key, shortest, widest_winding,
                              "mm", "give the width of the strip, or how wide it is upright");
  sizes.width = s.upright_width ? lean * given : given;
  sizes.upright_width = sizes.width / lean;
  const double pitch = two_pi * sizes.rise;
  if (sizes.upright_width >= pitch)
    refuse(key, "is so wide that the strip's turns lie over each other", shown_mm(given),
           "less than " + shown_mm(s.upright_width ? pitch : pitch * lean),
           "make it narrower, or the pitch larger");
}

}  // namespace

namespace {

// (15): turns and height of the lower edge, and the cone that it winds up.
void wind_up_cone(const HelicalStrip& s, ConeStripSizes& c) {
  check_two_sizes(s);
  constexpr double most = 1000;
  if (s.pitch) check_range("pitch", *s.pitch, shortest, widest_winding, "mm");
  if (s.height) check_range("height", *s.height, shortest, longest, "mm");
  if (s.turns) check_range("turns", *s.turns, least_turns, most, "turns");
  if (s.lead) {
    check_range("lead_angle", s.lead->degrees(), 0.01, 89.9, "degrees");
    c.lead = s.lead->radians();
  }
  const double grows = std::log(c.to / c.from);
  if (s.lead && s.turns) {
    c.angle = two_pi * *s.turns;
    const double sine = grows / (c.angle * std::tan(*c.lead));
    if (std::abs(sine) >= 1)
      refuse("lead_angle", "is too small to reach the end of the body in these turns", shown_degrees(*s.lead),
             "more than " + shown_degrees(Angle::radians(std::atan(std::abs(grows) / c.angle))),
             "make it steeper, or the turns more");
    c.half_angle = std::asin(sine);
    c.height = (c.to - c.from) / std::tan(c.half_angle);
    return;
  }
  c.height = s.height ? *s.height : *s.pitch * *s.turns;
  c.half_angle = std::atan((c.to - c.from) / c.height);
  c.angle = s.lead    ? grows / (std::tan(*c.lead) * std::sin(c.half_angle))
            : s.turns ? two_pi * *s.turns
                      : two_pi * c.height / *s.pitch;
  if (c.angle > most * two_pi)
    refuse("height", "makes too many turns", shown(c.angle / two_pi), "up to 1000 turns",
           "make the pitch larger");
}

// The radii of the body.
ConeStripSizes cone_of(const HelicalStrip& s) {
  ConeStripSizes c;
  c.from = needed(s.body_diameter, "body.diameter", shortest, widest_winding, "mm",
                  "give the diameter of the body") /
           2;
  c.to = needed(s.body_end_diameter, "body.end_diameter", shortest, widest_winding, "mm", "") / 2;
  if (std::abs(c.to - c.from) < within::same * c.from)
    refuse("body.end_diameter", "makes a cylinder of the body", shown_mm(*s.body_end_diameter),
           "another diameter", "leave it out");
  return c;
}

}  // namespace

ConeStripSizes solve_on_cone(const HelicalStrip& s, const Sheet& sheet) {
  if (s.upright_width)
    refuse("upright_width", "changes along a strip on a cone", shown_mm(*s.upright_width), "width",
           "give the width square to its edges");
  ConeStripSizes c = cone_of(s);
  wind_up_cone(s, c);
  c.width = needed(s.width, "width", shortest, widest_winding, "mm", "give the width of the strip");
  c.ends = s.ends;
  c.start = start_of(s.start);
  c.thickness = *sheet.thickness;
  return c;
}

StandingSizes solve_standing(const HelicalStrip& s) {
  StandingSizes all;
  all.from = needed(s.body_diameter, "body.diameter", shortest, widest_winding, "mm",
                    "give the diameter of the body") /
             2;
  all.to = all.from;
  if (s.body_end_diameter) {
    ConeStripSizes cone = cone_of(s);
    wind_up_cone(s, cone);
    all.to = cone.to;
    all.angle = cone.angle;
    all.height = cone.height;
    all.half_angle = cone.half_angle;
    all.lead = cone.lead;
  } else {
    StripSizes sizes;
    sizes.body = all.from;
    wind_up(s, sizes);
    all.angle = sizes.angle;
    all.height = sizes.rise * sizes.angle;
  }
  const double turns = all.angle / two_pi;
  check_range("turns", turns, least_turns, 50, "turns of a standing strip");
  if (s.upright_width)
    refuse("upright_width", "belongs to a strip that lies against the body", shown_mm(*s.upright_width),
           "width", "give the width along its rulings");
  all.width = needed(s.width, "width", shortest, widest_winding, "mm", "give the width of the strip");
  check_range("tilt", s.tilt->degrees(), 0.1, 179.9, "degrees");
  all.lean = all.half_angle + s.tilt->radians();
  check_range("blank.turns", s.turns_per_blank, 0.01, most_turns_of_blank, "turns");
  check(s.strain);
  all.start = start_of(s.start);
  all.ends = s.ends;
  constexpr double most = 64;
  const double pieces = std::ceil(turns / s.turns_per_blank * (1 - within::same));
  if (pieces > most)
    refuse("blank.turns", "makes too many blanks", shown(pieces), "up to 64", "make the blanks longer");
  all.pieces = static_cast<int>(pieces);
  return all;
}

StripSizes solve(const HelicalStrip& s, const Sheet& sheet) {
  StripSizes sizes;
  sizes.body = needed(s.body_diameter, "body.diameter", shortest, widest_winding, "mm",
                      "give the diameter of the body") /
               2;
  sizes.neutral = sizes.body + sheet.neutral_factor * *sheet.thickness;
  sizes.start = start_of(s.start);
  sizes.ends = s.ends;
  wind_up(s, sizes);
  widen(s, sizes);
  const double both_tips = s.ends == StripEnds::round ? sizes.width / sizes.run() : 0;
  if (sizes.angle <= both_tips)
    refuse(s.length  ? "length"
           : s.turns ? "turns"
                     : "height",
           "leaves no strip between its round ends", shown(sizes.angle / two_pi) + " turns",
           "more than " + shown(both_tips / two_pi) + " turns", "make it longer or narrower");
  return sizes;
}

}  // namespace juggler
