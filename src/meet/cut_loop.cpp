#include "cut_loop.h"

#include <algorithm>
#include <tuple>

namespace juggler {

Vec3 on_wall(Vec3 across, Vec3 along, Vec3 normal) {
  return across - (dot(across, normal) / dot(along, normal)) * along;
}

namespace {

// The arc that a curve is, as where a flat wall is bored squarely; nothing where it is none.
std::optional<Arc> exact_arc(const Curve& curve, double near) {
  const Vec2 from = curve.point(curve.from);
  const Angle heading = curve.heading(curve.from);
  const Vec2 d = curve.point(curve.to) - from;
  const Vec2 along = direction(heading);
  const double half = std::atan2(cross(along, d), dot(along, d));
  const Arc arc{from, heading, half == 0 ? norm(d) : norm(d) * half / std::sin(half),
                Angle::radians(2 * half)};
  constexpr int places = 8;
  for (int i = 1; i < places; ++i) {
    const Vec2 p = curve.point(curve.from + (curve.to - curve.from) * i / places);
    if (nearest(p, arc).distance > near) return std::nullopt;
  }
  return arc;
}

// The outline of the hole where given layers lie on the bore: all along each arc of the form one, and between
// arcs of different layers those in between, each where it touches the bore. (28)-(30)
class CutLoop {
 public:
  CutLoop(const PartWall& wall, const std::vector<Track>& tracks, Contact contact, const LineLoop& loop,
          const Named& named)
      : wall_(wall), tracks_(tracks), contact_(contact), loop_(loop), named_(named) {
    const Chart& c = wall_.charts[tracks.front().last().hit.chart];
    if (c.outside > c.inside) outside_ = 1;
    share_out();
    if (by_side()) end_where_faces_cross();
  }

  FittedArcs arcs(double fit) const {
    FittedArcs all;
    const auto add = [&](FittedArcs made) {
      all.arcs.insert(all.arcs.end(), made.arcs.begin(), made.arcs.end());
      all.error = std::max(all.error, made.error);
    };
    for (size_t i = 0; i < stretches_.size(); ++i) {
      const Stretch& now = stretches_[i];
      const Stretch& next = stretches_[(i + 1) % stretches_.size()];
      if (now.to > now.from && now.slips) add(fitted_between(slipping(now), fit));
      if (now.to > now.from && !now.slips) {
        for (const Curve& curve : along(now)) add(fitted(curve, fit));
      }
      const bool apart = std::abs(now.layer_to - next.layer) > within::same * (outside_ - inside_);
      if (apart && !now.crossed) add(fitted_between(across(now, next), fit));
    }
    return all;
  }

 private:
  // A part of one arc of the form, and the layer that lies on the bore there; where it slips, from one to
  // another.
  struct Stretch {
    Stretch(size_t on, double begin, double end, double lies)
        : arc(on), from(begin), to(end), layer(lies), layer_to(lies) {}
    size_t arc;
    double from, to;
    double layer, layer_to;
    bool slips = false;
    bool crossed = false;  // at its end by what follows, on another layer
    bool beyond = false;   // wholly beyond such a place
  };

  // A place beyond an arc's end is one of its neighbour.
  [[nodiscard]] std::pair<size_t, double> on_loop(size_t arc, double s) const {
    for (; s < 0; s += tracks_[arc].length()) arc = (arc + tracks_.size() - 1) % tracks_.size();
    for (; s > tracks_[arc].length(); arc = (arc + 1) % tracks_.size()) s -= tracks_[arc].length();
    return {arc, s};
  }

  [[nodiscard]] bool by_side() const { return contact_ == Contact::clear || contact_ == Contact::full; }
  [[nodiscard]] double named_layer() const {
    switch (contact_) {
      case Contact::inside:
        return inside_;
      case Contact::outside:
        return outside_;
      case Contact::middle:
        return (inside_ + outside_) / 2;
      default:
        return WallLayer::neutral;
    }
  }

  // (28): how much the way from face to face leads out of the form; above 0 the inside face comes nearest to
  // its middle.
  [[nodiscard]] double leads_out(size_t arc, double s, double layer) const {
    std::tie(arc, s) = on_loop(arc, s);
    const Track& track = tracks_[arc];
    const LineHit h = track.hit(s, layer).hit;
    return dot(wall_.charts[h.chart].normal(h.u, h.s), track.lines().outwards(s));
  }
  [[nodiscard]] double layer_for(double out) const {
    return (out > 0) == (contact_ == Contact::clear) ? inside_ : outside_;
  }

