#include <algorithm>
#include <limits>

#include "juggler/form.h"

namespace juggler {

Wall layer(const Wall& wall, double distance) {
  Wall moved;
  for (const WallPiece& piece : wall) {
    moved.push_back({piece.from, piece.to, [ruling = piece.ruling, distance](double u) {
                       Ruling r = ruling(u);
                       r.c = r.c + distance * r.n;
                       r.dc = r.dc + distance * r.dn;
                       return r;
                     }});
  }
  return moved;
}

Ruling ruling_at(const Wall& wall, double u) {
  const auto piece =
      std::find_if(wall.begin(), wall.end() - 1, [&](const WallPiece& p) { return u <= p.to; });
  return piece->ruling(u);
}

Rates rates(const Ruling& r) {
  const Vec3 g = cross(r.n, r.e);
  return {dot(r.dc, r.e), dot(r.dc, g), dot(r.de, g), dot(r.dn, g)};
}

Rim plane_rim(const Wall& wall, Plane plane, double layer) {
  return [wall, plane, layer](double u) -> Cut {
    const Ruling r = ruling_at(wall, u);
    const double above = dot(plane.normal, r.c + layer * r.n) - plane.height;
    const double climb = dot(plane.normal, r.e);
    const double s = -above / climb;
    const double d_above = dot(plane.normal, r.dc + layer * r.dn);
    return {s, -(d_above + s * dot(plane.normal, r.de)) / climb};
  };
}

Rim apex_rim(const Wall& wall, double layer) {
  const Ruling r = ruling_at(wall, wall.front().from);
  const Rates v = rates(r);
  const double s = -(v.across + layer * v.curl) / v.turn;
  return [s](double) -> Cut { return {s, 0}; };
}

Vec3 edge_point(const Form& form, EndName end, double layer, double u) {
  const Ruling r = ruling_at(form.wall, u);
  const double s = (end == EndName::base ? form.base : form.top)(u).s;
  return r.c + layer * r.n + s * r.e;
}

double rim_length(const Form& form, EndName end, double layer) {
  const Rim& rim = end == EndName::base ? form.base : form.top;
  double sum = 0;
  for (const WallPiece& piece : form.wall) {
    sum += integral(
        [&](double u) {
          const Ruling r = piece.ruling(u);
          const Cut cut = rim(u);
          return norm(r.dc + layer * r.dn + cut.s * r.de + cut.ds * r.e);
        },
        piece.from, piece.to);
  }
  return sum;
}

double wall_area(const Form& form, double layer) {
  double sum = 0;
  for (const WallPiece& piece : form.wall) {
    sum += integral(
        [&](double u) {
          const Ruling r = piece.ruling(u);
          const double s0 = form.base(u).s;
          const double s1 = form.top(u).s;
          const Vec3 middle = r.dc + layer * r.dn + ((s0 + s1) / 2) * r.de;
          return (s1 - s0) * norm(cross(middle, r.e));
        },
        piece.from, piece.to);
  }
  return sum;
}

double overall_height(const Form& form) {
  constexpr int steps = 720;
  double low = std::numeric_limits<double>::infinity();
  double high = -low;
  const double from = form.wall.front().from;
  const double to = form.wall.back().to;
  for (int i = 0; i <= steps; ++i) {
    const double u = from + (to - from) * i / steps;
    for (double layer : {0.0, form.thickness}) {
      const double base = edge_point(form, EndName::base, layer, u).z;
      const double top = edge_point(form, EndName::top, layer, u).z;
      low = std::min({low, base, top});
      high = std::max({high, base, top});
    }
  }
  return high - low;
}

}  // namespace juggler
