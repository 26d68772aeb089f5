// Strain of a surface laid flat. Private to the room. Equation numbers: docs/maths/stretch.md (1)-(3).
#pragma once

#include <cmath>

#include "stretch.h"

namespace juggler {

/// What turns derivatives by u and v into lengths along and across.
struct Metric {
  double along = 0;   // |du| square to dv
  double lean = 0;    // of du along dv, over |dv|
  double across = 0;  // |dv|
  [[nodiscard]] double area() const { return along * across; }
};
inline Metric metric_of(const SurfacePoint& p) {
  const double across = norm(p.dv);
  const double lean = dot(p.du, p.dv) / (across * across);
  return {norm(p.du - lean * p.dv), lean, across};
}

/// Both columns of the flat's derivative by lengths of the surface.
struct Framed {
  Vec2 along, across;
};
inline Framed framed(const FlatPoint& f, const Metric& m) {
  return {1 / m.along * (f.du - m.lean * f.dv), 1 / m.across * f.dv};
}

/// (3): the right stretch from flat to surface, in the surface's frame.
inline Strain strain_of(const Framed& l) {
  const double d = cross(l.along, l.across);
  const double along = dot(l.along, l.along);
  const double across = dot(l.across, l.across);
  const double t = std::sqrt(along + across + 2 * d);
  return {(across + d) / (d * t) - 1, (along + d) / (d * t) - 1, -dot(l.along, l.across) / (d * t)};
}

inline double square(const Strain& s) {
  return s.along * s.along + s.across * s.across + 2 * s.shear * s.shear;
}

}  // namespace juggler
