// Parts of all shapes, drawn at random: most can be made.
#pragma once

#include "draw.h"

namespace juggler::testing {

class DrawnParts : public Random {
 public:
  using Random::Random;
  static constexpr int shapes = 11;

  Part part(int shape) {
    Part p;
    p.name = "drawn";
    p.sheet = sheet_of(between(0.8, 4), Face::inside, between(0.35, 0.5));
    if (one_in(3)) p.making.face_up = Face::outside;
    if (one_in(3)) p.making.hand = Hand::opposite;
    p.seam.gap = between(1, 4);
    p.seam.at = Angle::degrees(45 * pick(8));
    switch (shape) {
      case 0:
        cone(p);
        break;
      case 1:
        p.asked = Cylinder{.size = Diameter::mm(spread(100, 900)), .height = spread(100, 1200)};
        punch(p);
        break;
      case 2:
        transition(p);
        break;
      case 3:
        panel(p);
        break;
      case 4:
        hopper(p);
        break;
      case 5:
        p.asked = Net{.sides = 3 + pick(5),
                      .base = {.across_flats = between(150, 400)},
                      .top = {.across_flats = between(80, 140)},
                      .height = between(80, 300),
                      .relief = Relief::round,  // without one corners touch
                      .bend = bend()};
        break;
      case 6:
        p.asked = Flight{.shaft = between(50, 120),
                         .outside = between(200, 400),
                         .pitch = between(150, 350),
                         .turns = between(0.5, 2),
                         .allow_strain = true};
        on_middle(p);
        break;
      case 7:
        p.asked = Coil{.inside = between(100, 200),
                       .spacing = between(20, 40),
                       .turns = between(0.5, 4),
                       .width = between(20, 80)};
        p.seam = {};
        break;
      case 8:
        p.asked = HelicalStrip{.body_diameter = between(200, 500),
                               .width = between(40, 90),
                               .pitch = between(250, 600),
                               .turns = between(0.4, 1.5),
                               .ends = static_cast<StripEnds>(pick(4))};
        p.seam = {};
        break;
      case 9:
        p.asked = Dome{.diameter = between(300, 900), .gores = 6 + pick(10), .strain = {.allowed = true}};
        on_middle(p);
        break;
      default:
        p.asked = RuledWall{
            .base = {.diameter = between(300, 500), .pitch = between(100, 300), .turns = 0.4},
            .top = {.diameter = between(500, 700), .pitch = between(100, 300), .turns = 0.4, .height = 120},
            .rulings = Rulings::even,
            .strain = {.allowed = true}};
        on_middle(p);
    }
    return p;
  }

 private:
  Bend bend() { return {.radius = between(1, 5), .neutral_factor = 0.42}; }
  static void on_middle(Part& p) {
    p.sheet.sizes_on = Face::middle;
    p.sheet.neutral_factor = 0.5;
    p.seam = {};
    p.making.face_up = Face::inside;
  }
  void cone(Part& p) {
    Cone c{.base = Diameter::mm(spread(200, 900)),
           .top = Diameter::mm(spread(60, 900)),
           .height = spread(150, 900)};
    if (one_in(3))
      c.shift = {between(-80, 80), between(-80, 80)};
    else if (one_in(2))
      c.trims = {{.end = EndName::top,
                  .height = 0.7 * *c.height,
                  .tilt = Angle::degrees(between(0, 15)),
                  .uphill = plan()}};
    else if (one_in(2))
      c.flanges = {{.end = EndName::base, .width = 20, .allow_strain = true}};
    if (one_in(3)) p.making.pressing.hits = 12 + pick(20);
    if (one_in(3)) {
      p.seam.gap = {};
      p.seam.lap = between(10, 30);
    }
    p.asked = c;
    punch(p);
  }
  void transition(Part& p) {
    p.seam.at = Angle::degrees(90 * pick(4));
    Transition t;
    t.base.profile = {.kind = ProfileKind::rectangle,
                      .width = between(200, 500),
                      .length = between(200, 500),
                      .corner_radius = between(10, 60)};
    t.top.profile = {.kind = ProfileKind::circle, .diameter = between(120, 400)};
    t.height = between(150, 600);
    t.shift = {between(-60, 60), between(-60, 60)};
    if (one_in(4)) p.making.pressing.hits = 24;
    if (one_in(4)) p.seam.pieces = 2;
    p.asked = t;
    punch(p);
  }
  void panel(Part& p) {
    Panel panel;
    panel.run = between(80, 600);
    panel.sizes_on = PanelFace::concave_side;
    panel.bend = bend();
    const int bends = 1 + pick(4);
    for (int i = 0; i < bends; ++i) {
      panel.profile.push_back({.line = between(30, 120)});
      if (one_in(3))
        panel.profile.push_back(
            {.arc = Angle::degrees(between(20, 120)), .radius = between(20, 150), .to_right = one_in(2)});
      else
        panel.profile.push_back({.bend = Angle::degrees(between(20, 110)), .to_right = one_in(2)});
    }
    panel.profile.push_back({.line = between(30, 120)});
    if (one_in(3)) p.making.pressing.hits = 6;
    p.seam = {};
    p.asked = panel;
  }
  void hopper(Part& p) {
    Hopper h;
    h.base = {.width = between(100, 250), .length = between(100, 250)};
    h.top = {.width = between(300, 600), .length = between(300, 600)};
    h.height = between(200, 600);
    h.shift = {between(-50, 50), between(-50, 50)};
    h.pieces = std::array{1, 2, 4}[static_cast<size_t>(pick(3))];
    h.bend = bend();
    if (one_in(2)) h.flanges = {{.end = EndName::top, .width = between(20, 40)}};
    p.seam = {.gap = between(0, 2)};
    p.asked = h;
  }
  void punch(Part& p) {
    if (one_in(2)) return;
    Opening o;
    o.name = "sight";
    o.form.profile.diameter = between(10, 40);
    o.how = OpeningHow::laid;
    o.at.angle = p.seam.at + Angle::degrees(between(60, 300));
    o.at.height = 60;
    p.making.openings.push_back(o);
  }
};

}  // namespace juggler::testing
