// Sizes of domes and of ruled walls. Equation numbers: docs/maths/stretch.md.
#include <algorithm>
#include <array>
#include <cmath>

#include "part/bounds.h"
#include "walls.h"

namespace juggler {
namespace {

constexpr double widest = 1e5;  // mm

double needed(const std::optional<double>& value, const std::string& key, double least, double most,
              const char* unit, const Phrase& advice) {
  if (!value) refuse(key, "is missing", "", in_range(least, most, unit), advice);
  check_range(key.c_str(), *value, least, most, unit);
  return *value;
}

void not_given(const std::optional<double>& value, const char* key, const Phrase& reason,
               const Phrase& advice) {
  if (value) refuse(key, reason, shown_mm(*value), {}, advice);
}

// --- domes, (9)

// A face's meridian: arcs about centres, all run from the rim upwards.
struct MeridianArc {
  Vec2 centre;
  double radius = 0;
  double from = 0, to = 0;  // directions from the centre, radians from level
};

// Where the sizes lie: how far out from the middle.
double face_offset(const Dome& d, const Sheet& sheet) {
  const double t = *sheet.thickness;
  const auto face = d.sizes_on ? d.sizes_on : sheet.sizes_on;
  if (!face && t > 0)
    refuse("sizes_on", "is missing: the face the sizes lie on", {}, "inside, middle or outside",
           "say sizes_on = \"inside\", or another, here or in [sheet]");
  return face ? layer_of(*face, t) - t / 2 : 0;
}

struct Meridian {
  std::vector<MeridianArc> arcs;
  double straight = 0;
};

Meridian sphere_of(const Dome& d) {
  not_given(d.crown_radius, "crown_radius", "belongs to a dished end", "leave it out");
  not_given(d.knuckle_radius, "knuckle_radius", "belongs to a dished end", "leave it out");
  if (d.straight > 0) refuse("straight", "belongs to a dished end", shown_mm(d.straight), {}, "leave it out");
  if (d.whole || (d.diameter && !d.rim && !d.rise)) {
    const double radius =
        needed(d.diameter, "diameter", shortest, widest, "mm", "give the diameter of the sphere") / 2;
    not_given(d.whole ? d.rim : std::nullopt, "rim.diameter", "is given beside whole = true", "keep one");
    not_given(d.whole ? d.rise : std::nullopt, "rise", "is given beside whole = true", "keep one");
    return {{{{}, radius, d.whole ? -pi / 2 : 0, pi / 2}}};
  }
  if (d.diameter.has_value() + d.rim.has_value() + d.rise.has_value() != 2)
    refuse(d.diameter && d.rim ? "rise"
           : d.rim             ? "rise"
                               : "rim.diameter",
           d.diameter && d.rim && d.rise ? "is one too many" : "is missing", {},
           "two of rim.diameter, rise and diameter; or diameter alone for half a sphere", "give two of them");
  if (d.rise) check_range("rise", *d.rise, shortest, widest, "mm");
  if (d.rim) check_range("rim.diameter", *d.rim, shortest, widest, "mm");
  if (d.diameter) check_range("diameter", *d.diameter, shortest, widest, "mm");
  if (d.rim && d.rise) {
    const double half = *d.rim / 2;
    const double radius = (half * half + *d.rise * *d.rise) / (2 * *d.rise);
    return {{{{}, radius, std::atan2(radius - *d.rise, half), pi / 2}}};
  }
  const double radius = *d.diameter / 2;
  if (d.rise) {
    if (*d.rise >= *d.diameter)
      refuse("rise", "is no less than the sphere's diameter", shown_mm(*d.rise),
             "less than " + shown_mm(*d.diameter), "say whole = true for a whole sphere");
    return {{{{}, radius, std::asin((radius - *d.rise) / radius), pi / 2}}};
  }
  if (*d.rim > *d.diameter)
    refuse("rim.diameter", "is more than the sphere's diameter", shown_mm(*d.rim),
           "up to " + shown_mm(*d.diameter));
  return {{{{}, radius, std::acos(*d.rim / *d.diameter), pi / 2}}};
}

Meridian dished_of(const Dome& d) {
  not_given(d.diameter, "diameter", "belongs to a sphere", "give rim.diameter");
  not_given(d.rise, "rise", "comes of the radii of a dished end", "leave it out");
  if (d.whole) refuse("whole", "belongs to a sphere");
  const double half =
      needed(d.rim, "rim.diameter", shortest, widest, "mm", "give the diameter at its rim") / 2;
  const double knuckle = needed(d.knuckle_radius, "knuckle_radius", shortest, half * (1 - within::beside),
                                "mm", "give the radius of the knuckle");
  const double crown = needed(d.crown_radius, "crown_radius", half * (1 + within::same), 100 * half, "mm",
                              "give the radius of the crown");
  if (!(knuckle < crown))
    refuse("knuckle_radius", "is not less than the crown's", shown_mm(knuckle),
           "less than " + shown_mm(crown));
  check_range("straight", d.straight, 0, widest, "mm");
  const double reach = half - knuckle;
  const double down = std::sqrt((crown - knuckle) * (crown - knuckle) - reach * reach);
  const double meet = std::atan2(down, reach);
  return {{{{reach, 0}, knuckle, 0, meet}, {{0, -down}, crown, meet, pi / 2}}, d.straight};
}

// The plate at the pole is taken away; of a whole sphere one at either pole.
void open_crown(Meridian& p, const Dome& d) {
  if (!d.crown) return;
  check_range("crown.diameter", *d.crown, shortest, widest, "mm");
  MeridianArc& arc = p.arcs.back();
  const double widest_here = arc.radius * std::cos(std::max(arc.from, 0.0));
  if (!(*d.crown / 2 < widest_here * (1 - within::beside)))
    refuse("crown.diameter", "leaves nothing of the gores", shown_mm(*d.crown),
           "less than " + shown_mm(2 * widest_here),
           p.arcs.size() > 1 ? "keep it within the crown's radius" : "");
  arc.to = std::acos(*d.crown / 2 / arc.radius);
  if (d.whole) arc.from = -arc.to;
}

// On the middle, from the rim's plane.
std::vector<Arc> meridian_of(const Meridian& p, double inwards) {
  const MeridianArc& first = p.arcs.front();
  const double rim = first.centre.y + first.radius * std::sin(first.from);
  std::vector<Arc> arcs;
  for (const MeridianArc& a : p.arcs) {
    const double radius = a.radius - inwards;
    if (!(radius > 0))
      refuse(p.arcs.size() > 1 ? "knuckle_radius" : "diameter", "is less than the thickness takes",
             shown_mm(a.radius), "more than " + shown_mm(inwards));
    const Vec2 start = a.centre - Vec2{0, rim - p.straight} + radius * direction(a.from);
    arcs.push_back(
        {start, Angle::radians(a.from + pi / 2), radius * (a.to - a.from), Angle::radians(a.to - a.from)});
  }
  if (p.straight > 0)
    arcs.insert(arcs.begin(), line(arcs.front().start - Vec2{0, p.straight}, arcs.front().start));
  return arcs;
}

double height_of(const DomeSizes& s, double thickness) {
  double low = HUGE_VAL;
  double high = -HUGE_VAL;
  for (const double along : {0.0, s.length()}) {
    const double out = s.heading(along) - pi / 2;
    for (const double face : {-thickness / 2, thickness / 2}) {
      const double z = s.at(along).y + face * std::sin(out);
      low = std::min(low, z);
      high = std::max(high, z);
    }
  }
  return high - low;
}

}  // namespace

void check(const StrainLimit& strain) { check_range("strain_limit", strain.limit, 0, 1, "of the length"); }

const char* name_of(DomeKind kind) { return kind == DomeKind::sphere ? "sphere" : "dished"; }
const char* name_of(Rulings rulings) { return rulings == Rulings::even ? "even" : "developable"; }

Vec2 DomeSizes::at(double along) const {
  for (const Arc& a : meridian) {
    if (along <= a.length || &a == &meridian.back()) return point_at(a, along);
    along -= a.length;
  }
  return {};
}

double DomeSizes::heading(double along) const {
  for (const Arc& a : meridian) {
    if (along <= a.length || &a == &meridian.back()) return heading_at(a, along).radians();
    along -= a.length;
  }
  return 0;
}

DomeSizes solve(const Dome& d, const Sheet& sheet) {
  check(d.strain);
  check_range("gores", d.gores, 3, 64, "gores");
  check_range("start.at", d.start.degrees(), -3600, 3600, "degrees");
  const double offset = face_offset(d, sheet);
  Meridian p = d.kind == DomeKind::sphere ? sphere_of(d) : dished_of(d);
  open_crown(p, d);
  DomeSizes s;
  s.meridian = meridian_of(p, offset);
  s.base_pointed = d.whole && !d.crown;
  s.top_pointed = !d.crown;
  s.gores = d.gores;
  s.start = d.start.radians();
  s.overall_height = height_of(s, *sheet.thickness);
  double reach = 0;
  constexpr int looks = 64;
  for (int i = 0; i <= looks; ++i) reach = std::max(reach, s.at(s.length() * i / looks).x);
  s.size = std::hypot(2 * reach, s.overall_height);
  for (const Arc& a : s.meridian) {
    const double radius = a.turn == Angle{} ? HUGE_VAL : a.length / a.turn.radians();
    if (radius > *sheet.thickness / 2) continue;
    refuse(d.kind == DomeKind::dished ? "knuckle_radius" : "diameter", "is too small for the thickness",
           shown_mm(radius) + " on the middle", "more than " + shown_mm(*sheet.thickness / 2));
  }
  return s;
}

// --- ruled walls

namespace {

void check_helix(const SpaceCurve& c, const std::string& end) {
  (void)needed(c.diameter, end + ".diameter", 0, widest, "mm",
               "give the sizes of a helix, or points of the curve");
  if (c.diameter_to) (void)needed(c.diameter_to, end + ".end_diameter", 0, widest, "mm", "");
  (void)needed(c.pitch, end + ".pitch", 0, widest, "mm", "0 for a level arc");
  (void)needed(c.turns, end + ".turns", least_turns, 50, "turns", "say how far it goes round");
  check_range((end + ".height").c_str(), c.height, -longest, longest, "mm");
  check_range((end + ".at").c_str(), c.start.degrees(), -3600, 3600, "degrees");
  const double widest_end = std::max(*c.diameter, c.diameter_to.value_or(*c.diameter));
  if (widest_end < shortest && *c.pitch * *c.turns < shortest)
    refuse(end + ".diameter", "makes a curve of no length", shown_mm(*c.diameter));
}

void check_points(const SpaceCurve& c, const std::string& end) {
  const std::string key = end + ".points";
  if (c.diameter || c.diameter_to || c.pitch || c.turns)
    refuse(c.diameter ? end + ".diameter"
           : c.pitch  ? end + ".pitch"
                      : end + ".turns",
           "is given beside points", {}, "a helix or points", "keep one of them");
  constexpr size_t most = 1000;
  if (c.points.size() < 2 || c.points.size() > most)
    refuse(key, "make no curve", std::to_string(c.points.size()) + " points", "2 to 1000");
  double size = 0;
  for (const Vec3 p : c.points) {
    if (!(std::abs(p.x) <= longest && std::abs(p.y) <= longest && std::abs(p.z) <= longest))
      refuse(key, "reach out of range", {}, mm_range(-1e6, 1e6));
    size = std::max(size, norm(p - c.points.front()));
  }
  if (size < shortest) refuse(key, "lie all in one place", shown_mm(size), shown_mm(0.001) + " or more");
  for (size_t i = 1; i < c.points.size(); ++i) {
    if (norm(c.points[i] - c.points[i - 1]) > within::beside * size) continue;
    refuse(key, "come twice in one place", "point " + std::to_string(i) + " and the next",
           "points that are apart", "leave one of them out");
  }
}

}  // namespace

void check(const RuledWall& w) {
  check(w.strain);
  check_range("pieces", w.pieces, 1, 64, "pieces");
  for (const auto& [curve, end] : {std::pair(&w.base, "base"), {&w.top, "top"}})
    curve->points.empty() ? check_helix(*curve, end) : check_points(*curve, end);
}

}  // namespace juggler
