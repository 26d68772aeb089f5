// Bolt holes round flanges and ends, against places worked out by hand.
#include "common.h"

namespace juggler::testing {
namespace {

using std::numbers::pi;

Part round_duct(double flange = 30) {
  Part part;
  part.name = "duct";
  part.shape = "cylinder";
  Cylinder c{.size = Diameter::mm(300), .height = 200};
  if (flange > 0)
    c.flanges = {{.end = EndName::top, .width = flange, .allow_strain = true, .key = "flange.1"}};
  part.asked = c;
  part.sheet = {.thickness = 2, .sizes_on = Face::inside};
  return part;
}

Blank only_blank(const Part& part) {
  const std::vector<PieceResult> pieces = develop(part);
  EXPECT_EQ(pieces.size(), 1U);
  EXPECT_TRUE(pieces.front().proof.passed) << pieces.front().proof.where;
  return pieces.front().blank;
}

// The neutral radius is 151; the flange turned level is 30 wide, so the circle of 340 lies 11 inside its
// edge.
TEST(BoltHoles, OfARoundFlangeLieOnTheirCircleTurnedOver) {
  Part part = round_duct();
  part.bolts = {
      {.on = "top", .diameter = 9, .count = 8, .circle = 340, .from = Angle::degrees(20), .astride = true}};
  const Blank b = only_blank(part);
  ASSERT_EQ(b.openings.size(), 8U);
  std::vector<double> along;
  for (const BlankOpening& o : b.openings) {
    EXPECT_NEAR(o.centre.y, 230 - (30 - (170 - 151)), 1e-9);
    along.push_back(o.centre.x);
  }
  std::sort(along.begin(), along.end());
  const double girth = 2 * pi * 151;
  // The inside is up: plan angles run to the left, from the seam at 0.
  for (size_t i = 0; i < 8; ++i)
    EXPECT_NEAR(along[i], girth * (360 - (20 + 22.5 + 45.0 * (7 - i))) / 360, 1e-9) << i;
}

TEST(BoltHoles, APitchMakesAsManyAsItTakes) {
  Part part = round_duct();
  part.bolts = {{.on = "top", .diameter = 9, .pitch = 90, .inset = 11, .astride = true}};
  // pi 340/90 = 11.87
  EXPECT_EQ(only_blank(part).openings.size(), 12U);
  part.bolts.front().on = "base";
  EXPECT_EQ(only_blank(part).openings.size(), 11U);  // no flange: pi 302/90 = 10.5
  for (const BlankOpening& o : only_blank(part).openings) EXPECT_NEAR(o.centre.y, 11, 1e-9);
}

// Round at one end, its seam aside, with eight holes about it.
Part round_and_square(bool round_base, double width, double length, Vec2 shift = {}) {
  Part part;
  part.shape = "transition";
  Transition t;
  t.base.profile.diameter = 300;
  t.top.profile.kind = ProfileKind::rectangle;
  t.top.profile.width = width;
  t.top.profile.length = length;
  if (!round_base) std::swap(t.base, t.top);
  t.height = 250;
  t.shift = shift;
  part.asked = t;
  part.sheet = {.thickness = 1, .sizes_on = Face::inside};
  part.seam.at = Angle::degrees(-20);
  part.bolts = {{.on = round_base ? "base" : "top",
                 .diameter = 9,
                 .count = 8,
                 .inset = 12,
                 .from = Angle::degrees(10)}};
  return part;
}

// Of a transition that is round at its base: on the elements of equal plan angles, which its top does not
// have.
TEST(BoltHoles, OfATransitionsRoundBaseLieAtEqualPlanAngles) {
  Part part = round_and_square(true, 200, 150);
  const Blank b = only_blank(part);
  ASSERT_EQ(b.openings.size(), 8U);
  for (const BlankOpening& o : b.openings) {
    // 12 along its element from where that meets the base on the inside; at most the thickness off that
    // layer.
    const Vec2 at = o.radius * direction(o.plan.radians());
    double nearest = HUGE_VAL;
    for (int k = 0; k < 8; ++k) {
      const Vec2 foot = 150 * direction((10 + 45 * k) * pi / 180);
      nearest = std::min(nearest, norm(Vec3{at.x - foot.x, at.y - foot.y, o.height}));
    }
    EXPECT_GE(nearest, 12 - 1e-9);
    EXPECT_LE(nearest, std::hypot(12, 1) + 1e-9);
  }
  part.bolts.front().on = "top";
  EXPECT_EQ(refusal_of([&] { (void)with_bolt_holes(part); }).key, "bolts.on");  // sides without a flange
}

// Of its round top by the directions in which that is seen from its own centre, aside of the base's.
TEST(BoltHoles, OfATransitionsRoundTopLieAboutItsOwnCentre) {
  for (const Hand hand : {Hand::as_drawn, Hand::opposite}) {
    Part part = round_and_square(false, 400, 250, {70, 40});
    part.making.hand = hand;
    const Blank b = only_blank(part);
    ASSERT_EQ(b.openings.size(), 8U);
    const double side = hand == Hand::opposite ? -1 : 1;
    std::vector<bool> taken(8, false);
    for (const BlankOpening& o : b.openings) {
      const Vec2 at = o.radius * direction(o.plan.radians());
      size_t best = 0;
      double nearest = HUGE_VAL;
      for (size_t k = 0; k < 8; ++k) {
        const Vec2 rim =
            Vec2{70, side * 40} + 150 * direction(side * (10 + 45.0 * static_cast<double>(k)) * pi / 180);
        const double far = std::hypot(norm(at - rim), o.height - 250);
        if (far < nearest) best = k, nearest = far;
      }
      // 12 along the element, from the inside's rim to the neutral layer.
      EXPECT_NEAR(nearest, std::hypot(12, 0.5), 0.3) << o.member;
      EXPECT_FALSE(taken[best]);
      taken[best] = true;
    }
  }
}

TEST(BoltHoles, AreRefusedAtTheirKeys) {
  const auto key = [](BoltHoles b, double flange = 30) {
    Part part = round_duct(flange);
    part.bolts = {std::move(b)};
    return refusal_of([&] { (void)develop(part); }).key;
  };
  const BoltHoles good{.on = "top", .diameter = 9, .count = 8, .inset = 11};
  BoltHoles b = good;
  b.diameter.reset();
  EXPECT_EQ(key(b), "bolts.diameter");
  b = good;
  b.pitch = 20;
  EXPECT_EQ(key(b), "bolts.pitch");
  b = good;
  b.inset.reset();
  EXPECT_EQ(key(b), "bolts.inset");
  b.circle = 290;  // within the duct
  EXPECT_EQ(key(b), "bolts.circle");
  b.circle = 380;
  EXPECT_EQ(key(b), "bolts.circle");
  b.circle = 340;
  EXPECT_EQ(key(b, 0), "bolts.circle");  // no flange
  b.count = 200;
  EXPECT_EQ(key(b), "bolts.count");
  b = good;
  b.inset = 4.5;
  EXPECT_EQ(key(b), "bolts.inset");
  b = good;
  b.on.clear();
  EXPECT_EQ(key(b), "bolts.on");
  b = good;
  b.from_ends = 20;
  EXPECT_EQ(key(b), "bolts.from_ends");
  b = good;
  b.like = "other";
  EXPECT_EQ(key(b), "bolts.like");
}

Part flanged_hopper(int seam) {
  Part part;
  part.name = "hopper";
  part.shape = "hopper";
  Hopper h{.base = {180, 180}, .top = {620, 520}, .height = 400, .seam = seam};
  h.bend = {.radius = 3, .neutral_factor = 0.4};
  h.flanges = {{.end = EndName::top, .width = 40, .direction = FlangeDirection::level, .key = "flange.1"}};
  part.asked = h;
  part.seam.gap = 1;
  part.sheet = {.thickness = 2, .sizes_on = Face::inside};
  return part;
}

// Seen from above, every side has its holes at multiples of the pitch from its middle, halved by the seam or
// not.
TEST(BoltHoles, OfSidesLieAboutTheMiddleOfEach) {
  for (const int seam : {5, 6}) {  // at a corner; in the middle of a wall
    for (const bool astride : {false, true}) {
      Part part = flanged_hopper(seam);
      part.bolts = {
          {.on = "top", .diameter = 9, .pitch = 100, .inset = 15, .astride = astride, .from_ends = 40}};
      const Blank b = only_blank(part);
      std::map<std::pair<long, long>, int> seen;
      for (const BlankOpening& o : b.openings) {
        ASSERT_TRUE(o.on_wall);
        const Vec2 at = o.radius * direction(o.plan.radians());
        // A hole on the seam is cut in both halves, half a gap aside.
        const bool along_x = std::abs(at.y) > std::abs(at.x) * 520 / 620;
        const double on = along_x ? at.x : at.y;
        const double step = on / 100 + (astride ? 0.5 : 0);
        EXPECT_NEAR(step, std::round(step), 1e-9) << on;
        const int side = along_x ? (at.y > 0 ? 1 : 3) : (at.x > 0 ? 0 : 2);
        ++seen[{side, std::lround(on)}];
      }
      // Free edges, their corners cut: 648 and 548 long. 324 - 40 = 284, 274 - 40 = 234.
      const size_t of_long = astride ? 6 : 5;
      const size_t of_short = astride ? 4 : 5;
      const bool on_the_seam = seam == 6 && !astride;
      EXPECT_EQ(b.notches.size(), on_the_seam ? 2U : 0U);
      EXPECT_EQ(seen.size(), 2 * of_long + 2 * of_short - (on_the_seam ? 1 : 0)) << seam << astride;
    }
  }
}

// A ring on the flange has the same pattern in space, however it is turned.
TEST(BoltHoles, LikeAnotherPartsMeetThem) {
  Part duct = round_duct();
  duct.bolts = {
      {.on = "top", .diameter = 9, .count = 8, .circle = 340, .from = Angle::degrees(20), .astride = true}};
  Part ring;
  ring.name = "ring";
  ring.shape = "plate";
  Plate plate;
  plate.form.emplace();
  plate.form->profile.diameter = 370;
  ring.asked = plate;
  ring.sheet = {.thickness = 5};
  ring.bolts = {{.diameter = 11, .like = "duct"}};
  ring.place = PartPlace{.follows = "duct", .spin = Angle::degrees(33)};
  Part next = round_duct();
  next.name = "next";
  next.place = PartPlace{.follows = "duct", .spin = Angle::degrees(-70)};
  std::get<Cylinder>(next.asked).flanges.front().end = EndName::base;
  next.bolts = {{.on = "base", .like = "duct"}};
  // Of a twin all is mirrored that is drawn, its own pattern as well.
  for (const bool duct_is_twin : {false, true}) {
    for (const bool others_are : {false, true}) {
      duct.making.hand = duct_is_twin ? Hand::opposite : Hand::as_drawn;
      ring.making.hand = next.making.hand = others_are ? Hand::opposite : Hand::as_drawn;
      const std::vector<Part> all = introduced(std::vector{duct, ring, next});
      const std::vector<Frame> frames = frames_of(all);
      for (size_t i = 0; i < 3; ++i) {
        const Blank b = only_blank(all[i]);
        ASSERT_EQ(b.openings.size(), 8U);
        for (const BlankOpening& o : b.openings) {
          const Vec2 way = direction(o.plan.radians());
          const Vec3 seen = way.x * frames[i].x + way.y * frames[i].y;
          const double line = duct_is_twin ? -20 : 20;
          const double step = (std::atan2(seen.y, seen.x) * 180 / pi - line - 22.5) / 45;
          EXPECT_NEAR(step, std::round(step), 1e-9) << i << duct_is_twin << others_are;
        }
      }
    }
  }
  duct.making.hand = ring.making.hand = next.making.hand = Hand::as_drawn;
  const std::vector<Part> parts = introduced(std::vector{duct, ring, next});
  for (const size_t i : {1U, 2U}) EXPECT_EQ(parts[i].bolts.front().count, 8);
  EXPECT_EQ(parts[1].bolts.front().circle, 340);
  EXPECT_EQ(parts[1].bolts.front().diameter, 11);  // its own
  EXPECT_EQ(parts[2].bolts.front().diameter, 9);
}

}  // namespace
}  // namespace juggler::testing
