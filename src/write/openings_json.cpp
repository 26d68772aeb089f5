// Openings of a result document.
#include "json_parts.h"

namespace juggler {
namespace {

Json size_json(const FaceSize& s) { return {{"width", number(s.width)}, {"height", number(s.height)}}; }

Json size_json(const std::optional<FaceSize>& s) { return s ? size_json(*s) : Json(nullptr); }

Json web_json(const std::optional<Web>& w) {
  if (!w) return nullptr;
  return {{"width", number(w->width)}, {"of", w->of}, {"beside", w->beside}, {"at", point(w->at)}};
}

Json outline_json(const Outline& outline) {
  Json all = Json::array();
  for (const Arc& arc : outline) {
    for (const Arc& part : split(arc, Angle::degrees(180)))
      all.push_back({number(part.start.x), number(part.start.y),
                     number(is_straight(part) ? 0 : std::tan(part.turn / 4))});
  }
  return all;
}

Json opening_json(const Blank& b, const BlankOpening& o) {
  const auto round = round_hole(o);
  if (o.group < 0)
    return {{"kind", "hole"}, {"centre", point(round->centre)}, {"diameter", number(round->diameter)}};
  return {{"kind", "opening"},
          {"name", name_of(b, o)},
          {"group", o.group + 1},
          {"row", o.row},
          {"member", o.member},
          {"far", o.far},
          {"centre", point(o.centre)},
          {"diameter", round ? number(round->diameter) : Json(nullptr)},
          {"plan_angle", o.on_wall ? number(o.plan.degrees()) : Json(nullptr)},
          {"height", o.on_wall ? number(o.height) : Json(nullptr)},
          {"outline", outline_json(o.outline)}};
}

Json row_json(const OpeningGroup::Row& r) {
  return {{"row", r.number},
          {"height", number(r.height)},
          {"inside", size_json(r.inside)},
          {"outside", size_json(r.outside)},
          {"neutral", size_json(r.neutral)},
          {"far_inside", size_json(r.far_inside)},
          {"far_outside", size_json(r.far_outside)}};
}

}  // namespace

Json openings_json(const Blank& b) {
  Json all = Json::array();
  for (const BlankOpening& o : b.openings) all.push_back(opening_json(b, o));
  return all;
}

Json opening_groups_json(const Blank& b, const Units& units) {
  Json all = Json::array();
  for (const OpeningGroup& g : b.groups) {
    Json rows = Json::array();
    for (const OpeningGroup::Row& r : g.by_row) rows.push_back(row_json(r));
    all.push_back({{"name", g.name},
                   {"how", name_of(g.how)},
                   {"contact", g.how == OpeningHow::bored ? Json(name_of(g.contact)) : Json(nullptr)},
                   {"lettering", g.lettering},
                   {"form", g.form.in(units)},
                   {"cut", g.cut},
                   {"asked", g.asked},
                   {"in_row", g.in_row},
                   {"rows", rows},
                   {"pitch", number(g.pitch.degrees())},
                   {"girth_pitch", number(g.girth_pitch)},
                   {"flat_pitch", number(g.flat_pitch.degrees())},
                   {"seam_start", web_json(g.seam_start)},
                   {"seam_end", web_json(g.seam_end)},
                   {"edge", web_json(g.edge)},
                   {"opening", web_json(g.opening)},
                   {"least_web", number(g.least_web)},
                   {"fit_error", number(g.fit_error)}});
  }
  return all;
}

}  // namespace juggler
