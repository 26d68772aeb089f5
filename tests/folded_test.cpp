// Folded parts against answers worked out by hand, and laws over many of them.
#include <random>

#include "common.h"

namespace juggler::testing {
namespace {

using std::numbers::pi;

ProfileStep leg(double length) { return {.line = length}; }
ProfileStep bend_left(double degrees) { return {.bend = Angle::degrees(degrees)}; }
ProfileStep bend_right(double degrees) { return {.bend = Angle::degrees(degrees), .to_right = true}; }
ProfileStep arc_left(double degrees, double radius) {
  return {.arc = Angle::degrees(degrees), .radius = radius};
}

constexpr double t = 2;
constexpr double r = 3;
constexpr double k = 0.42;

Panel panel_of(std::vector<ProfileStep> profile, PanelFace face) {
  return {.profile = std::move(profile),
          .run = 500,
          .sizes_on = face,
          .bend = {.radius = r, .neutral_factor = k}};
}

Blank made(const Shape& shape, const Sheet& sheet = sheet_of(t), const Seam& seam = {},
           const Making& making = {}) {
  const Blank b = make_blank(shape, sheet, seam, making);
  const Proof p = prove(b, shape, sheet, seam);
  EXPECT_TRUE(p.passed) << p.greatest_distance << " at " << p.where << ", seam " << p.seam_mismatch
                        << ", rims " << p.rim_mismatch << ", area " << p.area_mismatch << ", allowed "
                        << p.allowed;
  return b;
}

double developed(const Shape& shape) { return as_laid(made(shape)).width; }

const double allowance = pi / 2 * (r + k * t);

TEST(Panel, LOnEachFace) {
  const auto ell = [](PanelFace face) {
    return developed(panel_of({leg(50), bend_left(90), leg(30)}, face));
  };
  // Inside lines end the radius before the inside corner; outside ones the thickness more.
  EXPECT_NEAR(ell(PanelFace::concave_side), 50 + 30 - 2 * r + allowance, 1e-9);
  EXPECT_NEAR(ell(PanelFace::middle), 50 + 30 - 2 * (r + t / 2) + allowance, 1e-9);
  EXPECT_NEAR(ell(PanelFace::convex_side), 50 + 30 - 2 * (r + t) + allowance, 1e-9);
  EXPECT_NEAR(ell(PanelFace::left), ell(PanelFace::concave_side), 1e-12);
  EXPECT_NEAR(ell(PanelFace::right), ell(PanelFace::convex_side), 1e-12);
}

TEST(Panel, UAndHatAndGutter) {
  EXPECT_NEAR(
      developed(panel_of({leg(40), bend_left(90), leg(100), bend_left(90), leg(40)}, PanelFace::convex_side)),
      180 - 4 * (r + t) + 2 * allowance, 1e-9);
  const std::vector<ProfileStep> hat{leg(25),       bend_right(90), leg(40),        bend_left(90), leg(60),
                                     bend_left(90), leg(40),        bend_right(90), leg(25)};
  EXPECT_NEAR(developed(panel_of(hat, PanelFace::concave_side)), 190 - 8 * r + 4 * allowance, 1e-9);
  EXPECT_NEAR(developed(panel_of(hat, PanelFace::convex_side)), 190 - 8 * (r + t) + 4 * allowance, 1e-9);
}

TEST(Panel, ZedFollowsTheHollowSideOrKeepsOneFace) {
  const std::vector<ProfileStep> zed{leg(30), bend_left(90), leg(50), bend_right(90), leg(30)};
  EXPECT_NEAR(developed(panel_of(zed, PanelFace::concave_side)), 110 - 4 * r + 2 * allowance, 1e-9);
  EXPECT_NEAR(developed(panel_of(zed, PanelFace::convex_side)), 110 - 4 * (r + t) + 2 * allowance, 1e-9);
  // The left face is concave at the first bend and bulges at the second.
  EXPECT_NEAR(developed(panel_of(zed, PanelFace::left)), 110 - 2 * r - 2 * (r + t) + 2 * allowance, 1e-9);
  EXPECT_NEAR(developed(panel_of(zed, PanelFace::right)), 110 - 2 * r - 2 * (r + t) + 2 * allowance, 1e-9);
}

TEST(Panel, SharpAndBluntAngles) {
  for (const double turned : {20.0, 60.0, 120.0, 150.0}) {
    const double x = turned / 180 * pi;
    const double flat = 100 + 80 - 2 * (r + t) * std::tan(x / 2) + x * (r + k * t);
    EXPECT_NEAR(developed(panel_of({leg(100), bend_left(turned), leg(80)}, PanelFace::convex_side)), flat,
                1e-9);
  }
}

TEST(Panel, ArcsKeepTheGirthOfTheNeutralLayer) {
  const Panel guard = panel_of({leg(40), arc_left(180, 300), leg(60)}, PanelFace::convex_side);
  EXPECT_NEAR(developed(guard), 100 + pi * (300 - t / 2), 1e-9);
  const Panel s = panel_of({arc_left(90, 50), {.arc = Angle::degrees(90), .radius = 70, .to_right = true}},
                           PanelFace::left);
  EXPECT_NEAR(developed(s), pi / 2 * (50 + t / 2) + pi / 2 * (70 - t / 2), 1e-9);
}

TEST(Panel, GuardOfRadius300PressedWithTwelveHits) {
  const Panel guard = panel_of({arc_left(360, 300)}, PanelFace::middle);
  const Blank b = made(guard, sheet_of(t), {}, {.pressing = {.hits = 12}});
  EXPECT_NEAR(b.pressed->facet_error, 6.885, 5e-4);
  // A flat as long as 30 degrees of the circle, against the circle that it touches.
  const double w = 300 * pi / 6;
  EXPECT_NEAR(b.pressed->facet_error, w / (pi / 6) - w / (2 * std::tan(pi / 12)), 1e-9);
  ASSERT_EQ(bends_of(b).size(), 12u);
  double sum = 0;
  for (const Fold& line : bends_of(b)) sum += line.turned.degrees();
  EXPECT_NEAR(sum, 360, 1e-9);
  EXPECT_NEAR(bends_of(b)[1].datum_from - bends_of(b)[0].datum_from, w, 1e-9);
}

TEST(Panel, FlatWidthIsKeptBetweenBendLinesAndTheRestIsShared) {
  const Panel guard = panel_of({leg(20), arc_left(90, 300), leg(20)}, PanelFace::middle);
  const Blank b = made(guard, sheet_of(t), {}, {.pressing = {.facet_width = 30}});
  const double length = pi / 2 * 300;
  ASSERT_EQ(bends_of(b).size(), 16u);
  for (size_t i = 1; i < bends_of(b).size(); ++i)
    EXPECT_NEAR(bends_of(b)[i].datum_from - bends_of(b)[i - 1].datum_from, 30, 1e-9);
  EXPECT_NEAR(b.pressed->end_width, (length - 15 * 30) / 2, 1e-9);
  double sum = 0;
  for (const Fold& line : bends_of(b)) sum += line.turned.degrees();
  EXPECT_NEAR(sum, 90, 1e-9);
}

TEST(Panel, FewestHitsForAFacetError) {
  const Panel guard =
      panel_of({leg(20), arc_left(90, 300), leg(40), arc_left(60, 80), leg(20)}, PanelFace::middle);
  const Blank b = made(guard, sheet_of(t), {}, {.pressing = {.facet_error = 0.5}});
  EXPECT_LE(b.pressed->facet_error, 0.5);
  const auto error = [](double radius, double angle, int hits) {
    const double x = angle / hits / 2 / 180 * pi;
    return radius - radius * x / std::tan(x);
  };
  int large = 1;
  int small = 1;
  while (error(300, 90, large) > 0.5) ++large;
  while (error(80, 60, small) > 0.5) ++small;
  EXPECT_EQ(b.pressed->hits, large + small);
}

TEST(Pressed, CylinderAndConeKeepTheirGirthAndShareTheirTurn) {
  const Making twelve{.pressing = {.hits = 12}};
  const Sheet thin = sheet_of(0);
  const Blank can = made(Cylinder{.size = Diameter::mm(600), .height = 400}, thin, {.gap = 0}, twelve);
  EXPECT_NEAR(can.pressed->facet_error, 6.885, 5e-4);
  ASSERT_EQ(bends_of(can).size(), 12u);
  for (const Fold& line : bends_of(can)) EXPECT_NEAR(line.turned.degrees(), 30, 1e-9);
  // The seam halves a flat.
  EXPECT_NEAR(bends_of(can).front().datum_from, 300 * pi / 12, 1e-9);
  EXPECT_NEAR(bends_of(can)[1].datum_from - bends_of(can)[0].datum_from, 300 * pi / 6, 1e-9);
  const Blank cone = made(cyclone(), thin, {.gap = 0}, twelve);
  const double half = std::atan((620 - 155) / 2.0 / 780);
  // A pyramid of twelve flats, each a twelfth of the blank's sector at its tip.
  const double turned = 2 * std::acos(std::cos(pi / 12) / std::cos(pi * std::sin(half) / 12));
  for (const Fold& line : bends_of(cone)) {
    EXPECT_NEAR(line.turned.radians(), turned, 1e-9);
    EXPECT_NEAR(line.length(), std::hypot(780, (620 - 155) / 2.0), 1e-9);
  }
  // Square to the wall: its normals turn less than its plan.
  const double x = std::asin(std::cos(half) * std::sin(pi / 12));
  const double w = 620 * pi / 12;
  EXPECT_NEAR(cone.pressed->facet_error, w / (2 * x) - w / (2 * std::tan(x)), 1e-9);
}

TEST(Pressed, PiecesShareTheHitsEvenlyOrAreRefused) {
  const Seam thirds{.gap = 0, .pieces = 3};
  const Cylinder can{.size = Diameter::mm(600), .height = 400};
  const auto blanks = make_blanks(can, sheet_of(0), thirds, {.pressing = {.hits = 12}});
  ASSERT_EQ(blanks.size(), 1u);
  EXPECT_EQ(blanks[0].count, 3);
  EXPECT_EQ(bends_of(blanks[0]).size(), 4u);
  EXPECT_EQ(refusal_of([&] { (void)make_blanks(can, sheet_of(0), thirds, {.pressing = {.hits = 13}}); }).key,
            "pressing.hits");
}

TEST(Bend, FactorFromATestPieceIsTheOneItWasMadeWith) {
  const double angle = pi / 2;
  const double flat = 60 + 40 - 2 * (r + t) * std::tan(angle / 2) + angle * (r + 0.38 * t);
  const Bend bend{.radius = r, .test = TestPiece{.flat = flat, .leg_a = 60, .leg_b = 40}};
  EXPECT_NEAR(neutral_factor(bend, t, r, Angle::degrees(45)), 0.38, 1e-12);
}

TEST(Bend, TableIsLinearBetweenItsRowsAndRefusesOutsideThem) {
  const Bend bend{.table = {{2, 3, Angle::degrees(60), 0.36},
                            {2, 3, Angle::degrees(120), 0.40},
                            {2, 5, Angle::degrees(60), 0.40},
                            {2, 5, Angle::degrees(120), 0.44}}};
  EXPECT_NEAR(neutral_factor(bend, 2, 3, Angle::degrees(90)), 0.38, 1e-12);
  EXPECT_NEAR(neutral_factor(bend, 2, 4, Angle::degrees(75)), 0.39, 1e-12);
  EXPECT_EQ(refusal_of([&] { (void)neutral_factor(bend, 2, 3, Angle::degrees(130)); }).key, "bend.table");
  EXPECT_EQ(refusal_of([&] { (void)neutral_factor(bend, 1.5, 3, Angle::degrees(90)); }).key, "bend.table");
  EXPECT_EQ(refusal_of([&] { (void)neutral_factor({}, 2, 3, Angle::degrees(90)); }).key, "bend.neutral");
}

Hopper hopper_of(double bw, double bl, double tw, double tl, double h, Vec2 shift = {}) {
  return {.base = {bw, bl},
          .top = {tw, tl},
          .height = h,
          .shift = shift,
          .bend = {.radius = r, .neutral_factor = k}};
}

TEST(Hopper, WeldedWallsOnTheInsideAreTheBareFaces) {
  Hopper h = hopper_of(200, 300, 600, 500, 400);
  h.pieces = 4;
  h.seam = 1;
  const auto blanks = make_blanks(h, sheet_of(0));
  ASSERT_EQ(blanks.size(), 2u);  // opposite walls are alike
  for (const Blank& b : blanks) EXPECT_EQ(b.count, 2);
  // The wall facing +x leans over (600 - 200) / 2, the one facing +y over (500 - 300) / 2.
  const double x_slant = std::hypot(400.0, 200.0);
  const double y_slant = std::hypot(400.0, 100.0);
  EXPECT_NEAR(area(blanks[0]), (300 + 500) / 2.0 * x_slant, 1e-6);
  EXPECT_NEAR(area(blanks[1]), (200 + 600) / 2.0 * y_slant, 1e-6);
  EXPECT_NEAR(as_laid(blanks[0]).height, x_slant, 1e-9);
  EXPECT_NEAR(as_laid(blanks[0]).width, 500, 1e-9);
}

TEST(Hopper, FoldedFromOnePieceProvesForEveryKind) {
  const Hopper kinds[]{
      hopper_of(400, 400, 150, 150, 300),           hopper_of(150, 150, 400, 400, 300),
      hopper_of(300, 500, 150, 200, 350),           hopper_of(300, 500, 150, 200, 350, {120, -80}),
      hopper_of(200, 300, 200, 100, 250, {0, 100}), hopper_of(300, 200, 100, 400, 200)};
  for (Hopper h : kinds) {
    for (const int seam : {1, 3, 4, 6}) {
      h.seam = seam;
      for (const Face face : {Face::inside, Face::middle, Face::outside}) {
        const Blank b = made(h, sheet_of(t, face));
        EXPECT_EQ(bends_of(b).size(), seam % 2 == 1 ? 3u : 4u);
      }
    }
  }
}

TEST(Hopper, PiecesGapsLapsAndContacts) {
  Hopper h = hopper_of(300, 500, 150, 200, 350, {60, 40});
  for (const int pieces : {1, 2, 4}) {
    for (const HipJoint joint : {HipJoint::inside_touch, HipJoint::lapped}) {
      for (const Contact contact : {Contact::size_face, Contact::inside, Contact::outside}) {
        h.pieces = pieces;
        h.hip_joint = joint;
        h.base_contact = h.top_contact = contact;
        const Sheet sheet = sheet_of(t, Face::outside);
        const Seam seam{.gap = 1.5};
        for (const Blank& b : make_blanks(h, sheet, seam)) {
          const Proof p = prove(b, h, sheet, seam);
          EXPECT_TRUE(p.passed) << p.greatest_distance << " at " << p.where << ", seam " << p.seam_mismatch
                                << ", rims " << p.rim_mismatch << ", area " << p.area_mismatch;
        }
      }
    }
  }
}

TEST(Hopper, HipAnglesOfASquarePyramidFrustum) {
  Hopper h = hopper_of(400, 400, 200, 200, 100);
  h.seam = 1;
  const Blank b = made(h);
  // Walls lean 45 degrees: their normals (1, 0, 1) and (0, 1, 1) over sqrt 2 are 60 degrees apart.
  for (const Fold& line : bends_of(b)) {
    EXPECT_NEAR(line.turned.degrees(), 60, 1e-9);
    EXPECT_NEAR(line.between_legs().degrees(), 120, 1e-9);
    EXPECT_NEAR(line.allowance, pi / 3 * (r + k * t), 1e-9);
  }
}

TEST(Hopper, FlangesOfEveryDirectionAndRelief) {
  for (const FlangeDirection direction :
       {FlangeDirection::upright, FlangeDirection::level, FlangeDirection::square}) {
    for (const Relief relief : {Relief::round, Relief::slot, Relief::closed}) {
      for (const int seam : {1, 4}) {
        Hopper h = hopper_of(150, 200, 400, 400, 300, {20, 10});
        h.seam = seam;
        h.relief = relief;
        h.flanges = {{.end = EndName::top, .width = 30, .direction = direction, .key = "flange.1"}};
        const Blank b = made(h, sheet_of(t), {.gap = 1});
        EXPECT_EQ(bends_of(b).size(), seam == 1 ? 7u : 9u);
        EXPECT_EQ(b.folding->relief > 0, relief != Relief::closed);
      }
    }
  }
}

TEST(Hopper, FlangeCornersThatOnePieceHasNoMetalForAreOpenAndSaid) {
  Hopper h = hopper_of(150, 200, 400, 400, 300);
  h.flanges = {{.end = EndName::base, .width = 20, .direction = FlangeDirection::upright, .key = "flange.1"}};
  const Blank b = made(h);
  const auto said = [](const Blank& blank) {
    return std::count_if(blank.notes.begin(), blank.notes.end(),
                         [](const Phrase& n) { return has(n, "stays open"); });
  };
  EXPECT_EQ(said(b), 3);
  h.pieces = 4;
  for (const Blank& piece : make_blanks(h, sheet_of(t))) {
    EXPECT_TRUE(prove(piece, h, sheet_of(t)).passed);
    EXPECT_EQ(said(piece), 0);
  }
  h.pieces = 1;
  h.flanges[0].end = EndName::top;  // the wide end has room
  EXPECT_EQ(said(made(h)), 0);
}

TEST(Hopper, RandomOnesCloseWithinTheirAllowance) {
  std::mt19937 random(20);
  const auto within = [&](double a, double b) { return std::uniform_real_distribution(a, b)(random); };
  for (int i = 0; i < 300; ++i) {
    Hopper h = hopper_of(within(100, 900), within(100, 900), within(100, 900), within(100, 900),
                         within(100, 900), {within(-200, 200), within(-200, 200)});
    h.bend.radius = within(0, 6);
    h.pieces = 1 << (random() % 3);
    h.seam = h.pieces == 4 ? 1 : static_cast<int>(random() % 8);
    h.hip_joint = random() % 2 ? HipJoint::lapped : HipJoint::inside_touch;
    const Sheet sheet = sheet_of(within(0, 5), static_cast<Face>(random() % 3));
    const Seam seam{.gap = within(0, 3)};
    try {
      for (const Blank& b : make_blanks(h, sheet, seam)) {
        const Proof p = prove(b, h, sheet, seam);
        EXPECT_TRUE(p.passed) << "seed 20, part " << i << ": " << p.greatest_distance << " at " << p.where
                              << ", seam " << p.seam_mismatch << ", rims " << p.rim_mismatch << ", area "
                              << p.area_mismatch;
      }
    } catch (const Refusal& refusal) {
      ADD_FAILURE() << refusal.what();
    }
  }
}

Net prism(int sides, double across_flats, double height) {
  return {.sides = sides,
          .base = {.across_flats = across_flats},
          .height = height,
          .bend = {.radius = r, .neutral_factor = k}};
}

TEST(Net, HexagonalFrustumWithASlantingTop) {
  // Base 200 and top 100 across flats, 150 high, the top cut by a plane at 100 on the axis that rises 20
  // degrees.
  Net n = prism(6, 200, 150);
  n.top.across_flats = 100;
  n.bend.radius = 0;
  n.trims = {
      {.end = EndName::top, .height = 100, .tilt = Angle::degrees(20), .uphill = {}, .key = "trim.1."}};
  n.open = {"base", "top"};
  const Blank b = made(n, sheet_of(0));
  // By hand: the corners' edges run from radius R to R/2 over the height; each is cut where
  // z = 100 + x tan 20.
  const double R = 100 / std::cos(pi / 6);
  const double rise = std::tan(20.0 / 180 * pi);
  double sum = 0;
  std::vector<double> edges;
  for (int i = 0; i < 6; ++i) {
    const double at = (2 * i - 1) * pi / 6;
    // (R - R/300 z) cos(at) = x; z = 100 + x rise
    const double z = (100 + R * std::cos(at) * rise) / (1 + R / 300 * std::cos(at) * rise);
    edges.push_back(z * std::hypot(150.0, R / 2) / 150);
    sum += R;  // sides of the base
  }
  double base = 0;
  double longest_bend = 0;
  for (const Edge& e : b.edges) {
    if (e.label == "base") base += length_of(e.arcs);
  }
  EXPECT_NEAR(base, sum, 1e-9);
  ASSERT_EQ(bends_of(b).size(), 5u);
  std::vector<double> made_edges;
  for (const Fold& line : bends_of(b)) {
    made_edges.push_back(line.length());
    longest_bend = std::max(longest_bend, line.length());
  }
  std::sort(edges.begin(), edges.end());
  std::sort(made_edges.begin(), made_edges.end());
  // The seam lies on a shortest edge.
  EXPECT_NEAR(joint_length(b), edges.front(), 1e-9);
  for (size_t i = 0; i < 5; ++i) EXPECT_NEAR(made_edges[i], edges[i + 1], 1e-9);
  // The walls lean alike, and meet at the angle of a pyramid's: cos = (cos 60 + tan2) / (1 + tan2) of the
  // lean.
  const double lean = std::tan(std::atan(50.0 / 150));
  const double turned = std::acos((0.5 + lean * lean) / (1 + lean * lean));
  for (const Fold& line : bends_of(b)) EXPECT_NEAR(line.turned.radians(), turned, 1e-9);
}

TEST(Net, TrayWithClosedCorners) {
  Net n = prism(4, 300, 60);
  n.open = {"top"};
  n.bends = {"base / wall 1", "base / wall 2", "base / wall 3", "base / wall 4"};
  for (const Relief relief : {Relief::closed, Relief::round, Relief::slot}) {
    for (const HipJoint joint : {HipJoint::inside_touch, HipJoint::lapped}) {
      n.relief = relief;
      n.hip_joint = joint;
      const Blank b = made(n, sheet_of(t, Face::outside));
      // Outside 300: from rim to rim twice the outside height and the base, less what two bends save.
      EXPECT_NEAR(as_laid(b).width, 300 + 2 * 60 - 4 * (r + t) + 2 * allowance, 1e-9);
    }
  }
}

TEST(Net, ALoopIsRefusedByName) {
  Net n = prism(4, 300, 60);
  n.bends = {"wall 1 / wall 2", "wall 2 / wall 3", "wall 3 / wall 4", "wall 4 / wall 1"};
  const Refusal::Text text = refusal_of([&] { (void)make_blank(n, sheet_of(0)); });
  EXPECT_EQ(text.key, "bends");
  EXPECT_TRUE(has(text.found, "wall 1 / wall 2 / wall 3 / wall 4")) << text.found;
}

TEST(Net, PrismsPyramidsAndFrusta) {
  for (const int sides : {3, 4, 5, 6, 8}) {
    for (const int kind : {0, 1, 2}) {
      for (const double thickness : {0.0, 1.0}) {
        Net n = prism(sides, 200, 120);
        if (kind == 1) n.top.point = true;
        if (kind == 2) n.top.across_flats = 90;
        n.bend.radius = 1;
        const Sheet sheet = sheet_of(thickness, Face::outside);
        for (const Blank& b : make_blanks(n, sheet))
          EXPECT_TRUE(prove(b, n, sheet).passed) << sides << " sides, kind " << kind;
      }
    }
  }
}

TEST(Net, CubeHasTheSmallestRectangleOfItsNets) {
  Net cube = prism(4, 100, 100);
  cube.bend.radius = 0;
  const Blank b = made(cube, sheet_of(0));
  // Eleven nets, all with joints of 700: the smallest rectangle about any is 300 by 400 or, askew, less.
  EXPECT_NEAR(joint_length(b), 700, 1e-9);
  EXPECT_LE(smallest_rectangle(b).width * smallest_rectangle(b).height, 300 * 400 + 1e-6);
}

// A random convex body: points on a rough ball and their hull, by trying every three.
Net random_body(std::mt19937& random) {
  std::normal_distribution<double> normal;
  Net n;
  const int count = 5 + static_cast<int>(random() % 8);
  for (int i = 0; i < count; ++i) {
    Vec3 p{normal(random), normal(random), normal(random)};
    n.points.push_back((100 / norm(p)) * p);
  }
  for (int i = 0; i < count; ++i) {
    for (int j = i + 1; j < count; ++j) {
      for (int m = j + 1; m < count; ++m) {
        const auto at = [&](int q) { return n.points[static_cast<size_t>(q)]; };
        const Vec3 across = cross(at(j) - at(i), at(m) - at(i));
        int above = 0;
        int below = 0;
        for (int q = 0; q < count; ++q) {
          if (q == i || q == j || q == m) continue;
          (dot(across, at(q) - at(i)) > 0 ? above : below)++;
        }
        if (above > 0 && below > 0) continue;
        n.faces.push_back({"face " + std::to_string(n.faces.size() + 1),
                           above > 0 ? std::vector{i, m, j} : std::vector{i, j, m}});
      }
    }
  }
  n.bend = {.radius = 0, .neutral_factor = k};
  return n;
}

TEST(Net, RandomConvexBodiesComeHomeInOnePieceThatDoesNotLieOverItself) {
  std::mt19937 random(33);
  for (int i = 0; i < 1000; ++i) {
    const Net n = random_body(random);
    const std::vector<Blank> blanks = make_blanks(n, sheet_of(0));
    ASSERT_EQ(blanks.size(), 1u) << "seed 33, body " << i;
    const Proof p = prove(blanks[0], n, sheet_of(0));
    EXPECT_TRUE(p.passed) << "seed 33, body " << i << ": " << p.greatest_distance << " at " << p.where;
    EXPECT_LE(p.greatest_distance, 1e-9 * 200);
    EXPECT_FALSE(crosses_itself(outline(blanks[0])));
  }
}

TEST(Tube, EachFaceOfASquareTubeHasItsOwnGirth) {
  Tube tube{.side = 60, .corner_radius = 8, .wall_thickness = 4, .length = 400};
  const auto girth = [&](Face face) {
    tube.opened_on = face;
    return as_laid(made(tube, sheet_of(0))).width;
  };
  EXPECT_NEAR(girth(Face::outside), 4 * (60 - 16) + 2 * pi * 8, 1e-9);
  EXPECT_NEAR(girth(Face::middle), 4 * (60 - 16) + 2 * pi * 6, 1e-9);
  EXPECT_NEAR(girth(Face::inside), 4 * (60 - 16) + 2 * pi * 4, 1e-9);
  tube.corner_radius = 0;  // sharp outside, and inside
  EXPECT_NEAR(girth(Face::outside), 240, 1e-9);
  EXPECT_NEAR(girth(Face::inside), 4 * 52, 1e-9);
}

TEST(Tube, SlantingEndOfARoundedTubeAgainstThePlane) {
  Tube tube{
      .width = 80, .depth = 40, .corner_radius = 10, .wall_thickness = 3, .length = 300, .opened_at = 6};
  tube.trims = {{.end = EndName::top,
                 .height = 200,
                 .tilt = Angle::degrees(35),
                 .uphill = Angle::degrees(20),
                 .key = "trim.1."}};
  const Blank b = made(tube, sheet_of(0));
  // Round the outside by hand: the top's length is the integral of hypot(1, height') along the girth.
  const Vec2 rise = std::tan(35 / 180.0 * pi) * direction(20 / 180.0 * pi);
  double length = 0;
  for (const Vec2 way : {Vec2{1, 0}, {0, 1}, {-1, 0}, {0, -1}}) {
    const double flat = way.x != 0 ? 60 : 20;
    length += flat * std::hypot(1, dot(rise, way));
    const double from = std::atan2(way.y, way.x);
    length +=
        integral([&](double a) { return 10 * std::hypot(1, dot(rise, direction(a))); }, from, from + pi / 2);
  }
  double cut = 0;
  for (const Edge& e : b.edges) {
    if (e.label == "top") cut += length_of(e.arcs);
  }
  EXPECT_NEAR(cut, length, b.fit_error);
  EXPECT_EQ(refusal_of([&] {
              tube.trims[0].height = 290;
              (void)make_blank(tube, sheet_of(0));
            }).key,
            "trim.1.height");
}

TEST(Edges, LapsHemsAndLocksAddWhatTheySay) {
  const Panel flat = panel_of({leg(200)}, PanelFace::convex_side);
  const auto width = [&](const EdgeWork& work) {
    const Sheet sheet = sheet_of(t);
    const Blank b = make_blank(flat, sheet, {}, {.edges = {work}});
    EXPECT_TRUE(prove(b, flat, sheet).passed);
    EXPECT_NEAR(as_laid(b).corner.x, 0, 1e-12);
    return as_laid(b).width;
  };
  EXPECT_NEAR(width({.on = "profile end", .width = 25}), 225, 1e-9);
  // A hem 12 wide over the fold: the outside of the fold lies on the edge.
  const double hem = 12 - 2 * (1 + t) + pi * (1 + 0.4 * t);
  EXPECT_NEAR(
      width({.on = "profile end", .kind = EdgeKind::hem, .width = 12, .radius = 1, .neutral_factor = 0.4}),
      200 + hem, 1e-9);
  EXPECT_NEAR(width({.on = "profile start", .kind = EdgeKind::lock, .width = 10, .layers = 2, .extra = 1.5}),
              223, 1e-9);
}

TEST(Edges, HolesAreEvenAndRefusedWhereTheyLeaveNoWeb) {
  EdgeWork lap{
      .on = "run end", .width = 30, .hole = 6, .pitch = 50, .first_at = 20, .rows = 2, .key = "edge.1"};
  const Panel flat = panel_of({leg(200)}, PanelFace::convex_side);
  const Blank b = make_blank(flat, sheet_of(t), {}, {.edges = {lap}});
  ASSERT_EQ(b.openings.size(), 10u);  // 160 in four spaces of 40, twice
  EXPECT_NEAR(norm(b.openings[1].centre - b.openings[0].centre), 40, 1e-9);
  EXPECT_NEAR(area(b), 200 * 500 + 200 * 30 - 10 * pi * 9, 1e-9);
  lap.hole = 25;
  EXPECT_EQ(refusal_of([&] { (void)make_blank(flat, sheet_of(t), {}, {.edges = {lap}}); }).key,
            "edge.1.holes.diameter");
  lap.on = "rim";
  EXPECT_EQ(refusal_of([&] { (void)make_blank(flat, sheet_of(t), {}, {.edges = {lap}}); }).key, "edge.1.on");
  // What no job can say, a caller may.
  lap = {.on = "run end", .width = 30, .hole = 6, .pitch = 50, .first_at = NAN, .key = "edge.1"};
  EXPECT_EQ(refusal_of([&] { (void)make_blank(flat, sheet_of(t), {}, {.edges = {lap}}); }).key,
            "edge.1.holes.first_at");
  const EdgeWork lock{
      .on = "run end", .kind = EdgeKind::lock, .width = 1, .layers = 1'000'000, .key = "edge.1"};
  EXPECT_EQ(refusal_of([&] { (void)make_blank(flat, sheet_of(t), {}, {.edges = {lock}}); }).key,
            "edge.1.layers");
}

TEST(Edges, SeamOfAConeTakesALap) {
  const Making making{.edges = {{.on = "seam_end", .width = 20, .hole = 5, .pitch = 60}}};
  const Blank b = made(cyclone(), sheet_of(t), {.gap = 0}, making);
  const Blank bare = make_blank(cyclone(), sheet_of(t), {.gap = 0});
  EXPECT_NEAR(area(b) - area(bare),
              20 * joint_length(bare) - static_cast<double>(b.openings.size()) * pi * 6.25, 1e-6);
}

TEST(RoundFlange, StrainOfItsFreeEdge) {
  Cylinder can{.size = Diameter::mm(400), .height = 200};
  can.flanges = {{.end = EndName::top, .width = 15, .key = "flange.1"}};
  const Sheet sheet = sheet_of(t, Face::middle);
  const Blank b = made(can, sheet, {.gap = 0});
  EXPECT_NEAR(as_laid(b).height, 215, 1e-9);
  EXPECT_TRUE(has(b.notes.back(), "stretches by 7.5 %")) << b.notes.back();  // 15 over 200
  can.flanges[0].width = 30;
  EXPECT_EQ(refusal_of([&] { (void)make_blank(can, sheet); }).key, "flange.1.width");
  can.flanges[0].allow_strain = true;
  EXPECT_TRUE(has(made(can, sheet, {.gap = 0}).notes.back(), "15 %"));
  // The narrow end of a cone, turned level: R + w over R - w sin.
  Cone cone = cyclone();
  cone.flanges = {{.end = EndName::top, .width = 5, .key = "flange.1"}};
  const double lean = std::atan((620 - 155) / 2.0 / 780);
  const double strain = (77.5 + 5) / (77.5 - 5 * std::sin(lean)) - 1;
  EXPECT_NEAR(solve(cone, sheet).top_flange->strain, strain, 1e-9);
  EXPECT_NEAR(solve(cone, sheet).top_flange->turned.degrees(), 90 + lean * 180 / pi, 1e-9);
  (void)made(cone, sheet, {.gap = 1});
}

TEST(FoldedProof, SeesDamage) {
  const Hopper h = hopper_of(300, 500, 150, 200, 350);
  const Sheet sheet = sheet_of(t);
  const Blank good = make_blank(h, sheet);
  const Body body = body_of(h, sheet);
  const auto fails = [&](auto&& damage) {
    Blank b = good;
    damage(b);
    return !prove(b, body).passed;
  };
  EXPECT_TRUE(fails([](Blank& b) {
    b.folding->zones[1].turned = Angle::degrees(b.folding->zones[1].turned.degrees() + 0.001);
  }));
  EXPECT_TRUE(fails([](Blank& b) { b.folding->zones[0].radius += 0.01; }));
  EXPECT_TRUE(fails([](Blank& b) { b.folding->zones[0].b_from.x += 0.001; }));
  EXPECT_TRUE(fails([](Blank& b) { b.folding->faces[2].corners[1].y += 0.001; }));
  EXPECT_TRUE(fails([](Blank& b) { b.edges[0].arcs[0].length += 0.01; }));
}

// A gutter's corner: an L whose end leans by 45 degrees towards its first leg's way.
TEST(MitredPanels, EndInTheirPlane) {
  for (const double t : {0.0, 2.0}) {
    Panel p{.profile = {{.line = 100}, {.bend = Angle::degrees(90)}, {.line = 60}},
            .run = 400,
            .sizes_on = PanelFace::middle,
            .end = PanelMitre{.angle = Angle::degrees(45), .key = "mitre.end"},
            .bend = {.radius = 3, .neutral_factor = 0.5}};
    const Sheet sheet = sheet_of(t);
    const Blank plain = make_blank(p, sheet);
    EXPECT_TRUE(prove(plain, p, sheet).passed) << prove(plain, p, sheet).where;
    // The second leg stands where the first has gone 100 along.
    EXPECT_NEAR(as_laid(plain).height, 500, 1e-9);
    // Flat of the first leg, the bend's middle layer, the second leg: each times its mean run.
    const double r = 3 + t / 2, flat = 100 - r;
    const double bend = r * (pi / 2 * (400 + flat) + r);  // the mean of sin over a quarter turn is 2 / pi
    EXPECT_NEAR(area(plain), flat * (400 + flat / 2) + bend + (60 - r) * 500,
                plain.fit_error * outline_length(plain) + 1e-9);
    // The twin is mitred at its other end, the same face up: none of the part's own images turned over.
    const Blank twin = make_blank(p, sheet, {}, {.hand = Hand::opposite});
    EXPECT_TRUE(prove(twin, p, sheet, {}, {.hand = Hand::opposite}).passed);
    EXPECT_NEAR(area(twin), area(plain), 2 * plain.fit_error * outline_length(plain) + 1e-9);
    const auto reach = [](const Blank& b, bool up) {  // of the profile's start, the left edge
      double most = up ? -HUGE_VAL : HUGE_VAL;
      for (const Arc& arc : outline(b)) {
        if (std::abs(arc.start.x) < 1e-9)
          most = up ? std::max(most, arc.start.y) : std::min(most, arc.start.y);
      }
      return most;
    };
    // With the left face up the run goes down from the top of the blank.
    EXPECT_NEAR(reach(plain, false), 100, 1e-9);
    EXPECT_NEAR(reach(plain, true), 500, 1e-9);
    EXPECT_NEAR(reach(twin, false), 0, 1e-9);
    EXPECT_NEAR(reach(twin, true), 400, 1e-9);
    p.start = PanelMitre{.angle = Angle::degrees(30), .towards = Angle::degrees(90), .key = "mitre.start"};
    const Blank both = make_blank(p, sheet);
    EXPECT_TRUE(prove(both, p, sheet).passed) << prove(both, p, sheet).where;
    EXPECT_LT(area(both), area(plain));
    p.end->angle = Angle::degrees(85);
    EXPECT_THROW((void)make_blank(p, sheet), Refusal);
    p.end->angle = Angle::degrees(-78);
    EXPECT_THROW((void)make_blank(p, sheet), Refusal);
  }
}

}  // namespace
}  // namespace juggler::testing
