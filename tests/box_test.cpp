// Boxes: blanks worked out by hand, corners, returns and lids in space, and boxes at random.
#include "box/box.h"

#include "common.h"
#include "draw.h"

namespace juggler::testing {
namespace {

using std::numbers::pi;

constexpr double factor = 0.4, radius = 2;
/// What a right-angled bend takes of the flat, and how far its tangent lines stand back from its sharp line.
double allowance(double t) { return pi / 2 * (radius + factor * t); }
double set_back(double t, Face face, bool inwards = true) {
  const double depth = layer_of(face, t);
  return radius + (inwards ? depth : t - depth);
}

Box box_of(double width, double length, double height) {
  return {.width = width,
          .length = length,
          .height = height,
          .bend = {.radius = radius, .neutral_factor = factor}};
}
Part part_of(const Box& box, double t = 1.5, Face face = Face::outside) {
  Part part;
  part.name = "box";
  part.shape = "box";
  part.asked = box;
  part.sheet = sheet_of(t, face);
  part.making.marks = false;
  return part;
}
Blank made(const Part& part) {
  const Formed formed = form_part(part);
  const std::vector<Blank> blanks = make_blanks(formed, part.making);
  EXPECT_EQ(blanks.size(), 1U);
  const Proof proof = formed.prove(blanks.front());
  EXPECT_TRUE(proof.passed) << proof.where.in({}) << " off by " << proof.greatest_distance << ", seams "
                            << proof.seam_mismatch << ", rims " << proof.rim_mismatch;
  return blanks.front();
}
Blank made(const Box& box) { return made(part_of(box)); }
std::string refused_key(const Part& part) {
  try {
    (void)make_blanks(form_part(part), part.making);
  } catch (const Refusal& refusal) {
    return refusal.text().key;
  }
  return "none";
}
const BodyFace& face_of(const Body& body, const std::string& name) {
  for (const BodyFace& f : body.faces) {
    if (f.name == name) return f;
  }
  throw std::runtime_error("no face " + name);
}
Body body_of(const Box& box, double t = 1.5, Face face = Face::outside) {
  return juggler::body_of(box, sheet_of(t, face), 0, Hand::as_drawn);
}
/// The least and the greatest of a face's corners, on both its faces, along a way.
std::pair<double, double> extent(const BodyFace& f, Vec3 way, double t) {
  double low = HUGE_VAL, high = -HUGE_VAL;
  for (const Vec2 c : f.corners) {
    for (const double layer : {0.0, t}) {
      const double at = dot(f.at(c) + layer * f.normal, way);
      low = std::min(low, at);
      high = std::max(high, at);
    }
  }
  return {low, high};
}

TEST(Boxes, PansByHand) {
  for (const double t : {0.0, 1.5, 6.0}) {
    for (const Face face : {Face::inside, Face::middle, Face::outside}) {
      const double back = set_back(t, face), taken = allowance(t);
      Box pan = box_of(400, 300, 80);
      const Blank plain = made(part_of(pan, t, face));
      // Floor, bend, and what the bend leaves of the height; twice.
      const double side = taken + 80 - back;
      EXPECT_NEAR(as_laid(plain).width, 400 - 2 * back + 2 * side, 1e-9);
      EXPECT_NEAR(as_laid(plain).height, 300 - 2 * back + 2 * side, 1e-9);
      pan.returns = {{.width = 20, .key = "return.1"}};
      EXPECT_NEAR(as_laid(made(part_of(pan, t, face))).width,
                  400 - 2 * back + 2 * (taken + 80 - 2 * back + taken + 20 - back), 1e-9);
      // Outwards the other face is the concave one.
      const double out = set_back(t, face, false);
      pan.returns = {{.width = 20, .outwards = true, .key = "return.1"}};
      EXPECT_NEAR(as_laid(made(part_of(pan, t, face))).width,
                  400 - 2 * back + 2 * (taken + 80 - back - out + taken + 20 - out), 1e-9);
      pan.returns.push_back({.width = 15, .outwards = true, .key = "return.2"});
      EXPECT_NEAR(as_laid(made(part_of(pan, t, face))).width,
                  400 - 2 * back + 2 * (taken + 80 - back - out + taken + 20 - 2 * out + taken + 15 - out),
                  1e-9);
    }
  }
}

TEST(Boxes, CornersThatButtOrLap) {
  constexpr double t = 2;
  Box box = box_of(400, 300, 80);
  const auto length = [&](const char* wall, Vec3 way) {
    const Body body = body_of(box, t);
    const auto [low, high] = extent(face_of(body, wall), way, t);
    return high - low;
  };
  EXPECT_NEAR(length("wall +x", {0, 1, 0}), 300 - 2 * t, 1e-9);
  EXPECT_NEAR(length("wall +y", {1, 0, 0}), 400 - 2 * t, 1e-9);
  box.corner = BoxCorner::lapped;
  EXPECT_NEAR(length("wall +x", {0, 1, 0}), 300, 1e-9);
  EXPECT_NEAR(length("wall +y", {1, 0, 0}), 400 - 2 * t, 1e-9);
  box.corner_walls = BoxWalls::y;
  EXPECT_NEAR(length("wall +x", {0, 1, 0}), 300 - 2 * t, 1e-9);
  EXPECT_NEAR(length("wall +y", {1, 0, 0}), 400, 1e-9);
  (void)made(box);
}

TEST(Boxes, TabsLieAgainstTheOtherWalls) {
  constexpr double t = 1.5;
  for (const bool outside : {false, true}) {
    for (const Face face : {Face::inside, Face::outside}) {
      Box box = box_of(400, 300, 80);
      box.corner = BoxCorner::tabs;
      box.tab = 20;
      box.tab_clearance = 0.3;
      box.tabs_outside = outside;
      (void)made(part_of(box, t, face));
      const Body body = body_of(box, t, face);
      const auto tab = extent(face_of(body, "tab +x+y"), {0, 1, 0}, t);
      const auto wall = extent(face_of(body, "wall +y"), {0, 1, 0}, t);
      const double between = outside ? tab.first - wall.second : wall.first - tab.second;
      EXPECT_NEAR(between, 0.3, 1e-9);
      // Along the wall it ends 20 from the corner of both size faces.
      const double corner = 200;
      EXPECT_NEAR(extent(face_of(body, "tab +x+y"), {1, 0, 0}, t).first, corner - 20, 1e-9);
      // It begins clear of the floor's bends, inside.
      const double floor = face == Face::inside ? 0 : t;
      EXPECT_GT(extent(face_of(body, "tab +x+y"), {0, 0, 1}, t).first, floor + radius);
    }
  }
}

TEST(Boxes, WallsLeanSlopeAndDiffer) {
  Box box = box_of(400, 300, 80);
  box.walls[3].lean = Angle::degrees(20);
  const Body leaning = body_of(box);
  const BodyFace& front = face_of(leaning, "wall -y");
  EXPECT_NEAR(front.normal.y, -std::cos(20 * pi / 180), 1e-12);
  EXPECT_NEAR(front.normal.z, -std::sin(20 * pi / 180), 1e-12);
  // The blank's length: the leaning wall is longer by its cosine, its bend turns by 70 degrees.
  const double back = set_back(1.5, Face::outside);
  const double bend = 70 * pi / 180, back_70 = back * std::tan(bend / 2);
  EXPECT_NEAR(as_laid(made(box)).height,
              300 - back - back_70 + allowance(1.5) + 80 - back + bend * (radius + factor * 1.5) +
                  80 / std::cos(20 * pi / 180) - back_70,
              1e-9);
  box = box_of(400, 300, 120);
  box.walls[3].height = 80;
  box.walls[0].sloping = box.walls[2].sloping = true;
  const Body sloping = body_of(box);
  // Its edges touch inside, a thickness before the corner of the outside faces: 40 up over 300.
  EXPECT_NEAR(extent(face_of(sloping, "wall +x"), {0, 0, 1}, 0).second, 119.8, 1e-9);
  (void)made(box);
  box = box_of(400, 300, 80);
  box.walls[0].height = 140;
  box.returns = {{.on = {true, false, false, true}, .width = 18, .clearance = 0.5, .key = "return.1"}};
  const Body uneven = body_of(box);
  // The lower return ends clear of the higher wall's inside, the higher one of both walls beside it.
  EXPECT_NEAR(extent(face_of(uneven, "return -y"), {1, 0, 0}, 1.5).second, 200 - 1.5 - 0.5, 1e-9);
  EXPECT_NEAR(extent(face_of(uneven, "return +x"), {0, 1, 0}, 1.5).second, 150 - 1.5 - 0.5, 1e-9);
  (void)made(box);
}

TEST(Boxes, LidsByHand) {
  const double back = set_back(1.5, Face::outside), taken = allowance(1.5);
  Box box = box_of(300, 200, 100);
  box.lid[1] = true;
  // Floor, two walls, the lid's bend, and the lid up to the inside of the wall opposite, edge against edge.
  EXPECT_NEAR(
      as_laid(made(box)).height,
      (200 - 2 * back) + 2 * taken + (100 - back - 1.5) + (100 - 2 * back) + taken + (200 - back - 1.5),
      1e-9);
  box.lid[3] = true;
  EXPECT_NEAR(as_laid(made(box)).height,
              (200 - 2 * back) + 2 * (taken + (100 - 2 * back) + taken + (100 - back)), 1e-9);
}

TEST(Boxes, ATwinIsMirrored) {
  Box box = box_of(400, 300, 80);
  box.walls[3].lean = Angle::degrees(20);
  box.walls[0].height = 60;
  Part part = part_of(box);
  const Blank drawn = made(part);
  part.making.hand = Hand::opposite;
  const Blank twin = made(part);
  EXPECT_NEAR(area(twin), area(drawn), 1e-6);
  const Body body = juggler::body_of(box, part.sheet, 0, Hand::opposite);
  EXPECT_NEAR(face_of(body, "wall +y").normal.z, -std::sin(20 * pi / 180), 1e-12);
}

TEST(Boxes, HemsGoOnTheirRims) {
  Part part = part_of(box_of(400, 300, 80));
  const double plain = as_laid(made(part)).width;
  part.making.edges = {
      {.on = "rim +x", .kind = EdgeKind::hem, .width = 10, .radius = 0.5, .neutral_factor = 0.4}};
  // The finished rim stays where it was: the hem adds its length less its bend's depth, twice.
  const double past = 0.5 + 1.5;
  EXPECT_NEAR(as_laid(made(part)).width, plain + 10 + pi * (0.5 + 0.4 * 1.5) - 2 * past, 1e-9);
}

TEST(Boxes, RefusalsNameTheirKeys) {
  const auto key = [](auto change) {
    Box box = box_of(400, 300, 80);
    change(box);
    return refused_key(part_of(box));
  };
  EXPECT_EQ(key([](Box& b) { b.height.reset(); }), "height");
  EXPECT_EQ(key([](Box& b) { b.width = -1; }), "width");
  EXPECT_EQ(key([](Box& b) { b.walls[1] = {.lean = Angle::degrees(80), .key = "wall.1"}; }), "wall.1.lean");
  EXPECT_EQ(key([](Box& b) {
              b.walls[1] = {.lean = Angle::degrees(-60), .key = "wall.1"};
              b.walls[1].height = 300;
            }),
            "wall.1.lean");
  EXPECT_EQ(key([](Box& b) { b.walls[1] = {.height = 50, .sloping = true, .key = "wall.1"}; }),
            "wall.1.height");
  EXPECT_EQ(key([](Box& b) {
              b.walls[0] = {.sloping = true, .key = "wall.1"};
              b.walls[1] = {.sloping = true, .key = "wall.2"};
            }),
            "wall.1.sloping");
  EXPECT_EQ(key([](Box& b) { b.tab = 20; }), "corner.tab");
  EXPECT_EQ(key([](Box& b) { b.corner = BoxCorner::tabs; }), "corner.tab");
  EXPECT_EQ(key([](Box& b) {
              b.corner = BoxCorner::tabs;
              b.tab = 250;
            }),
            "corner.tab");
  EXPECT_EQ(key([](Box& b) { b.returns = {{.key = "return.1"}}; }), "return.1.width");
  EXPECT_EQ(key([](Box& b) { b.returns = {{.width = 160, .key = "return.1"}}; }), "return.1.width");
  EXPECT_EQ(
      key([](Box& b) { b.returns = {{.width = 20, .turned = Angle::degrees(170), .key = "return.1"}}; }),
      "return.1.angle");
  EXPECT_EQ(key([](Box& b) { b.lid[0] = b.lid[1] = true; }), "lid");
  EXPECT_EQ(key([](Box& b) {
              b.lid[0] = true;
              b.walls[2].height = 50;
            }),
            "lid");
  Part part = part_of(box_of(400, 300, 80));
  part.sheet.sizes_on.reset();
  EXPECT_EQ(refused_key(part), "sheet.sizes_on");
}

Box random_box(Random& random) {
  Box box = box_of(random.between(60, 600), random.between(60, 600), random.between(20, 250));
  box.bend.radius = random.one_in(4) ? 0 : random.between(0.5, 4);
  if (random.one_in(2)) {
    for (BoxWall& wall : box.walls) {
      wall.key = "wall";
      if (random.one_in(3)) wall.lean = Angle::degrees(random.between(-20, 45));
      if (random.one_in(4)) wall.height = random.between(20, 250);
    }
    const int sloping = random.pick(6);
    if (sloping < 4 && !box.walls[static_cast<size_t>(sloping)].height)
      box.walls[static_cast<size_t>(sloping)].sloping = true;
  } else if (random.one_in(3)) {
    const auto lid = static_cast<size_t>(random.pick(4));
    box.lid[lid] = true;
    box.lid[(lid + 2) % 4] = random.one_in(2);
  }
  box.corner = static_cast<BoxCorner>(random.pick(3));
  box.corner_walls = static_cast<BoxWalls>(random.pick(2));
  if (box.corner == BoxCorner::tabs) {
    box.tab = random.between(8, 30);
    box.tab_clearance = random.one_in(2) ? 0 : random.between(0.1, 1);
    box.tabs_outside = random.one_in(2);
  }
  const int returns = std::count(box.lid.begin(), box.lid.end(), true) > 0 ? 0 : random.pick(3);
  for (int i = 0; i < returns; ++i) {
    BoxReturn fold{.width = random.between(8, 40), .outwards = random.one_in(2), .key = "return"};
    for (bool& on : fold.on) on = !random.one_in(5);
    if (random.one_in(3)) fold.turned = Angle::degrees(random.between(20, 130));
    if (random.one_in(3)) fold.clearance = random.between(0.2, 3);
    box.returns.push_back(fold);
  }
  box.relief = static_cast<Relief>(random.pick(3));
  return box;
}

// Made and proved, folded without running through itself, or refused at a key.
TEST(RandomBoxes, AreProvedOrRefusedWithAReason) {
  Random random(4711);
  const int all = 500, drawn = draws(all);
  int well = 0;
  for (int i = 0; i < drawn; ++i) {
    Part part = part_of(random_box(random), random.one_in(6) ? 0 : random.between(0.6, 4), random.face());
    part.seam.gap = random.one_in(2) ? 0 : random.between(0.2, 2);
    if (random.one_in(3)) part.making.hand = Hand::opposite;
    const auto make = [&] {
      const Formed formed = form_part(part);
      for (const Blank& blank : make_blanks(formed, part.making)) {
        const Proof proof = formed.prove(blank);
        EXPECT_TRUE(proof.passed) << i << ": " << proof.where.in({}) << " off by " << proof.greatest_distance
                                  << ", seams " << proof.seam_mismatch << ", rims " << proof.rim_mismatch
                                  << ", numbers " << proof.number_mismatch;
      }
    };
    if (made_or_refused(make, std::to_string(i))) ++well;
  }
  expect_made(well, 300, all, drawn);
}

}  // namespace
}  // namespace juggler::testing
