// Domes and ruled walls, and what forming does to their metal, as JSON.
#include "json_parts.h"

namespace juggler {
namespace {

Json curve_json(const SpaceCurve& c) {
  if (!c.points.empty()) {
    Json points = Json::array();
    for (const Vec3 p : c.points) points.push_back({number(p.x), number(p.y), number(p.z)});
    return {{"points", points}};
  }
  return {{"diameter", number(*c.diameter)}, {"end_diameter", number(c.diameter_to.value_or(*c.diameter))},
          {"pitch", number(*c.pitch)},       {"turns", number(*c.turns)},
          {"height", number(c.height)},      {"at", number(c.start.degrees())}};
}

Json place_json(Vec3 p) { return {number(p.x), number(p.y), number(p.z)}; }

// Of a strip on a cone, or of a standing one.
template <typename Sizes>
Json strip_json(const HelicalStrip& s, const Sizes& c, size_t elements) {
  constexpr bool standing = std::is_same_v<Sizes, StandingSizes>;
  const double turns = c.angle / (two_pi);
  const double rise = c.height / c.angle;
  Json blank = nullptr;
  if constexpr (standing) blank = {{"turns", number(turns / c.pieces)}};
  const auto of_lead = [&]() -> Json {
    if (c.lead) return number(Angle::radians(*c.lead).degrees());
    return s.on_to ? Json(nullptr) : number(Angle::radians(std::atan2(rise, *s.on / 2)).degrees());
  };
  return {{"on", {{"diameter", number(*s.on)}, {"end_diameter", optional(s.on_to)}}},
          {"width", number(c.width)},
          {"upright", nullptr},
          {"pitch", c.lead ? Json(nullptr) : number(c.height / turns)},
          {"turns", number(turns)},
          {"height", number(c.height)},
          {"lead_angle", of_lead()},
          {"neutral_lead_angle", nullptr},
          {"start", {{"at", number(s.start.degrees())}}},
          {"ends", name_of(c.ends)},
          {"tilt", s.tilt ? number(s.tilt->degrees()) : Json(nullptr)},
          {"blank", blank},
          {"strain_limit", standing ? number(s.strain.limit) : Json(nullptr)},
          {"allow_strain", standing ? Json(s.strain.allowed) : Json(nullptr)},
          {"elements", elements}};
}

}  // namespace

Json stretched_part_json(const PieceResult& piece) {
  const size_t elements = piece.blank.elements.size() - 1;
  if (const auto* d = std::get_if<Dome>(&piece.part.asked)) {
    const DomeSizes& s = *piece.stretched()->dome;
    const auto face = d->sizes_on ? d->sizes_on : piece.part.sheet.sizes_on;
    return {{"kind", name_of(d->kind)},
            {"rim", {{"diameter", optional(d->rim)}}},
            {"rise", optional(d->rise)},
            {"diameter", optional(d->diameter)},
            {"whole", d->whole},
            {"crown_radius", optional(d->crown_radius)},
            {"knuckle_radius", optional(d->knuckle_radius)},
            {"straight", number(d->straight)},
            {"crown", {{"diameter", optional(d->crown)}}},
            {"sizes_on", face ? Json(name_of(*face)) : Json(nullptr)},
            {"gores", s.gores},
            {"start", {{"at", number(d->start.degrees())}}},
            {"meridian", number(s.length())},
            {"strain_limit", number(d->strain.limit)},
            {"allow_strain", d->strain.allowed},
            {"elements", elements}};
  }
  if (std::holds_alternative<Flight>(piece.part.asked)) return wound_part_json(piece);
  if (std::holds_alternative<Transition>(piece.part.asked)) return ruled_part_json(piece);
  if (const auto* strip = std::get_if<HelicalStrip>(&piece.part.asked)) {
    const Hand hand = piece.part.making.hand;
    return strip->tilt ? strip_json(*strip, solve_standing(*strip, hand), elements)
                       : strip_json(*strip, solve_on_cone(*strip, piece.part.sheet, hand), elements);
  }
  const auto& w = std::get<RuledWall>(piece.part.asked);
  return {{"base", curve_json(w.base)},
          {"top", curve_json(w.top)},
          {"rulings", name_of(*piece.stretched()->rulings)},
          {"pieces", w.pieces},
          {"strain_limit", number(w.strain.limit)},
          {"allow_strain", w.strain.allowed},
          {"elements", elements}};
}

Json creases_json(const Blank& blank) {
  Json all = Json::array();
  for (const Crease& c : blank.creases)
    all.push_back({{"tag", c.tag},
                   {"from", point(c.line.front().start)},
                   {"to", point(end_of(c.line.back()))},
                   {"length", number(length_of(c.line))},
                   {"base_run", number(c.base_run)},
                   {"top_run", number(c.top_run)},
                   {"at_base", number(c.at_base.degrees())},
                   {"at_top", number(c.at_top.degrees())},
                   {"direction", c.up ? "up" : "down"}});
  return all;
}

Json strain_json(const PieceResult& piece) {
  if (!piece.stretched()) return nullptr;
  const StretchedPiece& own = piece.stretched()->piece(piece.blank.piece);
  const StrainNumbers& s = own.strain;
  Json map = Json::array();
  constexpr int steps = 8;
  const Surface& surface = own.curved.surface;
  const auto at = [](const std::vector<double>& breaks, int i) {
    return breaks.front() + (breaks.back() - breaks.front()) * i / steps;
  };
  for (int i = 0; i <= steps; ++i) {
    for (int j = 0; j <= steps; ++j) {
      const double u = at(surface.us, i);
      const double v = at(surface.vs, j);
      const Strain strain = strain_at(surface, own.flat, u, v);
      map.push_back({{"place", place_json(surface.point(u, v).at)},
                     {"along", number(strain.along)},
                     {"across", number(strain.across)},
                     {"greatest", number(strain.greatest())}});
    }
  }
  return {{"greatest", number(s.greatest)},
          {"place", place_json(s.where)},
          {"greatest_along", number(s.greatest_along)},
          {"greatest_across", number(s.greatest_across)},
          {"mean_along", number(s.mean_along)},
          {"mean_across", number(s.mean_across)},
          {"root_mean_square", number(s.root_mean_square)},
          {"formed_area", number(own.flat.formed_area())},
          {"opens_flat", piece.stretched()->opens_flat()},
          {"map", map}};
}

}  // namespace juggler
