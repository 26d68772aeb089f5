// Domes and ruled walls in words.
#include "facts.h"
#include "say.h"

namespace juggler {

Phrase strain_text(const StrainLimit& s) {
  return say("up to {}{}", shown_percent(s.limit), s.allowed ? ", more is allowed" : "");
}

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

Phrase body_text(const HelicalStrip& s) {
  const Where body{"wall", "wall across the axis", "body"};
  if (!s.on_to) return "a body of dia " + length(*s.on, body);
  return say("a cone of dia {} to {}", length(*s.on, body), length(*s.on_to, body));
}

// How a strip on a cone, or a standing one, winds up.
template <typename Sizes>
void winding_rows(std::vector<Fact>& rows, const HelicalStrip& s, const Sizes& c) {
  const double turns = c.angle / (two_pi);
  if (s.on_to)
    rows.push_back({"half angle", angle(Angle::radians(std::abs(c.half_angle)), {"axis", "ruling", "body"})});
  rows.push_back({"width", length(c.width, {"edge", "edge", "square to them"})});
  if (c.lead) {
    rows.push_back({"lead angle", angle(Angle::radians(*c.lead), {"level", "edge", "body"})});
  } else {
    rows.push_back({"pitch", length(c.height / turns, {"a turn", "the next", "axis"})});
  }
  rows.push_back({"turns", say("{:g}, {} hand, from plan angle {}", turns, c.sense < 0 ? "left" : "right",
                               plan_angle(s.start))});
  rows.push_back({"rise", length(c.height, {"start", "end", "axis"})});
  rows.push_back({"ends", name_of(s.ends)});
}

void standing_sizes(std::vector<Fact>& rows, const HelicalStrip& s, Hand hand) {
  const StandingSizes c = solve_standing(s, hand);
  rows.push_back({"on", body_text(s)});
  rows.push_back({"tilt", say("{} from the body's upright lines",
                              given_angle(*s.tilt, {"upright line of the body", "ruling", ""}))});
  winding_rows(rows, s, c);
  const double turns = c.angle / (two_pi);
  rows.push_back({"blanks", say("{} of {:g} turns", c.pieces, turns / c.pieces)});
  rows.push_back({"strain", strain_text(s.strain)});
}

void cone_strip_sizes(std::vector<Fact>& rows, const HelicalStrip& s, const PieceResult& p) {
  rows.push_back({"on", body_text(s)});
  winding_rows(rows, s, solve_on_cone(s, p.part.sheet, p.part.making.hand));
}

}  // namespace

void add_stretched_sizes(std::vector<Fact>& rows, const PieceResult& p) {
  if (std::holds_alternative<Flight>(p.part.asked)) add_wound_sizes(rows, p);
  if (std::holds_alternative<Transition>(p.part.asked)) add_ruled_sizes(rows, p);
  const auto* s = std::get_if<HelicalStrip>(&p.part.asked);
  if (s && s->tilt) standing_sizes(rows, *s, p.part.making.hand);
  if (s && !s->tilt) cone_strip_sizes(rows, *s, p);
  if (const auto* d = std::get_if<Dome>(&p.part.asked)) dome_sizes(rows, *d, p.part.sheet);
  if (const auto* w = std::get_if<RuledWall>(&p.part.asked)) wall_sizes(rows, *w, *p.stretched());
}

