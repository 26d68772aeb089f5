// Bores through a wall, and how large openings are on its faces. Internal. Equation numbers:
// docs/maths/openings.md.
#pragma once

#include "lines.h"

namespace juggler {

/// (7): the prism of a bore whose place is known.
[[nodiscard]] Bore bore_at(const Spot& place, const BoreWay& way);
/// (9): what a way of the form's own plane comes to where the bore meets a wall of that normal.
[[nodiscard]] Vec3 way_on_wall(const Bore& bore, Vec2 way, Vec3 normal);

/// A bore through one wall: its outlines on the flat as developed.
struct BoredWall {
  Outlines outlines = {};
  Spot centre = {};  ///< where the centre line meets the wall, or else the first outline's start
  double fit_error = 0;
  double flattest = 1;  ///< the least sine of the angle at which it meets the wall
};
/// The near or the far wall. from_outside: the bore comes to the near one from its outside face.
///
/// Errors    Refusal where lines of the bore miss the wall, graze it, or pass from one side of a seam to the
///           other.
/// Accuracy  1e-12 of the part's size, and the fit.
[[nodiscard]] BoredWall bored(const PartWall& wall, const Bore& bore, const Outlines& loops, bool far,
                              bool from_outside, Contact contact, double fit, const Named& named);

/// Whether a line comes through metal of the wall: of the near or the far one, from or to its outside.
[[nodiscard]] bool comes_through(const PartWall& wall, const SpaceLine& line, bool far, bool from_outside);
/// The same of a line that begins at its point, whichever way.
[[nodiscard]] bool comes_through(const PartWall& wall, const SpaceLine& line);

/// A hole where the lines of another part come through; `middle` is about the middle of them. meeting.md
/// (7)-(8)
[[nodiscard]] BoredWall fitted_to(const PartWall& wall, const LineLoop& lines, const SpaceLine& middle,
                                  Contact contact, double fit, const Named& named);

/// How far the layer that touches lies off a form where the arcs of a hole meet, at most: of what lies on the
/// metal. outside: of a point in space from the form.
[[nodiscard]] double off_form(const PartWall& wall, const BoredWall& hole,
                              const std::function<double(Vec3)>& outside, Contact contact);

/// The sizes of what is cut, on both faces and the neutral layer.
struct Sizes {
  FaceSize inside, outside, neutral;
};
[[nodiscard]] Sizes laid_sizes(const PartWall& wall, const Spot& centre, const Outlines& on_flat);

}  // namespace juggler
