// A part as a wall: straight rulings with a unit normal, its parallel layers, and where its ends are cut.
// A folded part in space: flat faces joined by bend zones.
#pragma once

#include <array>
#include <functional>
#include <optional>
#include <string>
#include <vector>
#include "juggler/part.h"

namespace juggler {

/// The edges of a round part; those of a folded one are sides, told apart by their labels.
enum class EdgeName { base, top, seam_start, seam_end, side };
[[nodiscard]] const char* name_of(EdgeName name);

/// What the edges of a blank are called: those of a flight are not its base and top, but the inner and the
/// outer one; those of strips and gores the lower and the upper one; gores lie side by side.
struct EdgeWords {
  const char* base = "base";
  const char* top = "top";
  const char* start = "seam_start";
  const char* end = "seam_end";
  [[nodiscard]] const char* of(EdgeName name) const {
    constexpr const char* EdgeWords::*words[]{&EdgeWords::base, &EdgeWords::top, &EdgeWords::start,
                                              &EdgeWords::end};
    return name == EdgeName::side ? "side" : this->*words[static_cast<size_t>(name)];
  }
};

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
/// One that meets the z axis at a height, is tilted from level, and rises towards a plan angle; its normal
/// points up.
[[nodiscard]] Plane tilted_plane(double height, Angle tilt, Angle uphill);
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

/// What an end is asked to meet, no nearer and no farther than its contact allows: a plane, a body, any
/// surface that rulings run into. What cuts ends in a new way is a function that makes one of these.
struct Cutter {
  EndName end = EndName::base;
  Contact contact = Contact::size_face;
  double layer = 0;  ///< the layer that meets it, mm, where the contact names one
  /// Where a layer of the wall (mm from the wall given) meets it along a ruling, from c along e, and the
  /// derivative by u; past 1e12 mm where it never does, which is at the end's own side.
  std::function<Cut(const Ruling& ruling, double layer)> cut = {};
  /// How far a point lies beyond it, upwards along rulings, mm; negative before it.
  std::function<double(Vec3)> beyond = {};
  /// Its unit normal about a point of it, to the side that is beyond.
  std::function<Vec3(Vec3)> normal = {};
  /// The rim that it leaves alone, its contact worked out, where that is known beforehand: over one turn, or
  /// over all of an open wall. Else cut() is asked for the layers that the contact says.
  std::optional<Rim> rim = {};
};
/// A plane whose normal points upwards along the rulings. Source docs/maths/develop.md (12).
[[nodiscard]] Cutter plane_cutter(EndName end, const Plane& plane, Contact contact, double layer);
/// The rim that the cutters of an end leave of a stretch of wall, of which there is one at least. Source
/// docs/maths/round.md (7).
[[nodiscard]] Rim rim_of(const std::vector<Cutter>& cutters, EndName end, const Wall& wall, double thickness);

/// A trim with its plane worked out, in all ways it can be given.
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
  std::optional<double> from_axis = {};  ///< an upright one: then height and sides say nothing
  std::string key = {};                  ///< its path in the job
};

/// Where a leg beside it cuts an end of a leg.
struct CrotchStretch {
  size_t body = 0;  ///< of the form's bodies
  double from = 0;  ///< in u
  double to = 0;
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
  double neutral_depth = 0;  ///< distance of the neutral layer from the inside face, mm
  std::vector<AskedCircle> asked = {};
  std::vector<AskedProfile> profiles = {};
  std::vector<Cutter> cutters = {};
  std::vector<TrimPlane> trims = {};
  std::vector<EndBody> bodies = {};          ///< that cut its ends
  std::vector<CrotchStretch> crotches = {};  ///< where which of them, a leg beside it, cuts the base
  std::vector<Mitre> parted = {};            ///< across which its blank is cut
  std::vector<Mitre> mitres = {};            ///< in place of the planes of its ends
  std::vector<Region> regions = {};          ///< transitions: what the wall is, stretch by stretch
  double size = 0;          ///< the greatest length of the part, the measure of its accuracy, mm
  bool coaxial = false;     ///< every ruling is the first one turned about the axis
  bool round_base = false;  ///< a transition's base is a circle
  bool finished = false;    ///< it is opened out as it is, to be marked: nothing of it is bent
  bool open = false;  ///< a wall between two open curves: it has no seam, its edges are those of the seam
  std::optional<std::array<ObliqueEnd, 2>> ends = {};  ///< of a strip: where it begins and where it ends
  EdgeWords edge_words = {};
  bool turns_back = false;  ///< a profile is concave: plan angles need not rise with u
  bool warped = false;      ///< its normals turn along the rulings; those kept are of their middles
  bool by_plan = true;      ///< u is the plan angle; else it only rises with it, by as much once round
  double before = 0;        ///< how far the wall goes on past the first and the last seam ruling, in u
  double after = 0;

