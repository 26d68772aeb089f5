// A part: its shape, its sheet and seam, and how it is made: how many, how its blank is laid and marked, what
// is cut in it. Lengths are millimetres.
#pragma once

#include <functional>
#include <map>
#include <memory>
#include <string>
#include <variant>
#include "juggler/shapes.h"

namespace juggler {

/// A stretch of a ring, about the opening's place; its middle points up.
struct RingSegment {
  double inner = 0;  ///< diameters, the inner one 0 or more
  double outer = 0;
  Angle span = {};          ///< over 0 to under 360 degrees
  bool round_ends = false;  ///< half circles beyond the span, else straight ends along radii
};

/// The outline of an opening: a profile about its centre, a ring segment, or several forms together. Its x
/// points along the level line, seen from the outside to the right; its y up.
struct OpeningForm {
  Profile profile = {};  ///< unless one of the others is given
  std::optional<RingSegment> ring = {};
  std::vector<OpeningForm> together = {};  ///< what any of them covers
  Vec2 shift = {};                         ///< from the place, or from the origin of those together
  std::string key = {};                    ///< its path in a job, for refusals
};

/// Laid: true on the flat. Bored: a straight prism through the formed part, true across it. Fitted: where
/// another part goes through.
enum class OpeningHow { laid, bored, fitted };
[[nodiscard]] const char* name_of(OpeningHow how);

/// Which wall a bore goes through: the first that it meets coming from its place's side, the last, or both.
enum class BoredWalls { near, far, both };
[[nodiscard]] const char* name_of(BoredWalls walls);

/// Where the origin of a form lies. On the formed part, by `angle` or `seam_distance` with `height` or
/// `along_ruling`, by `angle` with `radius`, or by `plan`; or on the flat, by `edge` or `on_flat`.
///   height        of the point that lies in the plan angle's direction from the axis, of several the
///                 outermost, on the neutral layer
///   along_ruling  along the ruling of that plan angle, from its end before trims
///   radius, plan  of the highest point that is seen there from above, from the axis: of plates, bottoms,
///                 domes. By `plan` the form's x points along the part's own, as far as the wall lets it;
///                 by `radius` along the circle about the axis
enum class AlongFrom { start, middle, end };
struct OpeningPlace {
  std::optional<Angle> angle = {};
  std::optional<double> seam_distance = {};  ///< along the level line from the first seam's start
  std::optional<double> height = {};         ///< along the axis
  std::optional<double> along_ruling = {};
  std::optional<double> radius = {};  ///< from the axis, seen from above
  std::optional<Vec2> plan = {};      ///< seen from above, from the axis
  EndName from = EndName::base;       ///< the end that height, or along_ruling, is measured from
  bool about_end = false;             ///< the angle is one about the middle of that end; with along_ruling
  std::string edge = {};              ///< an edge of the flat by its label
  std::optional<int> which = {};  ///< of several edges, or straight runs of one, of that name; else the first
  bool every = false;             ///< on each of them, of all pieces
  double along = 0;               ///< along it, as the outline runs (anticlockwise)
  AlongFrom along_from = AlongFrom::start;
  double distance = 0;               ///< square to it, inwards
  std::optional<Vec2> on_flat = {};  ///< as the blank is laid
  int piece = 1;                     ///< on the flat: of which piece

