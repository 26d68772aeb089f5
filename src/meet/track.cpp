#include "track.h"

#include <algorithm>

namespace juggler {

void refuse_bore(const Named& named, const Phrase& reason, const Phrase& found, const Phrase& advice) {
  throw Refusal({.reason = named.name + " " + reason, .key = named.key, .found = found, .advice = advice});
}

Phrase place_of(const SpaceLine& line) {
  const double plan = std::atan2(line.at.y, line.at.x);
  return "about plan angle " + shown_degrees(Angle::radians(plan), 1) + ", height " + shown_mm(line.at.z, 1);
}

Track::Track(const PartWall& wall, const LineStretch& lines, const TrackHit& first, Attached& attached,
             const Named& named)
    : wall_(wall), lines_(lines), attached_(attached), named_(named) {
  middle_ = followed(first, middle_layer.share);
  on_one_ = true;
  for (const Look& look : middle_) {
    flattest_ = std::min(flattest_, steepness(look.at.hit, lines_.line(look.s).way));
    on_one_ =
        on_one_ && look.at.hit.chart == first.hit.chart && look.at.move == first.move && !near_an_end(look);
  }
}

std::vector<Track::Look> Track::followed(const TrackHit& first, double layer) const {
  std::vector<Look> looks{{0, first}};
  constexpr int halvings = 12;  // what passes between is below a millionth of a look's way
  for (int i = 1; i <= looks_along; ++i) look_on_to(looks, lines_.length * i / looks_along, layer, halvings);
  return looks;
}

// Closer where charts end: what passes an end may come back before the next look.
void Track::look_on_to(std::vector<Look>& looks, double s, double layer, int halvings) const {
  const Look before = looks.back();
  const TrackHit at = next(before.at, lines_.line(s), s - before.s, layer);
  if (halvings > 0 && near_an_end(before.at, at)) {
    look_on_to(looks, (before.s + s) / 2, layer, halvings - 1);
    look_on_to(looks, s, layer, halvings - 1);
    return;
  }
  looks.push_back({s, at});
}

bool Track::near_an_end(const TrackHit& a, const TrackHit& b) const {
  if (a.hit.chart != b.hit.chart || a.move != b.move) return true;
  const Chart& c = wall_.charts[a.hit.chart];
  if (!may_pass(c)) return false;
  const double step = std::abs(a.hit.u - b.hit.u);
  // Off the metal it is as far from an end as on it.
  const double room = std::min({std::abs(a.hit.u - c.from), std::abs(b.hit.u - c.from),
                                std::abs(c.to - a.hit.u), std::abs(c.to - b.hit.u)});
  return room < step;
}

// So near that another layer may have passed it.
bool Track::near_an_end(const Look& look) const {
  const LineHit& h = look.at.hit;
  const Chart& c = wall_.charts[h.chart];
  if (!may_pass(c)) return false;
  const Rates r = rates(c.at(h.u));
  const double room =
      std::min(std::abs(h.u - c.from), std::abs(c.to - h.u)) * std::abs(r.across + h.s * r.turn);
  return room < 2 * (c.outside - c.inside) / std::max(steepness(h, lines_.line(look.s).way), 0.02);
}

// Whether there is anything beyond its ends.
bool Track::may_pass(const Chart& c) const {
  return !c.curved && (wall_.charts.size() > 1 || wall_.goes_round);
}

// Layers between the faces are asked for where these are near each other: the middle stands for them.
double Track::layer_known(double layer) const {
  if (on_one_) return middle_layer.share;
  return layer == WallLayer::neutral || layer == 0 || layer == 1 ? layer : middle_layer.share;
}

const std::vector<Track::Look>& Track::looks(double layer) const {
  const double key = layer_known(layer);
  if (key == middle_layer.share) return middle_;
  std::vector<Look>& own = looks_[key];
  if (own.empty()) own = followed(first_on(key), key);
  return own;
}

// Where the first line meets another layer than the middle.
TrackHit Track::first_on(double layer) const {
  const TrackHit& first = middle_.front().at;
  const SpaceLine line = lines_.line(0);
  const Chart& c = wall_.charts[first.hit.chart];
  const auto near = hit_near(wall_, line, first.hit, (c.to - c.from) / 256, WallLayer{layer}.on(c));
  const double thickness = c.outside - c.inside;
  if (thickness == 0) return first;
  const double most = 2 * thickness / std::max(steepness(first.hit, line.way), 0.02);
  if (near && c.has(near->u, near->s) && std::abs(near->along - first.hit.along) < most)
    return {*near, first.move};
  return next(first, line, thickness, layer);
}

size_t Track::look_before(const std::vector<Look>& looks, double s) {
  const auto after = std::upper_bound(looks.begin() + 1, looks.end() - 1, s,
                                      [](double at, const Look& look) { return at < look.s; });
  return static_cast<size_t>(after - looks.begin()) - 1;
}

double Track::drawn_out() const {
  double most = 1;
  for (const Look& look : middle_) {
    const LineHit& h = look.at.hit;
    const Chart& c = wall_.charts[h.chart];
    if (c.curved) {
      const LayerWays middle = layer_ways(*c.curved, h.u, h.s, 0);
      const LayerWays face = layer_ways(*c.curved, h.u, h.s, c.outside);
      most = std::max({most, norm(face.du) / norm(middle.du), norm(face.dv) / norm(middle.dv)});
      continue;
    }
    most = std::max(most, juggler::drawn_out(c.at(h.u), h.s, c.inside, c.outside));
  }
  return most;
}

double Track::steepness(const LineHit& h, Vec3 way) const {
  return std::abs(dot(wall_.charts[h.chart].normal(h.u, h.s), way));
}

TrackHit Track::hit(double s, double layer) const {
  // Layers between those that are known pass from chart to chart at places of their own.
  if (!on_one_ && layer != layer_known(layer)) {
    if (const auto found = searched(s, layer)) return *found;
  }
  return hit_on(s, layer, part_at(s, layer));
}

TrackHit Track::hit_on(double s, double layer, const TrackPart& part) const {
  const std::vector<Look>& looks = this->looks(layer);
  const size_t i = look_before(looks, s);
  const SpaceLine line = lines_.line(s);
  const Chart& c = wall_.charts[part.chart];
  const auto on_part = [&](const TrackHit& h) { return h.hit.chart == part.chart && h.move == part.move; };
  const double distance = WallLayer{layer}.on(c);
  const TrackHit& a = looks[i].at;
  const TrackHit& b = looks[i + 1].at;
  if (!on_part(a) && !on_part(b)) return {passing(part, line, c.from, c.to, distance), part.move};
  if (!on_part(a) || !on_part(b)) {
    // Between a look on the chart and the end of it that is passed.
    const LineHit& look = (on_part(a) ? a : b).hit;
    if (c.face.empty() && !c.curved) {
      const double end = look.u - c.from < c.to - look.u ? c.from : c.to;
      return {passing(part, line, look.u, end, distance), part.move};
    }
    if (const auto there = hit_near(wall_, line, look, within::step * (c.to - c.from), distance))
      return {*there, part.move};
  } else {
    const double share = (s - looks[i].s) / (looks[i + 1].s - looks[i].s);
    const LineHit about{part.chart, a.hit.u + share * (b.hit.u - a.hit.u),
                        a.hit.s + share * (b.hit.s - a.hit.s), 0};
    const double reach = std::abs(b.hit.u - a.hit.u) / 8 + within::step * (c.to - c.from);
    const auto known = hit_near(wall_, line, about, reach, WallLayer{layer_known(layer)}.on(c));
    const auto there = layer == layer_known(layer) || !known
                           ? known
                           : hit_near(wall_, line, *known, (c.to - c.from) / 256, distance);
    // Past the end of a wall there is nothing, but for a way too short to have been seen.
    const double room = std::min(about.u - c.from, c.to - about.u);
    if (there && c.face.empty() && !c.curved && room < 4 * reach && std::abs(there->u - about.u) > 64 * reach)
      return {passing(part, line, about.u, about.u - c.from < c.to - about.u ? c.from : c.to, distance),
              part.move};
    if (there) return {*there, part.move};
  }
  refuse_bore(named_, "misses the wall with a part of its outline", place_of(line), "make it smaller");
}

// Where a line meets a chart between two of its rulings, of which it may come to the second but for rounding.
LineHit Track::passing(const TrackPart& part, const SpaceLine& line, double from, double to,
                       double layer) const {
  const Chart& c = wall_.charts[part.chart];
  const auto ruling = [&](double u) { return on_layer(c, u, layer); };
  const auto off = [&](double u) {
    const Ruling r = ruling(u);
    return off_line(r.c, r.e, line);
  };
  const double at_from = off(from);
  const double at_to = off(to);
  const double u = at_from * at_to < 0                   ? root(off, std::min(from, to), std::max(from, to))
                   : std::abs(at_from) < std::abs(at_to) ? from
                                                         : to;
  return hit_at(ruling(u), line, part.chart, u);
}

Vec2 Track::on_flat(const TrackHit& at) const {
  const Vec2 p = wall_.charts[at.hit.chart].on_flat(at.hit.u, at.hit.s);
  return at.move == 0 ? p : placed(p, attached_.moves[at.move]);
}

Angle Track::on_flat_way(const TrackHit& at, Angle heading) const {
  return at.move == 0 ? heading : placed_heading(heading, attached_.moves[at.move]);
}

TrackHit Track::next(const TrackHit& before, const SpaceLine& line, double step, double layer) const {
  const Chart& c = wall_.charts[before.hit.chart];
  const auto near = hit_near(wall_, line, before.hit, (c.to - c.from) / 64, WallLayer{layer}.on(c));
  // Along the bore it comes as far as its slant says; what is farther is another wall.
  const double most = 4 * step / std::max(steepness(before.hit, line.way), 0.02);
  const auto follows = [&](const LineHit& h) { return std::abs(h.along - before.hit.along) < most; };
  if (near && follows(*near) && c.has(near->u, near->s)) return {*near, before.move};
  if (const auto at = passed_to(before, line, before.hit.along, most, layer)) return *at;
  refuse_bore(named_, "misses the wall with a part of its outline", place_of(line),
              "make it smaller, or its offset less");
}

// Where two plates meet without a bend zone their layers have no common place on the flat; and the neutral
// layer of a bend is not that of the plates beside it.
void Track::refuse_bends(const LineHit& from, const LineHit& to, const SpaceLine& line, double layer) const {
  const Chart& a = wall_.charts[from.chart];
  const Chart& b = wall_.charts[to.chart];
  if (from.chart == to.chart || (a.face.empty() && b.face.empty() && wall_.goes_round)) return;
  if (!a.face.empty() && !b.face.empty())
    refuse_bore(named_, "is bored across the sharp bend between " + a.name + " and " + b.name, place_of(line),
                "lay it, give the bend a radius, or move it off the bend");
  if (layer != WallLayer::neutral || std::abs(a.inside - b.inside) <= within::rounding * wall_.size) return;
  refuse_bore(named_, "is bored with its neutral layer across " + (b.bent ? b.name : a.name), place_of(line),
              "name another contact, lay it, or move it off the bend");
}

// Where a line meets what is joined to a chart, or the same chart: on the metal; past the ends of rulings,
// which go on as far as those of what they are joined to; past the sides of a face.
std::optional<TrackHit> Track::passed_to(const TrackHit& before, const SpaceLine& line, double along,
                                         double most, double layer) const {
  std::optional<TrackHit> best;
  double nearest = most;
  const auto offer = [&](const LineHit& h) {
    const double off = std::abs(h.along - along);
    if (off >= nearest) return;
    const auto move = passes(before.hit, h);
    if (!move) return;
    best = TrackHit{h, move_by(before.move, *move)};
    nearest = off;
  };
  // Of a wall by rulings all round the nearest, with metal or past its ends: the far side may have metal
  // where the near one has ended.
  const auto found = [&] {
    if (best) refuse_bends(before.hit, best->hit, line, layer);
    return best;
  };
  if (!wall_.goes_round) {
    for (const LineHit& h : hits_of(wall_, line, WallLayer{layer})) offer(h);
    if (best) return found();
  }
  for (const LineHit& h : hits_beyond(wall_, line, WallLayer{layer})) offer(h);
  if (best) return found();
  // Off the metal a plate goes on to where the bend beside it goes on.
  const bool to_bend = !wall_.charts[before.hit.chart].face.empty() &&
                       std::any_of(wall_.charts.begin(), wall_.charts.end(),
                                   [](const Chart& c) { return c.face.empty() && !c.curved; });
  for (size_t k = 0; k < wall_.charts.size(); ++k) {
    const Chart& c = wall_.charts[k];
    const bool own = k == before.hit.chart;
    if (c.curved || (!own && (c.face.empty() || to_bend))) continue;
    LineHit about = before.hit;
    if (k != about.chart) about = {k, (c.from + c.to) / 2, 0, 0};
    if (const auto h = hit_near(wall_, line, about, (c.to - c.from) / 64, WallLayer{layer}.on(c))) offer(*h);
  }
  return found();
}

namespace {

Placing composed(const Placing& first, const Placing& then) {
  return {false, first.turn + then.turn, placed(first.shift, then)};
}

}  // namespace

// How the flat of the chart that is passed to joins that of the one it is passed from; nothing where it does
// not.
std::optional<Placing> Track::passes(const LineHit& from, const LineHit& to) const {
  const Chart& a = wall_.charts[from.chart];
  const Chart& b = wall_.charts[to.chart];
  if (a.curved || b.curved) return from.chart == to.chart ? std::optional(Placing{}) : std::nullopt;
  const bool jumps = std::abs(from.u - to.u) > (a.to - a.from) / 2;
  if (from.chart == to.chart && !jumps) return Placing{};
  // Bends join what they lie between: places that are near are near on the flat.
  if (!a.face.empty() || !b.face.empty() || !wall_.goes_round) {
    if (a.piece != b.piece) return std::nullopt;
    const double apart = norm(a.frame(from.u, from.s).point - b.frame(to.u, to.s).point);
    const double flat = norm(a.on_flat(from.u, from.s) - b.on_flat(to.u, to.s));
    return flat <= 3 * apart + within::beside * wall_.size ? std::optional(Placing{}) : std::nullopt;
  }
  // Round a closed wall, past the seam.
  const size_t n = wall_.charts.size();
  const bool past_end =
      from.chart == to.chart || n == 2 ? from.u - a.from > a.to - from.u : (from.chart + 1) % n == to.chart;
  if (past_end) return laid_upon(b.flat(b.from), a.flat(a.to));
  return laid_upon(b.flat(b.to), a.flat(a.from));
}

size_t Track::move_by(size_t before, const Placing& move) const {
  if (move.turn == Angle{} && move.shift == Vec2{}) return before;
  const Placing whole = composed(move, attached_.moves[before]);
  for (size_t i = 0; i < attached_.moves.size(); ++i) {
    const Placing& known = attached_.moves[i];
    if (norm(known.shift - whole.shift) <= within::beside * wall_.size &&
        std::abs(known.turn.radians() - whole.turn.radians()) <= within::beside)
      return i;
  }
  attached_.moves.push_back(whole);
  return attached_.moves.size() - 1;
}

const TrackPart& Track::part_at(double s, double layer) const {
  const std::vector<TrackPart>& all = parts(layer);
  return *std::find_if(all.begin(), all.end() - 1, [&](const TrackPart& p) { return s <= p.to; });
}

const std::vector<TrackPart>& Track::parts(double layer) const {
  const double key = layer_known(layer);
  std::vector<TrackPart>& all = parts_[key];
  if (all.empty() && on_one_)
    all.push_back({0, lines_.length, middle_.front().at.hit.chart, middle_.front().at.move});
  if (all.empty()) add_parts(all, key);
  return all;
}

// Where a layer is met, on whatever chart: of a look beside it, or one between.
std::optional<TrackHit> Track::searched(double s, double layer) const {
  const std::vector<Look>& looks = this->looks(layer);
  const size_t i = look_before(looks, s);
  const Look& one = looks[i];
  const Look& two = looks[i + 1];
  const double share = (s - one.s) / (two.s - one.s);
  const SpaceLine line = lines_.line(s);
  const double along = one.at.hit.along + share * (two.at.hit.along - one.at.hit.along);
  const Chart& c = wall_.charts[one.at.hit.chart];
  const double flattest =
      std::min(steepness(one.at.hit, lines_.line(one.s).way), steepness(two.at.hit, lines_.line(two.s).way));
  const double most = 4 * lines_.length / looks_along / std::max(flattest, 0.02) + c.outside - c.inside;
  const auto a = passed_to(one.at, line, along, most, layer);
  const auto b = passed_to(two.at, line, along, most, layer);
  if (!a || !b) return a ? a : b;
  return std::abs(a->hit.along - along) <= std::abs(b->hit.along - along) ? a : b;
}

Track::Where Track::where_at(double s, double layer) const {
  if (const auto found = searched(s, layer)) return {found->hit.chart, found->move};
  const std::vector<Look>& looks = this->looks(layer);
  const size_t i = look_before(looks, s);
  const TrackHit& near = (s - looks[i].s < looks[i + 1].s - s ? looks[i] : looks[i + 1]).at;
  return {near.hit.chart, near.move};
}

void Track::add_parts(std::vector<TrackPart>& parts, double layer) const {
  const auto of = [](const Look& look) { return Where{look.at.hit.chart, look.at.move}; };
  const std::vector<Look>& looks = this->looks(layer);
  Where here = of(looks.front());
  double begun = 0;
  double low = 0;
  for (size_t i = 1; i < looks.size(); ++i) {
    const double high = looks[i].s;
    const Where there = of(looks[i]);
    for (int pass = 0; here != there && pass < 8; ++pass) {
      double a = low;
      double b = high;
      for (int n = 0; n < 60 && b - a > within::digit * lines_.length; ++n) {
        const double middle = (a + b) / 2;
        if (middle == a || middle == b) break;
        (where_at(middle, layer) == here ? a : b) = middle;
      }
      parts.push_back({begun, b, here.first, here.second});
      begun = low = b;
      here = where_at(std::min(high, b + within::rounding * lines_.length), layer);
    }
    low = high;
  }
  parts.push_back({begun, lines_.length, here.first, here.second});
}

}  // namespace juggler
