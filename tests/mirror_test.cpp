// Twins: what is made as the opposite hand is the mirror image of what is drawn, whatever it is made from.
#include <map>

#include "common.h"
#include "folded/folded.h"
#include "juggler/measure.h"

namespace juggler::testing {
namespace {

Vec3 flipped(Vec3 v) { return {v.x, -v.y, v.z}; }

// As the twin calls a face.
std::string renamed(std::string name) {
  const size_t at = name.find_last_of('y');
  if (at == std::string::npos || at == 0 || (name[at - 1] != '+' && name[at - 1] != '-')) return name;
  name[at - 1] = name[at - 1] == '+' ? '-' : '+';
  return name;
}

// The corners of a blank's faces as laid, by their names; of the drawn part as its twin has them: the other
// way round from the end of the first side.
using Corners = std::map<std::string, std::vector<Vec2>>;
Corners corners_of(const Blank& blank, bool drawn) {
  Corners all;
  for (const FlatFace& face : blank.folding->faces) {
    std::vector<Vec2>& own = all[drawn ? renamed(face.name) : face.name];
    const size_t n = face.corners.size();
    for (size_t k = 0; k < n; ++k) own.push_back(face.corners[drawn ? (n + 1 - k) % n : k]);
  }
  return all;
}

// Corner for corner as far from each other: laid upon each other by turning one over, for their corners run
// the other way.
bool mirror_images(const Corners& a, const Corners& b, double near) {
  std::vector<Vec2> p, q;
  for (const auto& [name, corners] : a) {
    const auto other = b.find(name);
    if (other == b.end() || other->second.size() != corners.size()) return false;
    p.insert(p.end(), corners.begin(), corners.end());
    q.insert(q.end(), other->second.begin(), other->second.end());
  }
  for (size_t i = 0; i < p.size(); ++i) {
    for (size_t k = 0; k < i; ++k) {
      if (std::abs(norm(p[i] - p[k]) - norm(q[i] - q[k])) > near) return false;
    }
  }
  return a.size() == b.size();
}

void expect_mirrored(const Shape& shape, const Sheet& sheet, const Seam& seam = {}) {
  std::vector<Blank> drawn = juggler::make_blanks(shape, sheet, seam, {.hand = Hand::as_drawn});
  const std::vector<Blank> twins = juggler::make_blanks(shape, sheet, seam, {.hand = Hand::opposite});
  ASSERT_EQ(drawn.size(), twins.size());
  for (const Blank& twin : twins) {
    EXPECT_TRUE(prove(twin, shape, sheet, seam, {.hand = Hand::opposite}).passed);
    const auto as = std::find_if(drawn.begin(), drawn.end(), [&](const Blank& b) {
      return b.count == twin.count &&
             mirror_images(corners_of(b, true), corners_of(twin, false), 1e-9 * twin.size);
    });
    ASSERT_NE(as, drawn.end()) << "no blank as drawn is the mirror image of piece " << twin.piece;
    EXPECT_NEAR(area(*as), area(twin), (as->fit_error + twin.fit_error) * outline_length(twin));
    drawn.erase(as);
  }
}

Net leaning(std::vector<std::string> open) {
  Net net{.sides = 5,
          .base = {.side = 100},
          .top = {.side = 60},
          .height = 200,
          .shift = {40, 25},
          .turn = Angle::degrees(7),
          .open = std::move(open)};
  net.bend.radius = 2;
  net.bend.neutral_factor = 0.42;
  return net;
}

Hopper leaning_hopper(Vec2 shift) {
  Hopper hopper{.base = {.width = 120, .length = 90},
                .top = {.width = 300, .length = 260},
                .height = 240,
                .shift = shift,
                .seam = 1};
  hopper.bend.radius = 2;
  hopper.bend.neutral_factor = 0.4;
  return hopper;
}

}  // namespace

TEST(Mirror, ABodyIsTheSameMetalOnTheOtherSide) {
  const Body body = body_of(leaning({"wall 2"}), sheet_of(2), 1);
  const Body twin = mirrored(body);
  EXPECT_NEAR(body_area(twin), body_area(body), 1e-9 * body_area(body));
  for (size_t i = 0; i < body.zones.size(); ++i) {
    const BendZone& zone = body.zones[i];
    const BendZone& other = twin.zones[i];
    const double turn = std::abs(zone.angle.radians());
    for (const double phi : {0.0, 0.4 * turn, turn}) {
      for (const double layer : {0.0, 1.3, 2.0}) {
        EXPECT_LT(norm(zone_point(twin, other, phi, other.high(phi), layer) -
                       flipped(zone_point(body, zone, phi, zone.low(phi), layer))),
                  1e-9);
      }
    }
  }
  const Body again = mirrored(twin);
  for (size_t i = 0; i < body.faces.size(); ++i) {
    const BodyFace& face = body.faces[i];
    EXPECT_LT(norm(cross(twin.faces[i].x, twin.faces[i].y) - twin.faces[i].normal), 1e-12);
    for (size_t k = 0; k < face.corners.size(); ++k) {
      EXPECT_LT(norm(again.faces[i].at(again.faces[i].corners[k]) - face.at(face.corners[k])), 1e-9);
      EXPECT_EQ(again.faces[i].sides[k].link, face.sides[k].link);
    }
  }
}

TEST(Mirror, AWallsRulingsAndRimsLieMirrored) {
  Cone cone{.base = Diameter::mm(420), .top = Diameter::mm(200), .height = 350, .shift = {60, 35}};
  cone.trims = {{.height = 300, .tilt = Angle::degrees(20), .uphill = Angle::degrees(40)}};
  const Form f = form(solve(cone, sheet_of(3)), sheet_of(3), Angle::degrees(30));
  const Form twin = mirrored(f);
  for (int i = 0; i <= 40; ++i) {
    const double u = f.from() + (f.to() - f.from()) * i / 40;
    for (const EndName end : {EndName::base, EndName::top}) {
      for (const double layer : {0.0, 3.0})
        EXPECT_LT(norm(edge_point(twin, end, layer, -u) - flipped(edge_point(f, end, layer, u))), 1e-9);
    }
    const double h = 1e-6;
    const Ruling r = ruling_at(twin.wall, -u);
    const Vec3 slope = 0.5 / h * (ruling_at(twin.wall, h - u).c - ruling_at(twin.wall, -h - u).c);
    if (i > 0 && i < 40) {
      EXPECT_LT(norm(slope - r.dc), 1e-5);
    }
  }
  EXPECT_NEAR(twin.trims.front().uphill.degrees(), -40, 1e-12);
}

TEST(Mirror, BlanksOfFoldedTwinsAreMirrorImages) {
  for (const std::vector<std::string>& open : {std::vector<std::string>{}, {"wall 2"}, {"base", "wall 4"}})
    expect_mirrored(leaning(open), sheet_of(2, Face::outside));
  Net held = leaning({});
  held.joints = {"wall 1 / wall 2"};
  expect_mirrored(held, sheet_of(2, Face::outside));
  Hopper hopper = leaning_hopper({20, 35});
  hopper.flanges = {{.end = EndName::top, .width = 25, .direction = FlangeDirection::level}};
  for (const int pieces : {1, 2, 4}) {
    hopper.pieces = pieces;
    expect_mirrored(hopper, sheet_of(2));
  }
  Transition t{.base = {.profile = {.kind = ProfileKind::rectangle, .width = 260, .length = 180}},
               .top = {.profile = {.kind = ProfileKind::rectangle, .width = 120, .length = 150}},
               .height = 250,
               .shift = {40, 15}};
  t.bend.radius = 3;
  t.bend.neutral_factor = 0.4;
  expect_mirrored(t, sheet_of(2), {.at = Angle::degrees(-90)});
}

// A wall of a net that is left out is the one named on the part as drawn.
TEST(Mirror, WhatIsLeftOpenIsMirroredToo) {
  const Net net = leaning({"wall 2"});
  const Body drawn = body_of(net, sheet_of(2), 0);
  const Body twin = body_of(net, sheet_of(2), 0, Hand::opposite);
  ASSERT_EQ(drawn.faces.size(), twin.faces.size());
  for (size_t i = 0; i < drawn.faces.size(); ++i) {
    EXPECT_EQ(drawn.faces[i].name, twin.faces[i].name);
    EXPECT_LT(norm(twin.faces[i].normal - flipped(drawn.faces[i].normal)), 1e-12);
  }
}

// Walls that count round the other way make another part, though its corners are those of the twin.
TEST(Mirror, ATwinWhoseWallsAreNumberedAnewFailsItsProof) {
  const Net net = leaning({"wall 2"});
  Net other = net;
  other.shift.y = -net.shift.y;
  other.turn = -net.turn;
  const Sheet sheet = sheet_of(2);
  const auto held = [&](const Body& body) {
    bool all = true;
    for (const Blank& b : make_blanks(body, {.hand = Hand::opposite}))
      all = all && prove_body(b, body, [&](std::vector<FormedFace> faces) {
                     return miss_of_given(std::move(faces), net, sheet, Hand::opposite);
                   }).passed;
    return all;
  };
  EXPECT_TRUE(held(body_of(net, sheet, 0, Hand::opposite)));
  EXPECT_FALSE(held(body_of(other, sheet, 0)));
}

TEST(Mirror, DirectionsInNamesAreThoseOfTheTwin) {
  const Hopper hopper = leaning_hopper({0, 35});
  const Body twin = body_of(hopper, sheet_of(0), 0, Hand::opposite);
  for (const BodyFace& face : twin.faces) {
    if (face.name == "wall +y") {
      EXPECT_GT(face.normal.y, 0.5);
    }
    if (face.name == "wall -y") {
      EXPECT_LT(face.normal.y, -0.5);
    }
  }
  EXPECT_TRUE(std::any_of(twin.joints.begin(), twin.joints.end(),
                          [](const Joint& j) { return j.name == "hip +x-y"; }));
}

// Drawn and open outlines have no sizes to be mirrored by: their rims are.
TEST(Mirror, RimsOfDrawnAndOpenOutlinesAreMirrored) {
  const auto drawn = [](bool open) {
    TransitionEnd end;
    end.profile.kind = ProfileKind::polyline;
    end.profile.points = {{-120, -60}, {150, -80}, {160, 70}, {20, 110}, {-90, 80}};
    end.profile.corner_radius = open ? 0 : 15;
    end.profile.open = open;
    return end;
  };
  for (const bool open : {false, true}) {
    TransitionEnd top = drawn(open);
    for (Vec2& p : top.profile.points) p = 0.6 * p + Vec2{20, 35};
    top.profile.corner_radius *= 0.6;
    const Transition t{drawn(open), top, 240, {}};
    const Sheet sheet = sheet_of(open ? 0 : 1.5);
    const Seam seam{.gap = 0, .at = open ? Angle{} : Angle::degrees(75)};
    const Blank as_drawn = make_blank(t, sheet, seam);
    const Blank twin = make_blank(t, sheet, seam, {.hand = Hand::opposite});
    EXPECT_TRUE(prove(twin, t, sheet, seam, {.hand = Hand::opposite}).passed);
    EXPECT_FALSE(prove(twin, t, sheet, seam).passed) << "a twin is another part";
    EXPECT_NEAR(area(twin), area(as_drawn),
                (twin.fit_error + as_drawn.fit_error + 1e-9 * twin.size) * outline_length(twin));
    const auto formed = [&](Hand hand) {
      Part part;
      part.asked = t;
      part.sheet = sheet;
      part.seam = seam;
      part.making.hand = hand;
      return form_part(part).form;
    };
    const auto one = formed(Hand::as_drawn);
    const auto other = formed(Hand::opposite);
    for (const EndName end : {EndName::base, EndName::top}) {
      for (int i = 0; i <= 100; ++i) {
        const double u = other->from() + (other->to() - other->from()) * i / 100;
        const Vec3 p = flipped(edge_point(*other, end, 0, u));
        const auto away = [&](double v) { return norm(edge_point(*one, end, 0, v) - p); };
        // The place of a kink is found to some 1e-7 of the range.
        EXPECT_LT(least(away, one->from(), one->to()).value, 1e-6 * one->size)
            << "open " << open << ", at " << u;
      }
    }
  }
}

// Blanks of a standing strip that are alike follow each other in falling plan angles.
TEST(Mirror, AlikeBlanksOfALeftHandStripRunOn) {
  const HelicalStrip strip{.body_diameter = 300,
                           .width = 50,
                           .pitch = 250,
                           .turns = 2,
                           .tilt = Angle::degrees(80),
                           .strain = {.allowed = true}};
  for (const Hand hand : {Hand::as_drawn, Hand::opposite}) {
    const StretchedPart part = stretch(strip, sheet_of(2, Face::middle), hand);
    ASSERT_EQ(part.pieces.front().curved.copies.size(), 2U);
    for (const Blank& b : make_blanks(part, {.hand = hand})) EXPECT_TRUE(prove(b, part).passed);
    StretchedPart torn = part;
    torn.pieces.front().curved.copies.back().rise += 0.01;
    EXPECT_FALSE(prove(make_blanks(part, {.hand = hand}).front(), torn).passed);
  }
}

// What winds starts where it is asked to, whichever way it winds.
TEST(Mirror, WhatWindsStartsAtItsPlanAngle) {
  const Sheet sheet{.thickness = 2, .sizes_on = Face::middle};
  const auto start_of = [&](const Shape& shape, Hand hand) {
    Part part;
    part.asked = shape;
    part.sheet = sheet;
    part.making.hand = hand;
    const Formed formed = form_part(part);
    const Form& f = *formed.form;
    const double middle = f.thickness / 2;
    const Vec3 low = edge_point(f, EndName::base, middle, f.from());
    const Vec3 high = edge_point(f, EndName::base, middle, f.to());
    const Vec3 at = low.z < high.z || (low.z == high.z && norm(low) < norm(high)) ? low : high;
    return Angle::radians(std::atan2(at.y, at.x)).degrees();
  };
  for (const Hand hand : {Hand::as_drawn, Hand::opposite}) {
    EXPECT_NEAR(
        start_of(Flight{.shaft = 48, .outside = 150, .pitch = 120, .turns = 1.6, .start = Angle::degrees(40)},
                 hand),
        40, 1e-9);
    EXPECT_NEAR(
        start_of(Coil{.inside = 80, .spacing = 6, .turns = 2.3, .width = 30, .start = Angle::degrees(40)},
                 hand),
        40, 1e-9);
    EXPECT_NEAR(start_of(HelicalStrip{.body_diameter = 300,
                                      .upright_width = 60,
                                      .pitch = 250,
                                      .turns = 0.8,
                                      .start = Angle::degrees(40),
                                      .ends = StripEnds::upright},
                         hand),
                40, 1e-9);
  }
}

}  // namespace juggler::testing