  [[nodiscard]] bool flat() const { return !edge.empty() || on_flat; }
  [[nodiscard]] bool from_above() const { return radius || plan; }
};

/// The way of a bore: square to the axis, towards it, or square to the wall at its place; from there turned.
struct BoreWay {
  bool square_to_wall = false;
  Angle tilt = {};    ///< positive: it comes from above
  Angle swing = {};   ///< in plan, positive: from the right, seen from outside
  double offset = 0;  ///< of the centre line from the place, to the right
  /// Which layer of the metal lies on the bore where the hole is cut, square to the sheet: a named one;
  /// `clear`, no layer stands in the bore; `full`, every layer reaches it. Else clear.
  std::optional<Contact> contact = {};
};

/// More of the same round the part, and in rows. A count with neither span nor pitch goes round the full
/// turn. From a place by `radius` rows lie farther out, lengths along the circle; from one by `plan` lengths
/// run along x, rows along y.
struct Repeat {
  std::optional<int> count = {};          ///< of a row
  std::optional<Angle> over = {};         ///< span about the axis
  std::optional<Angle> pitch = {};        ///< about the axis
  std::optional<double> girth_over = {};  ///< the same along the level line; on the flat along x
  std::optional<double> girth_pitch = {};
  bool span_ends = true;   ///< of a span: the first and the last lie on its ends, else within
  bool centred = false;    ///< about the place, rows too; else from there on
  bool even = false;       ///< the pitch nearest to that asked which comes out even round the part
  int rows = 1;            ///< rows further along the axis, or the ruling
  double row_pitch = 0;    ///< of either sign
  bool staggered = false;  ///< every second row lies half a pitch on
  struct LeftOut {
    int row = 0;  ///< 0: in every row
    int member = 0;
  };
  std::vector<LeftOut> left_out = {};
  bool backwards = false;  ///< of the mirrored twin: clockwise
  /// On edges of the flat: as many of the pitch, or so many at equal pitch, about the middle of each whole
  /// side, halved by a seam or not, as lie so far from its corners, mm. Two of them lie astride of the
  /// middle, or one on it, or what takes more.
  std::optional<double> from_corners = {};
  std::optional<bool> astride = {};
  std::optional<Vec3> about =
      {};  ///< then: each side's middle is where it comes nearest to this place, formed
};

/// Another part, as one that meets it finds it: made by introduced() (develop.h).
struct Neighbour;

/// What a fitted opening is for: the face of another part, moved outwards, where it goes through the wall on
/// the side towards that part's other end.
struct FittedBody {
  std::string body = {};     ///< that part's name
  Face face = Face::inside;  ///< inside, for a part set on; outside, for one set in
  double clearance = 0;      ///< round that face, mm
  /// Which of its ends meets this part; else the one that a joint says, or its base.
  std::optional<EndName> end = {};
  /// Of a plate that lies round an end: the hole, seen from above about the axis; else it is found.
  Outline outline = {};
  double fit_error = 0;  ///< by which its arcs may be off, mm
  std::shared_ptr<const Neighbour> met = {};
};

/// An end cut where it meets another part: coming from the other end, where its rulings first meet that
/// part's face.
struct EndBody {
  EndName end = EndName::base;
  std::string body = {};      ///< that part's name
  Face face = Face::outside;  ///< outside (set on) or inside (set in)
  /// Which of its own layers lie on that face: a named one; `clear`, none passes it; `full`, all reach it.
  /// Else clear on an outside, full on an inside.
  std::optional<Contact> contact = {};
  double gap = 0;  ///< between that layer and the face, for the weld, mm
  /// That part starts on the same profile and stands beside this one, as legs of a breech do: of both remains
  /// what lies outside the other, each layer to where it meets the same one of the other. Rulings that run
  /// into nothing go on to the end's own plane; of `contact` one layer is left, clear the outside, full the
  /// inside; face and gap say nothing.
  bool beside = false;
  Frame stands = {};     ///< beside: that part's frame in this one's
  std::string key = {};  ///< in a job, where the other part is named
  std::shared_ptr<const Neighbour> met = {};

