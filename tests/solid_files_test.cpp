// Solids as files, read by a library that nobody here wrote: watertight, oriented, as heavy as the sheet, in
// place.
#include <assimp/postprocess.h>
#include <assimp/scene.h>

#include <algorithm>
#include <assimp/Importer.hpp>
#include <map>
#include <sstream>

#include "common.h"
#include "demo_jobs.h"
#include "juggler/write.h"

namespace juggler::testing {
namespace {

using Point = std::array<long, 3>;  // in hundredths of a micrometre where corners are one
struct Read {
  std::vector<std::array<Vec3, 3>> triangles;
  std::vector<std::string> names;
};

// Every mesh where its node stands.
void gather(Read& read, const aiScene& scene, const aiNode& node, const aiMatrix4x4& above, double unit) {
  const aiMatrix4x4 at = above * node.mTransformation;
  for (unsigned i = 0; i < node.mNumMeshes; ++i) {
    const aiMesh& mesh = *scene.mMeshes[node.mMeshes[i]];
    for (unsigned f = 0; f < mesh.mNumFaces; ++f) {
      std::array<Vec3, 3> t;
      for (unsigned k = 0; k < 3; ++k) {
        const aiVector3D p = at * mesh.mVertices[mesh.mFaces[f].mIndices[k]];
        t[k] = {unit * p.x, unit * p.y, unit * p.z};
      }
      read.triangles.push_back(t);
    }
  }
  if (node.mNumMeshes > 0) read.names.emplace_back(node.mName.C_Str());
  for (unsigned i = 0; i < node.mNumChildren; ++i) gather(read, scene, *node.mChildren[i], at, unit);
}

Read read_back(const std::string& bytes, const char* format) {
  Assimp::Importer importer;
  const aiScene* scene =
      importer.ReadFileFromMemory(bytes.data(), bytes.size(), aiProcess_Triangulate, format);
  Read read;
  EXPECT_TRUE(scene) << importer.GetErrorString();
  if (scene) gather(read, *scene, *scene->mRootNode, {}, std::string(format) == "glb" ? 1000 : 1);
  return read;
}

double volume_of(const Read& read) {
  double six = 0;
  for (const auto& t : read.triangles) six += dot(t[0], cross(t[1], t[2]));
  return six / 6;
}

// Sides that no other runs the other way, corners taken for one where they are one in single precision.
int open_sides(const Read& read, double size) {
  const double grid = size * 4e-7;
  std::map<std::pair<Point, Point>, int> sides;
  const auto point = [&](Vec3 p) {
    return Point{std::lround(p.x / grid), std::lround(p.y / grid), std::lround(p.z / grid)};
  };
  for (const auto& t : read.triangles) {
    for (size_t k = 0; k < 3; ++k) {
      const Point a = point(t[k]), b = point(t[(k + 1) % 3]);
      if (a == b) continue;
      ++sides[{a, b}];
      --sides[{b, a}];
    }
  }
  return static_cast<int>(
      std::count_if(sides.begin(), sides.end(), [](const auto& s) { return s.second != 0; }));
}

struct Extent {
  Vec3 low{HUGE_VAL, HUGE_VAL, HUGE_VAL}, high{-HUGE_VAL, -HUGE_VAL, -HUGE_VAL};
};
Extent extent_of(const Read& read) {
  Extent e;
  for (const auto& t : read.triangles) {
    for (const Vec3& p : t) {
      e.low = {std::min(e.low.x, p.x), std::min(e.low.y, p.y), std::min(e.low.z, p.z)};
      e.high = {std::max(e.high.x, p.x), std::max(e.high.y, p.y), std::max(e.high.z, p.z)};
    }
  }
  return e;
}

template <typename Write>
std::string written_by(Write write, const std::vector<NamedSolid>& solids) {
  std::ostringstream out;
  write(solids, out);
  return out.str();
}

class SolidFiles : public ::testing::TestWithParam<const char*> {};

TEST_P(SolidFiles, AreWatertightAndWeighWhatTheSheetWeighs) {
  const JobResult job = demo_job(GetParam());
  for (const SolidSet& set : solids_of(job)) {
    double asked = 0, size = 0;
    size_t stands = 0;
    for (const NamedSolid& s : set.solids) {
      asked += volume(s.solid) * static_cast<double>(s.stands.size());
      stands += s.stands.size();
      for (const Vec3& p : s.solid.points) size = std::max(size, norm(p));
      for (const Frame& f : s.stands) size = std::max(size, norm(f.origin));
    }
    double sheet = 0;
    for (const PieceResult& p : job.pieces) {
      if (p.part.parted.empty() && (set.name.empty() || p.part.key == set.name))
        sheet += p.blank.count / (p.part.row.empty() ? p.part.making.quantity : 1) * area(p.blank) *
                 p.blank.thickness;
    }
    EXPECT_NEAR(asked, sheet, 0.015 * sheet);
    const std::string obj = written_by(write_obj, set.solids);
    const std::string stl = written_by(write_stl, set.solids);
    const std::string glb = written_by(write_glb, set.solids);
    for (const auto& [bytes, format] :
         {std::pair{obj, "obj"}, std::pair{stl, "stl"}, std::pair{glb, "glb"}}) {
      SCOPED_TRACE(format);
      const Read read = read_back(bytes, format);
      EXPECT_NEAR(volume_of(read), asked, 2e-4 * asked);
      EXPECT_EQ(open_sides(read, size), 0);
    }
    // The format has y upwards: x stays, what was up is y.
    const Extent mm = extent_of(read_back(obj, "obj")), metres = extent_of(read_back(glb, "glb"));
    EXPECT_NEAR(mm.low.x, metres.low.x, 1e-6 * size);
    EXPECT_NEAR(mm.high.z, metres.high.y, 1e-6 * size);
    EXPECT_NEAR(mm.high.y, -metres.low.z, 1e-6 * size);
    const Read named = read_back(glb, "glb");
    EXPECT_EQ(named.names.size(), stands);
  }
}

INSTANTIATE_TEST_SUITE_P(Demo, SolidFiles,
                         ::testing::Values("01-cyclone-cone", "18-oval-duct", "21-screw-flight",
                                           "25-domed-lid", "33-duct-elbow", "39-hopper-on-conveyor"));

// Equal halves of a transition, and the four walls of a welded hopper of which two are one blank each.
TEST(SolidFiles, CopiesStandWhereThePartHasThem) {
  Part hopper;
  hopper.name = "hopper";
  Hopper h;
  h.base = {.width = 200, .length = 260};
  h.top = {.width = 420, .length = 500};
  h.height = 300;
  h.pieces = 4;
  h.bend = {.radius = 3, .neutral_factor = 0.42};
  hopper.asked = h;
  hopper.sheet = sheet_of(3);
  hopper.seam.gap = 1;
  const std::vector<PieceResult> walls = develop(hopper);
  ASSERT_EQ(walls.size(), 2U);
  // Half a turn about the axis brings one upon the other.
  for (const PieceResult& wall : walls) {
    const std::vector<Frame> copies = copies_of(wall);
    ASSERT_EQ(copies.size(), 2U);
    EXPECT_NEAR(norm(copies[1].place({100, 50, 30}) - Vec3{-100, -50, 30}), 0, 1e-6);
  }
  Part cone;
  cone.asked = Cone{.base = Diameter::mm(800), .top = Diameter::mm(300), .height = 500};
  cone.sheet = sheet_of(2);
  cone.seam = {.gap = 1, .pieces = 3};
  const std::vector<PieceResult> thirds = develop(cone);
  ASSERT_EQ(thirds.size(), 1U);
  const std::vector<Frame> copies = copies_of(thirds[0]);
  ASSERT_EQ(copies.size(), 3U);
  EXPECT_NEAR(norm(copies[1].place({100, 0, 30}) - Vec3{-50, 100 * std::sqrt(0.75), 30}), 0, 1e-6);
}

}  // namespace
}  // namespace juggler::testing
