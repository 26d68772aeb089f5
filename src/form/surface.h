// A part's wall as a surface in space, for walls that do not open flat.
#pragma once

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

/// The same surface where a copy of it stands.
[[nodiscard]] Surface copied(const Surface& surface, const CopyPlace& copy);

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
  EdgeWords edge_words = {};
  /// Ruled walls and transitions: which rulings there are.
  std::optional<Rulings> rulings = {};
  bool opens_flat = false;  ///< it does by what it is: its flat has no strain but rounding
  /// Of a transition: the rulings of its middle once round from its first seam, their normals those halfway.
  std::optional<Form> once_round = {};
};

}  // namespace juggler