  [[nodiscard]] Contact contact_made() const {
    return contact.value_or(face == Face::outside ? Contact::clear : Contact::full);
  }
};

/// An end in a plane through the axis that its rulings, prolonged, run to: where segments of an elbow meet.
struct Mitre {
  EndName end = EndName::top;
  double height = 0;  ///< where the plane meets the axis, mm
  Angle tilt = {};    ///< of the plane from level, 0 to 89 degrees
  Angle uphill = {};  ///< plan angle of the direction in which it rises
  Contact contact = Contact::size_face;
  double beyond = 0;  ///< by which the blank goes on past it, along the rulings, for the joint, mm
  MitreJoint joint = MitreJoint::lapped;
};

/// One of several segments that are alike, in the row that they stand in.
struct RowPlace {
  int position = 1;          ///< in the row, from 1
  bool upside_down = false;  ///< its top stands where others have their base
  Frame stands = {};         ///< in the row's frame
};

/// An edge of a part that lies along the edges of another one, or on its face: both are formed again and held
/// against each other.
struct EdgeMeeting {
  std::string with = {};           ///< the other part, by its name
  std::string edge = {};           ///< by its label
  Face own_face = Face::inside;    ///< whose edge it is that touches
  Face other_face = Face::inside;  ///< whose edge is touched, or which face
  bool on_face = false;            ///< it ends on the face of a flat one
  Frame stands = {};               ///< where both stand, in a frame that they share
  Frame other_stands = {};
};

/// Two parts that meet: the branch's end and the hole in the main for it. Short for an EndBody of the one and
/// a fitted Opening of the other.
enum class Fit { set_on, set_in };
struct MeetingParts {
  std::string main = {};
  std::string branch = {};
  Fit fit = Fit::set_on;
  EndName end = EndName::base;  ///< of the branch
  double gap = 0;               ///< for the weld, between the branch's end and the main, mm
  double clearance = 0;         ///< of the hole about the branch
  double beyond = 0;            ///< set in: by how much the branch stands past the main's inside face
  std::string key = {};         ///< its path in a job
};

struct Opening {
  std::string name = {};
  OpeningForm form = {};
  std::optional<OpeningHow> how = {};  ///< required
  OpeningPlace at = {};
  BoredWalls walls = BoredWalls::near;
  BoreWay bore = {};  ///< of a fitted one the contact alone
  std::optional<FittedBody> fitted = {};
  Angle turn = {};  ///< of the form, anticlockwise seen from outside, or as the flat is laid
  Repeat repeat = {};
  std::optional<double> web = {};  ///< least, to edges, bends and other openings; else the thickness
  std::string key = {};            ///< its path in a job, for refusals
};

/// What is cut off the corners at the ends of an edge: a square notch, a corner cut off straight, or an arc
/// about the corner.
enum class NotchForm { square, angled, round };
struct EdgeNotch {
  std::string on = {};            ///< the edge, by its label
  std::optional<int> which = {};  ///< of several of that name; else each
  NotchForm form = NotchForm::square;
  std::optional<double> along = {};  ///< along the edge, mm; of a round one its radius
  std::optional<double> depth = {};  ///< square to the edge; else as along
  bool at_start = true, at_end = true;
  std::string key = {};  ///< its path in a job, for refusals
};
/// As openings over the edge's ends.
/// Errors  Refusal at along and depth.
[[nodiscard]] std::vector<Opening> openings_of(const EdgeNotch& notch);

/// A letter as its font draws it: closed outlines that enclose what is inked where they run about it a number
/// of times other than 0; or single strokes. Lengths over the height of a capital, from where it starts on
/// its line.
struct Glyph {
  std::string letter = {};  ///< UTF-8
  double advance = 0;       ///< to the next one's start
  std::vector<std::vector<DrawnCurve>> outlines = {};
  bool strokes = false;
};

/// A line of letters, laid true on the flat.
struct Lettering {
  std::string name = {};  ///< for tables and messages; else the text
  std::string text = {};
  std::string font = {};              ///< as it is called
  std::vector<Glyph> glyphs = {};     ///< of the text, letter by letter
  double height = 0;                  ///< of a capital
  OpeningPlace at = {};               ///< of the middle of the text's foot, or of its start
  bool level = true;                  ///< along the level line, each letter square to it; else straight
  bool cut = true;                    ///< else marked
  double bridge = 0;                  ///< width of what holds the middles of closed letters
  bool from_inside = false;           ///< reads right seen from the inside, else from the outside
  bool centred = true;                ///< about its place, else it starts there
  std::optional<double> length = {};  ///< that it is spread or narrowed to
  Angle turn = {};                    ///< straight: of the line, anticlockwise as it reads
  std::optional<double> web = {};     ///< as of an opening
  std::string key = {};               ///< its path in a job, for refusals
};

/// How many are made, and how the blank is laid and marked.
struct Making {
  std::string name = {};    ///< for the marks and the outputs
  std::string number = {};  ///< marked on the blank
  int quantity = 1;         ///< 1 to 1000000
  Hand hand = Hand::as_drawn;
  Face face_up = Face::inside;        ///< inside or outside
  int elements = 4;                   ///< spaces of equal plan angle once round, 1 to 3600
  std::optional<double> within = {};  ///< mm: as many elements as keep the flats between them this near
  double fit = 0.02;                  ///< mm that fitted arcs may leave a rim that is no arc by, 1e-4 to 1
  bool marks = true;                  ///< element lines, number, face, arrow to the top
  Pressing pressing = {};             ///< of arcs of panels, and of cones and cylinders
  std::vector<EdgeWork> edges = {};
  std::vector<Opening> openings = {};
  std::vector<Lettering> letterings = {};
};

/// How the bench card is worked out.
struct Bench {
  double round_to = 0.5;               ///< mm: what a card's lengths are rounded to
  std::optional<double> reach = {};    ///< mm: the longest trammel; past it arcs are given by offsets
  std::optional<double> spacing = {};  ///< mm between offsets; else a twelfth of the chord
};

/// The rolls a part is to be rolled on, mm.
struct Rolls {
  std::optional<double> width = {};         ///< of plate they take
  std::optional<double> least_radius = {};  ///< on the inside face
  std::optional<double> flat_end = {};      ///< length they leave flat at either edge
};

/// Where a part stands: its own frame (base at z = 0, axis along z, plan angle 0 along x) in that of the job.
/// Without a place both are one. In one of three ways, by what is given: by itself, on the wall of another
/// part, or on another's top.
///
/// Source docs/maths/places.md.
struct PartPlace {
  std::optional<Vec3> at = {};  ///< by itself: the base's centre, mm
  Angle lean = {};              ///< of the axis from the job's z, 0 to 180 degrees
  Angle towards = {};           ///< the plan angle to which it leans

