// A part as a wall: straight rulings with a unit normal, its parallel layers, and where its ends are cut.
#pragma once

#include <array>
#include <functional>
#include <optional>
#include <string>
#include <vector>

#include "juggler/part.h"

namespace juggler {

/// One ruling of a wall, and how it changes with the wall's parameter u.
struct Ruling {
  Vec3 c = {};   ///< a point of the ruling, mm
  Vec3 e = {};   ///< unit direction, from base to top
  Vec3 n = {};   ///< unit normal, from the inside face to the outside face
  Vec3 dc = {};  ///< derivatives by u
  Vec3 de = {};
  Vec3 dn = {};
};

/// A stretch of wall that is smooth in u.
struct WallPiece {
  double from = 0;
  double to = 0;
  std::function<Ruling(double u)> ruling = {};
};

/// A ruled wall, piece after piece in rising u. On round walls u is the plan angle in radians.
using Wall = std::vector<WallPiece>;

/// A wall of one ruling function in stretches, each up to so long in u.
[[nodiscard]] Wall in_stretches(double from, double to, double most,
                                const std::function<Ruling(double u)>& ruling);
/// The parallel layer at a distance outwards, mm. Rulings and normals are shared.
[[nodiscard]] Wall layer(const Wall& wall, double distance);
/// The ruling at u; u lies within the wall.
[[nodiscard]] Ruling ruling_at(const Wall& wall, double u);

/// How fast a wall runs: `along` the ruling, `across` it (along n x e), the turn of the ruling in the wall
/// and of the normal, all per u. Source docs/maths/develop.md (3).
struct Rates {
  double along = 0;   // a = c'.g0
  double across = 0;  // b = c'.g
  double turn = 0;    // w = e'.g
  double curl = 0;    // v = n'.g
};
[[nodiscard]] Rates rates(const Ruling& ruling);

/// Where an end cuts a ruling: the distance from c along e, mm, and its derivative by u.
struct Cut {
  double s = 0;
  double ds = 0;
};
/// A stretch of a rim that is smooth in u.
struct RimPiece {
  double from = 0;
  double to = 0;
  std::function<Cut(double u)> cut = {};
};
/// Where an end is cut, piece after piece in rising u; where two pieces meet the blank has a corner.
class Rim {
 public:
  Rim() = default;
  /// A rim that is smooth all along.
  Rim(std::function<Cut(double u)> cut);  // NOLINT(google-explicit-constructor)
  explicit Rim(std::vector<RimPiece> pieces) : pieces_(std::move(pieces)) {}
  [[nodiscard]] Cut operator()(double u) const { return piece_at(u).cut(u); }
  [[nodiscard]] const RimPiece& piece_at(double u) const;
  [[nodiscard]] const std::vector<RimPiece>& pieces() const { return pieces_; }

