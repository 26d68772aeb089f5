// Pages for a browser, opened in one.
#include "program.h"

namespace juggler::testing {
namespace {

TEST_F(Program, PagesShowInABrowserWhatTheOtherFilesHold) {
  ASSERT_EQ(shell("mkdir jobs && cp '" SOURCE_FOLDER "/demo/01-cyclone-cone.toml' jobs/cone.toml && cp '" SOURCE_FOLDER
                  "/demo/12-chain-guard.toml' jobs/guard.toml")
                .code,
            0);
  ASSERT_EQ(juggler("develop jobs/cone.toml jobs/guard.toml -o pages --formats page,json,dxf,obj").code, 0);
  const Outcome r = shell(PYTHON " '" SOURCE_FOLDER "/tests/cli/page_check.py' pages");
  EXPECT_EQ(r.code, 0) << r.out << r.err;
}

}  // namespace
}  // namespace juggler::testing
