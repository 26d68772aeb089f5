// Flights and coils, and what their blanks do to the metal, of a result.
#include "record_parts.h"

namespace juggler {
namespace {

constexpr Between across_axis{"edge", "edge across the axis", "middle"};
constexpr Between per_turn{"turn", "the next turn", "axis"};
constexpr Between turned{"lower end", "upper end", "turns"};

Record coil_part(const Coil& c, const CoilNumbers& n) {
  return {{"start",
           {{"inside_diameter", mm(n.start_inside_diameter, {"wall", "wall across the axis", "inside"})},
            {"middle_diameter", mm(n.start_middle_diameter, {"wall", "wall across the axis", "middle"})},
            {"at", deg(c.start, plan_of_place)}}},
          {"spacing", mm(*c.spacing, {"turn", "the next turn outwards", "middle"})},
          {"turns", plain(n.turns, {"start", "end", "turns"})},
          {"outside", {{"diameter", mm(n.outside_diameter, {"wall", "wall across the axis", "outside"})}}},
          {"width", mm(*c.width, {"base edge", "top edge", "axis"})}};
}

Record strip_part(const HelicalStrip& s, const StripNumbers& n) {
  return {{"on",
           {{"diameter", mm(s.on, {"wall", "wall across the axis", "cylinder that it lies against"})},
            {"end_diameter", {}}}},
          {"width", mm(n.width, {"base edge", "top edge", "square to the edges"})},
          {"upright", mm(n.upright, {"base edge", "top edge", "axis"})},
          {"pitch", mm(n.pitch, per_turn)},
          {"turns", plain(n.turns, turned)},
          {"height", mm(n.height, {"start", "end", "axis"})},
          {"lead_angle", deg(n.lead, {"level", "edge", "body that it lies against"})},
          {"neutral_lead_angle", deg(n.neutral_lead, {"level", "edge", "neutral layer"})},
          {"start", {{"at", deg(s.start, plan_of_place)}}},
          {"ends", name_of(s.ends)},
          {"tilt", {}},
          {"blank", {}},
          {"strain_limit", {}},
          {"allow_strain", {}}};
}

Record flight_part(const Flight& f) {
  return {{"shaft", {{"diameter", mm(f.shaft, across_axis)}}},
          {"outside",
           {{"diameter", mm(f.outside, across_axis)},
            {"end_diameter", mm(f.outside_to.value_or(*f.outside), across_axis)}}},
          {"pitch", {{"from", mm(f.pitch, per_turn)}, {"to", mm(f.pitch_to.value_or(*f.pitch), per_turn)}}},
          {"turns", plain(*f.turns, turned)},
          {"start", {{"at", deg(f.start, plan_of_place)}}},
          {"blank", {{"turns", plain(f.turns_per_blank, turned)}, {"flat", name_of(f.flat)}}},
          {"strain_limit", share(f.strain_limit, stretched)},
          {"allow_strain", f.allow_strain}};
}

Record ring_record(const FlightRing& r) {
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
          {"sweep", deg(r.sweep, {"end", "end", "blank"})},
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

Record wound_part_record(const PieceResult& piece) {
  Record part = std::holds_alternative<Coil>(piece.part.asked)
                    ? coil_part(std::get<Coil>(piece.part.asked), *piece.wound()->coil)
                : std::holds_alternative<HelicalStrip>(piece.part.asked)
                    ? strip_part(std::get<HelicalStrip>(piece.part.asked), *piece.wound()->strip)
                    : flight_part(std::get<Flight>(piece.part.asked));
  part.add("elements", piece.blank.elements.size() - 1);
  return part;
}

Record rings_record(const PieceResult& piece) {
  return piece.rings.empty() ? Record() : list_of(piece.rings, ring_record);
}

Record coil_record(const PieceResult& piece) {
  if (!piece.wound() || !piece.wound()->coil) return {};
  const CoilNumbers& n = *piece.wound()->coil;
  return {
      {"length",
       {{"inside", mm(n.inside, {"start", "end", "inside"})},
        {"neutral", mm(n.neutral, {"start", "end", "neutral layer"})},
        {"middle", mm(n.middle, {"start", "end", "middle"})},
        {"outside", mm(n.outside, {"start", "end", "outside"})}}},
      {"turns", plain(n.turns, {"start", "end", "turns"})},
      {"clearance", n.turns >= 1 ? mm(n.clearance, {"turn", "the next turn", "sheet to sheet"}) : Record()}};
}

Record strip_record(const PieceResult& piece) {
  if (!piece.wound() || !piece.wound()->strip) return {};
  const StripNumbers& n = *piece.wound()->strip;
  return {{"inside", mm(n.inside, {"start", "end", "edge, inside"})},
          {"neutral", mm(n.neutral, {"start", "end", "edge, neutral layer"})},
          {"outside", mm(n.outside, {"start", "end", "edge, outside"})}};
}

}  // namespace juggler
