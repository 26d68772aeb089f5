// What the command tree gives to shells and terminals: completion, the manual, hints, pictures, progress.
#include "program.h"

namespace juggler::testing {
namespace {

// What bash offers after some words; the last may be begun.
std::string offered(const std::function<Outcome(const std::string&)>& shell, const std::string& words) {
  const Outcome r = shell("'" PROGRAM
                          "' completion bash >completion && bash -c 'source ./completion; compopt() { :; }; "
                          "COMP_WORDS=(" +
                          words +
                          "); COMP_CWORD=$((${#COMP_WORDS[@]} - 1)); _juggler; "
                          "echo \"${COMPREPLY[*]}\"'");
  EXPECT_EQ(r.code, 0) << r.err;
  EXPECT_EQ(r.err, "");
  return r.out;
}

TEST_F(Program, BashCompletesCommandsOptionsFormatsShapesAndKeys) {
  const auto run = [&](const std::string& c) { return shell(c); };
  write("tower.toml", "");
  EXPECT_EQ(offered(run, "juggler dev"), "develop\n");
  EXPECT_EQ(offered(run, "juggler develop --fo"), "--formats\n");
  EXPECT_EQ(offered(run, "juggler develop --formats dxf,pn"), "dxf,png\n");
  EXPECT_EQ(offered(run, "juggler develop tow"), "tower.toml\n");
  EXPECT_EQ(offered(run, "juggler quick cy"), "cylinder\n");
  EXPECT_EQ(offered(run, "juggler quick cone half"), "half_angle=\n");
  EXPECT_EQ(offered(run, "juggler quick cone template.bar_al"), "template.bar_along=\n");
  EXPECT_EQ(offered(run, "juggler completion z"), "zsh\n");
}

TEST_F(Program, ZshTakesItsCompletion) {
  const Outcome r = shell("'" PROGRAM
                          "' completion zsh >_juggler && zsh -n _juggler && zsh -fc 'autoload -U compinit; "
                          "compinit -Du; source ./_juggler; print ${_comps[juggler]}'");
  EXPECT_EQ(r.code, 0) << r.err;
  EXPECT_EQ(r.out, "_juggler\n");
  for (const char* words : {"--formats", "half_angle", "cylinder", "_files -g"})
    EXPECT_TRUE(has(read("_juggler"), words));
}

TEST_F(Program, TheManualIsSoundAndHasEveryCommandOptionAndKey) {
  ASSERT_EQ(juggler("manual >juggler.1").code, 0);
  const Outcome r = shell("groff -man -Tascii -P-cbou -ww juggler.1");
  EXPECT_EQ(r.code, 0);
  EXPECT_EQ(r.err, "");
  for (const char* words :
       {"develop", "--formats LIST", "--save-job FILE", "template.bar_across", "half_angle", "EXIT STATUS",
        "5 a proof failed", "juggler quick cone base.diameter=620"}) {
    EXPECT_TRUE(has(r.out, words)) << words;
  }
}

TEST_F(Program, MisspeltWordsAreHintedAt) {
  EXPECT_TRUE(has(juggler("develp x.toml").err, "Did you mean develop?"));
  EXPECT_TRUE(has(juggler("develop x.toml --formts dxf").err, "Did you mean --formats?"));
  EXPECT_TRUE(has(juggler("quick cone height=1 -o out --formats dxf,pgn").err, "did you mean png?"));
  EXPECT_TRUE(has(juggler("shapes cylindr").err, "did you mean cylinder?"));
  EXPECT_TRUE(has(juggler("quick cone height=1 drawing.paper=A33").err, "did you mean \"A3\"?"));
}

TEST_F(Program, FormatsWithoutAFolderAreAWrongCall) {
  const Outcome r = juggler(std::string(quick_cyclone) + " --formats template");
  EXPECT_EQ(r.code, 2);
  EXPECT_EQ(r.out, "");
  EXPECT_TRUE(has(r.err, "add -o DIR")) << r.err;
}

TEST_F(Program, DrawsBlanksInLetters) {
  const std::string call = std::string("'" PROGRAM "' ") + quick_cyclone + " --draw";
  const std::string dots = shell("LC_ALL=C.UTF-8 " + call).out;
  EXPECT_TRUE(has(dots, "\u28c0")) << dots;
  EXPECT_TRUE(has(dots, "1700.981 mm wide, 916.702 mm high, inside face up, seam start on the right"));
  const std::string stars = shell("LC_ALL=C " + call).out;
  EXPECT_TRUE(has(stars, "********"));
  EXPECT_FALSE(has(stars, "\u28c0"));
  for (const std::string& line : lines_of(stars)) {
    if (has(line, "**")) {
      EXPECT_LE(line.size(), 76u);
    }
  }
}

TEST_F(Program, ProgressIsShownOnATerminalOnly) {
  const std::string demo = "'" SOURCE_FOLDER "/demo/";
  const std::string call = "'" PROGRAM "' develop " + demo + "01-cyclone-cone.toml' " + demo +
                           "08-stack-slanting-top.toml' " + demo + "09-roaster-hood.toml' -o out --replace";
  EXPECT_EQ(shell(call).err, "");
  const std::string terminal = shell("script -qec \"" + call + "\" /dev/null").out;
  EXPECT_TRUE(has(terminal, "job 3 of 3, drawing")) << terminal.substr(0, 400);
  EXPECT_FALSE(has(shell("script -qec \"" + call + " --quiet\" /dev/null").out, "job "));
}

}  // namespace
}  // namespace juggler::testing
