#include "folded_end.h"

#include <algorithm>

#include "end_face.h"
#include "geom/curve_arcs.h"

namespace juggler {
namespace {

constexpr double face_u = pi / 2;  // from one side of a face to the other: looks are shared out by u

// A face or a bend by the lines along which it is met, from u = 0 on.
struct Stretch {
  std::string name;
  double to = 0;
  std::function<Ruling(double u)> ruling = {};
  std::function<double(double u)> length = {};  ///< from the far end to the end as it was
};

struct Ended {
  const Body& body;
  const FoldedEnds& ends;
  const EndBody& end;
};

// As a wall of its own, its end the top.
Form form_of(const Ended& e, const Stretch& stretch) {
  Form f;
  f.wall = {{0, stretch.to, stretch.ruling}};
  f.base = Rim([](double) { return Cut{0, 0}; });
  f.top = Rim([length = stretch.length](double u) { return Cut{length(u), 0}; });
  f.thickness = e.body.thickness;
  f.neutral_depth = e.body.thickness / 2;
  f.size = e.body.size;
  f.by_plan = false;
  f.profiles.push_back({EndName::base, 0, {}, {1, 0, 0}, {0, 1, 0}, {0, 0, 1}, {}});
  return f;
}

std::vector<RimPiece> rim_of(const Ended& e, const Stretch& stretch) {
  const Form form = form_of(e, stretch);
  EndBody own = e.end;
  own.end = EndName::top;
  try {
    std::vector<RimPiece> rim = rim_on_face(EndOnFace(form, own), 0, stretch.to);
    for (const RimPiece& piece : rim) {
      for (const double u : Series::nodes(piece.from, piece.to)) {
        if (piece.cut(u).s > within::same * e.body.size) continue;
        throw Refusal({.reason = "leaves no metal of this part",
                       .key = e.end.key,
                       .found = e.end.body,
                       .allowed = "some metal along every line",
                       .advice = "make it longer, or move the part away"});
      }
    }
    return rim;
  } catch (const Refusal& refusal) {
    Refusal::Text text = refusal.text();
    text.found += " (" + stretch.name + ")";
    throw Refusal(text);
  }
}

// A face's end: its side, with those beside it.
struct FaceEnd {
  size_t side = 0;
  Vec2 from, to;          // the side
  Vec2 far_from, far_to;  // where the lines along both neighbours begin

  [[nodiscard]] Vec2 start(double share) const { return far_from + share * (far_to - far_from); }
  [[nodiscard]] Vec2 way(double share) const { return from + share * (to - from) - start(share); }
  // By the share.
  [[nodiscard]] Vec2 start_rate() const { return far_to - far_from; }
  [[nodiscard]] Vec2 way_rate() const { return to - from - start_rate(); }
  [[nodiscard]] Vec2 line(double share) const { return 1 / norm(way(share)) * way(share); }
  [[nodiscard]] Vec2 line_rate(double share) const {
    const Vec2 e = line(share);
    return 1 / norm(way(share)) * (way_rate() - dot(way_rate(), e) * e);
  }
};

FaceEnd end_of_face(const BodyFace& p, size_t side) {
  const size_t n = p.corners.size();
  const auto corner = [&](size_t k) { return p.corners[k % n]; };
  return {side, corner(side), corner(side + 1), corner(side + n - 1), corner(side + 2)};
}

// (14)
Stretch stretch_of(const BodyFace& p, const FaceEnd& f) {
  const auto in_space = [p](Vec2 v) { return v.x * p.x + v.y * p.y; };
  const auto ruling = [=](double u) {
    const double share = u / face_u;
    return Ruling{p.at(f.start(share)),
                  in_space(f.line(share)),
                  p.normal,
                  1 / face_u * in_space(f.start_rate()),
                  1 / face_u * in_space(f.line_rate(share)),
                  {}};
  };
  return {p.name, face_u, ruling, [=](double u) { return norm(f.way(u / face_u)); }};
}

// (15): from the end that is not cut; u is what it has turned from its first face.
Stretch stretch_of(const Body& body, const BendZone& zone, bool low) {
  const ZoneCut far = low ? zone.high : zone.low;
  const ZoneCut near = low ? zone.low : zone.high;
  // One base for all lines: the far end may be cut itself.
  const double start = far(0);
  const auto ruling = [=, &body](double u) {
    Ruling r = zone_ruling(body, zone, u, start, 0);
    if (low) r.e = Vec3{} - r.e;
    return r;
  };
  const BodyFace& other = body.faces[static_cast<size_t>(zone.face_b)];
  return {"the bend at " + other.name, std::abs(zone.angle.radians()), ruling,
          [=](double u) { return (low ? -1 : 1) * (near(u) - start); }};
}

// (16): the curve on a face in arcs, in the face's frame.
FittedArcs arcs_of(const Ended& e, const FaceEnd& f, const std::vector<RimPiece>& rim) {
  std::vector<CurveStretch> stretches;
  for (const RimPiece& piece : rim) {
    const auto at = [&f, &piece](double u) {
      const double share = u / face_u;
      return f.start(share) + piece.cut(u).s * f.line(share);
    };
    const auto way = [&f, &piece](double u) {
      const double share = u / face_u;
      const Cut cut = piece.cut(u);
      return 1 / face_u * (f.start_rate() + cut.s * f.line_rate(share)) + cut.ds * f.line(share);
    };
    const double length = integral([&](double u) { return norm(way(u)); }, piece.from, piece.to, 1,
                                   within::quadrature * e.body.size);
    const Curve curve{piece.from, piece.to, at, [way](double u) { return heading_of(way(u)); }};
    stretches.push_back({curve, length});
  }
  return fit_stretches(stretches, e.body.size, e.ends.fit);
}

std::string name_of_end(const Body& body, EndName end) {
  const auto names = names_of_ends(body);
  return end == EndName::base ? names.first : names.second;
}

// The body while one of its ends is cut.
class Cutting {
 public:
  Cutting(Body& body, const FoldedEnds& ends, const EndBody& end)
      : body_(body), whole_(body), e_{whole_, ends, end}, name_(name_of_end(whole_, end.end)) {}

