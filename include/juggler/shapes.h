// What is asked for: the sizes of every shape. Plain values; lengths are millimetres, angles carry their
// unit.
#pragma once

#include <array>

#include "juggler/sheet.h"

namespace juggler {

/// A line of the user's bend table: what a bend takes of the neutral layer.
struct BendRow {
  double thickness = 0;
  double radius = 0;          ///< inside
  Angle angle = {};           ///< turned
  double neutral_factor = 0;  ///< neutral layer's distance from the concave face / thickness
};

/// A test piece with one bend: the flat it was made of, and its legs measured outside, to the meeting point
/// of the outside faces.
struct TestPiece {
  double flat = 0;
  double leg_a = 0;
  double leg_b = 0;
  Angle angle = Angle::degrees(90);      ///< turned
  std::optional<double> thickness = {};  ///< else the sheet's
  std::optional<double> radius = {};     ///< inside; else the bend's
};

/// How folds are bent. One of `neutral_factor`, `table` and `test` says what length a bend takes.
struct Bend {
  std::optional<double> radius = {};          ///< inside, mm; required where the sheet has a thickness
  std::optional<double> neutral_factor = {};  ///< from the concave face / thickness, 0 to 1
  std::vector<BendRow> table = {};
  std::optional<TestPiece> test = {};
  std::optional<Angle> springback = {};  ///< by which a bend of 90 degrees opens again; others in proportion
  std::optional<double> die_width = {};  ///< opening of the die, mm, for the least leg; else 8 thicknesses
  bool letters = true;                   ///< bends are tagged by letters, else by numbers
};

/// The neutral factor of a bend.
///
/// angle     turned, over 0 to under 360 degrees; radius inside, mm
/// Errors    Refusal where none is given, where the table has no rows about it, or where a test piece
///           contradicts itself.
/// Accuracy  rounding; the table is linear between its rows, in the angle and in the radius.
/// Source    docs/maths/folded.md (1)-(4).
[[nodiscard]] double neutral_factor(const Bend& bend, double thickness, double radius, Angle angle);

/// The face a panel's lengths are measured on. Inside and outside follow the concave side of each bend; left
/// and right, seen along the profile, keep one face. The inside face of the sheet is the left one.
enum class PanelFace { concave_side, middle, convex_side, left, right };
[[nodiscard]] const char* name_of(PanelFace face);

/// One step of a panel's profile: a line, a bend between two lines, or an arc.
struct ProfileStep {
  std::optional<double> line = {};    ///< length, mm, to the meeting point of its faces at a bend
  std::optional<Angle> bend = {};     ///< turned, over 0 to under 180 degrees
  std::optional<Angle> arc = {};      ///< turned, over 0 to 360 degrees
  std::optional<double> radius = {};  ///< of the arc, on the size face; of a bend inside, else the common one
  bool to_right = false;
};

/// An end of a panel cut by a plane that leans from square to the run, as a gutter's at a corner.
struct PanelMitre {
  Angle angle = {};  ///< of the plane from square, -80 to 80 degrees
  Angle towards =
      {};  ///< the direction in the profile's plane, from its start, in which the run grows longer
  std::string key = {};  ///< its path in a job, for refusals
};

/// What is folded over at an end of a panel's run, line by line; arcs have none.
struct PanelFlange {
  bool at_end = true;  ///< of the run, else at its start
  /// From the sharp line of the fold on the panel's size face, up to which the run is measured there, mm.
  std::optional<double> width = {};
  Angle turned = Angle::degrees(90);  ///< over 0 to 150 degrees
  bool to_right = false;              ///< towards the right face, else the left one
  double clearance = 0;               ///< between mitred corners, mm
  std::string key = {};               ///< its path in a job, for refusals
};

/// A panel: an open profile, drawn from its start, and its length square to it.
struct Panel {
  std::vector<ProfileStep> profile = {};
  std::optional<double> run = {};
  std::optional<PanelFace> sizes_on = {};  ///< else the sheet's
  /// The planes of its ends where they are not square to the run, which then is that of the profile's start.
  /// They meet the middle of the sheet.
  std::optional<PanelMitre> start = {}, end = {};
  std::vector<PanelFlange> flanges = {};  ///< one at each end at most
  Bend bend = {};
};

/// A rectangle: the size of an end, along x and along y.
struct RectangleSize {
  std::optional<double> width = {};
  std::optional<double> length = {};
  std::optional<Face> sizes_on = {};  ///< where it differs from the sheet's
};

/// How two walls meet where they are not folded.
enum class HipJoint { inside_touch, lapped };
/// What is cut away where bends meet at a corner.
enum class Relief { round, slot, closed };
[[nodiscard]] const char* name_of(HipJoint joint);
[[nodiscard]] const char* name_of(Relief relief);

/// Where a flange points: along the axis, level outwards, square to the wall outwards, or at an angle
/// from level outwards (90 is upright, 180 level inwards).
enum class FlangeDirection { upright, level, square, at_angle };
///
/// On hoppers, ducts and transitions folded with the bend's radius at straight sides, their width on the size
/// face from the end's plane. Round ends are turned over by their width along the wall, which stretches or
/// upsets the free edge. "Level" lies in the plane of the end.
struct Flange {
  EndName end = EndName::top;
  std::optional<double> width = {};  ///< on the size face, from the end plane, mm
  FlangeDirection direction = FlangeDirection::level;
  Angle rise = {};            ///< for `at_angle`
  double clearance = 0;       ///< between mitred corners, mm
  double strain_limit = 0.1;  ///< along curves: of the free edge, over its length; more is refused
  bool allow_strain = false;  ///< along curves: more is made, and said
  std::string key = {};       ///< its path in a job, for refusals
};

/// A funnel between two level rectangles of parallel sides. Eighths of a turn count from the middle of the
/// wall that faces +x: even ones are middles of walls, odd ones hips.
struct Hopper {
  RectangleSize base = {};
  RectangleSize top = {};
  std::optional<double> height = {};
  Vec2 shift = {};                           ///< of the top's centre from the base's
  std::optional<Contact> base_contact = {};  ///< else this end's size face
  std::optional<Contact> top_contact = {};
  int pieces = 1;  ///< 1, 2 or 4 (all hips welded)
  int seam = 5;    ///< the (first) seam, in eighths; with two pieces the other lies opposite
  HipJoint hip_joint = HipJoint::inside_touch;
  Relief relief = Relief::round;
  std::optional<double> relief_size = {};  ///< diameter of the hole or width of the slot, mm
  std::vector<Flange> flanges = {};
  Bend bend = {};
};
/// Refuses sizes that are missing or out of range, and pieces that four walls cannot be divided into.
void check(const Hopper& hopper);
/// "+x", "+x+y", "+y", ...: the eighths by name.
[[nodiscard]] const char* name_of_eighth(int eighth);

/// How the walls of a box meet at its corners.
///   inside_touch  edges touch along the inside of the corner
///   lapped        the walls `corner_walls` cover the edges of the others
///   tabs          the walls `corner_walls` have tabs, which are folded against the others
enum class BoxCorner { inside_touch, lapped, tabs };
[[nodiscard]] const char* name_of(BoxCorner corner);
/// The walls that face +x and -x, or those that face +y and -y.
enum class BoxWalls { x, y };

/// A wall of a box; what is not given is as of the others.
struct BoxWall {
  std::optional<double> height = {};  ///< of its rim above the floor, on the size face, mm
  Angle lean = {};                    ///< outwards from upright, -60 to 75 degrees
  bool sloping = false;  ///< its rim runs from the height of the one neighbour to that of the other
  std::string key = {};  ///< its path in a job, for refusals
};

/// What is folded over at the rims of some walls; a second one there stands on the first.
struct BoxReturn {
  std::array<bool, 4> on = {true, true, true, true};  ///< the walls that face +x, +y, -x, -y
  std::optional<double> width = {};                   ///< on the size face, mm
  Angle turned = Angle::degrees(90);                  ///< over 0 to 150 degrees
  bool outwards = false;
  double clearance = 0;  ///< between mitred corners, and between its ends and taller walls, mm
  std::string key = {};  ///< its path in a job, for refusals
};

/// A box, tray or pan: a floor, centred on the origin, and four walls folded up from it. Walls count from the
/// one that faces +x, anticlockwise seen from above.
struct Box {
  std::optional<double> width = {};   ///< of the floor, along x, to the meeting points with the walls
  std::optional<double> length = {};  ///< along y
  std::optional<double> height = {};  ///< of walls that have none of their own
  std::array<BoxWall, 4> walls = {};
  BoxCorner corner = BoxCorner::inside_touch;
  BoxWalls corner_walls = BoxWalls::x;
  std::optional<double> tab = {};  ///< width of the tabs, on the size face, mm
  bool tabs_outside = false;       ///< they lie on the outside of the others
  double tab_clearance = 0;        ///< between a tab and what it is folded against, mm
  std::vector<BoxReturn> returns = {};
  std::array<bool, 4> lid = {};  ///< walls that carry on as the lid: one, or two opposite ones, half each
  Relief relief = Relief::round;
  std::optional<double> relief_size = {};
  Bend bend = {};
};

/// The steepest plane that trims a part, from level: beyond it a rim is all but a ruling.
inline constexpr Angle steepest = Angle::degrees(89);

/// A plane that cuts one end off. It is given in one of four ways, of tubes and bodies of flat faces in the
/// first:
///   height (where it meets the axis) and tilt (from level, 0 to 89 degrees);
///   short_side and long_side (lengths of the two rulings of the size face that lie uphill and downhill);
///   from_apex (along the axis, from the size face's apex) and to_axis (the angle to the axis);
///   from_axis (cones: of an upright plane, towards `uphill`): what lies farther out is cut off.
struct Trim {
  EndName end = EndName::top;         ///< the side that is removed
  std::optional<double> height = {};  ///< on the axis, which stands on the base's centre
  std::optional<Angle> tilt = {};
  std::optional<double> short_side = {};
  std::optional<double> long_side = {};
  std::optional<double> from_apex = {};
  std::optional<Angle> to_axis = {};
  std::optional<double> from_axis = {};
  Angle uphill = {};                    ///< plan angle of the direction in which the plane rises
  std::optional<Contact> contact = {};  ///< which layer meets the plane; else the end's size face
  std::string key = {};                 ///< its path in a job, for refusals
};

/// A tube opened out for marking and cutting: round by its diameter, square by its side, or rectangular.
struct Tube {
  std::optional<double> diameter = {};  ///< outside
  std::optional<double> side = {};      ///< outside
  std::optional<double> width = {};     ///< outside, along x
  std::optional<double> depth = {};     ///< outside, along y
  double corner_radius = 0;             ///< outside radius of the corners, mm
  std::optional<double> wall_thickness = {};
  std::optional<double> length = {};  ///< along its axis, between level ends
  Face opened_on = Face::outside;
  /// Of one that is not round: in the middle of which side, in eighths. Of a round one the seam says where.
  int opened_at = 0;
  std::vector<Trim> trims = {};
  std::string named = {};  ///< in a list of tubes, for the outputs

