// The middle of a flight in space. Private to form and develop. Equation numbers: docs/maths/winding.md.
#pragma once

#include "juggler/winding.h"

namespace juggler {

/// A flight as made: its sizes checked, its lower end where it lies, left-hand ones falling with the plan
/// angle.
struct Screw {
  double shaft = 0;            ///< radius
  double outside = 0, to = 0;  ///< radius at the lower and at the upper end
  double pitch = 0, pitch_to = 0;
  double turns = 0;
  double start = 0;  ///< plan angle of the lower end, radians
  double sense = 1;  ///< -1: left-hand

  /// The share of the turns that is passed at a plan angle, from the lower end.
  [[nodiscard]] double part(double u) const;
  [[nodiscard]] double plan(double part) const;
  /// h of (1), its derivative by u.
  [[nodiscard]] double rise(double u) const;
  [[nodiscard]] double rise_rate() const;
  [[nodiscard]] double outer(double u) const;
  [[nodiscard]] double outer_rate() const;
  /// Whether every turn is like the last.
  [[nodiscard]] bool even() const { return outside == to && pitch == pitch_to; }
};

/// Errors  Refusal for sizes missing or out of range.
[[nodiscard]] Screw screw_of(const Flight& flight, Hand hand);
/// (1)
[[nodiscard]] Form form_of(const Screw& screw);
/// The strip of a coil, its numbers and its wall. (7)-(10)
[[nodiscard]] WoundPart wound_coil(const Coil& coil, const Sheet& sheet, Hand hand);

/// (11)-(13)
[[nodiscard]] WoundPart wound_strip(const HelicalStrip& strip, const Sheet& sheet, Hand hand);

/// A given size in its range.
[[nodiscard]] double needed_size(const std::optional<double>& value, const char* key, double least,
                                 double most, const char* advice);
/// Stretches of a wall, each up to so long in u.
[[nodiscard]] std::vector<WallPiece> in_stretches(double from, double to, double most,
                                                  const std::function<Ruling(double)>& ruling);

}  // namespace juggler
