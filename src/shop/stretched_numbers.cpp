// Domes and ruled walls in words.
#include <fmt/format.h>

#include "folded_numbers.h"

namespace juggler {

std::string strain_text(const StrainLimit& s) {
  return fmt::format("up to {}{}", shown_percent(s.limit).in({}), s.allowed ? ", more is allowed" : "");
}

namespace {

void dome_sizes(std::vector<Row>& rows, const Dome& d, const Sheet& sheet, const Units& u) {
  const auto length = [&](const char* name, const std::optional<double>& mm) {
    if (mm) rows.push_back({name, shown_length(*mm, u)});
  };
  rows.push_back({"meridian", d.kind == DomeKind::sphere ? "sphere" : "dished"});
  if (d.rim) rows.push_back({"rim", "dia " + shown_length(*d.rim, u)});
  length("rise", d.rise);
  if (d.diameter)
    rows.push_back({d.whole ? "whole sphere" : "sphere", "dia " + shown_length(*d.diameter, u)});
  length("crown radius", d.crown_radius);
  length("knuckle radius", d.knuckle_radius);
  if (d.straight > 0) rows.push_back({"straight rim", shown_length(d.straight, u)});
  rows.push_back(
      {"crown", d.crown ? "a plate apart, dia " + shown_length(*d.crown, u) : "gores meet in a point"});
  const auto face = d.sizes_on ? d.sizes_on : sheet.sizes_on;
  if (face) rows.push_back({"sizes", fmt::format("on the {}", name_of(*face))});
  rows.push_back(
      {"gores", fmt::format("{}, the first seam at plan angle {:g} deg", d.gores, d.start.degrees())});
  rows.push_back({"strain", strain_text(d.strain)});
}

std::string curve_text(const SpaceCurve& c, const Units& u) {
  if (!c.points.empty()) return fmt::format("a smooth curve through {} points", c.points.size());
  std::string text = "helix of dia " + shown_length(*c.diameter, u);
  if (c.diameter_to && *c.diameter_to != *c.diameter) text += " to " + shown_length(*c.diameter_to, u);
  return text + fmt::format(", pitch {}, {:g} turns from {:g} deg, height {}", shown_length(*c.pitch, u),
                            *c.turns, c.start.degrees(), shown_length(c.height, u));
}

void wall_sizes(std::vector<Row>& rows, const RuledWall& w, const StretchedPart& part, const Units& u) {
  rows.push_back({"base edge", curve_text(w.base, u)});
  rows.push_back({"top edge", curve_text(w.top, u)});
  const bool developable = part.rulings == Rulings::developable;
  rows.push_back({"rulings", developable ? "those of the wall that opens flat"
                             : w.rulings == Rulings::even
                                 ? "join equal shares of both edges"
                                 : "join equal shares of both edges: no wall between them opens flat"});
  if (w.pieces > 1) rows.push_back({"pieces", std::to_string(w.pieces)});
  rows.push_back({"strain", strain_text(w.strain)});
}

std::string body_text(const HelicalStrip& s, const Units& u) {
  if (!s.on_to) return "a body of dia " + shown_length(*s.on, u);
  return fmt::format("a cone of dia {} to {}", shown_length(*s.on, u), shown_length(*s.on_to, u));
}

// How a strip on a cone, or a standing one, winds up.
template <typename Sizes>
void winding_rows(std::vector<Row>& rows, const HelicalStrip& s, const Sizes& c, const Units& u) {
  const double turns = c.angle / (two_pi);
  if (s.on_to) rows.push_back({"half angle", shown_angle(Angle::radians(std::abs(c.half_angle)))});
  rows.push_back({"width", shown_length(c.width, u)});
  rows.push_back({c.lead ? "lead angle" : "pitch",
                  c.lead ? shown_angle(Angle::radians(*c.lead)) : shown_length(c.height / turns, u)});
  rows.push_back({"turns", fmt::format("{:g}, {} hand, from plan angle {:g} deg", turns,
                                       c.sense < 0 ? "left" : "right", s.start.degrees())});
  rows.push_back({"rise", shown_length(c.height, u)});
  rows.push_back({"ends", name_of(s.ends)});
}

void standing_sizes(std::vector<Row>& rows, const HelicalStrip& s, Hand hand, const Units& u) {
  const StandingSizes c = solve_standing(s, hand);
  rows.push_back({"on", body_text(s, u)});
  rows.push_back({"tilt", fmt::format("{:g} deg from the body's upright lines", s.tilt->degrees())});
  winding_rows(rows, s, c, u);
  const double turns = c.angle / (two_pi);
  rows.push_back({"blanks", fmt::format("{} of {:g} turns", c.pieces, turns / c.pieces)});
  rows.push_back({"strain", strain_text(s.strain)});
}

void cone_strip_sizes(std::vector<Row>& rows, const HelicalStrip& s, const PieceResult& p, const Units& u) {
  rows.push_back({"on", body_text(s, u)});
  winding_rows(rows, s, solve_on_cone(s, p.part.sheet, p.part.making.hand), u);
}

}  // namespace

void add_stretched_sizes(std::vector<Row>& rows, const PieceResult& p, const Units& u) {
  if (std::holds_alternative<Flight>(p.part.asked)) add_wound_sizes(rows, p, u);
  if (std::holds_alternative<Transition>(p.part.asked)) add_ruled_sizes(rows, p, u);
  const auto* s = std::get_if<HelicalStrip>(&p.part.asked);
  if (s && s->tilt) standing_sizes(rows, *s, p.part.making.hand, u);
  if (s && !s->tilt) cone_strip_sizes(rows, *s, p, u);
  if (const auto* d = std::get_if<Dome>(&p.part.asked)) dome_sizes(rows, *d, p.part.sheet, u);
  if (const auto* w = std::get_if<RuledWall>(&p.part.asked)) wall_sizes(rows, *w, *p.stretched(), u);
}

namespace {

// Of an edge; that of a seam is a straight ruling in space.
double formed_length(const Edge& e, const StretchedPiece& piece) {
  if (e.name == EdgeName::base || e.name == EdgeName::top) return e.girth;
  const Surface& s = piece.curved.surface;
  const double u = e.name == EdgeName::seam_start ? s.us.front() : s.us.back();
  return norm(s.point(u, s.vs.back()).at - s.point(u, s.vs.front()).at);
}

// Where and how far it is folded, a line each.
std::vector<Row> crease_rows(const PieceResult& p, const Units& u) {
  std::vector<Row> rows;
  for (const Crease& c : p.blank.creases)
    rows.push_back(
        {"crease " + c.tag,
         fmt::format("{} along the base to {} along the top, folded {} deg at the base, {} at the "
                     "top, {}",
                     shown_length(c.base_run, u), shown_length(c.top_run, u), fixed(c.at_base.degrees(), 1),
                     fixed(c.at_top.degrees(), 1), c.up ? "up" : "down"),
         RowKind::elsewhere});
  return rows;
}

}  // namespace

void add_stretched_numbers(std::vector<Row>& rows, const PieceResult& p, const Units& u) {
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
    const std::string formed =
        both ? fmt::format(", formed {}", shown_length(formed_length(e, piece), u)) : "";
    rows.push_back({"edge " + own, fmt::format("flat {}{}", shown_length(length_of(e.arcs), u), formed)});
    if (e.arcs.size() > 1)
      rows.push_back({"arcs " + (both ? own : "between"),
                      fmt::format("{}, at most {} off", e.arcs.size(), shown_length(p.blank.fit_error, u))});
  }
  if (part.dome) {
    rows.push_back({"meridian", shown_length(part.dome->length(), u)});
    rows.push_back({"area formed", shown_area(piece.flat.formed_area(), u)});
  }
  for (Row& row : crease_rows(p, u)) rows.push_back(std::move(row));
  rows.push_back({"overall height", shown_length(p.blank.overall_height, u)});
  const StrainNumbers& s = piece.strain;
  if (part.opens_flat()) {
    rows.push_back({"strain", "none: it opens flat"});
    return;
  }
  const auto at = [&](double mm) { return fixed(mm / u.mm, 1); };
  rows.push_back(
      {"greatest strain", fmt::format("{} at [{}, {}, {}] {} of the part", signed_percent(s.greatest),
                                      at(s.where.x), at(s.where.y), at(s.where.z), u.name)});
  rows.push_back({"strain along", fmt::format("greatest {}, mean {}", signed_percent(s.greatest_along),
                                              fixed(100 * s.mean_along, 3) + " %")});
  rows.push_back({"strain across", fmt::format("greatest {}, mean {}", signed_percent(s.greatest_across),
                                               fixed(100 * s.mean_across, 3) + " %")});
  rows.push_back({"root mean square", fixed(100 * s.root_mean_square, 3) + " % of both principal strains"});
  add_rings_in_words(rows, p, u);
}

}  // namespace juggler
