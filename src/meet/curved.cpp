// Walls that are stretched to form them: met by lines, and found on the flat, by Newton's steps in both
// parameters from a grid of looks.
#include <algorithm>
#include <array>

#include "charts.h"

namespace juggler {
namespace {

constexpr size_t per_stretch = 6;  // along each stretch of either parameter

std::vector<double> places(const std::vector<double>& breaks) {
  std::vector<double> all{breaks.front()};
  for (size_t i = 0; i + 1 < breaks.size(); ++i) {
    for (size_t k = 1; k <= per_stretch; ++k)
      all.push_back(breaks[i] + (breaks[i + 1] - breaks[i]) * static_cast<double>(k) / per_stretch);
  }
  return all;
}

// Newton's steps for two equations, within the wall's parameters; nothing where they lead nowhere.
struct Step {
  double f = 0, g = 0;                        // what is to be 0, mm
  double f_u = 0, f_v = 0, g_u = 0, g_v = 0;  // and its derivatives
};
std::optional<std::pair<double, double>> solved(const CurvedWall& w, std::pair<double, double> about,
                                                const std::function<Step(double, double)>& step) {
  const auto& [us, vs] = std::tie(w.surface.us, w.surface.vs);
  double u = std::clamp(about.first, us.front(), us.back());
  double v = std::clamp(about.second, vs.front(), vs.back());
  constexpr int tries = 40;
  double last = HUGE_VAL;
  for (int i = 0; i < tries; ++i) {
    const Step s = step(u, v);
    const double off = std::hypot(s.f, s.g);
    const double det = s.f_u * s.g_v - s.f_v * s.g_u;
    if (off <= within::quadrature * w.surface.size ||
        (i > 6 && off >= last && off <= within::exact * w.surface.size))
      return std::pair{u, v};
    if (det == 0 || std::isnan(off)) return std::nullopt;
    last = off;
    // No farther than a tenth of the wall at a time.
    const double du = -(s.f * s.g_v - s.g * s.f_v) / det;
    const double dv = -(s.g * s.f_u - s.f * s.g_u) / det;
    const double most =
        std::max({std::abs(du) / (us.back() - us.front()), std::abs(dv) / (vs.back() - vs.front()), 0.1});
    u = std::clamp(u + 0.1 / most * du, us.front(), us.back());
    v = std::clamp(v + 0.1 / most * dv, vs.front(), vs.back());
  }
  return last <= within::exact * w.surface.size ? std::optional(std::pair{u, v}) : std::nullopt;
}

// Where a line passes through a triangle: its shares of the second and third corner.
std::optional<std::pair<double, double>> through(const SpaceLine& line, Vec3 a, Vec3 b, Vec3 c) {
  const Vec3 ab = b - a;
  const Vec3 ac = c - a;
  const Vec3 p = cross(line.way, ac);
  const double det = dot(ab, p);
  if (det == 0) return std::nullopt;
  const double beta = dot(line.at - a, p) / det;
  const double gamma = dot(line.way, cross(line.at - a, ab)) / det;
  // The wall bulges beyond its triangles.
  constexpr double more = 0.2;
  if (beta < -more || gamma < -more || beta + gamma > 1 + more) return std::nullopt;
  return std::pair{beta, gamma};
}

Vec3 square_to(Vec3 way) {
  const Vec3 other = std::abs(way.x) < 0.6 ? Vec3{1, 0, 0} : Vec3{0, 1, 0};
  const Vec3 square = cross(way, other);
  return 1 / norm(square) * square;
}

}  // namespace

namespace {

Chart chart_on(CurvedWall w, int piece, const Placing& placing) {
  const std::vector<double> us = places(w.surface.us);
  const std::vector<double> vs = places(w.surface.vs);
  w.in_row = vs.size();
  for (const double u : us) {
    for (const double v : vs) w.looks.push_back({u, v, w.surface.point(u, v).at, w.flat(u, v).at});
  }
  Chart c;
  c.piece = piece;
  c.from = us.front();
  c.to = us.back();
  c.ends = [low = vs.front(), high = vs.back()](double) { return std::pair{low, high}; };
  c.placing = placing;
  c.curved = std::make_shared<const CurvedWall>(std::move(w));
  return c;
}

// A place of a map of two parameters, and how it moves with them.
template <typename Place>
struct Moved {
  Place at, du, dv;
};

// Beyond the parameters' range straight on, so that it runs smoothly over the edge.
template <typename Place>
Moved<Place> straight_on(const std::function<Moved<Place>(double, double)>& map,
                         const std::vector<double>& us, const std::vector<double>& vs, double u, double v) {
  const double un = std::clamp(u, us.front(), us.back());
  const double vn = std::clamp(v, vs.front(), vs.back());
  const Moved<Place> edge = map(un, vn);
  if (u == un && v == vn) return edge;
  // How the ways change along the edge, where it is passed.
  const double h = within::step * (us.back() - us.front());
  const double k = within::step * (vs.back() - vs.front());
  const auto slope = [](Place low, Place high, double apart) { return 1 / apart * (high - low); };
  const double ua = std::max(un - h, us.front()), ub = std::min(un + h, us.back());
  const double va = std::max(vn - k, vs.front()), vb = std::min(vn + k, vs.back());
  const Place mixed = u != un ? slope(map(un, va).du, map(un, vb).du, vb - va)
                              : slope(map(ua, vn).dv, map(ub, vn).dv, ub - ua);
  const double past_u = u - un, past_v = v - vn;
  return {edge.at + past_u * edge.du + past_v * edge.dv + past_u * past_v * mixed, edge.du + past_v * mixed,
          edge.dv + past_u * mixed};
}

}  // namespace

Chart chart_of(const StretchedPiece& stretched, double thickness, int piece, const Placing& placing) {
  CurvedWall w{stretched.curved.surface,
               [flat = stretched.flat](double u, double v) { return flat.at(u, v); }};
  Chart c = chart_on(std::move(w), piece, placing);
  c.inside = -thickness / 2;
  c.outside = thickness / 2;
  return c;
}

Chart prolonged(const Chart& curved) {
  const auto whole = curved.curved;
  constexpr double wide = 2;  // as much again on either side, twice
  const auto beyond = [](std::vector<double> breaks) {
    const double more = wide * (breaks.back() - breaks.front());
    breaks.insert(breaks.begin(), breaks.front() - more);
    breaks.push_back(breaks.back() + more);
    return breaks;
  };
  CurvedWall w;
  w.surface = whole->surface;
  w.surface.us = beyond(whole->surface.us);
  w.surface.vs = beyond(whole->surface.vs);
  w.surface.point = [whole](double u, double v) {
    const auto map = [&](double a, double b) {
      const SurfacePoint p = whole->surface.point(a, b);
      return Moved<Vec3>{p.at, p.du, p.dv};
    };
    const auto p = straight_on<Vec3>(map, whole->surface.us, whole->surface.vs, u, v);
    return SurfacePoint{p.at, p.du, p.dv};
  };
  w.flat = [whole](double u, double v) {
    const auto map = [&](double a, double b) {
      const FlatPoint p = whole->flat(a, b);
      return Moved<Vec2>{p.at, p.du, p.dv};
    };
    const auto p = straight_on<Vec2>(map, whole->surface.us, whole->surface.vs, u, v);
    return FlatPoint{p.at, p.du, p.dv};
  };
  Chart c = chart_on(std::move(w), curved.piece, curved.placing);
  c.inside = curved.inside;
  c.outside = curved.outside;
  return c;
}

Chart longer(const Chart& curved, EndName end) {
  CurvedWall w{curved.curved->surface, curved.curved->flat};
  std::vector<double>& vs = w.surface.vs;
  const double more = (vs.back() - vs.front()) / 2;
  end == EndName::base ? vs.front() -= more : vs.back() += more;
  w.flat = [](double, double) { return FlatPoint{}; };
  Chart c = chart_on(std::move(w), curved.piece, curved.placing);
  c.inside = curved.inside;
  c.outside = curved.outside;
  return c;
}

LayerWays layer_ways(const CurvedWall& w, double u, double v, double layer) {
  const SurfacePoint p = w.surface.point(u, v);
  if (layer == 0) return {p.du, p.dv};
  const auto normal = [&](double a, double b) {
    const SurfacePoint q = w.surface.point(a, b);
    const Vec3 across = cross(q.du, q.dv);
    return 1 / norm(across) * across;
  };
  const double h = within::step * (w.surface.us.back() - w.surface.us.front());
  const double k = within::step * (w.surface.vs.back() - w.surface.vs.front());
  return {p.du + layer / (2 * h) * (normal(u + h, v) - normal(u - h, v)),
          p.dv + layer / (2 * k) * (normal(u, v + k) - normal(u, v - k))};
}

std::optional<LineHit> curved_hit_near(const Chart& c, const SpaceLine& line, const LineHit& about,
                                       double layer) {
  const CurvedWall& w = *c.curved;
  // Of a layer the steps are those of the middle: near enough to lead to it.
  const auto on_layer = [&](const SurfacePoint& p) {
    const Vec3 across = cross(p.du, p.dv);
    return layer == 0 ? p.at : p.at + layer / norm(across) * across;
  };
  const Vec3 a = square_to(line.way);
  const Vec3 b = cross(line.way, a);
  const auto at = solved(w, {about.u, about.s}, [&](double u, double v) {
    const SurfacePoint p = w.surface.point(u, v);
    const Vec3 d = on_layer(p) - line.at;
    return Step{dot(d, a), dot(d, b), dot(p.du, a), dot(p.dv, a), dot(p.du, b), dot(p.dv, b)};
  });
  if (!at) return std::nullopt;
  const double along = dot(on_layer(w.surface.point(at->first, at->second)) - line.at, line.way);
  return LineHit{about.chart, at->first, at->second, along};
}

double highest(const CurvedWall& wall) {
  double top = -HUGE_VAL;
  for (const CurvedWall::Look& look : wall.looks) top = std::max(top, look.at.z);
  return top;
}

namespace {

// Square over it: nothing of the way there lies along the wall. The steps leave its curvature out.
std::optional<std::pair<double, double>> foot_near(const CurvedWall& w, Vec3 point,
                                                   const CurvedWall::Look& look) {
  return solved(w, {look.u, look.v}, [&](double u, double v) {
    const SurfacePoint p = w.surface.point(u, v);
    const Vec3 d = p.at - point;
    const double along_u = norm(p.du);
    const double along_v = norm(p.dv);
    return Step{dot(d, p.du) / along_u,    dot(d, p.dv) / along_v,    along_u,
                dot(p.du, p.dv) / along_u, dot(p.du, p.dv) / along_v, along_v};
  });
}

}  // namespace

std::optional<Foot> curved_foot(const Chart& c, size_t chart, Vec3 point) {
  const CurvedWall& w = *c.curved;
  const auto away = [&](const CurvedWall::Look& look) { return norm(look.at - point); };
  const auto nearest = std::min_element(w.looks.begin(), w.looks.end(),
                                        [&](const auto& a, const auto& b) { return away(a) < away(b); });
  auto at = foot_near(w, point, *nearest);
  if (!at) {
    // A wall that closes comes there with its other end as well.
    const double half = (c.to - c.from) / 2;
    const CurvedWall::Look* other = nullptr;
    for (const CurvedWall::Look& look : w.looks) {
      if (std::abs(look.u - nearest->u) > half && (!other || away(look) < away(*other))) other = &look;
    }
    if (other) at = foot_near(w, point, *other);
  }
  if (!at) return std::nullopt;
  const SurfacePoint p = w.surface.point(at->first, at->second);
  const Vec3 across = cross(p.du, p.dv);
  const Vec3 normal = 1 / norm(across) * across;
  return Foot{chart, at->first, at->second, dot(point - p.at, normal), normal};
}

void add_hits(std::vector<LineHit>& hits, const Chart& c, size_t chart, const SpaceLine& line, double layer) {
  const CurvedWall& w = *c.curved;
  const auto look = [&](size_t i, size_t k) -> const CurvedWall::Look& { return w.looks[i * w.in_row + k]; };
  const size_t rows = w.looks.size() / w.in_row;
  for (size_t i = 0; i + 1 < rows; ++i) {
    for (size_t k = 0; k + 1 < w.in_row; ++k) {
      const auto& p = look(i, k);
      const auto& q = look(i + 1, k + 1);
      for (const auto* r : {&look(i + 1, k), &look(i, k + 1)}) {
        const auto met = through(line, p.at, r->at, q.at);
        if (!met) continue;
        const double u = p.u + met->first * (r->u - p.u) + met->second * (q.u - p.u);
        const double v = p.v + met->first * (r->v - p.v) + met->second * (q.v - p.v);
        if (const auto hit = curved_hit_near(c, line, {chart, u, v, 0}, layer)) hits.push_back(*hit);
      }
    }
  }
}

std::optional<std::pair<double, double>> curved_place_near(const Chart& c, Vec2 p,
                                                           std::pair<double, double> about) {
  const CurvedWall& w = *c.curved;
  return solved(w, about, [&](double u, double v) {
    const FlatPoint f = w.flat(u, v);
    return Step{f.at.x - p.x, f.at.y - p.y, f.du.x, f.dv.x, f.du.y, f.dv.y};
  });
}

std::optional<std::pair<double, double>> curved_place(const Chart& c, Vec2 p) {
  const CurvedWall& w = *c.curved;
  const auto nearest = std::min_element(w.looks.begin(), w.looks.end(), [&](const auto& a, const auto& b) {
    return norm(a.on_flat - p) < norm(b.on_flat - p);
  });
  return curved_place_near(c, p, {nearest->u, nearest->v});
}

}  // namespace juggler