  // Even, and some on every stretch of the wall from where it begins: a bend may be short, turns far on its
  // way, and where it goes over into a plate the way from face to face stops turning.
  [[nodiscard]] static std::vector<double> looks_on(const Track& track) {
    constexpr int even = 48;
    constexpr int own = 8;
    std::vector<double> looks;
    for (int k = 0; k <= even; ++k) looks.push_back(track.length() * k / even);
    const std::vector<TrackPart>& parts = track.parts(middle_layer.share);
    for (const TrackPart& part : parts) {
      for (int k = 0; k < own && parts.size() > 1; ++k)
        looks.push_back(part.from + (part.to - part.from) * k / own);
    }
    std::sort(looks.begin(), looks.end());
    return looks;
  }

  void share_out() {
    if (!by_side() || inside_ == outside_) {
      for (size_t i = 0; i < tracks_.size(); ++i)
        stretches_.emplace_back(i, 0, tracks_[i].length(), by_side() ? 0 : named_layer());
      return;
    }
    // Where the way leads along the outline both faces make the same edge: what was before goes on.
    double sign = 0;
    for (size_t i = 0; i < tracks_.size() && sign == 0; ++i) {
      for (const double s : looks_on(tracks_[i])) {
        const double out = leads_out(i, s, middle_layer.share);
        if (std::abs(out) > within::same) sign = out;
        if (sign != 0) break;
      }
    }
    for (size_t i = 0; i < tracks_.size(); ++i) {
      const double length = tracks_[i].length();
      double begun = 0;
      double before = 0;
      for (const double s : looks_on(tracks_[i])) {
        const double out = leads_out(i, s, middle_layer.share);
        if (std::abs(out) <= within::same || (out > 0) == (sign > 0)) {
          before = s;
          continue;
        }
        if (s > 0) {
          const auto turning = [&](double layer) { return turning_near(i, before, s, layer); };
          stretches_.emplace_back(i, begun, turning(layer_for(sign)), layer_for(sign));
          begun = turning(layer_for(out));
        }
        sign = out;
        before = s;
      }
      stretches_.emplace_back(i, begun, length, layer_for(sign));
    }
    join_over_arcs();
    if (contact_ == Contact::clear) slip_between();
  }

  // Where a layer touches beyond the end of the arc on which the way turns, its stretch ends on the
  // neighbour.
  void join_over_arcs() {
    const size_t n = stretches_.size();
    for (size_t k = 0; k < n; ++k) {
      Stretch& p = stretches_[k];
      Stretch& before = stretches_[(k + n - 1) % n];
      Stretch& after = stretches_[(k + 1) % n];
      const double length = tracks_[p.arc].length();
      if (p.from == 0 && p.to < 0 && before.layer == p.layer) {
        before.to = tracks_[before.arc].length() + p.to;
        p.to = p.from;
      } else if (p.to == length && p.from > length && after.layer == p.layer) {
        after.from = p.from - length;
        p.from = p.to;
      }
    }
    std::erase_if(stretches_, [](const Stretch& p) { return p.to == p.from; });
  }

  // (32): where a face lets go of the bore and comes back to it, layers between the faces touch meanwhile.
  void slip_between() {
    std::vector<Stretch> all;
    for (const Stretch& p : stretches_) {
      const double own = p.layer == layer_for(1) ? 1 : -1;
      const auto let_go = [&](double s) { return -own * leads_out(p.arc, s, p.layer) - within::same; };
      const auto add = [&](double from, double to, bool slips) {
        Stretch& part = all.emplace_back(p.arc, from, to, p.layer);
        part.slips = slips;
        if (!slips) return;
        part.layer = touching(p.arc, from, p.layer);
        part.layer_to = touching(p.arc, to, p.layer);
      };
      constexpr int looks = 12;
      double begun = p.from;
      double before = p.from;
      bool slips = let_go(p.from) > 0;
      for (int k = 1; k <= looks; ++k) {
        const double s = k == looks ? p.to : p.from + (p.to - p.from) * k / looks;
        if ((let_go(s) > 0) != slips) {
          const double at = root(let_go, before, s);
          add(begun, at, slips);
          begun = at;
          slips = !slips;
        }
        before = s;
      }
      add(begun, p.to, slips);
    }
    stretches_ = std::move(all);
  }
  // The layer that touches the bore at a place where this face has let go of it.
  [[nodiscard]] double touching(size_t arc, double s, double layer) const {
    const auto out = [&](double between) { return leads_out(arc, s, between); };
    return out(inside_) * out(outside_) < 0 ? root(out, inside_, outside_) : layer;
  }

