// The flat piece to cut: outline, elements, marks, what its forming needs, and its measures. And its proof.
#pragma once

#include <optional>
#include <span>
#include <string>
#include <vector>
#include "juggler/form.h"

namespace juggler {

/// One edge of the outline, as arcs run anticlockwise.
struct Edge {
  EdgeName name = EdgeName::base;
  std::vector<Arc> arcs = {};
  double girth = 0;        ///< base and top: length of the neutral layer's edge before the gap; seam edges: 0
  std::string label = {};  ///< of a side: what it is an edge of
  std::vector<int> zones = {};  ///< of a side: for each arc the blank's zone whose end it is, or -1
};
/// "base", "seam_start", ...; of a side its label.
[[nodiscard]] std::string label_of(const Edge& edge);

/// A ruling of the formed part and its place on the flat, before the gap.
struct Element {
  int number = 0;
  Angle plan = {};       ///< plan angle
  double length = 0;     ///< from rim to rim, mm
  double from_base = 0;  ///< from the base as it was before trims to the top rim, mm
  double from_top = 0;   ///< from the top as it was before trims to the base rim, mm
  Vec2 base = {};
  Vec2 top = {};
  double base_run = 0;  ///< length of the neutral layer's rim from element 0, mm
  double top_run = 0;
  int mirror = -1;  ///< number of the element that is its mirror twin, or -1
  std::optional<Bevel> base_bevel = {};
  std::optional<Bevel> top_bevel = {};
  bool on_metal = true;
  double edge_distance = 0;  ///< of a seam ruling: how far inside it the edge lies at the base, mm
};

struct MarkText {
  Vec2 centre = {};
  Angle heading = {};  ///< reading direction
  double height = 0;   ///< of a capital, mm
  std::string text = {};
};

/// Lines and letters to scribe, etch or punch, never to cut.
struct Marks {
  std::vector<Arc> lines = {};
  std::vector<MarkText> texts = {};
};

/// A ruling as forming needs it: its two ends on the flat, its heading there, and how far the sheet's normal
/// has turned about it since the first ruling (positive towards the side left of the heading).
struct Station {
  double u = 0;
  Vec2 base = {};
  Vec2 top = {};
  Angle heading = {};
  Angle turn = {};
};

/// Stations at the nodes of a series on [from, to]; from them the part can be formed again, exactly.
struct FormingPanel {
  double from = 0;
  double to = 0;
  std::vector<Station> stations = {};
};

/// A patch of a wall that forming stretches: where its places lie on the flat, at the nodes of series in u
/// and v, all of v for each u.
struct StretchPatch {
  double u_from = 0, u_to = 0;
  double v_from = 0, v_to = 0;
  std::vector<Vec2> at = {};
};

/// A flat stretch of a folded blank, as laid.
struct FlatFace {
  std::string name = {};
  int face = 0;  ///< its number in the body
  std::vector<Vec2> corners = {};
  std::vector<Angle> turns = {};  ///< of the sides from each corner on, where some are arcs

  [[nodiscard]] Arc side(size_t k) const {
    return arc_between(corners[k], corners[(k + 1) % corners.size()], turns.empty() ? Angle{} : turns[k]);
  }
  [[nodiscard]] Outline outline() const {
    Outline sides;
    for (size_t k = 0; k < corners.size(); ++k) sides.push_back(side(k));
    return sides;
  }
};

/// A bent stretch of a folded blank, as laid: its tangent line on one face and on the other, both run the
/// same way. Forming needs no more.
struct BentZone {
  int face_a = 0, face_b = 0;  ///< among the blank's faces
  Vec2 a_from = {}, a_to = {};
  Vec2 b_from = {}, b_to = {};
  Angle turned = {};          ///< positive where the inside face is concave
  double radius = 0;          ///< of the concave face, mm
  double neutral_factor = 0;  ///< neutral layer's distance from the concave face / thickness
  bool rolled = false;
  int zone = 0;  ///< its number in the body
};

/// What a line folds: a bend of a folded part, a hit of a pressed arc, a crease of a wall that forming
/// stretches.
enum class FoldKind { bend, hit, crease };

/// A line along which a blank is folded.
struct Fold {
  std::string tag = {};
  FoldKind kind = FoldKind::bend;
  int order = 0;                        ///< of bending, from 1; of creases 0
  Vec2 from = {}, to = {};              ///< its ends on the metal; on walls from the base to the top
  std::vector<Arc> arcs = {};           ///< between them, where it is not straight
  int zone = -1;                        ///< number in the blank's Folding::zones; -1: a hit on a round wall
  double u = 0;                         ///< the ruling: of its zone, by the radians turned; of a wall its u
  bool hem = false;                     ///< of a hem or locked seam beyond an edge
  Angle turned = {};                    ///< 0 to 360 degrees
  std::optional<Angle> turned_to = {};  ///< at `to`, where it is another: of creases
  bool up = true;                       ///< towards the face that lies up
  double radius = 0;                    ///< inside, mm; of a hit that of the smooth form
  double allowance = 0;                 ///< what it takes of the flat, mm; of a hit 0
  std::string datum = {};               ///< the edge, as it is cut, that distances are measured from
  bool along_rims = false;              ///< along the base and the top, else square to the datum edge
  double datum_from = 0;                ///< distance of the line's ends from the datum edge, mm
  double datum_to = 0;
  double tangent_a = 0;  ///< from the datum edge to the tangent lines, at the line's first end
  double tangent_b = 0;
  Angle springback = {};   ///< to be bent farther by
  double facet_width = 0;  ///< hits: from the line before it, or the datum edge, along the longer rim
  double facet_error = 0;  ///< of that flat

