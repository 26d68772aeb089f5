// Domes, ruled walls, standing strips and growing flights through jobs, and what is said and drawn of them.
#include <unistd.h>

#include <filesystem>
#include <fstream>
#include <nlohmann/json.hpp>
#include <sstream>

#include "common.h"
#include "juggler/io.h"

namespace juggler::testing {
namespace {

using Json = nlohmann::json;

const std::string lid =
    "shape = \"dome\"\nrim.diameter = 900\nrise = 180\ncrown.diameter = 200\ngores = 16\n";

JobResult developed(const std::string& part, const std::string& source = "job.toml") {
  // Of what is laid out on the middle nothing says a face.
  const auto is = [&](const char* shape) { return part.find(shape) != std::string::npos; };
  const bool faced = !is("\"ruled_wall\"") && !is("\"helical_strip\"") && !is("\"flight\"");
  return develop_job(read_job("juggler = 1\n[sheet]\nthickness = 2\n" +
                                  std::string(faced ? "sizes_on = \"outside\"\n" : "") + "[part]\n" + part,
                              source));
}
Json document(const JobResult& result) {
  std::ostringstream out;
  write_json(result, out);
  return Json::parse(out.str());
}
JobRefusal refused(const std::string& part, const std::string& source = "job.toml") {
  try {
    (void)developed(part, source);
  } catch (const JobRefusal& r) {
    return r;
  }
  ADD_FAILURE() << "not refused: " << part;
  return {{}, {}};
}
std::string row(const JobResult& r, const std::string& name) {
  for (const Row& one : key_numbers(r, r.pieces[0])) {
    if (one.name == name) return one.value;
  }
  return "";
}

TEST(StretchedJobs, StateStrainAndWhereItLies) {
  const JobResult r = developed(lid);
  EXPECT_TRUE(passed(r));
  EXPECT_EQ(r.pieces.size(), 1U);
  EXPECT_EQ(r.pieces[0].blank.count, 16);
  EXPECT_TRUE(has(row(r, "greatest strain"), "-0.371 % at x 363.1 mm, y 0 mm, z 68.4 mm"))
      << row(r, "greatest strain");
  EXPECT_TRUE(has(row(r, "strain along"), "greatest -0.300 %, mean 0.020 %")) << row(r, "strain along");
  EXPECT_TRUE(has(row(r, "proof"), "passed")) << row(r, "proof");
  const Json d = document(r);
  const Json strain = d["pieces"][0]["strain"];
  EXPECT_NEAR(strain["greatest"], -0.00371, 5e-6);
  EXPECT_EQ(strain["map"].size(), 81U);
  for (const Json& at : strain["map"])
    EXPECT_LE(std::abs(at["greatest"].get<double>()), std::abs(strain["greatest"].get<double>()) + 1e-9);
  EXPECT_GT(d["proof"]["allowed_strain"], 0);
  EXPECT_EQ(d["job"]["parts"][0]["gores"], 16);
  EXPECT_FALSE(document(developed(
      "shape = \"cone\"\nbase.diameter = 60\ntop.diameter = 20\nheight = 50\n"))["pieces"][0]
                   .contains("strain"));
}

TEST(StretchedJobs, AreRefusedAtTheirKeys) {
  const auto key = [](const std::string& part) { return refused(part).text().key; };
  EXPECT_EQ(key("shape = \"dome\"\ndiameter = 800\n"), "part.strain_limit");
  EXPECT_EQ(key("shape = \"dome\"\n"), "part.rim.diameter");
  EXPECT_EQ(key("shape = \"dome\"\nkind = \"dished\"\nrim.diameter = 900\n"), "part.knuckle_radius");
  EXPECT_EQ(key(lid + "kind = \"round\"\n"), "part.kind");
  EXPECT_EQ(key("shape = \"dome\"\ndiameter = 800\ngores = 1000\n"), "part.gores");
  const JobRefusal r = refused(lid + "strain_limit = 0.001\n");
  EXPECT_EQ(r.place().line, 11);
  EXPECT_TRUE(has(r.text().advice, "about 31 gores")) << r.text().advice;
  EXPECT_EQ(key("shape = \"ruled_wall\"\nbase.diameter = 90\n"), "part.base.pitch");
  EXPECT_EQ(key("shape = \"helical_strip\"\nbody.diameter = 90\nwidth = 9\npitch = 50\nturns = 1\n"
                "allow_strain = true\n"),
            "part.allow_strain");
  EXPECT_EQ(
      key("shape = \"helical_strip\"\nbody.diameter = 90\nwidth = 9\npitch = 50\nturns = 0.01\ntilt = 90\n"
          "ends = \"round\"\n"),
      "part.width");
  EXPECT_EQ(
      key("shape = \"helical_strip\"\nbody.diameter = 90\nupright_width = 9\npitch = 50\nturns = 1\ntilt "
          "= 90\n"),
      "part.upright_width");
  EXPECT_EQ(
      key("shape = \"helical_strip\"\nbody.diameter = 90\nwidth = 9\npitch = 50\nturns = 1\ntilt = 180\n"),
      "part.tilt");
  EXPECT_EQ(
      key("shape = \"helical_strip\"\nbody.diameter = 30\nwidth = 60\npitch = 150\nturns = 1\ntilt = 90\n"),
      "part.strain_limit");
}

class Points : public ::testing::Test {
 protected:
  void SetUp() override { std::filesystem::create_directories(folder_); }
  void TearDown() override { std::filesystem::remove_all(folder_); }
  [[nodiscard]] std::string source() const { return (folder_ / "job.toml").string(); }
  void write(const std::string& name, const std::string& text) const {
    std::ofstream(folder_ / name) << text;
  }
  const std::string wall_ = "shape = \"ruled_wall\"\nbase.path = \"a.csv\"\ntop.path = \"b.csv\"\n";

