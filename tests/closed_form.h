// A right cone's blank by the closed formulas of a sector, in long double, sharing nothing with the engine.
#pragma once

#include <cmath>
#include <numbers>

#include "juggler/part.h"

namespace juggler::testing {

struct ClosedForm {
  using Real = long double;
  Real taper, neutral_base, neutral_top;  // radii of the neutral layer as cut
  Real slant, length_base, length_top, chord_base, chord_top, edge, diagonal, area, width, height, sector;
};

/// sin(x) / x.
inline long double sinc(long double x) { return x == 0 ? 1 : std::sin(x) / x; }

inline long double contact_layer_of(Contact contact, EndName end, long double size_layer, long double t,
                                    long double neutral, bool base_wider) {
  switch (contact) {
    case Contact::inside:
      return 0;
    case Contact::middle:
      return t / 2;
    case Contact::outside:
      return t;
    case Contact::neutral:
      return neutral;
    // Where the wall narrows upwards its inside face is first to reach a base plane, its outside a top plane.
    case Contact::clear:
      return ((end == EndName::base) == base_wider) ? 0 : t;
    case Contact::full:
      return ((end == EndName::base) == base_wider) ? t : 0;
    default:
      return size_layer;
  }
}

/// Both ends round; sizes in mm on the layers given (distances from the inside face); a parallel gap.
inline ClosedForm closed_form(long double base, long double top, long double base_layer,
                              long double top_layer, long double height, long double t, long double neutral,
                              Contact base_contact, Contact top_contact, long double gap) {
  using Real = long double;
  const Real pi = std::numbers::pi_v<Real>;
  // The taper by bisection of (R - r) cos a - (layer step) - h sin a, which falls.
  Real lo = -pi / 2;
  Real hi = pi / 2;
  const auto excess = [&](Real a) {
    return (base - top) * std::cos(a) - (base_layer - top_layer) - height * std::sin(a);
  };
  for (int i = 0; i < 200; ++i) (excess((lo + hi) / 2) > 0 ? lo : hi) = (lo + hi) / 2;
  ClosedForm c{};
  c.taper = (lo + hi) / 2;
  const Real sin_a = std::sin(c.taper);
  const Real cos_a = std::cos(c.taper);
  const bool base_wider = c.taper > 0;
  // Along the wall a layer d reaches a level plane d tan a before the inside face does.
  const Real s_base =
      -std::tan(c.taper) * contact_layer_of(base_contact, EndName::base, base_layer, t, neutral, base_wider);
  const Real s_top = height / cos_a - std::tan(c.taper) * contact_layer_of(top_contact, EndName::top,
                                                                           top_layer, t, neutral, base_wider);
  const Real inside = base - base_layer / cos_a;
  c.neutral_base = inside + neutral * cos_a - s_base * sin_a;
  c.neutral_top = inside + neutral * cos_a - s_top * sin_a;
  c.slant = s_top - s_base;
  c.sector = 2 * pi * std::abs(sin_a);
  const Real half = gap / 2;
  const auto x = [&](Real r) { return half * std::abs(sin_a) / r; };  // half gap over swing radius
  const auto arc_sine = [](Real v) { return v == 0 ? 1 : std::asin(v) / v; };
  const auto length = [&](Real r) { return 2 * pi * r - 2 * half * arc_sine(x(r)); };
  c.length_base = length(c.neutral_base);
  c.length_top = length(c.neutral_top);
  const auto half_sector = [&](Real r, Real arc) { return arc * std::abs(sin_a) / r / 2; };
  const Real phi_base = half_sector(c.neutral_base, c.length_base);
  const Real phi_top = half_sector(c.neutral_top, c.length_top);
  c.chord_base = c.length_base * sinc(phi_base);
  c.chord_top = c.length_top * sinc(phi_top);
  const auto foot = [&](Real r) { return std::sqrt(r * r - half * half * sin_a * sin_a); };
  c.edge = c.slant * (c.neutral_base + c.neutral_top) / (foot(c.neutral_base) + foot(c.neutral_top));
  const Real rise_base = c.length_base / 2 * sinc(phi_base / 2) * std::sin(phi_base / 2);
  const Real rise_top = c.length_top / 2 * sinc(phi_top / 2) * std::sin(phi_top / 2);
  // Heights of the four corners over the lowest rim's middle, measured towards the other end.
  const Real up = base_wider ? rise_base : -rise_base;
  const Real up_top = c.slant + (base_wider ? rise_top : -rise_top);
  c.diagonal = std::hypot((c.chord_base + c.chord_top) / 2, up_top - up);
  // Between a seam ruling and its edge: the integral of s asin(half / s) over the swing radius s. In closed
  // form where the angle is felt, by Simpson's rule where it hardly changes and swing radii may be
  // astronomic.
  const auto strip = [&]() -> Real {
    if (std::max(x(c.neutral_base), x(c.neutral_top)) > 0.01L) {
      const auto whole = [&](Real r) {
        const Real s = r / std::abs(sin_a);
        return s * s / 2 * std::asin(half / s) + half / 2 * std::sqrt(s * s - half * half);
      };
      return std::abs(whole(c.neutral_base) - whole(c.neutral_top));
    }
    const int n = 400;
    Real sum = 0;
    for (int i = 0; i <= n; ++i) {
      const Real r = c.neutral_base + (c.neutral_top - c.neutral_base) * i / n;
      sum += (i == 0 || i == n ? 1 : i % 2 ? 4 : 2) * half * arc_sine(x(r));
    }
    return sum / (3 * n) * c.slant;
  };
  c.area = pi * (c.neutral_base + c.neutral_top) * c.slant - 2 * strip();
  const Real wide = base_wider ? c.neutral_base : c.neutral_top;
  const Real phi = base_wider ? phi_base : phi_top;
  c.width = phi >= pi / 2 ? 2 * wide / std::abs(sin_a) : std::max(c.chord_base, c.chord_top);
  c.height = base_wider ? std::max(c.slant + rise_top, rise_base) : std::max(c.slant + rise_base, rise_top);
  return c;
}

}  // namespace juggler::testing
