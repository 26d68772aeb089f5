// Rectangular ducts: straight ones by hand, elbows and offsets as sets whose edges meet, sets at random.
#include "common.h"
#include "draw.h"
#include "juggler/develop.h"

namespace juggler::testing {
namespace {

using std::numbers::pi;

constexpr double t = 1, factor = 0.4;

Part like(double thickness = t, Face face = Face::inside) {
  Part part;
  part.name = "turn";
  part.sheet = sheet_of(thickness, face, factor);
  part.making.marks = false;
  return part;
}
const PieceResult& piece(const std::vector<PieceResult>& pieces, const std::string& name) {
  for (const PieceResult& p : pieces) {
    if (p.part.name == "turn-" + name) return p;
  }
  throw std::runtime_error("no piece " + name);
}
/// All sides of a set, their proofs passed and every joint closed.
template <typename Set>
std::vector<PieceResult> made(const Set& set, const Part& part = like()) {
  const std::vector<Part> sides = sides_of(set, part);
  std::vector<PieceResult> pieces;
  for (const Part& side : sides) {
    for (PieceResult& p : develop(side)) pieces.push_back(std::move(p));
  }
  for (const PieceResult& p : pieces)
    EXPECT_TRUE(p.proof.passed) << p.part.name << " off by " << p.proof.greatest_distance;
  const std::vector<JointProof> joints = joints_of(pieces);
  EXPECT_EQ(joints.size(), 2 * (sides.size() - 2));
  for (const JointProof& j : joints)
    EXPECT_TRUE(j.passed) << j.branch << " on " << j.main << " off by " << j.distance << ", allowed "
                          << j.allowed;
  return pieces;
}
/// Of a wall, which lies with its profile along x.
double along(const PieceResult& p) { return as_laid(p.blank).width; }
double across(const PieceResult& p) { return as_laid(p.blank).height; }

DuctElbow elbow() {
  return {.width = 500,
          .depth = 250,
          .angle = Angle::degrees(90),
          .radius = 150,
          .straight_base = 50,
          .straight_top = 70,
          .bend = {.radius = 1, .neutral_factor = factor}};
}

TEST(Ducts, StraightOnesByHand) {
  Part part = like(1.5, Face::outside);
  part.asked = hopper_of(
      {.width = 400, .depth = 250, .length = 1000, .bend = {.radius = 2, .neutral_factor = factor}});
  const double back = 3.5, taken = pi / 2 * (2 + factor * 1.5);
  // Three bends, and a welded corner whose edges touch inside.
  const auto one = make_blanks(form_part(part), part.making);
  ASSERT_EQ(one.size(), 1U);
  EXPECT_NEAR(as_laid(one[0]).width, 2 * (400 + 250) - 6 * back - 2 * 1.5 + 3 * taken, 1e-9);
  EXPECT_NEAR(as_laid(one[0]).height, 1000, 1e-9);
  // Two Ls, and two Us of a whole side and two halves.
  auto& hopper = std::get<Hopper>(part.asked);
  hopper.pieces = 2;
  const auto ls = make_blanks(form_part(part), part.making);
  ASSERT_EQ(ls.size(), 1U);  // alike, counted
  EXPECT_EQ(ls[0].count, 2);
  for (const Blank& b : ls) EXPECT_NEAR(as_laid(b).width, 400 + 250 - 2 * back - 2 * 1.5 + taken, 1e-9);
  hopper.seam = 0;
  const auto us = make_blanks(form_part(part), part.making);
  ASSERT_EQ(us.size(), 1U);
  for (const Blank& b : us) EXPECT_NEAR(as_laid(b).width, 400 + 250 - 4 * back + 2 * taken, 1e-9);
}

TEST(DuctElbows, CheeksAndWallsByHand) {
  const std::vector<PieceResult> pieces = made(elbow());
  ASSERT_EQ(pieces.size(), 4U);
  // Inside sizes: straights, and arcs on the neutral layer: outside of the heel's inner face, within the
  // throat's.
  EXPECT_NEAR(along(piece(pieces, "heel")), 50 + 70 + pi / 2 * (400 + factor * t), 1e-9);
  EXPECT_NEAR(along(piece(pieces, "throat")), 50 + 70 + pi / 2 * (150 - t + factor * t), 1e-9);
  EXPECT_NEAR(across(piece(pieces, "heel")), 500, 1e-9);
  const double cheek = 250 * (50 + 70) + pi / 4 * (400 * 400 - 150 * 150);
  EXPECT_NEAR(area(piece(pieces, "cheek-1").blank), cheek, 1e-6);
  EXPECT_NEAR(area(piece(pieces, "cheek-2").blank), cheek, 1e-6);
}

TEST(DuctElbows, OutsideSizesAreAThicknessMoreOnEachSide) {
  DuctElbow outside = elbow();
  outside.width = 502;
  outside.depth = 252;
  outside.radius = 149;
  const std::vector<PieceResult> a = made(elbow()), b = made(outside, like(t, Face::outside));
  for (const char* name : {"cheek-1", "heel", "throat"})
    EXPECT_NEAR(area(piece(a, name).blank), area(piece(b, name).blank), 1e-6) << name;
}

TEST(DuctElbows, CornersCover) {
  DuctElbow e = elbow();
  e.corner = DuctCorner::cheeks;
  const double inside = 250 * (50 + 70) + pi / 4 * (400 * 400 - 150 * 150);
  const double cheek = 252 * (50 + 70) + pi / 4 * (401 * 401 - 149 * 149);
  EXPECT_NEAR(area(piece(made(e), "cheek-1").blank), cheek, 1e-6);
  e.corner = DuctCorner::wraps;
  const std::vector<PieceResult> pieces = made(e);
  EXPECT_NEAR(area(piece(pieces, "cheek-1").blank), inside, 1e-6);
  EXPECT_NEAR(across(piece(pieces, "heel")), 502, 1e-9);
}

TEST(DuctElbows, SplittersLieEvenlyAboutTheSameAxis) {
  DuctElbow e = elbow();
  e.splitters = 2;
  const std::vector<PieceResult> pieces = made(e);
  ASSERT_EQ(pieces.size(), 6U);
  // Their middles lie on the size face; the neutral layer is a tenth of the thickness from it.
  for (int i = 1; i <= 2; ++i) {
    const double length = 120 + pi / 2 * (150 + i * 250.0 / 3 + (factor - 0.5) * t);
    EXPECT_NEAR(along(piece(pieces, "splitter-" + std::to_string(i))), length, 1e-9);
  }
}

TEST(DuctElbows, SquareAndUneven) {
  DuctElbow e = elbow();
  e.throat = DuctTurn::square;
  e.radius.reset();
  std::vector<PieceResult> pieces = made(e);
  // A bend of 90 degrees whose concave side lies outside of the duct.
  const double bend = pi / 2 * (1 + factor * t);
  EXPECT_NEAR(along(piece(pieces, "throat")), 50 + 70 - 2 * (1 + t) + bend, 1e-9);
  // The heel goes round the throat's corner.
  EXPECT_NEAR(120 + pi / 2 * (250 + factor * t), along(piece(pieces, "heel")), 1e-9);
  e.heel = DuctTurn::square;
  e.end_depth = 180;
  pieces = made(e);
  EXPECT_NEAR(along(piece(pieces, "heel")), (180 + 50) + (250 + 70) - 2 * 1 + bend, 1e-9);
  e.heel = DuctTurn::round;
  pieces = made(e);
  // The arc takes what the shorter of both sides leaves beside its straight.
  const double r = 180;
  EXPECT_NEAR(along(piece(pieces, "heel")), (230 - r) + (320 - r) + pi / 2 * (r + factor * t), 1e-9);
}

TEST(DuctOffsets, ByArcsByHand) {
  DuctOffset o{
      .width = 400, .depth = 250, .offset = 200, .length = 800, .straight_base = 40, .straight_top = 60};
  std::vector<PieceResult> pieces = made(o);
  ASSERT_EQ(pieces.size(), 4U);
  const double r = (700.0 * 700 + 200 * 200) / (4 * 200), a = 2 * std::atan(200.0 / 700);
  // Both walls turn once with the one radius and once with the other, the inner one outside in.
  const double length = 100 + a * (2 * r + 2 * factor * t - t);
  EXPECT_NEAR(along(piece(pieces, "back")), length, 1e-9);
  EXPECT_NEAR(along(piece(pieces, "front")), length, 1e-9);
  EXPECT_NEAR(area(piece(pieces, "cheek-1").blank), 250 * (100 + 2 * a * r), 1e-5);
  o.radius = 200;
  pieces = made(o);
  // However it turns, it comes out at the same place: the walls end where they should, which the joints hold.
  EXPECT_LT(along(piece(pieces, "back")), length);
}

TEST(DuctOffsets, MitredByHand) {
  const DuctOffset o{.width = 400,
                     .depth = 250,
                     .offset = 200,
                     .length = 800,
                     .mitred = true,
                     .straight_base = 40,
                     .straight_top = 60,
                     .bend = {.radius = 1, .neutral_factor = factor}};
  const std::vector<PieceResult> pieces = made(o);
  // The turn from (n - D tan(a / 2)) tan a = h, by halving.
  double low = 0, high = 0.8;
  for (int i = 0; i < 200; ++i) {
    const double a = (low + high) / 2;
    ((700 - 250 * std::tan(a / 2)) * std::tan(a) < 200 ? low : high) = a;
  }
  const double between = 200 / std::sin(low);
  // Its corners are round: twice by 1 where that takes metal, twice by 1 + t where it leaves some.
  const double tangent = std::tan(low / 2), corner = tangent - low / 2;
  EXPECT_NEAR(area(piece(pieces, "cheek-1").blank),
              250 * (100 + 250 * tangent + between) + 2 * corner * ((1 + t) * (1 + t) - 1), 1e-6);
  EXPECT_NEAR(along(piece(pieces, "back")),
              100 + 250 * tangent + between - 2 * (1 + 1 + t) * tangent + 2 * low * (1 + factor * t), 1e-8);
}

NamedSeam standing() {
  return {.name = "standing",
          .a = {24, {{0, Angle::degrees(90), false}}},
          .b = {35, {{0, Angle::degrees(90), false}, {24, Angle::degrees(180), true}}}};
}

// What a strip adds along arcs: its width times their length, and half its square times what they turn.
TEST(DuctSeams, EachSideGetsItsShareAlongCurves) {
  DuctElbow e = elbow();
  const std::vector<PieceResult> plain = made(e);
  e.seam = standing();
  const std::vector<PieceResult> pieces = made(e);
  const double heel = 120 + pi / 2 * 400, throat = 120 + pi / 2 * 150;
  const double added = 24 * (heel + throat) + 24 * 24 / 2.0 * (pi / 2 - pi / 2);
  EXPECT_NEAR(area(piece(pieces, "cheek-1").blank) - area(piece(plain, "cheek-1").blank), added, 1e-6);
  for (const char* wall : {"heel", "throat"}) {
    const double length =
        as_laid(piece(plain, wall).blank).width * as_laid(piece(plain, wall).blank).height / 500;
    EXPECT_NEAR(area(piece(pieces, wall).blank) - area(piece(plain, wall).blank), 2 * 35 * length, 1e-6)
        << wall;
  }
  // The folds of the cheek run along its curves, those of the heel along its straight edges.
  int curved = 0;
  for (const Fold& f : piece(pieces, "cheek-1").blank.folds) curved += f.arcs.empty() ? 0 : 1;
  EXPECT_EQ(curved, 2);
  EXPECT_EQ(piece(pieces, "heel").blank.folds.size(), 4U);
  // Outwards about the heel the free edge shrinks from 424 to 400, about the throat it stretches from 126 to
  // 150.
  const auto says = [&](const std::string& what, const char* side = "cheek-1") {
    const auto& notes = piece(pieces, side).blank.notes;
    return std::any_of(notes.begin(), notes.end(),
                       [&](const Phrase& n) { return n.in({}).find(what) != std::string::npos; });
  };
  EXPECT_TRUE(says("on heel shrinks by up to 5.66 %"));
  EXPECT_TRUE(says("on throat stretches by up to 19.05 %"));
  // What stands out of the heel by 24 lies that much farther from its axis than its neutral layer.
  EXPECT_TRUE(says("on run start stretches by up to 5.99 %", "heel"));
  EXPECT_TRUE(says("on run start shrinks by up to 16.06 %", "throat"));  // 24 of 149.4
}

// A wall that is all one arc has edges as any other.
TEST(DuctSeams, GoAlongWallsWithoutStraights) {
  DuctElbow e = elbow();
  e.straight_base = e.straight_top = 0;
  e.seam = standing();
  const double length = pi / 2 * (400 + factor * t);
  EXPECT_NEAR(area(piece(made(e), "heel").blank), length * (500 + 2 * 35), 1e-6);
}

TEST(DuctSeams, NotchesBeginBesideTheEnds) {
  DuctElbow e = elbow();
  const double plain = area(piece(made(e), "heel").blank);
  e.seam = NamedSeam{.name = "lap", .a = {20, {}}, .notch = 3};
  const std::vector<PieceResult> pieces = made(e);
  EXPECT_NEAR(area(piece(pieces, "heel").blank), plain, 1e-9);  // side b adds nothing
  const double heel = 120 + pi / 2 * 400, throat = 120 + pi / 2 * 150;
  const double cheek = 250 * 120 + pi / 4 * (400 * 400 - 150 * 150);
  EXPECT_NEAR(area(piece(pieces, "cheek-1").blank) - cheek, 20 * (heel + throat - 4 * 3), 1e-6);
}

TEST(DuctSeams, WiderThanTheThroatIsRefused) {
  DuctElbow e = elbow();
  e.seam = NamedSeam{.name = "wide", .a = {160, {}}};
  EXPECT_THROW((void)made(e), Refusal);
}

TEST(DuctSeams, StraightDuctsHaveBothSidesAtEverySeam) {
  for (const int pieces : {1, 2, 4}) {
    for (const int seam : {0, 5}) {
      if (pieces == 4 && seam == 0) continue;
      for (const Hand hand : {Hand::as_drawn, Hand::opposite}) {
        Duct duct{.width = 400,
                  .depth = 250,
                  .length = 1000,
                  .pieces = pieces,
                  .seam = seam,
                  .bend = {.radius = 2, .neutral_factor = factor}};
        Part part = like(1.5, Face::outside);
        part.making.hand = hand;
        part.asked = hopper_of(duct);
        const auto total = [&] {
          double sum = 0;
          for (const PieceResult& p : develop(part)) sum += p.blank.count * area(p.blank);
          return sum;
        };
        const double plain = total();
        duct.seam_kind = standing();
        part.making.edges = seam_works(duct, hand);
        EXPECT_EQ(part.making.edges.size(), static_cast<size_t>(2 * pieces));
        EXPECT_NEAR(total() - plain, pieces * (24 + 35) * 1000, 1e-6) << pieces << ' ' << seam;
      }
    }
  }
}

// Followed by its name, a set has its top where its last walls end.
TEST(Ducts, PartsGoOnFromASet) {
  std::vector<Part> parts = sides_of(elbow(), like());
  for (Part& p : parts) p.key = "turn";
  Part next = like();
  next.name = "next";
  next.asked =
      hopper_of({.width = 250, .depth = 500, .length = 100, .bend = {.radius = 1, .neutral_factor = factor}});
  next.place = PartPlace{.follows = "turn"};
  parts.push_back(next);
  const Frame f = frames_of(parts).back();
  EXPECT_LT(norm(f.origin - Vec3{125 + 150 + 70, 0, 50 + 150 + 125}), 1e-9);
  EXPECT_LT(norm(f.z - Vec3{1, 0, 0}), 1e-12);
  EXPECT_LT(norm(f.y - Vec3{0, 1, 0}), 1e-12);
}

std::string refused_key(const auto& set, const Part& part = like()) {
  try {
    (void)sides_of(set, part);
  } catch (const Refusal& refusal) {
    return refusal.text().key;
  }
  return "none";
}

TEST(Ducts, RefusalsNameTheirKeys) {
  const auto of_elbow = [](auto change) {
    DuctElbow e = elbow();
    change(e);
    return refused_key(e);
  };
  EXPECT_EQ(of_elbow([](DuctElbow& e) { e.width.reset(); }), "width");
  EXPECT_EQ(of_elbow([](DuctElbow& e) { e.angle = Angle::degrees(175); }), "angle");
  EXPECT_EQ(of_elbow([](DuctElbow& e) { e.radius.reset(); }), "radius");
  EXPECT_EQ(of_elbow([](DuctElbow& e) { e.radius = 0.5; }), "radius");
  EXPECT_EQ(of_elbow([](DuctElbow& e) { e.throat = DuctTurn::square; }), "radius");
  EXPECT_EQ(of_elbow([](DuctElbow& e) { e.heel_radius = 900; }), "heel_radius");
  EXPECT_EQ(of_elbow([](DuctElbow& e) { e.splitters = 21; }), "splitters");
  const DuctOffset o{.width = 400, .depth = 250, .offset = 200, .length = 200};
  EXPECT_EQ(refused_key(o), "length");  // the inner radius has gone
  DuctOffset large = o;
  large.length = 800;
  large.radius = 2000;
  EXPECT_EQ(refused_key(large), "radius");
  Part part = like();
  part.sheet.sizes_on.reset();
  EXPECT_EQ(refused_key(elbow(), part), "sheet.sizes_on");
  EXPECT_THROW((void)hopper_of({.width = 100, .depth = 100}), Refusal);
}

// By points: the twelve flats lie in planes, the middle keeps the duct's section square to its own axis.
TEST(TwoPlanes, OffsetIsAPartOfFourWalls) {
  DuctOffset o{.width = 300, .depth = 200, .offset = 150, .aside = -90, .length = 700, .mitred = true};
  o.straight_base = 40;
  o.straight_top = 60;
  o.bend = {.radius = 1, .neutral_factor = 0.4};
  Part like;
  like.name = "offset";
  like.sheet = {.thickness = 1, .sizes_on = Face::inside};
  for (const Hand hand : hands()) {
    like.making.hand = hand;
    const std::vector<Part> parts = sides_of(o, like);
    ASSERT_EQ(parts.size(), 1U);
    Part next = parts.front();
    next.key = next.name = "next";
    next.place = PartPlace{.follows = "offset"};
    Part first = parts.front();
    first.key = "offset";
    const Frame stands = frames_of(std::vector{first, next})[1];
    EXPECT_LT(norm(stands.origin - Vec3{150, hand == Hand::opposite ? 90.0 : -90.0, 700}), 1e-9);
    const std::vector<PieceResult> pieces = develop(parts.front());
    int blanks = 0;
    for (const PieceResult& p : pieces) {
      EXPECT_TRUE(p.proof.passed) << p.proof.where.in({});
      EXPECT_EQ(bends_of(p.blank).size(), 2U);
      blanks += p.blank.count;
    }
    EXPECT_EQ(blanks, 4);
    const auto& net = std::get<Net>(parts.front().asked);
    const auto at = [&](size_t ring, size_t k) { return net.points[4 * ring + k]; };
    for (size_t k = 0; k < 4; ++k) {
      for (size_t ring = 0; ring < 3; ++ring) {  // each flat is one
        const Vec3 a = at(ring, k), b = at(ring, (k + 1) % 4), c = at(ring + 1, k),
                   d = at(ring + 1, (k + 1) % 4);
        EXPECT_NEAR(dot(cross(b - a, c - a), d - a), 0, 1e-6 * norm(b - a) * norm(c - a));
      }
    }
    // Square to the middle's axis neighbouring edges are as far apart as at the ends, turned about the level
    // line.
    const Vec3 axis = 1 / norm(at(2, 0) - at(1, 0)) * (at(2, 0) - at(1, 0));
    const Vec2 way = 1 / std::hypot(150, 90) * Vec2{150, -90};
    const Vec3 turned{way.x * axis.z, way.y * axis.z, -norm(Vec2{axis.x, axis.y})};
    for (size_t k = 0; k < 4; ++k) {
      const Vec3 side = at(1, (k + 1) % 4) - at(1, k), end = at(0, (k + 1) % 4) - at(0, k);
      EXPECT_NEAR(dot(side, turned), dot(Vec2{end.x, end.y}, way), 1e-9);
    }
    // The shorter sides of both straights are as long as asked.
    double low = HUGE_VAL, high = HUGE_VAL;
    for (size_t k = 0; k < 4; ++k) {
      low = std::min(low, at(1, k).z);
      high = std::min(high, 700 - at(2, k).z);
    }
    EXPECT_NEAR(low, 40, 1e-9);
    EXPECT_NEAR(high, 60, 1e-9);
  }
  const auto key = [&](auto change) {
    DuctOffset bad = o;
    change(bad);
    return refusal_of([&] { (void)sides_of(bad, like); }).key;
  };
  EXPECT_EQ(key([](DuctOffset& d) { d.mitred = false; }), "aside");
  EXPECT_EQ(key([](DuctOffset& d) { d.length = 260; }), "length");
  EXPECT_EQ(key([](DuctOffset& d) { d.corner = DuctCorner::cheeks; }), "corner");
}

TEST(RandomDucts, CloseOrAreRefusedWithAReason) {
  Random random(1931);
  const int all = 500, drawn = draws(all);
  int well = 0;
  for (int i = 0; i < drawn; ++i) {
    const Part part = like(random.one_in(6) ? 0 : random.between(0.5, 3), random.face());
    const Bend bend{.radius = random.between(0, 3), .neutral_factor = random.between(0.3, 0.5)};
    const auto make = [&] {
      if (random.one_in(2)) {
        DuctElbow e{.width = random.between(80, 900),
                    .depth = random.between(80, 700),
                    .angle = Angle::degrees(random.between(10, 150)),
                    .throat = static_cast<DuctTurn>(random.pick(2)),
                    .heel = static_cast<DuctTurn>(random.pick(2)),
                    .straight_base = random.one_in(3) ? 0 : random.between(20, 200),
                    .straight_top = random.one_in(3) ? 0 : random.between(20, 200),
                    .splitters = random.pick(3),
                    .corner = static_cast<DuctCorner>(random.pick(3)),
                    .bend = bend};
        if (e.throat == DuctTurn::round) e.radius = random.between(20, 400);
        if (random.one_in(2)) e.end_depth = *e.depth * random.between(0.5, 1.6);
        (void)made(e, part);
      } else {
        const DuctOffset o{.width = random.between(80, 900),
                           .depth = random.between(80, 500),
                           .offset = random.between(20, 400),
                           .length = random.between(300, 1800),
                           .mitred = random.one_in(2),
                           .straight_base = random.one_in(3) ? 0 : random.between(20, 100),
                           .straight_top = random.one_in(3) ? 0 : random.between(20, 100),
                           .corner = static_cast<DuctCorner>(random.pick(3)),
                           .bend = bend};
        (void)made(o, part);
      }
    };
    if (made_or_refused(make, std::to_string(i))) ++well;
  }
  expect_made(well, 250, all, drawn);
}

}  // namespace
}  // namespace juggler::testing
