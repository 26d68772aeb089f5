#include "places.h"

#include <algorithm>

namespace juggler {
namespace {

double once(double radians) { return radians - 2 * pi * std::floor(radians / (2 * pi)); }

}  // namespace

Angle plan_of(Vec3 p) { return Angle::radians(once(std::atan2(p.y, p.x))); }

WallPlaces::WallPlaces(const PartWall& wall, OpeningPlace at, std::string key)
    : wall_(wall), at_(std::move(at)), key_(std::move(key)) {
  if (!wall_.why_flat.empty())
    refuse(key_ + ".at", "is a place on the formed part, but " + wall_.why_flat, {}, "edge or on_flat",
           "place it on the flat");
  if (at_.along_ruling && !wall_.once_round)
    refuse(key_ + ".at.along_ruling", "is measured along a ruling of a plan angle, which this part has not",
           {}, {}, "give height");
  if (!at_.seam_distance) return;
  if (!wall_.goes_round)
    refuse(key_ + ".at.seam_distance", "is measured from a seam, but this wall has none that goes round it",
           {}, {}, "give angle, or edge = \"seam_start\"");
  (void)measure_along_level();
}

double WallPlaces::height_of(double further) const {
  const double given = *at_.height + further;
  return at_.from == EndName::base ? given : wall_.top_height - given;
}

double WallPlaces::measure_along_level() {
  if (at_.radius) return 2 * pi * *at_.radius;
  if (!wall_.goes_round || !at_.height) return 0;
  if (level_) return level_->girth();
  level_.emplace(wall_, height_of(0));
  if (level_->girth() == 0)
    refuse(key_ + ".at.height",
           "is a level that the wall does not have all round, so no lengths run along it",
           shown_mm(*at_.height), {}, "give angles");
  return level_->girth();
}

Spot WallPlaces::at(Angle turned, double girth, double further, const std::string& name) const {
  if (at_.from_above()) return from_above(turned, girth, further, name);
  if (level_) return by_run(turned, girth, further, name);
  const double plan = at_.angle->radians() + turned.radians();
  if (at_.along_ruling) return on_ruling(plan, further, name);
  return by_plan(plan, height_of(further), name);
}

void WallPlaces::refuse_place(double plan, double height, const std::string& name) const {
  refuse(key_ + ".at." + (at_.along_ruling ? "along_ruling" : "height"),
         name + " lies where there is no wall",
         "plan angle " + shown(Angle::radians(once(plan)).degrees(), 3) + " degrees, " + shown_mm(height, 3),
         {}, "move it onto the wall, or place it on the flat");
}

// (3a): the highest, seen from above; by a plan its x as near to the part's as the wall lets it.
Spot WallPlaces::from_above(Angle turned, double girth, double further, const std::string& name) const {
  Vec2 p;
  if (at_.plan) {
    p = *at_.plan + Vec2{girth, further};
  } else {
    if (girth != 0 && *at_.radius == 0)
      refuse(key_ + ".at.radius", "is 0, and no lengths run along a circle of that", {}, {},
             "give angles, or place it by plan");
    const double on = girth == 0 ? 0 : girth / *at_.radius;
    p = (*at_.radius + further) * direction(at_.angle->radians() + turned.radians() + on);
  }
  const std::vector<LineHit> hits = hits_of(wall_, {{p.x, p.y, 0}, {0, 0, 1}});
  if (hits.empty())
    refuse(key_ + ".at" + (at_.plan ? ".plan" : ".radius"), name + " lies where there is no wall",
           bare_mm(p.x, 3) + ", " + shown_mm(p.y, 3) + " seen from above", {},
           "move it onto the wall, or place it on the flat");
  const LineHit& h = hits.back();
  Spot spot = spot_at(wall_, h.chart, h.u, h.s);
  if (!at_.plan) return spot;
  const Vec3 right = cross(cross(spot.normal, Vec3{1, 0, 0}), spot.normal);
  if (norm(right) < within::beside) return spot;
  spot.right = unit(right);
  spot.up = cross(spot.normal, spot.right);
  spot.level = heading_of(wall_.charts[h.chart].frame(h.u, h.s).on_flat(spot.right));
  return spot;
}

// (3): from the axis outwards, the outermost.
Spot WallPlaces::by_plan(double plan, double height, const std::string& name) const {
  const SpaceLine line{{0, 0, height}, {std::cos(plan), std::sin(plan), 0}};
  const std::vector<LineHit> hits = hits_of(wall_, line);
  if (hits.empty() || hits.back().along < -within::same * wall_.size) refuse_place(plan, height, name);
  const LineHit& h = hits.back();
  return spot_at(wall_, h.chart, h.u, h.s);
}

Spot WallPlaces::on_ruling(double plan, double further, const std::string& name) const {
  const Angle way = Angle::radians(plan);
  const double u =
      at_.about_end ? u_facing(*wall_.once_round, at_.from, way) : u_at_plan(*wall_.once_round, way);
  const double given = *at_.along_ruling + further;
  const double rim = wall_.once_round->whole_rim(at_.from)(u).s;
  const double s =
      at_.from == EndName::base ? rim + wall_.base_flange + given : rim - wall_.top_flange - given;
  for (size_t k = 0; k < wall_.charts.size(); ++k) {
    const Chart& c = wall_.charts[k];
    const double same = u + 2 * pi * std::ceil((c.from - u) / (2 * pi) - within::rounding);
    if (c.has(same, s)) return spot_at(wall_, k, same, s);
  }
  refuse_place(plan, given, name);
}

// Lengths run along the level line of the place; rows lie at the same plan angles.
Spot WallPlaces::by_run(Angle turned, double girth, double further, const std::string& name) const {
  double start = at_.seam_distance.value_or(0);
  if (at_.seam_distance) {
    const double edge = level_->run_of_edge();
    if (std::abs(start) + edge < 0)
      refuse(key_ + ".at.seam_distance", "lies on what is lapped or cut off beyond the seam", shown_mm(start),
             "more than " + shown_mm(-edge));
    start += std::copysign(edge, start);
  }
  if (!at_.seam_distance) {
    const Spot place = by_plan(at_.angle->radians(), height_of(0), name);
    start = level_->run_to(place.chart, place.u);
  }
  const LevelLine::At at = level_->at(start + girth);
  const Spot spot = spot_at(wall_, at.chart, at.u, at.s);
  if (further == 0 && turned == Angle{}) return spot;
  return by_plan(plan_of(spot.point).radians() + turned.radians(), height_of(further), name);
}

}  // namespace juggler
