// Flanges at round ends: the wall goes on along its rulings and is turned over, which stretches its free
// edge.
#include <algorithm>

#include "part/bounds.h"
#include "round_sizes.h"

namespace juggler {
namespace {

void check(const Flange& f, const RoundSizes& s) {
  check_sizes(f);
  const bool base = f.end == EndName::base;
  if (base ? s.base_pointed : s.top_pointed)
    refuse_flange(f, ".end", "stands at an end that is a point", name_of(f.end));
  const bool along = std::any_of(s.along_curves.begin(), s.along_curves.end(),
                                 [&](const Flange& other) { return other.end == f.end; });
  if (along || (base ? s.base_flange : s.top_flange))
    refuse_flange(f, ".end", "is a second flange at one end", name_of(f.end), {}, "keep one for each end");
}

}  // namespace

void add_round_flange(RoundSizes& s, const Flange& f, const Sheet& sheet) {
  check(f, s);
  const auto trims =
      std::count_if(s.trims.begin(), s.trims.end(), [&](const Trim& t) { return t.end == f.end; });
  if (trims > 1)
    refuse_flange(f, ".end", "stands at an end that several planes cut", name_of(f.end), "one plane");
  if (trims == 1 || !s.coaxial()) {
    s.along_curves.push_back(f);
    return;
  }
  const bool base = f.end == EndName::base;
  const double lean = s.taper.radians();  // positive where the base is wider
  const double layer = base ? s.base_layer : s.top_layer;
  const double radius = (base ? s.base_radius : s.top_radius) +
                        (sheet.neutral_factor * *sheet.thickness - layer) * std::cos(lean);
  // How fast the radius grows along the flange before it is turned, and after.
  const double flat = base ? std::sin(lean) : -std::sin(lean);
  const double level = f.direction == FlangeDirection::level     ? 1
                       : f.direction == FlangeDirection::upright ? 0
                       : f.direction == FlangeDirection::square  ? std::cos(lean)
                                                                 : std::cos(f.rise.radians());
  const double up = f.direction == FlangeDirection::level     ? 0
                    : f.direction == FlangeDirection::upright ? 1
                    : f.direction == FlangeDirection::square  ? (base ? -1 : 1) * std::sin(lean)
                                                              : std::sin(f.rise.radians());
  const double before = radius + *f.width * flat;
  const double after = radius + *f.width * level;
  if (before <= 0 || after <= 0)
    refuse_flange(f, ".width", "reaches past the axis", shown_mm(*f.width),
                  "less than " + shown_mm(radius / std::max(-flat, -level)));
  RoundFlange made{*f.width, radius, level, after / before - 1,
                   Angle::radians(std::acos(std::clamp(flat * level + std::cos(lean) * up, -1.0, 1.0)))};
  if (std::abs(made.strain) > f.strain_limit && !f.allow_strain) {
    refuse_flange(f, ".width", "strains the metal at its free edge too far",
                  shown(100 * made.strain) + " % at " + shown_mm(*f.width) + " width",
                  "up to " + shown(100 * f.strain_limit) + " % (" + f.key + ".strain_limit)",
                  "make the flange narrower, weld one on, or set " + f.key + ".allow_strain = true");
  }
  (base ? s.base_flange : s.top_flange) = made;
}

std::optional<double> inset_of_circle(const RoundFlange& f, double radius) {
  if (std::abs(f.grows) < within::little) return std::nullopt;
  const double inset = f.width - (radius - f.radius) / f.grows;
  if (inset < 0 || inset > f.width) return std::nullopt;
  return inset;
}

}  // namespace juggler
