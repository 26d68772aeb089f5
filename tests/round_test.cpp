// Cylinders, offset cones, trims and seams against closed forms and fine triangles.
#include <algorithm>

#include "unrolled.h"

namespace juggler::testing {
namespace {

constexpr double pi = std::numbers::pi;

Angle deg(double d) { return Angle::degrees(d); }

// Where a plane cuts a vertical line of the cylinder's layer.
double ordinate(double radius, double height, double tilt, double uphill, double u) {
  return height + radius * std::tan(tilt) * std::cos(u - uphill);
}

TEST(Cylinder, OrdinatesOfSlantingCutsByTheHandbook) {
  const double t = 6;
  for (const Contact contact : {Contact::size_face, Contact::inside, Contact::middle, Contact::outside}) {
    const Cylinder c{.size = Diameter::mm(600),
                     .height = 900,
                     .trims = {{.height = 600, .tilt = deg(35), .uphill = deg(70), .contact = contact},
                               {.end = EndName::base, .height = 80, .tilt = deg(10), .uphill = deg(200)}}};
    const Blank b = make_blank(c, sheet_of(t, Face::middle), {.at = deg(20)}, {.elements = 36});
    const double met = contact == Contact::inside ? 297 : contact == Contact::outside ? 303 : 300;
    for (const Element& e : b.elements) {
      const double u = deg(20 + 10.0 * e.number).radians();
      const double top = ordinate(met, 600, deg(35).radians(), deg(70).radians(), u);
      const double base = ordinate(300, 80, deg(10).radians(), deg(200).radians(), u);
      EXPECT_NEAR(e.length, top - base, 900e-9);
      EXPECT_NEAR(e.from_base, top, 900e-9);
      EXPECT_NEAR(e.from_top, 900 - base, 900e-9);
      EXPECT_NEAR(norm(e.top - e.base), e.length, 900e-9);
      EXPECT_NEAR(std::abs(e.base.x - b.elements[0].base.x), 300 * (u - deg(20).radians()), 900e-9);
    }
    EXPECT_TRUE(prove(b, c, sheet_of(t, Face::middle), {.at = deg(20)}).passed);
  }
}

TEST(Cylinder, TwoSideLengthsMakeASlantingTop) {
  const Cylinder sides{.size = Radius::mm(225), .short_side = 960, .long_side = 1220, .uphill = deg(180)};
  const Blank b = make_blank(sides, sheet_of(1.5), {}, {.elements = 2});
  EXPECT_NEAR(b.elements[0].length, 960, 1e-9);
  EXPECT_NEAR(b.elements[1].length, 1220, 1e-9);
  const std::vector<TrimPlane> trims = form(RoundShape(sides), sheet_of(1.5), {}).trims;
  ASSERT_EQ(trims.size(), 1u);
  EXPECT_NEAR(trims[0].tilt.degrees(), std::atan2(260, 450) * 180 / pi, 1e-10);
  EXPECT_NEAR(trims[0].height, 1090, 1e-9);
  EXPECT_NEAR(b.overall_height, 1220, 1e-9);
}

// The distance from the contact layer's own apex at which a plane cuts a ruling of a right cone.
double from_apex(double half_angle, double apex_z, double height, double tilt, double uphill, double u) {
  return (apex_z - height) /
         (std::cos(half_angle) + std::tan(tilt) * std::sin(half_angle) * std::cos(u - uphill));
}

void compare_trimmed_cone(const Cone& cone, double half_angle, double inside_apex, Contact contact) {
  const double t = 4;
  const Blank b = make_blank(cone, sheet_of(t), {}, {.elements = 24});
  const double layer = contact == Contact::outside ? t : contact == Contact::middle ? t / 2 : 0;
  const double neutral_apex = inside_apex + t / 2 / std::sin(half_angle);
  std::vector<double> swing;
  for (const Element& e : b.elements) {
    const double u = deg(15.0 * e.number).radians();
    const double on_layer = from_apex(half_angle, inside_apex + layer / std::sin(half_angle), 250,
                                      deg(25).radians(), deg(40).radians(), u);
    // A point keeps its distance along its ruling: the layers' apices lie (t / 2 - layer) / tan apart along
    // it.
    swing.push_back(on_layer + (t / 2 - layer) / std::tan(half_angle));
    const double base = (neutral_apex - 0) / std::cos(half_angle) - t / 2 * std::tan(half_angle);
    EXPECT_NEAR(e.length, base - swing.back(), 1e-9 * b.size) << "element " << e.number;
  }
  const double step = 2 * pi / 24 * std::sin(half_angle);
  for (size_t i = 0; i + 1 < swing.size(); ++i) {
    const double a = swing[i];
    const double c = swing[i + 1];
    const double chord = std::sqrt((a - c) * (a - c) + 4 * a * c * std::pow(std::sin(step / 2), 2));
    EXPECT_NEAR(norm(b.elements[i + 1].top - b.elements[i].top), chord, 1e-9 * b.size);
  }
  EXPECT_TRUE(prove(b, cone, sheet_of(t)).passed);
}

TEST(Trim, ElementLengthsAndChordsOfTrimmedCones) {
  for (const Contact contact : {Contact::inside, Contact::middle, Contact::outside}) {
    const Trim slant{.height = 250, .tilt = deg(25), .uphill = deg(40), .contact = contact};
    const Cone frustum{.base = Diameter::mm(620), .top = Diameter::mm(155), .height = 780, .trims = {slant}};
    compare_trimmed_cone(frustum, std::atan2(232.5, 780), 310 * 780 / 232.5, contact);
    const Cone pointed{.base = Diameter::mm(620), .top = Pointed{}, .height = 500, .trims = {slant}};
    compare_trimmed_cone(pointed, std::atan2(310, 500), 500, contact);
  }
}

TEST(Trim, AllThreeWaysGiveTheSamePlane) {
  Cone cone{.base = Diameter::mm(620), .top = Diameter::mm(155), .height = 780};
  cone.trims = {{.height = 400, .tilt = deg(30), .uphill = deg(110)}};
  const TrimPlane plane = form(cone, sheet_of(2), {}).trims.at(0);
  EXPECT_NEAR(*plane.from_apex, 310 * 780 / 232.5 - 400, 1e-9);
  cone.trims = {{.short_side = plane.short_side, .long_side = plane.long_side, .uphill = deg(110)}};
  const TrimPlane by_sides = form(cone, sheet_of(2), {}).trims.at(0);
  EXPECT_NEAR(by_sides.height, 400, 1e-9);
  EXPECT_NEAR(by_sides.tilt.degrees(), 30, 1e-10);
  cone.trims = {{.from_apex = plane.from_apex, .to_axis = deg(60), .uphill = deg(110)}};
  const TrimPlane by_apex = form(cone, sheet_of(2), {}).trims.at(0);
  EXPECT_NEAR(by_apex.height, 400, 1e-9);
  EXPECT_NEAR(by_apex.tilt.degrees(), 30, 1e-10);
}

// A ruling at the plan angle u runs out through an upright plane where cos u (r + s sin a) comes to its
// distance.
TEST(Trim, UprightPlanesCutWhatLiesFartherOut) {
  const double a = std::atan2(200, 500);
  for (const EndName end : {EndName::top, EndName::base}) {
    const bool top = end == EndName::top;
    Cone cone{.base = Diameter::mm(top ? 300 : 700), .top = Diameter::mm(top ? 700 : 300), .height = 500};
    cone.trims = {{.end = end, .from_axis = 240, .uphill = Angle::degrees(35)}};
    const Form f = form(cone, sheet_of(3, Face::middle), {});
    int cut = 0;
    for (int i = 0; i < 72; ++i) {
      const double u = two_pi * (i + 0.4) / 72;
      const double out = std::cos(u - 35 * pi / 180);
      const double whole = std::hypot(500, 200);
      const double asked = out > 0 ? std::min(whole, (240 / out - 150) / std::sin(a)) : whole;
      EXPECT_NEAR(f.top(u).s - f.base(u).s, asked, 1e-9);
      cut += asked < whole ? 1 : 0;
    }
    EXPECT_GT(cut, 10);
    const Blank b = make_blank(cone, sheet_of(3, Face::middle), {}, {});
    EXPECT_TRUE(prove(b, cone, sheet_of(3, Face::middle), {}).passed);
  }
  Cone narrow{.base = Diameter::mm(300), .top = Diameter::mm(700), .height = 500};
  narrow.trims = {{.end = EndName::top, .from_axis = 100, .key = "trim.1."}};
  Cylinder pipe{.size = Diameter::mm(300), .height = 500};
  pipe.trims = {{.end = EndName::top, .from_axis = 100, .key = "trim.1."}};
  for (const RoundShape& shape : {RoundShape(narrow), RoundShape(pipe)}) {
    try {
      (void)form(shape, sheet_of(3, Face::middle), {});
      ADD_FAILURE() << "leaves no wall, or never meets one";
    } catch (const Refusal& r) {
      EXPECT_EQ(r.text().key, "trim.1.from_axis");
    }
  }
}

TEST(Trim, WhereTwoMeetTheBlankHasACorner) {
  const Cylinder hood{
      .size = Diameter::mm(600),
      .height = 800,
      .trims = {{.height = 700, .tilt = deg(30)}, {.height = 700, .tilt = deg(30), .uphill = deg(180)}}};
  const Blank b = make_blank(hood, sheet_of(0), {.at = deg(10)});
  const Edge* top = edge(b, EdgeName::top);
  int corners = 0;
  for (size_t i = 0; i + 1 < top->arcs.size(); ++i) {
    const Arc& arc = top->arcs[i];
    const double bend = std::remainder((top->arcs[i + 1].heading - arc.heading - arc.turn).radians(), 2 * pi);
    if (std::abs(bend) < 1e-6) continue;
    ++corners;
    // Both slopes are 30 degrees there; within the fit, whose headings are free by some thousandths.
    EXPECT_NEAR(std::abs(bend), 2 * std::atan(std::tan(deg(30).radians())), 0.02);
    EXPECT_NEAR(end_of(arc).y, 700, 1e-9) << "where the planes cross over the axis";
  }
  EXPECT_EQ(corners, 2);
}

TEST(Trim, BevelAndWhereEachFaceTouches) {
  const double t = 10;
  const Cylinder c{.size = Diameter::mm(400), .height = 700, .trims = {{.height = 450, .tilt = deg(45)}}};
  const Blank b = make_blank(c, sheet_of(t), {}, {.elements = 8});
  for (const Element& e : b.elements) {
    const double u = deg(45.0 * e.number).radians();
    // The plane rises by tan 45 for each mm outwards and uphill.
    EXPECT_NEAR(e.top_bevel->inside, 0, 1e-9);
    EXPECT_NEAR(e.top_bevel->outside, t * std::cos(u), 1e-9);
    EXPECT_NEAR(std::sin(e.top_bevel->angle.radians()), -std::sin(deg(45).radians()) * std::cos(u), 1e-12);
    EXPECT_NEAR(e.base_bevel->angle.radians(), 0, 1e-12);
  }
}

TEST(Trim, RefusedWithTheNumbersThatShowIt) {
  const auto refused = [](const Trim& t, const End& top = Diameter::mm(300)) {
    const Cone cone{.base = Diameter::mm(600), .top = top, .height = 800, .trims = {t}};
    return refusal_of([&] { (void)make_blank(cone, sheet_of(2)); });
  };
  const auto misses = refused({.height = 1200, .tilt = deg(20)});
  EXPECT_EQ(misses.key, "trim.1.height");
  EXPECT_TRUE(has(misses.reason, "misses the part"));
  // 1200 on the axis, falling by tan 20 over the top's 150 mm: 345.4 above the top, along a wall that leans.
  EXPECT_TRUE(has(misses.found, "outside at plan angle 180 degrees")) << misses.found;
  const auto other = refused({.height = 90, .tilt = deg(20)});
  EXPECT_TRUE(has(other.reason, "meets the base"));
  // Over the base's foot the plane lies at 90 - 300 tan 20 = -19.19, cos 20 of it square to the plane.
  EXPECT_TRUE(
      has(other.found, shown_mm((300 * std::tan(deg(20).radians()) - 90) * std::cos(deg(20).radians()))))
      << other.found;
  const auto past = refused({.height = 860, .tilt = deg(30)}, Pointed{});
  EXPECT_TRUE(has(past.reason, "passes the apex")) << past.reason;
  EXPECT_TRUE(has(refused({.height = 400, .tilt = deg(89.999)}).allowed, "0 to 89 degrees"));
  EXPECT_TRUE(has(refused({.tilt = deg(10)}).reason, "is missing"));
  EXPECT_TRUE(has(refused({.height = 400, .short_side = 3}).reason, "more than one way"));
  EXPECT_TRUE(has(refused({.short_side = 500, .long_side = 400}).reason, "longer than the long side"));
}

TEST(OffsetCone, RimsAreaAndEndsAgainstFineTriangles) {
  for (const Vec2 shift : {Vec2{120, 0}, Vec2{250, -80}, Vec2{700, 300}}) {
    const Cone cone{.base = Diameter::mm(620), .top = Diameter::mm(300), .height = 500, .shift = shift};
    const Blank b = make_blank(cone, sheet_of(0), {.at = deg(30)});
    const auto low = [](double u) { return Vec3{310 * std::cos(u), 310 * std::sin(u), 0}; };
    const auto high = [&](double u) {
      return Vec3{shift.x + 150 * std::cos(u), shift.y + 150 * std::sin(u), 500};
    };
    const Ends fine = unrolled_fine(low, high, deg(30).radians(), deg(390).radians());
    const Element& first = b.elements.front();
    const Element& last = b.elements.back();
    EXPECT_NEAR(norm(last.base - first.base), fine.base, 1e-9 * b.size);
    EXPECT_NEAR(norm(last.top - first.top), fine.top, 1e-9 * b.size);
    EXPECT_NEAR(norm(last.top - first.base), fine.diagonal, 1e-9 * b.size);
    EXPECT_NEAR(edge(b, EdgeName::base)->girth, 620 * pi, 1e-9 * b.size);
    EXPECT_NEAR(edge(b, EdgeName::top)->girth, 300 * pi, 1e-9 * b.size);
    const double area = integral(
        [&](double u) {
          const Vec3 round{-std::sin(u), std::cos(u), 0};
          return 0.5 * (310 + 150) * norm(cross(round, high(u) - low(u)));
        },
        0, 2 * pi);
    EXPECT_NEAR(wall_area(form(cone, sheet_of(0), {}), 0), area, 1e-9 * b.size * b.size);
  }
}

// The layer at the asked distance, prolonged, passes both circles, whichever faces they are asked on.
TEST(OffsetCone, SizesHoldOnTheFacesTheyAreAskedOn) {
  Cone cone{.base = Diameter::mm(620), .top = Diameter::mm(300), .height = 500, .shift = {180, 60}};
  cone.base.sizes_on = Face::inside;
  cone.top.sizes_on = Face::outside;
  const Form f = form(cone, sheet_of(12), deg(10));
  for (double u = 0.3; u < 6.4; u += 0.4) {
    const Vec3 base = edge_point(f, EndName::base, 0, u);
    const Vec3 top = edge_point(f, EndName::top, 12, u);
    EXPECT_NEAR(std::hypot(base.x, base.y), 310, 1e-9);
    EXPECT_NEAR(base.z, 0, 1e-9);
    EXPECT_NEAR(std::hypot(top.x - 180, top.y - 60), 150, 1e-9);
    EXPECT_NEAR(top.z, 500, 1e-9);
    const Ruling r = ruling_at(f.wall, u);
    EXPECT_NEAR(dot(r.n, r.e), 0, 1e-14);
    EXPECT_NEAR(dot(r.de, r.n), 0, 1e-12) << "it opens flat";
  }
}

TEST(OffsetCone, APointOffTheNeutralLayerIsRefusedWithTheWayOut) {
  const Cone cone{.base = Diameter::mm(620), .top = Pointed{}, .height = 500, .shift = {90, 0}};
  EXPECT_EQ(refusal_of([&] { (void)make_blank(cone, sheet_of(2)); }).key, "top.sizes_on");
  const Blank b = make_blank(cone, sheet_of(2, Face::middle), {.gap = 2});
  EXPECT_TRUE(prove(b, cone, sheet_of(2, Face::middle), {.gap = 2}).passed);
}

TEST(FittedRims, FewArcsForASlantingCutAndStraightStaysStraight) {
  const Cylinder c{.size = Diameter::mm(600), .height = 800, .trims = {{.height = 500, .tilt = deg(45)}}};
  const Blank b = make_blank(c, sheet_of(0));
  EXPECT_LE(edge(b, EdgeName::top)->arcs.size(), 33u);
  EXPECT_LE(b.fit_error, 1.02 * 0.02);
  ASSERT_EQ(edge(b, EdgeName::base)->arcs.size(), 1u);
  EXPECT_TRUE(is_straight(edge(b, EdgeName::base)->arcs[0]));
  EXPECT_NEAR(length_of(edge(b, EdgeName::top)->arcs), edge(b, EdgeName::top)->girth, b.fit_error);
}

TEST(SeamPieces, IdenticalOnesAreCountedMirroredOnesNamed) {
  const auto cone = make_blanks(cyclone(), sheet_of(2), {.gap = 1, .pieces = 3}, {.quantity = 2});
  ASSERT_EQ(cone.size(), 1u);
  EXPECT_EQ(cone[0].count, 6);
  const Cylinder slanting{
      .size = Diameter::mm(600), .height = 800, .trims = {{.height = 500, .tilt = deg(30)}}};
  const auto halves = make_blanks(slanting, sheet_of(2), {.gap = 1, .pieces = 2});
  ASSERT_EQ(halves.size(), 2u);
  EXPECT_TRUE(has(halves[1].notes.back(), "mirror image of piece 1"));
  const auto other = make_blanks(slanting, sheet_of(2), {.gap = 1, .at = deg(90), .pieces = 2});
  ASSERT_EQ(other.size(), 2u) << "one low, one high";
  const auto listed = make_blanks(cyclone(), sheet_of(2), {.each = {deg(0), deg(90), deg(180)}});
  ASSERT_EQ(listed.size(), 2u);
  EXPECT_EQ(listed[0].count, 2);
  double girth = 0;
  for (const Blank& b : listed) girth += b.count * edge(b, EdgeName::base)->girth;
  EXPECT_NEAR(girth, make_blank(cyclone(), sheet_of(2)).edges[0].girth, 1e-9);
}

TEST(SeamEdges, ALapLiesPastTheSeamAndTheGirthStaysThatOfTheButt) {
  for (const SeamEdge on : {SeamEdge::start, SeamEdge::end}) {
    const Seam seam{.lap = 25, .lap_on = on};
    const Blank b = make_blank(cyclone(), sheet_of(2), seam);
    const Blank butt = make_blank(cyclone(), sheet_of(2));
    EXPECT_NEAR(edge(b, EdgeName::base)->girth, edge(butt, EdgeName::base)->girth, 1e-9);
    EXPECT_GT(area(b), area(butt));
    const bool start = on == SeamEdge::start;
    const Element& image = start ? b.elements.front() : b.elements.back();
    const Vec2 along = 1 / norm(image.top - image.base) * (image.top - image.base);
    const Edge* lapped = edge(b, start ? EdgeName::seam_start : EdgeName::seam_end);
    for (const Vec2 p : {lapped->arcs[0].start, end_of(lapped->arcs[0])}) {
      EXPECT_NEAR(std::abs(cross(along, p - image.base)), 25, 1e-9);
    }
    const Element& plain = start ? b.elements.back() : b.elements.front();
    const Edge* other = edge(b, start ? EdgeName::seam_end : EdgeName::seam_start);
    for (const Vec2 p : {other->arcs[0].start, end_of(other->arcs[0])}) {
      EXPECT_LT(std::min(norm(p - plain.base), norm(p - plain.top)), 1e-9)
          << "the other edge is the seam itself";
    }
    EXPECT_TRUE(prove(b, cyclone(), sheet_of(2), seam).passed);
    EXPECT_FALSE(prove(b, cyclone(), sheet_of(2), {.lap = 25.001, .lap_on = on}).passed);
  }
}

TEST(SeamEdges, StockIsLeftOnBothAndMarked) {
  const Seam seam{.gap = 2, .stock = 40};
  const Cylinder c{.size = Diameter::mm(600), .height = 300};
  const Blank b = make_blank(c, sheet_of(0), seam);
  EXPECT_NEAR(as_laid(b).width, 600 * pi - 2 + 80, 1e-9);
  const auto marked = [&](double x) {
    return std::any_of(b.marks.lines.begin(), b.marks.lines.end(), [&](const Arc& a) {
      return std::abs(a.start.x - x) < 1e-6 && std::abs(end_of(a).x - x) < 1e-6 &&
             std::abs(a.length - 300) < 1e-6;
    });
  };
  EXPECT_TRUE(marked(40)) << "where it is cut off after rolling";
  EXPECT_TRUE(marked(600 * pi - 2 + 40));
  EXPECT_TRUE(prove(b, c, sheet_of(0), seam).passed);
}

TEST(SeamPlace, ShortestAndLongestRulingOfEqualsTheLowest) {
  const Cylinder c{.size = Diameter::mm(600),
                   .height = 800,
                   .trims = {{.height = 500, .tilt = deg(30), .uphill = deg(77)}}};
  EXPECT_NEAR(make_blank(c, sheet_of(1), {.ruling = SeamRuling::longest}).elements[0].plan.degrees(), 77,
              1e-9);
  EXPECT_NEAR(make_blank(c, sheet_of(1), {.ruling = SeamRuling::shortest}).elements[0].plan.degrees(), 257,
              1e-9);
  EXPECT_NEAR(make_blank(cyclone(), sheet_of(1), {.ruling = SeamRuling::shortest}).elements[0].plan.degrees(),
              0, 0)
      << "all alike";
}

TEST(SeamEdges, ASlantingRimCutsThemToDifferentLengthsAndSaysSo) {
  const Cylinder c{.size = Diameter::mm(600), .height = 800, .trims = {{.height = 500, .tilt = deg(45)}}};
  const Blank b = make_blank(c, sheet_of(0), {.gap = 10, .at = deg(90)});
  const double shift = 300 * std::sin(5.0 / 300);
  EXPECT_NEAR(length_of(edge(b, EdgeName::seam_start)->arcs), 500 - shift, 1e-9);
  EXPECT_NEAR(length_of(edge(b, EdgeName::seam_end)->arcs), 500 + shift, 1e-9);
  EXPECT_TRUE(has(b.notes.back(), "495 mm at its start, 505 mm at its end")) << b.notes.back();
}

TEST(SeamEdges, WhatCannotBeMadeIsRefused) {
  const auto key = [](const Shape& shape, const Seam& seam) {
    return refusal_of([&] { (void)make_blanks(shape, sheet_of(2), seam); }).key;
  };
  const Cone offset{.base = Diameter::mm(620), .top = Diameter::mm(300), .height = 500, .shift = {90, 0}};
  EXPECT_EQ(key(offset, {.wedge = deg(1)}), "seam.wedge");
  EXPECT_EQ(key(cyclone(), {.gap = 1, .lap = 20}), "seam.lap");
  EXPECT_EQ(key(cyclone(), {.lap = 600}), "seam.lap");
  EXPECT_EQ(key(cyclone(), {.stock = 600}), "seam.stock");
  EXPECT_EQ(key(cyclone(), {.wedge = deg(2), .stock = 10}), "seam.stock");
  EXPECT_EQ(key(cyclone(), {.pieces = 0}), "seam.pieces");
  EXPECT_EQ(key(cyclone(), {.each = {deg(90), deg(10)}}), "seam.at");
  EXPECT_EQ(key(cyclone(), {.each = {deg(0), deg(400)}}), "seam.at");
  EXPECT_EQ(key(cyclone(), {.wedge = deg(130), .pieces = 3}), "seam.wedge");
}

TEST(Elements, RunAlongBothRimsAndKnowTheirTwins) {
  const Cylinder c{.size = Diameter::mm(600),
                   .height = 800,
                   .trims = {{.height = 500, .tilt = deg(45), .uphill = deg(90)}}};
  const Blank b = make_blank(c, sheet_of(2), {.gap = 2}, {.elements = 24});
  EXPECT_NEAR(b.elements.back().base_run, edge(b, EdgeName::base)->girth, 1e-9);
  EXPECT_NEAR(b.elements.back().top_run, edge(b, EdgeName::top)->girth, 1e-8);
  EXPECT_NEAR(b.elements[6].base_run, 602 * pi / 4, 1e-9);
  EXPECT_EQ(b.elements[1].mirror, 11) << "about 90 degrees, element 6";
  EXPECT_EQ(b.elements[6].mirror, 6);
  EXPECT_EQ(b.elements[20].mirror, 16);
  for (const Element& e : b.elements) {
    EXPECT_NEAR(b.elements[static_cast<size_t>(e.mirror)].length, e.length, 1e-9);
  }
  const Cone skew{.base = Diameter::mm(620), .top = Diameter::mm(300), .height = 500, .shift = {90, 10}};
  EXPECT_EQ(make_blank(skew, sheet_of(2)).elements[1].mirror, -1) << "no element lies where its twin would";
  for (const Element& e : make_blank(skew, sheet_of(2), {.ruling = SeamRuling::longest}).elements) {
    EXPECT_EQ(e.mirror, 4 - e.number);
  }
}

TEST(Elements, AsManyAsATolerancesAsksFor) {
  const Cylinder c{.size = Diameter::mm(600), .height = 800};
  for (const double within : {5.0, 0.5, 0.05}) {
    const auto n =
        static_cast<double>(make_blank(c, sheet_of(2), {}, {.within = within}).elements.size() - 1);
    EXPECT_LE(300 * (1 - std::cos(pi / n)), within);
    EXPECT_GT(300 * (1 - std::cos(pi / (n - 1))), within) << "and no more";
  }
}

TEST(Warnings, OverlapNeutralLayerAndGap) {
  const Cone ring{.base = Diameter::mm(2000), .top = Diameter::mm(1600), .height = 1};
  const auto over = refusal_of([&] { (void)make_blank(ring, sheet_of(0), {.lap = 60}); });
  EXPECT_TRUE(has(over.reason, "would lie over itself")) << over.reason;
  const Blank far = make_blank(cyclone(), sheet_of(2, Face::inside, 0.33), {.gap = 1});
  ASSERT_EQ(far.warnings.size(), 1u);
  EXPECT_TRUE(has(far.warnings[0], "0.34 mm inside the middle")) << far.warnings[0];
  EXPECT_TRUE(make_blank(cyclone(), sheet_of(2, Face::inside, 0.45), {.gap = 1}).warnings.empty());
}

TEST(Hand, TheTwinIsTheMirrorImage) {
  const Cone offset{.base = Diameter::mm(620),
                    .top = Diameter::mm(300),
                    .height = 500,
                    .shift = {90, 40},
                    .trims = {{.height = 420, .tilt = deg(8), .uphill = deg(30)}}};
  const Seam seam{.gap = 2, .at = deg(50)};
  const Blank drawn = make_blank(offset, sheet_of(2), seam);
  const Blank twin = make_blank(offset, sheet_of(2), seam, {.hand = Hand::opposite});
  EXPECT_NEAR(as_laid(drawn).width, as_laid(twin).width, 2 * drawn.fit_error + 2 * twin.fit_error);
  const size_t n = drawn.elements.size();
  for (size_t i = 0; i < n; ++i) {
    EXPECT_NEAR(drawn.elements[i].length, twin.elements[n - 1 - i].length, 1e-9);
  }
  EXPECT_TRUE(prove(twin, offset, sheet_of(2), seam, {.hand = Hand::opposite}).passed);
  EXPECT_FALSE(prove(twin, offset, sheet_of(2), seam).passed);
}

// Parts that cannot be made, each in its own way, at random sizes: every one is refused, none is made.
TEST(Invalid, RandomOnesAreAllRefused) {
  std::srand(7);
  const auto between = [](double lo, double hi) { return lo + (hi - lo) * std::rand() / RAND_MAX; };
  for (int i = 0; i < 1000; ++i) {
    const double r = between(20, 2000);
    const double h = r * between(0.5, 4);
    const Angle up = deg(between(-360, 360));
    Cone cone{.base = Radius::mm(r), .top = Radius::mm(r * between(0.2, 0.9)), .height = h};
    Seam seam;
    switch (i % 8) {
      case 0:  // above the top
        cone.trims = {{.height = h + r * std::tan(deg(20).radians()) + 1, .tilt = deg(20), .uphill = up}};
        break;
      case 1:  // through the base
        cone.trims = {{.height = 0.9 * r * std::tan(deg(30).radians()), .tilt = deg(30), .uphill = up}};
        break;
      case 2:  // two trims that cross within the part
        cone.trims = {{.height = 0.5 * h, .tilt = deg(10), .uphill = up},
                      {.end = EndName::base,
                       .height = 0.5 * h + 0.5 * r * std::tan(deg(3).radians()),
                       .tilt = deg(3),
                       .uphill = up}};
        break;
      case 3:  // through the apex
        cone.top = Pointed{};
        cone.trims = {{.height = h, .tilt = deg(between(0, 20)), .uphill = up}};
        break;
      case 4:
        seam = {.gap = 2 * r, .lap = 3};
        break;
      case 5:
        seam.gap = 7 * r;
        break;
      case 6:
        cone.shift = {r, 0};
        cone.slant = 2 * h;
        break;
      default:
        cone.trims = {{.from_apex = 1e5 * r, .to_axis = deg(80), .uphill = up}};
    }
    EXPECT_THROW((void)make_blanks(cone, sheet_of(0.001 * r), seam), Refusal)
        << "kind " << i % 8 << " number " << i;
  }
}

}  // namespace
}  // namespace juggler::testing
