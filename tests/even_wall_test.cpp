// Transitions by even rulings, whose walls need not open flat.
#include <algorithm>
#include <boost/math/special_functions/ellint_2.hpp>
#include <random>

#include "common.h"
#include "develop/stretch.h"
#include "proof/provers.h"

namespace juggler::testing {
namespace {

constexpr double pi = std::numbers::pi;
const Sheet middle{.thickness = 2, .sizes_on = Face::middle};

Profile circle(double diameter) { return {.kind = ProfileKind::circle, .diameter = diameter}; }
Profile rectangle(double width, double length, double turn = 0) {
  return {.kind = ProfileKind::rectangle, .width = width, .length = length, .turn = Angle::degrees(turn)};
}
Profile polyline(std::vector<Vec2> points) {
  return {.kind = ProfileKind::polyline, .points = std::move(points)};
}
const Profile angle_profile = polyline({{0, 0}, {400, 0}, {400, 200}, {200, 200}, {200, 400}, {0, 400}});

Transition between(Profile base, Profile top, double height = 300) {
  return {.base = {.profile = std::move(base)},
          .top = {.profile = std::move(top)},
          .height = height,
          .rulings = Rulings::even,
          .strain = {0.005, true}};
}
StretchedPart stretched(const Transition& t, const Seam& seam = {}, const Sheet& sheet = middle,
                        Hand hand = Hand::as_drawn) {
  return stretch(even_where_needed(t, sheet, seam).value(), sheet, hand);
}
Vec3 foot(const StretchedPart& part, double u) { return edge_point(*part.once_round, EndName::base, 0, u); }
Vec3 head(const StretchedPart& part, double u) { return edge_point(*part.once_round, EndName::top, 0, u); }

// --- walls whose flats are closed forms

TEST(EvenWall, OfTwoCirclesIsTheCone) {
  const StretchedPart part = stretched(between(circle(400), circle(200)));
  EXPECT_TRUE(part.opens_flat());
  const Blank b = make_blanks(part, {}).front();
  const double slant = std::hypot(100, 300);
  const double near = 1e-9 * part.size;
  for (const auto& [name, radius] : {std::pair(EdgeName::base, 2 * slant), {EdgeName::top, slant}}) {
    ASSERT_EQ(edge(b, name)->arcs.size(), 1U);
    EXPECT_NEAR(std::abs(radius_of(edge(b, name)->arcs.front())), radius, near);
  }
  EXPECT_NEAR(area(b), pi * 300 * slant, near * part.size);
  EXPECT_TRUE(creases_of(b).empty());
  EXPECT_TRUE(prove(b, part).passed);
}

TEST(EvenWall, OfTwoSquaresIsAFrustumFoldedAtItsCorners) {
  // Four trapezoids; neighbouring faces lean by a from upright, so that their normals turn by acos(-sin^2 a).
  for (const Face up : {Face::inside, Face::outside}) {
    const StretchedPart part = stretched(between(rectangle(400, 400), rectangle(240, 240)));
    EXPECT_TRUE(part.opens_flat());
    const Blank b = make_blanks(part, {.face_up = up}).front();
    const double slant = std::hypot(80, 300);
    EXPECT_NEAR(area(b), 4 * 320 * slant, 1e-9 * part.size * part.size);
    const double lean = std::atan2(80, 300);
    ASSERT_EQ(creases_of(b).size(), 4U);
    for (size_t i = 0; i < 4; ++i) {
      const Fold& c = creases_of(b)[i];
      EXPECT_EQ(c.tag, std::string(1, static_cast<char>('A' + i)));
      EXPECT_NEAR(c.datum_from, 200 + 400 * static_cast<double>(i), 1e-9 * part.size);
      EXPECT_NEAR(c.datum_to, 120 + 240 * static_cast<double>(i), 1e-9 * part.size);
      for (const Angle fold : {c.turned, c.turned_to.value()})
        EXPECT_NEAR(fold.radians(), std::acos(std::sin(lean) * std::sin(lean)), 1e-6);
      EXPECT_EQ(c.up, up == Face::inside);
      EXPECT_NEAR(c.length(), std::sqrt(slant * slant + 80 * 80), 1e-9 * part.size);
    }
  }
}

TEST(EvenWall, FoldsTheOtherWayAtHollowCorners) {
  const Blank b = make_blanks(stretched(between(angle_profile, angle_profile)), {}).front();
  ASSERT_EQ(creases_of(b).size(), 6U);
  EXPECT_EQ(std::count_if(creases_of(b).begin(), creases_of(b).end(), [](const Fold& c) { return !c.up; }),
            1);
  for (const Fold& c : creases_of(b)) EXPECT_NEAR(c.turned.degrees(), 90, 1e-5);
  EXPECT_NEAR(area(b), 1600 * 300, 1e-3);
}

// --- which points rulings join

TEST(EvenWall, SharesOfGirthsAreLengths) {
  const double a = 300;
  const double k = std::sqrt(1 - 1.0 / 9);
  const double girth = 4 * a * boost::math::ellint_2(k);
  const StretchedPart part =
      stretched(between({.kind = ProfileKind::ellipse, .width = 600, .length = 200}, circle(300)));
  const Blank b = make_blanks(part, {}).front();
  EXPECT_NEAR(edge(b, EdgeName::base)->girth, girth, 1e-9 * part.size);
  const Form& wall = *part.once_round;
  for (const double share : {0.1, 0.25, 0.37, 0.66}) {
    double length = 0;
    constexpr int chords = 4000;
    Vec3 last = foot(part, wall.from());
    for (int i = 1; i <= chords; ++i) {
      const Vec3 now = foot(part, wall.from() + 2 * pi * share * i / chords);
      length += norm(now - last);
      last = now;
    }
    EXPECT_NEAR(length, share * girth, 1e-6 * girth);
  }
}

TEST(EvenWall, SquaresJoinCornersToCornersWhereTheyAreNearest) {
  for (const auto& [turn, offset] : {std::pair(20.0, 0.0), {-30.0, 0.0}, {50.0, -90.0}, {180.0, -180.0}}) {
    const StretchedPart part = stretched(between(rectangle(300, 300), rectangle(200, 200, turn)));
    for (const Region& r : part.once_round->regions) {
      const Vec3 p = foot(part, r.from);
      const Vec3 q = head(part, r.from);
      if (std::abs(p.x) < 149.999 || std::abs(p.y) < 149.999) continue;  // the seam
      EXPECT_NEAR(norm(Vec3{q.x, q.y, 0}), 100 * std::sqrt(2.0), 1e-9);
      const double between_them = std::atan2(q.y, q.x) - std::atan2(p.y, p.x);
      EXPECT_NEAR(std::remainder(between_them - (turn + offset) * pi / 180, 2 * pi), 0, 1e-9);
    }
  }
}

TEST(EvenWall, DoesNotDependOnItsSeam) {
  const Transition t = between(angle_profile, circle(300), 400);
  const StretchedPart one = stretched(t);
  const StretchedPart other = stretched(t, {.at = Angle::degrees(211)});
  for (const double u : {0.3, 1.7, 3.1, 5.9}) {
    const double first = one.once_round->wall.front().from;
    const double second = other.once_round->wall.front().from;
    const auto within = [](double at, double from) {
      return at - 2 * pi * std::floor((at - from) / (2 * pi));
    };
    EXPECT_LT(norm(head(one, within(u, first)) - head(other, within(u, second))), 1e-9 * one.size);
  }
}

TEST(EvenWall, PiecesAreThoseOfItsSeams) {
  // Alike by symmetry, though laid out each for itself.
  const Transition t = between(rectangle(300, 300), rectangle(200, 200, 20));
  const StretchedPart part = stretched(t, {.at = Angle::degrees(45), .pieces = 4});
  ASSERT_EQ(part.pieces.size(), 4U);
  EXPECT_EQ(part.blanks, 4);
  for (const Blank& b : make_blanks(part, {})) {
    EXPECT_TRUE(creases_of(b).empty());
    EXPECT_TRUE(prove(b, part).passed);
    EXPECT_NEAR(part.piece(b.piece).strain.root_mean_square, part.pieces[0].strain.root_mean_square, 1e-9);
  }
  const StretchedPart sides = stretched(t, {.at = Angle::degrees(0), .ruling = SeamRuling::facing_base});
  const Vec3 start = foot(sides, sides.once_round->from());
  EXPECT_NEAR(start.x, 150, 1e-9);
  EXPECT_NEAR(start.y, 0, 1e-6);
}

TEST(EvenWall, MirroredTwinsAreMirrored) {
  const Transition t = between(angle_profile, circle(300), 400);
  const Seam seam{.at = Angle::degrees(20)};
  const StretchedPart one = stretched(t, seam);
  const StretchedPart twin = stretched(t, seam, middle, Hand::opposite);
  EXPECT_NEAR(one.pieces[0].strain.greatest, twin.pieces[0].strain.greatest, 1e-7);
  const Blank a = make_blanks(one, {.fit = 1e-3}).front();
  const Blank b = make_blanks(twin, {.hand = Hand::opposite, .fit = 1e-3}).front();
  EXPECT_NEAR(area(a), area(b), (a.fit_error + b.fit_error) * outline_length(a));
  EXPECT_NEAR(length_of(edge(a, EdgeName::seam_start)->arcs), length_of(edge(b, EdgeName::seam_end)->arcs),
              0.01);
  EXPECT_TRUE(prove(b, twin).passed);
}

// --- the least stretch

TEST(EvenWall, HasLessStretchThanByTriangles) {
  // Unrolled triangle by triangle the wall keeps its edges and rulings; all its stretch is between them.
  const StretchedPart part = stretched(between(rectangle(300, 300), rectangle(200, 200, 20)));
  const Form& f = *part.once_round;
  double squares = 0;
  double whole = 0;
  for (const WallPiece& w : f.wall) {
    constexpr int zones = 400;
    for (int i = 0; i < zones; ++i) {
      const double u = w.from + (w.to - w.from) * (i + 0.5) / zones;
      const double little = 1e-5;
      const Vec3 p = foot(part, u);
      const Vec3 dp = 1 / (2 * little) * (foot(part, u + little) - foot(part, u - little));
      const Vec3 dq = 1 / (2 * little) * (head(part, u + little) - head(part, u - little));
      const Vec3 e = 1 / norm(head(part, u) - p) * (head(part, u) - p);
      const auto beside = [&](Vec3 d) { return d - dot(d, e) * e; };
      for (const double v : {0.05, 0.15, 0.25, 0.35, 0.45, 0.55, 0.65, 0.75, 0.85, 0.95}) {
        // Flat, what runs ahead of the ruling changes evenly along it.
        const double flat = (1 - v) * norm(beside(dp)) + v * norm(beside(dq));
        const double formed = norm(beside((1 - v) * dp + v * dq));
        squares += (w.to - w.from) * formed * std::pow(formed / flat - 1, 2);
        whole += (w.to - w.from) * formed;
      }
    }
  }
  const double triangles = std::sqrt(squares / whole);
  const double least = part.pieces[0].strain.root_mean_square;
  EXPECT_LT(least, 0.8 * triangles) << least << " against " << triangles;
  EXPECT_GT(least, 0.1 * triangles);
}

TEST(EvenWall, IsFoundWhereRulingsTurnFast) {
  const Profile base = polyline({{81.45, -20.3}, {34.14, 110.41}, {-178.45, 48.69}, {-4.51, -134.26}});
  const Profile top = polyline({{65.07, -2.61},
                                {158.66, 220.37},
                                {-87.75, 179.19},
                                {-213.8, 48.32},
                                {-58.57, -27.43},
                                {2.1, -88.44},
                                {127.68, -186.11}});
  Transition t = between(base, top, 841.2);
  t.base.profile.turn = Angle::degrees(-66);
  t.top.profile.turn = Angle::degrees(-207);
  t.shift = {111, -237};
  const StretchedPart part = stretched(t);
  EXPECT_TRUE(prove(make_blanks(part, {}).front(), part).passed);
  EXPECT_LT(part.pieces[0].strain.root_mean_square, 0.01);
}

// --- in place of a wall that opens flat

Refusal::Text refused(const Transition& t, const Seam& seam = {}, const Sheet& sheet = middle) {
  return refusal_of([&] { (void)make_blanks(Shape(t), sheet, seam, {}); });
}

TEST(EvenWall, StandsInWhereNoneOpensFlat) {
  Transition t = between(angle_profile, circle(300), 400);
  t.rulings = Rulings::developable;
  const Refusal::Text text = [&] {
    Transition strict = t;
    strict.strain.allowed = false;
    return refused(strict);
  }();
  EXPECT_EQ(text.key, "base.profile.corner_radius");
  EXPECT_TRUE(has(text.reason, "is concave"));
  EXPECT_TRUE(has(text.advice, "by even rulings instead: strain_limit: is exceeded")) << text.advice;
  EXPECT_TRUE(has(text.advice, "or say allow_strain = true"));
  const StretchedPart part = stretched(t);
  EXPECT_TRUE(
      has(part.notes.front(),
          "No wall that opens flat is found between its ends (base.profile.corner_radius: is concave"));
  EXPECT_TRUE(prove(make_blanks(Shape(t), middle).front(), Shape(t), middle).passed);
  // A plane that cuts the other profile.
  Transition steep = between(circle(400), circle(300), 200);
  steep.rulings = Rulings::developable;
  steep.top.tilt = Angle::degrees(80);
  steep.shift = {-150, 0};
  const StretchedPart bent = stretched(steep);
  EXPECT_TRUE(has(bent.notes.front(), "cuts or touches"));
  EXPECT_TRUE(prove(make_blanks(bent, {}).front(), bent).passed);
  // What opens flat stays as it is.
  Transition plain = between(circle(400), rectangle(300, 300));
  plain.rulings = Rulings::developable;
  EXPECT_FALSE(even_where_needed(plain, middle, {}).has_value());
}

TEST(EvenWall, OfOpenCurvesHasNoSeam) {
  Profile low = polyline({{0, 0}, {300, 0}, {300, 200}});
  Profile high = polyline({{0, 40}, {250, 0}, {330, 150}, {330, 260}});
  low.open = high.open = true;
  const Transition t = between(low, high);
  const StretchedPart part = stretched(t);
  const Blank b = make_blanks(part, {}).front();
  EXPECT_TRUE(prove(b, part).passed);
  EXPECT_EQ(creases_of(b).size(), 3U);
  EXPECT_NEAR(edge(b, EdgeName::base)->girth, 500, 1e-9 * part.size);
  EXPECT_EQ(refused(t, {.pieces = 2}).key, "seam.pieces");
}

TEST(EvenWall, IsRefusedByTheKeyAtFault) {
  const Transition t = between(rectangle(300, 300), rectangle(200, 200, 20));
  EXPECT_EQ(refused(t, {}, {.thickness = 2, .sizes_on = Face::inside}).key, "sheet.sizes_on");
  const auto key = [&](auto change) {
    Transition other = t;
    Seam seam;
    change(other, seam);
    return refused(other, seam).key;
  };
  EXPECT_EQ(key([](Transition&, Seam& s) { s.gap = 2; }), "seam.gap");
  EXPECT_EQ(key([](Transition&, Seam& s) { s.lap = 20; }), "seam.lap");
  EXPECT_EQ(key([](Transition& w, Seam&) { w.bend.radius = 3; }), "bend.radius");
  EXPECT_EQ(key([](Transition& w, Seam&) { w.relief = Relief::round; }), "relief");
  EXPECT_EQ(key([](Transition& w, Seam&) { w.top.sizes_on = Face::outside; }), "top.sizes_on");
  EXPECT_EQ(key([](Transition& w, Seam&) { w.base.contact = Contact::clear; }), "base.contact");
  EXPECT_EQ(key([](Transition& w, Seam&) { w.strain.limit = 2; }), "strain_limit");
  EXPECT_EQ(key([](Transition& w, Seam&) { w.strain.limit = NAN; }), "strain_limit");
  EXPECT_EQ(key([](Transition& w, Seam&) { w.strain.allowed = false; }), "strain_limit");
  EXPECT_EQ(key([](Transition& w, Seam&) {
              // Half a turn against each other: rulings cross on the axis.
              w.base.profile = circle(300);
              w.top.profile = circle(300);
              w.height = 1e-3;
              w.top.tilt = Angle::degrees(89);
            }),
            "rulings");
  EXPECT_EQ(refusal_of([&] { (void)make_blanks(Shape(t), middle, {}, {.pressing = {.hits = 12}}); }).key,
            "pressing.hits");
  std::vector<Vec2> star;
  for (int i = 0; i < 400; ++i) star.push_back((i % 2 ? 300.0 : 290.0) * direction(2 * pi * i / 400));
  EXPECT_TRUE(has(refused(between(polyline(star), circle(300))).reason, "too many corners"));
}

TEST(EvenWall, IsProvedAgainstTheProfilesAskedFor) {
  StretchedPart part = stretched(between(rectangle(300, 300), circle(200)));
  const Blank b = make_blanks(part, {}).front();
  ASSERT_TRUE(prove(b, part).passed);
  part.once_round->profiles[1].distance = [](Vec2 p) { return std::abs(norm(p) - 100.1); };
  EXPECT_FALSE(prove(b, part).passed);
}

// --- at random

class RandomEven : public ::testing::TestWithParam<int> {};
TEST_P(RandomEven, WallsAreProvedOrRefusedWithAReason) {
  std::mt19937 random(static_cast<unsigned>(GetParam()));
  const auto within = [&](double a, double b) { return std::uniform_real_distribution(a, b)(random); };
  const auto profile = [&]() -> Profile {
    const double turn = random() % 2 ? within(-360, 360) : 0;
    switch (random() % 5) {
      case 0:
        return circle(within(100, 600));
      case 1:
        return rectangle(within(100, 600), within(100, 600), turn);
      case 2:
        return {.kind = ProfileKind::ellipse,
                .width = within(100, 600),
                .length = within(100, 600),
                .turn = Angle::degrees(turn)};
      case 3:
        return {.kind = ProfileKind::rectangle,
                .width = within(200, 600),
                .length = within(200, 600),
                .corner_radius = within(1, 90),
                .turn = Angle::degrees(turn)};
      default:
        break;
    }
    std::vector<Vec2> points;
    const int n = 4 + static_cast<int>(random() % 4);
    for (int i = 0; i < n; ++i)
      points.push_back(within(80, 300) * direction(2 * pi * (i + within(-0.3, 0.3)) / n));
    return polyline(points);
  };
  int made = 0;
  for (int i = 0; i < std::max(2, draws(4)); ++i) {
    Transition t = between(profile(), profile(), within(50, 800));
    if (random() % 2) t.shift = {within(-200, 200), within(-200, 200)};
    if (random() % 3 == 0) t.top.tilt = Angle::degrees(within(0, 89));
    if (random() % 4 == 0) t.rulings = Rulings::developable;
    const Seam seam{.at = Angle::degrees(within(-400, 400)), .pieces = 1 + static_cast<int>(random() % 3)};
    const Hand hand = random() % 2 ? Hand::as_drawn : Hand::opposite;
    try {
      const auto shape = even_where_needed(t, middle, seam);
      if (!shape) continue;
      const StretchedPart part = stretch(*shape, middle, hand);
      for (const Blank& b : make_blanks(part, {.hand = hand})) {
        const Proof p = prove(b, part);
        EXPECT_TRUE(p.passed) << "seed " << GetParam() << ", wall " << i << ": " << p.greatest_distance
                              << " at " << p.where << ", strain " << p.strain_mismatch << ", seam "
                              << p.seam_mismatch << ", rims " << p.rim_mismatch << ", allowed " << p.allowed;
      }
      ++made;
    } catch (const Refusal& refusal) {
      EXPECT_FALSE(refusal.text().key.empty()) << GetParam() << ", " << i << ": " << refusal.what();
    }
  }
  expect_made(made, 3, 4, std::max(2, draws(4)));
}
INSTANTIATE_TEST_SUITE_P(FourTimes4, RandomEven, ::testing::Range(1, 5));

}  // namespace
}  // namespace juggler::testing
