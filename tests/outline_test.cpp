// Outlines of transitions from DXF and SVG files beside the job.

#include "folder.h"
#include "juggler/job.h"

namespace juggler::testing {
namespace {

using std::numbers::pi;

class Outlines : public InFolder {
 protected:
  [[nodiscard]] Job job(const std::string& name, const std::string& more = "",
                        const std::string& units = "mm") const {
    const std::string text = "juggler = 1\njob.units = \"" + units +
                             "\"\n[sheet]\nthickness = 0\n[part]\nshape = \"transition\"\n"
                             "base.profile.kind = \"file\"\nbase.profile.path = \"" +
                             name + "\"\ntop.diameter = \"100 mm\"\nheight = \"200 mm\"\n" + more;
    return read_job(text, (folder_ / "job.toml").string());
  }
  /// The girth of the base, by the wall that the outline makes.
  [[nodiscard]] double girth(const std::string& name, const std::string& more = "",
                             const std::string& units = "mm") const {
    const Part p = job(name, more, units).parts.at(0);
    return rim_length(pieces_of(std::get<Transition>(p.asked), p.sheet)({0, 2 * pi, 0, 0}), EndName::base, 0);
  }
  [[nodiscard]] JobRefusal refused(const std::string& name, const std::string& more = "") const {
    try {
      (void)job(name, more);
    } catch (const JobRefusal& refusal) {
      return refusal;
    }
    ADD_FAILURE() << "not refused";
    return {{}, {}};
  }
};

/// A DXF file of group codes and values, one after the other, apart by blanks.
std::string dxf(const std::string& entities, const std::string& header = "", const std::string& blocks = "") {
  std::string text = "0 SECTION 2 HEADER " + header + " 0 ENDSEC ";
  if (!blocks.empty()) text += "0 SECTION 2 BLOCKS " + blocks + " 0 ENDSEC ";
  text += "0 SECTION 2 ENTITIES " + entities + " 0 ENDSEC 0 EOF";
  std::istringstream in(text);
  std::string lines;
  for (std::string word; in >> word;) lines += word + "\r\n";
  return lines;
}
std::string svg(const std::string& inside, const std::string& attributes = "") {
  return "<svg xmlns=\"http://www.w3.org/2000/svg\" " + attributes + ">\n" + inside + "\n</svg>\n";
}

const std::string square =
    "0 LINE 8 A 10 0 20 0 11 300 21 0 0 LINE 8 A 10 300 20 300 11 300 21 0 "
    "0 LINE 8 A 10 0 20 300 11 300 21 300 0 LINE 8 A 10 0 20 0 11 0 21 300 ";
const std::string circle = "0 CIRCLE 8 B 10 500 20 500 40 80 ";

TEST_F(Outlines, EveryCurveOfADxfIsRead) {
  const double r = 150;
  const std::vector<std::pair<std::string, double>> files{
      {square, 1200},
      {circle, 160 * pi},
      {"0 ARC 8 A 10 0 20 0 40 150 50 300 51 120 0 ARC 8 A 10 0 20 0 40 150 50 120 51 300", 2 * pi * r},
      {"0 LWPOLYLINE 8 A 90 4 70 1 10 0 20 0 10 200 20 0 42 1 10 200 20 100 10 0 20 100 42 1",
       400 + 100 * pi},
      {"0 LWPOLYLINE 8 A 90 5 70 0 10 0 20 0 10 200 20 0 10 200 20 100 10 0 20 100 10 0 20 0", 600},
      {"0 POLYLINE 8 A 66 1 70 1 0 VERTEX 8 A 10 0 20 0 0 VERTEX 8 A 10 200 20 0 42 1 0 VERTEX 8 A 10 200 20 "
       "100 "
       "0 VERTEX 8 A 10 0 20 100 42 1 0 SEQEND",
       400 + 100 * pi},
      {"0 ELLIPSE 8 A 10 7 20 9 11 90 21 120 40 1 41 0 42 6.283185307179586", 2 * pi * r},
      // A square of straight splines.
      {"0 SPLINE 8 A 70 8 71 1 40 0 40 0 40 1 40 2 40 3 40 4 40 4 10 0 20 0 10 100 20 0 10 100 20 100 10 0 "
       "20 100 10 0 20 0",
       400},
      // A circle as a rational spline of the second degree.
      {"0 SPLINE 8 A 70 12 71 2 40 0 40 0 40 0 40 1 40 1 40 2 40 2 40 3 40 3 40 4 40 4 40 4 "
       "41 1 41 0.7071067811865476 41 1 41 0.7071067811865476 41 1 41 0.7071067811865476 41 1 41 "
       "0.7071067811865476 41 1 "
       "10 150 20 0 10 150 20 150 10 0 20 150 10 -150 20 150 10 -150 20 0 10 -150 20 -150 10 0 20 -150 10 "
       "150 20 -150 10 150 20 0",
       2 * pi * r},
      // Seen from below: x the other way.
      {"0 ARC 8 A 10 0 20 0 40 150 50 90 51 270 210 0 220 0 230 -1 0 ARC 8 A 10 0 20 0 40 150 50 90 51 270",
       2 * pi * r},
      {"0 TEXT 8 A 10 5 20 5 1 note 0 POINT 8 A 10 5 20 5 " + circle, 160 * pi},
      {"0 LINE 8 A 67 1 10 0 20 0 11 9 21 9 " + circle, 160 * pi}};
  for (size_t i = 0; i < files.size(); ++i) {
    write("a.dxf", dxf(files[i].first));
    EXPECT_NEAR(girth("a.dxf"), files[i].second, 1e-9 * files[i].second) << i;
  }
}

TEST_F(Outlines, UnitsLayersAndBlocksOfADxfCount) {
  write("inch.DXF", dxf("0 CIRCLE 8 0 10 0 20 0 40 4", "9 $INSUNITS 70 1"));
  EXPECT_NEAR(girth("inch.DXF"), 8 * 25.4 * pi, 1e-9 * 700);
  write("none.dxf", dxf("0 CIRCLE 8 0 10 0 20 0 40 4", "9 $INSUNITS 70 0"));
  EXPECT_NEAR(girth("none.dxf", "", "in"), 8 * 25.4 * pi, 1e-9 * 700);
  EXPECT_NEAR(girth("none.dxf", "", "cm"), 80 * pi, 1e-9 * 700);
  write("two.dxf", dxf(square + circle));
  EXPECT_NEAR(girth("two.dxf", "base.profile.layer = \"B\"\n"), 160 * pi, 1e-9 * 700);
  EXPECT_NEAR(girth("two.dxf", "base.profile.layer = \"A\"\n"), 1200, 1e-9 * 700);
  // A block: half as large, mirrored, turned; what lies on layer 0 in it lies on its own.
  const std::string block =
      "0 BLOCK 8 0 2 shape 10 10 20 10 0 ELLIPSE 8 0 10 60 20 10 11 100 21 0 40 0.5 41 0 42 "
      "6.283185307179586 0 ENDBLK";
  write("block.dxf", dxf("0 INSERT 8 B 2 shape 10 33 20 44 41 -0.5 42 1 50 30 " + square, "", block));
  EXPECT_NEAR(girth("block.dxf", "base.profile.layer = \"B\"\n"), 100 * pi, 1e-9 * 700);
  // One in two columns: the long sides of a rectangle.
  write("columns.dxf", dxf("0 INSERT 8 B 2 side 10 5 20 6 70 2 44 150 0 LINE 8 B 10 5 20 6 11 155 21 6 "
                           "0 LINE 8 B 10 5 20 306 11 155 21 306",
                           "", "0 BLOCK 2 side 10 0 20 0 0 LINE 8 0 10 0 20 0 11 0 21 300 0 ENDBLK"));
  EXPECT_NEAR(girth("columns.dxf"), 900, 1e-9 * 700);
  // Names have no case, and are written in three ways.
  for (const char* name : {"K\xC4LTE", "K\xC3\x84LTE", "k\\U+00C4lte"}) {
    write("name.dxf", dxf(square + "0 CIRCLE 8 " + name + " 10 500 20 500 40 80 "));
    EXPECT_NEAR(girth("name.dxf", "base.profile.layer = \"K\u00C4lte\"\n"), 160 * pi, 1e-9 * 700) << name;
  }
}

TEST_F(Outlines, EveryCurveOfAnSvgIsRead) {
  const double curve = 160 * pi;
  const std::vector<std::pair<std::string, double>> files{
      {svg("<circle cx='9' cy='9' r='80'/>"), curve},
      {svg("<ellipse rx='80' ry='80'/>"), curve},
      {svg("<rect x='5' y='5' width='200' height='100'/>"), 600},
      {svg("<rect width='200' height='100' rx='20'/>"), 600 - 160 + 40 * pi},
      {svg("<rect width='200' height='100' ry='50' rx='50'/>"), 200 + 100 * pi},
      {svg("<polygon points='0,0 300,0 300,300 0,300'/>"), 1200},
      {svg("<polyline points='0 0 300 0 300 300 0 300 0 0'/>"), 1200},
      {svg("<line x2='300'/><line x1='300' x2='300' y2='300'/><line y1='300' x2='300' y2='300'/><line "
           "y2='300'/>"),
       1200},
      {svg("<path d='M0 0h300v300h-300z'/>"), 1200},
      {svg("<path d='m10-20 300,0 0,300-300,0Z'/>"), 1200},
      {svg("<path d='M80 0A80 80 0 0 1-80 0A80 80 0 01 80 0'/>"), curve},
      {svg("<path d='M80 0a80 80 0 1 0 0 .00001z'/>"), curve},
      {svg("<path d='M0 0H200A50 50 0 0 1 200 100H0A50 50 0 0 1 0 0Z'/>"), 400 + 100 * pi},
      // Quarters run both ways, and a great arc.
      {svg("<path d='M20 0H180A20 20 0 0 1 200 20V80A20 20 0 0 1 180 100H20A20 20 0 0 1 0 80V20A20 20 0 0 1 "
           "20 0'/>"),
       600 - 160 + 40 * pi},
      {svg("<path d='M20 0A20 20 0 0 0 0 20V80A20 20 0 0 0 20 100H180A20 20 0 0 0 200 80V20A20 20 0 0 0 180 "
           "0Z'/>"),
       600 - 160 + 40 * pi},
      {svg("<path d='M80 0A80 80 0 1 1 0 -80L80-80Z'/>"), 120 * pi + 160},
      {svg("<g transform='translate(3 4) scale(2)'><g transform='rotate(30 5 5)'><circle r='40'/></g></g>"),
       curve},
      {svg("<circle r='80' transform='matrix(-1 0 0 1 7 8)'/>"), curve},
      {svg("<ellipse rx='40' ry='80' transform='scale(2 1)'/>"), curve},
      {svg("<defs><rect width='9' height='9'/></defs><text>note</text><circle r='80'/>"), curve},
      {svg("<circle r='8'/>", "width='20cm' viewBox='0 0 20 10'"), curve},
      {svg("<circle r='8'/>", "width='200mm' viewBox='0 0 20 10'"), curve}};
  for (size_t i = 0; i < files.size(); ++i) {
    write("a.svg", files[i].first);
    SCOPED_TRACE(files[i].first);
    EXPECT_NEAR(girth("a.svg"), files[i].second, i == 11 ? 1e-3 : 1e-9 * files[i].second) << i;
  }
  write("a.svg", svg("<g id='one'><circle r='80'/></g><rect id='two' width='100' height='50'/>"));
  EXPECT_NEAR(girth("a.svg", "base.profile.layer = \"one\"\n"), curve, 1e-9 * curve);
  EXPECT_NEAR(girth("a.svg", "base.profile.layer = \"two\"\n"), 300, 1e-9 * curve);
}

TEST_F(Outlines, SplinesOfAPathAreThoseOfItsSmoothCommands) {
  // C then S, and Q then T, against the same curves written out.
  write("a.svg", svg("<path d='M100 0C100 60 60 100 0 100S-100 60-100 0-60-100 0-100 100-60 100 0Z'/>"));
  write("b.svg", svg("<path d='M100 0C100 60 60 100 0 100C-60 100-100 60-100 0C-100-60-60-100 0-100C60-100 "
                     "100-60 100 0'/>"));
  EXPECT_NEAR(girth("a.svg"), girth("b.svg"), 1e-9 * 700);
  write("a.svg", svg("<path d='M100 0Q100 100 0 100T-100 0 0-100 100 0'/>"));
  write("b.svg", svg("<path d='M100 0Q100 100 0 100Q-100 100-100 0Q-100-100 0-100Q100-100 100 0'/>"));
  EXPECT_NEAR(girth("a.svg"), girth("b.svg"), 1e-9 * 700);
  // The length of a parabola's arc, by its closed form.
  const double arc = 100 * (std::sqrt(2.0) + std::asinh(1.0)) / std::sqrt(2.0);
  EXPECT_NEAR(girth("b.svg"), 4 * arc, 1e-9 * 700);
}

TEST_F(Outlines, AGapIsClosedAndIsTheSeam) {
  const std::string gap =
      "0 LINE 8 A 10 100 20 0 11 300 21 0 0 LINE 8 A 10 300 20 0 11 300 21 300 0 LINE 8 A 10 300 20 300 11 0 "
      "21 300 "
      "0 LINE 8 A 10 0 20 300 11 0 21 0 0 LINE 8 A 10 0 20 0 11 99 21 0";
  write("gap.dxf", dxf(gap));
  EXPECT_NEAR(girth("gap.dxf"), 1200, 1e-9 * 700);
  const Part p = job("gap.dxf").parts.at(0);
  EXPECT_EQ(p.seam.ruling, SeamRuling::facing_base);
  EXPECT_NEAR(std::remainder(p.seam.at.degrees() - 270, 360), 0, 1e-9);
  const Proof proof = prove(make_blank(p.asked, p.sheet, p.seam), p.asked, p.sheet, p.seam);
  EXPECT_TRUE(proof.passed) << proof.greatest_distance;
  // Turned with the profile; and where a seam is asked for, that counts.
  EXPECT_NEAR(
      std::remainder(job("gap.dxf", "base.profile.turn = 20\n").parts[0].seam.at.degrees() - 290, 360), 0,
      1e-9);
  EXPECT_EQ(job("gap.dxf", "seam.at = 40\n").parts[0].seam.ruling, SeamRuling::at_angle);
}

TEST_F(Outlines, CollarsArePartsOfTheirOwn) {
  write("a.dxf", dxf(circle));
  const Job j = job(
      "a.dxf", "base.collar = 40\ntop.collar = 25\ntop.tilt = { angle = 10, uphill = 0 }\nseam.at = 30\n");
  ASSERT_EQ(j.parts.size(), 3U);
  EXPECT_EQ(j.parts[0].name, "wall");
  EXPECT_EQ(j.parts[1].name, "base-collar");
  EXPECT_EQ(j.parts[2].name, "top-collar");
  for (size_t i = 1; i < 3; ++i) {
    const Part& p = j.parts[i];
    const Blank b = make_blank(p.asked, p.sheet, p.seam);
    const auto laid = as_laid(b);
    EXPECT_NEAR(laid.width, i == 1 ? 160 * pi : 100 * pi, 1e-9 * 700);
    EXPECT_NEAR(laid.height, i == 1 ? 40 : 25, 1e-9 * 700);
    EXPECT_TRUE(prove(b, p.asked, p.sheet, p.seam).passed);
  }
  EXPECT_EQ(refused("a.dxf", "base.collar = 0\n").text().key, "part.base.collar");
}

TEST_F(Outlines, OpenOnesRunAsTheirFirstCurveIsDrawn) {
  write("open.dxf", dxf("0 LINE 8 A 10 300 20 0 11 300 21 200 0 LINE 8 A 10 0 20 200 11 300 21 200"));
  const std::string top =
      "top.profile = { kind = \"polyline\", open = true, points = [[250, 20], [250, 150], [40, 150]] }\n";
  const std::string text =
      "juggler = 1\n[sheet]\nthickness = 0\n[part]\nshape = \"transition\"\nheight = 200\n" + top +
      "base.profile = { kind = \"file\", path = \"open.dxf\", open = true }\n";
  const Part p = read_job(text, (folder_ / "job.toml").string()).parts.at(0);
  const Form f = pieces_of(std::get<Transition>(p.asked), p.sheet)({0, 2 * pi, 0, 0});
  EXPECT_TRUE(f.open);
  EXPECT_NEAR(rim_length(f, EndName::base, 0), 500, 1e-9 * 700);
  EXPECT_NEAR(edge_point(f, EndName::base, 0, f.from()).y, 0, 1e-9);
  write("a.dxf", dxf(circle));
  EXPECT_TRUE(
      has(refused("a.dxf", "base.profile.open = true\n").text().reason, "closed outline where an open one"));
}

std::string blocks_in_blocks(int deep, int times) {
  std::string blocks;
  for (int k = 0; k < deep; ++k) {
    blocks += "0 BLOCK 2 b" + std::to_string(k) + " 10 0 20 0 ";
    for (int i = 0; i < times; ++i) blocks += "0 INSERT 8 A 2 b" + std::to_string(k + 1) + " 10 0 20 0 ";
    blocks += "0 ENDBLK ";
  }
  blocks += "0 BLOCK 2 b" + std::to_string(deep) + " 10 0 20 0 0 ENDBLK";
  return dxf("0 INSERT 8 A 2 b0 10 0 20 0", "", blocks);
}

struct BadDrawing {
  const char* name;
  std::string file;
  std::string text;
  int line;
  const char* words;
};
void PrintTo(const BadDrawing& bad, std::ostream* out) { *out << bad.name; }

class BadOutlines : public Outlines, public ::testing::WithParamInterface<BadDrawing> {};
TEST_P(BadOutlines, AreRefusedWithTheirPlace) {
  write(GetParam().file, GetParam().text);
  const JobRefusal r = refused(GetParam().file);
  EXPECT_TRUE(has(r.text().reason, GetParam().words)) << r.text().reason;
  EXPECT_EQ(r.text().key, "part.base.profile.path");
  if (GetParam().line > 0) {
    EXPECT_TRUE(has(r.place().source, GetParam().file)) << r.place().source;
    EXPECT_EQ(r.place().line, GetParam().line);
  }
}
INSTANTIATE_TEST_SUITE_P(
    All, BadOutlines,
    ::testing::Values(
        BadDrawing{"Empty", "a.dxf", "", 1, "breaks off"},
        BadDrawing{"Binary", "a.dxf", std::string("B\0inary", 7), 1, "binary"},
        BadDrawing{"NoCode", "a.dxf", "hello\nworld\n", 1, "group code"},
        BadDrawing{"CutOff", "a.dxf", dxf(square).substr(0, 150), 0, "breaks off"},
        BadDrawing{"HalfPair", "a.dxf", "0\nSECTION\n2", 3, "breaks off after"},
        BadDrawing{"NoNumber", "a.dxf", dxf("0 CIRCLE 8 A 10 0 20 0 40 1,5"), 20, "where a number is due"},
        BadDrawing{"NotFinite", "a.dxf", dxf("0 CIRCLE 8 A 10 0 20 0 40 nan"), 20, "where a number is due"},
        BadDrawing{"NoRadius", "a.dxf", dxf("0 CIRCLE 8 A 10 0 20 0 40 0"), 11, "without a radius"},
        BadDrawing{"Lacking", "a.dxf", dxf("0 CIRCLE 8 A 10 0 20 0"), 11, "without its group 40"},
        BadDrawing{"Solid", "a.dxf", dxf("0 3DSOLID 8 A"), 11, "no curve of an outline"},
        BadDrawing{"Tilted", "a.dxf", dxf("0 CIRCLE 8 A 10 0 20 0 40 5 210 1 220 0 230 0"), 11,
                   "in the plane"},
        BadDrawing{"Rising", "a.dxf", dxf("0 LINE 8 A 10 0 20 0 30 0 11 5 21 5 31 9"), 11, "in the plane"},
        BadDrawing{"Leaning", "a.dxf", dxf("0 ELLIPSE 8 A 10 0 20 0 11 5 21 5 31 9 40 1"), 11,
                   "in the plane"},
        BadDrawing{"NoBlock", "a.dxf", dxf("0 INSERT 8 A 2 other 10 0 20 0"), 11, "block"},
        BadDrawing{
            "EndlessBlocks", "a.dxf",
            dxf("0 INSERT 8 A 2 s 10 0 20 0", "", "0 BLOCK 2 s 10 0 20 0 0 INSERT 2 s 10 0 20 0 0 ENDBLK"), 0,
            "without end"},
        // Each block holds the next one twelve times, and nothing is drawn.
        BadDrawing{"BlocksBeyondCount", "a.dxf", blocks_in_blocks(15, 12), 0, "too many blocks"},
        BadDrawing{"RowsBeyondCount", "a.dxf",
                   dxf("0 INSERT 8 A 2 s 10 0 20 0 70 32000 71 32000", "", "0 BLOCK 2 s 10 0 20 0 0 ENDBLK"),
                   0, "too many blocks"},
        BadDrawing{"BadSpline", "a.dxf", dxf("0 SPLINE 8 A 71 3 40 0 40 1 10 0 20 0"), 11,
                   "do not go together"},
        BadDrawing{"HugeDegree", "a.dxf", dxf("0 SPLINE 8 A 71 99 40 0 40 1 10 0 20 0"), 11, "degree"},
        BadDrawing{"Parsecs", "a.dxf", dxf(circle, "9 $INSUNITS 70 20"), 8, "units"},
        BadDrawing{"Nothing", "a.dxf", dxf(""), 1, "holds no curve"},
        BadDrawing{"Two", "a.dxf", dxf(square + circle), 1, "more than one outline"},
        BadDrawing{"Fork", "a.dxf", dxf(square + "0 LINE 8 A 10 0 20 0 11 50 21 50"), 1, "forks"},
        BadDrawing{"NoXml", "a.svg", "<svg><circle", 1, "no XML"},
        BadDrawing{"NoSvg", "a.svg", "<html/>", 1, "no SVG"},
        BadDrawing{"NoPath", "a.svg", svg("<path d='M 0 0 L 5'/>"), 2, "breaks off"},
        BadDrawing{"NoStart", "a.svg", svg("<path d='L 5 5'/>"), 2, "begin with M"},
        BadDrawing{"NoCommand", "a.svg", svg("<path d='M 0 0 X 5 5'/>"), 2, "command X"},
        BadDrawing{"NoTransform", "a.svg", svg("<circle r='5' transform='grow(2)'/>"), 2, "transform"},
        BadDrawing{"NoSize", "a.svg", svg("<circle r='0'/>"), 2, "without a size"},
        BadDrawing{"Use", "a.svg", svg("<use href='#a'/>"), 2, "no curve of an outline"},
        BadDrawing{"Percent", "a.svg", svg("<circle r='5%'/>"), 2, "where r is due"},
        BadDrawing{"Name", "a.pdf", "x", 0, "not a DXF or SVG"}));

TEST_F(Outlines, ArcsWhoseCirclesReachBelowTheOtherEndAreRead) {
  write("flat-arcs.dxf", dxf("0 LWPOLYLINE 8 A 90 5 70 0 10 84.306 20 95.757 42 0 10 -5.402 20 159.089 42 "
                             "0.2 10 -155.112 20 -3.496 42 "
                             "-0.1 10 -84.432 20 -106.257 42 0 10 70.044 20 -24.882 42 1"));
  const std::string text =
      "juggler = 1\n[sheet]\nthickness = 0\n[part]\nshape = \"transition\"\nheight = 69\n"
      "base.profile = { kind = \"rectangle\", turn = 129.8, width = 120.472, length = 439, corner_radius = "
      "25.298 "
      "}\n"
      "base.tilt = { angle = 21.9, uphill = -266.3 }\ntop.profile = { kind = \"file\", path = "
      "\"flat-arcs.dxf\" }\n"
      "top.tilt = { angle = 32.3, uphill = -241 }\ntop.shift = [-121.693, -26]\n";
  const Part p = read_job(text, (folder_ / "job.toml").string()).parts.at(0);
  try {
    (void)pieces_of(std::get<Transition>(p.asked), p.sheet);
    ADD_FAILURE() << "a round end of a rectangle faces a concave stretch";
  } catch (const Refusal& r) {
    EXPECT_TRUE(has(r.text().reason, "no wall leads on")) << r.what();
  }
}

TEST_F(Outlines, WhatIsMissingOrOutOfPlaceIsSaid) {
  EXPECT_TRUE(has(refused("nowhere.dxf").text().reason, "cannot be read"));
  write("a.dxf", dxf(circle));
  EXPECT_TRUE(
      has(refused("a.dxf", "base.profile.layer = \"C\"\n").text().reason, "holds no curve on the layer C"));
  const Part beside = job("a.dxf", "base.profile.diameter = 5\n").parts.at(0);
  try {
    (void)make_blank(beside.asked, beside.sheet, beside.seam);
    ADD_FAILURE() << "not refused";
  } catch (const Refusal& r) {
    EXPECT_EQ(r.text().key, "base.profile.diameter");
  }
}

}  // namespace
}  // namespace juggler::testing
