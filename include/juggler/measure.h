// The numbers of a piece, each made once: a value that knows its kind, what it is measured between and on
// which face. Schedules, tables, cards, drawings and files only format them.
#pragma once

#include <string>
#include <vector>
#include "juggler/develop.h"
#include "juggler/phrase.h"

namespace juggler {

/// The name as a key: "swing_radius_base".
[[nodiscard]] std::string key_of(const Fact& fact);

/// The key numbers of a piece: of its blank, its faces, its proof.
[[nodiscard]] std::vector<Fact> facts_of(const PieceResult& piece);
/// The sizes and the seam as asked for, whatever they were given as.
[[nodiscard]] std::vector<Fact> asked_of(const PieceResult& piece);
/// What a drawing says beside its lines and no table says in the same words, by name: "height", "base end"
/// and "top end" of a round part, "seam" of a wall that closes, "outside diameter" of what is wound.
[[nodiscard]] std::vector<Fact> labels_of(const PieceResult& piece);
/// A number of the fact of that name, the first or another, with its unit.
/// Errors  std::out_of_range where there is none.
[[nodiscard]] Amount measured(const std::vector<Fact>& facts, const std::string& name, size_t which = 0);

/// A joint of two parts, as it came out: one fact, named after both.
[[nodiscard]] Fact joint_fact(const JointProof& joint);
/// What it is called: "joint branch on main", "mitre 2, elbow-2 and elbow-3", "crotch leg-1, leg-2".
[[nodiscard]] std::string name_of_joint(const JointProof& joint);

/// Whether all elements of a wall are alike: a turn about its axis keeps it, between level ends.
[[nodiscard]] bool alike_elements(const PieceResult& piece);

/// Along an edge as cut.
[[nodiscard]] Amount edge_length(const Edge& edge);
/// Of a part's sheet, of a tube that of its wall.
[[nodiscard]] Amount sheet_thickness(const PieceResult& piece);
/// Of a template held square to a round part's wall at an end, against a face: the least radius round the
/// part and, where it is greater, the greatest; none of a part without a wall.
[[nodiscard]] std::vector<Amount> sweep_radii(const PieceResult& piece, EndName end, Face face);

/// The bend schedule. Columns that no bend needs are left out. With the ends of every line on the blank it
/// is, with the outline, all that forming needs.
[[nodiscard]] MeasuredTable bends_of(const PieceResult& piece, bool with_ends);
/// Every opening by its place on the blank and on the part.
[[nodiscard]] MeasuredTable openings_of(const PieceResult& piece);
/// The groups of openings: forms and sizes on both faces.
[[nodiscard]] MeasuredTable opening_groups_of(const PieceResult& piece);
/// What is left beside the groups of openings.
[[nodiscard]] MeasuredTable webs_of(const PieceResult& piece);
[[nodiscard]] MeasuredTable elements_of(const PieceResult& piece);
[[nodiscard]] MeasuredTable creases_of(const PieceResult& piece);
/// The edges as cut, on each face.
[[nodiscard]] MeasuredTable faces_of(const PieceResult& piece);
/// Numbers of hits against their facet error.
[[nodiscard]] MeasuredTable hits_of(const PieceResult& piece);
/// Walls of a folded part on its size face.
[[nodiscard]] MeasuredTable walls_of(const PieceResult& piece);
/// What only parts of its family have.
[[nodiscard]] std::vector<MeasuredTable> own_tables_of(const PieceResult& piece);

/// A wall of a folded part on its size face: its angles from corner to corner, its height in its own plane,
/// and how it leans: 0 upright, positive where its outside faces up.
struct WallNumbers {
  std::string name;
  std::vector<Angle> corners = {};
  double slant = 0;
  Angle lean = {};
};
[[nodiscard]] std::vector<WallNumbers> wall_numbers(const Body& body);

/// Of one blank, kg; of a tube that of its wall. Nothing where no density is given.
[[nodiscard]] std::optional<double> mass_of(const PieceResult& piece);
/// What the part of a piece is called, told apart from others of its job.
[[nodiscard]] std::string name_of_part(const PieceResult& piece);
/// What the piece is called: the part's name, its number, or the job's name; and which piece it is.
[[nodiscard]] std::string title_of(const PieceResult& piece);
/// A short name for files: of the part and the piece, empty where the job has only one.
[[nodiscard]] std::string file_name_of(const PieceResult& piece);

/// What the rolls leave and cannot do, in plain sentences; none where the job names no rolls.
struct RollingRemarks {
  std::vector<Phrase> notes;
  std::vector<Phrase> warnings;
};
[[nodiscard]] RollingRemarks rolling_remarks(const PieceResult& piece, const Rolls& rolls);

/// A joint of a folded blank.
struct JointNumbers {
  std::string name;
  std::string faces;            ///< whose edges meet
  std::vector<Amount> lengths;  ///< of its edges
  Amount angle = {};            ///< between the plates' normals
  bool open = false, lapped = false;
  Amount clearance = {};  ///< 0: touching
};
[[nodiscard]] std::vector<JointNumbers> joints_of(const PieceResult& piece);

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
  std::string called = {};  ///< as the blank calls it
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
  double beyond = 0;  ///< by which every element is prolonged, to an edge that need not be straight; else 0
  double strip = 0;   ///< of a flange along a curve: how wide a strip square to the edge; else 0
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

/// How far below its touch on the flat sheet a punch goes for a hit that turns by an angle, under 180
/// degrees, as pressed: springback counted. The sheet is taken to follow the punch's nose. mm. Source
/// docs/maths/folded.md (57a).
[[nodiscard]] double stroke_of(const PressDie& die, double thickness, Angle turned);

}  // namespace juggler
