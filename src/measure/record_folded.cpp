// Folded and pressed parts of a result.
#include "juggler/measure.h"
#include "record_parts.h"

namespace juggler {
namespace {

constexpr Between on_size_face{"side", "opposite side", "size face"};
constexpr Between turned_by_bend{"flat", "bent", "turned"};
constexpr Between flat_between{"bend line", "the next bend line", "neutral layer"};
constexpr Between off_smooth{"flat", "smooth form", "neutral layer"};

Record bend_record(const BendLine& b) {
  const auto from_datum = [](double value, const char* to) { return mm(value, {"datum edge", to, "blank"}); };
  return {{"tag", b.tag},
          {"order", b.order},
          {"hit", b.hit},
          {"from", on_blank(b.from)},
          {"to", on_blank(b.to)},
          {"length", mm(b.length(), {"end", "end", "bend line"})},
          {"datum", b.datum},
          {"measured", b.along_rims ? "along the rims" : "square"},
          {"distance", list({from_datum(b.datum_from, "bend line"), from_datum(b.datum_to, "bend line")})},
          {"tangent_lines",
           list({from_datum(b.tangent_a, "edge of the bend"), from_datum(b.tangent_b, "edge of the bend")})},
          {"direction", b.up ? "up" : "down"},
          {"turned", deg(b.turned, turned_by_bend)},
          {"between_legs", deg(b.between_legs(), {"leg", "leg", "between them"})},
          {"radius", mm(b.radius, {"centre of the bend", "hollow face", "bend"})},
          {"allowance", mm(b.allowance, {"edge of the bend", "edge of the bend", "neutral layer"})},
          {"springback", deg(b.springback, {"angle pressed", "angle left", "bend"})},
          {"flat_width", b.hit ? mm(b.flat_width, {"bend line before", "bend line", "blank"}) : Record()},
          {"facet_error", b.hit ? mm(b.facet_error, off_smooth) : Record()}};
}

Record step_record(const ProfileStep& s) {
  Record step = std::initializer_list<std::pair<const char*, Record>>{};
  if (s.line) step.add("line", mm(s.line, {"end", "end", "size face"}));
  if (s.bend) step.add("bend", deg(s.bend, turned_by_bend));
  if (s.arc) step.add("arc", deg(s.arc, {"end", "end", "arc"}));
  if (s.radius) step.add("radius", mm(s.radius, {"centre", "wall", "size face"}));
  if (!s.line) step.add("to", s.to_right ? "right" : "left");
  return step;
}

Record panel_part(const Panel& panel, const Sheet& sheet) {
  return {{"profile", list_of(panel.profile, step_record)},
          {"run", mm(panel.run, {"end", "end", "along the bends"})},
          {"sizes_on", panel.sizes_on ? name_of(*panel.sizes_on) : face(sheet.sizes_on)},
          {"bend", bend_rule_record(panel.bend)}};
}

Record hopper_part(const Hopper& h) {
  const auto end = [](const RectangleSize& r, const std::optional<Contact>& contact) -> Record {
    return {{"width", mm(r.width, on_size_face)},
            {"length", mm(r.length, on_size_face)},
            {"sizes_on", face(r.sizes_on)},
            {"contact", name_of(contact.value_or(Contact::size_face))}};
  };
  constexpr const char* directions[]{"upright", "level", "square"};
  const auto flange = [&](const Flange& f) -> Record {
    return {{"end", name_of(f.end)},
            {"width", mm(f.width, {"corner of wall and flange", "free edge", "size face"})},
            {"direction", f.direction == FlangeDirection::at_angle
                              ? deg(f.rise, {"level", "flange", "outwards"})
                              : Record(directions[static_cast<size_t>(f.direction)])},
            {"clearance", mm(f.clearance, {"flange", "flange", "corner"})}};
  };
  return {{"base", end(h.base, h.base_contact)},
          {"top", end(h.top, h.top_contact)},
          {"height", mm(h.height, along_axis)},
          {"shift", point(h.shift, {"centre of the base", "centre of the top", "plan"})},
          {"seam", {{"at", name_of_eighth(h.seam)}, {"pieces", h.pieces}}},
          {"corner", name_of(h.corner)},
          {"relief", name_of(h.relief)},
          {"flanges", list_of(h.flanges, flange)},
          {"bend", bend_rule_record(h.bend)}};
}

Record slant_record(const SlantingEnd& e) {
  return {{"end", name_of(e.end)},
          {"height", mm(e.height, {"base plane", "plane of the cut", "axis"})},
          {"tilt", deg(e.tilt, {"level", "plane of the cut", "axis"})},
          {"uphill", deg(e.uphill, {"x axis", "way up", "plan"})}};
}

Record net_part(const Net& n) {
  const auto as_text = [](const std::string& name) { return Record(name); };
  const auto end = [](const PolygonSize& s) -> Record {
    return {{"across_flats", mm(s.across_flats, on_size_face)},
            {"across_corners", mm(s.across_corners, {"corner", "opposite corner", "size face"})},
            {"side", mm(s.side, {"corner", "the next corner", "size face"})},
            {"point", s.point}};
  };
  return {{"sides", n.sides},
          {"base", end(n.base)},
          {"top", end(n.top)},
          {"height", mm(n.height, along_axis)},
          {"shift", point(n.shift, {"centre of the base", "centre of the top", "plan"})},
          {"turn", deg(n.turn, {"x axis", "middle of the first side", "plan"})},
          {"trims", list_of(n.ends, slant_record)},
          {"faces", n.faces.size()},
          {"open", list_of(n.open, as_text)},
          {"bends", list_of(n.bends, as_text)},
          {"joints", list_of(n.joints, as_text)},
          {"corner", name_of(n.corner)},
          {"relief", name_of(n.relief)},
          {"bend", bend_rule_record(n.bend)}};
}

Record tube_part(const PieceResult& piece, const Tube& t) {
  const Between across{"side", "opposite side", "outside"};
  return {{"named", t.named},
          {"diameter", mm(t.diameter, across)},
          {"side", mm(t.side, across)},
          {"width", mm(t.width, across)},
          {"depth", mm(t.depth, across)},
          {"corner", mm(t.corner, {"centre of the corner", "wall", "outside"})},
          {"wall", mm(t.wall, {"inside", "outside", "wall"})},
          {"length", mm(t.length, {"end", "end", "axis"})},
          {"opened_on", name_of(t.opened_on)},
          {"slit",
           t.round() ? deg(piece.part.seam.at, {"x axis", "seam", "plan"}) : Record(name_of_eighth(t.slit))},
          {"trims", list_of(t.ends, slant_record)}};
}

Record joint_record(const BlankJoint& j, const Folding& f) {
  return {{"name", j.name},
          {"plate", f.plates[static_cast<size_t>(j.plate)].name},
          {"from", on_blank(j.from)},
          {"to", on_blank(j.to)},
          {"length", mm(j.length, {"end", "end", "joint"})},
          {"angle", deg(j.angle, {"normal of a plate", "normal of the other", "turned"})},
          {"clearance", mm(j.clearance, {"edge", "what it meets", "joint"})},
          {"lapped", j.lapped},
          {"open", j.open}};
}

Record wall_record(const WallNumbers& w) {
  return {{"name", w.name},
          {"corners", list_of(w.corners,
                              [](Angle a) {
                                return deg(a, {"side", "next side", "size face"});
                              })},
          {"slant", mm(w.slant, {"first side", "farthest corner", "size face"})},
          {"lean", deg(w.lean, {"upright", "wall", "size face"})}};
}

}  // namespace

Record bend_rule_record(const Bend& b) {
  return {{"radius", mm(b.radius, {"centre of the bend", "hollow face", "bend"})},
          {"neutral", share(b.neutral, {"hollow face", "other face", "thickness"})},
          {"table_rows", b.table.size()},
          {"test", b.test.has_value()},
          {"springback", deg(b.springback, {"angle pressed", "angle left", "bend"})},
          {"die", mm(b.die, {"shoulder", "shoulder", "die"})},
          {"tags", b.letters ? "letters" : "numbers"}};
}

Record pressing_record(const Pressing& p) {
  return {{"hits", count(p.hits)},
          {"flat_width", mm(p.flat_width, flat_between)},
          {"facet_error", mm(p.facet_error, off_smooth)}};
}

Record bends_record(const Blank& blank) { return list_of(blank.bends, bend_record); }

Record folding_record(const PieceResult& piece) {
  if (!piece.folded()) return {};
  const Folding& f = *piece.blank.folding;
  const auto plate = [](const FlatPlate& p) -> Record {
    return {{"name", p.name}, {"corners", list_of(p.corners, on_blank)}};
  };
  return {{"plates", list_of(f.plates, plate)},
          {"joints", list_of(f.joints, [&](const BlankJoint& j) { return joint_record(j, f); })},
          {"walls", list_of(wall_numbers(*piece.folded()), wall_record)},
          {"relief", mm(f.relief, {"side", "opposite side", "relief"})}};
}

Record pressed_record(const std::optional<Pressed>& pressed) {
  if (!pressed) return {};
  const auto row = [](const Pressed::Row& r) -> Record {
    return {{"hits", r.hits},
            {"flat_width", mm(r.flat_width, flat_between)},
            {"facet_error", mm(r.facet_error, off_smooth)}};
  };
  const auto out = [](double value) {
    return mm(value, {"lowest of the rim", "highest of it", "square to its plane"});
  };
  return {{"asked", pressing_record(pressed->asked)},
          {"hits", pressed->hits},
          {"flat_width", mm(pressed->flat_width, flat_between)},
          {"start_width", mm(pressed->start_width, {"seam start", "first bend line", "neutral layer"})},
          {"end_width", mm(pressed->end_width, {"last bend line", "seam end", "neutral layer"})},
          {"base_out", out(pressed->base_out)},
          {"top_out", out(pressed->top_out)},
          {"facet_error", mm(pressed->facet_error, off_smooth)},
          {"table", list_of(pressed->table, row)}};
}

Record folded_part_record(const PieceResult& piece) {
  if (std::holds_alternative<Transition>(piece.part.asked)) return ruled_part_record(piece);
  if (const auto* panel = std::get_if<Panel>(&piece.part.asked)) return panel_part(*panel, piece.part.sheet);
  if (const auto* net = std::get_if<Net>(&piece.part.asked)) return net_part(*net);
  if (const auto* tube = std::get_if<Tube>(&piece.part.asked)) return tube_part(piece, *tube);
  return hopper_part(std::get<Hopper>(piece.part.asked));
}

}  // namespace juggler
