// The written text itself; independent readers look at whole files in tests/cli.
#include "juggler/write.h"
#include "juggler/shop.h"

#include <nlohmann/json.hpp>
#include <pugixml.hpp>
#include <sstream>

#include "common.h"
#include "juggler/version.h"

namespace juggler::testing {
namespace {

JobResult cyclone_result(const std::vector<Setting>& more = {}) {
  std::vector<Setting> all{{"base.diameter", "620"}, {"top.diameter", "155"},
                           {"height", "780"},        {"thickness", "2"},
                           {"sizes_on", "inside"},   {"seam.gap", "1.5"},
                           {"seam.at", "90"},        {"job.number", "HL \u00e9 \u6f22 ^"}};
  all.insert(all.end(), more.begin(), more.end());
  return develop_job(quick_job("cone", all));
}

template <typename Write>
std::string text_of(Write write) {
  std::ostringstream out;
  write(out);
  return out.str();
}

TEST(Json, HoldsWhatWasComputedToTheLastDigit) {
  const JobResult r = cyclone_result({{"density", "7900"}});
  const Blank& b = r.pieces[0].blank;
  const auto d = nlohmann::json::parse(text_of([&](std::ostream& o) { write_json(r, o); }));
  const auto& piece = d["pieces"][0];
  EXPECT_EQ(d["juggler"], version);
  EXPECT_EQ(piece["cone"]["swing_radius_base"].get<double>(), swing_radius(b, EdgeName::base));
  EXPECT_EQ(piece["blank"]["area"].get<double>(), area(b));
  EXPECT_EQ(piece["edges"][0]["name"], "base");
  EXPECT_EQ(piece["edges"][0]["arc"]["radius"].get<double>(), swing_radius(b, EdgeName::base));
  EXPECT_EQ(piece["elements"].size(), 5u);
  EXPECT_NEAR(piece["elements"][0]["plan_angle"].get<double>(), 90, 1e-12);
  EXPECT_NEAR(piece["blank"]["mass"].get<double>(), area(b) * 2 * 7900e-9, 1e-12);
  EXPECT_EQ(d["job"]["parts"][0]["base"]["diameter"], 620.0);
  EXPECT_EQ(d["job"]["parts"][0]["base"]["radius"], 310.0);
  EXPECT_TRUE(d["proof"]["passed"].get<bool>());
}

TEST(Json, StraightEdgesHaveNoArcAndNoRadius) {
  const JobResult straight = develop_job(quick_job(
      "cone", {{"base.diameter", "100"}, {"top.diameter", "100"}, {"height", "50"}, {"thickness", "0"}}));
  const auto d = nlohmann::json::parse(text_of([&](std::ostream& o) { write_json(straight, o); }));
  EXPECT_TRUE(d["pieces"][0]["edges"][0]["arc"].is_null());
  EXPECT_TRUE(d["pieces"][0]["cone"]["swing_radius_base"].is_null());
}

TEST(Svg, CutGeometryIsInMillimetresWithExactArcs) {
  const JobResult r = cyclone_result();
  const Blank& b = r.pieces[0].blank;
  pugi::xml_document svg;
  ASSERT_TRUE(svg.load_string(text_of([&](std::ostream& o) { write_svg(draw_set(r)[0].page, o); }).c_str()));
  const std::string d = svg.select_node("//*[@id='cut']/*[@d]").node().attribute("d").value();
  ASSERT_FALSE(d.empty());
  double x = 0, y = 0, radius = 0;
  ASSERT_EQ(std::sscanf(d.c_str(), "M%lf %lfA%lf", &x, &y, &radius), 3) << d;
  EXPECT_EQ(x, b.edges[0].arcs[0].start.x);
  EXPECT_EQ(y, b.edges[0].arcs[0].start.y);
  EXPECT_NEAR(radius, swing_radius(b, EdgeName::base), 1e-10);
  EXPECT_EQ(d.back(), 'Z');
}

TEST(Dxf, TextIsCp1252AndNothingIsWrittenTwice) {
  const JobResult r = cyclone_result();
  const std::string dxf = text_of([&](std::ostream& o) { write_dxf(r.pieces[0].blank, o); });
  EXPECT_TRUE(has(dxf, "HL \xe9 \\U+6F22 ^ ")) << "an accent as one byte, others by their number";
  EXPECT_EQ(dxf.find("LWPOLYLINE"), dxf.rfind("LWPOLYLINE"));
  EXPECT_FALSE(has(dxf, "\n-0.0\n"));
  EXPECT_FALSE(has(dxf, "nan"));
}

TEST(Svg, ATileIsClippedAndStretched) {
  const JobResult r = cyclone_result({{"template.bar_across", "98"}});
  const TemplateSet set = draw_template(r, 0);
  const Page& tile = set.pages[set.figures[0].tiles[0].page];
  pugi::xml_document svg;
  ASSERT_TRUE(svg.load_string(text_of([&](std::ostream& o) { write_svg(tile, o); }).c_str()));
  const auto clip = svg.select_node("//clipPath/rect").node();
  EXPECT_NEAR(clip.attribute("width").as_double(), tile.outlines[0].clip->width(), 1e-9);
  const std::string id = svg.select_node("//clipPath").node().attribute("id").value();
  EXPECT_FALSE(svg.select_nodes(("//*[@clip-path='url(#" + id + ")']").c_str()).empty());
  EXPECT_TRUE(has(svg.select_node("/svg/g").node().attribute("transform").value(), "scale(1.0204"));
}

TEST(Writers, TheSameJobGivesTheSameBytes) {
  const auto everything = [] {
    const JobResult r = cyclone_result();
    const Page page = draw_set(r)[0].page;
    return text_of([&](std::ostream& o) {
      write_json(r, o);
      write_dxf(r.pieces[0].blank, o);
      write_svg(page, o);
      write_png(page, o);
      write_pdf({page, page}, o, "twice");
    });
  };
  EXPECT_EQ(everything(), everything());
}

}  // namespace
}  // namespace juggler::testing
