// Damaged jobs and contradictory sizes by the thousand: each is developed and proved, or refused with a
// place.
#include <filesystem>
#include <fstream>
#include <random>
#include <sstream>

#include "common.h"
#include "juggler/shop.h"

namespace juggler::testing {
namespace {

std::string demo_job(const std::string& name) {
  std::ifstream file(std::string(SOURCE_FOLDER "/demo/") + name);
  std::ostringstream text;
  text << file.rdbuf();
  return text.str();
}

enum class Outcome { developed, refused };

// Anything but a proved result or a refusal with words fails the test.
Outcome outcome_of(const std::function<Job()>& job, const std::string& about) {
  try {
    const JobResult result = develop_job(job());
    EXPECT_TRUE(passed(result)) << about;
    for (const PieceResult& piece : result.pieces) {
      EXPECT_TRUE(std::isfinite(area(piece.blank)) && area(piece.blank) > 0) << about;
    }
    return Outcome::developed;
  } catch (const JobRefusal& refusal) {
    EXPECT_FALSE(refusal.text().reason.empty()) << about;
    EXPECT_FALSE(shown(refusal.place()).empty()) << about;
  } catch (const std::exception& error) {
    ADD_FAILURE() << "unforeseen: " << error.what() << "\n" << about;
  }
  return Outcome::refused;
}

// Every job of the demo, its lists and outlines beside it.
std::vector<std::string> demo_jobs() {
  std::vector<std::string> names;
  for (const auto& entry : std::filesystem::directory_iterator(SOURCE_FOLDER "/demo")) {
    if (entry.path().extension() == ".toml") names.push_back(entry.path().filename().string());
  }
  std::sort(names.begin(), names.end());
  return names;
}

class DamagedJobs : public ::testing::TestWithParam<std::string> {};

TEST_P(DamagedJobs, AreDevelopedOrRefusedNeverMore) {
  constexpr unsigned seed = 404;
  const std::string sound = demo_job(GetParam());
  ASSERT_FALSE(sound.empty());
  std::mt19937 engine(seed);
  const auto pick = [&](size_t n) { return std::uniform_int_distribution<size_t>(0, n - 1)(engine); };
  const std::string letters = "0123456789.-+eE\"[]{}=,#\n /*()abcxyz\\\t\x80\xff'";
  const int tries = std::max(30, draws(120));
  int refused = 0;
  for (int i = 0; i < tries; ++i) {
    std::string text = sound;
    for (size_t k = 0; k <= pick(3); ++k) {
      const size_t at = pick(text.size());
      switch (pick(4)) {
        case 0:
          text.erase(at, 1 + pick(12));
          break;
        case 1:
          text.insert(at, 1, letters[pick(letters.size())]);
          break;
        case 2:
          text[at] = letters[pick(letters.size())];
          break;
        default:
          text.insert(at, text.substr(pick(text.size()), 1 + pick(40)));
      }
    }
    const auto outcome =
        outcome_of([&] { return read_job(text, SOURCE_FOLDER "/demo/damaged.toml"); },
                   "seed " + std::to_string(seed) + ", try " + std::to_string(i) + ":\n" + text);
    refused += outcome == Outcome::refused;
  }
  EXPECT_GT(refused, tries / 5) << "the damage is real";
  EXPECT_LT(refused, tries) << "comments and names may be damaged at will";
}

INSTANTIATE_TEST_SUITE_P(Demo, DamagedJobs, ::testing::ValuesIn(demo_jobs()));

// Sizes thrown together: too few, too many, contradictory, huge, tiny, wrong words.
TEST(RandomCalls, AreDevelopedAndProvedOrRefused) {
  constexpr unsigned seed = 77;
  std::mt19937 engine(seed);
  const auto pick = [&](size_t n) { return std::uniform_int_distribution<size_t>(0, n - 1)(engine); };
  const std::vector<std::string> keys{
      "base.diameter", "base.radius", "base.girth", "top.diameter",   "top.radius", "top.girth",
      "height",        "slant",       "half_angle", "included_angle", "thickness",  "neutral",
      "density",       "seam.gap",    "seam.wedge", "seam.at",        "quantity",   "elements"};
  const std::vector<std::string> odd{
      "0",    "-1",  "1e-9", "1e6", "1e300", "nan",           "inf",          "89.9999",           "90",
      "180",  "1/0", "abc",  "",    "3-1/4", "2 ft 3-1/4 in", "top.diameter", "base.diameter / 2", "10 mm",
      "3 deg"};
  const std::vector<Setting> words{{"wider", "base"},
                                   {"wider", "top"},
                                   {"top.point", "true"},
                                   {"base.point", "true"},
                                   {"base.contact", "clear"},
                                   {"top.contact", "full"},
                                   {"base.sizes_on", "outside"},
                                   {"top.sizes_on", "middle"},
                                   {"hand", "opposite"},
                                   {"face_up", "outside"},
                                   {"seam.gap_on", "inside"},
                                   {"job.units", "in"},
                                   {"marks", "false"}};
  const auto number = [&] {
    return std::to_string(std::exp(std::uniform_real_distribution(-3.0, 9.0)(engine)));
  };
  int developed = 0;
  for (int i = 0; i < 3000; ++i) {
    std::vector<Setting> call{{"sizes_on", "inside"}};
    if (pick(4))
      call.insert(call.end(), {{"base.diameter", number()},
                               {"top.diameter", number()},
                               {"height", number()},
                               {"thickness", "0.1"}});
    for (size_t k = pick(2) ? pick(5) : 0; k > 0; --k)
      call.push_back({keys[pick(keys.size())], pick(3) ? number() : odd[pick(odd.size())]});
    for (size_t k = 0; k < pick(4); ++k) call.push_back(words[pick(words.size())]);
    std::string about = "seed " + std::to_string(seed) + ":";
    for (const Setting& s : call) about += " " + s.path + "=" + s.text;
    developed += outcome_of([&] { return quick_job("cone", call); }, about) == Outcome::developed;
  }
  EXPECT_GT(developed, 500) << "many are sound";
}

}  // namespace
}  // namespace juggler::testing
