// A wall's end against a face of another part. Private to the walls that meet. Equation numbers:
// docs/maths/meeting.md.
#pragma once

#include "neighbour.h"

namespace juggler {

/// A ruling of a layer where it meets the face.
struct Met {
  Cut cut;
  double length = 0;  ///< of metal, from the other end
  double lean = 0;    ///< N . n: which way other layers lie
  double sine = 0;    ///< N . w
  Meeting at;
};

/// Of a ruling, in words.
[[nodiscard]] Phrase plan_words(const Form& form, double u);
/// One end of a wall, known once round, and what its rulings run into: a face of another part, or of a leg
/// beside it the layer on which both touch. u may lie a turn away from where the wall is known.
class EndOnFace {
 public:
  EndOnFace(const Form& whole, const EndBody& end);

  [[nodiscard]] std::optional<Met> meet(double u, double layer) const {
    return meet(ruling(u), start(u), layer);
  }
  [[nodiscard]] std::optional<Met> meet(const Ruling& r, double from, double layer) const;
  [[nodiscard]] double miss(double u, double layer) const;
  [[nodiscard]] Ruling ruling(double u) const { return ruling_at(form_.wall, own(u)); }
  /// Where its rulings come from.
  [[nodiscard]] double start(double u) const { return form_.whole_rim(other_end())(own(u)).s; }
  /// Where they would run to, if nothing were met.
  [[nodiscard]] Cut whole(double u) const { return form_.whole_rim(end_.end)(own(u)); }
  [[nodiscard]] const Form& form() const { return form_; }
  [[nodiscard]] const EndBody& end() const { return end_; }
  [[nodiscard]] const NeighbourFace& face() const { return face_; }
  [[nodiscard]] double sense() const { return end_.end == EndName::top ? 1 : -1; }
  [[nodiscard]] bool from_outside() const { return *from_outside_; }
  /// The layers of which one touches: of a leg one; else by its contact, two where it may be either face.
  [[nodiscard]] std::vector<double> layers() const;
  [[nodiscard]] Phrase plan(double u) const { return plan_words(form_, own(u)); }

 private:
  [[nodiscard]] double own(double u) const;
  [[nodiscard]] EndName other_end() const { return end_.end == EndName::top ? EndName::base : EndName::top; }
  [[nodiscard]] bool comes_from_outside() const;

  const Form& form_;
  const EndBody& end_;
  NeighbourFace face_;
  std::optional<bool> from_outside_;
};
/// The layer on which an end has its sizes.
[[nodiscard]] double size_layer(const Form& form, EndName end);
/// That on which two legs touch that stand beside each other. breech.md (2)
[[nodiscard]] double touching_layer(const Form& form, const EndBody& end);

/// The rim from one ruling to another, its contact worked out: every ruling between them meets the face.
/// Errors  Refusal where one does not, or the edge would be torn.
[[nodiscard]] std::vector<RimPiece> rim_on_face(const EndOnFace& end, double from, double to);

}  // namespace juggler
