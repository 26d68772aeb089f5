// Blanks of walls that follow one another.
#include <algorithm>

#include "folded.h"
#include "opened.h"
#include "openings.h"
#include "walls.h"

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

// Openings lie where the wall stands in space; of what is stretched only on its flat.
void cut_openings(const WallRow& row, std::vector<FormBlank>& pieces, const Making& making) {
  if (!has_openings(making)) return;
  const bool alike =
      std::any_of(row.walls.begin(), row.walls.end(), [](const LaidWall& w) { return w.count > 1; });
  std::vector<Blank*> blanks;
  for (FormBlank& piece : pieces) blanks.push_back(&piece.blank);
  PartWall wall = row.stretched || alike ? PartWall{} : wall_of(pieces);
  if (row.stretched) wall.why_flat = "this blank is stretched to form it";
  if (alike && !row.stretched) wall.why_flat = "several blanks of this part are alike";
  wall.size = row.form->size;
  wall.thickness = row.thickness;
  cut_openings(blanks, wall, making);
}

}  // namespace

std::vector<Blank> make_blanks(const WallRow& row, const Making& making) {
  std::vector<Blank> blanks;
  std::vector<FormBlank> pieces;
  for (const LaidWall& wall : row.walls) pieces.push_back(laid_blank(*wall.laid, {}, making));
  cut_openings(row, pieces, making);
  for (size_t i = 0; i < pieces.size(); ++i) {
    const LaidWall& wall = row.walls[i];
    Blank& b = pieces[i].blank;
    mark(b, *pieces[i].opened, {}, pieces[i].placing, making);
    b.piece = wall.number;
    b.pieces = row.blanks;
    b.count = making.quantity * wall.count;
    b.overall_height = row.overall_height;
    if (wall.laid->ends && (*wall.laid->ends)[0].round > 0) add_round_ends(b, true, true);
    if (row.stretched) {
      b.thickness = row.thickness;
      b.neutral = row.thickness / 2;
    } else {
      add_layers(b, *row.form);
    }
    b.notes.insert(b.notes.end(), wall.notes.begin(), wall.notes.end());
    b.warnings.insert(b.warnings.end(), wall.warnings.begin(), wall.warnings.end());
    blanks.push_back(std::move(b));
  }
  finish_blanks(blanks, making);
  return blanks;
}

}  // namespace juggler
