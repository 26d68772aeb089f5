// Sizes of flights, coils and helical strips. Equation numbers: docs/maths/winding.md.
#include <array>
#include <cmath>

#include "part/bounds.h"
#include "wound_sizes.h"

namespace juggler {

const char* name_of(FlightFlat flat) {
  return flat == FlightFlat::equal_edges ? "equal_edges" : "least_stretch";
}

const char* name_of(StripEnds ends) {
  constexpr std::array names{"square", "level", "upright", "round"};
  return names[static_cast<size_t>(ends)];
}
namespace {

constexpr double widest_winding = 1e5;  // mm

double needed(const std::optional<double>& value, const char* key, double least, double most,
              const char* unit, const Phrase& advice) {
  if (!value) refuse(key, "is missing", "", in_range(least, most, unit), advice);
  check_range(key, *value, least, most, unit);
  return *value;
}

// Plan angle, radians.
double start_of(Angle start) {
  check_range("start.at", start.degrees(), -3600, 3600, "degrees");
  return start.radians();
}

}  // namespace

// --- flights

double FlightSizes::part(double u) const { return (u - start) / (two_pi * turns); }
double FlightSizes::plan(double part) const { return start + two_pi * turns * part; }
double FlightSizes::rise(double u) const { return (pitch + (pitch_to - pitch) * part(u)) / two_pi; }
double FlightSizes::rise_rate() const { return (pitch_to - pitch) / (two_pi * two_pi * turns); }
double FlightSizes::outer(double u) const { return outside + (outside_to - outside) * part(u); }
double FlightSizes::outer_rate() const { return (outside_to - outside) / (two_pi * turns); }

FlightSizes solve(const Flight& f) {
  const char* missing = "give the diameters of shaft and outside, and the pitch";
  FlightSizes s;
  s.shaft = needed(f.shaft, "shaft.diameter", 0, widest_winding, "mm", missing) / 2;
  const double least = 2 * s.shaft * (1 + within::beside) + shortest;
  s.outside = needed(f.outside, "outside.diameter", least, widest_winding, "mm", missing) / 2;
  s.outside_to = f.outside_to
                     ? needed(f.outside_to, "outside.end_diameter", least, widest_winding, "mm", missing) / 2
                     : s.outside;
  s.pitch = needed(f.pitch, "pitch", shortest, widest_winding, "mm", missing);
  s.pitch_to = f.pitch_to ? needed(f.pitch_to, "pitch.to", shortest, widest_winding, "mm", missing) : s.pitch;
  s.turns = needed(f.turns, "turns", 0.01, 200, "turns", "say how many turns the flight makes");
  s.start = start_of(f.start);
  check_range("blank.turns", f.turns_per_blank, 0.01, 1, "turns");
  check_range("strain_limit", f.strain_limit, 0, 1, "of the length");
  return s;
}

// (1a): along a cylinder about the shaft neighbouring turns are as far apart as the rise times the cosine of
// the lead there; the least of it at the inner edge.
void check_turns(const FlightSizes& s, double thickness) {
  if (s.turns <= 1) return;
  const double pitch = std::min(s.pitch, s.pitch_to);
  const double r = std::max(s.shaft, thickness);
  const double apart = pitch * r / std::hypot(r, pitch / two_pi);
  if (apart >= thickness) return;
  refuse("pitch", "is so small that the turns lie in each other", shown_mm(pitch),
         "turns " + shown_mm(thickness) + " apart at the shaft, here " + shown_mm(apart),
         "make it larger, or the sheet thinner");
}

// --- coils

double face_radius(double r, double m, double d) {
  return std::sqrt(r * r + 2 * d * r * r / std::hypot(r, m) + d * d);
}

namespace {

// The middle's radius where a face lies at another; none where the strip is too thick to come so near the
// axis.
std::optional<double> middle_of_face(double face, double m, double d) {
  const double high = face + std::abs(d) + m;
  const auto off = [&](double r) { return face_radius(r, m, d) - face; };
  const Least nearest = least(off, 0, high);
  if (nearest.value > 0) return std::nullopt;
  return root(off, nearest.at, high);
}

void check_one_of(bool first, bool second, const char* first_key, const char* second_key) {
  if (first != second) return;
  refuse(first ? second_key : first_key, first ? std::string("is given beside ") + first_key : "is missing",
         "", std::string("one of ") + first_key + " and " + second_key,
         first ? "keep one of them" : "give one");
}

double first_radius(const Coil& c, double m, double thickness) {
  const char* key = c.inside ? "start.inside_diameter" : "start.middle_diameter";
  const double start = needed(c.inside ? c.inside : c.middle, key, shortest, widest_winding, "mm", "") / 2;
  const auto first = c.inside ? middle_of_face(start, m, -thickness / 2) : start;
  // The inside face must bend, not fold.
  const double w = std::hypot(first.value_or(0), m);
  if (!first || w <= thickness / 2 * (1 + m * m / (w * w)))
    refuse(key, "leaves no inside face at its start", shown_mm(2 * start),
           "more than about " + shown_mm(thickness), "start it wider");
  return *first;
}

double angle_of(const Coil& c, const CoilSizes& s, double thickness) {
  constexpr double most = 1000;
  if (c.turns) {
    check_range("turns", *c.turns, 0.01, most, "turns");
    return two_pi * *c.turns;
  }
  const double end = needed(c.outside, "outside.diameter", shortest, longest, "mm", "") / 2;
  const double least = face_radius(s.first, s.growth, thickness / 2);
  if (end <= least)
    refuse("outside.diameter", "is no larger than the coil is at its start", shown_mm(2 * end),
           "more than " + shown_mm(2 * least), "give the diameter over the last turn");
  const double last = middle_of_face(end, s.growth, thickness / 2).value_or(s.first);
  const double angle = (last - s.first) / s.growth;
  if (angle > most * two_pi)
    refuse("outside.diameter", "makes too many turns", shown(angle / two_pi), "up to 1000 turns",
           "widen the spacing");
  return angle;
}

// (10)
double clearance_of(const CoilSizes& s, double thickness) {
  if (s.angle < two_pi) return 0;
  const auto apart = [&](double a) {
    return std::hypot(s.first - s.radius(a) * std::cos(a), s.radius(a) * std::sin(a));
  };
  return least(apart, two_pi - 1, std::min(s.angle, two_pi + 1)).value - thickness;
}

}  // namespace

CoilSizes solve(const Coil& c, const Sheet& sheet) {
  const double t = *sheet.thickness;
  check_one_of(c.inside.has_value(), c.middle.has_value(), "start.inside_diameter", "start.middle_diameter");
  check_one_of(c.turns.has_value(), c.outside.has_value(), "turns", "outside.diameter");
  CoilSizes s;
  const double spacing =
      needed(c.spacing, "spacing", shortest, widest_winding, "mm", "give the distance of neighbouring turns");
  if (spacing < t)
    refuse("spacing", "is less than the thickness: the turns would lie in each other", shown_mm(spacing),
           shown_mm(t) + " or more", "widen the spacing");
  s.growth = spacing / two_pi;
  s.first = first_radius(c, s.growth, t);
  s.angle = angle_of(c, s, t);
  s.width =
      needed(c.width, "width", shortest, widest_winding, "mm", "give the width of the strip along the axis");
  s.start = start_of(c.start);
  s.clearance = clearance_of(s, t);
  if (s.clearance < -within::same * s.radius(s.angle))
    refuse("spacing", "is too small: neighbouring turns would lie in each other", shown_mm(spacing),
           "a clearance of 0 or more, here " + shown_mm(s.clearance), "widen the spacing");
  return s;
}

// --- helical strips

double StripSizes::run() const { return std::hypot(neutral, rise); }

namespace {

constexpr const char* two_of =
    "give two of pitch, turns, height and lead_angle, but not pitch and lead_angle alone";

void check_two_sizes(const HelicalStrip& s) {
  const int given = s.pitch.has_value() + s.turns.has_value() + s.height.has_value() + s.lead.has_value();
  const char* key = given < 2 ? "pitch" : s.lead ? "lead_angle" : "height";
  if (given != 2)
    refuse(key, given < 2 ? "is missing" : "is one too many", std::to_string(given) + " given",
           "two of pitch, turns, height and lead_angle", two_of);
  if (s.pitch && s.lead)
    refuse("lead_angle", "says the same as the pitch: nothing says how far the strip goes",
           shown_degrees(*s.lead), "turns or height beside one of them", two_of);
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
  check_range("blank.turns", s.turns_per_blank, 0.01, 1, "turns");
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
    refuse(s.turns ? "turns" : "height", "leaves no strip between its round ends",
           shown(sizes.angle / two_pi) + " turns", "more than " + shown(both_tips / two_pi) + " turns",
           "make it longer or narrower");
  return sizes;
}

}  // namespace juggler
