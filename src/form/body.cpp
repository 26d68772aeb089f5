// Facets to plates and strips. docs/maths/folded.md (5)-(12).
#include "juggler/form.h"

#include <algorithm>

#include "bends.h"
#include "mould.h"

namespace juggler {
namespace {

// The radius of a bend on a layer, signed bends by the hollow face; (6).
double radius_on(double hollow_radius, double angle, double layer, double thickness) {
  return hollow_radius + (angle >= 0 ? layer : thickness - layer);
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
    body_.facets = mould_.facets;
    for (size_t i = 0; i < mould_.facets.size(); ++i) add_plate(i);
    for (size_t i = 0; i < mould_.facets.size(); ++i) {
      for (size_t k = 0; k < mould_.facets[i].sides.size(); ++k)
        link(static_cast<int>(i), static_cast<int>(k));
    }
    body_.size = 0;
    const Box3 box = box_of(body_);
    body_.size = norm(box.high - box.low);
    return std::move(body_);
  }

 private:
  const FacetSide& side(int facet, int k) const {
    return mould_.facets[static_cast<size_t>(facet)].sides[static_cast<size_t>(k)];
  }
  Plate& plate(int i) { return body_.plates[static_cast<size_t>(i)]; }
  Vec3 along(int facet, int k) const {
    const auto& c = mould_.facets[static_cast<size_t>(facet)].corners;
    const auto i = static_cast<size_t>(k);
    return unit(c[(i + 1) % c.size()] - c[i]);
  }
  // (5): turned from one facet to its neighbour, positive where the inside is hollow.
  double turned(int facet, int k) const {
    const FacetSide& s = side(facet, k);
    const Vec3 a = mould_.facets[static_cast<size_t>(facet)].normal;
    const Vec3 b = mould_.facets[static_cast<size_t>(s.facet)].normal;
    return std::atan2(dot(cross(a, b), along(facet, k)), dot(a, b));
  }
  // Of two that need not meet along a side of the one, as flanges of unlike lean: between their normals.
  Angle between(int facet, int k) const {
    const Vec3 a = mould_.facets[static_cast<size_t>(facet)].normal;
    const Vec3 b = mould_.facets[static_cast<size_t>(side(facet, k).facet)].normal;
    const double size = std::atan2(norm(cross(a, b)), dot(a, b));
    return Angle::radians(turned(facet, k) < 0 ? -size : size);
  }
  double bend_radius() const { return common_radius(mould_.bend, mould_.thickness); }

  // How far a side of the plate stands back from the facet's, square to it; (8), (9).
  double inset(int facet, int k) const {
    const FacetSide& s = side(facet, k);
    const double t = mould_.thickness;
    if (s.kind == SideKind::free) {
      const double lean = dot(s.plane.normal, mould_.facets[static_cast<size_t>(facet)].normal);
      const double across = std::sqrt(std::max(1 - lean * lean, 0.0));
      return lean == 0 ? 0 : (s.layer - mould_.layer) * lean / across;
    }
    const double angle = turned(facet, k);
    const double tangent = std::tan(std::abs(angle) / 2);
    if (s.kind == SideKind::bend) return radius_on(bend_radius(), angle, mould_.layer, t) * tangent;
    if (s.open) return s.inset;
    return radius_on(0, angle, mould_.layer, t) * tangent + s.inset;
  }

  // What a lap takes or adds besides: the covered edge stands clear of the other's inside face. (9)
  double lap(int facet, int k) const {
    const FacetSide& s = side(facet, k);
    if (s.kind != SideKind::joint || s.open) return 0;
    const double t = mould_.thickness;
    if (s.lapped) return -t / std::sin(turned(facet, k));
    return side(s.facet, s.side).lapped ? std::max(0.0, t / std::tan(turned(facet, k))) : 0;
  }

