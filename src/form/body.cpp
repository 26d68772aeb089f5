// Facets to faces and zones. docs/maths/folded.md (5)-(12).
#include "juggler/form.h"

#include <algorithm>

#include "bends.h"
#include "mould.h"

namespace juggler {
namespace {

// The radius of a bend on a layer, signed bends by the concave face; (6).
double radius_on(double concave_radius, double angle, double layer, double thickness) {
  return concave_radius + (angle >= 0 ? layer : thickness - layer);
}

struct Line2 {
  Vec2 at;
  Vec2 along;
};

Vec2 crossing(const Line2& a, const Line2& b) {
  const double turn = cross(a.along, b.along);
  if (std::abs(turn) < within::rounding) return b.at;  // sides in one line meet where they did
  return a.at + (cross(b.at - a.at, b.along) / turn) * a.along;
}

class Builder {
 public:
  explicit Builder(const Mould& mould) : mould_(mould) {}

  Body build() {
    body_.thickness = mould_.thickness;
    body_.sharp_faces = mould_.sharp_faces;
    for (size_t i = 0; i < mould_.sharp_faces.size(); ++i) add_face(i);
    for (size_t i = 0; i < mould_.sharp_faces.size(); ++i) {
      for (size_t k = 0; k < mould_.sharp_faces[i].sides.size(); ++k)
        link(static_cast<int>(i), static_cast<int>(k));
    }
    body_.size = 0;
    const Box3 box = box_of(body_);
    body_.size = norm(box.high - box.low);
    return std::move(body_);
  }

 private:
  const SharpSide& side(int sharp_face, int k) const {
    return mould_.sharp_faces[static_cast<size_t>(sharp_face)].sides[static_cast<size_t>(k)];
  }
  BodyFace& face(int i) { return body_.faces[static_cast<size_t>(i)]; }
  Vec3 along(int sharp_face, int k) const {
    const auto& c = mould_.sharp_faces[static_cast<size_t>(sharp_face)].corners;
    const auto i = static_cast<size_t>(k);
    return unit(c[(i + 1) % c.size()] - c[i]);
  }
  // (5): turned from one sharp face to its neighbour, positive where the inside is concave.
  double turned(int sharp_face, int k) const {
    const SharpSide& s = side(sharp_face, k);
    const Vec3 a = mould_.sharp_faces[static_cast<size_t>(sharp_face)].normal;
    const Vec3 b = mould_.sharp_faces[static_cast<size_t>(s.sharp_face)].normal;
    return std::atan2(dot(cross(a, b), along(sharp_face, k)), dot(a, b));
  }
  // Of two that need not meet along a side of the one, as flanges of unlike lean: between their normals.
  Angle between(int sharp_face, int k) const {
    const Vec3 a = mould_.sharp_faces[static_cast<size_t>(sharp_face)].normal;
    const Vec3 b = mould_.sharp_faces[static_cast<size_t>(side(sharp_face, k).sharp_face)].normal;
    const double size = std::atan2(norm(cross(a, b)), dot(a, b));
    return Angle::radians(turned(sharp_face, k) < 0 ? -size : size);
  }
  double bend_radius() const { return common_radius(mould_.bend, mould_.thickness); }

  // How far a side of the plate stands back from the sharp face's, square to it; (8), (9).
  double inset(int sharp_face, int k) const {
    const SharpSide& s = side(sharp_face, k);
    const double t = mould_.thickness;
    if (s.in_line >= 0) return inset(sharp_face, s.in_line);
    if (s.kind == SideKind::free) {
      const double lean = dot(s.plane.normal, mould_.sharp_faces[static_cast<size_t>(sharp_face)].normal);
      const double across = std::sqrt(std::max(1 - lean * lean, 0.0));
      return lean == 0 ? 0 : (s.layer - mould_.layer) * lean / across;
    }
    const double angle = turned(sharp_face, k);
    const double tangent = std::tan(std::abs(angle) / 2);
    if (s.kind == SideKind::bend) return radius_on(bend_radius(), angle, mould_.layer, t) * tangent;
    if (s.open) return s.inset;
    return radius_on(0, angle, mould_.layer, t) * tangent + s.inset;
  }