  [[nodiscard]] bool round() const { return diameter.has_value(); }
};
/// A tube's face as a thing without thickness: its size across, that along y, and its corner radius.
struct TubeFace {
  double width = 0;
  double depth = 0;
  double corner_radius = 0;
};
/// Errors  Refusal for sizes missing, contradictory or out of range.
[[nodiscard]] TubeFace tube_face(const Tube& tube);

/// A regular polygon: one of its sizes, or a point.
struct PolygonSize {
  std::optional<double> across_flats = {};  ///< from side to opposite side; of odd polygons twice the apothem
  std::optional<double> across_corners = {};  ///< twice the radius of its corners
  std::optional<double> side = {};
  bool point = false;
};

/// A face of a body, by the numbers of its points, anticlockwise seen from outside.
struct NetFace {
  std::string name = {};
  std::vector<int> points = {};
};

/// A body of flat faces: a prism (no top), pyramid or frustum by sizes, or any by points and faces.
struct Net {
  int sides = 0;
  PolygonSize base = {};
  PolygonSize top = {};
  std::optional<double> height = {};
  Vec2 shift = {};
  Angle turn = {};  ///< plan angle of the middle of wall 1
  std::vector<Trim> trims = {};
  std::vector<Vec3> points = {};
  std::vector<NetFace> faces = {};
  std::vector<std::string> open = {};    ///< faces left out, by name
  std::vector<std::string> bends = {};   ///< "one / other": all that is bent; else chosen
  std::vector<std::string> joints = {};  ///< "one / other": what must not be bent
  HipJoint hip_joint = HipJoint::inside_touch;
  Relief relief = Relief::closed;
  std::optional<double> relief_size = {};
  Bend bend = {};
};

/// An end that is a point.
struct Pointed {};

/// A round end of a part: its size by name (several must agree), and what holds for this end alone.
struct End {
  End() = default;
  End(Diameter d) : diameter(d.mm()) {}  // NOLINT(google-explicit-constructor): `.base = Diameter::mm(620)`
  End(Radius r) : radius(r.mm()) {}      // NOLINT(google-explicit-constructor)
  End(Girth g) : girth(g.mm()) {}        // NOLINT(google-explicit-constructor)
  End(Pointed) : pointed(true) {}        // NOLINT(google-explicit-constructor)

