#include <algorithm>

#include "juggler/form.h"

namespace juggler {
namespace {

// (9): the inside face of a right cone, u the plan angle. Its c lies square under the base's asked circle:
// where the inside face itself would meet the base plane may be far from the metal on a flat cone.
Wall cone_wall(double base_radius, double base_layer, double taper, double from) {
  const double sin_taper = std::sin(taper);
  const double cos_taper = std::cos(taper);
  const double radius = base_radius - base_layer * cos_taper;
  const auto ruling = [=](double u) -> Ruling {
    const Vec3 out{std::cos(u), std::sin(u), 0};
    const Vec3 round{-std::sin(u), std::cos(u), 0};
    const Vec3 up{0, 0, 1};
    return {radius * out - base_layer * sin_taper * up,
            -sin_taper * out + cos_taper * up,
            cos_taper * out + sin_taper * up,
            radius * round,
            -sin_taper * round,
            cos_taper * round};
  };
  return {{from, from + 2 * std::numbers::pi, ruling}};
}

double contact_layer(Contact contact, double size_layer, double thickness, double neutral) {
  switch (contact) {
    case Contact::inside:
      return 0;
    case Contact::middle:
      return thickness / 2;
    case Contact::outside:
      return thickness;
    case Contact::neutral:
      return neutral;
    default:
      return size_layer;
  }
}

// The end's plane met by the contact layer, or by the first or last of all layers.
Rim contact_rim(const Form& f, EndName end, Plane plane, Contact contact, double size_layer) {
  if (contact != Contact::clear && contact != Contact::full) {
    return plane_rim(f.wall, plane, contact_layer(contact, size_layer, f.thickness, f.neutral));
  }
  const Rim inside = plane_rim(f.wall, plane, 0);
  const Rim outside = plane_rim(f.wall, plane, f.thickness);
  const bool take_upper = (end == EndName::base) == (contact == Contact::clear);
  return [=](double u) {
    const Cut a = inside(u);
    const Cut b = outside(u);
    return (a.s > b.s) == take_upper ? a : b;
  };
}

Form cone_form(const Cone& cone, const ConeSizes& sizes, const Sheet& sheet, Angle seam_at) {
  Form f;
  f.thickness = *sheet.thickness;
  f.neutral = sheet.neutral * f.thickness;
  const double taper = sizes.taper.radians();
  f.wall = cone_wall(sizes.base_radius, sizes.base_layer, taper, seam_at.radians());
  f.base_pointed = sizes.base_pointed;
  f.top_pointed = sizes.top_pointed;
  const Vec3 up{0, 0, 1};
  const auto rim = [&](EndName end, const End& asked, bool pointed, double height, double size_layer) {
    if (pointed) return apex_rim(f.wall, f.neutral);
    return contact_rim(f, end, {up, height}, asked.contact.value_or(Contact::size_face), size_layer);
  };
  f.base = rim(EndName::base, cone.base, sizes.base_pointed, 0, sizes.base_layer);
  f.top = rim(EndName::top, cone.top, sizes.top_pointed, sizes.height, sizes.top_layer);
  f.asked = {{EndName::base, sizes.base_layer, {0, 0, 0}, sizes.base_radius},
             {EndName::top, sizes.top_layer, {0, 0, sizes.height}, sizes.top_radius}};
  f.size = std::max({2 * sizes.base_radius, 2 * sizes.top_radius, sizes.slant});
  return f;
}

// (14): how far round a face still goes at the edge as cut, mm of radius; it must stay above zero.
double room(const Form& f, EndName end) {
  const double u = f.wall.front().from;
  const double s = (end == EndName::base ? f.base : f.top)(u).s;
  const auto at = [&](double layer) {
    const Rates v = rates(ruling_at(layer == 0 ? f.wall : juggler::layer(f.wall, layer), u));
    return -(v.across + s * v.turn);
  };
  return std::min(at(0), at(f.thickness));
}

bool goes_round(const Form& f, EndName end) {
  const double u = f.wall.front().from;
  return room(f, end) > 1e-9 * f.size && f.top(u).s - f.base(u).s > 1e-9 * f.size;
}

void check_end(const Form& f, const Cone& cone, const ConeSizes& sizes, const Sheet& sheet, EndName end) {
  const bool pointed = end == EndName::base ? f.base_pointed : f.top_pointed;
  if (pointed || room(f, end) > 1e-9 * f.size) return;
  const double least =
      least_radius(cone, sizes, sheet, {}, end, [end](const Form& other) { return goes_round(other, end); });
  const double asked = end == EndName::base ? sizes.base_radius : sizes.top_radius;
  throw Refusal({.reason = "the rulings of the inside face cross within the metal: the end is too small for "
                           "the thickness",
                 .key = std::string(name_of(end)) + ".diameter",
                 .found = shown_mm(2 * asked) + " at " + shown_mm(f.thickness) + " thickness",
                 .allowed = "more than " + shown_mm(std::ceil(2e3 * least) / 1e3),
                 .advice = "make it larger, size it on the inside, or make the end a point"});
}

}  // namespace

double least_radius(const Cone& cone, const ConeSizes& sizes, const Sheet& sheet, Angle seam_at, EndName end,
                    const std::function<bool(const Form&)>& fits) {
  const bool base = end == EndName::base;
  const auto possible = [&](double radius) {
    ConeSizes s = sizes;
    (base ? s.base_radius : s.top_radius) = radius;
    (base ? s.base_pointed : s.top_pointed) = false;
    const double step = s.base_radius - s.top_radius;
    const double layers = s.base_layer - s.top_layer;
    s.taper = Angle::radians(std::atan2(step, s.height) - std::asin(layers / std::hypot(step, s.height)));
    if (std::abs(s.taper.radians()) > flattest.radians()) return false;
    s.slant = s.height / std::cos(s.taper.radians());
    return fits(cone_form(cone, s, sheet, seam_at));
  };
  double lo = base ? sizes.base_radius : sizes.top_radius;
  double hi = lo + 2 * *sheet.thickness + 1;
  while (!possible(hi) && hi < 1e9) hi *= 2;
  for (int i = 0; i < 60; ++i) (possible((lo + hi) / 2) ? hi : lo) = (lo + hi) / 2;
  return hi;
}

Form form(const Cone& cone, const Sheet& sheet, Angle seam_at) {
  return form(cone, solve(cone, sheet), sheet, seam_at);
}

Form form(const Cone& cone, const ConeSizes& sizes, const Sheet& sheet, Angle seam_at) {
  Form f = cone_form(cone, sizes, sheet, seam_at);
  check_end(f, cone, sizes, sheet, EndName::base);
  check_end(f, cone, sizes, sheet, EndName::top);
  const double u = f.wall.front().from;
  const double length = f.top(u).s - f.base(u).s;
  if (!(length > 1e-9 * f.size)) {
    throw Refusal({.reason = "the ends as cut leave no wall between them",
                   .key = "height",
                   .found = "a wall of " + shown_mm(length) + " along the ruling",
                   .allowed = "more than 0 mm",
                   .advice = "raise the height or choose another contact"});
  }
  return f;
}

}  // namespace juggler
