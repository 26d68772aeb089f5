// Parts that wind about an axis, worked out.
#include <algorithm>
#include <tuple>

#include "form/mirror.h"
#include "ring.h"

namespace juggler {
namespace {

// What opens flat as it is: one blank.
WoundPart of_one_wall(Form wall) {
  WoundPart part;
  part.thickness = wall.thickness;
  part.overall_height = overall_height(wall);
  part.pieces.push_back({wall, wall.from(), wall.to()});
  part.form = std::move(wall);
  return part;
}

// A flight is a surface: nothing lies off its middle.
void check_middle(const Sheet& sheet) {
  if (*sheet.thickness == 0) return;
  if (sheet.sizes_on.value_or(Face::middle) != Face::middle)
    throw Refusal({.reason = "puts sizes on a face, but a flight is laid out on the middle of the sheet",
                   .key = "sheet.sizes_on",
                   .found = name_of(*sheet.sizes_on),
                   .allowed = "middle",
                   .advice = "give the sizes of the middle, and say sizes_on = \"middle\" or leave it out"});
  if (sheet.neutral_factor != 0.5)
    throw Refusal({.reason = "is given of a flight, which is laid out on the middle of the sheet",
                   .key = "sheet.neutral",
                   .found = shown(sheet.neutral_factor),
                   .allowed = "0.5",
                   .advice = "leave it out"});
}

}  // namespace

const WoundPiece& WoundPart::piece(int number) const {
  return *std::find_if(pieces.begin(), pieces.end() - 1,
                       [&](const WoundPiece& p) { return p.number == number; });
}

WoundPart mirrored(const WoundPart& part) {
  WoundPart twin = part;
  twin.form = mirrored(part.form);
  for (WoundPiece& piece : twin.pieces) {
    piece.laid = mirrored(piece.laid);
    std::tie(piece.from, piece.to) = std::pair{-piece.to, -piece.from};
    for (FlatRing& ring : piece.flat_rings) {
      ring.strain = [strain = ring.strain](double u, double share) { return strain(-u, share); };
      ring.map_at = -ring.map_at;
    }
  }
  return twin;
}

WoundPart wind(const Flight& flight, const Sheet& sheet, Hand hand) {
  check(sheet, {}, {});
  check_middle(sheet);
  const Flight made = with_ring_turns(flight, sheet);
  FlightSizes sizes = solve(to_the_right(made, hand));
  sizes.thickness = *sheet.thickness;
  check_turns(sizes, sizes.thickness);
  return as_made(wound_flight(made, sizes), hand);
}

WoundPart wind(const Coil& coil, const Sheet& sheet, Hand hand) {
  check(sheet, {}, {});
  const CoilSizes sizes = solve(to_the_right(coil, hand), sheet);
  WoundPart part = of_one_wall(form(sizes, sheet));
  part.coil = numbers_of(sizes, sheet);
  return as_made(std::move(part), hand);
}

WoundPart wind(const HelicalStrip& strip, const Sheet& sheet, Hand hand) {
  check(sheet, {}, {});
  const StripSizes sizes = solve(to_the_right(without_length(strip, sheet), hand), sheet);
  WoundPart part = of_one_wall(form(sizes, sheet));
  part.strip = numbers_of(sizes, sheet);
  return as_made(std::move(part), hand);
}

}  // namespace juggler
