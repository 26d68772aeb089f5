// What is asked for: folded parts, and how they are bent. Lengths are millimetres.
#pragma once

#include "juggler/sheet.h"

namespace juggler {

/// A line of the user's bend table: what a bend takes of the neutral layer.
struct BendRow {
  double thickness = 0;
  double radius = 0;  ///< inside
  Angle angle = {};   ///< turned
  double factor = 0;  ///< neutral layer's distance from the concave face / thickness
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

/// How folds are bent. One of `neutral`, `table` and `test` says what length a bend takes.
struct Bend {
  std::optional<double> radius = {};   ///< inside, mm; required where the sheet has a thickness
  std::optional<double> neutral = {};  ///< from the concave face / thickness, 0 to 1
  std::vector<BendRow> table = {};
  std::optional<TestPiece> test = {};
  std::optional<Angle> springback = {};  ///< by which a bend of 90 degrees opens again; others in proportion
  std::optional<double> die = {};        ///< opening of the die, mm, for the least leg; else 8 thicknesses
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

/// The face a panel's lengths are measured on. Inside and outside follow the hollow side of each bend; left
/// and right, seen along the profile, keep one face. The inside face of the sheet is the left one.
enum class PanelFace { inside, middle, outside, left, right };
[[nodiscard]] const char* name_of(PanelFace face);

/// One step of a panel's profile: a line, a bend between two lines, or an arc.
struct ProfileStep {
  std::optional<double> line = {};    ///< length, mm, to the meeting point of its faces at a bend
  std::optional<Angle> bend = {};     ///< turned, over 0 to under 180 degrees
  std::optional<Angle> arc = {};      ///< turned, over 0 to 360 degrees
  std::optional<double> radius = {};  ///< of the arc, on the size face; of a bend inside, else the common one
  bool to_right = false;
};

/// A panel: an open profile, drawn from its start, and its length square to it.
struct Panel {
  std::vector<ProfileStep> profile = {};
  std::optional<double> run = {};
  std::optional<PanelFace> sizes_on = {};  ///< else the sheet's
  Bend bend = {};
};

/// A rectangle: the size of an end, along x and along y.
struct RectangleSize {
  std::optional<double> width = {};
  std::optional<double> length = {};
  std::optional<Face> sizes_on = {};  ///< where it differs from the sheet's
};

/// How two walls meet where they are not folded.
enum class Corner { inside_touch, lapped };
/// What is cut away where bends meet at a corner.
enum class Relief { round, slot, closed };
[[nodiscard]] const char* name_of(Corner corner);
[[nodiscard]] const char* name_of(Relief relief);

/// Where a flange points: along the axis, level outwards, square to the wall outwards, or at an angle
/// from level outwards (90 is upright, 180 level inwards).
enum class FlangeDirection { upright, level, square, at_angle };
struct Flange {
  EndName end = EndName::top;
  std::optional<double> width = {};  ///< on the size face, from the end plane, mm
  FlangeDirection direction = FlangeDirection::level;
  Angle rise = {};            ///< for `at_angle`
  double clearance = 0;       ///< between mitred corners, mm
  double strain_limit = 0.1;  ///< round ends: of the free edge, over its length; more is refused
  bool allow_strain = false;  ///< round ends: more is made, and said
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
  Corner corner = Corner::inside_touch;
  Relief relief = Relief::round;
  std::optional<double> relief_size = {};  ///< diameter of the hole or width of the slot, mm
  std::vector<Flange> flanges = {};
  Bend bend = {};
};
/// Refuses sizes that are missing or out of range, and pieces that four walls cannot be divided into.
void check(const Hopper& hopper);
/// "+x", "+x+y", "+y", ...: the eighths by name.
[[nodiscard]] const char* name_of_eighth(int eighth);

/// A plane that cuts one end of a prism, pyramid, frustum or tube.
struct SlantingEnd {
  EndName end = EndName::top;
  std::optional<double> height = {};  ///< where it meets the axis through the base's centre, mm
  Angle tilt = {};                    ///< from level, 0 to under 90 degrees
  Angle uphill = {};
  std::string key = {};
};

/// A tube opened out for marking and cutting: round by its diameter, square by its side, or rectangular.
struct Tube {
  std::optional<double> diameter = {};  ///< outside
  std::optional<double> side = {};      ///< outside
  std::optional<double> width = {};     ///< outside, along x
  std::optional<double> depth = {};     ///< outside, along y
  double corner = 0;                    ///< outside radius of the corners, mm
  std::optional<double> wall = {};
  std::optional<double> length = {};  ///< along its axis, between level ends
  Face opened_on = Face::outside;
  int slit = 0;  ///< the middle of a side, in eighths; of a round tube the seam says where it is slit
  std::vector<SlantingEnd> ends = {};
  std::string named = {};  ///< in a list of tubes, for the outputs

  [[nodiscard]] bool round() const { return diameter.has_value(); }
};
/// A tube's face as a thing without thickness: its size across, that along y, and its corner radius.
struct TubeFace {
  double width = 0;
  double depth = 0;
  double corner = 0;
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
  std::vector<SlantingEnd> ends = {};
  std::vector<Vec3> points = {};
  std::vector<NetFace> faces = {};
  std::vector<std::string> open = {};    ///< faces left out, by name
  std::vector<std::string> bends = {};   ///< "one / other": all that is bent; else chosen
  std::vector<std::string> joints = {};  ///< "one / other": what must not be bent
  Corner corner = Corner::inside_touch;
  Relief relief = Relief::closed;
  std::optional<double> relief_size = {};
  Bend bend = {};
};

}  // namespace juggler