  // What a lap takes or adds besides: the covered edge stands clear of the other's inside face. (9)
  double lap(int sharp_face, int k) const {
    const SharpSide& s = side(sharp_face, k);
    if (s.in_line >= 0) return lap(sharp_face, s.in_line);
    if (s.kind != SideKind::joint || s.open) return 0;
    const double t = mould_.thickness;
    if (s.lapped) return -t / std::sin(turned(sharp_face, k));
    return side(s.sharp_face, s.side).lapped ? std::max(0.0, t / std::tan(turned(sharp_face, k))) : 0;
  }

  void add_face(size_t i) {
    const SharpFace& f = mould_.sharp_faces[i];
    const Vec3 x = along(static_cast<int>(i), 0);
    BodyFace p{f.name, f.corners[0] - mould_.layer * f.normal, x, cross(f.normal, x), f.normal, {}, {}};
    std::vector<Line2> lines;
    std::vector<Line2> touching;  // where the sides would lie without laps
    for (size_t k = 0; k < f.corners.size(); ++k) {
      const Vec3 from = f.corners[k] - f.corners[0];
      const Vec3 way = along(static_cast<int>(i), static_cast<int>(k));
      const Vec2 flat_way{dot(way, p.x), dot(way, p.y)};
      const Vec2 at = Vec2{dot(from, p.x), dot(from, p.y)} +
                      inset(static_cast<int>(i), static_cast<int>(k)) * left_of(flat_way);
      touching.push_back({at, flat_way});
      lines.push_back({at + lap(static_cast<int>(i), static_cast<int>(k)) * left_of(flat_way), flat_way});
      body_.points.push_back({static_cast<int>(i), mould_.layer, f.corners[k]});
      const SharpSide& s = f.sides[k];
      p.sides.push_back({s.kind, -1, s.name});
      if (s.kind == SideKind::free && s.in_line < 0)
        body_.rims.push_back({static_cast<int>(i), static_cast<int>(k), s.layer, s.plane});
    }
    const auto meet = [](const std::vector<Line2>& all, size_t k) {
      return crossing(all[(k + all.size() - 1) % all.size()], all[k]);
    };
    touching_.emplace_back();
    for (size_t k = 0; k < lines.size(); ++k) {
      p.corners.push_back(meet(lines, k));
      touching_.back().push_back(p.at(meet(touching, k)));
    }
    p.flange = f.flange;
    check_left(p, lines);
    body_.faces.push_back(std::move(p));
  }

  // A face whose sides have passed each other has no metal left between its bends.
  void check_left(const BodyFace& p, const std::vector<Line2>& lines) const {
    for (size_t k = 0; k < lines.size(); ++k) {
      const Vec2 side = p.corners[(k + 1) % lines.size()] - p.corners[k];
      const double left = dot(side, lines[k].along);
      if (left > -within::rounding * (norm(side) + norm(p.corners[k]))) continue;
      throw Refusal({.reason = "leaves nothing flat of " + p.name + ": its bends run into each other",
                     .key = "bend.radius",
                     .found = shown_mm(mould_.bend.radius.value_or(0)) + " where a side of " + p.name +
                              " would be " + shown_mm(left),
                     .allowed = "bends that leave every face a side",
                     .advice = "take a smaller radius, or make that face larger"});
    }
  }

