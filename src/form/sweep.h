// Walls that rulings sweep, stretch by stretch. Private to the room.
#pragma once

#include <functional>
#include <vector>

#include "surface.h"

namespace juggler {

/// The ends of a ruling, mm, and their derivatives by u.
struct RulingEnds {
  Vec3 base, top;
  Vec3 d_base, d_top;
};

/// A smooth stretch.
struct SweptStretch {
  double from = 0, to = 0;  ///< in u
  std::function<RulingEnds(double u)> at;
  bool creased = false;  ///< the wall is folded where it begins

  [[nodiscard]] SurfacePoint point(double u, double v) const;
};
using SweptWall = std::vector<SweptStretch>;

/// The diagonal of the box about its edges.
[[nodiscard]] double size_of(const SweptWall& sweep);
/// Errors  Refusal where a ruling has no length, or neighbouring rulings cross.
void check_sweep(const SweptWall& sweep, double size);
/// Of the metal.
[[nodiscard]] double overall_height(const SweptWall& sweep, double thickness);
/// Its stretches halved, so often at most, where polynomials such as flats are made of do not follow its
/// edges to 1e-10 of the size.
[[nodiscard]] SweptWall halved(const SweptWall& sweep, double size, int deepest);
/// A part of it; what lies past its end begins anew from its start. Ends so near to where two stretches meet
/// are meant to be there.
[[nodiscard]] SweptWall part_of(const SweptWall& once, double from, double to);
[[nodiscard]] Surface surface_of(const SweptWall& sweep, double size);

}  // namespace juggler
