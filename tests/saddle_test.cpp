// Saddle pads, against curves worked out by hand and rolled up by no means of the library's.
#include "draw.h"
#include "meeting.h"

namespace juggler::testing {
namespace {

using std::numbers::pi;

Part saddle(double width, double clearance, double thickness) {
  Part p;
  p.name = "pad";
  p.shape = "plate";
  PlateEnd at{.body = "branch", .fit = PlateFit::saddle, .clearance = clearance};
  if (width > 0) at.width = width;
  p.asked = Plate{.at_end = at};
  p.sheet = sheet_of(thickness, Face::outside);
  p.making.face_up = Face::outside;
  return p;
}

Part branch_pipe(double diameter, double height, double thickness, const PartPlace& place) {
  Part p = pipe("branch", diameter, height, thickness, Face::outside);
  p.place = place;
  return p;
}

double off(const std::vector<Vec2>& curve, Vec2 p) {
  double least = HUGE_VAL;
  for (size_t i = 0; i < curve.size(); ++i)
    least = std::min(least, nearest(p, line(curve[i], curve[(i + 1) % curve.size()])).distance);
  return least;
}

// Square on a pipe of outside radius 300 the layer of the pad that comes nearest lies at 300; the neutral one
// at 304: z^2 = 152^2 - (300 sin phi)^2, x = 304 phi.
TEST(Saddles, OnAPipeTheHoleIsTheCurveOfItsLowerFace) {
  const Met met = developed({pipe("main", 600, 1200, 6, Face::outside),
                             branch_pipe(300, 500, 6, on_main(600, 30, 0, 0)), saddle(80, 2, 8)},
                            {joint(Fit::set_on)});
  EXPECT_TRUE(met.passed()) << failed(met);
  const Blank& b = met.of("pad").blank;
  const Vec2 middle = b.openings.at(0).centre;
  std::vector<Vec2> curve;
  const double most = std::asin(152.0 / 300);
  for (int i = 0; i < 8000; ++i) {
    const double t = 2 * pi * i / 8000;
    const double x = 152 * std::cos(t), z = 152 * std::sin(t);
    curve.push_back(middle + Vec2{304 * std::asin(x / 300), z});
  }
  for (const Arc& arc : b.openings.at(0).outline) {
    for (const double share : {0.0, 0.3, 0.7}) EXPECT_LT(off(curve, point_at(arc, share * arc.length)), 0.02);
  }
  for (const Arc& arc : outline(b)) {
    for (const double share : {0.0, 0.3, 0.7})
      EXPECT_NEAR(off(curve, point_at(arc, share * arc.length)), 80, 0.02);
  }
  EXPECT_NEAR(as_laid(b).width, 2 * (304 * most + 80), 0.04);
  EXPECT_NEAR(as_laid(b).height, 2 * (152 + 80), 0.04);
  EXPECT_EQ(b.edges.size(), 1U);
  EXPECT_EQ(b.edges.front().label, "rim");
  EXPECT_NEAR(measured(met.of("pad").formed->says.numbers(b), "rolled radius").value, 300, 1e-9);
}

// The lines marked are rulings: where two of them meet is the cone's apex on the flat.
TEST(Saddles, OnAConeRolledUpByHandClearTheBranch) {
  Part main = pipe("main", 900, 900, 5, Face::outside);
  main.shape = "cone";
  main.asked = Cone{.base = Diameter::mm(900), .top = Diameter::mm(300), .height = 900};
  const double t = 5, clear = 101, tilt = 10 * pi / 180;
  Part pad = saddle(70, 1, t);
  const Met met =
      developed({main, branch_pipe(200, 500, 5, on_main(400, 100, 10, 60)), pad}, {joint(Fit::set_in)});
  EXPECT_TRUE(met.passed()) << failed(met);
  const Blank& b = met.of("pad").blank;
  const auto& lines = b.marks.lines;
  ASSERT_GE(lines.size(), 3U);
  const Arc& one = lines.front();
  const Arc& other = lines.back();
  const Vec2 a = direction(one.heading), c = direction(other.heading);
  const Vec2 apex = one.start + cross(other.start - one.start, c) / cross(a, c) * a;
  // Outside: radius 450 at z = 0, 150 at 900; the neutral layer lies t/2 farther out.
  const double beta = std::atan(300.0 / 900), apex_z = 450 / std::tan(beta) + t / 2 / std::sin(beta);
  // Seen with the outside up the flat turns as the plan angle does; the middle mark passes the branch's own
  // plan angle somewhere: the turn is found from the hole's centre, whose plan angle is said.
  const Vec2 centre = b.openings.at(0).centre - apex;
  const auto formed = [&](Vec2 p, double depth) {
    const Vec2 d = p - apex;
    const double plan =
        b.openings.at(0).plan.radians() + std::atan2(cross(centre, d), dot(centre, d)) / std::sin(beta);
    const double r = norm(d) * std::sin(beta) + (depth - t / 2) * std::cos(beta);
    return Vec3{r * std::cos(plan), r * std::sin(plan),
                apex_z - norm(d) * std::cos(beta) + (depth - t / 2) * std::sin(beta)};
  };
  // The branch's axis: through the height on the axis, 60 to the right as seen from outside.
  const Vec3 out{std::cos(100 * pi / 180), std::sin(100 * pi / 180), 0};
  const Vec3 right = cross({0, 0, 1}, out);
  const Vec3 way = std::cos(tilt) * out + std::sin(tilt) * Vec3{0, 0, 1};
  const Vec3 at = Vec3{0, 0, 400} + 60 * right;
  const auto from_axis = [&](Vec3 p) { return norm(cross(p - at, way)); };
  double worst = 0;
  for (const Arc& arc : b.openings.at(0).outline) {
    for (const double share : {0.0, 0.25, 0.5, 0.75}) {
      double nearest = HUGE_VAL;
      for (int i = 0; i <= 100; ++i)
        nearest = std::min(nearest, from_axis(formed(point_at(arc, share * arc.length), t * i / 100)));
      worst = std::max(worst, std::abs(nearest - clear));
    }
  }
  EXPECT_LT(worst, 0.03);
  // Square to a ruling a cone bends by its distance from the axis over the cosine; where the line in the
  // middle leaves the metal, and what is said of it.
  const auto rolled = [&](Vec2 p) { return norm(p - apex) * std::tan(beta) - t / 2; };
  std::vector<double> ends;
  for (const Arc& l : lines) {
    // Of three rulings the middle one is the upright.
    if (std::abs(std::cos(l.heading.radians())) > 1e-9) continue;
    ends.push_back(rolled(l.start));
    ends.push_back(rolled(end_of(l)));
  }
  ASSERT_FALSE(ends.empty());
  const std::vector<Fact> said = met.of("pad").formed->says.numbers(b);
  EXPECT_NEAR(measured(said, "rolled radius, least").value, *std::min_element(ends.begin(), ends.end()),
              1e-6);
  EXPECT_NEAR(measured(said, "rolled radius, most").value, *std::max_element(ends.begin(), ends.end()), 1e-6);
  for (const Arc& arc : outline(b)) {
    double least = HUGE_VAL;
    for (const Arc& hole : b.openings.at(0).outline)
      least = std::min(least, nearest(arc.start, hole).distance);
    EXPECT_NEAR(least, 70, 1e-3);
  }
}

// A square duct on a wide one: the hole is a rounded rectangle, and so is the pad.
TEST(Saddles, OnAFlatWallAreAsFarAboutRoundedCorners) {
  const auto duct = [](const std::string& name, double width, double depth, double length) {
    Part p;
    p.name = name;
    p.shape = "hopper";
    p.asked = Hopper{.base = {.width = width, .length = depth},
                     .top = {.width = width, .length = depth},
                     .height = length,
                     .bend = {.radius = 2, .neutral_factor = 0.4}};
    p.sheet = sheet_of(2, Face::outside);
    p.seam.at = Angle::degrees(180);
    return p;
  };
  Part branch = duct("branch", 200, 150, 300);
  branch.place = on_main(450, 0, 0, 0);
  const Met met = developed({duct("main", 500, 400, 900), branch, saddle(40, 1, 2)}, {joint(Fit::set_on)});
  EXPECT_TRUE(met.passed()) << failed(met);
  const Blank& b = met.of("pad").blank;
  const Rectangle box = as_laid(b);
  EXPECT_NEAR(std::max(box.width, box.height), 200 + 2 * 41, 1e-9);
  EXPECT_NEAR(std::min(box.width, box.height), 150 + 2 * 41, 1e-9);
  // Rounded with the branch's outer radius of 4, the clearance and the width; at its seam, where edges touch
  // along the inside, that of the sheet's thickness.
  const double radii = 3 * (4 + 1 + 40) + (2 + 1 + 40);
  EXPECT_NEAR(outline_length(b), 2 * (box.width + box.height) - (2 - pi / 2) * radii, 1e-6);
}

TEST(Saddles, AFormIsLaidAboutTheMiddleOfTheHole) {
  Part pad = saddle(0, 1, 5);
  OpeningForm form;
  form.profile.kind = ProfileKind::rectangle;
  form.profile.width = 380;
  form.profile.length = 340;
  form.profile.corner_radius = 20;
  std::get<Plate>(pad.asked).form = form;
  const Met met = developed(
      {pipe("main", 600, 1200, 6, Face::outside), branch_pipe(200, 500, 6, on_main(500, -170, 20, 0)), pad},
      {joint(Fit::set_on)});
  EXPECT_TRUE(met.passed()) << failed(met);
  const Blank& b = met.of("pad").blank;
  EXPECT_NEAR(as_laid(b).width, 380, 1e-9);
  EXPECT_NEAR(as_laid(b).height, 340, 1e-9);
  const Vec2 middle = b.openings.at(0).centre;
  EXPECT_NEAR(middle.x, 190, 1e-9);
  EXPECT_NEAR(middle.y, 170, 1e-9);
}

TEST(Saddles, WhatIsCutOffAnEdgeFailsTheProof) {
  const Met met = developed({pipe("main", 600, 1200, 6, Face::outside),
                             branch_pipe(300, 500, 6, on_main(600, 30, 0, 0)), saddle(80, 2, 8)},
                            {joint(Fit::set_on)});
  const PieceResult& pad = met.of("pad");
  Blank b = pad.blank;
  for (Arc& arc : b.edges.front().arcs) arc.start = arc.start + Vec2{0.1, 0};
  EXPECT_FALSE(pad.formed->prove(b).passed);
  b = pad.blank;
  for (FormingPanel& panel : b.forming) {
    for (Station& s : panel.stations) s.turn = 1.001 * s.turn;
  }
  EXPECT_FALSE(pad.formed->prove(b).passed);
}

std::string refused_key(const std::vector<Part>& parts, const std::vector<MeetingParts>& joints) {
  try {
    (void)developed(parts, joints);
  } catch (const Refusal& refusal) {
    return refusal.text().key;
  }
  return "";
}

TEST(Saddles, RefusalsNameTheirKeys) {
  const Part main = pipe("main", 600, 1200, 6, Face::outside);
  const Part branch = branch_pipe(300, 500, 6, on_main(600, 30, 0, 0));
  const std::vector<MeetingParts> on{joint(Fit::set_on)};
  EXPECT_EQ(refused_key({main, branch, saddle(80, 2, 8)}, {}), "on");
  EXPECT_EQ(refused_key({main, branch, saddle(0, 2, 8)}, on), "width");
  EXPECT_EQ(refused_key({main, branch, saddle(500, 2, 8)}, on), "width");  // past the ends
  EXPECT_EQ(refused_key({main, branch, saddle(80, -2, 8)}, on), "clearance");
  Part pad = saddle(80, 2, 8);
  pad.making.hand = Hand::opposite;
  EXPECT_EQ(refused_key({main, branch, pad}, on), "hand");
  pad = saddle(80, 2, 8);
  pad.place = on_main(1, 2, 3, 4);
  EXPECT_EQ(refused_key({main, branch, pad}, on), "place");
  pad = saddle(80, 2, 8);
  std::get<Plate>(pad.asked).at_end->on = "branch";
  EXPECT_EQ(refused_key({main, branch, pad}, on), "on");
  pad = saddle(0, 2, 8);
  OpeningForm disc;
  disc.profile.diameter = 200;
  std::get<Plate>(pad.asked).form = disc;
  EXPECT_EQ(refused_key({main, branch, pad}, on), "form");
  // Its end stands within the saddle.
  EXPECT_EQ(refused_key({main, branch_pipe(300, 304, 6, on_main(600, 30, 0, 0)), saddle(80, 2, 8)}, on),
            "for");
  // All round a thin main.
  EXPECT_EQ(refused_key({pipe("main", 310, 3000, 6, Face::outside),
                         branch_pipe(300, 500, 6, on_main(1500, 30, 0, 0)), saddle(700, 2, 8)},
                        on),
            "width");
}

TEST(RandomSaddles, AreProvedOrRefusedWithAReason) {
  Random random(4711);
  const int all = 160, drawn = draws(all);
  int well = 0;
  for (int i = 0; i < drawn; ++i) {
    Part main = pipe("main", random.between(300, 900), random.between(600, 1500), random.between(0, 8),
                     random.face());
    if (random.one_in(2)) {
      main.shape = "cone";
      main.asked = Cone{.base = Diameter::mm(random.between(300, 900)),
                        .top = Diameter::mm(random.between(200, 900)),
                        .height = random.between(600, 1500),
                        .shift = {random.one_in(3) ? random.between(-80, 80) : 0, 0}};
    }
    main.making.hand = random.one_in(4) ? Hand::opposite : Hand::as_drawn;
    Part branch = pipe("branch", random.between(60, 320), random.between(300, 900), random.between(0, 6),
                       random.face());
    if (random.one_in(3)) {
      branch.shape = "transition";
      branch.asked = Transition{.base = {.profile = {.kind = ProfileKind::rectangle,
                                                     .width = random.between(80, 250),
                                                     .length = random.between(80, 250),
                                                     .corner_radius = random.between(0, 30)}},
                                .top = {.profile = {.diameter = random.between(80, 250)}},
                                .height = random.between(400, 900)};
      branch.sheet.sizes_on = Face::outside;
    }
    branch.place = on_main(random.between(250, 500), random.between(-400, 400), random.between(-40, 40),
                           random.between(-60, 60));
    Part pad =
        saddle(random.between(10, 150), random.one_in(3) ? 0 : random.between(0.5, 4), random.between(0, 10));
    pad.making.face_up = random.one_in(2) ? Face::inside : Face::outside;
    pad.sheet.neutral_factor = random.between(0.3, 0.5);
    const auto make = [&] {
      const Met met = developed({main, branch, pad}, {joint(random.one_in(2) ? Fit::set_on : Fit::set_in)});
      EXPECT_TRUE(met.of("pad").proof.passed) << i << ": " << failed(met);
      EXPECT_FALSE(overlaps_itself(met.of("pad").blank)) << i;
    };
    if (made_or_refused(make, std::to_string(i))) ++well;
  }
  expect_made(well, 95, all, drawn);
}

}  // namespace
}  // namespace juggler::testing
