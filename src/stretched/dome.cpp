// The gores of a dome. Equation numbers: docs/maths/stretch.md.
#include <cmath>

#include "form/surface.h"
#include "walls.h"

namespace juggler {

// (10)
CurvedForm form(const DomeSizes& s) {
  const double half = pi / s.gores;
  const double middle = s.start + half;
  CurvedPiece gore;
  Surface& surface = gore.surface;
  surface.size = s.size;
  surface.us = {-half, half};
  surface.vs = {0};
  for (const Arc& a : s.meridian) surface.vs.push_back(surface.vs.back() + a.length);
  surface.point = [s, middle](double u, double v) -> SurfacePoint {
    const Vec2 p = s.at(v);
    const Vec2 way = direction(s.heading(v));
    const Vec2 out = direction(middle + u);
    return {{p.x * out.x, p.x * out.y, p.y},
            {-p.x * out.y, p.x * out.x, 0},
            {way.x * out.x, way.x * out.y, way.y}};
  };
  surface.guess = [s](double u, double v) { return Vec2{s.at(v).x * u, v}; };
  gore.copies.clear();
  for (int i = 0; i < s.gores; ++i) gore.copies.push_back({2 * half * i, 0});
  CurvedForm f;
  f.edge_words = {"lower", "upper", "side_start", "side_end"};  // gores lie side by side
  f.size = s.size;
  f.overall_height = s.overall_height;
  f.pieces.push_back(std::move(gore));
  return f;
}

}  // namespace juggler
