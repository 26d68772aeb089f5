// The numbers of the bench card: a blank as numbers to mark it out by hand.
#pragma once

#include <string>
#include <vector>

#include "juggler/piece.h"

namespace juggler {

/// How a blank's rims are marked out.
///   swing        from the swing centre with a trammel
///   offsets      from its chord a rim whose swing radius is past reach; from the swing centre one that is
///   within coordinates  point by point from the left and the bottom edge, where a rim is no arc
enum class Marking { swing, offsets, coordinates };
[[nodiscard]] const char* name_of(Marking marking);

/// How far an arc stands off its chord, at a distance from the chord's middle to either side.
struct CardOffset {
  double at = 0;
  double offset = 0;
};

/// A rim as it is marked out. Lengths mm, rounded as the card says; x from the left edge of the box, y from
/// its bottom edge.
struct CardRim {
  EdgeName name = EdgeName::base;
  bool straight = false;
  double radius = 0;  ///< swing radius; 0 where the rim is straight or no arc
  Angle sector = {};  ///< as cut, exact
  Vec2 centre = {};   ///< of an arc; what is swung has the card's
  Vec2 left = {};     ///< its corners
  Vec2 right = {};
  double length = 0;                 ///< along the edge as cut
  double half_chord = 0;             ///< from the centre line to either corner
  double chord = 0;                  ///< between the corners as marked
  double spacing = 0;                ///< between offsets
  std::vector<double> offsets = {};  ///< from the chord, at 0, 1, 2... spacings either side of the centre
                                     ///< line; positive where the arc lies above its chord
  std::vector<CardOffset> near_ends = {};  ///< more of them where the arc is steep over its chord
  bool swung = false;                      ///< from the swing centre: with `offsets` what is within reach
  double crossing = 0;                     ///< swung: where it meets the centre line, from the bottom edge
  double girth_change = 0;                 ///< what the rounding adds to the finished girth, mm, not rounded
};

/// An element by its two ends.
struct CardPoint {
  int element = 0;  ///< its number
  Angle plan = {};
  double length = 0;  ///< from rim to rim
  Vec2 base = {};
  Vec2 top = {};
};

/// Where a rim turns a corner.
struct CardCorner {
  EdgeName edge = EdgeName::base;
  Vec2 at = {};
};

/// Radius of a template held square to the wall, against a face, at an end: the least and the greatest round
/// the part, mm. Equal where they are one.
struct Sweep {
  EndName end = EndName::base;
  double inside_least = 0, inside_most = 0;
  double outside_least = 0, outside_most = 0;
};

/// A corner of a folded blank's outline, and the way from it to the next one.
struct CardTurn {
  Vec2 at = {};
  double radius = 0;   ///< of the edge from there; 0 where it is straight
  double to_next = 0;  ///< straight to the next corner
  Vec2 centre = {};    ///< of an arc
  Angle turned = {};   ///< of an arc, left is positive: corners are given anticlockwise
};

/// A line inside an edge, all along it: where a flange is turned over, where a lap or stock ends.
struct CardLine {
  enum class Of { flange, lap, stock };
  Of of = Of::flange;
  EdgeName edge = EdgeName::base;
  double inside = 0;  ///< of the edge
  Angle turned = {};  ///< a flange
};

/// What is added beyond an edge: corners, or a half circle.
struct CardTab {
  std::string edge = {};  ///< its name
  Vec2 from = {};         ///< corners
  Vec2 to = {};
  double apart = 0;
  double radius = 0;  ///< of a half circle; 0: corners
  Vec2 centre = {};
};

/// A cut-out by its place and its extent.
struct CardOpening {
  size_t opening = 0;  ///< of the blank
  Vec2 at = {};        ///< the centre of a round one, else where it was placed
  bool round = false;
  double diameter = 0;  ///< of a round one
  Vec2 corner = {};     ///< left and lower end of its box, else
  double width = 0;
  double height = 0;
};

/// Where both seam edges lie at a share of their lengths from the base.
struct CardSide {
  Vec2 start = {};
  Vec2 end = {};
};

struct BenchCard {
  Marking marking = Marking::swing;
  double round_to = 0.5;
  double width = 0;  ///< of the square box, its height and its diagonal
  double height = 0;
  double diagonal = 0;
  double centre_x = 0;  ///< centre line, from the left edge
  double centre_from_right = 0;
  double centre_y = 0;  ///< swing centre, from the bottom edge; with `swing`
  std::vector<CardRim> rims = {};
  Vec2 tip = {};  ///< of a pointed blank
  bool pointed = false;
  double seam_start = 0;  ///< lengths of the seam's edges
  double seam_end = 0;
  double diagonal_left = 0;  ///< from the left base corner to the right top corner, and the other way
  double diagonal_right = 0;
  std::vector<CardPoint> points = {};  ///< with `coordinates`
  std::vector<CardCorner> corners = {};
  std::vector<CardSide> sides =
      {};                     ///< where the seam edges are curved, at equal shares, both ends among them
  double between_sides = 0;   ///< how far they leave straight lines between those, mm
  double between_points = 0;  ///< how far the rims leave straight lines between the points, mm
  std::vector<CardTurn> outline = {};  ///< of folded blanks: once round
  double around = 0;                   ///< the distances to the next corners in all, as rounded
  Angle turned = {};  ///< of a folded blank's bends in all, each to a hundredth of a degree; up is positive
  double tape_base = 0;  ///< girth by tape on the outside face; 0 at a point
  double tape_top = 0;
  std::vector<Sweep> sweeps = {};
  /// How far the ends of the first element lie beyond the corners at the seam's start: off the metal beside a
  /// gap; below 0 within the metal, as beside a lap.
  double zero_base = 0;
  double zero_top = 0;
  std::vector<CardLine> lines = {};
  std::vector<CardTab> tabs = {};
  std::vector<CardOpening> openings = {};  ///< the first `most_openings`; files have the others
  static constexpr size_t most_openings = 60;
};

/// Whether a template held square to the wall at an end fits it all round: its ends are circles of its faces.
[[nodiscard]] bool takes_sweeps(const Form& wall);

/// Works the card out.
/// Accuracy  every length is rounded once, from its exact value; halves away from zero.
/// Source    docs/maths/bench.md.
[[nodiscard]] BenchCard bench_card(const PieceResult& piece, const Bench& bench);

/// By how much a card is off, mm, and in what.
struct CardMiss {
  double distance = 0;
  std::string what = {};
};
/// Corners, points, arcs swung, offsets, lengths and diagonals of a card, and a folded blank's corners once
/// round, measured again on the outline as cut.
///
/// Returns  the worst of them beyond what rounding to the card's step can do: 0 of a card that is right.
/// Source   docs/maths/bench.md (7).
[[nodiscard]] CardMiss card_miss(const BenchCard& card, const Blank& blank);

}  // namespace juggler
