// Flights and coils against closed forms, fine sums, and each other.
#include <random>

#include "common.h"
#include "wound/winding.h"

namespace juggler::testing {
namespace {

using std::numbers::pi;

const Sheet plate{.thickness = 3};

Flight screw() { return {.shaft = 60, .outside = 200, .pitch = 200, .turns = 1}; }
double helix(double radius, double pitch, double turns = 1) {
  return turns * std::hypot(2 * pi * radius, pitch);
}
const FlatRing& ring_of(const WoundPart& part, FlightFlat flat) {
  const std::vector<FlatRing>& rings = part.pieces.front().flat_rings;
  return rings[0].flat == flat ? rings[0] : rings[1];
}

TEST(Flight, EqualEdgesKeepBothEdgesAndTheWidth) {
  const WoundPart part = wind(screw(), plate);
  const FlatRing& r = ring_of(part, FlightFlat::equal_edges);
  EXPECT_NEAR(r.outer_radius - r.inner_radius, 70, 1e-9 * 70);
  EXPECT_NEAR(r.inner_radius * r.sector.radians(), helix(30, 200), 1e-9 * 200);
  EXPECT_NEAR(r.outer_radius * r.sector.radians(), helix(100, 200), 1e-9 * 600);
  EXPECT_NEAR(r.sector.degrees() + r.gap.degrees(), 360, 1e-9);
  const Blank b = make_blanks(part, {}).front();
  EXPECT_NEAR(length_of(edge(b, EdgeName::base)->arcs), helix(30, 200), 1e-9 * 600);
  EXPECT_NEAR(length_of(edge(b, EdgeName::top)->arcs), helix(100, 200), 1e-9 * 600);
  EXPECT_EQ(edge(b, EdgeName::base)->arcs.size(), 1U);
  EXPECT_NEAR(radius_of(edge(b, EdgeName::base)->arcs.front()), r.inner_radius, 1e-9 * 60);
  EXPECT_NEAR(area(b), r.sector.radians() / 2 * (std::pow(r.outer_radius, 2) - std::pow(r.inner_radius, 2)),
              1e-9 * 33000);
  EXPECT_EQ(b.thickness, 3);
  EXPECT_TRUE(prove(b, part).passed);
}

// The two metrics by finite differences: of the blade in space, and of the ring in the plane.
TEST(Flight, StrainIsThatOfTheTwoMetrics) {
  const WoundPart part = wind(screw(), plate);
  const FlatRing& r = ring_of(part, FlightFlat::equal_edges);
  const auto measured = [&](double radius) {
    const double step = 1e-5;
    const Vec3 a{radius * std::cos(step), radius * std::sin(step), 200 * step / (2 * pi)};
    const Vec3 b{radius * std::cos(step), -radius * std::sin(step), -200 * step / (2 * pi)};
    const double flat = 2 * (r.inner_radius + radius - 30) * std::sin(step * r.sector.radians() / (2 * pi));
    return norm(a - b) / flat - 1;
  };
  EXPECT_NEAR(r.middle, measured(65), 1e-9);
  EXPECT_NEAR(r.inner, 0, 1e-12);
  EXPECT_NEAR(r.outer, 0, 1e-12);
  double worst = 0;
  double at = 0;
  for (int i = 0; i <= 7000; ++i) {
    const double radius = 30 + 0.01 * i;
    if (measured(radius) < worst) {
      worst = measured(radius);
      at = radius;
    }
  }
  EXPECT_NEAR(r.greatest, worst, 1e-7);
  EXPECT_NEAR(r.greatest_radius, at, 0.02);
  EXPECT_NEAR(r.greatest, -0.032, 5e-4);
  for (const StrainAt& s : r.map) EXPECT_NEAR(s.along, measured(s.radius), 1e-9);
}

// The measure of a ring, radius by radius, by the trapezium rule over its own polygon of radii.
double measure(const std::vector<double>& rho, double k, double a, double b, double h) {
  const auto n = rho.size() - 1;
  const double step = (b - a) / static_cast<double>(n);
  double sum = 0;
  double area = 0;
  for (size_t i = 0; i < n; ++i) {
    const double r = a + step * (static_cast<double>(i) + 0.5);
    const double g = std::hypot(r, h);
    const double along = g / (k * (rho[i] + rho[i + 1]) / 2) - 1;
    const double across = step / (rho[i + 1] - rho[i]) - 1;
    sum += g * (along * along + across * across);
    area += g;
  }
  return std::sqrt(sum / area);
}

TEST(Flight, NoOtherRingStretchesLess) {
  Flight f = screw();
  f.flat = FlightFlat::least_stretch;
  const double h = 200 / (2 * pi);
  const WoundPart part = wind(f, plate);
  const FlatRing& least = part.pieces.front().flat_rings.front();
  ASSERT_EQ(least.flat, FlightFlat::least_stretch);
  // Free edges are not pulled across.
  EXPECT_NEAR(least.map.front().across, 0, 1e-9);
  EXPECT_NEAR(least.map.back().across, 0, 1e-9);
  // The same minimum among polygons of 140 radii, sought by a descent of its own from the ring of equal
  // edges.
  const FlatRing& equal = ring_of(part, FlightFlat::equal_edges);
  constexpr size_t n = 140;
  std::vector<double> rho;
  for (size_t i = 0; i <= n; ++i) rho.push_back(equal.inner_radius + 70.0 * static_cast<double>(i) / n);
  double k = equal.sector.radians() / (2 * pi);
  EXPECT_NEAR(measure(rho, k, 30, 100, h), equal.root_mean_square, 1e-5);
  // Newton's steps for one unknown at a time, long ones first: shifts of all radii beyond a place, and the
  // sweep.
  double best = measure(rho, k, 30, 100, h);
  for (int round = 0; round < 60; ++round) {
    for (size_t from = 0; from <= n; from = from == 0 ? 1 : from + 3) {
      const auto shifted = [&](double by) {
        std::vector<double> other = rho;
        for (size_t i = from; i <= n; ++i) other[i] += by;
        return measure(other, k, 30, 100, h);
      };
      const Least l = juggler::least(shifted, -0.3, 0.3);
      for (size_t i = from; i <= n && l.value < best; ++i) rho[i] += l.at;
      best = std::min(best, l.value);
      if (round > 3 && from > 30) break;
    }
    const Least l = juggler::least([&](double by) { return measure(rho, k + by, 30, 100, h); }, -0.01, 0.01);
    if (l.value < best) k += l.at;
    best = std::min(best, l.value);
  }
  EXPECT_GT(best, least.root_mean_square - 2e-6);
  EXPECT_LT(best, least.root_mean_square * 1.02);
  EXPECT_LT(least.root_mean_square, equal.root_mean_square / 2);
}

TEST(Flight, LeastStretchBeatsUnrollingTriangleByTriangle) {
  // Unrolled in one strip of triangles between the edges, both edges and one diagonal keep their length: the
  // ring that comes of it, ever finer, has the edges' lengths too, and the width that the triangles leave.
  Flight f = screw();
  const WoundPart part = wind(f, plate);
  const FlatRing& least = ring_of(part, FlightFlat::least_stretch);
  constexpr int n = 4000;
  const double step = 2 * pi / n;
  const auto at = [&](double r, int i) {
    return Vec3{r * std::cos(step * i), r * std::sin(step * i), 200.0 * i / n};
  };
  const double across = norm(at(100, 0) - at(30, 0));
  const double inner = norm(at(30, 1) - at(30, 0));
  const double outer = norm(at(100, 1) - at(100, 0));
  const double diagonal = norm(at(100, 1) - at(30, 0));
  const auto angle = [](double a, double b, double c) {
    return std::acos((a * a + b * b - c * c) / (2 * a * b));
  };
  // What the triangles at an inner corner have beyond half a turn turns the edge.
  const double at_inner = angle(across, diagonal, outer) + angle(diagonal, inner, across);
  const double at_next = angle(inner, across, diagonal);
  const double turn = n * (at_inner + at_next - pi);
  const double inner_radius = n * inner / turn;
  const double outer_radius = n * outer / turn;
  constexpr size_t parts = 2000;
  std::vector<double> rho;
  for (size_t i = 0; i <= parts; ++i)
    rho.push_back(inner_radius + (outer_radius - inner_radius) * static_cast<double>(i) / parts);
  const double unrolled = measure(rho, turn / (2 * pi), 30, 100, 200 / (2 * pi));
  EXPECT_NEAR(unrolled, ring_of(part, FlightFlat::equal_edges).root_mean_square, 1e-3);
  EXPECT_LT(least.root_mean_square, unrolled / 2);
}

TEST(Flight, BlanksAreCountedFromTheLowerEnd) {
  Flight f = screw();
  f.turns = 3.25;
  f.turns_per_blank = 0.5;
  const WoundPart part = wind(f, plate);
  EXPECT_EQ(part.blanks, 7);
  ASSERT_EQ(part.pieces.size(), 2U);
  EXPECT_EQ(part.pieces[0].count, 6);
  EXPECT_EQ(part.pieces[1].number, 6);
  double inner = 0;
  for (const Blank& b : make_blanks(part, {.quantity = 2})) {
    EXPECT_TRUE(prove(b, part).passed);
    EXPECT_EQ(b.pieces, 7);
    inner += b.count * length_of(edge(b, EdgeName::base)->arcs);
  }
  EXPECT_NEAR(inner, 2 * helix(30, 200, 3.25), 1e-9 * 3000);
}

TEST(Flight, LeftHandIsTheMirrorImage) {
  Flight f = screw();
  f.pitch_to = 120;
  f.outside_to = 240;
  f.turns = 1.6;
  f.start = Angle::degrees(30);
  const WoundPart left = wind(f, plate, Hand::opposite);
  f.start = -f.start;
  const WoundPart right = wind(f, plate);
  ASSERT_EQ(right.pieces.size(), left.pieces.size());
  for (size_t i = 0; i < right.pieces.size(); ++i) {
    EXPECT_NEAR(right.pieces[i].from, -left.pieces[i].to, 1e-12);
    EXPECT_NEAR(right.pieces[i].flat_rings[0].greatest, left.pieces[i].flat_rings[0].greatest, 1e-12);
  }
  for (const double share : {0.0, 0.3, 1.0}) {
    const double u = right.form.from() + share * (right.form.to() - right.form.from());
    const Vec3 a = edge_point(right.form, EndName::top, 0, u);
    const Vec3 b = edge_point(left.form, EndName::top, 0, -u);
    EXPECT_NEAR(norm(a - Vec3{b.x, -b.y, b.z}), 0, 1e-9);
  }
  const std::vector<Blank> blanks = make_blanks(left, {.hand = Hand::opposite});
  for (const Blank& b : blanks) EXPECT_TRUE(prove(b, left).passed);
}

TEST(Flight, GrowingOnesKeepTheirEdges) {
  Flight f = screw();
  f.pitch = 90;
  f.pitch_to = 180;
  f.outside_to = 260;
  f.turns = 2;
  const WoundPart part = wind(f, plate);
  double inner = 0;
  double outer = 0;
  for (const Blank& b : make_blanks(part, {})) {
    const Proof p = prove(b, part);
    EXPECT_TRUE(p.passed) << p.greatest_distance << " at " << p.where << ", rims " << p.rim_mismatch;
    inner += edge(b, EdgeName::base)->girth;
    outer += edge(b, EdgeName::top)->girth;
  }
  double by_hand = 0;
  double outer_by_hand = 0;
  constexpr int n = 400000;
  for (int i = 0; i < n; ++i) {
    const double t = (i + 0.5) / n;
    const double h = (90 + 90 * t) / (2 * pi);
    by_hand += std::hypot(30, h) * 4 * pi / n;
    outer_by_hand += std::sqrt(std::pow(100 + 30 * t, 2) + h * h + std::pow(30 / (4 * pi), 2)) * 4 * pi / n;
  }
  EXPECT_NEAR(inner, by_hand, 1e-9 * 1000);
  EXPECT_NEAR(outer, outer_by_hand, 1e-9 * 2000);
}

TEST(Flight, RefusalsNameTheKey) {
  const auto key = [](const Flight& f) { return refusal_of([&] { (void)wind(f, plate); }).key; };
  Flight f = screw();
  f.shaft.reset();
  EXPECT_EQ(key(f), "shaft.diameter");
  f = screw();
  f.outside = 60;
  EXPECT_EQ(key(f), "outside.diameter");
  f = screw();
  f.turns.reset();
  EXPECT_EQ(key(f), "turns");
  f = screw();
  f.pitch = 0;
  EXPECT_EQ(key(f), "pitch");
  f = screw();
  f.turns = 3;
  f.turns_per_blank = 1.15;  // a whole ring makes 1.144
  EXPECT_EQ(key(f), "blank.turns");
  f.outside_to = 240;
  EXPECT_EQ(key(f), "blank.turns");
  f.full_rings = true;
  EXPECT_EQ(key(f), "blank.full_rings");
  f = screw();
  f.slit = 2;
  EXPECT_EQ(key(f), "blank.slit");
  f.full_rings = true;
  f.slit = 0;
  EXPECT_EQ(key(f), "blank.slit");
  f = screw();
  f.shaft_to = 200;
  EXPECT_EQ(key(f), "outside.diameter");
  f = screw();
  f.inside = 50;
  EXPECT_EQ(key(f), "shaft.diameter");  // no ribbon runs through its shaft
  f.inside.reset();
  f.width = 120;
  EXPECT_EQ(key(f), "width");
  f.width = 30;
  f.inside = 100;
  EXPECT_EQ(key(f), "width");
  f = screw();
  f.inside_to = 90;
  EXPECT_EQ(key(f), "inside.end_diameter");
  f = screw();
  f.pitch_to = 100;
  f.flat = FlightFlat::least_stretch;
  EXPECT_EQ(key(f), "blank.flat");
  // Steep on a thin shaft: beyond 5 %.
  f = screw();
  f.shaft = 20;
  f.pitch = 300;
  EXPECT_EQ(key(f), "strain_limit");
  f.allow_strain = true;
  const WoundPart part = wind(f, plate);
  const Blank b = make_blanks(part, {}).front();
  EXPECT_TRUE(prove(b, part).passed);
  ASSERT_EQ(b.warnings.size(), 1U);
  EXPECT_TRUE(has(b.warnings.front(), "upsets the metal"));
  EXPECT_TRUE(has(refusal_of([&] { (void)make_blank(Shape(screw()), plate, {.gap = 2}); }).reason,
                  "nothing closes it"));
}

// Both edges against fine sums on a cone, however the pitch grows; the strain from the two metrics.
TEST(Flight, ShaftThatTapersIsACone) {
  for (const double to : {90.0, 40.0}) {
    for (const double pitch_to : {150.0, 220.0}) {
      Flight f{.shaft = 60, .shaft_to = to, .outside = 200, .pitch = 150, .turns = 2.3, .allow_strain = true};
      if (pitch_to != 150) f.pitch_to = pitch_to;
      const WoundPart part = wind(f, plate);
      double inner = 0, outer = 0;
      for (const Blank& b : make_blanks(part, {})) {
        EXPECT_TRUE(prove(b, part).passed);
        inner += edge(b, EdgeName::base)->girth;
        outer += edge(b, EdgeName::top)->girth;
      }
      const double height = 2.3 * (150 + pitch_to) / 2;
      const auto at = [&](double share, bool in) {
        const double z = 2.3 * (150 * share + (pitch_to - 150) * share * share / 2);
        const double r = in ? 30 + (to / 2 - 30) * z / height : 100;
        const double u = 2 * pi * 2.3 * share;
        return Vec3{r * std::cos(u), r * std::sin(u), z};
      };
      const auto sum = [&](bool in, int n) {
        double s = 0;
        for (int i = 0; i < n; ++i) s += norm(at((i + 1.0) / n, in) - at(i * 1.0 / n, in));
        return s;
      };
      for (const bool in : {true, false}) {
        const double fine = sum(in, 40000);
        EXPECT_NEAR(in ? inner : outer, fine + (fine - sum(in, 20000)) / 3, 1e-7) << to << ", " << pitch_to;
      }
    }
  }
}

// 360 degrees less the slit, of rings by hand: n whole ones and a rest make the turns.
TEST(Flight, FullRingsAreSlitOnce) {
  Flight f{.shaft = 60, .outside = 200, .pitch = 200, .turns = 4, .full_rings = true, .slit = 3};
  const double p = helix(30, 200), q = helix(100, 200);
  const double inner = 70 * p / (q - p);
  const double turns = (2 * pi * inner - 3) / p;
  const WoundPart part = wind(f, plate);
  EXPECT_EQ(part.blanks, 4);
  const std::vector<Blank> blanks = make_blanks(part, {});
  ASSERT_EQ(blanks.size(), 2U);
  EXPECT_EQ(blanks[0].count, 3);
  const Edge& edge_of_ring = *edge(blanks[0], EdgeName::base);
  EXPECT_NEAR(length_of(edge_of_ring.arcs), 2 * pi * inner - 3, 1e-9 * 400);
  EXPECT_NEAR(length_of(edge(blanks[1], EdgeName::base)->arcs), (4 - 3 * turns) * p, 1e-9 * 400);
  for (const Blank& b : blanks) EXPECT_TRUE(prove(b, part).passed);
  f.flat = FlightFlat::least_stretch;
  const WoundPart least = wind(f, plate);
  const FlatRing& ring = ring_of(least, FlightFlat::least_stretch);
  EXPECT_NEAR((2 * pi - ring.sector.radians()) * ring.inner_radius, 3, 1e-9 * 400);
  EXPECT_TRUE(prove(make_blanks(least, {}).front(), least).passed);
}

TEST(Flight, RibbonIsTheBladeOffItsShaft) {
  const Flight ribbon{.shaft = 40, .inside = 120, .outside = 200, .pitch = 200, .turns = 1};
  const Flight blade{.shaft = 120, .outside = 200, .pitch = 200, .turns = 1};
  const Flight wide{.width = 40, .outside = 200, .pitch = 200, .turns = 1};
  const Blank b = make_blanks(wind(blade, plate), {}).front();
  for (const Flight& f : {ribbon, wide}) {
    const WoundPart part = wind(f, plate);
    const Blank same = make_blanks(part, {}).front();
    EXPECT_TRUE(prove(same, part).passed);
    EXPECT_EQ(area(same), area(b));
  }
  // One that narrows keeps its width.
  Flight narrows{.width = 30, .outside = 220, .outside_to = 160, .pitch = 150, .turns = 2};
  narrows.allow_strain = true;
  for (const Blank& piece : make_blanks(wind(narrows, plate), {}))
    for (const Element& e : piece.elements) EXPECT_NEAR(norm(e.top - e.base), 30, 1e-9);
}

TEST(Strip, LengthOnAFaceIsThatOfItsHelix) {
  const Sheet sheet{.thickness = 4, .neutral_factor = 0.4};
  const std::vector<std::pair<StripLayer, double>> layers{{StripLayer::inside, 100},
                                                          {StripLayer::neutral, 101.6},
                                                          {StripLayer::middle, 102},
                                                          {StripLayer::outside, 104}};
  for (const auto& [layer, r] : layers) {
    HelicalStrip s{.body_diameter = 200, .width = 40, .length = 1700, .length_on = layer};
    const auto rise_of = [&](const HelicalStrip& strip) {
      const StripNumbers n = *wind(strip, sheet).strip;
      EXPECT_NEAR(2 * pi * n.turns * std::hypot(r, n.pitch / (2 * pi)), 1700, 1e-9 * 1700);
      return n;
    };
    HelicalStrip by_pitch = s, by_turns = s, by_height = s, by_lead = s;
    by_pitch.pitch = 160;
    EXPECT_NEAR(rise_of(by_pitch).pitch, 160, 1e-9 * 160);
    by_turns.turns = 2.2;
    EXPECT_NEAR(rise_of(by_turns).turns, 2.2, 1e-9);
    by_height.height = 500;
    EXPECT_NEAR(rise_of(by_height).height, 500, 1e-9 * 500);
    by_lead.lead = Angle::degrees(15);
    EXPECT_NEAR(rise_of(by_lead).lead.degrees(), 15, 1e-9);
  }
}

// On a cone by points of the face and chords; standing on the middle.
TEST(Strip, LengthOnAConeIsMeasuredOnTheFace) {
  const Sheet sheet{.thickness = 4, .sizes_on = Face::middle};
  for (const bool lead : {false, true}) {
    HelicalStrip s{.body_diameter = 300,
                   .body_end_diameter = 220,
                   .width = 30,
                   .length = 1500,
                   .length_on = StripLayer::outside};
    if (lead) {
      s.lead = Angle::degrees(7);
    } else {
      s.pitch = 110;
    }
    const StretchedPart part = stretch(s, sheet);
    const Surface& surface = part.pieces.front().curved.surface;
    const auto outside = [&](double u) {
      const SurfacePoint p = surface.point(u, 0);
      Vec3 n = cross(p.du, p.dv);
      if (n.x * p.at.x + n.y * p.at.y < 0) n = -1 * n;
      return p.at + 2 / norm(n) * n;
    };
    const auto sum = [&](int k) {
      double all = 0;
      for (int i = 0; i < k; ++i) all += norm(outside((i + 1.0) / k) - outside(i * 1.0 / k));
      return all;
    };
    const double fine = sum(20000);
    EXPECT_NEAR(fine + (fine - sum(10000)) / 3, 1500, 1e-7) << lead;
  }
}

TEST(Strip, LengthsThatCannotBeAreRefused) {
  const auto key = [](HelicalStrip s) { return refusal_of([&] { (void)wind(s, plate); }).key; };
  const HelicalStrip s{.body_diameter = 200, .width = 40, .length = 900};
  HelicalStrip strip = s;
  EXPECT_EQ(key(strip), "length");  // alone
  strip.turns = 2;                  // two turns are longer
  EXPECT_EQ(key(strip), "length");
  strip.turns = 1;
  strip.pitch = 200;
  EXPECT_EQ(key(strip), "length");  // one too many
  strip = s;
  strip.pitch = 200;
  strip.length = std::nan("");
  EXPECT_EQ(key(strip), "length");
  strip = s;
  strip.tilt = Angle::degrees(90);
  strip.pitch = 100;
  strip.length_on = StripLayer::outside;
  EXPECT_EQ(refusal_of([&] { (void)stretch(strip, plate); }).key, "length_on");
}

TEST(Flight, AProofSeesAnotherStrain) {
  WoundPart part = wind(screw(), plate);
  const Blank b = make_blanks(part, {}).front();
  part.pieces.front().flat_rings.front().middle += 1e-6;
  EXPECT_FALSE(prove(b, part).passed);
}

TEST(Coil, LayersHaveTheLengthsOfTheirCurves) {
  const Coil c{.inside = 80, .spacing = 12, .turns = 5, .width = 60};
  const Sheet sheet{.thickness = 2, .neutral_factor = 0.4};
  const WoundPart part = wind(c, sheet);
  const CoilNumbers& n = *part.coil;
  const double m = 12 / (2 * pi);
  const double r0 = n.start_middle_diameter / 2;
  // Points of a layer from the spiral and its normal by differences; chords, and from two of them the limit.
  const auto layer_at = [&](double d, double u) {
    const auto middle = [&](double v) { return (r0 + m * v) * direction(v); };
    const Vec2 way = middle(u + 1e-6) - middle(u - 1e-6);
    return middle(u) + (-d / norm(way)) * left_of(way);
  };
  const auto length = [&](double d) {
    const auto sum = [&](int parts) {
      double s = 0;
      for (int i = 0; i < parts; ++i)
        s += norm(layer_at(d, 10 * pi * (i + 1) / parts) - layer_at(d, 10 * pi * i / parts));
      return s;
    };
    const double coarse = sum(20000);
    const double fine = sum(40000);
    return fine + (fine - coarse) / 3;
  };
  EXPECT_NEAR(n.middle, length(0), 1e-8 * 2200);
  EXPECT_NEAR(n.inside, length(-1), 1e-8 * 2200);
  EXPECT_NEAR(n.outside, length(1), 1e-8 * 2200);
  EXPECT_NEAR(n.neutral, n.inside + 0.4 * (n.outside - n.inside), 1e-9 * 2200);
  // By quadrature of speeds alone: to 1e-9.
  EXPECT_NEAR(n.middle, integral([&](double u) { return std::hypot(r0 + m * u, m); }, 0, 10 * pi),
              1e-9 * 2200);
  EXPECT_NEAR(n.inside, rim_length(part.form, EndName::base, 0), 1e-9 * 2200);
  EXPECT_NEAR(n.outside, rim_length(part.form, EndName::top, 2), 1e-9 * 2200);
  EXPECT_NEAR(2 * norm(layer_at(-1, 0)), 80, 1e-9 * 80);
  EXPECT_NEAR(2 * norm(layer_at(1, 10 * pi)), n.outside_diameter, 1e-9 * 200);
  // Turn against turn, every pair of places.
  double nearest = HUGE_VAL;
  for (int i = 0; i < 2000; ++i) {
    for (int k = -60; k <= 60; ++k) {
      const double u = 8 * pi * i / 2000;
      const double v = u + 2 * pi + 0.002 * k;
      nearest = std::min(nearest, norm((r0 + m * u) * direction(u) - (r0 + m * v) * direction(v)));
    }
  }
  EXPECT_NEAR(n.clearance, nearest - 2, 1e-4);
  const Blank b = make_blanks(part, {}).front();
  EXPECT_NEAR(smallest_rectangle(b).width, n.neutral, 1e-9 * 2200);
  EXPECT_NEAR(smallest_rectangle(b).height, 60, 1e-9 * 2200);
  EXPECT_TRUE(prove(b, part).passed);
}

TEST(Coil, TheOutsideGivesTheTurns) {
  const Coil c{.inside = 80, .spacing = 12, .turns = 5.3, .width = 60};
  const double outside = wind(c, plate).coil->outside_diameter;
  const Coil other{.inside = 80, .spacing = 12, .outside = outside, .width = 60};
  EXPECT_NEAR(wind(other, plate).coil->turns, 5.3, 1e-9);
  EXPECT_NEAR(wind(other, plate, Hand::opposite).coil->neutral, wind(c, plate).coil->neutral, 1e-9 * 3000);
}

TEST(Coil, RefusalsNameTheKey) {
  const auto key = [](const Coil& c) { return refusal_of([&] { (void)wind(c, plate); }).key; };
  const Coil good{.inside = 80, .spacing = 12, .turns = 5, .width = 60};
  Coil c = good;
  c.middle = 80;
  EXPECT_EQ(key(c), "start.middle_diameter");
  c = good;
  c.inside.reset();
  EXPECT_EQ(key(c), "start.inside_diameter");
  c = good;
  c.spacing = 2;
  EXPECT_EQ(key(c), "spacing");
  // As wide as the sheet is thick, but square to the strip they are nearer.
  c.spacing = 3;
  EXPECT_EQ(key(c), "spacing");
  c = good;
  c.outside = 300;
  EXPECT_EQ(key(c), "outside.diameter");
  c.turns.reset();
  c.outside = 70;
  EXPECT_EQ(key(c), "outside.diameter");
  c = good;
  c.width.reset();
  EXPECT_EQ(key(c), "width");
  c = good;
  c.turns = 0;
  EXPECT_EQ(key(c), "turns");
}

HelicalStrip band(StripEnds ends = StripEnds::square) {
  return {.body_diameter = 300, .width = 60, .pitch = 250, .turns = 2.2, .ends = ends};
}
const Sheet thin{.thickness = 2, .neutral_factor = 0.45};

TEST(Strip, IsStraightAndItsEdgesAreHelices) {
  const WoundPart part = wind(band(), thin);
  const StripNumbers& n = *part.strip;
  EXPECT_NEAR(n.inside, helix(150, 250, 2.2), 1e-9 * 2000);
  EXPECT_NEAR(n.neutral, helix(150.9, 250, 2.2), 1e-9 * 2000);
  EXPECT_NEAR(n.outside, helix(152, 250, 2.2), 1e-9 * 2000);
  EXPECT_NEAR(n.lead.degrees(), std::atan(250 / (300 * pi)) * 180 / pi, 1e-9);
  for (const double layer : {0.0, 2.0})
    EXPECT_NEAR(rim_length(part.form, EndName::top, layer), helix(150 + layer, 250, 2.2), 1e-9 * 2000);
  const Blank b = make_blanks(part, {}).front();
  EXPECT_NEAR(as_laid(b).width, helix(150.9, 250, 2.2), 1e-9 * 2000);
  EXPECT_NEAR(as_laid(b).height, 60, 1e-9 * 2000);
  EXPECT_NEAR(area(b), 60 * helix(150.9, 250, 2.2), 1e-9 * 130000);
  EXPECT_TRUE(prove(b, part).passed);
}

TEST(Strip, EndsAreCutAsTheySay) {
  for (const StripEnds ends : {StripEnds::square, StripEnds::level, StripEnds::upright, StripEnds::round}) {
    for (const Hand hand : {Hand::as_drawn, Hand::opposite}) {
      const WoundPart part = wind(band(ends), thin, hand);
      const Form& f = part.form;
      const Blank b = make_blanks(part, {.hand = hand}).front();
      const Proof p = prove(b, part);
      EXPECT_TRUE(p.passed) << name_of(ends) << ": " << p.greatest_distance << " at " << p.where;
      const auto corners = [&](size_t end) {
        const ObliqueEnd& e = (*f.ends)[end];
        return std::pair(edge_point(f, EndName::base, f.neutral_depth, e.base),
                         edge_point(f, EndName::top, f.neutral_depth, e.top));
      };
      for (const size_t end : {0UL, 1UL}) {
        const auto [low, high] = corners(end);
        const double aside = std::hypot(low.x - high.x, low.y - high.y);
        EXPECT_EQ(std::abs(low.z - high.z) < 1e-9 * f.size, ends == StripEnds::level);
        EXPECT_EQ(aside < 1e-9 * f.size, ends == StripEnds::upright);
      }
      const double rectangle = 60 * helix(150.9, 250, 2.2);
      // A parallelogram has the rectangle's area; round ends lose what corners have beyond a circle.
      const double lost = ends == StripEnds::round ? 60 * 60 * (1 - pi / 4) : 0;
      EXPECT_NEAR(area(b), rectangle - lost, 1e-9 * rectangle) << name_of(ends);
      if (ends == StripEnds::round) {
        EXPECT_NEAR(as_laid(b).width, helix(150.9, 250, 2.2), 1e-9 * 2000);
        continue;
      }
      // The lower edge's lower end lies at the start, at height 0.
      EXPECT_NEAR(corners(hand == Hand::opposite ? 1 : 0).first.z, 0, 1e-9 * f.size);
      EXPECT_NEAR(corners(hand == Hand::opposite ? 0 : 1).first.z, 550, 1e-9 * f.size);
      EXPECT_NEAR(part.strip->height, 550, 1e-9 * f.size);
    }
  }
}

TEST(Strip, OverallHeightIsThatOfItsOutline) {
  for (const StripEnds ends : {StripEnds::square, StripEnds::round}) {
    const WoundPart part = wind(band(ends), thin);
    const Blank b = make_blanks(part, {}).front();
    // On the flat, turned so that what is upright on the body stands upright.
    const double lead = part.strip->neutral_lead.radians();
    double low = HUGE_VAL;
    double high = -HUGE_VAL;
    for (const Arc& arc : outline(b)) {
      for (int i = 0; i <= 2000; ++i) {
        const Vec2 p = point_at(arc, arc.length * i / 2000);
        const double z = -p.x * std::sin(lead) + p.y * std::cos(lead);  // start on the right
        low = std::min(low, z);
        high = std::max(high, z);
      }
    }
    EXPECT_NEAR(b.overall_height, high - low, 1e-4) << name_of(ends);
  }
}

TEST(Strip, AnyTwoSizesGiveTheOthers) {
  const StripNumbers n = *wind(band(), thin).strip;
  const std::vector<HelicalStrip> same{{.body_diameter = 300, .width = 60, .pitch = 250, .height = 550},
                                       {.body_diameter = 300, .width = 60, .turns = 2.2, .height = 550},
                                       {.body_diameter = 300, .width = 60, .turns = 2.2, .lead = n.lead},
                                       {.body_diameter = 300, .width = 60, .height = 550, .lead = n.lead}};
  for (const HelicalStrip& s : same) {
    const StripNumbers other = *wind(s, thin).strip;
    EXPECT_NEAR(other.neutral, n.neutral, 1e-9 * 2000);
    EXPECT_NEAR(other.pitch, 250, 1e-9 * 250);
    EXPECT_NEAR(other.turns, 2.2, 1e-9);
  }
}

TEST(Strip, RefusalsNameTheKey) {
  const auto key = [](const HelicalStrip& s) { return refusal_of([&] { (void)wind(s, thin); }).key; };
  HelicalStrip s = band();
  s.body_diameter.reset();
  EXPECT_EQ(key(s), "body.diameter");
  s = band();
  s.turns.reset();
  EXPECT_EQ(key(s), "pitch");
  s.lead = Angle::degrees(20);
  EXPECT_EQ(key(s), "lead_angle");
  s.turns = 2;
  EXPECT_EQ(key(s), "lead_angle");
  s = band();
  s.width = 260;
  EXPECT_EQ(key(s), "width");
  s = band(StripEnds::round);
  s.turns = 0.05;
  EXPECT_EQ(key(s), "turns");
  s = band();
  s.height = 10;
  EXPECT_EQ(key(s), "height");
}

TEST(Strip, AProofSeesAMovedEnd) {
  WoundPart part = wind(band(), thin);
  const Blank b = make_blanks(part, {}).front();
  (*part.pieces.front().laid.ends)[1].top += 1e-6;
  EXPECT_FALSE(prove(b, part).passed);
}

class RandomWound : public ::testing::TestWithParam<int> {};
TEST_P(RandomWound, PartsAreProvedOrRefusedWithAReason) {
  std::mt19937 random(static_cast<unsigned>(GetParam()));
  const auto within = [&](double a, double b) { return std::uniform_real_distribution(a, b)(random); };
  int made = 0;
  for (int i = 0; i < draws(100); ++i) {
    const Sheet sheet{.thickness = random() % 4 ? within(0.2, 6) : 0, .neutral_factor = within(0.3, 0.5)};
    const Hand hand = random() % 2 ? Hand::as_drawn : Hand::opposite;
    const double inner = within(0, 100);
    Flight f{.shaft = inner,
             .outside = inner + within(5, 300),
             .pitch = within(10, 400),
             .turns = within(0.05, 6)};
    f.start = Angle::degrees(within(-400, 400));
    f.turns_per_blank = random() % 2 ? 1 : within(0.1, 1.3);
    if (random() % 4 == 0) f.shaft_to = within(0, 100);
    if (random() % 5 == 0) f.width = within(2, 120);
    if (random() % 5 == 0) f.full_rings = true;
    f.allow_strain = random() % 2;
    if (random() % 3 == 0) f.pitch_to = within(10, 400);
    if (random() % 3 == 0) f.outside_to = inner + within(5, 300);
    // One that grows has no ring of least stretch.
    if (random() % 3 == 0 && !f.grows()) f.flat = FlightFlat::least_stretch;
    Coil c{.spacing = within(1, 40), .turns = within(0.05, 12), .width = within(5, 100)};
    (random() % 2 ? c.inside : c.middle) = within(1, 200);
    HelicalStrip s{.body_diameter = within(20, 500),
                   .width = within(2, 200),
                   .pitch = within(5, 400),
                   .turns = within(0.01, 6)};
    s.ends = static_cast<StripEnds>(random() % 4);
    if (random() % 3 == 0) {
      s.length = within(20, 5000);
      s.length_on = static_cast<StripLayer>(random() % 4);
      (random() % 2 ? s.pitch : s.turns).reset();
    }
    s.start = f.start;
    using Winding = std::variant<Flight, Coil, HelicalStrip>;
    const std::vector<Winding> any{f, f, c, s};
    const Winding shape = any[random() % 4];
    try {
      const WoundPart part = std::visit([&](const auto& own) { return wind(own, sheet, hand); }, shape);
      for (const Blank& b : make_blanks(part, {.hand = hand})) {
        const Proof p = prove(b, part);
        EXPECT_TRUE(p.passed) << "seed " << GetParam() << ", part " << i << ": " << p.greatest_distance
                              << " at " << p.where << ", rims " << p.rim_mismatch << ", area "
                              << p.area_mismatch << ", allowed " << p.allowed;
      }
      ++made;
    } catch (const Refusal& refusal) {
      EXPECT_FALSE(refusal.text().key.empty()) << GetParam() << ", " << i << ": " << refusal.what();
    }
  }
  expect_made(made, 45, 100, draws(100));
}
INSTANTIATE_TEST_SUITE_P(FourTimes100, RandomWound, ::testing::Range(1, 5));

// Against points of both faces, all over the blade.
TEST(Flights, OverallHeightIsThatOfTheMetal) {
  Flight f{.shaft = 60, .outside = 260, .outside_to = 220, .pitch = 150, .pitch_to = 120, .turns = 1.3};
  f.allow_strain = true;
  const double t = 8;
  for (const FlightFlat flat : {FlightFlat::equal_edges, FlightFlat::least_stretch}) {
    f.flat = flat;
    const Sheet sheet{.thickness = t, .sizes_on = Face::middle};
    const double said = flat == FlightFlat::equal_edges
                            ? make_blanks(wind(f, sheet), {}).front().overall_height
                            : stretch(f, sheet).overall_height;
    double low = HUGE_VAL, high = -HUGE_VAL;
    for (int i = 0; i <= 4000; ++i) {
      const double turned = 2 * std::numbers::pi * f.turns.value() * i / 4000;
      const double share = i / 4000.0;
      const double rise = (150 + (120 - 150) * share) / (2 * std::numbers::pi);
      const double z = f.turns.value() * (150 * share + (120 - 150) * share * share / 2);
      for (const double part : {0.0, 0.5, 1.0}) {
        const double r = 30 + part * (130 - 20 * share - 30);
        // The normal from the cross product of the level line and the way round.
        const Vec3 out{std::cos(turned), std::sin(turned), 0};
        const Vec3 round{-r * std::sin(turned), r * std::cos(turned), rise};
        const Vec3 n = cross(out, round);
        low = std::min(low, z - t / 2 * std::abs(n.z) / norm(n));
        high = std::max(high, z + t / 2 * std::abs(n.z) / norm(n));
      }
    }
    EXPECT_NEAR(said, high - low, 1e-9);
  }
}

}  // namespace
}  // namespace juggler::testing
