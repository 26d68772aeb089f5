#include "formed_openings.h"

#include <algorithm>

#include "figures.h"

namespace juggler {
namespace {

const OpeningGroup& group_of(const Blank& b, const BlankOpening& o) {
  return b.groups[static_cast<size_t>(o.group)];
}

// The form as it should lie, arc by arc, whichever way round the outline runs.
double off_as_laid(const BlankOpening& o, const OpeningGroup& g) {
  const Placing place{o.mirrored, o.heading + Angle::radians(o.mirrored ? pi : 0), o.centre};
  Outline asked = placed(g.loops[static_cast<size_t>(o.loop)], place);
  if (o.mirrored) asked = reversed(asked);
  if (asked.size() != o.outline.size()) return NAN;
  double worst = 0;
  for (size_t i = 0; i < asked.size(); ++i) {
    worst = worse({worst, norm(asked[i].start - o.outline[i].start),
                   norm(end_of(asked[i]) - end_of(o.outline[i])),
                   std::abs(asked[i].length - o.outline[i].length)});
  }
  return worst;
}

double off_place(const BlankOpening& o, const FormedPlace& formed) {
  if (!o.on_wall) return 0;
  const auto p = formed(o.centre);
  if (!p) return NAN;
  const double radius = std::hypot(p->at.x, p->at.y);
  return norm(p->at -
              Vec3{radius * std::cos(o.plan.radians()), radius * std::sin(o.plan.radians()), o.height});
}

// How far a point in space lies outside what a hole is cut for.
using OffBody = std::function<double(Vec3)>;
OffBody off_body(const BlankOpening& o, const OpeningGroup& g) {
  if (o.outside) return o.outside;
  return [&form = g.loops[static_cast<size_t>(o.loop)], &bore = *o.bore](Vec3 p) {
    const Vec3 d = p - bore.origin;
    return outside(form, {dot(d, bore.x), dot(d, bore.y)});
  };
}

// Where arcs meet they lie on the bore itself; in between they were fitted.
struct OffBore {
  double joints = 0;
  double all = 0;
};
// Of a notch what lies on the metal counts, but for places on its very edge.
OffBore off_bore(const BlankOpening& o, const OpeningGroup& g, const FormedPlace& formed, double inside,
                 double outside, const Outline* metal, double near) {
  const OffBody body = off_body(o, g);
  OffBore off;
  constexpr int looks = 8;
  for (const Arc& arc : o.outline) {
    for (int i = 0; i < looks; ++i) {
      const Vec2 place = point_at(arc, arc.length * i / looks);
      if (metal && (!contains(*metal, place) || distance(*metal, place) <= near)) continue;
      const auto p = formed(place);
      const auto [low, high] = p && p->faces ? *p->faces : std::pair{inside, outside};
      const double here =
          p ? off_contact([&](double layer) { return body(p->at + layer * p->normal); }, g.contact, low, high)
            : NAN;
      if (i == 0) off.joints = worse(off.joints, here);
      off.all = worse(off.all, here);
    }
  }
  return off;
}

// What notches leave of the outline runs along it or along them, and not within one.
double off_outline(const Blank& b) {
  if (b.notches.empty()) return 0;
  const Outline whole = whole_outline(b);
  double worst = 0;
  for (const Arc& arc : b.notched) {
    for (const double share : {0.0, 0.5}) {
      const Vec2 p = point_at(arc, share * arc.length);
      double off = distance(whole, p);
      for (const BlankOpening& o : b.notches) off = std::min(off, distance(o.outline, p));
      worst = std::max(worst, off);
    }
  }
  for (const BlankOpening& o : b.notches) {
    for (const Arc& arc : b.notched) {
      const Vec2 p = point_at(arc, arc.length / 2);
      if (contains(o.outline, p)) worst = std::max(worst, distance(o.outline, p));
    }
  }
  return worst;
}

}  // namespace

OpeningProof prove_openings(const Blank& blank, const FormedPlace& formed, double inside, double outside) {
  OpeningProof p;
  const double exact = within::same * blank.size;
  const auto look = [&](const BlankOpening& o, const Outline* metal) {
    if (o.group < 0) return;
    const OpeningGroup& g = group_of(blank, o);
    const bool through = o.bore || o.outside;
    const OffBore bore = through ? off_bore(o, g, formed, inside, outside, metal, exact) : OffBore{};
    const double place = metal ? 0 : off_place(o, formed);
    const double off = through ? bore.joints : worse(off_as_laid(o, g), place);
    p.mismatch = worse({p.mismatch, off, bore.all - g.fit_error});
    p.passed = p.passed && off <= exact + g.chord_error && bore.all <= exact + g.fit_error;
  };
  for (const BlankOpening& o : blank.openings) look(o, nullptr);
  const Outline metal = bare_outline(blank);
  for (const BlankOpening& o : blank.notches) look(o, &metal);
  // What is cut out lies on a grid where an arc ends all but on another.
  constexpr double grid = 4e-6;  // mm
  const double off = std::max(0.0, off_outline(blank) - grid);
  p.mismatch = worse(p.mismatch, off);
  p.passed = p.passed && off <= exact;
  return p;
}

FormedWall::FormedWall(const std::vector<FlatPanel>& panels, const FormedRuling& first) {
  std::vector<double> us;
  for (const FlatPanel& p : panels) {
    for (const double u : Series::nodes(p.from, p.to)) us.push_back(u);
  }
  std::sort(us.begin(), us.end());
  const std::vector<FormedRuling> rulings = form_again(panels, first, us);
  for (const FlatPanel& p : panels) {
    std::vector<FormedRuling> own;
    for (const double u : Series::nodes(p.from, p.to))
      own.push_back(rulings[static_cast<size_t>(std::lower_bound(us.begin(), us.end(), u) - us.begin())]);
    const auto series = [&](double (*value)(const FormedRuling&)) {
      std::vector<double> values;
      for (const FormedRuling& r : own) values.push_back(value(r));
      return Series::fit(p.from, p.to, values);
    };
    panels_.push_back({&p, series([](const FormedRuling& r) { return r.base.x; }),
                       series([](const FormedRuling& r) { return r.base.y; }),
                       series([](const FormedRuling& r) { return r.base.z; }),
                       series([](const FormedRuling& r) { return r.e.x; }),
                       series([](const FormedRuling& r) { return r.e.y; }),
                       series([](const FormedRuling& r) { return r.e.z; }),
                       series([](const FormedRuling& r) { return r.n.x; }),
                       series([](const FormedRuling& r) { return r.n.y; }),
                       series([](const FormedRuling& r) { return r.n.z; })});
    constexpr int parts = 8;
    for (int i = 0; i < parts; ++i) {
      const double from = p.from + (p.to - p.from) * i / parts;
      const double to = i + 1 == parts ? p.to : p.from + (p.to - p.from) * (i + 1) / parts;
      stretches_.push_back({panels_.size() - 1, from, to, p.base(from), direction(p.heading(from)),
                            p.base(to), direction(p.heading(to))});
    }
  }
}

double FormedWall::aside(const FlatPanel& panel, double u, Vec2 p) const {
  const auto [base, heading] = panel.ruling(u);
  return cross(direction(heading), p - base);
}

namespace {

// Where a function that is all but linear, and known at two places on either side, is 0.
double crossing(const std::function<double(double)>& f, double from, double at_from, double to,
                double at_to) {
  double u = from, v = to, fu = at_from, fv = at_to;
  for (int i = 0; i < 6 && fv != fu; ++i) {
    const double w = v - fv * (v - u) / (fv - fu);
    if (!(w >= from && w <= to)) break;
    if (std::abs(w - v) <= 4 * within::digit * std::max(std::abs(w), std::abs(to - from))) return w;
    u = v;
    fu = fv;
    v = w;
    fv = f(w);
    if (fv == 0) return v;
  }
  return root(f, from, to);
}

}  // namespace

// The stretch whose first and last ruling have the point between them, and of several the one on whose metal
// it lies.
std::optional<FormedWall::Place> FormedWall::place_of(Vec2 p) const {
  std::optional<Place> best;
  double farthest = HUGE_VAL;
  const size_t first = last_;
  for (size_t i = 0; i < stretches_.size(); ++i) {
    const size_t k = (first + i) % stretches_.size();  // neighbours are asked for one after the other
    const Stretch& stretch = stretches_[k];
    const double a = cross(stretch.from_way, p - stretch.from_base);
    const double b = cross(stretch.to_way, p - stretch.to_base);
    // On a line between two stretches rounding may put it within neither.
    const double near = within::rounding * (norm(p - stretch.from_base) + norm(p - stretch.to_base));
    if (a * b > 0 && std::min(std::abs(a), std::abs(b)) > near) continue;
    const FlatPanel& f = *panels_[stretch.panel].flat;
    const double u = std::abs(a) <= near ? stretch.from
                     : std::abs(b) <= near
                         ? stretch.to
                         : crossing([&](double v) { return aside(f, v, p); }, stretch.from, a, stretch.to, b);
    const auto [base, heading] = f.ruling(u);
    const double s = dot(p - base, direction(heading));
    const double length = norm(f.top(u) - base);
    const double beyond = std::max({0.0, -s, s - length});
    if (beyond >= farthest) continue;
    farthest = beyond;
    best = Place{stretch.panel, u, s};
    last_ = k;
    if (beyond == 0) break;
  }
  return best;
}

FormedAt FormedWall::at(const Place& place) const {
  const Panel& panel = panels_[place.panel];
  const double u = place.u;
  const auto v = Series::together<9>(
      {&panel.x, &panel.y, &panel.z, &panel.ex, &panel.ey, &panel.ez, &panel.nx, &panel.ny, &panel.nz}, u);
  const Vec3 along{v[3], v[4], v[5]};
  return {Vec3{v[0], v[1], v[2]} + place.s * along, {v[6], v[7], v[8]}, along};
}

std::optional<FormedAt> FormedWall::at(Vec2 p) const {
  const auto place = place_of(p);
  return place ? std::optional(at(*place)) : std::nullopt;
}

Wall FormedWall::rulings() const {
  Wall wall;
  for (const Panel& panel : panels_) {
    wall.push_back({panel.flat->from, panel.flat->to, [panel](double u) {
                      return Ruling{{panel.x(u), panel.y(u), panel.z(u)},
                                    {panel.ex(u), panel.ey(u), panel.ez(u)},
                                    {panel.nx(u), panel.ny(u), panel.nz(u)},
                                    {},
                                    {},
                                    {}};
                    }});
  }
  return wall;
}

double FormedWall::length(double u) const {
  const auto panel =
      std::find_if(panels_.begin(), panels_.end() - 1, [&](const Panel& p) { return u <= p.flat->to; });
  return norm(panel->flat->top(u) - panel->flat->base(u));
}

namespace {

// Newton's steps on one patch from its node nearest to the point; the derivatives need not be exact.
std::optional<std::pair<double, double>> on_patch(const StretchPatch& patch, Vec2 p, double u, double v,
                                                  double little) {
  const double wide = patch.u_to - patch.u_from;
  const double high = patch.v_to - patch.v_from;
  double off = HUGE_VAL;
  for (int i = 0; i < 30; ++i) {
    const Vec2 now = place_on(patch, u, v) - p;
    const double before = off;
    off = norm(now);
    if (off == 0 || (i > 4 && off >= before)) break;
    constexpr double step = 1e-5;
    const double hu = u + step * wide > patch.u_to ? -step * wide : step * wide;
    const double hv = v + step * high > patch.v_to ? -step * high : step * high;
    const Vec2 du = 1 / hu * (place_on(patch, u + hu, v) - p - now);
    const Vec2 dv = 1 / hv * (place_on(patch, u, v + hv) - p - now);
    const double det = cross(du, dv);
    if (det == 0) return std::nullopt;
    u = std::clamp(u - cross(now, dv) / det, patch.u_from - 0.02 * wide, patch.u_to + 0.02 * wide);
    v = std::clamp(v - cross(du, now) / det, patch.v_from - 0.02 * high, patch.v_to + 0.02 * high);
  }
  const bool within = u >= patch.u_from - little * wide && u <= patch.u_to + little * wide &&
                      v >= patch.v_from - little * high && v <= patch.v_to + little * high;
  return within && off < within::beside * norm(patch.at.front() - patch.at.back())
             ? std::optional(std::pair{u, v})
             : std::nullopt;
}

}  // namespace

std::optional<std::pair<double, double>> parameters_of(const std::vector<StretchPatch>& patches, Vec2 p,
                                                       double beside) {
  struct Near {
    double distance = 0;
    const StretchPatch* patch = nullptr;
    size_t node = 0;
  };
  std::vector<Near> near;
  for (const StretchPatch& patch : patches) {
    const auto nearest = std::min_element(patch.at.begin(), patch.at.end(),
                                          [&](Vec2 a, Vec2 b) { return norm(a - p) < norm(b - p); });
    near.push_back({norm(*nearest - p), &patch, static_cast<size_t>(nearest - patch.at.begin())});
  }
  std::sort(near.begin(), near.end(), [](const Near& a, const Near& b) { return a.distance < b.distance; });
  if (near.size() > 6) near.resize(6);
  for (const Near& n : near) {
    const std::vector<double> us = Series::nodes(n.patch->u_from, n.patch->u_to);
    const std::vector<double> vs = Series::nodes(n.patch->v_from, n.patch->v_to);
    if (const auto at = on_patch(*n.patch, p, us[n.node / vs.size()], vs[n.node % vs.size()], beside))
      return at;
  }
  return std::nullopt;
}

}  // namespace juggler
