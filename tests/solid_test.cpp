// Formed parts as closed meshes, against closed forms, quadrature, and a library that knows nothing of sheet.
#include <CGAL/Exact_predicates_inexact_constructions_kernel.h>
#include <CGAL/Polygon_mesh_processing/self_intersections.h>
#include <CGAL/Surface_mesh.h>

#include <map>

#include "juggler/solid.h"
#include "parts.h"

namespace juggler::testing {
namespace {

std::vector<PieceResult> made(Shape shape, const Sheet& sheet, const Seam& seam = {}, Making making = {}) {
  Part p;
  p.name = "part";
  p.asked = std::move(shape);
  p.sheet = sheet;
  p.seam = seam;
  p.making = std::move(making);
  return develop(p);
}

// Every side of a triangle is one other's, run the other way.
bool closed(const Solid& s) {
  std::map<std::pair<unsigned, unsigned>, int> sides;
  for (const SolidTriangle& t : s.triangles) {
    for (size_t k = 0; k < 3; ++k) ++sides[{t.corners[k], t.corners[(k + 1) % 3]}];
  }
  return std::all_of(sides.begin(), sides.end(), [&](const auto& side) {
    const auto other = sides.find({side.first.second, side.first.first});
    return side.second == 1 && other != sides.end() && other->second == 1;
  });
}

double area_of(const Solid& s, SolidFace face) {
  double sum = 0;
  for (const SolidTriangle& t : s.triangles) {
    const Vec3 a = s.points[t.corners[0]];
    if (t.face == face) sum += norm(cross(s.points[t.corners[1]] - a, s.points[t.corners[2]] - a)) / 2;
  }
  return sum;
}

// What its faces lack at most, of a share of themselves: (3).
double lacking(const SolidOptions& o) { return std::pow(o.coarsest.radians(), 2) / 6; }

TEST(Solid, OfAConeLiesOnBothItsFaces) {
  constexpr double t = 3, base = 620, top = 155, height = 780;
  const double lean = std::atan2((base - top) / 2, height);
  for (const Face up : {Face::inside, Face::outside}) {
    Making making;
    making.face_up = up;
    const auto pieces = made(Cone{.base = Diameter::mm(base), .top = Diameter::mm(top), .height = height},
                             sheet_of(t), {.gap = 2}, making);
    for (const double chord : {0.02, 0.1, 2.0}) {
      SolidOptions o;
      o.chord_error = chord;
      const Solid s = solid_of(pieces[0].blank, *pieces[0].formed, o);
      ASSERT_TRUE(closed(s));
      const auto off = [&](Vec3 p) {
        return (std::hypot(p.x, p.y) - base / 2 + p.z * std::tan(lean)) * std::cos(lean);
      };
      for (const SolidTriangle& tr : s.triangles) {
        if (tr.face == SolidFace::edge) continue;
        const double layer = tr.face == SolidFace::inside ? 0 : t;
        Vec3 middle;
        for (const auto k : tr.corners) {
          EXPECT_NEAR(off(s.points[k]), layer, 1e-9 * height);
          middle = middle + 1.0 / 3 * s.points[k];
        }
        EXPECT_NEAR(off(middle), layer, chord);
      }
      const double asked = t * area(pieces[0].blank);
      EXPECT_NEAR(volume(s), asked, lacking(o) * asked + chord * t * outline_length(pieces[0].blank));
      EXPECT_LT(volume(s), asked * (1 + 1e-9));
    }
  }
}

// The inside is opened out r_i / r_n as wide, the hole with it.
TEST(Solid, HolesAreCutThroughBothFaces) {
  constexpr double t = 6, d = 400, height = 300, hole = 80, neutral = 0.4;
  Making making;
  Opening o;
  o.name = "hole";
  o.form.profile.diameter = hole;
  o.how = OpeningHow::laid;
  o.at = {.angle = Angle::degrees(120), .height = 150};
  making.openings = {o};
  const auto pieces = made(Cylinder{.size = Diameter::mm(d), .height = height},
                           sheet_of(t, Face::inside, neutral), {.gap = 1}, making);
  SolidOptions fine;
  fine.chord_error = 1e-3;
  fine.coarsest = Angle::degrees(0.5);
  const Solid s = solid_of(pieces[0].blank, *pieces[0].formed, fine);
  ASSERT_TRUE(closed(s));
  const double neutral_radius = d / 2 + neutral * t;
  const double flat =
      (2 * std::numbers::pi * neutral_radius - 1) * height - std::numbers::pi * hole * hole / 4;
  EXPECT_NEAR(area_of(s, SolidFace::inside), flat * (d / 2) / neutral_radius, 1e-4 * flat);
  EXPECT_NEAR(area_of(s, SolidFace::outside), flat * (d / 2 + t) / neutral_radius, 1e-4 * flat);
  // (4), by the layers
  EXPECT_NEAR(volume(s), flat * t * (d / 2 + t / 2) / neutral_radius, 1e-4 * flat * t);
  // What edges of the hole and the blank take: their lengths by the thickness, the hole's slanting a little.
  EXPECT_NEAR(area_of(s, SolidFace::edge), t * cut_length(pieces[0].blank),
              0.02 * t * cut_length(pieces[0].blank));
}

// Bends of a folded part: the exact volume of the metal is that of its profile.
TEST(Solid, ABentProfileHasTheVolumeOfItsSection) {
  constexpr double t = 4, radius = 6, run = 200, a = 50, b = 80;
  Panel p;
  p.profile = {{.line = a}, {.bend = Angle::degrees(90)}, {.line = b}};
  p.run = run;
  p.sizes_on = PanelFace::concave_side;
  p.bend = {.radius = radius, .neutral_factor = 0.4};
  const auto pieces = made(p, sheet_of(t));
  SolidOptions o;
  o.coarsest = Angle::degrees(0.25);
  o.chord_error = 1e-3;
  const Solid s = solid_of(pieces[0].blank, *pieces[0].formed, o);
  ASSERT_TRUE(closed(s));
  const double section =
      t * (a - radius + b - radius) + std::numbers::pi / 4 * (std::pow(radius + t, 2) - radius * radius);
  EXPECT_NEAR(volume(s), section * run, 2e-6 * section * run);
}

// Paper has no metal, but folds: the far edges of an L stand where its legs end.
TEST(Solid, PaperIsFolded) {
  Panel p;
  p.profile = {{.line = 50}, {.bend = Angle::degrees(90)}, {.line = 80}};
  p.run = 200;
  p.sizes_on = PanelFace::concave_side;
  p.bend = {.radius = 0, .neutral_factor = 0.5};
  const auto pieces = made(p, sheet_of(0));
  const Solid s = solid_of(pieces[0].blank, *pieces[0].formed);
  EXPECT_TRUE(closed(s));
  EXPECT_NEAR(volume(s), 0, 1e-6);
  double farthest = 0;
  for (const Vec3& a : s.points) {
    for (const Vec3& b : s.points) farthest = std::max(farthest, norm(a - b));
  }
  EXPECT_NEAR(farthest, std::sqrt(50.0 * 50 + 80.0 * 80 + 200.0 * 200), 1e-6);
}

// Lengths of lines drawn on the flat, by Richardson's extrapolation of chords.
double length_of_line(const FormedSheet& sheet, Vec2 a, Vec2 b, double depth) {
  const auto chords = [&](int n) {
    double sum = 0;
    Vec3 before = sheet(a, depth);
    for (int i = 1; i <= n; ++i) {
      const Vec3 p = sheet(a + static_cast<double>(i) / n * (b - a), depth);
      sum += norm(p - before);
      before = p;
    }
    return sum;
  };
  const double c1 = chords(48), c2 = chords(96), c4 = chords(192);
  const double r1 = (4 * c2 - c1) / 3, r2 = (4 * c4 - c2) / 3;
  return (16 * r2 - r1) / 15;
}

TEST(Solid, PartOfTheWayLengthsAreThoseOfTheFlat) {
  Transition offset;
  offset.base.profile.diameter = 400;
  offset.top.profile = {.kind = ProfileKind::ellipse, .width = 220, .length = 300};
  offset.height = 350;
  offset.shift = {60, 20};
  const std::vector<Shape> shapes{
      Cone{.base = Diameter::mm(620), .top = Diameter::mm(155), .height = 780},
      Cone{.base = Diameter::mm(300), .top = Diameter::mm(250), .height = 280, .shift = {70, 0}}, offset};
  for (const Shape& shape : shapes) {
    const auto pieces = made(shape, sheet_of(2), {.gap = 1.5});
    const Blank& b = pieces[0].blank;
    const auto stretches = b.elements;
    for (const double share : {0.0, 0.3, 0.7, 1.0}) {
      const FormedSheet sheet = formed_sheet(b, *pieces[0].formed, share);
      double worst = 0;
      for (size_t i = 1; i + 2 < stretches.size(); ++i) {
        const Vec2 a = 0.5 * (stretches[i].base + stretches[i].top),
                   z = 0.6 * stretches[i].base + 0.4 * stretches[i].top;
        worst = std::max(worst, std::abs(norm(sheet(stretches[i].top, b.neutral_depth) -
                                              sheet(stretches[i].base, b.neutral_depth)) -
                                         norm(stretches[i].top - stretches[i].base)));
        // Along no ruling, within one stretch of the wall.
        const Vec2 aside = a + 15.0 * left_of(1 / norm(z - a) * (z - a));
        worst = std::max(worst, std::abs(length_of_line(sheet, a, aside, b.neutral_depth) - norm(aside - a)));
      }
      EXPECT_LE(worst, 1e-9 * b.size) << share;
    }
  }
}

TEST(Solid, FlatItIsTheBlankAsThickAsTheSheet) {
  DrawnParts drawn(5);
  for (int shape = 0; shape < DrawnParts::shapes; ++shape) {
    std::vector<PieceResult> pieces;
    for (int tries = 0; pieces.empty() && tries < 20; ++tries) {
      try {
        pieces = develop(drawn.part(shape));
      } catch (const Refusal&) {
      }
    }
    ASSERT_FALSE(pieces.empty()) << shape;
    SolidOptions o;
    o.share = 0;
    const Solid s = solid_of(pieces[0].blank, *pieces[0].formed, o);
    const double t = pieces[0].blank.thickness;
    EXPECT_NEAR(volume(s), area(pieces[0].blank) * t, 1e-3 * area(pieces[0].blank) * t) << shape;
    // All on two planes.
    const size_t n = s.on_flat.size();
    double worst = 0;
    const double size = pieces[0].blank.size;
    for (size_t i = 1; i < n; ++i) {
      worst = std::max({worst, std::abs(norm(s.points[i] - s.points[0]) - norm(s.on_flat[i] - s.on_flat[0])),
                        std::abs(norm(s.points[i + n] - s.points[i]) - t)});
    }
    EXPECT_LE(worst, 1e-8 * size) << shape;
  }
}

TEST(Solid, OptionsOutOfRangeAreRefused) {
  const auto pieces = made(Cylinder{.size = Diameter::mm(200), .height = 100}, sheet_of(1));
  for (const auto& wrong : {SolidOptions{.chord_error = 0}, SolidOptions{.chord_error = NAN},
                            SolidOptions{.coarsest = Angle::degrees(60)}, SolidOptions{.share = 1.1},
                            SolidOptions{.share = -0.1}, SolidOptions{.share = NAN}})
    EXPECT_THROW(static_cast<void>(solid_of(pieces[0].blank, *pieces[0].formed, wrong)), Refusal);
}

using Kernel = CGAL::Exact_predicates_inexact_constructions_kernel;
using Mesh = CGAL::Surface_mesh<Kernel::Point_3>;

int crossings_of(const Solid& s) {
  Mesh mesh;
  std::vector<Mesh::Vertex_index> points;
  for (const Vec3& p : s.points) points.push_back(mesh.add_vertex({p.x, p.y, p.z}));
  int left_out = 0;
  for (const SolidTriangle& t : s.triangles) {
    const auto face = mesh.add_face(points[t.corners[0]], points[t.corners[1]], points[t.corners[2]]);
    left_out += face == Mesh::null_face();
  }
  EXPECT_EQ(left_out, 0) << "no surface";
  std::vector<std::pair<Mesh::Face_index, Mesh::Face_index>> crossing;
  CGAL::Polygon_mesh_processing::self_intersections(mesh, std::back_inserter(crossing));
  return static_cast<int>(crossing.size());
}

TEST(RandomSolids, AreClosedAndDoNotCrossThemselves) {
  DrawnParts drawn(20261130);
  int refused = 0, solids = 0;
  const int parts = draws(300);
  for (int i = 0; i < parts; ++i) {
    const int shape = i % DrawnParts::shapes;
    const Part part = drawn.part(shape);
    SCOPED_TRACE("part " + std::to_string(i) + ", shape " + std::to_string(shape));
    std::vector<PieceResult> pieces;
    try {
      pieces = develop(part);
    } catch (const Refusal&) {
      ++refused;
      continue;
    }
    for (const PieceResult& piece : pieces) {
      if (!piece.proof.passed) continue;
      const Solid s = solid_of(piece.blank, *piece.formed);
      EXPECT_TRUE(closed(s));
      EXPECT_GT(volume(s), 0.9 * area(piece.blank) * piece.blank.thickness);
      EXPECT_LT(volume(s), 1.1 * area(piece.blank) * piece.blank.thickness);
      EXPECT_EQ(crossings_of(s), 0);
      ++solids;
    }
  }
  expect_made(parts - refused, 220, 300, parts);
  RecordProperty("solids", solids);
}

}  // namespace
}  // namespace juggler::testing
