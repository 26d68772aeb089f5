// Flanges at the ends of walls, against angles and widths worked out by hand.
#include <random>

#include "blank/laid.h"
#include "common.h"

namespace juggler::testing {
namespace {

using std::numbers::pi;

Part square_to_round(double thickness = 2) {
  Part part;
  part.name = "boot";
  part.shape = "transition";
  Transition t;
  t.base.profile.kind = ProfileKind::rectangle;
  t.base.profile.width = 400;
  t.base.profile.length = 300;
  t.top.profile.diameter = 200;
  t.height = 300;
  t.bend = {.radius = 3, .neutral_factor = 0.4};
  t.flanges = {{.end = EndName::base, .width = 40, .key = "flange.1"}};
  part.asked = t;
  part.sheet = {.thickness = thickness, .sizes_on = Face::inside};
  part.seam.at = Angle::degrees(180);
  return part;
}

std::vector<PieceResult> made(const Part& part) {
  std::vector<PieceResult> pieces = develop(part);
  for (const PieceResult& p : pieces)
    EXPECT_TRUE(p.proof.passed) << p.proof.where.in({}) << p.proof.greatest_distance;
  return pieces;
}

const EdgeTab& flange_of(const Blank& b) {
  const auto found =
      std::find_if(b.tabs.begin(), b.tabs.end(), [](const EdgeTab& t) { return t.kind == EdgeKind::flange; });
  EXPECT_NE(found, b.tabs.end());
  return *found;
}

double width_of(const std::vector<Arc>& strip) {
  const Vec2 foot = end_of(strip.back()) - strip.front().start;
  return std::abs(cross(foot, strip[1].start - strip.front().start)) / norm(foot);
}

// Over the side at x = 200 the wall leans from (200, y, 0) to (100, 0, 300), over that at y = 150 to (0, 100,
// 300).
TEST(EndFlanges, OfStraightSidesAreFoldedWithTheirBend) {
  const double beta_x = std::acos(100 / std::hypot(100, 300)), beta_y = std::acos(50 / std::hypot(50, 300));
  for (const double t : {0.0, 2.0}) {
    for (const Hand hand : {Hand::as_drawn, Hand::opposite}) {
      for (const Face up : {Face::inside, Face::outside}) {
        Part part = square_to_round(t);
        part.making.hand = hand;
        part.making.face_up = up;
        const Blank b = made(part).front().blank;
        const EdgeTab& flange = flange_of(b);
        ASSERT_EQ(flange.strips.size(), 5U);  // the seam halves one
        int of_x = 0, of_y = 0;
        for (const Fold& f : bends_of(b)) {
          const bool x = std::abs(f.turned.radians() - beta_x) < 1e-9;
          EXPECT_TRUE(x || std::abs(f.turned.radians() - beta_y) < 1e-9) << f.turned.degrees();
          ++(x ? of_x : of_y);
          EXPECT_EQ(f.up, up == Face::outside);
          EXPECT_FALSE(f.tag.empty());
        }
        EXPECT_EQ(of_x, 3);
        EXPECT_EQ(of_y, 2);
        const auto flat = [&](double beta) {
          return t == 0 ? 40 - 2 * 3 * std::tan(beta / 2) + beta * 3
                        : 40 - 2 * 5 * std::tan(beta / 2) + beta * (3 + 0.8);
        };
        for (const auto& strip : flange.strips) {
          const double wide = width_of(strip);
          EXPECT_LT(std::min(std::abs(wide - flat(beta_x)), std::abs(wide - flat(beta_y))), 1e-9) << wide;
        }
      }
    }
  }
}

// Outwards 40 beyond the sharp lines of the inside; inwards the walls end in their bends, worked out on the
// section.
TEST(EndFlanges, WhatIsFormedReachesAsFarAsItIsSaid) {
  Part part = square_to_round();
  auto& t = std::get<Transition>(part.asked);
  const auto reach = [&](Vec3 way) {
    std::vector<const Blank*> all;
    const std::vector<PieceResult> pieces = made(part);
    for (const PieceResult& p : pieces) all.push_back(&p.blank);
    return reach_of(*pieces.front().formed->form, all, way);
  };
  EXPECT_NEAR(reach({1, 0, 0}), 240, 1e-9);
  EXPECT_NEAR(reach({-1, 0, 0}), 240, 1e-9);
  EXPECT_NEAR(reach({0, 1, 0}), 190, 1e-9);
  EXPECT_NEAR(reach({0, 0, -1}), 0, 1e-9);  // its inside face lies in the end's plane, the other above it
  t.flanges[0].direction = FlangeDirection::at_angle;
  t.flanges[0].rise = Angle::degrees(180);
  // The section at y = 0: the inside runs from (100, 300) to (200, 0), the flange's inside back along z = 0.
  // A bend of 3 inside about a centre 3 from both; its outside reaches 5 from there.
  const double slope = std::atan2(300, 100);  // of the wall from level
  const double centre = 200 - 3 / std::tan(slope / 2);
  EXPECT_NEAR(reach({1, 0, 0}), centre + 5, 1e-9);
  EXPECT_NEAR(reach({0, 0, -1}), 2, 1e-9);
}

// The bolt holes of both halves of the side with the seam lie about the middle of the whole.
TEST(EndFlanges, BoltsLieAboutTheMiddleOfEachSide) {
  Part part = square_to_round();
  part.bolts = {{.on = "base", .diameter = 9, .pitch = 90, .inset = 15, .astride = true}};
  const Blank b = made(part).front().blank;
  // 400 - 2 (5 + 18) = 354: four; 300 - 46 = 254: two.
  ASSERT_EQ(b.openings.size(), 12U);
  for (const OpeningGroup& g : b.groups) {
    EXPECT_EQ(g.cut, g.asked);
    for (const OpeningGroup::Row& row : g.by_row)
      EXPECT_FALSE(row.on_wall);  // beyond the rim: no height is said
  }
  // One on the middle of the side with the seam is cut in both halves, and counts once.
  Part on_middle = part;
  on_middle.bolts.front().astride = false;
  const Blank halved = made(on_middle).front().blank;
  EXPECT_EQ(halved.notches.size(), 2U);
  for (const OpeningGroup& g : halved.groups) EXPECT_EQ(g.cut, g.asked);
  const EdgeTab& flange = flange_of(b);
  for (const BlankOpening& o : b.openings) {
    double least_off = HUGE_VAL;
    for (const auto& strip : flange.strips)
      least_off = std::min(least_off, distance(std::vector{strip[1]}, o.centre));
    EXPECT_NEAR(least_off, 15, 1e-9);
  }
  // On either side of the seam 45 mm from its edge.
  const auto from_seam = [&](const std::vector<Arc>& strip, bool begins) {
    double least = HUGE_VAL;
    const Vec2 at = begins ? strip[1].start : end_of(strip[1]);
    for (const BlankOpening& o : b.openings) least = std::min(least, norm(o.centre - at));
    return least;
  };
  EXPECT_NEAR(from_seam(flange.strips.front(), true), std::hypot(15, 45), 1e-9);
  EXPECT_NEAR(from_seam(flange.strips.back(), false), std::hypot(15, 45), 1e-9);
}

// About the top circle: the free edge in space against that on the flat, by fine sums over the whole of both.
TEST(EndFlanges, TurnedOverAlongACurveSayTheirStrain) {
  Part part = square_to_round();
  std::get<Transition>(part.asked).flanges = {
      {.end = EndName::top, .width = 12, .strain_limit = 0.3, .key = "flange.1"}};
  const PieceResult piece = made(part).front();
  const EdgeTab& flange = flange_of(piece.blank);
  ASSERT_EQ(flange.strips.size(), 1U);
  // Level, the free edge is a circle 12 mm beyond the neutral layer's: its mean strain lies within what is
  // said.
  const double neutral =
      2 * pi * 100 + 0;  // the inside's; the neutral layer's rim is longer by what it leans
  double flat = 0;
  for (size_t i = 1; i + 1 < flange.strips[0].size(); ++i) flat += flange.strips[0][i].length;
  const double formed = edge(piece.blank, EdgeName::top)->girth + 2 * pi * 12;
  EXPECT_GT(edge(piece.blank, EdgeName::top)->girth, neutral);
  const std::string note = [&] {
    for (const Phrase& n : piece.blank.notes) {
      if (has(n.in({}), "turned over along the curve")) return n.in({});
    }
    return std::string();
  }();
  ASSERT_FALSE(note.empty());
  const size_t at = note.find("stretches by up to ");
  ASSERT_NE(at, std::string::npos) << note;
  const double greatest = std::stod(note.substr(at + 19)) / 100;
  EXPECT_GT(greatest, formed / flat - 1 - 1e-4);
  EXPECT_LT(greatest, 0.3);
  // One limit lower it is refused.
  std::get<Transition>(part.asked).flanges.front().strain_limit = greatest - 0.01;
  EXPECT_EQ(refusal_of([&] { (void)develop(part); }).key, "flange.1.width");
}

TEST(EndFlanges, OfTrimmedCylindersLieInThePlane) {
  Part part;
  part.name = "pipe";
  part.shape = "cylinder";
  Cylinder c{.size = Diameter::mm(300), .height = 400};
  c.trims = {{.end = EndName::top, .height = 300, .tilt = Angle::degrees(30), .uphill = Angle::degrees(40)}};
  c.flanges = {{.end = EndName::top, .width = 20, .allow_strain = true, .key = "flange.1"}};
  part.asked = c;
  part.sheet = {.thickness = 2, .sizes_on = Face::inside};
  const Blank b = made(part).front().blank;
  EXPECT_EQ(flange_of(b).strips.size(), 1U);
  const Fold& fold = bends_of(b).back();
  // From 60 degrees downhill to 120 uphill, 90 between.
  EXPECT_NEAR(fold.turned.degrees(), 90, 0.01);
  bool said = false;
  for (const Phrase& n : b.notes)
    said = said || has(n.in({}), "by 60.00 to 120.00 deg") || has(n.in({}), "by 60 to 120 deg");
  EXPECT_TRUE(said) << b.notes.back().in({});
}

TEST(EndFlanges, AProofSeesAnotherAngleOrWidth) {
  const Part part = square_to_round();
  PieceResult piece = made(part).front();
  Blank b = piece.blank;
  bends_of(b).front().turned = Angle::degrees(bends_of(b).front().turned.degrees() + 0.05);
  EXPECT_FALSE(piece.formed->prove(b).passed);
  b = piece.blank;
  bends_of(b).front().up = !bends_of(b).front().up;
  EXPECT_FALSE(piece.formed->prove(b).passed);
}

TEST(EndFlanges, AreRefusedAtTheirKeys) {
  const auto key = [](const auto& change) {
    Part part = square_to_round();
    change(std::get<Transition>(part.asked));
    return refusal_of([&] { (void)develop(part); }).key;
  };
  EXPECT_EQ(key([](Transition& t) { t.flanges[0].width.reset(); }), "flange.1.width");
  EXPECT_EQ(key([](Transition& t) { t.flanges[0].width = 3; }), "flange.1.width");
  EXPECT_EQ(key([](Transition& t) { t.bend = {}; }), "bend.radius");
  Part pressed = square_to_round();
  pressed.making.pressing.hits = 36;
  EXPECT_EQ(refusal_of([&] { (void)develop(pressed); }).key, "flange.1.end");
  EXPECT_EQ(key([](Transition& t) { t.base.contact = Contact::clear; }), "base.contact");
  EXPECT_EQ(key([](Transition& t) { t.flanges.push_back(t.flanges[0]); }), "flange.1.end");
  EXPECT_EQ(key([](Transition& t) {
              t.flanges[0].direction = FlangeDirection::at_angle;
              t.flanges[0].rise = Angle::degrees(400);
            }),
            "flange.1.direction");
  EXPECT_EQ(key([](Transition& t) { t.rulings = Rulings::even; }), "flange.1.end");
  EXPECT_EQ(key([](Transition& t) {
              t.top.profile = {};
              t.top.profile.kind = ProfileKind::rectangle;
              t.top.profile.width = t.top.profile.length = 200;
            }),
            "flange.1.end");
}

std::string told(const Part& part) {
  const auto& t = std::get<Transition>(part.asked);
  std::string all;
  for (const double value :
       {*t.base.profile.width, *t.base.profile.length, t.base.profile.corner_radius, *t.top.profile.diameter,
        *t.height, t.shift.x, t.shift.y, *part.sheet.thickness, *t.bend.radius, *t.flanges[0].width,
        static_cast<double>(t.flanges[0].direction), t.flanges[0].rise.degrees(),
        static_cast<double>(t.flanges.size()), static_cast<double>(part.making.hand), part.seam.at.degrees(),
        static_cast<double>(part.seam.pieces), part.seam.gap.value_or(0)})
    all += " " + std::to_string(value);
  for (const BoltHoles& b : part.bolts)
    all += " bolts " + std::to_string(*b.diameter) + " " + std::to_string(*b.pitch) + " " +
           std::to_string(*b.inset);
  return all;
}

class RandomEndFlanges : public ::testing::TestWithParam<int> {};
TEST_P(RandomEndFlanges, AreProvedOrRefusedWithAReason) {
  std::mt19937 random(static_cast<unsigned>(GetParam()));
  const auto within = [&](double a, double b) { return std::uniform_real_distribution(a, b)(random); };
  int done = 0;
  for (int i = 0; i < draws(50); ++i) {
    Part part = square_to_round(within(0.5, 4));
    auto& t = std::get<Transition>(part.asked);
    t.base.profile.width = within(100, 600);
    t.base.profile.length = within(100, 600);
    t.top.profile.diameter = within(80, 500);
    t.height = within(80, 600);
    t.shift = {within(-100, 100), within(-100, 100)};
    t.bend.radius = within(0.5, 6);
    if (random() % 3 == 0) {  // rounded corners may be sized on any face
      part.sheet.sizes_on = static_cast<Face>(random() % 3);
      t.base.profile.corner_radius = within(5, 40);
    }
    part.making.hand = random() % 2 ? Hand::as_drawn : Hand::opposite;
    part.making.face_up = random() % 2 ? Face::inside : Face::outside;
    part.seam.pieces = 1 + static_cast<int>(random() % 2);
    part.seam.at = Angle::degrees(within(0, 360));
    if (random() % 2) part.seam.gap = within(0, 3);
    t.flanges[0].width = within(5, 60);
    t.flanges[0].allow_strain = random() % 2;
    t.flanges[0].direction = static_cast<FlangeDirection>(random() % 4);
    t.flanges[0].rise = Angle::degrees(within(-30, 200));
    if (random() % 3 == 0)
      t.flanges.push_back(
          {.end = EndName::top, .width = within(3, 20), .allow_strain = true, .key = "flange.2"});
    if (random() % 2)
      part.bolts = {
          {.on = "base", .diameter = within(3, 10), .pitch = within(20, 120), .inset = within(0, 20)}};
    try {
      for (const PieceResult& p : develop(part)) {
        EXPECT_TRUE(p.proof.passed) << GetParam() << ", " << i << told(part) << ": "
                                    << p.proof.greatest_distance << " at " << p.proof.where.in({}) << ", "
                                    << p.proof.number.in({}) << p.proof.number_mismatch;
        EXPECT_FALSE(overlaps_itself(p.blank)) << GetParam() << ", " << i << told(part);
      }
      ++done;
    } catch (const Refusal& refusal) {
      EXPECT_FALSE(refusal.text().key.empty()) << GetParam() << ", " << i << ": " << refusal.what();
    }
  }
  expect_made(done, 15, 50, draws(50));
}
INSTANTIATE_TEST_SUITE_P(TenTimes50, RandomEndFlanges, ::testing::Range(1, 11));

}  // namespace
}  // namespace juggler::testing
