// A plate against its sizes as given. docs/maths/plates.md (6), (7).
#include <algorithm>

#include "form/profile.h"
#include "meet/neighbour.h"
#include "plate.h"

namespace juggler {
namespace {

double off_ring(const RingSegment& r, Vec2 p) {
  const double half = r.span.radians() / 2, from = norm(p);
  const double aside = std::remainder(std::atan2(p.y, p.x) - pi / 2, two_pi);
  double off = HUGE_VAL;
  if (std::abs(aside) <= half + within::rounding)
    off = std::min(std::abs(from - r.outer / 2), std::abs(from - r.inner / 2));
  for (const double end : {-half, half}) {
    const Vec2 way = direction(pi / 2 + end);
    if (r.round_ends) {
      const Vec2 middle = (r.outer + r.inner) / 4 * way;
      off = std::min(off, std::abs(norm(p - middle) - (r.outer - r.inner) / 4));
    } else {
      const double on = std::clamp(dot(p, way), r.inner / 2, r.outer / 2);
      off = std::min(off, norm(p - on * way));
    }
  }
  return off;
}

}  // namespace

double off_form(const OpeningForm& form, Vec2 p) {
  p = p - form.shift;
  if (form.ring) return off_ring(*form.ring, p);
  if (form.together.empty()) return profile_curve(form.profile, "form").distance(p);
  double off = HUGE_VAL;
  for (const OpeningForm& one : form.together) off = std::min(off, off_form(one, p));
  return off;
}

namespace {

// The places of a form's border, but for a union, of which some lie within.
std::vector<Vec2> places_of(const OpeningForm& form) {
  if (form.ring || !form.together.empty()) return {};
  std::vector<Vec2> all = points_along(profile_curve(form.profile, "form"), 16);
  for (Vec2& p : all) p = p + form.shift;
  return all;
}

// (7): the other part's wall where it comes through a plane, found by its distance from a place: last along
// the line that touches it there.
double off_end(const PlateEnd& at, double layer, double z, Vec2 p) {
  const Neighbour& met = *at.met;
  double nearest = HUGE_VAL;
  for (const WallPiece& w : met.form->wall) {
    const auto on = [&](double u) {
      const Ruling r = w.ruling(u);
      const Vec3 one = met.stands.place(r.c + layer * r.n), other = met.stands.place(r.c + layer * r.n + r.e);
      const Vec3 q = one + (z - one.z) / (other.z - one.z) * (other - one);
      return Vec2{q.x, q.y};
    };
    const auto from = [&](double u) { return norm(on(u) - p); };
    constexpr int looks = 96;
    const auto place = [&](int i) { return w.from + (w.to - w.from) * i / looks; };
    int best = 0;
    for (int i = 1; i <= looks; ++i) {
      if (from(place(i)) < from(place(best))) best = i;
    }
    const Least found = least(from, place(std::max(0, best - 1)), place(std::min(looks, best + 1)));
    const double little = within::beside * (w.to - w.from);
    const Vec2 way = on(std::min(w.to, found.at + little)) - on(std::max(w.from, found.at - little));
    const double beside = norm(way) > within::beside * within::beside * met.form->size
                              ? std::abs(cross(p - on(found.at), way)) / norm(way)
                              : found.value;
    // At an end of the piece it is the place that counts.
    const bool at_end = found.at - w.from < little || w.to - found.at < little;
    nearest = std::min(nearest, at_end ? found.value : beside);
  }
  return nearest;
}

}  // namespace

GivenMiss miss_of_given(const std::vector<FormedFace>& faces, const Plate& plate, const Part& part,
                        const PlateOutline& made) {
  GivenMiss miss;
  const double t = *part.sheet.thickness;
  const double twin = plate.form && part.making.hand == Hand::opposite ? -1 : 1;
  // Between the places at which a fit is measured it may be a fiftieth more.
  const auto look = [&](double off, const char* what) {
    miss.look(std::max(0.0, off - 1.02 * made.fit_error), what);
  };
  double widest = 0;  // between neighbouring places looked at
  for (size_t i = 0; i < faces.front().along.size(); ++i) {
    const Vec3 p = faces.front().along[i];
    widest = std::max(widest, norm(p - faces.front().along[(i + 1) % faces.front().along.size()]));
    miss.look(std::abs(p.z), "plane of the plate");
    if (plate.form) {
      look(off_form(*plate.form, {p.x, twin * p.y}), "form as given");
      continue;
    }
    const PlateEnd& at = *plate.at_end;
    if (at.fit == PlateFit::within) {
      // On one of its faces it keeps its clearance, on the other more.
      const double near =
          std::min(off_end(at, -at.clearance, 0, {p.x, p.y}), off_end(at, -at.clearance, t, {p.x, p.y}));
      look(near, "clearance as given");
    } else {
      const double z = at.fit == PlateFit::over ? 0 : t;
      const double off = off_end(at, at.met->form->thickness, z, {p.x, p.y});
      look(std::abs(off - at.width.value_or(0)), "width as given");
    }
  }
  if (!plate.form) return miss;
  for (const Vec2 p : places_of(*plate.form)) {
    double nearest = HUGE_VAL;
    for (const Vec3 q : faces.front().along) nearest = std::min(nearest, norm(Vec2{q.x, twin * q.y} - p));
    look(nearest - widest, "form as given");
  }
  return miss;
}

}  // namespace juggler
