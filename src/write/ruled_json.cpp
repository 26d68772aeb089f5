// A transition and where its seams lie, as JSON.
#include <array>

#include "json_parts.h"

namespace juggler {
namespace {

Json curve_json(const DrawnCurve& c) {
  constexpr std::array kinds{"line", "arc", "bezier"};
  const bool arc = c.kind == DrawnCurve::Kind::arc;
  const auto of_arc = [&](const Json& value) { return arc ? value : Json(nullptr); };
  Json points = Json::array();
  for (const Vec2 p : c.points) points.push_back(point(p));
  Json weights = Json::array();
  for (const double w : c.weights) weights.push_back(number(w));
  return {{"kind", kinds.at(static_cast<size_t>(c.kind))},
          {"points", points},
          {"weights", weights},
          {"centre", of_arc(point(c.centre))},
          {"half_axes", of_arc(Json::array({number(c.a), number(c.b)}))},
          {"axis", of_arc(number(c.axis))},
          {"from", of_arc(number(c.from))},
          {"to", of_arc(number(c.to))}};
}

Json profile_json(const Profile& p) {
  Json outline = Json::array();
  for (const DrawnCurve& c : p.outline) outline.push_back(curve_json(c));
  Json points = Json::array();
  for (const Vec2 corner : p.points) points.push_back(point(corner));
  return {{"kind", name_of(p.kind)},
          {"diameter", optional(p.diameter)},
          {"width", optional(p.width)},
          {"length", optional(p.length)},
          {"centres", optional(p.centres)},
          {"corner", number(p.corner)},
          {"sides", p.sides == 0 ? Json(nullptr) : Json(p.sides)},
          {"across_flats", optional(p.across_flats)},
          {"across_corners", optional(p.across_corners)},
          {"points", points},
          {"outline", outline},
          {"open", p.open},
          {"gap", p.gap ? point(*p.gap) : Json(nullptr)},
          {"turn", number(p.turn.degrees())}};
}

}  // namespace

// Where the seams lie, worked out; `at` is the first.
Json seam_json(const PieceResult& piece) {
  const Seam& seam = piece.part.seam;
  const Seam made = seam_as_made(seam, piece.part.making.hand);
  const Form& wall = piece.wall() ? *piece.wall() : *piece.rulings();
  Json all = Json::array();
  for (const Span& span : seam_spans(wall, made))
    all.push_back(number(Angle::radians(plan_at(wall, span.from)).degrees()));
  return {{"gap", optional(seam.gap)},
          {"wedge", seam.wedge ? number(seam.wedge->degrees()) : Json(nullptr)},
          {"gap_on", seam.gap_on ? Json(name_of(*seam.gap_on)) : Json("neutral")},
          {"at", number(seam.at.degrees())},
          {"ruling", name_of(seam.ruling)},
          {"seams", all},
          {"lap", optional(seam.lap)},
          {"lap_on", seam.lap ? Json(name_of(seam.lap_on)) : Json(nullptr)},
          {"stock", number(seam.stock)}};
}

Json ruled_part_json(const PieceResult& piece) {
  const auto& t = std::get<Transition>(piece.part.asked);
  const auto end = [&](const TransitionEnd& e) -> Json {
    const auto face = e.sizes_on ? e.sizes_on : piece.part.sheet.sizes_on;
    return {{"profile", profile_json(e.profile)},
            {"tilt", number(e.tilt.degrees())},
            {"uphill", number(e.uphill.degrees())},
            {"sizes_on", face ? Json(name_of(*face)) : Json(nullptr)},
            {"contact", name_of(e.contact.value_or(Contact::size_face))}};
  };
  Json regions = Json::array();
  const Form* wall = piece.rulings();
  if (wall) {
    for (const Region& r : wall->regions)
      regions.push_back({{"kind", name_of(r.kind)},
                         {"name", r.name},
                         {"from", number(Angle::radians(plan_at(*wall, r.from)).degrees())},
                         {"to", number(Angle::radians(plan_at(*wall, r.to)).degrees())}});
  }
  return {{"base", end(t.base)},
          {"top", end(t.top)},
          {"shift", point(t.shift)},
          {"height", number(*t.height)},
          {"seam", wall ? seam_json(piece) : Json(nullptr)},
          {"elements", wall ? Json(piece.blank.elements.size() - 1) : Json(nullptr)},
          {"regions", regions},
          {"warp", wall ? number(Angle::radians(warp_of(*wall)).degrees()) : Json(0)},
          {"rulings", name_of(piece.stretched() ? Rulings::even : Rulings::developable)},
          {"strain_limit", number(t.strain.limit)},
          {"allow_strain", t.strain.allowed},
          {"corner", name_of(t.corner)},
          {"relief", name_of(t.relief)},
          {"bend", bend_rule_json(t.bend)}};
}

}  // namespace juggler
