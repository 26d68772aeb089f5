// What is said of panels, hoppers, nets and tubes alone.
#include <algorithm>

#include "folded.h"
#include "measure/facts.h"
#include "measure/say.h"

namespace juggler {
namespace {

Phrase step_text(const ProfileStep& s) {
  if (s.line) return length(*s.line, {"end of the step", "end of the step", "lines measured on"});
  const char* way = s.to_right ? "right" : "left";
  if (s.bend) return say("bend {} {}", given_angle(*s.bend, {"leg", "leg", "turned"}), way);
  return say("arc {} {} radius {}", given_angle(*s.arc, {"end", "end", "turned"}), way,
             length(*s.radius, {"axis of the arc", "inside", "arc"}));
}

void panel_rows(std::vector<Fact>& rows, const Part& part, const Panel& panel) {
  Phrase profile;
  for (const ProfileStep& s : panel.profile) profile += Phrase(profile.empty() ? "" : "; ") + step_text(s);
  rows.push_back({"profile", profile});
  constexpr std::array faces{"concave side", "middle", "convex side", "left face", "right face"};
  const PanelFace face = panel.sizes_on.value_or(PanelFace::middle);
  rows.push_back({"lines measured", std::string("on the ") + faces[static_cast<size_t>(face)]});
  rows.push_back({"run", length(*panel.run, {"run start", "run end", "along the bends"})});
  for (const auto& [name, m] : {std::pair{"start mitred", panel.start}, std::pair{"end mitred", panel.end}}) {
    if (m)
      rows.push_back({name, say("{} from square, farther on towards {} from the profile's start",
                                given_angle(m->angle, {"square to the run", "plane of the end", ""}),
                                given_angle(m->towards, {"profile's start", "way it rises", ""}))});
  }
  for (const PanelFlange& f : panel.flanges)
    rows.push_back(
        {std::string(f.at_end ? "end" : "start") + " flange",
         say("{} wide, {} to the {}{}", length(*f.width, {"sharp line", "free edge", "size face"}),
             given_angle(f.turned, {"flat", "folded", "turned"}), f.to_right ? "right" : "left",
             f.clearance > 0 ? say(", corners {} apart", length(f.clearance, {"corner", "corner", "mitre"}))
                             : Phrase())});
  if (std::any_of(panel.profile.begin(), panel.profile.end(),
                  [](const ProfileStep& s) { return s.arc.has_value(); }))
    rows.push_back({"arcs", say("{}, neutral factor {:g}", pressing_text(part.making.pressing),
                                part.sheet.neutral_factor)});
  rows.push_back({"bends", bend_text(panel.bend, *part.sheet.thickness)});
}

void hopper_rows(std::vector<Fact>& rows, const Part& part, const Hopper& h) {
  const auto end = [&](const char* name, const RectangleSize& r) {
    const char* face = name_of(r.sizes_on ? *r.sizes_on : part.sheet.sizes_on.value_or(Face::middle));
    rows.push_back(
        {name, say("width {}, length {}, on the {}", length(*r.width, {"wall -x", "wall +x", face}),
                   length(*r.length, {"wall -y", "wall +y", face}), face)});
  };
  end("base", h.base);
  end("top", h.top);
  rows.push_back({"height", length(*h.height, {"base plane", "top plane", "axis"})});
  if (!(h.shift == Vec2{})) rows.push_back({"top shift", shift_of(h.shift)});
  rows.push_back(
      {"seam", say("{} {}, {}, gap {}", h.seam % 2 == 0 ? "in wall" : "at hip", name_of_eighth(h.seam),
                   h.pieces == 1 ? "one piece" : fmt::format("{} pieces", h.pieces),
                   length(part.seam.gap.value_or(0), {"edge", "edge", "joint"}))});
  if (h.pieces > 1 || h.seam % 2 == 1)
    rows.push_back(
        {"welded hips", h.hip_joint == HipJoint::lapped ? "lapped by the walls +x and -x" : "touch inside"});
  add_flanges(rows, h.flanges);
  if (!h.flanges.empty()) rows.push_back({"relief", name_of(h.relief)});
  rows.push_back({"bends", bend_text(h.bend, *part.sheet.thickness)});
}

Phrase polygon_text(const PolygonSize& s) {
  if (s.point) return "a point";
  if (s.across_flats)
    return length(*s.across_flats, {"side", "opposite side", "size face"}) + " across flats";
  if (s.across_corners)
    return length(*s.across_corners, {"corner", "opposite corner", "size face"}) + " across corners";
  if (s.side) return "sides of " + length(*s.side, {"corner", "corner", "size face"});
  return "as the base";
}

std::string listed(const std::vector<std::string>& names) {
  std::string all;
  for (const std::string& name : names) all += (all.empty() ? "" : ", ") + name;
  return all;
}

void add_slants(std::vector<Fact>& rows, const std::vector<Trim>& ends) {
  for (const Trim& e : ends)
    rows.push_back(
        {std::string(name_of(e.end)) + " slants",
         say("{} on the axis, tilt {}, uphill {}",
             length(e.height.value_or(0), {"base plane", "plane of the end", "axis"}),
             angle(e.tilt.value_or(Angle{}), {"level", "plane of the end", ""}), plan_angle(e.uphill))});
}

void net_rows(std::vector<Fact>& rows, const Part& part, const Net& n) {
  if (n.faces.empty()) {
    rows.push_back({"base", say("{} sides, {}", n.sides, polygon_text(n.base))});
    rows.push_back({"top", polygon_text(n.top)});
    rows.push_back({"height", length(*n.height, {"base plane", "top plane", "axis"})});
    if (!(n.shift == Vec2{})) rows.push_back({"top shift", shift_of(n.shift)});
  } else {
    rows.push_back({"body", say("{} faces, {} points", n.faces.size(), n.points.size())});
  }
  add_slants(rows, n.trims);
  if (*part.sheet.thickness > 0) rows.push_back({"sizes", say("on the {}", name_of(*part.sheet.sizes_on))});
  if (!n.open.empty()) rows.push_back({"left open", listed(n.open)});
  rows.push_back({"bent", n.bends.empty() ? "chosen for the shortest joints" : listed(n.bends)});
  rows.push_back({"joints", say("{}, gap {}", n.hip_joint == HipJoint::lapped ? "lapped" : "touching inside",
                                length(part.seam.gap.value_or(0), {"edge", "edge", "joint"}))});
  rows.push_back({"relief", name_of(n.relief)});
  rows.push_back({"bends", bend_text(n.bend, *part.sheet.thickness)});
}

template <typename AddSizes>
std::vector<Fact> of_sheet(const Part& part, const AddSizes& add_sizes) {
  std::vector<Fact> rows{sheet_fact(part.sheet, false)};
  add_sizes(rows);
  return rows;
}

}  // namespace

std::vector<Fact> asked_facts(const Part& part, const Panel& panel) {
  return of_sheet(part, [&](std::vector<Fact>& rows) { panel_rows(rows, part, panel); });
}

std::vector<Fact> asked_facts(const Part& part, const Hopper& hopper) {
  return of_sheet(part, [&](std::vector<Fact>& rows) { hopper_rows(rows, part, hopper); });
}

std::vector<Fact> asked_facts(const Part& part, const Net& net) {
  return of_sheet(part, [&](std::vector<Fact>& rows) { net_rows(rows, part, net); });
}

std::vector<Fact> asked_facts(const Part& part, const Tube& t) {
  std::vector<Fact> rows;
  const Where across{"side", "opposite side", "outside"};
  const Phrase size = t.diameter ? "dia " + length(*t.diameter, {"wall", "wall across the axis", "outside"})
                      : t.side
                          ? "square, side " + length(*t.side, across)
                          : say("width {}, depth {}", length(*t.width, across), length(*t.depth, across));
  if (!t.named.empty()) rows.push_back({"named", t.named});
  rows.push_back({"tube", size + " outside"});
  if (t.corner_radius > 0)
    rows.push_back(
        {"corners", length(t.corner_radius, {"axis of the corner", "wall", "outside"}) + " radius outside"});
  rows.push_back({"wall thickness", length(*t.wall_thickness, {"inside", "outside", ""})});
  rows.push_back({"length", length(*t.length, {"end", "end", "axis"})});
  rows.push_back({"opened", say("on its {}, {}", name_of(t.opened_on),
                                t.round() ? say("at plan angle {}", plan_angle(part.seam.at))
                                          : say("in side {}", name_of_eighth(t.opened_at)))});
  add_slants(rows, t.trims);
  return rows;
}

}  // namespace juggler
