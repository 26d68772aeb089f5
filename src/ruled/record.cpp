// Transitions in the result document.
#include <array>

#include "measure/record_parts.h"
#include "ruled.h"

namespace juggler {
namespace {

constexpr Between in_profile{"centre of the profile", "place", "end's plane"};
constexpr Between across_profile{"side", "opposite side", "size face"};

Record curve_record(const DrawnCurve& c) {
  constexpr std::array kinds{"line", "arc", "bezier"};
  const bool arc = c.kind == DrawnCurve::Kind::arc;
  const auto of_arc = [&](const Record& value) { return arc ? value : Record(); };
  const auto turned = [&](double radians, const char* to) {
    return of_arc(plain(radians, {"half axis", to, "radians"}));
  };
  return {
      {"kind", kinds.at(static_cast<size_t>(c.kind))},
      {"points", list_of(c.points, [](Vec2 p) { return point(p, in_profile); })},
      {"weights", list_of(c.weights,
                          [](double w) {
                            return plain(w, {"", "", "weight of a point"});
                          })},
      {"centre", of_arc(point(c.centre, in_profile))},
      {"half_axes",
       of_arc(list({mm(c.a, {"centre", "curve", "half axis"}), mm(c.b, {"centre", "curve", "half axis"})}))},
      {"axis", of_arc(plain(c.axis.radians(), {"x", "half axis", "radians"}))},
      {"from", turned(c.from.radians(), "start")},
      {"to", turned(c.to.radians(), "end")}};
}

Record profile_record(const Profile& p) {
  return {{"kind", name_of(p.kind)},
          {"diameter", mm(p.diameter, across_profile)},
          {"width", mm(p.width, across_profile)},
          {"length", mm(p.length, across_profile)},
          {"between_centres",
           mm(p.between_centres, {"centre of a half circle", "that of the other", "end's plane"})},
          {"corner_radius", mm(p.corner_radius, {"centre of the corner", "wall", "size face"})},
          {"sides", p.sides == 0 ? Record() : Record(p.sides)},
          {"across_flats", mm(p.across_flats, across_profile)},
          {"across_corners", mm(p.across_corners, {"corner", "opposite corner", "size face"})},
          {"points", list_of(p.points, [](Vec2 corner) { return point(corner, in_profile); })},
          {"outline", list_of(p.outline, curve_record)},
          {"open", p.open},
          {"gap", p.gap ? point(*p.gap, in_profile) : Record()},
          {"turn", deg(p.turn, {"x axis", "x of the profile", "end's plane"})}};
}

Record end_record(const TransitionEnd& e, const Sheet& sheet) {
  return {{"profile", profile_record(e.profile)},
          {"tilt", deg(e.tilt, {"level", "end's plane", "axis"})},
          {"uphill", deg(e.uphill, {"x axis", "way up", "plan"})},
          {"sizes_on", face(e.sizes_on ? e.sizes_on : sheet.sizes_on)},
          {"contact", name_of(e.contact.value_or(Contact::size_face))}};
}

}  // namespace

Record ruled_record(const Part& part, const Transition& t, const Form* wall, Rulings rulings,
                    const Blank& b) {
  const auto region_record = [&](const Region& r) -> Record {
    return {{"kind", name_of(r.kind)},
            {"name", r.name},
            {"from", deg(plan_at(*wall, r.from), {"x axis", "first ruling", "plan"})},
            {"to", deg(plan_at(*wall, r.to), {"x axis", "last ruling", "plan"})}};
  };
  const Between twisted{"normal at the base", "normal at the top", "ruling"};
  return {{"base", end_record(t.base, part.sheet)},
          {"top", end_record(t.top, part.sheet)},
          {"shift", point(t.shift, {"centre of the base", "centre of the top", "plan"})},
          {"height", mm(t.height, {"centre of the base", "centre of the top", "axis"})},
          {"seam", wall ? seam_record(part, *wall) : Record()},
          {"elements", wall ? Record(b.elements.size() - 1) : Record()},
          {"regions", wall ? list_of(wall->regions, region_record) : list({})},
          {"warp", deg(wall ? warp_of(*wall).degrees() : 0, twisted)},
          {"rulings", name_of(rulings)},
          {"strain_limit", share(t.strain.limit, stretched)},
          {"allow_strain", t.strain.allowed},
          {"hip_joint", name_of(t.hip_joint)},
          {"relief", name_of(t.relief)},
          {"flanges", list_of(t.flanges, flange_record)},
          {"bend", bend_rule_record(t.bend)}};
}

}  // namespace juggler
