// Blanks formed again, by the kind of their geometry.
#pragma once

#include "develop/stretch.h"
#include "juggler/blank.h"

namespace juggler {

/// Forms a blank again and compares it with the form and the seam asked for.
///
/// The stations of the blank (where each ruling lies on the flat, and how far the normal has turned) are
/// integrated into a wall in space by a route of its own; nothing of the development is used. Every rim and
/// outline point is then held against the asked edge, the asked circles and planes against the formed faces.
///
/// Returns   the figures, and whether each is within its allowance: 1e-9 of the part's size, plus what
///           the outline was fitted by; for the area that times the length of the outline.
/// Accuracy  1e-11 of the part's size.
/// Cost      about a millisecond.
/// Source    docs/maths/develop.md (32)-(35).
[[nodiscard]] Proof prove(const Blank& blank, const Form& asked, const Seam& seam);
/// Bends a folded blank up again, plate by plate, from its tangent lines, angles and radii alone, and holds
/// corners, size faces, edges, joints and areas against the body asked for.
/// Source  docs/maths/folded.md (30)-(34).
[[nodiscard]] Proof prove(const Blank& blank, const Body& body);
/// Folds all pieces of a pressed wall that goes round by the angles stated, one after the other, as
/// make_blanks() gave them.
///
/// Returns  by how much the last ruling comes to lie off the first, mm; 0 of one piece and of walls that are
///          not pressed.
/// Source   docs/maths/folded.md (59).
[[nodiscard]] double prove_closing(const std::vector<Blank>& blanks);

/// Of a wall that need not open flat: strains found anew, from the blank's own places and from differences of
/// points in space, against those stated, to 1e-6; whether a flat of less strain lies near, by nine moves of
/// it; the outline against the flat's borders; edges against their lengths in space.
/// Source  docs/maths/stretch.md (17)-(18).
[[nodiscard]] Proof prove(const Blank& blank, const StretchedPart& part);

}  // namespace juggler
