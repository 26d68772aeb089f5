// What the README, the help and the documents show must be what the program does.
#include <nlohmann/json.hpp>
#include <regex>
#include <set>

#include "program.h"

namespace juggler::testing {
namespace {

// The text of a fenced block of a language, the first one of a document.
std::string block_of(const std::string& document, const std::string& language) {
  const std::string text = content_of(fs::path(SOURCE_FOLDER) / document);
  const std::string fence = "```" + language + "\n";
  const size_t from = text.find(fence);
  if (from == std::string::npos) return "";
  return text.substr(from + fence.size(), text.find("```", from + fence.size()) - from - fence.size());
}

TEST_F(Program, TheReadmesJobPrintsWhatTheReadmeShows) {
  write("cyclone.toml", block_of("README.md", "toml"));
  const Outcome r = juggler("develop cyclone.toml -o out");
  ASSERT_EQ(r.code, 0) << r.err;
  bool showing = false;
  int shown = 0;
  for (const std::string& line : lines_of(content_of(fs::path(SOURCE_FOLDER) / "README.md"))) {
    if (showing && line.rfind("    ", 0) != 0) break;
    if (showing && !has(line, "...")) {
      EXPECT_TRUE(has(r.out, line.substr(4) + "\n")) << line;
      ++shown;
    }
    showing = showing || has(line, "$ juggler develop cyclone.toml -o out");
  }
  EXPECT_GE(shown, 11);
}

TEST_F(Program, TheReadmesProgramCompilesAndWritesItsDrawing) {
  const std::string text = block_of("README.md", "cpp");
  ASSERT_FALSE(text.empty());
  write("program.cpp", text);
  const Outcome r = shell("c++ -std=c++20 -fsyntax-only -I'" SOURCE_FOLDER "/include' program.cpp");
  EXPECT_EQ(r.code, 0) << r.err;
}

TEST_F(Program, TheJobDocumentsExampleIsDeveloped) {
  write("job.toml", block_of("docs/job.md", "toml"));
  EXPECT_EQ(juggler("check job.toml").code, 0);
}

// docs/architecture.md: families are rooms on top; nothing else asks or names which shape a part is of.
TEST_F(Program, NoRoomBesideTheFamiliesNamesAShape) {
  const std::regex shape(
      "\\b(Cone|Cylinder|Hopper|BoxWall|BoxReturn|Duct|DuctElbow|DuctOffset|Plate|Net|Tube|Transition|"
      "EvenTransition|"
      "Flight|Coil|HelicalStrip|Dome|RuledWall|"
      "RoundShape|"
      "RoundSizes|RoundPart|WoundPart|FlatRing|DomeSizes)\\b");
  const std::set<std::string> families{"round", "ruled", "folded",    "box",   "duct",
                                       "plate", "wound", "stretched", "shapes"};
  int files = 0;
  for (const char* room : {"src", "cli"}) {
    for (const auto& file : fs::recursive_directory_iterator(fs::path(SOURCE_FOLDER) / room)) {
      const fs::path path = file.path();
      if (!fs::is_regular_file(path) || families.contains(path.parent_path().filename())) continue;
      ++files;
      for (std::string line : lines_of(content_of(path))) {
        line = line.substr(0, line.find("//"));
        EXPECT_FALSE(std::regex_search(line, shape)) << path << ": " << line;
      }
    }
  }
  EXPECT_GT(files, 150);
}

// docs/maths/tolerances.md: a small power of ten stands in the sources under a name that says what it is.
TEST_F(Program, NoToleranceStandsInTheSourcesWithoutAName) {
  const std::regex power("(^|[^A-Za-z0-9_.])[0-9.]+e-[0-9]+");
  int files = 0;
  for (const char* room : {"include", "src", "cli"}) {
    for (const auto& file : fs::recursive_directory_iterator(fs::path(SOURCE_FOLDER) / room)) {
      const std::string kind = file.path().extension();
      if (kind != ".cpp" && kind != ".h") continue;
      ++files;
      for (std::string line : lines_of(content_of(file.path()))) {
        line = line.substr(0, line.find("//"));
        if (has(line, "constexpr") || has(line, "\"")) continue;
        EXPECT_FALSE(std::regex_search(line, power)) << file.path() << ": " << line;
      }
    }
  }
  EXPECT_GT(files, 200);
}

TEST_F(Program, TheHelpsExamplesWork) {
  ASSERT_EQ(shell("cp '" SOURCE_FOLDER "/demo/01-cyclone-cone.toml' cyclone.toml").code, 0);
  int tried = 0;
  for (const char* command : {"develop", "quick", "check", "shapes"}) {
    std::string whole;
    for (std::string line : lines_of(juggler(std::string(command) + " --help").out)) {
      if (whole.empty() && line.rfind("  juggler ", 0) != 0) continue;
      const bool goes_on = line.back() == '\\';
      whole += goes_on ? line.substr(0, line.size() - 1) : line;
      if (goes_on) continue;
      const Outcome r = juggler(whole.substr(std::string("  juggler ").size()) +
                                (has(whole, "-o out") ? " --replace" : ""));
      EXPECT_EQ(r.code, 0) << whole << '\n' << r.err;
      whole.clear();
      ++tried;
    }
  }
  EXPECT_GE(tried, 7);
}

TEST_F(Program, EveryKeyThatShapesListsIsTaken) {
  int keys = 0;
  for (const std::string& line : lines_of(juggler("shapes cone").out)) {
    std::istringstream words(line);
    std::string key, kind;
    words >> key >> kind;
    const bool listed = line.rfind("  ", 0) == 0 && line[2] != ' ' &&
                        (kind == "length" || kind == "angle" || kind == "number" || kind == "text");
    if (!listed) continue;
    ++keys;
    // A value of the wrong type is refused for its type: the key itself is known.
    const Outcome r = juggler("quick cone " + key + "=true");
    EXPECT_TRUE(has(r.err, "wrong type")) << key << ": " << r.err;
  }
  EXPECT_GE(keys, 20);
}

TEST_F(Program, ScriptsAndPackageListAgree) {
  const std::string packages = content_of(fs::path(SOURCE_FOLDER) / "scripts/packages");
  const std::string house = content_of(fs::path(SOURCE_FOLDER) / "docs/architecture.md");
  for (const std::string& line : lines_of(packages)) {
    if (line.empty() || line[0] == '#' || line == "python3") continue;
    EXPECT_TRUE(has(house, line)) << line << " is not explained in docs/architecture.md";
  }
  // Every package that CMake may miss is in the list.
  for (const char* file : {"cmake/Packages.cmake", "tests/CMakeLists.txt"}) {
    for (const std::string& line : lines_of(content_of(fs::path(SOURCE_FOLDER) / file))) {
      const size_t at = line.find("_FOUND ");
      if (line.rfind("juggler_need(", 0) != 0 || at == std::string::npos) continue;
      const std::string package = line.substr(at + 7, line.find(' ', at + 7) - at - 7);
      EXPECT_TRUE(has(packages, package + "\n")) << package;
    }
  }
}

TEST_F(Program, PicturesThatTheReadmeLinksAreThere) {
  const std::string readme = content_of(fs::path(SOURCE_FOLDER) / "README.md");
  int links = 0;
  for (size_t at = readme.find("](docs/"); at != std::string::npos; at = readme.find("](docs/", at + 1)) {
    const std::string path = readme.substr(at + 2, readme.find(')', at) - at - 2);
    EXPECT_TRUE(fs::exists(fs::path(SOURCE_FOLDER) / path)) << path;
    ++links;
  }
  EXPECT_GE(links, 10);
}

}  // namespace
}  // namespace juggler::testing
