// Openings: known answers on cones and cylinders, laws over random walls, what is refused.

#include "common.h"
#include "draw.h"

namespace juggler::testing {
namespace {

constexpr double pi = std::numbers::pi;

Opening round_opening(double diameter, OpeningHow how, double angle, double height) {
  Opening o;
  o.name = "sight";
  o.form.profile.diameter = diameter;
  o.form.key = "opening.1.form";
  o.how = how;
  o.at.angle = Angle::degrees(angle);
  o.at.height = height;
  o.key = "opening.1";
  return o;
}

Opening rectangle(double width, double length, double corner, OpeningHow how, double angle, double height) {
  Opening o = round_opening(1, how, angle, height);
  o.form.profile = {
      .kind = ProfileKind::rectangle, .width = width, .length = length, .corner_radius = corner};
  return o;
}

Making with(std::vector<Opening> openings, double fit = 0.02) {
  Making making;
  making.openings = std::move(openings);
  making.fit = fit;
  return making;
}

Cylinder drum(double diameter, double height) {
  Cylinder c;
  c.size = Diameter::mm(diameter);
  c.height = height;
  return c;
}

TEST(Openings, LaidCircleStaysAnExactCircle) {
  const Blank b =
      make_blank(cyclone(), sheet_of(3), {}, with({round_opening(60, OpeningHow::laid, 40, 300)}));
  ASSERT_EQ(b.openings.size(), 1u);
  const auto round = round_hole(b.openings[0]);
  ASSERT_TRUE(round);
  EXPECT_NEAR(round->diameter, 60, 1e-12);
  EXPECT_NEAR(area(make_blank(cyclone(), sheet_of(3))) - area(b), pi * 900, 1e-6);
  EXPECT_NEAR(cut_length(b) - outline_length(b), pi * 60, 1e-9);
}

// A laid circle is as wide and as high as it is said, wherever its arcs begin.
TEST(Openings, SizesOfALaidCircleAreItsDiameter) {
  for (const double turn : {0.0, 2.506, 37.0, 88.0, 133.3}) {
    Opening hole = round_opening(14.544, OpeningHow::laid, 145.095, 70);
    hole.turn = Angle::degrees(turn);
    for (const Shape& shape : {Shape(drum(739.108, 331.06)), Shape(cyclone())}) {
      const Blank b = make_blank(shape, sheet_of(1.5, Face::middle), {}, with({hole}));
      const FaceSize& size = b.groups.at(0).by_row.at(0).neutral;
      EXPECT_NEAR(size.width, 14.544, 1e-7) << turn;
      EXPECT_NEAR(size.height, 14.544, 1e-7) << turn;
    }
  }
}

// A corner where layers touch by turns: the way between them runs back and forth, and is cut straight across.
TEST(Openings, NoCurlsWhereLayersTouchByTurns) {
  Cone c{.base = Diameter::mm(345.724), .top = Diameter::mm(211.882), .height = 521.872};
  c.shift = {81.926, 43.368};
  Opening slot = rectangle(16.742, 40.246, 0, OpeningHow::bored, 284.127, 70);
  slot.turn = Angle::degrees(24.241);
  slot.repeat = {.count = 5, .over = Angle::degrees(200)};
  const Sheet sheet = sheet_of(0.8, Face::middle);
  const Seam seam{.at = Angle::degrees(46.637)};
  const Blank b = make_blank(c, sheet, seam, with({slot}));
  EXPECT_TRUE(prove(b, c, sheet, seam).passed);
  ASSERT_EQ(b.openings.size(), 5u);
  for (const BlankOpening& o : b.openings) {
    EXPECT_LE(o.outline.size(), 12u);
    for (const Arc& arc : o.outline) EXPECT_LT(std::abs(arc.turn.radians()), 1);
  }
}

// The area of the wall within a bore: over the bore's circle, each bit enlarged by its slant.
double bored_area(double taper, double half_angle_radius_at_zero, double height, double radius, int side) {
  // A right cone: the middle's radius r(z) = r0 - z tan(taper); the bore runs along x at height.
  const double tan = std::tan(taper);
  const auto slant = [&](double y, double z) {
    const double r = half_angle_radius_at_zero - (height + z) * tan;
    const double x = side * std::sqrt(r * r - y * y);
    const Vec3 n{x / r * std::cos(taper), y / r * std::cos(taper), std::sin(taper)};
    return 1 / std::abs(n.x);
  };
  const auto ring = [&](double rho) {
    return rho *
           integral([&](double t) { return slant(rho * std::cos(t), rho * std::sin(t)); }, 0, 2 * pi, 4);
  };
  return integral(ring, 0, radius, 2);
}

TEST(Openings, ConeBoredSquarelyThroughBothWallsHasTheAreaOfThePrism) {
  Opening o = round_opening(60, OpeningHow::bored, 0, 300);
  o.walls = BoredWalls::both;
  o.bore.contact = Contact::neutral;
  Seam seam;
  seam.at = Angle::degrees(90);
  const Blank b = make_blank(cyclone(), sheet_of(3), seam, with({o}, 1e-4));
  ASSERT_EQ(b.openings.size(), 2u);
  const double taper = std::atan((310 - 77.5) / 780);
  const double r0 = 310 + 1.5 / std::cos(taper);  // the middle's radius at the base plane
  for (const BlankOpening& cut : b.openings) {
    const double asked = bored_area(taper, r0, 300, 30, cut.far ? -1 : 1);
    EXPECT_NEAR(signed_area(cut.outline), asked, 1e-4 * length_of(cut.outline));
  }
  EXPECT_NEAR(std::remainder(b.openings[0].plan.degrees(), 360), 0, 1e-9);
  EXPECT_NEAR(b.openings[1].plan.degrees(), 180, 1e-9);
  // Both walls alike: the bore is square to the axis.
  EXPECT_NEAR(signed_area(b.openings[0].outline), signed_area(b.openings[1].outline), 0.02);
}

TEST(Openings, BoredOutlineReachesAsFarOnTheFlatAsPointsOfTheBoreDo) {
  const double fit = 1e-4;
  Opening o = round_opening(120, OpeningHow::bored, 40, 300);
  o.bore.offset = 90;
  o.bore.contact = Contact::neutral;
  const Blank b = make_blank(cyclone(), sheet_of(3), {}, with({o}, fit));
  const double taper = std::atan((310 - 77.5) / 780);
  const double r0 = 310 + 1.5 / std::cos(taper);
  const double apex = r0 / std::tan(taper);
  // A cone opened out: distances from the apex, plan angles times sin(taper).
  double low = HUGE_VAL, high = 0, left = HUGE_VAL, right = -HUGE_VAL;
  for (int i = 0; i < 200000; ++i) {
    const double t = 2 * pi * i / 200000;
    const double across = 90 + 60 * std::cos(t);
    const double z = 300 + 60 * std::sin(t);
    const double r = r0 - z * std::tan(taper);
    const double plan = Angle::degrees(40).radians() + std::asin(across / r);
    const double rho = (apex - z) / std::cos(taper);
    low = std::min(low, rho);
    high = std::max(high, rho);
    left = std::min(left, plan * std::sin(taper));
    right = std::max(right, plan * std::sin(taper));
  }
  // The blank's own apex: where its seam edges' rulings meet.
  const Element& first = b.elements.front();
  const Element& last = b.elements.back();
  const Vec2 u = first.top - first.base;
  const Vec2 v = last.top - last.base;
  const Vec2 tip = first.base + (cross(last.base - first.base, v) / cross(u, v)) * u;
  double flat_low = HUGE_VAL, flat_high = 0, flat_left = HUGE_VAL, flat_right = -HUGE_VAL;
  for (const Arc& arc : b.openings.at(0).outline) {
    for (int i = 0; i <= 400; ++i) {
      const Vec2 p = point_at(arc, arc.length * i / 400) - tip;
      flat_low = std::min(flat_low, norm(p));
      flat_high = std::max(flat_high, norm(p));
      const double turned = std::atan2(cross(first.base - tip, p), dot(first.base - tip, p));
      flat_left = std::min(flat_left, std::abs(turned));
      flat_right = std::max(flat_right, std::abs(turned));
    }
  }
  EXPECT_NEAR(flat_low, low, 2 * fit);
  EXPECT_NEAR(flat_high, high, 2 * fit);
  EXPECT_NEAR(flat_left, left, 2 * fit / low);
  EXPECT_NEAR(flat_right, right, 2 * fit / low);
}

// A cross of two rectangles, hollow at four corners, bored beside the axis: row by row, what any layer loses.
TEST(Openings, HollowFormsLoseWhatAnyLayerLoses) {
  constexpr double radius = 150, t = 6, fit = 1e-3;
  for (const double offset : {0.0, 35.0, -70.0}) {
    for (const double turn : {0.0, 20.0, 45.0}) {
      Part p;
      p.asked = Cylinder{.size = Diameter::mm(2 * radius), .height = 400};
      p.sheet = sheet_of(t, Face::inside);
      p.making.fit = fit;
      Opening o;
      o.how = OpeningHow::bored;
      const std::array<Vec2, 2> sizes{Vec2{24, 90}, Vec2{100, 18}};
      for (const Vec2 size : sizes) {
        OpeningForm one;
        one.profile = {.kind = ProfileKind::rectangle, .width = size.x, .length = size.y};
        o.form.together.push_back(one);
      }
      o.at.angle = Angle::degrees(180);
      o.at.height = 200;
      o.bore.offset = offset;
      o.turn = Angle::degrees(turn);
      p.making.openings = {o};
      const std::vector<PieceResult> made = develop(p);
      EXPECT_TRUE(made.front().proof.passed);
      // Of a level row what lies within a rectangle, then the plan angles of which some layer does.
      const auto within = [&](Vec2 size, double row) {
        double low = -HUGE_VAL, high = HUGE_VAL;
        const double c = std::cos(turn * pi / 180), s = std::sin(turn * pi / 180);
        const auto clip = [&](double slope, double at, double half) {  // |slope x + at| <= half
          if (std::abs(slope) < 1e-12) {
            if (std::abs(at) > half) low = HUGE_VAL;
            return;
          }
          const double a = (-half - at) / slope, b = (half - at) / slope;
          low = std::max(low, std::min(a, b));
          high = std::min(high, std::max(a, b));
        };
        clip(c, s * row, size.x / 2);
        clip(-s, c * row, size.y / 2);
        return std::pair{low, high};
      };
      double lost = 0;
      constexpr double step = 0.002;
      for (double row = -80 + step / 2; row < 80; row += step) {
        std::vector<std::pair<double, double>> spans;
        for (const Vec2 size : sizes) {
          auto [low, high] = within(size, row);
          if (low >= high) continue;
          low += offset;
          high += offset;
          spans.emplace_back(std::asin(low / (low >= 0 ? radius + t : radius)),
                             std::asin(high / (high >= 0 ? radius : radius + t)));
        }
        if (spans.size() == 2 && spans[0].second >= spans[1].first && spans[1].second >= spans[0].first)
          spans = {{std::min(spans[0].first, spans[1].first), std::max(spans[0].second, spans[1].second)}};
        for (const auto& [from, to] : spans) lost += (to - from) * (radius + t / 2) * step;
      }
      const BlankOpening& hole = made.front().blank.openings.front();
      EXPECT_NEAR(std::abs(signed_area(hole.outline)), lost, fit * 500 + 0.02) << offset << " " << turn;
    }
  }
}

TEST(Openings, SizesOnFacesAreThoseOfTheLayers) {
  const Blank b = make_blank(drum(600, 500), sheet_of(10, Face::middle), {},
                             with({round_opening(80, OpeningHow::laid, 40, 250),
                                   rectangle(100, 60, 0, OpeningHow::bored, 200, 250)}));
  const auto& laid = b.groups.at(0).by_row.at(0);
  EXPECT_NEAR(laid.inside.width, 80 * 295 / 300.0, 1e-5);
  EXPECT_NEAR(laid.outside.width, 80 * 305 / 300.0, 1e-5);
  EXPECT_NEAR(laid.outside.height, 80, 1e-5);
  const auto& bored = b.groups.at(1).by_row.at(0);
  // Of the hole as cut, square to the sheet: clear of the bore where that is narrowest, on the inside.
  EXPECT_NEAR(bored.inside.width, 2 * 295 * std::asin(50.0 / 295), 1e-5);
  EXPECT_NEAR(bored.outside.width, 2 * 305 * std::asin(50.0 / 295), 1e-5);
  EXPECT_NEAR(bored.inside.height, 60, 1e-5);
}

TEST(Openings, GirthPitchAndSeamDistanceAreLengthsOfTheNeutralLayer) {
  Opening o = round_opening(10, OpeningHow::laid, 0, 200);
  o.at.angle = {};
  o.at.seam_distance = 20;
  o.repeat.girth_pitch = 31;
  o.repeat.even = true;
  Making making = with({o});
  making.face_up = Face::outside;
  const Blank b = make_blank(drum(600, 500), sheet_of(4), {}, making);
  const double girth = pi * 604;
  const int n = static_cast<int>(std::round(girth / 31));
  ASSERT_EQ(b.openings.size(), static_cast<size_t>(n));
  // Outside up, plan angles run to the right from seam start at the left.
  for (int i = 0; i < n; ++i) {
    EXPECT_NEAR(b.openings[static_cast<size_t>(i)].centre.x, 20 + girth / n * i, 1e-9 * girth);
    EXPECT_NEAR(b.openings[static_cast<size_t>(i)].centre.y, 200, 1e-9 * girth);
  }
  const OpeningGroup& g = b.groups.at(0);
  EXPECT_NEAR(g.girth_pitch, girth / n, 1e-9);
  EXPECT_NEAR(g.pitch.degrees(), 360.0 / n, 1e-9);
  EXPECT_NEAR(g.seam_start->width, 15, 1e-9);
  EXPECT_NEAR(g.seam_end->width, girth / n - 25, 1e-9);
  EXPECT_NEAR(g.opening->width, girth / n - 10, 1e-9);
  EXPECT_EQ(g.opening->of.substr(0, 6), "sight ");
}

TEST(Openings, MembersOfAConesRowLieAsFarApartAsTheSectorSays) {
  Opening o = round_opening(20, OpeningHow::laid, 100, 300);
  o.repeat.count = 7;
  o.repeat.over = Angle::degrees(150);
  o.repeat.centred = true;
  o.repeat.left_out = {{0, 3}};
  const Blank b = make_blank(cyclone(), sheet_of(3), {}, with({o}));
  ASSERT_EQ(b.openings.size(), 6u);
  const double taper = std::atan((310 - 77.5) / 780);
  const double r0 = 310 + 1.5 / std::cos(taper);
  const double rho = (r0 / std::tan(taper) - 300) / std::cos(taper);
  EXPECT_NEAR(b.openings[0].plan.degrees(), 25, 1e-9);
  EXPECT_NEAR(b.openings[5].plan.degrees(), 175, 1e-9);
  EXPECT_EQ(b.openings[2].member, 4);
  const double turn = Angle::degrees(25).radians() * std::sin(taper);
  EXPECT_NEAR(norm(b.openings[1].centre - b.openings[0].centre), 2 * rho * std::sin(turn / 2), 1e-9 * rho);
  EXPECT_NEAR(b.groups[0].flat_pitch.radians(), turn, 1e-12);
}

TEST(Openings, PatternsAreThoseAskedFor) {
  Opening o = round_opening(5, OpeningHow::laid, 0, 0);
  const auto angles = [&] {
    std::vector<double> all;
    for (const Member& m : pattern_of(o, 0).members) all.push_back(m.turned.degrees());
    return all;
  };
  const auto expect = [&](const std::vector<double>& asked) {
    const std::vector<double> made = angles();
    ASSERT_EQ(made.size(), asked.size());
    for (size_t i = 0; i < asked.size(); ++i) EXPECT_NEAR(made[i], asked[i], 1e-9);
  };
  o.repeat.count = 4;
  expect({0, 90, 180, 270});
  o.repeat.over = Angle::degrees(90);
  expect({0, 30, 60, 90});
  o.repeat.span_ends = false;
  expect({18, 36, 54, 72});
  o.repeat.centred = true;
  expect({-27, -9, 9, 27});
  o.repeat = {.pitch = Angle::degrees(50), .even = true};
  expect({0, 360.0 / 7, 720.0 / 7, 1080.0 / 7, 1440.0 / 7, 1800.0 / 7, 2160.0 / 7});
  o.repeat = {.over = Angle::degrees(95), .pitch = Angle::degrees(30)};
  expect({0, 30, 60, 90});
  // Staggered in a span: every second row has one less, between those of its neighbours.
  o.repeat = {.count = 3, .over = Angle::degrees(60), .rows = 2, .row_pitch = 10, .staggered = true};
  expect({0, 30, 60, 15, 45});
  o.repeat.left_out = {{2, 1}};
  expect({0, 30, 60, 45});
}

TEST(Openings, ThoseOnTheFlatLieWhereTheyAreAsked) {
  Opening face = rectangle(50, 30, 5, OpeningHow::laid, 0, 0);
  face.at = {};
  face.at.edge = "base";
  face.at.along = 400;
  face.at.distance = 100;
  Opening hole = round_opening(12, OpeningHow::laid, 0, 0);
  hole.at = {};
  hole.at.on_flat = Vec2{900, 300};
  hole.repeat = {.count = 3, .girth_pitch = 40, .rows = 2, .row_pitch = 25};
  const Blank b = make_blank(drum(600, 500), sheet_of(4), {}, with({face, hole}));
  EXPECT_NEAR(b.openings[0].centre.x, 400, 1e-9);
  EXPECT_NEAR(b.openings[0].centre.y, 100, 1e-9);
  ASSERT_EQ(b.openings.size(), 7u);
  EXPECT_NEAR(b.openings[6].centre.x, 980, 1e-12);
  EXPECT_NEAR(b.openings[6].centre.y, 325, 1e-12);
}

std::string refused(const Shape& shape, const std::vector<Opening>& openings, Seam seam = {}) {
  const Refusal::Text text = refusal_of([&] { (void)make_blank(shape, sheet_of(3), seam, with(openings)); });
  return (text.key + ": " + text.reason).in({});
}

TEST(Openings, WhatCannotBeCutIsRefusedWithTheMember) {
  Opening row = round_opening(60, OpeningHow::laid, 0, 250);
  row.at.angle = Angle::degrees(15);
  row.repeat.count = 40;
  EXPECT_EQ(refused(drum(600, 500), {row}), "opening.1: sight 1 meets sight 2");
  EXPECT_EQ(refused(drum(600, 500), {round_opening(60, OpeningHow::laid, 90, 30)}),
            "opening.1: sight goes over the edge base");
  EXPECT_EQ(refused(drum(600, 500), {round_opening(60, OpeningHow::laid, 90, 540)}),
            "opening.1.at.height: sight lies where there is no wall");
  Opening small = round_opening(10, OpeningHow::laid, 90, 250);
  small.name = "pin";
  EXPECT_EQ(refused(drum(600, 500), {round_opening(60, OpeningHow::laid, 90, 250), small}),
            "opening.1: sight lies over pin");
  Opening bore = round_opening(100, OpeningHow::bored, 90, 250);
  bore.bore.offset = 280;
  EXPECT_EQ(refused(drum(600, 500), {bore}), "opening.1: sight misses the wall with a part of its outline");
  bore.bore.offset = 400;
  EXPECT_EQ(refused(drum(600, 500), {bore}), "opening.1: sight misses the wall");
  bore.bore.offset = 301.5 * std::cos(0.01) - 50;
  EXPECT_EQ(refused(drum(600, 500), {bore}), "opening.1: sight grazes the wall");
  Opening none = round_opening(10, OpeningHow::laid, 0, 0);
  none.how = {};
  EXPECT_EQ(refused(drum(600, 500), {none}), "opening.1.how: is missing");
}

// What remains of the outline, worked out by hand.
TEST(Openings, RunOverEdgesAndTheSeam) {
  const auto notched = [](const Opening& o, Seam seam = {}) {
    const Blank b = make_blank(drum(600, 500), sheet_of(3), seam, with({o}));
    EXPECT_TRUE(prove(b, drum(600, 500), sheet_of(3), seam).passed);
    EXPECT_EQ(b.openings.size(), 0U);
    return b;
  };
  const double whole = pi * 603 * 500;
  // A half disc and a little more stands within the base's edge.
  const Blank edge = notched(round_opening(60, OpeningHow::laid, 90, 10));
  ASSERT_EQ(edge.notches.size(), 1U);
  const double half = std::acos(-10.0 / 30);
  EXPECT_NEAR(whole - area(edge), 900 * (half - std::sin(half) * std::cos(half)), 1e-6);
  EXPECT_NEAR(outline_length(edge), 2 * (pi * 603 + 500) - 2 * 30 * std::sin(half) + 2 * 30 * half, 1e-6);
  // Each edge of the seam has its share: together the disc.
  const Blank seam = notched(round_opening(60, OpeningHow::laid, 2, 250));
  EXPECT_EQ(seam.notches.size(), 2U);
  EXPECT_NEAR(whole - area(seam), pi * 900, 1e-6);
  // A gap takes its strip out of both.
  const Blank gap = notched(round_opening(60, OpeningHow::laid, 0, 250), Seam{.gap = 4});
  const double cap = std::acos(2.0 / 30);
  EXPECT_NEAR(whole - 4 * 500 - area(gap), 2 * 900 * (cap - std::sin(cap) * std::cos(cap)), 1e-6);
  // Bored over the top and over the seam: its edge lies on the bore, as the proof says.
  Opening high = rectangle(40, 340, 20, OpeningHow::bored, 90, 390);
  high.bore.tilt = Angle::degrees(10);
  EXPECT_EQ(notched(high).notches.size(), 1U);
  Opening bore = round_opening(100, OpeningHow::bored, 2, 250);
  EXPECT_EQ(notched(bore).notches.size(), 2U);
}

// Where an opening takes the corners that lay farthest out, the blank is laid into its box again.
TEST(Openings, ThatTakeCornersLeaveABlankInItsBox) {
  const Cone cone{.base = Diameter::mm(700), .top = Diameter::mm(300), .height = 500};
  const Blank whole = make_blank(cone, sheet_of(3), {}, with({}));
  const Blank cut = make_blank(cone, sheet_of(3), {}, with({round_opening(160, OpeningHow::laid, 0, 15)}));
  EXPECT_EQ(cut.notches.size(), 2U);
  EXPECT_LT(as_laid(cut).width, as_laid(whole).width - 10);
  EXPECT_NEAR(as_laid(cut).corner.x, 0, 1e-9);
  EXPECT_NEAR(as_laid(cut).corner.y, 0, 1e-9);
  EXPECT_TRUE(prove(cut, cone, sheet_of(3), {}).passed);
}

// A disc that runs over the base's edge by 20, and holes above and beside it.
TEST(Openings, MetalBesideNotchesIsMeasured) {
  const Opening notch = round_opening(60, OpeningHow::laid, 90, 10);
  const auto made = [&](const Opening& hole) {
    Opening own = hole;
    own.name = "hole";
    own.key = "opening.2";
    return make_blank(drum(600, 500), sheet_of(3), {}, with({notch, own}));
  };
  const Blank above = made(round_opening(20, OpeningHow::laid, 90, 55));
  ASSERT_EQ(above.groups.size(), 2U);
  for (const OpeningGroup& g : above.groups) {
    ASSERT_TRUE(g.opening);
    EXPECT_NEAR(g.opening->width, 45 - 30 - 10, 1e-9);
  }
  // The notch is nearest to the seam's edge, a quarter of the girth away.
  ASSERT_TRUE(above.groups[0].edge);
  EXPECT_NEAR(above.groups[0].edge->width, pi * 603 / 4 - 30, 1e-6);
  EXPECT_TRUE(above.warnings.empty());
  const Blank close = made(round_opening(20, OpeningHow::laid, 90, 52));
  ASSERT_FALSE(close.warnings.empty());
  EXPECT_NE(close.warnings.front().in({}).find("below the limit"), std::string::npos);
  Opening over = round_opening(20, OpeningHow::laid, 90, 42);
  over.name = "hole";
  over.key = "opening.2";
  EXPECT_NE(refused(drum(600, 500), {notch, over}).find("hole meets sight"), std::string::npos);
}

// Bored at a bend's middle towards its centre: on both plates, which stand at half the angle to the bore, the
// face that is nearer to the centre comes out of it last.
TEST(Openings, BoredAcrossABendReachAsFarAsTheNearerFaceSays) {
  for (const double turn : {90.0, 50.0}) {
    for (const double radius : {3.0, 18.0}) {
      for (const double factor : {0.33, 0.5}) {
        constexpr double t = 2.5, wide = 110;
        Panel panel;
        panel.profile = {{.line = 200}, {.bend = Angle::degrees(turn)}, {.line = 200}};
        panel.run = 400;
        panel.sizes_on = PanelFace::right;  // the convex side, y = 0 of the first plate
        panel.bend.radius = radius;
        panel.bend.neutral_factor = factor;
        const double half = turn * pi / 360;
        const double tangent = 200 - (radius + t) * std::tan(half);
        const double r = radius + factor * t;
        const Vec2 middle{tangent + r * std::sin(half), radius + t - r * std::cos(half)};
        Opening o = round_opening(wide, OpeningHow::bored, std::atan2(middle.y, middle.x) * 180 / pi, 200);
        o.bore.square_to_wall = true;
        const Blank b = make_blank(panel, sheet_of(t), {}, with({o}, 0.001));
        EXPECT_TRUE(prove(b, panel, sheet_of(t), {}).passed);
        ASSERT_EQ(b.openings.size(), 1U);
        const double on_plate = (wide / 2 - radius * std::sin(half)) / std::cos(half);
        const Rectangle box = upright_box(b.openings.front().outline);
        EXPECT_NEAR(box.width, 2 * on_plate + 2 * half * r, 0.004) << turn << " " << radius;
        EXPECT_NEAR(box.height, wide, 0.004);
      }
    }
  }
  // Sharp bends have no zone in which layers go over into each other.
  Panel sharp;
  sharp.profile = {{.line = 200}, {.bend = Angle::degrees(90)}, {.line = 200}};
  sharp.run = 400;
  sharp.sizes_on = PanelFace::right;
  sharp.bend.radius = 0;
  sharp.bend.neutral_factor = 0;
  Opening o = round_opening(60, OpeningHow::bored, 0.3, 200);
  o.bore.square_to_wall = true;
  EXPECT_NE(refused(sharp, {o}).find("opening.1"), std::string::npos);
}

TEST(Openings, WhatFallsOutIsRefused) {
  Opening slot = rectangle(40, 700, 0, OpeningHow::laid, 90, 250);
  EXPECT_EQ(refused(drum(600, 500), {slot}), "opening.1: sight cuts the blank in pieces that fall apart");
}

TEST(Openings, WebsBelowTheLimitAreWarnedOfWithTheirPlace) {
  Opening row = round_opening(10, OpeningHow::laid, 90, 6);
  row.repeat = {.count = 3, .girth_pitch = 12};
  const Blank b = make_blank(drum(600, 500), sheet_of(3), {}, with({row}));
  ASSERT_EQ(b.warnings.size(), 2u);
  EXPECT_TRUE(has(b.warnings[0], "is 2 mm at [")) << b.warnings[0];
  EXPECT_TRUE(has(b.warnings[0], "limit of 3 mm")) << b.warnings[0];
  EXPECT_TRUE(has(b.warnings[1], "base is 1 mm")) << b.warnings[1];
}

TEST(Openings, PiecesHaveTheOpeningsThatLieOnThem) {
  Opening o = round_opening(60, OpeningHow::bored, 90, 250);
  o.walls = BoredWalls::both;
  Seam seam;
  seam.pieces = 4;
  seam.at = Angle::degrees(45);
  const auto blanks = make_blanks(drum(600, 500), sheet_of(3), seam, with({o}));
  ASSERT_EQ(blanks.size(), 2u);  // two with a hole and two without are alike
  EXPECT_EQ(blanks[0].openings.size(), 1u);
  EXPECT_EQ(blanks[0].count, 2);
  EXPECT_EQ(blanks[1].openings.size(), 0u);
}

// Which way a letter-like form reads: its longest side is up on the left, its shorter along the foot.
TEST(Openings, FormsAreSeenFromOutsideWhicheverFaceLiesUp) {
  Opening o = round_opening(1, OpeningHow::laid, 90, 250);
  o.form.profile = {.kind = ProfileKind::polyline,
                    .points = {{0, 0}, {30, 0}, {30, 10}, {10, 10}, {10, 60}, {0, 60}}};
  for (const Face up : {Face::inside, Face::outside}) {
    Making making = with({o});
    making.face_up = up;
    const Blank b = make_blank(drum(600, 500), sheet_of(3), {}, making);
    const Outline& cut = b.openings.at(0).outline;
    const Rectangle box = upright_box(cut);
    // The upright of the L: where the outline is highest.
    double high_x = 0;
    double high = -1;
    for (const Arc& arc : cut) {
      if (arc.start.y > high) std::tie(high, high_x) = std::pair{arc.start.y, arc.start.x};
    }
    const bool on_left = high_x < box.corner.x + box.width / 2;
    EXPECT_EQ(on_left, up == Face::outside);
  }
}

// What shifts a form moves its place: centre, plan angle and height are those of what is cut.
TEST(Openings, ShiftedFormsLieWhereTheyAreSaid) {
  const double radius = 303;
  for (const OpeningHow how : {OpeningHow::laid, OpeningHow::bored}) {
    Opening o = rectangle(24, 50, 0, how, 200, 150);
    o.form.shift = {15, 5};
    if (how == OpeningHow::bored) o.bore.contact = Contact::neutral;
    o.turn = Angle::degrees(90);
    const Blank b = make_blank(drum(600, 400), sheet_of(6), {.at = Angle::degrees(40)}, with({o}));
    ASSERT_EQ(b.openings.size(), 1u);
    const BlankOpening& hole = b.openings[0];
    const Rectangle box = upright_box(hole.outline);
    EXPECT_NEAR(hole.centre.x, box.corner.x + box.width / 2, 0.05);
    EXPECT_NEAR(hole.centre.y, box.corner.y + box.height / 2, 0.05);
    EXPECT_NEAR(hole.height, 165, 1e-9);
    const double aside = how == OpeningHow::laid ? 5 / radius : std::asin(5 / radius);
    EXPECT_NEAR(hole.plan.radians(), Angle::degrees(200).radians() - aside, 1e-3);
  }
}

// By the sides of what is cut, whichever face is up, of the twin, too.
TEST(Openings, SayHowTheyAreTurned) {
  for (const Face up : {Face::inside, Face::outside}) {
    for (const Hand hand : {Hand::as_drawn, Hand::opposite}) {
      Opening laid = rectangle(24, 50, 0, OpeningHow::laid, 200, 150);
      laid.turn = Angle::degrees(25);
      Opening bored = rectangle(0.24, 0.5, 0, OpeningHow::bored, 80, 150);  // so small that the wall is flat
      bored.name = "slot";
      bored.turn = Angle::degrees(-35);
      Making making = with({laid, bored}, 1e-4);
      making.face_up = up;
      making.hand = hand;
      const Blank b = make_blank(cyclone(), sheet_of(0), {}, making);
      ASSERT_EQ(b.openings.size(), 2u);
      for (const BlankOpening& o : b.openings) {
        const auto shortest = [](const Arc& p, const Arc& q) { return p.length < q.length; };
        const Arc side = *std::min_element(o.outline.begin(), o.outline.end(), shortest);
        const Vec2 way = end_of(side) - side.start;
        EXPECT_NEAR(std::remainder(std::atan2(way.y, way.x) - o.x_heading.radians(), pi), 0,
                    o.bore ? 1e-3 : 1e-9)
            << name_of(b, o);
      }
    }
  }
}

TEST(Openings, OfTheMirroredTwinLieMirrored) {
  Opening o = rectangle(80, 30, 0, OpeningHow::bored, 70, 250);
  o.bore.offset = 60;
  o.turn = Angle::degrees(20);
  Making making = with({o});
  making.face_up = Face::outside;
  const Blank a = make_blank(drum(600, 500), sheet_of(3), {}, making);
  making.hand = Hand::opposite;
  const Blank b = make_blank(drum(600, 500), sheet_of(3), {}, making);
  const double width = as_laid(a).width;
  EXPECT_NEAR(a.openings[0].centre.x, width - b.openings[0].centre.x, 1e-9 * width);
  const Rectangle boxa = upright_box(a.openings[0].outline);
  const Rectangle boxb = upright_box(b.openings[0].outline);
  EXPECT_NEAR(boxa.corner.x, width - boxb.corner.x - boxb.width, 0.04);
  EXPECT_NEAR(boxa.height, boxb.height, 0.04);
}

// A straight side of this form runs all but along the wall: near its end the outside face leaves the bore and
// layers within the sheet touch, until the outside face does again.
TEST(Openings, BoredAreClearWhereAFaceLetsGoOfTheBore) {
  Cone c{.base = Diameter::mm(346.35186), .top = Diameter::mm(278.41194), .height = 439.64098};
  c.shift = {-12.0777, 79.58326};
  Opening o = rectangle(12.55014, 33.39084, 0, OpeningHow::bored, 313.937, 69.99986);
  o.form.profile.kind = ProfileKind::obround;
  o.form.profile.corner_radius = 0;
  o.repeat = {.count = 5, .over = Angle::degrees(200)};
  const Sheet sheet{.thickness = 5.99948, .sizes_on = Face::middle, .neutral_factor = 0.5};
  Seam seam{.at = Angle::degrees(330.245)};
  seam.pieces = 2;
  for (const Blank& b : make_blanks(c, sheet, seam, with({o}))) {
    const Proof p = prove(b, c, sheet, seam);
    EXPECT_TRUE(p.passed) << p.opening_mismatch;
    EXPECT_LT(p.opening_mismatch, 1e-9 * b.size);
  }
}

// Walls that are stretched to form them know their places, too.
TEST(Openings, LieOnWallsThatAreStretched) {
  Transition t;
  t.base.profile = {.kind = ProfileKind::rectangle, .width = 600, .length = 500, .corner_radius = 60};
  t.top.profile = {.kind = ProfileKind::ellipse, .width = 500, .length = 300};
  t.height = 500;
  t.rulings = Rulings::even;
  t.strain.allowed = true;
  Opening laid = round_opening(40, OpeningHow::laid, 30, 250);
  Opening bore = round_opening(50, OpeningHow::bored, 200, 300);
  bore.name = "bore";
  bore.bore.tilt = Angle::degrees(10);
  bore.walls = BoredWalls::both;
  const Sheet sheet = sheet_of(2, Face::middle);
  const Blank b = make_blank(t, sheet, {}, with({laid, bore}));
  ASSERT_EQ(b.openings.size(), 3u);
  EXPECT_TRUE(round_hole(b.openings[0]));
  EXPECT_NEAR(b.openings[0].plan.degrees(), 30, 1e-9);
  EXPECT_NEAR(b.openings[0].height, 250, 1e-9 * b.size);
  const Proof p = prove(b, t, sheet);
  EXPECT_TRUE(p.passed);
  EXPECT_LE(p.opening_mismatch, 1e-9 * b.size);
  Blank moved = b;
  for (Arc& arc : moved.openings[1].outline) arc.start.x += 1e-4;
  EXPECT_FALSE(prove(moved, t, sheet).passed);
}

// Bent zones and flat faces of folded parts, zones wound about an axis.
// A bore towards the middle of a sphere is a circle on every layer; of all gores each has what lies on it.
TEST(Openings, BoredAcrossGoresAreCutInEach) {
  constexpr double rim = 400, rise = 250, t = 4, a = 35, fit = 0.005;
  constexpr double radius = (rim * rim + rise * rise) / (2 * rise);
  constexpr int gores = 12;
  for (const double plan : {0.0, 40.0, 75.0}) {
    Part p;
    Dome d;
    d.rim = 2 * rim;
    d.rise = rise;
    d.gores = gores;
    d.strain.allowed = true;
    p.asked = d;
    p.sheet = sheet_of(t, Face::middle);
    p.making.fit = fit;
    const double polar = 0.45;  // of the bore, from the axis
    Opening o = round_opening(2 * a, OpeningHow::bored, plan, rise - radius + radius * std::cos(polar));
    o.bore.square_to_wall = true;
    p.making.openings = {o};
    const std::vector<PieceResult> made = develop(p);
    int count = 0;
    for (const PieceResult& piece : made) {
      EXPECT_TRUE(piece.proof.passed) << plan;
      count += piece.blank.count;
    }
    EXPECT_EQ(count, gores);
    // No layer stands in the bore: it is the inside that it just touches.
    const double wide = std::asin(a / (radius - t / 2));
    const Vec3 way = {std::sin(polar) * std::cos(plan * pi / 180),
                      std::sin(polar) * std::sin(plan * pi / 180), std::cos(polar)};
    const Vec3 level = unit(cross(Vec3{0, 0, 1}, way));
    const Vec3 up = cross(way, level);
    int looked = 0;
    for (int i = 0; i < 360; ++i) {
      const double at = two_pi * (i + 0.5) / 360;
      const Vec3 n = std::cos(wide) * way + std::sin(wide) * (std::cos(at) * level + std::sin(at) * up);
      const double v = radius * (std::asin(n.z) - std::asin((radius - rise) / radius));
      for (const PieceResult& piece : made) {
        std::vector<int> pieces = piece.blank.alike;
        if (pieces.empty()) pieces = {piece.blank.piece};
        for (const int k : pieces) {
          // Gores lie beside each other from plan angle 0.
          const double u = std::remainder(std::atan2(n.y, n.x) - (2 * k + 1) * pi / gores, two_pi);
          for (const StretchPatch& patch : piece.blank.patches) {
            if (u < patch.u_from || u > patch.u_to || v < patch.v_from || v > patch.v_to) continue;
            ++looked;
            const Vec2 here = place_on(patch, u, v);
            double off = distance(outline(piece.blank), here);
            for (const BlankOpening& hole : piece.blank.openings)
              off = std::min(off, distance(hole.outline, here));
            EXPECT_LE(off, fit + 1e-6) << plan << " gore " << k;
          }
        }
      }
    }
    EXPECT_EQ(looked, 360);
  }
}

TEST(Openings, LaidOverTheEdgeOfAGoreIsRefused) {
  Dome d;
  d.rim = 800;
  d.rise = 250;
  d.gores = 12;
  d.strain.allowed = true;
  const Opening o = round_opening(60, OpeningHow::laid, 0, 100);
  EXPECT_TRUE(has(refusal_of([&] { (void)make_blanks(d, sheet_of(2, Face::middle), {}, with({o})); }).reason,
                  "laid over the edge"));
}

TEST(Openings, LieOnFoldedAndWoundWalls) {
  Tube tube;
  tube.side = 80;
  tube.corner_radius = 8;
  tube.wall_thickness = 5;
  tube.length = 400;
  tube.opened_at = 6;
  Opening bolts = round_opening(18, OpeningHow::bored, 0, 100);
  bolts.walls = BoredWalls::both;
  const Sheet none{.thickness = 0};
  const Blank b = make_blank(tube, none, {}, with({bolts}));
  ASSERT_EQ(b.openings.size(), 2u);
  EXPECT_TRUE(prove(b, tube, none).passed);
  EXPECT_NEAR(signed_area(b.openings[0].outline), pi * 81, 1e-9);  // a circle on a flat side
  // Over a rounded corner, that is bent and no fold.
  const Blank over = make_blank(tube, none, {}, with({round_opening(18, OpeningHow::bored, 40, 100)}));
  EXPECT_TRUE(prove(over, tube, none).passed);
  EXPECT_GT(signed_area(over.openings.at(0).outline), pi * 81);
  HelicalStrip zone;
  zone.body_diameter = 600;
  zone.width = 120;
  zone.lead = Angle::degrees(20);
  zone.turns = 0.8;
  const Sheet sheet = sheet_of(2);
  Opening pin = round_opening(20, OpeningHow::bored, 100, 250);
  const double pitch = pi * 600 * std::tan(Angle::degrees(20).radians());
  pin.at.height = pitch * 100 / 360 + 60;
  const auto wound = make_blanks(zone, sheet, {}, with({pin}));
  ASSERT_EQ(wound[0].openings.size(), 1u);
  EXPECT_TRUE(prove(wound[0], zone, sheet).passed);
}

// --- at random -----------------------------------------------------------------------------------------

class Draw : public Random {
 public:
  using Random::Random;

