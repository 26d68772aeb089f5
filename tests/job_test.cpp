#include "juggler/job.h"

#include "common.h"
#include "jobs.h"

namespace juggler::testing {
namespace {

std::string job_text(const std::string& part, const std::string& head = "") {
  return "juggler = 1\n" + head +
         "[sheet]\nthickness = 2\nsizes_on = \"inside\"\n[part]\nshape = \"cone\"\n" + part;
}

double base_of(const std::string& value, const std::string& head = "") {
  const Job job =
      read_job(job_text("base.diameter = " + value + "\ntop.diameter = 50\nheight = 100\n", head), "a.toml");
  return *std::get<Cone>(job.parts.at(0).asked).base.diameter;
}

JobRefusal refused(const std::string& text, const std::vector<Setting>& settings = {}) {
  try {
    (void)read_job(text, "a.toml", settings);
  } catch (const JobRefusal& refusal) {
    return refusal;
  }
  ADD_FAILURE() << "not refused:\n" << text;
  return {{}, {}};
}

TEST(Job, MeasuresAreUnderstood) {
  const std::string inches = "job.units = \"in\"\n";
  EXPECT_DOUBLE_EQ(base_of("620"), 620);
  EXPECT_DOUBLE_EQ(base_of("\"620\""), 620);
  EXPECT_DOUBLE_EQ(base_of("\"62 cm\""), 620);
  EXPECT_DOUBLE_EQ(base_of("\"0.62 m\""), 620);
  EXPECT_DOUBLE_EQ(base_of("\"2 ft 3-1/4 in\""), 27.25 * 25.4);
  EXPECT_DOUBLE_EQ(base_of("\"2'3 1/4\\\"\""), 27.25 * 25.4);
  EXPECT_DOUBLE_EQ(base_of("\"3-1/4\"", inches), 3.25 * 25.4);
  EXPECT_DOUBLE_EQ(base_of("\"1/2\"", inches), 12.7);
  EXPECT_DOUBLE_EQ(base_of("10", inches), 254);
  EXPECT_DOUBLE_EQ(base_of("\"10 mm\"", inches), 10);
  EXPECT_DOUBLE_EQ(base_of("2", "job.units = \"ft\"\n"), 609.6);
}

TEST(Job, ArithmeticIsUnderstood) {
  const std::string let = "[let]\nbody = 620\nn = \"body / 10\"\nrim = \"1 in\"\n";
  EXPECT_DOUBLE_EQ(base_of("\"body / 4\"", let), 155);
  EXPECT_DOUBLE_EQ(base_of("\"2 * (body - n) ^ 1\"", let), 1116);
  EXPECT_DOUBLE_EQ(base_of("\"body + rim\"", let), 645.4);
  EXPECT_DOUBLE_EQ(base_of("\"body + 1 in - 2 cm\"", let), 625.4);
  EXPECT_DOUBLE_EQ(base_of("\"-2 + body\"", let), 618);
  EXPECT_NEAR(base_of("\"body * sin(30)\"", let), 310, 1e-12) << "angles are degrees";
  EXPECT_NEAR(base_of("\"max(body, 3) * pi\"", let), 620 * std::numbers::pi, 1e-12);
  EXPECT_DOUBLE_EQ(base_of("\"7-5/4\"", let), 5.75) << "no fraction: arithmetic";
  EXPECT_DOUBLE_EQ(base_of("\"4 * top.diameter\""), 200) << "a size of the same part";
  EXPECT_DOUBLE_EQ(base_of("\"4 * part.top.radius + sheet.thickness\""), 102) << "derived from the diameter";
  EXPECT_DOUBLE_EQ(base_of("\"2 ft + 6 in\"", "job.units = \"in\"\n"), 30 * 25.4);
}

TEST(Job, PartsStandWhereTheyAreAsked) {
  const std::string job =
      two_pipes + R"(place = { on = "main", height = "52 cm", angle = 40, tilt = 45, offset = 60, spin = 10 }
[parts.cap]
shape = "cylinder"
diameter = 600
height = 100
place = { follows = "main" }
[parts.far]
shape = "cylinder"
diameter = 100
height = 100
place = { at = ["1 m", 0, 50], lean = 90, towards = 270 }
)";
  const Job read = read_job(job, "job.toml");
  EXPECT_FALSE(read.parts[0].place);
  const PartPlace& branch = *read.parts[1].place;
  EXPECT_EQ(branch.on, "main");
  EXPECT_EQ(*branch.height, 520);
  EXPECT_NEAR(branch.angle.degrees(), 40, 1e-12);
  EXPECT_NEAR(branch.tilt.degrees(), 45, 1e-12);
  EXPECT_EQ(branch.offset, 60);
  EXPECT_NEAR(branch.spin.degrees(), 10, 1e-12);
  EXPECT_EQ(read.parts[2].place->follows, "main");
  EXPECT_EQ(*read.parts[3].place->at, (Vec3{1000, 0, 50}));
  const JobResult r = develop_job(read);
  EXPECT_NEAR(r.pieces[2].stands.origin.z, 1200, 1e-9);
  EXPECT_NEAR(r.pieces[3].stands.z.y, -1, 1e-15);
  const auto refusal = [&](const std::string& was, const std::string& is) {
    std::string other = job;
    other.replace(other.find(was), was.size(), is);
    try {
      (void)develop_job(read_job(other, "job.toml"));
    } catch (const JobRefusal& refusal) {
      return std::to_string(refusal.place().line) + ":" + std::to_string(refusal.place().column) + " " +
             refusal.what();
    }
    return std::string();
  };
  EXPECT_TRUE(has(refusal("\"main\", height", "\"man\", height"),
                  "15:16 parts.branch.place.on: names no part of the job; found man"));
  EXPECT_TRUE(has(refusal("[\"1 m\", 0, 50]", "[1, 2]"), "three lengths [x, y, z]"));
  EXPECT_TRUE(has(refusal("[\"1 m\", 0, 50]", "5"), "a list of three lengths [x, y, z]"));
  EXPECT_TRUE(has(refusal("lean = 90", "tilt = 90"),
                  "parts.far.place.tilt: belongs to a part that stands on another"));
}

TEST(Job, ASizeOfOnePartNamesAnothers) {
  const Job job = read_job(
      "juggler = 1\nsheet = {thickness = 1, sizes_on = \"inside\"}\n"
      "[parts.b]\nshape = \"cone\"\nbase.diameter = \"a.top.diameter\"\ntop.diameter = 10\nheight = 5\n"
      "[parts.a]\nshape = \"cone\"\nbase.diameter = 100\ntop.radius = 30\nheight = \"parts.b.height * 2\"\n",
      "a.toml");
  ASSERT_EQ(job.parts.size(), 2u);
  EXPECT_EQ(job.parts[0].name, "b") << "in the order of the text";
  EXPECT_DOUBLE_EQ(*std::get<Cone>(job.parts[0].asked).base.diameter, 60);
  EXPECT_DOUBLE_EQ(*std::get<Cone>(job.parts[1].asked).height, 10);
}

TEST(Job, EveryKeyReachesThePart) {
  const Job job = read_job(R"(juggler = 1
[job]
name = "N"
number = "7"
[sheet]
thickness = 2
sizes_on = "outside"
neutral = 0.4
material = "steel"
density = 7850
[part]
shape = "cone"
base.girth = 1900
base.contact = "clear"
base.sizes_on = "middle"
top.point = true
slant = 500
included_angle = 70
wider = "base"
agree = 0.5
quantity = 3
hand = "opposite"
face_up = "outside"
elements = 12
marks = false
number = "8"
seam = { wedge = 0.4, at = "-30 deg" }
)",
                           "a.toml");
  const Part& p = job.parts[0];
  const auto& cone = std::get<Cone>(p.asked);
  EXPECT_EQ(job.name, "N");
  EXPECT_EQ(p.making.number, "8");
  EXPECT_DOUBLE_EQ(*cone.base.girth, 1900);
  EXPECT_EQ(cone.base.contact, Contact::clear);
  EXPECT_EQ(cone.base.sizes_on, Face::middle);
  EXPECT_TRUE(cone.top.pointed);
  EXPECT_DOUBLE_EQ(*cone.slant, 500);
  EXPECT_DOUBLE_EQ(cone.included_angle->degrees(), 70);
  EXPECT_EQ(cone.wider, EndName::base);
  EXPECT_DOUBLE_EQ(cone.agree, 0.5);
  EXPECT_EQ(p.making.quantity, 3);
  EXPECT_EQ(p.making.hand, Hand::opposite);
  EXPECT_EQ(p.making.face_up, Face::outside);
  EXPECT_EQ(p.making.elements, 12);
  EXPECT_FALSE(p.making.marks);
  EXPECT_NEAR(p.seam.wedge->degrees(), 0.4, 1e-15);
  EXPECT_NEAR(p.seam.at.degrees(), -30, 1e-13);
  EXPECT_DOUBLE_EQ(p.sheet.neutral_factor, 0.4);
  EXPECT_DOUBLE_EQ(*p.sheet.density, 7850);
  EXPECT_EQ(p.sheet.material, "steel");
}

