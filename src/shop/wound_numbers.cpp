// Flights, coils and helical strips in words.
#include <fmt/format.h>

#include "folded_numbers.h"

namespace juggler {

std::string signed_percent(double strain) {
  const std::string text = fixed(100 * strain, 3);
  return (strain > 0 && text.find_first_not_of("0.") != std::string::npos ? "+" : "") + text + " %";
}

namespace {

void flight_sizes(std::vector<Row>& rows, const Flight& f, bool left, const Units& u) {
  const auto grows = [&](double from, const std::optional<double>& to) {
    return to && *to != from ? fmt::format("{} to {}", shown_length(from, u), shown_length(*to, u))
                             : shown_length(from, u);
  };
  rows.push_back({"shaft", "dia " + shown_length(*f.shaft, u)});
  rows.push_back({"outside", "dia " + grows(*f.outside, f.outside_to)});
  rows.push_back({"pitch", grows(*f.pitch, f.pitch_to)});
  rows.push_back({"turns", fmt::format("{:g}, {} hand, from plan angle {:g} deg", *f.turns,
                                       left ? "left" : "right", f.start.degrees())});
  rows.push_back(
      {"blanks", fmt::format("of {:g} turns, {}", f.turns_per_blank,
                             f.flat == FlightFlat::equal_edges ? "equal edges" : "least stretch")});
}

void coil_sizes(std::vector<Row>& rows, const Coil& c, const CoilNumbers& n, bool left, const Units& u) {
  rows.push_back(
      {"start", fmt::format("dia {} inside, {} on the middle", shown_length(n.start_inside_diameter, u),
                            shown_length(n.start_middle_diameter, u))});
  rows.push_back({"spacing", shown_length(*c.spacing, u)});
  rows.push_back({"turns", fmt::format("{:g}, {} hand, from plan angle {:g} deg", n.turns,
                                       left ? "left" : "right", c.start.degrees())});
  rows.push_back({"outside", "dia " + shown_length(n.outside_diameter, u)});
  rows.push_back({"width", shown_length(*c.width, u)});
}

void strip_sizes(std::vector<Row>& rows, const HelicalStrip& s, const StripNumbers& n, bool left,
                 const Units& u) {
  rows.push_back({"on", "a body of dia " + shown_length(*s.on, u)});
  rows.push_back({"width", fmt::format("{} square to the edges, {} upright", shown_length(n.width, u),
                                       shown_length(n.upright, u))});
  rows.push_back({"pitch", shown_length(n.pitch, u)});
  rows.push_back({"turns", fmt::format("{:g}, {} hand, from plan angle {:g} deg", n.turns,
                                       left ? "left" : "right", s.start.degrees())});
  rows.push_back({"rise", shown_length(n.height, u)});
  rows.push_back({"lead angle", fmt::format("{} on the body, {} on the neutral layer, from level",
                                            shown_angle(n.lead), shown_angle(n.neutral_lead))});
  rows.push_back({"ends", name_of(s.ends)});
}

void ring_rows(std::vector<Row>& rows, const FlightRing& r, bool made, const Units& u) {
  const std::string name = r.flat == FlightFlat::equal_edges ? "equal edges" : "least stretch";
  std::string ring = made ? "made; " : "not made; ";
  if (r.inner_radius > 0)
    ring += fmt::format("ring rad {} inner, {} outer, ", shown_length(r.inner_radius, u),
                        shown_length(r.outer_radius, u));
  ring += fmt::format("sweep {}, gap of a turn {}", shown_angle(r.sweep), shown_angle(r.gap));
  rows.push_back({name, ring});
  rows.push_back(
      {"strain, " + name,
       fmt::format("inner edge {}, halfway {}, outer edge {}; greatest {} {} at {} from the axis; root "
                   "mean square {}",
                   signed_percent(r.inner), signed_percent(r.middle), signed_percent(r.outer),
                   signed_percent(r.greatest), r.greatest_across ? "across" : "along",
                   shown_length(r.greatest_radius, u), fixed(100 * r.root_mean_square, 3) + " %")});
}

}  // namespace

void add_wound_sizes(std::vector<Row>& rows, const PieceResult& p, const Units& u) {
  const bool left = p.part.making.hand == Hand::opposite;
  if (const auto* f = std::get_if<Flight>(&p.part.asked)) flight_sizes(rows, *f, left, u);
  if (const auto* s = std::get_if<HelicalStrip>(&p.part.asked))
    strip_sizes(rows, *s, *p.wound()->strip, left, u);
  if (const auto* c = std::get_if<Coil>(&p.part.asked)) coil_sizes(rows, *c, *p.wound()->coil, left, u);
}

void add_wound_numbers(std::vector<Row>& rows, const PieceResult& p, const Units& u) {
  if (!p.wound()) return;
  if (const auto& n = p.wound()->coil) {
    rows.push_back({"strip inside", shown_length(n->inside, u)});
    rows.push_back({"strip neutral", shown_length(n->neutral, u), RowKind::dimension});
    rows.push_back({"strip middle", shown_length(n->middle, u)});
    rows.push_back({"strip outside", shown_length(n->outside, u)});
    if (n->turns >= 1) rows.push_back({"clearance", shown_length(n->clearance, u)});
    return;
  }
  if (const auto& n = p.wound()->strip) {
    rows.push_back({"edge inside", shown_length(n->inside, u)});
    rows.push_back({"edge neutral", shown_length(n->neutral, u)});
    rows.push_back({"edge outside", shown_length(n->outside, u)});
    return;
  }
  add_rings_in_words(rows, p, u);
}

void add_rings_in_words(std::vector<Row>& rows, const PieceResult& p, const Units& u) {
  bool made = true;
  for (const FlightRing& r : p.rings) {
    ring_rows(rows, r, made, u);
    made = false;
  }
}

}  // namespace juggler
