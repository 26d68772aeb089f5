// What is said of transitions alone.
#include <map>

#include "measure/facts.h"
#include "measure/say.h"
#include "ruled.h"

namespace juggler {
namespace {

Phrase profile_text(const Profile& p, const std::string& on) {
  const auto len = [&](const std::optional<double>& mm, const char* from, const char* to) {
    return length(*mm, {from, to, on});
  };
  Phrase text = name_of(p.kind);
  if (p.diameter) text += ", dia " + len(p.diameter, "wall", "wall across the axis");
  if (p.width)
    text += say(", width {}, length {}", len(p.width, "side", "opposite side"),
                len(p.length, "side", "opposite side"));
  if (p.sides > 0) text += fmt::format(" of {} sides", p.sides);
  if (p.across_flats) text += say(", {} across flats", len(p.across_flats, "side", "opposite side"));
  if (p.across_corners)
    text += say(", {} across corners", len(p.across_corners, "corner", "opposite corner"));
  if (!p.outline.empty()) text += fmt::format(" of {} curves", p.outline.size());
  if (p.open) text += ", open";
  if (!p.points.empty()) text += fmt::format(" of {} points", p.points.size());
  if (p.corner_radius > 0)
    text += say(", corners of {} radius", len(p.corner_radius, "centre of the corner", "wall"));
  if (p.turn.degrees() != 0) text += say(", turned {}", given_angle(p.turn, {"x axis", "its own x", "plan"}));
  return text;
}

Phrase end_text(const TransitionEnd& e, const Sheet& sheet) {
  const auto face = e.sizes_on ? e.sizes_on : sheet.sizes_on;
  Phrase text = profile_text(e.profile, face ? name_of(*face) : "");
  if (face) text += fmt::format(", on the {}", name_of(*face));
  if (e.tilt.degrees() != 0)
    text += say(", tilted {} uphill {}", given_angle(e.tilt, {"level", "plane of the end", ""}),
                plan_angle(e.uphill));
  if (e.contact && *e.contact != Contact::size_face) text += fmt::format(", contact {}", name_of(*e.contact));
  return text;
}

// Parts of a stretch that the seam divides are one.
std::string regions_text(const Form& wall) {
  std::map<std::string, int> count;
  const std::vector<Region>& regions = wall.regions;
  for (size_t i = 0; i < regions.size(); ++i) {
    const bool divided = !wall.open && i + 1 == regions.size() && i > 0 && regions[i].name == regions[0].name;
    if (!divided) ++count[regions[i].name];
  }
  std::string text;
  for (const auto& [name, n] : count) text += fmt::format("{}{} {}", text.empty() ? "" : ", ", n, name);
  return text;
}

std::string even_text(const Transition& t) {
  return t.rulings == Rulings::even ? "even rulings" : "even rulings, as no wall that opens flat is found";
}

void add_sizes(std::vector<Fact>& rows, const Part& part, const Transition& t, const Form* wall, bool even) {
  rows.push_back({"base", end_text(t.base, part.sheet)});
  rows.push_back({"top", end_text(t.top, part.sheet)});
  rows.push_back({"height", length(*t.height, {"centre of the base", "centre of the top", "axis"})});
  if (!(t.shift == Vec2{})) rows.push_back({"top shift", shift_of(t.shift)});
  if (!t.base.profile.open) rows.push_back({"seam", seam_text(part.seam)});
  add_flanges(rows, t.flanges);
  if (!wall) return;
  rows.push_back({"wall", even ? even_text(t) : regions_text(*wall)});
  if (even) rows.push_back({"strain", strain_text(t.strain)});
  Amount warp{
      warp_of(*wall).degrees(),    Amount::Of::angle,          4,       true, Amount::Style::exact, false,
      "tangent plane at the base", "tangent plane at the top", "ruling"};
  if (!even) warp.style = Amount::Style::order;
  rows.push_back({"warp", warp});
}

}  // namespace

std::vector<Fact> ruled_asked(const Part& part, const Transition& t, const Form* wall, Rulings rulings) {
  const bool opens_flat = wall && rulings == Rulings::developable;
  std::vector<Fact> rows{sheet_fact(part.sheet, opens_flat)};
  if (opens_flat && !part.making.pressing.smooth())
    rows.push_back({"curved stretches", pressing_text(part.making.pressing)});
  add_sizes(rows, part, t, wall, rulings == Rulings::even);
  if (!wall) rows.push_back({"bends", bend_text(t.bend, *part.sheet.thickness)});
  return rows;
}

}  // namespace juggler
