// What all shapes share: their sizes, their mirrored twins.
#include <algorithm>

#include <algorithm>

#include "bounds.h"

namespace juggler {
namespace {

// Trims are known by their number in the part.
std::vector<Trim> numbered(std::vector<Trim> trims) {
  for (size_t i = 0; i < trims.size(); ++i) {
    if (trims[i].key.empty()) trims[i].key = "trim." + std::to_string(i + 1) + ".";
  }
  return trims;
}

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

Angle mirrored(Angle a) { return Angle::radians(-a.radians()); }

void mirror(std::vector<Trim>& trims) {
  for (Trim& t : trims) t.uphill = mirrored(t.uphill);
}

void mirror(DrawnCurve& c) {
  for (Vec2& p : c.points) p.y = -p.y;
  c.centre.y = -c.centre.y;
  c.axis = -c.axis;
  c.from = -c.from;
  c.to = -c.to;
}

// Whatever draws it. An open curve keeps its inside to its left: its twin runs the other way.
void mirror(Profile& p) {
  p.turn = mirrored(p.turn);
  for (Vec2& point : p.points) point.y = -point.y;
  for (DrawnCurve& curve : p.outline) mirror(curve);
  if (p.gap) p.gap->y = -p.gap->y;
  if (!p.open) return;
  std::reverse(p.points.begin(), p.points.end());
  std::reverse(p.outline.begin(), p.outline.end());
  for (DrawnCurve& curve : p.outline) curve = curve.reversed();
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

namespace {

Cylinder cylinder_of(const Tube& tube) {
  Cylinder c{.size = Diameter::mm(tube_face(tube).width), .height = tube.length};
  for (const SlantingEnd& e : tube.ends)
    c.trims.push_back({.end = e.end, .height = e.height, .tilt = e.tilt, .uphill = e.uphill, .key = e.key});
  return c;
}

}  // namespace

std::optional<RoundShape> round_shape(const Shape& shape) {
  if (const auto* cone = std::get_if<Cone>(&shape)) return *cone;
  if (const auto* cylinder = std::get_if<Cylinder>(&shape)) return *cylinder;
  if (const auto* tube = std::get_if<Tube>(&shape); tube && tube->round()) return cylinder_of(*tube);
  return std::nullopt;
}

RoundShape as_made(RoundShape shape, Hand hand) {
  if (hand == Hand::as_drawn) return shape;
  if (auto* cone = std::get_if<Cone>(&shape)) {
    cone->shift.y = -cone->shift.y;
    mirror(cone->trims);
  }
  if (auto* cylinder = std::get_if<Cylinder>(&shape)) {
    cylinder->uphill = mirrored(cylinder->uphill);
    mirror(cylinder->trims);
  }
  return shape;
}

Transition as_made(Transition t, Hand hand) {
  if (hand == Hand::as_drawn) return t;
  t.shift.y = -t.shift.y;
  for (TransitionEnd* end : {&t.base, &t.top}) {
    end->uphill = mirrored(end->uphill);
    mirror(end->profile);
  }
  return t;
}

// Mirrored about the x axis. A panel, alike at both ends of its run, is its own twin.
FoldedShape as_made(FoldedShape shape, Hand hand) {
  if (hand == Hand::as_drawn) return shape;
  if (auto* hopper = std::get_if<Hopper>(&shape)) {
    hopper->shift.y = -hopper->shift.y;
    hopper->seam = (8 - hopper->seam) % 8;
  }
  if (auto* tube = std::get_if<Tube>(&shape)) {
    tube->slit = (8 - tube->slit) % 8;
    for (SlantingEnd& end : tube->ends) end.uphill = mirrored(end.uphill);
  }
  if (auto* net = std::get_if<Net>(&shape)) {
    net->shift.y = -net->shift.y;
    net->turn = mirrored(net->turn);
    for (SlantingEnd& end : net->ends) end.uphill = mirrored(end.uphill);
    for (Vec3& p : net->points) p.y = -p.y;
    for (NetFace& face : net->faces) std::reverse(face.points.begin(), face.points.end());
  }
  return shape;
}

}  // namespace juggler