  // Whether the form is hollow where one stretch gives way to the next.
  [[nodiscard]] bool hollow_between(const Stretch& a, const Stretch& b) const {
    const auto outwards = [&](size_t arc, double s) {
      std::tie(arc, s) = on_loop(arc, s);
      return tracks_[arc].lines().outwards(s);
    };
    constexpr double little = 1e-4;
    const double before = little * tracks_[a.arc].length();
    const double after = little * tracks_[b.arc].length();
    const bool one = a.arc == b.arc && a.to <= tracks_[a.arc].length() && b.from >= 0;
    const double end = one ? (a.to + b.from) / 2 : a.to;
    const double start = one ? end : b.from;
    const auto [arc, s] = on_loop(a.arc, end - before);
    const Vec3 way = tracks_[arc].lines().moves(s, tracks_[arc].hit(s, middle_layer.share).hit.along);
    return dot(outwards(b.arc, start + after) - outwards(a.arc, end - before), way) < 0;
  }

  // (30): where of `full` the form bulges, and of `clear` where it is hollow, each face cuts as far as the
  // other's edge; there the hole has corners.
  void end_where_faces_cross() {
    const auto gone = [](const Stretch& p) { return p.to <= p.from; };
    const bool full = contact_ == Contact::full;
    if (full) std::erase_if(stretches_, gone);
    const size_t n = stretches_.size();
    const std::vector<Stretch> all = stretches_;
    for (size_t i = 0; i < n; ++i) {
      const double here = all[i].layer_to;
      const double next = all[(i + 1) % n].layer;
      if (next == here || hollow_between(all[i], all[(i + 1) % n]) == full) continue;
      // Backwards from the end of the one face's stretches, and forwards from the beginning of the other's,
      // to where the other face comes within the form (or out of it); what lies wholly beyond goes.
      for (size_t k = i, seen = 0; seen < n && all[k].layer == here; ++seen, k = (k + n - 1) % n) {
        const auto at = first_crossed(all[k], next, true);
        stretches_[k].to = at.value_or(stretches_[k].from);
        stretches_[k].crossed = at.has_value();
        stretches_[k].beyond = !at;
        if (at) break;
      }
      for (size_t k = (i + 1) % n, seen = 0; seen < n && all[k].layer == next; ++seen, k = (k + 1) % n) {
        const auto at = first_crossed(all[k], here, false);
        stretches_[k].from = at.value_or(stretches_[k].to);
        stretches_[k].beyond = !at;
        if (at) break;
      }
    }
    std::erase_if(stretches_, [&](const Stretch& p) { return p.beyond || (full && gone(p)); });
  }

  // Where a stretch, looked along from one of its ends, first has the other face within the form; of `clear`
  // outside.
  [[nodiscard]] std::optional<double> first_crossed(const Stretch& p, double other, bool backwards) const {
    const double sense = contact_ == Contact::full ? 1 : -1;
    // Where the way leads along the outline both faces make the same edge.
    const double nothing = 0.1 * within::same * wall_.size;
    const auto outside = [&](double s) { return sense * outside_form(p.arc, s, p.layer, other) - nothing; };
    const double from = backwards ? p.to : p.from;
    const double to = backwards ? p.from : p.to;
    constexpr int looks = 64;
    double before = from;
    for (int i = 0; i <= looks; ++i) {
      const double s = from + (to - from) * i / looks;
      if (outside(s) < 0) return i == 0 ? s : root(outside, std::min(before, s), std::max(before, s));
      before = s;
    }
    return std::nullopt;
  }