  /// Whether its ends are cut by their own planes alone.
  [[nodiscard]] bool untrimmed() const { return trims.empty() && bodies.empty() && mitres.empty(); }
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

/// Pieces of a part by the rulings that they reach from and to.
using PieceMaker = std::function<Form(const Span&)>;

/// The plan angle of the ruling at u: of its base end seen from the base's centre.
[[nodiscard]] Angle plan_at(const Form& form, double u);
/// The ruling that a plan angle means: of several at a corner the middle one.
[[nodiscard]] double u_at_plan(const Form& once_round, Angle plan);
/// The ruling at which an end's profile faces a direction of its plane; of a side the middle one.
[[nodiscard]] double u_facing(const Form& once_round, EndName end, Angle direction);
/// The greatest angle between the wall's normals at the two ends of a ruling, as the rims run.
[[nodiscard]] Angle warp_of(const Form& form);

/// The seam of the part as made: the mirrored twin's lies at the opposite plan angles, its lap on the other
/// edge; a pressed part's gap is as wide on every face, for the flats beside the seam are halves of one.
[[nodiscard]] Seam seam_as_made(Seam seam, const Making& making);
/// The pieces that the seams (as made) make of a part: from seam ruling to seam ruling.
[[nodiscard]] std::vector<Span> seam_spans(const Form& once_round, const Seam& seam);

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

enum class SideKind { free, bend, joint };

/// One side of a face, from its corner to the next.
struct FaceSide {
  SideKind kind = SideKind::free;
  int link = -1;          ///< of a bend its zone, of a joint its joint
  std::string name = {};  ///< of the edge, where it is free
  Angle turn = {};        ///< of the arc that it is, by which its heading changes; 0: it is straight
};

/// A flat stretch of the sheet, up to the tangent lines of its bends. Its frame lies on the inside face; z of
/// the frame is the normal from the inside to the outside face.
struct BodyFace {
  std::string name = {};
  Vec3 origin = {}, x = {}, y = {}, normal = {};
  std::vector<Vec2> corners = {};  ///< in the frame, anticlockwise seen from the outside; may be of no width
  std::vector<FaceSide> sides = {};
  bool flange = false;  ///< its joints do not say which way of the flat is upright

  [[nodiscard]] Vec3 at(Vec2 p) const { return origin + p.x * x + p.y * y; }
  /// The side from a corner on, in the frame.
  [[nodiscard]] Arc side(size_t k) const {
    return arc_between(corners[k], corners[(k + 1) % corners.size()], sides[k].turn);
  }
};

/// Where a zone ends, along its axis, mm, over the angle turned from its first face: from + slope phi
/// + cosine cos phi + sine sin phi. A plane cut has no slope, a straight cut on the flat nothing else. Where
/// another part cuts it, it is from + sense rim(phi).s.
struct ZoneCut {
  double from = 0;
  double slope = 0;
  double cosine = 0;
  double sine = 0;
  Rim rim = {};
  double sense = 1;

  [[nodiscard]] bool cut() const { return !rim.pieces().empty(); }
  [[nodiscard]] double operator()(double phi) const {
    if (cut()) return from + sense * rim(phi).s;
    return from + slope * phi + cosine * std::cos(phi) + sine * std::sin(phi);
  }
  /// By phi.
  [[nodiscard]] double rate(double phi) const {
    if (cut()) return sense * rim(phi).ds;
    return slope - cosine * std::sin(phi) + sine * std::cos(phi);
  }
  [[nodiscard]] bool straight() const { return !cut() && cosine == 0 && sine == 0; }
};

/// A bend zone: a stretch of a cylinder from the tangent line on one face to that on another. Its axis has
/// the direction of the first face's side; distances along it count from that side's start.
struct BendZone {
  int face_a = 0, side_a = 0;
  int face_b = 0, side_b = 0;
  Vec3 axis = {};             ///< unit
  Angle angle = {};           ///< turned; positive where the inside face is concave
  double radius = 0;          ///< of the concave face
  double neutral_factor = 0;  ///< neutral layer's distance from the concave face / thickness
  double neutral_radius = 0;  ///< radius of the neutral layer
  bool rolled = false;        ///< an arc of a profile, not a bend
  ZoneCut low = {}, high = {};

