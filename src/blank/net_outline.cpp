// The outline of a net: once round its faces and zones, then the reliefs.
#include <algorithm>

#include "develop/net.h"
#include "geom/curve_arcs.h"
#include "pieces_of_body.h"

namespace juggler {
namespace {

class Walk {
 public:
  Walk(const Body& body, const Laid& laid, double fit) : body_(body), laid_(laid), fit_(fit) {}

  WalkedOutline round() {
    const int root = laid_.faces.front();
    walk(root, 0, body_.faces[static_cast<size_t>(root)].sides.size());
    return std::move(out_);
  }

 private:
  // `count` sides of a face from one on, and all that hangs on them.
  void walk(int face, size_t first, size_t count) {
    const BodyFace& p = body_.faces[static_cast<size_t>(face)];
    const size_t n = p.sides.size();
    for (size_t i = 0; i < count; ++i) {
      const size_t k = (first + i) % n;
      if (p.sides[k].kind == SideKind::bend) {
        across(face, p.sides[k].link);
        continue;
      }
      const bool joint = p.sides[k].kind == SideKind::joint;
      const std::string& label =
          joint ? body_.joints[static_cast<size_t>(p.sides[k].link)].name : p.sides[k].name;
      add({label,
           p.sides[k].kind,
           face,
           static_cast<int>(k),
           -1,
           {arc_between(flat_corner(body_, laid_, face, k), flat_corner(body_, laid_, face, k + 1),
                        p.sides[k].turn)}});
    }
  }

  // Over a zone to the plate beyond, round it, and back.
  void across(int from_face, int number) {
    const BendZone& s = body_.zones[static_cast<size_t>(number)];
    const bool forth = s.face_a == from_face;
    const int other = forth ? s.face_b : s.face_a;
    const auto side = static_cast<size_t>(forth ? s.side_b : s.side_a);
    const auto from_side = static_cast<size_t>(forth ? s.side_a : s.side_b);
    const size_t n = body_.faces[static_cast<size_t>(other)].sides.size();
    const auto at = [&](bool at_a, const ZoneCut& end) {
      const double phi = at_a ? 0 : std::abs(s.angle.radians());
      return flat_point(body_, laid_, s, phi, end(phi));
    };
    const ZoneCut& out = forth ? s.low : s.high;
    const ZoneCut& back = forth ? s.high : s.low;
    step(flat_corner(body_, laid_, from_face, from_side), at(forth, out), number);
    end_of_zone(number, out, forth);
    step(at(!forth, out), flat_corner(body_, laid_, other, side + 1), number);
    walk(other, side + 1, n - 1);
    step(flat_corner(body_, laid_, other, side), at(!forth, back), number);
    end_of_zone(number, back, !forth);
    step(at(forth, back), flat_corner(body_, laid_, from_face, from_side + 1), number);
  }

  // Where a lapped wall reaches past the end of its zone.
  void step(Vec2 from, Vec2 to, int number) {
    if (norm(to - from) > within::exact * body_.size)
      add({"corner", SideKind::bend, -1, -1, number, {line(from, to)}});
  }

