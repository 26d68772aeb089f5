#include "juggler/shop.h"

#include <gtest/gtest.h>

#include "jobs.h"
#include "juggler/juggler.h"

namespace juggler::testing {
namespace {

const std::vector<Setting> cyclone_sizes{
    {"base.diameter", "620"}, {"top.diameter", "155"}, {"height", "780"}, {"seam.gap", "1.5"}};

std::vector<Setting> with(std::vector<Setting> sizes, const std::vector<Setting>& more) {
  sizes.insert(sizes.end(), more.begin(), more.end());
  return sizes;
}

bool inside(const PageBox& b, Vec2 p) {
  return p.x >= b.left && p.x <= b.right && p.y >= b.top && p.y <= b.bottom;
}

// Every point of the outline is shown by a tile, where the tile's crosses say it is.
void expect_whole(const JobResult& r, const TemplateSet& set, double most_off) {
  const TiledFigure& figure = set.figures.front();
  Outline turned;
  for (const Arc& arc : outline(r.pieces[0].blank)) turned.push_back(placed(arc, {false, figure.turned, {}}));
  // The place of tile (0, 0)'s left upper cross on the turned figure, from any outline of any page.
  const TemplateTile& some = figure.tiles.front();
  const PageOutline& o = set.pages[some.page].outlines.front();
  const Vec2 cross0 = some.crosses[0];
  const Vec2 zero = Vec2{cross0.x - o.origin.x, o.origin.y - cross0.y} -
                    Vec2{some.column * figure.step.x, -some.row * figure.step.y};
  for (const Arc& arc : turned) {
    for (const Vec2 p : chords(arc, Angle::degrees(0.5))) {
      double nearest_one = HUGE_VAL;
      for (const TemplateTile& tile : figure.tiles) {
        const Vec2 cross = zero + Vec2{tile.column * figure.step.x, -tile.row * figure.step.y};
        const Vec2 at{tile.crosses[0].x + p.x - cross.x, tile.crosses[0].y - (p.y - cross.y)};
        for (const PageOutline& shown : set.pages[tile.page].outlines) {
          if (!inside(*shown.clip, at)) continue;
          for (const Arc& a : shown.arcs) {
            for (const Vec2 q : chords(a, Angle::degrees(0.5)))
              nearest_one = std::min(nearest_one, norm(on_page(shown, q) - at));
          }
        }
      }
      ASSERT_LE(nearest_one, most_off) << p.x << ", " << p.y;
    }
  }
}

TEST(Template, TilesTogetherGiveTheOutline) {
  const JobResult r = result_of(with(cyclone_sizes, {{"template.paper", "A3"}}));
  const TemplateSet set = draw_template(r, 0);
  expect_whole(r, set, 1e-9 * r.pieces[0].blank.size);
  const TiledFigure& figure = set.figures.front();
  EXPECT_LT(figure.tiles.size(), static_cast<size_t>(figure.rows * figure.columns))
      << "blank tiles are left out";
  EXPECT_EQ(set.pages.size(), figure.tiles.size() + 1) << "and there is a cover";
  for (const TemplateTile& tile : figure.tiles) {
    EXPECT_NEAR(tile.crosses[1].x - tile.crosses[0].x, figure.step.x, 1e-9);
    EXPECT_NEAR(tile.crosses[3].y - tile.crosses[0].y, figure.step.y, 1e-9);
    EXPECT_FALSE(set.pages[tile.page].outlines.empty());
  }
}

TEST(Template, FitsEveryPaperAndTheRollIsAsLongAsItMustBe) {
  for (const char* paper : {"A4", "A2", "A0", "Letter", "Tabloid", "ANSI-E", "roll"}) {
    const TemplateSet set = draw_template(result_of(with(cyclone_sizes, {{"template.paper", paper}})), 0);
    const Paper* named = find_paper(paper);
    for (const TemplateTile& tile : set.figures.front().tiles) {
      const Page& page = set.pages[tile.page];
      EXPECT_EQ(page.width, named ? named->width : 914.4) << paper;
      EXPECT_LE(page.height, named ? named->height : 5000) << paper;
      for (const PageText& t : page.texts)
        EXPECT_TRUE(t.clip ||
                    (t.box.left >= 8 && t.box.right <= page.width - 8 && t.box.bottom <= page.height - 8))
            << paper << ": " << t.text;
    }
  }
}

TEST(Template, AWrongPrinterIsCorrected) {
  const TemplateSet set = draw_template(
      result_of(with(cyclone_sizes, {{"template.bar_across", "99"}, {"template.bar_along", "100.5"}})), 0);
  for (const Page& page : set.pages) {
    EXPECT_NEAR(page.stretch.x, 100 / 99.0, 1e-15);
    EXPECT_NEAR(page.stretch.y, 100 / 100.5, 1e-15);
  }
  for (const TemplateTile& tile : set.figures.front().tiles) {
    for (const Vec2 cross : tile.crosses) {
      EXPECT_GE(cross.x * 100 / 99.0, 8);
      EXPECT_LE(cross.x * 100 / 99.0, 210 - 8);
    }
  }
}

TEST(Template, TooManyTilesAreRefused) {
  const std::vector<Setting> ring{{"base.diameter", "30000"}, {"top.diameter", "29000"}, {"height", "600"}};
  EXPECT_EQ(refusal_of([&] { (void)draw_template(result_of(ring), 0); }).key, "template.paper");
  const std::vector<Setting> vast{
      {"base.diameter", "800000"}, {"top.diameter", "790000"}, {"height", "6000"}};
  EXPECT_TRUE(has(refusal_of([&] { (void)draw_template(result_of(vast), 0); }).found, "more than 20000"));
}

TEST(Template, AWrapGoesRoundTheOutsideWithHalfThePaper) {
  const std::vector<Setting> pipe{{"thickness", "5"}, {"diameter", "168.3"}, {"sizes_on", "outside"},
                                  {"height", "300"},  {"trim.end", "top"},   {"trim.height", "150"},
                                  {"trim.tilt", "45"}};
  const JobResult r = result_of(pipe, "cylinder");
  for (const double paper : {0.0, 0.1, 1.5}) {
    const Blank wrap = wrap_round(r.pieces[0], paper);
    EXPECT_NEAR(as_laid(wrap).width, std::numbers::pi * (168.3 + paper), 1e-9 * 300) << paper;
    EXPECT_TRUE(prove(wrap,
                      [&] {
                        Form f = *r.pieces[0].wall();
                        f.neutral_depth = 5 + paper / 2;
                        return f;
                      }(),
                      {.gap = 0})
                    .passed);
    // The cut is a sine of the pipe's own radius, whatever the paper: its rise is 2 R tan 45.
    double low = HUGE_VAL;
    double high = 0;
    for (const Element& e : wrap.elements) {
      low = std::min(low, e.length);
      high = std::max(high, e.length);
    }
    EXPECT_NEAR(high - low, 168.3, 1e-9 * 300);
  }
}

TEST(Template, AWrapOfAPointedConeEndsInTheRingThatTheOutsideHasThere) {
  const JobResult r = result_of({{"base.diameter", "200"}, {"top.point", "true"}, {"height", "150"}});
  const Blank wrap = wrap_round(r.pieces[0], 0.2);
  ASSERT_NE(edge(wrap, EdgeName::top), nullptr);
  const double taper = std::atan2(100.0, 150.0);
  EXPECT_NEAR(edge(wrap, EdgeName::top)->girth, 2 * std::numbers::pi * (1 + 0.1) * std::cos(taper),
              1e-9 * 200);
}

// Area within a closed outline as found by walking round it.
double area_of(const Outline& arcs) { return std::abs(signed_area(arcs)); }

TEST(Template, RingsAreTheEdgesOfBothFaces) {
  const JobResult r = result_of({{"diameter", "300"},
                                 {"height", "400"},
                                 {"trim.end", "top"},
                                 {"trim.height", "250"},
                                 {"trim.tilt", "35"},
                                 {"trim.uphill", "90"},
                                 {"template.end_rings", "true"},
                                 {"template.blank", "false"}},
                                "cylinder");
  const auto figures = template_figures(r, 0);
  ASSERT_EQ(figures.size(), 2u);
  const double pi = std::numbers::pi;
  const double slack = 0.02 * pi * 310;  // fitted within 0.02 mm all round
  EXPECT_NEAR(area_of(figures[0].cuts[0]), pi * 152 * 152, slack);
  EXPECT_NEAR(area_of(figures[0].cuts[1]), pi * 150 * 150, slack);
  // A plane cuts an ellipse out of the cylinder: longer by 1 / cos 35; the inside meets the plane.
  EXPECT_NEAR(area_of(figures[1].cuts[1]), pi * 150 * 150 / std::cos(35 * pi / 180), slack);
  const Rectangle box = smallest_rectangle(figures[1].cuts[1]);
  EXPECT_NEAR(box.width, 300 / std::cos(35 * pi / 180), 0.04);
  EXPECT_NEAR(box.height, 300, 0.04);
  // Plan angles stay where they are on the level line; uphill runs along the slope.
  EXPECT_NEAR(norm(figures[1].marks[0].start - Vec2{150, 0}), 0, 1e-9 * 400);
  EXPECT_NEAR(norm(figures[1].marks[1].start - Vec2{0, 150 / std::cos(35 * pi / 180)}), 0, 1e-9 * 400);
}

TEST(Template, NamesThePartThatItIsOf) {
  const JobResult r = develop_job(read_job(R"(juggler = 1
job.name = "Hoods"
sheet = { thickness = 1, sizes_on = "inside" }
template = { wrap = true, blank = false }
parts.left = { shape = "cylinder", diameter = 90, height = 60 }
parts.right = { shape = "cylinder", diameter = 80, height = 60 }
)",
                                           "hoods.toml"));
  EXPECT_EQ(template_figures(r, 0)[0].title, "Wrap round Hoods, left, outside up");
  EXPECT_EQ(template_figures(r, 1)[0].title, "Wrap round Hoods, right, outside up");
}

TEST(Template, SweepsHaveTheRolledRadius) {
  const JobResult r = result_of(
      {{"diameter", "300"}, {"height", "400"}, {"template.sweeps", "true"}, {"template.blank", "false"}},
      "cylinder");
  const auto figures = template_figures(r, 0);
  ASSERT_EQ(figures.size(), 4u) << "inside and outside, base and top";
  for (const TemplateFigure& figure : figures) {
    const bool concave = has(figure.title, "outside");
    const Arc& arc = figure.cuts[0][2];
    EXPECT_NEAR(radius_of(arc), concave ? 152 : 150, 1e-9);
    EXPECT_NEAR(norm(end_of(figure.cuts[0][1]) - arc.start), 0, 1e-9);
    EXPECT_NEAR(norm(end_of(arc) - figure.cuts[0][3].start), 0, 1e-9);
    // What bulges takes more than its straight-edged plate, what is concave less.
    const double plate = figure.cuts[0][0].length * figure.cuts[0][1].length;
    EXPECT_EQ(area_of(figure.cuts[0]) < plate, concave);
    EXPECT_FALSE(crosses_itself(figure.cuts[0]));
  }
}

TEST(Template, LinesToCutToBendAndToMarkAreToldApartWithoutColour) {
  const auto alike = [](Pen a, Pen b) {
    return look_of(a).dashes == look_of(b).dashes && look_of(a).width < 1.4 * look_of(b).width &&
           look_of(b).width < 1.4 * look_of(a).width;
  };
  for (const auto& [a, b] : {std::pair{Pen::cut, Pen::bend},
                             {Pen::cut, Pen::mark},
                             {Pen::bend, Pen::mark},
                             {Pen::cut, Pen::table},
                             {Pen::cut, Pen::cross}}) {
    EXPECT_FALSE(alike(a, b)) << look_of(a).name << ", " << look_of(b).name;
  }
}

TEST(Template, NothingToPrintIsRefused) {
  const auto key_of = [](const std::vector<Setting>& more) {
    return refusal_of([&] { (void)draw_template(result_of(with(cyclone_sizes, more)), 0); }).key;
  };
  EXPECT_EQ(key_of({{"template.blank", "false"}}), "template.blank");
  // Of further pieces of a part there is no wrap: the first one's serves all.
  const JobResult halves = result_of(
      with(cyclone_sizes, {{"template.blank", "false"}, {"template.wrap", "true"}, {"seam.at", "[0, 100]"}}));
  ASSERT_EQ(halves.pieces.size(), 2u);
  EXPECT_FALSE(draw_template(halves, 0).pages.empty());
  EXPECT_TRUE(draw_template(halves, 1).pages.empty());
}

}  // namespace
}  // namespace juggler::testing
