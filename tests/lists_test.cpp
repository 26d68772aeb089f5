// What a job looks up in files beside it: bend tables, lists of tubes and gauges, bodies of flat faces.

#include "folder.h"
#include "juggler/job.h"

namespace juggler::testing {
namespace {

using std::numbers::pi;

class Lists : public InFolder {
 protected:
  [[nodiscard]] Part part(const std::string& text) const {
    return read_job("juggler = 1\n" + text, (folder_ / "job.toml").string()).parts.at(0);
  }
  [[nodiscard]] JobRefusal refused(const std::string& text) const {
    try {
      (void)part(text);
    } catch (const JobRefusal& refusal) {
      return refusal;
    }
    ADD_FAILURE() << "not refused:\n" << text;
    return {{}, {}};
  }
};

const std::string panel_head =
    "[sheet]\nthickness = 2\n\n[part]\nshape = \"panel\"\nsizes_on = \"convex_side\"\nrun = 100\n"
    "bend.radius = 3\nbend.table = \"bends.csv\"\nprofile = [{ line = 50 }, { bend = 90 }, { line = 40 }]\n";

double width_of(const Part& p) { return as_laid(make_blank(p.asked, p.sheet, p.seam, p.making)).width; }

TEST_F(Lists, ThreeWaysOfWritingABendTableSayTheSame) {
  // By hand: a factor of 0.4 at 90 degrees; inside 3, thickness 2.
  const double allowance = pi / 2 * (3 + 0.8);
  const double flat = 50 + 40 - 2 * 5 + allowance;
  const auto with = [&](const std::string& head, double value) {
    std::ostringstream text;
    text.precision(17);
    text << "thickness,radius,angle," << head << "\n2,3,90," << value << "\n";
    write("bends.csv", text.str());
    return width_of(part(panel_head));
  };
  EXPECT_NEAR(with("factor", 0.4), flat, 1e-9);
  EXPECT_NEAR(with("allowance", allowance), flat, 1e-9);
  EXPECT_NEAR(with("deduction", 10 - allowance), flat, 1e-9);
}

TEST_F(Lists, TablesAreInTheUnitOfTheJob) {
  write("bends.csv", "thickness,radius,angle,allowance\n0.08,0.12,90,0.24\n");
  const Part p = part(
      "job.units = \"in\"\n[sheet]\nthickness = 0.08\n\n[part]\nshape = \"panel\"\nsizes_on = "
      "\"convex_side\"\n"
      "run = 4\nbend.radius = 0.12\nbend.table = \"bends.csv\"\n"
      "profile = [{ line = 2 }, { bend = 90 }, { line = 2 }]\n");
  EXPECT_NEAR(width_of(p), 25.4 * (4 - 2 * 0.2 + 0.24), 1e-9);
}

TEST_F(Lists, CommentsEmptyLinesSpacesAndWindowsLineEndsArePassedOver) {
  write("bends.csv", "# measured in spring\r\n\r\n thickness , radius,angle,factor\r\n2, 3 ,\t90, 0.4\r\n");
  EXPECT_NEAR(width_of(part(panel_head)), 80 + pi / 2 * 3.8, 1e-9);
}

struct BadTable {
  const char* name;
  const char* text;
  int line;
  int column;
  const char* words;
};
class BendTables : public Lists, public ::testing::WithParamInterface<BadTable> {};
TEST_P(BendTables, RefusalsSayWhereAndWhy) {
  write("bends.csv", GetParam().text);
  const JobRefusal r = refused(panel_head);
  EXPECT_TRUE(has(r.place().source, "bends.csv")) << r.place().source;
  EXPECT_EQ(r.place().line, GetParam().line);
  EXPECT_EQ(r.place().column, GetParam().column);
  EXPECT_TRUE(has(r.text().reason, GetParam().words)) << r.text().reason;
}
INSTANTIATE_TEST_SUITE_P(
    All, BendTables,
    ::testing::Values(
        BadTable{"UnknownHead", "thickness,radius,angel,factor\n2,3,90,0.4\n", 1, 18, "no head"},
        BadTable{"NoWay", "thickness,radius,angle\n2,3,90\n", 1, 1, "not those of a bend table"},
        BadTable{"TwoWays", "thickness,radius,angle,factor,deduction\n2,3,90,0.4,3\n", 1, 1, "not those"},
        BadTable{"ShortRow", "thickness,radius,angle,factor\n2,3,90\n", 2, 1, "too few or too many"},
        BadTable{"LongRow", "thickness,radius,angle,factor\n2,3,90,0.4,1\n", 2, 1, "too few or too many"},
        BadTable{"NoNumber", "thickness,radius,angle,factor\n2,3,90,1/3\n", 2, 8, "no number"},
        BadTable{"Empty", "thickness,radius,angle,factor\n2,,90,0.4\n", 2, 3, "no number"},
        BadTable{"NoThickness", "thickness,radius,angle,factor\n0,3,90,0.4\n", 2, 1, "out of range"},
        BadTable{"NegativeRadius", "thickness,radius,angle,factor\n2,-3,90,0.4\n", 2, 3, "out of range"},
        BadTable{"NoAngle", "thickness,radius,angle,factor\n2,3,0,0.4\n", 2, 5, "out of range"},
        BadTable{"DeductionOfHalfATurn", "thickness,radius,angle,deduction\n2,3,180,1\n", 2, 5,
                 "out of range"},
        BadTable{"FactorOverOne", "thickness,radius,angle,factor\n2,3,90,1.2\n", 2, 8, "factor of 1.2"},
        BadTable{"DeductionTooLarge", "thickness,radius,angle,deduction\n2,3,90,8\n", 2, 8,
                 "neutral factor of -"}),
    [](const auto& one) { return one.param.name; });

TEST_F(Lists, TablesThatAreNoneAreRefusedAtTheirKey) {
  const auto key = [&] { return refused(panel_head).text().key; };
  EXPECT_EQ(key(), "part.bend.table") << "not there";
  fs::create_directories(folder_ / "bends.csv");
  EXPECT_EQ(key(), "part.bend.table") << "a folder";
  fs::remove(folder_ / "bends.csv");
  write("bends.csv", "\n# nothing\n");
  EXPECT_EQ(key(), "part.bend.table") << "empty";
  write("bends.csv", "thickness,radius,angle,factor\n");
  EXPECT_EQ(key(), "part.bend.table") << "no rows";
  write("bends.csv", "thickness,radius,angle,factor\n" + std::string(1100000, '#'));
  EXPECT_TRUE(has(refused(panel_head).text().reason, "too large"));
}

const char* const tubes =
    "name,diameter,side,width,depth,corner_radius,wall_thickness\n"
    "Post 60,,60,,,8,4\n"
    "Rail 80x40,,,80,40,6,3\n"
    "Pipe A,60.3,,,,,2.9\n";

std::string tube(const std::string& keys) {
  return "[lists]\ntubes = \"tubes.csv\"\n[part]\nshape = \"tube\"\nlength = 300\n" + keys;
}

TEST_F(Lists, TubesByName) {
  write("tubes.csv", tubes);
  const auto named = [&](const char* name) {
    return std::get<Tube>(part(tube(std::string("named = \"") + name + "\"\n")).asked);
  };
  const Tube post = named("Post 60");
  EXPECT_DOUBLE_EQ(post.side.value(), 60);
  EXPECT_DOUBLE_EQ(post.corner_radius, 8);
  EXPECT_DOUBLE_EQ(post.wall_thickness.value(), 4);
  EXPECT_FALSE(post.diameter || post.width);
  EXPECT_EQ(post.named, "Post 60");
  const Tube rail = named("Rail 80x40");
  EXPECT_DOUBLE_EQ(rail.width.value(), 80);
  EXPECT_DOUBLE_EQ(rail.depth.value(), 40);
  EXPECT_TRUE(named("Pipe A").round());
}

TEST_F(Lists, WhatTheJobSaysOfATubeGoesBeforeTheList) {
  write("tubes.csv", tubes);
  const Tube t =
      std::get<Tube>(part(tube("named = \"Post 60\"\ncorner_radius = 5\nwall_thickness = 3.2\n")).asked);
  EXPECT_DOUBLE_EQ(t.corner_radius, 5);
  EXPECT_DOUBLE_EQ(t.wall_thickness.value(), 3.2);
  EXPECT_DOUBLE_EQ(t.side.value(), 60);
}

TEST_F(Lists, NamesThatAreNotThereAreRefusedWithTheNearest) {
  write("tubes.csv", tubes);
  const JobRefusal r = refused(tube("named = \"Post 6\"\n"));
  EXPECT_EQ(r.text().key, "part.named");
  EXPECT_TRUE(has(r.text().advice, "Post 60")) << r.text().advice;
  EXPECT_EQ(r.place().line, 7);
  EXPECT_TRUE(has(refused("[part]\nshape = \"tube\"\nlength = 300\nnamed = \"Post 60\"\n").text().reason,
                  "lists.tubes names none"));
  write("tubes.csv", "side,wall_thickness\n60,4\n");
  EXPECT_TRUE(has(refused(tube("named = \"Post 60\"\n")).text().reason, "without a name"));
  write("tubes.csv", "name,side,wall_thickness\nPost 60,60\n");
  EXPECT_TRUE(has(refused(tube("named = \"Post 60\"\n")).text().reason, "too few or too many"));
}

TEST_F(Lists, GaugesGiveTheThickness) {
  write("gauges.csv", "name,thickness\nlight,0.8\nheavy,2.5\n");
  const std::string head = "[lists]\ngauges = \"gauges.csv\"\n";
  const std::string cone =
      "[part]\nshape = \"cone\"\nbase.diameter = 300\ntop.diameter = 100\nheight = 200\n";
  EXPECT_DOUBLE_EQ(
      part(head + "[sheet]\ngauge = \"heavy\"\nsizes_on = \"inside\"\n" + cone).sheet.thickness.value(), 2.5);
  const JobRefusal both =
      refused(head + "[sheet]\ngauge = \"heavy\"\nthickness = 2\nsizes_on = \"inside\"\n" + cone);
  EXPECT_EQ(both.text().key, "sheet.thickness");
  EXPECT_TRUE(has(both.text().reason, "beside a gauge"));
  EXPECT_EQ(refused(head + "[sheet]\ngauge = \"medium\"\nsizes_on = \"inside\"\n" + cone).text().key,
            "sheet.gauge");
  write("gauges.csv", "name,kilos\nlight,0.8\n");
  EXPECT_TRUE(has(refused(head + "[sheet]\ngauge = \"light\"\nsizes_on = \"inside\"\n" + cone).text().reason,
                  "is no head of this table"));
  write("gauges.csv", "name\nlight\n");
  EXPECT_TRUE(has(refused(head + "[sheet]\ngauge = \"light\"\nsizes_on = \"inside\"\n" + cone).text().reason,
                  "no thickness"));
}

TEST_F(Lists, MisspeltHeadsAndSecondRowsLoseNothing) {
  write("tubes.csv", "name,side,korner,wall_thickness\nPost 60,60,8,4\n");
  const JobRefusal head = refused(tube("named = \"Post 60\"\n"));
  EXPECT_TRUE(has(head.text().reason, "no head of this table")) << head.text().reason;
  EXPECT_TRUE(has(head.text().found, "korner"));
  EXPECT_TRUE(has(head.text().allowed, "corner_radius"));
  EXPECT_EQ(head.place().column, 11);
  write("tubes.csv", "name,side,wall_thickness\nPost 60,60,4\nPost 60,60,3\n");
  EXPECT_TRUE(has(refused(tube("named = \"Post 60\"\n")).text().reason, "name of two rows"));
  write("bends.csv", "thickness,radius,angle,factor\n2,3,60,0.4\n2,3,120,0.42\n2,3,60,0.41\n");
  const JobRefusal row = refused(panel_head);
  EXPECT_TRUE(has(row.text().reason, "second row for one bend")) << row.text().reason;
  EXPECT_EQ(row.place().line, 4);
}

// --- bodies of flat faces

const std::string net_head =
    "[sheet]\nthickness = 0\n[part]\nshape = \"net\"\npath = \"body.obj\"\nbend.neutral = 0.4\n";

const char* const box =
    "# a box\n"
    "v 0 0 0\nv 80 0 0\nv 80 50 0\nv 0 50 0\nv 0 0 30\nv 80 0 30\nv 80 50 30\nv 0 50 30\n"
    "vn 0 0 1\n"
    "g floor\nf 4 3 2 1\n"
    "g lid\nf 5 6 7 8\n"
    "g side\nf 1/1/1 2/2/1 6/3/1 5/4/1\nf 2 3 7 6\nf -6 -5 -1 -2\nf 4 1 5 8\n";

Net net_of(const Part& p) { return std::get<Net>(p.asked); }

TEST_F(Lists, AnObjFileGivesPointsFacesAndTheirNames) {
  write("body.obj", box);
  const Net net = net_of(part(net_head));
  ASSERT_EQ(net.points.size(), 8u);
  ASSERT_EQ(net.faces.size(), 6u);
  EXPECT_EQ(net.faces[0].name, "floor");
  EXPECT_EQ(net.faces[2].name, "side 1");
  EXPECT_EQ(net.faces[5].name, "side 4");
  EXPECT_EQ(net.faces[4].points, (std::vector{2, 3, 7, 6})) << "counted back from the last point";
  EXPECT_NEAR(area(make_blank(net, Sheet{.thickness = 0})), 2 * (80 * 50 + 50 * 30 + 30 * 80), 1e-6);
}

TEST_F(Lists, RepeatedPointsAreOneAndClockwiseBodiesAreTurned) {
  // Every face with points of its own, all clockwise seen from outside.
  const double p[4][3] = {{0, 0, 0}, {60, 0, 0}, {0, 60, 0}, {0, 0, 60}};
  const int faces[4][3] = {{0, 1, 2}, {0, 3, 1}, {0, 2, 3}, {1, 3, 2}};
  std::string text;
  for (const auto& f : faces) {
    for (const int i : f) {
      for (const double c : p[i])
        text += (text.empty() || text.back() == '\n' ? "v " : " ") + std::to_string(c);
      text += "\n";
    }
    text += "f -3 -2 -1\n";
  }
  write("body.obj", text);
  const Net net = net_of(part(net_head));
  EXPECT_EQ(net.points.size(), 4u);
  for (const NetFace& f : net.faces) {
    const auto at = [&](size_t i) { return net.points[static_cast<size_t>(f.points[i])]; };
    const Vec3 across = cross(at(1) - at(0), at(2) - at(0));
    const Vec3 centre{15, 15, 15};
    EXPECT_GT(dot(across, at(0) - centre), 0) << f.name << " looks outwards";
  }
}

struct BadBody {
  const char* name;
  const char* text;
  int line;
  const char* words;
};
class Bodies : public Lists, public ::testing::WithParamInterface<BadBody> {};
TEST_P(Bodies, RefusalsSayTheLine) {
  write("body.obj", GetParam().text);
  const JobRefusal r = refused(net_head);
  EXPECT_TRUE(has(r.place().source, "body.obj")) << r.place().source;
  EXPECT_EQ(r.place().line, GetParam().line);
  EXPECT_TRUE(has(r.text().reason, GetParam().words)) << r.text().reason;
}
INSTANTIATE_TEST_SUITE_P(
    All, Bodies,
    ::testing::Values(BadBody{"PointOfTwo", "v 0 0 0\nv 1 2\n", 2, "no point"},
                      BadBody{"PointOfWords", "v a b c\n", 1, "no point"},
                      BadBody{"PointAtInfinity", "v 0 0 1e300\n", 1, "no point"},
                      BadBody{"PointNotANumber", "v 0 0 nan\n", 1, "no point"},
                      BadBody{"FaceOfTwo", "v 0 0 0\nv 1 0 0\nf 1 2\n", 3, "no face"},
                      BadBody{"FaceOfNoPoint", "v 0 0 0\nv 1 0 0\nf 1 2 0\n", 3, "names no point"},
                      BadBody{"FaceTooFarBack", "v 0 0 0\nv 1 0 0\nf 1 2 -3\n", 3, "names no point"},
                      BadBody{"FaceOfWords", "v 0 0 0\nf one two three\n", 2, "names no point"},
                      BadBody{"SlashedName", "g a/b\n", 1, "no name"}),
    [](const auto& one) { return one.param.name; });

TEST_F(Lists, SizesBesideABodysFileAreRefused) {
  write("body.obj", box);
  EXPECT_EQ(refused(net_head + "height = 30\n").text().key, "part.height");
  EXPECT_EQ(refused(net_head + "sides = 4\n").text().key, "part.sides");
  write("body.obj", "v 0 0 0\n");
  EXPECT_TRUE(has(refused(net_head).text().reason, "without faces"));
}

const std::string plate_head =
    "[lists]\nseams = \"seams.csv\"\n[sheet]\nthickness = 2\n[part]\nshape = \"plate\"\n"
    "form = { kind = \"rectangle\", width = 300, length = 200 }\n[[part.edge]]\non = \"side 1\"\nkind = "
    "\"seam\"\n";

TEST_F(Lists, SeamsAddWhatTheListSays) {
  write("seams.csv",
        "name,a,a_folds,b,b_folds,notch\nstanding,24,0 down 90,35,0 down 90; 24 up 180,4\nlap,20,,,,\n");
  const Part a = part(plate_head + "seam = \"standing\"\nside = \"a\"\n");
  ASSERT_EQ(a.making.edges.size(), 1U);
  EXPECT_EQ(*a.making.edges[0].width, 24);
  EXPECT_EQ(a.making.edges[0].notch, 4);
  const Part b = part(plate_head + "seam = \"standing\"\nside = \"b\"\n");
  ASSERT_EQ(b.making.edges[0].folds.size(), 2U);
  EXPECT_EQ(b.making.edges[0].folds[1].at, 24);
  EXPECT_TRUE(b.making.edges[0].folds[1].up);
  EXPECT_NEAR(b.making.edges[0].folds[1].turned.degrees(), 180, 1e-12);
  EXPECT_EQ(refused(plate_head + "seam = \"standing\"\n").text().key, "part.edge.1.seam");
  EXPECT_EQ(refused(plate_head + "seam = \"standing\"\nside = \"single\"\n").text().key, "part.edge.1.side");
  EXPECT_EQ(refused(plate_head + "seam = \"lap\"\nside = \"b\"\n").text().key, "part.edge.1.side");
  EXPECT_EQ(refused(plate_head + "seam = \"standin\"\nside = \"a\"\n").text().key, "part.edge.1.seam");
}

TEST_F(Lists, SeamsThatCannotBeFoldedAreRefusedAtTheirCell) {
  for (const char* folds : {"24 up 90", "5 sideways 90", "5 up", "5 up 200", "9 up 90; 4 up 90", "x up 90"}) {
    write("seams.csv", std::string("name,a,a_folds\nstanding,24,") + folds + "\n");
    const JobRefusal refusal = refused(plate_head + "seam = \"standing\"\nside = \"a\"\n");
    EXPECT_EQ(refusal.place().line, 2) << folds;
  }
}

TEST_F(Lists, AThicknessMayBeTheNameOfAGauge) {
  const std::string head =
      "[sheet]\nthickness = \"16 ga\"\n[part]\nshape = \"plate\"\nform.diameter = 300\nform.kind = "
      "\"circle\"\n";
  write("gauges.csv", "name,thickness\n16 ga,1.6\n");
  EXPECT_EQ(*part("[lists]\ngauges = \"gauges.csv\"\n" + head).sheet.thickness, 1.6);
  EXPECT_NE(std::string(refused(head).what()).find("lists.gauges"), std::string::npos);
}

TEST_F(Lists, HitsHaveTheirStrokeOnADie) {
  write("dies.csv", "name,opening,radius\nV80,80,6\n");
  write("punches.csv", "name,radius\nR20,20\n");
  const Part p = part(
      "[lists]\ndies = \"dies.csv\"\npunches = \"punches.csv\"\n[sheet]\nthickness = 10\n[part]\nshape = "
      "\"cylinder\"\n"
      "diameter = 600\nheight = 800\nsheet.sizes_on = \"inside\"\nseam.gap = 2\npressing = { hits = 24, die "
      "= \"V80\", punch = \"R20\" }\n");
  ASSERT_TRUE(p.making.pressing.die);
  // By a way of its own: the nose's centre comes down until its arc touches the line that leaves the
  // shoulder.
  const double turned = 15 * pi / 180, h = turned / 2;
  const Vec2 shoulder{40, -6}, up{-std::sin(h), std::cos(h)};
  const Vec2 on_line = shoulder + (6 + 10) * up;  // of the sheet's upper face
  const double centre = (dot(on_line, up) + 20) / std::cos(h);
  EXPECT_NEAR(stroke_of(*p.making.pressing.die, 10, Angle::degrees(15)), 10 + 20 - centre, 1e-12);
  EXPECT_NEAR(stroke_of(*p.making.pressing.die, 10, {}), 0, 1e-12);
  const std::vector<PieceResult> pieces = develop(p);
  const MeasuredTable table = bends_of(pieces.front(), false);
  EXPECT_EQ(table.columns.back().name, "stroke");
}

// 24 hits turn by 15 degrees each: a groove of 160 degrees lets them, one of 166 stops them at 14.
TEST_F(Lists, HitsEndAtTheSidesOfAGroove) {
  write("dies.csv", "name,opening,radius,angle\nwide,80,6,160\nflat,80,6,166\nnone,80,6,\nbad,80,6,200\n");
  write("punches.csv", "name,radius\nR20,20\n");
  const auto pressed_on = [](const std::string& die) {
    return "[lists]\ndies = \"dies.csv\"\npunches = \"punches.csv\"\n[sheet]\nthickness = 10\n[part]\nshape "
           "= "
           "\"cylinder\"\ndiameter = 600\nheight = 800\nsheet.sizes_on = \"inside\"\nseam.gap = 2\n"
           "pressing = { hits = 24, die = \"" +
           die + "\", punch = \"R20\" }\n";
  };
  EXPECT_EQ(part(pressed_on("wide")).making.pressing.die->angle, Angle::degrees(160));
  EXPECT_FALSE(part(pressed_on("none")).making.pressing.die->angle);
  EXPECT_TRUE(develop(part(pressed_on("wide"))).front().proof.passed);
  EXPECT_TRUE(develop(part(pressed_on("none"))).front().proof.passed);
  try {
    (void)develop(part(pressed_on("flat")));
    ADD_FAILURE() << "bends past the groove";
  } catch (const Refusal& refusal) {
    EXPECT_EQ(refusal.text().key, "pressing.die");
    EXPECT_NE(std::string(refusal.what()).find("14 degrees"), std::string::npos) << refusal.what();
  }
  EXPECT_NE(std::string(refused(pressed_on("bad")).what()).find("1 to under 180"), std::string::npos);
}

// A notch by the sheet: two thicknesses.
TEST_F(Lists, NotchesOfSeamsMayBeByTheSheet) {
  write("seams.csv",
        "name,a,a_folds,b,b_folds,notch\nlap,20,,,,2t\nmm,20,,,,5\nbad,20,,,,t\nless,20,,,,-1t\n");
  const auto seamed = [](const std::string& name) {
    return "[lists]\nseams = \"seams.csv\"\n[sheet]\nthickness = 3\n[part]\nshape = \"plate\"\nform = { kind "
           "= "
           "\"rectangle\", width = 300, length = 200 }\n[[part.edge]]\non = \"side 1\"\nkind = "
           "\"seam\"\nside = "
           "\"a\"\nseam = \"" +
           name + "\"\n";
  };
  const auto added = [&](const std::string& name) {
    const Blank b = develop(part(seamed(name))).front().blank;
    return signed_area(outline(b)) - 300 * 200;
  };
  const double side = added("mm") / 20 + 10;  // 200 or 300
  EXPECT_NEAR(std::remainder(side, 100), 0, 1e-9);
  EXPECT_NEAR(added("lap"), 20 * (side - 2 * 6), 1e-9);
  EXPECT_EQ(refused(seamed("bad")).place().line, 4);
  EXPECT_EQ(refused(seamed("less")).place().line, 5);
}

}  // namespace
}  // namespace juggler::testing