  void link(int sharp_face, int k) {
    const SharpSide& s = side(sharp_face, k);
    if (s.kind == SideKind::free || std::pair(s.sharp_face, s.side) < std::pair(sharp_face, k)) return;
    if (s.kind == SideKind::joint) {
      set_link(sharp_face, k, s, static_cast<int>(body_.joints.size()));
      const bool second_laps = side(s.sharp_face, s.side).lapped;
      Joint j{s.name, sharp_face, k, s.sharp_face, s.side, between(sharp_face, k), 0, 0, false, s.open};
      if (second_laps) {
        std::swap(j.face_a, j.face_b);
        std::swap(j.side_a, j.side_b);
      }
      j.lapped = s.lapped || second_laps;
      j.set_back = s.inset + side(s.sharp_face, s.side).inset;
      // folded.md (33)
      j.clearance = j.lapped ? j.set_back / 2 * std::abs(std::sin(j.angle.radians()))
                             : j.set_back * std::cos(j.angle.radians() / 2);
      body_.joints.push_back(j);
      return;
    }
    set_link(sharp_face, k, s, static_cast<int>(body_.zones.size()));
    body_.zones.push_back(zone(sharp_face, k));
  }

  void set_link(int sharp_face, int k, const SharpSide& s, int number) {
    face(sharp_face).sides[static_cast<size_t>(k)].link = number;
    face(s.sharp_face).sides[static_cast<size_t>(s.side)].link = number;
  }

  BendZone zone(int sharp_face, int k) {
    const SharpSide& s = side(sharp_face, k);
    const double angle = turned(sharp_face, k);
    BendZone st{sharp_face,   k, s.sharp_face, s.side, along(sharp_face, k), Angle::radians(angle),
                bend_radius()};
    st.neutral_factor =
        std::abs(angle) < within::rounding
            ? 0
            : neutral_factor(mould_.bend, mould_.thickness, st.radius, Angle::radians(std::abs(angle)));
    st.neutral_radius = st.radius + st.neutral_factor * mould_.thickness;
    const auto na = static_cast<int>(face(sharp_face).sides.size());
    const auto nb = static_cast<int>(face(s.sharp_face).sides.size());
    st.low = strip_end(st, k, (k + na - 1) % na, s.side + 1, (s.side + 1) % nb);
    st.high = strip_end(st, k + 1, (k + 1) % na, s.side, (s.side + nb - 1) % nb);
    return st;
  }

  // The end of a zone between a corner of each face, whose next sides are given; (10)-(12).
  ZoneCut strip_end(const BendZone& st, int corner_a, int next_a, int corner_b, int next_b) {
    const SharpSide& a = side(st.face_a, next_a);
    const SharpSide& b = side(st.face_b, next_b);
    const bool one_rim = a.kind == SideKind::free && b.kind == SideKind::free && a.in_line < 0 &&
                         b.in_line < 0 && a.layer == b.layer && a.plane.height == b.plane.height &&
                         a.plane.normal == b.plane.normal;
    if (one_rim) return plane_end(st, a.plane, a.layer);
    const Vec3 at_a = touching(st.face_a, corner_a);
    const Vec3 at_b = touching(st.face_b, corner_b);
    if (const auto plane = closing_plane(st, next_a, next_b, at_a, at_b)) return plane_end(st, *plane, 0);
    const double from = dot(at_a - start(st), st.axis);
    const double to = dot(at_b - start(st), st.axis);
    const double turn = std::abs(st.angle.radians());
    return {from, turn > 0 ? (to - from) / turn : 0, 0, 0};
  }