  // How far another layer lies outside the form at a place that is cut for this one.
  [[nodiscard]] double outside_form(size_t arc, double s, double layer, double other) const {
    std::tie(arc, s) = on_loop(arc, s);
    const LineHit h = tracks_[arc].hit(s, layer).hit;
    const Chart& c = wall_.charts[h.chart];
    const WallFrame f = c.frame(h.u, h.s);
    return loop_.outside(f.point + WallLayer{other}.on(c) * f.normal);
  }

  // Where a layer only touches the bore.
  // Beside the tangent line of a bend one face may touch on a way so short that the other never turns.
  [[nodiscard]] double turning_near(size_t arc, double from, double to, double layer) const {
    const double at = turning_place(arc, from, to, layer);
    double whole = 0;
    for (const Track& track : tracks_) whole += track.length();
    if (std::abs(at - (from + to) / 2) < whole / 4) return at;
    refuse_bore(named_, "touches with both faces by turns beside the end of a bend",
                place_of(tracks_[arc].lines().line(to)),
                "name a contact, move it a little, or give the bend a larger radius");
  }

  [[nodiscard]] double turning_place(size_t arc, double from, double to, double layer) const {
    const auto out = [&](double s) { return leads_out(arc, s, layer); };
    if (std::abs(out(from)) <= within::same) return from;
    double low = from;
    double high = to;
    double at_low = out(low);
    double at_high = out(high);
    if (at_low * at_high <= 0) return root(out, low, high);
    // Another layer may touch some way off, where an edge of the form runs almost along the way.
    double step = to > from ? to - from : within::little * tracks_[arc].length();
    for (int i = 0; i < 24; ++i, step *= 1.3) {
      const double lower = out(low - step);
      const double higher = out(high + step);
      if (lower * at_low <= 0) return root(out, low - step, low);
      if (higher * at_high <= 0) return root(out, high, high + step);
      low -= step;
      high += step;
      at_low = lower;
      at_high = higher;
    }
    return (from + to) / 2;
  }

  [[nodiscard]] Vec2 on_flat(size_t arc, double s, double layer) const {
    std::tie(arc, s) = on_loop(arc, s);
    return tracks_[arc].on_flat(tracks_[arc].hit(s, layer));
  }

  // (9), on a layer: what its way comes to on the flat.
  [[nodiscard]] double heading(const Track& track, double s, const TrackHit& at, double layer) const {
    const LineHit& h = at.hit;
    const Chart& c = wall_.charts[h.chart];
    const WallFrame f = c.frame(h.u, h.s);
    const Vec3 v = on_wall(track.lines().moves(s, h.along), track.lines().line(s).way, f.normal);
    const double distance = WallLayer{layer}.on(c);
    Vec2 flat = f.on_flat(v);
    if (distance != 0 && c.curved) {
      const LayerWays ways = layer_ways(*c.curved, h.u, h.s, distance);
      flat = WallFrame{f.point, f.normal, ways.du, ways.dv, f.at, f.e_flat, f.g_flat}.on_flat(v);
    } else if (distance != 0) {
      const Rates r = rates(c.at(h.u));
      const double du = dot(v, f.g) / (r.across + distance * r.curl + h.s * r.turn);
      const double ds = dot(v, f.e) - r.along * du;
      flat = (r.along * du + ds) * f.e_flat + ((r.across + h.s * r.turn) * du) * f.g_flat;
    }
    return track.on_flat_way(at, heading_of(flat)).radians();
  }

  // A stretch that lies on its arc, apart where it passes into a bend or out of it: there the flat has a
  // corner. Over a seam it runs on smoothly.
  [[nodiscard]] std::vector<Curve> along(const Stretch& p) const {
    const Track& track = tracks_[p.arc];
    const auto curve = [&](double from, double to, std::function<TrackHit(double)> hit) {
      return Curve{from, to, [&track, hit](double s) { return track.on_flat(hit(s)); },
                   continuous([this, &track, hit, layer = p.layer](
                                  double s) { return Angle::radians(heading(track, s, hit(s), layer)); },
                              from, to, looks_along)};
    };
    if (wall_.goes_round)
      return {curve(p.from, p.to, [&track, p](double s) { return track.hit(s, p.layer); })};
    std::vector<Curve> curves;
    for (const TrackPart& part : track.parts(p.layer)) {
      const double from = std::max(p.from, part.from);
      const double to = std::min(p.to, part.to);
      if (to - from <= (part.from <= p.from && part.to >= p.to ? 0 : within::same * track.length())) continue;
      curves.push_back(
          curve(from, to, [&track, p, part](double s) { return track.hit_on(s, p.layer, part); }));
    }
    return curves;
  }

