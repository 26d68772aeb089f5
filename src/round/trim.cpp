// The planes of trims, and what they must not do. Equation numbers: docs/maths/round.md.
#include <algorithm>

#include "round_sizes.h"
#include "round_wall.h"

namespace juggler {
namespace {

Vec3 uphill_of(Angle uphill) { return {std::cos(uphill.radians()), std::sin(uphill.radians()), 0}; }

double size_layer(const RoundSizes& s, EndName end) {
  return end == EndName::base ? s.base_layer : s.top_layer;
}

// Along a ruling of the trimmed end's size face, from the other end's plane.
struct Side {
  Ruling ruling;
  double layer = 0;
  double other = 0;  // s where it meets that plane
  [[nodiscard]] Vec3 at(double s) const { return ruling.c + layer * ruling.n + s * ruling.e; }
};

Side side_of(const RoundSizes& s, const Wall& wall, EndName end, double u) {
  const double layer = size_layer(s, end);
  const Ruling r = ruling_at(wall, u);
  const double level = end == EndName::top ? 0 : s.height;
  return {r, layer, cut_of(r, {{0, 0, 1}, level}, layer).s};
}

struct Slope {
  double height = 0;
  double tilt = 0;
};

// (5): the plane through the ends of two opposite rulings.
Slope slope_of_sides(const Trim& t, const RoundSizes& s, const Wall& wall) {
  const Side up = side_of(s, wall, t.end, t.uphill.radians());
  const Side down = side_of(s, wall, t.end, t.uphill.radians() + pi);
  const bool top = t.end == EndName::top;
  const Vec3 p = up.at(top ? up.other + *t.long_side : up.other - *t.short_side);
  const Vec3 q = down.at(top ? down.other + *t.short_side : down.other - *t.long_side);
  const Vec3 along = uphill_of(t.uphill);
  const double run = dot(along, p - q);
  const double tilt = std::atan2(p.z - q.z, run);
  if (run <= 0 || tilt < -within::rounding) {
    throw Refusal({.reason = "with these lengths the plane does not rise uphill",
                   .key = t.key + "long_side",
                   .found = "a rise of " + shown_mm(p.z - q.z) + " over " + shown_mm(run),
                   .allowed = "a rise of 0 or more over a distance above 0",
                   .advice = "exchange the lengths, turn uphill by 180 degrees, or give height and tilt"});
  }
  if (tilt > steepest.radians()) {
    throw Refusal({.reason = "with these lengths the plane is too steep",
                   .key = t.key + "long_side",
                   .found = "a tilt of " + shown_degrees(Angle::radians(tilt)),
                   .allowed = "up to " + shown_degrees(steepest),
                   .advice = "bring the two lengths closer together"});
  }
  return {p.z - std::tan(tilt) * dot(along, p), std::max(0.0, tilt)};
}

std::optional<double> apex_height(const RoundSizes& s, EndName end) {
  const double taper = s.taper.radians();
  if (!s.coaxial() || taper == 0) return std::nullopt;
  return end == EndName::base ? s.base_radius / std::tan(taper) : s.height + s.top_radius / std::tan(taper);
}

Slope slope_from_apex(const Trim& t, const RoundSizes& s) {
  const auto apex = apex_height(s, t.end);
  if (!apex) {
    throw Refusal({.reason = s.coaxial() ? "a cylinder has no apex to measure from"
                                         : "an offset cone's apex does not lie on the axis",
                   .key = t.key + "from_apex",
                   .found = shown_mm(*t.from_apex),
                   .advice = "give height and tilt, or short_side and long_side"});
  }
  const double towards_metal = s.taper.radians() > 0 ? -1 : 1;
  return {*apex + towards_metal * *t.from_apex, pi / 2 - t.to_axis->radians()};
}

Slope slope_of(const Trim& t, const RoundSizes& s, const Wall& wall) {
  if (t.short_side) return slope_of_sides(t, s, wall);
  if (t.from_apex) return slope_from_apex(t, s);
  return {*t.height, t.tilt.value_or(Angle{}).radians()};
}

double side_length(const RoundSizes& s, const Wall& wall, EndName end, const Plane& plane, double u) {
  const Side side = side_of(s, wall, end, u);
  const double cut = cut_of(side.ruling, plane, side.layer).s;
  return end == EndName::top ? cut - side.other : side.other - cut;
}

}  // namespace

namespace {

// What lies farther out is beyond it: upwards along the rulings for a top, downwards for a base.
TrimPlane upright_plane(const Trim& t) {
  TrimPlane made;
  made.end = t.end;
  made.contact = t.contact.value_or(Contact::size_face);
  made.tilt = Angle::degrees(90);
  made.uphill = t.uphill;
  made.key = t.key;
  made.from_axis = t.from_axis;
  const double outwards = t.end == EndName::top ? 1 : -1;
  made.plane = {outwards * uphill_of(t.uphill), outwards * *t.from_axis};
  return made;
}

}  // namespace

TrimPlane trim_plane(const Trim& t, const RoundSizes& s, const Wall& wall) {
  if (t.from_axis && s.coaxial() && s.taper == Angle{})
    throw Refusal(
        {.reason = "stands an upright plane along the rulings of a cylinder, which never run into it",
         .key = t.key + "from_axis",
         .found = shown_mm(*t.from_axis),
         .advice = "give height and tilt, or cut it by an opening over the edge"});
  if (t.from_axis) return upright_plane(t);
  const Slope slope = slope_of(t, s, wall);
  TrimPlane made;
  made.end = t.end;
  made.contact = t.contact.value_or(Contact::size_face);
  made.height = slope.height;
  made.tilt = Angle::radians(slope.tilt);
  made.uphill = t.uphill;
  made.key = t.key;
  made.plane = tilted_plane(slope.height, made.tilt, t.uphill);
  const double up = t.uphill.radians();
  const double uphill_side = side_length(s, wall, t.end, made.plane, up);
  const double downhill_side = side_length(s, wall, t.end, made.plane, up + pi);
  made.short_side = t.end == EndName::top ? downhill_side : uphill_side;
  made.long_side = t.end == EndName::top ? uphill_side : downhill_side;
  if (const auto apex = apex_height(s, t.end)) {
    made.from_apex = s.taper.radians() > 0 ? *apex - made.height : made.height - *apex;
  }
  return made;
}

namespace {

const char* place_key(const TrimPlane& t) { return t.from_axis ? "from_axis" : "height"; }

Phrase shown_plane(const TrimPlane& t) {
  if (t.from_axis)
    return "upright, " + shown_mm(*t.from_axis) + " from the axis, towards " + shown_degrees(t.uphill);
  return "height " + shown_mm(t.height) + ", tilt " + shown_degrees(t.tilt) + ", uphill " +
         shown_degrees(t.uphill);
}

Phrase at_plan(double u) {
  const double turn = two_pi;
  return " at plan angle " + shown_degrees(Angle::radians(u - turn * std::floor(u / turn)));
}

// How far a plane lies past the rim that is left without it, at the ruling where it comes nearest.
void check_meets(const Form& f, const TrimPlane& t, size_t index) {
  std::vector<Cutter> others;
  for (size_t i = 0; i < f.cutters.size(); ++i) {
    if (i != index && f.cutters[i].end == t.end) others.push_back(f.cutters[i]);
  }
  const double outwards = t.end == EndName::top ? 1 : -1;
  const bool pointed = others.empty();
  const Rim without = pointed ? f.rim(t.end) : rim_of(others, t.end, f.wall, f.thickness);
  const Rim alone = rim_of({f.cutters[index]}, t.end, f.wall, f.thickness);
  const auto past = [&](double u) { return outwards * (alone(u).s - without(u).s); };
  const Least nearest = least(past, f.wall.front().from, f.wall.back().to);
  if (pointed || nearest.value < -within::same * f.size) return;
  throw Refusal(
      {.reason = std::string("the plane misses the part: it cuts nothing off the ") + name_of(t.end) +
                 ", or another trim has taken it all",
       .key = t.key + (t.key.empty() ? "long_side" : place_key(t)),
       .found = shown_plane(t) + "; it passes " + shown_mm(nearest.value) + " outside" + at_plan(nearest.at),
       .allowed = "a plane that meets the metal",
       .advice = "move the plane, correct its end, or leave the trim out"});
}

const TrimPlane& nearest_trim(const Form& f, EndName end, double u) {
  const Ruling r = ruling_at(f.wall, u);
  const auto off = [&](const TrimPlane& t) {
    return std::abs(cut_of(r, t.plane, f.thickness / 2).s - f.rim(end)(u).s) + (t.end == end ? 0 : never);
  };
  return *std::min_element(f.trims.begin(), f.trims.end(),
                           [&](const TrimPlane& a, const TrimPlane& b) { return off(a) < off(b); });
}

// A trim of a pointed end must cut every ruling before its point.
void check_apex(const Form& f, const RoundSizes& s, EndName end) {
  const bool was_pointed = end == EndName::base ? s.base_pointed : s.top_pointed;
  if (!was_pointed || f.pointed(end)) return;
  const Rim point = point_rim(s, end, f.wall, f.neutral_depth);
  const double outwards = end == EndName::top ? 1 : -1;
  const auto left = [&](double u) { return outwards * (point(u).s - f.rim(end)(u).s); };
  const Least nearest = least(left, f.wall.front().from, f.wall.back().to);
  if (nearest.value > within::same * f.size) return;
  const TrimPlane& t = nearest_trim(f, end, nearest.at);
  throw Refusal(
      {.reason = "the plane passes the apex on its far side, or goes through it",
       .key = t.key + place_key(t),
       .found = shown_plane(t) + "; it meets the ruling" + at_plan(nearest.at) + " " +
                (nearest.value < -never / 2 ? "never" : shown_mm(-nearest.value) + " past the apex"),
       .allowed = "a plane that cuts every ruling before the apex",
       .advice = "lower the tilt, or move the plane away from the apex"});
}

// A plane steeper than a ruling would cut it off from its other end.
void check_steepness(const Form& f, const TrimPlane& t, const Cutter& cutter) {
  const EndName other = t.end == EndName::top ? EndName::base : EndName::top;
  const double outwards = t.end == EndName::top ? 1 : -1;
  const auto inside = [&](double u) {
    const Ruling r = ruling_at(f.wall, u);
    const double s = f.rim(other)(u).s;
    double room = never;
    for (double layer : contact_layers(cutter, f.thickness)) {
      const Vec3 p = r.c + layer * r.n + s * r.e;
      room = std::min(room, -outwards * cutter.beyond(p));
    }
    return room;
  };
  const Least worst = least(inside, f.wall.front().from, f.wall.back().to);
  if (worst.value > within::same * f.size) return;
  const double here = f.rim(EndName::top)(worst.at).s - f.rim(EndName::base)(worst.at).s;
  throw Refusal({.reason = std::string("the plane meets the ") + name_of(other) +
                           " or its trims inside the part: it leaves no wall between them",
                 .key = t.key + (t.key.empty() ? "short_side" : place_key(t)),
                 .found = shown_plane(t) + "; it passes " + shown_mm(-worst.value) + " beyond the " +
                          name_of(other) + at_plan(worst.at) +
                          (std::abs(here) < never / 2 ? ", where the ruling is left " + shown_mm(here) : ""),
                 .allowed = "some wall at every plan angle",
                 .advice = "move the plane outwards or lower its tilt"});
}

}  // namespace

void check_trims(const Form& f, const RoundSizes& s) {
  if (f.trims.empty()) return;
  const size_t first = f.cutters.size() - f.trims.size();
  for (size_t i = 0; i < f.trims.size(); ++i) check_meets(f, f.trims[i], first + i);
  check_apex(f, s, EndName::base);
  check_apex(f, s, EndName::top);
  for (size_t i = 0; i < f.trims.size(); ++i) check_steepness(f, f.trims[i], f.cutters[first + i]);
}

}  // namespace juggler
