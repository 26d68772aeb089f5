// What flanges at the ends of walls are made of. Private to the room. Equation numbers:
// docs/maths/transitions.md.
#pragma once

#include "laid.h"
#include "opened.h"

namespace juggler {

/// The end in space and on the flat, by the ruling.
struct EndRuling {
  double u = 0;
  Vec2 flat;
  Vec3 at, e, n;  // on the neutral layer; beyond the end along the ruling; outwards
};

/// The end of a wall laid flat, by its rulings.
class EndLine {
 public:
  EndLine(const FormBlank& made, EndName end);

  [[nodiscard]] EndRuling at(double u) const;
  /// The ruling that ends at a place of the rim.
  [[nodiscard]] double u_at(Vec2 p) const;

 private:
  [[nodiscard]] Vec2 flat_at(double u) const {
    return placed(rim_point(*made_.opened, end_, u), made_.placing);
  }

  static constexpr int looks = 720;
  const FormBlank& made_;
  EndName end_;
  std::vector<double> us_;
  std::vector<Vec2> flats_;
};

/// (50), (51): where the wall goes on beyond the end, square to it, and where the flange points; the angle
/// from one to the other, positive outwards.
struct TurnedOver {
  Vec3 way;
  double angle = 0;
  Vec3 normal;  // of the flange, from its inside face to its outside
};
[[nodiscard]] TurnedOver turned_at(const EndFlange& flange, const EndRuling& r, Vec3 along);

/// A run of the rim between corners, and the strip beyond it.
struct FlangeStrip {
  std::vector<Arc> rim;
  double u_from = 0, u_to = 0;  // just within its ends, as it runs
  bool folded = false;          // straight in space
  Vec3 along_from, along_to;    // in space, as it runs
  Vec3 way_from, way_to;        // where the flange points at its ends
  double least = 0, most = 0;   // of the angle turned
  double width = 0;             // on the flat
  double fold_at = 0;           // of its middle line beyond the edge
  double inside = 0;            // from the edge to where the bend begins in the wall
  double allowance = 0;
  double notch_from = 0, notch_to = 0;  // by which it begins and ends beside its corners
  double lean_from = 0, lean_to = 0;    // by which its free edge does, at least
  double strain_least = 0, strain_most = 0;
  [[nodiscard]] double notch() const { return std::max(notch_from, notch_to); }
};

/// About the middle of a straight run, and how far along it that is.
[[nodiscard]] std::pair<EndRuling, double> middle_of(const FlangeStrip& strip, const EndLine& line);
/// On the flat, where the bends of neighbours would begin in the wall; the corner itself where nothing is
/// folded.
[[nodiscard]] Vec2 inner_corner(const FlangeStrip& a, const FlangeStrip& b);
/// Where what is formed of an end with folded strips lies, on both faces; none where none is folded. (57)
[[nodiscard]] std::vector<Vec3> formed_places(const Blank& blank, const FormBlank& made,
                                              const EndFlange& flange, const EndLine& line,
                                              const std::vector<FlangeStrip>& strips);

}  // namespace juggler