  std::string on = {};                ///< on this part: its name
  std::optional<double> height = {};  ///< along that part's axis, mm; required
  Angle angle = {};                   ///< that part's plan angle to which the axis points
  Angle tilt = {};    ///< of the axis, over -90 and under 90 degrees: positive where it rises outwards
  double offset = 0;  ///< of the axis, to the right as seen from outside, mm

  std::string follows = {};            ///< this part: its base lies on that one's top, or
  EndName follows_end = EndName::top;  ///< on its base, pointing away from it
  Angle spin = {};                     ///< about its own axis, before all else
  std::optional<Frame> further = {};   ///< within the frame that this comes to: of parts made together
};
/// The frame of a place in that of the other part: of what follows it, on that part's top.
/// Errors  Refusal at place.lean, tilt, height, or where the ways of placing are mixed.
[[nodiscard]] Frame frame_of(const PartPlace& place, const Frame& top = {});
/// Its origin and axis given: the shortest turn from the upright.
[[nodiscard]] Frame leaning(Vec3 origin, Vec3 axis);

/// Refuses a sheet or making with a value out of range.
void check(const Sheet& sheet, const Seam& seam, const Making& making);
/// Refuses an end cut by a body with a value out of range, or that has not been introduced.
void check(const EndBody& end);

/// How a plate lies at another part's end: round it, its upper face in the end's plane; over it, its lower
/// face there; or within it, its upper face there. Or where that part meets a third one, round it on the
/// outside of that one's wall, formed as it is: a saddle pad.
enum class PlateFit { around, over, within, saddle };
[[nodiscard]] const char* name_of(PlateFit fit);

/// What a plate has from the end of another part that it lies at: introduced() (develop.h) gives it its place
/// there, unless it has one, and round the end its hole.
struct PlateEnd {
  std::string body = {};  ///< that part's name
  EndName end = EndName::top;
  PlateFit fit = PlateFit::around;
  double clearance = 0;  ///< between that end and the plate's edge, of a saddle its hole, mm
  /// Beyond that end's outside face, square to it; of a saddle beyond its hole, along the sheet, mm.
  std::optional<double> width = {};
  std::string on = {};  ///< of a saddle: the part on whose wall it lies; else the one that a joint says
  std::shared_ptr<const Neighbour> met = {};
  std::shared_ptr<const Neighbour> lies_on = {};
};

/// A flat plate, its lower face (the inside) at z = 0, its centre on the axis. Its outline is alike on both
/// faces. A saddle stands where the part does that it lies on, its lower face on that one's outside; a form
/// is laid about the middle of its hole.
///
/// Source docs/maths/plates.md.
struct Plate {
  std::optional<OpeningForm> form = {};  ///< its outline, x along plan angle 0; of one closed line
  std::optional<PlateEnd> at_end = {};   ///< or besides: of its outline what the form does not say
  /// Of a drawn outline: a name for the edge along each of its curves; else edges are numbered.
  std::vector<std::string> edges = {};
};

/// Bolt holes round a flange or an end: alike on a circle about the axis, or along straight sides alike about
/// the middle of each. Source docs/maths/openings.md (40)-(43).
struct BoltHoles {
  /// Which: an end of a cone or cylinder, or the base of a transition that is round there, "base" or "top";
  /// of other parts an edge of the flat by its label, of a flange's end also that end's name. A plate's lie
  /// about its axis.
  std::string on = {};
  std::optional<double> diameter = {};  ///< of a hole, mm
  std::optional<int> count = {};        ///< round the part, or on each side: 1 to 1000
  /// Or how far apart, mm: round the part as many as lie no farther apart along their circle; on each side
  /// just so, as many as it takes.
  std::optional<double> pitch = {};
  std::optional<double> circle =
      {};  ///< round the part: diameter of their circle, on the flange turned over, mm
  std::optional<double> inset = {};  ///< or inwards from the free edge, mm
  Angle from = {};                   ///< round the part: the centre line's plan angle
  /// The first two lie on both sides of the centre line, or of the middle of each side; else one on it. Of
  /// sides it is left to what takes the most where neither is said.
  std::optional<bool> astride = {};
  std::optional<double> from_ends =
      {};  ///< along sides: of the outermost from the corners at least; else two diameters
  /// Or as those of another part, by its name, whose pattern they meet: diameter, number, circle, centre
  /// line.
  std::string like = {};
  std::string like_on = {};  ///< where that has several: which of them, by their `on`
  std::string key = "bolts";
};

struct Part;
/// A part with the openings that its bolt holes are, and without them. Those that are like another part's are
/// settled before, by introduced() (develop.h).
///
/// Errors  Refusal at the keys of the bolt holes for sizes missing or out of range, holes that run into each
///         other, ends that there are not; as the part's own sizes are refused.
[[nodiscard]] Part with_bolt_holes(Part part);
struct Formed;
/// A shape of one's own: how a part of it is formed (formed.h).
struct OwnShape {
  std::function<Formed(const Part&)> form = {};
};

/// What a part can be.
using Shape = std::variant<Cone, Cylinder, Panel, Hopper, Box, Net, Tube, Transition, Flight, Coil,
                           HelicalStrip, Dome, RuledWall, Plate, OwnShape>;

/// Of a course the shell that it is a part of, and where it stands in that.
struct CourseOf {
  std::shared_ptr<const Part> shell = {};  ///< as if it were one
  int number = 1;                          ///< from the base
  int of = 1;
  double below = 0;    ///< how far the shell goes on below its base, along the axis, mm
  double above = 0;    ///< and above its top
  double lap = 0;      ///< by how much it and those beside it stand in each other, mm
  bool inner = false;  ///< it stands inside those beside it
  Vec2 aside = {};     ///< of the middle of its base from the shell's axis
};

/// A part: what is asked for, all of it.
struct Part {
  std::string name = {};   ///< what it is called; empty for an only part
  std::string shape = {};  ///< the word for its shape
  Shape asked = {};
  Sheet sheet = {};
  Seam seam = {};
  Making making = {};
  std::string key = {};               ///< the parts of a job that come from one of its tables have one key
  std::optional<EndName> meets = {};  ///< of a slide's wall: the edge of the floor, which has the same key
  /// What a job calls the shape's keys, where it differs.
  std::map<std::string, std::string> asked_as = {};
  std::optional<PartPlace> place = {};
  std::vector<EndBody> ends = {};       ///< that other parts cut
  std::vector<Mitre> mitres = {};       ///< planes in place of those of its ends
  std::optional<CourseOf> course = {};  ///< of a shell in courses: which one
  std::vector<Mitre> parted = {};       ///< planes along which its blank is cut into those of segments
  std::vector<RowPlace> row = {};       ///< of segments: where this one stands in its row, and those like it
  /// Of a set of parts, as an elbow: its top where the set stands, for what follows it by the set's name.
  std::optional<Frame> set_top = {};
  std::vector<EdgeMeeting> meetings = {};  ///< of parts made together
  std::vector<BoltHoles> bolts = {};
};

/// The segments of an elbow, base to top: those that are alike are one part, counted.
///
/// like    what all have in common: sheet, seam, making, place
/// Errors  Refusal for sizes missing, contradictory or out of range, at their keys.
/// Source  docs/maths/elbow.md.
[[nodiscard]] std::vector<Part> segments_of(const Elbow& elbow, const Part& like);
/// The cheeks, throat, heel and splitters of a rectangular elbow, and those of an offset: plates and panels,
/// with the places at which they stand.
///
/// like    what all have in common: sheet, making, place
/// Errors  Refusal for sizes missing, contradictory or out of range, at their keys.
/// Source  docs/maths/duct.md.
[[nodiscard]] std::vector<Part> sides_of(const DuctElbow& elbow, const Part& like);
[[nodiscard]] std::vector<Part> sides_of(const DuctOffset& offset, const Part& like);
/// The courses of a shell, a cone or cylinder, from its base up. Openings are cut in every course that they
/// meet, those across a joint in both; letterings lie in the course of their place; trims, flanges and edges
/// belong to the course that has that end.
///
/// Errors  Refusal at courses.* for heights that do not fill the shell, plates too small, an offset cone; at
///         openings that are placed on a flat.
/// Source  docs/maths/courses.md.
[[nodiscard]] std::vector<Part> courses_of(const Part& shell, const Courses& courses);
/// The legs of a breech: those that a turn about its axis brings upon each other are one part, counted, with
/// the places of all in `row`; of one that is another's mirror image the name says so.
///
/// like    what all have in common: sheet, seam, making, place
/// Errors  Refusal for sizes missing or out of range, at their keys.
/// Source  docs/maths/breech.md.
[[nodiscard]] std::vector<Part> legs_of(const Breech& breech, const Part& like);
/// Where its top ends, in the elbow's frame, and by how much the axes of neighbours stand apart, joint by
/// joint, mm: 0 where it does not taper.
struct ElbowRun {
  Frame top = {};
  std::vector<double> jogs = {};
  int segments = 0;
  Angle step = {};         ///< by which the axis turns at each mitre
  double facet_error = 0;  ///< at the back: of the corners from the arc that it goes round, mm
};
[[nodiscard]] ElbowRun run_of(const Elbow& elbow, const Sheet& sheet);

}  // namespace juggler
