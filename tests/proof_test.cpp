#include "walls.h"

namespace juggler::testing {
namespace {

const Sheet sheet = sheet_of(2);
const Seam seam{.gap = 1.5, .at = Angle::degrees(90)};

Proof after(void (*damage)(Blank&)) {
  Blank b = make_blank(cyclone(), sheet, seam);
  damage(b);
  return prove(b, cyclone(), sheet, seam);
}

TEST(Proof, PassesWithItsFiguresFarWithinTheAllowance) {
  const Proof p = after([](Blank&) {});
  EXPECT_TRUE(p.passed);
  EXPECT_NEAR(p.allowed, 1e-9 * std::hypot(232.5, 780), 1e-15);
  EXPECT_LT(p.greatest_distance, 1e-11 * 814);
  EXPECT_LT(p.seam_mismatch, 1e-11 * 814);
  EXPECT_LT(p.rim_mismatch, 1e-11 * 814);
  EXPECT_FALSE(p.where.empty());
}

// Each of these harms one thing that the proof must see, by a thousandth of a millimetre or less.
TEST(Proof, SeesADamagedOutline) {
  EXPECT_FALSE(after([](Blank& b) { b.edges[0].arcs[0].turn = (1 + 1e-8) * b.edges[0].arcs[0].turn; }).passed)
      << "a swing radius off by 1e-8";
  EXPECT_FALSE(after([](Blank& b) { b.edges[0].arcs[0].length += 1e-4; }).passed);
  EXPECT_FALSE(after([](Blank& b) { b.edges[2].arcs[0].start.y += 1e-4; }).passed);
  EXPECT_FALSE(
      after([](Blank& b) { b.edges[1].arcs[0].heading = b.edges[1].arcs[0].heading + rad(1e-6); }).passed)
      << "a seam edge turned";
  EXPECT_FALSE(after([](Blank& b) { b.edges[0].girth += 1e-4; }).passed);
}

TEST(Proof, SeesADamagedForming) {
  EXPECT_FALSE(after([](Blank& b) {
                 b.forming[0].stations[5].turn = b.forming[0].stations[5].turn + rad(1e-6);
               }).passed);
  EXPECT_FALSE(after([](Blank& b) {
                 b.forming[0].stations[5].heading = b.forming[0].stations[5].heading + rad(1e-6);
               }).passed);
  EXPECT_FALSE(after([](Blank& b) {
                 for (Station& s : b.forming[0].stations) s.turn = (1 + 1e-7) * s.turn;
               }).passed)
      << "rolled a little too far";
  EXPECT_FALSE(after([](Blank& b) {
                 for (Station& s : b.forming[0].stations) s.turn = -s.turn;
               }).passed)
      << "rolled the wrong way";
  EXPECT_FALSE(after([](Blank& b) { b.face_up = Face::outside; }).passed) << "laid out for the other face";
}

TEST(Proof, SeesAnotherPart) {
  const Blank b = make_blank(cyclone(), sheet, seam);
  Cone taller = cyclone();
  taller.height = 780.001;
  EXPECT_FALSE(prove(b, taller, sheet, seam).passed);
  EXPECT_FALSE(prove(b, cyclone(), sheet_of(2.001), seam).passed);
  EXPECT_FALSE(prove(b, cyclone(), sheet_of(2, Face::outside), seam).passed);
  EXPECT_FALSE(prove(b, cyclone(), sheet, {.gap = 1.501, .at = Angle::degrees(90)}).passed);
}

TEST(Proof, ANotANumberFails) {
  EXPECT_FALSE(after([](Blank& b) { b.forming[0].stations[3].base.x = NAN; }).passed);
  EXPECT_FALSE(after([](Blank& b) { b.edges[0].arcs[0].length = NAN; }).passed);
}

TEST(Proof, ANotANumberInAnyOneFigureFails) {
  EXPECT_FALSE(after([](Blank& b) { b.edges[0].girth = NAN; }).passed);
  EXPECT_FALSE(after([](Blank& b) { b.edges[1].arcs[0].length = NAN; }).passed);
  EXPECT_FALSE(after([](Blank& b) { b.forming[0].stations[23].turn = rad(NAN); }).passed);
}

TEST(Proof, PassesWhereTheGapTakesMostOfTheGirth) {
  const Cone cone{.base = Diameter::mm(66), .top = Diameter::mm(132), .height = 400};
  for (const double gap : {20.0, 60.0, 126.0}) {
    EXPECT_TRUE(prove(make_blank(cone, sheet, {.gap = gap}), cone, sheet, {.gap = gap}).passed) << gap;
  }
}

TEST(Proof, TellsTheEndsOfARingApartThatAllButCloses) {
  // A wall so flat that its blank lacks a millionth of a degree of a full turn, and no gap.
  const Cone flat{.base = Diameter::mm(0.065), .top = Diameter::mm(3330), .height = 0.1};
  const Sheet thin = sheet_of(0.01);
  const Proof p = prove(make_blank(flat, thin), flat, thin);
  EXPECT_TRUE(p.passed) << p.where << " " << p.rim_mismatch << " " << p.area_mismatch;
}

// A frustum of an offset cone between level planes, cut where the neutral layer meets them.
Form offset_frustum(double thickness) {
  Form f;
  f.wall = offset_cone(300, {220, 90, 700});
  f.thickness = thickness;
  f.neutral_depth = thickness / 2;
  f.base = plane_rim(f.wall, {{0, 0, 1}, 0}, f.neutral_depth);
  f.top = plane_rim(f.wall, {{0, 0, 1}, 300}, f.neutral_depth);
  f.size = 700;
  return f;
}

TEST(Proof, PassesForAnOffsetConeWhoseRimsAreFitted) {
  for (const double thickness : {0.0, 6.0}) {
    for (const double fit : {0.2, 0.02}) {
      const Form f = offset_frustum(thickness);
      const Seam gap{.gap = 3};
      const Blank b = make_blank(f, gap, {.fit = fit});
      EXPECT_GT(edge(b, EdgeName::base)->arcs.size(), 4u) << "no arc: fitted by several";
      EXPECT_LE(b.fit_error, 1.02 * fit);
      EXPECT_GT(b.fit_error, 0);
      const Proof p = prove(b, f, gap);
      EXPECT_TRUE(p.passed) << p.greatest_distance << " " << p.where << ", seam " << p.seam_mismatch
                            << ", rims " << p.rim_mismatch << ", area " << p.area_mismatch << ", allowed "
                            << p.allowed;
      EXPECT_LT(p.seam_mismatch, 1e-9 * f.size) << "it closes as if nothing had been fitted";
    }
  }
}

TEST(Proof, SeesADamagedOffsetCone) {
  const Form f = offset_frustum(6);
  Blank b = make_blank(f, {.gap = 3});
  for (Arc& arc : b.edges[0].arcs) arc.start.y += 0.05;
  EXPECT_FALSE(prove(b, f, {.gap = 3}).passed) << "more than the fit allows";
}

}  // namespace
}  // namespace juggler::testing
