// Sizes of flights and coils. Equation numbers: docs/maths/winding.md.
#include <array>
#include <cmath>

#include "needed.h"
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

const char* name_of(StripLayer layer) {
  constexpr std::array names{"inside", "neutral", "middle", "outside"};
  return names[static_cast<size_t>(layer)];
}

// --- flights

double FlightSizes::part(double u) const { return (u - start) / (two_pi * turns); }
double FlightSizes::plan(double part) const { return start + two_pi * turns * part; }
double FlightSizes::rise(double u) const { return (pitch + (pitch_to - pitch) * part(u)) / two_pi; }
double FlightSizes::rise_rate() const { return (pitch_to - pitch) / (two_pi * two_pi * turns); }
double FlightSizes::height(double u) const {
  const double t = part(u);
  return turns * (pitch * t + (pitch_to - pitch) * t * t / 2);
}
double FlightSizes::inner(double u) const {
  return shaft + (shaft_to - shaft) * (shaft_by_height ? height(u) / whole_height() : part(u));
}
double FlightSizes::inner_rate(double u) const {
  return (shaft_to - shaft) * (shaft_by_height ? rise(u) / whole_height() : 1 / (two_pi * turns));
}
double FlightSizes::outer(double u) const { return outside + (outside_to - outside) * part(u); }
double FlightSizes::outer_rate() const { return (outside_to - outside) / (two_pi * turns); }

namespace {

constexpr const char* flight_needs = "give the diameters of shaft and outside, and the pitch";

// A pair of diameters, at the lower and the upper end; the second as the first where it is not given.
struct Pair {
  double from = 0, to = 0;
};
Pair radii(const std::optional<double>& from, const char* key, const std::optional<double>& to,
           const char* to_key, Pair least) {
  const double a = needed(from, key, least.from, widest_winding, "mm", flight_needs) / 2;
  if (!to && !from) return {a, a};
  // Where only one is given it must do for both ends.
  if (!to) check_range(key, *from, std::max(least.from, least.to), widest_winding, "mm");
  return {a, to ? needed(to, to_key, least.to, widest_winding, "mm", flight_needs) / 2 : a};
}

// A ribbon's width from edge to edge.
Pair inside_by_width(const Flight& f, Pair outside) {
  if (f.inside)
    refuse("width", "is given beside inside.diameter", shown_mm(*f.width), "one of them", "keep one");
  const double most = std::min(outside.from, outside.to) * (1 - within::beside);
  check_range("width", *f.width, shortest, most, "mm");
  return {outside.from - *f.width, outside.to - *f.width};
}

void check_shaft(const Flight& f, Pair inner) {
  if (!f.shaft && f.shaft_to)
    refuse("shaft.diameter", "is missing beside shaft.end_diameter", "", "both, or neither", "give it");
  if (!f.shaft) return;
  check_range("shaft.diameter", *f.shaft, 0, 2 * inner.from, "mm");
  check_range(f.shaft_to ? "shaft.end_diameter" : "shaft.diameter", f.shaft_to.value_or(*f.shaft), 0,
              2 * inner.to, "mm");
}

// (1c)
void solve_edges(const Flight& f, FlightSizes& s) {
  const auto over = [](Pair inner) {
    const auto least = [](double r) { return 2 * r * (1 + within::beside) + shortest; };
    return Pair{least(inner.from), least(inner.to)};
  };
  const auto outer = [&](Pair least) {
    return radii(f.outside, "outside.diameter", f.outside_to, "outside.end_diameter", least);
  };
  Pair inner, outside;
  if (f.width) {
    outside = outer({shortest, shortest});
    inner = inside_by_width(f, outside);
  } else {
    inner = f.inside ? radii(f.inside, "inside.diameter", f.inside_to, "inside.end_diameter", {})
                     : radii(f.shaft, "shaft.diameter", f.shaft_to, "shaft.end_diameter", {});
    outside = outer(over(inner));
  }
  if (f.inside_to && !f.inside)
    refuse("inside.end_diameter", "is given without inside.diameter", shown_mm(*f.inside_to),
           "beside inside.diameter", "give both, or neither");
  if (f.is_ribbon()) check_shaft(f, inner);
  s.shaft = inner.from;
  s.shaft_to = inner.to;
  s.shaft_by_height = !f.is_ribbon();
  s.outside = outside.from;
  s.outside_to = outside.to;
}

}  // namespace

FlightSizes solve(const Flight& f) {
  FlightSizes s;
  solve_edges(f, s);
  const char* missing = flight_needs;
  s.pitch = needed(f.pitch, "pitch", shortest, widest_winding, "mm", missing);
  s.pitch_to = f.pitch_to ? needed(f.pitch_to, "pitch.to", shortest, widest_winding, "mm", missing) : s.pitch;
  s.turns = needed(f.turns, "turns", 0.01, 200, "turns", "say how many turns the flight makes");
  s.start = start_of(f.start);
  check_range("blank.turns", f.turns_per_blank, 0.01, most_turns_of_blank, "turns");
  check_range("strain_limit", f.strain_limit, 0, 1, "of the length");
  return s;
}

// (1a): along a cylinder about the shaft neighbouring turns are as far apart as the rise times the cosine of
// the lead there; the least of it at the inner edge.
void check_turns(const FlightSizes& s, double thickness) {
  if (s.turns <= 1) return;
  const double pitch = std::min(s.pitch, s.pitch_to);
  const double r = std::max(s.least_inner(), thickness);
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

}  // namespace juggler
