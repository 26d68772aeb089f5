#include "charts.h"

#include <algorithm>

#include "develop/net.h"

namespace juggler {

Vec2 WallFrame::on_flat(Vec3 way) const {
  const double ee = dot(e, e);
  const double eg = dot(e, g);
  const double gg = dot(g, g);
  const double det = ee * gg - eg * eg;
  const double we = dot(way, e);
  const double wg = dot(way, g);
  return ((we * gg - wg * eg) / det) * e_flat + ((wg * ee - we * eg) / det) * g_flat;
}

WallFrame Chart::frame(double u, double s) const {
  if (curved) {
    const SurfacePoint p = curved->surface.point(u, s);
    const FlatPoint f = curved->flat(u, s);
    const Vec3 across = cross(p.du, p.dv);
    return {p.at, 1 / norm(across) * across, p.du, p.dv, f.at, f.du, f.dv};
  }
  const Ruling r = at(u);
  const FlatRuling f = flat(u);
  const Vec2 along = direction(f.heading);
  return {r.c + s * r.e, r.n, r.e, cross(r.n, r.e), f.c + s * along, along, left_of(along)};
}

Vec3 Chart::normal(double u, double s) const {
  if (!curved) return at(u).n;
  const SurfacePoint p = curved->surface.point(u, s);
  const Vec3 across = cross(p.du, p.dv);
  return 1 / norm(across) * across;
}

Vec2 Chart::on_flat(double u, double s) const {
  if (curved) return curved->flat(u, s).at;
  const FlatRuling r = flat(u);
  return r.c + s * direction(r.heading);
}

bool Chart::has(double u, double s) const {
  const double little = within::same * (to - from);
  if (u < from - little || u > to + little) return false;
  const auto [low, high] = ends(std::clamp(u, from, to));
  const double near = within::same * (high - low);
  if (s < low - near || s > high + near) return false;
  if (face.empty()) return true;
  return contains(face, on_flat(u, s));
}

void look_along(Chart& chart) {
  for (const WallPiece& w : chart.wall) {
    const double a = std::max(w.from, chart.from);
    const double b = std::min(w.to, chart.to);
    if (a >= b) continue;
    constexpr int looks = 48;
    const double inwards = within::same * (b - a);  // where stretches meet the next one may begin
    for (int i = 0; i <= looks; ++i) {
      double u = std::clamp(a + (b - a) * i / looks, a + inwards, b - inwards);
      if (i == 0 && a == chart.from) u = a;
      if (i == looks && b == chart.to) u = b;
      const Ruling r = w.ruling(u);
      chart.looks.push_back({u, r.c, r.e, r.n, i == looks});
    }
  }
}

Chart chart_of(const std::shared_ptr<const Form>& form, int piece, const Placing& placing) {
  const Form& f = *form;
  Chart c;
  c.piece = piece;
  c.wall = layer(f.wall, f.neutral_depth);
  c.inside = -f.neutral_depth;
  c.outside = f.thickness - f.neutral_depth;
  std::tie(c.from, c.to) = std::pair{f.from(), f.to()};
  c.ends = [form](double u) { return std::pair{form->base(u).s, form->top(u).s}; };
  const auto flat_of = [&](double distance) {
    return [flat = std::make_shared<const Flat>(unroll(*form, layer(form->wall, distance)))](double u) {
      return flat->at(u);
    };
  };
  c.flat = flat_of(f.neutral_depth);
  c.flat_inside = flat_of(0);
  c.flat_outside = flat_of(f.thickness);
  c.placing = placing;
  look_along(c);
  return c;
}

namespace {

// A face by lines along its y; on the flat it lies as it is.
Chart face_chart(const Body& body, const Laid& laid, int number, int piece, const Placing& placing) {
  const BodyFace face = body.faces[static_cast<size_t>(number)];
  const double middle = body.thickness / 2;
  Chart c;
  c.piece = piece;
  c.name = face.name;
  c.inside = -middle;
  c.outside = body.thickness - middle;
  c.from = HUGE_VAL;
  c.to = -HUGE_VAL;
  double low = HUGE_VAL;
  double high = -HUGE_VAL;
  for (size_t i = 0; i < face.corners.size(); ++i) {
    const Rectangle box = upright_box(std::array{face.side(i)});
    c.face.push_back(placed(face.side(i), laid.places[static_cast<size_t>(number)]));
    c.from = std::min(c.from, box.corner.x);
    c.to = std::max(c.to, box.corner.x + box.width);
    low = std::min(low, box.corner.y);
    high = std::max(high, box.corner.y + box.height);
  }
  c.wall = {{c.from, c.to, [face, middle](double u) {
               return Ruling{face.at({u, 0}) + middle * face.normal, face.y, face.normal, face.x, {}, {}};
             }}};
  c.ends = [low, high](double) { return std::pair{low, high}; };
  const Placing place = laid.places[static_cast<size_t>(number)];
  c.flat = [place](double u) {
    return FlatRuling{placed(Vec2{u, 0}, place), placed_heading(Angle::radians(pi / 2), place).radians()};
  };
  c.flat_inside = c.flat_outside = c.flat;
  c.placing = placing;
  look_along(c);
  return c;
}

// A zone by lines along its axis, turned by u from its first face.
Chart zone_chart(const std::shared_ptr<const Body>& body, const Laid& laid, int number, int piece,
                 const Placing& placing) {
  const BendZone& s = body->zones[static_cast<size_t>(number)];
  const double way = s.angle.radians() >= 0 ? 1 : -1;
  const double t = body->thickness;
  const double depth = way > 0 ? s.neutral_factor * t : (1 - s.neutral_factor) * t;
  Chart c;
  c.piece = piece;
  c.name = "the bend at " + body->faces[static_cast<size_t>(s.face_b)].name;
  c.bent = !s.rolled;
  c.inside = -depth;
  c.outside = t - depth;
  c.from = 0;
  c.to = std::abs(s.angle.radians());
  c.wall = {{c.from, c.to, [=](double u) {
               return zone_ruling(*body, body->zones[static_cast<size_t>(number)], u, 0, depth);
             }}};
  c.ends = [body, number](double u) {
    const BendZone& zone = body->zones[static_cast<size_t>(number)];
    return std::pair{zone.low(u), zone.high(u)};
  };
  // As a fan of parallel lines, as far apart as the layer's radius says.
  const auto flat_at = [&](double radius) {
    const Vec2 start = flat_point(*body, laid, s, 0, 0);
    const Vec2 along = flat_point(*body, laid, s, 0, 1) - start;
    const double heading = std::atan2(along.y, along.x);
    return [start, heading, radius](double u) {
      return FlatRuling{start - (radius * u) * left_of(direction(heading)), heading};
    };
  };
  c.flat = flat_at(s.neutral_radius);
  c.flat_inside = flat_at(s.neutral_radius - way * depth);
  c.flat_outside = flat_at(s.neutral_radius + way * (t - depth));
  c.placing = placing;
  look_along(c);
  return c;
}

}  // namespace

std::vector<Chart> charts_of(const std::shared_ptr<const Body>& body, const Laid& laid, int piece,
                             const Placing& placing) {
  std::vector<Chart> charts;
  for (const int i : laid.faces) charts.push_back(face_chart(*body, laid, i, piece, placing));
  for (const int i : laid.zones) {
    if (body->zones[static_cast<size_t>(i)].width() > 0)
      charts.push_back(zone_chart(body, laid, i, piece, placing));
  }
  return charts;
}

Placing laid_upon(const FlatRuling& ruling, const FlatRuling& other) {
  Placing p{false, Angle::radians(other.heading - ruling.heading), {}};
  p.shift = other.c - placed(ruling.c, p);
  return p;
}

// (3)
Spot spot_at(const PartWall& wall, size_t chart, double u, double s) {
  const WallFrame f = wall.charts[chart].frame(u, s);
  Spot spot{chart, u, s, f.at, {}, f.point, f.normal, {}, {}};
  Vec3 level = cross(Vec3{0, 0, 1}, f.normal);
  if (norm(level) < within::beside)
    level = cross(f.normal, cross(Vec3{-spot.point.y, spot.point.x, 0}, f.normal));
  if (norm(level) < within::same * wall.size) level = cross(f.normal, cross(Vec3{0, 1, 0}, f.normal));
  spot.right = 1 / norm(level) * level;
  spot.up = cross(f.normal, spot.right);
  const Vec2 way = f.on_flat(spot.right);
  spot.level = heading_of(way);
  return spot;
}

namespace {

// The rulings of a chart on which a point of its flat lies, on the metal.
std::optional<std::pair<double, double>> found_on(const Chart& c, Vec2 p) {
  const auto aside = [&](double u) {
    const FlatRuling r = c.flat(u);
    return cross(direction(r.heading), p - r.c);
  };
  std::optional<std::pair<double, double>> found;
  const auto take = [&](double u) {
    const FlatRuling r = c.flat(u);
    const double s = dot(p - r.c, direction(r.heading));
    if (c.has(u, s)) found = {u, s};
  };
  for (size_t i = 0; i + 1 < c.looks.size() && !found; ++i) {
    const double a = c.looks[i].u;
    const double b = c.looks[i + 1].u;
    const double fa = aside(a);
    const double fb = aside(b);
    if (fa == 0) take(a);
    if ((fa < 0) != (fb < 0)) take(root(aside, a, b));
  }
  return found;
}

}  // namespace

std::optional<Spot> spot_on(const PartWall& wall, int piece, Vec2 point) {
  for (size_t i = 0; i < wall.charts.size(); ++i) {
    if (wall.charts[i].piece != piece) continue;
    const Chart& c = wall.charts[i];
    if (const auto at = c.curved ? curved_place(c, point) : found_on(c, point))
      return spot_at(wall, i, at->first, at->second);
  }
  return std::nullopt;
}

// (5), (6)
LineHit hit_at(const Ruling& r, const SpaceLine& line, size_t chart, double u) {
  const Vec3 square = cross(r.e, line.way);
  const double q = dot(square, square);
  const double s = dot(cross(line.at - r.c, line.way), square) / q;
  const double along = dot(cross(line.at - r.c, r.e), square) / q;
  return {chart, u, s, along};
}

double off_line(const Vec3& c, const Vec3& e, const SpaceLine& line) {
  return dot(c - line.at, cross(e, line.way));
}

double drawn_out(const Ruling& neutral, double s, double inside, double outside) {
  const Rates r = rates(neutral);
  return 1 + std::max(-inside, outside) * std::abs(r.curl / (r.across + s * r.turn));
}

Ruling on_layer(const Chart& c, double u, double layer) {
  Ruling r = c.at(u);
  r.c = r.c + layer * r.n;
  return r;
}

namespace {

// Looks are taken just within stretches: at their very ends another stretch may say that nothing lies
// between.
double root_between(const std::function<double(double)>& f, double from, double to) {
  const double at_from = f(from);
  const double at_to = f(to);
  if (at_from * at_to < 0) return root(f, from, to);
  return std::abs(at_from) < std::abs(at_to) ? from : to;
}

// Where one chart's layer is met by a line: between neighbouring looks.
class ChartLine {
 public:
  ChartLine(const PartWall& wall, size_t number, const SpaceLine& line, double layer, bool to_ends = true)
      : c_(wall.charts[number]),
        number_(number),
        line_(line),
        layer_(layer),
        size_(wall.size),
        to_ends_(to_ends) {}

