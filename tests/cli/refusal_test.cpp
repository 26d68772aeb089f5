// Every refusal, through the program: the exit code and the words.
#include "program.h"

namespace juggler::testing {
namespace {

struct Refused {
  const char* name;
  const char* arguments;
  int code;
  const char* says;
  const char* also = "";
};

class Refusals : public Program, public ::testing::WithParamInterface<Refused> {};

TEST_P(Refusals, ByCodeAndWords) {
  const Refused& bad = GetParam();
  const Outcome r = juggler(std::string(bad.arguments) + " -o out");
  EXPECT_EQ(r.code, bad.code) << r.err;
  EXPECT_TRUE(has(r.err, bad.says)) << r.err;
  EXPECT_TRUE(has(r.err, bad.also)) << r.err;
  EXPECT_EQ(r.err.find("juggler: "), 0u) << r.err;
  EXPECT_EQ(r.err.find('\n'), r.err.size() - 1) << "one plain paragraph: " << r.err;
  EXPECT_EQ(r.out, "");
  EXPECT_EQ(files(), 0u) << "nothing is written";
}

#define SHEET " thickness=2 sizes_on=inside"
INSTANTIATE_TEST_SUITE_P(
    Every, Refusals,
    ::testing::Values(
        Refused{"NoHeight", "quick cone base.diameter=620 top.diameter=155" SHEET, 3,
                "part.height: sizes are missing", "give height, slant"},
        Refused{"OldKey",
                "quick cone base.diameter=620 top.diameter=155 height=300 bending.flat_width=30" SHEET, 3,
                "part.bending.flat_width: is called otherwise now", "write part.pressing.facet_width"},
        Refused{"OldRadius", "quick tube side=60 corner=8 wall_thickness=3 length=200", 3,
                "part.corner: is called otherwise now", "write part.corner_radius"},
        Refused{"OldJoint",
                "quick hopper base.width=200 base.length=200 top.width=400 top.length=400 height=300 "
                "corner=lapped" SHEET,
                3, "part.corner: is called otherwise now", "write part.hip_joint"},
        Refused{"OldPaper", "quick cone base.diameter=620 top.diameter=155 height=300 drawing.sheet=A3" SHEET,
                3, "drawing.sheet: is called otherwise now", "write drawing.paper"},
        Refused{"OldWord", "quick panel profile.1.line=60 run=200 thickness=1 sizes_on=outside", 3,
                "part.sizes_on: is called otherwise now", "write \"convex_side\""},
        Refused{"SheetOfAPanel", "quick panel profile.1.line=60 run=200 thickness=1 sheet.sizes_on=outside",
                3, "part.sizes_on: is missing: a panel has no inside", "concave_side"},
        Refused{"NoEnd", "quick cone height=620 slant=700" SHEET, 3, "part.base: sizes are missing"},
        Refused{"OneSize", "quick cone base.diameter=620" SHEET, 3, "only base"},
        Refused{"WiderOpen", "quick cone base.diameter=620 height=100 half_angle=20" SHEET, 3,
                "part.wider: is missing"},
        Refused{"WiderWrong", "quick cone base.diameter=620 top.diameter=100 height=100 wider=top" SHEET, 3,
                "part.wider: disagrees"},
        Refused{"SlantDisagrees", "quick cone base.diameter=620 top.diameter=155 height=780 slant=800" SHEET,
                3, "part.slant: disagrees", "a difference of 13.914154 mm"},
        Refused{"AngleDisagrees",
                "quick cone base.diameter=620 top.diameter=155 height=780 half_angle=20" SHEET, 3,
                "part.half_angle: disagrees", "degrees"},
        Refused{"EndDisagrees",
                "quick cone base.diameter=620 base.radius=300 top.diameter=155 height=780" SHEET, 3,
                "part.base.radius: disagrees with base.diameter", "10 mm of radius"},
        Refused{"SlantShort", "quick cone base.diameter=620 top.diameter=155 slant=100" SHEET, 3,
                "part.slant: is too short"},
        Refused{"TwoPoints", "quick cone base.point=true top.point=true height=100" SHEET, 3,
                "both ends are points"},
        Refused{"PointAndSize", "quick cone base.diameter=50 top.point=true top.diameter=5 height=100" SHEET,
                3, "part.top.diameter: disagrees"},
        Refused{"RunsOut", "quick cone base.diameter=100 height=200 half_angle=45 wider=base" SHEET, 3,
                "comes to its point before the top"},
#define CYLINDER "quick cylinder diameter=600 height=800" SHEET " "
        Refused{"TrimMisses", CYLINDER "trim.end=top trim.height=1500 trim.tilt=20", 3,
                "part.trim.1.height: the plane misses the part", "at plan angle 180 degrees"},
        Refused{"TrimMeetsBase", CYLINDER "trim.end=top trim.height=90 trim.tilt=45", 3,
                "part.trim.1.height: the plane meets the base", "where the ruling is left -210 mm"},
        Refused{"TrimsCross",
                CYLINDER "trim.1.end=top trim.1.height=400 trim.1.tilt=30 trim.2.end=base trim.2.height=350",
                3, "the plane meets the base or its trims inside the part", "trim.1"},
        Refused{"TrimPastApex",
                "quick cone base.diameter=600 top.point=true height=500 trim.end=top trim.height=520 "
                "trim.tilt=30" SHEET,
                3, "part.trim.1.height: the plane passes the apex", "past the apex"},
        Refused{"TrimWithoutEnd", CYLINDER "trim.height=500", 3,
                "part.trim.1.height: belongs to a trim that"},
        Refused{"TrimTwoWays", CYLINDER "trim.end=top trim.height=500 trim.short_side=300", 3,
                "part.trim.1.short_side: the plane is given in more than one way", "keep one of these ways"},
        Refused{"TrimOneSide", CYLINDER "trim.end=top trim.short_side=300", 3,
                "part.trim.1.long_side: is missing"},
        Refused{"TrimTooSteep", CYLINDER "trim.end=top trim.height=500 trim.tilt=90", 3,
                "part.trim.1.tilt: is out of range", "0 to 89 degrees"},
        Refused{"CylinderApex", CYLINDER "trim.end=top trim.from_apex=500 trim.to_axis=60", 3,
                "part.trim.1.from_apex: a cylinder has no apex"},
        Refused{"CylinderSize", "quick cylinder height=800" SHEET, 3, "part.diameter: is missing"},
        Refused{"CylinderHeight", "quick cylinder diameter=600" SHEET, 3, "part.height: is missing"},
        Refused{"CylinderSides", "quick cylinder diameter=600 short_side=300" SHEET, 3,
                "part.long_side: is missing"},
        Refused{"CylinderBoth", CYLINDER "short_side=300 long_side=400", 3, "part.height: is given beside"},
        Refused{"CylinderThick", "quick cylinder diameter=10 height=50 thickness=6 sizes_on=outside", 3,
                "part.diameter: the rulings of a face cross", "more than 12"},
        Refused{"ShiftAndSlant",
                "quick cone base.diameter=600 top.diameter=300 slant=500 'top.shift=[20,0]'" SHEET, 3,
                "part.slant: has no meaning for an offset cone"},
        Refused{
            "ShiftAndWedge",
            "quick cone base.diameter=600 top.diameter=300 height=500 'top.shift=[20,0]' seam.wedge=1" SHEET,
            3, "part.seam.wedge: a wedge is an angle about the axis"},
        Refused{"ShiftAndPoint",
                "quick cone base.diameter=600 top.point=true height=500 'top.shift=[20,0]'" SHEET, 3,
                "part.top.sizes_on: the neutral layer", "middle, with neutral 0.5"},
        Refused{"ShiftHalf",
                "quick cone base.diameter=600 top.diameter=300 height=500 'top.shift=[20]'" SHEET, 3,
                "lacks its second length"},
        Refused{"LapAndGap", CYLINDER "seam.gap=2 seam.lap=20", 3, "part.seam.lap: a lap needs a zero gap"},
        Refused{"LapTooWide", CYLINDER "seam.lap=1500", 3, "part.seam.lap: is wider than the ends"},
        Refused{"Pieces", CYLINDER "seam.pieces=65", 3, "part.seam.pieces: is out of range"},
        Refused{"SeamList", CYLINDER "'seam.at=[90, 10]'", 3, "part.seam.at: wants rising plan angles"},
        Refused{"Fit", CYLINDER "fit=1e-9", 3, "part.fit: is out of range"},
        Refused{"BenchRound", CYLINDER "bench.round=0", 3, "bench.round: is out of range"},
        Refused{"NoThickness", "quick cone base.diameter=620 top.diameter=155 height=780 sizes_on=inside", 3,
                "sheet.thickness: is missing"},
        Refused{"NoFace", "quick cone base.diameter=620 top.diameter=155 height=780 thickness=2", 3,
                "sheet.sizes_on: is missing"},
        Refused{"ThickTip",
                "quick cone base.diameter=620 top.diameter=2 height=780 thickness=2 sizes_on=outside", 3,
                "rulings of a face cross", "more than"},
        Refused{"GapEatsEnd", "quick cone base.diameter=620 top.diameter=4 height=780 seam.gap=30" SHEET, 3,
                "part.seam.gap: the parallel edges", "or more with this gap"},
        Refused{"GapAndWedge",
                "quick cone base.diameter=620 top.diameter=155 height=780 seam.gap=1 seam.wedge=1" SHEET, 3,
                "a gap and a wedge"},
        Refused{"GapOnNothing",
                "quick cone base.diameter=620 top.diameter=155 height=780 seam.gap_on=inside" SHEET, 3,
                "part.seam.gap_on"},
        Refused{"ContactOfPoint",
                "quick cone base.diameter=620 top.point=true top.contact=clear height=780" SHEET, 3,
                "part.top.contact: a pointed end meets no plane"},
        Refused{"Negative", "quick cone base.diameter=-620 top.diameter=155 height=780" SHEET, 3,
                "part.base.diameter: is out of range; found -620 mm"},
        Refused{"Astronomic", "quick cone base.diameter=1e300 top.diameter=155 height=780" SHEET, 3,
                "part.base.diameter: is out of range"},
        Refused{"NotANumber", "quick cone base.diameter=nan top.diameter=155 height=780" SHEET, 3,
                "not a finite number"},
        Refused{"UnknownKey", "quick cone base.diametr=620 top.diameter=155 height=780" SHEET, 3,
                "did you mean part.base.diameter?"},
        Refused{"UnknownFace",
                "quick cone base.diameter=620 top.diameter=155 height=780 thickness=2 sizes_on=inner", 3,
                "sheet.sizes_on: is not one of the words allowed"},
        Refused{"UnknownUnit", "quick cone base.diameter='3 furlong' top.diameter=155 height=780" SHEET, 3,
                "cannot be worked out"},
        Refused{"UnknownName", "quick cone base.diameter=body top.diameter=155 height=780" SHEET, 3,
                "names \"body\""},
        Refused{"UnknownShape", "quick pyramid base.diameter=620" SHEET, 3, "part.shape"},
        Refused{"BareNumber", "quick cone base=620 top.diameter=155 height=780" SHEET, 3,
                "part.base: is no key of a job",
                "give one of part.base.point, part.base.diameter, part.base.radius"},
        Refused{"Twice", "quick cone height=620 height=155" SHEET, 3, "height: is given twice"},
        Refused{"Quantity", "quick cone base.diameter=620 top.diameter=155 height=780 quantity=0" SHEET, 3,
                "part.quantity: is out of range"},
        Refused{"NoEquals", "quick cone height", 2, "NAME=VALUE"},
        Refused{"NoSuchFile", "develop none.toml", 4, "none.toml: cannot be read"},
        Refused{"AFolder", "develop .", 4, "cannot be read"}, Refused{"NoJob", "develop", 2, "JOB"},
        Refused{"NoScale", "quick cone height=1 drawing.scale=10", 3, "allowed: \"1:N\" or \"N:1\""},
        Refused{"ScaleOfNothing", "quick cone height=1 drawing.scale=1:0", 3, "is no scale"},
        Refused{"NoPaper", "quick cone height=1 template.paper=A9", 3, "\"ANSI-E\""},
        Refused{"MarginTooWide", "quick cone height=1 template.margin=50", 3, "0 to 30 mm"},
        Refused{"TooManyTiles",
                "quick cone base.diameter=90000 top.diameter=80000 height=9000 thickness=0 --formats "
                "template",
                3, "print on larger paper or a roll"},
        Refused{"ScaleTooLarge",
                "quick cone base.diameter=900 top.diameter=800 height=900 thickness=0 --formats pdf "
                "drawing.paper=A3 drawing.scale=1:1",
                3, "at most 1:10 on A3"},
        Refused{"NoFormat", "quick cone height=1 --formats tiff", 2, "tiff"},
        Refused{"NoOption", "quick cone height=1 --nonsense", 2, "nonsense"}),
    [](const auto& refused) { return refused.param.name; });

TEST_F(Program, AJobsRefusalNamesFileLineColumnKeyFoundAndExpected) {
  write("job.toml",
        "juggler = 1\n[sheet]\nthickness = 2\nsizes_on = \"inside\"\n[part]\nshape = \"cone\"\nbase.diameter "
        "= 620\n"
        "top.diameter = 155\nheight = \"3 deg\"\n");
  const Outcome r = juggler("develop job.toml -o out");
  EXPECT_EQ(r.code, 3);
  EXPECT_EQ(r.err,
            "juggler: job.toml:9:10: part.height: has an angle where a length is wanted; found \"3 deg\".\n");
  EXPECT_FALSE(there("out"));
}

TEST_F(Program, NoSuchCommandOrShape) {
  EXPECT_EQ(juggler("").code, 2);
  EXPECT_EQ(juggler("bend").code, 2);
  EXPECT_EQ(juggler("shapes pyramid").code, 2);
  EXPECT_TRUE(has(juggler("shapes pyramid").err, "there are: cone"));
}

// Nothing that can be written in a file may crash the program or let it run on.
TEST_F(Program, HostileFilesAreRefused) {
  std::string deep(200000, '[');
  std::string chain = "juggler = 1\n[let]\n";
  for (int i = 0; i < 3000; ++i) chain += "a" + std::to_string(i) + " = \"a" + std::to_string(i + 1) + "\"\n";
  const std::vector<std::pair<std::string, std::string>> files{
      {"deep", "a = " + deep},
      {"dots", "juggler = 1\n" + std::string(5000, 'a') + ".b = 1\n"},
      {"binary", std::string("\0\xff\xfe\x01", 4)},
      {"empty", ""},
      {"chain", chain + "a3000 = 1\n"},
      {"brackets", "juggler = 1\nlet.a = \"" + std::string(999, '(') + "\"\n"},
      {"long", "juggler = 1\nlet.a = \"" + std::string(100000, '1') + "\"\n"},
      {"bom", "\xef\xbb\xbfjuggler = 1\n"},
      {"large", std::string(5 << 20, '#')}};
  for (const auto& [name, text] : files) {
    write(name + ".toml", text);
    const Outcome r = shell("timeout 10 '" PROGRAM "' develop " + name + ".toml");
    EXPECT_EQ(r.code, name == "large" ? 4 : 3) << name << ": " << r.err.substr(0, 300);
    EXPECT_EQ(r.err.find("juggler: "), 0u) << name;
    EXPECT_LT(r.err.size(), 6000u) << name;
  }
}

}  // namespace
}  // namespace juggler::testing
