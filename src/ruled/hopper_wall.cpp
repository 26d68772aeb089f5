#include "hopper_wall.h"

#include <algorithm>
#include <array>

#include "blank/laid.h"
#include "folded/folded.h"
#include "folded/hopper_sizes.h"
#include "form/cuts.h"
#include "hull.h"
#include "measure/facts.h"
#include "part/bounds.h"
#include "part/place.h"
#include "ruled.h"

namespace juggler {
namespace {

constexpr double half_bend = 0.1;  // of u, which is a quarter turn from wall to wall

// The inside of a wall: outwards normal, distance from the origin.
struct Side {
  Vec3 n;
  double off = 0;
};

// A bend between a wall and the next one.
struct Hip {
  Vec3 n;       // of the wall before
  Vec3 across;  // square to it and to the axis, towards the next wall
  Vec3 axis;    // upwards
  Vec3 centre;  // of the axis, at z = 0
  double turn = 0;

  [[nodiscard]] Vec3 normal(double angle) const { return std::cos(angle) * n + std::sin(angle) * across; }
  // Of its ruling on the inside face, at a height.
  [[nodiscard]] Vec3 at(double radius, double angle, double z) const {
    const Vec3 p = centre + radius * normal(angle);
    return p + (z - p.z) / axis.z * axis;
  }
};

struct HopperWall {
  std::array<Hip, 4> hips;  // after walls +x, +y, -x, -y
  double radius = 0, height = 0, thickness = 0, neutral = 0, size = 0;
  std::vector<Cutter> cutters;
  std::vector<AskedProfile> profiles;
  std::vector<Stretch> once;
};

// (11): where both planes, moved inwards by the radius, meet.
Hip hip_between(const Side& a, const Side& b, double radius) {
  Hip hip;
  hip.n = a.n;
  hip.axis = unit(cross(a.n, b.n));
  hip.across = unit(b.n - dot(b.n, a.n) * a.n);
  hip.turn = std::acos(std::clamp(dot(a.n, b.n), -1.0, 1.0));
  const double p = a.off - radius, q = b.off - radius;
  const double det = a.n.x * b.n.y - a.n.y * b.n.x;
  hip.centre = {(p * b.n.y - q * a.n.y) / det, (q * a.n.x - p * b.n.x) / det, 0};
  return hip;
}

std::array<Side, 4> sides_of(const Hopper& hopper, const Sheet& sheet) {
  Hopper plain = hopper;
  plain.pieces = 1;
  plain.seam = 0;
  plain.flanges.clear();
  const Body body = body_of(plain, sheet);
  std::array<Side, 4> sides;
  for (const BodyFace& face : body.faces) {
    const double quarters = std::atan2(face.normal.y, face.normal.x) / (pi / 2);
    sides[static_cast<size_t>(std::lround(quarters) + 4) % 4] = {face.normal, dot(face.normal, face.origin)};
  }
  return sides;
}

// (12): from the border that it shares with the bend before to that with the bend after it.
Ruling of_plate(const HopperWall& w, size_t k, double from, double to, double u) {
  const Hip& before = w.hips[(k + 3) % 4];
  const Hip& after = w.hips[k];
  const double share = (u - from) / (to - from);
  const auto between = [&](double z) {
    const Vec3 a = before.at(w.radius, before.turn, z), b = after.at(w.radius, 0, z);
    return std::pair{a + share * (b - a), 1 / (to - from) * (b - a)};
  };
  const auto [low, d_low] = between(0);
  const auto [high, d_high] = between(w.height);
  const double length = norm(high - low);
  const Vec3 e = 1 / length * (high - low);
  const Vec3 d = d_high - d_low;
  return {low, e, after.n, d_low, 1 / length * (d - dot(d, e) * e), {}};
}

// (13)
Ruling of_bend(const HopperWall& w, size_t k, double from, double to, double u) {
  const Hip& hip = w.hips[k];
  const double rate = hip.turn / (to - from);
  const double angle = rate * (u - from);
  const Vec3 n = hip.normal(angle);
  const Vec3 dn = rate * (std::cos(angle) * hip.across - std::sin(angle) * hip.n);
  const Vec3 dc = w.radius * dn - (w.radius * dn.z / hip.axis.z) * hip.axis;
  return {hip.at(w.radius, angle, 0), hip.axis, n, dc, {}, dn};
}

void check_for_wall(const Hopper& h) {
  if (h.pieces > 2 || h.seam % 2 != 0)
    refuse("seam.at", "welds hips of a hopper of which another part cuts an end", name_of_eighth(h.seam),
           "one or two pieces, their seams in the middles of walls", "fold the hips");
  if (!h.flanges.empty())
    refuse(h.flanges.front().key + ".end", "stands on a hopper of which another part cuts an end", {}, {},
           "make the flange a part of its own");
  if (h.bend.radius.value_or(0) <= 0)
    refuse("bend.radius", "leaves sharp hips, about which no layers are parallel",
           shown_mm(h.bend.radius.value_or(0)), "more than 0", "give the inside radius of the bends");
}

// The rectangle as it was asked for; what its corners come to the bends say.
AskedProfile rectangle_asked(const Hopper& h, EndName end, const Sheet& sheet, double corners) {
  const bool top = end == EndName::top;
  const RectangleSize& size = top ? h.top : h.base;
  const Face on = size.sizes_on.value_or(sheet.sizes_on.value_or(Face::middle));
  const Vec3 centre = top ? Vec3{h.shift.x, h.shift.y, *h.height} : Vec3{};
  const Vec2 half{*size.width / 2, *size.length / 2};
  return {
      end, layer_of(on, *sheet.thickness), centre, {1, 0, 0}, {0, 1, 0}, {0, 0, 1}, [half, corners](Vec2 p) {
        const Vec2 off{std::abs(p.x) - half.x, std::abs(p.y) - half.y};
        const bool corner = off.x > -corners && off.y > -corners;
        return corner ? 0 : std::max(off.x, off.y);
      }};
}

std::shared_ptr<const HopperWall> wall_of(const Hopper& hopper, const Sheet& sheet) {
  check_for_wall(hopper);
  const Hopper sized = on_one_face(hopper, sheet);
  const HopperLayers layers = layers_of(hopper, sized, sheet);
  const std::array<Side, 4> sides = sides_of(hopper, sheet);
  auto w = std::make_shared<HopperWall>();
  w->radius = *hopper.bend.radius;
  w->height = *hopper.height;
  w->thickness = layers.thickness;
  for (size_t k = 0; k < 4; ++k) w->hips[k] = hip_between(sides[k], sides[(k + 1) % 4], w->radius);
  const auto factor = [&](const Hip& hip) {
    return neutral_factor(hopper.bend, w->thickness, w->radius, Angle::radians(hip.turn));
  };
  const double k = w->thickness > 0 ? factor(w->hips[0]) : 0;
  for (const Hip& hip : w->hips) {
    if (w->thickness > 0 && std::abs(factor(hip) - k) > within::same)
      refuse("bend.neutral",
             "differs from hip to hip, but a wall that another part cuts has one neutral layer", {}, {},
             "give one factor for all");
  }
  w->neutral = k * w->thickness;
  const Vec3 up{0, 0, 1};
  w->cutters = {plane_cutter(EndName::base, {up, 0}, Contact::size_face, layers.base),
                plane_cutter(EndName::top, {up, w->height}, Contact::size_face, layers.top)};
  const double corners = 4 * (w->radius + w->thickness);
  for (const EndName end : {EndName::base, EndName::top})
    w->profiles.push_back(rectangle_asked(hopper, end, sheet, corners));
  w->size = norm(w->hips[0].at(0, 0, w->height) - w->hips[2].at(0, 0, 0)) + w->thickness;
  return w;
}

// Once round, from the middle of wall -y to that of wall +x and on; u is the plan angle at the middles.
void add_pieces(HopperWall& w) {
  constexpr std::array names{"wall +x", "wall +y", "wall -x", "wall -y"};
  const auto shape = std::make_shared<const HopperWall>(w);
  for (size_t k = 0; k < 4; ++k) {
    const double middle = static_cast<double>(k) * pi / 2;
    const double from = middle - pi / 4 + half_bend, to = middle + pi / 4 - half_bend;
    w.once.push_back(
        {{from, to, [=](double u) { return of_plate(*shape, k, from, to, u); }}, RegionKind::flat, names[k]});
    const double end = to + 2 * half_bend;
    w.once.push_back(
        {{to, end, [=](double u) { return of_bend(*shape, k, to, end, u); }}, RegionKind::cylinder, "bend"});
  }
}

Form form_between(const HopperWall& w, const Span& span) {
  Form f;
  f.by_plan = false;
  f.thickness = w.thickness;
  f.neutral_depth = w.neutral;
  f.size = w.size;
  f.cutters = w.cutters;
  f.profiles = w.profiles;
  f.before = span.before;
  f.after = span.after;
  set_wall(f, stretches_between(w.once, span.from - span.before, span.to + span.after));
  return f;
}

// What folds it, in one sentence.
Phrase bends_note(const HopperWall& w) {
  Phrase text =
      "The hips are bent between the marked lines, to " + shown_mm(w.radius, 3) + " inside radius, by";
  const auto same = [&](const Hip& h) { return std::abs(h.turn - w.hips[0].turn) <= within::same; };
  if (std::all_of(w.hips.begin(), w.hips.end(), same))
    return text + " " + shown_degrees(w.hips[0].turn * 180 / pi, 3) + " each.";
  for (size_t k = 0; k < 4; ++k)
    text += std::string(k == 0 ? " " : k == 3 ? " and " : ", ") + shown_degrees(w.hips[k].turn * 180 / pi, 3);
  return text + " from wall +x round.";
}

}  // namespace

Formed form_hopper_wall(const Part& part, const Hopper& hopper) {
  const auto made = std::make_shared<HopperWall>(*wall_of(hopper, part.sheet));
  add_pieces(*made);
  Part own = part;
  own.seam.pieces = hopper.pieces;
  own.seam.at = Angle::degrees(45 * hopper.seam);
  Formed formed = joined_wall(
      own,
      [wall = std::shared_ptr<const HopperWall>(made)](const Span& span) {
        return form_between(*wall, span);
      },
      made->height, [](const WallProof&) { return GivenMiss(); });
  formed.top = top_of(hopper.shift, made->height, part.making.hand);
  formed.laid_out_by = bend_words(hopper.bend);
  formed.says.asked = [=]() { return asked_facts(part, hopper); };
  formed.says.part = [=, record = hopper_record(hopper)](const Blank&) { return record; };
  formed.lay = [=, lay = formed.lay](const Making& making) {
    LaidPart laid = lay(making);
    for (LaidPiece& piece : laid.pieces) piece.blank.notes.push_back(bends_note(*made));
    return laid;
  };
  return formed;
}

}  // namespace juggler
