#include "boring.h"

#include <algorithm>

#include "opened.h"

namespace juggler {
namespace {

constexpr int looks_along = 32;  // along each arc of a form

[[noreturn]] void refuse_bore(const Named& named, const Phrase& reason, const Phrase& found,
                         const Phrase& advice) {
  throw Refusal({.reason = named.name + " " + reason, .key = named.key, .found = found, .advice = advice});
}

Phrase place_of(const SpaceLine& line) {
  const double plan = std::atan2(line.at.y, line.at.x);
  return "about plan angle " + shown_degrees(Angle::radians(plan), 1) +
         ", height " + shown_mm(line.at.z, 1);
}

SpaceLine line_at(const Bore& b, Vec2 p) { return {b.origin + p.x * b.x + p.y * b.y, b.along}; }

// (9): the way an outline runs where a bore's line meets the wall.
Vec3 way_on_wall(const Bore& b, Vec2 way, Vec3 n) {
  const Vec3 across = way.x * b.x + way.y * b.y;
  return across - (dot(across, n) / dot(b.along, n)) * b.along;
}

// The arc that a curve is, as where a flat wall is bored squarely; nothing where it is none.
std::optional<Arc> exact_arc(const Curve& curve, double near) {
  const Vec2 from = curve.point(curve.from);
  const double heading = curve.heading(curve.from);
  const Vec2 d = curve.point(curve.to) - from;
  const Vec2 along = direction(heading);
  const double half = std::atan2(cross(along, d), dot(along, d));
  const Arc arc{from, heading, half == 0 ? norm(d) : norm(d) * half / std::sin(half), 2 * half};
  constexpr int places = 8;
  for (int i = 1; i < places; ++i) {
    const Vec2 p = curve.point(curve.from + (curve.to - curve.from) * i / places);
    if (nearest({p, 0, 0, 0}, arc).distance > near) return std::nullopt;
  }
  return arc;
}

// Follows the wall along one arc of a form.
class Track {
 public:
  Track(const PartWall& wall, const Bore& bore, const Arc& arc, const LineHit& first, const Named& named)
      : wall_(wall), bore_(bore), arc_(arc), named_(named) {
    hits_.push_back(first);
    for (int i = 1; i <= looks_along; ++i) hits_.push_back(next(hits_.back(), line_at(bore_, at(i))));
    for (const LineHit& h : hits_) flattest_ = std::min(flattest_, steepness(h));
  }

  [[nodiscard]] const LineHit& last() const { return hits_.back(); }
  [[nodiscard]] double flattest() const { return flattest_; }

  [[nodiscard]] FittedArcs arcs(double fit) const {
    const auto heading = [this](double s) { return heading_at(s); };
    const Curve curve{0, arc_.length, [this](double s) { return point(s); },
                      continuous(heading, 0, arc_.length, looks_along)};
    if (const auto arc = exact_arc(curve, 1e-11 * wall_.size)) return {{*arc}, 0};
    return fit_arcs(in_series(curve, wall_.size), fit);
  }

 private:
  [[nodiscard]] Vec2 at(int i) const { return point_at(arc_, arc_.length * i / looks_along); }
  [[nodiscard]] double steepness(const LineHit& h) const {
    return std::abs(dot(wall_.charts[h.chart].frame(h.u, h.s).normal, bore_.along));
  }

  [[nodiscard]] LineHit next(const LineHit& before, const SpaceLine& line) const {
    const Chart& c = wall_.charts[before.chart];
    const auto near = hit_near(wall_, line, before, (c.to - c.from) / 64, 0);
    // Along the bore it comes as far as its slant says; what is farther is another wall.
    const double step = arc_.length / looks_along;
    const double most = 4 * step / std::max(steepness(before), 0.02);
    const auto follows = [&](const LineHit& h) { return std::abs(h.along - before.along) < most; };
    if (near && follows(*near) && c.has(near->u, near->s)) return *near;
    const std::vector<LineHit> all = hits_of(wall_, line);
    const auto nearest = std::min_element(all.begin(), all.end(), [&](const LineHit& a, const LineHit& b) {
      return std::abs(a.along - before.along) < std::abs(b.along - before.along);
    });
    if (nearest != all.end() && follows(*nearest)) {
      check_passing(before, *nearest, line);
      return *nearest;
    }
    if (near && follows(*near)) return *near;  // past an edge
    refuse_bore(named_, "misses the wall with a part of its outline", place_of(line),
           "make it smaller, or its offset less");
  }

