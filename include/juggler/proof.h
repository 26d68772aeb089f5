// The second opinion: the blank formed again, from the blank alone, and compared with what was asked for.
#pragma once

#include <string>

#include "juggler/blank.h"

namespace juggler {

/// All lengths mm, areas mm2.
struct Proof {
  bool passed = false;
  double greatest_distance = 0;  ///< of the formed part from the part asked for
  Phrase where;                  ///< the place of the greatest distance
  double seam_mismatch = 0;      ///< two images of the seam ruling; closing; edges against the asked gap
  double rim_mismatch = 0;       ///< rims of the blank against girths of the ends asked for
  double area_mismatch = 0;
  double opening_mismatch = 0;  ///< outlines of openings, formed again, against bores and places asked for
  double number_mismatch = 0;   ///< numbers stated of the blank against what is measured on it, mm
  Phrase number = {};           ///< which of them is off by that
  double strain_mismatch = 0;   ///< strains found anew against those stated; how much less would do nearby
  double allowed = 0;           ///< for the four lengths
  double allowed_area = 0;      ///< for the area
  double allowed_strain = 0;    ///< for the strains; 0 where there are none
};

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
/// Of a wound part: the blank against its flat; and of a flight the lengths of its edges, and of the line
/// halfway, as the stations have them, against those of the blade in space, measured by chords, with the
/// strain stated.
[[nodiscard]] Proof prove(const Blank& blank, const WoundPart& part);
/// Of a wall that need not open flat: strains found anew, from the blank's own places and from differences of
/// points in space, against those stated, to 1e-6; whether a flat of less strain lies near, by nine moves of
/// it; the outline against the flat's borders; edges against their lengths in space.
/// Source  docs/maths/stretch.md (17)-(18).
[[nodiscard]] Proof prove(const Blank& blank, const StretchedPart& part);
/// Folds all pieces of a pressed wall that goes round by the angles stated, one after the other, as
/// make_blanks() gave them.
///
/// Returns  by how much the last ruling comes to lie off the first, mm; 0 of one piece and of walls that are
///          not pressed.
/// Source   docs/maths/folded.md (59).
[[nodiscard]] double prove_closing(const std::vector<Blank>& blanks);

}  // namespace juggler
