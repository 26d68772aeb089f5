// Openings cut into the blanks of a part. Private to the blank.
#pragma once

#include "juggler/part.h"
#include "meet/charts.h"

namespace juggler {

/// Cuts what `making` asks for into the blanks of all pieces, which are laid and have their outlines.
///
/// One that runs over a seam gives each piece, or each edge, its share.
///
/// Errors  Refusal for places off the wall, for bores that miss or graze it, with the member and the place.
void cut_openings(const std::vector<Blank*>& blanks, const PartWall& wall, const Making& making);

[[nodiscard]] inline bool has_openings(const Making& making) {
  return !making.openings.empty() || !making.letterings.empty();
}

/// Two half circles in place of arcs that are all of one circle, so that it can be drilled; else as it is.
[[nodiscard]] Outline as_circle(Outline o, double near);

/// Takes openings that run over edges, and over what is added beyond these, out of the outline.
///
/// Errors  Refusal where something falls out, or nothing is left; where an outline runs along an edge.
void cut_notches(Blank& blank);

/// Measures the webs beside the openings of a blank; refuses openings that leave none, warns of those below
/// the limit that their group asks for.
void check_webs(Blank& blank);

/// The stretches of a straight line that lie on the metal: within the outline, outside the openings.
[[nodiscard]] std::vector<Arc> on_metal(const Blank& blank, Vec2 from, Vec2 to, const Outline& edge);
/// The same of arcs within the outline, to a sixty-fourth of their length.
[[nodiscard]] std::vector<Arc> on_metal(const Blank& blank, const std::vector<Arc>& lines);
[[nodiscard]] bool in_opening(const Blank& blank, Vec2 p);
/// Chords of the openings that reach into a circle.
[[nodiscard]] std::vector<Arc> openings_near(const Blank& blank, Vec2 centre, double radius);

}  // namespace juggler
