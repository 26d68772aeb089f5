// Surfaces that do not open flat: their flats of least stretch, and how far the metal gives.
#pragma once

#include <memory>
#include "form/surface.h"

namespace juggler {

/// Strains at a place: lengths formed over lengths flat, less one. `across` is along the line of constant u,
/// `along` square to it.
struct Strain {
  double along = 0;
  double across = 0;
  double shear = 0;  ///< the third of the symmetric tensor
  /// The principal strain farthest from 0.
  [[nodiscard]] double greatest() const;
};

/// A place of the flat, mm, and its derivatives.
struct FlatPoint {
  Vec2 at = {};
  Vec2 du = {};
  Vec2 dv = {};
};

/// A surface laid flat with stretch. Kept as polynomials, so that any place can be asked for.
class StretchedFlat {
 public:
  class Patches;
  explicit StretchedFlat(std::shared_ptr<const Patches> patches) : patches_(std::move(patches)) {}
  [[nodiscard]] FlatPoint at(double u, double v) const;
  /// The mean over the formed area of the squares of both principal strains: what is least.
  [[nodiscard]] double mean_square() const;
  [[nodiscard]] double formed_area() const;  ///< mm2

 private:
  std::shared_ptr<const Patches> patches_;
};

/// What forming does to the metal.
struct StrainNumbers {
  double greatest = 0;  ///< principal strain farthest from 0, with the place where it occurs
  double u = 0, v = 0;
  Vec3 where = {};
  double greatest_along = 0, greatest_across = 0;  ///< farthest from 0
  double mean_along = 0, mean_across = 0;          ///< of their sizes, over the formed area
  double root_mean_square = 0;                     ///< of both principal strains

  /// Whether there is none but rounding.
  [[nodiscard]] bool opens_flat() const { return root_mean_square < within::unstrained; }
};

/// The flat of least stretch: of all ways to lay the surface flat the one whose two principal strains have
/// the least mean square over the formed area. A surface that opens flat has none.
///
/// Returns   the flat seen from the side du x dv points to.
/// Errors    Refusal where no flat is found.
/// Accuracy  1e-9 of the size where the surface opens flat. Else 1e-6 of it (at a free corner the flat of
///           least stretch is no polynomial), its mean square to 1e-8 of itself. The strains are those of the
///           flat that is given, to 1e-7.
/// Cost      some tens of milliseconds for each patch, linear in patches along u.
/// Source    docs/maths/stretch.md (1)-(8).
[[nodiscard]] StretchedFlat least_stretch(const Surface& surface);

/// Where strain is looked at instead of v: where the surface comes to a point nothing has a length along, and
/// a hundredth of the way inwards stands for it.
[[nodiscard]] double off_point(const Surface& surface, double u, double v);
/// The strain at a place off the points.
[[nodiscard]] Strain strain_at(const Surface& surface, const StretchedFlat& flat, double u, double v);
/// Cost  some thousand places.
[[nodiscard]] StrainNumbers strain_of(const Surface& surface, const StretchedFlat& flat);

/// One of a part's pieces laid flat.
struct StretchedPiece {
  CurvedPiece curved = {};
  StretchedFlat flat;
  StrainNumbers strain = {};
};

/// A part whose wall need not open flat, worked out. All of it lies on the middle of the sheet.
struct StretchedPart {
  std::vector<StretchedPiece> pieces = {};  ///< that are not alike
  int blanks = 1;                           ///< how many make the part
  double thickness = 0;
  double size = 0;
  double overall_height = 0;
  EdgeWords edge_words = {};
  std::optional<Rulings> rulings = {};  ///< of a ruled wall or transition
  std::optional<Form> once_round = {};  ///< of a transition, as CurvedForm's
  std::vector<EndBody> bodies = {};     ///< that cut its ends
  StrainLimit limit = {};
  double warned = 0;  ///< strain above which there is a warning
  std::vector<Phrase> notes = {};
  const char* divided_by = "pieces";  ///< the key that makes its blanks smaller

  /// The piece of which a copy has a number: they count on from that of the first.
  [[nodiscard]] const StretchedPiece& piece(int number) const;
  /// Whether it opens flat as it is: no strain but rounding.
  [[nodiscard]] bool opens_flat() const;
  /// Whether another part cuts an end.
  [[nodiscard]] bool is_cut(EndName end) const;
};

/// By how much the lines across turn on the flat from the first to the last, radians, however far.
[[nodiscard]] double turned_across(const StretchedPiece& piece);

/// How a part may stretch, and what is said of it.
struct Stretching {
  StrainLimit limit = {};
  double warned = 0;  ///< strain above which there is a warning
  std::vector<Phrase> notes = {};
  std::vector<EndBody> bodies = {};   ///< that have cut the form's ends
  const char* divided_by = "pieces";  ///< the key that makes the blanks smaller
  /// What to do where the strain is beyond the limit.
  std::function<std::string(double greatest)> advice = {};
};
/// Lays out all pieces of a form.
///
/// Errors    Refusal where it strains the metal beyond its limit, unless that is allowed.
/// Accuracy, cost, source  as least_stretch().
[[nodiscard]] StretchedPart lay_out(CurvedForm form, const Sheet& sheet, const Stretching& how);
/// Refuses a neutral factor: what stretches is laid out on the middle.
void check_on_middle(const Sheet& sheet);

}  // namespace juggler
