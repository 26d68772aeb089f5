// The engine on walls that are no right cones, against an unrolling of fine triangles.
#include "unrolled.h"
#include "walls.h"

namespace juggler::testing {
namespace {

void compare(const Wall& wall, double s0, double s1, double tolerance) {
  const Flat flat = unroll(wall, 1e9 * tolerance);
  const auto at = [&](double u, double s) {
    const FlatRuling r = flat.at(u);
    return r.c + s * direction(r.heading);
  };
  const auto edge_at = [&](double s) {
    return [&wall, s](double u) {
      const Ruling r = wall.front().ruling(u);
      return r.c + s * r.e;
    };
  };
  const Ends fine = unrolled_fine(edge_at(s0), edge_at(s1), flat.from(), flat.to());
  const Vec2 b0 = at(flat.from(), s0), b1 = at(flat.to(), s0), t0 = at(flat.from(), s1),
             t1 = at(flat.to(), s1);
  EXPECT_NEAR(norm(b1 - b0), fine.base, tolerance);
  EXPECT_NEAR(norm(t1 - t0), fine.top, tolerance);
  EXPECT_NEAR(norm(t1 - b0), fine.diagonal, tolerance);
  EXPECT_NEAR(norm(b1 - t0), fine.other, tolerance);
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
  const Flat flat = unroll(tangent_surface(80, 30), 300);
  const double curvature = 80.0 / (80 * 80 + 30 * 30);
  const double length = std::hypot(80, 30) * 2.5 * std::numbers::pi;
  EXPECT_NEAR(std::abs(flat.at(flat.to()).heading - flat.at(0).heading), curvature * length, 1e-12);
  EXPECT_NEAR(norm(flat.at(flat.to()).c - flat.at(0).c),
              2 / curvature * std::abs(std::sin(curvature * length / 2)), 1e-9);
}

TEST(Develop, KeepsLengthsAndBeginsUpright) {
  const Wall wall = offset_cone(300, {220, 90, 700});
  const Flat flat = unroll(wall, 700);
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
  const auto text = refusal_of([&] { (void)unroll({{0, 6, ruling}}, 100); });
  EXPECT_TRUE(has(text.reason, "without stretching"));
  EXPECT_TRUE(has(text.found, "21.80")) << text.found;  // atan(40 / 100) degrees
}

}  // namespace
}  // namespace juggler::testing
