// What is said about a blank, measured again on its outline as cut. Private to the proof.
#pragma once

#include "provers.h"

namespace juggler {

/// The greatest difference of a number from what is measured, mm, and which number it is.
struct NumberMiss {
  double mismatch = 0;
  Phrase where = {};
};
/// Of what is measured between exact places, and of what is measured along edges that were fitted.
struct NumberProof {
  NumberMiss exact, fitted;
};
/// Distances of bend lines and creases from their datum edges, lengths of elements, webs beside edges; and of
/// a pressed wall in one piece whether the stated angles close it. Nothing of the making of these numbers is
/// used. Source  docs/maths/folded.md (58)-(60).
[[nodiscard]] NumberProof prove_numbers(const Blank& blank);
/// Puts it into a proof.
///
/// Returns  whether all are within their allowance: 1e-9 of the size, along fitted edges what the proof
/// allows.
[[nodiscard]] bool add_numbers(Proof& proof, const Blank& blank);

}  // namespace juggler