  std::optional<double> diameter = {};
  std::optional<double> radius = {};
  std::optional<double> girth = {};
  bool pointed = false;
  std::optional<Face> sizes_on = {};    ///< else the sheet's
  std::optional<Contact> contact = {};  ///< else the size face
};

/// A cone, frustum or pointed. Any sufficient set of sizes; surplus ones must agree within `agree`. With a
/// shift it is an offset cone, which takes both ends and the height.
struct Cone {
  End base = {};
  End top = {};
  std::optional<double> height = {};         ///< distance of the end planes (or to the size face's apex)
  std::optional<double> slant = {};          ///< length of a ruling between the end planes
  std::optional<Angle> half_angle = {};      ///< between the wall and the axis, 0 to under 90 degrees
  std::optional<Angle> included_angle = {};  ///< twice that
  std::optional<EndName> wider = {};         ///< needed where the sizes leave it open
  double agree = limits::agree;              ///< mm that surplus sizes may differ by
  Vec2 shift = {};                           ///< of the top's centre from the base's, mm
  std::vector<Trim> trims = {};              ///< planes that cut its ends
  std::vector<Flange> flanges = {};          ///< at level ends of a right cone
};

/// A cylinder: one size and a height, or two opposite side lengths, which make a slanting top.
struct Cylinder {
  End size = {};  ///< diameter, radius or girth; its own face
  std::optional<double> height = {};
  std::optional<double> short_side = {};
  std::optional<double> long_side = {};
  Angle uphill = {};                 ///< plan angle of the long side
  std::optional<Contact> base = {};  ///< which layer meets the base's plane, else the size face
  std::optional<Contact> top = {};
  double agree = limits::agree;
  std::vector<Trim> trims = {};
  std::vector<Flange> flanges = {};
};

/// How a cone or cylinder is divided along its axis into courses, each a part of its own. One of number,
/// heights, plate.
struct Courses {
  std::optional<int> number = {};           ///< of equal height, 2 to 64
  std::vector<double> heights = {};         ///< of all, from the base up, along the axis, laps counted twice
  std::optional<double> plate = {};         ///< or as few as leave blanks no wider than the plate, mm
  std::optional<double> plate_length = {};  ///< each in as few equal pieces as are no longer than this, mm
  std::optional<Angle> stagger =
      {};                      ///< of each course's seams from those below; else half the way between two
  bool second_inside = false;  ///< every second course fits inside those beside it; else one girth
  double lap = 0;              ///< by which they stand in each other then, mm
};

/// A segmented elbow: pieces of one cylinder, or of one straight cone where it tapers, mitred. It stands on
/// its base and turns towards plan angle 0, where its throat is.
struct Elbow {
  End size = {};                           ///< of the base: diameter, radius or girth; its own face
  std::optional<End> end_size = {};        ///< of the top, where it tapers
  std::optional<double> radius = {};       ///< of the centre line
  std::optional<Angle> angle = {};         ///< by which the axis turns in all, 1 to 270 degrees
  std::optional<int> segments = {};        ///< 2 to 64, the first and the last half ones
  std::optional<double> facet_error = {};  ///< or as few as keep the back this near the round one, mm
  double straight_base = 0;                ///< added to the ends, mm
  double straight_top = 0;
  std::optional<Contact> contact = {};  ///< of the mitres, else the size face
  /// What the blanks have beyond their mitres, along the rulings, for the joint: at the top of the lower of
  /// two segments, and at the base of the upper one, mm.
  double mitre_lower = 0, mitre_upper = 0;
  MitreJoint mitre_joint = MitreJoint::lapped;
  Angle seam = {};       ///< its plan angle on each segment: 0 the throat, 180 the back
  Angle alternate = {};  ///< by which that of every second segment lies further on
  /// All blanks also as one: the straight pipe opened out, with the cuts that two blanks share. Seams then
  /// lie by turns on opposite sides, and the mitres' contact names one layer.
  bool strip = false;
};

/// A straight rectangular duct: four walls along z, in one piece, two (an L each where the seams lie at
/// corners, a U each where they lie in walls) or four.
struct Duct {
  std::optional<double> width = {};   ///< along x
  std::optional<double> depth = {};   ///< along y
  std::optional<double> length = {};  ///< along the axis
  int pieces = 1;
  int seam = 5;                      ///< the (first) seam, in eighths as of a hopper
  std::vector<Flange> flanges = {};  ///< folded outwards on all four sides
  Relief relief = Relief::round;
  std::optional<double> relief_size = {};
  std::optional<NamedSeam> seam_kind =
      {};  ///< side a on the wall that ends at a seam, b on the one that begins
  Bend bend = {};
};
/// The same as four walls between two equal rectangles.
/// Errors  Refusal at width, depth or length.
[[nodiscard]] Hopper hopper_of(const Duct& duct);
/// What its seams add, for its making.
[[nodiscard]] std::vector<EdgeWork> seam_works(const Duct& duct, Hand hand);

/// How the flat sides of a bent duct meet the walls between them.
///   inside_touch  edges touch along the inside of the corner
///   cheeks        the flat sides cover the edges of the walls
///   wraps         the walls cover the edges of the flat sides
enum class DuctCorner { inside_touch, cheeks, wraps };
[[nodiscard]] const char* name_of(DuctCorner corner);
/// A wall that turns round, along an arc, or by one bend.
enum class DuctTurn { round, square };

/// A rectangular elbow: two flat cheeks, a throat and a heel between them, and splitters. It stands on z = 0
/// about the origin and turns towards +x.
struct DuctElbow {
  std::optional<double> width = {};      ///< square to the plane of the bend, along y
  std::optional<double> depth = {};      ///< in that plane, at the base
  std::optional<double> end_depth = {};  ///< at the top, where it is another
  std::optional<Angle> angle = {};       ///< 1 to 170 degrees
  DuctTurn throat = DuctTurn::round;
  DuctTurn heel = DuctTurn::round;
  std::optional<double> radius = {};  ///< of a round throat, on the size face
  std::optional<double> heel_radius =
      {};  ///< of a round heel; else as large as leaves it the throat's straights
  double straight_base = 0, straight_top = 0;  ///< of the throat, mm
  int splitters = 0;                           ///< evenly between throat and heel, 0 to 20
  DuctCorner corner = DuctCorner::inside_touch;
  std::optional<NamedSeam> seam = {};  ///< side a on the cheeks, b on the walls between them
  Bend bend = {};                      ///< of square throats and heels
};

/// A rectangular duct that passes over to a parallel axis: two flat cheeks and two walls between them. It
/// stands on z = 0 about the origin.
struct DuctOffset {
  std::optional<double> width = {};   ///< square to the plane of the offset, along y
  std::optional<double> depth = {};   ///< in that plane
  std::optional<double> offset = {};  ///< of the top's centre from the base's, towards +x
  /// In two planes: towards +y. Then it is mitred: four walls, each of three flats, in one part.
  std::optional<double> aside = {};
  std::optional<double> length = {};  ///< between the end planes
  bool mitred = false;                ///< by bends in the planes that halve them, else by arcs
  /// By arcs: of the inner sides of the turns, on the size face; else as large as leaves nothing straight
  /// between them.
  std::optional<double> radius = {};
  double straight_base = 0, straight_top = 0;  ///< mm; mitred: of the shorter sides
  DuctCorner corner = DuctCorner::inside_touch;
  std::optional<NamedSeam> seam = {};  ///< side a on the cheeks, b on the walls between them
  Bend bend = {};                      ///< of mitred walls
};

enum class ProfileKind { circle, rectangle, ellipse, obround, polygon, polyline, outline };
[[nodiscard]] const char* name_of(ProfileKind kind);

/// A piece of a drawn outline: a straight line, an arc of an ellipse, or a rational Bezier curve.
struct DrawnCurve {
  enum class Kind { line, arc, bezier };
  Kind kind = Kind::line;
  std::vector<Vec2> points = {};     ///< a line's ends; a Bezier curve's 3 to 16 control points
  std::vector<double> weights = {};  ///< of these, above 0
  Vec2 centre = {};                  ///< of an arc
  double a = 0;                      ///< its half axes, above 0, the first at `axis`
  double b = 0;
  Angle axis = {};
  Angle from = {};  ///< its eccentric angles; falling ones run clockwise
  Angle to = {};

