// Strips given by the length of their lower edge. Equation numbers: docs/maths/winding.md.
#include <cmath>

#include "needed.h"
#include "wound_sizes.h"

namespace juggler {
namespace {

constexpr double most_turns = 1000;

// The lower edge as it winds up a cylinder or cone: radii and height of the body's, radians, mm.
struct Wound {
  double from = 0, to = 0, angle = 0, height = 0;
  std::optional<double> lead = {};
};

// (13b): its length on the layer that stands off the body by so much.
double length_of(const Wound& w, double off) {
  const double lean = std::atan2(w.to - w.from, w.height);
  const double aside = off * std::cos(lean);
  if (w.from == w.to) return w.angle * std::hypot(w.from + off, w.height / w.angle);
  const double steep = w.lead ? std::tan(*w.lead) * std::sin(lean) : 0;
  const auto speed = [&](double t) {
    // By the pace of (18): how fast it goes along the generator.
    const double rate = w.lead ? steep * std::exp(steep * t) / std::expm1(steep * w.angle) : 1 / w.angle;
    const double pace = w.lead ? std::expm1(steep * t) / std::expm1(steep * w.angle) : t / w.angle;
    const double radius = w.from + (w.to - w.from) * pace + aside;
    return std::hypot(radius, rate * std::hypot(w.to - w.from, w.height));
  };
  return integral(speed, 0, w.angle, 2 + static_cast<int>(w.angle / two_pi));
}

// The edge that has one size besides its length, by the one that is sought: its height where the turns are
// given, else its turns.
Wound wound_by(const HelicalStrip& s, double sought) {
  Wound w{*s.body_diameter / 2, s.body_end_diameter.value_or(*s.body_diameter) / 2};
  w.angle = two_pi * s.turns.value_or(sought);
  w.height = s.turns ? sought : s.height ? *s.height : s.pitch ? *s.pitch * sought : 0;
  if (!s.lead) return w;
  const double steep = std::tan(s.lead->radians());
  if (w.from == w.to) {
    w.height = w.angle * steep * w.from;
  } else {
    w.lead = s.lead->radians();
    w.height = (w.to - w.from) / std::tan(std::asin(std::log(w.to / w.from) / (w.angle * steep)));
  }
  return w;
}

double stands_off(const HelicalStrip& s, const Sheet& sheet) {
  const double t = *sheet.thickness;
  if (s.tilt) {
    if (s.length_on == StripLayer::inside || s.length_on == StripLayer::outside)
      refuse("length_on", "is a face, but a standing strip is measured on its middle", name_of(s.length_on),
             "middle", "leave it out");
    return 0;
  }
  switch (s.length_on) {
    case StripLayer::inside:
      return 0;
    case StripLayer::middle:
      return t / 2;
    case StripLayer::outside:
      return t;
    default:
      return sheet.neutral_factor * t;
  }
}

void check_beside(const HelicalStrip& s) {
  constexpr const char* one = "give one of pitch, turns, height and lead_angle beside the length";
  const int given = s.pitch.has_value() + s.turns.has_value() + s.height.has_value() + s.lead.has_value();
  if (given != 1)
    refuse("length", given < 1 ? "is given alone" : "is one size too many", shown_mm(*s.length),
           "one of pitch, turns, height and lead_angle beside it", one);
  check_range("length", *s.length, shortest, longest, "mm");
  (void)needed(s.body_diameter, "body.diameter", shortest, widest_winding, "mm",
               "give the diameter of the body");
  if (s.body_end_diameter)
    (void)needed(s.body_end_diameter, "body.end_diameter", shortest, widest_winding, "mm", "");
  if (s.pitch) check_range("pitch", *s.pitch, shortest, widest_winding, "mm");
  if (s.height) check_range("height", *s.height, shortest, longest, "mm");
  if (s.turns) check_range("turns", *s.turns, least_turns, most_turns, "turns");
  if (s.lead) check_range("lead_angle", s.lead->degrees(), 0.01, 89.9, "degrees");
}

// Where the sought one begins: with a constant lead a cone's end is reached in so many turns at least.
double least_sought(const HelicalStrip& s) {
  if (s.turns) return shortest;
  if (!s.lead || !s.body_end_diameter) return least_turns;
  const double grows = std::abs(std::log(*s.body_end_diameter / *s.body_diameter));
  return std::max(least_turns, grows / std::tan(s.lead->radians()) / two_pi * (1 + within::beside));
}

}  // namespace

// (13c)
HelicalStrip without_length(const HelicalStrip& strip, const Sheet& sheet) {
  if (!strip.length) return strip;
  check_beside(strip);
  const double off = stands_off(strip, sheet);
  const auto length = [&](double sought) { return length_of(wound_by(strip, sought), off); };
  const double low = least_sought(strip);
  const double high = strip.turns ? longest : most_turns;
  if (low >= high || length(low) > *strip.length || length(high) < *strip.length)
    refuse("length", "cannot be reached", shown_mm(*strip.length),
           low >= high ? Phrase("a steeper lead_angle")
                       : in_range(length(low), length(high), "mm") + " beside what else is given",
           "give another length, or another size beside it");
  HelicalStrip by_size = strip;
  (strip.turns ? by_size.height : by_size.turns) =
      root([&](double sought) { return length(sought) - *strip.length; }, low, high);
  return by_size;
}

}  // namespace juggler