  void add_hits(std::vector<LineHit>& hits) const {
    const auto take = [&](double u) {
      const Ruling r = on_layer(c_, u, layer_);
      if (norm(cross(r.e, line_.way)) < within::same) return;
      const LineHit hit = hit_at(r, line_, number_, u);
      if (!to_ends_ || c_.has(hit.u, hit.s)) hits.push_back(hit);
    };
    const std::vector<double> aside = looks_aside();
    for (size_t i = 0; i + 1 < aside.size(); ++i) {
      const double a = aside[i];
      const double b = aside[i + 1];
      const auto between = [&]() { take(root_between(aside_at(), c_.looks[i].u, c_.looks[i + 1].u)); };
      if (c_.looks[i].last) {  // between two stretches there is a line at most
        if (a * b < 0) between();
        continue;
      }
      // Where charts begin and end a line may meet them but for rounding.
      const double nothing = within::quadrature * size_;
      const bool ends = i + 2 == aside.size();
      if (a == 0 || (i == 0 && std::abs(a) < nothing)) {
        take(c_.looks[i].u);
        take_beside(i, i + 1, b, take);
      } else if (b == 0 || (ends && std::abs(b) < nothing)) {
        take(c_.looks[i + 1].u);
        take_beside(i + 1, i, a, take);
      } else if (a * b < 0) {
        between();
      } else {
        for (const double u : grazed(aside, i)) take(u);
      }
    }
  }

