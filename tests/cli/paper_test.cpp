// Drawings and templates read back from paper: rasterised by poppler, searched, checked and put together.
#include <nlohmann/json.hpp>
#include <pugixml.hpp>

#include <numbers>

#include "program.h"

namespace juggler::testing {
namespace {

using Json = nlohmann::json;

constexpr double dots = 300 / 25.4;  // to a millimetre

/// A page as grey values, 0 black.
struct Picture {
  int width = 0;
  int height = 0;
  std::string grey;
  [[nodiscard]] bool dark(int x, int y) const {
    return static_cast<unsigned char>(grey[static_cast<size_t>(y * width + x)]) < 160;
  }
};

class Paper : public Program {
 protected:
  Picture page_of(const std::string& pdf, int page) const {
    const std::string at = std::to_string(page);
    EXPECT_EQ(shell("pdftoppm -gray -r 300 -singlefile -f " + at + " -l " + at + " " + pdf + " page").code,
              0);
    std::istringstream in(read("page.pgm"));
    Picture p;
    std::string magic;
    int most = 0;
    in >> magic >> p.width >> p.height >> most;
    in.get();
    p.grey.resize(static_cast<size_t>(p.width * p.height));
    in.read(p.grey.data(), static_cast<std::streamsize>(p.grey.size()));
    EXPECT_EQ(magic, "P5");
    return p;
  }
};

// Middles of the dark runs of a row (or column).
template <typename Dark>
std::vector<double> runs(int length, Dark dark) {
  std::vector<double> middles;
  for (int i = 0; i < length; ++i) {
    if (!dark(i)) continue;
    const int first = i;
    while (i < length && dark(i)) ++i;
    middles.push_back((first + i - 1) / 2.0);
  }
  return middles;
}

// The greatest distance between the first and the last of eleven ticks in a row of a picture.
double bar_across(const Picture& p) {
  for (int y = 0; y < p.height; ++y) {
    const auto at = runs(p.width, [&](int x) { return p.dark(x, y); });
    // Ticks of 0, 50 and 100 mm reach farther than the others: three runs, evenly apart.
    if (at.size() == 3 && std::abs(at[2] - 2 * at[1] + at[0]) < 3 && at[2] - at[0] > 80 * dots)
      return at[2] - at[0];
  }
  return 0;
}

double bar_along(const Picture& p) {
  for (int x = 0; x < p.width / 4; ++x) {
    const auto at = runs(p.height, [&](int y) { return p.dark(x, y); });
    for (size_t i = 0; i + 2 < at.size(); ++i) {
      if (std::abs(at[i + 2] - 2 * at[i + 1] + at[i]) < 3 && at[i + 2] - at[i] > 80 * dots)
        return at[i + 2] - at[i];
    }
  }
  return 0;
}

TEST_F(Paper, BarsOfATemplateMeasureRightToAPixel) {
  ASSERT_EQ(
      juggler("quick cone base.diameter=120 top.diameter=60 height=90 thickness=0 -o . --formats template")
          .code,
      0);
  const Picture p = page_of("cone-template.pdf", 1);
  EXPECT_NEAR(bar_across(p), 100 * dots, 1);
  EXPECT_NEAR(bar_along(p), 100 * dots, 1);
  ASSERT_EQ(juggler("quick cone base.diameter=120 top.diameter=60 height=90 thickness=0 -o . --replace "
                    "--formats template template.bar_across=98 template.bar_along=101")
                .code,
            0);
  const Picture corrected = page_of("cone-template.pdf", 1);
  EXPECT_NEAR(bar_across(corrected), 100 / 0.98 * dots, 1);
  EXPECT_NEAR(bar_along(corrected), 100 / 1.01 * dots, 1);
}

TEST_F(Paper, TheChordOfABlankMeasuresRightToAPixel) {
  const Outcome r = juggler(
      "quick cone base.diameter=118 top.diameter=50 height=170 thickness=0 marks=false "
      "template.paper=A2 -o . --formats template --json");
  ASSERT_EQ(r.code, 0) << r.err;
  const Json cone = Json::parse(r.out)["pieces"][0]["cone"];
  EXPECT_TRUE(has(shell("pdftotext -l 1 cone-template.pdf -").out, "1 tile\n")) << "whole, and not turned";
  const Picture p = page_of("cone-template.pdf", 2);
  // Without crosses and names: the blank's outermost columns are the corners of its longer arc. There the
  // seam edge and the arc meet square, so that the line's own width, 0.5 mm, adds (cos + sin) of half the
  // sector.
  const int edge = static_cast<int>(24 * dots);
  int left = p.width;
  int right = 0;
  for (int y = edge; y < p.height - edge; ++y) {
    for (int x = edge; x < p.width - edge; ++x) {
      if (!p.dark(x, y)) continue;
      left = std::min(left, x);
      right = std::max(right, x);
    }
  }
  const double half = cone["sector_base"].get<double>() * std::numbers::pi / 360;
  const double corners = 0.5 * (std::cos(half) + std::sin(half)) * dots;
  EXPECT_NEAR(right - left + 1 - corners, cone["chord_base"].get<double>() * dots, 1);
}

TEST_F(Paper, TilesPutTogetherByTheirCrossesGiveTheOutline) {
  const auto assembled = [&](const std::string& call, const std::string& stretch) {
    EXPECT_EQ(juggler(call + " -o . --formats template,dxf --replace --quiet").code, 0) << call;
    const Outcome r =
        shell(PYTHON " '" SOURCE_FOLDER "/tests/cli/assemble_tiles.py' *-template.pdf *.dxf " + stretch);
    EXPECT_EQ(r.code, 0) << r.err;
    const Json found = Json::parse(r.out);
    EXPECT_GT(found["tiles"].get<int>(), 3) << call;
    EXPECT_EQ(found["tiles"], found["placed"]) << call;
    EXPECT_LE(found["apart"].get<double>(), 0.005) << call;
    EXPECT_LE(found["off"].get<double>(), 0.01) << call;
    EXPECT_EQ(found["bare"].get<double>(), 0) << call;
    shell("rm *.pdf *.dxf");
  };
  const std::string demo = "develop '" SOURCE_FOLDER "/demo/";
  assembled(demo + "01-cyclone-cone.toml'", "");
  assembled(demo + "08-stack-slanting-top.toml' --set template.paper=Letter", "");
  assembled(demo + "02-rain-cap.toml' --set template.bar_across=99 --set template.bar_along=101",
            "1.0101010101010102 0.9900990099009901");
  assembled(
      "quick cone base.diameter=6000 top.diameter=5900 height=60 thickness=2 sizes_on=inside seam.gap=2 "
      "template.paper=A1",
      "");
}

std::string squeezed(const std::string& text) {
  std::string plain;
  for (const char c : text) {
    if (!std::isspace(static_cast<unsigned char>(c))) plain += c;
  }
  return plain;
}

TEST_F(Paper, EveryTextOfADrawingIsFoundInItsPdf) {
  // Round, folded, ruled, wound and stretched, in inches, too.
  for (const char* job : {"01-cyclone-cone", "05-funnel-inch", "11-bean-hopper", "17-fan-outlet",
                          "24-bean-slide", "25-domed-lid"})
    ASSERT_EQ(juggler("develop '" SOURCE_FOLDER "/demo/" + std::string(job) +
                      ".toml' -o demo --quiet --formats svg,pdf")
                  .code,
              0);
  int compared = 0;
  for (const auto& entry : fs::directory_iterator(folder_ / "demo")) {
    if (entry.path().extension() != ".svg") continue;
    const std::string stem = entry.path().stem().string();
    std::string pdf = stem;  // the set of all its sheets and pieces
    while (!there("demo/" + pdf + ".pdf")) pdf = pdf.substr(0, pdf.rfind('-'));
    const std::string text = squeezed(shell("pdftotext -raw demo/" + pdf + ".pdf -").out);
    pugi::xml_document svg;
    ASSERT_TRUE(svg.load_file(entry.path().c_str()));
    for (const auto& node : svg.select_nodes("//text[not(@transform)]")) {
      const std::string wanted = squeezed(node.node().text().get());
      EXPECT_TRUE(has(text, wanted)) << stem << ": " << node.node().text().get();
      ++compared;
    }
  }
  EXPECT_GT(compared, 500);
  const std::string text = shell("pdftotext -layout demo/01-cyclone-cone.pdf -").out;
  for (const char* dimension :
       {"1088.574 mm", "274.660 mm", "102.7574 deg", "1700.981 mm", "428.476 mm", "1.500 mm", "620.000 mm",
        "155.000 mm", "780.000 mm", "1329.688 x 1087.824 mm", "15.713 kg"}) {
    EXPECT_TRUE(has(text, dimension)) << dimension;
  }
  const Outcome checked = shell("for f in demo/*.pdf; do qpdf --check \"$f\" || exit 1; done");
  EXPECT_EQ(checked.code, 0) << checked.out << checked.err;
  EXPECT_FALSE(has(checked.out + checked.err, "WARNING"));
  EXPECT_EQ(lines_of(shell("pdfimages -list demo/01-cyclone-cone.pdf").out).size(), 2u)
      << "lines, not pictures";
  EXPECT_FALSE(has(shell("pdfinfo demo/01-cyclone-cone.pdf").out, "CreationDate"))
      << "no date unless it is given";
}

TEST_F(Paper, TemplatesAreSoundAndBandsOfPagesAreNamed) {
  ASSERT_EQ(
      juggler("develop '" SOURCE_FOLDER "/demo/08-stack-slanting-top.toml' -o . --formats template --quiet "
              "--set template.wrap=true --set template.end_rings=true --set template.sweeps=true "
              "--set template.paper=roll")
          .code,
      0);
  EXPECT_EQ(shell("qpdf --check *.pdf").code, 0);
  const std::string text = shell("pdftotext -layout *.pdf -").out;
  for (const char* words :
       {"Blank of Stack with slanting top", "Wrap round", "end ring, base", "end ring, top",
        "sweep base inside, radius 225.000 mm", "sweep base outside, radius 226.500 mm", "100 mm across",
        "diagonal 141.42 mm", "Print at 100 %"}) {
    EXPECT_TRUE(has(text, words)) << words;
  }
}

}  // namespace
}  // namespace juggler::testing
