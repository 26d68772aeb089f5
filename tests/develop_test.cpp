// The engine on walls that are no right cones, against an unrolling of fine triangles.
#include "walls.h"

namespace juggler::testing {
namespace {

struct Ends {
  double base, top, diagonal, other;
};

// Distances between the flat ends of a strip of triangles laid side by side, by side lengths alone.
Ends unrolled(const Wall& wall, double s0, double s1, int n) {
  const auto at = [&](int i, double s) {
    const WallPiece& p = wall.front();
    const Ruling r = p.ruling(p.from + (p.to - p.from) * i / n);
    return r.c + s * r.e;
  };
  const auto apex_of = [](Vec2 a, Vec2 b, double from_a, double from_b) {
    const double side = norm(b - a);
    const double x = (side * side + from_a * from_a - from_b * from_b) / (2 * side);
    const Vec2 along = 1 / side * (b - a);
    return a + x * along + std::sqrt(std::max(0.0, from_a * from_a - x * x)) * left_of(along);
  };
  const Vec2 base0{0, 0};
  const Vec2 top0{0, -(s1 - s0)};
  Vec2 base = base0;
  Vec2 top = top0;
  for (int i = 0; i < n; ++i) {
    const Vec2 next = apex_of(top, base, norm(at(i + 1, s0) - at(i, s1)), norm(at(i + 1, s0) - at(i, s0)));
    top = apex_of(top, next, norm(at(i + 1, s1) - at(i, s1)), norm(at(i + 1, s1) - at(i + 1, s0)));
    base = next;
  }
  return {norm(base - base0), norm(top - top0), norm(top - base0), norm(base - top0)};
}

// Thrice refined: the errors of the triangles fall by 4, then 16.
double refined(double a, double b, double c) {
  const double ab = b + (b - a) / 3;
  const double bc = c + (c - b) / 3;
  return bc + (bc - ab) / 15;
}

void compare(const Wall& wall, double s0, double s1, double tolerance) {
  const Flat flat = develop(wall, 1e9 * tolerance);
  const auto at = [&](double u, double s) {
    const FlatRuling r = flat.at(u);
    return r.c + s * direction(r.heading);
  };
  const Ends a = unrolled(wall, s0, s1, 1500);
  const Ends b = unrolled(wall, s0, s1, 3000);
  const Ends c = unrolled(wall, s0, s1, 6000);
  const Vec2 b0 = at(flat.from(), s0), b1 = at(flat.to(), s0), t0 = at(flat.from(), s1),
             t1 = at(flat.to(), s1);
  EXPECT_NEAR(norm(b1 - b0), refined(a.base, b.base, c.base), tolerance);
  EXPECT_NEAR(norm(t1 - t0), refined(a.top, b.top, c.top), tolerance);
  EXPECT_NEAR(norm(t1 - b0), refined(a.diagonal, b.diagonal, c.diagonal), tolerance);
  EXPECT_NEAR(norm(b1 - t0), refined(a.other, b.other, c.other), tolerance);
}

TEST(Develop, OffsetConeAgainstFineTriangles) {
  compare(offset_cone(300, {220, 90, 700}), 0, 250, 700e-9);
  compare(offset_cone(300, {520, -90, 400}), 0, 120, 700e-9);  // the apex beyond the base
}

TEST(Develop, ParallelLayerOfAnOffsetConeAgainstFineTriangles) {
  // The layer at a distance is no cone: its rulings run along the normals of the first.
  compare(layer(offset_cone(300, {220, 90, 700}), 25), 0, 250, 700e-9);
}

TEST(Develop, TangentSurfaceOfAHelixAgainstFineTriangles) {
  compare(tangent_surface(80, 30), 60, 140, 300e-9);
}

TEST(Develop, TheEdgeOfATangentSurfaceIsACircleOfItsCurvature) {
  const Flat flat = develop(tangent_surface(80, 30), 300);
  const double curvature = 80.0 / (80 * 80 + 30 * 30);
  const double length = std::hypot(80, 30) * 2.5 * std::numbers::pi;
  EXPECT_NEAR(std::abs(flat.at(flat.to()).heading - flat.at(0).heading), curvature * length, 1e-12);
  EXPECT_NEAR(norm(flat.at(flat.to()).c - flat.at(0).c),
              2 / curvature * std::abs(std::sin(curvature * length / 2)), 1e-9);
}

TEST(Develop, KeepsLengthsAndBeginsUpright) {
  const Wall wall = offset_cone(300, {220, 90, 700});
  const Flat flat = develop(wall, 700);
  EXPECT_LT(norm(flat.at(0).c), 1e-12 * 700);
  EXPECT_NEAR(flat.at(0).heading, std::numbers::pi / 2, 1e-14);
  const double girth = 2 * std::numbers::pi * 300;
  double length = 0;
  Vec2 last = flat.at(0).c;
  for (int i = 1; i <= 20000; ++i) {
    const Vec2 next = flat.at(2 * std::numbers::pi * i / 20000).c;
    length += norm(next - last);
    last = next;
  }
  EXPECT_NEAR(length, girth, girth * 1e-7);
}

TEST(Develop, RefusesAWallThatMustStretch) {
  // A helicoid: rulings square to the axis, climbing.
  const auto ruling = [](double u) -> Ruling {
    const Vec3 out{std::cos(u), std::sin(u), 0};
    const Vec3 round{-std::sin(u), std::cos(u), 0};
    return complete(100 * out + Vec3{0, 0, 40 * u}, 100 * round + Vec3{0, 0, 40}, out, round, {0, 0, 1},
                    {0, 0, 0});
  };
  const auto text = refusal_of([&] { (void)develop({{0, 6, ruling}}, 100); });
  EXPECT_TRUE(has(text.reason, "without stretching"));
  EXPECT_TRUE(has(text.found, "21.80")) << text.found;  // atan(40 / 100) degrees
}

}  // namespace
}  // namespace juggler::testing
