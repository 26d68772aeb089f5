// Sizes and walls of cones and cylinders. Private to the family.
#pragma once

#include "juggler/form.h"

namespace juggler {

/// A flange at a round end.
struct RoundFlange {
  double width = 0;   ///< along the ruling, mm
  double radius = 0;  ///< of the neutral layer where it is turned over, mm
  double grows = 0;   ///< by how much the radius does so for each mm of its width, turned
  double strain = 0;  ///< of its free edge; negative: upset
  Angle turned = {};
};

/// Parts of one round wall.
using RoundShape = std::variant<Cone, Cylinder>;

/// The greatest half angle of a cone: beyond it the wall is a flat ring, or turned inside out by the faces.
inline constexpr Angle flattest = Angle::degrees(89.9999);

/// A round part with every size worked out.
struct RoundSizes {
  double base_radius = 0;  ///< on the size face at the base plane, mm
  double top_radius = 0;   ///< on the size face at the top plane, mm
  double base_layer = 0;   ///< distance of the base's size face from the inside face, mm
  double top_layer = 0;
  bool base_pointed = false;
  bool top_pointed = false;
  std::optional<Face> base_face = {};  ///< the size faces; none where there is no thickness and none named
  std::optional<Face> top_face = {};
  Contact base_contact = Contact::size_face;
  Contact top_contact = Contact::size_face;
  Vec2 shift = {};  ///< of the top's centre from the base's, mm
  double height = 0;
  double slant = 0;  ///< coaxial: of a ruling between the end planes; offset: of the longest
  Angle taper = {};  ///< coaxial: half angle with a sign, positive when the base is wider; offset: 0
  std::vector<Trim> trims = {};
  bool one_size = false;  ///< a cylinder: its size has no end's name
  std::optional<RoundFlange> base_flange = {};
  std::optional<RoundFlange> top_flange = {};
  std::vector<Flange> along_curves = {};  ///< of offset cones and trimmed ends, turned over at many angles

  [[nodiscard]] bool coaxial() const { return shift == Vec2{}; }
};

/// Works out every size of a part.
///
/// Errors    Refusal when sizes are missing, impossible or contradictory, with what is missing or the
///           amount by which they differ.
/// Accuracy  rounding of the sizes given: 1e-15 of the part's size, its taper to 1e-15 relative.
/// Source    docs/maths/develop.md (21)-(26), docs/maths/round.md (1)-(3).
[[nodiscard]] RoundSizes solve(const RoundShape& shape, const Sheet& sheet);

/// The sizes of a cone, its trims as asked.
[[nodiscard]] RoundSizes solved(const Cone& cone, const Sheet& sheet);
/// Adds a flange to an end.
void add_round_flange(RoundSizes& sizes, const Flange& flange, const Sheet& sheet);
/// How far inwards from its free edge a circle on the flange turned over lies, mm; none where the flange
/// stands upright, or off it.
[[nodiscard]] std::optional<double> inset_of_circle(const RoundFlange& flange, double radius);
/// Refuses a trim that is not given in exactly one way, or out of range.
void check_trim(const Trim& trim);

/// Refuses sizes of which no wall stands.
void check_form(const RoundSizes& sizes, const Sheet& sheet);
/// The form of a round part once round, its seam ruling first and last.
///
/// Errors    Refusal when rulings of a layer within the metal cross before the cut end (it names the least
///           size that is possible); when a trim misses the part, cuts through its apex or past it, or leaves
///           no wall between the ends, with the numbers that show it.
/// Accuracy  rounding. Cost  some thousand rulings.
/// Source    docs/maths/develop.md (9)-(14), docs/maths/round.md (1)-(8).
[[nodiscard]] Form form(const RoundShape& shape, const Sheet& sheet, Angle seam_at);
/// The same, from the sizes worked out.
[[nodiscard]] Form form(const RoundSizes& sizes, const Sheet& sheet, Angle seam_at);
/// One piece of a part whose form once round has been made. Cost  some hundred rulings.
[[nodiscard]] Form piece_of(const RoundSizes& sizes, const Sheet& sheet, const Span& span);
/// A round part, in pieces.
[[nodiscard]] PieceMaker pieces_of(const RoundSizes& sizes, const Sheet& sheet);

/// A round part worked out: its sizes, and its form once round from its first seam.
struct RoundPart {
  RoundSizes sizes;
  Form form;
};

/// Of the top's centre from the base's, as made.
[[nodiscard]] inline Vec2 top_shift(const Form& form) {
  return {form.asked[1].centre.x, form.asked[1].centre.y};
}

/// The least radius of an end, mm, for which a part of these sizes else still does what `fits` asks; to 1e-9
/// of it. Both ends of a cylinder change together. Cost  some 60 forms.
[[nodiscard]] double least_radius(const RoundSizes& sizes, const Sheet& sheet, EndName end,
                                  const std::function<bool(const RoundSizes&)>& fits);

}  // namespace juggler