TEST(Job, TrimsSeamsShiftsAndTheBenchReachThePart) {
  const Job job = read_job(R"(juggler = 1
[let]
beam = 180
[sheet]
thickness = 2
sizes_on = "inside"
[bench]
round = "1/16 in"
reach = 2500
spacing = 100
[rolls]
width = 1500
least_radius = 90
flat_end = 40
[part]
shape = "cone"
base.diameter = 500
top.diameter = 300
height = 700
top.shift = ["beam / 2", "-1 in"]
elements = { within = 0.5 }
fit = 0.1
seam = { gap = 2, at = [10, "90 deg", 200], stock = 5 }
[[part.trim]]
end = "top"
height = 600
tilt = 12
uphill = 30
contact = "clear"
[[part.trim]]
end = "base"
short_side = 500
long_side = "500 + beam"
)",
                           "a.toml");
  const Part& p = job.parts[0];
  const auto& cone = std::get<Cone>(p.asked);
  EXPECT_EQ(cone.shift, (Vec2{90, -25.4}));
  ASSERT_EQ(cone.trims.size(), 2u);
  EXPECT_DOUBLE_EQ(*cone.trims[0].height, 600);
  EXPECT_NEAR(cone.trims[0].tilt->degrees(), 12, 1e-12);
  EXPECT_NEAR(cone.trims[0].uphill.degrees(), 30, 1e-12);
  EXPECT_EQ(cone.trims[0].contact, Contact::clear);
  EXPECT_EQ(cone.trims[1].end, EndName::base);
  EXPECT_DOUBLE_EQ(*cone.trims[1].long_side, 680);
  ASSERT_EQ(p.seam.each.size(), 3u);
  EXPECT_NEAR(p.seam.each[1].degrees(), 90, 1e-12);
  EXPECT_DOUBLE_EQ(p.seam.stock, 5);
  EXPECT_DOUBLE_EQ(*p.making.within, 0.5);
  EXPECT_DOUBLE_EQ(p.making.fit, 0.1);
  EXPECT_DOUBLE_EQ(job.bench.round_to, 25.4 / 16);
  EXPECT_DOUBLE_EQ(*job.bench.reach, 2500);
  EXPECT_DOUBLE_EQ(*job.bench.spacing, 100);
  EXPECT_DOUBLE_EQ(*job.rolls.flat_end, 40);
}

