// Domes and ruled walls, and what forming does to their metal, of a result.
#include "record_parts.h"

namespace juggler {
namespace {

constexpr Between in_space{"centre of the base", "place", "x, y, z"};
constexpr Between per_turn_up{"turn", "the next turn", "axis"};

Record curve_record(const SpaceCurve& c) {
  if (!c.points.empty()) return {{"points", list_of(c.points, [](Vec3 p) { return point(p, in_space); })}};
  const Between across{"curve", "curve across the axis", "middle"};
  return {{"diameter", mm(c.diameter, across)},
          {"end_diameter", mm(c.diameter_to.value_or(*c.diameter), across)},
          {"pitch", mm(c.pitch, per_turn_up)},
          {"turns", plain(*c.turns, {"lower end", "upper end", "turns"})},
          {"height", mm(c.height, {"z = 0", "lower end", "axis"})},
          {"at", deg(c.start, plan_of_place)}};
}

// Of a strip on a cone, or of a standing one.
template <typename Sizes>
Record strip_part(const HelicalStrip& s, const Sizes& c) {
  constexpr bool standing = std::is_same_v<Sizes, StandingSizes>;
  const double turns = c.angle / (two_pi);
  const double rise = c.height / c.angle;
  const Between across{"wall", "wall across the axis", "body that it lies against"};
  const Between turned{"lower end", "upper end", "turns"};
  Record blank;
  if constexpr (standing) blank = {{"turns", plain(turns / c.pieces, turned)}};
  const auto of_lead = [&]() -> Record {
    const Between lead{"level", "edge", "body that it lies against"};
    if (c.lead) return deg(Angle::radians(*c.lead), lead);
    return s.on_to ? Record() : deg(Angle::radians(std::atan2(rise, *s.on / 2)), lead);
  };
  return {{"on", {{"diameter", mm(s.on, across)}, {"end_diameter", mm(s.on_to, across)}}},
          {"width", mm(c.width, {"base edge", "top edge", "square to the edges"})},
          {"upright", {}},
          {"pitch", c.lead ? Record() : mm(c.height / turns, per_turn_up)},
          {"turns", plain(turns, turned)},
          {"height", mm(c.height, {"start", "end", "axis"})},
          {"lead_angle", of_lead()},
          {"neutral_lead_angle", {}},
          {"start", {{"at", deg(s.start, plan_of_place)}}},
          {"ends", name_of(c.ends)},
          {"tilt", deg(s.tilt, {"body that it lies against", "strip", "across its edges"})},
          {"blank", blank},
          {"strain_limit", standing ? share(s.strain.limit, stretched) : Record()},
          {"allow_strain", standing ? Record(s.strain.allowed) : Record()}};
}

Record dome_part(const Dome& d, const DomeSizes& s, const Sheet& sheet) {
  const Between across{"wall", "wall across the axis", "size face"};
  const Between radius{"centre", "wall", "size face"};
  return {{"kind", name_of(d.kind)},
          {"rim", {{"diameter", mm(d.rim, across)}}},
          {"rise", mm(d.rise, {"rim", "crown", "axis"})},
          {"diameter", mm(d.diameter, across)},
          {"whole", d.whole},
          {"crown_radius", mm(d.crown_radius, radius)},
          {"knuckle_radius", mm(d.knuckle_radius, radius)},
          {"straight", mm(d.straight, {"rim", "curved wall", "axis"})},
          {"crown", {{"diameter", mm(d.crown, across)}}},
          {"sizes_on", face(d.sizes_on ? d.sizes_on : sheet.sizes_on)},
          {"gores", s.gores},
          {"start", {{"at", deg(d.start, plan_of_place)}}},
          {"meridian", mm(s.length(), {"rim", "crown", "middle, along the wall"})},
          {"strain_limit", share(d.strain.limit, stretched)},
          {"allow_strain", d.strain.allowed}};
}

Record wall_part(const RuledWall& w, Rulings rulings) {
  return {{"base", curve_record(w.base)},
          {"top", curve_record(w.top)},
          {"rulings", name_of(rulings)},
          {"pieces", w.pieces},
          {"strain_limit", share(w.strain.limit, stretched)},
          {"allow_strain", w.strain.allowed}};
}

Record own_part(const PieceResult& piece) {
  if (const auto* d = std::get_if<Dome>(&piece.part.asked))
    return dome_part(*d, *piece.stretched()->dome, piece.part.sheet);
  if (const auto* strip = std::get_if<HelicalStrip>(&piece.part.asked)) {
    const Hand hand = piece.part.making.hand;
    return strip->tilt ? strip_part(*strip, solve_standing(*strip, hand))
                       : strip_part(*strip, solve_on_cone(*strip, piece.part.sheet, hand));
  }
  return wall_part(std::get<RuledWall>(piece.part.asked), *piece.stretched()->rulings);
}

}  // namespace

Record stretched_part_record(const PieceResult& piece) {
  if (std::holds_alternative<Flight>(piece.part.asked)) return wound_part_record(piece);
  if (std::holds_alternative<Transition>(piece.part.asked)) return ruled_part_record(piece);
  Record part = own_part(piece);
  part.add("elements", piece.blank.elements.size() - 1);
  return part;
}

Record creases_record(const Blank& blank) {
  return list_of(blank.creases, [](const Crease& c) -> Record {
    const Between fold{"flat", "folded", "turned"};
    return {{"tag", c.tag},
            {"from", on_blank(c.line.front().start)},
            {"to", on_blank(end_of(c.line.back()))},
            {"length", mm(length_of(c.line), {"end", "end", "crease"})},
            {"base_run", mm(c.base_run, {"seam start", "crease", "base edge as cut"})},
            {"top_run", mm(c.top_run, {"seam start", "crease", "top edge as cut"})},
            {"at_base", deg(c.at_base, fold)},
            {"at_top", deg(c.at_top, fold)},
            {"direction", c.up ? "up" : "down"}};
  });
}

Record strain_record(const PieceResult& piece) {
  if (!piece.stretched()) return {};
  const StretchedPiece& own = piece.stretched()->piece(piece.blank.piece);
  const StrainNumbers& s = own.strain;
  const Between along{"flat", "formed", "along the rims"};
  const Between across{"flat", "formed", "across the rims"};
  Record::List map;
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
      map.push_back({{"place", point(surface.point(u, v).at, in_space)},
                     {"along", share(strain.along, along)},
                     {"across", share(strain.across, across)},
                     {"greatest", share(strain.greatest(), stretched)}});
    }
  }
  return {{"greatest", share(s.greatest, stretched)},
          {"place", point(s.where, in_space)},
          {"greatest_along", share(s.greatest_along, along)},
          {"greatest_across", share(s.greatest_across, across)},
          {"mean_along", share(s.mean_along, along)},
          {"mean_across", share(s.mean_across, across)},
          {"root_mean_square", share(s.root_mean_square, stretched)},
          {"formed_area", mm2(own.flat.formed_area(), {"", "", "middle, formed"})},
          {"opens_flat", piece.stretched()->opens_flat()},
          {"map", map}};
}

}  // namespace juggler
