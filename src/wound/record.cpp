// Flights, coils and helical strips in the result document.
#include <array>
#include <cmath>

#include "measure/record_parts.h"
#include "winding.h"
#include "wound.h"
#include "wound_sizes.h"

namespace juggler {
namespace {

constexpr Between across_axis{"edge", "edge across the axis", "middle"};
constexpr Between turned{"lower end", "upper end", "turns"};

Record length_record(const HelicalStrip& s) {
  if (!s.length) return {};
  constexpr std::array layers{"lower edge, inside", "lower edge, neutral layer", "lower edge, middle",
                              "lower edge, outside"};
  return mm(*s.length, {"start", "end", layers[static_cast<size_t>(s.length_on)]});
}

// Of a strip on a cone, or of a standing one.
template <typename Sizes>
Record curved_strip(const HelicalStrip& s, const Sizes& c) {
  constexpr bool standing = std::is_same_v<Sizes, StandingSizes>;
  const double turns = c.angle / (two_pi);
  const double rise = c.height / c.angle;
  const Between across{"wall", "wall across the axis", "body that it lies against"};
  Record blank;
  if constexpr (standing) blank = {{"turns", plain(turns / c.pieces, turned)}};
  const auto of_lead = [&]() -> Record {
    const Between lead{"level", "edge", "body that it lies against"};
    if (c.lead) return deg(Angle::radians(*c.lead), lead);
    return s.body_end_diameter ? Record() : deg(Angle::radians(std::atan2(rise, *s.body_diameter / 2)), lead);
  };
  return {{"body",
           {{"diameter", mm(s.body_diameter, across)}, {"end_diameter", mm(s.body_end_diameter, across)}}},
          {"width", mm(c.width, {"lower edge", "upper edge", "square to the edges"})},
          {"upright_width", {}},
          {"pitch", c.lead ? Record() : mm(c.height / turns, per_turn)},
          {"turns", plain(turns, turned)},
          {"height", mm(c.height, {"start", "end", "axis"})},
          {"length", length_record(s)},
          {"lead_angle", of_lead()},
          {"neutral_lead_angle", {}},
          {"start", {{"at", deg(s.start, plan_of_place)}}},
          {"ends", name_of(c.ends)},
          {"tilt", deg(s.tilt, {"body that it lies against", "strip", "across its edges"})},
          {"blank", blank},
          {"strain_limit", standing ? share(s.strain.limit, stretched) : Record()},
          {"allow_strain", standing ? Record(s.strain.allowed) : Record()}};
}

Record ring_record(const FlatRing& r) {
  const auto of_ring = [&](double value, Between w) { return r.inner_radius > 0 ? mm(value, w) : Record(); };
  const Between along{"flat", "formed", "along"};
  const auto strain_row = [&](const StrainAt& at) -> Record {
    return {{"radius", mm(at.radius, {"axis", "place", "formed part"})},
            {"along", share(at.along, along)},
            {"across", share(at.across, {"flat", "formed", "across"})}};
  };
  return {{"flat", name_of(r.flat)},
          {"inner_radius", of_ring(r.inner_radius, {"centre", "inner edge", "blank"})},
          {"outer_radius", of_ring(r.outer_radius, {"centre", "outer edge", "blank"})},
          {"sector", deg(r.sector, {"end", "end", "blank"})},
          {"gap", deg(r.gap, {"end", "start", "blank"})},
          {"strain",
           {{"inner", share(r.inner, along)},
            {"middle", share(r.middle, along)},
            {"outer", share(r.outer, along)},
            {"greatest", share(r.greatest, stretched)},
            {"greatest_radius", mm(r.greatest_radius, {"axis", "place", "formed part"})},
            {"greatest_across", r.greatest_across},
            {"root_mean_square", share(r.root_mean_square, stretched)},
            {"map", list_of(r.map, strain_row)}}}};
}

}  // namespace

Record coil_record(const Coil& c, const CoilNumbers& n) {
  return {{"start",
           {{"inside_diameter", mm(n.start_inside_diameter, {"wall", "wall across the axis", "inside"})},
            {"middle_diameter", mm(n.start_middle_diameter, {"wall", "wall across the axis", "middle"})},
            {"at", deg(c.start, plan_of_place)}}},
          {"spacing", mm(*c.spacing, {"turn", "the next turn outwards", "middle"})},
          {"turns", plain(n.turns, {"start", "end", "turns"})},
          {"outside", {{"diameter", mm(n.outside_diameter, {"wall", "wall across the axis", "outside"})}}},
          {"width", mm(*c.width, {"lower edge", "upper edge", "axis"})}};
}

Record strip_record(const HelicalStrip& s, const StripNumbers& n) {
  return {
      {"body",
       {{"diameter", mm(s.body_diameter, {"wall", "wall across the axis", "cylinder that it lies against"})},
        {"end_diameter", {}}}},
      {"width", mm(n.width, {"lower edge", "upper edge", "square to the edges"})},
      {"upright_width", mm(n.upright_width, {"lower edge", "upper edge", "axis"})},
      {"pitch", mm(n.pitch, per_turn)},
      {"turns", plain(n.turns, turned)},
      {"height", mm(n.height, {"start", "end", "axis"})},
      {"length", length_record(s)},
      {"lead_angle", deg(n.lead, {"level", "edge", "body that it lies against"})},
      {"neutral_lead_angle", deg(n.neutral_lead, {"level", "edge", "neutral layer"})},
      {"start", {{"at", deg(s.start, plan_of_place)}}},
      {"ends", name_of(s.ends)},
      {"tilt", {}},
      {"blank", {}},
      {"strain_limit", {}},
      {"allow_strain", {}}};
}

Record strip_record(const HelicalStrip& s, const Part& part) {
  const HelicalStrip by_size = without_length(s, part.sheet);
  return s.tilt ? curved_strip(s, solve_standing(by_size))
                : curved_strip(s, solve_on_cone(by_size, part.sheet));
}

Record flight_record(const Flight& f) {
  const auto end = [](const std::optional<double>& to, const std::optional<double>& from) {
    return mm(to ? to : from, across_axis);
  };
  return {{"shaft", {{"diameter", mm(f.shaft, across_axis)}, {"end_diameter", end(f.shaft_to, f.shaft)}}},
          {"inside", {{"diameter", mm(f.inside, across_axis)}, {"end_diameter", end(f.inside_to, f.inside)}}},
          {"width", mm(f.width, {"inner edge", "outer edge", "radius"})},
          {"outside",
           {{"diameter", mm(f.outside, across_axis)},
            {"end_diameter", mm(f.outside_to.value_or(*f.outside), across_axis)}}},
          {"pitch", {{"from", mm(f.pitch, per_turn)}, {"to", mm(f.pitch_to.value_or(*f.pitch), per_turn)}}},
          {"turns", plain(*f.turns, turned)},
          {"start", {{"at", deg(f.start, plan_of_place)}}},
          {"blank",
           {{"turns", plain(f.turns_per_blank, turned)},
            {"flat", name_of(f.flat)},
            {"full_rings", f.full_rings},
            {"slit", f.full_rings ? mm(f.slit, {"end", "end of the same ring", "inner edge"}) : Record()}}},
          {"strain_limit", share(f.strain_limit, stretched)},
          {"allow_strain", f.allow_strain}};
}

Record ring_members(const std::vector<FlatRing>& rings) {
  return {{"flat_rings", list_of(rings, ring_record)}};
}

Record coil_members(const CoilNumbers& n) {
  return {{"coil",
           {{"length",
             {{"inside", mm(n.inside, {"start", "end", "inside"})},
              {"neutral", mm(n.neutral, {"start", "end", "neutral layer"})},
              {"middle", mm(n.middle, {"start", "end", "middle"})},
              {"outside", mm(n.outside, {"start", "end", "outside"})}}},
            {"turns", plain(n.turns, {"start", "end", "turns"})},
            {"clearance",
             n.turns >= 1 ? mm(n.clearance, {"turn", "the next turn", "sheet to sheet"}) : Record()}}}};
}

Record strip_members(const StripNumbers& n) {
  return {{"strip",
           {{"inside", mm(n.inside, {"start", "end", "edge, inside"})},
            {"neutral", mm(n.neutral, {"start", "end", "edge, neutral layer"})},
            {"outside", mm(n.outside, {"start", "end", "edge, outside"})}}}};
}

}  // namespace juggler
