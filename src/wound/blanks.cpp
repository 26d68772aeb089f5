// What is laid out of parts that wind about an axis.
#include <cmath>

#include "blank/laid.h"
#include "winding.h"

namespace juggler {
namespace {

void note_strain(LaidWall& wall, const FlatRing& ring) {
  const double size = std::abs(ring.greatest);
  const Phrase what = std::string(ring.greatest < 0 ? "upsets" : "stretches") + " the metal by up to " +
                      shown_percent(size) + ", " + (ring.greatest_across ? "across" : "along") +
                      " the flight at " + shown_mm(ring.greatest_radius, 2) + " from the axis.";
  constexpr double warned = 0.02;
  (size > warned ? wall.warnings : wall.notes).push_back("Pulling this blank into a flight " + what);
}

}  // namespace

LaidPart lay(const WoundPart& part, const Making& making) {
  WallRow row{&part.form, {}, part.thickness, part.overall_height, part.blanks, part.stretched()};
  for (const WoundPiece& piece : part.pieces) {
    LaidWall wall{&piece.laid, piece.number, piece.count};
    if (part.stretched()) {
      wall.notes.emplace_back("The inside is the face that looks up the axis.");
      note_strain(wall, piece.flat_rings.front());
    }
    row.walls.push_back(std::move(wall));
  }
  return lay(row, making);
}

}  // namespace juggler
