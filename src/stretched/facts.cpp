// What is said of domes and ruled walls alone.
#include "measure/facts.h"
#include "measure/say.h"
#include "stretched.h"
#include "walls.h"

namespace juggler {
namespace {

void dome_sizes(std::vector<Fact>& rows, const Dome& d, const Sheet& sheet) {
  const auto face = d.sizes_on ? d.sizes_on : sheet.sizes_on;
  const std::string on = face ? name_of(*face) : "";
  const auto add = [&](const char* name, const std::optional<double>& mm, const char* from, const char* to) {
    if (mm) rows.push_back({name, length(*mm, {from, to, on})});
  };
  const auto dia = [&](double mm) { return "dia " + length(mm, {"wall", "wall across the axis", on}); };
  rows.push_back({"meridian", d.kind == DomeKind::sphere ? "sphere" : "dished"});
  if (d.rim) rows.push_back({"rim", dia(*d.rim)});
  add("rise", d.rise, "plane of the rim", "highest place");
  if (d.diameter) rows.push_back({d.whole ? "whole sphere" : "sphere", dia(*d.diameter)});
  add("crown radius", d.crown_radius, "centre of the crown", "crown");
  add("knuckle radius", d.knuckle_radius, "centre of the knuckle", "knuckle");
  if (d.straight > 0) rows.push_back({"straight rim", length(d.straight, {"rim", "knuckle", on})});
  rows.push_back({"crown", d.crown ? "a plate apart, " + dia(*d.crown) : "gores meet in a point"});
  if (face) rows.push_back({"sizes", fmt::format("on the {}", name_of(*face))});
  rows.push_back({"gores", say("{}, the first seam at plan angle {}", d.gores, plan_angle(d.start))});
  rows.push_back({"strain", strain_text(d.strain)});
}

Phrase curve_text(const SpaceCurve& c) {
  if (!c.points.empty()) return say("a smooth curve through {} points", c.points.size());
  Phrase text = "helix of dia " + length(*c.diameter, diameter_on_middle);
  if (c.diameter_to && *c.diameter_to != *c.diameter)
    text += " to " + length(*c.diameter_to, diameter_on_middle);
  return text + say(", pitch {}, {:g} turns from {}, height {}",
                    length(*c.pitch, {"a turn", "the next", "axis"}), *c.turns, plan_angle(c.start),
                    length(c.height, {"level 0", "start of the curve", "axis"}));
}

void wall_sizes(std::vector<Fact>& rows, const RuledWall& w, const StretchedPart& part) {
  rows.push_back({"base edge", curve_text(w.base)});
  rows.push_back({"top edge", curve_text(w.top)});
  const bool developable = part.rulings == Rulings::developable;
  rows.push_back({"rulings", developable ? "those of the wall that opens flat"
                             : w.rulings == Rulings::even
                                 ? "join equal shares of both edges"
                                 : "join equal shares of both edges: no wall between them opens flat"});
  if (w.pieces > 1) rows.push_back({"pieces", std::to_string(w.pieces)});
  rows.push_back({"strain", strain_text(w.strain)});
}

}  // namespace

std::vector<Fact> stretched_numbers(const StretchedPart& part, const Blank& b, bool seam_edges) {
  std::vector<Fact> rows;
  add_stretched_numbers(rows, b, part, seam_edges);
  add_creases(rows, b);
  add_height(rows, b);
  add_strain(rows, b, part);
  return rows;
}

std::vector<Fact> dome_numbers(const DomeSizes& dome, const StretchedPart& part, const Blank& b) {
  std::vector<Fact> rows;
  add_stretched_numbers(rows, b, part, false);
  // Where another part cuts it each element has a length of its own.
  if (part.bodies.empty())
    rows.push_back({"meridian", length(dome.length(), {"rim", "pole or crown plate", "middle"})});
  const bool opened = !b.openings.empty() || !b.notches.empty();
  rows.push_back({opened ? "area formed, uncut" : "area formed",
                  area_of(part.piece(b.piece).flat.formed_area(), "middle of the formed part")});
  add_creases(rows, b);
  add_height(rows, b);
  add_strain(rows, b, part);
  return rows;
}

std::vector<Fact> asked_facts(const Part& part, const Dome& dome) {
  std::vector<Fact> rows{sheet_fact(part.sheet, false)};
  dome_sizes(rows, dome, part.sheet);
  return rows;
}

std::vector<Fact> asked_facts(const Part& part, const RuledWall& wall, const StretchedPart& made) {
  std::vector<Fact> rows{sheet_fact(part.sheet, false)};
  wall_sizes(rows, wall, made);
  return rows;
}

}  // namespace juggler