  void add_plate(size_t i) {
    const Facet& f = mould_.facets[i];
    const Vec3 x = along(static_cast<int>(i), 0);
    Plate p{f.name, f.corners[0] - mould_.layer * f.normal, x, cross(f.normal, x), f.normal, {}, {}};
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
      const FacetSide& s = f.sides[k];
      p.sides.push_back({s.kind, -1, s.name});
      if (s.kind == SideKind::free)
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
    body_.plates.push_back(std::move(p));
  }

  // A plate whose sides have passed each other has no metal left between its bends.
  void check_left(const Plate& p, const std::vector<Line2>& lines) const {
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

  void link(int facet, int k) {
    const FacetSide& s = side(facet, k);
    if (s.kind == SideKind::free || std::pair(s.facet, s.side) < std::pair(facet, k)) return;
    if (s.kind == SideKind::joint) {
      set_link(facet, k, s, static_cast<int>(body_.joints.size()));
      const bool second_laps = side(s.facet, s.side).lapped;
      Joint j{s.name, facet, k, s.facet, s.side, between(facet, k), 0, 0, false, s.open};
      if (second_laps) {
        std::swap(j.plate_a, j.plate_b);
        std::swap(j.side_a, j.side_b);
      }
      j.lapped = s.lapped || second_laps;
      j.set_back = s.inset + side(s.facet, s.side).inset;
      // folded.md (33)
      j.clearance = j.lapped ? j.set_back / 2 * std::abs(std::sin(j.angle.radians()))
                             : j.set_back * std::cos(j.angle.radians() / 2);
      body_.joints.push_back(j);
      return;
    }
    set_link(facet, k, s, static_cast<int>(body_.strips.size()));
    body_.strips.push_back(strip(facet, k));
  }

  void set_link(int facet, int k, const FacetSide& s, int number) {
    plate(facet).sides[static_cast<size_t>(k)].link = number;
    plate(s.facet).sides[static_cast<size_t>(s.side)].link = number;
  }

  Strip strip(int facet, int k) {
    const FacetSide& s = side(facet, k);
    const double angle = turned(facet, k);
    Strip st{facet, k, s.facet, s.side, along(facet, k), Angle::radians(angle), bend_radius()};
    st.factor = std::abs(angle) < within::rounding ? 0
                                                   : neutral_factor(mould_.bend, mould_.thickness, st.radius,
                                                                    Angle::radians(std::abs(angle)));
    st.neutral = st.radius + st.factor * mould_.thickness;
    const auto na = static_cast<int>(plate(facet).sides.size());
    const auto nb = static_cast<int>(plate(s.facet).sides.size());
    st.low = strip_end(st, k, (k + na - 1) % na, s.side + 1, (s.side + 1) % nb);
    st.high = strip_end(st, k + 1, (k + 1) % na, s.side, (s.side + nb - 1) % nb);
    return st;
  }

  // The end of a strip between a corner of each plate, whose next sides are given; (10)-(12).
  StripCut strip_end(const Strip& st, int corner_a, int next_a, int corner_b, int next_b) {
    const FacetSide& a = side(st.plate_a, next_a);
    const FacetSide& b = side(st.plate_b, next_b);
    const bool one_rim = a.kind == SideKind::free && b.kind == SideKind::free && a.layer == b.layer &&
                         a.plane.height == b.plane.height && a.plane.normal == b.plane.normal;
    if (one_rim) return plane_end(st, a.plane, a.layer);
    const Vec3 at_a = touching(st.plate_a, corner_a);
    const Vec3 at_b = touching(st.plate_b, corner_b);
    if (const auto plane = closing_plane(st, next_a, next_b, at_a, at_b)) return plane_end(st, *plane, 0);
    const double from = dot(at_a - start(st), st.axis);
    const double to = dot(at_b - start(st), st.axis);
    const double turn = std::abs(st.angle.radians());
    return {from, turn > 0 ? (to - from) / turn : 0, 0, 0};
  }

  // The plane in which a strip meets what is joined to it, by its inside face; (11), (12).
  std::optional<Plane> closing_plane(const Strip& st, int next_a, int next_b, Vec3 at_a, Vec3 at_b) const {
    const FacetSide& a = side(st.plate_a, next_a);
    const FacetSide& b = side(st.plate_b, next_b);
    if (a.open || b.open) return std::nullopt;
    const auto steep_enough = [&](Vec3 n) { return std::abs(dot(n, st.axis)) > 0.05; };
    if (a.kind == SideKind::joint && b.kind == SideKind::joint && a.facet == b.facet) {
      const Vec3 n = mould_.facets[static_cast<size_t>(a.facet)].normal;
      return steep_enough(n) ? std::optional(Plane{n, dot(n, at_a)}) : std::nullopt;
    }
    const bool closes_b = a.kind != SideKind::free && b.kind == SideKind::joint;
    const bool closes_a = a.kind == SideKind::joint && b.kind == SideKind::bend;
    if (!closes_b && !closes_a) return std::nullopt;
    const Vec3 way = closes_b ? along(st.plate_b, next_b) : along(st.plate_a, next_a);
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
    const Plate& p = plate(i);
    return p.at(p.corners[static_cast<size_t>(k) % p.corners.size()]);
  }
  Vec3 start(const Strip& st) { return corner(st.plate_a, st.side_a); }

  StripCut plane_end(const Strip& st, const Plane& plane, double layer) {
    const Vec3 e = st.axis;
    const Vec3 n = plate(st.plate_a).normal;
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

Vec3 strip_point(const Body& body, const Strip& s, double phi, double along, double layer) {
  const Plate& a = body.plates[static_cast<size_t>(s.plate_a)];
  const auto k = static_cast<size_t>(s.side_a);
  const Vec2 from = a.corners[k];
  const Vec3 start = a.at(from);
  const double way = s.angle.radians() >= 0 ? 1 : -1;
  const Vec3 e = s.axis;
  const Vec3 centre = start - (way * radius_on(s.radius, way, 0, body.thickness)) * a.normal;
  const double r = radius_on(s.radius, way, layer, body.thickness);
  return centre + (way * r * std::cos(phi)) * a.normal + (r * std::sin(phi)) * cross(e, a.normal) + along * e;
}

double body_area(const Body& body) {
  double sum = 0;
  for (const Plate& p : body.plates) {
    Vec3 twice;
    const Vec3 first = p.at(p.corners.front());
    for (size_t i = 1; i + 1 < p.corners.size(); ++i)
      twice = twice + cross(p.at(p.corners[i]) - first, p.at(p.corners[i + 1]) - first);
    sum += dot(twice, p.normal) / 2;
  }
  for (const Strip& s : body.strips) {
    if (s.angle.radians() == 0) continue;
    sum += s.neutral *
           integral([&](double phi) { return s.high(phi) - s.low(phi); }, 0, std::abs(s.angle.radians()));
  }
  return sum;
}

Box3 box_of(const Body& body) {
  Box3 box;
  const auto add = [&](Vec3 p) {
    box.low = {std::min(box.low.x, p.x), std::min(box.low.y, p.y), std::min(box.low.z, p.z)};
    box.high = {std::max(box.high.x, p.x), std::max(box.high.y, p.y), std::max(box.high.z, p.z)};
  };
  for (const Plate& p : body.plates) {
    for (const Vec2 c : p.corners) {
      add(p.at(c));
      add(p.at(c) + body.thickness * p.normal);
    }
  }
  constexpr int looks = 64;
  for (const Strip& s : body.strips) {
    for (int i = 0; i <= looks; ++i) {
      const double phi = std::abs(s.angle.radians()) * i / looks;
      for (const double layer : {0.0, body.thickness}) {
        add(strip_point(body, s, phi, s.low(phi), layer));
        add(strip_point(body, s, phi, s.high(phi), layer));
      }
    }
  }
  return box;
}

}  // namespace juggler
