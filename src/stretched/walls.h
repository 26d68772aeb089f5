// Domes and ruled walls, worked out. Private to the family.
#pragma once

#include "develop/stretch.h"

namespace juggler {

/// A dome worked out, on the middle of the sheet.
struct DomeSizes {
  /// From the rim upwards, x the distance from the axis, y the height; tangent to each other.
  std::vector<Arc> meridian = {};
  bool base_pointed = false;
  bool top_pointed = false;
  int gores = 12;
  double start = 0;           ///< plan angle, radians
  double overall_height = 0;  ///< of the metal
  double size = 0;

  [[nodiscard]] double length() const { return length_of(meridian); }
  /// The meridian at a distance from the rim along it: a place of the arc that lies there.
  [[nodiscard]] Vec2 at(double along) const;
  [[nodiscard]] double heading(double along) const;
};

/// Work the sizes out.
///
/// Errors    Refusal for sizes missing, out of range or contradictory.
/// Accuracy  rounding.
/// Source    docs/maths/stretch.md (9)-(11).
[[nodiscard]] DomeSizes solve(const Dome& dome, const Sheet& sheet);
/// Refuses curves that are none.
void check(const RuledWall& wall);

/// The middle of a dome's gores. u is the plan angle from the gore's middle, v the length along the meridian.
[[nodiscard]] CurvedForm form(const DomeSizes& sizes);

/// The middle of a ruled wall. u runs from 0 to 1 along it, v from 0 to 1 along the ruling.
///
/// Errors    Refusal where a ruling has no length, or the wall folds back on itself.
/// Accuracy  1e-12 of the size.  Cost  some thousand looks at the curves for each turn.
/// Source    docs/maths/stretch.md (12)-(16).
[[nodiscard]] CurvedForm form(const RuledWall& wall, const Sheet& sheet);

/// Work such a part out.
///
/// Errors    Refusal for sizes missing, out of range or contradictory; for a wall that folds back on itself;
///           as lay_out().
/// ends  that other parts cut
[[nodiscard]] StretchedPart stretch(const Dome& dome, const Sheet& sheet, Hand hand = Hand::as_drawn,
                                    const std::vector<EndBody>& ends = {});
[[nodiscard]] StretchedPart stretch(const RuledWall& wall, const Sheet& sheet, Hand hand = Hand::as_drawn,
                                    const std::vector<EndBody>& ends = {});

}  // namespace juggler
