// A part formed: what its family makes of its sizes, and all that is asked of it afterwards. Families differ
// here and nowhere else.
#pragma once

#include <functional>
#include <memory>

#include "juggler/blank.h"
#include "juggler/proof.h"
#include "juggler/record.h"
#include "juggler/scene.h"

namespace juggler {

/// How far forming stretches the metal of a blank, place by place.
struct StrainField {
  /// A stretch of the blank: two parameters from 0 to 1.
  struct Stretch {
    double share = 1;  ///< of the whole, along the first parameter
    std::function<Vec2(double, double)> place;
    std::function<double(double, double)> strain;  ///< the principal strain farthest from 0
  };
  std::vector<Stretch> stretches = {};
  double greatest = 0;
  std::function<Vec2()> where = {};  ///< the place of the greatest, on the flat
};

/// What only its family can say of a part and a blank of it. Each may be left out.
struct Sayings {
  using Facts = std::function<std::vector<Fact>(const Blank&)>;
  Facts asked = {};    ///< the sizes as understood, whatever they were given as
  Facts numbers = {};  ///< of the blank and the formed part, beside those of every blank
  Facts labels = {};   ///< what stands on a drawing beside its lines, by name
  /// The part as asked for, in the result document: members beside those of every part.
  std::function<Record(const Blank&)> part = {};
  /// Members of the result document that this family alone has, of one piece.
  std::function<Record(const Blank&)> members = {};
  std::function<std::vector<MeasuredTable>(const Blank&)> tables = {};
  /// Nothing where the blank opens flat.
  std::function<std::optional<StrainField>(const Blank&)> strain = {};
  /// The formed part in its views, of one blank among all of the part's.
  std::function<Seen(const Blank&, const std::vector<const Blank*>& all)> seen = {};
};

/// A part formed. Its geometry is of one of three kinds: a wall by straight rulings that opens flat, plates
/// joined by bent strips, or a wall that stretches.
struct Formed {
  /// The wall by rulings in space, once round from its seam or from end to end; null where there is none.
  std::shared_ptr<const Form> form = {};
  bool opens_flat = true;                 ///< as it is: with `form`
  std::shared_ptr<const Body> body = {};  ///< of plates and strips; else null
  std::optional<Seam> seam = {};          ///< as made, where the edges of the wall are joined
  std::vector<TurnedEnd> turned_ends = {};
  double thickness = 0;               ///< of the metal, mm
  double metal_share = 1;             ///< of the metal's middle in the area of the blank
  std::optional<Face> sizes_on = {};  ///< the face that its sizes lie on, where there is a choice
  std::string laid_out_by = {};       ///< where the neutral layer lies and who says so, in few words
  bool has_hand = false;              ///< of its own, right or left: it winds
  bool edges_open = false;            ///< its two ends are not joined to each other
  bool joints_made = true;            ///< what meets along edges is joined; else they are only parted

  std::function<std::vector<Blank>(const Making&)> blanks = {};
  std::function<Proof(const Blank&)> prove = {};
  Sayings says = {};

  /// The wall, where it opens flat as it is; else null.
  [[nodiscard]] const Form* wall() const { return opens_flat ? form.get() : nullptr; }
};

/// A part of which only its sheet is known yet.
[[nodiscard]] Formed formed_of(const Part& part);

/// Forms a part of any shape.
/// Errors  Refusal for sizes missing, out of range or contradictory, and where the part cannot be made.
[[nodiscard]] Formed form_part(const Part& part);

/// Develops a part into its blank.
///
/// Returns   the blank in the positive quadrant, the bisector of its two seam rulings upright, base down, the
///           chosen face up.
/// Errors    Refusal as solve() and form() do; when the gap's edges meet before a rim, with the least size
///           that would leave metal; when a lap or stock is wider than the end allows; when the part has
///           several pieces (make_blanks() is for those).
/// Accuracy  1e-9 of the part's size for every position, length and area; fitted rims besides as `fit_error`
///           says.
/// Cost      below a millisecond where the rims are arcs, some tens of them where they are fitted.
/// Source    docs/maths/develop.md, docs/maths/round.md.
[[nodiscard]] Blank make_blank(const Shape& shape, const Sheet& sheet, const Seam& seam = {},
                               const Making& making = {});

/// The same for a part in any number of pieces: one blank for each kind, identical ones counted, and those
/// that are mirror images of another said to be so.
[[nodiscard]] std::vector<Blank> make_blanks(const Shape& shape, const Sheet& sheet, const Seam& seam = {},
                                             const Making& making = {});

/// The proof of a part as it was given to make_blank() or make_blanks().
[[nodiscard]] Proof prove(const Blank& blank, const Shape& shape, const Sheet& sheet, const Seam& seam = {},
                          Hand hand = Hand::as_drawn);

}  // namespace juggler
