// Pages for a browser, opened in one.
#include "program.h"

namespace juggler::testing {
namespace {

TEST_F(Program, PagesShowInABrowserWhatTheOtherFilesHold) {
  ASSERT_EQ(shell("mkdir jobs && cp '" SOURCE_FOLDER
                  "/demo/01-cyclone-cone.toml' jobs/cone.toml && cp '" SOURCE_FOLDER
                  "/demo/12-chain-guard.toml' jobs/guard.toml")
                .code,
            0);
  ASSERT_EQ(juggler("develop jobs/cone.toml jobs/guard.toml -o pages --formats page,json,dxf,obj").code, 0);
  const Outcome r = shell(PYTHON " '" SOURCE_FOLDER "/tests/cli/page_check.py' pages");
  EXPECT_EQ(r.code, 0) << r.out << r.err;
}

TEST_F(Program, SeveralJobsHaveAGalleryOfTheirParts) {
  ASSERT_EQ(shell("cp '" SOURCE_FOLDER "/demo/01-cyclone-cone.toml' cone.toml && cp '" SOURCE_FOLDER
                  "/demo/07-body-shell.toml' shell.toml")
                .code,
            0);
  write("bad.toml", "juggler = 1\n[part]\nshape = \"cone\"\n");
  const Outcome r = juggler("develop cone.toml bad.toml shell.toml -o out --formats page");
  EXPECT_EQ(r.code, 3);
  EXPECT_TRUE(has(r.out, "out/index.html")) << r.out;
  const std::string index = read("out/index.html");
  for (const char* words : {"<b>Cyclone cone <small>HL-101</small></b>", "href=\"cone.html#1\"",
                            "1700.981 x 916.702 mm", "href=\"shell.html#1\"", ", quantity 2", "proof passed",
                            "<b>bad</b>", "not made", "data:image/png;base64,", "3 parts"})
    EXPECT_TRUE(has(index, words)) << words;
  EXPECT_TRUE(there("out/cone.html"));
  // No other file is named, and none is written over unasked.
  EXPECT_FALSE(has(index, "http"));
  const Outcome again = juggler("develop cone.toml shell.toml -o out --formats dxf");
  EXPECT_EQ(again.code, 4);
  EXPECT_TRUE(has(again.err, "index.html")) << again.err;
  EXPECT_FALSE(there("out/cone.dxf"));
  EXPECT_EQ(juggler("develop cone.toml shell.toml -o out --formats dxf --replace").code, 0);
  EXPECT_FALSE(has(read("out/index.html"), "<a href"));
  // One job has none; nor has a call of which nothing could be made.
  EXPECT_EQ(juggler("develop cone.toml -o one --formats page").code, 0);
  EXPECT_FALSE(there("one/index.html"));
  EXPECT_EQ(juggler("develop bad.toml bad.toml -o none").code, 3);
  EXPECT_FALSE(there("none/index.html"));
}

}  // namespace
}  // namespace juggler::testing
