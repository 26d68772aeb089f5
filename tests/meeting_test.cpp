// Parts that meet: ends and holes against closed forms and against rays through a fine mesh, joints and
// elbows.
#include "meeting.h"
#include "draw.h"

namespace juggler::testing {
namespace {

using std::numbers::pi;

// How far from the main's axis along the branch's a ruling of radius r meets a cylinder of radius R: the
// branch's axis leans by tilt, passes the main's axis at the offset; its plan angle 0 points up.
double along_branch(double r, double radius, double tilt, double offset, double u) {
  const double x = -std::sin(tilt) * r * std::cos(u);
  const double y = offset - r * std::sin(u);
  const double c = std::cos(tilt);
  return (-x + std::sqrt(radius * radius - y * y)) / c;
}

TEST(Meeting, PipesOnPipesAreTheClosedForm) {
  struct Case {
    double branch, tilt, offset;
  };
  for (const Case& k : {Case{596, 0, 0}, {596, 30, 0}, {250, 45, 60}, {180, -50, 0}, {120, 20, 238}}) {
    for (const Contact contact :
         {Contact::inside, Contact::middle, Contact::outside, Contact::clear, Contact::full}) {
      Part branch = pipe("branch", k.branch, 900, 2);
      branch.place = on_main(600, 40, k.tilt, k.offset);
      branch.ends = {{.body = "main", .contact = contact, .gap = 1.5}};
      const Met met = developed({pipe("main", 600, 1200, 3), branch}, {});
      EXPECT_TRUE(met.passed());
      const Form& f = *met.of("branch").formed->form;
      for (int i = 0; i < 48; ++i) {
        const double u = two_pi * (i + 0.37) / 48;
        const auto reach = [&](double layer) {
          return along_branch(k.branch / 2 + layer, 303 + 1.5, k.tilt * pi / 180, k.offset, u);
        };
        double asked = contact == Contact::middle    ? reach(1)
                       : contact == Contact::outside ? reach(2)
                                                     : reach(0);
        for (int n = 0; n <= 4000 && contact == Contact::clear; ++n)
          asked = std::max(asked, reach(n / 2000.0));
        for (int n = 0; n <= 4000 && contact == Contact::full; ++n)
          asked = std::min(asked, reach(n / 2000.0));
        const bool searched = contact == Contact::clear || contact == Contact::full;
        EXPECT_NEAR(f.base(u).s, asked, searched ? 1e-6 : 1e-9) << k.branch << " " << u;
      }
    }
  }
}

Part tube(const std::string& name, const Tube& sizes) {
  Part p;
  p.name = name;
  p.shape = "tube";
  p.asked = sizes;
  p.sheet = sheet_of(0);
  return p;
}

// A tube is opened on one face, but all of its wall meets: a rectangular one square to a pipe, a round one
// like a pipe of its thickness.
TEST(Meeting, TubesMeetWithAllLayersOfTheirWall) {
  for (const Face opened : {Face::inside, Face::middle, Face::outside}) {
    Tube sizes{.width = 120, .depth = 80, .corner_radius = 8, .wall_thickness = 4, .length = 700};
    sizes.opened_on = opened;
    Part leg = tube("branch", sizes);
    leg.place = on_main(600, 40, 0, 30);
    const Met met = developed({pipe("main", 600, 1200, 3), leg}, {joint(Fit::set_on, 1.5)});
    EXPECT_TRUE(met.passed());
    const Form& f = *met.of("branch").formed->form;
    for (int i = 0; i < 96; ++i) {
      const double u = f.from() + (f.to() - f.from()) * (i + 0.37) / 96;
      const Ruling r = ruling_at(f.wall, u);
      double asked = 0;
      for (int n = 0; n <= 4000; ++n) {
        const double y = 30 - (r.c + n / 1000.0 * r.n).y;
        asked = std::max(asked, std::sqrt(304.5 * 304.5 - y * y));
      }
      EXPECT_NEAR(f.base(u).s + r.c.z, asked, 1e-6) << u;
    }
    const double in = opened == Face::inside ? 4 : opened == Face::middle ? 2 : 0;
    EXPECT_NEAR(edge(met.of("branch").blank, EdgeName::top)->girth,
                2 * (120 + 80 - 4 * in) - (8 - 2 * pi) * (8 - in), 1e-9);
  }
  Tube round{.diameter = 168.3, .wall_thickness = 7.1, .length = 700};
  Part leg = tube("branch", round);
  leg.place = on_main(600, 40, 35, 20);
  Part same = pipe("branch", 168.3, 700, 7.1, Face::outside);
  same.place = leg.place;
  const Met one = developed({pipe("main", 600, 1200, 3), leg}, {joint(Fit::set_on, 1)});
  const Met other = developed({pipe("main", 600, 1200, 3), same}, {joint(Fit::set_on, 1)});
  EXPECT_TRUE(one.passed());
  for (int i = 0; i < 24; ++i) {
    const double u = two_pi * (i + 0.37) / 24;
    EXPECT_NEAR(one.of("branch").formed->form->base(u).s, other.of("branch").formed->form->base(u).s, 1e-9);
  }
  EXPECT_NEAR(area(one.of("main").blank), area(other.of("main").blank), 1e-6);
  // The other hand's slant lies where the folded one has it.
  Tube slanting{.side = 100, .corner_radius = 10, .wall_thickness = 4, .length = 700};
  slanting.trims = {
      {.end = EndName::top, .height = 600, .tilt = Angle::degrees(25), .uphill = Angle::degrees(70)}};
  for (const Hand hand : {Hand::as_drawn, Hand::opposite}) {
    Part folded = tube("branch", slanting);
    folded.making.hand = hand;
    Part cut = folded;
    cut.place = on_main(600, 40, 0, 0);
    const auto highest = [](const Blank& b) {
      Vec2 most;
      for (const Arc& arc : outline(b)) most = arc.start.y > most.y ? arc.start : most;
      return most.x;
    };
    const Met met = developed({pipe("main", 600, 1200, 3), cut}, {joint(Fit::set_on)});
    EXPECT_NEAR(highest(met.of("branch").blank), highest(develop(folded).front().blank), 1e-3);
  }
  // A hole goes round the corner of a post.
  Tube post{.side = 150, .corner_radius = 12, .wall_thickness = 5, .length = 900};
  Part main = tube("main", post);
  Part arm = pipe("branch", 60, 400, 2);
  arm.place = on_main(450, 45, 0, 0);
  const Met corner = developed({main, arm}, {joint(Fit::set_in)});
  EXPECT_TRUE(corner.passed());
  ASSERT_EQ(corner.joints.size(), 1U);
  EXPECT_TRUE(corner.joints.front().hole_length);
  post.corner_radius = 3;
  try {
    (void)developed({tube("main", post), arm}, {joint(Fit::set_in)});
    ADD_FAILURE() << "no layers are parallel about corners sharper than the wall";
  } catch (const Refusal& r) {
    EXPECT_EQ(r.text().key, "corner_radius");
  }
}

// Of pieces that are alike one is laid out; all of them meet.
TEST(Meeting, FoldedPartsInPiecesThatAreAlikeAreMetWhole) {
  Hopper h;
  h.base = {180.0, 140.0};
  h.top = {380.0, 320.0};
  h.height = 640;
  h.pieces = 2;
  h.seam = 2;
  h.bend.radius = 5;
  h.bend.neutral_factor = 0.4;
  Part branch;
  branch.name = "branch";
  branch.asked = h;
  branch.sheet = sheet_of(1.5, Face::outside);
  branch.place = on_main(540, 100, 0, 0);
  const Met met = developed({pipe("main", 600, 1100, 1.5), branch}, {joint(Fit::set_on)});
  EXPECT_TRUE(met.passed());
  EXPECT_TRUE(met.joints.front().hole_length);
  // Welded hips, four walls of two kinds: a pipe goes through each.
  h.pieces = 4;
  h.seam = 1;
  Part main = branch;
  main.name = "main";
  main.asked = h;
  main.place.reset();
  for (const double plan : {0.0, 90.0, 180.0, 270.0}) {
    Part spout = pipe("branch", 60, 400, 2);
    spout.place = on_main(300, plan, 0, 0);
    const Met welded = developed({main, spout}, {joint(Fit::set_on)});
    EXPECT_TRUE(welded.passed()) << plan;
  }
}

// From within, its middle and its first line beyond the edge: what remains is a notch.
TEST(Meeting, HolesBeyondAnEdgeComeFromEitherSide) {
  for (const double height : {1220.0, -20.0}) {
    for (const bool from_within : {false, true}) {
      Part main = pipe("main", 600, 1200, 3);
      Opening hole;
      hole.key = "opening.1";
      hole.how = OpeningHow::fitted;
      hole.fitted = FittedBody{"branch", Face::outside, 0, {}};
      main.making.openings = {hole};
      Part branch = pipe("branch", 160, 800, 2);
      branch.place = on_main(height, 40, 0, 0);
      if (from_within) {  // its far end lies on the axis
        branch.place =
            PartPlace{.at = Vec3{800, 0, height}, .lean = Angle::degrees(90), .towards = Angle::degrees(180)};
      }
      const Met met = developed({main, branch}, {});
      EXPECT_TRUE(met.passed());
      EXPECT_EQ(met.of("main").blank.notches.empty(), false) << height << from_within;
    }
  }
}

// Where a line first comes through a wall, by its triangles.
double through_mesh(const Form& main, double layer, Vec3 at, Vec3 way) {
  constexpr int round = 720;
  constexpr int up = 24;
  double first = HUGE_VAL;
  const auto point = [&](int i, int k) {
    const double u = main.from() + (main.to() - main.from()) * i / round;
    const Ruling r = ruling_at(main.wall, u);
    const double low = main.base(u).s;
    const double high = main.top(u).s;
    return r.c + layer * r.n + (low + (high - low) * k / up) * r.e;
  };
  const auto pass = [&](Vec3 a, Vec3 b, Vec3 c) {
    const auto t = through(at, way, a, b, c);
    if (t && *t > 0) first = std::min(first, *t);
  };
  for (int i = 0; i < round; ++i) {
    for (int k = 0; k < up; ++k) {
      pass(point(i, k), point(i + 1, k), point(i + 1, k + 1));
      pass(point(i, k), point(i + 1, k + 1), point(i, k + 1));
    }
  }
  return first;
}

TEST(Meeting, EndsOnOtherWallsAreWhereRaysComeThrough) {
  Part cone = pipe("main", 600, 1200, 3);
  cone.asked = Cone{.base = Diameter::mm(700), .top = Diameter::mm(380), .height = 1200};
  Part offset = cone;
  offset.asked =
      Cone{.base = Diameter::mm(700), .top = Diameter::mm(480), .height = 1200, .shift = {120, -60}};
  Part square = cone;
  Transition t;
  t.base.profile = {.kind = ProfileKind::rectangle, .width = 700, .length = 600, .corner_radius = 60};
  t.top.profile = {.kind = ProfileKind::circle, .diameter = 520};
  t.height = 1200;
  square.asked = t;
  for (const Part& main : {cone, offset, square}) {
    for (const Fit fit : {Fit::set_on, Fit::set_in}) {
      Part branch = pipe("branch", 180, 900, 2);
      branch.asked = Cone{.base = Diameter::mm(180), .top = Diameter::mm(240), .height = 900};
      branch.place = on_main(500, 70, 25, 30);
      const Met met = developed({main, branch}, {joint(fit)});
      EXPECT_TRUE(met.passed());
      const Form& own = *met.of("branch").formed->form;
      const Form& other = *met.of("main").formed->form;
      const double layer = fit == Fit::set_on ? 3 : 0;
      const Frame stands = frame_of(*branch.place);
      for (int i = 0; i < 6; ++i) {
        const double u = own.from() + (own.to() - own.from()) * (i + 0.3) / 6;
        const Ruling r = ruling_at(own.wall, u);
        const auto reach = [&](double from) {
          const Vec3 start = stands.place(r.c + from * r.n + own.top(u).s * r.e);
          return own.top(u).s - through_mesh(other, layer, start, stands.way(Vec3{} - r.e));
        };
        const double asked = fit == Fit::set_on ? std::max(reach(0), reach(2)) : std::min(reach(0), reach(2));
        EXPECT_NEAR(own.base(u).s, asked, 0.02);  // of chords half a degree long
      }
    }
  }
}

// The hole's area on the main's inside, by the branch's plan, square on.
TEST(Meeting, TheHoleHoldsWhatGoesThrough) {
  Part branch = pipe("branch", 250, 700, 2);
  branch.place = on_main(600, 200, 0, 0);
  const Met met = developed({pipe("main", 600, 1200, 0), branch}, {joint(Fit::set_on)});
  const Blank& b = met.of("main").blank;
  ASSERT_EQ(b.openings.size(), 1U);
  // Of a sheet without thickness: over the strip of each height the arc between y = -w and w.
  double asked = 0;
  constexpr int steps = 20000;
  for (int i = 0; i < steps; ++i) {
    const double z = -125 + 250 * (i + 0.5) / steps;
    asked += 250.0 / steps * 2 * 300 * std::asin(std::sqrt(125.0 * 125 - z * z) / 300);
  }
  EXPECT_NEAR(signed_area(b.openings.front().outline), asked, 0.02 * pi * 250);
  EXPECT_TRUE(met.passed());
}

TEST(Meeting, WhatDoesNotMeetFailsItsProof) {
  Part branch = pipe("branch", 250, 700, 2);
  branch.place = on_main(600, 40, 45, 60);
  const std::vector<Part> parts =
      introduced(std::vector{pipe("main", 600, 1200, 2), branch}, std::vector{joint(Fit::set_on, 1)});
  std::vector<PieceResult> pieces;
  for (const Part& part : parts) {
    for (PieceResult& p : develop(part)) pieces.push_back(std::move(p));
  }
  ASSERT_EQ(joints_of(pieces).size(), 1U);
  EXPECT_TRUE(joints_of(pieces).front().passed);
  EXPECT_NEAR(joints_of(pieces).front().gap_found, 1, 0.03);
  // Blanks of a branch 0.1 mm off.
  branch.place->offset += 0.1;
  const Met other = developed({pipe("main", 600, 1200, 2), branch}, {joint(Fit::set_on, 1)});
  std::vector<PieceResult> mixed = pieces;
  for (PieceResult& p : mixed) {
    if (p.part.name == "branch") p.blank = other.of("branch").blank;
  }
  EXPECT_FALSE(joints_of(mixed).front().passed);
}

TEST(Meeting, WhatIsNotReceivedIsRefusedWithPlaceAndDistance) {
  const auto refused = [](double offset, double height, double diameter) {
    Part branch = pipe("branch", diameter, 900, 2);
    branch.place = on_main(height, 0, 0, offset);
    branch.ends = {{.body = "main", .key = "trim.1.body"}};
    return refusal_of([&] { (void)developed({pipe("main", 600, 1200, 2), branch}, {}); });
  };
  const Refusal::Text beside = refused(250, 600, 250);
  EXPECT_EQ(beside.key, "trim.1.body");
  EXPECT_TRUE(has(beside.found, "misses by"));
  EXPECT_TRUE(has(beside.found, "plan angle 270"));  // to the right, seen from outside
  EXPECT_TRUE(has(refused(0, 1150, 250).found, "misses by"));
  EXPECT_TRUE(has(refused(0, 600, 640).reason, "does not receive"));
  Part branch = pipe("branch", 100, 500, 2);
  branch.ends = {{.body = "nobody"}};
  EXPECT_TRUE(has(refusal_of([&] { (void)introduced(std::vector{branch}); }).reason, "names no part"));
}

Part random_main(Random& random) {
  Part p;
  p.name = "main";
  p.sheet = sheet_of(random.one_in(5) ? 0 : random.between(0.5, 8), random.face());
  const double d = random.between(400, 900);
  const double h = random.between(800, 1800);
  switch (random.pick(4)) {
    case 0:
      p.asked = Cylinder{.size = Diameter::mm(d), .height = h};
      break;
    case 1:
      p.asked = Cone{.base = Diameter::mm(d), .top = Diameter::mm(d * random.between(0.3, 1.4)), .height = h};
      break;
    case 2:
      p.asked = Cone{.base = Diameter::mm(d),
                     .top = Diameter::mm(d * random.between(0.4, 1.2)),
                     .height = h,
                     .shift = {random.between(-200, 200), random.between(-200, 200)}};
      break;
    default: {
      Transition t;
      t.base.profile = {.kind = ProfileKind::rectangle,
                        .width = d,
                        .length = d * random.between(0.7, 1.3),
                        .corner_radius = random.between(30, 80)};
      t.top.profile = {.kind = ProfileKind::circle, .diameter = d * random.between(0.5, 1)};
      t.height = h;
      p.asked = t;
    }
  }
  return p;
}

Part random_branch(Random& random) {
  Part p;
  p.name = "branch";
  p.sheet = sheet_of(random.one_in(5) ? 0 : random.between(0.5, 6), random.face());
  const double d = random.between(60, 450);
  const double h = random.between(900, 1600);
  if (random.one_in(2)) {
    p.asked = Cylinder{.size = Diameter::mm(d), .height = h};
  } else {
    p.asked = Cone{.base = Diameter::mm(d), .top = Diameter::mm(d * random.between(0.6, 1.4)), .height = h};
  }
  const bool steep = random.one_in(6);
  p.place = on_main(random.between(100, 900), random.between(-180, 180),
                    random.between(steep ? -80 : -60, steep ? 80 : 60),
                    random.one_in(3) ? random.between(-250, 250) : 0);
  p.place->spin = random.plan();
  return p;
}

TEST(RandomMeeting, PairsAreProvedOrRefusedWithAReason) {
  Random random(20261129);
  int made = 0;
  for (int i = 0; i < draws(1000); ++i) {
    const std::vector<Part> parts{random_main(random), random_branch(random)};
    MeetingParts asked =
        joint(random.one_in(2) ? Fit::set_on : Fit::set_in, random.one_in(2) ? 0 : random.between(0, 3));
    if (random.one_in(2)) asked.clearance = random.between(0, 3);
    if (asked.fit == Fit::set_in && random.one_in(2)) asked.beyond = random.between(0, 20);
    SCOPED_TRACE("pair " + std::to_string(i));
    try {
      const Met met = developed(parts, {asked});
      EXPECT_TRUE(met.passed());
      ASSERT_EQ(met.joints.size(), 1U);
      EXPECT_TRUE(met.joints.front().hole_length || !met.of("main").blank.notches.empty() ||
                  met.of("main").blank.openings.empty());
      ++made;
    } catch (const Refusal& r) {
      EXPECT_FALSE(r.text().key.empty()) << r.what();
    }
  }
  expect_made(made, 450, 1000, draws(1000));
}

// Hoppers and panels as mains, holes over their bends among them.
TEST(RandomPairs, OnFoldedMainsAreProvedOrRefused) {
  Random random(20261204);
  int made = 0, bends = 0;
  for (int i = 0; i < draws(120); ++i) {
    Part main;
    main.name = "main";
    main.sheet = sheet_of(random.between(0.8, 4), Face::inside);
    const double radius = random.between(1, 5) * *main.sheet.thickness;
    const double factor = random.between(0.3, 0.5);
    Part branch = pipe("branch", random.between(40, 160), 900, random.between(0.5, 3), random.face());
    if (random.one_in(2)) {
      Hopper h;
      h.base = {random.between(250, 400), random.between(250, 400)};
      h.top = {random.between(500, 800), random.between(500, 800)};
      h.height = random.between(450, 700);
      h.seam = 0;
      h.bend.radius = radius;
      h.bend.neutral_factor = factor;
      main.asked = h;
      const double hip = 45 + 90 * random.pick(4);
      branch.place = on_main(*h.height * random.between(0.3, 0.6), hip + random.between(-20, 20),
                             random.between(-40, 40), random.between(-40, 40));
    } else {
      Panel p;
      const double line = random.between(120, 260);
      p.profile = {{.line = line}, {.bend = Angle::degrees(random.between(20, 80))}, {.line = line}};
      p.run = 600;
      p.sizes_on = PanelFace::right;
      p.bend.radius = radius;
      p.bend.neutral_factor = factor;
      main.asked = p;
      branch.place = PartPlace{.at = Vec3{line + random.between(-20, 40), -400, random.between(150, 450)}};
      branch.place->lean = Angle::degrees(90);
      branch.place->towards = Angle::degrees(270 + random.between(-25, 25));
      branch.place->at = *branch.place->at + 800 * direction3(branch.place->towards.radians() + pi);
    }
    const Fit fit = random.one_in(2) ? Fit::set_on : Fit::set_in;
    SCOPED_TRACE("pair " + std::to_string(i));
    try {
      const Met met = developed({main, branch}, {joint(fit)});
      EXPECT_TRUE(met.passed());
      ASSERT_EQ(met.joints.size(), 1U);
      EXPECT_TRUE(met.joints.front().hole_length);
      ++made;
      for (const Phrase& w : met.of("main").blank.warnings)
        bends += w.in({}).find("lies on bend") != std::string::npos ? 1 : 0;
    } catch (const Refusal& r) {
      EXPECT_FALSE(r.text().key.empty()) << r.what();
    }
  }
  expect_made(made, 70, 120, draws(120));
  expect_made(bends, 30, 120, draws(120));
}

// --- elbows

Elbow bend(double diameter, double radius, double angle, int segments) {
  Elbow e;
  e.size = Diameter::mm(diameter);
  e.radius = radius;
  e.angle = Angle::degrees(angle);
  e.segments = segments;
  return e;
}

Part like(double thickness, Face face = Face::inside) {
  Part p;
  p.key = "bend";
  p.sheet = sheet_of(thickness, face);
  return p;
}

TEST(Elbows, PiecesAreAsLongAsTheTrianglesSay) {
  const Elbow e = bend(250, 375, 90, 5);
  const std::vector<Part> parts = segments_of(e, like(2, Face::middle));
  ASSERT_EQ(parts.size(), 2U);  // the last is the first turned over, those between are alike
  EXPECT_EQ(parts[0].making.quantity, 2);
  EXPECT_EQ(parts[1].making.quantity, 3);
  const double step = 90.0 / 4 * pi / 180;
  const auto side = [&](double out) { return 2 * (375 + out) * std::tan(step / 2); };
  for (const auto& [part, share] : {std::pair{parts[0], 0.5}, {parts[1], 1.0}}) {
    const Met met = developed({part}, {});
    EXPECT_TRUE(met.passed());
    const Form& f = *met.pieces.front().formed->form;
    for (int i = 0; i < 24; ++i) {
      const double u = two_pi * (i + 0.3) / 24;
      // Both planes cut the middle of the sheet.
      EXPECT_NEAR(f.top(u).s - f.base(u).s, share * side(-125 * std::cos(u)), 1e-9);
    }
  }
  const ElbowRun run = run_of(e, sheet_of(2, Face::middle));
  EXPECT_LT(norm(run.top.origin - Vec3{375, 0, 375}), 1e-9);
  EXPECT_LT(norm(run.top.z - Vec3{1, 0, 0}), 1e-12);
  EXPECT_NEAR(run.facet_error, (375 + 126) * (1 / std::cos(step / 2) - 1), 1e-9);
  for (const double jog : run.jogs) EXPECT_NEAR(jog, 0, 1e-9);
}

TEST(Elbows, FacetErrorTakesTheLeastNumberOfSegments) {
  Elbow e = bend(250, 375, 90, 5);
  e.segments.reset();
  e.facet_error = 4;
  const ElbowRun run = run_of(e, sheet_of(2));
  EXPECT_LE(run.facet_error, 4);
  e.facet_error.reset();
  e.segments = run.segments - 1;
  EXPECT_GT(run_of(e, sheet_of(2)).facet_error, 4);
}

// A strip is the straight pipe; between two cuts lies the blank of a segment.
TEST(Elbows, AStripHasAllBlanksWithCutsThatTheyShare) {
  for (const bool tapering : {false, true}) {
    Elbow e = bend(250, 375, 90, 5);
    e.strip = true;
    e.contact = Contact::middle;
    e.straight_base = 40;
    if (tapering) e.end_size = Diameter::mm(190);
    const Met met = developed(segments_of(e, like(2, Face::middle)), {});
    EXPECT_TRUE(met.passed());
    const PieceResult& strip = met.pieces.back();
    ASSERT_EQ(strip.blank.partings.size(), 4U);
    double sum = 0;
    for (const PieceResult& p : met.pieces) {
      if (p.part.parted.empty()) sum += p.blank.count * area(p.blank);
    }
    const double fit = strip.blank.partings_error + 0.02;
    EXPECT_NEAR(area(strip.blank), sum, 8 * fit * 800);
    EXPECT_NEAR(area(strip.blank), sum, 1e-3 * sum);
    // Each cut is as long as the edges on either side of it.
    for (const Outline& cut : strip.blank.partings) {
      double off = HUGE_VAL;
      for (const PieceResult& p : met.pieces) {
        if (!p.part.parted.empty()) continue;
        for (const EdgeName name : {EdgeName::base, EdgeName::top})
          off = std::min(off, std::abs(length_of(edge(p.blank, name)->arcs) - length_of(cut)));
      }
      EXPECT_LE(off, 2 * fit);
    }
  }
  Elbow e = bend(250, 375, 90, 5);
  e.strip = true;
  e.contact = Contact::clear;
  try {
    (void)segments_of(e, like(2));
    ADD_FAILURE() << "shared cuts have one layer";
  } catch (const Refusal& r) {
    EXPECT_EQ(r.text().key, "contact");
  }
}

// Sheet beyond the mitres, along the rulings: of a cone whose apex is known, by its flat in polar
// coordinates.
TEST(Elbows, SheetBeyondTheMitresIsAsWideAsAskedAlongTheRulings) {
  constexpr double w = 9;
  for (const bool tapering : {false, true}) {
    Elbow e = bend(250, 375, 90, 5);
    if (tapering) e.end_size = Diameter::mm(190);
    const Met plain = developed(segments_of(e, like(2, Face::middle)), {});
    e.mitre_lower = w;
    e.mitre_joint = MitreJoint::riveted;
    const std::vector<Part> parts = segments_of(e, like(2, Face::middle));
    const Met met = developed(parts, {});
    EXPECT_TRUE(met.passed());
    EXPECT_EQ(parts.size(), tapering ? 5U : 3U) << "the last has none and is no other turned over";
    const Blank& b = met.pieces.front().blank;
    const double fit = 2 * 0.02 * 800;
    ASSERT_EQ(b.tabs.size(), 1U);
    double more = w * 250 * pi;
    if (tapering) {
      const double whole = 375 * std::tan(pi / 16) * 8;
      const double taper = std::atan2(125 - 95, whole);
      const double apex = 125 / std::tan(taper);  // above the base
      const double corner = whole / 8;
      more = 0;
      constexpr int looks = 2000;
      for (int i = 0; i < looks; ++i) {
        const double x = std::sin(taper) * std::cos(two_pi * (i + 0.5) / looks);
        // apex - r cos(taper) = corner - tan(pi/16) r x
        const double r = (apex - corner) / (std::cos(taper) - std::tan(pi / 16) * x);
        more += (r * r - (r - w) * (r - w)) / 2 * std::sin(taper) * two_pi / looks;
      }
    }
    EXPECT_NEAR(area(b) - area(plain.pieces.front().blank), more, fit);
    // Nothing else of it has changed.
    EXPECT_NEAR(length_of(edge(b, EdgeName::top)->arcs),
                length_of(edge(plain.pieces.front().blank, EdgeName::top)->arcs), 1e-9);
    for (size_t i = 0; i < met.joints.size() && tapering; ++i)
      EXPECT_NEAR(met.joints[i].edge_length, plain.joints[i].edge_length, 1e-9);
  }
  Elbow e = bend(250, 375, 90, 5);
  e.mitre_upper = 5;
  e.strip = true;
  try {
    (void)segments_of(e, like(2));
    ADD_FAILURE() << "shared cuts leave no sheet beyond the mitres";
  } catch (const Refusal& r) {
    EXPECT_EQ(r.text().key, "mitre.upper");
  }
}

TEST(RandomElbows, MeetInTheirMitres) {
  Random random(20261130);
  int made = 0;
  for (int i = 0; i < draws(200); ++i) {
    Elbow e = bend(random.between(80, 600), 0, random.between(10, 180), 2 + random.pick(7));
    e.radius = *e.size.diameter * random.between(0.6, 3);
    if (random.one_in(2)) e.end_size = Diameter::mm(*e.size.diameter * random.between(0.6, 1.3));
    if (random.one_in(2)) e.straight_base = random.between(0, 200);
    if (random.one_in(2)) e.straight_top = random.between(0, 200);
    if (!e.end_size) e.contact = random.one_in(2) ? Contact::clear : Contact::full;
    e.seam = Angle::degrees(90 * random.pick(4));
    if (random.one_in(3)) e.alternate = Angle::degrees(180);
    SCOPED_TRACE("elbow " + std::to_string(i));
    try {
      const std::vector<Part> parts = segments_of(e, like(random.between(0.5, 4), random.face()));
      const Met met = developed(parts, {});
      EXPECT_TRUE(met.passed());
      EXPECT_EQ(met.joints.size(), static_cast<size_t>(*e.segments - 1));
      ++made;
    } catch (const Refusal& r) {
      EXPECT_FALSE(r.text().key.empty() && r.text().reason.empty()) << r.what();
    }
  }
  expect_made(made, 120, 200, draws(200));
}

TEST(Elbows, WhatCannotBeBentIsRefused) {
  EXPECT_EQ(refusal_of([] { (void)segments_of(bend(250, 120, 90, 5), like(2)); }).key, "radius");
  EXPECT_EQ(refusal_of([] { (void)segments_of(bend(250, 375, 300, 5), like(2)); }).key, "angle");
  EXPECT_EQ(refusal_of([] { (void)segments_of(bend(250, 375, 90, 1), like(2)); }).key, "segments");
}

}  // namespace
}  // namespace juggler::testing