TEST(Job, ACylinderIsReadAndASingleTrimNeedsNoNumber) {
  const std::vector<Setting> settings{
      {"diameter", "600"}, {"height", "800"},        {"thickness", "2"},      {"sizes_on", "inside"},
      {"trim.end", "top"}, {"trim.height", "500"},   {"trim.from_apex", "3"}, {"seam.at", "shortest"},
      {"seam.lap", "20"},  {"seam.lap_on", "start"}, {"base.contact", "full"}};
  for (const Job& job :
       {quick_job("cylinder", settings), read_job(quick_job_text("cylinder", settings), "saved")}) {
    const auto& c = std::get<Cylinder>(job.parts[0].asked);
    EXPECT_DOUBLE_EQ(*c.size.diameter, 600);
    EXPECT_EQ(c.base, Contact::full);
    ASSERT_EQ(c.trims.size(), 1u);
    EXPECT_DOUBLE_EQ(*c.trims[0].height, 500);
    EXPECT_EQ(job.parts[0].seam.ruling, SeamRuling::shortest);
    EXPECT_EQ(job.parts[0].seam.lap_on, SeamEdge::start);
  }
  const Job listed = quick_job("cone", {{"top.shift", "[40, 0]"}, {"seam.at", "[0, 90]"}});
  // A plate's bolts are one table, others' a list of which a single one needs no number.
  const std::vector<Setting> bolts{{"bolts.count", "6"}, {"bolts.diameter", "9"}, {"thickness", "3"}};
  std::vector<Setting> plate = bolts, pipe = bolts;
  for (const Setting& s : {Setting{"form.kind", "circle"}, {"form.diameter", "300"}, {"bolts.circle", "250"}})
    plate.push_back(s);
  for (const Setting& s :
       {Setting{"diameter", "300"}, {"height", "200"}, {"bolts.on", "top"}, {"bolts.inset", "15"}})
    pipe.push_back(s);
  for (const auto& [shape, settings] : {std::pair{"plate", plate}, {"cylinder", pipe}}) {
    for (const Job& job : {quick_job(shape, settings), read_job(quick_job_text(shape, settings), "saved")}) {
      ASSERT_EQ(job.parts.front().bolts.size(), 1U) << shape;
      EXPECT_EQ(job.parts.front().bolts.front().count, 6);
    }
  }
  const std::string text = quick_job_text("cone", {{"top.shift", "[40, 0]"}, {"seam.at", "[0, 90]"}});
  EXPECT_EQ(std::get<Cone>(listed.parts[0].asked).shift, (Vec2{40, 0}));
  EXPECT_EQ(read_job(text, "saved").parts[0].seam.each.size(), 2u) << text;
}

