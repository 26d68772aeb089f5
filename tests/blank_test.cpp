#include "common.h"

namespace juggler::testing {
namespace {

const Sheet sheet = sheet_of(2);

// Worked by hand: neutral radii 310.958 and 78.458, half angle 16.5986 degrees.
TEST(Blank, CycloneConeByTheHandbook) {
  const Blank b = make_blank(cyclone(), sheet, {.gap = 1.5});
  const double slant = std::hypot(232.5, 780);
  const double sine = 232.5 / slant;
  const double cosine = 780 / slant;
  const double neutral = 310 + 1 / cosine - sine * sine / cosine;  // the base cut at the inside face's plane
  EXPECT_NEAR(swing_radius(b, EdgeName::base), neutral / sine, 1e-9);
  EXPECT_NEAR(swing_radius(b, EdgeName::base) - swing_radius(b, EdgeName::top), slant, 1e-9);
  EXPECT_NEAR(b.sector.degrees(), 360 * sine, 1e-11);
  EXPECT_NEAR(solve(cyclone(), sheet).taper.degrees(), std::atan(232.5 / 780) * 180 / std::numbers::pi,
              1e-12);
  EXPECT_NEAR(edge(b, EdgeName::base)->girth, 2 * std::numbers::pi * neutral, 1e-9);
  EXPECT_NEAR(b.outside.base_radius, 310 + 2 * cosine, 1e-9);
  EXPECT_NEAR(b.inside.top_radius, 77.5, 1e-9);
}

TEST(Blank, LiesInThePositiveQuadrantBaseDownBisectorUpright) {
  for (const Face up : {Face::inside, Face::outside}) {
    const Blank b = make_blank(cyclone(), sheet, {.gap = 1.5, .at = Angle::degrees(200)}, {.face_up = up});
    const Rectangle box = as_laid(b);
    EXPECT_NEAR(box.corner.x, 0, 1e-9);
    EXPECT_NEAR(box.corner.y, 0, 1e-9);
    const Edge* start = edge(b, EdgeName::seam_start);
    const Edge* end = edge(b, EdgeName::seam_end);
    const double x = start->arcs.front().start.x;
    EXPECT_EQ(x > box.width / 2, up == Face::inside) << "inside up, the seam starts on the right";
    EXPECT_NEAR(length_of(start->arcs), length_of(end->arcs), 1e-9);
    EXPECT_NEAR(b.elements[2].base.x, b.elements[2].top.x, 1e-9)
        << "the ruling opposite the seam stands upright";
    EXPECT_LT(b.elements[2].base.y, b.elements[2].top.y);
    EXPECT_GT(area(b), 0) << "the outline runs anticlockwise";
    EXPECT_EQ(b.edges.front().name, EdgeName::base);
  }
}

TEST(Blank, ZeroGapAndZeroThicknessAreLegal) {
  const Blank b = make_blank(cyclone(), sheet_of(0), {});
  EXPECT_NEAR(edge(b, EdgeName::base)->girth, length_of(edge(b, EdgeName::base)->arcs), 1e-10);
  EXPECT_TRUE(b.elements.front().on_metal);
  EXPECT_NEAR(area(b), std::numbers::pi * 387.5 * std::hypot(232.5, 780), 1e-6);
}

TEST(Blank, GapIsMeasuredSquareToTheSeamHalfOnEachSide) {
  const Blank whole = make_blank(cyclone(), sheet, {.gap = 0});
  const Blank b = make_blank(cyclone(), sheet, {.gap = 6});
  EXPECT_NEAR(edge(b, EdgeName::base)->girth, edge(whole, EdgeName::base)->girth, 1e-10)
      << "the girth is kept";
  for (size_t i : {size_t{0}, b.elements.size() - 1}) {
    const Element& e = b.elements[i];
    const Vec2 along = 1 / norm(e.top - e.base) * (e.top - e.base);
    const Edge* side = edge(b, i == 0 ? EdgeName::seam_start : EdgeName::seam_end);
    for (const Vec2 p : {side->arcs.front().start, end_of(side->arcs.front())}) {
      EXPECT_NEAR(std::abs(cross(along, p - e.base)), 3, 1e-9);
    }
    EXPECT_FALSE(e.on_metal);
    EXPECT_DOUBLE_EQ(e.edge_distance, 3);
  }
}

TEST(Blank, GapOnAFaceComesOutOnThatFaceAtTheMiddleOfTheSeam) {
  const Form f = form(cyclone(), sheet_of(20), {});
  const Seam seam{.gap = 6, .gap_on = Face::outside};
  const double middle_neutral = (310 + 77.5) / 2 + 10 * 780 / std::hypot(232.5, 780);
  const double middle_outside = (310 + 77.5) / 2 + 20 * 780 / std::hypot(232.5, 780);
  EXPECT_NEAR(neutral_gap(f, seam, 0), 6 * middle_neutral / middle_outside, 1e-10);
}

TEST(Blank, WedgeTakesAnAngleOutOfEveryGirth) {
  const Blank b = make_blank(cyclone(), sheet, {.wedge = Angle::degrees(0.4)});
  for (const EdgeName name : {EdgeName::base, EdgeName::top}) {
    const Edge* e = edge(b, name);
    EXPECT_NEAR(length_of(e->arcs), e->girth * (1 - 0.4 / 360), 1e-9);
  }
  EXPECT_NEAR(length_of(edge(b, EdgeName::seam_start)->arcs), b.elements.front().length, 1e-9)
      << "its edges are rulings";
  EXPECT_TRUE(prove(b, cyclone(), sheet, {.wedge = Angle::degrees(0.4)}).passed);
}

TEST(Blank, RefusesAGapThatEatsTheSmallEndWithTheLeastSize) {
  Cone cone{.base = Diameter::mm(900), .top = Diameter::mm(4), .height = 500};
  const auto text = refusal_of([&] { (void)make_blank(cone, sheet, {.gap = 60}); });
  EXPECT_EQ(text.key, "seam.gap");
  const double least = std::stod(text.allowed.in({}).substr(text.allowed.in({}).find_first_of("0123456789")));
  cone.top = Diameter::mm(least + 1e-3);
  EXPECT_NO_THROW((void)make_blank(cone, sheet, {.gap = 60}));
  cone.top = Diameter::mm(least - 2e-3);
  EXPECT_THROW((void)make_blank(cone, sheet, {.gap = 60}), Refusal);
}

TEST(Blank, RefusesAGapThatWouldCutAPointedBlankInTwo) {
  // Steep: the edges meet before the base. Flat, near a full turn: they meet past the apex, beyond the base.
  for (const double height : {900.0, 30.0, 1.0}) {
    const Cone cone{.base = Diameter::mm(300), .top = Pointed{}, .height = height};
    const double slant = std::hypot(150, height);
    const double widest = 2 * slant * std::sin(std::numbers::pi * 150 / slant);
    const auto text = refusal_of([&] { (void)make_blank(cone, sheet_of(0), {.gap = 1.01 * widest}); });
    EXPECT_EQ(text.key, "seam.gap");
    EXPECT_NEAR(std::stod("0" + text.allowed.in({}).substr(text.allowed.in({}).find_first_of("0123456789"))),
                widest, 1e-4);
    EXPECT_TRUE(
        prove(make_blank(cone, sheet_of(0), {.gap = 0.9 * widest}), cone, sheet_of(0), {.gap = 0.9 * widest})
            .passed);
  }
}

TEST(Blank, OppositeHandMirrorsThePlanAngles) {
  const Seam seam{.gap = 2, .at = Angle::degrees(60)};
  const Blank b = make_blank(cyclone(), sheet, seam, {.hand = Hand::opposite});
  EXPECT_NEAR(b.elements[0].plan.degrees(), 300, 1e-9);
  EXPECT_TRUE(prove(b, cyclone(), sheet, seam, {.hand = Hand::opposite}).passed);
  EXPECT_FALSE(prove(b, cyclone(), sheet, seam).passed) << "it is not the part as drawn";
}

TEST(Blank, EqualEndsMakeAStraightBlank) {
  const Cone tube{.base = Diameter::mm(300), .top = Diameter::mm(300), .height = 200};
  const Blank b = make_blank(tube, sheet, {.gap = 3});
  EXPECT_TRUE(std::isinf(swing_radius(b, EdgeName::base)));
  EXPECT_NEAR(as_laid(b).width, std::numbers::pi * 302 - 3, 1e-9);
  EXPECT_NEAR(smallest_rectangle(b).height, 200, 1e-9);
}

TEST(Blank, PointedEndRunsToTheNeutralApexWhileHeightIsToTheSizeFacesApex) {
  const Cone cone{.base = Diameter::mm(600), .top = Pointed{}, .height = 400};
  const Blank b = make_blank(cone, sheet_of(4), {});
  const double tangent = 300.0 / 400;  // inside face
  const double cosine = 400.0 / 500;
  EXPECT_NEAR(b.elements[0].length, 500 + 2 / tangent, 1e-9);
  EXPECT_EQ(b.inside.top_radius, 0);
  EXPECT_NEAR(b.outside.top_radius, 2 * cosine, 1e-9);
  EXPECT_EQ(edge(b, EdgeName::top), nullptr);
}

TEST(Blank, ElementsLieAtEqualPlanAnglesBothEndsOnTheSeam) {
  const Blank b = make_blank(cyclone(), sheet, {.at = Angle::degrees(350)}, {.elements = 12});
  ASSERT_EQ(b.elements.size(), 13u);
  EXPECT_NEAR(b.elements[1].plan.degrees(), 20, 1e-9) << "plan angles wrap";
  EXPECT_NEAR(b.elements[12].plan.degrees(), 350, 1e-9);
  for (const double at : {0.0, 120.0, 0.1, 359.9, -30.0, 720.0}) {
    for (const Element& e :
         make_blank(cyclone(), sheet, {.at = Angle::degrees(at)}, {.elements = 360}).elements) {
      EXPECT_GE(e.plan.degrees(), 0) << at;
      EXPECT_LT(e.plan.degrees(), 360 - 1e-6) << at << ": a whole turn is 0";
    }
  }
  for (const Element& e : b.elements) EXPECT_NEAR(norm(e.top - e.base), e.length, 1e-9);
}

TEST(Marks, StayWithinTheOutlineAndCanBeLeftOut) {
  const std::vector<Cone> cones{cyclone(),
                                {.base = Diameter::mm(900), .top = Pointed{}, .height = 100},
                                {.base = Diameter::mm(20), .top = Pointed{}, .height = 300},
                                {.base = Diameter::mm(6000), .top = Diameter::mm(5900), .height = 60}};
  for (const Cone& cone : cones) {
    const Blank b = make_blank(cone, sheet, {.gap = 1}, {.number = "HL-101"});
    const Outline o = outline(b);
    EXPECT_GE(b.marks.lines.size(), 3u);
    for (const Arc& mark : b.marks.lines) EXPECT_TRUE(contains(o, point_at(mark, mark.length / 2)));
    for (const MarkText& t : b.marks.texts) EXPECT_TRUE(contains(o, t.centre));
    EXPECT_TRUE(make_blank(cone, sheet, {.gap = 1}, {.marks = false}).marks.lines.empty());
  }
  EXPECT_EQ(make_blank(cyclone(), sheet, {}, {.number = "HL-101"}).marks.texts.at(0).text, "HL-101");
}

TEST(Blank, WarnsWithNumbers) {
  const Blank b =
      make_blank(Cone{.base = Diameter::mm(900), .top = Diameter::mm(3), .height = 900}, sheet, {.gap = 5});
  ASSERT_EQ(b.warnings.size(), 2u);
  EXPECT_TRUE(has(b.warnings[0], "% of the top's girth"));
  const double rolled = 1.5 * std::hypot(448.5, 900) / 900;  // square to the wall
  EXPECT_TRUE(has(b.warnings[1], shown_mm(rolled) + " radius, less than the thickness of 2 mm"))
      << b.warnings[1];
  EXPECT_FALSE(overlaps_itself(b));
}

TEST(Measures, MassIsAreaTimesThicknessTimesDensity) {
  const Blank b = make_blank(cyclone(), sheet, {});
  EXPECT_NEAR(mass(b, 7900), area(b) * 2 * 7900e-9, 1e-12);
}

}  // namespace
}  // namespace juggler::testing