  // A curve by its points alone.
  [[nodiscard]] static Curve through(double from, double to, const std::function<Vec2(double)>& point) {
    const double step = within::beside * (to - from);
    const auto heading = [point, from, to, step](double at) {
      const Vec2 way = point(std::min(to, at + step)) - point(std::max(from, at - step));
      return heading_of(way);
    };
    return {from, to, point, continuous(heading, from, to, 16)};
  }

  [[nodiscard]] Curve slipping(const Stretch& p) const {
    return through(p.from, p.to, [this, p](double s) {
      const double layer = s == p.from ? p.layer : s == p.to ? p.layer_to : touching(p.arc, s, p.layer);
      return on_flat(p.arc, s, layer);
    });
  }

  // From layer to layer, at a corner of the form or where each touches the bore.
  [[nodiscard]] Curve across(const Stretch& a, const Stretch& b) const {
    const double length = tracks_[a.arc].length();
    const double to = a.arc == b.arc ? b.from : length + b.from;  // as the arc before it counts
    const bool corner = a.to == to;
    const auto layer_at = [a, b](double part) { return a.layer_to + part * (b.layer - a.layer_to); };
    const auto place_at = [this, a, to, corner, layer_at](double part) {
      if (corner || part == 0) return a.to;
      return part == 1 ? to : turning_place(a.arc, std::min(a.to, to), std::max(a.to, to), layer_at(part));
    };
    // Each layer only touches there: what the place is off by counts by its square. Where charts meet in
    // between no series follows it.
    std::vector<double> places;
    for (const double part : Series::nodes(0, 1)) places.push_back(place_at(part));
    const Series series = Series::fit(0, 1, places);
    const bool smooth = !corner && series.tail() <= within::beside * length;
    const double first = a.to - series(0);
    const double last = to - series(1);
    return through(0, 1, [=, this](double part) {
      const double s = smooth ? series(part) + (1 - part) * first + part * last : place_at(part);
      return on_flat(a.arc, s, layer_at(part));
    });
  }

  // A short way between layers may run back and forth, as at a cusp, where nothing has a heading: straight
  // across it, as far as that is within the fit.
  [[nodiscard]] FittedArcs fitted_between(const Curve& curve, double fit) const {
    constexpr int looks = 32;
    const Arc straight = line(curve.point(curve.from), curve.point(curve.to));
    Vec2 before = straight.start;
    bool back = false;
    double off = 0;
    for (int i = 1; i <= looks; ++i) {
      const Vec2 now = curve.point(curve.from + (curve.to - curve.from) * i / looks);
      back = back || dot(now - before, direction(straight.heading)) < 0;
      off = std::max(off, nearest(now, straight).distance);
      before = now;
    }
    if (!back || off > fit) return fitted(curve, fit);
    if (straight.length == 0) return {{}, off};
    return {{straight}, off};
  }

  [[nodiscard]] FittedArcs fitted(const Curve& curve, double fit) const {
    const Vec2 from = curve.point(curve.from);
    const Vec2 to = curve.point(curve.to);
    const Arc straight = line(from, to);
    const auto off = [&](double part) {
      return nearest(curve.point(curve.from + part * (curve.to - curve.from)), straight).distance;
    };
    if (straight.length > 0 && std::max({off(0.25), off(0.5), off(0.75)}) <= within::exact * wall_.size)
      return {{straight}, 0};
    if (const auto arc = exact_arc(curve, within::exact * wall_.size)) return {{*arc}, 0};
    return fit_arcs(in_series(curve, wall_.size), fit);
  }

  const PartWall& wall_;
  const std::vector<Track>& tracks_;
  Contact contact_;
  const LineLoop& loop_;
  const Named& named_;
  double inside_ = 0, outside_ = 0;
  std::vector<Stretch> stretches_;
};

}  // namespace

FittedArcs cut_along(const PartWall& wall, const std::vector<Track>& tracks, Contact contact,
                     const LineLoop& loop, double fit, const Named& named) {
  return CutLoop(wall, tracks, contact, loop, named).arcs(fit);
}

}  // namespace juggler
