// Parts whose walls stretch, formed.
#include "blank/laid.h"
#include "stretched.h"
#include "walls.h"

namespace juggler {

Formed form_stretched(const Part& part, std::shared_ptr<const StretchedPart> made, bool seam_edges) {
  Formed formed = formed_of(part);
  formed.opens_flat = false;
  formed.stretched = made;
  formed.edges_open = true;
  formed.laid_out_by = "laid out on the middle";
  formed.lay = [=](const Making& making) { return lay(*made, making); };
  formed.says.numbers = [=](const Blank& b) { return stretched_numbers(*made, b, seam_edges); };
  formed.says.members = [=](const Blank& b) { return strain_members(*made, b); };
  formed.says.strain = [=](const Blank& b) { return strain_field(made, b); };
  formed.says.seen = [=](const Blank& b, const std::vector<const Blank*>&) {
    return stretched_seen(made, b);
  };
  return formed;
}

Formed form_dome(const Part& part, const Dome& dome) {
  const auto made =
      std::make_shared<const StretchedPart>(stretch(dome, part.sheet, part.making.hand, part.ends));
  const DomeSizes sizes = solve(dome, part.sheet);
  Formed formed = form_stretched(part, made, false);
  formed.prove = [=](const Blank& blank) {
    return prove_stretched(blank, *made, [&](const std::vector<CurvedPiece>& pieces) {
      return miss_of_given(pieces, dome, part.sheet, *made);
    });
  };
  if (dome.sizes_on) formed.sizes_on = dome.sizes_on;
  formed.says.asked = [=]() { return asked_facts(part, dome); };
  formed.says.numbers = [=](const Blank& b) { return dome_numbers(sizes, *made, b); };
  formed.says.part = [=](const Blank& b) {
    Record own = dome_record(dome, sizes, part.sheet);
    own.add("elements", b.elements.size() - 1);
    return own;
  };
  formed.says.seen = [=](const Blank& b, const std::vector<const Blank*>&) {
    return dome_seen(made, sizes, dome, asked_facts(part, dome), b);
  };
  return formed;
}

Formed form_ruled_wall(const Part& part, const RuledWall& wall) {
  const auto made =
      std::make_shared<const StretchedPart>(stretch(wall, part.sheet, part.making.hand, part.ends));
  Formed formed = form_stretched(part, made, false);
  formed.prove = [=](const Blank& blank) {
    return prove_stretched(blank, *made, [&](const std::vector<CurvedPiece>& pieces) {
      return miss_of_given(pieces, wall, part.making.hand, *made);
    });
  };
  formed.sizes_on = std::nullopt;
  formed.laid_out_by = "sizes on the middle";
  formed.says.asked = [=]() { return asked_facts(part, wall, *made); };
  formed.says.part = [=](const Blank& b) {
    Record own = wall_record(wall, *made->rulings);
    own.add("elements", b.elements.size() - 1);
    return own;
  };
  return formed;
}

}  // namespace juggler
