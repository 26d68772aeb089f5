#include "net.h"

#include <algorithm>

namespace juggler {
namespace {

const Plate& plate_of(const Body& body, int i) { return body.plates[static_cast<size_t>(i)]; }

Vec2 in_frame(const Plate& p, Vec3 way) { return {dot(way, p.x), dot(way, p.y)}; }

// A strip as it lies: where distances along it start on a plate's tangent line, along and away from there.
struct Lies {
  Vec2 start;
  Vec2 along;
  Vec2 across;
};

Lies lies(const Body& body, const Laid& laid, const Strip& s) {
  const Plate& a = plate_of(body, s.plate_a);
  const Placing& place = laid.places[static_cast<size_t>(s.plate_a)];
  const Vec2 u = direction(place.turn + std::atan2(dot(s.axis, a.y), dot(s.axis, a.x)));
  return {placed(a.corners[static_cast<size_t>(s.side_a)], place), u, Vec2{} - left_of(u)};
}

// (21): the second plate, its tangent line beyond the strip.
Placing beyond(const Body& body, const Laid& laid, const Strip& s) {
  const Plate& b = plate_of(body, s.plate_b);
  const Plate& a = plate_of(body, s.plate_a);
  const Lies l = lies(body, laid, s);
  const Vec2 u = in_frame(b, s.axis);
  const size_t end = (static_cast<size_t>(s.side_b) + 1) % b.corners.size();
  const double along = dot(b.at(b.corners[end]) - a.at(a.corners[static_cast<size_t>(s.side_a)]), s.axis);
  Placing p;
  p.turn = std::atan2(l.along.y, l.along.x) - std::atan2(u.y, u.x);
  p.shift = l.start + along * l.along + s.width() * l.across - placed(b.corners[end], {false, p.turn, {}});
  return p;
}

// (22): the first plate, from the second.
Placing before(const Body& body, const Laid& laid, const Strip& s) {
  Laid there = laid;
  there.places[static_cast<size_t>(s.plate_a)] = {};
  const Placing b = beyond(body, there, s);
  const Placing& asked = laid.places[static_cast<size_t>(s.plate_b)];
  Placing p;
  p.turn = asked.turn - b.turn;
  p.shift = asked.shift - placed(b.shift, {false, p.turn, {}});
  return p;
}

int most_bent(const Body& body, const std::vector<bool>& taken) {
  int best = -1;
  long most = -1;
  for (size_t i = 0; i < body.plates.size(); ++i) {
    if (taken[i]) continue;
    const auto& sides = body.plates[i].sides;
    const long bends = std::count_if(sides.begin(), sides.end(),
                                     [](const PlateSide& s) { return s.kind == SideKind::bend; });
    if (bends <= most) continue;
    most = bends;
    best = static_cast<int>(i);
  }
  return best;
}

struct Stretch {
  std::string name;
  std::vector<Polygon> parts;
};

std::vector<Stretch> stretches(const Body& body, const Laid& laid) {
  std::vector<Stretch> all;
  for (const int i : laid.plates) {
    Polygon p;
    for (size_t k = 0; k < plate_of(body, i).corners.size(); ++k) p.push_back(flat_corner(body, laid, i, k));
    all.push_back({plate_of(body, i).name, convex_parts(std::move(p))});
  }
  for (const int i : laid.strips) {
    const Strip& s = body.strips[static_cast<size_t>(i)];
    if (s.width() == 0) continue;
    const double turn = std::abs(s.angle.radians());
    all.push_back(
        {"bend at " + plate_of(body, s.plate_b).name,
         {{flat_point(body, laid, s, 0, s.high(0)), flat_point(body, laid, s, 0, s.low(0)),
           flat_point(body, laid, s, turn, s.low(turn)), flat_point(body, laid, s, turn, s.high(turn))}}});
  }
  return all;
}

}  // namespace

std::vector<Laid> lay_out(const Body& body) {
  std::vector<bool> taken(body.plates.size());
  std::vector<Laid> all;
  for (int root = most_bent(body, taken); root >= 0; root = most_bent(body, taken)) {
    Laid laid{{root}, {}, std::vector<Placing>(body.plates.size())};
    taken[static_cast<size_t>(root)] = true;
    for (size_t next = 0; next < laid.plates.size(); ++next) {
      for (const PlateSide& side : plate_of(body, laid.plates[next]).sides) {
        if (side.kind != SideKind::bend) continue;
        const Strip& s = body.strips[static_cast<size_t>(side.link)];
        const bool forth = s.plate_a == laid.plates[next];
        const int other = forth ? s.plate_b : s.plate_a;
        if (taken[static_cast<size_t>(other)]) continue;
        taken[static_cast<size_t>(other)] = true;
        laid.places[static_cast<size_t>(other)] = forth ? beyond(body, laid, s) : before(body, laid, s);
        laid.plates.push_back(other);
        laid.strips.push_back(side.link);
      }
    }
    all.push_back(std::move(laid));
  }
  return all;
}

Vec2 flat_point(const Body& body, const Laid& laid, const Strip& s, double phi, double along) {
  const Lies l = lies(body, laid, s);
  return l.start + along * l.along + (phi * s.neutral) * l.across;
}

Vec2 flat_corner(const Body& body, const Laid& laid, int plate, size_t corner) {
  const Plate& p = plate_of(body, plate);
  return placed(p.corners[corner % p.corners.size()], laid.places[static_cast<size_t>(plate)]);
}

std::optional<Overlap> overlap_of(const Body& body, const Laid& laid) {
  const std::vector<Stretch> all = stretches(body, laid);
  const double near = within::same * body.size;
  for (size_t i = 0; i < all.size(); ++i) {
    for (size_t k = i + 1; k < all.size(); ++k) {
      for (const Polygon& a : all[i].parts) {
        for (const Polygon& b : all[k].parts) {
          if (depth_of_overlap(a, b) > near) return Overlap{all[i].name, all[k].name};
        }
      }
    }
  }
  return std::nullopt;
}

}  // namespace juggler
