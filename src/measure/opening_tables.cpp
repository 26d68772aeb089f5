// The openings of a piece in tables.
#include <algorithm>

#include "columns.h"

namespace juggler {
namespace {

// Round ones by one number; what does not reach the face by none.
Phrase size_cell(const FaceSize& s, const char* on) {
  if (s.width == 0) return "-";
  return bare(s.width, {"side", "opposite side", on}) + " x " + bare(s.height, {"side", "opposite side", on});
}

Where between(const Web& web) { return {web.of, web.beside, "blank"}; }

Phrase web_cell(const std::optional<Web>& web) {
  if (!web) return "-";
  return say("{}, {} to {}", bare(web->width, between(*web)), web->of, web->beside);
}

Phrase width_cell(const std::optional<Web>& web) {
  return web ? bare(web->width, between(*web)) : Phrase("-");
}

Phrase pitch_cell(const OpeningGroup& g) {
  if (g.in_row < 2) return "-";
  Phrase text;
  if (g.pitch.radians() > 0) text = angle(g.pitch, {"opening", "the next", "plan"});
  if (g.girth_pitch > 0)
    text += (text.empty() ? "" : " = ") + bare(g.girth_pitch, {"opening", "the next", "girth"});
  if (g.flat_pitch.radians() > within::rounding)
    text += say("; flat {}", angle(g.flat_pitch, {"opening", "the next", "blank"}));
  return text;
}

std::string cut_cell(const OpeningGroup& g) {
  return g.cut == g.asked ? fmt::format("{}", g.cut) : fmt::format("{} of {}", g.cut, g.asked);
}

constexpr size_t most_rows = 6;

std::string row_name(const OpeningGroup& g, const OpeningGroup::Row& row) {
  return g.rows > 1 ? fmt::format("{} row {}", g.name, row.number) : g.name;
}

// Of the form's x on the blank, -180 to 180 degrees.
Angle turned_on_flat(const BlankOpening& o) {
  return Angle::radians(std::remainder(o.x_heading.radians(), two_pi));
}

}  // namespace

MeasuredTable opening_groups_of(const PieceResult& piece) {
  const FaceNames& faces = piece.blank.face_names;
  const auto seen_from_above = [](const OpeningGroup& g) { return g.from_above; };
  const bool some = std::any_of(piece.blank.groups.begin(), piece.blank.groups.end(), seen_from_above);
  const bool all = std::all_of(piece.blank.groups.begin(), piece.blank.groups.end(), seen_from_above);
  MeasuredTable table{
      "opening_groups", "Openings", {words("opening"), words("form"), words("how"), words("cut")}};
  if (!all) table.columns.push_back(lengths("height", {"base plane", "place of the opening", "axis"}));
  if (some) table.columns.push_back(lengths("from the axis", {"axis", "place of the opening", "plan"}));
  table.columns.push_back(lengths(faces.inside, {"side", "opposite side", faces.inside}));
  table.columns.push_back(lengths(faces.outside, {"side", "opposite side", faces.outside}));
  for (const OpeningGroup& g : piece.blank.groups) {
    for (size_t i = 0; i < std::min(g.by_row.size(), most_rows); ++i) {
      const OpeningGroup::Row& row = g.by_row[i];
      const auto add = [&](const std::string& name, const FaceSize& inside, const FaceSize& outside,
                           bool first) {
        const auto once = [&](Phrase text) { return first ? std::move(text) : Phrase(); };
        std::vector<Phrase> cells{name, once(g.form), once(name_of(g.how)), once(cut_cell(g))};
        if (!all) cells.push_back(g.from_above || !row.on_wall ? Phrase("-") : bare(row.height));
        if (some) cells.push_back(g.from_above && row.on_wall ? bare(row.radius) : Phrase("-"));
        cells.push_back(size_cell(inside, faces.inside));
        cells.push_back(size_cell(outside, faces.outside));
        table.rows.push_back(std::move(cells));
      };
      add(row_name(g, row), row.inside, row.outside, i == 0);
      if (row.far_inside) add(row_name(g, row) + " far", *row.far_inside, *row.far_outside, false);
    }
  }
  return table;
}

MeasuredTable webs_of(const PieceResult& piece) {
  const Where web{"opening", "metal's edge", "blank"};
  MeasuredTable table{
      "webs",
      "Openings, what is left beside them",
      {words("opening"), lengths("pitch"), lengths("to seam start", web), lengths("to seam end", web),
       lengths("least web", web), lengths("least to an edge", web)}};
  for (const OpeningGroup& g : piece.blank.groups)
    table.rows.push_back({g.name, pitch_cell(g), width_cell(g.seam_start), width_cell(g.seam_end),
                          web_cell(g.opening), web_cell(g.edge)});
  return table;
}

MeasuredTable openings_of(const PieceResult& piece) {
  const Blank& b = piece.blank;
  MeasuredTable list{"openings",
                     "Openings",
                     {words("opening"), words("wall"), words("form"),
                      lengths("across", {"left edge of the box", "centre of the opening", "blank"}),
                      lengths("up", {"lower edge of the box", "centre of the opening", "blank"}),
                      angles("turned", {"level on the blank", "x of the form", "blank"}),
                      lengths("diameter", {"side", "opposite side", "blank"}),
                      lengths("box across", {"left of the opening", "right of it", "blank"}),
                      lengths("box up", {"foot of the opening", "top of it", "blank"}),
                      angles("plan angle", {"x axis", "centre of the opening", "plan"}),
                      lengths("height on the part", {"base plane", "centre of the opening", "axis"}),
                      lengths("from the axis", {"axis", "centre of the opening", "plan"})}};
  const auto add = [&](const BlankOpening& o, const char* wall) {
    const auto round = round_hole(o);
    const Rectangle box = upright_box(o.outline);
    const Vec2 at = round ? round->centre : o.centre;
    const Phrase form = o.group < 0 ? Phrase() : b.groups[static_cast<size_t>(o.group)].form;
    list.rows.push_back({name_of(b, o), wall, form, bare(at.x), bare(at.y),
                         o.group < 0 ? Phrase() : bare_angle(turned_on_flat(o), 4),
                         round ? bare(round->diameter) : Phrase(), bare(box.width), bare(box.height),
                         o.on_wall ? bare_angle(o.plan, 4) : Phrase(), o.on_wall ? bare(o.height) : Phrase(),
                         o.on_wall ? bare(o.radius) : Phrase()});
  };
  for (const BlankOpening& o : b.openings) add(o, o.bore ? (o.far ? "far" : "near") : "");
  for (const BlankOpening& o : b.notches) add(o, "over the edge");
  return list;
}

}  // namespace juggler
