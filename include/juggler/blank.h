// The flat piece to cut: outline, elements, marks, what its forming needs, and its measures.
#pragma once

#include <string>
#include <vector>

#include "juggler/form.h"

namespace juggler {

enum class EdgeName { base, top, seam_start, seam_end };
[[nodiscard]] const char* name_of(EdgeName name);

/// One edge of the outline, as arcs run anticlockwise.
struct Edge {
  EdgeName name = EdgeName::base;
  std::vector<Arc> arcs = {};
  double girth = 0;  ///< base and top: length of the neutral layer's edge before the gap; seam edges: 0
};

/// A ruling of the formed part and its place on the flat, before the gap.
struct Element {
  int number = 0;
  Angle plan = {};    ///< plan angle
  double length = 0;  ///< from rim to rim, mm
  Vec2 base = {};
  Vec2 top = {};
  bool on_metal = true;
  double edge_distance = 0;  ///< of a seam ruling: how far the edge lies from it at the base, mm
};

struct MarkText {
  Vec2 centre = {};
  double heading = 0;  ///< reading direction, radians
  double height = 0;   ///< of a capital, mm
  std::string text = {};
};

/// Lines and letters to scribe, etch or punch, never to cut.
struct Marks {
  std::vector<Arc> lines = {};
  std::vector<MarkText> texts = {};
};

/// A ruling as forming needs it: its two ends on the flat, its heading there, and how far the sheet's normal
/// has turned about it since the first ruling (radians; positive towards the side left of the heading).
struct Station {
  double u = 0;
  Vec2 base = {};
  Vec2 top = {};
  double heading = 0;
  double turn = 0;
};

/// Stations at the nodes of a series on [from, to]; from them the part can be formed again, exactly.
struct FormingPanel {
  double from = 0;
  double to = 0;
  std::vector<Station> stations = {};
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

/// Radii of the edges as cut, mm; 0 where a layer has run together at a pointed end.
struct LayerSizes {
  double base_radius = 0;
  double top_radius = 0;
};

/// What a cone's flat is laid out by. Radii are infinite for equal ends.
struct ConeNumbers {
  Angle half_angle = {};
  double slant = 0;  ///< between the end planes
  double swing_radius_base = 0;
  double swing_radius_top = 0;
  Angle sector_full = {};  ///< before the gap
  Angle sector_base = {};  ///< as cut
  Angle sector_top = {};
  double chord_base = 0;
  double chord_top = 0;
  Rectangle box = {};  ///< about the blank with its bisector upright
};

struct Blank {
  std::string name = {};
  int count = 1;
  double thickness = 0;
  double neutral = 0;  ///< distance of the neutral layer from the inside face, mm
  Face face_up = Face::inside;
  std::vector<Edge> edges = {};  ///< anticlockwise, the base first; a pointed end has no edge
  std::vector<Element> elements = {};
  Marks marks = {};
  std::vector<FormingPanel> forming = {};
  GapReport gap = {};
  LayerSizes inside, middle, outside, neutral_sizes;
  double overall_height = 0;
  ConeNumbers cone = {};
  double fit_error = 0;  ///< how far the outline may lie off the true one, mm
  double size = 0;       ///< the greatest length of the part, mm
  std::vector<std::string> notes = {};
  std::vector<std::string> warnings = {};
};

/// Develops a cone into its blank.
///
/// Returns   the blank in the positive quadrant, the seam's bisector upright, base down, the chosen face up.
/// Errors    Refusal as solve() and form() do; and when the gap's edges meet before a rim, with the least
///           size that would leave metal.
/// Accuracy  1e-9 of the part's size for every position, length and area.
/// Cost      below a millisecond.
/// Source    docs/maths/develop.md.
[[nodiscard]] Blank make_blank(const Cone& cone, const Sheet& sheet, const Seam& seam = {},
                               const Making& making = {});

/// The same for any form, its seam as made; rims that are no arcs are fitted within `making.fit`. Sizes and
/// numbers that belong to cones stay empty.
///
/// Errors    Refusal when the gap's edges meet before a rim, or when the wall does not open flat.
/// Accuracy  1e-9 of the part's size; the outline besides as `fit_error` says.
[[nodiscard]] Blank make_blank(const Form& form, const Seam& seam = {}, const Making& making = {});

/// The seam of the part as made: the mirrored twin's lies at the opposite plan angle.
[[nodiscard]] Seam seam_as_made(Seam seam, Hand hand);
/// The parallel gap on the neutral layer that gives the asked gap on its face at the middle of the seam
/// ruling, mm. Source docs/maths/develop.md (29).
[[nodiscard]] double neutral_gap(const Form& form, const Seam& seam);

[[nodiscard]] Outline outline(const Blank& blank);
[[nodiscard]] double area(const Blank& blank);            ///< mm2
[[nodiscard]] double outline_length(const Blank& blank);  ///< mm
[[nodiscard]] double joint_length(const Blank& blank);    ///< length of the seam as cut, mm
[[nodiscard]] Rectangle as_laid(const Blank& blank);
[[nodiscard]] Rectangle enclosing(const Blank& blank);  ///< the smallest rectangle, width >= height
[[nodiscard]] bool overlaps_itself(const Blank& blank);
[[nodiscard]] double mass(const Blank& blank, double density);  ///< kg, density in kg/m3
/// The edge of that name, or null.
[[nodiscard]] const Edge* edge(const Blank& blank, EdgeName name);

}  // namespace juggler