TEST(Job, ARefusedTrimIsPutAtItsOwnTable) {
  const Job job = read_job(job_text("base.diameter = 600\ntop.diameter = 300\nheight = 100\n"
                                    "[[part.trim]]\nend = \"top\"\nheight = 90\n"
                                    "[[part.trim]]\nend = \"top\"\ntilt = 3\n"),
                           "a.toml");
  const JobRefusal at_key = located(job, job.parts[0], Refusal({.reason = "x", .key = "trim.1.height"}));
  EXPECT_EQ(shown(at_key.place()), "a.toml:12:10");
  const JobRefusal missing = located(job, job.parts[0], Refusal({.reason = "x", .key = "trim.2.height"}));
  EXPECT_EQ(missing.place().line, 14);
}

struct Bad {
  const char* text;
  int line, column;
  const char* key;
  const char* says;
};

class BadJobs : public ::testing::TestWithParam<Bad> {};

TEST_P(BadJobs, AreRefusedWithPlaceKeyAndWhatToDo) {
  const Bad& bad = GetParam();
  const JobRefusal refusal = refused(bad.text);
  const std::string said = refusal.what();
  EXPECT_EQ(refusal.place().line, bad.line) << said;
  EXPECT_EQ(refusal.place().column, bad.column) << said;
  EXPECT_EQ(refusal.text().key, bad.key) << said;
  EXPECT_TRUE(has(said, bad.says)) << said;
}

