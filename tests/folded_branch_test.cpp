// Folded parts whose ends other parts cut: panels, hoppers, nets.
#include "draw.h"
#include "meeting.h"

namespace juggler::testing {
namespace {

using std::numbers::pi;

Part folded(const Shape& shape, double thickness, Face face = Face::inside) {
  Part p;
  p.name = "branch";
  p.asked = shape;
  p.sheet = sheet_of(thickness, face);
  return p;
}

// A stretch of a profile: its length on the neutral layer, and a place of a layer of it, seen along the run.
struct ProfileStretch {
  double length = 0;
  std::function<Vec2(double share, double layer)> at;
};

// A channel of three legs and two bends to the left, its sizes on the left face; layers count from there.
std::vector<ProfileStretch> channel(double side, double web, double radius, double factor, double t) {
  const double neutral = radius + factor * t;
  const auto straight = [=](double length, Vec2 from, Vec2 way) {
    return ProfileStretch{
        length, [=](double share, double d) { return from + share * length * way - d * left_of(way); }};
  };
  const auto corner = [=](Vec2 centre, double from) {
    return ProfileStretch{neutral * pi / 2, [=](double share, double d) {
                            return centre + (radius + d) * direction(from + share * pi / 2);
                          }};
  };
  return {straight(side - radius, {0, 0}, {1, 0}), corner({side - radius, radius}, -pi / 2),
          straight(web - 2 * radius, {side, radius}, {0, 1}), corner({side - radius, web - radius}, 0),
          straight(side - radius, {side - radius, web}, {-1, 0})};
}

TEST(FoldedBranches, AChannelSquareToAPipeIsTheClosedForm) {
  constexpr double side = 60, web = 100, radius = 4, factor = 0.4, run = 450, fit = 1e-3;
  for (const double t : {0.0, 3.0}) {
    for (const double offset : {0.0, 70.0, -120.0}) {
      for (const Contact contact : {Contact::clear, Contact::full, Contact::middle}) {
        Panel p;
        p.run = run;
        p.sizes_on = PanelFace::left;
        p.bend.radius = radius;
        p.bend.neutral_factor = factor;
        const Angle square = Angle::degrees(90);
        p.profile = {{.line = side}, {.bend = square}, {.line = web}, {.bend = square}, {.line = side}};
        Part branch = folded(p, t);
        branch.making.fit = fit;
        branch.place = on_main(450, 20, 0, offset);
        branch.ends = {{.body = "main", .contact = contact, .gap = 1.25}};
        const Met met = developed({pipe("main", 600, 900, 3, Face::outside), branch}, {});
        EXPECT_TRUE(met.passed());
        const Blank& blank = met.of("branch").blank;
        // The pipe's axis lies across the run; the branch's y runs against the offset.
        const auto cut = [&](const ProfileStretch& s, double share) {
          const auto at = [&](double d) {
            const double across = offset - s.at(share, d).y;
            return std::sqrt(301.25 * 301.25 - across * across);
          };
          double found = contact == Contact::middle ? at(t / 2) : at(0);
          for (int n = 0; n <= 200 && contact == Contact::clear; ++n)
            found = std::max(found, at(t * n / 200));
          for (int n = 0; n <= 200 && contact == Contact::full; ++n) found = std::min(found, at(t * n / 200));
          return found;
        };
        double asked = 0;
        double most = 0;
        for (const ProfileStretch& s : channel(side, web, radius, factor, t)) {
          constexpr int steps = 4000;
          for (int i = 0; i < steps; ++i) {
            const double left = run - cut(s, (i + 0.5) / steps);
            asked += left * s.length / steps;
            most = std::max(most, left);
          }
        }
        const double around = 2 * (side + web);
        EXPECT_NEAR(area(blank), asked, fit * around + 1e-3) << t << " " << offset;
        EXPECT_NEAR(upright_box(outline(blank)).height, most, 2 * fit + 1e-3);
      }
    }
  }
}

// Each plate of a welded hopper is laid upon its wall again by the corners of its top.
TEST(FoldedBranches, PlatesOfAWeldedHopperEndWhereTheirWallsMeetThePipe) {
  Hopper h;
  h.base = {180.0, 150.0};
  h.top = {330.0, 280.0};
  h.height = 620;
  h.shift = {25, -15};
  h.pieces = 4;
  h.seam = 1;
  constexpr double t = 3, gap = 1.5, fit = 0.004, tilt = 0.3;
  Part branch = folded(h, t);
  branch.making.fit = fit;
  branch.place = on_main(600, 0, tilt * 180 / pi, 35);
  const Met met = developed({pipe("main", 600, 1200, 2, Face::outside), branch}, {joint(Fit::set_on, gap)});
  EXPECT_TRUE(met.passed());
  ASSERT_TRUE(met.joints.front().hole_length);
  int plates = 0;
  for (const PieceResult& piece : met.pieces) {
    if (piece.part.name != "branch") continue;
    ++plates;
    const std::string wall = piece.blank.folding->faces.front().name;
    const Vec2 way = wall.ends_with("+x")   ? Vec2{1, 0}
                     : wall.ends_with("-x") ? Vec2{-1, 0}
                     : wall.ends_with("+y") ? Vec2{0, 1}
                                            : Vec2{0, -1};
    // Its inside plane, from the middles of both ends.
    const auto middle = [&](double width, double length, Vec2 shift, double z) {
      return Vec3{shift.x + way.x * width / 2, shift.y + way.y * length / 2, z};
    };
    const Vec3 low = middle(180, 150, {}, 0);
    const Vec3 high = middle(330, 280, h.shift, 620);
    const Vec3 level{-way.y, way.x, 0};
    const Vec3 up = unit(high - low - dot(high - low, level) * level);
    const Vec3 normal = cross(level, up);
    // The blank's top edge lies level; its middle is where the wall's top is, but for what slants shift it.
    const Edge* base = nullptr;
    const Edge* top = nullptr;
    for (const Edge& e : piece.blank.edges) {
      if (e.label == "base") base = &e;
      if (e.label == "top") top = &e;
    }
    ASSERT_TRUE(base && top);
    const Vec2 a = top->arcs.front().start;
    const Vec2 b = end_of(top->arcs.back());
    ASSERT_EQ(piece.blank.face_up, Face::inside);
    // Seen from inside, level runs to the left: against the edge's way round.
    const Vec2 along = 1 / norm(b - a) * (b - a);
    const Vec2 down = left_of(along);
    const double half = ((way.x != 0 ? 280.0 : 330.0)) / 2;
    // Corners of the inside, less what the weld's gap stands back (none here).
    EXPECT_NEAR(norm(b - a), 2 * half, 1e-6) << wall;
    const double radius = 300 + gap;
    double worst = 0;
    for (const Arc& arc : base->arcs) {
      for (int i = 0; i <= 8; ++i) {
        const Vec2 p = point_at(arc, arc.length * i / 8) - 0.5 * (a + b);
        const Vec3 on = high + dot(p, along) * level - dot(p, down) * up;
        const auto off = [&](double d) {
          const Vec3 q = on + d * normal;
          // The pipe's axis: along sin(tilt) z + cos(tilt) x of the branch, through y = offset there.
          const Vec3 axis{std::cos(tilt), 0, std::sin(tilt)};
          const Vec3 from = q - Vec3{0, 35, 0};
          return norm(from - dot(from, axis) * axis) - radius;
        };
        double least = HUGE_VAL;
        for (int n = 0; n <= 60; ++n) least = std::min(least, off(t * n / 60));
        worst = std::max(worst, std::abs(least));
      }
    }
    EXPECT_LE(worst, fit + 1e-4) << wall;
  }
  EXPECT_EQ(plates, 4);
}

// Opposite walls that are alike are one blank that counts for two: the joint is as long as all of them, and
// as the same edge in one piece less what the bends save.
TEST(FoldedBranches, TheEdgeOfAJointIsThatOfAllPieces) {
  Hopper h;
  h.base = {180.0, 140.0};
  h.top = {300.0, 260.0};
  h.height = 640;
  h.pieces = 4;
  h.seam = 1;
  Part branch = folded(h, 2);
  branch.place = on_main(600, 30, 0, 0);
  branch.making.quantity = 3;
  branch.ends = {{.body = "main", .key = "part.trim.1"}};
  const Met met = developed({pipe("main", 700, 1200, 3), branch}, {});
  double sum = 0;
  for (const PieceResult& p : met.pieces) {
    if (p.part.name != "branch") continue;
    EXPECT_EQ(p.blank.count, 6);
    for (const Edge& e : p.blank.edges) {
      if (e.label == "base") sum += 2 * length_of(e.arcs);
    }
  }
  EXPECT_NEAR(met.joints.front().edge_length, sum, 1e-9);
  EXPECT_GT(sum, 2 * (180 + 140));
}

Part random_hopper(Random& random) {
  Hopper h;
  h.base = {random.between(120, 240), random.between(120, 240)};
  h.top = {random.between(240, 460), random.between(240, 460)};
  h.height = random.between(600, 800);
  h.shift = {random.between(-60, 60), random.between(-60, 60)};
  h.bend.neutral_factor = random.between(0.3, 0.5);
  if (!random.one_in(3)) h.bend.radius = random.between(2, 12);
  h.pieces = random.one_in(3) ? 4 : 1 + random.pick(2);
  h.seam = h.pieces == 4 ? 1 : random.pick(8);
  if (random.one_in(3)) h.flanges = {{.end = EndName::top, .width = 30}};
  h.relief = Relief::round;
  return folded(h, random.one_in(6) ? 0 : random.between(0.8, 4), random.face());
}
Part random_net(Random& random) {
  Net n;
  n.sides = 3 + random.pick(6);
  n.base.across_flats = random.between(100, 240);
  n.top.across_flats = *n.base.across_flats * random.between(0.8, 1.5);
  n.height = random.between(600, 800);
  n.turn = Angle::degrees(random.between(0, 360));
  n.open = {"base"};
  if (random.one_in(2)) n.open.emplace_back("top");
  n.bend.radius = random.between(1, 6);
  n.bend.neutral_factor = 0.4;
  return folded(n, random.between(0.8, 3), random.face());
}
Part random_panel(Random& random) {
  Panel p;
  p.run = random.between(550, 800);
  p.sizes_on = static_cast<PanelFace>(random.pick(5));
  p.bend.radius = random.between(2, 8);
  p.bend.neutral_factor = 0.42;
  const auto turn = [&] { return Angle::degrees(random.between(20, 100)); };
  p.profile = {{.line = random.between(50, 90)}};
  for (int i = random.pick(3); i >= 0; --i) {
    if (random.one_in(3)) {
      p.profile.push_back({.arc = turn(), .radius = random.between(20, 60), .to_right = random.one_in(2)});
    } else {
      p.profile.push_back({.bend = turn(), .to_right = random.one_in(2)});
    }
    p.profile.push_back({.line = random.between(50, 90)});
  }
  return folded(p, random.between(0.8, 4));
}

TEST(RandomFoldedBranches, AreProvedOrRefusedWithAReason) {
  Random random(20261206);
  std::array<int, 3> made{};
  for (int i = 0; i < draws(240); ++i) {
    const int kind = i % 3;
    Part branch = kind == 0 ? random_hopper(random) : kind == 1 ? random_net(random) : random_panel(random);
    branch.place = on_main(700, random.between(0, 360), random.between(-35, 35), random.between(-80, 80));
    branch.place->spin = random.plan();
    if (random.one_in(3)) branch.making.hand = Hand::opposite;
    Part main = pipe("main", 700, 1400, 3);
    if (random.one_in(3))
      main.asked = Cone{.base = Diameter::mm(800), .top = Diameter::mm(600), .height = 1400};
    const Fit fit = random.one_in(2) ? Fit::set_on : Fit::set_in;
    const double gap = random.one_in(3) ? 0 : random.between(0, 3);
    SCOPED_TRACE("branch " + std::to_string(i));
    try {
      std::vector<MeetingParts> joints;
      if (kind == 2) {
        branch.ends = {{.body = "main", .gap = gap, .key = "part.trim.1"}};
        if (random.one_in(2)) branch.ends.front().face = Face::inside;
      } else {
        joints = {joint(fit, gap)};
      }
      const Met met = developed({main, branch}, joints);
      EXPECT_TRUE(met.passed());
      ASSERT_EQ(met.joints.size(), 1U);
      EXPECT_EQ(met.joints.front().hole_length.has_value(), kind != 2);
      // All layers stand off from an outside; to an inside all of them reach.
      if (met.joints.front().face == Face::outside) {
        EXPECT_NEAR(met.joints.front().gap_found, gap, met.joints.front().allowed);
      }
      ++made[static_cast<size_t>(kind)];
    } catch (const Refusal& r) {
      EXPECT_FALSE(r.text().key.empty()) << r.what();
    }
  }
  for (const int count : made) expect_made(count, 50, 80, draws(240) / 3);
}

// A plate set in goes through a slot: that of a bored rectangle as thick and as wide.
TEST(FoldedBranches, APanelSetInGoesThroughASlotRoundItsMetal) {
  Panel plate;
  plate.profile = {{.line = 90}};
  plate.run = 500;
  plate.sizes_on = PanelFace::middle;
  for (const double clearance : {0.0, 1.5}) {
    Part branch = folded(plate, 6, Face::middle);
    branch.place = on_main(450, 0, 0, 0);
    branch.place->spin = Angle::degrees(30);
    MeetingParts asked = joint(Fit::set_in, 0.5);
    asked.clearance = clearance;
    Part bored = pipe("main", 600, 900, 3);
    bored.making.fit = 1e-4;
    const Met met = developed({bored, branch}, {asked});
    EXPECT_TRUE(met.passed());
    ASSERT_EQ(met.joints.size(), 1U);
    EXPECT_LE(*met.joints.front().hole_distance, met.joints.front().allowed);
    // The middle of the plate lies at (45, 0) of its frame, turned by the spin; x of the frame points up.
    const Vec2 middle = 45 * direction(pi / 6);
    Opening slot;
    slot.how = OpeningHow::bored;
    slot.form.profile = {.kind = ProfileKind::rectangle,
                         .width = 6 + 2 * clearance,
                         .length = 90 + 2 * clearance,
                         .corner_radius = clearance};
    slot.at.angle = Angle{};
    slot.at.height = 450 + middle.x;
    slot.bore.offset = -middle.y;
    slot.turn = Angle::degrees(30);
    bored.making.openings = {slot};
    EXPECT_NEAR(area(met.of("main").blank), area(develop(bored).front().blank), 0.1) << clearance;
  }
  // A channel's slot follows its bends, on both sides of its metal.
  Panel p;
  p.run = 450;
  p.sizes_on = PanelFace::left;
  p.bend.radius = 4;
  p.bend.neutral_factor = 0.4;
  const Angle square = Angle::degrees(90);
  p.profile = {
      {.line = 60}, {.bend = square}, {.line = 100}, {.bend = square, .to_right = true}, {.line = 60}};
  Part branch = folded(p, 3);
  branch.place = on_main(450, 20, 20, 40);
  MeetingParts asked = joint(Fit::set_in);
  asked.clearance = 1;
  const Met met = developed({pipe("main", 600, 900, 3), branch}, {asked});
  EXPECT_TRUE(met.passed());
  EXPECT_TRUE(met.joints.front().hole_length);
  asked.clearance = 5;
  try {
    (void)developed({pipe("main", 600, 900, 3), branch}, {asked});
    ADD_FAILURE() << "no room in the hollow of a bend";
  } catch (const Refusal& r) {
    EXPECT_EQ(r.text().key, "joint.1.clearance") << r.what();
  }
}

TEST(FoldedBranches, WhatCannotBeCutIsRefused) {
  const auto refused = [](Part branch, const std::string& words) {
    branch.place = on_main(700, 30, 0, 0);
    try {
      (void)developed({pipe("main", 700, 1400, 3), branch}, {joint(Fit::set_on)});
      ADD_FAILURE() << words;
    } catch (const Refusal& r) {
      EXPECT_NE(r.text().reason.in({}).find(words), std::string::npos) << r.what();
      EXPECT_TRUE(r.text().key.starts_with("joint.1")) << r.text().key;
    }
  };
  Hopper h;
  h.base = {180.0, 180.0};
  h.top = {300.0, 300.0};
  h.height = 600;
  h.flanges = {{.end = EndName::base, .width = 20}};
  h.bend.radius = 3;
  h.bend.neutral_factor = 0.4;
  refused(folded(h, 2), "has a flange");
  Net closed;
  closed.sides = 5;
  closed.base.across_flats = 160;
  closed.height = 600;
  closed.bend = h.bend;
  refused(folded(closed, 2), "no free edge");
  Panel plate;
  plate.run = 600;
  plate.sizes_on = PanelFace::right;
  plate.profile = {{.line = 900}};
  Part wide = folded(plate, 2);
  wide.place = on_main(700, 30, 0, 0);
  wide.ends = {{.body = "main", .key = "part.trim.1"}};
  try {
    (void)developed({pipe("main", 700, 1400, 3), wide}, {});
    ADD_FAILURE() << "wider than the pipe";
  } catch (const Refusal& r) {
    EXPECT_NE(r.text().reason.in({}).find("does not receive all"), std::string::npos) << r.what();
    EXPECT_NE(r.text().found.in({}).find("leg 1"), std::string::npos) << r.what();
  }
}

}  // namespace
}  // namespace juggler::testing
