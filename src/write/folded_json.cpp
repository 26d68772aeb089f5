#include "json_parts.h"

namespace juggler {

Json bend_rule_json(const Bend& b) {
  return {{"radius", optional(b.radius)},
          {"neutral", optional(b.neutral)},
          {"table_rows", b.table.size()},
          {"test", b.test.has_value()},
          {"springback", b.springback ? number(b.springback->degrees()) : Json(nullptr)},
          {"die", optional(b.die)},
          {"tags", b.letters ? "letters" : "numbers"}};
}

namespace {

Json bend_json(const BendLine& b) {
  return {{"tag", b.tag},
          {"order", b.order},
          {"hit", b.hit},
          {"from", point(b.from)},
          {"to", point(b.to)},
          {"length", number(b.length())},
          {"datum", b.datum},
          {"measured", b.along_rims ? "along the rims" : "square"},
          {"distance", {number(b.datum_from), number(b.datum_to)}},
          {"tangent_lines", {number(b.tangent_a), number(b.tangent_b)}},
          {"direction", b.up ? "up" : "down"},
          {"turned", number(b.turned.degrees())},
          {"between_legs", number(b.between_legs().degrees())},
          {"radius", number(b.radius)},
          {"allowance", number(b.allowance)},
          {"springback", number(b.springback.degrees())},
          {"flat_width", b.hit ? number(b.flat_width) : Json(nullptr)},
          {"facet_error", b.hit ? number(b.facet_error) : Json(nullptr)}};
}

Json panel_json(const Panel& panel, const Sheet& sheet) {
  Json steps = Json::array();
  for (const ProfileStep& s : panel.profile) {
    Json step;
    if (s.line) step["line"] = number(*s.line);
    if (s.bend) step["bend"] = number(s.bend->degrees());
    if (s.arc) step["arc"] = number(s.arc->degrees());
    if (s.radius) step["radius"] = number(*s.radius);
    if (!s.line) step["to"] = s.to_right ? "right" : "left";
    steps.push_back(step);
  }
  const Json face = panel.sizes_on   ? Json(name_of(*panel.sizes_on))
                    : sheet.sizes_on ? Json(name_of(*sheet.sizes_on))
                                     : Json(nullptr);
  return {{"profile", steps},
          {"run", number(*panel.run)},
          {"sizes_on", face},
          {"bend", bend_rule_json(panel.bend)}};
}

Json hopper_json(const Hopper& h) {
  const auto end = [](const RectangleSize& r, const std::optional<Contact>& contact) {
    return Json{{"width", number(*r.width)},
                {"length", number(*r.length)},
                {"sizes_on", r.sizes_on ? Json(name_of(*r.sizes_on)) : Json(nullptr)},
                {"contact", name_of(contact.value_or(Contact::size_face))}};
  };
  Json flanges = Json::array();
  constexpr const char* directions[]{"upright", "level", "square"};
  for (const Flange& f : h.flanges) {
    flanges.push_back({{"end", name_of(f.end)},
                       {"width", number(*f.width)},
                       {"direction", f.direction == FlangeDirection::at_angle
                                         ? number(f.rise.degrees())
                                         : Json(directions[static_cast<size_t>(f.direction)])},
                       {"clearance", number(f.clearance)}});
  }
  return {{"base", end(h.base, h.base_contact)},
          {"top", end(h.top, h.top_contact)},
          {"height", number(*h.height)},
          {"shift", point(h.shift)},
          {"seam", {{"at", name_of_eighth(h.seam)}, {"pieces", h.pieces}}},
          {"corner", name_of(h.corner)},
          {"relief", name_of(h.relief)},
          {"flanges", flanges},
          {"bend", bend_rule_json(h.bend)}};
}

Json trims_json(const std::vector<SlantingEnd>& ends) {
  Json trims = Json::array();
  for (const SlantingEnd& e : ends)
    trims.push_back({{"end", name_of(e.end)},
                     {"height", optional(e.height)},
                     {"tilt", number(e.tilt.degrees())},
                     {"uphill", number(e.uphill.degrees())}});
  return trims;
}

Json net_json(const Net& n) {
  const auto end = [](const PolygonSize& s) -> Json {
    return {{"across_flats", optional(s.across_flats)},
            {"across_corners", optional(s.across_corners)},
            {"side", optional(s.side)},
            {"point", s.point}};
  };
  return {{"sides", n.sides},
          {"base", end(n.base)},
          {"top", end(n.top)},
          {"height", optional(n.height)},
          {"shift", point(n.shift)},
          {"turn", number(n.turn.degrees())},
          {"trims", trims_json(n.ends)},
          {"faces", n.faces.size()},
          {"open", n.open},
          {"bends", n.bends},
          {"joints", n.joints},
          {"corner", name_of(n.corner)},
          {"relief", name_of(n.relief)},
          {"bend", bend_rule_json(n.bend)}};
}

Json tube_json(const PieceResult& piece, const Tube& t) {
  return {{"named", t.named},
          {"diameter", optional(t.diameter)},
          {"side", optional(t.side)},
          {"width", optional(t.width)},
          {"depth", optional(t.depth)},
          {"corner", number(t.corner)},
          {"wall", number(*t.wall)},
          {"length", number(*t.length)},
          {"opened_on", name_of(t.opened_on)},
          {"slit", t.round() ? number(piece.part.seam.at.degrees()) : Json(name_of_eighth(t.slit))},
          {"trims", trims_json(t.ends)}};
}

}  // namespace

Json pressing_json(const Pressing& p) {
  return {{"hits", optional(p.hits)},
          {"flat_width", optional(p.flat_width)},
          {"facet_error", optional(p.facet_error)}};
}

Json bends_json(const Blank& blank) {
  Json all = Json::array();
  for (const BendLine& b : blank.bends) all.push_back(bend_json(b));
  return all;
}

Json folding_json(const PieceResult& piece) {
  if (!piece.folded()) return nullptr;
  const Folding& f = *piece.blank.folding;
  Json plates = Json::array();
  for (const FlatPlate& p : f.plates) {
    Json corners = Json::array();
    for (const Vec2 c : p.corners) corners.push_back(point(c));
    plates.push_back({{"name", p.name}, {"corners", corners}});
  }
  Json joints = Json::array();
  for (const BlankJoint& j : f.joints) {
    joints.push_back({{"name", j.name},
                      {"plate", f.plates[static_cast<size_t>(j.plate)].name},
                      {"from", point(j.from)},
                      {"to", point(j.to)},
                      {"length", number(j.length)},
                      {"angle", number(j.angle.degrees())},
                      {"clearance", number(j.clearance)},
                      {"lapped", j.lapped},
                      {"open", j.open}});
  }
  Json walls = Json::array();
  for (const WallNumbers& w : wall_numbers(*piece.folded())) {
    Json corners = Json::array();
    for (const Angle a : w.corners) corners.push_back(number(a.degrees()));
    walls.push_back({{"name", w.name},
                     {"corners", corners},
                     {"slant", number(w.slant)},
                     {"lean", number(w.lean.degrees())}});
  }
  return {{"plates", plates}, {"joints", joints}, {"walls", walls}, {"relief", number(f.relief)}};
}

Json pressed_json(const std::optional<Pressed>& pressed) {
  if (!pressed) return nullptr;
  Json table = Json::array();
  for (const Pressed::Row& row : pressed->table)
    table.push_back({{"hits", row.hits},
                     {"flat_width", number(row.flat_width)},
                     {"facet_error", number(row.facet_error)}});
  return {{"asked", pressing_json(pressed->asked)},
          {"hits", pressed->hits},
          {"flat_width", number(pressed->flat_width)},
          {"start_width", number(pressed->start_width)},
          {"end_width", number(pressed->end_width)},
          {"base_out", number(pressed->base_out)},
          {"top_out", number(pressed->top_out)},
          {"facet_error", number(pressed->facet_error)},
          {"table", table}};
}

Json folded_part_json(const PieceResult& piece) {
  if (std::holds_alternative<Transition>(piece.part.asked)) return ruled_part_json(piece);
  if (const auto* panel = std::get_if<Panel>(&piece.part.asked)) return panel_json(*panel, piece.part.sheet);
  if (const auto* net = std::get_if<Net>(&piece.part.asked)) return net_json(*net);
  if (const auto* tube = std::get_if<Tube>(&piece.part.asked)) return tube_json(piece, *tube);
  return hopper_json(std::get<Hopper>(piece.part.asked));
}

}  // namespace juggler
