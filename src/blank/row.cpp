// Blanks of walls that follow one another.
#include <algorithm>

#include "cut_openings.h"
#include "laid.h"
#include "opened.h"

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
  b.neutral_sizes = lengths_on(f, f.neutral_depth);
}

// Openings lie where the wall stands in space; of what is stretched only on its flat.
PartWall places_of(const WallRow& row) {
  PartWall wall;
  wall.size = row.form->size;
  wall.thickness = row.thickness;
  if (row.stretched) {
    wall.why_flat = "this blank is stretched to form it";
  } else if (std::any_of(row.walls.begin(), row.walls.end(), [](const LaidWall& w) { return w.count > 1; })) {
    wall.why_flat = "several blanks of this part are alike";
  } else {
    for (const LaidWall& w : row.walls) wall.top_height = std::max(wall.top_height, top_of(*w.laid));
  }
  return wall;
}

}  // namespace

LaidPart lay(const WallRow& row, const Making& making) {
  LaidPart part;
  if (has_openings(making)) part.wall = places_of(row);
  for (const LaidWall& wall : row.walls) {
    const FormBlank made = laid_blank(*wall.laid, {}, making);
    LaidPiece p = laid_piece(made, {}, making);
    Blank& b = p.blank;
    b.piece = wall.number;
    b.pieces = row.blanks;
    b.count = making.quantity * wall.count;
    b.overall_height = row.overall_height;
    if (row.stretched) {
      b.thickness = row.thickness;
      b.neutral_depth = row.thickness / 2;
    } else {
      add_layers(b, *row.form);
    }
    b.notes.insert(b.notes.end(), wall.notes.begin(), wall.notes.end());
    b.warnings.insert(b.warnings.end(), wall.warnings.begin(), wall.warnings.end());
    if (wall.laid->ends && (*wall.laid->ends)[0].round > 0) {
      p.mark = [mark = p.mark](Blank& marked) {
        mark(marked);
        add_round_ends(marked, true, true);
      };
    }
    part.pieces.push_back(std::move(p));
  }
  return part;
}

}  // namespace juggler
