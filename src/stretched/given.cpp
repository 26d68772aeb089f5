// Domes and ruled walls against their sizes as given.
#include <algorithm>
#include <cmath>

#include "proof/figures.h"
#include "proof/given_middle.h"
#include "stretched.h"

namespace juggler {
namespace {

// A round stretch of a face's meridian, and of the middle.
struct Round {
  Vec2 centre;
  double radius = 0;
};

class DomeGiven {
 public:
  DomeGiven(const Dome& d, const Sheet& sheet) : d_(d), t_(*sheet.thickness) {
    layer_ = depth_of(d.sizes_on.value_or(sheet.sizes_on.value_or(Face::middle)), t_);
    d.kind == DomeKind::sphere ? add_sphere() : add_dished();
  }

  GivenMiss result(const Middle& middle, const StretchedPart& made) {
    middle.each([&](Vec3 p, double) { miss_.look(off(p), "diameters, radii or rise as given"); });
    middle.each_across([&](Vec3 low, Vec3 high) {
      if (!made.is_cut(EndName::base)) miss_.look(off_rim(low), "rim as given");
      if (made.is_cut(EndName::top)) return;
      miss_.look(std::abs(out_of(on_face(high, rounds_.back())) - d_.crown.value_or(0) / 2),
                 "crown as given");
    });
    return miss_;
  }

 private:
  void add_sphere() {
    const double radius =
        d_.diameter ? *d_.diameter / 2 : (*d_.rim * *d_.rim / 4 + *d_.rise * *d_.rise) / (2 * *d_.rise);
    const double crown = d_.crown.value_or(0) / 2;
    double up = 0;  // of the centre
    if (d_.whole) up = std::sqrt(radius * radius - crown * crown);
    if (d_.rise) up = *d_.rise - radius;
    if (d_.rim && d_.diameter) up = -std::sqrt(std::max(0.0, radius * radius - *d_.rim * *d_.rim / 4));
    rounds_.push_back({{0, up}, radius});
    rim_ = d_.whole ? crown : std::sqrt(radius * radius - up * up);
  }
  void add_dished() {
    rim_ = *d_.rim / 2;
    const double reach = rim_ - *d_.knuckle_radius;
    const double apart = *d_.crown_radius - *d_.knuckle_radius;
    rounds_.push_back({{reach, d_.straight}, *d_.knuckle_radius});
    rounds_.push_back({{0, d_.straight - std::sqrt(apart * apart - reach * reach)}, *d_.crown_radius});
  }
  // The faces lie beside the middle, the inside nearer to the centres.
  [[nodiscard]] double on_middle(const Round& r) const { return r.radius + t_ / 2 - layer_; }
  [[nodiscard]] Vec3 on_face(Vec3 p, const Round& r) const {
    const Vec2 q{out_of(p), p.z};
    const Vec2 made = r.centre + r.radius / norm(q - r.centre) * (q - r.centre);
    return {made.x, 0, made.y};
  }
  [[nodiscard]] double off(Vec3 p) const {
    const Vec2 q{out_of(p), p.z};
    if (rounds_.size() == 1) return std::abs(norm(q - rounds_[0].centre) - on_middle(rounds_[0]));
    if (q.y < d_.straight) return std::abs(q.x - rim_ - t_ / 2 + layer_);
    // Beyond the line through both centres the crown goes on.
    const Vec2 way = rounds_[0].centre - rounds_[1].centre;
    const Round& here = cross(way, q - rounds_[1].centre) > 0 ? rounds_[1] : rounds_[0];
    return std::abs(norm(q - here.centre) - on_middle(here));
  }
  [[nodiscard]] double off_rim(Vec3 p) const {
    if (d_.kind == DomeKind::dished) return std::abs(p.z) + std::abs(out_of(p) - rim_ - t_ / 2 + layer_);
    const Vec3 face = on_face(p, rounds_.front());
    return std::abs(face.z) + std::abs(face.x - rim_);
  }

