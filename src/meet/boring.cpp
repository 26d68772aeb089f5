#include "boring.h"

#include <algorithm>

#include "cut_loop.h"

namespace juggler {
namespace {

// Where a line comes through the wall from the side that the bore comes from, first; or goes out again, last.
std::optional<LineHit> wall_hit(const PartWall& wall, const SpaceLine& line, bool far, double inwards,
                                bool from_start) {
  std::optional<LineHit> found;
  for (const LineHit& h : hits_of(wall, line)) {
    if (from_start && h.along < 0) continue;
    const double through = inwards * dot(wall.charts[h.chart].normal(h.u, h.s), line.way);
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

Vec3 way_on_wall(const Bore& b, Vec2 way, Vec3 n) { return on_wall(way.x * b.x + way.y * b.y, b.along, n); }

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

// From one line straight to another.
LineStretch between(const SpaceLine& from, const SpaceLine& to) {
  const Vec3 step = to.at - from.at;
  const double length = norm(step);
  const auto at = [=](double s) {
    const Vec3 way = (1 - s / length) * from.way + (s / length) * to.way;
    return SpaceLine{from.at + (s / length) * step, 1 / norm(way) * way};
  };
  return {length, at, {}, {}};
}

// The rest of a stretch from a place on, and what comes before it.
std::pair<LineStretch, LineStretch> parted(const LineStretch& whole, double at) {
  LineStretch before = whole;
  LineStretch after = whole;
  before.length = at;
  after.length = whole.length - at;
  after.line = [line = whole.line, at](double s) { return line(at + s); };
  if (whole.outwards) after.outwards = [outwards = whole.outwards, at](double s) { return outwards(at + s); };
  if (whole.moves)
    after.moves = [moves = whole.moves, at](double s, double along) { return moves(at + s, along); };
  return {before, after};
}

// The lines of a hole through one wall.
class Boring {
 public:
  Boring(const PartWall& wall, const SpaceLine& middle, bool far, bool from_outside, const Named& named)
      : wall_(wall), middle_(middle), far_(far), inwards_(from_outside ? -1 : 1), named_(named) {}

  BoredWall through(const std::vector<LineLoop>& loops, Contact contact, double fit) const {
    BoredWall b;
    const bool from_start = loops.front().from_start;
    const SpaceLine first = loops.front().stretches.front().line(0);
    const std::optional<LineHit> centre = hit(middle_, from_start);
    if (!centre && !hit(first, from_start)) refuse_miss(wall_, middle_, far_, named_);
    if (far_ && hits_of(wall_, middle_).size() > 2)
      refuse_bore(named_, "meets more than two walls", place_of(middle_),
                  "give it a direction that meets two");
    for (const LineLoop& loop : loops) b.outlines.push_back(cut(loop, centre, contact, fit, b));
    const LineHit at = centre ? *centre : *hit(first, from_start);
    b.centre = spot_at(wall_, at.chart, at.u, at.s);
    return b;
  }

 private:
  [[nodiscard]] std::optional<LineHit> hit(const SpaceLine& line, bool from_start) const {
    return wall_hit(wall_, line, far_, inwards_, from_start);
  }

  // Where an outline begins: from the centre line straight to it, so that it is on the same wall even where
  // it begins beyond an edge.
  [[nodiscard]] TrackHit first_hit(const LineLoop& loop, const std::optional<LineHit>& centre,
                                   Attached& attached) const {
    const SpaceLine start = loop.stretches.front().line(0);
    if (centre) {
      const LineStretch way = between(middle_, start);
      if (way.length == 0) return {*centre, 0};
      return Track(wall_, way, {*centre, 0}, attached, named_).last();
    }
    if (const auto own = hit(start, loop.from_start)) return {*own, 0};
    refuse_bore(named_, "misses the wall", place_of(start), "move it, or give it another direction");
  }

  Outline cut(const LineLoop& loop, const std::optional<LineHit>& centre, Contact contact, double fit,
              BoredWall& b) const {
    Attached attached;
    TrackHit at = first_hit(loop, centre, attached);
    std::vector<Track> tracks;
    tracks.reserve(loop.stretches.size());
    for (const LineStretch& lines : loop.stretches) {
      const Track& track = tracks.emplace_back(wall_, lines, at, attached, named_);
      b.flattest = std::min(b.flattest, track.flattest());
      constexpr double grazing = 0.02;  // about a degree
      if (track.flattest() < grazing)
        refuse_bore(named_, "grazes the wall", place_of(lines.line(0)),
                    "make it smaller, or its offset less");
      at = track.last();
    }
    const FittedArcs fitted = cut_along(wall_, tracks, contact, loop, fit, named_);
    check_joined(fitted.arcs, fit);
    double drawn_out = 1;
    for (const Track& track : tracks) drawn_out = std::max(drawn_out, track.drawn_out());
    b.fit_error = std::max(b.fit_error, 1.02 * drawn_out * fitted.error);
    // Past a corner the outline comes back to where it began, or it has passed from wall to wall.
    if (norm(end_of(fitted.arcs.back()) - fitted.arcs.front().start) > within::beside * wall_.size + 4 * fit)
      refuse_bore(named_, "passes from the near wall to the far one", place_of(middle_),
                  "make it smaller, or its offset less");
    return fitted.arcs;
  }

  // Each arc begins where the one before it ends, but for what they were fitted by.
  void check_joined(const std::vector<Arc>& arcs, double fit) const {
    for (size_t i = 0; i + 1 < arcs.size(); ++i) {
      if (norm(arcs[i + 1].start - end_of(arcs[i])) > within::beside * wall_.size + 4 * fit)
        refuse_bore(named_, "has an outline that does not hang together", place_of(middle_),
                    "name a contact, or move it a little");
    }
  }

  const PartWall& wall_;
  const SpaceLine& middle_;
  bool far_;
  double inwards_;
  const Named& named_;
};

}  // namespace

BoredWall bored(const PartWall& wall, const Bore& bore, const Outlines& loops, bool far, bool from_outside,
                Contact contact, double fit, const Named& named) {
  std::vector<LineLoop> lines;
  for (const Outline& loop : loops) lines.push_back(prism(bore, loop));
  return Boring(wall, {bore.origin, bore.along}, far, from_outside, named).through(lines, contact, fit);
}

namespace {

// What a line first meets from its point on.
std::optional<LineHit> met_first(const PartWall& wall, const SpaceLine& line) {
  const auto hits = hits_of(wall, line);
  const auto first = std::find_if(hits.begin(), hits.end(), [](const LineHit& h) { return h.along >= 0; });
  return first == hits.end() ? std::nullopt : std::optional(*first);
}

// The same loop, begun at a line that meets the wall, if there is one.
LineLoop begun_on_metal(const PartWall& wall, LineLoop loop) {
  constexpr int looks = 16;
  for (size_t i = 0; i < loop.stretches.size(); ++i) {
    for (int k = 0; k < looks; ++k) {
      const double at = loop.stretches[i].length * k / looks;
      if (!met_first(wall, loop.stretches[i].line(at))) continue;
      std::rotate(loop.stretches.begin(), loop.stretches.begin() + static_cast<std::ptrdiff_t>(i),
                  loop.stretches.end());
      if (k == 0) return loop;
      const auto [before, after] = parted(loop.stretches.front(), at);
      loop.stretches.front() = after;
      loop.stretches.push_back(before);
      return loop;
    }
  }
  return loop;
}

}  // namespace

BoredWall fitted_to(const PartWall& wall, const LineLoop& lines, const SpaceLine& middle, Contact contact,
                    double fit, const Named& named) {
  // Where the middle lies beyond an edge some other line shows from which side they come.
  const auto centre = met_first(wall, middle);
  const LineLoop loop = centre ? lines : begun_on_metal(wall, lines);
  const SpaceLine begin = centre ? middle : loop.stretches.front().line(0);
  const auto first = centre ? centre : met_first(wall, begin);
  const bool from_outside =
      !first || dot(wall.charts[first->chart].normal(first->u, first->s), begin.way) < 0;
  return Boring(wall, middle, false, from_outside, named).through({loop}, contact, fit);
}

bool comes_through(const PartWall& wall, const SpaceLine& line, bool far, bool from_outside) {
  return wall_hit(wall, line, far, from_outside ? -1 : 1, false).has_value();
}

bool comes_through(const PartWall& wall, const SpaceLine& line) { return met_first(wall, line).has_value(); }

namespace {

double off_at(const Spot& spot, const Chart& c, const std::function<double(Vec3)>& outside, Contact contact) {
  const auto off = [&](double layer) { return outside(spot.point + layer * spot.normal); };
  switch (contact) {
    case Contact::clear:
      return c.outside > c.inside ? std::abs(least(off, c.inside, c.outside).value) : std::abs(off(0));
    case Contact::full:
      return c.outside > c.inside
                 ? std::abs(least([&](double layer) { return -off(layer); }, c.inside, c.outside).value)
                 : std::abs(off(0));
    case Contact::inside:
      return std::abs(off(c.inside));
    case Contact::outside:
      return std::abs(off(c.outside));
    case Contact::middle:
      return std::abs(off((c.inside + c.outside) / 2));
    default:
      return std::abs(off(0));
  }
}

}  // namespace

double off_form(const PartWall& wall, const BoredWall& hole, const std::function<double(Vec3)>& outside,
                Contact contact) {
  const int piece = wall.charts[hole.centre.chart].piece;
  double most = 0;
  for (const Outline& outline : hole.outlines) {
    for (const Arc& arc : outline) {
      const auto spot = spot_on(wall, piece, arc.start);
      if (spot) most = std::max(most, off_at(*spot, wall.charts[spot->chart], outside, contact));
    }
  }
  return most;
}

}  // namespace juggler
