// A folded part in space: flat plates joined by bent strips.
#pragma once

#include "juggler/form.h"

namespace juggler {

enum class SideKind { free, bend, joint };

/// One side of a plate, from its corner to the next.
struct PlateSide {
  SideKind kind = SideKind::free;
  int link = -1;          ///< of a bend its strip, of a joint its joint
  std::string name = {};  ///< of the edge, where it is free
};

/// A flat stretch of the sheet, up to the tangent lines of its bends. Its frame lies on the inside face; z of
/// the frame is the normal from the inside to the outside face.
struct Plate {
  std::string name = {};
  Vec3 origin = {}, x = {}, y = {}, normal = {};
  std::vector<Vec2> corners = {};  ///< in the frame, anticlockwise seen from the outside; may be of no width
  std::vector<PlateSide> sides = {};
  bool flange = false;  ///< its joints do not say which way of the flat is upright

  [[nodiscard]] Vec3 at(Vec2 p) const { return origin + p.x * x + p.y * y; }
};

/// Where a strip ends, along its axis, mm, over the angle turned from its first plate: from + slope phi
/// + cosine cos phi + sine sin phi. A plane cut has no slope, a straight cut on the flat nothing else.
struct StripEnd {
  double from = 0;
  double slope = 0;
  double cosine = 0;
  double sine = 0;

  [[nodiscard]] double operator()(double phi) const {
    return from + slope * phi + cosine * std::cos(phi) + sine * std::sin(phi);
  }
  [[nodiscard]] bool straight() const { return cosine == 0 && sine == 0; }
};

/// A bent strip: a stretch of a cylinder from the tangent line on one plate to that on another. Its axis has
/// the direction of the first plate's side; distances along it count from that side's start.
struct Strip {
  int plate_a = 0, side_a = 0;
  int plate_b = 0, side_b = 0;
  Vec3 axis = {};       ///< unit
  Angle angle = {};     ///< turned; positive where the inside face is hollow
  double radius = 0;    ///< of the hollow face
  double factor = 0;    ///< neutral layer's distance from the hollow face / thickness
  double neutral = 0;   ///< radius of the neutral layer
  bool rolled = false;  ///< an arc of a profile, not a bend
  StripEnd low = {}, high = {};