  void check_passing(const LineHit& a, const LineHit& b, const SpaceLine& line) const {
    const Chart& from = wall_.charts[a.chart];
    const Chart& to = wall_.charts[b.chart];
    const bool jumps = a.chart == b.chart && std::abs(a.u - b.u) > (from.to - from.from) / 2;
    if (from.piece != to.piece || jumps)
      refuse_bore(named_, "goes across the seam", place_of(line), "move it, or the seam");
    const bool over_bend = a.chart != b.chart && !from.plate.empty() && !to.plate.empty();
    if (over_bend || std::abs(from.inside - to.inside) > 1e-12 * wall_.size)
      refuse_bore(named_,
             "is bored across " + (over_bend ? "the bend between " + from.name + " and " + to.name
                                   : to.bent ? to.name
                                             : from.name),
             place_of(line), "lay it, or move it off the bend");
  }

  [[nodiscard]] LineHit hit(double s) const {
    const double k = std::clamp(s / arc_.length * looks_along, 0.0, double{looks_along});
    const auto i = std::min(static_cast<size_t>(k), static_cast<size_t>(looks_along - 1));
    const LineHit& a = hits_[i];
    const LineHit& b = hits_[i + 1];
    const SpaceLine line = line_at(bore_, point_at(arc_, s));
    const Chart& c = wall_.charts[a.chart];
    const double little = 1e-7 * (c.to - c.from);
    if (a.chart == b.chart) {
      const double part = k - static_cast<double>(i);
      const auto near =
          hit_near(wall_, line, {a.chart, a.u + part * (b.u - a.u), a.s + part * (b.s - a.s), 0},
                   std::abs(b.u - a.u) / 8 + little, 0);
      if (near) return *near;
    } else {
      const auto near = hit_near(wall_, line, a, little, 0);
      if (near && c.has(near->u, near->s)) return *near;
      const auto beyond = hit_near(wall_, line, b, little, 0);
      if (beyond) return *beyond;
    }
    refuse_bore(named_, "misses the wall with a part of its outline", place_of(line), "make it smaller");
  }

  [[nodiscard]] Vec2 point(double s) const {
    const LineHit h = hit(s);
    return wall_.charts[h.chart].on_flat(h.u, h.s);
  }
  [[nodiscard]] double heading_at(double s) const {
    const LineHit h = hit(s);
    const Chart& c = wall_.charts[h.chart];
    const Frame f = c.frame(h.u, h.s);
    const double way = arc_.heading + (arc_.length > 0 ? arc_.turn * s / arc_.length : 0);
    const Vec2 v = f.on_flat(way_on_wall(bore_, direction(way), f.normal));
    return std::atan2(v.y, v.x);
  }