  [[nodiscard]] Vec2 start() const;
  [[nodiscard]] Vec2 end() const;
  /// After a part, 0 to 1, of its parameter.
  [[nodiscard]] Vec2 at(double part) const;
  [[nodiscard]] DrawnCurve reversed() const;
};

/// The closed curve of an end, in the plane of the end; its centre is that of its area (of a polyline that of
/// the polygon of its points, of an open curve the origin of its drawing).
struct Profile {
  ProfileKind kind = ProfileKind::circle;
  std::optional<double> diameter = {};  ///< circle
  std::optional<double> width = {};     ///< rectangle, ellipse, obround: along x
  std::optional<double> length = {};    ///< along y
  std::optional<double> between_centres =
      {};                    ///< obround, in place of one of them: between its half circles' centres
  double corner_radius = 0;  ///< rectangle, polygon, polyline: radius of its corners
  int sides = 0;             ///< polygon, 3 to 64; its first side faces +x
  std::optional<double> across_flats =
      {};  ///< polygon: from side to opposite side; of odd ones twice the apothem
  std::optional<double> across_corners = {};  ///< polygon: twice the radius of its (sharp) corners
  std::vector<Vec2> points = {};              ///< polyline, either way round
  /// outline: curve after curve, either way round. Ends that lie up to 0.01 mm apart are brought together,
  /// and joints that bend by less than 0.1 degrees made smooth, by scaling curves a little.
  std::vector<DrawnCurve> outline = {};
  std::optional<Vec2> gap = {};  ///< outline: the middle of the gap that it had as drawn
  /// polyline, outline: not closed, for a panel between two such curves. Its inside lies left of the way it
  /// runs, its centre is the drawing's origin.
  bool open = false;
  bool about_origin = false;  ///< outline: its centre is the drawing's origin, not that of its area
  Angle turn = {};            ///< about its centre, anticlockwise from above
  std::string key = {};       ///< its path in a job, for refusals; else "base.profile" and so on
};

/// An end of a transition: its profile, and the plane that this lies in.
struct TransitionEnd {
  Profile profile = {};
  Angle tilt = {};    ///< of the plane about the level line through the centre, 0 to under 90 degrees
  Angle uphill = {};  ///< plan angle of the direction in which it rises
  std::optional<Face> sizes_on = {};    ///< else the sheet's
  std::optional<Contact> contact = {};  ///< else the size face
};

/// A wall between two profiles by its true rulings; where no wall opens flat, or where that is asked for, by
/// even ones, with the least stretch.
struct Transition {
  TransitionEnd base = {};
  TransitionEnd top = {};
  std::optional<double> height = {};  ///< between the centres of the ends
  Vec2 shift = {};                    ///< of the top's centre from the base's
  // Between two polygons with sharp corners the wall is folded.
  HipJoint hip_joint = HipJoint::inside_touch;  ///< how it meets at a seam that lies on a fold
  Relief relief = Relief::closed;
  std::optional<double> relief_size = {};
  Bend bend = {};
  Rulings rulings = Rulings::developable;
  StrainLimit strain = {};
  /// Folded at straight sides, with the bend's radius; turned over along curves. Where the wall opens flat.
  std::vector<Flange> flanges = {};
};

/// A leg of a breech: a wall from the breech's base to a top of its own.
struct BreechLeg {
  TransitionEnd top = {};
  std::optional<Vec3> centre = {};  ///< of the top, in the breech's frame; its z above 0
  Angle seam = {};  ///< from the plan angle to which the leg leans (0 its back, 180 the crotch)
};
/// One base and two to four legs, each a wall by its true rulings, cut where it meets the others.
struct Breech {
  TransitionEnd base = {};  ///< level; its contact is the size face
  std::vector<BreechLeg> legs = {};
  std::optional<Contact> contact = {};  ///< the layer on which legs meet; else clear: the outside faces
};

/// What a flight's flat keeps.
///   equal_edges    the lengths of both edges, and the width square to them; between the edges the metal is
///                  upset
///   least_stretch  the ring whose two principal strains have the least mean square over the flight
enum class FlightFlat { equal_edges, least_stretch };
[[nodiscard]] const char* name_of(FlightFlat flat);

/// An auger's blade: the surface swept by a level line that turns about the shaft and rises with it. Sizes
/// lie on the middle of the sheet; its inside is the face that looks up the axis.
struct Flight {
  std::optional<double> shaft = {};       ///< diameter of the inner edge; of a ribbon only seen
  std::optional<double> shaft_to = {};    ///< at the upper end, where it tapers: a cone
  std::optional<double> inside = {};      ///< of a ribbon, off the shaft: diameter of the inner edge
  std::optional<double> inside_to = {};   ///< at the upper end, where it differs: it changes evenly per turn
  std::optional<double> width = {};       ///< or of a ribbon: from edge to edge along the radius
  std::optional<double> outside = {};     ///< diameter of the outer edge, at the lower end
  std::optional<double> outside_to = {};  ///< at the upper end, where it differs: it changes evenly per turn
  std::optional<double> pitch = {};       ///< rise for one turn, at the lower end
  std::optional<double> pitch_to = {};    ///< at the upper end, where it differs: it changes evenly per turn
  std::optional<double> turns = {};       ///< 0.01 to 200
  Angle start = {};                       ///< plan angle of the lower end
  double turns_per_blank = 1;             ///< above 0; what lies over itself on the flat is refused
  bool full_rings = false;                ///< or: each blank a whole ring, slit once: more than a turn
  std::optional<double> slit = {};        ///< of a full ring, at its inner edge; else the sheet's thickness
  FlightFlat flat = FlightFlat::equal_edges;
  bool allow_strain = false;  ///< also beyond the limit
  double strain_limit = 0.05;

