// Facets from which bends are taken. Private to the families.
#pragma once

#include "juggler/form.h"

namespace juggler {

/// Facets joined at sharp lines of one size face.
struct Mould {
  std::vector<SharpFace> sharp_faces = {};
  double layer = 0;  ///< of the size face
  double thickness = 0;
  Bend bend = {};
};

/// Takes the bends and joints from the sharp faces.
///
/// Errors    Refusal when a bend takes more than a sharp face has, or needs what `bend` does not say.
/// Accuracy  rounding of the part's size.
/// Source    docs/maths/folded.md (5)-(12).
[[nodiscard]] Body body_of(const Mould& mould);

/// Refuses a body that runs through itself: a panel with its metal as thick as it is, another where all its
/// layers do.
void check_clear(const Body& body);

}  // namespace juggler
