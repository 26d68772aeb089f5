// Flights and coils, and what their blanks do to the metal, as JSON.
#include "json_parts.h"

namespace juggler {

Json wound_part_json(const PieceResult& piece) {
  const size_t elements = piece.blank.elements.size() - 1;
  if (const auto* c = std::get_if<Coil>(&piece.part.asked)) {
    const CoilNumbers& n = *piece.wound()->coil;
    return {{"start",
             {{"inside_diameter", number(n.start_inside_diameter)},
              {"middle_diameter", number(n.start_middle_diameter)},
              {"at", number(c->start.degrees())}}},
            {"spacing", number(*c->spacing)},
            {"turns", number(n.turns)},
            {"outside", {{"diameter", number(n.outside_diameter)}}},
            {"width", number(*c->width)},
            {"elements", elements}};
  }
  if (const auto* s = std::get_if<HelicalStrip>(&piece.part.asked)) {
    const StripNumbers& n = *piece.wound()->strip;
    return {{"on", {{"diameter", number(*s->on)}, {"end_diameter", nullptr}}},
            {"width", number(n.width)},
            {"upright", number(n.upright)},
            {"pitch", number(n.pitch)},
            {"turns", number(n.turns)},
            {"height", number(n.height)},
            {"lead_angle", number(n.lead.degrees())},
            {"neutral_lead_angle", number(n.neutral_lead.degrees())},
            {"start", {{"at", number(s->start.degrees())}}},
            {"ends", name_of(s->ends)},
            {"tilt", nullptr},
            {"blank", nullptr},
            {"strain_limit", nullptr},
            {"allow_strain", nullptr},
            {"elements", elements}};
  }
  const auto& f = std::get<Flight>(piece.part.asked);
  return {{"shaft", {{"diameter", number(*f.shaft)}}},
          {"outside",
           {{"diameter", number(*f.outside)}, {"end_diameter", number(f.outside_to.value_or(*f.outside))}}},
          {"pitch", {{"from", number(*f.pitch)}, {"to", number(f.pitch_to.value_or(*f.pitch))}}},
          {"turns", number(*f.turns)},
          {"start", {{"at", number(f.start.degrees())}}},
          {"blank", {{"turns", number(f.turns_per_blank)}, {"flat", name_of(f.flat)}}},
          {"strain_limit", number(f.strain_limit)},
          {"allow_strain", f.allow_strain},
          {"elements", elements}};
}

Json rings_json(const PieceResult& piece) {
  if (piece.rings.empty()) return nullptr;
  Json rings = Json::array();
  for (const FlightRing& r : piece.rings) {
    const auto of_ring = [&](double value) { return r.inner_radius > 0 ? number(value) : Json(nullptr); };
    Json map = Json::array();
    for (const StrainAt& at : r.map)
      map.push_back(
          {{"radius", number(at.radius)}, {"along", number(at.along)}, {"across", number(at.across)}});
    rings.push_back({{"flat", name_of(r.flat)},
                     {"inner_radius", of_ring(r.inner_radius)},
                     {"outer_radius", of_ring(r.outer_radius)},
                     {"sweep", number(r.sweep.degrees())},
                     {"gap", number(r.gap.degrees())},
                     {"strain",
                      {{"inner", number(r.inner)},
                       {"middle", number(r.middle)},
                       {"outer", number(r.outer)},
                       {"greatest", number(r.greatest)},
                       {"greatest_radius", number(r.greatest_radius)},
                       {"greatest_across", r.greatest_across},
                       {"root_mean_square", number(r.root_mean_square)},
                       {"map", map}}}});
  }
  return rings;
}

Json coil_json(const PieceResult& piece) {
  if (!piece.wound() || !piece.wound()->coil) return nullptr;
  const CoilNumbers& n = *piece.wound()->coil;
  return {{"length",
           {{"inside", number(n.inside)},
            {"neutral", number(n.neutral)},
            {"middle", number(n.middle)},
            {"outside", number(n.outside)}}},
          {"turns", number(n.turns)},
          {"clearance", n.turns >= 1 ? number(n.clearance) : Json(nullptr)}};
}

Json strip_json(const PieceResult& piece) {
  if (!piece.wound() || !piece.wound()->strip) return nullptr;
  const StripNumbers& n = *piece.wound()->strip;
  return {{"inside", number(n.inside)}, {"neutral", number(n.neutral)}, {"outside", number(n.outside)}};
}

}  // namespace juggler