  const PartWall& wall_;
  const Bore& bore_;
  const Arc& arc_;
  const Named& named_;
  std::vector<LineHit> hits_;
  double flattest_ = 1;
};

// Where a line comes through the wall from the side that the bore comes from, first; or goes out again, last.
std::optional<LineHit> wall_hit(const PartWall& wall, const SpaceLine& line, bool far, double inwards) {
  std::optional<LineHit> found;
  for (const LineHit& h : hits_of(wall, line)) {
    const double through = inwards * dot(wall.charts[h.chart].frame(h.u, h.s).normal, line.way);
    if ((through < 0) != far) continue;
    if (!far) return h;
    found = h;
  }
  return found;
}

[[noreturn]] void refuse_miss(const PartWall& wall, const SpaceLine& line, bool far, const Named& named) {
  const size_t hits = hits_of(wall, line).size();
  if (far && hits > 0) refuse_bore(named, "meets no far wall", place_of(line), "say walls = \"near\"");
  refuse_bore(named, "misses the wall", place_of(line), "move it, or give it another direction");
}

}  // namespace

Bore bore_at(const Spot& place, const BoreWay& way) {
  const Vec3 outwards{place.point.x, place.point.y, 0};
  const bool axis = !way.square_to_wall && norm(outwards) > 0;
  const Vec3 a0 = axis ? unit(outwards) : place.normal;
  const Vec3 up = axis ? Vec3{0, 0, 1} : place.up;
  const Vec3 right = cross(up, a0);
  const double tilt = way.tilt.radians();
  const double swing = way.swing.radians();
  const Vec3 from = std::cos(tilt) * (std::cos(swing) * a0 + std::sin(swing) * right) + std::sin(tilt) * up;
  const Vec3 x = unit(cross(up, from));
  return {place.point + way.offset * x, x, cross(from, x), Vec3{} - from};
}

namespace {

// Where an outline begins: from the centre line straight to it, so that it is on the same wall even where it
// begins beyond an edge.
LineHit first_hit(const PartWall& wall, const Bore& bore, Vec2 start, const std::optional<LineHit>& centre,
                  const Named& named, const std::function<std::optional<LineHit>(const SpaceLine&)>& hit) {
  if (centre) {
    const Arc way = line({}, start);
    return way.length > 0 ? Track(wall, bore, way, *centre, named).last() : *centre;
  }
  if (const auto own = hit(line_at(bore, start))) return *own;
  refuse_bore(named, "misses the wall", place_of(line_at(bore, start)), "move it, or give it another direction");
}

}  // namespace

BoredWall bored(const PartWall& wall, const Bore& bore, const Outlines& loops, bool far, bool from_outside,
                double fit, const Named& named) {
  BoredWall b;
  const auto hit_of = [&](const SpaceLine& line) { return wall_hit(wall, line, far, from_outside ? -1 : 1); };
  const SpaceLine middle = line_at(bore, {});
  const std::optional<LineHit> centre = hit_of(middle);
  if (!centre && !hit_of(line_at(bore, loops.front().front().start))) refuse_miss(wall, middle, far, named);
  if (far && hits_of(wall, middle).size() > 2)
    refuse_bore(named, "meets more than two walls", place_of(middle), "give it a direction that meets two");
  for (const Outline& loop : loops) {
    LineHit hit = first_hit(wall, bore, loop.front().start, centre, named, hit_of);
    Outline outline;
    for (const Arc& arc : loop) {
      const Track track(wall, bore, arc, hit, named);
      b.flattest = std::min(b.flattest, track.flattest());
      constexpr double grazing = 0.02;  // about a degree
      if (track.flattest() < grazing)
        refuse_bore(named, "grazes the wall", place_of(line_at(bore, arc.start)),
               "make it smaller, or its offset less");
      const FittedArcs fitted = track.arcs(fit);
      outline.insert(outline.end(), fitted.arcs.begin(), fitted.arcs.end());
      b.fit_error = std::max(b.fit_error, 1.02 * fitted.error);
      hit = track.last();
    }
    // Past a corner the outline comes back to where it began, or it has passed from wall to wall.
    if (norm(end_of(outline.back()) - outline.front().start) > 1e-6 * wall.size + 4 * fit)
      refuse_bore(named, "passes from the near wall to the far one", place_of(line_at(bore, {})),
             "make it smaller, or its offset less");
    b.outlines.push_back(std::move(outline));
  }
  const LineHit at = centre ? *centre : *hit_of(line_at(bore, loops.front().front().start));
  b.centre = spot_at(wall, at.chart, at.u, at.s);
  return b;
}

namespace {

// How far points reach in a direction and square to it, the greatest of the smooth curve between them
// estimated by parabolas.
class Extent {
 public:
  explicit Extent(double heading) : along_(direction(heading)) {}
  void add(const std::vector<Vec2>& curve) {
    for (const Vec2 way : {along_, left_of(along_)}) {
      double& low = way == along_ ? low_x_ : low_y_;
      double& high = way == along_ ? high_x_ : high_y_;
      for (size_t i = 0; i < curve.size(); ++i) {
        const double v = dot(curve[i], way);
        low = std::min(low, v);
        high = std::max(high, v);
        if (i == 0 || i + 1 == curve.size()) continue;
        const double before = dot(curve[i - 1], way);
        const double after = dot(curve[i + 1], way);
        const double bend = before - 2 * v + after;
        const bool summit = (v - before) * (after - v) <= 0 && bend != 0;
        if (!summit) continue;
        const double top = v - (after - before) * (after - before) / (8 * bend);
        low = std::min(low, top);
        high = std::max(high, top);
      }
    }
  }
  [[nodiscard]] FaceSize size() const { return {high_x_ - low_x_, high_y_ - low_y_}; }

