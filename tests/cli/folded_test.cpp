// Folded parts through the program: refusals with their places, and one part told the same in every file.
#include <map>
#include <nlohmann/json.hpp>
#include <set>

#include "program.h"

namespace juggler::testing {
namespace {

using Json = nlohmann::json;

const char* const folded = " thickness=2 sizes_on=outside bend.radius=3 bend.neutral=0.42";

struct FoldedCall {
  const char* name;
  const char* call;
  const char* key;
  const char* words;
};

class FoldedRefusal : public Program, public ::testing::WithParamInterface<FoldedCall> {};

TEST_P(FoldedRefusal, NamesTheKeyAndWhatIsAllowed) {
  const Outcome r = juggler(std::string("quick ") + GetParam().call + " -o out");
  EXPECT_EQ(r.code, 3) << r.out << r.err;
  EXPECT_TRUE(has(r.err, std::string("part.") + GetParam().key + ":")) << r.err;
  EXPECT_TRUE(has(r.err, GetParam().words)) << r.err;
  EXPECT_EQ(lines_of(r.err).size(), 1u);
  EXPECT_FALSE(there("out"));
}

#define SHEET " thickness=2 sizes_on=outside"
#define BENT SHEET " bend.radius=3 bend.neutral=0.42"
#define PSHEET " thickness=2 sizes_on=convex_side"
#define PANEL " thickness=2 sizes_on=convex_side bend.radius=3 bend.neutral=0.42"
#define HOPPER "hopper base.width=200 base.length=200 top.width=400 top.length=400 height=300"
INSTANTIATE_TEST_SUITE_P(
    All, FoldedRefusal,
    ::testing::Values(
        FoldedCall{"NoNeutral",
                   "panel profile.1.line=50 profile.2.bend=90 profile.3.line=50 run=10 bend.radius=3" PSHEET,
                   "bend.neutral", "nothing says"},
        FoldedCall{
            "NoRadius",
            "panel profile.1.line=50 profile.2.bend=90 profile.3.line=50 run=10 bend.neutral=0.4" PSHEET,
            "bend.radius", "inside radius"},
        FoldedCall{"TwoWays",
                   "panel profile.1.line=50 profile.2.bend=90 profile.3.line=50 run=10 bend.test.flat=100 "
                   "bend.test.leg_a=60 bend.test.leg_b=45" PANEL,
                   "bend.neutral", "more than one way"},
        FoldedCall{"TestPieceThatCannotBe",
                   "panel profile.1.line=50 profile.2.bend=90 profile.3.line=50 run=10 bend.radius=3 "
                   "bend.test.flat=100 bend.test.leg_a=60 bend.test.leg_b=60" PSHEET,
                   "bend.test", "does not lie in the sheet"},
        FoldedCall{"BendAtTheEnd", "panel profile.1.line=50 profile.2.bend=90 run=10" PANEL, "profile.2.bend",
                   "between two lines"},
        FoldedCall{"LegTooShort", "panel profile.1.line=50 profile.2.bend=90 profile.3.line=4 run=10" PANEL,
                   "profile.3.line", "at least 5 mm"},
        FoldedCall{"BendOfHalfATurn",
                   "panel profile.1.line=50 profile.2.bend=180 profile.3.line=40 run=10" PANEL,
                   "profile.2.bend", "178"},
        FoldedCall{"ArcWithoutRadius", "panel profile.1.arc=90 run=10" PANEL, "profile.1.arc", "no radius"},
        FoldedCall{"NoRun", "panel profile.1.line=50" PANEL, "run", "missing"},
        FoldedCall{"FewerHitsThanArcs",
                   "panel profile.1.arc=90 profile.1.radius=50 profile.2.arc=90 profile.2.radius=80 run=10 "
                   "pressing.hits=1" PANEL,
                   "pressing.hits", "one for each arc"},
        FoldedCall{"TwoWaysOfPressing",
                   "cylinder diameter=300 height=200 pressing.hits=9 pressing.facet_width=30 thickness=1 "
                   "sizes_on=inside",
                   "pressing.hits", "one of hits"},
        FoldedCall{"FlangeTwice",
                   HOPPER " flange.1.end=top flange.1.width=20 flange.2.end=top flange.2.width=20" BENT,
                   "flange.2.end", "second flange"},
        FoldedCall{"FlangeMisspelt", HOPPER " flange.end=top flange.width=20 flange.direction=uprigth" BENT,
                   "flange.1.direction", "did you mean \"upright\""},
        FoldedCall{"ThreePieces", HOPPER " seam.pieces=3" BENT, "seam.pieces", "1, 2 or 4"},
        FoldedCall{
            "ReliefTooLarge",
            HOPPER
            " flange.end=top flange.width=20 flange.direction=upright relief.kind=round relief.size=90" BENT,
            "relief.size", "wider than the corner allows"},
        FoldedCall{"BendsThatMeet",
                   "hopper base.width=6 base.length=6 top.width=6 top.length=6 height=50 bend.radius=4 "
                   "bend.neutral=0.4" SHEET,
                   "bend.radius", "run into each other"},
        FoldedCall{"NoFace", "net sides=4 base.side=50 height=40 'open=[\"lid\"]'" BENT, "open",
                   "names no face"},
        FoldedCall{"Loop",
                   "net sides=3 base.side=50 height=40 'bends=[\"wall 1 / wall 2\", \"wall 2 / wall 3\", "
                   "\"wall 3 / wall 1\"]'" BENT,
                   "bends", "closes a loop"},
        FoldedCall{"NoFile", "net path=none.obj" BENT, "path", "cannot be read"},
        FoldedCall{"TubeWithoutSize", "tube wall_thickness=2 length=100", "diameter", "missing"},
        FoldedCall{"TubeWithoutHollow", "tube side=20 wall_thickness=10 length=100", "wall_thickness",
                   "no hollow"},
        FoldedCall{"TubeNotListed", "tube named=X length=100", "named", "lists.tubes"},
        FoldedCall{
            "FlangeStrained",
            "cylinder diameter=100 height=50 flange.end=top flange.width=20 thickness=1 sizes_on=inside",
            "flange.1.width", "allow_strain"},
        FoldedCall{"EdgeThatIsNot",
                   "cone base.diameter=300 top.diameter=100 height=200 edge.on=seam edge.width=20 "
                   "thickness=1 sizes_on=inside",
                   "edge.1.on", "seam_start"},
        FoldedCall{
            "EdgeThatBends",
            "cone base.diameter=300 top.diameter=100 height=200 edge.on=base edge.width=20 edge.kind=hem "
            "edge.neutral=0.4 thickness=1 sizes_on=inside",
            "edge.1.on", "not straight"}),
    [](const auto& one) { return one.param.name; });

TEST_F(Program, BendTablesAreReadByLineAndColumn) {
  write("bends.csv", "thickness,radius,angle,deduction\n2,3,60,2.0\n2,3,120,much\n");
  const std::string call =
      "quick panel profile.1.line=50 profile.2.bend=90 profile.3.line=50 run=10 bend.radius=3 "
      "bend.table=bends.csv thickness=2 sizes_on=convex_side";
  const Outcome bad = juggler(call);
  EXPECT_EQ(bad.code, 3);
  EXPECT_TRUE(has(bad.err, "bends.csv:3:9: part.bend.table: is no number; found \"much\"")) << bad.err;
  // At 90 degrees a deduction D makes the blank both outside legs less D.
  write("bends.csv", "# ours\nthickness,radius,angle,deduction\n2,3,90,3.6\n");
  const Outcome good = juggler(call + " --json");
  ASSERT_EQ(good.code, 0) << good.err;
  EXPECT_NEAR(Json::parse(good.out)["pieces"][0]["blank"]["as_laid"]["width"].get<double>(), 96.4, 1e-9);
}

TEST_F(Program, ObjFilesAreReadByLine) {
  write("bad.obj", "v 0 0 0\nv 1 0 0\nf 1 2 3\n");
  const Outcome r = juggler(std::string("quick net path=bad.obj") + folded);
  EXPECT_EQ(r.code, 3);
  EXPECT_TRUE(has(r.err, "bad.obj:3:1: part.path:")) << r.err;
}

TEST_F(Program, AHopperIsToldTheSameInEveryFile) {
  ASSERT_EQ(juggler("develop '" SOURCE_FOLDER "/demo/11-bean-hopper.toml' -o . --quiet").code, 0);
  const Json piece = Json::parse(read("11-bean-hopper.json"))["pieces"][0];
  const std::vector<std::string> csv = lines_of(read("11-bean-hopper-bends.csv"));
  const std::string card = read("11-bean-hopper-card.txt");
  const std::string page = shell("pdftotext -layout 11-bean-hopper.pdf -").out;
  ASSERT_EQ(csv.size(), piece["bends"].size() + 1);
  std::set<int> orders;
  for (size_t i = 0; i < piece["bends"].size(); ++i) {
    const Json& bend = piece["bends"][i];
    const std::string tag = bend["tag"].get<std::string>();
    orders.insert(bend["order"].get<int>());
    EXPECT_TRUE(csv[i + 1].starts_with(tag + "," + std::to_string(bend["order"].get<int>()) + ","))
        << csv[i + 1];
    char turned[32];
    std::snprintf(turned, sizeof turned, "%.3f", bend["turned"].get<double>());
    EXPECT_TRUE(has(csv[i + 1], turned) && has(page, turned)) << turned;
    std::snprintf(turned, sizeof turned, "%.2f", bend["turned"].get<double>());
    EXPECT_TRUE(has(card, turned)) << turned;
  }
  EXPECT_EQ(orders.size(), piece["bends"].size());
  EXPECT_EQ(*orders.rbegin(), static_cast<int>(orders.size()));
}

Json result_of(const Outcome& r) {
  EXPECT_EQ(r.code, 0) << r.err;
  return Json::parse(r.out);
}

TEST_F(Program, AHoppersEndsAndWallsAreTold) {
  const Json d = result_of(
      juggler("quick hopper base.width=200 base.length=240 base.sizes_on=inside top.width=400 top.length=380 "
              "top.sizes_on=outside top.contact=clear height=300 thickness=2 bend.radius=3 bend.neutral=0.42 "
              "--json"));
  const Json& part = d["job"]["parts"][0];
  EXPECT_EQ(part["base"]["sizes_on"], "inside");
  EXPECT_EQ(part["top"]["sizes_on"], "outside");
  EXPECT_EQ(part["base"]["contact"], "size_face");
  EXPECT_EQ(part["top"]["contact"], "clear");
  const Json& walls = d["pieces"][0]["folding"]["walls"];
  ASSERT_EQ(walls.size(), 4u);
  for (const Json& wall : walls) {
    double sum = 0;
    for (const Json& corner : wall["corners"]) sum += corner.get<double>();
    EXPECT_NEAR(sum, 360, 1e-9) << wall["name"];
    // Outwards over 200 / 2 less the thickness, nearly: the exact figure is tested in the core.
    EXPECT_LT(wall["lean"].get<double>(), 0);
  }
  EXPECT_EQ(d["pieces"][0]["folding"]["joints"].size(), 2u) << "both sides of the seam";
}

TEST_F(Program, ANetTellsItsJointsOnce) {
  const Json d =
      result_of(juggler("quick net sides=5 base.side=80 height=60 'open=[\"top\"]' thickness=1 "
                        "sizes_on=outside bend.radius=1 bend.neutral=0.4 --json"));
  const Json& folding = d["pieces"][0]["folding"];
  std::map<std::string, int> joints;
  for (const Json& j : folding["joints"]) ++joints[j["name"].get<std::string>()];
  EXPECT_EQ(joints.size(), 5u) << "six faces, ten edges, five bends";
  for (const auto& [name, sides] : joints) EXPECT_EQ(sides, 2) << name;
  EXPECT_EQ(folding["faces"].size(), 6u);
  EXPECT_EQ(d["pieces"][0]["bends"].size(), 5u);
}

TEST_F(Program, ATubeSaysWhichFaceLiesUp) {
  for (const char* face : {"inside", "outside", "middle"}) {
    const Json d = result_of(juggler(
        std::string("quick tube side=60 corner_radius=8 wall_thickness=4 length=300 --json opened_on=") +
        face));
    EXPECT_EQ(d["job"]["parts"][0]["opened_on"], face);
    EXPECT_EQ(d["pieces"][0]["face_up"], std::string(face) == "inside" ? "inside" : "outside");
  }
}

TEST_F(Program, APressedGuardTellsItsTableAndItsHits) {
  const Json d = result_of(
      juggler("quick panel profile.1.arc=360 profile.1.radius=300 run=500 pressing.hits=12 thickness=2 "
              "sizes_on=middle --json"));
  const Json& pressed = d["pieces"][0]["pressed"];
  EXPECT_EQ(pressed["hits"], 12);
  EXPECT_NEAR(pressed["facet_error"].get<double>(), 6.885, 5e-4);
  EXPECT_EQ(pressed["table"].size(), 9u);
  for (const Json& bend : d["pieces"][0]["bends"]) {
    EXPECT_TRUE(bend["hit"].get<bool>());
    EXPECT_NEAR(bend["turned"].get<double>(), 30, 1e-9);
  }
}

// --- transitions

#define ROUND " top.diameter=250 height=350" SHEET
INSTANTIATE_TEST_SUITE_P(
    Transitions, FoldedRefusal,
    ::testing::Values(
        FoldedCall{"OneSide", "transition base.width=400" ROUND, "base.length", "is missing"},
        FoldedCall{"NoEnd", "transition" ROUND, "base.diameter", "is missing"},
        FoldedCall{"CircleAndRectangle", "transition base.width=400 base.length=300 base.diameter=200" ROUND,
                   "base.diameter", "beside the sides of a rectangle"},
        FoldedCall{"TurnedWithoutEnd", "transition base.width=400 base.length=300 base.turn=1e300" ROUND,
                   "base.turn", "is out of range"},
        FoldedCall{"UphillNowhere",
                   "transition base.diameter=400 base.tilt.angle=5 base.tilt.uphill=1e9" ROUND,
                   "base.tilt.uphill", "is out of range"},
        FoldedCall{"NoKind", "transition base.profile.width=400 base.profile.length=300" ROUND,
                   "base.profile.width", "does not say what it is"},
        FoldedCall{"WrongKind", "transition base.profile.kind=elipse base.profile.width=400" ROUND,
                   "base.profile.kind", "did you mean \"ellipse\""},
        FoldedCall{"SizeOfAnotherKind", "transition base.profile.kind=circle base.profile.width=400" ROUND,
                   "base.profile.width", "belongs to no circle"},
        FoldedCall{"ShortAndLong",
                   "transition base.profile.kind=circle base.profile.diameter=4 base.turn=3" ROUND,
                   "base.turn", "beside a profile"},
        FoldedCall{
            "Concave",
            "transition base.profile.kind=polyline 'base.profile.points=[[0,0],[90,0],[20,20],[0,90]]'" ROUND,
            "base.profile.corner_radius", "is concave"},
        FoldedCall{"TwoPoints",
                   "transition base.profile.kind=polyline 'base.profile.points=[[0,0],[90,0]]'" ROUND,
                   "base.profile.points", "no closed curve"},
        FoldedCall{"HalfAPoint",
                   "transition base.profile.kind=polyline 'base.profile.points=[[0,0],[9],[3,4]]'" ROUND,
                   "base.profile.points.2.1", "second length"},
        FoldedCall{"SharpOutside", "transition base.width=400 base.length=300" ROUND, "base.corner_radius",
                   "at least"},
        FoldedCall{"CutByAPlane", "transition base.diameter=400 top.tilt.angle=80" ROUND, "height",
                   "cuts or touches"},
        FoldedCall{"NoFactor",
                   "transition base.width=400 base.length=300 top.width=200 top.length=100 height=200 "
                   "bend.radius=2" SHEET,
                   "bend.neutral", "nothing says"},
        FoldedCall{"SeamNowhere", "transition base.diameter=400 seam.at=+x" ROUND, "seam.at",
                   "names no side"},
        FoldedCall{"WedgeOfNoCone", "transition base.diameter=400 seam.wedge=2 top.shift=[30,0]" ROUND,
                   "seam.wedge", "do not share"}),
    [](const auto& one) { return one.param.name; });

TEST_F(Program, ATransitionTellsItsRegionsAndItsSeam) {
  const Json d = result_of(juggler(
      "quick transition base.width=400 base.length=300 top.diameter=250 top.shift=[60,-40] "
      "top.tilt.angle=20 top.tilt.uphill=35 height=350 seam.at=+y thickness=2 sizes_on=inside --json"));
  const Json& part = d["job"]["parts"][0];
  EXPECT_EQ(part["base"]["profile"]["kind"], "rectangle");
  EXPECT_EQ(part["top"]["tilt"], 20.0);
  EXPECT_NEAR(part["seam"]["seams"][0].get<double>(), 90, 1e-9);
  EXPECT_LT(part["warp"].get<double>(), 1e-9);
  std::map<std::string, int> kinds;
  for (const Json& region : part["regions"]) ++kinds[region["kind"].get<std::string>()];
  EXPECT_EQ(kinds["cone"], 4);
  EXPECT_EQ(kinds["flat"], 5) << "the seam divides one";
  const Json& piece = d["pieces"][0];
  EXPECT_TRUE(piece["proof"]["passed"].get<bool>());
  EXPECT_NEAR(piece["sizes"]["inside"]["base"]["girth"].get<double>(), 1400, 1e-6);
}

}  // namespace
}  // namespace juggler::testing
