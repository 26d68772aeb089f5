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
      const auto across = [&](double along) {
        const Vec3 way = lines.at(m).way;
        const Vec3 moved = lines.moves(m, along);
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

namespace {

// A line across a curved wall where it comes through both faces of the main.
struct Through {
  Vec3 first, second;
  Vec3 normal;  // at the first
};

// One chart of a curved branch and the main that it goes through.
class CurvedThrough {
 public:
  CurvedThrough(const PartWall& main, const Neighbour& branch, const Chart& chart, double layer,
                const Named& named)
      : main_(main), branch_(branch), w_(*chart.curved), layer_(layer), named_(named) {
    const std::vector<double>& vs = w_.surface.vs;
    const bool base = branch.meets == EndName::base;
    far_ = base ? vs.back() : vs.front();
    near_ = base ? vs.front() : vs.back();
  }

  [[nodiscard]] Vec3 point(double u, double v) const {
    const SurfacePoint p = w_.surface.point(u, v);
    return branch_.stands.place(p.at + layer_ * unit(cross(p.du, p.dv)));
  }
  [[nodiscard]] Vec3 normal(double u, double v) const {
    const SurfacePoint p = w_.surface.point(u, v);
    return branch_.stands.way(unit(cross(p.du, p.dv)));
  }
  [[nodiscard]] Through at(double u) const {
    const double a = met(u, outside_layer);
    const double b = met(u, inside_layer);
    const bool outside_first = std::abs(a - far_) <= std::abs(b - far_);
    const double first = outside_first ? a : b;
    const double second = outside_first ? b : a;
    Through t{point(u, first), point(u, second), normal(u, first)};
    if (norm(t.second - t.first) > within::exact * main_.size) return t;
    // A main without thickness: along the line.
    const double step = within::little * (near_ - far_);
    t.second = t.first + unit(point(u, first + step) - point(u, first - step));
    return t;
  }

 private:
  [[nodiscard]] double met(double u, const WallLayer& layer) const {
    const auto off = [&](double v) {
      const auto foot = foot_of(main_, point(u, v), layer);
      return foot ? foot->off - layer.on(main_.charts[foot->chart]) : HUGE_VAL;
    };
    constexpr int looks = 48;
    const double inwards = within::beside * (near_ - far_);  // a pole has no normal
    double before = far_ + inwards;
    double at_before = off(before);
    for (int i = 1; i <= looks; ++i) {
      const double v = far_ + (near_ - far_) * i / looks;
      const double now = off(v);
      if (at_before < HUGE_VAL && now < HUGE_VAL && (at_before > 0) != (now > 0))
        return root(off, std::min(before, v), std::max(before, v));
      before = v;
      at_before = now;
    }
    throw Refusal({.reason = named_.name + " does not go through this part all round",
                   .key = named_.key,
                   .found = branch_.name,
                   .advice = "move it on, until its end lies within on all sides"});
  }

  const PartWall& main_;
  const Neighbour& branch_;
  const CurvedWall& w_;
  double layer_;
  const Named& named_;
  double far_ = 0, near_ = 0;
};

// Places by u, in series.
struct VecSeries {
  Series x, y, z;
  [[nodiscard]] Vec3 operator()(double u) const { return {x(u), y(u), z(u)}; }
  [[nodiscard]] VecSeries derivative() const { return {x.derivative(), y.derivative(), z.derivative()}; }
  [[nodiscard]] double tail() const { return std::max({x.tail(), y.tail(), z.tail()}); }
};
VecSeries series_of(double from, double to, const std::vector<Vec3>& values) {
  const auto fit = [&](double Vec3::*part) {
    std::vector<double> own;
    for (const Vec3& v : values) own.push_back(v.*part);
    return Series::fit(from, to, own);
  };
  return {fit(&Vec3::x), fit(&Vec3::y), fit(&Vec3::z)};
}

// (19)
struct ChordStretch {
  double from = 0, to = 0;
  VecSeries first, second, normal;
  double back = 0;

  [[nodiscard]] SpaceLine line(double u) const {
    const Vec3 a = first(u);
    const Vec3 way = unit(second(u) - a);
    return {a - back * way, way};
  }
  [[nodiscard]] Vec3 moves(double u, double along, const VecSeries& d_first,
                           const VecSeries& d_second) const {
    const Vec3 d = second(u) - first(u);
    const Vec3 way = unit(d);
    const Vec3 rate = d_second(u) - d_first(u);
    const Vec3 turning = 1 / norm(d) * (rate - dot(rate, way) * way);
    return d_first(u) + (along - back) * turning;
  }
};

LineStretch stretch_of(const ChordStretch& chords) {
  const double m = (chords.from + chords.to) / 2;
  const VecSeries d_first = chords.first.derivative();
  const VecSeries d_second = chords.second.derivative();
  const double width = (chords.to - chords.from) * norm(chords.moves(m, chords.back, d_first, d_second));
  const double scale = (chords.to - chords.from) / width;
  const auto u = [=](double s) { return s >= width ? chords.to : chords.from + scale * s; };
  return {width, [=](double s) { return chords.line(u(s)); },
          [=](double s) {
            const Vec3 way = chords.line(u(s)).way;
            const Vec3 n = chords.normal(u(s));
            return unit(n - dot(n, way) * way);
          },
          [=](double s, double along) { return scale * chords.moves(u(s), along, d_first, d_second); }};
}

}  // namespace

BranchLines chords_of(const PartWall& main, const Neighbour& branch, Face face, double clearance,
                      const Named& named) {
  BranchLines made;
  const NeighbourFace on(prolonged(branch, branch.meets), face, clearance);
  made.loop.outside = [on](Vec3 p) {
    const auto off = on.from(p);
    return off ? off->first : HUGE_VAL;
  };
  for (const Chart& chart : branch.wall.charts) {
    const double layer = (face == Face::outside ? chart.outside : chart.inside) + clearance;
    const CurvedThrough through(main, branch, chart, layer, named);
    const std::function<void(double, double, int)> add = [&](double from, double to, int depth) {
      std::vector<Vec3> first, second, normals;
      for (const double u : Series::nodes(from, to)) {
        const Through t = through.at(u);
        first.push_back(t.first);
        second.push_back(t.second);
        normals.push_back(t.normal);
        made.off = std::max(made.off, std::abs(made.loop.outside(0.5 * (t.first + t.second))));
      }
      const ChordStretch chords{from,
                                to,
                                series_of(from, to, first),
                                series_of(from, to, second),
                                series_of(from, to, normals),
                                main.thickness};
      constexpr int deepest = 8;
      const double lacks = std::max(chords.first.tail(), chords.second.tail());
      if (depth < deepest && lacks > 0.1 * within::same * main.size) {
        add(from, (from + to) / 2, depth + 1);
        add((from + to) / 2, to, depth + 1);
        return;
      }
      made.loop.stretches.push_back(stretch_of(chords));
    };
    const std::vector<double>& us = chart.curved->surface.us;
    for (size_t i = 0; i + 1 < us.size(); ++i) add(us[i], us[i + 1], 0);
  }
  const LineStretch& last = made.loop.stretches.back();
  const SpaceLine begin = made.loop.stretches.front().line(0);
  if (norm(last.line(last.length).at - begin.at) > within::beside * main.size)
    throw Refusal({.reason = named.name + " is fitted to a part that does not close",
                   .key = named.key,
                   .found = branch.name,
                   .allowed = "a closed wall",
                   .advice = "bore or lay the opening"});
  for (const LineStretch& s : made.loop.stretches) {
    const SpaceLine one = s.line(s.length / 2);
    made.middle.at = made.middle.at + 1.0 / static_cast<double>(made.loop.stretches.size()) * one.at;
    made.middle.way = made.middle.way + one.way;
  }
  made.middle.way = unit(made.middle.way);
  // Of a wall that bulges towards it the middle of its lines' starts lies behind.
  made.middle.at = made.middle.at - branch.wall.size * made.middle.way;
  made.loop.from_start = true;
  return made;
}

}  // namespace juggler