  [[nodiscard]] bool is_ribbon() const { return inside || width; }
  /// Whether pitch, outside or the inner edge change from end to end.
  [[nodiscard]] bool grows() const {
    const auto differ = [](const auto& to, const auto& from) { return to && to != from; };
    return differ(outside_to, outside) || differ(pitch_to, pitch) || differ(inside_to, inside) ||
           (!is_ribbon() && differ(shaft_to, shaft));
  }
};

/// A flat spiral of strip: the middle of the strip lies on r = r0 + spacing u / 2 pi, its rulings along the
/// axis.
struct Coil {
  std::optional<double> inside = {};   ///< diameter at the start, on the inside face
  std::optional<double> middle = {};   ///< or on the middle
  std::optional<double> spacing = {};  ///< from middle to middle of neighbouring turns, along the radius
  std::optional<double> turns = {};
  std::optional<double> outside = {};  ///< or the diameter at the end, on the outside face
  std::optional<double> width = {};    ///< along the axis
  Angle start = {};                    ///< plan angle of the start
};

/// How the ends of a helical strip are cut: square to its edges; level; upright, along the body; or round, a
/// half circle whose tip lies where a square end would.
enum class StripEnds { square, level, upright, round };
[[nodiscard]] const char* name_of(StripEnds ends);

/// The layer of a strip on which its length is given.
enum class StripLayer { inside, neutral, middle, outside };
[[nodiscard]] const char* name_of(StripLayer layer);

/// A strip that winds up a cylinder or cone and lies against it, or stands on it with one edge. Two of pitch,
/// turns, height, lead angle and length. A standing one is measured on its middle; it stretches.
struct HelicalStrip {
  std::optional<double> body_diameter = {};  ///< diameter of the body: the strip's inside face lies on it
  std::optional<double> body_end_diameter =
      {};  ///< of a cone: where the lower edge ends; `body_diameter` is where it starts
  std::optional<double> width = {};          ///< square to its edges
  std::optional<double> upright_width = {};  ///< or along the body
  std::optional<double> pitch = {};          ///< rise for one turn
  std::optional<double> turns = {};          ///< of its lower edge, from end to end
  std::optional<double> height = {};         ///< that the lower edge rises
  std::optional<Angle> lead = {};     ///< of the edges on the body, from level, above 0 and under 90 degrees
  std::optional<double> length = {};  ///< of its lower edge, from end to end
  StripLayer length_on = StripLayer::neutral;  ///< the layer on which that is; of a standing one the middle
  Angle start = {};                            ///< plan angle of the lower edge's lower end
  StripEnds ends = StripEnds::square;
  /// From the body's upright lines (its generators) outwards, above 0 and under 180 degrees: 90 stands square
  /// to the body, more leans downwards. Without it the strip lies against the body.
  std::optional<Angle> tilt = {};
  double turns_per_blank =
      1;                    ///< standing: equal blanks of no more, above 0; what lies over itself is refused
  StrainLimit strain = {};  ///< standing
};

/// What a dome's meridian is: one arc about a centre on the axis; or a crown of a large radius, a knuckle of
/// a small one that is tangent to it, and a straight rim.
enum class DomeKind { sphere, dished };
[[nodiscard]] const char* name_of(DomeKind kind);

/// A dome made of gores: strips between meridians, all alike. Its rim lies level at z = 0, its crown above.
/// Sizes lie on one face; edges are cut square to the sheet.
struct Dome {
  DomeKind kind = DomeKind::sphere;
  std::optional<double> rim = {};       ///< diameter at the lower edge
  std::optional<double> rise = {};      ///< sphere: from the rim's plane to the pole
  std::optional<double> diameter = {};  ///< sphere: of the sphere; alone a half, or where asked a whole one
  bool whole = false;                   ///< sphere: from pole to pole
  std::optional<double> crown_radius = {};    ///< dished
  std::optional<double> knuckle_radius = {};  ///< dished
  double straight = 0;                        ///< dished: height of the straight rim
  std::optional<double> crown = {};  ///< diameter of the plate at the pole that is made apart; else no plate
  std::optional<Face> sizes_on = {};
  int gores = 12;    ///< 3 to 64
  Angle start = {};  ///< plan angle of the first seam
  StrainLimit strain = {};
};

/// A curve in space: a helix about the axis, of one diameter or a changing one; or a smooth curve through
/// points, a natural cubic spline over the lengths of their chords.
struct SpaceCurve {
  std::optional<double> diameter = {};
  std::optional<double> diameter_to = {};  ///< at its end, where it differs: it changes evenly
  std::optional<double> pitch = {};        ///< rise for one turn, 0 for a level arc
  std::optional<double> turns = {};
  double height = 0;  ///< of its start
  Angle start = {};   ///< plan angle
  std::vector<Vec3> points = {};
};

/// A wall of straight rulings between two curves in space, both run the same way, on the middle of the sheet.
/// Its inside lies left of the way they run, its base lower.
struct RuledWall {
  SpaceCurve base = {};
  SpaceCurve top = {};
  Rulings rulings = Rulings::developable;
  int pieces = 1;  ///< 1 to 64: equal shares of the wall
  StrainLimit strain = {};
};

}  // namespace juggler
