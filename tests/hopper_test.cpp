// Hoppers: what their ends ask of the sheet, flanges and reliefs, worked out apart.
#include <random>

#include "common.h"

namespace juggler::testing {
namespace {

using std::numbers::pi;

constexpr double t = 3;

Hopper hopper_of(double bw, double bl, double tw, double tl, double h, Vec2 shift = {}) {
  return {.base = {bw, bl},
          .top = {tw, tl},
          .height = h,
          .shift = shift,
          .bend = {.radius = 4, .neutral_factor = 0.42}};
}

bool is_wall(const BodyFace& p) { return p.name.starts_with("wall"); }
/// How far a point is from a layer of a face, prolonged.
double off(const BodyFace& p, double layer, Vec3 at) { return dot(at - p.origin, p.normal) - layer; }
/// The direction in which a wall rises, and level outwards from it.
Vec3 rise_of(const BodyFace& p) {
  const double level = std::hypot(p.normal.x, p.normal.y);
  return {-p.normal.z * p.normal.x / level, -p.normal.z * p.normal.y / level, level};
}

void expect_proved(const Hopper& h, const Sheet& sheet) {
  for (const Blank& b : make_blanks(h, sheet, {.gap = 1})) {
    const Proof p = prove(b, h, sheet, {.gap = 1});
    EXPECT_TRUE(p.passed) << p.greatest_distance << " at " << p.where << ", rims " << p.rim_mismatch;
  }
}

TEST(HopperEnds, EachOnItsOwnFace) {
  for (const Face base : {Face::inside, Face::middle, Face::outside}) {
    for (const Face top : {Face::inside, Face::middle, Face::outside}) {
      Hopper h = hopper_of(150, 220, 420, 300, 260, {40, -25});
      h.base.sizes_on = base;
      h.top.sizes_on = top;
      const Body body = body_of(h, sheet_of(t));
      int walls = 0;
      for (const BodyFace& p : body.faces) {
        if (!is_wall(p)) continue;
        ++walls;
        const Vec3 n = p.normal;
        const Vec3 low{n.x > 0.5    ? 75.0
                       : n.x < -0.5 ? -75.0
                                    : 0,
                       n.y > 0.5    ? 110.0
                       : n.y < -0.5 ? -110.0
                                    : 0,
                       0};
        const Vec3 high{40 + (n.x > 0.5    ? 210.0
                              : n.x < -0.5 ? -210.0
                                           : 0),
                        -25 + (n.y > 0.5    ? 150.0
                               : n.y < -0.5 ? -150.0
                                            : 0),
                        260};
        EXPECT_NEAR(off(p, layer_of(base, t), low), 0, 1e-9) << p.name;
        EXPECT_NEAR(off(p, layer_of(top, t), high), 0, 1e-9) << p.name;
      }
      EXPECT_EQ(walls, 4);
      expect_proved(h, sheet_of(t));
    }
  }
}

TEST(HopperEnds, UprightWallsFromFacesAThicknessApart) {
  Hopper h = hopper_of(200, 300, 200 + 2 * t, 300 + 2 * t, 250);
  h.base.sizes_on = Face::inside;
  h.top.sizes_on = Face::outside;
  const Hopper plain = hopper_of(200, 300, 200, 300, 250);
  EXPECT_NEAR(area(make_blank(h, sheet_of(t))), area(make_blank(plain, sheet_of(t))), 1e-6);
}

TEST(HopperEnds, FacesThatNoWallCanHaveAreRefused) {
  Hopper h = hopper_of(200, 200, 200, 200, 2);
  h.base.sizes_on = Face::inside;
  h.top.sizes_on = Face::outside;
  EXPECT_EQ(refusal_of([&] { (void)body_of(h, sheet_of(t)); }).key, "height");
  Hopper none = hopper_of(200, 200, 300, 300, 100);
  none.base.sizes_on = Face::inside;
  const Sheet faceless{.thickness = t};
  const Refusal::Text text = refusal_of([&] { (void)body_of(none, faceless); });
  EXPECT_EQ(text.key, "sheet.sizes_on");
  EXPECT_TRUE(has(text.advice, "of the top")) << text.advice;
}

TEST(HopperEnds, TooNarrowForTheThicknessOnTheOtherFace) {
  Hopper h = hopper_of(200, 200, 5, 300, 250);
  h.base.sizes_on = Face::inside;
  h.top.sizes_on = Face::outside;  // 5 outside leaves less than nothing inside
  EXPECT_EQ(refusal_of([&] { (void)body_of(h, sheet_of(t)); }).key, "top.width");
}

TEST(HopperContact, ClearKeepsAllMetalBetweenThePlanesAndFullReachesThem) {
  for (const double top : {150.0, 500.0}) {  // walls that lean either way
    Hopper h = hopper_of(300, 320, top, top, 260);
    h.base_contact = h.top_contact = Contact::clear;
    const Box3 clear = box_of(body_of(h, sheet_of(t)));
    EXPECT_NEAR(clear.low.z, 0, 1e-9);
    EXPECT_NEAR(clear.high.z, 260, 1e-9);
    expect_proved(h, sheet_of(t));
    h.base_contact = h.top_contact = Contact::full;
    const Body body = body_of(h, sheet_of(t));
    for (const BodyFace& p : body.faces) {
      double lowest_top = HUGE_VAL;
      double highest_base = -HUGE_VAL;
      for (const double layer : {0.0, t}) {
        highest_base = std::max(highest_base, (p.at(p.corners[0]) + layer * p.normal).z);
        lowest_top = std::min(lowest_top, (p.at(p.corners[2]) + layer * p.normal).z);
      }
      EXPECT_NEAR(highest_base, 0, 1e-9) << p.name;
      EXPECT_NEAR(lowest_top, 260, 1e-9) << p.name;
    }
    expect_proved(h, sheet_of(t));
  }
}

TEST(HopperContact, WallsThatLeanBothWaysShareNoFace) {
  Hopper h = hopper_of(200, 200, 240, 240, 300, {100, 0});  // the wall facing -x overhangs
  h.top_contact = Contact::clear;
  const Refusal::Text text = refusal_of([&] { (void)body_of(h, sheet_of(t)); });
  EXPECT_EQ(text.key, "top.contact");
  EXPECT_TRUE(has(text.reason, "lean both ways"));
  h.shift = {20, 0};  // upright there: it meets the plane with every layer
  EXPECT_NEAR(box_of(body_of(h, sheet_of(t))).high.z, 300, 1e-9);
}

TEST(HopperFlanges, TurnByTheirOwnAngleAtEveryWall) {
  struct Way {
    FlangeDirection direction;
    double rise;  // degrees from level outwards; of `square` unused
  };
  for (const Way& way :
       {Way{FlangeDirection::level, 0}, Way{FlangeDirection::upright, 90}, Way{FlangeDirection::at_angle, 35},
        Way{FlangeDirection::at_angle, 120}, Way{FlangeDirection::square, 0}}) {
    Hopper h = hopper_of(150, 220, 420, 300, 260, {40, -25});
    h.flanges = {{.end = EndName::top,
                  .width = 25,
                  .direction = way.direction,
                  .rise = Angle::degrees(way.rise),
                  .key = "flange.1"}};
    const Body body = body_of(h, sheet_of(t));
    int flanges = 0;
    for (const BendZone& s : body.zones) {
      const BodyFace& a = body.faces[static_cast<size_t>(s.face_a)];
      const BodyFace& b = body.faces[static_cast<size_t>(s.face_b)];
      if (a.flange == b.flange) continue;
      ++flanges;
      const BodyFace& wall = a.flange ? b : a;
      const double level = std::hypot(wall.normal.x, wall.normal.y);
      const double a0 = way.rise / 180 * pi;
      Vec3 flange{std::cos(a0) * wall.normal.x / level, std::cos(a0) * wall.normal.y / level, std::sin(a0)};
      if (way.direction == FlangeDirection::square) flange = wall.normal;
      const double turned = std::acos(std::clamp(dot(rise_of(wall), flange), -1.0, 1.0));
      EXPECT_NEAR(std::abs(s.angle.radians()), turned, 1e-9) << wall.name << " " << way.rise;
      // Turned outwards the outside is the concave face.
      const double outwards = dot(flange, wall.normal);
      if (std::abs(outwards) > 1e-9) {
        EXPECT_EQ(s.angle.radians() < 0, outwards > 0) << wall.name;
      }
    }
    EXPECT_EQ(flanges, 4);
  }
}

TEST(HopperFlanges, ReachTheirWidthFromTheEndPlane) {
  Hopper h = hopper_of(150, 220, 420, 300, 260, {40, -25});
  h.flanges = {{.end = EndName::top, .width = 25, .direction = FlangeDirection::upright, .key = "flange.1"},
               {.end = EndName::base, .width = 18, .direction = FlangeDirection::level, .key = "flange.2"}};
  h.pieces = 4;
  h.seam = 1;
  const Body body = body_of(h, sheet_of(t));
  const Box3 box = box_of(body);
  EXPECT_NEAR(box.high.z, 260 + 25, 1e-9);
  // Level outwards from the base's rim, on the inside; outside sharp corners add nothing to that.
  EXPECT_NEAR(box.low.x, std::min(-75.0 - 18, 40 - 210.0 - t), 1e-9);
}

TEST(HopperWalls, CornersSlantsAndLeansOfAnOffsetOne) {
  const Hopper h = hopper_of(150, 220, 420, 300, 260, {40, -25});
  const auto walls = body_of(h, sheet_of(0)).sharp_faces;
  const auto corner = [&](double x, double y, bool top) {
    return top ? Vec3{40 + x * 210, -25 + y * 150, 260} : Vec3{x * 75, y * 110, 0};
  };
  // The wall that faces +x: from -y to +y, seen from outside.
  const Vec3 c[4] = {corner(1, -1, false), corner(1, 1, false), corner(1, 1, true), corner(1, -1, true)};
  const auto found =
      std::find_if(walls.begin(), walls.end(), [](const SharpFace& f) { return f.name == "wall +x"; });
  ASSERT_NE(found, walls.end());
  for (size_t k = 0; k < 4; ++k) EXPECT_LT(norm(found->corners[k] - c[k]), 1e-9) << k;
  // Lean by hand: over 40 + 210 - 75 in 260.
  EXPECT_NEAR(std::asin(found->normal.z), -std::atan2(175, 260), 1e-12);
}

// --- reliefs

std::vector<Edge> reliefs_of(const Blank& b) {
  std::vector<Edge> found;
  std::copy_if(b.edges.begin(), b.edges.end(), std::back_inserter(found),
               [](const Edge& e) { return e.label == "relief"; });
  return found;
}

Hopper flanged(Relief relief, std::optional<double> size = {}) {
  Hopper h = hopper_of(180, 200, 420, 400, 260);
  h.relief = relief;
  h.relief_size = size;
  h.flanges = {{.end = EndName::top, .width = 30, .direction = FlangeDirection::upright, .key = "flange.1"}};
  return h;
}

TEST(HopperRelief, RoundHolesAreAsWideAsAskedOrAsThicknessAndRadiusSay) {
  const Blank usual = make_blank(flanged(Relief::round), sheet_of(t));
  // A seam at a hip leaves three corners at which a hip and two flanges meet.
  ASSERT_EQ(reliefs_of(usual).size(), 3u);
  for (const Edge& e : reliefs_of(usual)) {
    for (const Arc& arc : e.arcs) {
      EXPECT_FALSE(is_straight(arc));
      EXPECT_GE(radius_of(arc), 4 + t - 1e-9);
      EXPECT_LT(arc.turn.radians(), 0) << "a hole runs against the outline";
    }
  }
  const Blank asked = make_blank(flanged(Relief::round, 24), sheet_of(t));
  for (const Edge& e : reliefs_of(asked)) EXPECT_NEAR(radius_of(e.arcs.front()), 12, 1e-9);
  EXPECT_NEAR(asked.folding->relief, 24, 1e-9);
}

TEST(HopperRelief, EveryBendEndsInItsHole) {
  for (const Relief relief : {Relief::round, Relief::slot}) {
    const Blank b = make_blank(flanged(relief), sheet_of(t));
    const Outline line = outline(b);
    // Each end of a bend line lies on the outline: none ends within the metal.
    for (const Fold& bend : bends_of(b)) {
      const Vec2 way = 1 / bend.length() * (bend.to - bend.from);
      const double past = 2 * b.fit_error + 0.01;
      EXPECT_FALSE(contains(line, bend.from - past * way)) << bend.tag;
      EXPECT_FALSE(contains(line, bend.to + past * way)) << bend.tag;
    }
  }
}

TEST(HopperRelief, SlotsAreAsWideAllAlong) {
  const Blank b = make_blank(flanged(Relief::slot, 16), sheet_of(t));
  for (const Edge& e : reliefs_of(b)) {
    double widest = 0;
    for (const Arc& arc : e.arcs) {
      if (is_straight(arc)) {
        widest = std::max(widest, arc.length);
      } else {
        EXPECT_NEAR(radius_of(arc), 8, 1e-9);
      }
    }
    EXPECT_GT(widest, 0);
  }
  EXPECT_NEAR(b.folding->relief, 16, 1e-9);
}

TEST(HopperRelief, TakesMetalAwayAndClosedTakesNone) {
  const double closed = area(make_blank(flanged(Relief::closed), sheet_of(t)));
  const double round = area(make_blank(flanged(Relief::round, 24), sheet_of(t)));
  EXPECT_LT(round, closed);
  EXPECT_GT(round, closed - 3 * pi * 12 * 12) << "no more than the holes";
  EXPECT_TRUE(reliefs_of(make_blank(flanged(Relief::closed), sheet_of(t))).empty());
}

TEST(HopperPieces, AreCountedAndMirroredHalvesAreNot) {
  Hopper h = hopper_of(200, 200, 400, 400, 300);
  h.pieces = 4;
  h.seam = 1;
  EXPECT_EQ(make_blanks(h, sheet_of(t)).size(), 1u);  // four alike
  h.pieces = 2;
  EXPECT_EQ(make_blanks(h, sheet_of(t)).size(), 1u);
  h.shift = {30, 0};
  EXPECT_EQ(make_blanks(h, sheet_of(t)).size(), 2u);
  h.pieces = 4;
  h.seam = 2;
  EXPECT_EQ(refusal_of([&] { (void)make_blanks(h, sheet_of(t)); }).key, "seam.at");
}

TEST(HopperEnds, RandomFacesAndContactsCloseWithinTheirAllowance) {
  std::mt19937 random(41);
  const auto within = [&](double a, double b) { return std::uniform_real_distribution(a, b)(random); };
  int made = 0;
  for (int i = 0; i < 200; ++i) {
    Hopper h = hopper_of(within(100, 900), within(100, 900), within(100, 900), within(100, 900),
                         within(100, 900), {within(-150, 150), within(-150, 150)});
    h.base.sizes_on = static_cast<Face>(random() % 3);
    h.top.sizes_on = static_cast<Face>(random() % 3);
    h.base_contact = static_cast<Contact>(random() % 7);
    h.top_contact = static_cast<Contact>(random() % 7);
    const Sheet sheet = sheet_of(within(0.5, 5));
    try {
      for (const Blank& b : make_blanks(h, sheet)) {
        const Proof p = prove(b, h, sheet);
        EXPECT_TRUE(p.passed) << "seed 41, part " << i << ": " << p.greatest_distance << " at " << p.where
                              << ", rims " << p.rim_mismatch;
      }
      ++made;
    } catch (const Refusal& refusal) {
      EXPECT_TRUE(has(refusal.text().key, "contact")) << refusal.what();
    }
  }
  EXPECT_GT(made, 80);
}

}  // namespace
}  // namespace juggler::testing