  // How near the line comes to rulings within whose ends it passes; past an end, how far.
  [[nodiscard]] double miss(bool from_outside) const {
    double least = HUGE_VAL;
    for (const Chart::Look& look : c_.looks) {
      if ((dot(look.n, line_.way) < 0) != from_outside) continue;
      const Vec3 c = look.c + layer_ * look.n;
      const double across = norm(cross(look.e, line_.way));
      if (across < within::same) continue;
      const LineHit h = hit_at({c, look.e, look.n, {}, {}, {}}, line_, number_, look.u);
      const auto [low, high] = c_.ends(look.u);
      const double past = std::max({0.0, low - h.s, h.s - high});
      least = std::min(least, std::hypot(off_line(c, look.e, line_) / across, past));
    }
    return least;
  }

 private:
  [[nodiscard]] std::vector<double> looks_aside() const {
    std::vector<double> aside;
    aside.reserve(c_.looks.size());
    for (const Chart::Look& look : c_.looks)
      aside.push_back(off_line(look.c + layer_ * look.n, look.e, line_));
    return aside;
  }
  [[nodiscard]] std::function<double(double)> aside_at() const {
    return [this](double u) {
      const Ruling r = on_layer(c_, u, layer_);
      return off_line(r.c, r.e, line_);
    };
  }

