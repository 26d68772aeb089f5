// The flat of one piece of a folded part. Private to the room.
#pragma once

#include "develop/net.h"
#include "juggler/blank.h"

namespace juggler {

/// Between these a facet error may be asked for, mm: no press comes nearer than the least.
constexpr double least_facet_error = 1e-4;
constexpr double most_facet_error = 1e6;

/// A stretch of the outline as the walk round the plates meets it, seen from the outside.
struct Walked {
  std::string label;
  SideKind kind = SideKind::free;  ///< `bend`: the end of a zone
  int face = -1;
  int side = -1;
  int zone = -1;
  std::vector<Arc> arcs;
};
struct WalkedOutline {
  std::vector<Walked> stretches;
  double fit_error = 0;
};
/// Once round a piece, anticlockwise. Source docs/maths/folded.md (23).
[[nodiscard]] WalkedOutline walk_round(const Body& body, const Laid& laid, double fit);

/// Cuts the reliefs where bends meet at a corner; returns the widest, mm. Source docs/maths/folded.md (24).
double cut_reliefs(std::vector<Walked>& outline, const Body& body);

/// How the hits of the pressed arcs of a body are shared out: for each zone its bend lines, as distances
/// across it with what each turns; nothing for the others. Source docs/maths/folded.md (25)-(28).
struct Hit {
  double across = 0;  ///< from the zone's first tangent line, on the neutral layer
  double turned = 0;  ///< radians, positive
  double facet_width = 0;
  double facet_error = 0;
};
struct PressedZone {
  int zone = 0;
  std::vector<Hit> hits;
  double end_width = 0;
};
struct PressedBody {
  std::vector<PressedZone> zones;
  std::optional<Pressed> summary;
};
/// An arc by its length on the neutral layer and what it turns, radians.
struct ArcToPress {
  int zone = 0;
  double length = 0;
  double turned = 0;
  int least = 1;  ///< hits it needs
};
[[nodiscard]] PressedBody press(const std::vector<ArcToPress>& arcs, const Pressing& asked);
/// A round wall, from seam to seam: its "zones" are its pieces. The girth is that of the wider end.
[[nodiscard]] PressedBody press_round(const Form& once_round, const std::vector<Span>& spans,
                                      const Pressing& asked);
[[nodiscard]] PressedBody press(const Body& body, const Pressing& asked);

/// The bend schedule of a folded blank whose faces and zones are laid.
void add_schedule(Blank& blank, const Body& body, const Laid& laid, const PressedBody& pressed,
                  const Placing& placing, size_t first_tag);

/// The part's number or name and the face that lies up, in the largest face, clear of bends and their tags.
void add_text_in_largest_face(Blank& blank, const Making& making);

/// The tag of the bend with that number, from 0.
[[nodiscard]] std::string tag_of(const Bend& bend, size_t number);

/// From which edge each bend line and crease is measured, and how far off it lies, on the outline as cut.
void measure_bends(Blank& blank);

/// In which order they are made: hems and locks first, then from outside inwards, so that on a straight brake
/// none is closed in by one made before; says so where there is no such order.
void order_bends(Blank& blank);

/// Laps, hems and locks on the edges that they name, among all pieces; their folds go on with the tags. Then,
/// as nothing of the outline changes any more, what is measured on it.
void finish_blanks(std::vector<Blank>& blanks, const Making& making, const Bend& bend = {});

/// Distance of a flat of a width, across which the direction turns by 2x, from the smooth form. (25)
[[nodiscard]] double facet_error(double width, double half_turn);

}  // namespace juggler
