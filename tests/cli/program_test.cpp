// The program, the demo jobs and the examples, read back with readers nobody here wrote.
#include <functional>
#include <map>
#include <nlohmann/json.hpp>

#include "program.h"

namespace juggler::testing {
namespace {

using Json = nlohmann::json;

TEST_F(Program, QuickPrintsTheNumbersAndWritesNothing) {
  const Outcome r = juggler(quick_cyclone);
  EXPECT_EQ(r.code, 0) << r.err;
  EXPECT_TRUE(has(r.out, "swing radius base       1088.574 mm")) << r.out;
  EXPECT_TRUE(has(r.out, "proof                   passed"));
  EXPECT_EQ(r.err, "");
  EXPECT_EQ(files(), 0u);
}

TEST_F(Program, JsonPrintsTheDocumentAndNothingElse) {
  const Outcome r = juggler(std::string(quick_cyclone) + " --json -o out --formats dxf");
  const Json d = Json::parse(r.out);
  EXPECT_NEAR(d["pieces"][0]["cone"]["swing_radius_base"].get<double>(), 1088.573711, 1e-6);
  EXPECT_TRUE(there("out/cone.dxf"));
  EXPECT_FALSE(there("out/cone.svg"));
  const std::string dxf = read("out/cone.dxf");
  for (const char* remark :
       {"999\njuggler 0.1.0\n", "999\nbase: dia 620.000, radius 310.000 mm on the inside\n",
        "999\nsheet: 2.000 mm, neutral factor 0.5\n"}) {
    EXPECT_TRUE(has(dxf, remark)) << "a drawing says what it was made from: " << remark;
  }
}

TEST_F(Program, QuietPrintsNothingAndTheSameCallGivesTheSameBytes) {
  const std::string call = std::string(quick_cyclone) + " --quiet -o ";
  EXPECT_EQ(juggler(call + "a").out, "");
  EXPECT_EQ(juggler(call + "b").code, 0);
  for (const char* name : {"cone.dxf", "cone.svg", "cone.png", "cone.pdf", "cone-card.pdf", "cone.json"}) {
    EXPECT_FALSE(read(std::string("a/") + name).empty()) << name;
    EXPECT_EQ(read(std::string("a/") + name), read(std::string("b/") + name)) << name;
  }
}

TEST_F(Program, FilesAreReplacedOnlyWhenAsked) {
  const std::string call = std::string(quick_cyclone) + " -o out --formats dxf";
  EXPECT_EQ(juggler(call).code, 0);
  const std::string first = read("out/cone.dxf");
  const Outcome again = juggler(call + " --set height=700");
  EXPECT_EQ(again.code, 3) << "height is given twice in a quick call";
  const Outcome other =
      juggler("quick cone base.diameter=100 top.diameter=50 height=80 thickness=0 -o out --formats svg,dxf");
  EXPECT_EQ(other.code, 4);
  EXPECT_TRUE(has(other.err, "--replace")) << other.err;
  EXPECT_EQ(read("out/cone.dxf"), first);
  EXPECT_FALSE(there("out/cone.svg")) << "none of the files is written when one cannot be";
  EXPECT_EQ(
      juggler(
          "quick cone base.diameter=100 top.diameter=50 height=80 thickness=0 -o out --formats dxf --replace")
          .code,
      0);
  EXPECT_NE(read("out/cone.dxf"), first);
  EXPECT_EQ(files(), 1u) << "nothing is left beside it";
}

TEST_F(Program, SaveJobKeepsAJobThatDevelopsTheSame) {
  const Outcome quick =
      juggler(std::string(quick_cyclone) + " \"job.name=A cone\" --save-job kept.toml --json");
  ASSERT_EQ(quick.code, 0) << quick.err;
  const Outcome job = juggler("develop kept.toml --json");
  EXPECT_EQ(Json::parse(quick.out), Json::parse(job.out));
  const Outcome again = juggler(std::string(quick_cyclone) + " -o out --save-job kept.toml");
  EXPECT_EQ(again.code, 4);
  EXPECT_FALSE(there("out/cone.dxf")) << "a job that cannot be kept keeps the rest from being written";
}

TEST_F(Program, SetTakesNamedSizesAndDottedKeys) {
  const std::string job = SOURCE_FOLDER "/demo/01-cyclone-cone.toml";
  const Json d = Json::parse(
      juggler("develop " + job + " --json --set body=800 --set part.seam.gap=3 --set 'part.height=3 ft'")
          .out);
  EXPECT_EQ(d["job"]["parts"][0]["base"]["diameter"], 800.0);
  EXPECT_EQ(d["job"]["parts"][0]["top"]["diameter"], 200.0) << "body / 4 follows";
  EXPECT_EQ(d["job"]["parts"][0]["seam"]["gap"], 3.0);
  EXPECT_NEAR(d["job"]["parts"][0]["height"].get<double>(), 914.4, 1e-12);
}

TEST_F(Program, PiecesTrimsAndBenchCardsReachEveryFile) {
  const Outcome r = juggler(
      "quick cylinder diameter=600 height=800 thickness=2 sizes_on=inside seam.pieces=2 seam.gap=1 "
      "elements=24 "
      "trim.end=top trim.height=500 trim.tilt=45 job.number=HL-9 rolls.least_radius=400 -o out");
  ASSERT_EQ(r.code, 0) << r.err;
  for (const char* name :
       {"cylinder-piece1.dxf", "cylinder-piece2.dxf", "cylinder-piece1.svg", "cylinder-piece2.png",
        "cylinder-piece1-card.txt", "cylinder-piece2-card.png", "cylinder.json"}) {
    EXPECT_TRUE(there(std::string("out/") + name)) << name;
  }
  EXPECT_TRUE(has(r.out, "mirror image of piece 1")) << r.out;
  EXPECT_TRUE(has(r.out, "press or hammer that end"));
  const Json d = Json::parse(read("out/cylinder.json"));
  ASSERT_EQ(d["pieces"].size(), 2u);
  const Json& piece = d["pieces"][0];
  EXPECT_EQ(piece["elements"].size(), 13u);
  EXPECT_NEAR(piece["elements"][0]["length"].get<double>(), 800, 1e-9);
  EXPECT_NEAR(piece["elements"][12]["from_top"].get<double>(), 800, 1e-9);
  EXPECT_EQ(d["job"]["parts"][0]["trims"][0]["long_side"].get<double>(), 800);
  EXPECT_EQ(d["job"]["parts"].size(), 1u);
  EXPECT_EQ(piece["bench"]["marking"], "coordinates");
  EXPECT_FALSE(piece.contains("cone"));
  EXPECT_TRUE(has(read("out/cylinder-piece1-card.txt"), "Elements: along the edges from element 0"));
  EXPECT_TRUE(has(read("out/cylinder-piece1.dxf"), "trim 1: top cut at 500.000 mm on the axis"));
}

TEST_F(Program, SeveralJobsAreEachTriedAndTheWorstCounts) {
  const std::string good = SOURCE_FOLDER "/demo/01-cyclone-cone.toml";
  write("bad.toml", "juggler = 1\npart.shape = \"cone\"\n");
  const Outcome r = juggler("develop bad.toml " + good + " missing.toml --json");
  EXPECT_EQ(r.code, 4) << "a missing file is worse than a refusal";
  EXPECT_EQ(Json::parse(r.out).size(), 1u) << "the good one is developed all the same";
  EXPECT_TRUE(has(r.err, "bad.toml:2:14")) << r.err;
  EXPECT_TRUE(has(r.err, "missing.toml: cannot be read: No such file"));
  EXPECT_EQ(juggler("develop bad.toml " + good + " --quiet").code, 3);
  const Outcome twice = juggler("develop " + good + " " + good + " -o out --replace");
  EXPECT_TRUE(has(twice.err, "two jobs of this call would write it")) << twice.err;
  EXPECT_EQ(twice.code, 2);
}

TEST_F(Program, CheckGivesVerdictAndWarningsOnly) {
  write("thin.toml",
        "juggler = 1\nsheet = {thickness = 2, sizes_on = \"inside\"}\n"
        "part = {shape = \"cone\", base.diameter = 900, top.diameter = 3, height = 900, seam.gap = 5}\n");
  const Outcome r = juggler("check " SOURCE_FOLDER "/demo/01-cyclone-cone.toml thin.toml");
  EXPECT_EQ(r.code, 0) << r.err;
  EXPECT_TRUE(has(r.out, "Cyclone cone: can be made, proof passed"));
  EXPECT_TRUE(has(r.out, "warning: The gap of 5 mm takes"));
  EXPECT_FALSE(has(r.out, "swing radius"));
}

TEST_F(Program, HelpShapesAndVersion) {
  EXPECT_TRUE(has(juggler("--version").out, "juggler 0.1.0"));
  for (const char* command : {"develop", "quick", "check", "shapes", "demo"}) {
    const Outcome r = juggler(std::string(command) + " --help");
    EXPECT_EQ(r.code, 0);
    EXPECT_TRUE(has(r.out, "juggler " + std::string(command))) << "help with an example\n" << r.out;
  }
  EXPECT_TRUE(has(juggler("shapes").out, "cone"));
  EXPECT_TRUE(has(juggler("shapes").out, "\nhelical_strip  a helical strip")) << juggler("shapes").out;
  const std::string cone = juggler("shapes cone").out;
  for (const char* word : {"base.diameter", "seam.wedge", "half_angle", "plan angle", "sheet.thickness"}) {
    EXPECT_TRUE(has(cone, word)) << word;
  }
}

TEST_F(Program, OutputThatCannotBeWrittenIsSaid) {
  EXPECT_EQ(shell(std::string("'" PROGRAM "' ") + quick_cyclone + " >/dev/full").code, 4);
  write("a-file", "");
  const Outcome r = juggler(std::string(quick_cyclone) + " -o a-file");
  EXPECT_EQ(r.code, 4);
  EXPECT_TRUE(has(r.err, "a-file")) << r.err;
}

TEST_F(Program, ACommaLocaleChangesNoByte) {
  ASSERT_EQ(juggler(std::string(quick_cyclone) + " -o plain --quiet").code, 0);
  ASSERT_EQ(shell("mkdir loc && localedef -i de_DE -f UTF-8 loc/de_DE.UTF-8").code, 0);
  const Outcome r = shell(std::string("LOCPATH=$PWD/loc LC_ALL=de_DE.UTF-8 '" PROGRAM "' ") + quick_cyclone +
                          " 'seam.at=\"1.5 * 2\"' -o comma --quiet");
  EXPECT_EQ(r.code, 3) << "quotes within quotes are no expression";
  ASSERT_EQ(shell(std::string("LOCPATH=$PWD/loc LC_ALL=de_DE.UTF-8 '" PROGRAM "' ") + quick_cyclone +
                  " -o comma --quiet")
                .code,
            0);
  for (const char* name : {"cone.dxf", "cone.svg", "cone.json"}) {
    EXPECT_EQ(read(std::string("plain/") + name), read(std::string("comma/") + name)) << name;
  }
}

class Demo : public Program {
 protected:
  void develop(const std::string& which) {
    const std::string jobs = shell("ls '" SOURCE_FOLDER "'/demo/" + which + ".toml | tr '\\n' ' '").out;
    ASSERT_EQ(juggler("develop " + jobs + " -o demo --quiet --formats dxf,json").code, 0);
  }
  void drawings_measure_like_the_documents();
  void documents_say_what_numbers_are();
  void documents_are_valid();
};

// Developed once for all of these.
TEST_F(Demo, FilesAreWhatTheySay) {
  ASSERT_NO_FATAL_FAILURE(develop("*"));
  drawings_measure_like_the_documents();
  documents_say_what_numbers_are();
  documents_are_valid();
}

void Demo::drawings_measure_like_the_documents() {
  const Outcome r = shell(PYTHON " '" SOURCE_FOLDER "/tests/cli/inspect_dxf.py' demo/*.dxf");
  ASSERT_EQ(r.code, 0) << r.err;
  std::vector<Json> pieces;
  for (const auto& path :
       {"01-cyclone-cone",  "02-rain-cap",     "03-storm-collar",       "04-stack-adapter",
        "05-funnel-inch",   "06-cooler-hoods", "07-body-shell",         "08-stack-slanting-top",
        "09-roaster-hood",  "10-offset-taper", "11-bean-hopper",        "12-chain-guard",
        "13-stand-leg",     "14-bracket",      "15-water-tray",         "16-chute-head",
        "17-fan-outlet",    "18-oval-duct",    "19-fan-outlet-pressed", "20-casing-to-stack",
        "21-screw-flight",  "22-coil-guard",   "23-roller-band",        "24-bean-slide",
        "25-domed-lid",     "26-chute-liner",  "27-beam-boot",          "28-inlet-shell",
        "29-sight-cone",    "30-drum-skin",    "31-frame-leg",          "32-duct-branch",
        "33-duct-elbow",    "34-breech",       "35-taper-elbow",        "36-dust-pipe",
        "37-body-shell",    "38-roof-plate",   "39-hopper-on-conveyor", "40-fan-stub",
        "41-drip-pans",     "42-square-duct",  "43-workshop-extract",   "44-take-offs",
        "45-screw-feeders", "46-flanged-boot", "47-saddle-pads",        "48-drive-cover"}) {
    Json d = Json::parse(read(std::string("demo/") + path + ".json"));
    // In the order of the files' names.
    std::stable_sort(d["pieces"].begin(), d["pieces"].end(), [](const Json& a, const Json& b) {
      return a["part"].get<std::string>() < b["part"].get<std::string>();
    });
    for (Json piece : d["pieces"]) {
      piece["inches"] = d["job"]["units"] == "in";
      piece["number"] = d["job"]["number"];
      pieces.push_back(piece);
    }
  }
  const Json drawings = Json::parse(r.out);
  ASSERT_EQ(drawings.size(), pieces.size());
  for (size_t i = 0; i < pieces.size(); ++i) {
    const Json& d = drawings[i];
    const double unit = pieces[i]["inches"].get<bool>() ? 25.4 : 1;
    EXPECT_EQ(d["faults"], 0);
    EXPECT_EQ(d["units"], unit == 1 ? 4 : 1);
    EXPECT_EQ(d["strays"], 0);
    double across = 0;  // open cuts are those of strips alone
    for (const Json& cut : pieces[i]["cuts_across"]) across += cut.get<double>();
    EXPECT_NEAR(d["across"].get<double>() * unit, across, 1e-6);
    EXPECT_LE(d["greatest_bulge"].get<double>(), 1) << "no arc can be taken the long way round";
    const double area = pieces[i]["blank"]["area"].get<double>();
    EXPECT_NEAR(d["area"].get<double>() * unit * unit, area, 1e-9 * area);
    EXPECT_NEAR(d["extents"][2].get<double>() * unit, pieces[i]["blank"]["as_laid"]["width"].get<double>(),
                1e-9);
    EXPECT_NEAR(d["extents"][1].get<double>(), 0, 1e-9);
    EXPECT_EQ(d["loops"].get<size_t>() + d["holes"].get<size_t>(), 1 + pieces[i]["openings"].size());
    std::vector<double> bends;
    for (const Json& bend : pieces[i]["bends"]) bends.push_back(bend["length"].get<double>() / unit);
    std::sort(bends.begin(), bends.end());
    if (!pieces[i]["creases"].empty()) {  // arcs, one after another
      double drawn = 0;
      for (const Json& length : d["bends"]) drawn += length.get<double>();
      for (const Json& crease : pieces[i]["creases"]) drawn -= crease["length"].get<double>() / unit;
      EXPECT_NEAR(drawn, 0, 1e-6);
    } else {
      ASSERT_EQ(d["bends"].size(), bends.size());
      for (size_t k = 0; k < bends.size(); ++k) EXPECT_NEAR(d["bends"][k].get<double>(), bends[k], 1e-9);
    }
    if (pieces[i]["folding"].is_null() && d["bends"].empty()) {
      EXPECT_EQ(d["layers"], Json({"JUGGLER_CUT", "JUGGLER_MARK"}));
    }
    EXPECT_TRUE(has(d["texts"].dump(), pieces[i]["number"].get<std::string>())) << d["texts"];
    const std::map<std::string, std::string> up{{"inside", "INSIDE UP"},    {"outside", "OUTSIDE UP"},
                                                {"left", "LEFT FACE UP"},   {"right", "RIGHT FACE UP"},
                                                {"lower", "LOWER FACE UP"}, {"upper", "UPPER FACE UP"}};
    EXPECT_TRUE(has(d["texts"].dump(), up.at(pieces[i]["face_up"])));
  }
}

// A name means one thing in whatever document it stands.
void Demo::documents_say_what_numbers_are() {
  std::map<std::string, std::string> known;
  size_t numbers = 0;
  for (const auto& file : fs::directory_iterator(folder_ / "demo")) {
    if (file.path().extension() != ".json") continue;
    Json d = Json::parse(content_of(file.path()));
    const Json said = d["numbers"];
    d.erase("numbers");
    for (const auto& [path, what] : said.items())
      EXPECT_EQ(known.emplace(path, what).first->second, what) << path << " in " << file.path();
    const std::function<void(const Json&, const std::string&)> look = [&](const Json& j,
                                                                          const std::string& path) {
      if (j.is_number_float()) {
        ++numbers;
        EXPECT_TRUE(said.contains(path)) << path << " in " << file.path();
      } else if (j.is_object()) {
        const std::string own = j.contains("shape") ? path + "." + j["shape"].get<std::string>() : path;
        for (const auto& [name, value] : j.items()) look(value, own.empty() ? name : own + "." + name);
      } else if (j.is_array()) {
        for (size_t i = 0; i < j.size(); ++i) {
          const std::string place = path + "." + std::to_string(i);
          look(j[i], said.contains(place) ? place : path);
        }
      }
    };
    look(d, "");
  }
  EXPECT_GT(known.size(), 400u);
  EXPECT_GT(numbers, 20000u);
}

void Demo::documents_are_valid() {
  const Outcome r = shell(PYTHON " '" SOURCE_FOLDER "/tests/cli/validate.py' '" SOURCE_FOLDER
                                 "/docs/result.schema.json' demo/*.json");
  EXPECT_EQ(r.code, 0) << r.err;
  EXPECT_EQ(r.out, "valid 48\n");
}

TEST_F(Program, DemoPicturesAreWellFormed) {
  // In a short run four of them; the command itself writes all that it is asked for.
  const std::string jobs =
      std::getenv("JUGGLER_ALL_DRAWS") ? "demo" : "develop '" SOURCE_FOLDER "'/demo/0[1258]*.toml";
  ASSERT_EQ(juggler(jobs + " -o demo --quiet").code, 0);
  EXPECT_EQ(shell("xmllint --noout demo/*.svg").code, 0);
  EXPECT_EQ(shell("for f in demo/0[258]*.svg; do rsvg-convert \"$f\" -o picture.png || exit 1; done").code,
            0);
  for (const char* name : {"demo/01-cyclone-cone.png", "demo/02-rain-cap.png"}) {
    const std::string png = read(name);
    ASSERT_GT(png.size(), 24u);
    EXPECT_EQ(png.substr(1, 3), "PNG");
    EXPECT_EQ(png.substr(16, 8), std::string("\0\0\x05\x2b\0\0\x03\xa7", 8)) << "A3 at 80 dots an inch";
  }
}

TEST_F(Demo, ThickAndMirroredJobsSayWhatTheyAre) {
  ASSERT_NO_FATAL_FAILURE(develop("0[36]-*"));
  const Json hoods = Json::parse(read("demo/06-cooler-hoods.json"));
  EXPECT_NEAR(hoods["pieces"][0]["elements"][0]["plan_angle"].get<double>(), 60, 1e-9);
  EXPECT_NEAR(hoods["pieces"][1]["elements"][0]["plan_angle"].get<double>(), 300, 1e-9);
  const auto area = [&](int i) { return hoods["pieces"][i]["blank"]["area"].get<double>(); };
  EXPECT_NEAR(area(0), area(1), 1e-12 * area(0));
  EXPECT_EQ(Json::parse(read("demo/03-storm-collar.json"))["pieces"][0]["count"], 2);
}

TEST_F(Program, ExamplesSayWhatTheyClaim) {
  const fs::path examples = fs::path(PROGRAM).parent_path() / "examples";
  EXPECT_EQ(shell("'" + (examples / "first_blank").string() + "'").out,
            "swing radius base 1088.573711 mm\nswing radius top  274.659557 mm\nsmallest sheet    "
            "1329.688311 x 1087.823711 mm\n");
  EXPECT_TRUE(there("first_blank.dxf"));
  // 170 outside, less four times radius and thickness, and two allowances of pi/2 (3 + 0.84).
  EXPECT_EQ(shell("'" + (examples / "bend_schedule").string() + "'").out,
            "flat 162.064 x 300.000 mm\nA: 48.016 mm from profile start, up 90.0 degrees\n"
            "B: 124.048 mm from profile start, down 90.0 degrees\n");
  EXPECT_EQ(shell("'" + (examples / "thickness_and_girth").string() + "'").out,
            "sizes on the inside   girth of the base 1423.141 mm, of the top 1413.717 mm\n"
            "sizes on the middle   girth of the base 1413.717 mm, of the top 1404.292 mm\n"
            "sizes on the outside  girth of the base 1404.292 mm, of the top 1394.867 mm\n");
  // 60 over the cosine of the half angle of 16.598 degrees; the slot's width as 272.7 to 274.2 mm of radius.
  EXPECT_EQ(shell("'" + (examples / "openings").string() + "'").out,
            "sight: quantity 1, 60.173 x 63.513 mm inside, least web 135.587 mm\n"
            "slot: quantity 9, 11.939 x 52.000 mm inside, least web 129.283 mm\ncut 5529.576 mm\n");
  // pi (310 + 77.5 + 3 cos) 814.06 less the gap, by 3; the outside stands 3 sin of the half angle above the
  // top.
  EXPECT_EQ(shell("'" + (examples / "formed_solid").string() + "'").out,
            "sheet 2989.7 cm3\n  0 % of the way: 2989.6 cm3, 879.8 mm high\n"
            " 50 % of the way: 2989.3 cm3, 822.0 mm high\n100 % of the way: 2988.4 cm3, 780.9 mm high\n");
  EXPECT_TRUE(there("funnel.glb"));
  // At 0 degrees the inside meets the planes at heights of 620.367 and 128.197 mm.
  const std::string elements = shell("'" + (examples / "cut_cone_to_svg").string() + "'").out;
  EXPECT_TRUE(has(elements, "kB of SVG\n0 0 513.569\n1 45 530.913\n")) << elements;
  const std::string schedule = shell("'" + (examples / "hopper_schedule").string() + "'").out;
  EXPECT_TRUE(has(schedule, "\nB  3  left edge of the box  568.538  568.538")) << schedule;
  const std::string branch = shell("'" + (examples / "branch_on_main").string() + "'").out;
  EXPECT_TRUE(has(branch, "branch: 0.235") && has(branch, ", meets\n") && !has(branch, "failed")) << branch;
  const std::string cones = shell("'" + (examples / "cones_in_threads").string() + "'").out;
  EXPECT_TRUE(has(cones, "the first refused: height: is out of range; found 0 mm")) << cones;
  EXPECT_TRUE(has(cones, "\n9887 made, 1738.86 m2\n")) << cones;
  const std::string cut = shell("'" + (examples / "slanting_cut").string() + "'").out;
  const auto line = lines_of(cut);
  ASSERT_EQ(line.size(), 8u) << cut;
  EXPECT_EQ(line[0], "0  at   0 deg  length  960.096  along the base    0.000  bevel  30.00 deg");
  EXPECT_EQ(line[2], "2  at 120 deg  length 1154.952  along the base  474.380  bevel -14.48 deg");
  EXPECT_EQ(line[6], "6  at   0 deg  length  960.096  along the base 1423.141  bevel  30.00 deg");
  for (const size_t i : {1, 3, 4, 5}) EXPECT_TRUE(has(line[i], "along the base")) << line[i];
  EXPECT_TRUE(has(line[7], "mm in ")) << line[7];
  EXPECT_EQ(shell("'" + (examples / "paper").string() + "'").out,
            "Wrap round Branch, outside up: 6 tiles\ngirth of the paper 529.044 mm\n");
  EXPECT_EQ(shell("qpdf --check branch.pdf && qpdf --check branch-template.pdf").code, 0);
  const Outcome job = shell("'" + (examples / "from_a_job").string() + "'");
  EXPECT_EQ(
      job.out,
      "shape: cone\nsheet: 0.0625 in, neutral factor 0.5\nbase: dia 36.0000, radius 18.0000 in on the "
      "outside\n"
      "top: dia 18.0000, radius 9.0000 in on the outside\nheight: 10.0000 in\nhalf angle: 41.9872 deg\n"
      "slant: 13.4536 in\nseam: parallel gap of 0.0313 in on the neutral layer at plan angle 0 "
      "deg\nquantity: 1\n"
      "proved\n"
      "--set part.height=-1: part.height: is out of range; found -1 in (written -1); allowed: 3.937008e-05 "
      "to "
      "39370.0787 in.\n");
}

}  // namespace
}  // namespace juggler::testing
