// What is said about a blank, measured again on its outline as cut. Private to the proof.
#pragma once

#include "juggler/proof.h"

namespace juggler {

/// The greatest difference of a number from what is measured, and which number it is.
struct NumberProof {
  double mismatch = 0;  ///< mm
  Phrase where = {};
};
/// Distances of bend lines and creases from their datum edges, lengths of elements, webs beside edges; and of
/// a pressed wall in one piece whether the stated angles close it. Nothing of the making of these numbers is
/// used. Source  docs/maths/folded.md (58)-(60).
[[nodiscard]] NumberProof prove_numbers(const Blank& blank);
/// Puts it into a proof.
void add_numbers(Proof& proof, const Blank& blank);

}  // namespace juggler