  void cut() {
    check();
    cut_zones();
    for (size_t i = 0; i < body_.faces.size(); ++i) {
      if (const auto side = end_side(i)) cut_face(i, *side);
    }
    restart_zones();
  }

 private:
  void check() const {
    bool found = false;
    for (size_t i = 0; i < whole_.faces.size(); ++i) {
      if (whole_.faces[i].flange && whole_.faces[i].name.starts_with("flange " + name_))
        refuse("cuts an end that has a flange", "leave the flange out, or make it a part of its own");
      found = found || end_side(i);
    }
    if (!found) refuse("cuts an end that has no free edge", "leave its face out, or cut the other end");
    for (const BendZone& z : whole_.zones) {
      if ((cut_end(z) != 0) != end_side(static_cast<size_t>(z.face_b)).has_value())
        refuse("cuts an end of which some faces have no edge", "cut the other end");
    }
  }
  [[noreturn]] void refuse(const std::string& reason, const std::string& advice) const {
    throw Refusal({.reason = reason,
                   .key = e_.end.key,
                   .found = "the " + std::string(name_of(e_.end.end)) + ", for " + e_.end.body,
                   .allowed = "an end whose faces end in free edges",
                   .advice = advice});
  }

  [[nodiscard]] bool is_end(const FaceSide& s) const { return s.kind == SideKind::free && s.name == name_; }
  [[nodiscard]] std::optional<size_t> end_side(size_t face) const {
    const auto& sides = whole_.faces[face].sides;
    const auto found = std::find_if(sides.begin(), sides.end(), [&](const FaceSide& s) { return is_end(s); });
    if (found == sides.end()) return std::nullopt;
    return static_cast<size_t>(found - sides.begin());
  }

  // At which of its ends a zone is cut: below 0 the low one, above 0 the high one.
  [[nodiscard]] int cut_end(const BendZone& z) const {
    const auto& sides = whole_.faces[static_cast<size_t>(z.face_a)].sides;
    const size_t n = sides.size();
    const auto k = static_cast<size_t>(z.side_a);
    if (is_end(sides[(k + n - 1) % n])) return -1;
    return is_end(sides[(k + 1) % n]) ? 1 : 0;
  }

  void cut_zones() {
    for (size_t i = 0; i < body_.zones.size(); ++i) {
      const BendZone& z = whole_.zones[i];
      const int end = cut_end(z);
      if (end == 0 || z.angle.radians() == 0) continue;
      const double start = end < 0 ? z.high(0) : z.low(0);
      ZoneCut made;
      made.rim = Rim(rim_of(e_, stretch_of(whole_, z, end < 0)));
      made.from = start;
      made.sense = end < 0 ? -1 : 1;
      (end < 0 ? body_.zones[i].low : body_.zones[i].high) = std::move(made);
    }
  }

