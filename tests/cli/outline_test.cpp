// Outlines that other programs wrote, through the program.
#include <nlohmann/json.hpp>

#include "program.h"

namespace juggler::testing {
namespace {

using Json = nlohmann::json;

class Drawn : public Program {};

TEST_F(Drawn, OutlinesOfAnotherHandAreAsLongAsItSays) {
  const Outcome drawn = shell(PYTHON " '" SOURCE_FOLDER "/tests/cli/draw_outlines.py'");
  ASSERT_EQ(drawn.code, 0) << drawn.err;
  const Json lengths = Json::parse(drawn.out);
  ASSERT_EQ(lengths.size(), 12U);
  for (const auto& [file, length] : lengths.items()) {
    write("job.toml",
          "juggler = 1\n[sheet]\nthickness = 0\n[part]\nshape = \"transition\"\n"
          "base.profile = { kind = \"file\", path = \"" +
              file +
              "\" }\n"
              "top.diameter = 100\nheight = 200\n");
    const Outcome r = juggler("develop job.toml -o out --replace --formats json");
    ASSERT_EQ(r.code, 0) << file << r.err;
    const Json result = Json::parse(read("out/job.json"));
    EXPECT_TRUE(result["pieces"][0]["proof"]["passed"].get<bool>()) << file;
    for (const Json& edge : result["pieces"][0]["edges"]) {
      if (edge["name"] != "base") continue;
      EXPECT_NEAR(edge["girth"].get<double>(), length.get<double>(), 1e-5) << file;
    }
  }
}

TEST_F(Drawn, AFaultInADrawingIsToldWithItsFileAndLine) {
  write("bad.dxf", "0\nSECTION\n2\nENTITIES\n0\nCIRCLE\n10\n0\n20\n0\n40\nwide\n0\nENDSEC\n0\nEOF\n");
  write("job.toml",
        "juggler = 1\n[sheet]\nthickness = 0\n[part]\nshape = \"transition\"\n"
        "base.profile = { kind = \"file\", path = \"bad.dxf\" }\ntop.diameter = 100\nheight = 200\n");
  const Outcome r = juggler("develop job.toml -o out");
  EXPECT_EQ(r.code, 3) << r.err;
  EXPECT_TRUE(has(r.err, "bad.dxf:12:1: part.base.profile.path: holds 'wide' where a number is due"))
      << r.err;
  EXPECT_FALSE(there("out"));
}

}  // namespace
}  // namespace juggler::testing
