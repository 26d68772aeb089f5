#include "opening_numbers.h"

#include <fmt/format.h>

#include <algorithm>

#include "juggler/card.h"

namespace juggler {
namespace {

// Round ones by one number; what does not reach the face by none.
std::string size_cell(const FaceSize& s, const Units& u) {
  if (s.width == 0) return "-";
  return cell_length(s.width, u) + " x " + cell_length(s.height, u);
}

std::string web_cell(const std::optional<Web>& web, const Units& u) {
  if (!web) return "-";
  return fmt::format("{}, {} to {}", cell_length(web->width, u), web->of, web->beside);
}

std::string width_cell(const std::optional<Web>& web, const Units& u) {
  return web ? cell_length(web->width, u) : "-";
}

std::string pitch_cell(const OpeningGroup& g, const Units& u) {
  if (g.in_row < 2) return "-";
  std::string text;
  if (g.pitch.radians() > 0) text = fmt::format("{} deg", fixed(g.pitch.degrees(), 4));
  if (g.girth_pitch > 0) text += (text.empty() ? "" : " = ") + cell_length(g.girth_pitch, u);
  if (g.flat_pitch.radians() > 1e-12) text += fmt::format("; flat {} deg", fixed(g.flat_pitch.degrees(), 4));
  return text;
}

std::string cut_cell(const OpeningGroup& g) {
  return g.cut == g.asked ? fmt::format("{}", g.cut) : fmt::format("{} of {}", g.cut, g.asked);
}

constexpr size_t most_rows = 6;

std::string row_name(const OpeningGroup& g, const OpeningGroup::Row& row) {
  return g.rows > 1 ? fmt::format("{} row {}", g.name, row.number) : g.name;
}

}  // namespace

Schedule opening_groups(const JobResult& job, const PieceResult& piece) {
  const Units& u = job.job.units;
  Schedule table{{"opening", "form", "how", "cut", "height", "inside", "outside"}, {}};
  for (const OpeningGroup& g : piece.blank.groups) {
    for (size_t i = 0; i < std::min(g.by_row.size(), most_rows); ++i) {
      const OpeningGroup::Row& row = g.by_row[i];
      const auto add = [&](const std::string& name, const FaceSize& inside, const FaceSize& outside,
                           bool first) {
        const auto once = [&](std::string text) { return first ? std::move(text) : std::string(); };
        table.rows.push_back({name, once(g.form.in(u)), once(name_of(g.how)), once(cut_cell(g)),
                              cell_length(row.height, u), size_cell(inside, u), size_cell(outside, u)});
      };
      add(row_name(g, row), row.inside, row.outside, i == 0);
      if (row.far_inside) add(row_name(g, row) + " far", *row.far_inside, *row.far_outside, false);
    }
  }
  return table;
}

Schedule opening_webs(const JobResult& job, const PieceResult& piece) {
  const Units& u = job.job.units;
  Schedule table{{"opening", "pitch", "to seam start", "to seam end", "least web", "least to an edge"}, {}};
  for (const OpeningGroup& g : piece.blank.groups)
    table.rows.push_back({g.name, pitch_cell(g, u), width_cell(g.seam_start, u), width_cell(g.seam_end, u),
                          web_cell(g.opening, u), web_cell(g.edge, u)});
  return table;
}

namespace {

// Of the form's x on the blank, degrees, -180 to 180.
double turned_on_flat(const BlankOpening& o) {
  return Angle::radians(std::remainder(o.heading, two_pi)).degrees();
}

}  // namespace

Schedule opening_list(const JobResult& job, const PieceResult& piece) {
  const Units& u = job.job.units;
  const Blank& b = piece.blank;
  Schedule list{
      {"opening", "wall", "form", "across " + u.name, "up " + u.name, "turned deg", "diameter " + u.name,
       "box across " + u.name, "box up " + u.name, "plan angle deg", "height on the part " + u.name},
      {}};
  for (const BlankOpening& o : b.openings) {
    const auto round = round_hole(o);
    const Rectangle box = upright_box(o.outline);
    const Vec2 at = round ? round->centre : o.centre;
    const bool bored = o.bore.has_value();
    const std::string form = o.group < 0 ? "" : b.groups[static_cast<size_t>(o.group)].form.in(u);
    list.rows.push_back({name_of(b, o), bored ? (o.far ? "far" : "near") : "", form, cell_length(at.x, u),
                         cell_length(at.y, u), o.group < 0 ? "" : fixed(turned_on_flat(o), 4),
                         round ? cell_length(round->diameter, u) : "", cell_length(box.width, u),
                         cell_length(box.height, u), o.on_wall ? fixed(o.plan.degrees(), 4) : "",
                         o.on_wall ? cell_length(o.height, u) : ""});
  }
  return list;
}

std::vector<std::string> opening_lines(const JobResult& job, const PieceResult& piece) {
  const Blank& b = piece.blank;
  const auto len = [&](double mm) { return shown_rounded(mm, job.job.bench.round_to, job.job.units); };
  constexpr size_t most = 60;
  std::vector<std::string> lines;
  for (const BlankOpening& o : b.openings) {
    if (lines.size() == most) {
      lines.push_back(
          fmt::format("... and {} more: take them from the DXF or the template.", b.openings.size() - most));
      break;
    }
    const auto round = round_hole(o);
    if (o.group < 0) {
      lines.push_back(fmt::format("Hole of {}: {} across, {} up.", len(round->diameter), len(round->centre.x),
                                  len(round->centre.y)));
      continue;
    }
    const Rectangle box = upright_box(o.outline);
    const Vec2 at = round ? round->centre : o.centre;
    lines.push_back(
        fmt::format("{}{}: {} across, {} up; {}.", name_of(b, o), o.far ? " far" : "", len(at.x), len(at.y),
                    round ? fmt::format("diameter {}", len(round->diameter))
                          : fmt::format("{} wide, {} high, reaching from {} across, {} up", len(box.width),
                                        len(box.height), len(box.corner.x), len(box.corner.y))));
  }
  return lines;
}

}  // namespace juggler