 private:
  const std::filesystem::path folder_ =
      std::filesystem::temp_directory_path() / ("juggler-points-" + std::to_string(::getpid()));
};

TEST_F(Points, AreReadFromTables) {
  write("a.csv", "# lower\nz,x,y\n0,0,0\n0,300,0\n");
  write("b.csv", "x,y,z\n0,0,200\n300,0,200\n");
  const JobResult r = developed(wall_, source());
  EXPECT_EQ(row(r, "strain"), "none: it opens flat");
  EXPECT_NEAR(area(r.pieces[0].blank), 300 * 200, 1e-6);
  write("b.csv", "x,y,z\n0,0,200\n300,60,200\n");
  const JobResult twisted = developed(wall_, source());
  EXPECT_TRUE(has(row(twisted, "greatest strain"), "%")) << row(twisted, "greatest strain");
  EXPECT_TRUE(passed(twisted));
}

TEST_F(Points, BadTablesAreRefusedAtTheirCells) {
  write("a.csv", "x,y,z\n0,0,0\n300,0,0\n");
  const auto refusal = [&](const std::string& text) {
    write("b.csv", text);
    return refused(wall_, source());
  };
  EXPECT_TRUE(has(refusal("x,y\n1,2\n").text().reason, "without a column z"));
  EXPECT_TRUE(has(refusal("x,y,z\n").text().reason, "without rows"));
  EXPECT_TRUE(has(refusal("").text().reason, "empty"));
  EXPECT_TRUE(has(refusal("x,y,z\n0,0,200\n").text().reason, "make no curve"));
  const JobRefusal cell = refusal("x,y,z\n0,0,200\n3,nan,200\n");
  EXPECT_EQ(cell.place().line, 3);
  EXPECT_EQ(cell.place().column, 3);
  EXPECT_TRUE(has(refusal("x,y,z\n0,0,200\n3,4\n").text().reason, "has no z"));
  EXPECT_TRUE(has(refused("shape = \"ruled_wall\"\nbase.path = \"none.csv\"\n", source()).text().reason,
                  "cannot be read"));
}

TEST(StretchedJobs, HaveAMapOfTheirStrain) {
  const auto maps = [](const JobResult& r) {
    size_t count = 0;
    for (const DrawingPage& drawn : draw_set(r)) {
      bool named = false;
      for (const PageText& t : drawn.page.texts) named = named || has(t.text, "Strain map of the blank");
      count += named;
      if (!named) continue;
      EXPECT_FALSE(drawn.page.fills.empty());
      std::ostringstream svg;
      write_svg(drawn.page, svg);
      EXPECT_TRUE(has(svg.str(), "stroke-linejoin=\"round\""));
    }
    return count;
  };
  EXPECT_EQ(maps(developed(lid)), 1U);
  EXPECT_EQ(maps(developed("shape = \"flight\"\nshaft.diameter = 48\noutside.diameter = 150\npitch = 120\n"
                           "turns = 1\n")),
            1U);
  EXPECT_EQ(maps(developed("shape = \"cone\"\nbase.diameter = 60\ntop.diameter = 20\nheight = 50\n")), 0U);
}

TEST(StretchedJobs, MapsFillTheBlankAndKeepItsGreatest) {
  const JobResult r = developed(lid);
  double filled = 0;
  double scale = 0;
  for (const DrawingPage& drawn : draw_set(r)) {
    if (std::none_of(drawn.page.texts.begin(), drawn.page.texts.end(),
                     [](const PageText& t) { return has(t.text, "Strain map of the blank"); }))
      continue;
    for (const PageOutline& o : drawn.page.outlines) scale = o.scale;
    for (const PageFill& f : drawn.page.fills) {
      double twice = 0;
      for (size_t i = 0; i < f.points.size(); ++i)
        twice += cross(f.points[i], f.points[(i + 1) % f.points.size()]);
      filled += std::abs(twice) / 2;
    }
    filled -= 10 * 12 * 7;  // the key's ten boxes
  }
  EXPECT_NEAR(filled / (scale * scale), area(r.pieces[0].blank), 1e-3 * area(r.pieces[0].blank));
}

TEST(StretchedJobs, CardsHavePointsOfCurvedSides) {
  const JobResult r = developed(lid);
  const BenchCard card = bench_card(r.pieces[0], r.job.bench);
  EXPECT_EQ(card.marking, Marking::coordinates);
  ASSERT_EQ(card.sides.size(), 13U);
  for (const CardSide& s : card.sides) {
    for (const Vec2 p : {s.start, s.end}) {
      double nearest = HUGE_VAL;
      for (const Arc& arc : outline(r.pieces[0].blank))
        nearest = std::min(
            nearest, least([&](double at) { return norm(point_at(arc, at) - p); }, 0, arc.length).value);
      EXPECT_LE(nearest, 0.36);  // half a step in x and y
    }
  }
  std::string text;
  for (const std::string& line : card_lines(r, r.pieces[0])) text += line + "\n";
  EXPECT_TRUE(has(text, "Mark points of both side edges")) << text;
  EXPECT_FALSE(has(text, "Join the corners")) << text;
}

TEST(StretchedJobs, SayOnWhichFaceTheirSizesLie) {
  const auto title = [](const std::string& part) {
    const JobResult r = developed(part);
    std::string text;
    const std::vector<DrawingPage> sheets = draw_set(r);
    for (const PageText& t : sheets.front().page.texts) text += t.text + "\n";
    return text;
  };
  EXPECT_TRUE(has(title(lid), "dome, sizes on the outside"));
  EXPECT_TRUE(has(title(lid + "sizes_on = \"inside\"\n"), "dome, sizes on the inside"));
  EXPECT_TRUE(has(title("shape = \"ruled_wall\"\nbase = { diameter = 400, pitch = 0, turns = 0.5 }\n"
                        "top = { diameter = 200, pitch = 0, turns = 0.5, height = 200 }\n"),
                  "ruled_wall, sizes on the middle"));
  EXPECT_TRUE(has(title("shape = \"helical_strip\"\nbody.diameter = 300\nwidth = 40\npitch = 260\nturns = 1\n"
                        "tilt = 90\n"),
                  "right hand, sizes on the middle"));
}

TEST(StretchedJobs, AreLaidOutOnTheMiddle) {
  for (const std::string& part :
       {lid,
        std::string("shape = \"helical_strip\"\nbody.diameter = 300\nbody.end_diameter = 400\nwidth = 40\n"
                    "pitch = 260\nturns = 1\n")}) {
    const JobRefusal r = refused(part + "sheet.neutral = 0.4\n");
    EXPECT_EQ(r.text().key, "part.sheet.neutral");
    EXPECT_TRUE(has(r.text().allowed, "0.5"));
  }
}

TEST(StretchedJobs, SpeakInTheJobsUnits) {
  const JobResult r = develop_job(read_job(
      "juggler = 1\n[job]\nunits = \"in\"\n[sheet]\nthickness = 0.08\nsizes_on = \"outside\"\n[part]\n"
      "shape = \"dome\"\nrim.diameter = 36\nrise = \"7-1/4 in\"\ngores = 16\n",
      "job.toml"));
  EXPECT_TRUE(has(row(r, "area formed"), "ft2")) << row(r, "area formed");
  EXPECT_TRUE(has(row(r, "greatest strain"), " in of the part")) << row(r, "greatest strain");
  EXPECT_TRUE(has(row(r, "meridian"), " in")) << row(r, "meridian");
  std::string said;
  for (const Row& one : asked_for(r, r.pieces[0])) said += one.name + " " + one.value + "\n";
  EXPECT_TRUE(has(said, "rise 7.2500 in")) << said;
  EXPECT_TRUE(has(said, "gores 16, the first seam at plan angle 0 deg")) << said;
}

TEST(StretchedJobs, SayWhatTheyUnderstood) {
  const auto said = [](const std::string& part) {
    const JobResult r = developed(part);
    std::string text;
    for (const Row& one : asked_for(r, r.pieces[0])) text += one.name + ": " + one.value + "\n";
    return text;
  };
  const std::string wall = said(
      "shape = \"ruled_wall\"\nbase = { diameter = 60, pitch = 120, turns = 1 }\n"
      "top = { diameter = 150, end_diameter = 170, pitch = 120, turns = 1, height = 5, at = 10 }\n"
      "allow_strain = true\n");
  EXPECT_TRUE(
      has(wall, "top edge: helix of dia 150.000 mm to 170.000 mm, pitch 120.000 mm, 1 turns from 10 deg"))
      << wall;
  EXPECT_TRUE(has(wall, "strain: up to 0.5 %, more is allowed")) << wall;
  const std::string cone = said(
      "shape = \"helical_strip\"\nbody.diameter = 300\nbody.end_diameter = 400\nwidth = 40\nlead_angle = 20\n"
      "turns = 1\nhand = \"left\"\nends = \"level\"\n");
  EXPECT_TRUE(has(cone, "on: a cone of dia 300.000 mm to 400.000 mm")) << cone;
  EXPECT_TRUE(has(cone, "lead angle: 20.0000 deg")) << cone;
  EXPECT_TRUE(has(cone, "turns: 1, left hand")) << cone;
  EXPECT_TRUE(has(cone, "ends: level")) << cone;
  const std::string dished = said(
      "shape = \"dome\"\nkind = \"dished\"\nrim.diameter = 900\ncrown_radius = 900\nknuckle_radius = 120\n"
      "straight = 25\ngores = 24\nallow_strain = true\n");
  for (const char* line :
       {"meridian: dished", "crown radius: 900.000 mm", "knuckle radius: 120.000 mm",
        "straight rim: 25.000 mm", "crown: gores meet in a point", "sizes: on the outside"})
    EXPECT_TRUE(has(dished, line)) << line << "\n" << dished;
}

TEST(StretchedJobs, WriteClosedOutlinesWithTheirMarks) {
  for (const std::string& part :
       {lid,
        std::string("shape = \"helical_strip\"\nbody.diameter = 300\nbody.end_diameter = 400\nwidth = 40\n"
                    "pitch = 260\nturns = 1.2\nends = \"round\"\n")}) {
    const JobResult r = developed(part);
    const Blank& b = r.pieces[0].blank;
    const Outline cut = outline(b);
    for (size_t i = 0; i < cut.size(); ++i)
      EXPECT_LT(norm(end_of(cut[i]) - cut[(i + 1) % cut.size()].start), 1e-6) << i;
    EXPECT_FALSE(crosses_itself(cut));
    EXPECT_FALSE(b.marks.lines.empty());
    for (const Arc& line : b.marks.lines) EXPECT_TRUE(contains(cut, point_at(line, line.length / 2)));
    const Rectangle box = as_laid(b);
    EXPECT_NEAR(upright_box(cut).corner.x, 0, 1e-9);
    EXPECT_NEAR(upright_box(cut).corner.y, 0, 1e-9);
    std::ostringstream dxf;
    write_dxf(b, dxf);
    EXPECT_TRUE(has(dxf.str(), "LWPOLYLINE"));
    EXPECT_GT(box.width, 0);
  }
}

TEST(StretchedJobs, WholeSpheresHaveNoRims) {
  const JobResult r =
      developed("shape = \"dome\"\ndiameter = 800\nwhole = true\ngores = 24\nallow_strain = true\n");
  EXPECT_TRUE(passed(r));
  EXPECT_EQ(r.pieces[0].blank.edges.size(), 2U);
  EXPECT_FALSE(r.pieces[0].blank.marks.texts.empty());
  EXPECT_FALSE(draw_set(r).empty());
  EXPECT_FALSE(card_lines(r, r.pieces[0]).empty());
  EXPECT_FALSE(draw_in_letters(r.pieces[0], r.job.units, true).empty());
}

TEST(StretchedJobs, FlightsThatGrowMayBeLaidOutWithTheLeastStretch) {
  const std::string flight =
      "shape = \"flight\"\nshaft.diameter = 60\noutside.diameter = 180\noutside.end_diameter = 220\n"
      "pitch = { from = 120, to = 180 }\nturns = 1.5\nhand = \"left\"\nallow_strain = true\n";
  const JobResult equal = developed(flight);
  const JobResult least = developed(flight + "blank.flat = \"least_stretch\"\n");
  ASSERT_EQ(least.pieces.size(), 2U);
  EXPECT_TRUE(passed(least));
  EXPECT_EQ(document(least)["job"]["parts"][0]["hand"], "left");
  // Both flats are reported of both, the one made first, and they are the same.
  for (size_t i = 0; i < 2; ++i) {
    const nlohmann::json a = document(equal)["pieces"][i]["flat_rings"];
    const nlohmann::json piece = document(least)["pieces"][i];
    const nlohmann::json b = piece["flat_rings"];
    const auto strain = [](const nlohmann::json& ring, const char* name) {
      return ring["strain"][name].get<double>();
    };
    ASSERT_EQ(a.size(), 2U);
    ASSERT_EQ(b.size(), 2U);
    EXPECT_EQ(a[0]["flat"], "equal_edges");
    EXPECT_EQ(b[0]["flat"], "least_stretch");
    EXPECT_LT(strain(b[0], "root_mean_square"), 0.6 * strain(a[0], "root_mean_square"));
    EXPECT_NEAR(strain(a[1], "root_mean_square"), strain(b[0], "root_mean_square"), 1e-12);
    EXPECT_NEAR(strain(a[0], "greatest"), strain(b[1], "greatest"), 1e-12);
    EXPECT_NEAR(strain(b[0], "greatest"), piece["strain"]["greatest"].get<double>(), 1e-12);
    EXPECT_LT(std::abs(strain(b[0], "middle")), std::abs(strain(a[0], "middle")));
  }
  EXPECT_TRUE(has(row(least, "least stretch"), "made; sector")) << row(least, "least stretch");
  EXPECT_TRUE(has(row(least, "equal edges"), "not made; sector")) << row(least, "equal edges");
  const JobResult many = developed(
      "shape = \"flight\"\nshaft.diameter = 60\noutside.diameter = 180\npitch = { from = 120, to = 130 }\n"
      "turns = 13\nallow_strain = true\n");
  EXPECT_TRUE(has(many.pieces[0].blank.notes.back(), "up to 12 blanks")) << many.pieces[0].blank.notes.back();
}

TEST(StretchedJobs, StripsStandOnTheirBody) {
  const std::string strip =
      "shape = \"helical_strip\"\nbody.diameter = 300\nwidth = 40\npitch = 260\nturns = 2\n"
      "tilt = 60\nblank.turns = 0.5\n";
  const JobResult r = developed(strip);
  EXPECT_TRUE(passed(r));
  ASSERT_EQ(r.pieces.size(), 1U);
  EXPECT_EQ(r.pieces[0].blank.count, 4);
  const JobResult cone = developed(strip + "body.end_diameter = 400\nends = \"level\"\nhand = \"left\"\n");
  EXPECT_TRUE(passed(cone));
  ASSERT_EQ(cone.pieces.size(), 4U);
  std::string all;
  for (const Row& one : asked_for(cone, cone.pieces[0])) all += one.name + ": " + one.value + "\n";
  EXPECT_TRUE(has(all, "on: a cone of dia 300.000 mm to 400.000 mm")) << all;
  EXPECT_TRUE(has(all, "turns: 2, left hand, from plan angle 0 deg")) << all;
  EXPECT_TRUE(has(all, "ends: level")) << all;
  EXPECT_TRUE(has(all, "blanks: 4 of 0.5 turns")) << all;
  const Json part = document(cone)["job"]["parts"][0];
  EXPECT_EQ(part["ends"], "level");
  EXPECT_EQ(part["tilt"], 60);
  EXPECT_NEAR(part["pitch"], 260, 1e-9);
  EXPECT_NEAR(part["body"]["end_diameter"], 400, 1e-9);
  EXPECT_TRUE(part["lead_angle"].is_null());
}

TEST(StretchedJobs, CardsCountCurvedSidesFromTheBase) {
  // Past half a turn the base of an end lies above its top; level ends are curved on the flat.
  const JobResult r = developed(
      "shape = \"helical_strip\"\nbody.diameter = 300\nwidth = 60\npitch = 260\nturns = 0.75\ntilt = 40\n"
      "ends = \"level\"\n");
  const BenchCard card = bench_card(r.pieces[0], r.job.bench);
  ASSERT_FALSE(card.sides.empty());
  const std::vector<Element>& e = r.pieces[0].blank.elements;
  EXPECT_LT(norm(card.sides.front().start - e.front().base), 1);
  EXPECT_LT(norm(card.sides.back().start - e.front().top), 1);
  EXPECT_LT(norm(card.sides.front().end - e.back().base), 1);
  // Square ends are all but straight, which rounding does not show.
  const JobResult square = developed(
      "shape = \"helical_strip\"\nbody.diameter = 300\nwidth = 60\npitch = 260\nturns = 0.75\ntilt = 40\n");
  EXPECT_TRUE(bench_card(square.pieces[0], square.job.bench).sides.empty());
  EXPECT_FALSE(square.pieces[0].blank.marks.texts.empty());
}

// --- transitions by even rulings

const std::string twisted =
    "shape = \"transition\"\nsheet.sizes_on = \"middle\"\nbase = { width = 400, length = 300 }\n"
    "top.profile = { kind = \"rectangle\", width = 260, length = 260, turn = 20 }\n"
    "height = 300\nrulings = \"even\"\nallow_strain = true\n";

TEST(EvenTransitions, SayWhatTheyUnderstoodAndFound) {
  const JobResult r = developed(twisted);
  EXPECT_TRUE(passed(r));
  std::string all;
  for (const Row& one : asked_for(r, r.pieces[0])) all += one.name + ": " + one.value + "\n";
  EXPECT_TRUE(has(all, "base: rectangle, width 400.000 mm, length 300.000 mm, on the middle")) << all;
  EXPECT_TRUE(has(all, "seam: no gap at plan angle 0 deg")) << all;
  EXPECT_TRUE(has(all, "wall: even rulings\n")) << all;
  EXPECT_TRUE(has(all, "strain: up to 0.5 %, more is allowed")) << all;
  EXPECT_TRUE(has(all, "warp: 21.")) << all;
  EXPECT_TRUE(has(row(r, "edge base"), "formed 1400.000 mm")) << row(r, "edge base");
  EXPECT_TRUE(has(row(r, "edge seam start"), "formed 313.1")) << row(r, "edge seam start");
  EXPECT_TRUE(has(row(r, "edge seam end"), "formed 313.1")) << row(r, "edge seam end");
  EXPECT_TRUE(has(row(r, "crease A"), "folded 91.2 deg at the base, 93.7 deg at the top, up"))
      << row(r, "crease A");
  const Json d = document(r);
  EXPECT_EQ(d["job"]["parts"][0]["rulings"], "even");
  EXPECT_NEAR(d["job"]["parts"][0]["seam"]["seams"][0], 0, 1e-9);
  const Json creases = d["pieces"][0]["creases"];
  ASSERT_EQ(creases.size(), 4U);
  EXPECT_EQ(creases[1]["direction"], "up");
  EXPECT_NEAR(creases[0]["at_base"], 91.2, 0.05);
}

TEST(EvenTransitions, MarkTheirCreasesWhereverTheBlankIsDrawn) {
  const JobResult r = developed(twisted);
  const Blank& b = r.pieces[0].blank;
  const Outline cut = outline(b);
  for (const Fold& c : creases_of(b)) {
    EXPECT_LT(norm(c.from - creases_of(b).front().from), 2000);
    for (const Arc& arc : c.arcs) EXPECT_TRUE(contains(cut, point_at(arc, arc.length / 2))) << c.tag;
  }
  std::ostringstream dxf;
  write_dxf(b, dxf);
  std::ostringstream plain;
  Blank without = b;
  without.folds.clear();
  write_dxf(without, plain);
  // Each crease is one line: straight, an arc, or several in a polyline.
  size_t lines = creases_of(b).size();
  const auto count = [](const std::string& text, const std::string& what) {
    size_t n = 0;
    for (size_t at = text.find(what); at != std::string::npos; at = text.find(what, at + 1)) ++n;
    return n;
  };
  for (const char* what : {"\nLINE\n", "\nARC\n", "\nLWPOLYLINE\n"})
    lines -= count(dxf.str(), what) - count(plain.str(), what);
  EXPECT_EQ(lines, 0U);
  std::string card;
  for (const std::string& line : card_lines(r, r.pieces[0])) card += line + "\n";
  EXPECT_TRUE(has(card, "Crease D: from 1241.5 mm along the base to 900.5 mm along the top")) << card;
  EXPECT_TRUE(has(card, "from corner to corner")) << card;
  size_t tables = 0;
  for (const DrawingPage& drawn : draw_set(r)) {
    for (const PageText& t : drawn.page.texts) tables += has(t.text, "Creases, from seam start");
  }
  EXPECT_EQ(tables, 1U);
  EXPECT_FALSE(draw_in_letters(r.pieces[0], r.job.units, true).empty());
  // Letters stand clear of them.
  for (const MarkText& t : b.marks.texts) {
    for (const Fold& c : creases_of(b)) {
      const Vec2 along = c.to - c.from;
      const Vec2 off = t.centre - c.from;
      EXPECT_GT(std::abs(cross(along, off)) / norm(along), 0.4 * t.height) << c.tag;
    }
  }
}

TEST(EvenTransitions, AreRefusedAtTheirKeys) {
  const auto key = [](const std::string& part) { return refused(part).text().key; };
  EXPECT_EQ(key(twisted + "seam.gap = 2\n"), "part.seam.gap");
  EXPECT_EQ(key(twisted + "pressing.hits = 9\n"), "part.pressing.hits");
  EXPECT_EQ(key(twisted + "elements.within = 1\n"), "part.elements.within");
  EXPECT_EQ(key(twisted + "bend.radius = 2\n"), "part.bend.radius");
  EXPECT_EQ(key(twisted + "strain_limit = 3\n"), "part.strain_limit");
  const std::string concave =
      "shape = \"transition\"\nbase.profile = { kind = \"polyline\", points = [[0, 0], [400, 0], [400, 200], "
      "[200, "
      "200], [200, 400], [0, 400]] }\ntop.diameter = 300\nheight = 400\n";
  const JobRefusal r = refused(concave + "sheet.sizes_on = \"middle\"\n");
  EXPECT_EQ(r.place().line, 6);
  EXPECT_TRUE(has(r.text().advice, "by even rulings instead: strain_limit: is exceeded")) << r.text().advice;
  EXPECT_TRUE(has(r.text().advice, "or say allow_strain = true")) << r.text().advice;
  EXPECT_FALSE(has(std::string(r.what()), "..")) << r.what();
  // On a face there is none of either kind.
  EXPECT_TRUE(
      has(refused(concave + "allow_strain = true\n").text().advice, "sheet.sizes_on: puts sizes on a face"));
}

TEST(EvenTransitions, HaveCollarsThatOpenFlat) {
  const JobResult r = developed(twisted + "top.collar = 60\nbend = { radius = 2, neutral = 0.4 }\n");
  ASSERT_EQ(r.pieces.size(), 2U);
  EXPECT_FALSE(r.pieces[0].blank.patches.empty());
  EXPECT_TRUE(r.pieces[1].blank.patches.empty());
}

}  // namespace
}  // namespace juggler::testing
