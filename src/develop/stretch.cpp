// The flat of least stretch. Equation numbers: docs/maths/stretch.md.
#include "juggler/stretch.h"

#include <algorithm>
#include <cmath>

#include "juggler/develop.h"
#include "patches.h"

namespace juggler {

FlatPoint StretchedFlat::at(double u, double v) const { return patches_->at(u, v); }
double StretchedFlat::mean_square() const { return patches_->mean_square(); }
double StretchedFlat::formed_area() const { return patches_->formed_area(); }

namespace {

// The strip along the middle laid flat, what lies across it straight.
std::function<Vec2(double, double)> along_the_middle(const Surface& s) {
  const double middle = (s.vs.front() + s.vs.back()) / 2;
  const auto ruling = [s, middle](double u) -> Ruling {
    const double little = 1e-6 * (s.us.back() - s.us.front());
    const SurfacePoint p = s.point(u, middle);
    const auto across = [&](double at) {
      const Vec3 dv = s.point(std::clamp(at, s.us.front(), s.us.back()), middle).dv;
      return 1 / norm(dv) * dv;
    };
    const double before = std::max(u - little, s.us.front());
    const double after = std::min(u + little, s.us.back());
    const Vec3 n = cross(p.du, p.dv);
    return {p.at, across(u), 1 / norm(n) * n, p.du, 1 / (after - before) * (across(after) - across(before)),
            {}};
  };
  Wall wall;
  for (size_t i = 0; i + 1 < s.us.size(); ++i) wall.push_back({s.us[i], s.us[i + 1], ruling});
  const Flat flat = develop(wall, s.size, Angle::degrees(360));
  return [s, middle, flat](double u, double v) {
    const FlatRuling r = flat.at(u);
    return r.c + (v - middle) * norm(s.point(u, middle).dv) * direction(r.heading);
  };
}

}  // namespace

StretchedFlat least_stretch(const Surface& asked) {
  Surface surface = asked;
  if (!surface.guess) surface.guess = along_the_middle(asked);
  constexpr Index step = 4;
  constexpr Index last = 14;
  const double enough = 1e-11 * surface.size;
  Index pu = 6;
  Index pv = 6;
  std::shared_ptr<StretchedFlat::Patches> flat;
  while (true) {
    auto finer = std::make_shared<StretchedFlat::Patches>(surface, pu, pv);
    if (flat) finer->take(*flat);
    const bool more_u = pu < last;
    const bool more_v = pv < last;
    if (!finer->settle(more_u || more_v ? 1e-8 : 1e-13))
      throw Refusal({.reason = "no flat is found for this wall: it is too far from any",
                     .key = "strain_limit",
                     .advice = "part it in smaller pieces"});
    flat = std::move(finer);
    const bool raise_u = more_u && flat->lacking(true) > enough;
    const bool raise_v = more_v && flat->lacking(false) > enough;
    if (!raise_u && !raise_v) break;
    pu += raise_u ? step : 0;
    pv += raise_v ? step : 0;
  }
  flat->settle(1e-13);
  flat->forget();
  return StretchedFlat(std::move(flat));
}

}  // namespace juggler
