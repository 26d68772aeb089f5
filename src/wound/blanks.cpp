// Blanks of parts that wind about an axis.
#include "winding.h"

#include <algorithm>

#include "blank/folded.h"
#include "blank/opened.h"
#include "blank/openings.h"
#include "juggler/blank.h"

namespace juggler {
namespace {

LayerSizes lengths_on(const Form& f, double layer) {
  LayerSizes s;
  s.base_girth = rim_length(f, EndName::base, layer);
  s.top_girth = rim_length(f, EndName::top, layer);
  return s;
}

void add_layers(Blank& b, const Form& f) {
  b.inside = lengths_on(f, 0);
  b.middle = lengths_on(f, f.thickness / 2);
  b.outside = lengths_on(f, f.thickness);
  b.neutral_sizes = lengths_on(f, f.neutral);
}

void note_strain(Blank& b, const FlightRing& ring) {
  const double size = std::abs(ring.greatest);
  const Phrase what = std::string(ring.greatest < 0 ? "upsets" : "stretches") + " the metal by up to " +
                      shown_percent(size) + ", " + (ring.greatest_across ? "across" : "along") +
                      " the flight at " + shown_mm(ring.greatest_radius, 2) + " from the axis.";
  constexpr double warned = 0.02;
  (size > warned ? b.warnings : b.notes).push_back("Pulling this blank into a flight " + what);
}

// Openings lie where the wall stands in space; on a flight, which is stretched, only on its flat.
void cut_openings(const WoundPart& part, std::vector<FormBlank>& pieces, const Making& making) {
  if (!has_openings(making)) return;
  const bool alike =
      std::any_of(part.pieces.begin(), part.pieces.end(), [](const WoundPiece& p) { return p.count > 1; });
  std::vector<Blank*> blanks;
  for (FormBlank& piece : pieces) blanks.push_back(&piece.blank);
  PartWall wall = part.stretched() || alike ? PartWall{} : wall_of(pieces);
  if (part.stretched()) wall.why_flat = "this blank is stretched to form it";
  if (alike && !part.stretched()) wall.why_flat = "several blanks of this part are alike";
  wall.size = part.form.size;
  wall.thickness = part.thickness;
  cut_openings(blanks, wall, making);
}

void mark_hand(Blank& b) {
  b.notes.push_back("The inside is the face that looks up the axis; base is the edge on the shaft.");
}

}  // namespace

std::vector<Blank> make_blanks(const WoundPart& part, const Making& making) {
  std::vector<Blank> blanks;
  std::vector<FormBlank> pieces;
  for (const WoundPiece& piece : part.pieces) pieces.push_back(laid_blank(piece.laid, {}, making));
  cut_openings(part, pieces, making);
  for (size_t i = 0; i < pieces.size(); ++i) {
    const WoundPiece& piece = part.pieces[i];
    Blank& b = pieces[i].blank;
    mark(b, *pieces[i].opened, {}, pieces[i].placing, making);
    b.piece = piece.number;
    b.pieces = part.blanks;
    b.count = making.quantity * piece.count;
    b.overall_height = part.overall_height;
    if (!part.stretched()) add_layers(b, part.form);
    if (piece.laid.ends && (*piece.laid.ends)[0].round > 0) add_round_ends(b, true, true);
    if (part.stretched()) {
      b.thickness = part.thickness;
      b.neutral = part.thickness / 2;
      mark_hand(b);
      note_strain(b, piece.rings.front());
    }
    blanks.push_back(std::move(b));
  }
  finish_blanks(blanks, making);
  return blanks;
}

}  // namespace juggler