  // What lies between a look that is met and the next, where the value is: a line may meet both.
  void take_beside(size_t met, size_t next, double value, const std::function<void(double)>& take) const {
    constexpr double beside = 1e-6;  // of the way: closer by it is the same
    const double to = c_.looks[next].u;
    const double from = c_.looks[met].u + beside * (to - c_.looks[met].u);
    const auto f = aside_at();
    if (f(from) * value < 0) take(root(f, std::min(from, to), std::max(from, to)));
  }

  // Between look i and the next, whose signs agree, where the line dips towards the layer: where it passes
  // it twice, or touches it. The parabola through three looks says whether it may.
  [[nodiscard]] std::vector<double> grazed(const std::vector<double>& aside, size_t i) const {
    const double sign = aside[i] < 0 ? -1 : 1;
    const auto at = [&](size_t k) { return sign * aside[k]; };
    const bool falls = i > 0 && !c_.looks[i - 1].last && at(i - 1) > at(i);
    const bool rises = i + 2 < aside.size() && !c_.looks[i + 1].last && at(i + 2) > at(i + 1);
    if (!falls && !rises) return {};
    const size_t m = falls ? i : i + 1;  // the middle one of three
    const double bend = at(m + 1) - 2 * at(m) + at(m - 1);
    const double slope = (at(m + 1) - at(m - 1)) / 2;
    // Its lowest place must lie about this interval, and low enough.
    const double lowest = (falls ? 0 : 1) - slope / bend;  // in steps from look i
    if (bend <= 0 || lowest < -0.5 || lowest > 1.5 || at(m) - slope * slope / (2 * bend) > bend) return {};
    const double from = c_.looks[i].u;
    const double to = c_.looks[i + 1].u;
    const auto f = aside_at();
    const Least dip = valley([&](double u) { return sign * f(u); }, from, to);
    if (dip.value < 0) return {root(f, from, dip.at), root(f, dip.at, to)};
    const Ruling r = on_layer(c_, dip.at, layer_);
    const double across = norm(cross(r.e, line_.way));
    if (dip.value <= within::same * size_ * across) return {dip.at};
    return {};
  }