  Shape wall() {
    const double size = spread(60, 2000);
    const double height = size * between(0.5, 2);
    top = height;
    if (one_in(20)) {
      Transition t;
      t.base.profile = {.kind = ProfileKind::rectangle,
                        .width = size,
                        .length = size * between(0.5, 1),
                        .corner_radius = size / 8};
      t.top.profile.diameter = size * between(0.3, 0.9);
      t.height = height;
      return t;
    }
    if (one_in(8)) {
      Hopper h;
      h.base = {.width = size * between(0.3, 0.6), .length = size * between(0.3, 0.6)};
      h.top = {.width = size, .length = size};
      h.height = height;
      h.bend = {.radius = 0.002 * size, .neutral_factor = 0.4};
      return h;
    }
    if (one_in(3)) return drum(size, height);
    Cone c{.base = Diameter::mm(size), .top = Diameter::mm(size * between(0.2, 1.2)), .height = height};
    if (one_in(6)) c.shift = {size * between(-0.2, 0.2), size * between(-0.2, 0.2)};
    return c;
  }
  double top = 0;
};

bool is_reason(const std::string& reason) {
  for (const char* known : {"goes across the seam", "goes over the edge", "lies where there is no wall",
                            "misses the wall", "lies off the blank", "grazes", "is bored across",
                            "meets no far wall", "meets more than two walls"}) {
    if (has(reason, known)) return true;
  }
  return false;
}

// Two thousand walls and places: formed again, every opening has the plan angle and the height asked for,
// and every bored outline lies on its bore.
TEST(RandomOpenings, LandWhereTheyAreAsked) {
  Draw draw(20261128);
  int made = 0;
  for (int i = 0; i < draws(2000); ++i) {
    const Shape shape = draw.wall();
    const double size = draw.top;
    const Sheet sheet =
        sheet_of(draw.top * 1e-3, std::holds_alternative<Transition>(shape) ? Face::inside : draw.face());
    const bool bored = draw.one_in(2);
    const double width = size * draw.spread(0.01, 0.08);
    Opening o = draw.one_in(2) ? round_opening(width, OpeningHow::laid, draw.between(-400, 400),
                                               size * draw.between(0.15, 0.85))
                               : rectangle(width, width * draw.between(0.4, 2), width * 0.1, OpeningHow::laid,
                                           draw.between(-400, 400), size * draw.between(0.15, 0.85));
    if (bored) {
      o.how = OpeningHow::bored;
      o.bore = {draw.one_in(3), Angle::degrees(draw.between(-25, 25)), Angle::degrees(draw.between(-25, 25)),
                width * draw.between(-0.5, 0.5)};
      if (draw.one_in(3)) o.walls = BoredWalls::both;
    }
    o.turn = draw.plan();
    Seam seam;
    seam.at = draw.plan();
    Making making = with({o}, 1);
    making.marks = false;
    making.face_up = draw.one_in(2) ? Face::inside : Face::outside;
    SCOPED_TRACE("wall " + std::to_string(i));
    std::vector<Blank> blanks;
    try {
      blanks = make_blanks(shape, sheet, seam, making);
    } catch (const Refusal& r) {
      EXPECT_TRUE(is_reason(r.text().reason.in({}))) << r.what();
      continue;
    }
    for (const Blank& b : blanks) {
      if (b.openings.empty()) continue;
      ++made;
      const Proof p = prove(b, shape, sheet, seam);
      EXPECT_TRUE(p.passed) << p.opening_mismatch << " " << p.greatest_distance << " " << p.where;
      EXPECT_LE(p.opening_mismatch, 1e-9 * b.size);
      if (bored) continue;
      const double plan = b.openings[0].plan.degrees() - o.at.angle->degrees();
      EXPECT_NEAR(std::remainder(plan, 360), 0, 1e-7);
      EXPECT_NEAR(b.openings[0].height, *o.at.height, 1e-9 * b.size);
    }
  }
  expect_made(made, 1500, 2000, draws(2000));
}

TEST(RandomOpenings, ProofSeesAnOpeningBesideItsPlace) {
  const Seam seam;
  Blank b = make_blank(cyclone(), sheet_of(3), seam, with({round_opening(60, OpeningHow::bored, 40, 300)}));
  EXPECT_TRUE(prove(b, cyclone(), sheet_of(3), seam).passed);
  Blank moved = b;
  for (Arc& arc : moved.openings[0].outline) arc.start.x += 0.03;
  EXPECT_FALSE(prove(moved, cyclone(), sheet_of(3), seam).passed);
  Blank laid = make_blank(cyclone(), sheet_of(3), seam, with({round_opening(60, OpeningHow::laid, 40, 300)}));
  for (Arc& arc : laid.openings[0].outline) arc.start.y += 1e-5;
  laid.openings[0].centre.y += 1e-5;
  EXPECT_FALSE(prove(laid, cyclone(), sheet_of(3), seam).passed);
}

// --- arcs and outlines ---------------------------------------------------------------------------------

TEST(Nearest, IsNoFartherThanAnyTwoPointsAndReachedByTwo) {
  Random draw(7);
  const auto arc = [&] {
    const Angle turn = rad(draw.one_in(3) ? 0 : draw.between(-6, 6));
    return Arc{{draw.between(-10, 10), draw.between(-10, 10)},
               rad(draw.between(-3, 3)),
               draw.between(0.5, 12),
               turn};
  };
  for (int i = 0; i < 150; ++i) {
    const Arc a = arc();
    const Arc b = arc();
    const Nearest n = nearest(a, b);
    double least = HUGE_VAL;
    for (int k = 0; k <= 120; ++k) {
      for (int l = 0; l <= 120; ++l)
        least = std::min(least, norm(point_at(a, a.length * k / 120) - point_at(b, b.length * l / 120)));
    }
    EXPECT_LE(n.distance, least + 1e-9) << i;
    EXPECT_GE(n.distance, least - 0.15) << i;  // between the looks
    EXPECT_NEAR(norm(n.on_a - n.on_b), n.distance, 1e-9);
  }
}

TEST(Merge, TwoCirclesHaveTheAreaOfTheirLens) {
  const double r = 10;
  const double d = 12;
  const std::vector<Outline> both{circle({0, 0}, 2 * r), circle({d, 0}, 2 * r)};
  const Outlines whole = merged(both);
  ASSERT_EQ(whole.size(), 1u);
  const double lens = 2 * r * r * std::acos(d / (2 * r)) - d / 2 * std::sqrt(4 * r * r - d * d);
  EXPECT_NEAR(signed_area(whole[0]), 2 * pi * r * r - lens, 1e-9);
  const Outlines left = without({both[0]}, std::vector<Outline>{both[1]});
  ASSERT_EQ(left.size(), 1u);
  EXPECT_NEAR(signed_area(left[0]), pi * r * r - lens, 1e-9);
}

TEST(Merge, OutlinesThatCoverEachOtherAreOne) {
  const std::vector<Outline> twice{circle({3, 4}, 40), circle({3, 4}, 40)};
  const Outlines whole = merged(twice);
  ASSERT_EQ(whole.size(), 1u);
  EXPECT_NEAR(signed_area(whole[0]), pi * 400, 1e-9);
}

TEST(Merge, OutlinesRunOnAndCoverWhatAnyOfThemCovers) {
  Random draw(11);
  for (int i = 0; i < 25; ++i) {
    std::vector<Outline> parts;
    for (int k = 0; k < 5; ++k) {
      const Vec2 at{draw.between(-20, 20), draw.between(-20, 20)};
      if (draw.one_in(2)) {
        parts.push_back(circle(at, draw.between(5, 25)));
        continue;
      }
      OpeningForm form;
      form.profile = {.kind = ProfileKind::rectangle,
                      .width = draw.between(5, 25),
                      .length = draw.between(5, 25),
                      .corner_radius = 2};
      form.profile.turn = draw.plan();
      form.shift = at;
      parts.push_back(outlines_of(form, {}, 0.01).loops.front());
    }
    const Outlines whole = merged(parts);
    double sum = 0;
    for (const Outline& o : whole) {
      sum += signed_area(o);
      for (size_t k = 0; k < o.size(); ++k)
        EXPECT_LT(norm(end_of(o[k]) - o[(k + 1) % o.size()].start), 1e-9) << i;
    }
    // A fine grid.
    constexpr double step = 0.5;
    double covered = 0;
    for (double x = -40; x < 40; x += step) {
      for (double y = -40; y < 40; y += step) {
        const Vec2 p{x + 0.1234, y + 0.0567};
        const auto within = [&](const Outline& o) { return contains(o, p); };
        covered += std::any_of(parts.begin(), parts.end(), within) ? step * step : 0;
      }
    }
    EXPECT_NEAR(sum, covered, 25) << i;
  }
}

}  // namespace
}  // namespace juggler::testing