 private:
  std::vector<RimPiece> pieces_;
};

/// A plane: the points p with normal . p = height.
struct Plane {
  Vec3 normal = {};
  double height = 0;
};
/// Where a layer of the wall (mm from the wall given) meets a plane. Source docs/maths/develop.md (12).
[[nodiscard]] Rim plane_rim(const Wall& wall, Plane plane, double layer);
/// Where the rulings of a layer run together. Source docs/maths/develop.md (13).
[[nodiscard]] Rim apex_rim(const Wall& wall, double layer);

/// A circle that a face, prolonged, is asked to pass through.
struct AskedCircle {
  EndName end = EndName::base;
  double layer = 0;
  Vec3 centre = {};
  double radius = 0;
};

/// A profile that a face, prolonged, is asked to pass through, in the plane of its end.
struct AskedProfile {
  EndName end = EndName::base;
  double layer = 0;
  Vec3 centre = {}, x = {}, y = {}, normal = {};
  std::function<double(Vec2)> distance = {};  ///< of a point of that plane from the profile, mm
};

/// What a stretch of wall is.
enum class RegionKind { flat, cone, cylinder, general, fold };
[[nodiscard]] const char* name_of(RegionKind kind);
struct Region {
  RegionKind kind = RegionKind::general;
  double from = 0;
  double to = 0;
  std::string name = {};
};

/// A plane that an end is asked to meet: no nearer and no farther than its contact allows.
struct AskedPlane {
  EndName end = EndName::base;
  Plane plane = {};
  Contact contact = Contact::size_face;
  double layer = 0;  ///< the layer that meets it, mm, where the contact names one
};

/// A trim with its plane worked out, in all three ways it can be given.
struct TrimPlane {
  EndName end = EndName::top;
  Plane plane = {};
  Contact contact = Contact::size_face;
  double height = 0;  ///< where it meets the axis, mm
  Angle tilt = {};
  Angle uphill = {};
  double short_side = 0;  ///< of the size face's two rulings uphill and downhill, to the other end's plane
  double long_side = 0;
  std::optional<double> from_apex = {};  ///< coaxial cones: along the axis
  std::string key = {};                  ///< its path in the job
};

/// What part of a wall one piece of sheet takes: from one seam ruling to the next, and beyond them where a
/// lap or stock needs it.
struct Span {
  double from = 0;
  double to = 0;
  double before = 0;
  double after = 0;
};

/// An end of a strip that is no ruling: a straight line on the flat from the base's ruling to the top's, and
/// how far a half circle stands out beyond it, mm.
struct ObliqueEnd {
  double base = 0;
  double top = 0;
  double round = 0;
};

/// A part, or one piece of it, ready to be opened out. The wall is the inside face.
struct Form {
  Wall wall = {};
  Rim base = {};
  Rim top = {};
  Rim whole_base = {};  ///< the ends as they were before trims
  Rim whole_top = {};
  bool base_pointed = false;
  bool top_pointed = false;
  double thickness = 0;
  double neutral = 0;  ///< distance of the neutral layer from the inside face, mm
  std::vector<AskedCircle> asked = {};
  std::vector<AskedProfile> profiles = {};
  std::vector<AskedPlane> planes = {};
  std::vector<TrimPlane> trims = {};
  std::vector<Region> regions = {};  ///< transitions: what the wall is, stretch by stretch
  double size = 0;                   ///< the greatest length of the part, the measure of its accuracy, mm
  bool coaxial = false;              ///< every ruling is the first one turned about the axis
  bool round_base = false;           ///< a transition's base is a circle
  bool open = false;  ///< a wall between two open curves: it has no seam, its edges are those of the seam
  std::optional<std::array<ObliqueEnd, 2>> ends = {};  ///< of a strip: where it begins and where it ends
  bool turns_back = false;  ///< a profile is hollow: plan angles need not rise with u
  bool warped = false;      ///< its normals turn along the rulings; those kept are of their middles
  bool by_plan = true;      ///< u is the plan angle; else it only rises with it, by as much once round
  double before = 0;        ///< how far the wall goes on past the first and the last seam ruling, in u
  double after = 0;

