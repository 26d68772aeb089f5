// Round parts in the result document.
#include <cmath>

#include "measure/record_parts.h"
#include "round.h"
#include "round_sizes.h"

namespace juggler {
namespace {

Record cone_record(const ConeNumbers& c) {
  const auto swing = [](double r, const char* edge) { return mm(r, {"swing centre", edge, "blank"}); };
  const auto sector = [](Angle a, const char* on) { return deg(a, {"seam start", "seam end", on}); };
  const auto chord = [](double length, const char* on) { return mm(length, {"seam start", "seam end", on}); };
  return {{"half_angle", deg(c.half_angle, {"axis", "ruling", ""})},
          {"slant", mm(c.slant, {"base plane", "top plane", "ruling"})},
          {"swing_radius_base", swing(c.swing_radius_base, "base edge as cut")},
          {"swing_radius_top", swing(c.swing_radius_top, "top edge as cut")},
          {"sector_full", deg(c.sector_full, {"seam ruling", "seam ruling", "blank"})},
          {"sector_base", sector(c.sector_base, "base edge as cut")},
          {"sector_top", sector(c.sector_top, "top edge as cut")},
          {"chord_base", chord(c.chord_base, "chord of the base")},
          {"chord_top", chord(c.chord_top, "chord of the top")},
          {"box", sides_record(c.box, "box")}};
}

Record end_record(double radius, const std::optional<Face>& on, Contact contact) {
  return {{"radius", mm(radius, {"axis", "wall", "size face"})},
          {"diameter", mm(2 * radius, {"wall", "wall across the axis", "size face"})},
          {"girth", mm(two_pi * radius, {"once round", "", "size face"})},
          {"pointed", radius == 0},
          {"sizes_on", face(on)},
          {"contact", radius == 0 ? "apex" : name_of(contact)}};
}

Record trim_record(const TrimPlane& t) {
  const char* plane = "plane of the cut";
  const auto side = [&](double length, const char* on) {
    return std::abs(length) < 1e9 ? mm(length, {"other end's plane", plane, on}) : Record();
  };
  return {{"end", name_of(t.end)},
          {"height", t.from_axis ? Record() : mm(t.height, {"base plane", plane, "axis"})},
          {"tilt", deg(t.tilt, {"level", plane, "axis"})},
          {"uphill", deg(t.uphill, {"x axis", "way up", "plan"})},
          {"from_axis", mm(t.from_axis, {"axis", plane, "plan"})},
          {"short_side", t.from_axis ? Record() : side(t.short_side, "shortest ruling")},
          {"long_side", t.from_axis ? Record() : side(t.long_side, "longest ruling")},
          {"from_apex", mm(t.from_apex, {"apex", plane, "axis"})},
          {"to_axis", deg(90 - t.tilt.degrees(), {"axis", plane, ""})},
          {"contact", name_of(t.contact)}};
}

}  // namespace

Record round_record(const Part& part, const RoundPart& round, const Blank& b) {
  const RoundSizes& s = round.sizes;
  const double taper = std::abs(s.taper.degrees());
  const auto of_coaxial = [&](const Record& value) { return s.coaxial() ? value : Record(); };
  const double wider = s.base_radius - s.top_radius;
  return {{"base", end_record(s.base_radius, s.base_face, s.base_contact)},
          {"top", end_record(s.top_radius, s.top_face, s.top_contact)},
          {"shift", point(top_shift(round.form), {"centre of the base", "centre of the top", "plan"})},
          {"height", mm(s.height, along_axis)},
          {"slant", of_coaxial(mm(s.slant, {"base plane", "top plane", "ruling of the size face"}))},
          {"half_angle", of_coaxial(deg(taper, {"axis", "ruling", ""}))},
          {"included_angle", of_coaxial(deg(2 * taper, {"ruling", "opposite ruling", ""}))},
          {"wider", wider == 0 ? Record() : Record(wider > 0 ? "base" : "top")},
          {"trims", list_of(round.form.trims, trim_record)},
          {"seam", seam_record(part, round.form)},
          {"elements", b.elements.size() - 1}};
}

Record round_members(const RoundPart& round, const Blank& b) {
  if (!is_right_cone(round.form)) return Record::Members{};
  return {{"cone", cone_record(cone_numbers(round.sizes, b))}};
}

}  // namespace juggler
