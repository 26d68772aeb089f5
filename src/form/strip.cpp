// Equation numbers: docs/maths/winding.md.
#include <algorithm>
#include <cmath>

#include "screw.h"

namespace juggler {
namespace {

constexpr double two_pi = 2 * std::numbers::pi;

[[noreturn]] void refuse(const char* reason, const char* key, const std::string& found,
                         const std::string& allowed, const char* advice) {
  throw Refusal({.reason = reason, .key = key, .found = found, .allowed = allowed, .advice = advice});
}

// What winds the strip: the rise per radian, and how far it goes round.
struct Winding {
  double h = 0;
  double angle = 0;
};

// Two of pitch, turns, height and lead angle on a body of a radius.
Winding winding_of(const HelicalStrip& s, double radius) {
  const char* two = "give two of pitch, turns, height and lead_angle, but not pitch and lead_angle alone";
  const int given = s.pitch.has_value() + s.turns.has_value() + s.height.has_value() + s.lead.has_value();
  if (given != 2)
    refuse(given < 2 ? "is missing" : "is one too many",
           given < 2 ? "pitch"
           : s.lead  ? "lead_angle"
                     : "height",
           std::to_string(given) + " given", "two of pitch, turns, height and lead_angle", two);
  if (s.pitch && s.lead)
    refuse("says the same as the pitch: nothing says how far the strip goes", "lead_angle",
           shown_degrees(*s.lead), "turns or height beside one of them", two);
  Winding w;
  if (s.pitch) w.h = needed_size(s.pitch, "pitch", 1e-3, 1e5, two) / two_pi;
  if (s.lead) {
    if (!(s.lead->degrees() >= 0.01 && s.lead->degrees() <= 89.9))
      refuse("is out of range", "lead_angle", shown_degrees(*s.lead), "0.01 to 89.9 degrees", "");
    w.h = radius * std::tan(s.lead->radians());
  }
  if (s.turns) {
    if (!(*s.turns >= 1e-3 && *s.turns <= 1000))
      refuse("is out of range", "turns", shown(*s.turns), "0.001 to 1000", "");
    w.angle = two_pi * *s.turns;
    if (s.height) w.h = needed_size(s.height, "height", 1e-3, 1e6, two) / w.angle;
    return w;
  }
  w.angle = needed_size(s.height, "height", 1e-3, 1e6, two) / w.h;
  if (w.angle > 1000 * two_pi)
    refuse("makes too many turns", "height", shown(w.angle / two_pi), "up to 1000 turns",
           "make the pitch larger");
  return w;
}

// (12): how far ahead the upper edge is met, per kind of end; round ones as square, moved inwards by half the
// width.
double ahead(const HelicalStrip& s, const Winding& w, double neutral, double width) {
  const double run = std::hypot(neutral, w.h);
  if (s.ends == StripEnds::upright) return 0;
  if (s.ends == StripEnds::level) return -width * run / (neutral * w.h);
  return -w.h * width / (run * neutral);
}

}  // namespace

WoundPart wound_strip(const HelicalStrip& s, const Sheet& sheet, Hand hand) {
  const double radius = needed_size(s.on, "on.diameter", 1e-3, 1e5, "give the diameter of the body") / 2;
  if (s.width && s.upright)
    refuse("is given beside the width", "upright", shown_mm(*s.upright), "width or upright",
           "keep one of them");
  if (!(std::abs(s.start.degrees()) <= 3600))
    refuse("is out of range", "start.at", shown_degrees(s.start), "-3600 to 3600 degrees", "");
  const double t = *sheet.thickness;
  const Winding w = winding_of(s, radius);
  const double neutral_layer = sheet.neutral * t;
  const double neutral = radius + neutral_layer;
  const double run = std::hypot(neutral, w.h);
  const double lean = neutral / run;  // (11)
  const double width = s.upright ? lean * needed_size(s.upright, "upright", 1e-3, 1e5, "")
                                 : needed_size(s.width, "width", 1e-3, 1e5,
                                               "give the width of the strip, or how wide it is upright");
  const double upright = width / lean;
  if (upright >= two_pi * w.h)
    refuse("is so wide that the strip's turns lie over each other", s.upright ? "upright" : "width",
           shown_mm(width), "less than " + shown_mm(two_pi * w.h * neutral / run),
           "make it narrower, or the pitch larger");
  const double sense = hand == Hand::opposite ? -1 : 1;
  const double start = sense * s.start.radians();
  const double moved = s.ends == StripEnds::round ? width / 2 / run : 0;
  const double off = ahead(s, w, neutral, width);
  if (w.angle <= 2 * moved)
    refuse("leaves no strip between its round ends", s.turns ? "turns" : "height",
           shown(w.angle / two_pi) + " turns", "more than " + shown(2 * moved / two_pi) + " turns",
           "make it longer or narrower");
  // Along the strip from its lower end; u runs anticlockwise, a left-hand strip falls with it.
  const auto at = [&](double along) { return start + sense * along; };
  const double round = s.ends == StripEnds::round ? width / 2 : 0;
  ObliqueEnd low{at(moved), at(moved + off), round};
  ObliqueEnd high{at(w.angle - moved), at(w.angle - moved + off), round};
  if (sense < 0) std::swap(low, high);
  Form f;
  f.ends = {low, high};
  const auto [from, to] = std::minmax({low.base, low.top, high.base, high.top});
  f.wall = in_stretches(from, to, std::numbers::pi, [radius](double u) {
    const Vec3 out{std::cos(u), std::sin(u), 0};
    const Vec3 on{-std::sin(u), std::cos(u), 0};
    return Ruling{radius * out, {0, 0, 1}, out, radius * on, {}, on};
  });
  const double h = sense * w.h;
  f.base = Rim([=](double u) -> Cut { return {h * (u - start), h}; });
  f.top = Rim([=](double u) -> Cut { return {h * (u - start) + upright, h}; });
  f.thickness = t;
  f.neutral = neutral_layer;
  f.open = true;
  f.size = std::hypot(2 * (radius + t), w.h * w.angle + upright);
  WoundPart part;
  part.form = f;
  part.thickness = t;
  part.pieces.push_back({f, f.from(), f.to()});
  // (13)
  const auto helix = [&](double r) { return w.angle * std::hypot(r, w.h); };
  part.strip = StripNumbers{two_pi * w.h,
                            w.angle / two_pi,
                            w.h * w.angle,
                            Angle::radians(std::atan2(w.h, radius)),
                            Angle::radians(std::atan2(w.h, neutral)),
                            helix(radius),
                            helix(neutral),
                            helix(radius + t),
                            width,
                            upright};
  return part;
}

}  // namespace juggler
