// Panels, hoppers, nets and tubes formed.
#include "blank/laid.h"
#include "folded.h"

#include "bodies.h"
#include "develop/net.h"
#include "measure/facts.h"
#include "meet/folded_end.h"
#include "part/place.h"
#include "round/round.h"

namespace juggler {
namespace {

using Given = std::function<GivenMiss(std::vector<FormedFace>)>;

template <typename Own>
Formed form_folded(const Part& part, const Own& own, Body body, const Given& given, const Record& record) {
  Formed formed = form_body(part, std::move(body), given);
  formed.laid_out_by = bend_words(own.bend);
  formed.says.asked = [=]() { return asked_facts(part, own); };
  formed.says.part = [=](const Blank&) { return record; };
  return formed;
}

double girth_of(const TubeFace& f, bool round) {
  if (round) return pi * f.width;
  return 2 * (f.width + f.depth) - (8 - two_pi) * f.corner_radius;
}

// A tube is opened on a face; its metal is counted on the middle of its wall.
double metal_share(const Tube& tube) {
  Tube middle = tube;
  middle.opened_on = Face::middle;
  return girth_of(tube_face(middle), tube.round()) / girth_of(tube_face(tube), tube.round());
}

}  // namespace

Formed form_body(const Part& part, Body body, const Given& given) {
  if (!part.ends.empty()) body = ended_by(std::move(body), {part.ends, part.making.fit});
  const auto made = std::make_shared<const Body>(std::move(body));
  Formed formed = formed_of(part);
  formed.body = made;
  formed.opens_flat = false;
  formed.lay = [=](const Making& making) { return lay(*made, making); };
  formed.prove = [=](const Blank& blank) { return prove_body(blank, *made, given); };
  formed.says.numbers = [=](const Blank& b) {
    std::vector<Fact> rows;
    add_folded_numbers(rows, b, *made, !part.making.pressing.smooth());
    return rows;
  };
  formed.says.seen = [=, numbers = formed.says.numbers](const Blank& b,
                                                        const std::vector<const Blank*>& all) {
    return body_seen(made, numbers(b), all);
  };
  return formed;
}

namespace {

// Mirrored and turned over, a panel is as it was drawn but for its ends, which change places. (15b)
Panel as_made(Panel panel, Hand hand) {
  if (hand == Hand::as_drawn) return panel;
  std::swap(panel.start, panel.end);
  for (PanelFlange& f : panel.flanges) f.at_end = !f.at_end;
  for (auto* m : {&panel.start, &panel.end}) {
    if (*m) (*m)->angle = Angle{} - (*m)->angle;
  }
  return panel;
}

}  // namespace

// A panel whose ends are square to its run is its own twin.
Formed form_panel(const Part& part, const Panel& asked) {
  const Panel panel = as_made(asked, part.making.hand);
  if (!panel.flanges.empty() && !part.ends.empty())
    throw Refusal({.reason = "is given of a panel whose end another part cuts",
                   .key = panel.flanges.front().key,
                   .advice = "leave the flange or the joint out"});
  const Given given = [=](const std::vector<FormedFace>& faces) {
    return miss_of_given(faces, panel, part.sheet, part.ends.empty());
  };
  return form_folded(part, panel, body_of(panel, part.sheet), given, panel_record(panel));
}

Formed form_hopper(const Part& part, const Hopper& hopper) {
  const Hand hand = part.making.hand;
  const Given given = [=](std::vector<FormedFace> faces) {
    return miss_of_given(std::move(faces), hopper, part.sheet, hand);
  };
  const Body body = body_of(hopper, part.sheet, part.seam.gap.value_or(0), hand);
  Formed formed = form_folded(part, hopper, body, given, hopper_record(hopper));
  formed.top = top_of(hopper.shift, hopper.height.value_or(0), hand);
  return formed;
}

Formed form_net(const Part& part, const Net& net) {
  const Hand hand = part.making.hand;
  const Given given = [=](std::vector<FormedFace> faces) {
    return miss_of_given(std::move(faces), net, part.sheet, hand);
  };
  const Body body = body_of(net, part.sheet, part.seam.gap.value_or(0), hand);
  Formed formed = form_folded(part, net, body, given, net_record(net));
  if (net.height && !net.top.point) formed.top = top_of(net.shift, *net.height, hand);
  return formed;
}

Formed form_tube(const Part& part, const Tube& tube) {
  const Hand hand = part.making.hand;
  const RoundGivenMiss round = [=](WallProof wall) {
    return miss_of_given(std::move(wall), tube, part.seam, hand);
  };
  const Given flat = [=](std::vector<FormedFace> faces) {
    return miss_of_given(std::move(faces), tube, hand);
  };
  Formed formed = tube.round() ? form_round(part, cylinder_of(tube), round, name_of(tube.opened_on))
                               : form_body(part, body_of(tube, hand), flat);
  say_of_tube(formed, part, tube);
  return formed;
}

void say_of_tube(Formed& formed, const Part& part, const Tube& tube) {
  formed.thickness = *tube.wall_thickness;
  formed.metal_share = metal_share(tube);
  formed.joints_made = false;
  formed.top = top_of({}, *tube.length, part.making.hand);
  formed.laid_out_by = std::string("opened on its ") + name_of(tube.opened_on);
  formed.says.asked = [=]() { return asked_facts(part, tube); };
  formed.says.part = [=](const Blank&) { return tube_record(part, tube); };
}

}  // namespace juggler
