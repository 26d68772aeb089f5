// A part's wall as a surface in space, for walls that do not open flat.
#pragma once

#include <functional>
#include <optional>
#include <vector>

#include "juggler/form.h"

namespace juggler {

/// A place of a surface, mm, and its derivatives by the two parameters.
struct SurfacePoint {
  Vec3 at = {};
  Vec3 du = {};
  Vec3 dv = {};
};

/// The middle of a sheet in space. u runs along it, v across from its base to its top. The side seen is the
/// one that du x dv points to.
struct Surface {
  std::vector<double> us = {};  ///< rising: smooth from each to the next, joined at them
  std::vector<double> vs = {};
  std::function<SurfacePoint(double u, double v)> point = {};
  /// About where a place comes to lie on the flat, seen from that side, mm; else both edges and straight
  /// lines across keep their lengths.
  std::function<Vec2(double u, double v)> guess = {};
  double size = 0;  ///< the greatest length of the part, mm
};

/// Where one of several pieces that are alike stands: turned about the axis, radians, and raised along it,
/// mm.
struct CopyPlace {
  double turn = 0;
  double rise = 0;
  [[nodiscard]] Vec3 operator()(Vec3 p) const;
};

/// One of a part's pieces, and where those that are like it stand: itself first.
struct CurvedPiece {
  Surface surface = {};
  std::vector<CopyPlace> copies = {{}};
  bool round_start = false;  ///< half circles stand beyond its ends
  bool round_end = false;
  std::vector<double> creases = {};  ///< u of lines across it along which it is folded
  int number = 0;                    ///< from 0, of the first of them
};

/// A part as surfaces.
struct CurvedForm {
  std::vector<CurvedPiece> pieces = {};
  double size = 0;
  double overall_height = 0;  ///< of the metal, mm
  /// Ruled walls and transitions: which rulings there are.
  std::optional<Rulings> rulings = {};
  bool opens_flat = false;  ///< it does by what it is: its flat has no strain but rounding
  /// Of a transition: the rulings of its middle once round from its first seam, their normals those halfway.
  std::optional<Form> once_round = {};
};

/// The middle of a dome's gores. u is the plan angle from the gore's middle, v the length along the meridian.
[[nodiscard]] CurvedForm form(const DomeSizes& sizes);

/// The middle of a flight in blanks of so many turns, from the lower end. u is the plan angle, v the share of
/// the way from the inner edge to the outer. Source docs/maths/winding.md (1).
[[nodiscard]] CurvedForm form(const FlightSizes& sizes, double turns_per_blank);

/// The middle of a strip on a cone. u runs from 0 to 1 along it, v across from its lower edge.
///
/// Errors  Refusal where it reaches the apex, its turns lie over each other, or its ends leave nothing of it.
/// Source  docs/maths/winding.md (14)-(17).
[[nodiscard]] CurvedForm form(const ConeStripSizes& sizes);

/// The middle of a standing strip in its blanks. u runs from 0 to 1 along all of it, v along the rulings.
///
/// Errors  Refusal where it reaches the axis, or its ends leave nothing of it.
/// Source  docs/maths/winding.md (18)-(20).
[[nodiscard]] CurvedForm form(const StandingSizes& sizes);

/// The middle of a ruled wall. u runs from 0 to 1 along it, v from 0 to 1 along the ruling.
///
/// Errors    Refusal where a ruling has no length, or the wall folds back on itself.
/// Accuracy  1e-12 of the size.  Cost  some thousand looks at the curves for each turn.
/// Source    docs/maths/stretch.md (12)-(16).
[[nodiscard]] CurvedForm form(const RuledWall& wall, const Sheet& sheet, Hand hand = Hand::as_drawn);

/// The middle of a transition by even rulings, in the pieces that its seams make. u rises by 2 pi once round
/// (by 1 from end to end of an open wall), v from 0 to 1 along the ruling.
///
/// Errors    Refusal for profiles that are none; for sizes on a face, and seams and ends that only walls that
///           open flat have; where rulings have no length, or the wall folds back on itself or cuts through
///           itself; for more than 300 stretches.
/// Accuracy  1e-12 of the size.  Cost  some tens of milliseconds.
/// Source    docs/maths/stretch.md (19)-(21).
[[nodiscard]] CurvedForm form(const EvenTransition& wall, const Sheet& sheet, Hand hand = Hand::as_drawn);

/// A transition by even rulings, where it is asked for or no wall opens flat of it.
[[nodiscard]] std::optional<EvenTransition> even_where_needed(const Transition& asked, const Sheet& sheet,
                                                              const Seam& seam);

}  // namespace juggler
