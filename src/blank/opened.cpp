#include "opened.h"

#include <stdexcept>

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

Arc rim_arc(const Opened& o, EndName end, double from, double to) {
  const double length = integral([&](double u) { return norm(rim_velocity(o, end, u)); }, from, to);
  const Arc arc{rim_point(o, end, from), rim_heading(o, end, from), length,
                rim_heading(o, end, to) - rim_heading(o, end, from)};
  constexpr int looks = 32;
  for (int i = 1; i <= looks; ++i) {
    const double u = from + (to - from) * i / looks;
    if (norm(point_at(arc, length * i / looks) - rim_point(o, end, u)) > 1e-11 * o.form.size) {
      throw std::logic_error("a rim that is no arc");
    }
  }
  return arc;
}

}  // namespace juggler
