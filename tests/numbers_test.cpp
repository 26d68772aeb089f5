// Numbers that a blank states: the proof measures them again; sentences keep them as numbers.
#include <cmath>

#include "common.h"

namespace juggler::testing {
namespace {

const Units inches{"in", 25.4};

TEST(Phrase, WritesItsLengthsInTheUnitsOfTheReader) {
  const Phrase said = "The gap of " + shown_mm(12.7) + " leaves " + shown_degrees(Angle::degrees(30)) + ", " +
                      shown_percent(0.125) + ".";
  EXPECT_EQ(said.in({}), "The gap of 12.7 mm leaves 30 degrees, 12.5 %.");
  EXPECT_EQ(said.in(inches), "The gap of 0.5 in leaves 30 degrees, 12.5 %.");
  EXPECT_EQ(Phrase().in({}), "");
  EXPECT_TRUE(Phrase("").empty());
}

TEST(Phrase, RoundsOnceAndNoCoarserInOtherUnits) {
  EXPECT_EQ(shown_mm(1.0005, 3).in({}), "1.001 mm");
  EXPECT_EQ(shown_mm(-1e-9, 3).in({}), "0 mm");
  // A thousandth of a millimetre is not lost in an inch.
  EXPECT_EQ(shown_mm(25.401, 3).in(inches), "1 in");
  EXPECT_EQ(shown_mm(25.425, 3).in(inches), "1.001 in");
  EXPECT_EQ((bare_mm(25.4) + " x " + shown_mm(50.8)).in(inches), "1 x 2 in");
  EXPECT_EQ(in_range(0, 89, "degrees").in(inches), "0 to 89 degrees");
  EXPECT_EQ(in_range(25.4, 254, "mm").in(inches), "1 to 10 in");
}

TEST(Refusal, SpeaksTheUnitsItIsGiven) {
  const Refusal::Text text{.reason = "is too wide",
                           .key = "seam.gap",
                           .found = shown_mm(50.8),
                           .allowed = "up to " + shown_mm(25.4)};
  EXPECT_STREQ(Refusal(text).what(), "seam.gap: is too wide; found 50.8 mm; allowed: up to 25.4 mm.");
  EXPECT_STREQ(Refusal(text, inches).what(), "seam.gap: is too wide; found 2 in; allowed: up to 1 in.");
}

// The proof of a blank of which one thing is said otherwise.
Proof proof_with(const std::function<void(Blank&)>& change, Making making = {}) {
  making.pressing.hits = 12;
  const Cone cone = cyclone();
  Blank b = make_blank(cone, sheet_of(2), {.gap = 4}, making);
  EXPECT_TRUE(prove(b, cone, sheet_of(2), {.gap = 4}).passed);
  change(b);
  return prove(b, cone, sheet_of(2), {.gap = 4});
}

TEST(NumberProof, SeesADistanceThatCountsFromAnotherEdge) {
  // By half the gap: as from the seam's ruling.
  const Proof base = proof_with([](Blank& b) { bends_of(b)[3].datum_from += 2; });
  EXPECT_FALSE(base.passed);
  EXPECT_NEAR(base.number_mismatch, 2, 1e-9);
  EXPECT_TRUE(has(base.number, "distance of bend D along the base")) << base.number;
  const Proof top = proof_with([](Blank& b) { bends_of(b)[3].datum_to -= 1e-3; });
  EXPECT_FALSE(top.passed);
  EXPECT_TRUE(has(top.number, "along the top")) << top.number;
}

TEST(NumberProof, SeesAnglesThatDoNotClose) {
  for (const auto& change : std::vector<std::function<void(Blank&)>>{
           [](Blank& b) { bends_of(b)[5].turned = Angle::degrees(bends_of(b)[5].turned.degrees() + 0.01); },
           [](Blank& b) { bends_of(b)[5].up = !bends_of(b)[5].up; },
           [](Blank& b) {  // what the smooth wall turns
             for (Fold& l : bends_of(b)) l.turned = Angle::radians(l.turned.radians() * 0.998);
           }}) {
    const Proof p = proof_with(change);
    EXPECT_FALSE(p.passed);
    EXPECT_TRUE(has(p.number, "angles of the bends")) << p.number;
  }
}

TEST(NumberProof, SeesLengthsOfElementsAndMetalBesideOpenings) {
  const Proof longer = proof_with([](Blank& b) { b.elements[2].length += 0.01; });
  EXPECT_FALSE(longer.passed);
  EXPECT_TRUE(has(longer.number, "length of element 2")) << longer.number;
  Opening hole;
  hole.form.profile.diameter = 30;
  hole.how = OpeningHow::laid;
  hole.at.angle = Angle::degrees(100);
  hole.at.height = 300;
  Making holed;
  holed.openings = {hole};
  const Proof web = proof_with([](Blank& b) { b.groups[0].edge->width += 0.01; }, holed);
  EXPECT_FALSE(web.passed);
  EXPECT_TRUE(has(web.number, "metal beside")) << web.number;
}

TEST(NumberProof, SeesDistancesOfPlatesFromTheirDatum) {
  const Panel angle{.profile = {{.line = 60}, {.bend = Angle::degrees(90)}, {.line = 40}},
                    .run = 300,
                    .sizes_on = PanelFace::convex_side,
                    .bend = {.radius = 3, .neutral_factor = 0.42}};
  const Sheet sheet = sheet_of(2, Face::outside);
  Blank b = make_blank(angle, sheet);
  ASSERT_TRUE(prove(b, angle, sheet).passed);
  bends_of(b)[0].datum_from += 0.02;
  const Proof p = prove(b, angle, sheet);
  EXPECT_FALSE(p.passed);
  EXPECT_TRUE(has(p.number, "distance of bend A")) << p.number;
}

TEST(NumberProof, SeesAnglesOfPlates) {
  const Hopper h{.base = {.width = 160, .length = 120},
                 .top = {.width = 400, .length = 360},
                 .height = 300,
                 .bend = {.radius = 2, .neutral_factor = 0.42}};
  const Sheet sheet = sheet_of(2, Face::inside);
  for (const Face up : {Face::inside, Face::outside}) {
    Blank b = make_blank(h, sheet, {}, {.face_up = up});
    ASSERT_TRUE(prove(b, h, sheet).passed);
    for (const auto& change : std::vector<std::function<void(Fold&)>>{
             [](Fold& l) { l.turned = Angle::degrees(l.turned.degrees() + 0.01); },
             [](Fold& l) { l.up = !l.up; }}) {
      Blank other = b;
      change(bends_of(other)[1]);
      const Proof p = prove(other, h, sheet);
      EXPECT_FALSE(p.passed);
      EXPECT_TRUE(has(p.number, "angle of bend B")) << p.number;
    }
  }
}

TEST(NumberProof, SeesAnglesOfSeveralPiecesThatDoNotClose) {
  const Seam seam{.gap = 2, .pieces = 3};
  const Cone offset{.base = Diameter::mm(600), .top = Diameter::mm(300), .height = 400, .shift = {60, -20}};
  for (const Shape& shape : {Shape(cyclone()), Shape(offset)}) {
    std::vector<Blank> pieces = make_blanks(shape, sheet_of(2), seam, {.pressing = {.hits = 18}});
    EXPECT_LT(prove_closing(pieces), 1e-3);
    EXPECT_GT(prove_closing(pieces), 0);
    Fold& line = bends_of(pieces.back())[2];
    line.turned = Angle::degrees(line.turned.degrees() + 0.02);
    EXPECT_GT(prove_closing(pieces), 0.02);
  }
  EXPECT_EQ(prove_closing(make_blanks(cyclone(), sheet_of(2), seam)), 0) << "rolled";
}

TEST(NumberProof, RefusesABlankOfAnotherFamily) {
  const Blank wall = make_blank(cyclone(), sheet_of(2));
  const Panel angle{.profile = {{.line = 60}, {.bend = Angle::degrees(90)}, {.line = 40}},
                    .run = 300,
                    .sizes_on = PanelFace::convex_side,
                    .bend = {.radius = 3, .neutral_factor = 0.42}};
  const Sheet sheet = sheet_of(2, Face::outside);
  EXPECT_THROW((void)prove(wall, angle, sheet), Refusal);
  EXPECT_THROW((void)prove(make_blank(angle, sheet), cyclone(), sheet_of(2)), Refusal);
  EXPECT_THROW((void)prove(Blank{}, cyclone(), sheet_of(2)), Refusal);
  EXPECT_EQ(as_laid(Blank{}).width, 0);
  EXPECT_EQ(smallest_rectangle(Blank{}).width, 0);
}

TEST(RunTo, HoldsOnArcsThatAreAllButStraight) {
  for (const double turn : {0.0, 1e-17, 1e-16, 4e-16, 1e-14, -3e-13, 1e-9, 1e-3}) {
    const std::vector<Arc> rim{{{1712, 0}, rad(pi), 1712, rad(turn)}};
    for (const double run : {0.0, 69.0, 182.0, 668.0, 1100.0, 1711.0, 1712.0})
      EXPECT_NEAR(run_to(rim, point_at(rim.front(), run)), run, 1e-9) << turn;
  }
}

// Turned, shifted along nothing, scaled: what is said of a pressed cone goes with it.
TEST(Invariants, OfPressedWalls) {
  const auto pressed = [](double scale, double seam, Hand hand) {
    const Cone cone{.base = Diameter::mm(500 * scale),
                    .top = Diameter::mm(250 * scale),
                    .height = 300 * scale,
                    .shift = {60 * scale, 20 * scale}};
    return make_blank(cone, sheet_of(2 * scale), {.gap = 3 * scale, .at = Angle::degrees(seam)},
                      {.hand = hand, .fit = 0.001, .pressing = {.hits = 16}});
  };
  const Blank one = pressed(1, 40, Hand::as_drawn);
  const Blank large = pressed(2, 40, Hand::as_drawn);
  const Blank twin = pressed(1, 40, Hand::opposite);
  ASSERT_EQ(bends_of(one).size(), 16u);
  const double determined =
      Angle::radians(1e-6).degrees();  // what closing leaves open, as a share of the size
  for (size_t i = 0; i < 16; ++i) {
    const Fold& a = bends_of(one)[i];
    EXPECT_NEAR(bends_of(large)[i].datum_from, 2 * a.datum_from, 0.01);
    EXPECT_NEAR(bends_of(large)[i].turned.degrees(), a.turned.degrees(), determined);
    // The twin runs the other way round: from its seam's start lies what lay before the end.
    const Fold& mirrored = bends_of(twin)[15 - i];
    EXPECT_NEAR(mirrored.turned.degrees(), a.turned.degrees(), determined);
    EXPECT_NEAR(mirrored.datum_from + a.datum_from, length_of(edge(one, EdgeName::base)->arcs), 0.01);
  }
}

// A gap wider than a facet takes the bends beside the seam: what is left stands as it stands with them.
TEST(Numbers, BendsInTheGapAreLeftOut) {
  const Cone tube{.base = Diameter::mm(400), .top = Diameter::mm(400), .height = 500};
  const auto pressed = [&](double gap) {
    Seam seam{.gap = gap};
    return make_blank(tube, sheet_of(2), seam, {.pressing = {.hits = 36}});
  };
  const Blank whole = pressed(0);
  const Blank b = pressed(60);
  ASSERT_EQ(bends_of(b).size(), 34u);
  ASSERT_EQ(b.folds_in_gap.size(), 2u);
  EXPECT_EQ(b.folds_in_gap.front().tag, bends_of(whole).front().tag);
  const double facet = length_of(edge(whole, EdgeName::base)->arcs) / 36;
  EXPECT_NEAR(bends_of(b).front().datum_from, 1.5 * facet - 30, 1e-9);
  for (size_t i = 0; i < 34; ++i) {
    EXPECT_NEAR(bends_of(b)[i].turned.degrees(), 10, 1e-9);
    EXPECT_NEAR(bends_of(b)[i].datum_from, bends_of(whole)[i + 1].datum_from - 30, 1e-9);
  }
  EXPECT_TRUE(prove(b, tube, sheet_of(2), {.gap = 60}).passed);
  // Without their turn it would not close.
  Blank without = b;
  without.folds_in_gap.clear();
  EXPECT_GT(prove(without, tube, sheet_of(2), {.gap = 60}).number_mismatch, 10);
}

// The flats beside the seam are halves of one: a gap is as wide on every face, whichever it is asked on.
TEST(Numbers, APressedGapIsAsWideOnEveryFace) {
  const Cone tube{.base = Diameter::mm(800), .top = Diameter::mm(800), .height = 500};
  for (const std::optional<Face> on : {std::optional<Face>(), {Face::inside}, {Face::outside}}) {
    const Seam seam{.gap = 6, .gap_on = on};
    const Making pressed{.pressing = {.hits = 24}};
    const Blank b = make_blank(tube, sheet_of(12), seam, pressed);
    for (const double wide : {b.gap.inside_base, b.gap.outside_base, b.gap.inside_top, b.gap.outside_top})
      EXPECT_NEAR(wide, 6, 1e-12);
    EXPECT_NEAR(length_of(edge(b, EdgeName::base)->arcs), pi * 812 - 6, 1e-9);
    EXPECT_TRUE(prove(b, tube, sheet_of(12), seam, pressed).passed);
  }
}

// A fan at a corner that begins beside the seam has its first hit in the gap.
TEST(Numbers, AFansBendInTheGapIsLeftOut) {
  Transition t{.height = 253.112, .shift = {20.161, -5.321}};
  t.base.profile.kind = ProfileKind::rectangle;
  t.base.profile.width = 477.980;
  t.base.profile.length = 422.182;
  t.base.profile.corner_radius = 33.287;
  t.base.profile.turn = Angle::degrees(45.459);
  t.top.profile.diameter = 115.171;
  const Blank b = make_blank(t, sheet_of(1.5), {.gap = 4}, {.pressing = {.hits = 18}});
  ASSERT_EQ(bends_of(b).size(), 17u);
  EXPECT_EQ(b.folds_in_gap.at(0).tag, "R");
  for (const Fold& bend : bends_of(b))
    EXPECT_TRUE(contains(outline(b), 0.5 * (bend.from + bend.to))) << bend.tag;
  EXPECT_TRUE(prove(b, t, sheet_of(1.5), {.gap = 4}).passed);
}

// Every bend the other way closes the wall as well, with its outside in.
TEST(Numbers, AWallFoldedInsideOutIsNoProof) {
  Cone cone{.base = Diameter::mm(600), .top = Diameter::mm(300), .height = 400};
  for (const Face up : {Face::inside, Face::outside}) {
    Making making;
    making.face_up = up;
    making.pressing.hits = 18;
    for (const int pieces : {1, 3}) {
      Seam seam{.gap = 2};
      seam.pieces = pieces;
      std::vector<Blank> blanks = make_blanks(cone, sheet_of(4), seam, making);
      const auto open = [&] {
        return pieces == 1 ? prove(blanks[0], cone, sheet_of(4), seam).number_mismatch
                           : prove_closing(blanks);
      };
      EXPECT_LT(open(), 1e-6);
      for (Blank& b : blanks) {
        for (Fold& line : bends_of(b)) line.up = !line.up;
      }
      EXPECT_GT(open(), 100);
    }
  }
}

}  // namespace
}  // namespace juggler::testing