  void cut_face(size_t i, size_t side) {
    const BodyFace& whole = whole_.faces[i];
    const FaceEnd f = end_of_face(whole, side);
    if (norm(f.to - f.from) <= within::exact * whole_.size) return move_corners(i, side, f);
    const FittedArcs fitted = arcs_of(e_, f, rim_of(e_, stretch_of(whole, f)));
    body_.fit_error = std::max(body_.fit_error, fitted.error);
    if (dot(end_of(fitted.arcs.back()) - fitted.arcs.front().start, f.to - f.from) <= 0)
      refuse("lies past the place where the sides of " + whole.name + " run together",
             "move the part nearer, or make this end wider");
    BodyFace made = whole;
    made.corners.clear();
    made.sides.clear();
    std::vector<int> now;
    const size_t n = whole.corners.size();
    for (size_t k = 0; k < n; ++k) {
      now.push_back(static_cast<int>(made.sides.size()));
      if (k == side) {
        for (const Arc& arc : fitted.arcs) {
          made.corners.push_back(arc.start);
          made.sides.push_back(whole.sides[k]);
          made.sides.back().turn = arc.turn;
        }
      } else {
        made.corners.push_back(k == (side + 1) % n ? end_of(fitted.arcs.back()) : whole.corners[k]);
        made.sides.push_back(whole.sides[k]);
      }
    }
    body_.faces[i] = std::move(made);
    renumber(static_cast<int>(i), static_cast<int>(side), now);
  }

  // A face of no width, between two arcs of a profile.
  void move_corners(size_t i, size_t side, const FaceEnd& f) {
    const Stretch stretch = stretch_of(whole_.faces[i], f);
    const double s = rim_of(e_, stretch).front().cut(0).s;
    BodyFace& face = body_.faces[i];
    face.corners[side] = f.start(0) + s * f.line(0);
    face.corners[(side + 1) % face.corners.size()] = f.start(1) + s * f.line(1);
    drop_rim(static_cast<int>(i), static_cast<int>(side));
  }

  void renumber(int face, int side, const std::vector<int>& now) {
    drop_rim(face, side);
    const auto move = [&](int of, int& k) {
      if (of == face) k = now[static_cast<size_t>(k)];
    };
    for (BendZone& z : body_.zones) {
      move(z.face_a, z.side_a);
      move(z.face_b, z.side_b);
    }
    for (Joint& j : body_.joints) {
      move(j.face_a, j.side_a);
      move(j.face_b, j.side_b);
    }
    for (AskedSide& rim : body_.rims) move(rim.face, rim.side);
  }
  // It lies in no plane any more.
  void drop_rim(int face, int side) {
    std::erase_if(body_.rims, [&](const AskedSide& r) { return r.face == face && r.side == side; });
  }

  // Distances along a zone count from its first face's corner, which may have moved.
  void restart_zones() {
    for (size_t i = 0; i < body_.zones.size(); ++i) {
      BendZone& z = body_.zones[i];
      const BendZone& old = whole_.zones[i];
      const auto start = [](const Body& body, const BendZone& zone) {
        const BodyFace& a = body.faces[static_cast<size_t>(zone.face_a)];
        return a.at(a.corners[static_cast<size_t>(zone.side_a)]);
      };
      const double moved = dot(start(body_, z) - start(whole_, old), z.axis);
      z.low.from -= moved;
      z.high.from -= moved;
    }
  }

  Body& body_;
  const Body whole_;
  Ended e_;
  std::string name_;
};

}  // namespace

std::pair<std::string, std::string> names_of_ends(const Body& body) {
  if (body.lie == Lie::profile) return {"run start", "run end"};
  return {"base", "top"};
}

Body ended_by(Body body, const FoldedEnds& ends) {
  for (size_t i = 0; i < ends.bodies.size(); ++i) {
    const EndBody& end = ends.bodies[i];
    for (size_t k = 0; k < i; ++k) {
      if (ends.bodies[k].end == end.end)
        throw Refusal({.reason = "cuts an end of a folded part that another body cuts already",
                       .key = end.key,
                       .found = end.body + " beside " + ends.bodies[k].body,
                       .allowed = "one body for each end"});
    }
    Cutting(body, ends, end).cut();
  }
  body.bodies = ends.bodies;
  return body;
}

}  // namespace juggler