namespace {

// Of an edge; that of a seam is a straight ruling in space.
double formed_length(const Edge& e, const StretchedPiece& piece) {
  if (e.name == EdgeName::base || e.name == EdgeName::top) return e.girth;
  const Surface& s = piece.curved.surface;
  const double u = e.name == EdgeName::seam_start ? s.us.front() : s.us.back();
  return norm(s.point(u, s.vs.back()).at - s.point(u, s.vs.front()).at);
}

void add_creases(std::vector<Fact>& rows, const Blank& b) {
  for (const Crease& c : b.creases)
    rows.push_back({"crease " + c.tag,
                    say("{} along the base to {} along the top, folded {} at the base, {} at the top, {}",
                        length(c.base_run, {"seam start", "crease", "base edge as cut"}),
                        length(c.top_run, {"seam start", "crease", "top edge as cut"}),
                        angle(c.at_base, {"flat", "folded", "turned"}, 1),
                        angle(c.at_top, {"flat", "folded", "turned"}, 1), c.up ? "up" : "down"),
                    RowKind::elsewhere});
}

void add_strain(std::vector<Fact>& rows, const StrainNumbers& s) {
  const auto place = [](double mm, const char* axis) {
    return Amount{mm,    Amount::Of::length,   1,       true, Amount::Style::message,
                  false, "origin of the part", "place", axis};
  };
  const auto strain = [](double share, const char* way) {
    return signed_percent(share, {"flat", "formed", way});
  };
  const auto mean = [](double share, const char* way) { return percent(share, {"flat", "formed", way}); };
  rows.push_back(
      {"greatest strain", say("{} at x {}, y {}, z {} of the part", strain(s.greatest, "middle"),
                              place(s.where.x, "x"), place(s.where.y, "y"), place(s.where.z, "z"))});
  rows.push_back({"strain along", say("greatest {}, mean {}", strain(s.greatest_along, "along"),
                                      mean(s.mean_along, "along"))});
  rows.push_back({"strain across", say("greatest {}, mean {}", strain(s.greatest_across, "across"),
                                       mean(s.mean_across, "across"))});
  rows.push_back({"root mean square",
                  say("{} of both principal strains", mean(s.root_mean_square, "both principal strains"))});
}

}  // namespace

void add_stretched_numbers(std::vector<Fact>& rows, const PieceResult& p) {
  const StretchedPart& part = *p.stretched();
  const StretchedPiece& piece = part.piece(p.blank.piece);
  for (const Edge& e : p.blank.edges) {
    const bool rim = e.name == EdgeName::base || e.name == EdgeName::top;
    // The edges of a seam may differ a little, as the metal beside them stretches.
    const bool along = rim || p.rulings() || e.name == EdgeName::seam_end;
    if (!along) continue;
    const std::string own = rim                              ? name_of(e.name)
                            : !p.rulings()                   ? "between pieces"
                            : e.name == EdgeName::seam_start ? "seam start"
                                                             : "seam end";
    const bool both = rim || p.rulings();
    const Phrase formed =
        both ? say(", formed {}", length(formed_length(e, piece), {"corner", "corner", "formed edge"}))
             : Phrase();
    rows.push_back(
        {"edge " + own,
         say("flat {}{}", length(length_of(e.arcs), {"corner", "corner", "edge as cut"}), formed)});
    if (rim && e.arcs.size() == 1 && !is_straight(e.arcs.front())) {
      const Arc& arc = e.arcs.front();
      rows.push_back({"swing radius " + own, length(radius_of(arc), {"swing centre", "edge as cut", "blank"}),
                      RowKind::dimension});
      rows.push_back({"chord " + own, length(norm(end_of(arc) - arc.start), {"corner", "corner", "chord"}),
                      RowKind::dimension});
    }
    if (e.arcs.size() > 1)
      rows.push_back({"arcs " + (both ? own : "between"),
                      say("{}, at most {} off", e.arcs.size(),
                          length(p.blank.fit_error, {"true curve", "arcs", "edge as cut"}))});
  }
  if (part.dome) {
    rows.push_back({"meridian", length(part.dome->length(), {"rim", "pole or crown plate", "middle"})});
    rows.push_back({"area formed", area_of(piece.flat.formed_area(), "middle of the formed part")});
  }
  add_creases(rows, p.blank);
  rows.push_back(
      {"overall height", length(p.blank.overall_height, {"lowest metal", "highest metal", "axis"})});
  if (part.opens_flat()) {
    rows.push_back({"strain", "none: it opens flat"});
    return;
  }
  add_strain(rows, piece.strain);
  add_rings_in_words(rows, p);
}

}  // namespace juggler