  void end_of_zone(int number, const ZoneCut& end, bool forth) {
    const BendZone& s = body_.zones[static_cast<size_t>(number)];
    if (s.width() == 0 && s.neutral_radius == 0 && end.straight() && end.slope == 0) return;
    const double turn = std::abs(s.angle.radians());
    const auto phi = [=](double u) { return forth ? u : turn - u; };
    const auto at = [&, phi](double u) { return flat_point(body_, laid_, s, phi(u), end(phi(u))); };
    Walked w{"corner", SideKind::bend, -1, -1, number, {}};
    if (const std::string* rim = rim_of(s, &end == &s.low)) {
      w.label = *rim;
      w.kind = SideKind::free;
    }
    if (end.straight() || s.neutral_radius == 0 || turn == 0) {
      w.arcs = {line(at(0), at(turn))};
    } else {
      // An error square to the edge is a greater one along the zone, and so from the plane on another layer.
      // Ends that close a corner begin side by side: they are fitted more closely.
      const double tolerance = w.kind == SideKind::bend ? fit_ / 20 : fit_;
      const double steep = steepness(s, end);
      const double enough =
          (end.cut() ? tolerance : std::min(tolerance, within::little * body_.size)) / steep;
      const Curve whole{0, turn, at, heading_along(s, end, forth)};
      const FittedArcs fitted = end.cut() ? fit_cut(s, end, whole, forth, enough) : fit_arcs(whole, enough);
      w.arcs = fitted.arcs;
      const auto speed = [&](double u) { return std::hypot(s.neutral_radius, end.rate(u)); };
      length_error_ += std::abs(length_of(fitted.arcs) - over_stretches(s, end, speed));
      out_.fit_error = std::max({out_.fit_error, fitted.error * steep, length_error_});
    }
    add(std::move(w));
  }

  // By how many times an error square to the edge is greater on the layer, or along the zone, that counts.
  [[nodiscard]] double steepness(const BendZone& s, const ZoneCut& end) const {
    if (end.cut()) return (s.radius + body_.thickness) / s.neutral_radius;
    return std::hypot(1, std::hypot(end.cosine, end.sine) / s.neutral_radius);
  }

  // As another part cuts it, smooth stretch by smooth stretch.
  [[nodiscard]] FittedArcs fit_cut(const BendZone& s, const ZoneCut& end, const Curve& whole, bool forth,
                                   double tolerance) const {
    std::vector<double> breaks = stretches_of(s, end);
    const double turn = breaks.back();
    if (!forth) {
      std::reverse(breaks.begin(), breaks.end());
      for (double& at : breaks) at = turn - at;
    }
    const auto speed = [&](double u) { return std::hypot(s.neutral_radius, end.rate(u)); };
    std::vector<CurveStretch> stretches;
    for (size_t i = 0; i + 1 < breaks.size(); ++i) {
      const double from = breaks[i], to = breaks[i + 1];
      // At a corner the heading is that of its own stretch.
      const double inwards = within::rounding * (to - from);
      const auto heading = [&whole, low = from + inwards, high = to - inwards](double u) {
        return whole.heading(std::clamp(u, low, high));
      };
      const double length = forth ? integral(speed, from, to) : integral(speed, turn - to, turn - from);
      stretches.push_back({{from, to, whole.point, heading}, length});
    }
    return fit_stretches(stretches, body_.size, tolerance);
  }

  // The edge that both faces have beside an end of their zone, or null.
  [[nodiscard]] const std::string* rim_of(const BendZone& s, bool low) const {
    const auto& a = body_.faces[static_cast<size_t>(s.face_a)].sides;
    const auto& b = body_.faces[static_cast<size_t>(s.face_b)].sides;
    const auto i = static_cast<size_t>(s.side_a);
    const auto j = static_cast<size_t>(s.side_b);
    const FaceSide& at_a = a[(i + (low ? a.size() - 1 : 1)) % a.size()];
    const FaceSide& at_b = b[(j + (low ? 1 : b.size() - 1)) % b.size()];
    const bool one = at_a.kind == SideKind::free && at_b.kind == SideKind::free && at_a.name == at_b.name;
    return one ? &at_a.name : nullptr;
  }

  // The heading of a strip's end on the flat, continuous in u.
  [[nodiscard]] std::function<Angle(double)> heading_along(const BendZone& s, const ZoneCut& end,
                                                           bool forth) const {
    const Vec2 along = flat_point(body_, laid_, s, 0, 1) - flat_point(body_, laid_, s, 0, 0);
    const double across = std::atan2(-along.x, along.y);  // to the right of the axis
    const double turn = std::abs(s.angle.radians());
    const double r = s.neutral_radius;
    return [=](double u) {
      const double phi = forth ? u : turn - u;
      const double angle = across + std::atan2(end.rate(phi), r);
      return Angle::radians(forth ? angle : angle + pi);
    };
  }