  const Dome& d_;
  double t_;
  double layer_ = 0;  // of the sizes, below the inside
  double rim_ = 0;
  std::vector<Round> rounds_;
  GivenMiss miss_;
};

GivenMiss miss_of_seams(const Dome& d, const std::vector<CurvedPiece>& gores) {
  GivenMiss miss;
  const double step = two_pi / d.gores;
  size_t count = 0;
  for (const CurvedPiece& gore : gores) count += gore.copies.size();
  for (const CurvedPiece& gore : gores) {
    const Surface& s = gore.surface;
    miss.look(std::abs(static_cast<double>(count) - d.gores) * s.size, "number of gores");
    const double v = (s.vs.front() + s.vs.back()) / 2;
    const Vec3 a = s.point(s.us.front(), v).at;
    const Vec3 b = s.point(s.us.back(), v).at;
    for (const Vec3 p : {a, b})
      miss.look(std::abs(std::remainder(std::atan2(p.y, p.x) - d.start.radians(), step)) * out_of(p),
                "start.at as given");
    const double wide = std::atan2(b.y, b.x) - std::atan2(a.y, a.x);
    miss.look(std::abs(std::remainder(wide - step, two_pi)) * out_of(a), "width of a gore");
  }
  return miss;
}

// How far a place of an edge lies off its curve; of one through points nothing.
double off_curve(const SpaceCurve& c, Vec3 p) {
  if (!c.points.empty()) return 0;
  const double rise = *c.pitch * *c.turns;
  const double grows = c.diameter_to.value_or(*c.diameter) - *c.diameter;
  const double plan = std::atan2(p.y, p.x) - c.start.radians();
  const double turns = *c.turns;
  const double share = rise > 0 ? (p.z - c.height) / rise
                       : grows != 0
                           ? (2 * out_of(p) - *c.diameter) / grows
                           : (plan - two_pi * std::floor(plan / two_pi + within::same)) / (two_pi * turns);
  const double off = std::abs(std::remainder(plan - two_pi * turns * share, two_pi)) * out_of(p);
  return worse({off, std::abs(2 * out_of(p) - *c.diameter - grows * share) / 2,
                std::abs(p.z - c.height - rise * share)});
}

// The places that an edge must come by: what was given, or the ends of the helix.
std::vector<Vec3> places_of(const SpaceCurve& c) {
  if (!c.points.empty()) return c.points;
  const auto at = [&](double share) {
    const double r = (*c.diameter + share * (c.diameter_to.value_or(*c.diameter) - *c.diameter)) / 2;
    const Vec2 way = direction(c.start.radians() + two_pi * *c.turns * share);
    return Vec3{r * way.x, r * way.y, c.height + *c.pitch * *c.turns * share};
  };
  return {at(0), at(1)};
}

}  // namespace

GivenMiss miss_of_given(const std::vector<CurvedPiece>& pieces, const RuledWall& w, Hand hand,
                        const StretchedPart& made) {
  const Middle middle(pieces, hand);
  GivenMiss miss;
  middle.each_across([&](Vec3 low, Vec3 high) {
    if (!made.is_cut(EndName::base)) miss.look(off_curve(w.base, low), "base as given");
    if (!made.is_cut(EndName::top)) miss.look(off_curve(w.top, high), "top as given");
  });
  for (const bool top : {false, true}) {
    if (made.is_cut(top ? EndName::top : EndName::base)) continue;
    for (const Vec3 p : places_of(top ? w.top : w.base))
      miss.look(middle.away(p, top), top ? "top as given" : "base as given");
  }
  return miss;
}

GivenMiss miss_of_given(const std::vector<CurvedPiece>& pieces, const Dome& d, const Sheet& sheet,
                        const StretchedPart& made) {
  GivenMiss miss = DomeGiven(d, sheet).result(Middle(pieces, Hand::as_drawn), made);
  const GivenMiss seams = miss_of_seams(d, pieces);
  miss.look(seams.distance, seams.what);
  return miss;
}

}  // namespace juggler
