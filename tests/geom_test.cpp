#include <random>

#include "common.h"

namespace juggler::testing {
namespace {

constexpr double pi = std::numbers::pi;

Outline polygon(const std::vector<Vec2>& p) {
  Outline o;
  for (size_t i = 0; i < p.size(); ++i) o.push_back(line(p[i], p[(i + 1) % p.size()]));
  return o;
}

// An annular sector about the origin, its bisector downwards.
Outline sector(double big, double small, double angle) {
  const double first = -pi / 2 - angle / 2;
  const Arc outer{big * direction(first), rad(first + pi / 2), big * angle, rad(angle)};
  const Arc inner{small * direction(first + angle), rad(first + angle - pi / 2), small * angle, rad(-angle)};
  return {outer, line(end_of(outer), inner.start), inner, line(end_of(inner), outer.start)};
}

TEST(Arc, RunsRoundItsCentre) {
  const Arc arc{{3, 0}, rad(pi / 2), 3 * 4.0, rad(4.0)};  // radius 3 about the origin, beyond half a turn
  for (double s : {0.0, 1.0, 6.0, 12.0}) {
    EXPECT_NEAR(point_at(arc, s).x, 3 * std::cos(s / 3), 1e-14);
    EXPECT_NEAR(point_at(arc, s).y, 3 * std::sin(s / 3), 1e-14);
  }
  EXPECT_NEAR(norm(centre_of(arc)), 0, 1e-14);
  EXPECT_DOUBLE_EQ(radius_of(arc), 3);
  EXPECT_NEAR(rise(arc), 3 * (1 - std::cos(2)), 1e-14);
}

TEST(Arc, FlattestArcIsAsExactAsAny) {
  const Arc arc{{0, 0}, {}, 1000, rad(1e-12)};  // a radius of 1e15 mm
  EXPECT_NEAR(end_of(arc).x, 1000, 1e-12);
  EXPECT_NEAR(end_of(arc).y, 1000 * 1e-12 / 2, 1e-24);
  EXPECT_TRUE(is_straight(arc));
}

TEST(Arc, ReversedStretchedSplitAndPlacedStayOnIt) {
  const Arc arc{{1, 2}, rad(0.3), 10, rad(-5)};
  EXPECT_LT(norm(end_of(reversed(arc)) - arc.start), 1e-14);
  EXPECT_LT(norm(point_at(reversed(arc), 4) - point_at(arc, 6)), 1e-14);
  EXPECT_LT(norm(end_of(stretch(arc, 2, 7)) - point_at(arc, 7)), 1e-14);
  const auto parts = split(arc, Angle::degrees(90));
  EXPECT_EQ(parts.size(), 4u);
  EXPECT_LT(norm(end_of(parts.back()) - end_of(arc)), 1e-14);
  const Placing p{true, rad(0.7), {4, 5}};
  EXPECT_LT(norm(end_of(placed(arc, p)) - placed(end_of(arc), p)), 1e-14);
}

TEST(Outline, AreaOfSectorsFarBeyondHalfATurnAndOfFlatOnes) {
  for (double angle : {0.1, 3.0, 5.0, 6.28}) {
    EXPECT_NEAR(signed_area(sector(5, 2, angle)), angle / 2 * (25 - 4), 1e-13) << angle;
  }
  // A strip whose lower side is an arc of radius 1e9: less the wedge under its chord, plus its cap.
  const Arc low{{0, 0}, {}, 100, rad(1e-7)};
  const Arc high{{100, 50}, rad(pi), 100};
  const Outline strip{low, line(end_of(low), high.start), high, line(end_of(high), low.start)};
  EXPECT_NEAR(signed_area(strip), 5000 - 100 * 5e-6 / 2 + 100 * 100 * 1e-7 / 12, 1e-9);
}

TEST(Outline, HoldsNothingBeyondASideThatAllButTurns) {
  for (const double turn : {0.0, 1e-17, 3e-16, -2e-16, 1e-13, -1e-10, 1e-9, 4e-8, -4e-8}) {
    Outline square{line({0, 0}, {400, 0}), line({400, 0}, {400, 300}), line({400, 300}, {0, 300}),
                   line({0, 300}, {0, 0})};
    for (Arc& side : square) side.turn = rad(turn);
    for (const Vec2 p : {Vec2{-5, 150}, Vec2{405, 150}, Vec2{609, -235}, Vec2{200, -1}, Vec2{200, 301}})
      EXPECT_FALSE(contains(square, p)) << turn << " at " << p.x << ", " << p.y;
    for (const Vec2 p : {Vec2{5, 150}, Vec2{399, 1}, Vec2{200, 299}})
      EXPECT_TRUE(contains(square, p)) << turn;
  }
  // Its centre is lost in rounding.
  const Arc side{{447.49951018348838, 276.94405440957928},
                 rad(-1.0404642300806466),
                 182.24494990782867,
                 rad(2.1806697876390806e-17)};
  const Vec2 apex = 0.5 * (side.start + end_of(side)) + 200 * left_of(direction(side.heading));
  const Outline triangle{side, line(end_of(side), apex), line(apex, side.start)};
  EXPECT_FALSE(contains(triangle, {518.08298857962313, 128.56853965476944}));
  EXPECT_TRUE(contains(triangle, 1.0 / 3 * (side.start + end_of(side) + apex)));
}

TEST(Outline, LinesThroughItsCornersAreClippedThere) {
  // A corner off the line by rounding, to either side for the arcs that meet there.
  for (const double off : {0.0, 1e-15, -1e-15, 3e-14, -3e-14}) {
    const Outline diamond{line({0, -1}, {1, off}), line({1, -off}, {0, 1}), line({0, 1}, {-1, 0}),
                          line({-1, 0}, {0, -1})};
    const auto across = clipped({-5, 0}, {7, 0}, diamond);
    ASSERT_EQ(across.size(), 1U) << off;
    EXPECT_NEAR(across.front().start.x, -1, 1e-9);
    EXPECT_NEAR(end_of(across.front()).x, 1, 1e-9);
    const auto within = clipped({-5, 0}, {0.5, 0}, diamond);
    ASSERT_EQ(within.size(), 1U);
    EXPECT_NEAR(length_of(within), 1.5, 1e-9);
  }
}

TEST(Outline, ContainsAndCrossings) {
  const Outline ring = sector(5, 2, 6.0);
  EXPECT_TRUE(contains(ring, {0, -3}));
  EXPECT_TRUE(contains(ring, {0.8, 3.4}));
  EXPECT_FALSE(contains(ring, {0, 0}));
  EXPECT_FALSE(contains(ring, {0, 3}));  // in the gap
  EXPECT_FALSE(contains(ring, {0, -5.1}));
  EXPECT_FALSE(crosses_itself(ring));
  EXPECT_TRUE(crosses_itself(polygon({{0, 0}, {2, 2}, {2, 0}, {0, 2}})));
  const auto inside = clipped({0, -6}, {0, 6}, ring);
  ASSERT_EQ(inside.size(), 1u);
  EXPECT_NEAR(inside[0].start.y, -5, 1e-12);
  EXPECT_NEAR(inside[0].length, 3, 1e-12);
}

// The least of very many turned boxes of very many points: slow, and by another way.
double brute_area(const Outline& o) {
  std::vector<Vec2> points;
  for (const Arc& arc : o) {
    for (Vec2 p : chords(arc, Angle::degrees(0.02))) points.push_back(p);
  }
  double best = 1e300;
  for (int i = 0; i < 3000; ++i) {
    const Vec2 d = direction(pi / 2 * i / 3000);
    double left = 1e300, right = -1e300, low = 1e300, high = -1e300;
    for (Vec2 p : points) {
      left = std::min(left, dot(p, d));
      right = std::max(right, dot(p, d));
      low = std::min(low, dot(p, left_of(d)));
      high = std::max(high, dot(p, left_of(d)));
    }
    best = std::min(best, (right - left) * (high - low));
  }
  return best;
}

TEST(SmallestRectangle, IsTheLeastOfAllTurns) {
  for (double angle : {0.4, 1.2, 1.7946, 2.6, 3.2, 4.4, 5.6}) {
    const Outline o = sector(1088, 274, angle);
    const Rectangle r = smallest_rectangle(o);
    const double brute = brute_area(o);
    EXPECT_LE(r.width * r.height, brute * (1 + 1e-7)) << angle;  // its chords leave the arcs by 1.5e-8 of R
    EXPECT_GE(r.width * r.height, brute * (1 - 1e-3)) << angle;  // 3000 turns come this near
    EXPECT_GE(r.width, r.height);
  }
}

TEST(SmallestRectangle, KnownAnswers) {
  const Rectangle r =
      smallest_rectangle(polygon({{0, 0}, {3, 3}, {2, 4}, {-1, 1}}));  // 3 sqrt 2 by sqrt 2, turned
  EXPECT_NEAR(r.width, 3 * std::sqrt(2), 1e-12);
  EXPECT_NEAR(r.height, std::sqrt(2), 1e-12);
  const Rectangle half = smallest_rectangle(sector(10, 4, pi));
  EXPECT_NEAR(half.width, 20, 1e-11);
  EXPECT_NEAR(half.height, 10, 1e-11);
  const Rectangle upright = upright_box(sector(10, 4, 1.5 * pi));
  EXPECT_NEAR(upright.width, 20, 1e-12);
  EXPECT_NEAR(upright.height, 10 + 10 * std::sqrt(0.5), 1e-12);
}

// The greatest distance of a curve from arcs, by brute force: very many points of each.
double brute_distance(const Curve& c, const std::vector<Arc>& arcs) {
  std::vector<Vec2> on_arcs;
  for (const Arc& arc : arcs) {
    for (int i = 0; i <= 400; ++i) on_arcs.push_back(point_at(arc, arc.length * i / 400));
  }
  double worst = 0;
  for (int i = 0; i <= 700; ++i) {
    const Vec2 p = c.point(c.from + (c.to - c.from) * i / 700);
    double nearest = 1e300;
    for (size_t k = 0; k + 1 < on_arcs.size(); ++k) {
      const Vec2 d = on_arcs[k + 1] - on_arcs[k];
      const double f = dot(d, d) == 0 ? 0 : std::clamp(dot(p - on_arcs[k], d) / dot(d, d), 0.0, 1.0);
      nearest = std::min(nearest, norm(p - on_arcs[k] - f * d));
    }
    worst = std::max(worst, nearest);
  }
  return worst;
}

void expect_smooth(const Curve& c, const FittedArcs& f) {
  EXPECT_LT(norm(f.arcs.front().start - c.point(c.from)), 1e-12);
  EXPECT_LT(norm(end_of(f.arcs.back()) - c.point(c.to)), 1e-9);
  for (size_t i = 0; i + 1 < f.arcs.size(); ++i) {
    const Arc& a = f.arcs[i];
    EXPECT_LT(norm(end_of(a) - f.arcs[i + 1].start), 1e-9);
    EXPECT_NEAR(std::remainder((a.heading + a.turn - f.arcs[i + 1].heading).radians(), 2 * pi), 0, 1e-9);
  }
}

// The rim of a cylinder cut aslant: a sine wave.
Curve slanting_rim(double radius, double tilt) {
  const double slope = std::tan(tilt);
  return {0, 2 * pi,
          [=](double u) {
            return Vec2{radius * u, -radius * slope * std::cos(u)};
          },
          [=](double u) { return rad(std::atan(slope * std::sin(u))); }};
}

TEST(FitArcs, StaysWithinItsToleranceAndReportsWhatItAchieved) {
  const Curve ellipse{0, 1.5 * pi,
                      [](double u) {
                        return Vec2{400 * std::cos(u), 150 * std::sin(u)};
                      },
                      [](double u) {
                        return rad(u + pi / 2 +
                                   std::atan2(125 * std::sin(2 * u), 400 * std::sin(u) * std::sin(u) +
                                                                         150 * std::cos(u) * std::cos(u)));
                      }};
  const Curve spiral{1, 3,
                     [](double u) {
                       return Vec2{50 * u * std::cos(u), 50 * u * std::sin(u)};
                     },
                     [](double u) { return rad(u + std::atan2(u, 1.0)); }};
  for (const Curve& c : {slanting_rim(300, pi / 4), slanting_rim(300, 0.01), ellipse, spiral}) {
    for (const double tolerance : {0.5, 0.02, 0.001}) {
      const FittedArcs f = fit_arcs(c, tolerance);
      expect_smooth(c, f);
      EXPECT_LE(f.error, tolerance);
      const double chord_error = 1e-5;  // of the brute force's own chords
      EXPECT_LE(brute_distance(c, f.arcs), 1.02 * f.error + chord_error);
    }
  }
}

TEST(FitArcs, GoesAllTheWayRoundWhereTheCurveDoes) {
  const Curve nearly_round{
      0, 6.6, [](double u) { return (20 + 1e-4 * std::cos(u)) * direction(u); },
      [](double u) { return rad(u + std::atan2(20 + 1e-4 * std::cos(u), -1e-4 * std::sin(u))); }};
  const FittedArcs f = fit_arcs(nearly_round, 0.02);
  expect_smooth(nearly_round, f);
  EXPECT_NEAR(length_of(f.arcs), 132, 0.01);
}

TEST(FitArcs, TakesFewerArcsTheLooserItMayBe) {
  const Curve rim = slanting_rim(300, pi / 4);
  const size_t loose = fit_arcs(rim, 0.5).arcs.size();
  const size_t usual = fit_arcs(rim, 0.02).arcs.size();
  const size_t tight = fit_arcs(rim, 0.02 / 8).arcs.size();
  EXPECT_LT(loose, usual);
  // The error of a pair falls with the cube of its length: an eighth of it takes twice the pairs.
  EXPECT_NEAR(static_cast<double>(tight) / static_cast<double>(usual), 2, 0.35);
}

TEST(FitArcs, AStraightStaysStraightAndAnArcAnArc) {
  const Curve straight{0, 1,
                       [](double u) {
                         return Vec2{300 * u, 40 * u};
                       },
                       [](double) {
                         return heading_of({300, 40});
                       }};
  const FittedArcs one = fit_arcs(straight, 0.02);
  ASSERT_EQ(one.arcs.size(), 1u);
  EXPECT_TRUE(is_straight(one.arcs[0]));
  const Curve round{0, 5, [](double u) { return 200 * direction(u); },
                    [](double u) { return rad(u + pi / 2); }};
  const FittedArcs arc = fit_arcs(round, 0.02);
  ASSERT_EQ(arc.arcs.size(), 1u);
  EXPECT_NEAR(arc.arcs[0].turn.radians(), 5, 1e-12);
  EXPECT_NEAR(arc.arcs[0].length, 1000, 1e-9);
}

TEST(Series, FitsIntegratesAndDerives) {
  std::vector<double> values;
  for (double u : Series::nodes(1, 3)) values.push_back(std::exp(u) * std::sin(3 * u));
  const Series s = Series::fit(1, 3, values);
  const auto whole = [](double u) { return std::exp(u) * (std::sin(3 * u) - 3 * std::cos(3 * u)) / 10; };
  for (double u : {1.0, 1.7, 2.9, 3.0}) {
    EXPECT_NEAR(s(u), std::exp(u) * std::sin(3 * u), 1e-12);
    EXPECT_NEAR(s.integral(7)(u), 7 + whole(u) - whole(1), 1e-12);
    EXPECT_NEAR(s.derivative()(u), std::exp(u) * (std::sin(3 * u) + 3 * std::cos(3 * u)), 1e-9);
  }
  EXPECT_LT(s.tail(), 1e-12);
  EXPECT_NEAR(integral([](double u) { return std::cos(u); }, 0, 2), std::sin(2), 1e-14);
  EXPECT_NEAR(root([](double u) { return std::cos(u); }, 1, 2), pi / 2, 1e-15);
}

}  // namespace
}  // namespace juggler::testing
