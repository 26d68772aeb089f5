#include "juggler/shop.h"

#include "juggler/card.h"

#include <random>

#include "common.h"

namespace juggler::testing {
namespace {

JobResult result_of(const std::vector<Setting>& settings, const std::string& shape = "cone") {
  std::vector<Setting> all{{"thickness", "2"}, {"sizes_on", "inside"}, {"job.number", "HL-101"}};
  all.insert(all.end(), settings.begin(), settings.end());
  return develop_job(quick_job(shape, all));
}

std::string value(const std::vector<Row>& rows, const std::string& name) {
  for (const Row& row : rows) {
    if (row.name == name) return row.value;
  }
  ADD_FAILURE() << "no row " << name;
  return "";
}

TEST(KeyNumbers, InTheJobsUnitsRadiusAndDiameterBothLabelled) {
  const JobResult mm =
      result_of({{"base.diameter", "620"}, {"top.diameter", "155"}, {"height", "780"}, {"seam.gap", "1.5"}});
  const auto rows = key_numbers(mm, mm.pieces[0]);
  EXPECT_EQ(value(rows, "swing radius base"), "1088.574 mm");
  EXPECT_EQ(value(rows, "sector base as cut"), "102.7574 deg");
  EXPECT_EQ(value(rows, "base inside as cut"), "dia 620.000, rad 310.000 mm");
  EXPECT_EQ(value(understood(mm, mm.pieces[0]), "slant"), "813.914 mm");
  const JobResult inch =
      result_of({{"job.units", "in"}, {"base.diameter", "20"}, {"top.diameter", "20"}, {"height", "10"}});
  EXPECT_EQ(value(understood(inch, inch.pieces[0]), "height"), "10.0000 in");
  EXPECT_EQ(value(key_numbers(inch, inch.pieces[0]), "girth base neutral"), "69.1150 in");
}

TEST(KeyNumbers, AreRoundedNotCutOffAndMinusZeroIsZero) {
  EXPECT_EQ(shown_length(1.0005, {}), "1.001 mm");
  EXPECT_EQ(shown_length(0.9996, {}), "1.000 mm");
  EXPECT_EQ(shown_length(-1e-9, {}), "0.000 mm");
  EXPECT_EQ(shown_length(25.4 / 32, *find_units("in")), "0.0313 in");
}

// The four sides of a text as it stands, turned or not.
std::vector<Vec2> corners_of(const PageText& t) {
  const Vec2 c{(t.box.left + t.box.right) / 2, (t.box.top + t.box.bottom) / 2};
  const Vec2 x = (t.box.right - t.box.left) / 2 * Vec2{std::cos(t.turn), -std::sin(t.turn)};
  const Vec2 y = (t.box.bottom - t.box.top) / 2 * Vec2{std::sin(t.turn), std::cos(t.turn)};
  return {c - x - y, c + x - y, c + x + y, c - x + y};
}

Outline sides_of(const PageText& t) {
  const auto c = corners_of(t);
  return {line(c[0], c[1]), line(c[1], c[2]), line(c[2], c[3]), line(c[3], c[0])};
}

bool touches(const PageText& t, Vec2 a, Vec2 b) {
  if (a == b) return false;
  return !clipped(a, b, sides_of(t)).empty();
}

// Texts against texts and against every line; lettering marked on the blank may be crossed by dimension
// lines.
void expect_legible(const Page& page, const std::string& about) {
  for (size_t i = 0; i < page.texts.size(); ++i) {
    const PageText& t = page.texts[i];
    EXPECT_GE(t.box.left, 0) << about;
    EXPECT_LE(t.box.right, page.width) << about << ": " << t.text;
    EXPECT_LE(t.box.bottom, page.height) << about << ": " << t.text;
    EXPECT_GE(t.size, t.mark ? 5 : 10) << about << ": " << t.text;
    for (size_t j = i + 1; j < page.texts.size(); ++j) {
      const auto c = corners_of(page.texts[j]);
      for (size_t k = 0; k < 4; ++k) {
        EXPECT_FALSE(touches(t, c[k], c[(k + 1) % 4]))
            << about << ": " << t.text << " over " << page.texts[j].text;
      }
    }
    if (t.mark) continue;
    for (const PageLine& l : page.lines) {
      for (size_t k = 0; k + 1 < l.points.size(); ++k) {
        EXPECT_FALSE(touches(t, l.points[k], l.points[k + 1])) << about << ": a line through " << t.text;
      }
    }
    for (const PageOutline& o : page.outlines) {
      for (const Arc& arc : o.arcs) {
        const auto points = chords(arc, Angle::degrees(2));
        for (size_t k = 0; k + 1 < points.size(); ++k) {
          const auto at = [&](Vec2 p) {
            return Vec2{o.origin.x + o.scale * p.x, o.origin.y - o.scale * p.y};
          };
          EXPECT_FALSE(touches(t, at(points[k]), at(points[k + 1])))
              << about << ": the outline through " << t.text;
        }
      }
    }
  }
}

bool says(const Page& page, const std::string& part) {
  return std::any_of(page.texts.begin(), page.texts.end(),
                     [&](const PageText& t) { return has(t.text, part); });
}

TEST(Page, ShowsWhatTheBlankIsLaidOutBy) {
  const JobResult r =
      result_of({{"base.diameter", "620"}, {"top.diameter", "155"}, {"height", "780"}, {"seam.gap", "1.5"}});
  const Page page = draw_piece(r, r.pieces[0]);
  for (const char* part :
       {"swing radius base 1088.574 mm", "swing radius top 274.660 mm", "sector base as cut 102.7574 deg",
        "chord base 1700.981 mm", "chord top 428.476 mm", "smallest rectangle 1329.688 mm x 1087.824 mm",
        "gap 1.500 mm", "centre line", "inside face up", "base dia 620.000 mm inside",
        "top dia 155.000 mm inside", "height 780.000 mm", "seam at 0 deg", "90\u00b0", "270\u00b0"}) {
    EXPECT_TRUE(says(page, part)) << part;
  }
}

TEST(Page, IsLegibleForHardShapes) {
  const std::vector<std::vector<Setting>> parts{
      {{"base.diameter", "6000"}, {"top.diameter", "5900"}, {"height", "60"}},  // a thin ring
      {{"base.diameter", "900"}, {"top.diameter", "300"}, {"height", "72"}},    // 350 degrees
      {{"base.diameter", "100"}, {"top.diameter", "96"}, {"height", "1400"}},   // very steep
      {{"base.diameter", "20"}, {"top.point", "true"}, {"height", "20"}},
      {{"base.diameter", "30"}, {"top.point", "true"}, {"height", "900"}},
      {{"base.point", "true"}, {"top.diameter", "300"}, {"height", "10"}},
      {{"base.diameter", "900"}, {"top.diameter", "400"}, {"height", "300"}, {"elements", "48"}},
      {{"base.diameter", "300"}, {"top.diameter", "300"}, {"height", "200"}}};
  for (size_t i = 0; i < parts.size(); ++i) {
    auto settings = parts[i];
    settings.push_back({"seam.gap", "1"});
    const JobResult r = result_of(settings);
    expect_legible(draw_piece(r, r.pieces[0]), "part " + std::to_string(i));
  }
}

TEST(Page, IsLegibleForRoundWorkOfAllKinds) {
  const std::vector<Setting> slanting{{"height", "900"},
                                      {"trim.end", "top"},
                                      {"trim.height", "500"},
                                      {"trim.tilt", "50"},
                                      {"trim.uphill", "40"}};
  std::vector<std::pair<std::string, std::vector<Setting>>> parts;
  for (const char* elements : {"4", "24", "48"}) {
    auto cylinder = slanting;
    cylinder.push_back({"diameter", "600"});
    cylinder.push_back({"elements", elements});
    parts.push_back({"cylinder", cylinder});
    auto cone = slanting;
    cone.push_back({"base.diameter", "700"});
    cone.push_back({"top.diameter", "300"});
    cone.push_back({"elements", elements});
    cone.push_back({"seam.pieces", "2"});
    parts.push_back({"cone", cone});
    parts.push_back({"cone",
                     {{"base.diameter", "300"},
                      {"top.diameter", "500"},
                      {"height", "400"},
                      {"top.shift", "[450, -90]"},
                      {"seam.at", "longest"},
                      {"seam.stock", "30"},
                      {"elements", elements}}});
    parts.push_back(
        {"cylinder", {{"diameter", "60"}, {"height", "2400"}, {"seam.lap", "12"}, {"elements", elements}}});
  }
  for (size_t i = 0; i < parts.size(); ++i) {
    const JobResult r = result_of(parts[i].second, parts[i].first);
    for (const PieceResult& piece : r.pieces) {
      const std::string about = "part " + std::to_string(i);
      expect_legible(draw_piece(r, piece), about);
      for (const Page& page : draw_card(r, piece)) expect_legible(page, "card of " + about);
    }
  }
}

TEST(Page, ShowsPiecesTrimsAndFittedRims) {
  const JobResult r = result_of({{"diameter", "600"},
                                 {"short_side", "300"},
                                 {"long_side", "500"},
                                 {"seam.pieces", "2"},
                                 {"seam.gap", "1"},
                                 {"elements", "24"}},
                                "cylinder");
  ASSERT_EQ(r.pieces.size(), 2u);
  const Page page = draw_piece(r, r.pieces[1]);
  for (const char* part : {"piece 2 of 2", "top edge", "arcs", "top cut at 18.4349 deg",
                           "overall height 500.000 mm", "shortest element", "300.000 mm at 180 deg"}) {
    EXPECT_TRUE(says(page, part)) << part;
  }
  EXPECT_EQ(value(understood(r, r.pieces[0]), "seam"),
            "parallel gap of 1.000 mm on the neutral layer in 2 pieces, the first seam at plan angle 0 deg");
}

TEST(Page, NamesBothEdgesOfTheSeamOnABlankAsWideAsItsPanel) {
  const JobResult r =
      result_of({{"base.diameter", "452"}, {"top.diameter", "447"}, {"height", "600"}, {"seam.gap", "2"}});
  const Page page = draw_piece(r, r.pieces[0]);
  EXPECT_TRUE(says(page, "seam start"));
  EXPECT_TRUE(says(page, "seam end"));
}

TEST(Page, IsLegibleForRandomCones) {
  std::mt19937 engine(7);
  const auto between = [&](double lo, double hi) { return std::uniform_real_distribution(lo, hi)(engine); };
  for (int i = 0; i < 60; ++i) {
    const double base = between(200, 900);
    const JobResult r = result_of({{"base.diameter", std::to_string(base)},
                                   {"top.diameter", std::to_string(base * between(0.1, 2.5))},
                                   {"height", std::to_string(std::exp(between(2.5, 7.5)))},
                                   {"seam.at", std::to_string(between(0, 360))},
                                   {"seam.gap", "1"}});
    expect_legible(draw_piece(r, r.pieces[0]), "seed 7, part " + std::to_string(i));
  }
}

TEST(Result, WorstProofIsTheWorstOfEachFigure) {
  JobResult r = result_of({{"base.diameter", "620"}, {"top.diameter", "155"}, {"height", "780"}});
  r.pieces.push_back(r.pieces[0]);
  r.pieces[1].proof.greatest_distance = 1;
  r.pieces[1].proof.where = "there";
  r.pieces[1].proof.passed = false;
  EXPECT_FALSE(passed(r));
  EXPECT_FALSE(worst_proof(r).passed);
  EXPECT_EQ(worst_proof(r).where, "there");
}

}  // namespace
}  // namespace juggler::testing