  // The plane in which a zone meets what is joined to it, by its inside face; (11), (12).
  std::optional<Plane> closing_plane(const BendZone& st, int next_a, int next_b, Vec3 at_a, Vec3 at_b) const {
    const SharpSide& a = side(st.face_a, next_a);
    const SharpSide& b = side(st.face_b, next_b);
    if (a.open || b.open) return std::nullopt;
    const auto steep_enough = [&](Vec3 n) { return std::abs(dot(n, st.axis)) > 0.05; };
    if (a.kind == SideKind::joint && b.kind == SideKind::joint && a.sharp_face == b.sharp_face) {
      const Vec3 n = mould_.sharp_faces[static_cast<size_t>(a.sharp_face)].normal;
      return steep_enough(n) ? std::optional(Plane{n, dot(n, at_a)}) : std::nullopt;
    }
    const bool closes_b = a.kind != SideKind::free && b.kind == SideKind::joint;
    const bool closes_a = a.kind == SideKind::joint && b.kind == SideKind::bend;
    if (!closes_b && !closes_a) return std::nullopt;
    const Vec3 way = closes_b ? along(st.face_b, next_b) : along(st.face_a, next_a);
    const Vec3 across = cross(way, at_b - at_a);
    if (norm(across) <= within::same * norm(at_b - at_a)) return std::nullopt;
    const Vec3 n = unit(across);
    return steep_enough(n) ? std::optional(Plane{n, dot(n, at_a)}) : std::nullopt;
  }

  Vec3 touching(int i, int k) const {
    const auto& corners = touching_[static_cast<size_t>(i)];
    return corners[static_cast<size_t>(k) % corners.size()];
  }

  Vec3 corner(int i, int k) {
    const BodyFace& p = face(i);
    return p.at(p.corners[static_cast<size_t>(k) % p.corners.size()]);
  }
  Vec3 start(const BendZone& st) { return corner(st.face_a, st.side_a); }

  ZoneCut plane_end(const BendZone& st, const Plane& plane, double layer) {
    const Vec3 e = st.axis;
    const Vec3 n = face(st.face_a).normal;
    const double way = st.angle.radians() >= 0 ? 1 : -1;
    const double on_inside = radius_on(st.radius, way, 0, mould_.thickness);
    const double r = radius_on(st.radius, way, layer, mould_.thickness);
    const Vec3 centre = start(st) - (way * on_inside) * n;
    const double along_plane = dot(plane.normal, e);
    return {(plane.height - dot(plane.normal, centre)) / along_plane, 0,
            -way * r * dot(plane.normal, n) / along_plane, -r * dot(plane.normal, cross(e, n)) / along_plane};
  }

