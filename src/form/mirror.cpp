#include "mirror.h"

#include <algorithm>

namespace juggler {
namespace {

Vec3 flipped(Vec3 v) { return {v.x, -v.y, v.z}; }

Plane flipped(const Plane& plane) { return {flipped(plane.normal), plane.height}; }

// Of the wall at -u, its derivatives by u.
Ruling flipped(const Ruling& r) {
  return {flipped(r.c),           flipped(r.e),           flipped(r.n),
          Vec3{} - flipped(r.dc), Vec3{} - flipped(r.de), Vec3{} - flipped(r.dn)};
}

Cut flipped(const Cut& cut) { return {cut.s, -cut.ds}; }

Rim flipped(const Rim& rim) {
  std::vector<RimPiece> pieces;
  for (const RimPiece& p : rim.pieces())
    pieces.push_back({-p.to, -p.from, [cut = p.cut](double u) { return flipped(cut(-u)); }});
  std::reverse(pieces.begin(), pieces.end());
  return Rim(std::move(pieces));
}

Cutter flipped(const Cutter& c) {
  return {c.end,
          c.contact,
          c.layer,
          [cut = c.cut](const Ruling& r, double layer) { return flipped(cut(flipped(r), layer)); },
          [beyond = c.beyond](Vec3 p) { return beyond(flipped(p)); },
          [normal = c.normal](Vec3 p) { return flipped(normal(flipped(p))); },
          c.rim ? std::optional(flipped(*c.rim)) : std::nullopt};
}

template <typename Stretches>
void run_backwards(Stretches& stretches) {
  for (auto& s : stretches) std::tie(s.from, s.to) = std::pair{-s.to, -s.from};
  std::reverse(stretches.begin(), stretches.end());
}

}  // namespace

Form mirrored(const Form& form) {
  Form f = form;
  run_backwards(f.wall);
  for (WallPiece& w : f.wall) w.ruling = [ruling = w.ruling](double u) { return flipped(ruling(-u)); };
  for (Rim* rim : {&f.base, &f.top, &f.whole_base, &f.whole_top}) *rim = flipped(*rim);
  for (AskedCircle& circle : f.asked) circle.centre = flipped(circle.centre);
  for (AskedProfile& p : f.profiles) {
    for (Vec3* v : {&p.centre, &p.x, &p.y, &p.normal}) *v = flipped(*v);
    p.y = Vec3{} - p.y;  // its frame keeps its hand
    p.distance = [distance = p.distance](Vec2 at) { return distance({at.x, -at.y}); };
  }
  for (Cutter& cutter : f.cutters) cutter = flipped(cutter);
  for (TrimPlane& trim : f.trims) {
    trim.plane = flipped(trim.plane);
    trim.uphill = -trim.uphill;
  }
  run_backwards(f.regions);
  if (f.ends) {
    const auto [start, end] = *f.ends;
    f.ends = {ObliqueEnd{-end.base, -end.top, end.round}, ObliqueEnd{-start.base, -start.top, start.round}};
  }
  std::swap(f.before, f.after);
  return f;
}

PieceMaker mirrored(const PieceMaker& piece) {
  return [piece](const Span& s) { return mirrored(piece({-s.to, -s.from, s.after, s.before})); };
}

namespace {

// Corners run the other way round, from the end of the first side, so that this stays the first.
size_t corner_of(size_t k, size_t count) { return (count + 1 - k) % count; }
int side_of(int side, size_t count) {
  return side < 0 ? side : static_cast<int>((count - static_cast<size_t>(side)) % count);
}

template <typename Item>
std::vector<Item> other_way(const std::vector<Item>& items, bool sides) {
  std::vector<Item> turned;
  for (size_t k = 0; k < items.size(); ++k)
    turned.push_back(items[sides ? (items.size() - k) % items.size() : corner_of(k, items.size())]);
  return turned;
}

// The frame's x runs the other way, so that its z stays the normal.
BodyFace flipped(const BodyFace& face) {
  BodyFace f = face;
  f.origin = flipped(face.origin);
  f.x = Vec3{} - flipped(face.x);
  f.y = flipped(face.y);
  f.normal = flipped(face.normal);
  f.corners = other_way(face.corners, false);
  for (Vec2& corner : f.corners) corner.x = -corner.x;
  f.sides = other_way(face.sides, true);
  return f;
}

// Distances along it count from its other end.
ZoneCut from_other_end(const ZoneCut& cut, double length) {
  return {length - cut.from, -cut.slope, -cut.cosine, -cut.sine};
}

BendZone flipped(const BendZone& zone, const Body& body) {
  const BodyFace& a = body.faces[static_cast<size_t>(zone.face_a)];
  const BodyFace& b = body.faces[static_cast<size_t>(zone.face_b)];
  const auto k = static_cast<size_t>(zone.side_a);
  const double length = norm(a.corners[(k + 1) % a.corners.size()] - a.corners[k]);
  BendZone z = zone;
  z.side_a = side_of(zone.side_a, a.corners.size());
  z.side_b = side_of(zone.side_b, b.corners.size());
  z.axis = Vec3{} - flipped(zone.axis);
  z.low = from_other_end(zone.high, length);
  z.high = from_other_end(zone.low, length);
  return z;
}

SharpFace flipped(const SharpFace& face, const std::vector<SharpFace>& all) {
  SharpFace f = face;
  f.corners = other_way(face.corners, false);
  for (Vec3& corner : f.corners) corner = flipped(corner);
  f.normal = flipped(face.normal);
  f.sides = other_way(face.sides, true);
  for (SharpSide& side : f.sides) {
    side.plane = flipped(side.plane);
    if (side.sharp_face >= 0)
      side.side = side_of(side.side, all[static_cast<size_t>(side.sharp_face)].corners.size());
  }
  return f;
}

}  // namespace

Body mirrored(const Body& body) {
  Body b = body;
  const auto side = [&](int face, int own) {
    return side_of(own, body.faces[static_cast<size_t>(face)].corners.size());
  };
  for (BodyFace& face : b.faces) face = flipped(face);
  for (BendZone& zone : b.zones) zone = flipped(zone, body);
  for (Joint& joint : b.joints) {
    joint.side_a = side(joint.face_a, joint.side_a);
    joint.side_b = side(joint.face_b, joint.side_b);
  }
  for (AskedPoint& point : b.points) point.at = flipped(point.at);
  for (AskedSide& rim : b.rims) {
    rim.side = side(rim.face, rim.side);
    rim.plane = flipped(rim.plane);
  }
  for (SharpFace& face : b.sharp_faces) face = flipped(face, body.sharp_faces);
  return b;
}

namespace {

std::vector<double> backwards(std::vector<double> us) {
  for (double& u : us) u = -u;
  std::reverse(us.begin(), us.end());
  return us;
}

}  // namespace

CurvedForm mirrored(const CurvedForm& form) {
  CurvedForm f = form;
  for (CurvedPiece& piece : f.pieces) {
    Surface& s = piece.surface;
    s.us = backwards(s.us);
    s.point = [point = s.point](double u, double v) -> SurfacePoint {
      const SurfacePoint p = point(-u, v);
      return {flipped(p.at), Vec3{} - flipped(p.du), flipped(p.dv)};
    };
    if (s.guess) {
      s.guess = [guess = s.guess](double u, double v) -> Vec2 {
        const Vec2 p = guess(-u, v);
        return {-p.x, p.y};
      };
    }
    for (CopyPlace& copy : piece.copies) copy.turn = -copy.turn;
    std::swap(piece.round_start, piece.round_end);
    piece.creases = backwards(piece.creases);
  }
  if (f.once_round) f.once_round = mirrored(*f.once_round);
  return f;
}

}  // namespace juggler
