// A form with its neutral layer laid flat: the rims as curves of the flat. Private to the blank.
#pragma once

#include <optional>

#include "juggler/blank.h"
#include "juggler/develop.h"

namespace juggler {

struct Opened {
  const Form& form;
  Wall neutral;
  Flat flat;

  [[nodiscard]] double from() const { return flat.from(); }
  [[nodiscard]] double to() const { return flat.to(); }
  [[nodiscard]] double middle() const { return (from() + to()) / 2; }
};
[[nodiscard]] Opened open(const Form& form);

[[nodiscard]] Vec2 rim_point(const Opened& o, EndName end, double u);

/// The rim between two rulings: one arc where it is one to 1e-11 of the part's size, else arcs fitted within
/// the tolerance.
[[nodiscard]] FittedArcs rim_arcs(const Opened& o, EndName end, double from, double to, double tolerance);
/// Length of the rim once round on the flat, before the gap, mm.
[[nodiscard]] double rim_girth(const Opened& o, EndName end);

/// Where the seam's edges cut the rims: parameters of the first and the last ruling at each end, or the tip
/// where the edges meet at a pointed end.
struct SeamCut {
  double base_from = 0;
  double base_to = 0;
  double top_from = 0;
  double top_to = 0;
  std::optional<Vec2> tip;
};
/// The gap at which the edges of a pointed blank meet on its rim, mm; from (30).
[[nodiscard]] double widest_gap_of_pointed(const Opened& o);
/// Nothing when the edges meet before a rim.
[[nodiscard]] std::optional<SeamCut> cut_seam(const Opened& o, const Seam& seam);

/// Element lines, number, face and an arrow to the top, all within the outline.
[[nodiscard]] Marks make_marks(const Blank& blank, const Making& making);

}  // namespace juggler
