// Sizes of a right cone from any sufficient set of them. Equation numbers: docs/maths/develop.md.
#include <algorithm>
#include <cmath>

#include "juggler/part.h"
#include "part/bounds.h"
#include "round_sizes.h"

namespace juggler {
namespace {

constexpr double angles_agree = 1e-4;  // degrees: as half angles are written

struct RoundEnd {
  std::optional<double> radius;  // 0: a point
  double layer = 0;
};

struct Known {
  RoundEnd base;
  RoundEnd top;
  std::optional<double> height;
  std::optional<double> slant;
  std::optional<double> half_angle;  // radians, no sign
  std::optional<EndName> wider;

  [[nodiscard]] double layer_step() const { return base.layer - top.layer; }
};

std::string end_key(EndName end, const char* key) { return std::string(name_of(end)) + "." + key; }

struct Named {
  std::string key;
  double value;
};

// Several sizes that say the same must agree; the first is taken.
std::optional<double> agreed(const std::vector<Named>& sizes, double allowed, const char* unit,
                             double shown_as) {
  if (sizes.empty()) return std::nullopt;
  for (const Named& size : sizes) {
    const double difference = std::abs(size.value - sizes.front().value);
    if (difference <= allowed) continue;
    throw Refusal({.reason = "disagrees with " + sizes.front().key,
                   .key = size.key,
                   .found = "a difference of " + in_unit(difference * shown_as, unit),
                   .allowed = "at most " + in_unit(allowed * shown_as, unit),
                   .advice = "leave one of the two out, or correct it"});
  }
  return sizes.front().value;
}

Face face_of(EndName which, const End& end, const Sheet& sheet) {
  if (end.sizes_on) return *end.sizes_on;
  if (sheet.sizes_on) return *sheet.sizes_on;
  if (*sheet.thickness == 0) return Face::middle;
  throw Refusal({.reason = "is missing",
                 .key = "sheet.sizes_on",
                 .allowed = "inside, middle or outside",
                 .advice = std::string("say which face of the sheet the sizes of the ") + name_of(which) +
                           " are measured on"});
}

RoundEnd round_end(EndName which, const End& end, const Sheet& sheet, double agree) {
  std::vector<Named> radii;
  const auto take = [&](const char* key, const std::optional<double>& size, double per_radius) {
    if (!size) return;
    if (*size != 0) check_range(end_key(which, key).c_str(), *size, shortest, longest, "mm");
    radii.push_back({end_key(which, key), *size / per_radius});
  };
  if (end.pointed) radii.push_back({std::string(name_of(which)) + ".point", 0});
  take("diameter", end.diameter, 2);
  take("radius", end.radius, 1);
  take("girth", end.girth, two_pi);
  RoundEnd round{agreed(radii, agree, "mm of radius", 1), 0};
  if (round.radius && *round.radius == 0 && end.contact) {
    throw Refusal(
        {.reason = "a pointed end meets no plane",
         .key = end_key(which, "contact"),
         .found = name_of(*end.contact),
         .advice = "leave the contact of the pointed end out: it runs to the neutral layer's apex"});
  }
  round.layer = layer_of(face_of(which, end, sheet), *sheet.thickness);
  return round;
}

std::optional<double> agreed_half_angle(const Cone& cone) {
  std::vector<Named> angles;
  if (cone.half_angle) {
    check_range("half_angle", cone.half_angle->degrees(), 0, flattest.degrees(), "degrees");
    angles.push_back({"half_angle", cone.half_angle->radians()});
  }
  if (cone.included_angle) {
    check_range("included_angle", cone.included_angle->degrees(), 0, 2 * flattest.degrees(), "degrees");
    angles.push_back({"included_angle", cone.included_angle->radians() / 2});
  }
  return agreed(angles, Angle::degrees(angles_agree).radians(), "degrees of half angle",
                Angle::radians(1).degrees());
}

Known gather(const Cone& cone, const Sheet& sheet) {
  if (cone.height) check_range("height", *cone.height, shortest, longest, "mm");
  if (cone.slant) check_range("slant", *cone.slant, shortest, longest, "mm");
  check_range("agree", cone.agree, 0, 100, "mm");
  Known k{round_end(EndName::base, cone.base, sheet, cone.agree),
          round_end(EndName::top, cone.top, sheet, cone.agree),
          cone.height,
          cone.slant,
          agreed_half_angle(cone),
          cone.wider};
  if (k.base.radius == 0.0 && k.top.radius == 0.0) {
    throw Refusal({.reason = "both ends are points",
                   .key = "top",
                   .advice = "give one end a diameter, radius or girth"});
  }
  return k;
}

[[noreturn]] void refuse_missing(const Known& k) {
  std::string have;
  const auto add = [&](bool given, const char* name) {
    if (given) have += (have.empty() ? "" : ", ") + std::string(name);
  };
  add(k.base.radius.has_value(), "base");
  add(k.top.radius.has_value(), "top");
  add(k.height.has_value(), "height");
  add(k.slant.has_value(), "slant");
  add(k.half_angle.has_value(), "half angle");
  const bool no_end = !k.base.radius && !k.top.radius;
  throw Refusal({.reason = "sizes are missing",
                 .key = no_end ? "base" : (k.base.radius ? (k.top.radius ? "height" : "top") : "base"),
                 .found = have.empty() ? "no size" : "only " + have,
                 .allowed = "both ends and one of height, slant, half_angle, included_angle; or one end and "
                            "two of height, slant and an angle (with wider)",
                 .advice = no_end ? "give base.diameter, base.radius or base.girth"
                           : k.base.radius && k.top.radius
                               ? "give height, slant, half_angle or included_angle"
                               : "add the other end or another of height, slant, half_angle"});
}

// +1 where the base is the wider end, -1 where the top is.
double sign_wanted(const Known& k) {
  if (k.wider) return *k.wider == EndName::base ? 1 : -1;
  if (k.base.radius == 0.0) return -1;
  if (k.top.radius == 0.0) return 1;
  throw Refusal({.reason = "is missing: these sizes fit two parts, one wider at the base, one at the top",
                 .key = "wider",
                 .allowed = "\"base\" or \"top\"",
                 .advice = "say which end is the wider"});
}

[[noreturn]] void refuse_slant(double slant, double least) {
  throw Refusal({.reason = "is too short to reach from end to end",
                 .key = "slant",
                 .found = shown_mm(slant),
                 .allowed = "more than " + shown_mm(least),
                 .advice = "lengthen the slant, or bring the ends closer in size"});
}

// (23): the taper from the height.
double taper_from_height(double radius_step, double layer_step, double height) {
  const double reach = std::hypot(radius_step, height);
  if (std::abs(layer_step) >= reach) {
    throw Refusal(
        {.reason = "is too small for the faces the two ends are sized on",
         .key = "height",
         .found = shown_mm(height),
         .allowed = "more than " +
                    shown_mm(std::sqrt(std::max(0.0, layer_step * layer_step - radius_step * radius_step)))});
  }
  return std::atan2(radius_step, height) - std::asin(layer_step / reach);
}

// (24): the taper from the slant; with one size face it is an arcsine, else a root of a rising function.
double taper_from_slant(double radius_step, double layer_step, double slant) {
  if (std::abs(radius_step) >= slant) refuse_slant(slant, std::abs(radius_step));
  if (layer_step == 0) {
    return std::atan2(radius_step, std::sqrt((slant - radius_step) * (slant + radius_step)));
  }
  const auto rate = [&](double a) { return slant * std::pow(std::cos(a), 3) + layer_step * std::sin(a); };
  const double steepest = pi / 2 * (1 - within::same);
  const double lo = rate(-steepest) < 0 ? root(rate, -steepest, 0) : -steepest;
  const double hi = rate(steepest) < 0 ? root(rate, 0, steepest) : steepest;
  const auto excess = [&](double a) { return layer_step / std::cos(a) + slant * std::sin(a) - radius_step; };
  if (excess(lo) > 0 || excess(hi) < 0) refuse_slant(slant, std::abs(radius_step) + std::abs(layer_step));
  return root(excess, lo, hi);
}

// (25): the taper from both ends and the half angle; the side must give a height above zero.
double taper_from_angle(const Known& k, double radius_step) {
  const auto height = [&](double a) { return (radius_step * std::cos(a) - k.layer_step()) / std::sin(a); };
  const double a = *k.half_angle;
  const bool base_fits = a > 0 && height(a) > 0;
  const bool top_fits = a > 0 && height(-a) > 0;
  if (base_fits && top_fits) return sign_wanted(k) * a;
  if (base_fits || top_fits) return base_fits ? a : -a;
  throw Refusal({.reason = "leaves the height open or cannot join these ends",
                 .key = "half_angle",
                 .found = shown_degrees(Angle::radians(a)) + " between ends of " + shown_mm(*k.base.radius) +
                          " and " + shown_mm(*k.top.radius) + " radius",
                 .advice = "give the height instead"});
}

double taper_of_two_ends(const Known& k) {
  const double step = *k.base.radius - *k.top.radius;
  if (k.height) return taper_from_height(step, k.layer_step(), *k.height);
  if (k.slant) return taper_from_slant(step, k.layer_step(), *k.slant);
  if (k.half_angle) return taper_from_angle(k, step);
  refuse_missing(k);
}

double half_angle_of_one_end(const Known& k) {
  if (k.height && k.slant) {
    if (*k.slant < *k.height) {
      throw Refusal({.reason = "is shorter than the height",
                     .key = "slant",
                     .found = shown_mm(*k.slant),
                     .allowed = "at least " + shown_mm(*k.height)});
    }
    return std::atan2(std::sqrt((*k.slant - *k.height) * (*k.slant + *k.height)), *k.height);
  }
  if (!k.half_angle || !(k.height || k.slant)) refuse_missing(k);
  return *k.half_angle;
}

double taper_of_one_end(const Known& k) {
  const double a = half_angle_of_one_end(k);
  return a == 0 ? 0 : sign_wanted(k) * a;
}

double height_of(const Known& k, double taper) {
  if (k.height) return *k.height;
  if (k.slant) return *k.slant * std::cos(taper);
  return ((*k.base.radius - *k.top.radius) * std::cos(taper) - k.layer_step()) / std::sin(taper);
}

// (22): the end that was left open; a hair's breadth from zero it is a point.
double other_radius(double known, double step, EndName open) {
  const double radius = known + step;
  if (std::abs(radius) <= within::same * known) return 0;
  if (radius >= shortest) return radius;
  throw Refusal({.reason = std::string("the wall comes to its point before the ") + name_of(open),
                 .key = open == EndName::top ? "top" : "base",
                 .found = "a radius of " + shown_mm(radius) + " at the end",
                 .advice = "shorten the part, lessen the angle, or make that end a point"});
}

void check_flatness(double taper, double radius_step) {
  if (std::abs(taper) <= flattest.radians() * (1 + within::rounding)) return;
  throw Refusal(
      {.reason = "makes a wall that is flat, or turned inside out by the faces its ends are sized on",
       .key = "height",
       .found = "a half angle of " + shown_degrees(Angle::radians(std::abs(taper))) +
                " between ends that differ by " + shown_mm(std::abs(radius_step)) + " of radius",
       .allowed = "up to " + shown_degrees(flattest),
       .advice = "raise the height"});
}

void check_surplus(const Known& k, const RoundSizes& s, double agree) {
  const auto compare = [&](const char* key, double given, double made, double difference, const char* unit) {
    if (difference <= agree) return;
    throw Refusal({.reason = "disagrees with the other sizes",
                   .key = key,
                   .found = in_unit(given, unit) + " where they make " + in_unit(made, unit) +
                            ", a difference of " + in_unit(std::abs(given - made), unit),
                   .allowed = "a difference of " + shown_mm(agree) + " along the wall",
                   .advice = "leave one of the sizes out, or correct it"});
  };
  if (k.slant) compare("slant", *k.slant, s.slant, std::abs(*k.slant - s.slant), "mm");
  if (k.half_angle) {
    const Angle made = Angle::radians(std::abs(s.taper.radians()));
    compare("half_angle", Angle::radians(*k.half_angle).degrees(), made.degrees(),
            std::abs(*k.half_angle - made.radians()) * s.slant, "degrees");
  }
  const double sign = s.taper.radians() > 0 ? 1 : -1;
  if (k.wider && std::abs(s.taper.radians()) * s.slant > agree && sign != sign_wanted(k)) {
    throw Refusal({.reason = "disagrees with the sizes",
                   .key = "wider",
                   .found = name_of(*k.wider),
                   .allowed = sign > 0 ? "base" : "top",
                   .advice = "leave wider out where both ends are given"});
  }
}

void refuse_with_shift(const Cone& cone) {
  const auto refuse = [](bool given, const char* key) {
    if (!given) return;
    throw Refusal({.reason = "has no meaning for an offset cone, whose rulings all differ",
                   .key = key,
                   .allowed = "both ends, height and top.shift",
                   .advice = "leave it out and give the height"});
  };
  refuse(cone.slant.has_value(), "slant");
  refuse(cone.half_angle.has_value(), "half_angle");
  refuse(cone.included_angle.has_value(), "included_angle");
  refuse(cone.wider.has_value(), "wider");
}

// round.md (2): the lean at each ruling follows g, which runs between two ends; the flattest lie there.
RoundSizes offset_sizes(const Cone& cone, const Known& k) {
  refuse_with_shift(cone);
  if (!k.base.radius || !k.top.radius || !k.height) refuse_missing(k);
  const double shift = norm(cone.shift);
  const double step = *k.base.radius - *k.top.radius;
  const double nearest = std::max(0.0, std::abs(step) - shift);
  if (std::hypot(nearest, *k.height) <= std::abs(k.layer_step())) {
    (void)taper_from_height(nearest, k.layer_step(), *k.height);
  }
  for (const double g : {step - shift, step + shift}) {
    check_flatness(taper_from_height(g, k.layer_step(), *k.height), g);
  }
  RoundSizes s;
  s.base_radius = *k.base.radius;
  s.top_radius = *k.top.radius;
  s.shift = cone.shift;
  s.height = *k.height;
  const double reach = std::hypot(std::abs(step) + shift, s.height);
  s.slant = std::sqrt((reach - k.layer_step()) * (reach + k.layer_step()));
  return s;
}

RoundSizes coaxial_sizes(const Cone& cone, const Known& k) {
  if (!k.base.radius && !k.top.radius) refuse_missing(k);
  const bool both = k.base.radius && k.top.radius;
  RoundSizes s;
  const double taper = both ? taper_of_two_ends(k) : taper_of_one_end(k);
  if (both) check_flatness(taper, *k.base.radius - *k.top.radius);
  s.taper = Angle::radians(taper);
  s.height = height_of(k, taper);
  s.slant = s.height / std::cos(taper);
  check_range("height", s.height, shortest, longest, "mm");
  const double step = (k.layer_step() + s.height * std::sin(taper)) / std::cos(taper);
  s.base_radius = k.base.radius ? *k.base.radius : other_radius(*k.top.radius, step, EndName::base);
  s.top_radius = k.top.radius ? *k.top.radius : other_radius(*k.base.radius, -step, EndName::top);
  check_range("base.radius", s.base_radius, 0, longest, "mm");
  check_range("top.radius", s.top_radius, 0, longest, "mm");
  check_surplus(k, s, cone.agree);
  return s;
}

}  // namespace

RoundSizes solved(const Cone& cone, const Sheet& sheet) {
  check_range("top.shift", norm(cone.shift), 0, longest, "mm");
  const Known k = gather(cone, sheet);
  RoundSizes s = cone.shift == Vec2{} ? coaxial_sizes(cone, k) : offset_sizes(cone, k);
  s.base_layer = k.base.layer;
  s.top_layer = k.top.layer;
  s.base_pointed = s.base_radius == 0;
  s.top_pointed = s.top_radius == 0;
  s.base_face = cone.base.sizes_on ? cone.base.sizes_on : sheet.sizes_on;
  s.top_face = cone.top.sizes_on ? cone.top.sizes_on : sheet.sizes_on;
  s.base_contact = cone.base.contact.value_or(Contact::size_face);
  s.top_contact = cone.top.contact.value_or(Contact::size_face);
  s.trims = cone.trims;
  return s;
}

}  // namespace juggler
