#include "lines.h"

#include <algorithm>

namespace juggler {

LineLoop prism(const Bore& bore, const Outline& form) {
  const double sense = signed_area(form) < 0 ? -1 : 1;
  const auto in_space = [bore](Vec2 way) { return way.x * bore.x + way.y * bore.y; };
  LineLoop loop;
  for (const Arc& arc : form) {
    const auto way = [arc](double s) { return direction(heading_at(arc, s).radians()); };
    loop.stretches.push_back({arc.length,
                              [=](double s) {
                                return SpaceLine{bore.origin + in_space(point_at(arc, s)), bore.along};
                              },
                              [=](double s) { return in_space(-sense * left_of(way(s))); },
                              [=](double s, double) { return in_space(way(s)); }});
  }
  loop.outside = [bore, form](Vec3 point) {
    const Vec3 d = point - bore.origin;
    return juggler::outside(form, {dot(d, bore.x), dot(d, bore.y)});
  };
  return loop;
}

namespace {

// Rulings of a layer from one end on.
struct RulingLines {
  WallPiece piece;
  Rim from_rim;
  double sense;  // along the rulings
  double layer;
  Frame stands;

  [[nodiscard]] SpaceLine at(double u) const {
    const Ruling r = piece.ruling(u);
    const Vec3 start = r.c + layer * r.n + from_rim(u).s * r.e;
    return {stands.place(start), stands.way(sense * r.e)};
  }
  // By u, of the point so far along.
  [[nodiscard]] Vec3 moves(double u, double along) const {
    const Ruling r = piece.ruling(u);
    const Cut cut = from_rim(u);
    return stands.way(r.dc + layer * r.dn + cut.ds * r.e + (cut.s + sense * along) * r.de);
  }
};

LineStretch stretch_of(const RulingLines& lines, double from, double to, double width) {
  const double scale = (to - from) / width;
  const auto u = [=](double s) { return s >= width ? to : from + scale * s; };
  return {width, [=](double s) { return lines.at(u(s)); },
          [=](double s) { return lines.stands.way(lines.piece.ruling(u(s)).n); },
          [=](double s, double along) { return scale * lines.moves(u(s), along); }};
}

}  // namespace

BranchLines lines_of(const Neighbour& branch, Face face, double clearance, const std::string& key) {
  const Form& f = *branch.form;
  const bool base = branch.meets == EndName::base;
  const double layer = (face == Face::outside ? f.thickness : 0) + clearance;
  const Rim& far = f.whole_rim(base ? EndName::top : EndName::base);
  const Rim& near = f.whole_rim(branch.meets);
  BranchLines made;
  int count = 0;
  for (const WallPiece& w : f.wall) {
    const RulingLines lines{w, far, base ? -1.0 : 1.0, layer, branch.stands};
    const int parts = std::max(1, static_cast<int>(std::ceil((w.to - w.from) / (pi / 4) - within::same)));
    for (int i = 0; i < parts; ++i) {
      const double a = w.from + (w.to - w.from) * i / parts;
      const double b = i + 1 == parts ? w.to : w.from + (w.to - w.from) * (i + 1) / parts;
      // As wide as it is at either end.
      const double m = (a + b) / 2;
      const double long_way = std::abs(near(m).s - far(m).s);
      const auto across = [&](double far) {
        const Vec3 way = lines.at(m).way;
        const Vec3 moved = lines.moves(m, far);
        return norm(moved - dot(moved, way) * way);
      };
      const double width = (b - a) * std::max(across(0), across(long_way));
      if (width <= within::exact * f.size) continue;  // a sharp corner
      const Ruling r = w.ruling(m);
      if (dot(r.dc + layer * r.dn, cross(r.e, r.n)) < 0)
        throw Refusal({.reason = "is more than a hollow of the other part has room for",
                       .key = key,
                       .found = shown_mm(clearance),
                       .allowed = "less than the inside radius of its bends",
                       .advice = "take less clearance, or a larger radius"});
      made.loop.stretches.push_back(stretch_of(lines, a, b, std::max(width, within::beside * f.size)));
      const SpaceLine one = lines.at(m);
      made.middle.at = made.middle.at + one.at;
      made.middle.way = made.middle.way + one.way;
      ++count;
    }
  }
  made.middle.at = 1.0 / count * made.middle.at;
  made.middle.way = unit(made.middle.way);
  made.loop.from_start = true;
  made.loop.outside = [on = NeighbourFace(prolonged(branch, branch.meets), face, clearance)](Vec3 p) {
    const auto off = on.from(p);
    return off ? off->first : HUGE_VAL;
  };
  return made;
}

}  // namespace juggler
