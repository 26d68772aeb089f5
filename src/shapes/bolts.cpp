// Bolt holes round flanges and ends, as openings. Equation numbers: docs/maths/openings.md.
#include <algorithm>
#include <array>
#include <cmath>

#include "bolts.h"
#include "part/bounds.h"
#include "round/round_sizes.h"

namespace juggler {
namespace {

[[noreturn]] void refuse_bolts(const BoltHoles& b, const char* key, const Phrase& reason,
                               const Phrase& found = {}, const Phrase& allowed = {},
                               const Phrase& advice = {}) {
  refuse((b.key + key).c_str(), reason, found, allowed, advice);
}

bool is_end(const std::string& word) { return word == "base" || word == "top"; }
EndName end_of(const BoltHoles& b) { return b.on == "base" ? EndName::base : EndName::top; }

std::optional<RoundSizes> round_sizes(const Part& part) {
  if (const auto* cone = std::get_if<Cone>(&part.asked)) return solve(*cone, part.sheet);
  if (const auto* cylinder = std::get_if<Cylinder>(&part.asked)) return solve(*cylinder, part.sheet);
  return std::nullopt;
}

bool is_round(const TransitionEnd& end) {
  return end.profile.kind == ProfileKind::circle && end.tilt.radians() == 0;
}

// Whether they lie round an axis, by plan angles.
bool goes_round(const Part& part, const BoltHoles& b) {
  if (std::holds_alternative<Plate>(part.asked)) return true;
  if (!is_end(b.on)) return false;
  if (const auto* t = std::get_if<Transition>(&part.asked))
    return is_round(b.on == "base" ? t->base : t->top);
  return std::holds_alternative<Cone>(part.asked) || std::holds_alternative<Cylinder>(part.asked);
}

void check_sizes(const BoltHoles& b) {
  const auto range = [&](const char* key, const std::optional<double>& value) {
    if (value) check_range((b.key + key).c_str(), *value, shortest, longest, "mm");
  };
  if (!b.diameter) refuse_bolts(b, ".diameter", "is missing", {}, {}, "say how wide the holes are");
  range(".diameter", b.diameter);
  range(".pitch", b.pitch);
  range(".circle", b.circle);
  range(".from_ends", b.from_ends);
  if (b.inset && *b.inset < *b.diameter / 2 * (1 + within::beside))
    refuse_bolts(b, ".inset", "brings the holes over the free edge", shown_mm(*b.inset),
                 "more than half their diameter, " + shown_mm(*b.diameter / 2),
                 "set them farther in, or make them smaller");
  range(".inset", b.inset);
  if (b.count) check_range((b.key + ".count").c_str(), *b.count, 1, 1000, "");
  check_range((b.key + ".from").c_str(), b.from.degrees(), -3600, 3600, "degrees");
  if (b.count && b.pitch)
    refuse_bolts(b, ".pitch", "is given beside a count", shown_mm(*b.pitch), "one of count and pitch",
                 "keep one of them");
  if (!b.count && !b.pitch)
    refuse_bolts(b, ".count", "is missing", {}, "count or pitch", "say how many, or how far apart");
}

void refuse_idle(const BoltHoles& b, const char* key, bool given, const char* whose) {
  if (given) refuse_bolts(b, key, std::string("belongs to holes ") + whose, {}, {}, "leave it out");
}

// (40)
int number_round(const BoltHoles& b, double circle) {
  const int n = b.count
                    ? *b.count
                    : std::max(1, static_cast<int>(std::ceil(pi * circle / *b.pitch * (1 - within::same))));
  if (n > 1000) refuse_bolts(b, ".pitch", "makes too many holes", shown_mm(*b.pitch), "up to 1000 of them");
  const double apart = n > 1 ? circle * std::sin(pi / n) : HUGE_VAL;
  if (apart <= *b.diameter)
    refuse_bolts(b, b.count ? ".count" : ".pitch", "makes bolt holes run into each other",
                 std::to_string(n) + ", their centres " + shown_mm(apart, 3) + " apart",
                 "centres more than " + shown_mm(*b.diameter) + " apart");
  return n;
}

Opening hole_of(const BoltHoles& b) {
  Opening o;
  o.name = "bolt";
  o.key = b.key;
  o.how = OpeningHow::laid;
  o.form.profile.diameter = b.diameter;
  o.form.key = b.key;
  return o;
}

Opening round_about(const BoltHoles& b, double circle) {
  Opening o = hole_of(b);
  const int n = number_round(b, circle);
  const double half = b.astride.value_or(false) ? 180.0 / n : 0;
  o.at.angle = Angle::degrees(b.from.degrees() + half);
  o.repeat.count = n;
  return o;
}

void check_one_place(const BoltHoles& b) {
  if (b.circle && b.inset)
    refuse_bolts(b, ".inset", "is given beside the circle", shown_mm(*b.inset), "one of circle and inset",
                 "keep one of them");
  if (!b.circle && !b.inset)
    refuse_bolts(b, ".inset", "is missing", {}, "inset from the free edge, or circle",
                 "say where the holes lie");
}

// Of an end of a cone or cylinder: how far inwards from its free edge, and their circle as it is finished.
// (41)
struct OnEnd {
  double beyond = 0;  // the end's plane, along the ruling
  double circle = 0;
};
OnEnd on_end(const BoltHoles& b, const RoundSizes& s, const Sheet& sheet) {
  const bool base = end_of(b) == EndName::base;
  const auto& flange = base ? s.base_flange : s.top_flange;
  if (!flange) {
    if (b.circle)
      refuse_bolts(b, ".circle", "is that of holes in a flange, and this end has none", shown_mm(*b.circle),
                   {}, "give inset, or the end a flange");
    const double layer = base ? s.base_layer : s.top_layer;
    const double radius = (base ? s.base_radius : s.top_radius) +
                          (sheet.neutral_factor * *sheet.thickness - layer) * std::cos(s.taper.radians());
    return {-*b.inset, 2 * radius};
  }
  if (b.inset)
    return {flange->width - *b.inset, 2 * (flange->radius + (flange->width - *b.inset) * flange->grows)};
  const auto inset = inset_of_circle(*flange, *b.circle / 2);
  if (!inset) {
    const double free = 2 * (flange->radius + flange->width * flange->grows);
    refuse_bolts(b, ".circle", "does not lie on the flange turned over", shown_mm(*b.circle),
                 "from " + shown_mm(2 * flange->radius) + " to " + shown_mm(free), "give another, or inset");
  }
  return {flange->width - *inset, *b.circle};
}

bool has_flange(const Part& part, EndName end) {
  const auto any = [&](const std::vector<Flange>& flanges) {
    return std::any_of(flanges.begin(), flanges.end(), [&](const Flange& f) { return f.end == end; });
  };
  if (const auto* h = std::get_if<Hopper>(&part.asked)) return any(h->flanges);
  if (const auto* t = std::get_if<Transition>(&part.asked)) return any(t->flanges);
  if (const auto* c = std::get_if<Cone>(&part.asked)) return any(c->flanges);
  if (const auto* c = std::get_if<Cylinder>(&part.asked)) return any(c->flanges);
  return false;
}

// Along the curve of a slanting or offset end plan angles do not tell where on the flange a hole lies.
void refuse_along_curves(const BoltHoles& b, const Part& part) {
  const std::optional<RoundSizes> s = round_sizes(part);
  const bool along = s ? std::any_of(s->along_curves.begin(), s->along_curves.end(),
                                     [&](const Flange& f) { return f.end == end_of(b); })
                       : has_flange(part, end_of(b));
  if (along)
    refuse_bolts(b, ".on", "is an end whose flange is turned over at many angles", b.on,
                 "flanges of level round ends, and folded ones",
                 "drill them through the mating ring, or give the part a ring of its own");
}

// (41), (42)
Opening round_holes(const BoltHoles& b, const Part& part) {
  refuse_idle(b, ".from_ends", b.from_ends.has_value(), "along straight sides");
  if (std::holds_alternative<Plate>(part.asked)) {
    refuse_idle(b, ".inset", b.inset.has_value(), "of a flange or an end");
    if (!b.circle) refuse_bolts(b, ".circle", "is missing", {}, {}, "give its diameter");
    Opening o = round_about(b, *b.circle);
    o.at.radius = *b.circle / 2;
    return o;
  }
  check_one_place(b);
  refuse_along_curves(b, part);
  const std::optional<RoundSizes> s = round_sizes(part);
  if (!s) {  // a transition, whose rulings differ
    refuse_idle(b, ".circle", b.circle.has_value(), "in a flange");
    refuse_idle(b, ".pitch", b.pitch.has_value(), "of cones, cylinders and plates: give a count");
    Opening o = round_about(b, HUGE_VAL);
    o.at.along_ruling = *b.inset;
    o.at.from = end_of(b);
    o.at.about_end = true;
    return o;
  }
  const OnEnd at = on_end(b, *s, part.sheet);
  Opening o = round_about(b, at.circle);
  o.at.along_ruling = -at.beyond;
  o.at.from = end_of(b);
  return o;
}

// Of what has four walls about an axis: where the middles of its sides lie nearest to.
std::optional<Vec3> middle_of_sides(const BoltHoles& b, const Part& part) {
  if (std::holds_alternative<Box>(part.asked)) return Vec3{};
  const auto* h = std::get_if<Hopper>(&part.asked);
  if (!h || !is_end(b.on)) return std::nullopt;
  const double side = part.making.hand == Hand::opposite ? -1 : 1;
  return b.on == "top" ? Vec3{h->shift.x, side * h->shift.y, h->height.value_or(0)} : Vec3{};
}

// (43)
Opening side_holes(const BoltHoles& b, const Part& part) {
  if (std::holds_alternative<Transition>(part.asked) && is_end(b.on) && !has_flange(part, end_of(b)))
    refuse_bolts(b, ".on", "is an end with sides and without a flange", b.on, "an end with a flange",
                 "give it one, or place the holes by [[part.opening]]");
  refuse_idle(b, ".circle", b.circle.has_value(), "round an axis");
  refuse_idle(b, ".from", b.from.radians() != 0, "round an axis");
  if (!b.inset) refuse_bolts(b, ".inset", "is missing", {}, {}, "say how far from the edge the holes lie");
  Opening o = hole_of(b);
  o.at.edge = is_end(b.on) && has_flange(part, end_of(b)) ? b.on + " flange" : b.on;
  o.at.every = true;
  o.at.distance = *b.inset;
  o.repeat.from_corners = b.from_ends.value_or(2 * *b.diameter);
  o.repeat.astride = b.astride;
  o.repeat.count = b.count;
  o.repeat.girth_pitch = b.pitch;
  o.repeat.about = middle_of_sides(b, part);
  return o;
}

Opening opening_of(const BoltHoles& b, const Part& part) {
  if (!b.like.empty())
    refuse_bolts(b, ".like", "names a part that this one does not know yet", b.like, {},
                 "let both be introduced()");
  if (b.on.empty() && !std::holds_alternative<Plate>(part.asked))
    refuse_bolts(b, ".on", "is missing", {}, {}, "name the end or the edge that the holes lie along");
  check_sizes(b);
  return goes_round(part, b) ? round_holes(b, part) : side_holes(b, part);
}

}  // namespace

Part with_bolt_holes(Part part) {
  std::vector<Opening> holes;
  for (const BoltHoles& b : part.bolts) holes.push_back(opening_of(b, part));
  part.making.openings.insert(part.making.openings.end(), holes.begin(), holes.end());
  part.bolts.clear();
  return part;
}

// (44): the other's direction of the centre line, seen in this part's frame.
BoltHoles settled(const BoltHoles& own, const BoltHoles& pattern, const Part& of, const Frame& stands,
                  Hand hand) {
  BoltHoles b = own;
  b.like.clear();
  b.like_on.clear();
  if (!b.diameter) b.diameter = pattern.diameter;
  b.astride = pattern.astride;
  b.count = pattern.count;
  b.pitch = pattern.pitch;
  if (!b.from_ends) b.from_ends = pattern.from_ends;
  if (!goes_round(of, pattern)) {
    if (!b.inset) b.inset = pattern.inset;
    return b;
  }
  const bool of_twin = of.making.hand == Hand::opposite, twin = hand == Hand::opposite;
  const Vec2 line = direction(of_twin ? -pattern.from.radians() : pattern.from.radians());
  const Vec3 seen = line.x * stands.x + line.y * stands.y;
  if (norm(Vec2{seen.x, seen.y}) < within::little)
    refuse_bolts(own, ".like", "names a part whose axis stands square to this one's", own.like,
                 "parts in line");
  b.from = Angle::radians(std::atan2(twin ? -seen.y : seen.y, seen.x));
  const Opening hole = opening_of(pattern, of);
  b.count = hole.repeat.count;
  b.pitch.reset();
  if (b.circle || b.inset) return b;
  const std::optional<RoundSizes> s = round_sizes(of);
  b.circle = s ? on_end(pattern, *s, of.sheet).circle : *pattern.circle;
  return b;
}

}  // namespace juggler
