#include "common.h"

namespace juggler::testing {
namespace {

const Sheet paper{.thickness = 0, .sizes_on = Face::inside};

TEST(Solve, EverySufficientSetGivesTheSamePart) {
  const double half = std::atan2(310 - 77.5, 780);
  const double slant = 780 / std::cos(half);
  const std::vector<Cone> sets{
      cyclone(),
      Cone{.base = Radius::mm(310), .top = Girth::mm(155 * std::numbers::pi), .slant = slant},
      Cone{.base = Diameter::mm(620), .top = Diameter::mm(155), .half_angle = Angle::radians(half)},
      Cone{.base = Diameter::mm(620), .top = Diameter::mm(155), .included_angle = Angle::radians(2 * half)},
      Cone{.base = Diameter::mm(620), .height = 780, .slant = slant, .wider = EndName::base},
      Cone{.base = Diameter::mm(620),
           .height = 780,
           .half_angle = Angle::radians(half),
           .wider = EndName::base},
      Cone{.base = Diameter::mm(620),
           .slant = slant,
           .half_angle = Angle::radians(half),
           .wider = EndName::base},
      {.top = Diameter::mm(155), .height = 780, .half_angle = Angle::radians(half), .wider = EndName::base}};
  for (const Cone& cone : sets) {
    const RoundSizes s = solve(cone, paper);
    EXPECT_NEAR(s.base_radius, 310, 1e-11);
    EXPECT_NEAR(s.top_radius, 77.5, 1e-11);
    EXPECT_NEAR(s.height, 780, 1e-11);
    EXPECT_NEAR(s.slant, slant, 1e-11);
    EXPECT_NEAR(s.taper.radians(), half, 1e-14);
  }
}

TEST(Solve, EitherEndCanBeTheWiderAndEitherAPoint) {
  const RoundSizes up =
      solve(Cone{.base = Diameter::mm(155), .top = Diameter::mm(620), .height = 780}, paper);
  EXPECT_LT(up.taper.radians(), 0);
  const RoundSizes tip =
      solve(Cone{.base = Pointed{}, .top = Diameter::mm(100), .half_angle = Angle::degrees(45)}, paper);
  EXPECT_NEAR(tip.height, 50, 1e-12);
  EXPECT_TRUE(tip.base_pointed);
  const RoundSizes drawn = solve(
      Cone{.base = Diameter::mm(100), .height = 50, .half_angle = Angle::degrees(45), .wider = EndName::base},
      paper);
  EXPECT_TRUE(drawn.top_pointed) << "the sizes run the wall out to its point";
}

TEST(Solve, SizesOnDifferentFacesHoldOnThoseFaces) {
  Cone cone = cyclone();
  cone.top.sizes_on = Face::outside;
  for (const bool by_slant : {false, true}) {
    Cone asked = cone;
    if (by_slant) {
      asked.slant = solve(cone, sheet_of(20)).slant;
      asked.height.reset();
    }
    const RoundSizes s = solve(asked, sheet_of(20));
    // The top's outside edge and the base's inside edge, on walls 20 mm apart, by plain geometry.
    const double a = s.taper.radians();
    const double inside_top = 77.5 - 20 / std::cos(a);
    EXPECT_NEAR(310 - inside_top, s.height * std::tan(a), 1e-10);
    EXPECT_NEAR(s.height, 780, 1e-10);
  }
}

TEST(Solve, RefusesWhatIsMissingAndSaysWhat) {
  EXPECT_TRUE(has(refusal_of([] {
                    (void)solve(Cone{.base = Diameter::mm(620), .top = Diameter::mm(155)}, paper);
                  }).advice,
                  "height"));
  EXPECT_TRUE(
      has(refusal_of([] { (void)solve(Cone{.height = 780, .slant = 800}, paper); }).advice, "base.diameter"));
  EXPECT_EQ(refusal_of([] {
              (void)solve(Cone{.base = Diameter::mm(620), .height = 780, .slant = 800}, paper);
            }).key,
            "wider");
  EXPECT_EQ(refusal_of([] { (void)solve(cyclone(), Sheet{.sizes_on = Face::inside}); }).key,
            "sheet.thickness");
  EXPECT_EQ(refusal_of([] { (void)solve(cyclone(), Sheet{.thickness = 2}); }).key, "sheet.sizes_on");
}

TEST(Solve, RefusesContradictionsAndSaysByHowMuch) {
  Cone cone = cyclone();
  cone.slant = 900;
  const auto slant = refusal_of([&] { (void)solve(cone, paper); });
  EXPECT_EQ(slant.key, "slant");
  EXPECT_TRUE(has(slant.found, "86.08")) << slant.found;  // 900 - 813.914
  cone = cyclone();
  cone.base.radius = 300;
  EXPECT_TRUE(has(refusal_of([&] { (void)solve(cone, paper); }).found, "10 mm of radius"));
  cone = cyclone();
  cone.wider = EndName::top;
  EXPECT_EQ(refusal_of([&] { (void)solve(cone, paper); }).key, "wider");
  cone = cyclone();
  cone.slant = 813.9137;  // the slant rounded to a tenth of a micrometre agrees
  EXPECT_NO_THROW((void)solve(cone, paper));
}

TEST(Solve, RefusesTheImpossible) {
  const auto refuse = [](const Cone& cone) { return refusal_of([&] { (void)solve(cone, paper); }); };
  EXPECT_EQ(refuse({.base = Diameter::mm(620), .top = Diameter::mm(155), .slant = 200}).key, "slant");
  EXPECT_EQ(refuse({.base = Diameter::mm(620), .height = 800, .slant = 700, .wider = EndName::base}).key,
            "slant");
  EXPECT_EQ(refuse({.base = Pointed{}, .top = Pointed{}, .height = 10}).key, "top");
  EXPECT_EQ(refuse({.base = Diameter::mm(100),
                    .height = 200,
                    .half_angle = Angle::degrees(45),
                    .wider = EndName::base})
                .key,
            "top");
  EXPECT_EQ(
      refuse({.base = Diameter::mm(100), .top = Diameter::mm(100), .half_angle = Angle::degrees(10)}).key,
      "half_angle");
  EXPECT_EQ(refuse({.base = Diameter::mm(-5), .top = Diameter::mm(100), .height = 5}).key, "base.diameter");
  EXPECT_EQ(refuse({.base = Diameter::mm(NAN), .top = Diameter::mm(100), .height = 5}).key, "base.diameter");
  EXPECT_EQ(refuse({.base = Diameter::mm(100), .top = Diameter::mm(50), .height = INFINITY}).key, "height");
  EXPECT_EQ(
      refuse({.base = Diameter::mm(100), .top = Diameter::mm(50), .half_angle = Angle::degrees(90)}).key,
      "half_angle");
  // The top is sized outside, the base inside: at so small a height the wall would lie beyond level.
  Cone level{.base = Radius::mm(7.8), .top = Radius::mm(13.9), .height = 0.001};
  level.base.sizes_on = Face::outside;
  EXPECT_EQ(refusal_of([&] { (void)solve(level, sheet_of(0.015)); }).key, "height");
  Cone pointed{.base = Diameter::mm(100), .top = Pointed{}, .height = 50};
  pointed.top.contact = Contact::clear;
  EXPECT_EQ(refuse(pointed).key, "top.contact");
}

TEST(Check, RangesOfSheetSeamAndMaking) {
  const Sheet sheet = sheet_of(2);
  EXPECT_EQ(refusal_of([&] { check(sheet_of(-1), {}, {}); }).key, "sheet.thickness");
  EXPECT_EQ(refusal_of([&] { check(sheet_of(2, Face::inside, 1.5), {}, {}); }).key, "sheet.neutral");
  EXPECT_EQ(refusal_of([&] { check(sheet, {.gap = -1}, {}); }).key, "seam.gap");
  EXPECT_EQ(refusal_of([&] { check(sheet, {.gap = 1, .wedge = Angle::degrees(1)}, {}); }).key, "seam.wedge");
  EXPECT_EQ(refusal_of([&] { check(sheet, {.gap_on = Face::inside}, {}); }).key, "seam.gap_on");
  EXPECT_EQ(refusal_of([&] { check(sheet, {}, {.quantity = 0}); }).key, "quantity");
  EXPECT_EQ(refusal_of([&] { check(sheet, {}, {.elements = 0}); }).key, "elements");
}

TEST(Shown, NumbersForMessages) {
  EXPECT_EQ(shown(620.0), "620");
  EXPECT_EQ(shown(-0.0), "0");
  EXPECT_EQ(shown(0.125), "0.125");
  EXPECT_EQ(shown(1e-9), "1.000000e-09");
}

}  // namespace
}  // namespace juggler::testing
