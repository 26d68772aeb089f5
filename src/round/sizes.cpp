// Cones and cylinders worked out.
#include "part/trims.h"
#include "round_sizes.h"

namespace juggler {
namespace {

// A cylinder is a cone of equal ends; two side lengths are a slanting plane across its top.
Cone cone_of(const Cylinder& c) {
  Cone cone{.base = c.size, .top = c.size, .height = c.height, .agree = c.agree, .trims = numbered(c.trims)};
  cone.base.contact = c.base;
  cone.top.contact = c.top;
  if (!c.short_side && !c.long_side) return cone;
  if (c.height) {
    throw Refusal({.reason = "is given beside side lengths",
                   .key = "height",
                   .found = shown_mm(*c.height),
                   .advice = "give either the height or short_side and long_side"});
  }
  Trim slant{.short_side = c.short_side, .long_side = c.long_side, .uphill = c.uphill, .contact = c.top};
  check_trim(slant);
  cone.height = c.long_side;
  if (*c.long_side > *c.short_side) {
    cone.trims.insert(cone.trims.begin(), slant);
    cone.top.contact = {};
  }
  return cone;
}

void check_cylinder(const Cylinder& c) {
  if (c.size.pointed || c.size.diameter == 0.0 || c.size.radius == 0.0 || c.size.girth == 0.0) {
    throw Refusal({.reason = "a cylinder has no pointed end",
                   .key = "diameter",
                   .allowed = shown_mm(0.001) + " or more",
                   .advice = "give a diameter, radius or girth, or make it a cone"});
  }
  if (!c.size.diameter && !c.size.radius && !c.size.girth) {
    throw Refusal({.reason = "is missing",
                   .key = "diameter",
                   .allowed = "one of diameter, radius, girth",
                   .advice = "give the cylinder's size"});
  }
  if (!c.height && !c.short_side && !c.long_side) {
    throw Refusal({.reason = "is missing",
                   .key = "height",
                   .allowed = "height, or short_side and long_side",
                   .advice = "say how high the cylinder is"});
  }
}

RoundSizes solved(const Cylinder& c, const Sheet& sheet) {
  check_cylinder(c);
  try {
    RoundSizes s = solved(cone_of(c), sheet);
    s.one_size = true;
    return s;
  } catch (const Refusal& refusal) {
    // A cylinder's size stands by itself, not under an end.
    Refusal::Text text = refusal.text();
    for (const char* end : {"base.", "top."}) {
      if (text.key.starts_with(end)) text.key.erase(0, text.key.find('.') + 1);
    }
    throw Refusal(text);
  }
}

}  // namespace

RoundSizes solve(const RoundShape& shape, const Sheet& sheet) {
  check(sheet, {}, {});
  RoundSizes s = std::visit([&](const auto& known) { return solved(known, sheet); }, shape);
  if (std::holds_alternative<Cone>(shape)) s.trims = numbered(std::move(s.trims));
  for (const Trim& t : s.trims) check_trim(t);
  const auto flanges = std::visit([](const auto& known) { return known.flanges; }, shape);
  for (const Flange& f : flanges) add_round_flange(s, f, sheet);
  return s;
}

}  // namespace juggler
