// The wall of a helical strip. Equation numbers: docs/maths/winding.md.
#include <algorithm>
#include <cmath>

#include "winding.h"

namespace juggler {
namespace {

// (12): how far ahead an end meets the upper edge; round ones as square ones.
double ahead(const StripSizes& s) {
  if (s.ends == StripEnds::upright) return 0;
  if (s.ends == StripEnds::level) return -s.width * s.run() / (s.neutral * s.rise);
  return -s.rise * s.width / (s.run() * s.neutral);
}

// Round ends lie half the width inwards of their tips.
std::array<ObliqueEnd, 2> ends_of(const StripSizes& s) {
  const double round = s.ends == StripEnds::round ? s.width / 2 : 0;
  const auto end = [&](double along) {
    return ObliqueEnd{s.start + along, s.start + along + ahead(s), round};
  };
  const double inset = round / s.run();
  return {end(inset), end(s.angle - inset)};
}

Ruling ruling_of(double radius, double u) {
  const Vec3 out{std::cos(u), std::sin(u), 0};
  const Vec3 on{-std::sin(u), std::cos(u), 0};
  return {radius * out, {0, 0, 1}, out, radius * on, {}, on};
}

}  // namespace

Form form(const StripSizes& s, const Sheet& sheet) {
  Form f;
  f.edge_words = lower_and_upper;
  const auto ends = ends_of(s);
  f.ends = ends;
  const auto [from, to] = std::minmax({ends[0].base, ends[0].top, ends[1].base, ends[1].top});
  f.wall = in_stretches(from, to, pi, [radius = s.body](double u) { return ruling_of(radius, u); });
  const double h = s.rise;
  f.base = Rim([h, start = s.start](double u) -> Cut { return {h * (u - start), h}; });
  f.top = Rim([h, s](double u) -> Cut { return {h * (u - s.start) + s.upright_width, h}; });
  f.thickness = *sheet.thickness;
  f.neutral_depth = sheet.neutral_factor * f.thickness;
  f.open = true;
  f.size = std::hypot(2 * (s.body + f.thickness), s.rise * s.angle + s.upright_width);
  return f;
}

StripNumbers numbers_of(const StripSizes& s, const Sheet& sheet) {
  // (13)
  const auto helix = [&](double r) { return s.angle * std::hypot(r, s.rise); };
  StripNumbers n;
  n.pitch = two_pi * s.rise;
  n.turns = s.angle / (two_pi);
  n.height = s.rise * s.angle;
  n.lead = Angle::radians(std::atan2(s.rise, s.body));
  n.neutral_lead = Angle::radians(std::atan2(s.rise, s.neutral));
  n.inside = helix(s.body);
  n.neutral = helix(s.neutral);
  n.outside = helix(s.body + *sheet.thickness);
  n.width = s.width;
  n.upright_width = s.upright_width;
  return n;
}

}  // namespace juggler
