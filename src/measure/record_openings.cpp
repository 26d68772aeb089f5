// Openings of a result.
#include "record_parts.h"

namespace juggler {
namespace {

Record face_record(const FaceSize& s, const char* on) {
  if (s.width == 0) return {};  // not worked out
  const Between across{"side", "opposite side", on};
  return {{"width", mm(s.width, across)}, {"height", mm(s.height, across)}};
}
Record face_record(const std::optional<FaceSize>& s, const char* on) {
  return s ? face_record(*s, on) : Record();
}

Record web_record(const std::optional<Web>& w) {
  if (!w) return {};
  return {{"width", mm(w->width, {"opening", "what it is beside", "blank"})},
          {"of", w->of},
          {"beside", w->beside},
          {"at", on_blank(w->at)}};
}

// Places with the tangent of a quarter of the arc's turn behind each.
Record outline_record(const Outline& outline) {
  Record::List all;
  for (const Arc& arc : outline) {
    for (const Arc& part : split(arc, Angle::degrees(180))) {
      const Between from{"left and lower edge of the box", "place", "blank"};
      all.push_back(list({mm(part.start.x, from), mm(part.start.y, from),
                          plain(is_straight(part) ? 0 : std::tan(part.turn.radians() / 4),
                                {"", "", "tangent of a quarter of the arc's turn"})}));
    }
  }
  return all;
}

constexpr Between across_hole{"side", "opposite side", "blank"};

Record opening_record(const Blank& b, const BlankOpening& o) {
  const auto round = round_hole(o);
  const Record diameter = round ? mm(round->diameter, across_hole) : Record();
  if (o.group < 0) return {{"kind", "hole"}, {"centre", on_blank(round->centre)}, {"diameter", diameter}};
  return {{"kind", "opening"},
          {"name", name_of(b, o)},
          {"group", o.group + 1},
          {"row", o.row},
          {"member", o.member},
          {"far", o.far},
          {"centre", on_blank(o.centre)},
          {"turned", deg(Angle::radians(std::remainder(o.x_heading.radians(), two_pi)),
                         {"level on the blank", "x of the form", "blank"})},
          {"diameter", diameter},
          {"plan_angle", o.on_wall ? deg(o.plan, plan_of_place) : Record()},
          {"height", o.on_wall ? mm(o.height, {"base plane", "centre of the opening", "axis"}) : Record()},
          {"radius", o.on_wall ? mm(o.radius, {"axis", "centre of the opening", "plan"}) : Record()},
          {"outline", outline_record(o.outline)}};
}

Record row_record(const OpeningGroup::Row& r) {
  return {{"row", r.number},
          {"height", r.on_wall ? mm(r.height, {"base plane", "place of the opening", "axis"}) : Record()},
          {"radius", r.on_wall ? mm(r.radius, {"axis", "place of the opening", "plan"}) : Record()},
          {"inside", face_record(r.inside, "inside")},
          {"outside", face_record(r.outside, "outside")},
          {"neutral", face_record(r.neutral, "neutral layer")},
          {"far_inside", face_record(r.far_inside, "inside of the far wall")},
          {"far_outside", face_record(r.far_outside, "outside of the far wall")}};
}

Record group_record(const OpeningGroup& g, const Units& units) {
  const char* next = "the next opening";
  return {{"name", g.name},
          {"how", name_of(g.how)},
          {"contact", g.how != OpeningHow::laid ? Record(name_of(g.contact)) : Record()},
          {"lettering", g.lettering},
          {"form", g.form.in(units)},
          {"cut", g.cut},
          {"asked", g.asked},
          {"in_row", g.in_row},
          {"rows", list_of(g.by_row, row_record)},
          {"pitch", deg(g.pitch, {"opening", next, "plan"})},
          {"girth_pitch", mm(g.girth_pitch, {"opening", next, "girth of the neutral layer"})},
          {"flat_pitch", deg(g.flat_pitch, {"opening", next, "blank"})},
          {"seam_start", web_record(g.seam_start)},
          {"seam_end", web_record(g.seam_end)},
          {"edge", web_record(g.edge)},
          {"opening", web_record(g.opening)},
          {"least_web", mm(g.least_web, {"opening", "edge, bend or opening", "blank"})},
          {"fit_error", mm(g.fit_error, {"true curve", "arcs", "blank"})}};
}

}  // namespace

Record openings_record(const Blank& b) {
  return list_of(b.openings, [&](const BlankOpening& o) { return opening_record(b, o); });
}

Record notches_record(const Blank& b) {
  return list_of(b.notches, [&](const BlankOpening& o) { return opening_record(b, o); });
}

Record opening_groups_record(const Blank& b, const Units& units) {
  return list_of(b.groups, [&](const OpeningGroup& g) { return group_record(g, units); });
}

}  // namespace juggler
