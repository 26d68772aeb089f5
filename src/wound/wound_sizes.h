// Sizes of flights, coils and helical strips. Private to the family.
#pragma once

#include <algorithm>

#include "juggler/shapes.h"
#include "juggler/sheet.h"

namespace juggler {

/// A right-hand flight worked out: radii, mm; plan angles, radians.
struct FlightSizes {
  double shaft = 0;                    ///< of the inner edge at the lower end
  double shaft_to = 0;                 ///< at the upper end
  bool shaft_by_height = true;         ///< on a cone, else evenly per turn
  double outside = 0, outside_to = 0;  ///< at the lower and at the upper end
  double pitch = 0, pitch_to = 0;
  double turns = 0;
  double start = 0;      ///< of the lower end
  double thickness = 0;  ///< of the sheet

  /// The share of the turns that is passed at a plan angle, from the lower end; and the other way.
  [[nodiscard]] double part(double u) const;
  [[nodiscard]] double plan(double part) const;
  /// Rise per radian, mm, and its derivative by u. Source docs/maths/winding.md (1).
  [[nodiscard]] double rise(double u) const;
  [[nodiscard]] double rise_rate() const;
  /// Of the middle over its lower end, and of the whole.
  [[nodiscard]] double height(double u) const;
  [[nodiscard]] double whole_height() const { return turns * (pitch + pitch_to) / 2; }
  /// Radius of the inner edge, and its derivative by u. Source docs/maths/winding.md (1c).
  [[nodiscard]] double inner(double u) const;
  [[nodiscard]] double inner_rate(double u) const;
  [[nodiscard]] double least_inner() const { return std::min(shaft, shaft_to); }
  /// Radius of the outer edge, and its derivative by u.
  [[nodiscard]] double outer(double u) const;
  [[nodiscard]] double outer_rate() const;
  /// Whether every turn is like the last.
  [[nodiscard]] bool even() const { return outside == outside_to && pitch == pitch_to && shaft == shaft_to; }
};

/// A coil worked out: the middle of the strip lies on r = first + growth a, a from 0 to `angle`, radians.
struct CoilSizes {
  double first = 0;
  double growth = 0;
  double angle = 0;
  double width = 0;
  double start = 0;      ///< plan angle, radians
  double clearance = 0;  ///< the least between neighbouring turns; of less than one turn: 0

  [[nodiscard]] double radius(double a) const { return first + growth * a; }
};

/// A helical strip worked out: radii and lengths, mm; angles, radians.
struct StripSizes {
  double body = 0;           ///< radius of the inside face
  double neutral = 0;        ///< radius of the neutral layer
  double rise = 0;           ///< per radian
  double angle = 0;          ///< of the lower edge, from square end to square end
  double width = 0;          ///< square to the edges
  double upright_width = 0;  ///< along the body
  double start = 0;
  StripEnds ends = StripEnds::square;

  /// Length of the neutral layer's edge per radian.
  [[nodiscard]] double run() const;
};

/// A helical strip on a cone worked out: radii of the body and lengths, mm; angles, radians. Its lower edge
/// rises evenly with the plan angle, or by a constant angle from level.
struct ConeStripSizes {
  double from = 0, to = 0;  ///< radius of the body where the lower edge starts and ends
  double angle = 0;         ///< of the lower edge, from square end to square end
  double height = 0;
  double half_angle = 0;       ///< of the cone; negative where it narrows upwards
  std::optional<double> lead;  ///< constant, from level; else the pitch is
  double width = 0;            ///< square to the edges
  double start = 0;            ///< plan angle
  StripEnds ends = StripEnds::square;
  double thickness = 0;
};

/// A standing strip worked out, on its middle.
struct StandingSizes {
  double from = 0, to = 0;     ///< radius of the body where the lower edge starts and ends
  double angle = 0;            ///< of the lower edge, from end to end
  double height = 0;           ///< by which it rises
  double half_angle = 0;       ///< of the body; negative where it narrows upwards
  std::optional<double> lead;  ///< constant, from level; else the pitch is
  double width = 0;            ///< along its rulings
  double lean = 0;             ///< of the rulings from upright, outwards: the half angle and the tilt
  double start = 0;            ///< plan angle
  StripEnds ends = StripEnds::square;
  int pieces = 1;
  double thickness = 0;
};

/// Work the sizes out, all right-handed: what winds to the left is the twin of one that starts at the
/// mirrored plan angle.
///
/// Errors    Refusal for sizes missing, out of range or contradictory, for turns that would lie in each
///           other, and for ends that leave no strip.
/// Accuracy  rounding.
/// Source    docs/maths/winding.md (1), (9)-(12).
[[nodiscard]] FlightSizes solve(const Flight& flight);
[[nodiscard]] CoilSizes solve(const Coil& coil, const Sheet& sheet);
[[nodiscard]] StripSizes solve(const HelicalStrip& strip, const Sheet& sheet);
/// The same strip by its turns or its height, where its length is given.
///
/// Errors    Refusal where the length is out of range, too short for its turns or height, or one size too
/// many. Accuracy  rounding. Source    docs/maths/winding.md (13a)-(13c).
[[nodiscard]] HelicalStrip without_length(const HelicalStrip& strip, const Sheet& sheet);
/// A strip on a cone, on the middle of the sheet.
[[nodiscard]] ConeStripSizes solve_on_cone(const HelicalStrip& strip, const Sheet& sheet);
[[nodiscard]] StandingSizes solve_standing(const HelicalStrip& strip);
/// Refuses turns of a flight that lie in each other, by the pitch's shortest way from turn to turn.
void check_turns(const FlightSizes& sizes, double thickness);
/// How far a face, a distance outwards from the middle, stands from a coil's axis. (9)
[[nodiscard]] double face_radius(double middle_radius, double growth, double outwards);

}  // namespace juggler
