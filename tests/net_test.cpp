// Faces, zones and nets: geometry by other routes.
#include <numeric>
#include <random>
#include <set>

#include "common.h"

namespace juggler::testing {
namespace {

using std::numbers::pi;

double area_of(const Polygon& p) {
  double twice = 0;
  for (size_t i = 0; i < p.size(); ++i) twice += cross(p[i], p[(i + 1) % p.size()]);
  return twice / 2;
}

TEST(Polygons, ConvexPartsFillAnyStar) {
  std::mt19937 random(5);
  const auto within = [&](double a, double b) { return std::uniform_real_distribution(a, b)(random); };
  for (int i = 0; i < 500; ++i) {
    Polygon star;
    const int corners = 3 + static_cast<int>(random() % 12);
    for (int k = 0; k < corners; ++k) star.push_back(within(1, 10) * direction(2 * pi * k / corners));
    double sum = 0;
    for (const Polygon& part : convex_parts(star)) {
      sum += area_of(part);
      for (size_t k = 0; k < part.size(); ++k) {
        const Vec2 a = part[(k + 1) % part.size()] - part[k];
        const Vec2 b = part[(k + 2) % part.size()] - part[(k + 1) % part.size()];
        EXPECT_GE(cross(a, b), -1e-9);
      }
    }
    EXPECT_NEAR(sum, area_of(star), 1e-9);
  }
}

TEST(Polygons, DepthOfOverlapIsTheLeastShiftThatPartsThem) {
  const Polygon square{{0, 0}, {10, 0}, {10, 10}, {0, 10}};
  const auto moved = [&](Vec2 by) {
    Polygon p = square;
    for (Vec2& c : p) c = c + by;
    return p;
  };
  EXPECT_NEAR(depth_of_overlap(square, moved({7, 0})), 3, 1e-12);
  EXPECT_NEAR(depth_of_overlap(square, moved({9, 8})), 1, 1e-12);
  EXPECT_NEAR(depth_of_overlap(square, moved({10, 3})), 0, 1e-12);
  EXPECT_LT(depth_of_overlap(square, moved({11, 3})), 0);
  const Polygon tilted{{5, 10 - 1}, {12, 16 - 1}, {5, 22 - 1}, {-2, 16 - 1}};  // its lowest corner 1 inside
  EXPECT_NEAR(depth_of_overlap(square, tilted), 1, 1e-12);
}

// --- zones

Hopper offset_hopper() {
  return {.base = {150, 220},
          .top = {420, 300},
          .height = 260,
          .shift = {40, -25},
          .bend = {.radius = 4, .neutral_factor = 0.4}};
}

TEST(Zones, RunFromPlateToPlateOnEveryLayer) {
  const Body body = body_of(offset_hopper(), sheet_of(3, Face::outside), 0);
  ASSERT_EQ(body.zones.size(), 3u);
  for (const BendZone& s : body.zones) {
    const BodyFace& a = body.faces[static_cast<size_t>(s.face_a)];
    const BodyFace& b = body.faces[static_cast<size_t>(s.face_b)];
    const double turn = std::abs(s.angle.radians());
    const auto k = static_cast<size_t>(s.side_a);
    const auto j = static_cast<size_t>(s.side_b);
    for (const double layer : {0.0, 1.0, 3.0}) {
      const Vec3 low_a = a.at(a.corners[k]) + layer * a.normal;
      const Vec3 high_a = a.at(a.corners[(k + 1) % 4]) + layer * a.normal;
      const Vec3 low_b = b.at(b.corners[(j + 1) % 4]) + layer * b.normal;
      const Vec3 high_b = b.at(b.corners[j]) + layer * b.normal;
      EXPECT_LT(norm(zone_point(body, s, 0, s.low(0), layer) - low_a), 1e-9);
      EXPECT_LT(norm(zone_point(body, s, 0, s.high(0), layer) - high_a), 1e-9);
      EXPECT_LT(norm(zone_point(body, s, turn, s.low(turn), layer) - low_b), 1e-9);
      EXPECT_LT(norm(zone_point(body, s, turn, s.high(turn), layer) - high_b), 1e-9);
    }
    // Between two layers a point moves along the normal, which turns evenly.
    for (int i = 0; i <= 8; ++i) {
      const double phi = turn * i / 8;
      const Vec3 up = zone_point(body, s, phi, 10, 3) - zone_point(body, s, phi, 10, 0);
      EXPECT_NEAR(norm(up), 3, 1e-9);
      EXPECT_NEAR(std::acos(std::clamp(dot(up, a.normal) / 3, -1.0, 1.0)), phi, 1e-6);
    }
  }
}

TEST(Zones, RimsLieInTheirPlanesAllAlong) {
  Hopper h = offset_hopper();
  h.top_contact = Contact::outside;
  h.base_contact = Contact::inside;
  const Body body = body_of(h, sheet_of(3, Face::middle), 0);
  for (const BendZone& s : body.zones) {
    const double turn = std::abs(s.angle.radians());
    for (int i = 0; i <= 20; ++i) {
      const double phi = turn * i / 20;
      // Sides run upwards on the first face: its low end is the base's.
      const bool upwards = s.axis.z > 0;
      const double base = zone_point(body, s, phi, upwards ? s.low(phi) : s.high(phi), 0).z;
      const double top = zone_point(body, s, phi, upwards ? s.high(phi) : s.low(phi), 3).z;
      EXPECT_NEAR(base, 0, 1e-9);
      EXPECT_NEAR(top, 260, 1e-9);
    }
  }
}

TEST(Zones, BothEndsOfAClosedCornerMeetInOneCurve) {
  Net tray{.sides = 4, .base = {.side = 200}, .height = 60, .bend = {.radius = 5, .neutral_factor = 0.4}};
  tray.open = {"top"};
  tray.bends = {"base / wall 1", "base / wall 2", "base / wall 3", "base / wall 4"};
  const Body body = body_of(tray, sheet_of(2, Face::inside), 0);
  ASSERT_EQ(body.zones.size(), 4u);
  // Every end's curve on the inside face, as its points at equal angles from the base.
  std::vector<std::vector<Vec3>> curves;
  for (const BendZone& s : body.zones) {
    const double turn = std::abs(s.angle.radians());
    const bool base_first = body.faces[static_cast<size_t>(s.face_a)].name == "base";
    for (const bool low : {true, false}) {
      std::vector<Vec3> curve;
      for (int i = 0; i <= 10; ++i) {
        const double phi = turn * (base_first ? i : 10 - i) / 10;
        curve.push_back(zone_point(body, s, phi, low ? s.low(phi) : s.high(phi), 0));
      }
      curves.push_back(std::move(curve));
    }
  }
  for (size_t i = 0; i < curves.size(); ++i) {
    int twins = 0;
    for (size_t k = 0; k < curves.size(); ++k) {
      double apart = 0;
      for (size_t p = 0; p < curves[i].size(); ++p)
        apart = std::max(apart, norm(curves[i][p] - curves[k][p]));
      twins += k != i && apart < 1e-9 ? 1 : 0;
    }
    EXPECT_EQ(twins, 1) << "curve " << i;
  }
}

TEST(Zones, HipAnglesAndLengthsOfAnOffsetHopperFromItsCorners) {
  const Hopper h = offset_hopper();
  const Body body = body_of(h, sheet_of(0), 0);
  const auto corner = [&](double x, double y, bool top) {
    return top ? Vec3{40 + x * 210, -25 + y * 150, 260} : Vec3{x * 75, y * 110, 0};
  };
  const auto wall = [&](Vec2 p, Vec2 q) {  // the normal of the wall from one corner to the next
    const Vec3 run = corner(q.x, q.y, false) - corner(p.x, p.y, false);
    const Vec3 n = cross(run, corner(p.x, p.y, true) - corner(p.x, p.y, false));
    return 1 / norm(n) * n;
  };
  const std::vector<Vec2> round{{1, -1}, {1, 1}, {-1, 1}, {-1, -1}};
  std::multiset<double> expected;
  for (size_t i = 0; i < 4; ++i) {
    if (i == 3) continue;  // the hip -x-y is the seam
    const Vec3 a = wall(round[(i + 3) % 4], round[i]);
    const Vec3 b = wall(round[i], round[(i + 1) % 4]);
    expected.insert(std::acos(dot(a, b)));
  }
  std::multiset<double> made;
  for (const BendZone& s : body.zones) made.insert(s.angle.radians());
  ASSERT_EQ(made.size(), expected.size());
  auto e = expected.begin();
  for (const double angle : made) EXPECT_NEAR(angle, *e++, 1e-9);
}

// --- which edges are bent

// Every spanning tree of a body's edges, by trying every set of as many edges as it takes.
double shortest_joints_by_trial(const Polyhedron& body, const std::vector<Hinge>& hinges) {
  const size_t faces = body.faces.size();
  double all = 0;
  for (const Hinge& h : hinges) all += h.length;
  double best = HUGE_VAL;
  for (unsigned set = 0; set < 1u << hinges.size(); ++set) {
    if (static_cast<size_t>(__builtin_popcount(set)) != faces - 1) continue;
    std::vector<size_t> of(faces);
    std::iota(of.begin(), of.end(), size_t{0});
    size_t joined = 0;
    double bent = 0;
    for (size_t i = 0; i < hinges.size(); ++i) {
      if (!(set >> i & 1u)) continue;
      const size_t a = of[static_cast<size_t>(hinges[i].face_a)];
      const size_t b = of[static_cast<size_t>(hinges[i].face_b)];
      if (a == b) break;
      for (size_t& f : of) f = f == a ? b : f;
      bent += hinges[i].length;
      ++joined;
    }
    if (joined == faces - 1) best = std::min(best, all - bent);
  }
  return best;
}

TEST(Unfolding, JointsAreTheShortestOfAllTreesThatDoNotLieOverThemselves) {
  std::vector<Net> bodies;
  for (const int sides : {3, 4, 5}) {
    bodies.push_back({.sides = sides, .base = {.side = 90}, .height = 130});
    bodies.push_back({.sides = sides, .base = {.side = 90}, .top = {.point = true}, .height = 70});
    bodies.push_back(
        {.sides = sides, .base = {.side = 90}, .top = {.side = 50}, .height = 110, .shift = {12, 7}});
  }
  for (const Net& net : bodies) {
    const Polyhedron body = polyhedron_of(net);
    const std::vector<Hinge> hinges = hinges_of(body);
    const auto bent = choose_bends(body, hinges, std::vector<HingeRule>(hinges.size(), HingeRule::chosen),
                                   [](const std::vector<bool>&) { return true; });
    double joints = 0;
    for (size_t i = 0; i < hinges.size(); ++i) joints += bent[i] ? 0 : hinges[i].length;
    EXPECT_EQ(std::count(bent.begin(), bent.end(), true), static_cast<long>(body.faces.size()) - 1);
    // None of these small bodies' longest trees lies over itself.
    EXPECT_NEAR(joints, shortest_joints_by_trial(body, hinges), 1e-9) << net.sides;
  }
}

TEST(Unfolding, RulesAreKept) {
  const Net cube{.sides = 4, .base = {.side = 100}, .height = 100};
  const Polyhedron body = polyhedron_of(cube);
  const std::vector<Hinge> hinges = hinges_of(body);
  ASSERT_EQ(hinges.size(), 12u);
  std::vector<HingeRule> rules(12, HingeRule::chosen);
  rules[0] = rules[5] = HingeRule::joint;
  rules[3] = HingeRule::bent;
  const auto any = [](const std::vector<bool>&) { return true; };
  const auto bent = choose_bends(body, hinges, rules, any);
  EXPECT_FALSE(bent[0] || bent[5]);
  EXPECT_TRUE(bent[3]);
  // Where nothing fits, every face is a piece of its own but for what must be bent.
  const auto apart = choose_bends(body, hinges, rules, [](const std::vector<bool>& b) {
    return std::count(b.begin(), b.end(), true) <= 1;
  });
  EXPECT_EQ(std::count(apart.begin(), apart.end(), true), 1);
  EXPECT_TRUE(apart[3]);
}

TEST(Unfolding, FacesThatOneEdgeRunsTheSameWayAreRefused) {
  Net net;
  net.points = {{0, 0, 0}, {100, 0, 0}, {100, 100, 0}, {0, 100, 50}};
  net.faces = {{"one", {0, 1, 2}}, {"two", {0, 1, 3}}};
  EXPECT_EQ(refusal_of([&] { (void)body_of(net, sheet_of(0), 0); }).key, "path");
  net.faces = {{"one", {0, 1, 2, 3}}};
  EXPECT_TRUE(has(refusal_of([&] { (void)polyhedron_of(net); }).reason, "not flat"));
}

TEST(Unfolding, AReflexEdgeBendsTheOtherWay) {
  // A step: two level treads and a riser; seen from above the inner edge is concave outside.
  Net net;
  net.points = {{0, 0, 0},   {100, 0, 0},   {100, 80, 0},   {0, 80, 0},
                {0, 80, 60}, {100, 80, 60}, {100, 160, 60}, {0, 160, 60}};
  net.faces = {{"low", {0, 1, 2, 3}}, {"riser", {3, 2, 5, 4}}, {"high", {4, 5, 6, 7}}};
  net.bend = {.radius = 3, .neutral_factor = 0.4};
  const Sheet sheet = sheet_of(2, Face::outside);
  const Blank b = make_blank(net, sheet);
  EXPECT_TRUE(prove(b, net, sheet).passed);
  ASSERT_EQ(bends_of(b).size(), 2u);
  EXPECT_NE(bends_of(b)[0].up, bends_of(b)[1].up);
  // Sizes on the upper face: one bend is concave there, at the other it bulges.
  const double allowance = pi / 2 * (3 + 0.8);
  EXPECT_NEAR(smallest_rectangle(b).width, 80 + 60 + 80 - 2 * 3 - 2 * (3 + 2) + 2 * allowance, 1e-9);
}

}  // namespace
}  // namespace juggler::testing