  [[nodiscard]] bool hit() const { return kind == FoldKind::hit; }
  [[nodiscard]] double length() const { return arcs.empty() ? norm(to - from) : length_of(arcs); }
  [[nodiscard]] Angle between_legs() const { return Angle::degrees(180 - turned.degrees()); }
};

/// Its line, from one end to the other.
[[nodiscard]] Outline line_of(const Fold& fold);

/// A, B, ... Z, AA, ...: the letters of a number, from 0.
[[nodiscard]] std::string letters_of(size_t number);

/// An arc pressed in flats: what was asked and what comes of it.
struct Pressed {
  Pressing asked = {};
  int hits = 0;
  double facet_width = 0;  ///< between bend lines
  double start_width = 0;  ///< of the first flat, on walls from the edge as cut
  double end_width = 0;    ///< of the last
  double facet_error = 0;  ///< the greatest
  double base_out =
      0;  ///< how far the pressed end stands out of its plane, closed: flats have straight normals
  double top_out = 0;
  struct Row {
    int hits = 0;
    double facet_width = 0;
    double facet_error = 0;
  };
  std::vector<Row> table = {};  ///< hits against error, about what was chosen
};

/// Where an edge of the blank meets another, of this blank or the part's others.
struct BlankJoint {
  std::string name = {};
  int face = 0;  ///< among the blank's faces
  Vec2 from = {}, to = {};
  double length = 0;
  Angle angle = {};
  double clearance = 0;
  bool lapped = false;
  bool open = false;  ///< the two sides do not meet: the flat has no metal for it
};

/// What is added beyond an edge: the outline runs this way instead.
struct EdgeTab {
  size_t edge = 0;
  std::vector<Arc> arcs = {};  ///< from the edge's start to its end
  EdgeKind kind = EdgeKind::lap;
  bool round = false;  ///< the half circle of a strip's end, no lap
  double beyond = 0;   ///< of an edge that need not be straight: by which its rulings are prolonged, mm
  /// Of a flange: what is added run by run, one side, the free edge, the other side.
  std::vector<std::vector<Arc>> strips = {};
  std::vector<Vec3> ways = {};  ///< of each straight strip: where it points, formed; else 0
  /// Of each straight strip: where its side begins and ends in space, seam or corner, along its free edge
  /// from that one's start, mm.
  std::vector<std::pair<double, double>> sides = {};
  /// Of a flange folded at straight sides: places of all that is formed there, the farthest of them along
  /// every axis of the part among them.
  std::vector<Vec3> formed = {};
};

/// A bore's prism in space: a point of its centre line, the form's x and y, and the way it goes.
struct Bore {
  Vec3 origin = {}, x = {}, y = {}, along = {};
};

/// An opening as it is cut.
struct BlankOpening {
  Outline outline = {};     ///< anticlockwise; a round one two half circles
  int group = -1;           ///< of the blank's groups; -1: a hole beyond an edge, as tabs have
  int row = 1, member = 1;  ///< of the pattern, counted from 1, those left out too
  bool far = false;         ///< bored: in the far wall
  int loop = 0;             ///< of the form's outlines
  Vec2 centre = {};         ///< where the form's origin, or the bore's centre line, meets the flat
  Angle heading = {};       ///< of the level line there: of the form's x before it is turned
  Angle x_heading = {};     ///< of the form's x as it is turned; bored: as it comes out on the flat
  bool mirrored = false;    ///< laid: its y to the right, for the flat shows the inside
  bool on_wall = true;      ///< the centre lies on the formed wall, so that it has
  Angle plan = {};          ///< a plan angle, 0 to 360 degrees,
  double height = 0;        ///< a height,
  double radius = 0;        ///< and a distance from the axis there, mm
  std::optional<Bore> bore = {};
  bool elsewhere = false;  ///< of a course: where no metal is another course has it
  bool share = false;      ///< of one that runs over a seam: what this piece has of it, laid beyond its edge
  /// Fitted: how far a point in space, in the part's own frame, lies outside what goes through it, mm.
  std::function<double(Vec3)> outside = {};
};

/// How large an opening is on a face: along the level line and square to it, on that face opened out, mm. 0
/// where the opening does not reach the face everywhere.
struct FaceSize {
  double width = 0;
  double height = 0;
};

/// A web: the least metal beside an opening, mm, where, and what lies beyond it.
struct Web {
  double width = 0;
  std::string of = {};      ///< "sight 3"
  std::string beside = {};  ///< "sight 4", "base", "bend A"
  Vec2 at = {};
};

/// Openings of one form, as asked for and as they come out on a blank.
struct OpeningGroup {
  std::string name = {};
  OpeningHow how = OpeningHow::laid;
  Contact contact = Contact::clear;  ///< bored: of the layers with the bore
  bool lettering = false;
  std::string body = {};            ///< fitted: the part that it is for
  Phrase form = {};                 ///< in words: "circle 60 mm"
  std::vector<Outline> loops = {};  ///< the form about its origin, as turned; its x to the right
  int cut = 0;                      ///< members cut in this blank
  int asked = 0;                    ///< in the whole part, those left out not counted
  int in_row = 1, rows = 1;
  Angle pitch = {};         ///< about the axis; 0: none
  double girth_pitch = 0;   ///< along the neutral layer's level line
  bool from_above = false;  ///< placed as seen from above, by its distance from the axis
  Angle flat_pitch = {};    ///< by which neighbours are turned against each other on the flat
  struct Row {
    int number = 1;
    bool on_wall = true;  ///< else it lies on the flat alone, as beyond a rim: no height and no radius
    double height = 0;    ///< of the centre of the first one cut
    double radius = 0;    ///< its distance from the axis, seen from above
    /// Where the axis is on the flat as laid: of holes on a circle about it, on a level face.
    std::optional<Vec2> middle = {};
    FaceSize inside, outside, neutral;
    std::optional<FaceSize> far_inside, far_outside;
  };
  std::vector<Row> by_row = {};
  std::optional<Web> seam_start, seam_end;  ///< what is left at the seam's edges
  std::optional<Web> edge;                  ///< at any edge
  std::optional<Web> opening;               ///< to another opening
  double fit_error = 0;                     ///< how far the outlines may lie off the true ones, mm
  double chord_error = 0;  ///< of that, what chords in place of another part's curved lines are off, mm
  double least_web = 0;    ///< below which a web is warned of, mm
  std::string key = {};    ///< its path in a job
};

/// What a folded blank is formed by.
struct Folding {
  std::vector<FlatFace> faces = {};
  std::vector<BentZone> zones = {};
  std::vector<BlankJoint> joints = {};
  double relief = 0;   ///< diameter of the largest relief or width of the widest slot; 0: none
  bool chain = false;  ///< a panel: its faces lie side by side along one profile
};

/// The gap as it comes out, mm: asked for once, reported everywhere.
struct GapReport {
  double neutral_base = 0;
  double inside_base = 0;
  double outside_base = 0;
  double neutral_top = 0;
  double inside_top = 0;
  double outside_top = 0;
};

/// The edges as cut on one face, once round the part, mm. A radius is 0 where the edge is a point or no level
/// circle; a girth is 0 at a point.
struct LayerSizes {
  double base_radius = 0;
  double top_radius = 0;
  double base_girth = 0;
  double top_girth = 0;
};

/// What is turned over along an end after rolling: metal inside the edge as cut.
struct TurnedEnd {
  EdgeName edge = EdgeName::base;
  double width = 0;   ///< inside the edge, mm
  double strain = 0;  ///< of its free edge; negative: upset
  Angle turned = {};
};

struct Blank {
  std::string name = {};
  int piece = 0;   ///< which piece of the part, counted along the plan angle from the first seam
  int pieces = 1;  ///< how many pieces go round
  int count = 1;   ///< how many of this blank are cut
  /// Walls: which pieces are cut by it, counted as `piece` is: itself, and those that are alike.
  std::vector<int> alike = {};
  double thickness = 0;
  double neutral_depth = 0;  ///< distance of the neutral layer from the inside face, mm
  Face face_up = Face::inside;
  FaceNames face_names = {};
  EdgeWords edge_words = {};
  std::vector<Edge> edges = {};  ///< anticlockwise, the base first; a pointed end has no edge
  std::vector<Element> elements = {};
  std::vector<EdgeTab> tabs = {};  ///< laps, hems and locks beyond edges
  std::vector<OpeningGroup> groups = {};
  std::vector<BlankOpening> openings = {};  ///< that lie within the outline
  /// Openings that run over edges, whole: what they take beyond an edge is not there.
  std::vector<BlankOpening> notches = {};
  /// Cuts from edge to edge that part it: of a strip of segments those that two of their blanks share.
  std::vector<Outline> partings = {};
  double partings_error = 0;  ///< mm that their arcs are off the curves by, at most
  Outline notched = {};       ///< with notches: the outline that they leave, laps and hems with it
  Marks marks = {};
  std::vector<FormingPanel> forming = {};
  std::vector<StretchPatch> patches = {};  ///< walls that forming stretches
  bool open = false;                       ///< a wall with two ends: its seam edges do not meet
  bool cut_out = false;  ///< of a wall by an outline of its own: it has neither rims, seam nor elements
  std::optional<Folding> folding = {};  ///< folded parts
  std::vector<Fold> folds = {};         ///< bends and hits in the order of their tags, then creases
  std::vector<Fold> folds_in_gap = {};  ///< of a wall: no metal is left there to bend
  std::optional<Pressed> pressed = {};
  GapReport gap = {};
  LayerSizes inside, middle, outside, neutral_sizes;
  double overall_height = 0;
  Angle sector =
      {};  ///< of a wall: by which its first and last ruling are turned against each other, before the gap
  double fit_error = 0;  ///< how far the outline may lie off the true one, mm
  double size = 0;       ///< the greatest length of the part, mm
  std::vector<Phrase> notes = {};
  std::vector<Phrase> warnings = {};
};

/// The same for any form, one piece of it, its seam as made.
///
/// Errors    Refusal when the gap's edges meet before a rim, or when the wall does not open flat.
[[nodiscard]] Blank make_blank(const Form& form, const Seam& seam = {}, const Making& making = {});

/// The lines of its schedule, bends and hits; and its creases, which forming makes.
[[nodiscard]] std::span<const Fold> bends_of(const Blank& blank);
[[nodiscard]] std::span<Fold> bends_of(Blank& blank);
[[nodiscard]] std::span<const Fold> creases_of(const Blank& blank);
[[nodiscard]] std::span<Fold> creases_of(Blank& blank);

/// What an edge of it is called.
[[nodiscard]] inline std::string name_of(const Blank& blank, EdgeName name) {
  return blank.edge_words.of(name);
}

/// What the face that lies up is called.
[[nodiscard]] inline const char* face_up(const Blank& blank) { return blank.face_names.of(blank.face_up); }

/// What the marks and messages call an opening: "sight 3", of several rows "holes 2/3".
[[nodiscard]] std::string name_of(const Blank& blank, const BlankOpening& opening);
/// An opening that is a circle, else nothing.
struct RoundHole {
  Vec2 centre = {};
  double diameter = 0;
};
[[nodiscard]] std::optional<RoundHole> round_hole(const BlankOpening& opening);
/// Where a place of the wall lies on the flat.
[[nodiscard]] Vec2 place_on(const StretchPatch& patch, double u, double v);
/// What is cut: the edges with what is added beyond them, and without what notches take.
[[nodiscard]] Outline outline(const Blank& blank);
/// The same before notches.
[[nodiscard]] Outline whole_outline(const Blank& blank);
/// The edges alone: what forms the part.
[[nodiscard]] Outline bare_outline(const Blank& blank);
[[nodiscard]] double area(const Blank& blank);            ///< mm2, without its openings
[[nodiscard]] double outline_length(const Blank& blank);  ///< mm
[[nodiscard]] double cut_length(const Blank& blank);      ///< outline and openings, mm
/// Of an edge as cut: what openings that run over it leave, mm.
[[nodiscard]] double left_of_edge(const Blank& blank, const Edge& edge);
[[nodiscard]] double joint_length(const Blank& blank);  ///< length of the seam as cut, mm
[[nodiscard]] Rectangle as_laid(const Blank& blank);
[[nodiscard]] Rectangle smallest_rectangle(const Blank& blank);  ///< the smallest rectangle, width >= height
[[nodiscard]] bool overlaps_itself(const Blank& blank);
[[nodiscard]] double mass(const Blank& blank, double density);  ///< kg, density in kg/m3
/// The edge of that name, or null.
[[nodiscard]] const Edge* edge(const Blank& blank, EdgeName name);

/// All lengths mm, areas mm2.
struct Proof {
  bool passed = false;
  double greatest_distance = 0;  ///< of the formed part from the part asked for
  Phrase where;                  ///< the place of the greatest distance
  double seam_mismatch = 0;      ///< two images of the seam ruling; closing; edges against the asked gap
  double rim_mismatch = 0;       ///< rims of the blank against girths of the ends asked for
  double area_mismatch = 0;
  double opening_mismatch = 0;  ///< outlines of openings, formed again, against bores and places asked for
  double number_mismatch = 0;   ///< numbers stated of the blank against what is measured on it, mm
  Phrase number = {};           ///< which of them is off by that
  double strain_mismatch = 0;   ///< strains found anew against those stated; how much less would do nearby
  double allowed = 0;           ///< for the four lengths
  double allowed_area = 0;      ///< for the area
  double allowed_strain = 0;    ///< for the strains; 0 where there are none
};

/// A place of a joint: how the walls stand to each other there.
struct JointPlace {
  Angle plan = {};   ///< about the branch's axis
  Vec3 at = {};      ///< in the branch's frame, on its layer that comes nearest to the main
  Angle walls = {};  ///< between the outward normals of both
};
/// How two parts meet.
///   branch  the one's end on the other's wall
///   mitre   two ends in one plane, of segments in a row
///   crotch  two legs on one base, where each ends at the other
///   course  two courses of a shell, end to end or one end in the other
///   seam    an edge along the edges of another part made with it, or on its face
enum class JointKind { branch, mitre, crotch, course, seam };
[[nodiscard]] const char* name_of(JointKind kind);
/// Two parts where they meet, each formed again from its own blanks and held against the other. mm.
///
/// Where an end meets a face (EndBody): the branch's edge is held against that face of the main, the hole's
/// edge against what goes through. Where two segments meet in a mitre the edges of both are held against each
/// other, the lower one as `main`, on the layers that touch.
/// Of two legs the edges are held against each other where each ends at the other, of two courses those of
/// the lower one's top and the upper one's base.
struct JointProof {
  std::string main = {};
  std::string branch = {};
  EndName end = EndName::base;  ///< of the branch
  JointKind kind = JointKind::branch;
  int position = 0;           ///< of a mitre, a course: after the segment or course at this place of the row
  Face face = Face::outside;  ///< of the main that it meets
  double distance = 0;        ///< the greatest by which the branch's edge misses its place before that face
  Phrase where = {};          ///< the place of that
  std::optional<double> hole_distance =
      {};                  ///< the same of the hole's edge from what goes through; with a hole
  double edge_length = 0;  ///< of the branch's edge as cut, on its neutral layer
  std::optional<double> hole_length = {};  ///< of the hole's edge as cut
  double gap = 0;                          ///< as asked
  double jog = 0;                          ///< of a mitre: how far the axes stand apart there
  double lap = 0;               ///< of courses: by how much one stands in the other, along the axis
  double gap_found = 0;         ///< least distance between the branch's metal and that face
  JointPlace least_angle = {};  ///< of the walls
  JointPlace greatest_angle = {};
  double allowed = 0;
  bool passed = false;
  std::vector<JointPlace> places = {};  ///< along the edge
};
}  // namespace juggler
