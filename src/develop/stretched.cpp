// Parts whose walls need not open flat.
#include <algorithm>
#include <cmath>

#include "juggler/stretch.h"

namespace juggler {
namespace {

void halve_patches(Surface& s) {
  std::vector<double> us{s.us.front()};
  for (size_t i = 1; i < s.us.size(); ++i) {
    us.push_back((s.us[i - 1] + s.us[i]) / 2);
    us.push_back(s.us[i]);
  }
  s.us = std::move(us);
}

// A wall that opens flat by its rulings shows in its strain where patches are too long for their polynomials.
StretchedPiece laid_flat(CurvedPiece curved, bool opens_flat) {
  constexpr int halvings = 2;
  for (int i = 0;; ++i) {
    StretchedFlat flat = least_stretch(curved.surface);
    const StrainNumbers strain = strain_of(curved.surface, flat);
    if (!opens_flat || strain.root_mean_square < within::same || i == halvings)
      return {std::move(curved), std::move(flat), strain};
    halve_patches(curved.surface);
  }
}

std::string advice_for(const StretchedPart& part, double greatest) {
  const std::string allow = "or say allow_strain = true";
  if (!part.rulings && !part.dome)
    return "make the pitch smaller, the strip narrower or the body larger, " + allow;
  if (part.once_round) return "make it higher, or its ends more alike, " + allow;
  if (!part.dome) return "bring its edges nearer to a wall that opens flat, " + allow;
  // Strain falls about with the square of a gore's width.
  const double enough = part.dome->gores * std::sqrt(std::abs(greatest) / part.limit.limit);
  if (!(enough <= 60)) return "take more gores, " + allow;
  return "take about " + std::to_string(static_cast<int>(std::ceil(enough))) + " gores, " + allow;
}

void check_strain(const StretchedPart& part) {
  for (const StretchedPiece& piece : part.pieces) {
    const StrainNumbers& s = piece.strain;
    if (part.limit.allowed || std::abs(s.greatest) <= part.limit.limit || s.opens_flat()) continue;
    const auto at = [](double mm) { return shown_mm(mm, 1); };
    throw Refusal({.reason = std::string("is passed: forming the flat ") +
                             (s.greatest < 0 ? "upsets" : "stretches") + " the metal by " +
                             shown_percent(std::abs(s.greatest)) + " at x " + at(s.where.x) + ", y " +
                             at(s.where.y) + ", z " + at(s.where.z),
                   .key = "strain_limit",
                   .found = shown_percent(std::abs(s.greatest)),
                   .allowed = "up to " + shown_percent(part.limit.limit),
                   .advice = advice_for(part, s.greatest)});
  }
}

}  // namespace

const StretchedPiece& StretchedPart::piece(int number) const {
  return *std::find_if(pieces.begin(), pieces.end() - 1,
                       [&](const StretchedPiece& p) { return p.curved.number == number; });
}

bool StretchedPart::opens_flat() const {
  return std::all_of(pieces.begin(), pieces.end(),
                     [](const StretchedPiece& p) { return p.strain.opens_flat(); });
}

namespace {

const char* up_the_axis = "The inside is the face that looks up the axis; base is the inner edge.";

CurvedForm form_of(const Flight& f, StretchedPart& part, const Sheet& sheet, Hand hand) {
  FlightSizes sizes = solve(f, hand);
  sizes.thickness = *sheet.thickness;
  part.limit = {f.strain_limit, f.allow_strain};
  part.warned = 0.02;
  part.notes.emplace_back(up_the_axis);
  constexpr int most = 50;
  if (const double count = sizes.turns / f.turns_per_blank; count > most)
    throw Refusal({.reason = "makes too many blanks, all of them different",
                   .key = "blank.turns",
                   .found = std::to_string(static_cast<int>(std::ceil(count))) + " blanks",
                   .allowed = "up to " + std::to_string(most),
                   .advice = "make them longer, or lay them out with equal edges"});
  return form(sizes, f.turns_per_blank);
}

CurvedForm form_of(const HelicalStrip& strip, StretchedPart& part, const Sheet& sheet, Hand hand) {
  if (!strip.tilt) return form(solve_on_cone(strip, sheet, hand));
  StandingSizes sizes = solve_standing(strip, hand);
  sizes.thickness = *sheet.thickness;
  part.limit = strip.strain;
  part.warned = strip.strain.limit;
  part.notes.emplace_back(up_the_axis);
  return form(sizes);
}

CurvedForm form_of(const EvenTransition& wall, StretchedPart& part, const Sheet& sheet, Hand hand) {
  part.limit = wall.transition.strain;
  part.warned = part.limit.limit;
  CurvedForm curved = form(wall, sheet, hand);
  part.rulings = curved.rulings;
  part.once_round = curved.once_round;
  if (wall.refused)
    part.notes.push_back("No wall that opens flat is found between its ends (" + wall.refused->key + ": " +
                         wall.refused->reason + ").");
  return curved;
}

CurvedForm form_of(const StretchedShape& shape, StretchedPart& part, const Sheet& sheet, Hand hand) {
  if (const auto* flight = std::get_if<Flight>(&shape)) {
    check_turns(solve(*flight, hand), *sheet.thickness);
    return form_of(*flight, part, sheet, hand);
  }
  if (const auto* strip = std::get_if<HelicalStrip>(&shape)) return form_of(*strip, part, sheet, hand);
  if (const auto* dome = std::get_if<Dome>(&shape)) {
    part.dome = solve(*dome, sheet);
    part.limit = dome->strain;
    part.warned = dome->strain.limit;
    return form(*part.dome);
  }
  if (const auto* wall = std::get_if<EvenTransition>(&shape)) return form_of(*wall, part, sheet, hand);
  const auto& wall = std::get<RuledWall>(shape);
  part.limit = wall.strain;
  part.warned = wall.strain.limit;
  CurvedForm curved = form(wall, sheet, hand);
  part.rulings = curved.rulings;
  if (part.rulings == Rulings::even) part.notes.emplace_back("Rulings join equal shares of both edges.");
  return curved;
}

}  // namespace

namespace {

StretchedPart stretched_part(const StretchedShape& shape, const Sheet& sheet, Hand hand) {
  if (sheet.neutral != 0.5 && *sheet.thickness > 0)
    throw Refusal({.reason = "is given of a wall that is laid out on the middle of the sheet",
                   .key = "sheet.neutral",
                   .found = shown(sheet.neutral),
                   .allowed = "0.5",
                   .advice = "leave it out"});
  if (std::holds_alternative<RuledWall>(shape) && *sheet.thickness > 0 &&
      sheet.sizes_on.value_or(Face::middle) != Face::middle)
    throw Refusal({.reason = "puts sizes on a face, but a ruled wall is laid out on the middle of the sheet",
                   .key = "sheet.sizes_on",
                   .found = name_of(*sheet.sizes_on),
                   .allowed = "middle",
                   .advice = "give the sizes of the middle, and say sizes_on = \"middle\" or leave it out"});
  StretchedPart part;
  CurvedForm curved = form_of(shape, part, sheet, hand);
  part.thickness = *sheet.thickness;
  part.size = curved.size;
  part.overall_height = curved.overall_height;
  part.blanks = 0;
  for (CurvedPiece& piece : curved.pieces) {
    part.blanks += static_cast<int>(piece.copies.size());
    part.pieces.push_back(laid_flat(std::move(piece), curved.opens_flat));
  }
  check_strain(part);
  return part;
}

}  // namespace

StretchedPart stretch(const StretchedShape& shape, const Sheet& sheet, Hand hand) {
  check(sheet, {}, {});
  const auto* even = std::get_if<EvenTransition>(&shape);
  if (!even || !even->refused) return stretched_part(shape, sheet, hand);
  // Of a wall that was to open flat it counts why none does.
  try {
    return stretched_part(shape, sheet, hand);
  } catch (const Refusal& refusal) {
    Refusal::Text text = *even->refused;
    text.advice += "; by even rulings instead: " + in_one(refusal.text());
    throw Refusal(std::move(text));
  }
}

double turned_across(const StretchedPiece& piece) {
  const Surface& s = piece.curved.surface;
  const auto across = [&](double u) {
    return piece.flat.at(u, s.vs.back()).at - piece.flat.at(u, s.vs.front()).at;
  };
  double turned = 0;
  constexpr int looks = 64;
  Vec2 before = across(s.us.front());
  for (int i = 1; i <= looks; ++i) {
    const Vec2 now = across(s.us.front() + (s.us.back() - s.us.front()) * i / looks);
    turned += std::atan2(cross(before, now), dot(before, now));
    before = now;
  }
  return turned;
}

FlightRing ring_of(const StretchedPiece& piece) {
  const Surface& s = piece.curved.surface;
  const auto at = [surface = s, flat = piece.flat](double u, double share) -> StrainAt {
    const Vec3 place = surface.point(u, share).at;
    const Strain strain = strain_at(surface, flat, u, share);
    return {std::hypot(place.x, place.y), strain.along, strain.across};
  };
  FlightRing ring;
  ring.flat = FlightFlat::least_stretch;
  const double turned = std::abs(turned_across(piece));
  ring.sweep = Angle::radians(turned);
  ring.gap = Angle::radians(two_pi * (1 - turned / (s.us.back() - s.us.front())));
  constexpr int looks = 128;
  for (int i = 0; i <= looks; ++i) {
    const double u = s.us.front() + (s.us.back() - s.us.front()) * i / looks;
    for (const auto& [share, field] :
         {std::pair(0.0, &FlightRing::inner), {0.5, &FlightRing::middle}, {1.0, &FlightRing::outer}}) {
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

std::vector<FlightRing> other_flats(const Flight& flight, const Sheet& sheet, Hand hand) {
  Flight other = flight;
  other.allow_strain = true;
  std::vector<FlightRing> rings;
  if (flight.flat == FlightFlat::least_stretch) {
    other.flat = FlightFlat::equal_edges;
    for (const WoundPiece& piece : wind(other, sheet, hand).pieces) rings.push_back(piece.rings.front());
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