#define HEAD "juggler = 1\nsheet = {thickness = 1, sizes_on = \"inside\"}\n"
INSTANTIATE_TEST_SUITE_P(
    Every, BadJobs,
    ::testing::Values(
        Bad{"juggler = 1\n[part\n", 2, 6, "", "not TOML"}, Bad{"a = 1\na = 2\n", 2, 5, "", "not TOML"},
        Bad{"[part]\nshape = \"cone\"\n", 1, 1, "juggler", "begin the file with `juggler = 1`"},
        Bad{"juggler = 2\n", 1, 11, "juggler", "version"},
        Bad{"juggler = \"1\"\n", 1, 11, "juggler", "version"}, Bad{"juggler = 1\n", 1, 1, "part", "no part"},
        Bad{HEAD "part.shape = \"cnoe\"\n", 3, 14, "part.shape", "did you mean \"cone\"?"},
        Bad{HEAD "part.height = 3\n", 1, 1, "part.shape", "is missing"},
        Bad{HEAD "part.shape = \"cone\"\npart.top.diametr = 3\n", 4, 20, "part.top.diametr",
            "did you mean part.top.diameter?"},
        Bad{HEAD "parts.x.shape = \"cone\"\nparts.x.hight = 3\n", 4, 17, "parts.x.hight",
            "did you mean parts.x.height?"},
        Bad{HEAD "jobb.name = \"x\"\n", 3, 13, "jobb.name", "did you mean job.name?"},
        Bad{HEAD "job.units = \"furlong\"\n", 3, 13, "job.units",
            "\"mm\" | \"cm\" | \"m\" | \"in\" | \"ft\""},
        Bad{HEAD "job.name = 5\n", 3, 12, "job.name", "text in quotes"},
        Bad{HEAD "part.height = true\n", 3, 15, "part.height", "wrong type; found true"},
        Bad{HEAD "part.height = [1, 2]\n", 3, 15, "part.height", "found a list"},
        Bad{HEAD "part.shape = \"cone\"\npart.top.shift = 40\n", 4, 18, "part.top.shift",
            "two lengths [x, y]"},
        Bad{HEAD "part.shape = \"cone\"\npart.top.shift = [40]\n", 4, 19, "part.top.shift.1",
            "lacks its second"},
        Bad{HEAD "part.shape = \"cone\"\npart.top.shift = [1, 2, 3]\n", 4, 25, "part.top.shift.3",
            "two lengths"},
        Bad{HEAD "part.shape = \"cylinder\"\npart.base.diameter = 40\n", 4, 22, "part.base.diameter",
            "did you mean part.diameter?"},
        Bad{HEAD "part.shape = \"cone\"\n[[part.trim]]\nheight = 40\n", 5, 10, "part.trim.1.height",
            "which end it cuts off"},
        Bad{HEAD "part.shape = \"cone\"\n[[part.trim]]\nend = \"top\"\nhieght = 40\n", 6, 10,
            "part.trim.1.hieght", "did you mean part.trim.1.height?"},
        Bad{HEAD "part.shape = \"cone\"\npart.seam.at = \"shrotest\"\n", 4, 16, "part.seam.at",
            "did you mean \"shortest\"?"},
        Bad{HEAD "part.shape = \"cone\"\n[part.trim]\nend = \"top\"\n", 5, 7, "part.trim.end",
            "with two brackets"},
        Bad{HEAD "part.shape = \"cone\"\nbench.round = 0\n", 4, 15, "bench.round", "0.001 to 25.4 mm"},
        Bad{HEAD "part.shape = \"cone\"\nrolls.widht = 0\n", 4, 15, "rolls.widht",
            "did you mean rolls.width?"},
        Bad{HEAD "part.height = 2020-01-01\n", 3, 15, "part.height", "found a date"},
        Bad{HEAD "part.marks = 1\n", 3, 14, "part.marks", "true or false"},
        Bad{HEAD "part.elements = 2.5\n", 3, 17, "part.elements", "a whole number"},
        Bad{HEAD "part.shape = \"cone\"\npart.height = \"3 deg\"\n", 4, 15, "part.height",
            "an angle where a length"},
        Bad{HEAD "part.shape = \"cone\"\npart.half_angle = \"3 mm\"\n", 4, 19, "part.half_angle",
            "a length where an angle"},
        Bad{HEAD "part.shape = \"cone\"\npart.height = \"3 furlong\"\n", 4, 15, "part.height",
            "cannot be worked out"},
        Bad{HEAD "part.shape = \"cone\"\npart.height = \"bdoy\"\nlet.body = 3\n", 4, 15, "part.height",
            "did you mean \"body\"?"},
        Bad{HEAD "part.shape = \"cone\"\npart.height = \"1.5+0,5\"\n", 4, 15, "part.height", "list"},
        Bad{HEAD "part.shape = \"cone\"\npart.height = \"R=7\"\n", 4, 15, "part.height",
            "cannot be worked out"},
        Bad{HEAD "part.shape = \"cone\"\npart.height = \"1/0\"\n", 4, 15, "part.height", "no finite value"},
        Bad{HEAD "part.shape = \"cone\"\npart.height = \"sqrt(-1)\"\n", 4, 15, "part.height",
            "no finite value"},
        Bad{HEAD "part.shape = \"cone\"\npart.height = \"\"\n", 4, 15, "part.height", "empty"},
        Bad{HEAD "part.shape = \"cone\"\npart.height = inf\n", 4, 15, "part.height", "finite"},
        Bad{HEAD "part.shape = \"cone\"\nlet.a = \"b\"\nlet.b = \"a + 1\"\n", 4, 9, "let.a",
            "depends on itself (let.a -> let.b -> let.a)"},
        Bad{HEAD "part.shape = \"cone\"\npart.height = \"part.height\"\n", 4, 15, "part.height",
            "depends on itself"},
        Bad{HEAD "part.shape = \"cone\"\nlet.mm = 3\n", 4, 10, "let.mm", "cannot be a name"},
        Bad{HEAD "part.shape = \"cone\"\nlet.\"a b\" = 3\n", 4, 13, "let.a b", "no name"},
        Bad{HEAD "part.shape = \"cone\"\nparts.x.shape = \"cone\"\n", 4, 17, "parts.x.shape", "not both"},
        Bad{HEAD "parts.\"../x\".shape = \"cone\"\n", 3, 22, "parts.../x.shape", ""},
        Bad{HEAD "job.number = \"a\\nb\"\n", 3, 14, "job.number", "control characters"}));

