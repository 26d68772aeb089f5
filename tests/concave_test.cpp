// Transitions whose profiles are concave somewhere, or drawn, against walls and lengths found by other
// routes.
#include <random>

#include "common.h"

namespace juggler::testing {
namespace {

using std::numbers::pi;

const Sheet film{.thickness = 0};

DrawnCurve line_of(Vec2 a, Vec2 b) {
  DrawnCurve c;
  c.points = {a, b};
  return c;
}
DrawnCurve arc_of(Vec2 centre, double a, double b, double from, double to, double axis = 0) {
  DrawnCurve c;
  c.kind = DrawnCurve::Kind::arc;
  c.centre = centre;
  c.a = a;
  c.b = b;
  c.axis = rad(axis);
  c.from = rad(from);
  c.to = rad(to);
  return c;
}
DrawnCurve bezier_of(std::vector<Vec2> points, std::vector<double> weights = {}) {
  DrawnCurve c;
  c.kind = DrawnCurve::Kind::bezier;
  c.weights = weights.empty() ? std::vector<double>(points.size(), 1) : std::move(weights);
  c.points = std::move(points);
  return c;
}
TransitionEnd drawn(std::vector<DrawnCurve> curves) {
  TransitionEnd e;
  e.profile.kind = ProfileKind::outline;
  e.profile.outline = std::move(curves);
  return e;
}
TransitionEnd polyline(std::vector<Vec2> points, double corner = 0) {
  TransitionEnd e;
  e.profile.kind = ProfileKind::polyline;
  e.profile.points = std::move(points);
  e.profile.corner_radius = corner;
  return e;
}
TransitionEnd circle(double diameter) {
  TransitionEnd e;
  e.profile.diameter = diameter;
  return e;
}
std::vector<Vec2> angle_plan(double k) {
  return {{0, 0}, {300 * k, 0}, {300 * k, 120 * k}, {120 * k, 120 * k}, {120 * k, 300 * k}, {0, 300 * k}};
}
/// A bent bar with round ends: its inner side is concave.
std::vector<DrawnCurve> kidney(double k) {
  const double outer = 200 * k;
  const double r = 60 * k;
  return {arc_of({0, 0}, outer, outer, 0, pi), arc_of({r - outer, 0}, r, r, pi, 2 * pi),
          arc_of({0, 0}, outer - 2 * r, outer - 2 * r, pi, 0), arc_of({outer - r, 0}, r, r, pi, 2 * pi)};
}
std::vector<DrawnCurve> bean(double k) {
  std::vector<DrawnCurve> curves{bezier_of({{200, 0}, {200, 120}, {80, 100}, {0, 60}}),
                                 bezier_of({{0, 60}, {-80, 20}, {-200, 120}, {-200, 0}}),
                                 bezier_of({{-200, 0}, {-200, -120}, {200, -120}, {200, 0}})};
  for (DrawnCurve& c : curves) {
    for (Vec2& p : c.points) p = k * p;
  }
  return curves;
}

Form once_round(const Transition& t, const Sheet& sheet = film) {
  return pieces_of(t, sheet)({0, 2 * pi, 0, 0});
}
std::string refusal_of_form(const Transition& t, const Sheet& sheet = film) {
  try {
    (void)once_round(t, sheet);
  } catch (const Refusal& r) {
    return (r.text().key + ": " + r.text().reason).in({});
  }
  return "";
}

void expect_proved(const Transition& t, const Sheet& sheet, const std::string& about) {
  const Seam seam{.gap = 1, .at = Angle::degrees(10)};
  const Proof p = prove(make_blank(t, sheet, seam), t, sheet, seam);
  EXPECT_TRUE(p.passed) << about << ": " << p.greatest_distance << " at " << p.where << ", allowed "
                        << p.allowed << ", seam " << p.seam_mismatch;
}

/// The wall between a plane curve and the same one made smaller about a point: both are cuts of one cone, so
/// area follows from the curve alone, piece by piece.
double area_between_alike(const std::vector<DrawnCurve>& low, Vec3 apex, double smaller) {
  double area = 0;
  for (const DrawnCurve& c : low) {
    constexpr int parts = 200000;
    for (int i = 0; i < parts; ++i) {
      const Vec2 a = c.at(static_cast<double>(i) / parts);
      const Vec2 b = c.at(static_cast<double>(i + 1) / parts);
      area += norm(cross(Vec3{a.x, a.y, 0} - apex, Vec3{b.x, b.y, 0} - apex)) / 2;
    }
  }
  return area * (1 - smaller * smaller);
}

TEST(Concave, WallsBetweenAlikeOutlinesAreThoseOfACone) {
  for (const auto& outline : {kidney, bean}) {
    const Transition t{drawn(outline(1)), drawn(outline(0.7)), 240, {}};
    const Form f = once_round(t);
    EXPECT_LT(warp_of(f).radians(), 1e-9);
    // The centres lie upright above each other, so the point does: at 240 / 0.3, over the centre.
    const Vec3 base = edge_point(f, EndName::base, 0, 1);
    const Vec3 top = edge_point(f, EndName::top, 0, 1);
    const Vec3 apex = base + 1 / 0.3 * (top - base);
    EXPECT_NEAR(apex.z, 800, 1e-9 * f.size);
    EXPECT_NEAR(apex.x, 0, 1e-8 * f.size);
    EXPECT_NEAR(apex.y, 0, 1e-8 * f.size);
    // The centre of area is taken out of the drawing: find it by the fine polygon.
    Vec2 moment;
    double twice = 0;
    for (const DrawnCurve& c : outline(1)) {
      constexpr int parts = 20000;
      for (int i = 0; i < parts; ++i) {
        const Vec2 a = c.at(static_cast<double>(i) / parts);
        const Vec2 b = c.at(static_cast<double>(i + 1) / parts);
        twice += cross(a, b);
        moment = moment + cross(a, b) / 3 * (a + b);
      }
    }
    const Vec2 centre = 1 / twice * moment;
    const double fine = area_between_alike(outline(1), {centre.x, centre.y, 800}, 0.7);
    EXPECT_NEAR(wall_area(f, 0), fine, 1e-8 * fine);  // the polygon's own error is some 1e-9
    expect_proved(t, film, "film");
    expect_proved(t, {.thickness = 1, .sizes_on = Face::inside}, "1 mm");
  }
}

TEST(Concave, NormalsRunOnFromStretchToStretch) {
  const Transition t{drawn(kidney(1)), drawn(kidney(0.7)), 250, {20, 30}};
  const Transition rounded{polyline(angle_plan(1), 20), polyline(angle_plan(0.6), 20), 250, {20, 30}};
  for (const Transition& one : {t, rounded}) {
    const Form f = once_round(one);
    for (size_t i = 0; i < f.wall.size(); ++i) {
      const WallPiece& now = f.wall[i];
      const WallPiece& next = f.wall[(i + 1) % f.wall.size()];
      const Ruling a = now.ruling(now.to);
      const Ruling b = next.ruling(next.from);
      EXPECT_LT(norm(a.n - b.n), 1e-9) << i;
      EXPECT_LT(norm(cross(a.e, b.e)), 1e-9) << i;
    }
  }
}

TEST(Concave, RoundedAnglesAreCylindersAndFlats) {
  const Transition t{polyline(angle_plan(1), 20), polyline(angle_plan(0.6), 20), 250, {20, 30}};
  const Form f = once_round(t);
  int flats = 0;
  int cylinders = 0;
  for (const Region& r : f.regions) {
    flats += r.kind == RegionKind::flat;
    cylinders += r.kind == RegionKind::cylinder;
  }
  EXPECT_EQ(cylinders, 6);
  EXPECT_GE(flats, 6);
  expect_proved(t, film, "film");
  expect_proved(t, {.thickness = 2, .sizes_on = Face::inside}, "2 mm");
  // On the outside of a concave corner the metal's own radius is less by its thickness.
  EXPECT_TRUE(has(refusal_of_form(t, {.thickness = 25, .sizes_on = Face::inside}), "cross within the metal"));
}

TEST(Concave, FoldedAnglesTurnBothWays) {
  Transition t{polyline(angle_plan(1)), polyline(angle_plan(0.6)), 250, {20, 30}};
  t.bend = {.radius = 3, .neutral_factor = 0.42};
  const Sheet sheet{.thickness = 2, .sizes_on = Face::inside};
  ASSERT_TRUE(is_folded(t, sheet));
  const Blank b = make_blank(t, sheet, {.gap = 1, .at = Angle::degrees(10)});
  int inwards = 0;
  for (const Fold& line : bends_of(b)) inwards += !line.up;
  EXPECT_EQ(bends_of(b).size(), 6U);
  EXPECT_EQ(inwards, 1);
  expect_proved(t, sheet, "folded");
  // By hand: parallel sides make trapezia; without thickness the area is theirs.
  const Transition plain{polyline(angle_plan(1)), polyline(angle_plan(0.6)), 250, {}};
  double trapezia = 0;
  const std::vector<Vec2> low = angle_plan(1);
  double twice = 0;
  Vec2 centre;
  for (size_t i = 0; i < low.size(); ++i) {
    const Vec2 a = low[i];
    const Vec2 c = low[(i + 1) % low.size()];
    twice += cross(a, c);
    centre = centre + cross(a, c) / 3 * (a + c);
  }
  centre = 1 / twice * centre;
  for (size_t i = 0; i < low.size(); ++i) {
    const Vec2 a = low[i] - centre;
    const Vec2 c = low[(i + 1) % low.size()] - centre;
    const double side = norm(c - a);
    const double inset = 0.4 * cross(a, c) / side;  // of the smaller side, in plan
    trapezia += side * 1.6 / 2 * std::hypot(250, inset);
  }
  EXPECT_NEAR(area(make_blank(plain, film, {.gap = 0})), trapezia, 1e-9 * trapezia);
}

TEST(Concave, WhereNoPlaneLeadsOnIsRefusedByItsProfile) {
  const std::string l_to_round = refusal_of_form({polyline(angle_plan(1)), circle(200), 250, {}});
  EXPECT_TRUE(has(l_to_round, "base.profile.corner_radius: is concave")) << l_to_round;
  const std::string turned = refusal_of_form({circle(200), drawn(kidney(1)), 250, {}});
  EXPECT_TRUE(has(turned, "top.profile: is concave")) << turned;
  EXPECT_TRUE(has(refusal_of_form({drawn(bean(1)), circle(200), 250, {}}), "base.profile: is concave"));
}

TEST(Concave, HitsBendTheOtherWayWhereItIsConcave) {
  const Transition t{drawn(kidney(1)), drawn(kidney(0.7)), 260, {}};
  const Sheet sheet{.thickness = 1.5, .sizes_on = Face::inside};
  Making making;
  making.pressing.hits = 24;
  const Seam seam{.gap = 1, .at = Angle::degrees(90)};
  const Blank b = make_blank(t, sheet, seam, making);
  ASSERT_EQ(bends_of(b).size(), 24U);
  double turned = 0;
  double back = 0;
  int changes = 0;
  for (size_t i = 0; i < bends_of(b).size(); ++i) {
    const Fold& line = bends_of(b)[i];
    turned += (line.up ? 1 : -1) * line.turned.degrees();
    changes += i > 0 && line.up != bends_of(b)[i - 1].up;
    // Concave arcs of 80 mm at the base, less the thickness on the concave face, wider for the wall's lean.
    if (line.up) continue;
    back += line.turned.degrees();
    EXPECT_NEAR(line.radius, 80 - 1.5, 3) << line.tag;
  }
  EXPECT_NEAR(turned, 360, 12);  // the first and last flat keep what is beside the seam
  EXPECT_GT(back, 150);
  EXPECT_EQ(changes, 2);
  EXPECT_TRUE(prove(b, t, sheet, seam).passed);
  Sheet off_middle = sheet;
  off_middle.neutral_factor = 0.4;
  EXPECT_TRUE(has(refusal_of_form(t, off_middle), "sheet.neutral: is counted from the concave face"));
}

TEST(Concave, TooManyCornersAreRefusedAtOnce) {
  std::vector<Vec2> star;
  for (int i = 0; i < 400; ++i) star.push_back((i % 2 ? 200 : 180) * direction(2 * pi * i / 400));
  const Transition t{polyline(star), polyline(star), 200, {}};
  EXPECT_TRUE(has(refusal_of_form(t), "base.profile.corner_radius: has too many corners"));
  // Of a tenth of them every tooth folds.
  std::vector<Vec2> gear;
  for (int i = 0; i < 40; ++i) gear.push_back((i % 2 ? 200 : 180) * direction(2 * pi * i / 40));
  TransitionEnd less = polyline(gear);
  for (Vec2& p : less.profile.points) p = 0.8 * p;
  const Form f = once_round({polyline(gear), less, 200, {}});
  EXPECT_EQ(std::count_if(f.regions.begin(), f.regions.end(),
                          [](const Region& r) { return r.kind == RegionKind::fold; }),
            40);
}

TEST(Concave, CurvesThatAreNoneAreRefused) {
  const std::vector<std::pair<std::vector<DrawnCurve>, std::string>> bad{
      {{line_of({0, 0}, {100, 0}), line_of({100, 0}, {0, 100}), line_of({0, 100}, {100, 100}),
        line_of({100, 100}, {0, 0})},
       "no area"},
      {{line_of({0, 0}, {200, 0}), line_of({200, 0}, {0, 100}), line_of({0, 100}, {100, 130}),
        line_of({100, 130}, {0, 0})},
       "crosses itself"},
      {{line_of({0, 0}, {100, 0}), line_of({100, 0}, {100, 50})}, "does not run on"},
      {{}, "no closed curve"},
      {{DrawnCurve{}}, "without its sizes"},
      {{arc_of({}, 0, 5, 0, 2 * pi)}, "without its sizes"},
      {{arc_of({}, 50, 50, 0, 9)}, "without its sizes"},
      {{bezier_of(std::vector<Vec2>(17))}, "without its sizes"},
      {{bezier_of({{0, 0}, {100, 0}, {0, 100}}, {1, -1, 1})}, "without its sizes"},
      {{line_of({0, 0}, {100, 0}), line_of({100, 0}, {0, 0})}, "no area"},
      {{bezier_of({{0, 0}, {200, 100}, {0, 100}, {200, 0}}), line_of({200, 0}, {0, 0})}, "cusp"},
      {{line_of({0, 0}, {2e6, 0}), line_of({2e6, 0}, {0, 1e5}), line_of({0, 1e5}, {0, 0})}, "out of range"}};
  for (const auto& [curves, words] : bad) {
    const std::string said = refusal_of_form({drawn(curves), circle(100), 200, {}});
    EXPECT_TRUE(has(said, words)) << words << ": " << said;
  }
}

TEST(Drawn, OutlinesOfKnownCurvesGiveTheirWalls) {
  const std::vector<DrawnCurve> stadium{line_of({0, 0}, {200, 0}), arc_of({200, 50}, 50, 50, -pi / 2, pi / 2),
                                        line_of({200, 100}, {0, 100}),
                                        arc_of({0, 50}, 50, 50, pi / 2, 1.5 * pi)};
  std::vector<DrawnCurve> backwards;
  for (auto c = stadium.rbegin(); c != stadium.rend(); ++c) backwards.push_back(c->reversed());
  // A quarter of a circle as a rational curve of the second degree.
  std::vector<DrawnCurve> rational;
  for (int k = 0; k < 4; ++k) {
    const Vec2 a = 80 * direction(pi / 2 * k);
    const Vec2 b = 80 * direction(pi / 2 * (k + 1));
    rational.push_back(bezier_of({a, a + b, b}, {1, std::sqrt(0.5), 1}));
  }
  TransitionEnd obround;
  obround.profile.kind = ProfileKind::obround;
  obround.profile.width = 300;
  obround.profile.length = 100;
  TransitionEnd ellipse;
  ellipse.profile.kind = ProfileKind::ellipse;
  ellipse.profile.width = 300;
  ellipse.profile.length = 180;
  ellipse.profile.turn = Angle::degrees(25);
  const std::vector<std::pair<TransitionEnd, TransitionEnd>> same{
      {drawn(stadium), obround},
      {drawn(backwards), obround},
      {drawn(rational), circle(160)},
      {drawn({arc_of({70, -30}, 80, 80, 0.3, 0.3 + 2 * pi)}), circle(160)},
      {drawn({arc_of({5, 5}, 150, 90, 0.5, 0.5 - 2 * pi, pi * 25 / 180)}), ellipse},
      {drawn(
           {arc_of({0, 0}, 150, 90, 0, 2, pi * 25 / 180), arc_of({0, 0}, 150, 90, 2, 2 * pi, pi * 25 / 180)}),
       ellipse}};
  for (size_t i = 0; i < same.size(); ++i) {
    for (const double turn : {0.0, 40.0}) {
      SCOPED_TRACE(i);
      Transition t{same[i].first, circle(120), 200, {30, 10}};
      Transition other{same[i].second, circle(120), 200, {30, 10}};
      for (Transition* one : {&t, &other}) {
        one->base.profile.turn = Angle::degrees(one->base.profile.turn.degrees() + turn);
        one->top.tilt = Angle::degrees(12);
      }
      const Form a = once_round(t);
      const Form b = once_round(other);
      EXPECT_NEAR(wall_area(a, 0), wall_area(b, 0), 1e-9 * wall_area(b, 0)) << i;
      EXPECT_NEAR(rim_length(a, EndName::base, 0), rim_length(b, EndName::base, 0), 1e-9 * b.size) << i;
      expect_proved(t, {.thickness = 1, .sizes_on = Face::inside}, "outline " + std::to_string(i));
    }
  }
}

TEST(Drawn, ControlPointsThatCoincideOrLieInLineMakeWhatTheySay) {
  // A straight side that is drawn as a curve, away from the origin and turned: it flexes by no rounding.
  const auto far = [](Vec2 p) {
    return Vec2{700, -400} + p.x * direction(0.7) + p.y * left_of(direction(0.7));
  };
  const Vec2 a = far({0, 0});
  const Vec2 b = far({300, 0});
  const Vec2 c = far({0, 200});
  const Transition straight{
      drawn({bezier_of({a, a, b}), bezier_of({b, 0.5 * (b + c), c}), line_of(c, a)}), circle(120), 250, {}};
  EXPECT_NEAR(rim_length(once_round(straight), EndName::base, 0), 500 + std::hypot(300, 200), 1e-9 * 700);
  EXPECT_EQ(once_round(straight).regions.size(),
            once_round({polyline({{0, 0}, {300, 0}, {0, 200}}), circle(120), 250, {}}).regions.size());
  // Where two control points are one the curve leaves towards the third: also on the other side of its chord.
  const Transition round{drawn({line_of({0, 0}, {71.03, 0}),
                                bezier_of({{71.03, 0}, {71.03, 0}, {196.67, 131.08}, {-53.32, 130.24}}),
                                line_of({-53.32, 130.24}, {0, 0})}),
                         circle(120),
                         535,
                         {38, 130}};
  expect_proved(round, {.thickness = 1, .sizes_on = Face::inside}, "round");
  const Transition bent{
      drawn({bezier_of({a, a, far({200, -80}), b}), line_of(b, c), line_of(c, a)}), circle(120), 250, {}};
  expect_proved(bent, film, "bent");
}

TEST(Drawn, ALoopOfOneCurveIsAnOutline) {
  const DrawnCurve loop = bezier_of({{0, 0}, {200, 150}, {-200, 150}, {0, 0}});
  double girth = 0;
  constexpr int parts = 100000;
  for (int i = 0; i < parts; ++i)
    girth += norm(loop.at((i + 1.0) / parts) - loop.at(static_cast<double>(i) / parts));
  const Transition t{drawn({loop}), circle(60), 200, {}};
  EXPECT_NEAR(rim_length(once_round(t), EndName::base, 0), girth, 1e-8 * girth);  // by chords: some 1e-10
  expect_proved(t, {.thickness = 1, .sizes_on = Face::inside}, "loop");
}

TEST(Drawn, RoughJointsAreBroughtTogether) {
  // Ends 4 micrometres apart, headings off by a few hundred-thousandths: as drawings are when rounded.
  const std::vector<DrawnCurve> rough{
      line_of({0, 0.003}, {200, 0}), arc_of({200.002, 50}, 50, 50, -pi / 2, pi / 2),
      line_of({200, 100.003}, {0.001, 100}), arc_of({0, 50.001}, 50, 50, pi / 2, 1.5 * pi)};
  const Transition t{drawn(rough), circle(120), 200, {}};
  const Form f = once_round(t);
  EXPECT_FALSE(f.turns_back);
  EXPECT_NEAR(rim_length(f, EndName::base, 0), 400 + 100 * pi, 0.02);
  expect_proved(t, film, "rough");
}

TEST(Drawn, StraightEndsOfCurvesKeepTheirAccuracy) {
  // Each quarter leaves its corner point without curvature.
  std::vector<DrawnCurve> soft;
  for (int k = 0; k < 4; ++k) {
    const Vec2 a = direction(pi / 2 * k);
    const Vec2 b = left_of(a);
    soft.push_back(bezier_of(
        {100 * a, 100 * a + 30 * b, 100 * a + 70 * b, 70 * a + 100 * b, 30 * a + 100 * b, 100 * b}));
  }
  const Transition t{drawn(soft), circle(120), 200, {10, 0}};
  const Form f = once_round(t);
  double fine = 0;  // the rim, by chords
  for (const DrawnCurve& c : soft) {
    constexpr int parts = 400000;
    for (int i = 0; i < parts; ++i)
      fine += norm(c.at(static_cast<double>(i + 1) / parts) - c.at(static_cast<double>(i) / parts));
  }
  EXPECT_NEAR(rim_length(f, EndName::base, 0), fine, 1e-9 * f.size);
  EXPECT_LT(warp_of(f).radians(), 1e-9);
  expect_proved(t, film, "soft");
  expect_proved({circle(120), drawn(soft), 200, {10, 0}}, {.thickness = 0.5, .sizes_on = Face::middle},
                "above");
}

// --- open ones

TransitionEnd opened(TransitionEnd e) {
  e.profile.open = true;
  return e;
}
Proof proof_of_open(const Transition& t, const Sheet& sheet) {
  const Seam none{.gap = 0};
  return prove(make_blank(t, sheet, none), t, sheet, none);
}

TEST(Open, WallsAreThoseOfTheirClosedTwins) {
  // Two thirds of a frustum, whose closed form is known.
  const double a = 2.0;
  const Transition t{opened(drawn({arc_of({0, 0}, 200, 200, 0, a)})),
                     opened(drawn({arc_of({0, 0}, 120, 120, 0, a)})),
                     200,
                     {}};
  const double slant = std::hypot(200, 80);
  EXPECT_NEAR(wall_area(once_round(t), 0), a * (200 + 120) / 2 * slant, 1e-9 * 70000);
  const Sheet sheet{.thickness = 2, .sizes_on = Face::inside};
  EXPECT_TRUE(proof_of_open(t, sheet).passed);
  // The other way round the inside is the other side.
  const Transition back{opened(drawn({arc_of({0, 0}, 200, 200, a, 0)})),
                        opened(drawn({arc_of({0, 0}, 120, 120, a, 0)})),
                        200,
                        {}};
  EXPECT_NEAR(dot(once_round(t).wall[0].ruling(0).n, once_round(back).wall.back().ruling(1).n), -1, 1e-9);
}

TEST(Open, FlatsFansAndFolds) {
  // Parallel lines: a trapezium. Skew ones: two triangles and a fold between them, least bent.
  const Transition flat{
      opened(polyline({{0, 0}, {300, 0}})), opened(polyline({{50, 80}, {200, 80}})), 200, {}};
  EXPECT_NEAR(wall_area(once_round(flat), 0), (300 + 150) / 2.0 * std::hypot(200, 80), 1e-9 * 50000);
  const Transition skew{
      opened(polyline({{0, 0}, {300, 0}})), opened(polyline({{50, 80}, {200, 120}})), 200, {}};
  const Form f = once_round(skew);
  ASSERT_EQ(f.regions.size(), 3U);
  EXPECT_EQ(f.regions[1].kind, RegionKind::fold);
  const std::vector<TransitionEnd> ends{
      opened(polyline({{200, 0}, {200, 150}, {-60, 150}}, 30)),
      opened(drawn({arc_of({0, 0}, 200, 200, 0, 1.8)})),
      opened(drawn({bezier_of({{180, 0}, {180, 120}, {60, 190}, {-80, 190}})})),
      opened(drawn({line_of({200, -50}, {200, 0}), arc_of({0, 0}, 200, 200, 0, 1.2)}))};
  for (size_t i = 0; i < ends.size(); ++i) {
    for (size_t k = 0; k < ends.size(); ++k) {
      const Transition t{ends[i], ends[k], 260, {15, -10}};
      const Form wall = once_round(t);
      EXPECT_LT(warp_of(wall).radians(), 1e-9) << i << k;
      const Proof p = proof_of_open(t, {.thickness = 1, .sizes_on = Face::inside});
      EXPECT_TRUE(p.passed) << i << k << ": " << p.greatest_distance << " at " << p.where;
    }
  }
}

TEST(Open, ASeamOrOneClosedEndIsRefused) {
  const Transition t{opened(polyline({{0, 0}, {300, 0}})), opened(polyline({{50, 80}, {200, 80}})), 200, {}};
  for (const Seam& seam : {Seam{.gap = 1}, Seam{.gap = 0, .stock = 5}, Seam{.gap = 0, .lap = 20}}) {
    try {
      (void)make_blank(t, film, seam);
      ADD_FAILURE() << "not refused";
    } catch (const Refusal& r) {
      EXPECT_TRUE(has(r.text().reason, "nothing closes it")) << r.what();
    }
  }
  EXPECT_TRUE(has(refusal_of_form({opened(polyline({{0, 0}, {300, 0}})), circle(100), 200, {}}),
                  "top.profile: is closed"));
  EXPECT_TRUE(
      has(refusal_of_form({opened(circle(100)), opened(circle(90)), 200, {}}), "belongs to no circle"));
  EXPECT_TRUE(has(refusal_of_form({opened(polyline({{0, 0}})), opened(polyline({{0, 0}, {9, 9}})), 200, {}}),
                  "points"));
}

TEST(Elements, GoByEqualGirthWhereTheBaseIsNotRound) {
  TransitionEnd square;
  square.profile.kind = ProfileKind::rectangle;
  square.profile.width = square.profile.length = 300;
  const Sheet sheet{.thickness = 2, .sizes_on = Face::inside};
  const Making making{.elements = 24};
  const Blank b = make_blank(Transition{square, circle(250), 300, {40, 0}}, sheet, {.gap = 0}, making);
  const Element& last = b.elements.back();
  for (const Element& e : b.elements)
    EXPECT_NEAR(e.base_run + e.top_run, (last.base_run + last.top_run) * e.number / 24, 1e-7) << e.number;
  const Blank round = make_blank(Transition{circle(250), square, 300, {40, 0}}, sheet, {.gap = 0}, making);
  for (const Element& e : round.elements) {
    EXPECT_NEAR(std::fmod(e.plan.degrees(), 360), 15.0 * (e.number % 24), 1e-6) << e.number;
  }
}

TEST(Fold, WallsThatLeanBothWaysMeetAPlaneWithOneLayer) {
  Transition t{polyline({{0, 0}, {200, 0}, {200, 200}, {0, 200}}),
               polyline({{0, 0}, {150, 0}, {150, 150}, {0, 150}}),
               240,
               {}};
  t.bend = {.radius = 2, .neutral_factor = 0.4};
  t.top.contact = Contact::clear;
  const Sheet sheet{.thickness = 4, .sizes_on = Face::middle};
  expect_proved(t, sheet, "inwards");
  t.shift = {100, 0};
  EXPECT_TRUE(has(refusal_of([&] { (void)make_blank(t, sheet, {.gap = 1}); }).key, "top.contact"));
}

TEST(Fold, ARadiusBesideCurvedWallsIsRefused) {
  TransitionEnd square;
  square.profile.kind = ProfileKind::rectangle;
  square.profile.width = square.profile.length = 300;
  // A square whose corners stand above those of an outline with one round side.
  const TransitionEnd half = drawn({line_of({-150, -150}, {150, -150}), line_of({150, -150}, {150, 150}),
                                    arc_of({0, 150}, 150, 60, 0, pi), line_of({-150, 150}, {-150, -150})});
  Transition t{square, half, 300, {}};
  const Sheet sheet{.thickness = 2, .sizes_on = Face::inside};
  const Form f = once_round(t, sheet);
  ASSERT_TRUE(std::any_of(f.regions.begin(), f.regions.end(),
                          [](const Region& r) { return r.kind == RegionKind::fold; }));
  t.bend.radius = 3;
  EXPECT_TRUE(has(refusal_of_form(t, sheet), "bend.radius: is given where folds stand beside curved walls"));
  t.bend.radius = 0;
  EXPECT_EQ(refusal_of_form(t, sheet), "");
}

// --- many

TransitionEnd random_hollow(std::mt19937& random, const std::vector<double>& way, double size,
                            double wobble) {
  const auto within = [&](double a, double b) { return std::uniform_real_distribution(a, b)(random); };
  std::vector<Vec2> points;
  for (size_t i = 0; i < way.size(); ++i)
    points.push_back(size * way[i] * (1 + within(-wobble, wobble)) *
                     direction(2 * pi * static_cast<double>(i) / static_cast<double>(way.size())));
  TransitionEnd e = polyline(points, random() % 3 == 0 ? within(0.5, 6) : 0);
  e.profile.turn = Angle::degrees(random() % 2 ? 0 : within(-20, 20));
  if (random() % 3 == 0) e.tilt = Angle::degrees(within(0, 15));
  return e;
}

class RandomHollow : public ::testing::TestWithParam<int> {};
TEST_P(RandomHollow, IsAWallOrARefusal) {
  std::mt19937 random(static_cast<unsigned>(GetParam()));
  const auto within = [&](double a, double b) { return std::uniform_real_distribution(a, b)(random); };
  int made = 0;
  for (int i = 0; i < draws(50); ++i) {
    std::vector<double> way;
    for (size_t n = 5 + random() % 6; way.size() < n;) way.push_back(within(0.4, 1.2));
    Transition t{random_hollow(random, way, within(100, 250), 0),
                 {},
                 within(100, 500),
                 {within(-60, 60), within(-60, 60)}};
    const bool alike = random() % 3 != 0;  // else another count of corners
    if (!alike) way.resize(3 + random() % way.size(), 1);
    t.top = random_hollow(random, way, within(60, 200), random() % 2 ? 0.2 : 0);
    t.bend = {.radius = 1, .neutral_factor = 0.4};
    const Sheet sheet{.thickness = random() % 2 ? 0 : within(0.3, 1.5), .sizes_on = Face::inside};
    const Seam seam{.gap = 0.5, .at = Angle::degrees(within(0, 360))};
    try {
      if (!is_folded(t, sheet)) {
        EXPECT_LT(warp_of(once_round(t, sheet)).radians(), 1e-9) << GetParam() << ", " << i;
      }
      const Proof p = prove(make_blank(t, sheet, seam), t, sheet, seam);
      EXPECT_TRUE(p.passed) << "seed " << GetParam() << ", part " << i << ": " << p.greatest_distance
                            << " at " << p.where << ", seam " << p.seam_mismatch << ", allowed " << p.allowed;
      ++made;
    } catch (const Refusal& refusal) {
      EXPECT_FALSE(refusal.text().key.empty()) << GetParam() << ", " << i << ": " << refusal.what();
    }
  }
  expect_made(made, 25, 50, draws(50));
}
INSTANTIATE_TEST_SUITE_P(TwoHundred, RandomHollow, ::testing::Range(1, 5));

}  // namespace
}  // namespace juggler::testing
