// Growing flights and strips that stretch, laid out.
#include "develop/stretch.h"
#include "form/mirror.h"
#include "winding.h"
#include "wound_sizes.h"

#include <algorithm>
#include <cmath>

namespace juggler {
namespace {

const char* up_the_axis = "The inside is the face that looks up the axis; base is the inner edge.";

Stretching stretching(const StrainLimit& limit, double warned) {
  Stretching how{limit, warned};
  how.divided_by = "blank.turns";
  how.advice = [](double) -> std::string {
    return "make the pitch smaller, the strip narrower or the body larger";
  };
  return how;
}

}  // namespace

StretchedPart stretch(const Flight& f, const Sheet& sheet, Hand hand) {
  check_on_middle(sheet);
  (void)with_ring_turns(f, sheet);  // refuses full rings
  FlightSizes sizes = solve(to_the_right(f, hand));
  check_turns(sizes, *sheet.thickness);
  sizes.thickness = *sheet.thickness;
  constexpr int most = 50;
  if (const double count = sizes.turns / f.turns_per_blank; count > most)
    throw Refusal({.reason = "makes too many blanks, all of them different",
                   .key = "blank.turns",
                   .found = std::to_string(static_cast<int>(std::ceil(count))) + " blanks",
                   .allowed = "up to " + std::to_string(most),
                   .advice = "make them longer, or lay them out with equal edges"});
  constexpr double warned = 0.02;
  Stretching how = stretching({f.strain_limit, f.allow_strain}, warned);
  how.notes.emplace_back(up_the_axis);
  return lay_out(as_made(form(sizes, f.turns_per_blank), hand), sheet, how);
}

StretchedPart stretch(const HelicalStrip& strip, const Sheet& sheet, Hand hand) {
  check_on_middle(sheet);
  const HelicalStrip drawn = to_the_right(without_length(strip, sheet), hand);
  if (!strip.tilt) return lay_out(as_made(form(solve_on_cone(drawn, sheet)), hand), sheet, stretching({}, 0));
  StandingSizes sizes = solve_standing(drawn);
  sizes.thickness = *sheet.thickness;
  Stretching how = stretching(strip.strain, strip.strain.limit);
  how.notes.emplace_back(up_the_axis);
  return lay_out(as_made(form(sizes), hand), sheet, how);
}

FlatRing ring_of(const StretchedPiece& piece) {
  const Surface& s = piece.curved.surface;
  const auto at = [surface = s, flat = piece.flat](double u, double share) -> StrainAt {
    const Vec3 place = surface.point(u, share).at;
    const Strain strain = strain_at(surface, flat, u, share);
    return {std::hypot(place.x, place.y), strain.along, strain.across};
  };
  FlatRing ring;
  ring.flat = FlightFlat::least_stretch;
  const double turned = std::abs(turned_across(piece));
  ring.sector = Angle::radians(turned);
  ring.gap = Angle::radians(two_pi * (1 - turned / (s.us.back() - s.us.front())));
  constexpr int looks = 128;
  for (int i = 0; i <= looks; ++i) {
    const double u = s.us.front() + (s.us.back() - s.us.front()) * i / looks;
    for (const auto& [share, field] :
         {std::pair(0.0, &FlatRing::inner), {0.5, &FlatRing::middle}, {1.0, &FlatRing::outer}}) {
      const double along = at(u, share).along;
      if (std::abs(along) > std::abs(ring.*field)) ring.*field = along;
    }
  }
  const StrainNumbers& n = piece.strain;
  const StrainAt worst = at(n.u, n.v);
  ring.greatest = n.greatest;
  ring.greatest_radius = worst.radius;
  ring.greatest_across = std::abs(worst.across) > std::abs(worst.along);
  ring.root_mean_square = n.root_mean_square;
  ring.strain = at;
  ring.map_at = n.u;
  constexpr int steps = 8;
  for (int i = 0; i <= steps; ++i) ring.map.push_back(at(n.u, static_cast<double>(i) / steps));
  return ring;
}

std::vector<FlatRing> other_flats(const Flight& flight, const Sheet& sheet, Hand hand) {
  Flight other = flight;
  other.allow_strain = true;
  std::vector<FlatRing> rings;
  if (flight.flat == FlightFlat::least_stretch) {
    other.flat = FlightFlat::equal_edges;
    for (const WoundPiece& piece : wind(other, sheet, hand).pieces) rings.push_back(piece.flat_rings.front());
    return rings;
  }
  constexpr double most = 12;
  if (*flight.turns / flight.turns_per_blank > most)
    throw Refusal({.reason = "it is worked out for up to 12 blanks that all differ"});
  other.flat = FlightFlat::least_stretch;
  for (const StretchedPiece& piece : stretch(other, sheet, hand).pieces) rings.push_back(ring_of(piece));
  return rings;
}

}  // namespace juggler
