// The table of shapes: how each is formed. Adding one is a folder and a line here.
#include "blank/laid.h"
#include "box/box.h"
#include "folded/folded.h"
#include "folded/tube_wall.h"
#include "juggler/formed.h"
#include "plate/plate.h"
#include "round/round.h"
#include "ruled/ruled.h"
#include "stretched/stretched.h"
#include "wound/wound.h"

namespace juggler {
namespace {

struct Forming {
  const Part& part;
  Formed operator()(const Cone& s) const { return form_round(part, s); }
  Formed operator()(const Cylinder& s) const { return form_round(part, s); }
  Formed operator()(const Panel& s) const { return form_panel(part, s); }
  Formed operator()(const Hopper& s) const { return form_hopper(part, s); }
  Formed operator()(const Box& s) const { return form_box(part, s); }
  Formed operator()(const Net& s) const { return form_net(part, s); }
  Formed operator()(const Tube& s) const {
    if (!is_tube_that_meets(part)) return form_tube(part, s);
    const Part wall = tube_as_wall(part);
    Formed formed = std::visit(Forming{wall}, wall.asked);
    say_of_tube(formed, part, s);
    return formed;
  }
  Formed operator()(const Transition& s) const { return form_ruled(part, s); }
  Formed operator()(const Flight& s) const { return form_flight(part, s); }
  Formed operator()(const Coil& s) const { return form_coil(part, s); }
  Formed operator()(const HelicalStrip& s) const { return form_strip(part, s); }
  Formed operator()(const Dome& s) const { return form_dome(part, s); }
  Formed operator()(const RuledWall& s) const { return form_ruled_wall(part, s); }
  Formed operator()(const Plate& s) const { return form_plate(part, s); }
  Formed operator()(const OwnShape& s) const { return s.form(part); }
};

Part part_of(const Shape& shape, const Sheet& sheet, const Seam& seam, const Making& making) {
  Part part;
  part.asked = shape;
  part.sheet = sheet;
  part.seam = seam;
  part.making = making;
  return part;
}

}  // namespace

Formed form_part(const Part& part) {
  check(part.sheet, part.seam, part.making);
  if (!part.bolts.empty())
    throw Refusal(
        {.reason = "are no openings yet", .key = part.bolts.front().key, .advice = "form with_bolt_holes()"});
  for (const EndBody& end : part.ends) check(end);
  Formed formed = std::visit(Forming{part}, part.asked);
  // Families that know nothing of them leave them out.
  const bool cut = (formed.wall() && !formed.form->bodies.empty()) ||
                   (formed.body && !formed.body->bodies.empty()) ||
                   (formed.stretched && !formed.stretched->bodies.empty());
  if (!part.ends.empty() && !cut)
    refuse(part.ends.front().key, "cuts an end of a part that is no closed wall by straight rulings",
           part.ends.front().body,
           "cones, cylinders, tubes, transitions that open flat, hoppers, nets, panels", "leave it out");
  if (!part.mitres.empty() && (!formed.wall() || formed.form->mitres.empty()))
    refuse("", "is given mitres, and is no closed wall by straight rulings");
  return formed;
}

std::vector<Blank> make_blanks(const Formed& formed, const Making& making) {
  Making as = making;
  if (formed.has_hand) as.hand = Hand::as_drawn;  // plan angles of what winds are those asked for
  return make_blanks(formed.lay(as), as);
}

std::vector<Blank> make_blanks(const Shape& shape, const Sheet& sheet, const Seam& seam,
                               const Making& making) {
  return make_blanks(form_part(part_of(shape, sheet, seam, making)), making);
}

Blank make_blank(const Shape& shape, const Sheet& sheet, const Seam& seam, const Making& making) {
  if (seam.pieces > 1 || seam.each.size() > 1) {
    throw Refusal(
        {.reason = "asks for several pieces, which make_blanks() makes",
         .key = "seam.pieces",
         .found = std::to_string(std::max<size_t>(seam.each.size(), static_cast<size_t>(seam.pieces))),
         .allowed = "1"});
  }
  return std::move(make_blanks(shape, sheet, seam, making).front());
}

Proof prove(const Blank& blank, const Shape& shape, const Sheet& sheet, const Seam& seam,
            const Making& making) {
  return form_part(part_of(shape, sheet, seam, making)).prove(blank);
}

}  // namespace juggler
