// Panels, hoppers, nets and tubes in the result document.
#include "folded.h"
#include "measure/record_parts.h"

namespace juggler {
namespace {

constexpr Between turned_by_bend{"flat", "bent", "turned"};
constexpr Between on_size_face{"side", "opposite side", "size face"};

Record step_record(const ProfileStep& s) {
  Record step = std::initializer_list<std::pair<const char*, Record>>{};
  if (s.line) step.add("line", mm(s.line, {"end", "end", "size face"}));
  if (s.bend) step.add("bend", deg(s.bend, turned_by_bend));
  if (s.arc) step.add("arc", deg(s.arc, {"end", "end", "arc"}));
  if (s.radius) step.add("radius", mm(s.radius, {"centre", "wall", "size face"}));
  if (!s.line) step.add("to", s.to_right ? "right" : "left");
  return step;
}

Record mitre_record(const std::optional<PanelMitre>& m) {
  if (!m) return {};
  return {{"angle", deg(m->angle, {"square to the run", "plane of the end", "turned"})},
          {"towards", deg(m->towards, {"profile's start", "way it rises", "profile"})}};
}

Record slant_record(const Trim& e) {
  return {{"end", name_of(e.end)},
          {"height", mm(e.height, {"base plane", "plane of the cut", "axis"})},
          {"tilt", deg(e.tilt.value_or(Angle{}), {"level", "plane of the cut", "axis"})},
          {"uphill", deg(e.uphill, {"x axis", "way up", "plan"})}};
}

}  // namespace

Record panel_record(const Panel& panel) {
  return {{"profile", list_of(panel.profile, step_record)},
          {"run", mm(panel.run, {"end", "end", "along the bends"})},
          {"sizes_on", name_of(panel.sizes_on.value_or(PanelFace::middle))},
          {"start", mitre_record(panel.start)},
          {"end", mitre_record(panel.end)},
          {"flanges", list_of(panel.flanges,
                              [](const PanelFlange& f) -> Record {
                                return {{"end", f.at_end ? "end" : "start"},
                                        {"width",
                                         mm(f.width, {"sharp line of the fold", "free edge", "size face"})},
                                        {"angle", deg(f.turned, {"flat", "folded", "turned"})},
                                        {"side", f.to_right ? "right" : "left"},
                                        {"clearance", mm(f.clearance, {"corner", "corner", "mitre"})}};
                              })},
          {"bend", bend_rule_record(panel.bend)}};
}

Record hopper_record(const Hopper& h) {
  const auto end = [](const RectangleSize& r, const std::optional<Contact>& contact) -> Record {
    return {{"width", mm(r.width, on_size_face)},
            {"length", mm(r.length, on_size_face)},
            {"sizes_on", face(r.sizes_on)},
            {"contact", name_of(contact.value_or(Contact::size_face))}};
  };
  return {{"base", end(h.base, h.base_contact)},
          {"top", end(h.top, h.top_contact)},
          {"height", mm(h.height, along_axis)},
          {"shift", point(h.shift, {"centre of the base", "centre of the top", "plan"})},
          {"seam", {{"at", name_of_eighth(h.seam)}, {"pieces", h.pieces}}},
          {"hip_joint", name_of(h.hip_joint)},
          {"relief", name_of(h.relief)},
          {"flanges", list_of(h.flanges, flange_record)},
          {"bend", bend_rule_record(h.bend)}};
}

Record net_record(const Net& n) {
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
          {"trims", list_of(n.trims, slant_record)},
          {"faces", n.faces.size()},
          {"open", list_of(n.open, as_text)},
          {"bends", list_of(n.bends, as_text)},
          {"joints", list_of(n.joints, as_text)},
          {"hip_joint", name_of(n.hip_joint)},
          {"relief", name_of(n.relief)},
          {"bend", bend_rule_record(n.bend)}};
}

Record tube_record(const Part& part, const Tube& t) {
  const Between across{"side", "opposite side", "outside"};
  return {{"named", t.named},
          {"diameter", mm(t.diameter, across)},
          {"side", mm(t.side, across)},
          {"width", mm(t.width, across)},
          {"depth", mm(t.depth, across)},
          {"corner_radius", mm(t.corner_radius, {"centre of the corner", "wall", "outside"})},
          {"wall_thickness", mm(t.wall_thickness, {"inside", "outside", "wall"})},
          {"length", mm(t.length, {"end", "end", "axis"})},
          {"opened_on", name_of(t.opened_on)},
          {"opened_at",
           t.round() ? deg(part.seam.at, {"x axis", "seam", "plan"}) : Record(name_of_eighth(t.opened_at))},
          {"trims", list_of(t.trims, slant_record)}};
}

}  // namespace juggler
