// Folded parts laid out flat.
#pragma once

#include "juggler/form.h"

namespace juggler {

/// One piece of a body, laid out: where its faces come to lie, seen from the outside.
struct Laid {
  std::vector<int> faces = {};  ///< the members, the root first
  std::vector<int> zones = {};
  std::vector<Placing> places = {};  ///< of every face of the body; those of other pieces are idle
};

/// Lays a body out, one flat for each piece; the root, the plate with the most bends, keeps its frame.
/// Accuracy  rounding. Cost  linear. Source docs/maths/folded.md (21)-(22).
[[nodiscard]] std::vector<Laid> lay_out(const Body& body);

/// A point of a zone on the flat.
[[nodiscard]] Vec2 flat_point(const Body& body, const Laid& laid, const BendZone& zone, double phi,
                              double along);
/// A corner of a face on the flat.
[[nodiscard]] Vec2 flat_corner(const Body& body, const Laid& laid, int face, size_t corner);

/// Two stretches of a flat, by their names, that lie over each other by more than rounding.
struct Overlap {
  std::string one;
  std::string other;
};
/// Source  separating axes of the convex parts of all faces and zones. Cost quadratic in their number.
[[nodiscard]] std::optional<Overlap> overlap_of(const Body& body, const Laid& laid);

}  // namespace juggler