 private:
  Vec2 along_;
  double low_x_ = HUGE_VAL, high_x_ = -HUGE_VAL, low_y_ = HUGE_VAL, high_y_ = -HUGE_VAL;
};

enum class Layer { inside, outside, neutral };

const std::function<FlatRuling(double)>& flat_of(const Chart& c, Layer layer) {
  return layer == Layer::inside ? c.flat_inside : layer == Layer::outside ? c.flat_outside : c.flat;
}

double depth_of(const Chart& c, Layer layer) {
  return layer == Layer::inside ? c.inside : layer == Layer::outside ? c.outside : 0;
}

// Points that lie on the centre's chart at (u, s), on a face opened out; nothing where one does not. A wall
// that is stretched has no faces that open out.
using At = std::pair<double, double>;
using Place = std::function<std::optional<At>(Vec2 p, const At& about)>;
FaceSize size_on(const PartWall& wall, const Spot& centre, Layer layer, const Outlines& loops,
                 const Place& place) {
  const Chart& c = wall.charts[centre.chart];
  if (c.curved && layer != Layer::neutral) return {};
  const auto& flat = flat_of(c, layer);
  const auto on_face = [&](const At& at) {
    if (layer == Layer::neutral) return c.on_flat(at.first, at.second);
    const FlatRuling r = flat(at.first);
    return r.c + at.second * direction(r.heading);
  };
  const double turned = layer == Layer::neutral ? 0 : flat(centre.u).heading - c.flat(centre.u).heading;
  Extent extent(centre.level + turned);
  constexpr int parts = 24;
  for (const Outline& loop : loops) {
    At about{centre.u, centre.s};
    for (const Arc& arc : loop) {
      std::vector<Vec2> curve;
      for (int i = 0; i <= parts; ++i) {
        const auto at = place(point_at(arc, arc.length * i / parts), about);
        if (!at) return {};
        about = *at;
        curve.push_back(on_face(*at));
      }
      extent.add(curve);
    }
  }
  return extent.size();
}

Sizes sizes(const PartWall& wall, const Spot& centre, const Outlines& loops,
            const std::function<Place(Layer)>& place) {
  Sizes s;
  s.inside = size_on(wall, centre, Layer::inside, loops, place(Layer::inside));
  s.outside = size_on(wall, centre, Layer::outside, loops, place(Layer::outside));
  s.neutral = size_on(wall, centre, Layer::neutral, loops, place(Layer::neutral));
  return s;
}

}  // namespace

Sizes laid_sizes(const PartWall& wall, const Spot& centre, const Outlines& on_flat) {
  const Chart& c = wall.charts[centre.chart];
  return sizes(wall, centre, on_flat, [&](Layer) {
    return [&](Vec2 p, const At& about) -> std::optional<At> {
      const auto at = place_near(wall, centre.chart, p, about, (c.to - c.from) / 256);
      return at && c.has(at->first, at->second) ? at : std::nullopt;
    };
  });
}

Sizes bored_sizes(const PartWall& wall, const Spot& centre, const Bore& bore, const Outlines& loops) {
  const Chart& c = wall.charts[centre.chart];
  return sizes(wall, centre, loops, [&](Layer layer) {
    const double depth = depth_of(c, layer);
    return [&, depth](Vec2 p, const At& about) -> std::optional<At> {
      const LineHit near{centre.chart, about.first, about.second, 0};
      const auto hit = hit_near(wall, line_at(bore, p), near, (c.to - c.from) / 256, depth);
      // Where a line passes the face by, the nearest hit is that of the far wall.
      if (!hit || !c.has(hit->u, hit->s) || std::abs(hit->along) > 4 * wall.size) return std::nullopt;
      return At{hit->u, hit->s};
    };
  });
}

}  // namespace juggler