  /// What it takes of the flat, square to its axis.
  [[nodiscard]] double width() const { return std::abs(angle.radians()) * neutral_radius; }
};

/// Two sides that meet without a bend.
struct Joint {
  std::string name = {};
  int face_a = 0, side_a = 0;
  int face_b = 0, side_b = 0;
  Angle angle = {};      ///< from one face's normal to the other's; 0 for a butt in one plane
  double set_back = 0;   ///< of both edges together, each in its face, mm
  double clearance = 0;  ///< between the two on the faces that are nearest, or to the lapping face, mm
  bool lapped = false;   ///< the first covers the second's edge
  bool open = false;     ///< the two do not meet: the flat has no metal for it
};

/// A point that a layer of a face, prolonged, is asked to pass through.
struct AskedPoint {
  int face = 0;
  double layer = 0;
  Vec3 at = {};
};

/// A free side that is asked to lie in a plane.
struct AskedSide {
  int face = 0;
  int side = 0;
  double layer = 0;
  Plane plane = {};
};

/// A side of a sharp face: the fold, weld or plane cut in which it ends.
struct SharpSide {
  SideKind kind = SideKind::free;
  int sharp_face = -1, side = -1;  ///< what it is joined to
  std::string name = {};
  Plane plane = {};     ///< free: the plane that cuts it
  double layer = 0;     ///< free: the layer that meets the plane
  double inset = 0;     ///< joint: by how much it stands back besides, mm
  bool lapped = false;  ///< joint: this one covers the other's edge
  bool open = false;    ///< joint: it does not reach the other
  /// free: it goes on in line with that side of its face, and is asked to meet no plane
  int in_line = -1;
};

/// A face before its bends are taken from it: corners on the size face, anticlockwise seen from outside.
struct SharpFace {
  std::string name = {};
  std::vector<Vec3> corners = {};
  Vec3 normal = {};
  std::vector<SharpSide> sides = {};
  bool flange = false;
};

/// How a flat lies: its profile along x; the bisector of its first and last joint upright; as its smallest
/// rectangle does; or its first face's x along x.
enum class Lie { profile, joints, rectangle, as_drawn };

/// A folded part: its faces make a tree over the zones, or several trees, one for each piece.
struct Body {
  std::vector<BodyFace> faces = {};
  std::vector<BendZone> zones = {};
  std::vector<Joint> joints = {};
  std::vector<AskedPoint> points = {};
  std::vector<AskedSide> rims = {};
  double thickness = 0;
  double size = 0;  ///< the greatest length of the part
  Lie lie = Lie::rectangle;
  FaceNames face_names = {};
  Bend bend = {};  ///< tags, springback, die
  Relief relief = Relief::closed;
  std::optional<double> relief_size = {};
  std::vector<Phrase> notes = {};
  std::vector<EndBody> bodies = {};  ///< that cut its ends
  double fit_error = 0;              ///< of the arcs that stand for those cuts, mm
  std::vector<SharpFace> sharp_faces =
      {};  ///< what it was made from, where its faces are given by their corners
};

/// Whether some of its faces are folded over at rims.
[[nodiscard]] bool has_flanges(const Body& body);
/// A point of a bend zone: phi from its first face, `along` its axis, on a layer. Source docs/maths/folded.md
/// (7).
[[nodiscard]] Vec3 zone_point(const Body& body, const BendZone& zone, double phi, double along, double layer);
/// The line of a bend zone through that point: along its axis, its normal outwards; by phi.
[[nodiscard]] Ruling zone_ruling(const Body& body, const BendZone& zone, double phi, double along,
                                 double layer);
/// The angles between which an end of a zone is smooth, from 0 to what the zone turns.
[[nodiscard]] std::vector<double> stretches_of(const BendZone& zone, const ZoneCut& end);
/// The integral of a function of the angle that is smooth where the end is.
[[nodiscard]] double over_stretches(const BendZone& zone, const ZoneCut& end,
                                    const std::function<double(double)>& f);
/// Area of the neutral layer, mm2, by the faces' corners in space and quadrature over the zones.
[[nodiscard]] double body_area(const Body& body);
/// The smallest upright box about the metal, both faces.
struct Box3 {
  Vec3 low = {HUGE_VAL, HUGE_VAL, HUGE_VAL};
  Vec3 high = {-HUGE_VAL, -HUGE_VAL, -HUGE_VAL};
};
[[nodiscard]] Box3 box_of(const Body& body);

}  // namespace juggler
