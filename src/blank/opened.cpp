#include "opened.h"

#include <algorithm>

namespace juggler {
namespace {

const Rim& rim_of(const Form& form, EndName end) { return end == EndName::base ? form.base : form.top; }

// (27): the rim's velocity in the frame of its ruling.
Vec2 rim_velocity(const Opened& o, EndName end, double u) {
  const Rates v = rates(ruling_at(o.neutral, u));
  const Cut cut = rim_of(o.form, end)(u);
  return {v.along + cut.ds, v.across + cut.s * v.turn};
}

double rim_heading(const Opened& o, EndName end, double u) {
  const Vec2 v = rim_velocity(o, end, u);
  return o.flat.at(u).heading + std::atan2(v.y, v.x);
}

double rim_length(const Opened& o, EndName end, double from, double to) {
  return integral([&](double u) { return norm(rim_velocity(o, end, u)); }, from, to);
}

// How far a rim leaves an arc, place by place along it.
double departure(const Opened& o, EndName end, double from, double to, const Arc& arc) {
  constexpr int looks = 32;
  double worst = 0;
  for (int i = 1; i <= looks; ++i) {
    const double u = from + (to - from) * i / looks;
    worst = std::max(worst, norm(point_at(arc, arc.length * i / looks) - rim_point(o, end, u)));
  }
  return worst;
}

}  // namespace

Opened open(const Form& form) {
  Wall neutral = layer(form.wall, form.neutral);
  Flat flat = develop(neutral, form.size);
  return {form, std::move(neutral), std::move(flat)};
}

Vec2 rim_point(const Opened& o, EndName end, double u) {
  const FlatRuling r = o.flat.at(u);
  return r.c + rim_of(o.form, end)(u).s * direction(r.heading);
}

FittedArcs rim_arcs(const Opened& o, EndName end, double from, double to, double tolerance) {
  const Arc arc{rim_point(o, end, from), rim_heading(o, end, from), rim_length(o, end, from, to),
                rim_heading(o, end, to) - rim_heading(o, end, from)};
  if (departure(o, end, from, to, arc) <= 1e-11 * o.form.size) return {{arc}, 0};
  return fit_arcs({from, to, [&](double u) { return rim_point(o, end, u); },
                   [&](double u) { return rim_heading(o, end, u); }},
                  tolerance);
}

double rim_girth(const Opened& o, EndName end) { return rim_length(o, end, o.from(), o.to()); }

}  // namespace juggler
