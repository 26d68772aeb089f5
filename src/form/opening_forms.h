// Forms of openings worked out.
#pragma once

#include "juggler/part.h"

namespace juggler {

/// The outlines of a form about its origin, anticlockwise; several where its parts lie apart.
struct FormOutlines {
  Outlines loops = {};
  double fit_error = 0;  ///< where arcs stand for an ellipse or a drawn curve, mm
};
/// turn  anticlockwise, x pointing to the right
/// fit   mm that arcs may leave an ellipse or a drawn curve by
///
/// Errors    Refusal for sizes missing, contradictory or out of range, and for metal that would fall out.
/// Accuracy  rounding, for what is made of lines and circles; else `fit_error`.
/// Source    docs/maths/openings.md (1)-(2).
[[nodiscard]] FormOutlines outlines_of(const OpeningForm& form, Angle turn, double fit);
/// A letter as it is cut or marked, from where it starts on its line.
struct LetterForm {
  Outlines loops = {};  ///< closed ones; of a single-stroke font open lines
  double advance = 0;   ///< to the next one's start, mm
  double fit_error = 0;
  int bridges = 0;  ///< that hold its middles
};
/// widened  by which its widths, not its heights, are multiplied
/// fit      mm that arcs may leave its curves by
///
/// Errors   Refusal for a closed letter that is cut without a bridge, or that no bridge of the width asked
///          for holds.
/// Source   docs/maths/openings.md (26)-(27).
[[nodiscard]] LetterForm letter_form(const Lettering& lettering, const Glyph& glyph, double widened,
                                     double fit);

/// "circle 60", "obround 60 x 20, between centres 40": lengths in mm.
[[nodiscard]] Phrase in_words(const OpeningForm& form);

}  // namespace juggler
