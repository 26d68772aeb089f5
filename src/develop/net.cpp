#include "net.h"

#include <algorithm>

namespace juggler {
namespace {

const BodyFace& body_face(const Body& body, int i) { return body.faces[static_cast<size_t>(i)]; }

Vec2 in_frame(const BodyFace& p, Vec3 way) { return {dot(way, p.x), dot(way, p.y)}; }

// A zone as it lies: where distances along it start on a face's tangent line, along and away from there.
struct Lies {
  Vec2 start;
  Vec2 along;
  Vec2 across;
};

Lies lies(const Body& body, const Laid& laid, const BendZone& s) {
  const BodyFace& a = body_face(body, s.face_a);
  const Placing& place = laid.places[static_cast<size_t>(s.face_a)];
  const Vec2 u = direction(place.turn.radians() + std::atan2(dot(s.axis, a.y), dot(s.axis, a.x)));
  return {placed(a.corners[static_cast<size_t>(s.side_a)], place), u, Vec2{} - left_of(u)};
}

// (21): the second face, its tangent line beyond the zone.
Placing beyond(const Body& body, const Laid& laid, const BendZone& s) {
  const BodyFace& b = body_face(body, s.face_b);
  const BodyFace& a = body_face(body, s.face_a);
  const Lies l = lies(body, laid, s);
  const Vec2 u = in_frame(b, s.axis);
  const size_t end = (static_cast<size_t>(s.side_b) + 1) % b.corners.size();
  const double along = dot(b.at(b.corners[end]) - a.at(a.corners[static_cast<size_t>(s.side_a)]), s.axis);
  Placing p;
  p.turn = heading_of(l.along) - heading_of(u);
  p.shift = l.start + along * l.along + s.width() * l.across - placed(b.corners[end], {false, p.turn, {}});
  return p;
}

// (22): the first face, from the second.
Placing before(const Body& body, const Laid& laid, const BendZone& s) {
  Laid there = laid;
  there.places[static_cast<size_t>(s.face_a)] = {};
  const Placing b = beyond(body, there, s);
  const Placing& asked = laid.places[static_cast<size_t>(s.face_b)];
  Placing p;
  p.turn = asked.turn - b.turn;
  p.shift = asked.shift - placed(b.shift, {false, p.turn, {}});
  return p;
}

int most_bent(const Body& body, const std::vector<bool>& taken) {
  int best = -1;
  long most = -1;
  for (size_t i = 0; i < body.faces.size(); ++i) {
    if (taken[i]) continue;
    const auto& sides = body.faces[i].sides;
    const long bends =
        std::count_if(sides.begin(), sides.end(), [](const FaceSide& s) { return s.kind == SideKind::bend; });
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
  for (const int i : laid.faces) {
    Polygon p;
    for (size_t k = 0; k < body_face(body, i).corners.size(); ++k) p.push_back(flat_corner(body, laid, i, k));
    all.push_back({body_face(body, i).name, convex_parts(std::move(p))});
  }
  for (const int i : laid.zones) {
    const BendZone& s = body.zones[static_cast<size_t>(i)];
    if (s.width() == 0) continue;
    const double turn = std::abs(s.angle.radians());
    all.push_back(
        {"bend at " + body_face(body, s.face_b).name,
         {{flat_point(body, laid, s, 0, s.high(0)), flat_point(body, laid, s, 0, s.low(0)),
           flat_point(body, laid, s, turn, s.low(turn)), flat_point(body, laid, s, turn, s.high(turn))}}});
  }
  return all;
}

}  // namespace

std::vector<Laid> lay_out(const Body& body) {
  std::vector<bool> taken(body.faces.size());
  std::vector<Laid> all;
  for (int root = most_bent(body, taken); root >= 0; root = most_bent(body, taken)) {
    Laid laid{{root}, {}, std::vector<Placing>(body.faces.size())};
    taken[static_cast<size_t>(root)] = true;
    for (size_t next = 0; next < laid.faces.size(); ++next) {
      for (const FaceSide& side : body_face(body, laid.faces[next]).sides) {
        if (side.kind != SideKind::bend) continue;
        const BendZone& s = body.zones[static_cast<size_t>(side.link)];
        const bool forth = s.face_a == laid.faces[next];
        const int other = forth ? s.face_b : s.face_a;
        if (taken[static_cast<size_t>(other)]) continue;
        taken[static_cast<size_t>(other)] = true;
        laid.places[static_cast<size_t>(other)] = forth ? beyond(body, laid, s) : before(body, laid, s);
        laid.faces.push_back(other);
        laid.zones.push_back(side.link);
      }
    }
    all.push_back(std::move(laid));
  }
  return all;
}

Vec2 flat_point(const Body& body, const Laid& laid, const BendZone& s, double phi, double along) {
  const Lies l = lies(body, laid, s);
  return l.start + along * l.along + (phi * s.neutral_radius) * l.across;
}

Vec2 flat_corner(const Body& body, const Laid& laid, int face, size_t corner) {
  const BodyFace& p = body_face(body, face);
  return placed(p.corners[corner % p.corners.size()], laid.places[static_cast<size_t>(face)]);
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
