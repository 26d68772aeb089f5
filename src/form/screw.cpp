#include "screw.h"

#include <cmath>

namespace juggler {
namespace {

constexpr double two_pi = 2 * std::numbers::pi;
constexpr double longest_size = 1e5;  // mm

Vec3 outwards(double u) { return {std::cos(u), std::sin(u), 0}; }
Vec3 onwards(double u) { return {-std::sin(u), std::cos(u), 0}; }

void check_angle(const char* key, Angle angle) {
  if (std::abs(angle.degrees()) <= 3600) return;
  throw Refusal({.reason = "is out of range",
                 .key = key,
                 .found = shown_degrees(angle),
                 .allowed = "-3600 to 3600 degrees"});
}

double height_at(const Screw& s, double u) {
  const double t = s.part(u);
  return s.turns * (s.pitch * t + (s.pitch_to - s.pitch) * t * t / 2);
}

// The normal is that of the inner edge; the inside looks up the axis.
Ruling ruling_of(const Screw& s, double u) {
  const Vec3 out = outwards(u);
  const Vec3 on = onwards(u);
  const Vec3 up{0, 0, 1};
  const double h = s.sense * s.rise(u);
  const double dh = s.sense * s.rise_rate();
  const double a = s.shaft;
  const double p = std::hypot(a, h);
  const double dp = h * dh / p;
  const Vec3 down = h * on - a * up;
  return {a * out + height_at(s, u) * up,
          out,
          1 / p * down,
          a * on + h * up,
          on,
          1 / p * (dh * on - h * out) - dp / (p * p) * down};
}

}  // namespace

double needed_size(const std::optional<double>& value, const char* key, double least, double most,
                   const char* advice) {
  if (!value) throw Refusal({.reason = "is missing", .key = key, .advice = advice});
  if (*value >= least && *value <= most) return *value;
  throw Refusal({.reason = "is out of range",
                 .key = key,
                 .found = shown_mm(*value),
                 .allowed = shown(least) + " to " + shown_mm(most)});
}

std::vector<WallPiece> in_stretches(double from, double to, double most,
                                    const std::function<Ruling(double)>& ruling) {
  std::vector<WallPiece> pieces;
  const int count = std::max(1, static_cast<int>(std::ceil((to - from) / most - 1e-9)));
  for (int i = 0; i < count; ++i) {
    const double a = from + (to - from) * i / count;
    const double b = i + 1 == count ? to : from + (to - from) * (i + 1) / count;
    pieces.push_back({a, b, ruling});
  }
  return pieces;
}

double Screw::part(double u) const { return sense * (u - start) / (two_pi * turns); }
double Screw::plan(double part) const { return start + sense * two_pi * turns * part; }
double Screw::rise(double u) const { return (pitch + (pitch_to - pitch) * part(u)) / two_pi; }
double Screw::rise_rate() const { return sense * (pitch_to - pitch) / (two_pi * two_pi * turns); }
double Screw::outer(double u) const { return outside + (to - outside) * part(u); }
double Screw::outer_rate() const { return sense * (to - outside) / (two_pi * turns); }

Screw screw_of(const Flight& f, Hand hand) {
  const char* missing = "give the diameters of shaft and outside, and the pitch";
  Screw s;
  s.shaft = needed_size(f.shaft, "shaft.diameter", 0, longest_size, missing) / 2;
  const double least = 2 * s.shaft * (1 + 1e-6) + 1e-3;
  s.outside = needed_size(f.outside, "outside.diameter", least, longest_size, missing) / 2;
  s.to = f.outside_to ? needed_size(f.outside_to, "outside.end_diameter", least, longest_size, missing) / 2
                      : s.outside;
  s.pitch = needed_size(f.pitch, "pitch", 1e-3, longest_size, missing);
  s.pitch_to = f.pitch_to ? needed_size(f.pitch_to, "pitch.to", 1e-3, longest_size, missing) : s.pitch;
  if (!f.turns || !(*f.turns >= 0.01 && *f.turns <= 200))
    throw Refusal({.reason = f.turns ? "is out of range" : "is missing",
                   .key = "turns",
                   .found = f.turns ? shown(*f.turns) : "",
                   .allowed = "0.01 to 200",
                   .advice = "say how many turns the flight makes"});
  check_angle("start.at", f.start);
  s.turns = *f.turns;
  s.sense = hand == Hand::opposite ? -1 : 1;
  s.start = s.sense * f.start.radians();
  return s;
}

Form form_of(const Screw& s) {
  Form f;
  const double a = s.plan(s.sense > 0 ? 0 : 1);
  const double b = s.plan(s.sense > 0 ? 1 : 0);
  f.wall = in_stretches(a, b, std::numbers::pi, [s](double u) { return ruling_of(s, u); });
  f.base = Rim([](double) -> Cut { return {0, 0}; });
  f.top = Rim([s](double u) -> Cut { return {s.outer(u) - s.shaft, s.outer_rate()}; });
  f.open = true;
  const double height = s.turns * (s.pitch + s.pitch_to) / 2;
  f.size = std::hypot(2 * std::max(s.outside, s.to), height);
  return f;
}

}  // namespace juggler