  const Chart& c_;
  size_t number_;
  const SpaceLine& line_;
  double layer_;
  double size_;
  bool to_ends_;
};

}  // namespace

std::vector<LineHit> hits_of(const PartWall& wall, const SpaceLine& line) {
  return hits_of(wall, line, WallLayer{});
}

std::vector<LineHit> hits_of(const PartWall& wall, const SpaceLine& line, const WallLayer& of) {
  std::vector<LineHit> hits;
  for (size_t k = 0; k < wall.charts.size(); ++k) {
    const Chart& c = wall.charts[k];
    const double layer = of.on(c);
    if (c.curved) {
      add_hits(hits, c, k, line, layer);
    } else {
      ChartLine(wall, k, line, layer).add_hits(hits);
    }
  }
  std::sort(hits.begin(), hits.end(), [](const LineHit& a, const LineHit& b) { return a.along < b.along; });
  // Where charts meet both have the hit.
  const auto same = [&](const LineHit& a, const LineHit& b) {
    return b.along - a.along < within::step * wall.size;
  };
  hits.erase(std::unique(hits.begin(), hits.end(), same), hits.end());
  return hits;
}

std::vector<LineHit> hits_beyond(const PartWall& wall, const SpaceLine& line, const WallLayer& layer) {
  std::vector<LineHit> hits;
  for (size_t k = 0; k < wall.charts.size(); ++k) {
    const Chart& c = wall.charts[k];
    if (c.face.empty() && !c.curved) ChartLine(wall, k, line, layer.on(c), false).add_hits(hits);
  }
  return hits;
}

double miss_of(const PartWall& wall, const SpaceLine& line, const WallLayer& layer, bool from_outside) {
  double least = HUGE_VAL;
  for (size_t k = 0; k < wall.charts.size(); ++k) {
    const Chart& c = wall.charts[k];
    if (!c.curved) {
      least = std::min(least, ChartLine(wall, k, line, layer.on(c)).miss(from_outside));
      continue;
    }
    for (const CurvedWall::Look& look : c.curved->looks)
      least = std::min(least, norm(cross(look.at - line.at, line.way)));
  }
  return least;
}

std::optional<Foot> foot_of(const PartWall& wall, Vec3 point, const WallLayer& layer) {
  std::optional<Foot> best;
  double nearest = HUGE_VAL;
  const auto offer = [&](const Foot& foot) {
    const double away = std::abs(foot.off - layer.on(wall.charts[foot.chart]));
    if (away >= nearest) return;
    nearest = away;
    best = foot;
  };
  for (size_t k = 0; k < wall.charts.size(); ++k) {
    const Chart& c = wall.charts[k];
    if (c.curved) {
      if (const auto foot = curved_foot(c, k, point)) offer(*foot);
      continue;
    }
    const auto aside = [&](double u) {
      const Ruling r = c.at(u);
      return dot(point - r.c, cross(r.n, r.e));
    };
    const auto take = [&](double u) {
      const Ruling r = c.at(u);
      const double s = dot(point - r.c, r.e);
      const auto [low, high] = c.ends(std::clamp(u, c.from, c.to));
      const double near = within::beside * wall.size;
      const bool on = c.face.empty() ? s > low - near && s < high + near : c.has(u, s);
      if (on) offer({k, u, s, dot(point - r.c, r.n), r.n});
    };
    double before = 0;
    for (size_t i = 0; i < c.looks.size(); ++i) {
      const Chart::Look& look = c.looks[i];
      const double now = dot(point - look.c, cross(look.n, look.e));
      if (std::abs(now) < within::quadrature * wall.size) take(look.u);
      if (i > 0 && before * now < 0) take(root_between(aside, c.looks[i - 1].u, look.u));
      before = now;
    }
  }
  return best;
}

std::optional<double> root_near(const std::function<double(double)>& f, double about, double reach,
                                double low, double high, double farthest) {
  const double u = std::clamp(about, low, high);
  double before = u;
  double after = u;
  double f_before = f(u);
  double f_after = f_before;
  if (f_before == 0) return u;
  for (double d = std::max(reach, within::same * farthest); d < 2 * farthest; d *= 1.7) {
    const double a = std::max(low, u - d);
    const double b = std::min(high, u + d);
    const double fa = f(a);
    const double fb = f(b);
    const bool left = (fa < 0) != (f_before < 0);
    const bool right = (fb < 0) != (f_after < 0);
    if (right && (!left || std::abs(fb) < std::abs(fa))) return root(f, after, b);
    if (left) return root(f, a, before);
    before = a;
    after = b;
    f_before = fa;
    f_after = fb;
    if (a == low && b == high) break;
  }
  return std::nullopt;
}

namespace {

// Faces go on beyond their corners, other charts end.
std::optional<double> chart_root(const Chart& c, const std::function<double(double)>& f, double about,
                                 double reach, double size) {
  if (!c.face.empty()) return root_near(f, about, reach, -HUGE_VAL, HUGE_VAL, 4 * size);
  return root_near(f, about, reach, c.wall.front().from, c.wall.back().to, c.to - c.from);
}

}  // namespace

std::optional<LineHit> hit_near(const PartWall& wall, const SpaceLine& line, const LineHit& about,
                                double reach, double layer) {
  const Chart& c = wall.charts[about.chart];
  if (c.curved) return curved_hit_near(c, line, about, layer);
  const auto at = chart_root(
      c,
      [&](double v) {
        const Ruling r = on_layer(c, v, layer);
        return off_line(r.c, r.e, line);
      },
      about.u, reach, wall.size);
  if (!at) return std::nullopt;
  return hit_at(on_layer(c, *at, layer), line, about.chart, *at);
}

std::optional<std::pair<double, double>> place_near(const PartWall& wall, size_t chart, Vec2 p,
                                                    std::pair<double, double> about, double reach) {
  const Chart& c = wall.charts[chart];
  if (c.curved) return curved_place_near(c, p, about);
  const auto at = chart_root(
      c,
      [&](double v) {
        const FlatRuling r = c.flat(v);
        return cross(direction(r.heading), p - r.c);
      },
      about.first, reach, wall.size);
  if (!at) return std::nullopt;
  const FlatRuling r = c.flat(*at);
  return std::pair{*at, dot(p - r.c, direction(r.heading))};
}

}  // namespace juggler
