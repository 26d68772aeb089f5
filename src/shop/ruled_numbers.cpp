// A transition in words.
#include <fmt/format.h>

#include <map>

#include "folded_numbers.h"

namespace juggler {
namespace {

std::string profile_text(const Profile& p, const Units& u) {
  const auto len = [&](const std::optional<double>& mm) { return shown_length(*mm, u); };
  std::string text = name_of(p.kind);
  if (p.diameter) text += ", dia " + len(p.diameter);
  if (p.width) text += fmt::format(", width {}, length {}", len(p.width), len(p.length));
  if (p.sides > 0) text += fmt::format(" of {} sides", p.sides);
  if (p.across_flats) text += fmt::format(", {} across flats", len(p.across_flats));
  if (p.across_corners) text += fmt::format(", {} across corners", len(p.across_corners));
  if (!p.outline.empty()) text += fmt::format(" of {} curves", p.outline.size());
  if (p.open) text += ", open";
  if (!p.points.empty()) text += fmt::format(" of {} points", p.points.size());
  if (p.corner > 0) text += ", corners of " + shown_length(p.corner, u) + " radius";
  if (p.turn.degrees() != 0) text += fmt::format(", turned {:g} deg", p.turn.degrees());
  return text;
}

std::string end_text(const TransitionEnd& e, const Sheet& sheet, const Units& u) {
  std::string text = profile_text(e.profile, u);
  const auto face = e.sizes_on ? e.sizes_on : sheet.sizes_on;
  if (face) text += fmt::format(", on the {}", name_of(*face));
  if (e.tilt.degrees() != 0)
    text += fmt::format(", tilted {:g} deg uphill {:g} deg", e.tilt.degrees(), e.uphill.degrees());
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

}  // namespace

void add_ruled_sizes(std::vector<Row>& rows, const PieceResult& p, const Units& u) {
  const auto& t = std::get<Transition>(p.part.asked);
  rows.push_back({"base", end_text(t.base, p.part.sheet, u)});
  rows.push_back({"top", end_text(t.top, p.part.sheet, u)});
  rows.push_back({"height", shown_length(*t.height, u)});
  if (!(t.shift == Vec2{}))
    rows.push_back(
        {"top shift", fmt::format("x {}, y {}", shown_length(t.shift.x, u), shown_length(t.shift.y, u))});
  const Form* wall = p.rulings();
  if (!wall || !wall->open) rows.push_back({"seam", seam_text(p.part.seam, u)});
  if (!wall) return;
  rows.push_back({"wall", p.stretched() ? even_text(t) : regions_text(*wall)});
  if (p.stretched()) rows.push_back({"strain", strain_text(t.strain)});
  const double warp = Angle::radians(warp_of(*wall)).degrees();
  rows.push_back({"warp", p.stretched() ? fmt::format("{:.4f} deg", warp) : fmt::format("{:.1e} deg", warp)});
}

}  // namespace juggler