TEST(Job, SettingsReplaceNamedSizesAndDottedKeys) {
  const std::string text =
      job_text("base.diameter = \"body\"\ntop.diameter = 50\nheight = 100\n", "let.body = 620\n");
  const Job job =
      read_job(text, "a.toml", {{"body", "700"}, {"part.height", "10 in"}, {"part.seam.gap", "2"}});
  EXPECT_DOUBLE_EQ(*std::get<Cone>(job.parts[0].asked).base.diameter, 700);
  EXPECT_DOUBLE_EQ(*std::get<Cone>(job.parts[0].asked).height, 254);
  EXPECT_DOUBLE_EQ(*job.parts[0].seam.gap, 2);
  const JobRefusal unknown = refused(text, {{"bdoy", "700"}});
  EXPECT_TRUE(has(unknown.what(), "did you mean body?"));
  EXPECT_EQ(shown(unknown.place()), "--set bdoy=700");
  EXPECT_TRUE(has(refused(text, {{"part.hight", "7"}}).what(), "did you mean part.height?"));
}

TEST(Job, QuickTakesTheSameKeysAndItsTextReadsBack) {
  const std::vector<Setting> settings{{"base.diameter", "2 ft 3-1/4 in"},
                                      {"top.point", "true"},
                                      {"height", "100"},
                                      {"thickness", "2"},
                                      {"sizes_on", "inside"},
                                      {"seam.gap", "1.5"},
                                      {"job.name", "A \"b\" \\"}};
  const Job quick = quick_job("cone", settings);
  const Job back = read_job(quick_job_text("cone", settings), "saved.toml");
  for (const Job& job : {quick, back}) {
    EXPECT_DOUBLE_EQ(*std::get<Cone>(job.parts[0].asked).base.diameter, 27.25 * 25.4);
    EXPECT_TRUE(std::get<Cone>(job.parts[0].asked).top.pointed);
    EXPECT_DOUBLE_EQ(*job.parts[0].sheet.thickness, 2);
    EXPECT_DOUBLE_EQ(*job.parts[0].seam.gap, 1.5);
    EXPECT_EQ(job.name, "A \"b\" \\");
  }
  EXPECT_TRUE(has(refusal_of([] {
                    (void)quick_job("cone", {{"height", "1"}, {"part.height", "2"}});
                  }).reason,
                  "twice"));
}

TEST(Job, ARefusalOfTheCoreIsPutAtTheKeyItNames) {
  const Job job = read_job(job_text("base.diameter = 10\ntop.diameter = 50\nheight = 100\n"), "a.toml");
  const JobRefusal at_key = located(job, job.parts[0], Refusal({.reason = "x", .key = "height"}));
  EXPECT_EQ(shown(at_key.place()), "a.toml:9:10");
  EXPECT_EQ(at_key.text().key, "part.height");
  const JobRefusal missing = located(job, job.parts[0], Refusal({.reason = "x", .key = "slant"}));
  EXPECT_EQ(missing.place().line, 6) << "a missing size is put at the part's shape";
}

TEST(Nearest, FindsSlipsAndLeavesStrangersAlone) {
  EXPECT_EQ(nearest_word("hieght", {"height", "slant"}), "height");
  EXPECT_EQ(nearest_word("banana", {"height", "slant"}), "");
}

}  // namespace
}  // namespace juggler::testing