  /// What it takes of the flat, square to its axis.
  [[nodiscard]] double width() const { return std::abs(angle.radians()) * neutral; }
};

/// Two sides that meet without a bend.
struct Joint {
  std::string name = {};
  int plate_a = 0, side_a = 0;
  int plate_b = 0, side_b = 0;
  Angle angle = {};      ///< from one plate's normal to the other's; 0 for a butt in one plane
  double set_back = 0;   ///< of both edges together, each in its plate, mm
  double clearance = 0;  ///< between the two on the faces that are nearest, or to the lapping plate, mm
  bool lapped = false;   ///< the first covers the second's edge
  bool open = false;     ///< the two do not meet: the flat has no metal for it
};

/// A point that a layer of a plate, prolonged, is asked to pass through.
struct AskedPoint {
  int plate = 0;
  double layer = 0;
  Vec3 at = {};
};

/// A free side that is asked to lie in a plane.
struct AskedSide {
  int plate = 0;
  int side = 0;
  double layer = 0;
  Plane plane = {};
};

/// A side of a facet: the fold, weld or plane cut in which it ends.
struct FacetSide {
  SideKind kind = SideKind::free;
  int facet = -1, side = -1;  ///< what it is joined to
  std::string name = {};
  Plane plane = {};     ///< free: the plane that cuts it
  double layer = 0;     ///< free: the layer that meets the plane
  double inset = 0;     ///< joint: by how much it stands back besides, mm
  bool lapped = false;  ///< joint: this one covers the other's edge
  bool open = false;    ///< joint: it does not reach the other
};

/// A face before its bends are taken from it: corners on the size face, anticlockwise seen from outside.
struct Facet {
  std::string name = {};
  std::vector<Vec3> corners = {};
  Vec3 normal = {};
  std::vector<FacetSide> sides = {};
  bool flange = false;
};

/// How a flat lies: its profile along x; the bisector of its first and last joint upright; or as its smallest
/// rectangle does.
enum class Lie { profile, joints, rectangle };

/// A folded part: its plates make a tree over the strips, or several trees, one for each piece.
struct Body {
  std::vector<Plate> plates = {};
  std::vector<Strip> strips = {};
  std::vector<Joint> joints = {};
  std::vector<AskedPoint> points = {};
  std::vector<AskedSide> rims = {};
  double thickness = 0;
  double size = 0;  ///< the greatest length of the part
  Lie lie = Lie::rectangle;
  Bend bend = {};  ///< tags, springback, die
  Relief relief = Relief::closed;
  std::optional<double> relief_size = {};
  std::vector<Phrase> notes = {};
  std::vector<Facet> facets = {};  ///< what it was made from, where its faces are given by their corners
};

/// Facets joined at sharp lines of one size face.
struct Mould {
  std::vector<Facet> facets = {};
  double layer = 0;  ///< of the size face
  double thickness = 0;
  Bend bend = {};
};

/// Takes the bends and joints from the facets.
///
/// Errors    Refusal when a bend takes more than a facet has, or needs what `bend` does not say.
/// Accuracy  rounding of the part's size.
/// Source    docs/maths/folded.md (5)-(12).
[[nodiscard]] Body body_of(const Mould& mould);

/// The body of a panel: x along the start of its profile, z along its run.
[[nodiscard]] Body body_of(const Panel& panel, const Sheet& sheet);
/// The body of a hopper, in its pieces, its welds apart by the gap.
[[nodiscard]] Body body_of(const Hopper& hopper, const Sheet& sheet, double gap = 0);

/// The body of a transition between two polygons: its flats, parted at the seams (as made).
///
/// Errors    Refusal as pieces_of(); where its ends are measured on different faces.
[[nodiscard]] Body body_of(const Transition& transition, const Sheet& sheet, const Seam& seam);

/// Refuses a body that runs through itself: a panel with its metal as thick as it is, another where all its
/// layers do.
void check_clear(const Body& body);

/// The body of a square or rectangular tube: the face it is opened on, without thickness.
[[nodiscard]] Body body_of(const Tube& tube);
/// The plane of an end, its normal away from the part: level, or that of a trim.
[[nodiscard]] Plane slanting_plane(const std::vector<SlantingEnd>& ends, EndName end, double height);

/// A body of flat faces, sharp: what a net is folded from.
struct Polyhedron {
  std::vector<Vec3> points = {};
  std::vector<NetFace> faces = {};
};
/// The faces of a net by its sizes or as given, those left open too.
///
/// Errors  Refusal for sizes that are missing or contradict each other; faces that are not flat within 1e-6
/// of
///         the size, that do not close, or of which an edge has more than two.
[[nodiscard]] Polyhedron polyhedron_of(const Net& net);

/// Two faces that share an edge: the sides at which they meet.
struct Hinge {
  int face_a = 0, side_a = 0;
  int face_b = 0, side_b = 0;
  double length = 0;
};
[[nodiscard]] std::vector<Hinge> hinges_of(const Polyhedron& body);
/// A corner of a face (they count on past the last), and the unit normal outwards; 0 of a face without area.
[[nodiscard]] Vec3 point_of(const Polyhedron& body, const NetFace& face, size_t corner);
[[nodiscard]] Vec3 normal_of(const Polyhedron& body, const NetFace& face);

/// A point of a strip: phi from its first plate, `along` its axis, on a layer. Source docs/maths/folded.md
/// (7).
[[nodiscard]] Vec3 strip_point(const Body& body, const Strip& strip, double phi, double along, double layer);
/// Area of the neutral layer, mm2, by the plates' corners in space and quadrature over the strips.
[[nodiscard]] double body_area(const Body& body);
/// The smallest upright box about the metal, both faces.
struct Box3 {
  Vec3 low = {HUGE_VAL, HUGE_VAL, HUGE_VAL};
  Vec3 high = {-HUGE_VAL, -HUGE_VAL, -HUGE_VAL};
};
[[nodiscard]] Box3 box_of(const Body& body);

}  // namespace juggler
