// Folded parts on the shop's papers: schedule, card, template, terminal.
#include <set>

#include "jobs.h"
#include "juggler/shop.h"
#include "legible.h"

namespace juggler::testing {
namespace {

const std::vector<Setting> zed{
    {"profile.1.line", "30"}, {"profile.2.bend", "90"},    {"profile.3.line", "50"},
    {"profile.4.bend", "90"}, {"profile.4.to", "right"},   {"profile.5.line", "30"},
    {"run", "200"},           {"sizes_on", "convex_side"}, {"bend.radius", "3"},
    {"bend.neutral", "0.42"}};

std::vector<Setting> with(std::vector<Setting> settings, const std::vector<Setting>& more) {
  settings.insert(settings.end(), more.begin(), more.end());
  return settings;
}

const std::vector<Setting> hopper{{"base.width", "150"},    {"base.length", "180"},
                                  {"top.width", "400"},     {"top.length", "360"},
                                  {"height", "300"},        {"bend.radius", "3"},
                                  {"bend.neutral", "0.42"}, {"flange.1.end", "top"},
                                  {"flange.1.width", "30"}, {"flange.1.direction", "upright"}};

TEST(Schedule, SaysWhereAndWhichWayEveryBendLies) {
  const JobResult r = result_of(zed, "panel");
  const Schedule s = bend_schedule(r, r.pieces[0]);
  ASSERT_EQ(s.rows.size(), 2u);
  const auto cell = [&](size_t row, const std::string& head) {
    const auto at = std::find(s.heads.begin(), s.heads.end(), head);
    return at == s.heads.end() ? "no column" : s.rows[row][static_cast<size_t>(at - s.heads.begin())];
  };
  // The first line ends at the tangent line: 30 less radius and thickness.
  EXPECT_EQ(cell(0, "tangent 1"), "25.000");
  const double allowance = std::numbers::pi / 2 * (3 + 0.84);
  EXPECT_EQ(cell(0, "tangent 2"), fixed(25 + allowance, 3));
  EXPECT_EQ(cell(0, "distance"), fixed(25 + allowance / 2, 3));
  EXPECT_EQ(cell(0, "datum edge"), "profile start");
  EXPECT_EQ(cell(0, "bend"), "up");
  EXPECT_EQ(cell(1, "bend"), "down");
  EXPECT_EQ(cell(1, "distance"), fixed(25 + allowance + 40 + allowance / 2, 3));
  EXPECT_EQ(cell(0, "springback"), "no column");
  EXPECT_EQ(cell(0, "length"), "200.000");
}

TEST(Schedule, TurnsWithTheFaceThatLiesUpAndCountsSpringback) {
  const JobResult r = result_of(
      with(zed, {{"face_up", "right"}, {"bend.springback", "1.5"}, {"bend.tags", "numbers"}}), "panel");
  const std::span<const Fold> bends = bends_of(r.pieces[0].blank);
  EXPECT_EQ(bends[0].tag, "1");
  EXPECT_FALSE(bends[0].up);
  EXPECT_TRUE(bends[1].up);
  EXPECT_NEAR(bends[0].springback.degrees(), 1.5, 1e-12);
  EXPECT_NEAR(bends[0].datum_from, 25 + std::numbers::pi / 4 * 3.84, 1e-9)
      << "the profile starts on the left either way up";
}

TEST(Schedule, ShortLegsAreWarnedOfByTheDie) {
  const auto warnings = [](const char* die) {
    return result_of(with(zed, {{"bend.die_width", die}}), "panel").pieces[0].blank.warnings.size();
  };
  // From the bend line to the edge 25 + 3.016: a die of 39 needs 19.5 / cos 45 = 27.58, one of 40
  // needs 28.28.
  EXPECT_EQ(warnings("39"), 0u);
  EXPECT_EQ(warnings("40"), 2u);
}

TEST(Schedule, AnglesAddUpToTheFormAndHemsLieBeyondIt) {
  const JobResult r = result_of(with(zed, {{"edge.1.on", "profile end"},
                                           {"edge.1.kind", "hem"},
                                           {"edge.1.width", "12"},
                                           {"edge.1.neutral", "0.4"}}),
                                "panel");
  EXPECT_EQ(bends_of(r.pieces[0].blank).size(), 3u);
  for (const Row& row : key_numbers(r, r.pieces[0])) {
    if (row.name != "angles turned") continue;
    EXPECT_EQ(row.value, "0.0000 deg, 0.0000 by the form");
    return;
  }
  ADD_FAILURE() << "nothing is said of the angles";
}

TEST(Schedule, PiecesGoOnWithTheTags) {
  std::vector<Setting> two =
      with(hopper, {{"seam.pieces", "2"}, {"seam.at", "+x"}, {"top.shift", "[30, 40]"}});
  const JobResult r = result_of(two, "hopper");
  ASSERT_EQ(r.pieces.size(), 2u);
  std::set<std::string> tags;
  size_t count = 0;
  for (const PieceResult& piece : r.pieces) {
    for (const Fold& bend : bends_of(piece.blank)) tags.insert(bend.tag);
    count += bends_of(piece.blank).size();
  }
  EXPECT_EQ(tags.size(), count);
}

TEST(Schedule, BendLinesLieOnTheMetalBetweenTheirTangentLines) {
  for (const char* relief : {"round", "slot", "closed"}) {
    const JobResult r = result_of(with(hopper, {{"relief", relief}}), "hopper");
    const Blank& b = r.pieces[0].blank;
    const Outline line = outline(b);
    for (const Fold& bend : bends_of(b)) {
      EXPECT_TRUE(contains(line, bend.from + 0.01 * (bend.to - bend.from))) << relief << " " << bend.tag;
      EXPECT_TRUE(contains(line, bend.from + 0.99 * (bend.to - bend.from))) << relief << " " << bend.tag;
      const BentZone& s = b.folding->zones[static_cast<size_t>(bend.zone)];
      const Vec2 along = 1 / norm(s.a_to - s.a_from) * (s.a_to - s.a_from);
      const double a = cross(along, bend.from - s.a_from);
      const double whole = cross(along, s.b_from - s.a_from);
      EXPECT_NEAR(a, whole / 2, 1e-9);
    }
  }
}

TEST(FoldedCard, NumbersAreRoundedAndPutTheOutlineOnThePlate) {
  const JobResult r = result_of(zed, "panel");
  const std::vector<std::string> lines = card_lines(r, r.pieces[0]);
  const auto said = [&](const std::string& words) {
    return std::any_of(lines.begin(), lines.end(), [&](const std::string& l) { return has(l, words); });
  };
  // 110 less 20 and two allowances of 6.032: 102.06 goes to 102.
  EXPECT_TRUE(said("a box 102.0 mm wide and 200.0 mm high")) << lines[3];
  EXPECT_TRUE(said("Bend, in this order"));
  for (const std::string& l : lines) {
    const size_t at = l.find(" mm");
    if (at == std::string::npos || !l.starts_with("     ")) continue;
    EXPECT_TRUE(l[at - 1] == '0' || l[at - 1] == '5') << l;
  }
}

TEST(FoldedCard, ARoundBlankSaysWhatIsAddedAndPressed) {
  const JobResult r = result_of({{"base.diameter", "300"},
                                 {"top.diameter", "150"},
                                 {"height", "200"},
                                 {"pressing.hits", "8"},
                                 {"edge.1.on", "seam_end"},
                                 {"edge.1.width", "15"},
                                 {"edge.1.holes.diameter", "4"},
                                 {"edge.1.holes.pitch", "60"}});
  const std::vector<std::string> lines = card_lines(r, r.pieces[0]);
  const auto count = [&](const std::string& words) {
    return std::count_if(lines.begin(), lines.end(), [&](const std::string& l) { return has(l, words); });
  };
  EXPECT_EQ(count("Beyond the edge seam_end"), 1);
  EXPECT_EQ(count("Hole of 4.0 mm"), static_cast<long>(r.pieces[0].blank.openings.size()));
  EXPECT_EQ(count("turned"), 8);
}

TEST(FoldedPaper, DrawingsAreLegibleAndEveryBendIsNamed) {
  const std::vector<std::pair<std::string, std::vector<Setting>>> parts{{"panel", zed},
                                                                        {"hopper", hopper},
                                                                        {"net",
                                                                         {{"sides", "6"},
                                                                          {"base.across_flats", "300"},
                                                                          {"top.across_flats", "160"},
                                                                          {"height", "200"},
                                                                          {"open", "[\"top\"]"},
                                                                          {"bend.radius", "2"},
                                                                          {"bend.neutral", "0.4"}}},
                                                                        {"tube",
                                                                         {{"side", "60"},
                                                                          {"corner_radius", "8"},
                                                                          {"wall_thickness", "4"},
                                                                          {"length", "300"},
                                                                          {"trim.1.end", "top"},
                                                                          {"trim.1.height", "240"},
                                                                          {"trim.1.tilt", "30"}}}};
  for (const auto& [shape, settings] : parts) {
    const JobResult r = result_of(settings, shape);
    const std::vector<DrawingPage> sheets = draw_set(r);
    std::string texts;
    for (const DrawingPage& drawn : sheets) {
      expect_legible(drawn.page, shape);
      for (const PageText& t : drawn.page.texts) texts += "|" + t.text + "|";
    }
    for (const Fold& bend : bends_of(r.pieces[0].blank))
      EXPECT_TRUE(has(texts, "|" + bend.tag + "|")) << shape << " " << bend.tag;
  }
}

TEST(FoldedPaper, TemplatesHaveBendsAndHoles) {
  const JobResult r = result_of(with(zed, {{"edge.1.on", "run end"},
                                           {"edge.1.width", "20"},
                                           {"edge.1.holes.diameter", "5"},
                                           {"edge.1.holes.pitch", "40"}}),
                                "panel");
  const std::vector<TemplateFigure> figures = template_figures(r, 0);
  ASSERT_EQ(figures.size(), 1u);
  EXPECT_EQ(figures[0].bends.size(), 2u);
  EXPECT_EQ(figures[0].cuts.size(), 1 + r.pieces[0].blank.openings.size());
}

TEST(FoldedPaper, LettersShowTheBendsSparserThanTheOutline) {
  const JobResult r = result_of(zed, "panel");
  std::string all;
  for (const std::string& line : draw_in_letters(r.pieces[0], {}, false)) all += line + "\n";
  EXPECT_TRUE(has(all, ".")) << all;
  EXPECT_TRUE(has(all, "*"));
  EXPECT_FALSE(has(all, "seam"));
}

}  // namespace
}  // namespace juggler::testing
