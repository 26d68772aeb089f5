// Domes and ruled walls in the result document.
#include "measure/record_parts.h"
#include "stretched.h"
#include "walls.h"

namespace juggler {
namespace {

Record curve_record(const SpaceCurve& c) {
  if (!c.points.empty()) return {{"points", list_of(c.points, [](Vec3 p) { return point(p, in_space); })}};
  const Between across{"curve", "curve across the axis", "middle"};
  return {{"diameter", mm(c.diameter, across)},
          {"end_diameter", mm(c.diameter_to.value_or(*c.diameter), across)},
          {"pitch", mm(c.pitch, per_turn)},
          {"turns", plain(*c.turns, {"lower end", "upper end", "turns"})},
          {"height", mm(c.height, {"z = 0", "lower end", "axis"})},
          {"at", deg(c.start, plan_of_place)}};
}

}  // namespace

Record dome_record(const Dome& d, const DomeSizes& s, const Sheet& sheet) {
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

Record wall_record(const RuledWall& w, Rulings rulings) {
  return {{"base", curve_record(w.base)},
          {"top", curve_record(w.top)},
          {"rulings", name_of(rulings)},
          {"pieces", w.pieces},
          {"strain_limit", share(w.strain.limit, stretched)},
          {"allow_strain", w.strain.allowed}};
}

Record strain_members(const StretchedPart& part, const Blank& b) {
  const StretchedPiece& own = part.piece(b.piece);
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
  return {{"strain",
           {{"greatest", share(s.greatest, stretched)},
            {"place", point(s.where, in_space)},
            {"greatest_along", share(s.greatest_along, along)},
            {"greatest_across", share(s.greatest_across, across)},
            {"mean_along", share(s.mean_along, along)},
            {"mean_across", share(s.mean_across, across)},
            {"root_mean_square", share(s.root_mean_square, stretched)},
            {"formed_area", mm2(own.flat.formed_area(), {"", "", "middle, formed"})},
            {"opens_flat", part.opens_flat()},
            {"map", map}}}};
}

}  // namespace juggler
