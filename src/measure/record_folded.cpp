// Folded and pressed blanks of a result.
#include "facts.h"
#include "juggler/measure.h"
#include "record_parts.h"

namespace juggler {
namespace {

constexpr Between turned_by_bend{"flat", "bent", "turned"};
constexpr Between side_turned{"corner", "next corner", "heading"};
constexpr Between flat_between{"bend line", "the next bend line", "neutral layer"};
constexpr Between off_smooth{"flat", "smooth form", "neutral layer"};

Record bend_record(const Fold& b, const PressDie* die, double thickness) {
  const auto from_datum = [](double value, const char* to) { return mm(value, {"datum edge", to, "blank"}); };
  return {{"tag", b.tag},
          {"order", b.order},
          {"hit", b.hit()},
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
          {"radius", mm(b.radius, {"centre of the bend", "concave face", "bend"})},
          {"allowance", mm(b.allowance, {"edge of the bend", "edge of the bend", "neutral layer"})},
          {"springback", deg(b.springback, {"angle pressed", "angle left", "bend"})},
          {"facet_width", b.hit() ? mm(b.facet_width, {"bend line before", "bend line", "blank"}) : Record()},
          {"facet_error", b.hit() ? mm(b.facet_error, off_smooth) : Record()},
          {"stroke", die && b.hit() ? mm(stroke_of(*die, thickness, b.turned + b.springback),
                                         {"punch on the flat sheet", "punch at its lowest", "press"})
                                    : Record()}};
}

Record joint_record(const BlankJoint& j, const Folding& f) {
  return {{"name", j.name},
          {"face", f.faces[static_cast<size_t>(j.face)].name},
          {"from", on_blank(j.from)},
          {"to", on_blank(j.to)},
          {"length", mm(j.length, {"end", "end", "joint"})},
          {"angle", deg(j.angle, {"normal of a face", "normal of the other", "turned"})},
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

Record flange_record(const Flange& f) {
  constexpr const char* directions[]{"upright", "level", "square"};
  return {{"end", name_of(f.end)},
          {"width", mm(f.width, {"corner of wall and flange", "free edge", "size face"})},
          {"direction", f.direction == FlangeDirection::at_angle
                            ? deg(f.rise, {"level", "flange", "outwards"})
                            : Record(directions[static_cast<size_t>(f.direction)])},
          {"clearance", mm(f.clearance, {"flange", "flange", "corner"})}};
}

Record bend_rule_record(const Bend& b) {
  return {{"radius", mm(b.radius, {"centre of the bend", "concave face", "bend"})},
          {"neutral", share(b.neutral_factor, {"concave face", "other face", "thickness"})},
          {"table_rows", b.table.size()},
          {"test", b.test.has_value()},
          {"springback", deg(b.springback, {"angle pressed", "angle left", "bend"})},
          {"die_width", mm(b.die_width, {"shoulder", "shoulder", "die"})},
          {"tags", b.letters ? "letters" : "numbers"}};
}

namespace {

Record die_record(const PressDie& d) {
  return {{"name", d.name},
          {"opening", mm(d.opening, {"shoulder", "shoulder", "die"})},
          {"radius", mm(d.radius, {"centre of the shoulder", "shoulder", "die"})},
          {"angle", deg(d.angle, {"one side of the groove", "the other", "die"})},
          {"punch", d.punch},
          {"punch_radius", mm(d.punch_radius, {"centre of the nose", "nose", "punch"})}};
}

}  // namespace

Record pressing_record(const Pressing& p) {
  return {{"hits", count(p.hits)},
          {"facet_width", mm(p.facet_width, flat_between)},
          {"facet_error", mm(p.facet_error, off_smooth)},
          {"die", p.die ? die_record(*p.die) : Record()}};
}

Record bends_record(const Blank& blank) {
  const PressDie* die = blank.pressed && blank.pressed->asked.die ? &*blank.pressed->asked.die : nullptr;
  return list_of(bends_of(blank), [&](const Fold& b) { return bend_record(b, die, blank.thickness); });
}

Record creases_record(const Blank& blank) {
  return list_of(creases_of(blank), [](const Fold& c) -> Record {
    const Between fold{"flat", "folded", "turned"};
    return {{"tag", c.tag},
            {"from", on_blank(c.from)},
            {"to", on_blank(c.to)},
            {"length", mm(c.length(), {"end", "end", "crease"})},
            {"base_run", mm(c.datum_from, {"seam start", "crease", "base edge as cut"})},
            {"top_run", mm(c.datum_to, {"seam start", "crease", "top edge as cut"})},
            {"at_base", deg(c.turned, fold)},
            {"at_top", deg(*c.turned_to, fold)},
            {"direction", c.up ? "up" : "down"}};
  });
}

Record folding_record(const Blank& blank, const Body& body) {
  const Folding& f = *blank.folding;
  const auto face = [](const FlatFace& p) -> Record {
    Record own{{"name", p.name}, {"corners", list_of(p.corners, on_blank)}};
    if (!p.turns.empty()) own.add("turns", list_of(p.turns, [](Angle a) { return deg(a, side_turned); }));
    return own;
  };
  return {{"faces", list_of(f.faces, face)},
          {"joints", list_of(f.joints, [&](const BlankJoint& j) { return joint_record(j, f); })},
          {"walls", list_of(wall_numbers(body), wall_record)},
          {"relief", mm(f.relief, {"side", "opposite side", "relief"})}};
}

Record pressed_record(const std::optional<Pressed>& pressed) {
  if (!pressed) return {};
  const auto row = [](const Pressed::Row& r) -> Record {
    return {{"hits", r.hits},
            {"facet_width", mm(r.facet_width, flat_between)},
            {"facet_error", mm(r.facet_error, off_smooth)}};
  };
  const auto out = [](double value) {
    return mm(value, {"lowest of the rim", "highest of it", "square to its plane"});
  };
  return {{"asked", pressing_record(pressed->asked)},
          {"hits", pressed->hits},
          {"facet_width", mm(pressed->facet_width, flat_between)},
          {"start_width", mm(pressed->start_width, {"seam start", "first bend line", "neutral layer"})},
          {"end_width", mm(pressed->end_width, {"last bend line", "seam end", "neutral layer"})},
          {"base_out", out(pressed->base_out)},
          {"top_out", out(pressed->top_out)},
          {"facet_error", mm(pressed->facet_error, off_smooth)},
          {"table", list_of(pressed->table, row)}};
}

}  // namespace juggler
