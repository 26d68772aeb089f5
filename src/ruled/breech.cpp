// Breeches as legs on one base. Equation numbers: docs/maths/breech.md.
#include <algorithm>

#include "juggler/develop.h"
#include "part/bounds.h"

namespace juggler {
namespace {

constexpr size_t most_legs = 4;

void check_legs(const Breech& b) {
  if (b.legs.size() < 2 || b.legs.size() > most_legs)
    refuse("legs", "are too few or too many", std::to_string(b.legs.size()), "2 to 4");
  for (size_t i = 0; i < b.legs.size(); ++i) {
    const std::string key = "legs." + std::to_string(i + 1) + ".centre";
    if (!b.legs[i].centre)
      throw Refusal(
          {.reason = "is missing", .key = key, .allowed = "the middle of the leg's top, [x, y, z]"});
    check_range(key.c_str(), b.legs[i].centre->z, shortest, longest, "mm");
  }
}

bool same_turn(Angle a, Angle b, double part) {
  const double turns = (a.radians() - b.radians()) / part;
  return std::abs(turns - std::round(turns)) * part < within::same;
}

// How many times once round a profile looks the same, turned about its centre; 0 any turn.
int folds_of(const Profile& p) {
  switch (p.kind) {
    case ProfileKind::circle:
      return 0;
    case ProfileKind::rectangle:
    case ProfileKind::ellipse:
      return p.width == p.length ? (p.kind == ProfileKind::ellipse ? 0 : 4) : 2;
    case ProfileKind::obround:
      return 2;
    case ProfileKind::polygon:
      return p.sides;
    default:
      return 1;
  }
}

bool turns_upon_itself(const Profile& p, Angle by) {
  const int folds = folds_of(p);
  return folds == 0 || same_turn(by, Angle{}, two_pi / folds);
}

bool same_profile(const Profile& a, const Profile& b) {
  const auto at = [](const Vec2& p, const Vec2& q) { return p == q; };
  return a.kind == b.kind && a.diameter == b.diameter && a.width == b.width && a.length == b.length &&
         a.between_centres == b.between_centres && a.corner_radius == b.corner_radius && a.sides == b.sides &&
         a.across_flats == b.across_flats && a.across_corners == b.across_corners &&
         std::equal(a.points.begin(), a.points.end(), b.points.begin(), b.points.end(), at) &&
         a.outline.empty() && b.outline.empty() && folds_of(a) == folds_of(b);
}

// A plane turn about the breech's axis, or a turn after a mirror image about plan angle 0.
struct Symmetry {
  Angle turn = {};
  bool mirrored = false;
  [[nodiscard]] Vec3 of(Vec3 p) const {
    const double c = std::cos(turn.radians());
    const double s = std::sin(turn.radians());
    const double y = mirrored ? -p.y : p.y;
    return {c * p.x - s * y, s * p.x + c * y, p.z};
  }
  [[nodiscard]] Angle of(Angle plan) const { return (mirrored ? Angle{} - plan : plan) + turn; }
};

// Whether it brings one leg, with all that its sizes say, upon another.
bool brings(const Symmetry& s, const BreechLeg& leg, const BreechLeg& upon, double size) {
  if (norm(s.of(*leg.centre) - *upon.centre) > within::same * size) return false;
  if (!same_profile(leg.top.profile, upon.top.profile)) return false;
  const bool level = leg.top.tilt == Angle{} && upon.top.tilt == Angle{};
  if (leg.top.tilt != upon.top.tilt || leg.top.sizes_on != upon.top.sizes_on ||
      leg.top.contact != upon.top.contact)
    return false;
  if (!level && !same_turn(s.of(leg.top.uphill), upon.top.uphill, two_pi)) return false;
  const int folds = folds_of(leg.top.profile);
  if (s.mirrored && folds == 1) return false;  // drawn profiles are as they are
  const Angle now = folds == 0 ? Angle{} : s.of(leg.top.profile.turn) - upon.top.profile.turn;
  return turns_upon_itself(leg.top.profile, now);
}

// Whether it brings the base upon itself, and every leg upon one.
bool is_of(const Symmetry& s, const Breech& b, double size) {
  const Profile& base = b.base.profile;
  if (s.mirrored && folds_of(base) == 1) return false;
  const Angle now = folds_of(base) == 0 ? Angle{} : s.of(base.turn) - base.turn;
  if (!turns_upon_itself(base, now)) return false;
  return std::all_of(b.legs.begin(), b.legs.end(), [&](const BreechLeg& leg) {
    return std::any_of(b.legs.begin(), b.legs.end(),
                       [&](const BreechLeg& upon) { return brings(s, leg, upon, size); });
  });
}

Angle plan_of(Vec3 p) { return Angle::radians(std::hypot(p.x, p.y) > 0 ? std::atan2(p.y, p.x) : 0); }

// (1): the symmetry of the whole breech that brings leg i upon leg k.
std::optional<Symmetry> symmetry(const Breech& b, size_t i, size_t k, bool mirrored) {
  const BreechLeg& leg = b.legs[i];
  const BreechLeg& upon = b.legs[k];
  const Angle own = plan_of(*leg.centre);
  const Symmetry s{plan_of(*upon.centre) - (mirrored ? Angle{} - own : own), mirrored};
  const double size = norm(*leg.centre) + norm(*upon.centre);
  const Angle seam = mirrored ? Angle{} - leg.seam : leg.seam;
  if (!same_turn(seam, upon.seam, two_pi) || !brings(s, leg, upon, size) || !is_of(s, b, size))
    return std::nullopt;
  return s;
}

Frame turned(Angle by) {
  const double c = std::cos(by.radians());
  const double s = std::sin(by.radians());
  return {{}, {c, s, 0}, {-s, c, 0}, {0, 0, 1}};
}

// Where each leg stands, as the one it is made like.
struct Alike {
  size_t first = 0;
  Angle turn = {};
  std::optional<size_t> mirror = {};  // that it is the mirror image of
};

std::vector<Alike> alike(const Breech& b) {
  std::vector<Alike> all;
  for (size_t i = 0; i < b.legs.size(); ++i) {
    Alike own{i, {}, {}};
    for (size_t k = 0; k < i && own.first == i; ++k) {
      if (all[k].first != k) continue;
      if (const auto s = symmetry(b, k, i, false)) {
        own = {k, s->turn, {}};
      } else if (!own.mirror && symmetry(b, k, i, true)) {
        own.mirror = k;
      }
    }
    all.push_back(own);
  }
  return all;
}

Part leg_of(const Breech& b, size_t i, const Part& like) {
  const BreechLeg& leg = b.legs[i];
  const std::string key = "legs." + std::to_string(i + 1);
  Transition wall;
  wall.base = b.base;
  wall.top = leg.top;
  if (wall.top.profile.key.empty()) wall.top.profile.key = key + ".top";
  wall.height = leg.centre->z;
  wall.shift = {leg.centre->x, leg.centre->y};
  Part part = like;
  part.shape = "transition";
  part.asked = std::move(wall);
  part.asked_as["height"] = part.asked_as["top.shift"] = key + ".centre";
  for (const char* own : {"tilt.angle", "tilt.uphill", "sizes_on", "contact"})
    part.asked_as[std::string("top.") + own] = key + ".top." + own;
  part.seam.at = plan_of(*leg.centre) + leg.seam;
  return part;
}

}  // namespace

std::vector<Part> legs_of(const Breech& b, const Part& like) {
  check_legs(b);
  const std::vector<Alike> all = alike(b);
  const auto name = [&](size_t i) {
    const std::string leg = "leg-" + std::to_string(i + 1);
    return like.name.empty() ? leg : like.name + "-" + leg;
  };
  std::vector<Part> parts;
  std::vector<size_t> of(b.legs.size());  // parts, by the leg that they are made as
  for (size_t i = 0; i < b.legs.size(); ++i) {
    const int position = static_cast<int>(i) + 1;
    if (all[i].first != i) {
      Part& same = parts[of[all[i].first]];
      same.row.push_back({position, false, turned(all[i].turn)});
      same.making.quantity += like.making.quantity;
      continue;
    }
    Part part = leg_of(b, i, like);
    part.name = name(i);
    if (all[i].mirror) part.name += "-mirror-of-" + std::to_string(*all[i].mirror + 1);
    part.row = {{position, false, {}}};
    for (size_t k = 0; k < b.legs.size(); ++k) {
      if (k == i) continue;
      EndBody other;
      other.beside = true;
      other.contact = b.contact;
      other.body = name(all[k].first);
      if (const auto mirror = all[all[k].first].mirror)
        other.body += "-mirror-of-" + std::to_string(*mirror + 1);
      other.stands = turned(all[k].turn);
      other.key = "legs." + std::to_string(i + 1) + ".centre";
      part.ends.push_back(std::move(other));
    }
    of[i] = parts.size();
    parts.push_back(std::move(part));
  }
  return parts;
}

}  // namespace juggler
