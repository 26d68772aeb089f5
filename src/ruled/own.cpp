// Walls that open flat by their rulings, and shapes of one's own.
#include "ruled.h"

#include "blank/laid.h"
#include "form/mirror.h"
#include "measure/facts.h"
#include "meet/body_end.h"
#include "part/place.h"
#include "scene/wall.h"

namespace juggler {

Formed joined_wall(const Part& part, const PieceMaker& drawn, double height, const RuledGivenMiss& given,
                   const std::function<std::vector<EndFlange>(const Form&)>& flanges) {
  const PieceMaker piece = ended_by(as_made(drawn, part.making.hand), part.ends, part.mitres);
  const Seam seam = seam_as_made(part.seam, part.making);
  WholeWall whole{piece, piece({0, two_pi, 0, 0}), seam, height};
  if (flanges) whole.flanges = flanges(whole.form);
  const double from = seam_spans(whole.form, seam).front().from;
  Formed formed = formed_of(part);
  formed.form = std::make_shared<const Form>(piece({from, from + two_pi, 0, 0}));
  formed.seam = seam;
  formed.top = top_of({}, height, part.making.hand);
  formed.edges_open = formed.form->open;
  formed.lay = [whole](const Making& making) { return lay(whole, making); };
  formed.prove = [=](const Blank& blank) {
    return prove_piece(blank, whole.piece, whole.form, seam, 0, given);
  };
  formed.says.numbers = [](const Blank& b) {
    std::vector<Fact> rows;
    add_rims(rows, b);
    add_pressed_numbers(rows, b);
    add_height(rows, b);
    add_faces(rows, b);
    return rows;
  };
  return formed;
}

Formed formed_of_wall(const Part& part, const PieceMaker& piece, double height) {
  Formed formed = joined_wall(part, piece, height, [](const WallProof&) { return GivenMiss(); });
  formed.says.asked = [part]() {
    return std::vector<Fact>{sheet_fact(part.sheet, true), {"seam", seam_text(part.seam)}};
  };
  return formed;
}

}  // namespace juggler