  void add(Walked w) {
    const bool empty = std::all_of(w.arcs.begin(), w.arcs.end(),
                                   [&](const Arc& a) { return a.length <= within::quadrature * body_.size; });
    if (!empty) out_.stretches.push_back(std::move(w));
  }

  const Body& body_;
  const Laid& laid_;
  double fit_;
  double length_error_ = 0;  // of all fitted ends together: they may be of one edge
  WalkedOutline out_;
};

// A hole or slot: all that lies within a half width of a line (a hole's has no length).
struct Hole {
  Vec2 centre;
  Vec2 way = {};
  double length = 0;
  bool slot = false;
  double half = 0;

  [[nodiscard]] double along(Vec2 p) const { return std::clamp(dot(p - centre, way), 0.0, length); }
  [[nodiscard]] double off(Vec2 p) const { return norm(p - centre - along(p) * way); }
};

// A notch between two joints: the stretches of the outline from one to the other.
struct Notch {
  size_t before = 0;
  size_t after = 0;
  std::vector<Vec2> corners;
};

std::vector<Notch> notches(const std::vector<Walked>& all) {
  std::vector<Notch> found;
  const size_t n = all.size();
  for (size_t i = 0; i < n; ++i) {
    if (all[i].kind != SideKind::joint) continue;
    Notch notch{i, (i + 1) % n, {end_of(all[i].arcs.back())}};
    size_t zones = 0;
    while (all[notch.after].kind == SideKind::bend && zones < n) {
      notch.corners.push_back(end_of(all[notch.after].arcs.back()));
      notch.after = (notch.after + 1) % n;
      ++zones;
    }
    if (zones >= 2 && all[notch.after].kind == SideKind::joint) found.push_back(std::move(notch));
  }
  return found;
}

Hole hole_in(const Notch& notch, const std::vector<Walked>& all, const Body& body) {
  Hole hole;
  for (const Vec2 p : notch.corners)
    hole.centre = hole.centre + (1.0 / static_cast<double>(notch.corners.size())) * p;
  hole.slot = body.relief == Relief::slot;
  const double usual = body.bend.radius.value_or(0) + body.thickness;
  hole.half = body.relief_size ? *body.relief_size / 2 : usual;
  const double clear = within::beside * body.size;  // bends end within the hole, not on its edge
  if (hole.slot) {
    const Arc& in = all[notch.before].arcs.back();
    const Arc& out = all[notch.after].arcs.front();
    const Vec2 way = direction(out.heading) - direction(in.heading);
    hole.way = norm(way) > within::same ? 1 / norm(way) * way : left_of(direction(out.heading));
    double deepest = 0;
    double highest = 0;
    for (const Vec2 p : notch.corners) {
      deepest = std::min(deepest, dot(p - hole.centre, hole.way));
      highest = std::max(highest, dot(p - hole.centre, hole.way));
      hole.half = std::max(hole.half, std::abs(cross(hole.way, p - hole.centre)) + clear);
    }
    hole.centre = hole.centre + deepest * hole.way;
    hole.length = highest - deepest + 2 * hole.half;
    return hole;
  }
  for (const Vec2 p : notch.corners) hole.half = std::max(hole.half, norm(p - hole.centre) + clear);
  return hole;
}

[[noreturn]] void refuse_relief(const Body& body, const Hole& hole, const std::string& at) {
  throw Refusal({.reason = "is wider than the corner allows: it takes all of the edge " + at,
                 .key = body.relief_size ? "relief.size" : "relief",
                 .found = (hole.slot ? "a slot of " : "a hole of ") + shown_mm(2 * hole.half),
                 .allowed = "a relief that leaves some of every edge",
                 .advice = "make it smaller, or ask for relief = \"closed\""});
}

// Where an edge that starts in the hole leaves it.
double leaves(const Hole& hole, const Arc& edge, const Body& body, const std::string& label) {
  const auto off = [&](double s) { return hole.off(point_at(edge, s)) - hole.half; };
  if (off(edge.length) <= 0) refuse_relief(body, hole, label);
  return root(off, 0, edge.length);
}

// Clockwise about a centre, from one point to another.
Arc clockwise(Vec2 centre, Vec2 from, Vec2 to) {
  const Vec2 a = from - centre;
  const Vec2 b = to - centre;
  double turn = std::atan2(cross(a, b), dot(a, b));
  if (turn > within::rounding) turn -= two_pi;
  turn = std::min(turn, 0.0);
  return {from, heading_of(a) - Angle::radians(pi / 2), -turn * norm(a), Angle::radians(turn)};
}

// Round the hole, the metal to the left: of a slot by its outer end where a point lies there, its side, its
// inner end, and out again.
std::vector<Arc> around(const Hole& hole, Vec2 from, Vec2 to) {
  std::vector<Vec2> points{from};
  std::vector<const Vec2*> centres;
  const Vec2 outer = hole.centre + hole.length * hole.way;
  const auto side_of = [&](Vec2 p, Vec2 end) {
    const Vec2 across = hole.half * left_of(hole.way);
    return dot(p - hole.centre, left_of(hole.way)) > 0 ? end + across : end - across;
  };
  if (hole.slot) {
    if (dot(from - outer, hole.way) > 0) {
      points.push_back(side_of(from, outer));
      centres.push_back(&outer);
    }
    points.push_back(side_of(from, hole.centre));
    centres.push_back(nullptr);
    points.push_back(side_of(to, hole.centre));
    centres.push_back(&hole.centre);
    if (dot(to - outer, hole.way) > 0) {
      points.push_back(side_of(to, outer));
      centres.push_back(nullptr);
    }
  }
  points.push_back(to);
  centres.push_back(!hole.slot ? &hole.centre : dot(to - outer, hole.way) > 0 ? &outer : nullptr);
  std::vector<Arc> arcs;
  for (size_t i = 0; i < centres.size(); ++i) {
    if (norm(points[i + 1] - points[i]) < within::rounding * hole.half) continue;
    arcs.push_back(centres[i] ? clockwise(*centres[i], points[i], points[i + 1])
                              : line(points[i], points[i + 1]));
  }
  return arcs;
}

}  // namespace

WalkedOutline walk_round(const Body& body, const Laid& laid, double fit) {
  return Walk(body, laid, fit).round();
}

double cut_reliefs(std::vector<Walked>& all, const Body& body) {
  if (body.relief == Relief::closed || body.thickness == 0) return 0;
  double widest = 0;
  std::vector<bool> gone(all.size());
  std::vector<std::pair<size_t, Walked>> reliefs;
  for (const Notch& notch : notches(all)) {
    const Hole hole = hole_in(notch, all, body);
    Arc& in = all[notch.before].arcs.back();
    Arc& out = all[notch.after].arcs.front();
    const Arc back = reversed(in);
    const Vec2 from = point_at(back, leaves(hole, back, body, all[notch.before].label));
    const double left = leaves(hole, out, body, all[notch.after].label);
    const Vec2 to = point_at(out, left);
    in = line(in.start, from);
    out = line(to, end_of(out));
    for (size_t i = (notch.before + 1) % all.size(); i != notch.after; i = (i + 1) % all.size())
      gone[i] = true;
    reliefs.push_back({notch.before, {"relief", SideKind::free, -1, -1, -1, around(hole, from, to)}});
    widest = std::max(widest, 2 * hole.half);
  }
  std::vector<Walked> kept;
  for (size_t i = 0; i < all.size(); ++i) {
    if (!gone[i]) kept.push_back(all[i]);
    for (const auto& [after, relief] : reliefs) {
      if (after == i) kept.push_back(relief);
    }
  }
  all = std::move(kept);
  return widest;
}

}  // namespace juggler
