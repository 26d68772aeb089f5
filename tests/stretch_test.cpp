// Walls that need not open flat: the flat of least stretch, domes, ruled walls, and their proof.
#include "develop/stretch.h"

#include <algorithm>
#include <random>

#include "common.h"
#include "proof/provers.h"

namespace juggler::testing {
namespace {

constexpr double pi = std::numbers::pi;
const Sheet middle{.thickness = 2, .sizes_on = Face::middle};
const StrainLimit any{0.005, true};

SpaceCurve helix(double diameter, double pitch, double turns, double height = 0, double at = 0) {
  return {
      .diameter = diameter, .pitch = pitch, .turns = turns, .height = height, .start = Angle::degrees(at)};
}
double rms(const StretchedPart& part) { return part.pieces.front().strain.root_mean_square; }

// --- the flat of least stretch

TEST(LeastStretch, OfWhatOpensFlatIsExact) {
  // A cone between two level arcs: a sector whose radii are closed forms.
  const RuledWall wall{.base = helix(400, 0, 0.7), .top = helix(200, 0, 0.7, 300), .strain = {0, false}};
  const StretchedPart part = stretch(wall, middle);
  EXPECT_EQ(part.rulings, Rulings::developable);
  EXPECT_TRUE(part.opens_flat());
  const Blank b = make_blanks(part, {.face_up = Face::outside}).front();
  const double slant = std::hypot(100, 300);
  const double size = 1e-9 * part.size;
  for (const auto& [name, radius] : {std::pair(EdgeName::base, 2 * slant), {EdgeName::top, slant}}) {
    ASSERT_EQ(edge(b, name)->arcs.size(), 1U);
    EXPECT_NEAR(radius_of(edge(b, name)->arcs.front()), radius, size);
    EXPECT_NEAR(edge(b, name)->arcs.front().length, 0.7 * pi * (name == EdgeName::base ? 400 : 200), size);
  }
  EXPECT_NEAR(area(b), 0.7 * pi * 300 * slant, size * part.size);
}

TEST(LeastStretch, OfATangentSurfaceJoinsItsOwnRulings) {
  // Two places along the tangents of a helix: helices again, and the wall between them opens flat.
  const double r = 80;
  const double h = 60;
  const double w = std::hypot(r, h);
  const auto along = [&](double c) {
    return helix(2 * std::hypot(r, c * r / w), 2 * pi * h, 0.4, c * h / w,
                 Angle::radians(std::atan2(c / w, 1)).degrees());
  };
  const StretchedPart part = stretch(RuledWall{.base = along(50), .top = along(140)}, middle);
  EXPECT_EQ(part.rulings, Rulings::developable);
  EXPECT_LT(rms(part), 1e-9);
  const double curvature = r / (w * w);
  const double area_in_space = curvature * (140 * 140 - 50 * 50) / 2 * w * 0.8 * pi;
  EXPECT_NEAR(part.pieces.front().flat.formed_area(), area_in_space, 1e-9 * part.size * part.size);
  EXPECT_NEAR(area(make_blanks(part, {.fit = 1e-4}).front()), area_in_space,
              1e-9 * part.size * part.size + 0.1);
}

TEST(LeastStretch, OfANarrowBeltOfASphereIsTheClosedForm) {
  // Far from its ends: strain along w^2/6R^2 in the middle, -w^2/3R^2 at the edges, to (w/R)^2 of itself.
  const double radius = 1000;
  const double half = 40;
  Surface s;
  s.us = {0, 0.2, 0.4, 0.6};
  s.vs = {-half, half};
  s.size = 600;
  s.point = [&](double u, double v) -> SurfacePoint {
    const double c = std::cos(v / radius);
    const double sv = std::sin(v / radius);
    const Vec2 out = direction(u);
    return {{radius * c * out.x, radius * c * out.y, radius * sv},
            {-radius * c * out.y, radius * c * out.x, 0},
            {-sv * out.x, -sv * out.y, c}};
  };
  const StretchedFlat flat = least_stretch(s);
  const double share = half * half / (radius * radius);
  EXPECT_NEAR(strain_at(s, flat, 0.3, 0).along, share / 6, share / 6 * 4 * share);
  EXPECT_NEAR(strain_at(s, flat, 0.3, half).along, -share / 3, share / 3 * 4 * share);
  EXPECT_NEAR(strain_at(s, flat, 0.3, 0).across, 0, share * share);
}

TEST(LeastStretch, LiesBelowTheRingsAndTrianglesOfAFlight) {
  // The wall of the flight of shaft 60, outside 200, pitch 200: its rings are 0.863 and 2.08 %.
  const RuledWall wall{
      .base = helix(60, 200, 1), .top = helix(200, 200, 1), .rulings = Rulings::even, .strain = any};
  const StretchedPart part = stretch(wall, middle);
  const WoundPart flight =
      wind(Flight{.shaft = 60, .outside = 200, .pitch = 200, .turns = 1, .flat = FlightFlat::least_stretch},
           middle);
  const double ring = flight.pieces.front().flat_rings.front().root_mean_square;
  EXPECT_LT(rms(part), ring);
  EXPECT_GT(rms(part), 0.9 * ring);  // it only gains at its ends
  // Far from them it is the ring.
  const StretchedPiece& piece = part.pieces.front();
  const FlatRing& r = flight.pieces.front().flat_rings.front();
  for (const double share : {0.0, 0.3, 0.5, 1.0}) {
    const Strain at = strain_at(piece.curved.surface, piece.flat, 0.5, share);
    EXPECT_NEAR(at.along, r.strain(0, share).along, 1e-3) << share;
    EXPECT_NEAR(at.across, r.strain(0, share).across, 1e-3) << share;
  }
}

TEST(LeastStretch, StrainsAreThoseOfTheMetrics) {
  const StretchedPart part = stretch(Dome{.diameter = 800, .gores = 9, .strain = any}, middle);
  const StretchedPiece& p = part.pieces.front();
  const Surface& s = p.curved.surface;
  for (const double u : {-0.3, 0.02, 0.31}) {
    for (const double v : {30.0, 250.0, 480.0}) {
      // Lengths of a short line in any direction, on the flat and in space.
      const Strain strain = strain_at(s, p.flat, u, v);
      double least = HUGE_VAL;
      double most = 0;
      for (int i = 0; i < 3600; ++i) {
        const Vec2 way = direction(pi * i / 3600);
        const double du = 1e-5 * way.x;
        const double dv = 400 * 1e-5 * way.y;
        const double formed = norm(s.point(u + du, v + dv).at - s.point(u - du, v - dv).at);
        const double flat = norm(p.flat.at(u + du, v + dv).at - p.flat.at(u - du, v - dv).at);
        least = std::min(least, formed / flat - 1);
        most = std::max(most, formed / flat - 1);
      }
      const double greatest = std::abs(least) > std::abs(most) ? least : most;
      EXPECT_NEAR(strain.greatest(), greatest, 1e-7) << u << ", " << v;
    }
  }
}

TEST(LeastStretch, NoSmallChangeOfTheFlatHasLess) {
  using Either = std::variant<Dome, RuledWall>;
  for (const Either& shape : {Either(Dome{.rim = 900, .rise = 200, .gores = 10, .strain = any}),
                              Either(RuledWall{.base = {.points = {{0, 0, 0}, {300, 0, 0}}},
                              .top = {.points = {{0, 0, 200}, {300, 120, 200}}},
                              .strain = any})}) {
    const StretchedPart part = std::visit([](const auto& own) { return stretch(own, middle); }, shape);
    Blank b = make_blanks(part, {}).front();
    EXPECT_TRUE(prove(b, part).passed);
    EXPECT_LT(prove(b, part).strain_mismatch, 1e-7);
    // Swollen by a ten thousandth it is no longer the least, and not as stated.
    for (StretchPatch& p : b.patches) {
      for (Vec2& at : p.at) at = 1.0001 * at;
    }
    const Proof moved = prove(b, part);
    EXPECT_FALSE(moved.passed);
    EXPECT_GT(moved.strain_mismatch, moved.allowed_strain);
  }
}

TEST(LeastStretch, IsProvedAgainstWhatIsStatedAndDrawn) {
  StretchedPart part = stretch(Dome{.rim = 900, .rise = 180, .crown = 200, .gores = 16}, middle);
  const Blank b = make_blanks(part, {}).front();
  ASSERT_TRUE(prove(b, part).passed);
  Blank moved = b;
  moved.edges[1].arcs.front().start.x += 0.05;
  EXPECT_FALSE(prove(moved, part).passed);
  Blank longer = b;
  longer.edges.front().girth += 0.1;
  EXPECT_FALSE(prove(longer, part).passed);
  Blank turned = b;
  turned.face_up = Face::outside;
  EXPECT_FALSE(prove(turned, part).passed);
  for (double StrainNumbers::*field : {&StrainNumbers::greatest, &StrainNumbers::root_mean_square}) {
    StretchedPart other = part;
    other.pieces.front().strain.*field *= 0.999;
    EXPECT_FALSE(prove(b, other).passed);
  }
}

TEST(LeastStretch, IsNotProvedByWhatIsNoNumber) {
  const StretchedPart part = stretch(Dome{.rim = 900, .rise = 180, .crown = 200, .gores = 16}, middle);
  const Blank b = make_blanks(part, {}).front();
  Blank lost = b;
  lost.patches.front().at[100] = {NAN, 0};
  EXPECT_FALSE(prove(lost, part).passed);
  Blank girth = b;
  girth.edges.front().girth = NAN;
  EXPECT_FALSE(prove(girth, part).passed);
  Blank corner = b;
  corner.edges[1].arcs.front().length = NAN;
  EXPECT_FALSE(prove(corner, part).passed);
  for (double StrainNumbers::*field : {&StrainNumbers::greatest, &StrainNumbers::root_mean_square}) {
    StretchedPart other = part;
    other.pieces.front().strain.*field = NAN;
    EXPECT_FALSE(prove(b, other).passed);
  }
}

TEST(LeastStretch, SeesCopiesThatDoNotRunOn) {
  StretchedPart part = stretch(Dome{.rim = 900, .rise = 180, .crown = 200, .gores = 16}, middle);
  const Blank b = make_blanks(part, {}).front();
  part.pieces.front().curved.copies[3].turn += 1e-3;
  EXPECT_FALSE(prove(b, part).passed);
}

TEST(LeastStretch, DependsOnTheShapeAlone) {
  // Turned, moved or made larger in space a wall has the same strain, and a flat as much larger.
  const StretchedPart part = stretch(Dome{.rim = 900, .rise = 220, .gores = 9, .strain = any}, middle);
  const Surface& s = part.pieces.front().curved.surface;
  Surface moved = s;
  constexpr double larger = 3.7;
  moved.size = larger * s.size;
  const auto turned = [](Vec3 p) {
    return Vec3{0.36 * p.x + 0.48 * p.y - 0.8 * p.z, -0.8 * p.x + 0.6 * p.y,
                0.48 * p.x + 0.64 * p.y + 0.6 * p.z};
  };
  moved.point = [&](double u, double v) -> SurfacePoint {
    const SurfacePoint p = s.point(u, v);
    return {larger * turned(p.at) + Vec3{100, -700, 35}, larger * turned(p.du), larger * turned(p.dv)};
  };
  moved.guess = [&](double u, double v) { return larger * s.guess(u, v); };
  const StretchedFlat flat = least_stretch(moved);
  EXPECT_NEAR(flat.mean_square(), part.pieces.front().flat.mean_square(), 1e-12);
  for (const double u : {-0.3, 0.0, 0.2}) {
    for (const double v : {0.0, 200.0, 400.0}) {
      EXPECT_LT(norm(flat.at(u, v).at - larger * part.pieces.front().flat.at(u, v).at), 1e-9 * moved.size);
      EXPECT_NEAR(strain_at(moved, flat, u, v).greatest(),
                  strain_at(s, part.pieces.front().flat, u, v).greatest(), 1e-9);
    }
  }
}

TEST(LeastStretch, BlanksKeepTheirPlaces) {
  for (const Face up : {Face::inside, Face::outside}) {
    const StretchedPart part = stretch(Dome{.rim = 900, .rise = 220, .gores = 14, .strain = any}, middle);
    const StretchedPiece& piece = part.pieces.front();
    const Blank b = make_blanks(part, {.face_up = up}).front();
    // Distances of places on the blank are those of the flat, its sense that of the face that lies up.
    const StretchPatch& p = b.patches.front();
    const Vec2 origin = place_on(p, 0, 100);
    const Vec2 flat_origin = piece.flat.at(0, 100).at;
    const Vec2 along = place_on(p, 0.1, 100) - origin;
    const Vec2 across = place_on(p, 0, 200) - origin;
    EXPECT_NEAR(norm(along), norm(piece.flat.at(0.1, 100).at - flat_origin), 1e-9 * part.size);
    EXPECT_NEAR(norm(across), norm(piece.flat.at(0, 200).at - flat_origin), 1e-9 * part.size);
    EXPECT_EQ(cross(along, across) > 0, up == Face::outside);
    // Elements run from edge to edge, in the order of their numbers.
    for (size_t i = 1; i < b.elements.size(); ++i)
      EXPECT_GT(b.elements[i].base_run, b.elements[i - 1].base_run);
    EXPECT_NEAR(b.elements.back().base_run, length_of(edge(b, EdgeName::base)->arcs), 2 * b.fit_error);
    // The middle one is straight, and the bisector upright.
    const Element& e = b.elements[b.elements.size() / 2];
    EXPECT_NEAR(e.base.x, e.top.x, 1e-6);
    EXPECT_GT(e.top.y, e.base.y);
  }
}

// --- surfaces

// Derivatives against differences of fourth order, and the guess on the right side.
void expect_derivatives(const CurvedForm& form, const std::string& about) {
  for (const CurvedPiece& piece : form.pieces) {
    const Surface& s = piece.surface;
    for (size_t i = 0; i + 1 < s.us.size(); ++i) {
      for (const double share : {0.13, 0.5, 0.86}) {
        const double u = s.us[i] + share * (s.us[i + 1] - s.us[i]);
        const double v = s.vs[0] + share * (s.vs[1] - s.vs[0]);
        const auto slope = [&](bool along) {
          const double h = 1e-3 * (along ? s.us[i + 1] - s.us[i] : s.vs[1] - s.vs[0]);
          const auto at = [&](double k) {
            return along ? s.point(u + k * h, v).at : s.point(u, v + k * h).at;
          };
          return 1 / (12 * h) * (8.0 * (at(1) - at(-1)) - (at(2) - at(-2)));
        };
        const SurfacePoint p = s.point(u, v);
        EXPECT_LT(norm(p.du - slope(true)), 1e-7 * norm(p.du) + 1e-9 * s.size) << about << " at " << u;
        EXPECT_LT(norm(p.dv - slope(false)), 1e-7 * norm(p.dv) + 1e-9 * s.size) << about << " at " << u;
        if (!s.guess) continue;
        const double little = 1e-3 * (s.us[i + 1] - s.us[i]);
        const double small = 1e-3 * (s.vs[1] - s.vs[0]);
        EXPECT_GT(cross(s.guess(u + little, v) - s.guess(u, v), s.guess(u, v + small) - s.guess(u, v)), 0)
            << about;
      }
    }
  }
}

TEST(Surfaces, HaveTheirDerivatives) {
  for (const Hand hand : {Hand::as_drawn, Hand::opposite}) {
    const std::string of = hand == Hand::as_drawn ? "right" : "left";
    expect_derivatives(form(solve(Dome{.kind = DomeKind::dished,
                                       .rim = 900,
                                       .crown_radius = 850,
                                       .knuckle_radius = 90,
                                       .straight = 30},
                                  middle)),
                       "dome");
    expect_derivatives(
        as_made(form(RuledWall{.base = helix(300, 200, 1.2), .top = helix(420, 260, 1, 80, 15)}, middle),
                hand),
        "wall, " + of);
    RuledWall points{.base = {.points = {{0, 0, 0}, {150, 40, 10}, {300, 30, -10}, {450, 120, 0}}},
                     .top = helix(500, 30, 0.3, 200, -70),
                     .rulings = Rulings::even};
    expect_derivatives(as_made(form(points, middle), hand), "points, " + of);
    Flight grows{.shaft = 40, .outside = 160, .outside_to = 220, .pitch = 90, .pitch_to = 150, .turns = 1.3};
    expect_derivatives(as_made(form(solve(grows), 1), hand), "flight, " + of);
    for (const StripEnds ends : {StripEnds::square, StripEnds::level, StripEnds::upright, StripEnds::round}) {
      HelicalStrip s{.body_diameter = 300,
                     .body_end_diameter = 420,
                     .width = 40,
                     .pitch = 160,
                     .turns = 1.3,
                     .ends = ends};
      expect_derivatives(as_made(form(solve_on_cone(s, middle)), hand), "cone strip, " + of);
      s.pitch.reset();
      s.lead = Angle::degrees(20);
      expect_derivatives(as_made(form(solve_on_cone(s, middle)), hand), "cone strip, " + of);
    }
  }
}

TEST(Surfaces, OfPointsRunThroughThem) {
  const std::vector<Vec3> points{{0, 0, 0}, {150, 40, 10}, {300, 30, -10}, {450, 120, 0}, {520, 260, 30}};
  std::vector<Vec3> above = points;
  for (Vec3& p : above) p.z += 200;
  const CurvedForm f =
      form(RuledWall{.base = {.points = points}, .top = {.points = above}, .rulings = Rulings::even}, middle);
  const Surface& s = f.pieces.front().surface;
  double whole = 0;
  for (size_t i = 1; i < points.size(); ++i) whole += norm(points[i] - points[i - 1]);
  double so_far = 0;
  for (size_t i = 0; i < points.size(); ++i) {
    if (i > 0) so_far += norm(points[i] - points[i - 1]);
    EXPECT_LT(norm(s.point(so_far / whole, 0).at - points[i]), 1e-9 * f.size) << i;
    EXPECT_LT(norm(s.point(so_far / whole, 1).at - above[i]), 1e-9 * f.size) << i;
  }
  // It runs on smoothly: headings and bends of both sides of a point are the same.
  for (const double u : s.us) {
    if (u <= 0 || u >= 1) continue;
    constexpr double h = 1e-4;
    EXPECT_LT(norm(s.point(u + 1e-9, 0).du - s.point(u - 1e-9, 0).du), 1e-5 * norm(s.point(u, 0).du));
    const Vec3 before = 1 / h * (s.point(u, 0).du - s.point(u - h, 0).du);
    const Vec3 after = 1 / h * (s.point(u + h, 0).du - s.point(u, 0).du);
    EXPECT_LT(norm(after - before), 2e-2 * (norm(after) + norm(before)) + 1);
  }
}

// --- domes

TEST(Dome, SizesAreClosedForms) {
  // (rim, rise): the radius is that of the circle through both, on each face.
  for (const Face face : {Face::inside, Face::middle, Face::outside}) {
    const Sheet sheet{.thickness = 4, .sizes_on = face};
    const double out = face == Face::inside ? 2 : face == Face::outside ? -2 : 0;
    const double radius = (450.0 * 450 + 180 * 180) / 360;
    const DomeSizes s = solve(Dome{.rim = 900, .rise = 180}, sheet);
    const double angle = std::acos((radius - 180) / radius);
    EXPECT_NEAR(s.length(), (radius + out) * angle, 1e-9);
    EXPECT_NEAR(s.at(0).x, 450 * (radius + out) / radius, 1e-9);
    EXPECT_NEAR(s.at(s.length()).x, 0, 1e-9);
  }
  const DomeSizes half = solve(Dome{.diameter = 800}, middle);
  EXPECT_NEAR(half.length(), 200 * pi, 1e-9);
  EXPECT_NEAR(half.overall_height, 401, 1e-9);
  const DomeSizes whole = solve(Dome{.diameter = 800, .whole = true}, middle);
  EXPECT_NEAR(whole.length(), 400 * pi, 1e-9);
  EXPECT_TRUE(whole.base_pointed && whole.top_pointed);
  const Dome dished{
      .kind = DomeKind::dished, .rim = 1000, .crown_radius = 900, .knuckle_radius = 150, .straight = 40};
  const DomeSizes d = solve(dished, middle);
  ASSERT_EQ(d.meridian.size(), 3U);
  const double beta = std::asin((500.0 - 150) / (900 - 150));  // of the tangent place from the axis
  EXPECT_NEAR(d.length(), 40 + 150 * (pi / 2 - beta) + 900 * beta, 1e-9);
  EXPECT_NEAR(d.at(d.length()).y, 40 + 900 - (900 - 150) * std::cos(beta), 1e-9);
  EXPECT_NEAR(d.heading(d.length()), pi, 1e-12);
}

TEST(Dome, GoresTogetherHaveTheAreaOfTheSphere) {
  for (const int gores : {3, 7, 64}) {
    const StretchedPart part = stretch(Dome{.rim = 700, .rise = 250, .gores = gores, .strain = any}, middle);
    const double radius = (350.0 * 350 + 250 * 250) / 500;
    EXPECT_NEAR(gores * part.pieces.front().flat.formed_area(), 2 * pi * radius * 250, 1e-9 * 700 * 700);
    EXPECT_EQ(part.blanks, gores);
    EXPECT_EQ(make_blanks(part, {.quantity = 2}).front().count, 2 * gores);
  }
}

TEST(Dome, StrainFallsWithTheSquareOfAGoresWidth) {
  const auto greatest = [&](int gores) {
    return std::abs(
        stretch(Dome{.diameter = 800, .gores = gores, .strain = any}, middle).pieces.front().strain.greatest);
  };
  const double wide = greatest(16);
  EXPECT_NEAR(greatest(32) / wide, 0.25, 0.05);
  EXPECT_GT(greatest(24), 0.005);
  EXPECT_LE(greatest(25), 0.005);
}

TEST(Dome, IsRefusedBeyondTheLimitWithWhatWouldDo) {
  const auto text = refusal_of([&] { (void)stretch(Dome{.diameter = 800, .gores = 24}, middle); });
  EXPECT_EQ(text.key, "strain_limit");
  EXPECT_EQ(text.found.in({}), "0.53 %");
  EXPECT_TRUE(has(text.reason, "upsets")) << text.reason;
  EXPECT_TRUE(has(text.advice, "about 25 gores")) << text.advice;
  EXPECT_NO_THROW((void)stretch(Dome{.diameter = 800, .gores = 25}, middle));
}

TEST(Dome, BadSizesAreRefusedByTheirKeys) {
  const auto key = [&](const Dome& d, const Sheet& sheet = middle) {
    return refusal_of([&] { (void)solve(d, sheet); }).key;
  };
  EXPECT_EQ(key({}), "rim.diameter");
  EXPECT_EQ(key({.rim = 900}), "rise");
  EXPECT_EQ(key({.rim = 900, .rise = 100, .diameter = 2000}), "rise");
  EXPECT_EQ(key({.rim = 900, .diameter = 800}), "rim.diameter");
  EXPECT_EQ(key({.rise = 800, .diameter = 800}), "rise");
  EXPECT_EQ(key({.rim = 900, .diameter = 1000, .whole = true}), "rim.diameter");
  EXPECT_EQ(key({.diameter = 800, .crown = 800}), "crown.diameter");
  EXPECT_EQ(key({.diameter = 800, .gores = 2}), "gores");
  EXPECT_EQ(key({.diameter = 1.5}), "diameter");
  EXPECT_EQ(key({.diameter = 800, .crown_radius = 5}), "crown_radius");
  EXPECT_EQ(key({.diameter = -1}), "diameter");
  EXPECT_EQ(key({.diameter = NAN}), "diameter");
  EXPECT_EQ(key({.diameter = 800}, {.thickness = 2}), "sizes_on");
  const Dome dished{.kind = DomeKind::dished, .rim = 1000, .crown_radius = 900, .knuckle_radius = 100};
  const auto with = [&](auto change) {
    Dome d = dished;
    change(d);
    return key(d);
  };
  EXPECT_EQ(with([](Dome& d) { d.rim.reset(); }), "rim.diameter");
  EXPECT_EQ(with([](Dome& d) { d.crown_radius = 400; }), "crown_radius");
  EXPECT_EQ(with([](Dome& d) { d.knuckle_radius = 500; }), "knuckle_radius");
  EXPECT_EQ(with([](Dome& d) { d.rise = 100; }), "rise");
  EXPECT_EQ(with([](Dome& d) { d.crown = 990; }), "crown.diameter");
  EXPECT_EQ(with([](Dome& d) { d.straight = -1; }), "straight");
  EXPECT_EQ(with([](Dome& d) { d.strain.limit = 2; }), "strain_limit");
}

// --- ruled walls

TEST(RuledWall, MirroredTwinsAreMirrored) {
  const RuledWall w{.base = {.points = {{0, 0, 0}, {200, 50, 10}, {400, 180, 0}}},
                    .top = {.points = {{-20, 30, 200}, {180, 100, 260}, {380, 240, 220}}},
                    .rulings = Rulings::even,
                    .strain = any};
  const StretchedPart one = stretch(w, middle);
  const StretchedPart twin = stretch(w, middle, Hand::opposite);
  EXPECT_NEAR(rms(one), rms(twin), 1e-9);
  const double fit = 1e-3;
  const Blank a = make_blanks(one, {.face_up = Face::inside, .fit = fit}).front();
  const Blank b = make_blanks(twin, {.hand = Hand::opposite, .face_up = Face::outside, .fit = fit}).front();
  // Seen from the other face the twin's flat is the same, its start where the other's end is.
  EXPECT_NEAR(as_laid(a).width, as_laid(b).width, 4 * fit);
  EXPECT_NEAR(area(a), area(b), 2 * fit * outline_length(a));
  EXPECT_TRUE(prove(b, twin).passed);
}

TEST(RuledWall, PiecesThatAreAlikeAreCounted) {
  const RuledWall w{.base = helix(60, 120, 3),
                    .top = helix(150, 120, 3),
                    .rulings = Rulings::even,
                    .pieces = 6,
                    .strain = any};
  const StretchedPart part = stretch(w, middle);
  ASSERT_EQ(part.pieces.size(), 1U);
  EXPECT_EQ(part.pieces.front().curved.copies.size(), 6U);
  // The copies run on from each other.
  const Surface& s = part.pieces.front().curved.surface;
  const auto& copies = part.pieces.front().curved.copies;
  for (size_t i = 0; i + 1 < copies.size(); ++i) {
    for (const double v : {0.0, 1.0}) {
      EXPECT_LT(norm(copies[i](s.point(s.us.back(), v).at) - copies[i + 1](s.point(s.us.front(), v).at)),
                1e-9);
    }
  }
  RuledWall grows = w;
  grows.top.diameter_to = 180;
  EXPECT_EQ(stretch(grows, middle).pieces.size(), 6U);
}

TEST(RuledWall, RulingsThatOpenFlatAreFoundWithTheirFans) {
  // Two helices of unlike radius, one raised: no ruling joins equal shares, fans stand at both ends.
  const StretchedPart part =
      stretch(RuledWall{.base = helix(400, 900, 0.5), .top = helix(600, 900, 0.5, 120)}, middle);
  EXPECT_EQ(part.rulings, Rulings::developable);
  EXPECT_LT(rms(part), 1e-9);
  const Blank b = make_blanks(part, {.fit = 1e-3}).front();
  // Both edges keep their lengths, fans and all.
  EXPECT_NEAR(length_of(edge(b, EdgeName::base)->arcs), pi * std::hypot(200, 900 / (2 * pi)), 2e-3);
  EXPECT_NEAR(length_of(edge(b, EdgeName::top)->arcs), pi * std::hypot(300, 900 / (2 * pi)), 2e-3);
  EXPECT_TRUE(prove(b, part).passed);
}

TEST(RuledWall, BadCurvesAreRefusedByTheirKeys) {
  const RuledWall good{.base = helix(60, 120, 1), .top = helix(150, 120, 1), .strain = any};
  const auto key = [&](auto change) {
    RuledWall w = good;
    change(w);
    return refusal_of([&] { (void)stretch(w, middle); }).key;
  };
  EXPECT_EQ(key([](RuledWall& w) { w.base.diameter.reset(); }), "base.diameter");
  EXPECT_EQ(key([](RuledWall& w) { w.top.pitch.reset(); }), "top.pitch");
  EXPECT_EQ(key([](RuledWall& w) { w.top.turns = 0; }), "top.turns");
  EXPECT_EQ(key([](RuledWall& w) { w.base.height = NAN; }), "base.height");
  EXPECT_EQ(key([](RuledWall& w) { w.base.points = {{0, 0, 0}, {1, 0, 0}}; }), "base.diameter");
  EXPECT_EQ(key([](RuledWall& w) { w.base = {.points = {{0, 0, 0}}}; }), "base.points");
  EXPECT_EQ(key([](RuledWall& w) { w.top = {.points = {{5, 0, 0}, {5, 0, 0}}}; }), "top.points");
  EXPECT_EQ(key([](RuledWall& w) { w.top = {.points = {{5, 0, 0}, {9, 0, 0}, {9, 0, 0}}}; }), "top.points");
  EXPECT_EQ(key([](RuledWall& w) { w.top = w.base; }), "top");
  EXPECT_EQ(key([](RuledWall& w) { w.pieces = 0; }), "pieces");
  // Run against each other the rulings cross.
  EXPECT_EQ(key([](RuledWall& w) {
              w.base = {.points = {{0, 0, 0}, {300, 0, 0}}};
              w.top = {.points = {{300, 0, 200}, {0, 0, 200}}};
              w.rulings = Rulings::even;
            }),
            "rulings");
}

// --- strips on cones

TEST(ConeStrip, EdgesHaveTheirClosedLengths) {
  // A constant angle from level: a spiral of the cone, whose length is its rise over two sines.
  const Sheet thin{.thickness = 0};
  const double lead = Angle::degrees(14).radians();
  const HelicalStrip s{.body_diameter = 200,
                       .body_end_diameter = 500,
                       .width = 20,
                       .turns = 1.5,
                       .lead = Angle::radians(lead)};
  const ConeStripSizes c = solve_on_cone(s, thin);
  const StretchedPart part = stretch(s, thin);
  EXPECT_TRUE(part.opens_flat());
  const Blank b = make_blanks(part, {.fit = 1e-3}).front();
  EXPECT_NEAR(edge(b, EdgeName::base)->girth, c.height / std::cos(c.half_angle) / std::sin(lead),
              1e-9 * part.size);
  // The upper edge runs beside it: as much longer as the edge turns on the flat, times the width.
  const double turned = c.angle * std::sin(c.half_angle);
  EXPECT_NEAR(edge(b, EdgeName::top)->girth, edge(b, EdgeName::base)->girth + 20 * turned, 1e-9 * part.size);
  EXPECT_NEAR(area(b), 20 * (edge(b, EdgeName::base)->girth + 10 * turned), 4e-3 * part.size);
  EXPECT_TRUE(prove(b, part).passed);
}

TEST(ConeStrip, OfAnAllButCylindricalBodyIsThatOfTheCylinder) {
  for (const StripEnds ends : {StripEnds::square, StripEnds::level, StripEnds::upright, StripEnds::round}) {
    HelicalStrip s{.body_diameter = 300, .width = 25, .pitch = 140, .turns = 1.2, .ends = ends};
    const Making exact{.fit = 1e-4};
    const Blank of_cylinder = make_blanks(wind(s, middle), exact).front();
    s.body_end_diameter = 300 * (1 + 2e-9);
    const StretchedPart part = stretch(s, middle);
    const Blank b = make_blanks(part, exact).front();
    EXPECT_NEAR(area(b), area(of_cylinder), 1e-2) << name_of(ends);
    EXPECT_NEAR(smallest_rectangle(b).width, smallest_rectangle(of_cylinder).width, 1e-3) << name_of(ends);
    EXPECT_TRUE(prove(b, part).passed) << name_of(ends);
  }
}

TEST(ConeStrip, LieAgainstTheConeAndEndAsAsked) {
  std::mt19937 random(5);
  const auto within = [&](double a, double b) { return std::uniform_real_distribution(a, b)(random); };
  int made = 0;
  for (int i = 0; i < draws(24); ++i) {
    const Sheet sheet{.thickness = within(0, 4)};
    HelicalStrip s{.body_diameter = within(150, 600),
                   .body_end_diameter = within(150, 600),
                   .width = within(5, 60),
                   .turns = within(0.3, 1.8)};
    if (i % 2) s.lead = Angle::degrees(within(6, 40));
    if (i % 2 == 0) s.height = within(100, 600);
    s.ends = static_cast<StripEnds>(i % 4);
    const Hand hand = i % 3 ? Hand::as_drawn : Hand::opposite;
    try {
      const StretchedPart part = stretch(s, sheet, hand);
      EXPECT_TRUE(part.opens_flat()) << i;
      const Blank b = make_blanks(part, {.hand = hand}).front();
      const Proof p = prove(b, part);
      EXPECT_TRUE(p.passed) << i << ": " << p.greatest_distance << " at " << p.where << ", strain "
                            << p.strain_mismatch;
      const ConeStripSizes c = solve_on_cone(s, sheet);
      const Surface& surface = part.pieces.front().curved.surface;
      const double taper = std::tan(c.half_angle);
      const double first = surface.us.front();
      const double last = surface.us.back();
      for (const double u : {first, first + 0.4 * (last - first), last}) {
        for (const double v : {0.0, 0.3, 1.0}) {
          const Vec3 at = surface.point(u, v).at;
          // Half the thickness outside the body.
          EXPECT_NEAR((std::hypot(at.x, at.y) - c.from - taper * at.z) * std::cos(c.half_angle),
                      sheet.thickness.value() / 2, 1e-9 * part.size);
        }
      }
      for (const double u : {first, last}) {
        const Vec3 low = surface.point(u, 0).at;
        const Vec3 high = surface.point(u, 1).at;
        if (s.ends == StripEnds::level) {
          EXPECT_NEAR(low.z, high.z, 1e-9 * part.size);
        }
        if (s.ends == StripEnds::upright) {
          EXPECT_NEAR(low.x * high.y, low.y * high.x, 1e-9 * part.size * part.size);
        }
      }
      ++made;
    } catch (const Refusal& refusal) {
      EXPECT_FALSE(refusal.text().key.empty()) << i << ": " << refusal.what();
    }
  }
  expect_made(made, 13, 24, draws(24));
}

TEST(ConeStrip, BadSizesAreRefusedByTheirKeys) {
  const HelicalStrip good{
      .body_diameter = 400, .body_end_diameter = 250, .width = 30, .pitch = 120, .turns = 2};
  const auto key = [&](auto change) {
    HelicalStrip s = good;
    change(s);
    return refusal_of([&] { (void)stretch(s, middle); }).key;
  };
  EXPECT_EQ(key([](HelicalStrip& s) { s.upright_width = 20; }), "upright_width");
  EXPECT_EQ(key([](HelicalStrip& s) { s.body_end_diameter = 400; }), "body.end_diameter");
  EXPECT_EQ(key([](HelicalStrip& s) { s.body_end_diameter = 0; }), "body.end_diameter");
  EXPECT_EQ(key([](HelicalStrip& s) { s.turns.reset(); }), "pitch");
  EXPECT_EQ(key([](HelicalStrip& s) { s.width = 200; }), "width");
  EXPECT_EQ(key([](HelicalStrip& s) { s.width.reset(); }), "width");
  EXPECT_EQ(key([](HelicalStrip& s) {
              s.pitch.reset();
              s.lead = Angle::degrees(0.5);
            }),
            "lead_angle");
}

// --- strips that stand on their body

HelicalStrip standing_strip(double tilt, std::optional<double> on_to = {},
                            StripEnds ends = StripEnds::square) {
  return {.body_diameter = 300,
          .body_end_diameter = on_to,
          .width = 60,
          .pitch = 260,
          .turns = 0.8,
          .start = Angle::degrees(20),
          .ends = ends,
          .tilt = Angle::degrees(tilt),
          .strain = any};
}
double plan(Vec3 p) { return std::atan2(p.y, p.x); }

TEST(StandingStrip, RulingsStandAtTheTilt) {
  for (const double tilt : {20.0, 90.0, 140.0}) {
    const StretchedPart part = stretch(standing_strip(tilt, 420, StripEnds::upright), middle);
    const Surface& s = part.pieces[0].curved.surface;
    const double half_angle = std::atan(60 / (0.8 * 260));
    for (const double u : {0.0, 0.4, 1.0}) {
      const Vec3 foot = s.point(u, 0).at;
      const Vec3 ruling = s.point(u, 0).dv;
      EXPECT_NEAR(norm(ruling), 60, 1e-9);
      EXPECT_NEAR(std::hypot(foot.x, foot.y), 150 + 60 * u, 1e-9);
      EXPECT_NEAR(foot.z, 0.8 * 260 * u, 1e-9);
      const Vec2 out = direction(plan(foot));
      const Vec3 generator{std::sin(half_angle) * out.x, std::sin(half_angle) * out.y, std::cos(half_angle)};
      EXPECT_NEAR(Angle::radians(std::acos(dot(ruling, generator) / 60)).degrees(), tilt, 1e-6);
    }
  }
}

TEST(StandingStrip, KeepsItsLeadAngleOnACone) {
  HelicalStrip strip = standing_strip(70, 420);
  strip.pitch.reset();
  strip.lead = Angle::degrees(18);
  const StretchedPart part = stretch(strip, middle);
  const Surface& s = part.pieces[0].curved.surface;
  for (const double u : {0.0, 0.3, 0.9}) {
    const SurfacePoint p = s.point(u, 0);
    const double level = (-p.at.y * p.du.x + p.at.x * p.du.y) / std::hypot(p.at.x, p.at.y);
    const double along = std::hypot(p.du.z, (p.at.x * p.du.x + p.at.y * p.du.y) / std::hypot(p.at.x, p.at.y));
    EXPECT_NEAR(Angle::radians(std::atan2(along, level)).degrees(), 18, 1e-9);
  }
  EXPECT_NEAR(std::hypot(s.point(1, 0).at.x, s.point(1, 0).at.y), 210, 1e-9);
}

TEST(StandingStrip, EndsAreCutAsAsked) {
  for (const Hand hand : {Hand::as_drawn, Hand::opposite}) {
    for (const auto& on_to : {std::optional<double>{}, std::optional<double>{380}}) {
      for (const StripEnds ends :
           {StripEnds::square, StripEnds::level, StripEnds::upright, StripEnds::round}) {
        HelicalStrip strip = standing_strip(55, on_to, ends);
        strip.turns = 0.3;
        const StretchedPart part = stretch(strip, middle, hand);
        const Surface& s = part.pieces[0].curved.surface;
        for (const double u : {s.us.front(), s.us.back()}) {
          const Vec3 foot = s.point(u, 0).at;
          for (const double v : {0.3, 1.0}) {
            const SurfacePoint p = s.point(u, v);
            const double off = ends == StripEnds::level     ? p.at.z - foot.z
                               : ends == StripEnds::upright ? plan(p.at) - plan(foot)
                                                            : dot(p.du, p.dv) / (norm(p.du) * norm(p.dv));
            EXPECT_NEAR(off, 0, 1e-9) << name_of(ends);
          }
        }
        const Blank b = make_blanks(part, {.hand = hand}).front();
        EXPECT_EQ(b.tabs.size(), ends == StripEnds::round ? 2U : 0U);
        EXPECT_TRUE(prove(b, part).passed);
      }
    }
  }
}

TEST(StandingStrip, SquareEndsOfACylinderAreTheClosedForm) {
  const double tilt = 55 * pi / 180;
  const double c = 260 / (2 * pi);
  const StretchedPart part = stretch(standing_strip(55), middle);
  const Surface& s = part.pieces[0].curved.surface;
  for (const double v : {0.2, 0.7, 1.0}) {
    const double turned = plan(s.point(0.5, v).at) - plan(s.point(0.5, 0).at);
    const double expected =
        -(std::atan((150 + v * 60 * std::sin(tilt)) / c) - std::atan(150 / c)) / std::tan(tilt);
    EXPECT_NEAR(std::remainder(turned - expected, 2 * pi), 0, 1e-10);
  }
}

TEST(StandingStrip, OnAnAllButCylindricalBodyIsThatOfTheCylinder) {
  for (const StripEnds ends : {StripEnds::square, StripEnds::level}) {
    const StretchedPart on_cylinder = stretch(standing_strip(75, {}, ends), middle);
    const StretchedPart on_cone = stretch(standing_strip(75, 300 + 1e-4, ends), middle);
    EXPECT_NEAR(rms(on_cylinder), rms(on_cone), 1e-6 * rms(on_cylinder) + 1e-9);
    EXPECT_NEAR(area(make_blanks(on_cylinder, {}).front()), area(make_blanks(on_cone, {}).front()), 0.5);
  }
}

TEST(StandingStrip, HasRoundEndsAtItsVeryEndsOnly) {
  HelicalStrip strip = standing_strip(80, {}, StripEnds::round);
  strip.turns_per_blank = 0.3;
  const StretchedPart part = stretch(strip, middle);
  const std::vector<Blank> blanks = make_blanks(part, {});
  ASSERT_EQ(blanks.size(), 3U);
  EXPECT_EQ(blanks[0].tabs.size(), 1U);
  EXPECT_EQ(blanks[1].tabs.size(), 0U);
  EXPECT_EQ(blanks[2].tabs.size(), 1U);
  for (const Blank& b : blanks) EXPECT_TRUE(prove(b, part).passed);
}

TEST(StandingStrip, BadSizesAreRefusedByTheirKeys) {
  const auto key = [](auto change) {
    HelicalStrip s = standing_strip(90);
    change(s);
    return refusal_of([&] { (void)stretch(s, middle); }).key;
  };
  EXPECT_EQ(key([](HelicalStrip& s) { s.tilt = Angle::degrees(180); }), "tilt");
  EXPECT_EQ(key([](HelicalStrip& s) { s.turns_per_blank = 51; }), "blank.turns");
  EXPECT_EQ(key([](HelicalStrip& s) { s.upright_width = 60; }), "upright_width");
  EXPECT_EQ(key([](HelicalStrip& s) { s.body_end_diameter = 300; }), "body.end_diameter");
  EXPECT_EQ(key([](HelicalStrip& s) { s.turns = 60; }), "turns");
  EXPECT_EQ(key([](HelicalStrip& s) { s.width.reset(); }), "width");
  EXPECT_EQ(key([](HelicalStrip& s) {
              // Leaning inwards from a steep cone.
              s.body_end_diameter = 40;
              s.turns = 0.2;
              s.tilt = Angle::degrees(1);
            }),
            "width");
  EXPECT_EQ(key([](HelicalStrip& s) {
              s.ends = StripEnds::round;
              s.turns = 0.01;
            }),
            "width");
}

// --- at random

class RandomStretched : public ::testing::TestWithParam<int> {};
TEST_P(RandomStretched, PartsAreProvedOrRefusedWithAReason) {
  std::mt19937 random(static_cast<unsigned>(GetParam()));
  const auto within = [&](double a, double b) { return std::uniform_real_distribution(a, b)(random); };
  const auto dome = [&] {
    Dome d{.gores = 3 + static_cast<int>(random() % 30)};
    d.rim = within(200, 2000);
    if (random() % 3 == 0) {
      d.kind = DomeKind::dished;
      d.crown_radius = within(0.5, 1.5) * *d.rim;
      d.knuckle_radius = within(0.05, 0.3) * *d.rim;
      if (random() % 2) d.straight = within(0, 100);
    } else {
      d.rise = within(0.05, 0.8) * *d.rim;
    }
    if (random() % 2) d.crown = within(0.1, 0.6) * *d.rim;
    d.strain = any;
    return d;
  };
  const auto curve = [&](double low, double height) {
    if (random() % 2)
      return helix(within(low, low + 300), random() % 3 ? 300 : 0, within(0.2, 0.8), height, within(-20, 20));
    SpaceCurve c;
    for (int i = 0; i < 2 + static_cast<int>(random() % 4); ++i)
      c.points.push_back({i * 200 + within(-30, 30), within(-60, 60), height + within(-40, 40)});
    return c;
  };
  int made = 0;
  for (int i = 0; i < std::max(3, draws(12)); ++i) {
    const Sheet sheet{.thickness = random() % 4 ? within(0.2, 6) : 0, .sizes_on = Face::inside};
    const Hand hand = random() % 2 ? Hand::as_drawn : Hand::opposite;
    RuledWall w{.base = curve(300, 0), .top = curve(200, 250), .strain = any};
    if (random() % 3 == 0) w.rulings = Rulings::even;
    HelicalStrip strip = standing_strip(within(5, 170));
    if (random() % 2) strip.body_end_diameter = within(150, 500);
    strip.width = within(10, 100);
    strip.ends = static_cast<StripEnds>(random() % 4);
    using Any = std::variant<Dome, RuledWall, HelicalStrip>;
    const Any shape = random() % 2 ? Any(dome()) : random() % 2 ? Any(w) : Any(strip);
    try {
      const StretchedPart part =
          std::visit([&](const auto& own) { return stretch(own, sheet, hand); }, shape);
      for (const Blank& b : make_blanks(part, {.hand = hand})) {
        const Proof p = prove(b, part);
        EXPECT_TRUE(p.passed) << "seed " << GetParam() << ", part " << i << ": " << p.greatest_distance
                              << " at " << p.where << ", strain " << p.strain_mismatch << ", seam "
                              << p.seam_mismatch << ", rims " << p.rim_mismatch << ", area "
                              << p.area_mismatch << ", allowed " << p.allowed;
      }
      ++made;
    } catch (const Refusal& refusal) {
      EXPECT_FALSE(refusal.text().key.empty()) << GetParam() << ", " << i << ": " << refusal.what();
    }
  }
  expect_made(made, 8, 12, std::max(3, draws(12)));
}
INSTANTIATE_TEST_SUITE_P(FiveTimes12, RandomStretched, ::testing::Range(1, 6));

}  // namespace
}  // namespace juggler::testing