  /// The seam rulings.
  [[nodiscard]] double from() const { return wall.front().from + before; }
  [[nodiscard]] double to() const { return wall.back().to - after; }
  [[nodiscard]] const Rim& rim(EndName end) const { return end == EndName::base ? base : top; }
  [[nodiscard]] const Rim& whole_rim(EndName end) const {
    const Rim& whole = end == EndName::base ? whole_base : whole_top;
    return whole.pieces().empty() ? rim(end) : whole;
  }
  [[nodiscard]] bool pointed(EndName end) const { return end == EndName::base ? base_pointed : top_pointed; }
  /// Whether the last seam ruling is the first again.
  [[nodiscard]] bool goes_round() const;
};

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

/// Pieces of a part by the rulings that they reach from and to.
using PieceMaker = std::function<Form(const Span&)>;

/// A round part, in pieces.
[[nodiscard]] PieceMaker pieces_of(const RoundSizes& sizes, const Sheet& sheet);

/// The wall between two profiles, in pieces.
///
/// Errors    Refusal for profiles that are none; when an end's plane cuts or touches the other profile; when
///           the rulings of a layer cross within the metal (it names the least corner radius).
/// Accuracy  rounding.  Cost  some thousand rulings, each some microseconds.
/// Source    docs/maths/transitions.md (5)-(10).
[[nodiscard]] PieceMaker pieces_of(const Transition& transition, const Sheet& sheet);

/// Whether a transition is one of flats and folds alone: between two polygons with sharp corners. It is a
/// body (body.h), and has no pieces of wall. Errors    Refusal as pieces_of().
[[nodiscard]] bool is_folded(const Transition& transition, const Sheet& sheet);

/// The plan angle, radians, of the ruling at u: of its base end seen from the base's centre.
[[nodiscard]] double plan_at(const Form& form, double u);
/// The ruling that a plan angle means: of several at a corner the middle one.
[[nodiscard]] double u_at_plan(const Form& once_round, double plan);
/// The ruling at which an end's profile faces a direction of its plane, radians; of a side the middle one.
[[nodiscard]] double u_facing(const Form& once_round, EndName end, double direction);
/// The greatest angle between the wall's normals at the two ends of a ruling, as the rims run, radians.
[[nodiscard]] double warp_of(const Form& form);

/// A transition worked out: its form once round from its first seam.
struct RuledPart {
  Form form;
};

/// The seam of the part as made: the mirrored twin's lies at the opposite plan angles, its lap on the other
/// edge.
[[nodiscard]] Seam seam_as_made(Seam seam, Hand hand);
/// The pieces that the seams (as made) make of a part: from seam ruling to seam ruling.
[[nodiscard]] std::vector<Span> seam_spans(const Form& once_round, const Seam& seam);

/// A round part worked out: its sizes, and its form once round from its first seam.
struct RoundPart {
  RoundSizes sizes;
  Form form;
};

/// The least radius of an end, mm, for which a part of these sizes else still does what `fits` asks; to 1e-9
/// of it. Both ends of a cylinder change together. Cost  some 60 forms.
[[nodiscard]] double least_radius(const RoundSizes& sizes, const Sheet& sheet, EndName end,
                                  const std::function<bool(const RoundSizes&)>& fits);

/// The shortest and the longest ruling between the rims, of equals the one of the lowest plan angle.
struct RulingLengths {
  double shortest = 0;
  double shortest_at = 0;  ///< u within [0, 2 pi)
  double longest = 0;
  double longest_at = 0;
};
[[nodiscard]] RulingLengths ruling_lengths(const Form& form);

/// How an edge cut square to the sheet stands to the plane that it meets, at one ruling.
struct Bevel {
  Angle angle = {};    ///< from square to flush; positive where the outside face stands out farther
  double inside = 0;   ///< distance along the ruling from the cut edge outwards to where the inside face
  double outside = 0;  ///< or the outside face meets the plane, mm; negative: that much stands past it
};
/// Nothing at a pointed end. Source docs/maths/round.md (9)-(10).
[[nodiscard]] std::optional<Bevel> bevel_at(const Form& form, EndName end, double u);

/// The radius to which a layer is rolled at an end, square to the ruling, mm: that of a template held square
/// to the wall; past all measure where the wall does not bend. Source docs/maths/round.md (11).
[[nodiscard]] double rolled_radius(const Form& form, EndName end, double layer, double u);
/// The rulings between which the metal's rim runs: the seam rulings, or of a strip those of its ends.
[[nodiscard]] std::pair<double, double> rim_range(const Form& form, EndName end);
/// Length of a rim between the seam rulings on a layer, mm, by quadrature in space.
[[nodiscard]] double rim_length(const Form& form, EndName end, double layer);
/// Area of a layer between the rims and the seam rulings, mm2, by quadrature in space.
[[nodiscard]] double wall_area(const Form& form, double layer);
/// A point of the edge as cut, on a layer.
[[nodiscard]] Vec3 edge_point(const Form& form, EndName end, double layer, double u);
/// Distance between the lowest and the highest point of the metal along z, mm.
[[nodiscard]] double overall_height(const Form& form);

}  // namespace juggler
