#include "neighbour.h"

#include <algorithm>

namespace juggler {

Chart chart_in_space(const std::shared_ptr<const Form>& form) {
  const Form& f = *form;
  Chart c;
  c.wall = layer(f.wall, f.neutral_depth);
  c.inside = -f.neutral_depth;
  c.outside = f.thickness - f.neutral_depth;
  c.from = f.from();
  c.to = f.to();
  c.ends = [form](double u) { return std::pair{form->base(u).s, form->top(u).s}; };
  look_along(c);
  return c;
}

std::shared_ptr<const Neighbour> prolonged(const Neighbour& of, EndName end) {
  Neighbour n = of;
  if (!n.wall.charts.empty() && n.wall.charts.front().curved) {
    for (Chart& c : n.wall.charts) c = longer(c, end);
    return std::make_shared<const Neighbour>(std::move(n));
  }
  Chart c = chart_in_space(of.form);
  c.ends = [ends = c.ends, far = 4 * n.wall.size, base = end == EndName::base](double u) {
    const auto [low, high] = ends(u);
    return base ? std::pair{low - far, high} : std::pair{low, high + far};
  };
  n.wall.charts = {std::move(c)};
  return std::make_shared<const Neighbour>(std::move(n));
}

double size_of(const std::vector<Chart>& charts) {
  Vec3 low{HUGE_VAL, HUGE_VAL, HUGE_VAL};
  Vec3 high{-HUGE_VAL, -HUGE_VAL, -HUGE_VAL};
  const auto take = [&](Vec3 p) {
    low = {std::min(low.x, p.x), std::min(low.y, p.y), std::min(low.z, p.z)};
    high = {std::max(high.x, p.x), std::max(high.y, p.y), std::max(high.z, p.z)};
  };
  for (const Chart& c : charts) {
    for (const Chart::Look& look : c.looks) {
      const auto [from, to] = c.ends(look.u);
      take(look.c + from * look.e);
      take(look.c + to * look.e);
    }
    if (!c.curved) continue;
    for (const CurvedWall::Look& look : c.curved->looks) take(look.at);
  }
  return norm(high - low);
}

SpaceLine NeighbourFace::own(const SpaceLine& line) const {
  return {body_->stands.own_place(line.at), body_->stands.own_way(line.way)};
}

Meeting NeighbourFace::seen(const LineHit& hit) const {
  return {hit, body_->stands.way(body_->wall.charts[hit.chart].normal(hit.u, hit.s))};
}

std::optional<Meeting> NeighbourFace::first(const SpaceLine& line) const {
  const double nothing = within::same * body_->wall.size;
  for (const LineHit& hit : hits_of(body_->wall, own(line), layer_)) {
    if (hit.along >= -nothing) return seen(hit);
  }
  return std::nullopt;
}

std::optional<Meeting> NeighbourFace::near(const SpaceLine& line, const Meeting& about) const {
  const Chart& c = body_->wall.charts[about.at.chart];
  const auto hit = hit_near(body_->wall, own(line), about.at, (c.to - c.from) / 512, layer_.on(c));
  if (!hit || !c.has(hit->u, hit->s)) return std::nullopt;
  return seen(*hit);
}

double NeighbourFace::miss(const SpaceLine& line, bool from_outside) const {
  return miss_of(body_->wall, own(line), layer_, from_outside);
}

std::optional<std::pair<double, Vec3>> NeighbourFace::from(Vec3 point) const {
  const auto foot = foot_of(body_->wall, body_->stands.own_place(point), layer_);
  if (!foot) return std::nullopt;
  const double layer = layer_.on(body_->wall.charts[foot->chart]);
  return std::pair{foot->off - layer, body_->stands.way(foot->normal)};
}

std::pair<size_t, size_t> NeighbourFace::stretch_under(Vec3 point) const {
  const auto foot = foot_of(body_->wall, body_->stands.own_place(point), layer_);
  return foot ? stretch_of({{foot->chart, foot->u, foot->s, 0}, {}}) : std::pair<size_t, size_t>{};
}

std::pair<size_t, size_t> NeighbourFace::stretch_of(const Meeting& meeting) const {
  const Wall& wall = body_->wall.charts[meeting.at.chart].wall;
  const auto piece =
      std::find_if(wall.begin(), wall.end(), [&](const WallPiece& p) { return meeting.at.u <= p.to; });
  return {meeting.at.chart, static_cast<size_t>(piece - wall.begin())};
}

}  // namespace juggler
