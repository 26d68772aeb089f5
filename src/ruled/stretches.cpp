// Stretches of a wall: flats between straight sides, and what touching planes envelop.
#include <array>

#include "turning.h"

namespace juggler {
namespace {

// A flat stretch between two sides, one of which may be a point, on the inside face.
Ruling flat_ruling(Vec3 a, Vec3 b, Vec3 c, Vec3 d, Vec3 n, double part, double speed) {
  const Vec3 foot = a + part * (b - a);
  const Vec3 whole = c + part * (d - c) - foot;
  const Vec3 d_whole = (d - c) - (b - a);
  const double length = norm(whole);
  const Vec3 e = 1 / length * whole;
  return {foot, e, n, speed * (b - a), (speed / length) * (d_whole - dot(d_whole, e) * e), {}};
}

// Bent by one point or about one direction, or by neither.
RegionKind kind_of(const Turning& bend) {
  if (bend.low.corner() && bend.high.corner()) return RegionKind::fold;
  if (bend.low.corner() || bend.high.corner()) return RegionKind::cone;
  std::array<Ruling, 3> r;
  for (size_t i = 0; i < 3; ++i)
    r[i] = bend(bend.u0 + (bend.u1 - bend.u0) * (0.2 + 0.3 * static_cast<double>(i)));
  if (norm(r[1].e - r[0].e) + norm(r[2].e - r[0].e) < within::rounding) return RegionKind::cylinder;
  // On the face that the sizes lie on: its layers beside it may run together along edges.
  const auto apex = [layer = bend.hull->base_layer](const Ruling& ruling) {
    const Rates v = rates(ruling);
    return ruling.c + layer * ruling.n - ((v.across + layer * v.curl) / v.turn) * ruling.e;
  };
  const double far = norm(apex(r[0]) - r[0].c);
  const double off = norm(apex(r[1]) - apex(r[0])) + norm(apex(r[2]) - apex(r[0]));
  return off < within::same * far ? RegionKind::cone : RegionKind::general;
}

std::string name_of_bend(const Turning& bend, RegionKind kind) {
  if (kind == RegionKind::cone && bend.low.corner()) return "cone about a corner of the base";
  if (kind == RegionKind::cone && bend.high.corner()) return "cone about a corner of the top";
  return name_of(kind);
}

}  // namespace

Stretch flat_stretch(const Hull& h, Vec3 n, const FlatSides& s, double from, double to) {
  const auto low = [&](Vec2 p) { return h.base.at(p) - h.base_layer * n; };
  const auto high = [&](Vec2 q) { return h.top.at(q) - h.top_layer * n; };
  const Vec3 a = low(s.p0);
  const Vec3 b = low(s.p1);
  const Vec3 c = high(s.q0);
  const Vec3 d = high(s.q1);
  const auto ruling = [=](double u) {
    return flat_ruling(a, b, c, d, n, (u - from) / (to - from), 1 / (to - from));
  };
  return {{from, to, ruling}, RegionKind::flat, "flat",         h.base.at(s.p0),
          h.base.at(s.p1),    h.top.at(s.q0),   h.top.at(s.q1), n};
}

Stretch bent_stretch(Turning bend) {
  Stretch stretch;
  stretch.kind = kind_of(bend);
  stretch.name = name_of_bend(bend, stretch.kind);
  stretch.piece = {bend.u0, bend.u1, std::move(bend)};
  return stretch;
}

}  // namespace juggler
