// Walls pressed in flats, against flats laid upon the curve by brute force, and the schedule of their hits.
#include <random>

#include "common.h"

namespace juggler::testing {
namespace {

using std::numbers::pi;

/// How far flats of a width stand off a circle of the same girth, found by laying the polygon of such flats
/// about the circle's centre and looking along one of them.
double stands_off(double width, double radius) {
  const double half = width / radius / 2;
  const double apothem = width / 2 / std::tan(half);
  double worst = 0;
  for (int i = -500; i <= 500; ++i) {
    const double along = width / 2 * i / 500;
    // Inside the circle the flat is off by what is left to it; its ends lie beyond.
    worst = std::max(worst, radius - std::hypot(apothem, along));
  }
  return worst;
}

Panel guard(std::vector<ProfileStep> profile) {
  return {.profile = std::move(profile), .run = 400, .sizes_on = PanelFace::middle};
}
ProfileStep line_of(double length) { return {.line = length}; }
ProfileStep arc_of(double degrees, double radius, bool right = false) {
  return {.arc = Angle::degrees(degrees), .radius = radius, .to_right = right};
}
const Sheet sheet = sheet_of(2);

TEST(Pressing, FacetErrorAgreesWithTheCurveOverEightDecades) {
  for (double radius = 1; radius < 1e5; radius *= 7) {
    for (double part = 1e-3; part < 1.2; part *= 3) {
      const double w = radius * part;
      EXPECT_NEAR(
          stands_off(w, radius),
          [&] {
            const Blank b = make_blank(guard({arc_of(part / pi * 180, radius)}), sheet_of(0), {},
                                       {.pressing = {.hits = 1}});
            return b.pressed->facet_error;
          }(),
          1e-9 * radius)
          << radius << " " << part;
    }
  }
}

TEST(Pressing, HitsAskedForAreMadeAndSharedSoThatTheWorstIsLeast) {
  const Panel p = guard({line_of(30), arc_of(120, 90), line_of(20), arc_of(60, 400, true), line_of(30)});
  for (const int hits : {2, 3, 7, 20}) {
    const Blank b = make_blank(p, sheet, {}, {.pressing = {.hits = hits}});
    EXPECT_EQ(b.pressed->hits, hits);
    ASSERT_EQ(bends_of(b).size(), static_cast<size_t>(hits));
    double best = HUGE_VAL;
    for (int first = 1; first < hits; ++first) {  // every way of sharing them
      const double one = stands_off(90 * 120 / 180.0 * pi / first, 90);
      const double two = stands_off(400 * 60 / 180.0 * pi / (hits - first), 400);
      best = std::min(best, std::max(one, two));
    }
    EXPECT_NEAR(b.pressed->facet_error, best, 1e-9 * 400) << hits;
    double left = 0;
    double right = 0;
    for (const Fold& l : bends_of(b)) (l.up ? left : right) += l.turned.degrees();
    EXPECT_NEAR(left, 120, 1e-9);
    EXPECT_NEAR(right, 60, 1e-9);
  }
}

TEST(Pressing, AFlatWidthStandsBetweenLinesAndTheRestIsSharedEvenlyAtBothEnds) {
  const Panel p = guard({line_of(50), arc_of(100, 250), line_of(50)});
  const double length = 250 * 100 / 180.0 * pi;
  for (const double width : {20.0, 33.3, 100.0, 400.0}) {
    const Blank b = make_blank(p, sheet, {}, {.pressing = {.facet_width = width}});
    const auto n = static_cast<double>(bends_of(b).size());
    EXPECT_EQ(n, std::ceil(length / width));
    const double end = (length - (n - 1) * width) / 2;
    EXPECT_NEAR(bends_of(b).front().datum_from, 50 + end, 1e-9);
    for (size_t i = 1; i < bends_of(b).size(); ++i)
      EXPECT_NEAR(bends_of(b)[i].datum_from - bends_of(b)[i - 1].datum_from, width, 1e-9);
    double sum = 0;
    for (const Fold& l : bends_of(b)) sum += l.turned.degrees();
    EXPECT_NEAR(sum, 100, 1e-9);
  }
}

TEST(Pressing, TheTableGoesOnEitherSideOfWhatIsMade) {
  const Panel p = guard({arc_of(360, 300)});
  const Blank b = make_blank(p, sheet, {}, {.pressing = {.hits = 12}});
  ASSERT_EQ(b.pressed->table.size(), 9u);
  for (size_t i = 0; i < b.pressed->table.size(); ++i) {
    const Pressed::Row& row = b.pressed->table[i];
    EXPECT_EQ(row.hits, 8 + static_cast<int>(i));
    EXPECT_NEAR(row.facet_width, 600 * pi / row.hits, 1e-9);
    EXPECT_NEAR(row.facet_error, stands_off(600 * pi / row.hits, 300), 1e-9 * 300);
    if (i > 0) {
      EXPECT_LT(row.facet_error, b.pressed->table[i - 1].facet_error);
    }
  }
}

TEST(Pressing, OneHitFewerWouldBeTooCoarse) {
  std::mt19937 random(61);
  const auto within = [&](double a, double b) { return std::uniform_real_distribution(a, b)(random); };
  for (int i = 0; i < 200; ++i) {
    const double radius = within(20, 800);
    const double degrees = within(20, 240);  // farther round the lines would cross
    const double asked = within(0.01, 3);
    const Panel p = guard({line_of(30), arc_of(degrees, radius), line_of(30)});
    const Blank b = make_blank(p, sheet, {}, {.pressing = {.facet_error = asked}});
    EXPECT_LE(b.pressed->facet_error, asked);
    const int n = b.pressed->hits;
    if (n > 1) {
      EXPECT_GT(stands_off(radius * degrees / 180 * pi / (n - 1), radius), asked * (1 - 1e-9))
          << "seed 61, part " << i;
    }
    EXPECT_TRUE(prove(b, p, sheet).passed) << "seed 61, part " << i;
  }
}

TEST(Pressing, RoundWallsKeepTheirBlank) {
  const Cone cone = cyclone();
  const Blank smooth = make_blank(cone, sheet, {.gap = 1});
  for (const int hits : {3, 12, 90}) {
    const Blank pressed = make_blank(cone, sheet, {.gap = 1}, {.pressing = {.hits = hits}});
    EXPECT_DOUBLE_EQ(area(pressed), area(smooth));
    ASSERT_EQ(bends_of(pressed).size(), static_cast<size_t>(hits));
    for (const Fold& l : bends_of(pressed)) {
      EXPECT_TRUE(l.up);
      EXPECT_NEAR(l.length(), bends_of(pressed)[0].length(), 1e-9 * 1000);
      EXPECT_NEAR(l.turned.radians(), bends_of(pressed)[0].turned.radians(), 1e-9);
    }
    // Every line runs to the cone's apex: the base's and the top's runs are as their girths.
    // Counted from the seam ruling; the edge as cut lies half the gap, square to it, inside.
    const auto full = [](double run, double swing) { return run + swing * std::asin(0.5 / swing); };
    const auto ratio = [&](size_t i) {
      return full(bends_of(pressed)[i].datum_from, swing_radius(smooth, EdgeName::base)) /
             full(bends_of(pressed)[i].datum_to, swing_radius(smooth, EdgeName::top));
    };
    EXPECT_NEAR(ratio(1), ratio(0), 1e-9);
  }
}

TEST(Pressing, TrimmedAndOffsetWallsHaveTheirLinesOnRulings) {
  Cylinder can{.size = Diameter::mm(300), .height = 500};
  can.trims = {
      {.end = EndName::top, .height = 350, .tilt = Angle::degrees(30), .uphill = Angle::degrees(70)}};
  const Blank b = make_blank(can, sheet_of(0), {.gap = 0}, {.pressing = {.hits = 16}});
  ASSERT_EQ(bends_of(b).size(), 16u);
  for (size_t i = 0; i < 16; ++i) {
    // The seam at 0 halves a flat: lines lie at odd thirty-seconds of a turn.
    const double u = (2.0 * static_cast<double>(i) + 1) * pi / 16;
    const double height = 350 + std::tan(pi / 6) * 150 * std::cos(u - 70 / 180.0 * pi);
    EXPECT_NEAR(bends_of(b)[i].length(), height, b.fit_error + 1e-9) << i;
    EXPECT_NEAR(bends_of(b)[i].datum_from, 150 * u, 1e-9 * 500) << i;
  }
  const Cone offset{.base = Diameter::mm(620), .top = Diameter::mm(300), .height = 500, .shift = {150, 80}};
  const Blank o = make_blank(offset, sheet, {.gap = 0}, {.pressing = {.facet_error = 1}});
  EXPECT_LE(o.pressed->facet_error, 1);
  EXPECT_TRUE(prove(o, offset, sheet, {.gap = 0}).passed);
}

TEST(Pressing, AskingTooMuchOrTooLittleIsRefused) {
  const Panel p = guard({line_of(30), arc_of(90, 300), line_of(30), arc_of(90, 300), line_of(30)});
  const auto key = [&](const Pressing& pressing) {
    return refusal_of([&] { (void)make_blank(p, sheet, {}, {.pressing = pressing}); }).key;
  };
  EXPECT_EQ(key({.hits = 1}), "pressing.hits");
  EXPECT_EQ(key({.hits = 20000}), "pressing.hits");
  EXPECT_EQ(key({.facet_width = 500}), "pressing.facet_width");
  EXPECT_EQ(key({.facet_width = 1e-4}), "pressing.facet_width");
  EXPECT_EQ(key({.facet_width = -3}), "pressing.facet_width");
  EXPECT_EQ(key({.facet_error = 1e-9}), "pressing.facet_error");
  EXPECT_EQ(key({.facet_error = 0}), "pressing.facet_error");
}

// --- tubes opened out

TEST(TubeFaces, ARoundTubeOpensToARectangleOnEachFace) {
  for (const Face face : {Face::inside, Face::middle, Face::outside}) {
    Tube tube{.diameter = 60.3, .wall_thickness = 2.9, .length = 400, .opened_on = face};
    const Blank b = make_blank(tube, sheet_of(0));
    const double d = face == Face::outside ? 60.3 : face == Face::middle ? 60.3 - 2.9 : 60.3 - 5.8;
    EXPECT_NEAR(as_laid(b).width, pi * d, 1e-9);
    EXPECT_NEAR(as_laid(b).height, 400, 1e-9);
  }
}

TEST(TubeFaces, ASquareTubeCutBothWaysHasEachSideAsLongAsThePlanesLeaveIt) {
  Tube tube{.side = 60, .wall_thickness = 4, .length = 500};
  tube.trims = {
      {.end = EndName::top, .height = 400, .tilt = Angle::degrees(40), .uphill = Angle::degrees(90)},
      {.end = EndName::base, .height = 50, .tilt = Angle::degrees(10), .uphill = {}}};
  const Blank b = make_blank(tube, sheet_of(0));
  // Edges at (+-30, +-30): 400 + y tan 40 less 50 + x tan 10.
  std::vector<double> edges;
  for (const double x : {30.0, -30.0}) {
    for (const double y : {30.0, -30.0})
      edges.push_back(350 + y * std::tan(40 / 180.0 * pi) - x * std::tan(10 / 180.0 * pi));
  }
  std::vector<double> made;
  for (const BentZone& s : b.folding->zones) made.push_back(norm(s.a_to - s.a_from));
  std::sort(edges.begin(), edges.end());
  std::sort(made.begin(), made.end());
  ASSERT_EQ(made.size(), 4u) << "slit in the middle of a side";
  for (size_t i = 0; i < 4; ++i) EXPECT_NEAR(made[i], edges[i], 1e-9);
  EXPECT_NEAR(joint_length(b), 350 - 30 * std::tan(10 / 180.0 * pi), 1e-9) << "at +x";
  EXPECT_TRUE(bends_of(b).empty()) << "its corners are there already";
}

TEST(TubeFaces, CornersAreMarkedNotCut) {
  const Tube tube{
      .width = 80, .depth = 40, .corner_radius = 10, .wall_thickness = 3, .length = 300, .opened_at = 2};
  const Blank b = make_blank(tube, sheet_of(0));
  // Tangent lines of the four corners, upright, the length of the tube.
  ASSERT_EQ(b.folding->zones.size(), 4u);
  for (const BentZone& s : b.folding->zones) {
    EXPECT_TRUE(s.rolled);
    EXPECT_NEAR(norm(s.a_to - s.a_from), 300, 1e-9);
    EXPECT_NEAR(s.a_to.x, s.a_from.x, 1e-9) << "upright";
    EXPECT_NEAR(norm(s.b_from - s.a_from), pi / 2 * 10, 1e-9);
  }
  EXPECT_EQ(b.edges.size(), 4u) << "two rims and the two sides of the slit";
}

TEST(TubeFaces, WhatDoesNotMakeATubeIsRefused) {
  const auto key = [](const Tube& t) { return refusal_of([&] { (void)make_blank(t, sheet_of(0)); }).key; };
  EXPECT_EQ(key({.side = 60, .wall_thickness = 30, .length = 100}), "wall_thickness");
  EXPECT_EQ(key({.side = 60, .corner_radius = 31, .wall_thickness = 3, .length = 100}), "corner_radius");
  EXPECT_EQ(key({.width = 60, .wall_thickness = 3, .length = 100}), "depth");
  EXPECT_EQ(key({.diameter = 60, .side = 60, .wall_thickness = 3, .length = 100}), "diameter");
  EXPECT_EQ(key({.side = 60, .wall_thickness = 3}), "length");
  EXPECT_EQ(key({.side = 60, .wall_thickness = 3, .length = 100, .opened_at = 3}), "opened_at");
}

// Halves of one outline are one kind only where they are bent alike: 18 hits are shared so that they are, 17
// cannot be.
TEST(Pressing, PiecesAreCountedTogetherOnlyWhereTheyBendAlike) {
  Transition t;
  t.base.profile = {
      .kind = ProfileKind::rectangle, .width = 450.318, .length = 422.611, .corner_radius = 13.585};
  t.top.profile = {.kind = ProfileKind::circle, .diameter = 157.985};
  t.height = 296.041;
  Seam seam{.gap = 0};
  seam.pieces = 2;
  for (const int hits : {16, 17, 18, 19, 22}) {
    Making making;
    making.pressing.hits = hits;
    const std::vector<Blank> blanks = make_blanks(t, sheet_of(6), seam, making);
    ASSERT_EQ(blanks.size(), hits % 2 == 0 ? 1u : 2u) << hits;
    EXPECT_EQ(blanks.front().count, hits % 2 == 0 ? 2 : 1) << hits;
    EXPECT_LT(prove_closing(blanks), 1e-6) << hits;
  }
}

}  // namespace
}  // namespace juggler::testing