  const Mould& mould_;
  Body body_;
  std::vector<std::vector<Vec3>> touching_;  // the corners of the plates, without laps
};

}  // namespace

Body body_of(const Mould& mould) { return Builder(mould).build(); }

Vec3 zone_point(const Body& body, const BendZone& s, double phi, double along, double layer) {
  const BodyFace& a = body.faces[static_cast<size_t>(s.face_a)];
  const auto k = static_cast<size_t>(s.side_a);
  const Vec2 from = a.corners[k];
  const Vec3 start = a.at(from);
  const double way = s.angle.radians() >= 0 ? 1 : -1;
  const Vec3 e = s.axis;
  const Vec3 centre = start - (way * radius_on(s.radius, way, 0, body.thickness)) * a.normal;
  const double r = radius_on(s.radius, way, layer, body.thickness);
  return centre + (way * r * std::cos(phi)) * a.normal + (r * std::sin(phi)) * cross(e, a.normal) + along * e;
}

namespace {

// Between an arc and its chord: above 0 where it turns to the left.
double beyond_chord(const Arc& arc) {
  const double turn = arc.turn.radians();
  if (turn == 0) return 0;
  const double r = arc.length / turn;
  return r * r * (turn - std::sin(turn)) / 2;
}

}  // namespace

Ruling zone_ruling(const Body& body, const BendZone& s, double phi, double along, double layer) {
  const double way = s.angle.radians() >= 0 ? 1 : -1;
  const Vec3 upright = body.faces[static_cast<size_t>(s.face_a)].normal;
  const Vec3 across = cross(s.axis, upright);
  const Vec3 run = std::cos(phi) * across - (way * std::sin(phi)) * upright;
  return {zone_point(body, s, phi, along, layer),
          s.axis,
          std::cos(phi) * upright + (way * std::sin(phi)) * across,
          radius_on(s.radius, way, layer, body.thickness) * run,
          {},
          way * run};
}

double body_area(const Body& body) {
  double sum = 0;
  for (const BodyFace& p : body.faces) {
    Vec3 twice;
    const Vec3 first = p.at(p.corners.front());
    for (size_t i = 1; i + 1 < p.corners.size(); ++i)
      twice = twice + cross(p.at(p.corners[i]) - first, p.at(p.corners[i + 1]) - first);
    sum += dot(twice, p.normal) / 2;
    for (size_t k = 0; k < p.corners.size(); ++k) sum += beyond_chord(p.side(k));
  }
  for (const BendZone& s : body.zones) {
    if (s.angle.radians() == 0) continue;
    sum += s.neutral_radius * (over_stretches(s, s.high, s.high) - over_stretches(s, s.low, s.low));
  }
  return sum;
}

std::vector<double> stretches_of(const BendZone& zone, const ZoneCut& end) {
  const double turn = std::abs(zone.angle.radians());
  std::vector<double> breaks{0};
  for (const RimPiece& piece : end.rim.pieces()) {
    if (piece.to > breaks.back() && piece.to < turn) breaks.push_back(piece.to);
  }
  breaks.push_back(turn);
  return breaks;
}

double over_stretches(const BendZone& zone, const ZoneCut& end, const std::function<double(double)>& f) {
  const std::vector<double> breaks = stretches_of(zone, end);
  double sum = 0;
  for (size_t i = 0; i + 1 < breaks.size(); ++i) sum += integral(f, breaks[i], breaks[i + 1]);
  return sum;
}

namespace {

// Of an arc of a face: where it runs level in x, y or z of the part.
std::vector<Vec2> extremes_of(const BodyFace& face, const Arc& arc) {
  std::vector<Vec2> found;
  const double turn = arc.turn.radians();
  if (turn == 0) return found;
  for (const Vec2 way : {Vec2{face.x.x, face.y.x}, Vec2{face.x.y, face.y.y}, Vec2{face.x.z, face.y.z}}) {
    if (norm(way) == 0) continue;
    for (const double side : {0.0, pi}) {
      const double from = heading_of(way).radians() + pi / 2 + side - arc.heading.radians();
      const double at = (turn > 0 ? 1 : -1) * std::remainder((turn > 0 ? 1 : -1) * from - pi, two_pi) +
                        (turn > 0 ? pi : -pi);
      if (at / turn >= 0 && at / turn <= 1) found.push_back(point_at(arc, at / turn * arc.length));
    }
  }
  return found;
}

}  // namespace

bool has_flanges(const Body& body) {
  return std::any_of(body.faces.begin(), body.faces.end(), [](const BodyFace& f) { return f.flange; });
}

Box3 box_of(const Body& body) {
  Box3 box;
  const auto add = [&](Vec3 p) {
    box.low = {std::min(box.low.x, p.x), std::min(box.low.y, p.y), std::min(box.low.z, p.z)};
    box.high = {std::max(box.high.x, p.x), std::max(box.high.y, p.y), std::max(box.high.z, p.z)};
  };
  const auto add_on_face = [&](const BodyFace& p, Vec2 c) {
    add(p.at(c));
    add(p.at(c) + body.thickness * p.normal);
  };
  for (const BodyFace& p : body.faces) {
    for (size_t k = 0; k < p.corners.size(); ++k) {
      add_on_face(p, p.corners[k]);
      for (const Vec2 c : extremes_of(p, p.side(k))) add_on_face(p, c);
    }
  }
  constexpr int looks = 64;
  for (const BendZone& s : body.zones) {
    for (int i = 0; i <= looks; ++i) {
      const double phi = std::abs(s.angle.radians()) * i / looks;
      for (const double layer : {0.0, body.thickness}) {
        add(zone_point(body, s, phi, s.low(phi), layer));
        add(zone_point(body, s, phi, s.high(phi), layer));
      }
    }
  }
  return box;
}

}  // namespace juggler
