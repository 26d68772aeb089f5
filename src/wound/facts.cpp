// What is said of flights, coils and helical strips alone.
#include <algorithm>
#include <cmath>

#include "measure/columns.h"
#include "measure/facts.h"
#include "winding.h"
#include "wound.h"
#include "wound_sizes.h"

namespace juggler {
namespace {

bool left(const Part& part) { return part.making.hand == Hand::opposite; }

Phrase turns_text(double turns, bool left, Angle start) {
  return say("{:g}, {} hand, from plan angle {}", turns, left ? "left" : "right", plan_angle(start));
}

const char* on_layer(StripLayer layer) {
  switch (layer) {
    case StripLayer::inside:
      return "on the inside";
    case StripLayer::outside:
      return "on the outside";
    case StripLayer::middle:
      return "on the middle";
    default:
      return "on the neutral layer";
  }
}

void flight_sizes(std::vector<Fact>& rows, const Flight& f, bool is_left) {
  const auto grows = [&](double from, const std::optional<double>& to, const Where& where) {
    return to && *to != from ? say("{} to {}", length(from, where), length(*to, where)) : length(from, where);
  };
  if (f.shaft) rows.push_back({"shaft", "dia " + grows(*f.shaft, f.shaft_to, diameter_on_middle)});
  if (f.inside) rows.push_back({"inner edge", "dia " + grows(*f.inside, f.inside_to, diameter_on_middle)});
  if (f.width) rows.push_back({"width", length(*f.width, {"inner edge", "outer edge", "radius"})});
  rows.push_back({"outside", "dia " + grows(*f.outside, f.outside_to, diameter_on_middle)});
  rows.push_back({"pitch", grows(*f.pitch, f.pitch_to, {"a turn", "the next", "axis"})});
  rows.push_back({"turns", turns_text(*f.turns, is_left, f.start)});
  const char* flat = f.flat == FlightFlat::equal_edges ? "equal edges" : "least stretch";
  rows.push_back({"blanks", f.full_rings ? say("full rings, {:.6g} turns each, {}", f.turns_per_blank, flat)
                                         : say("of {:g} turns, {}", f.turns_per_blank, flat)});
}

void coil_sizes(std::vector<Fact>& rows, const Coil& c, const CoilNumbers& n, bool is_left) {
  rows.push_back({"start", say("dia {} inside, {} on the middle",
                               length(n.start_inside_diameter, {"wall", "wall across the axis", "inside"}),
                               length(n.start_middle_diameter, diameter_on_middle))});
  rows.push_back({"spacing", length(*c.spacing, {"middle of a turn", "middle of the next", "level"})});
  rows.push_back({"turns", turns_text(n.turns, is_left, c.start)});
  rows.push_back(
      {"outside", "dia " + length(n.outside_diameter, {"wall", "wall across the axis", "outside"})});
  rows.push_back({"width", length(*c.width, {"edge", "edge", "axis"})});
}

void length_row(std::vector<Fact>& rows, const HelicalStrip& s) {
  if (s.length)
    rows.push_back({"length", say("{} along the lower edge, {}",
                                  length(*s.length, {"start", "end", "lower edge"}), on_layer(s.length_on))});
}

void strip_sizes(std::vector<Fact>& rows, const HelicalStrip& s, const StripNumbers& n, bool is_left) {
  rows.push_back(
      {"on", "a body of dia " + length(*s.body_diameter, {"wall", "wall across the axis", "inside"})});
  rows.push_back(
      {"width", say("{} square to the edges, {} upright", length(n.width, {"edge", "edge", "square to them"}),
                    length(n.upright_width, {"edge", "edge", "axis"}))});
  rows.push_back({"pitch", length(n.pitch, {"a turn", "the next", "axis"})});
  rows.push_back({"turns", turns_text(n.turns, is_left, s.start)});
  rows.push_back({"rise", length(n.height, {"start", "end", "axis"})});
  length_row(rows, s);
  rows.push_back({"lead angle", say("{} on the body, {} on the neutral layer, from level",
                                    angle(n.lead, {"level", "edge", "inside"}),
                                    angle(n.neutral_lead, {"level", "edge", "neutral layer"}))});
  rows.push_back({"ends", name_of(s.ends)});
}

Phrase body_text(const HelicalStrip& s) {
  const Where body{"wall", "wall across the axis", "body"};
  if (!s.body_end_diameter) return "a body of dia " + length(*s.body_diameter, body);
  return say("a cone of dia {} to {}", length(*s.body_diameter, body), length(*s.body_end_diameter, body));
}

// How a strip on a cone, or a standing one, winds up.
template <typename Sizes>
void winding_rows(std::vector<Fact>& rows, const HelicalStrip& s, const Sizes& c, bool is_left) {
  const double turns = c.angle / (two_pi);
  if (s.body_end_diameter)
    rows.push_back({"half angle", angle(Angle::radians(std::abs(c.half_angle)), {"axis", "ruling", "body"})});
  rows.push_back({"width", length(c.width, {"edge", "edge", "square to them"})});
  if (c.lead) {
    rows.push_back({"lead angle", angle(Angle::radians(*c.lead), {"level", "edge", "body"})});
  } else {
    rows.push_back({"pitch", length(c.height / turns, {"a turn", "the next", "axis"})});
  }
  rows.push_back({"turns", turns_text(turns, is_left, s.start)});
  rows.push_back({"rise", length(c.height, {"start", "end", "axis"})});
  length_row(rows, s);
  rows.push_back({"ends", name_of(s.ends)});
}

void standing_sizes(std::vector<Fact>& rows, const HelicalStrip& s, const Sheet& sheet, bool is_left) {
  const StandingSizes c = solve_standing(without_length(s, sheet));
  rows.push_back({"on", body_text(s)});
  rows.push_back({"tilt", say("{} from the body's upright lines",
                              given_angle(*s.tilt, {"upright line of the body", "ruling", ""}))});
  winding_rows(rows, s, c, is_left);
  const double turns = c.angle / (two_pi);
  rows.push_back({"blanks", say("{} of {:g} turns", c.pieces, turns / c.pieces)});
  rows.push_back({"strain", strain_text(s.strain)});
}

void cone_strip_sizes(std::vector<Fact>& rows, const HelicalStrip& s, const Part& p) {
  rows.push_back({"on", body_text(s)});
  winding_rows(rows, s, solve_on_cone(without_length(s, p.sheet), p.sheet), left(p));
}

void ring_rows(std::vector<Fact>& rows, const FlatRing& r, bool made) {
  const std::string name = r.flat == FlightFlat::equal_edges ? "equal edges" : "least stretch";
  Phrase ring = made ? "made; " : "not made; ";
  if (r.inner_radius > 0)
    ring += say("flat ring, radius {} inner, {} outer, ",
                length(r.inner_radius, {"swing centre", "inner edge", "blank"}),
                length(r.outer_radius, {"swing centre", "outer edge", "blank"}));
  ring += say("sector {}, gap of a turn {}", angle(r.sector, {"end", "end", "blank"}),
              angle(r.gap, {"end of a turn", "end of a turn", "blank"}));
  rows.push_back({name, ring});
  const auto strain = [&](double share, const char* on) {
    return signed_percent(share, {"flat", "formed", on});
  };
  rows.push_back(
      {"strain, " + name,
       say("inner edge {}, halfway {}, outer edge {}; greatest {} {} at {} from the axis; root "
           "mean square {}",
           strain(r.inner, "inner edge"), strain(r.middle, "halfway"), strain(r.outer, "outer edge"),
           strain(r.greatest, "middle"), r.greatest_across ? "across" : "along",
           length(r.greatest_radius, {"axis", "place of the greatest strain", "formed part"}),
           percent(r.root_mean_square, {"flat", "formed", "middle"}))});
}

Fact outside_label(double diameter) {
  return {"outside diameter",
          say("outside dia {}", length(diameter, {"wall", "wall across the axis", "outermost"})),
          RowKind::elsewhere};
}

Phrase along_layer(double mm, const char* on) { return length(mm, {"start", "end", on}); }

std::vector<Fact> beside_sheet(const Part& part, bool by_neutral,
                               const std::function<void(std::vector<Fact>&)>& add_sizes) {
  std::vector<Fact> rows{sheet_fact(part.sheet, by_neutral)};
  add_sizes(rows);
  return rows;
}

}  // namespace

std::vector<Fact> asked_facts(const Part& part, const Flight& f) {
  return beside_sheet(part, false, [&](std::vector<Fact>& rows) { flight_sizes(rows, f, left(part)); });
}

std::vector<Fact> asked_facts(const Part& part, const Coil& c, const CoilNumbers& n) {
  return beside_sheet(part, true, [&](std::vector<Fact>& rows) { coil_sizes(rows, c, n, left(part)); });
}

std::vector<Fact> asked_facts(const Part& part, const HelicalStrip& s, const StripNumbers& n) {
  return beside_sheet(part, true, [&](std::vector<Fact>& rows) { strip_sizes(rows, s, n, left(part)); });
}

std::vector<Fact> asked_facts(const Part& part, const HelicalStrip& s) {
  return beside_sheet(part, false, [&](std::vector<Fact>& rows) {
    if (s.tilt) {
      standing_sizes(rows, s, part.sheet, left(part));
    } else {
      cone_strip_sizes(rows, s, part);
    }
  });
}

void add_rings(std::vector<Fact>& rows, const std::vector<FlatRing>& rings) {
  for (const FlatRing& r : rings) ring_rows(rows, r, &r == &rings.front());
}

std::vector<Fact> wound_numbers(const std::vector<FlatRing>& rings, const Blank& b) {
  std::vector<Fact> rows;
  add_rims(rows, b);
  add_rings(rows, rings);
  add_height(rows, b);
  return rows;
}

std::vector<Fact> wound_numbers(const CoilNumbers& n, const Blank& b) {
  std::vector<Fact> rows;
  add_rims(rows, b);
  rows.push_back({"strip inside", along_layer(n.inside, "inside")});
  rows.push_back({"strip neutral", along_layer(n.neutral, "neutral layer"), RowKind::dimension});
  rows.push_back({"strip middle", along_layer(n.middle, "middle")});
  rows.push_back({"strip outside", along_layer(n.outside, "outside")});
  if (n.turns >= 1)
    rows.push_back({"clearance", length(n.clearance, {"outside of a turn", "inside of the next", "level"})});
  add_height(rows, b);
  add_faces(rows, b);
  return rows;
}

std::vector<Fact> wound_numbers(const StripNumbers& n, const Blank& b) {
  std::vector<Fact> rows;
  add_rims(rows, b);
  rows.push_back({"edge inside", along_layer(n.inside, "inside")});
  rows.push_back({"edge neutral", along_layer(n.neutral, "neutral layer")});
  rows.push_back({"edge outside", along_layer(n.outside, "outside")});
  add_height(rows, b);
  add_faces(rows, b);
  return rows;
}

std::vector<Fact> outside_labels(const Flight& f) {
  return {outside_label(std::max(*f.outside, f.outside_to.value_or(0)))};
}

std::vector<Fact> outside_labels(const CoilNumbers& n) { return {outside_label(n.outside_diameter)}; }

std::vector<Fact> outside_labels(const HelicalStrip& s, double thickness) {
  return {outside_label(*s.body_diameter + 2 * thickness)};
}

MeasuredTable strain_table(const std::vector<FlatRing>& rings) {
  MeasuredTable table{
      "strain", "Strain from edge to edge", {lengths("distance", {"axis", "place", "formed part"})}};
  if (rings.empty()) return table;
  for (const FlatRing& r : rings) {
    const char* name = r.flat == FlightFlat::equal_edges ? "equal edges" : "least stretch";
    table.columns.push_back(shares(fmt::format("{}: along", name), {"flat", "formed", "along"}));
    table.columns.push_back(shares("across", {"flat", "formed", "across"}));
  }
  const auto cell = [](double strain) {
    Amount amount = exact(strain, Amount::Of::share, {}, 3, false);
    return Phrase(amount);
  };
  for (size_t i = 0; i < rings.front().map.size(); ++i) {
    std::vector<Phrase> row{bare(rings.front().map[i].radius)};
    for (const FlatRing& r : rings) {
      // Where they grow, all about the level line of the one that is made.
      const double share = static_cast<double>(i) / static_cast<double>(rings.front().map.size() - 1);
      const StrainAt at = r.strain(rings.front().map_at, share);
      row.push_back(cell(at.along));
      row.push_back(cell(at.across));
    }
    table.rows.push_back(std::move(row));
  }
  return table;
}

}  // namespace juggler
