// Transitions against walls found by other routes, and laws over many of them.
#include <random>

#include "common.h"

namespace juggler::testing {
namespace {

using std::numbers::pi;

TransitionEnd circle(double diameter) {
  TransitionEnd e;
  e.profile.diameter = diameter;
  return e;
}
TransitionEnd wide(ProfileKind kind, double width, double length, double turn = 0, double corner = 0) {
  TransitionEnd e;
  e.profile.kind = kind;
  e.profile.width = width;
  e.profile.length = length;
  e.profile.turn = Angle::degrees(turn);
  e.profile.corner_radius = corner;
  return e;
}
TransitionEnd rectangle(double width, double length, double turn = 0, double corner = 0) {
  return wide(ProfileKind::rectangle, width, length, turn, corner);
}
TransitionEnd tilted(TransitionEnd e, double tilt, double uphill) {
  e.tilt = Angle::degrees(tilt);
  e.uphill = Angle::degrees(uphill);
  return e;
}

const Sheet film{.thickness = 0};

Form once_round(const Transition& t, const Sheet& sheet = film) {
  return pieces_of(t, sheet)({0, 2 * pi, 0, 0});
}

/// Points of an end's profile by formulas of its own, closely spaced, anticlockwise, its corners among them.
std::vector<Vec3> points_of(const TransitionEnd& e, Vec3 centre, int n) {
  std::vector<Vec2> flat;
  const Profile& p = e.profile;
  for (int i = 0; i < n; ++i) {
    const double a = 2 * pi * i / n;
    if (p.kind == ProfileKind::circle) flat.push_back(*p.diameter / 2 * direction(a));
    if (p.kind == ProfileKind::ellipse)
      flat.push_back({*p.width / 2 * std::cos(a), *p.length / 2 * std::sin(a)});
    if (p.kind == ProfileKind::rectangle && i % (n / 4) == 0) {
      const int k = i / (n / 4);  // a corner: an arc, or a point
      const Vec2 sign{k == 0 || k == 3 ? 1.0 : -1.0, k < 2 ? 1.0 : -1.0};
      const Vec2 in{sign.x * (*p.width / 2 - p.corner_radius), sign.y * (*p.length / 2 - p.corner_radius)};
      const int steps = p.corner_radius > 0 ? n / 4 : 0;
      for (int j = 0; j <= steps; ++j)
        flat.push_back(in + p.corner_radius *
                                direction(pi / 2 * (k + (steps > 0 ? static_cast<double>(j) / steps : 0.5))));
    }
  }
  const double tilt = e.tilt.radians();
  const Vec2 up = direction(e.uphill.radians());
  std::vector<Vec3> space;
  for (const Vec2 f : flat) {
    const Vec2 v = f.x * direction(p.turn.radians()) + f.y * left_of(direction(p.turn.radians()));
    // The part uphill rises and draws nearer, the part across stays.
    const double along = dot(v, up);
    const Vec2 level = v + (along * (std::cos(tilt) - 1)) * up;
    space.push_back(centre + Vec3{level.x, level.y, along * std::sin(tilt)});
  }
  return space;
}

/// The area between two convex rings of points: at every step the triangle is taken that leaves the other
/// ring's next point inside.
double belt(const std::vector<Vec3>& low, const std::vector<Vec3>& high) {
  const size_t n = low.size();
  const size_t m = high.size();
  // Begin at an outermost pair towards +x that is on the hull: the pair whose plane along y supports both.
  size_t i = 0;
  size_t k = 0;
  const auto farther = [](Vec3 a, Vec3 b) { return a.x > b.x; };
  for (size_t j = 1; j < n; ++j) i = farther(low[j], low[i]) ? j : i;
  for (size_t j = 1; j < m; ++j) k = farther(high[j], high[k]) ? j : k;
  const auto advance_low = [&](size_t a, size_t b) {
    const Vec3 normal = cross(low[(a + 1) % n] - low[a], high[b] - low[a]);
    return dot(normal, high[(b + 1) % m] - low[a]) <= 0;
  };
  // Run once round to settle on the hull, then once to measure.
  double area = 0;
  for (int lap = 0; lap < 2; ++lap) {
    area = 0;
    for (size_t steps_low = 0, steps_high = 0; steps_low + steps_high < n + m;) {
      const Vec3 p = low[i];
      const Vec3 q = high[k];
      const bool first = steps_high == m || (steps_low < n && advance_low(i, k));
      const Vec3 r = first ? low[(i + 1) % n] : high[(k + 1) % m];
      area += norm(cross(q - p, r - p)) / 2;
      (first ? i : k) = first ? (i + 1) % n : (k + 1) % m;
      (first ? steps_low : steps_high)++;
    }
  }
  return area;
}

double belt_area(const Transition& t, int n) {
  return belt(points_of(t.base, {0, 0, 0}, n), points_of(t.top, {t.shift.x, t.shift.y, *t.height}, n));
}

std::vector<Transition> samples() {
  return {{rectangle(400, 300), circle(250), 350, {}},
          {rectangle(400, 300), tilted(circle(250), 20, 35), 350, {60, -40}},
          {tilted(rectangle(400, 300, 10), 8, 200), tilted(circle(250), 25, 80), 380, {-30, 70}},
          {rectangle(400, 300, 0, 40), tilted(circle(250), 20, 35), 350, {60, -40}},
          {circle(220), rectangle(420, 380, 30), 300, {20, 10}},
          {tilted(wide(ProfileKind::ellipse, 420, 180), 10, 0),
           wide(ProfileKind::ellipse, 150, 330, 25),
           280,
           {40, 0}},
          {rectangle(300, 200, 0, 25), rectangle(220, 260, 33, 50), 240, {15, 25}}};
}

TEST(Transition, AreaIsThatOfAFineConvexHull) {
  for (const Transition& t : samples()) {
    const Form f = once_round(t);
    const double fine = belt_area(t, 400000);
    EXPECT_NEAR(wall_area(f, 0), fine, 1e-9 * fine) << name_of(t.base.profile.kind);
  }
}

TEST(Transition, FlatKeepsAreaAndRims) {
  for (const Transition& t : samples()) {
    const Form f = once_round(t);
    const Seam seam{.gap = 0};
    const Blank b = make_blank(t, film, seam, {.fit = 1e-4});
    const Proof p = prove(b, t, film, seam);
    EXPECT_TRUE(p.passed) << p.greatest_distance << " at " << p.where;
    EXPECT_NEAR(area(b), wall_area(f, 0), p.allowed_area);
    EXPECT_LT(p.seam_mismatch, 1e-9 * f.size) << "both images of the seam ruling agree";
    EXPECT_LT(warp_of(f).radians(), 1e-9);
  }
  // Rims by hand: a rectangle's sides and a circle's girth, whatever the tilt.
  const Transition t = samples()[1];
  const Blank b = make_blank(t, film, {.gap = 0});
  EXPECT_NEAR(edge(b, EdgeName::base)->girth, 1400, 1e-9 * 1400);
  EXPECT_NEAR(edge(b, EdgeName::top)->girth, 250 * pi, 1e-9 * 250);
}

TEST(Transition, EveryTangentPlaneHasBothProfilesOnOneSide) {
  for (const Transition& t : samples()) {
    const Form f = once_round(t);
    std::vector<Vec3> all = points_of(t.base, {0, 0, 0}, 720);
    for (const Vec3 p : points_of(t.top, {t.shift.x, t.shift.y, *t.height}, 720)) all.push_back(p);
    for (const WallPiece& w : f.wall) {
      for (int i = 0; i <= 20; ++i) {
        const double u = w.from + (w.to - w.from) * i / 20;
        const Ruling r = w.ruling(u);
        for (const Vec3 p : all) EXPECT_LT(dot(p - r.c, r.n), 1e-9 * f.size);
      }
    }
  }
}

TEST(Transition, ASeamAHairBesideAStretchLiesAtItsEnd) {
  TransitionEnd many;
  many.profile.kind = ProfileKind::polygon;
  many.profile.sides = 64;
  many.profile.across_corners = 337.1;
  many.profile.corner_radius = 39;
  const Transition t{tilted(many, 12, 260.1), circle(88), 198, {46.4, 149}};
  const Form f = once_round(t);
  for (const double off : {-3e-13, 0.0, 1.6e-13}) {
    const Form part = pieces_of(t, film)({f.wall[7].to + off, f.wall[20].to - off, 0, 0});
    for (const WallPiece& w : part.wall) EXPECT_GT(w.to - w.from, 1e-9) << off;
  }
}

TEST(Transition, ASeamWhereTheWallStandsStillHasItsMetalOnTheRightSide) {
  // All but sharp: about the corner the rulings do not move.
  const Transition t{rectangle(200, 200, 0, 1e-300), rectangle(200, 200, 0, 1e-300), 120, {}};
  const Seam seam{.gap = 2, .at = Angle::degrees(45), .ruling = SeamRuling::facing_base};
  const Blank b = make_blank(t, film, seam);
  EXPECT_NEAR(area(b), (800 - 2) * 120, 1e-9 * 96000);
  EXPECT_TRUE(prove(b, t, film, seam).passed);
}

TEST(Transition, SlenderEllipsesAreProved) {
  for (const double width : {66.0, 20.0, 4.0}) {
    const Transition t{wide(ProfileKind::ellipse, width, 392.4, 9.654),
                       wide(ProfileKind::obround, 372, 79.6, 111.587),
                       600,
                       {37.5, 120.95}};
    const Seam seam{.gap = 1};
    const Proof p = prove(make_blank(t, film, seam), t, film, seam);
    EXPECT_TRUE(p.passed) << width << ": " << p.greatest_distance << " at " << p.where;
  }
}

TEST(Transition, LayersMeetTheProfilesOnTheirFaces) {
  const Sheet sheet = sheet_of(3, Face::middle);
  Transition t = samples()[3];
  t.base.sizes_on = Face::inside;
  t.top.sizes_on = Face::outside;
  const Form f = once_round(t, sheet);
  for (const AskedProfile& p : f.profiles) {
    for (int i = 0; i < 200; ++i) {
      const Ruling r = ruling_at(f.wall, f.from() + (f.to() - f.from()) * i / 200);
      const Vec3 on = r.c + p.layer * r.n;
      const Vec3 at = on + (dot(p.normal, p.centre - on) / dot(p.normal, r.e)) * r.e - p.centre;
      EXPECT_LT(p.distance({dot(at, p.x), dot(at, p.y)}), 1e-9 * f.size);
    }
  }
  const Blank b = make_blank(t, sheet, {.gap = 1});
  EXPECT_TRUE(prove(b, t, sheet, {.gap = 1}).passed);
}

TEST(Transition, BetweenCirclesItIsACone) {
  std::mt19937 random(71);
  const auto within = [&](double a, double b) { return std::uniform_real_distribution(a, b)(random); };
  for (int i = 0; i < 40; ++i) {
    const double low = within(100, 800);
    const double high = within(100, 800);
    const double height = within(100, 900);
    const Vec2 shift = i % 2 ? Vec2{} : Vec2{within(-200, 200), within(-200, 200)};
    const Sheet sheet = sheet_of(within(0, 4), static_cast<Face>(random() % 3));
    const Transition t{circle(low), circle(high), height, shift};
    const Cone cone{.base = Diameter::mm(low), .top = Diameter::mm(high), .height = height, .shift = shift};
    const Form a = once_round(t, sheet);
    const Form b = form(cone, sheet, {});
    const double size = b.size;
    for (const double layer : {0.0, *sheet.thickness}) {
      EXPECT_NEAR(wall_area(a, layer), wall_area(b, layer), 1e-9 * size * size) << "seed 71, part " << i;
      EXPECT_NEAR(rim_length(a, EndName::base, layer), rim_length(b, EndName::base, layer), 1e-9 * size);
      EXPECT_NEAR(rim_length(a, EndName::top, layer), rim_length(b, EndName::top, layer), 1e-9 * size);
    }
    EXPECT_EQ(a.regions.front().kind, low == high ? RegionKind::cylinder : RegionKind::cone);
  }
}

TEST(Transition, BetweenAlignedRectanglesItIsAHopper) {
  const Bend bend{.radius = 3, .neutral_factor = 0.42};
  Transition t{rectangle(400, 300), rectangle(200, 180), 250, {30, -20}};
  t.bend = bend;
  const Hopper h{.base = {400, 300},
                 .top = {200, 180},
                 .height = 250,
                 .shift = {30, -20},
                 .seam = 1,
                 .relief = Relief::closed,
                 .bend = bend};
  const Sheet sheet = sheet_of(2);
  const Seam seam{.gap = 1, .at = Angle::degrees(45), .ruling = SeamRuling::facing_base};
  const Blank a = make_blank(t, sheet, seam);
  const Blank b = make_blank(h, sheet, {.gap = 1});
  EXPECT_TRUE(prove(a, t, sheet, seam).passed);
  EXPECT_NEAR(area(a), area(b), 1e-9 * area(b));
  EXPECT_NEAR(joint_length(a), joint_length(b), 1e-9 * 400);
  ASSERT_EQ(bends_of(a).size(), bends_of(b).size());
  for (size_t i = 0; i < bends_of(a).size(); ++i) {
    EXPECT_NEAR(bends_of(a)[i].turned.degrees(), bends_of(b)[i].turned.degrees(), 1e-9);
    EXPECT_NEAR(bends_of(a)[i].length(), bends_of(b)[i].length(), 1e-9 * 400);
  }
}

TEST(Transition, ASquareOnASquareTurnedByHalfItsCornersHasEightTriangles) {
  Transition t{rectangle(300, 300), rectangle(200, 200, 45), 200, {}};
  const Form f = once_round(t);
  int flats = 0;
  int folds = 0;
  for (const Region& r : f.regions) {
    flats += r.kind == RegionKind::flat ? 1 : 0;
    folds += r.kind == RegionKind::fold ? 1 : 0;
  }
  EXPECT_EQ(folds, 8);
  EXPECT_EQ(flats, 9) << "eight, one of which the wall's start divides";
  const Blank b = make_blank(t, film, {.gap = 0});
  EXPECT_EQ(bends_of(b).size(), 8u);
  // By hand: triangles on the base's sides to a corner of the top at (sqrt 2) 100 out, and on the top's sides
  // to a corner of the base.
  const double out = 100 * std::sqrt(2.0);
  const double on_base = 300 * std::hypot(150 - out, 200.0) / 2;
  const double on_top = 200 * std::hypot(150 * std::sqrt(2.0) - 100, 200.0) / 2;
  EXPECT_NEAR(area(b), 4 * on_base + 4 * on_top, 1e-9 * area(b));
}

TEST(Transition, RegionsAreNamed) {
  const auto kinds = [](const Transition& t) {
    std::string all;
    for (const Region& r : once_round(t).regions) all += std::string(name_of(r.kind)).substr(0, 2) + " ";
    return all;
  };
  EXPECT_EQ(kinds({rectangle(400, 300), circle(250), 350, {}}), "fl co fl co fl co fl co fl ");
  EXPECT_EQ(kinds({circle(250), circle(250), 350, {40, 0}}), "cy ");
  EXPECT_EQ(kinds({rectangle(400, 300, 0, 40), rectangle(400, 300, 0, 40), 350, {}}),
            "fl cy fl cy fl cy fl cy fl ");
  EXPECT_EQ(kinds({wide(ProfileKind::ellipse, 400, 200), circle(150), 300, {}}).substr(0, 2), "ge");
  const Region corner = once_round({rectangle(400, 300), circle(250), 350, {}}).regions[1];
  EXPECT_EQ(corner.name, "cone about a corner of the base");
}

TEST(Transition, SeamsByPlanAngleSideAndCorner) {
  const Transition t{rectangle(400, 300, 12), circle(250), 350, {30, 10}};
  const Form f = once_round(t);
  // The side that faces +x before it is turned: to the triangle's tip from the middle of its side.
  const auto first = [&](const Seam& seam) { return seam_spans(f, seam).front().from; };
  const double side = first({.at = Angle::degrees(12), .ruling = SeamRuling::facing_base});
  const Vec3 foot = edge_point(f, EndName::base, 0, side - 2 * pi * std::floor(side / (2 * pi)));
  EXPECT_LT(norm(foot - Vec3{200 * std::cos(12 / 180.0 * pi), 200 * std::sin(12 / 180.0 * pi), 0}),
            1e-9 * 400);
  // A corner: the middle of its cone.
  const double corner = first({.at = Angle::degrees(12 + 45), .ruling = SeamRuling::facing_base});
  const Vec3 at = edge_point(f, EndName::base, 0, corner - 2 * pi * std::floor(corner / (2 * pi)));
  EXPECT_NEAR(norm(at), std::hypot(200.0, 150.0), 1e-9 * 400);
  for (const double plan : {0.0, 100.0, 200.0, 300.0}) {
    const double u = first({.at = Angle::degrees(plan)});
    const Vec3 p = edge_point(f, EndName::base, 0, u - 2 * pi * std::floor(u / (2 * pi)));
    EXPECT_NEAR(std::remainder(std::atan2(p.y, p.x) - plan / 180 * pi, 2 * pi), 0, 1e-9);
  }
  const Blank three = make_blanks(t, sheet_of(2), {.gap = 1, .pieces = 3}).front();
  EXPECT_EQ(three.pieces, 3);
}

TEST(Transition, OppositeHandIsTheMirrorImage) {
  Transition t{rectangle(400, 300, 12), tilted(circle(250), 15, 40), 350, {30, 10}};
  const Sheet sheet = sheet_of(2);
  const Seam seam{.gap = 1, .at = Angle::degrees(30)};
  const Blank a = make_blank(t, sheet, seam);
  const Blank b = make_blank(t, sheet, seam, {.hand = Hand::opposite});
  EXPECT_NEAR(area(a), area(b), (a.fit_error + b.fit_error) * outline_length(a));
  EXPECT_NEAR(smallest_rectangle(a).width, smallest_rectangle(b).width, 2 * (a.fit_error + b.fit_error));
  EXPECT_TRUE(prove(b, t, sheet, seam, {.hand = Hand::opposite}).passed);
}

TEST(Transition, RefusalsNameTheKeyAndTheNumber) {
  const auto refused = [](const Transition& t, const Sheet& sheet = film) {
    return refusal_of([&] { (void)make_blank(t, sheet, {.gap = 0}); });
  };
  EXPECT_EQ(refused({rectangle(400, 300), circle(250), {}, {}}).key, "height");
  EXPECT_EQ(refused({rectangle(400, 300), tilted(circle(250), 60, 0), 100, {}}).key, "height")
      << "planes cut";
  EXPECT_EQ(refused({rectangle(400, 300), tilted(circle(250), 90, 0), 500, {}}).key, "top.tilt");
  EXPECT_EQ(refused({rectangle(400, -3), circle(250), 100, {}}).key, "base.profile.length");
  EXPECT_EQ(refused({rectangle(400, 300, 0, 151), circle(250), 100, {}}).key, "base.profile.corner_radius");
  EXPECT_EQ(refused({circle(250), circle(100), 100, {}}, {.thickness = 2}).key, "sheet.sizes_on");
  // Sized on the outside an upright wall needs corners as round as the sheet is thick.
  const Refusal::Text sharp =
      refused({rectangle(300, 300), rectangle(300, 300, 0, 10), 200, {}}, sheet_of(2, Face::outside));
  EXPECT_EQ(sharp.key, "base.profile.corner_radius");
  Transition bent{rectangle(300, 300, 0, 1), rectangle(300, 300, 0, 1), 200, {}};
  const Refusal::Text least = refused(bent, sheet_of(2, Face::outside));
  // With 1 mm above, its corner leans by 1 in 200: 2 mm over the cosine, 2.000025, upwards.
  EXPECT_TRUE(has(least.allowed, "at least 2.001 mm")) << least.allowed;
  bent.base.profile.corner_radius = bent.top.profile.corner_radius = 2.001;
  EXPECT_GT(area(make_blank(bent, sheet_of(2, Face::outside), {.gap = 0})), 0);
  // Of a leaning wall: what is named is enough, a thousandth less is not.
  const auto leaning = [](double corner) {
    return Transition{rectangle(320, 320, 0, corner), tilted(circle(250), 15, 0), 300, {}};
  };
  const std::string allowed = refused(leaning(0), sheet_of(1.5, Face::outside)).allowed.in({});
  ASSERT_TRUE(has(allowed, "at least "));
  const double radius = std::stod(allowed.substr(allowed.find("at least ") + 9));
  EXPECT_FALSE(refused(leaning(radius - 1e-3), sheet_of(1.5, Face::outside)).reason.empty());
  EXPECT_GT(area(make_blank(leaning(radius), sheet_of(1.5, Face::outside), {.gap = 0})), 0);
  Transition arrow{circle(100), circle(100), 100, {}};
  arrow.base = {};
  arrow.base.profile.kind = ProfileKind::polyline;
  arrow.base.profile.points = {{0, 0}, {100, 0}, {50, 20}, {50, 100}};
  EXPECT_TRUE(has(refused(arrow).reason, "is concave"));
  arrow.base.profile.points = {{0, 0}, {100, 100}, {100, 0}, {0, 100}};
  EXPECT_FALSE(refused(arrow).reason.empty());
}

// --- pressed

TEST(TransitionPressed, BetweenCirclesTheHitsAreThoseOfACone) {
  const Transition t{circle(600), circle(600), 400, {}};
  const Blank b = make_blank(t, film, {.gap = 0}, {.pressing = {.hits = 12}});
  EXPECT_NEAR(b.pressed->facet_error, 6.885, 5e-4);
  ASSERT_EQ(bends_of(b).size(), 12u);
  for (const Fold& l : bends_of(b)) EXPECT_NEAR(l.turned.degrees(), 30, 1e-6);
  EXPECT_NEAR(bends_of(b)[0].datum_from, 300 * pi / 12, 1e-6) << "the seam halves a flat";
}

TEST(TransitionPressed, ErrorsAreAlikeAndFewestHitsKeepThem) {
  const Transition t = samples()[1];
  const Sheet sheet = sheet_of(1.5);
  for (const double asked : {0.3, 1.0}) {
    const Blank b = make_blank(t, sheet, {.gap = 1}, {.pressing = {.facet_error = asked}});
    EXPECT_LE(b.pressed->facet_error, asked);
    // Turns add up: every corner of the base is bent by what its two flats turn.
    double sum = 0;
    for (const Fold& l : bends_of(b)) sum += l.turned.radians();
    double curl = 0;
    const Form f = once_round(t, sheet);
    for (const WallPiece& w : f.wall)
      curl += integral([&](double u) { return norm(w.ruling(u).dn); }, w.from, w.to);
    EXPECT_GT(sum, 0.95 * curl);
    EXPECT_LE(sum, curl + 1e-9);
    // Between two lines the flat stands off the wall by what is said: by the wall's own points.
    for (size_t i = 1; i < bends_of(b).size(); ++i) {
      if (bends_of(b)[i].facet_width == 0) continue;
      EXPECT_LE(bends_of(b)[i].facet_error, b.pressed->facet_error);
    }
    EXPECT_TRUE(prove(b, t, sheet, {.gap = 1}).passed);
    const Blank fewer = make_blank(t, sheet, {.gap = 1}, {.pressing = {.hits = b.pressed->hits - 4}});
    EXPECT_GT(fewer.pressed->facet_error, asked) << "one hit fewer about each corner is too coarse";
  }
}

TEST(TransitionPressed, FlatsOfAWidthAndTagsOverPieces) {
  const Transition t{wide(ProfileKind::obround, 500, 200), circle(315), 380, {0, 90}};
  const Sheet sheet = sheet_of(1);
  const Seam halves{.gap = 1, .at = Angle::degrees(90), .pieces = 2};
  const auto blanks = make_blanks(t, sheet, halves, {.pressing = {.facet_width = 30}});
  size_t lines = 0;
  std::string tags;
  for (const Blank& b : blanks) {
    EXPECT_LE(b.pressed->facet_width, 30 + 1e-6);  // where the wall is curved
    for (const Fold& l : bends_of(b)) {
      EXPECT_EQ(tags.find("|" + l.tag + "|"), std::string::npos) << l.tag;
      tags += "|" + l.tag + "|";
      ++lines;
    }
  }
  EXPECT_EQ(static_cast<int>(lines), blanks.front().pressed->hits);
  EXPECT_EQ(refusal_of([&] { (void)make_blanks(t, sheet, halves, {.pressing = {.hits = 1}}); }).key,
            "pressing.hits");
}

TEST(TransitionPressed, CornersThatMeetNoneAreBentAboutCones) {
  // Four sharp corners below, none above.
  Transition t{rectangle(300, 200), rectangle(220, 150, 0, 0), 250, {}};
  t.base.profile.kind = ProfileKind::polyline;
  t.base.profile.width = t.base.profile.length = {};
  t.base.profile.points = {{-150, -100}, {150, -100}, {150, 100}, {-150, 100}};
  t.top = wide(ProfileKind::obround, 220, 150);
  const Sheet sheet = sheet_of(1);
  const Blank b = make_blank(t, sheet, {.gap = 0});
  EXPECT_TRUE(prove(b, t, sheet, {.gap = 0}).passed);
  EXPECT_TRUE(bends_of(b).empty()) << "its corners are bent about cones";
}

// Where rulings graze a rim, a point of a coarsely fitted outline may lie on no ruling close by.
TEST(Transition, ACoarseOutlineWhereRulingsGrazeTheRimIsProved) {
  Transition t{circle(112.7), {}, 131.35, {23, -136}};
  t.base.tilt = Angle::degrees(34.3);
  t.base.uphill = Angle::degrees(320.6);
  t.top.profile = {.kind = ProfileKind::ellipse, .width = 112, .length = 245, .turn = Angle::degrees(-70.9)};
  const Sheet sheet = sheet_of(2.915, Face::outside);
  for (const double fit : {0.05, 0.12, 0.3, 1.0}) {
    const Seam seam{.gap = 0.1156, .at = Angle::degrees(102.8)};
    const Proof p = prove(make_blank(t, sheet, seam, {.fit = fit}), t, sheet, seam);
    EXPECT_TRUE(p.passed) << fit << ": " << p.greatest_distance << " at " << p.where;
  }
}

TEST(TransitionFolded, EveryReliefAndCornerIsProved) {
  for (const Relief relief : {Relief::closed, Relief::round, Relief::slot}) {
    for (const HipJoint joint : {HipJoint::inside_touch, HipJoint::lapped}) {
      for (const double turn : {0.0, 20.0, 45.0}) {
        Transition t{rectangle(300, 260), rectangle(200, 180, turn), 220, {15, 10}};
        t.relief = relief;
        t.hip_joint = joint;
        t.bend = {.radius = 2, .neutral_factor = 0.42};
        for (const Face face : {Face::inside, Face::outside}) {
          const Sheet sheet = sheet_of(1.5, face);
          const Seam seam{.gap = 1, .at = Angle::degrees(45), .ruling = SeamRuling::facing_base};
          const Blank b = make_blank(t, sheet, seam);
          const Proof p = prove(b, t, sheet, seam);
          EXPECT_TRUE(p.passed) << turn << ": " << p.greatest_distance << " at " << p.where;
        }
      }
    }
  }
  Transition t{rectangle(300, 260), rectangle(200, 180, 30), 220, {}};
  t.top.sizes_on = Face::outside;
  EXPECT_EQ(refusal_of([&] { (void)make_blank(t, sheet_of(2), {}); }).key, "top.sizes_on");
  t.top.sizes_on = {};
  EXPECT_EQ(refusal_of([&] { (void)make_blank(t, sheet_of(2), {.lap = 20}); }).key, "seam.lap");
}

TEST(TransitionFolded, ContactsKeepTheMetalBetweenThePlanes) {
  Transition t{rectangle(300, 260), rectangle(200, 180, 30), 220, {}};
  t.bend = {.radius = 2, .neutral_factor = 0.42};
  t.base.contact = t.top.contact = Contact::clear;
  const Body body = body_of(t, sheet_of(2), {.gap = 0});
  for (const BodyFace& p : body.faces) {
    for (const Vec2 c : p.corners) {
      for (const double layer : {0.0, 2.0}) {
        const double z = (p.at(c) + layer * p.normal).z;
        EXPECT_GT(z, -1e-9) << p.name;
        EXPECT_LT(z, 220 + 1e-9) << p.name;
      }
    }
  }
}

// --- many

TransitionEnd random_end(std::mt19937& random) {
  const auto within = [&](double a, double b) { return std::uniform_real_distribution(a, b)(random); };
  TransitionEnd e;
  Profile& p = e.profile;
  p.kind = static_cast<ProfileKind>(random() % 6);
  p.turn = Angle::degrees(within(-180, 180));
  if (p.kind == ProfileKind::circle) p.diameter = within(80, 500);
  if (p.kind == ProfileKind::rectangle || p.kind == ProfileKind::ellipse || p.kind == ProfileKind::obround) {
    p.width = within(80, 500);
    p.length = within(80, 500);
  }
  if (p.kind == ProfileKind::polygon) {
    p.sides = 3 + static_cast<int>(random() % 9);
    p.across_flats = within(80, 500);
  }
  if (p.kind == ProfileKind::polyline) {  // points on an ellipse
    const int n = 3 + static_cast<int>(random() % 7);
    for (int i = 0; i < n; ++i)
      p.points.push_back({within(150, 160) * std::cos(2 * pi * (i + within(0, 0.4)) / n),
                          100 * std::sin(2 * pi * (i + within(0, 0.4)) / n)});
  }
  const bool cornered =
      p.kind == ProfileKind::rectangle || p.kind == ProfileKind::polygon || p.kind == ProfileKind::polyline;
  if (cornered && random() % 2) p.corner_radius = within(0.1, 15);
  if (random() % 2) {
    e.tilt = Angle::degrees(within(0, 35));
    e.uphill = Angle::degrees(within(0, 360));
  }
  return e;
}

class RandomTransitions : public ::testing::TestWithParam<int> {};
TEST_P(RandomTransitions, AreProvedOrRefusedWithAReason) {
  std::mt19937 random(static_cast<unsigned>(GetParam()));
  const auto within = [&](double a, double b) { return std::uniform_real_distribution(a, b)(random); };
  int made = 0;
  for (int i = 0; i < draws(250); ++i) {
    Transition t{
        random_end(random), random_end(random), within(100, 600), {within(-150, 150), within(-150, 150)}};
    t.bend = {.radius = within(0, 3), .neutral_factor = 0.42};
    const Sheet sheet = sheet_of(random() % 3 ? within(0, 3) : 0,
                                 random() % 2 ? Face::inside : static_cast<Face>(random() % 3));
    const Seam seam{.gap = within(0, 2), .at = Angle::degrees(within(0, 360))};
    try {
      if (!is_folded(t, sheet)) {
        EXPECT_LT(warp_of(once_round(t, sheet)).radians(), 1e-9) << "seed " << GetParam() << ", part " << i;
      }
      const Hand hand = i % 3 == 0 ? Hand::opposite : Hand::as_drawn;
      const Making making{.hand = hand, .fit = random() % 2 ? 0.02 : std::pow(10, within(-1.5, 0))};
      const Blank b = make_blank(t, sheet, seam, making);
      const Proof p = prove(b, t, sheet, seam, {.hand = hand});
      EXPECT_TRUE(p.passed) << "seed " << GetParam() << ", part " << i << ": " << p.greatest_distance
                            << " at " << p.where << ", seam " << p.seam_mismatch << ", rims "
                            << p.rim_mismatch << ", area " << p.area_mismatch << ", allowed " << p.allowed
                            << " " << p.allowed_area << ", numbers " << p.number_mismatch << " " << p.number;
      ++made;
    } catch (const Refusal& refusal) {
      EXPECT_FALSE(refusal.text().key.empty())
          << "seed " << GetParam() << ", part " << i << ": " << refusal.what();
    }
  }
  expect_made(made, 200, 250, draws(250));
}
INSTANTIATE_TEST_SUITE_P(TwoThousand, RandomTransitions, ::testing::Range(1, 9));

}  // namespace
}  // namespace juggler::testing
