// Flights, coils and helical strips in words.
#include "facts.h"
#include "say.h"

namespace juggler {

namespace {

Phrase turns_text(double turns, bool left, Angle start) {
  return say("{:g}, {} hand, from plan angle {}", turns, left ? "left" : "right", plan_angle(start));
}

void flight_sizes(std::vector<Fact>& rows, const Flight& f, bool left) {
  const auto grows = [&](double from, const std::optional<double>& to, const Where& where) {
    return to && *to != from ? say("{} to {}", length(from, where), length(*to, where)) : length(from, where);
  };
  rows.push_back({"shaft", "dia " + length(*f.shaft, diameter_on_middle)});
  rows.push_back({"outside", "dia " + grows(*f.outside, f.outside_to, diameter_on_middle)});
  rows.push_back({"pitch", grows(*f.pitch, f.pitch_to, {"a turn", "the next", "axis"})});
  rows.push_back({"turns", turns_text(*f.turns, left, f.start)});
  rows.push_back({"blanks", say("of {:g} turns, {}", f.turns_per_blank,
                                f.flat == FlightFlat::equal_edges ? "equal edges" : "least stretch")});
}

void coil_sizes(std::vector<Fact>& rows, const Coil& c, const CoilNumbers& n, bool left) {
  rows.push_back({"start", say("dia {} inside, {} on the middle",
                               length(n.start_inside_diameter, {"wall", "wall across the axis", "inside"}),
                               length(n.start_middle_diameter, diameter_on_middle))});
  rows.push_back({"spacing", length(*c.spacing, {"middle of a turn", "middle of the next", "level"})});
  rows.push_back({"turns", turns_text(n.turns, left, c.start)});
  rows.push_back(
      {"outside", "dia " + length(n.outside_diameter, {"wall", "wall across the axis", "outside"})});
  rows.push_back({"width", length(*c.width, {"edge", "edge", "axis"})});
}

void strip_sizes(std::vector<Fact>& rows, const HelicalStrip& s, const StripNumbers& n, bool left) {
  rows.push_back({"on", "a body of dia " + length(*s.on, {"wall", "wall across the axis", "inside"})});
  rows.push_back(
      {"width", say("{} square to the edges, {} upright", length(n.width, {"edge", "edge", "square to them"}),
                    length(n.upright, {"edge", "edge", "axis"}))});
  rows.push_back({"pitch", length(n.pitch, {"a turn", "the next", "axis"})});
  rows.push_back({"turns", turns_text(n.turns, left, s.start)});
  rows.push_back({"rise", length(n.height, {"start", "end", "axis"})});
  rows.push_back({"lead angle", say("{} on the body, {} on the neutral layer, from level",
                                    angle(n.lead, {"level", "edge", "inside"}),
                                    angle(n.neutral_lead, {"level", "edge", "neutral layer"}))});
  rows.push_back({"ends", name_of(s.ends)});
}

void ring_rows(std::vector<Fact>& rows, const FlightRing& r, bool made) {
  const std::string name = r.flat == FlightFlat::equal_edges ? "equal edges" : "least stretch";
  Phrase ring = made ? "made; " : "not made; ";
  if (r.inner_radius > 0)
    ring +=
        say("ring rad {} inner, {} outer, ", length(r.inner_radius, {"swing centre", "inner edge", "blank"}),
            length(r.outer_radius, {"swing centre", "outer edge", "blank"}));
  ring += say("sweep {}, gap of a turn {}", angle(r.sweep, {"end", "end", "blank"}),
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

}  // namespace

void add_wound_sizes(std::vector<Fact>& rows, const PieceResult& p) {
  const bool left = p.part.making.hand == Hand::opposite;
  if (const auto* f = std::get_if<Flight>(&p.part.asked)) flight_sizes(rows, *f, left);
  if (const auto* s = std::get_if<HelicalStrip>(&p.part.asked))
    strip_sizes(rows, *s, *p.wound()->strip, left);
  if (const auto* c = std::get_if<Coil>(&p.part.asked)) coil_sizes(rows, *c, *p.wound()->coil, left);
}

void add_wound_numbers(std::vector<Fact>& rows, const PieceResult& p) {
  if (!p.wound()) return;
  const auto along = [](double mm, const char* on) { return length(mm, {"start", "end", on}); };
  if (const auto& n = p.wound()->coil) {
    rows.push_back({"strip inside", along(n->inside, "inside")});
    rows.push_back({"strip neutral", along(n->neutral, "neutral layer"), RowKind::dimension});
    rows.push_back({"strip middle", along(n->middle, "middle")});
    rows.push_back({"strip outside", along(n->outside, "outside")});
    if (n->turns >= 1)
      rows.push_back(
          {"clearance", length(n->clearance, {"outside of a turn", "inside of the next", "level"})});
    return;
  }
  if (const auto& n = p.wound()->strip) {
    rows.push_back({"edge inside", along(n->inside, "inside")});
    rows.push_back({"edge neutral", along(n->neutral, "neutral layer")});
    rows.push_back({"edge outside", along(n->outside, "outside")});
    return;
  }
  add_rings_in_words(rows, p);
}

void add_rings_in_words(std::vector<Fact>& rows, const PieceResult& p) {
  bool made = true;
  for (const FlightRing& r : p.rings) {
    ring_rows(rows, r, made);
    made = false;
  }
}

}  // namespace juggler
