#include "juggler/shop.h"

#include <random>

#include "jobs.h"
#include "legible.h"

namespace juggler::testing {
namespace {

// Every sheet of the set can be read.
void expect_set_legible(const JobResult& result, const std::string& about) {
  for (const DrawingPage& drawn : draw_set(result)) expect_legible(drawn.page, about);
}

TEST(Drawing, ShowsWhatTheBlankIsLaidOutBy) {
  const JobResult r =
      result_of({{"base.diameter", "620"}, {"top.diameter", "155"}, {"height", "780"}, {"seam.gap", "1.5"}});
  const Page page = draw_set(r)[0].page;
  for (const char* part :
       {"swing radius base 1088.574 mm", "swing radius top 274.660 mm", "sector base as cut 102.7574 deg",
        "chord base 1700.981 mm", "chord top 428.476 mm", "smallest rectangle 1329.688 x 1087.824 mm",
        "gap 1.500 mm", "centre line", "inside face up", "base dia 620.000 mm inside",
        "top dia 155.000 mm inside", "height 780.000 mm", "seam 0\u00b0", "90\u00b0", "270\u00b0"}) {
    EXPECT_TRUE(says(page, part)) << part;
  }
}

TEST(Drawing, IsLegibleForHardShapes) {
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
    expect_set_legible(r, "part " + std::to_string(i));
  }
}

TEST(Drawing, IsLegibleForRoundWorkOfAllKinds) {
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
    const std::string about = "part " + std::to_string(i);
    expect_set_legible(r, about);
    for (const PieceResult& piece : r.pieces) {
      for (const Page& page : draw_card(r, piece)) expect_legible(page, "card of " + about);
    }
  }
}

TEST(Drawing, ShowsPiecesTrimsAndFittedRims) {
  const JobResult r = result_of({{"diameter", "600"},
                                 {"short_side", "300"},
                                 {"long_side", "500"},
                                 {"seam.pieces", "2"},
                                 {"seam.gap", "1"},
                                 {"elements", "24"}},
                                "cylinder");
  ASSERT_EQ(r.pieces.size(), 2u);
  const auto set = draw_set(r);
  const auto said = [&](const char* words) {
    return std::any_of(set.begin(), set.end(), [&](const DrawingPage& s) { return says(s.page, words); });
  };
  for (const char* part :
       {"piece 2 of 2", "top edge", "arcs", "top cut at 18.4349 deg", "overall height 500.000 mm",
        "shortest element", "300.000 mm at 180 deg",
        "parallel gap of 1.000 mm on the neutral layer in 2 pieces, the first seam at plan"}) {
    EXPECT_TRUE(said(part)) << part;
  }
}

// How often a closed line runs round a place.
int turns_about(const std::vector<Vec2>& line, Vec2 p) {
  int turns = 0;
  for (size_t i = 0; i < line.size(); ++i) {
    const Vec2 a = line[i] - p, b = line[(i + 1) % line.size()] - p;
    if ((a.y > 0) != (b.y > 0)) turns += (cross(a, b) > 0) == (b.y > 0) ? (b.y > 0 ? 1 : -1) : 0;
  }
  return turns;
}

// The topmost fill at a place; fills of one colour in turn are one, with their holes.
const PageFill* painted_at(const std::vector<PageFill>& fills, Vec2 p) {
  const PageFill* last = nullptr;
  for (size_t i = 0; i < fills.size();) {
    const PageFill& first = fills[i];
    int turns = 0;
    for (; i < fills.size() && fills[i].red == first.red && fills[i].green == first.green &&
           fills[i].blue == first.blue;
         ++i)
      turns += turns_about(fills[i].points, p);
    if (turns != 0) last = &first;
  }
  return last;
}

// A shell with a hole that the eye looks through to nothing: faces are filled, both tones show, the hole is
// left out, and the view takes the room there is.
TEST(Drawing, ThePictorialViewShowsTheMetal) {
  const std::string shell = R"(juggler = 1
[sheet]
thickness = 2
sizes_on = "inside"
[part]
shape = "cylinder"
diameter = 600
height = 500
seam.gap = 2
)";
  const JobResult plain = develop_job(read_job(shell, "shell.toml"));
  const PieceResult& piece = plain.pieces.front();
  const Vec3 eye = piece.formed->says.seen(piece.blank, {&piece.blank}).pictorial.towards_eye();
  const double angle = std::atan2(eye.y, eye.x) * 180 / std::numbers::pi;
  const JobResult r = develop_job(read_job(
      shell +
          "[[part.opening]]\nname = \"hole\"\nhow = \"laid\"\nform = { kind = \"circle\", diameter = 90 }\n" +
          "at = { angle = " + std::to_string(angle < 0 ? angle + 360 : angle) + ", height = 400 }\n",
      "shell.toml"));
  const Page page = draw_set(r).front().page;
  ASSERT_FALSE(page.fills.empty());
  PageBox box{1e9, 1e9, -1e9, -1e9};
  bool warm = false, cool = false;
  for (const PageFill& f : page.fills) {
    for (const Vec2 p : f.points)
      box = {std::min(box.left, p.x), std::min(box.top, p.y), std::max(box.right, p.x),
             std::max(box.bottom, p.y)};
    warm = warm || f.red > f.blue + 0.05;
    cool = cool || f.blue > f.red + 0.05;
  }
  EXPECT_TRUE(warm && cool);
  EXPECT_GT(box.width(), 80);
  // The eye stands before the hole, 24 degrees above the horizon: through it it sees the far inside.
  const double scale = box.width() / 604;
  const Vec2 hole{box.middle().x, box.bottom - scale * 400 * std::cos(24 * std::numbers::pi / 180)};
  const PageFill* last = painted_at(page.fills, hole);
  ASSERT_TRUE(last);
  EXPECT_GT(last->red, last->blue) << "the inside shows through the hole";
}

TEST(Drawing, ShowsPartsTogetherWhereTheyStand) {
  EXPECT_FALSE(draw_together(develop_job(read_job(two_pipes, "job.toml"))));
  const JobResult r =
      develop_job(read_job(two_pipes + "place = { on = \"main\", height = 520, tilt = 45 }\n", "job.toml"));
  const std::optional<Page> page = draw_together(r);
  ASSERT_TRUE(page);
  expect_legible(*page, "parts together");
  for (const char* words : {"main", "branch", "Two pipes", "parts together"})
    EXPECT_TRUE(says(*page, words)) << words;
  // The branch's own page says where it stands, the main's does not.
  const auto set = draw_set(r);
  const auto said = [&](size_t piece) {
    return std::any_of(set.begin(), set.end(), [&](const DrawingPage& s) {
      return s.piece == piece && says(s.page, "on main at height");
    });
  };
  EXPECT_FALSE(said(0));
  EXPECT_TRUE(said(1));
}

TEST(Drawing, NamesBothEdgesOfTheSeamOnABlankAsWideAsItsPanel) {
  const JobResult r =
      result_of({{"base.diameter", "452"}, {"top.diameter", "447"}, {"height", "600"}, {"seam.gap", "2"}});
  const Page page = draw_set(r)[0].page;
  EXPECT_TRUE(says(page, "seam start"));
  EXPECT_TRUE(says(page, "seam end"));
}

// A part of any kind, its settings drawn at random.
JobResult random_part(std::mt19937& engine) {
  const auto between = [&](double lo, double hi) { return std::uniform_real_distribution(lo, hi)(engine); };
  const auto text = [](double v) { return std::to_string(v); };
  const auto mm = [](double v) { return std::to_string(v) + " mm"; };
  const auto often = [&](double share) { return between(0, 1) < share; };
  const double base = std::exp(between(3, 8));
  const double height = base * std::exp(between(-3, 1.5));
  std::vector<Setting> all{{"height", mm(height)}, {"seam.at", text(between(0, 360))}};
  const bool cylinder = often(0.3);
  if (cylinder) {
    all.push_back({"diameter", mm(base)});
  } else {
    all.push_back({"base.diameter", mm(base)});
    all.push_back({"top.diameter", mm(base * between(0.1, 2.5))});
    if (often(0.3))
      all.push_back({"top.shift", "[\"" + mm(base * between(-0.4, 0.4)) + "\", \"" +
                                      mm(base * between(-0.4, 0.4)) + "\"]"});
  }
  if (often(0.3)) {
    all.push_back({"trim.end", often(0.5) ? "top" : "base"});
    all.push_back({"trim.height", mm(height * between(0.4, 0.6))});
    all.push_back({"trim.tilt", text(between(0, 30))});
    all.push_back({"trim.uphill", text(between(0, 360))});
  }
  if (often(0.5)) all.push_back({"elements", text(std::floor(between(4, 60))).substr(0, 2)});
  if (often(0.2)) all.push_back({"seam.pieces", "2"});
  if (often(0.2)) all.push_back({"job.units", often(0.5) ? "in" : "m"});
  if (often(0.2)) all.push_back({"drawing.paper", often(0.5) ? "A4" : "us"});
  if (often(0.7)) all.push_back({"seam.gap", "0.5 mm"});
  return result_of(all, cylinder ? "cylinder" : "cone");
}

class RandomDrawing : public ::testing::TestWithParam<int> {};

TEST_P(RandomDrawing, IsLegible) {
  std::mt19937 engine(static_cast<unsigned>(GetParam()));
  for (int made = 0; made < draws(100);) {
    try {
      expect_set_legible(random_part(engine),
                         "seed " + std::to_string(GetParam()) + ", part " + std::to_string(made));
      ++made;
    } catch (const Refusal&) {
      // drawn again: not every draw is a part
    }
  }
}
INSTANTIATE_TEST_SUITE_P(Seeds, RandomDrawing, ::testing::Range(1, 6));

TEST(Drawing, PaperScaleAndDimensionsCanBeAskedFor) {
  std::vector<Setting> cone{{"base.diameter", "620"}, {"top.diameter", "155"}, {"height", "780"}};
  const auto with = [&](std::vector<Setting> more) {
    more.insert(more.end(), cone.begin(), cone.end());
    return draw_set(result_of(more));
  };
  const Page a1 = with({{"drawing.paper", "A1"}, {"drawing.scale", "1:4"}})[0].page;
  EXPECT_EQ(a1.width, 841);
  EXPECT_EQ(a1.outlines[0].scale, 0.25);
  EXPECT_TRUE(says(a1, "1:4"));
  EXPECT_EQ(with({{"drawing.paper", "us"}})[0].page.width, 17 * 25.4);
  const Page bare = with({{"drawing.dimensions", "false"}})[0].page;
  EXPECT_TRUE(says(bare, "1088.574 mm")) << "what is not drawn stands in the table";
  EXPECT_FALSE(says(bare, "swing radius base 1088.574"));
  const auto hidden = [](const Page& page) {
    return std::count_if(page.lines.begin(), page.lines.end(),
                         [](const PageLine& l) { return l.pen == Pen::hidden; });
  };
  EXPECT_GT(hidden(bare), 0);
  EXPECT_EQ(hidden(with({{"drawing.hidden_lines", "false"}})[0].page), 0);
  const auto refused = refusal_of([&] { (void)with({{"drawing.paper", "A3"}, {"drawing.scale", "1:2"}}); });
  EXPECT_EQ(refused.key, "drawing.scale");
  EXPECT_EQ(refused.allowed.in({}), "at most 1:10 on A3");
}

TEST(Drawing, NoDimensionIsDrawnTwice) {
  const JobResult r = result_of({{"base.diameter", "620"},
                                 {"top.diameter", "155"},
                                 {"height", "780"},
                                 {"top.shift", "[40, 20]"},
                                 {"seam.gap", "1.5"}});
  std::vector<std::string> drawn;
  const Page page = draw_set(r)[0].page;
  for (const PageText& t : page.texts) {
    const auto holds = [&](const PageTable& table) { return overlap(table.box, t.box); };
    const bool in_table = std::any_of(page.tables.begin(), page.tables.end(), holds);
    if (!in_table && has(t.text, " mm")) drawn.push_back(t.text);
  }
  EXPECT_GE(drawn.size(), 8u);
  std::sort(drawn.begin(), drawn.end());
  EXPECT_EQ(std::adjacent_find(drawn.begin(), drawn.end()), drawn.end());
}

TEST(Drawing, ALongTableGoesOnOverTheSheetsWithoutLosingARow) {
  const JobResult r = result_of({{"diameter", "600"},
                                 {"height", "900"},
                                 {"trim.end", "top"},
                                 {"trim.height", "500"},
                                 {"trim.tilt", "45"},
                                 {"elements", "360"}},
                                "cylinder");
  size_t next = 0;
  for (const DrawingPage& drawn : draw_set(r)) {
    for (const PageTable& table : drawn.page.tables) {
      if (table.title.find("Elements") != 0) continue;
      EXPECT_EQ(table.first_row, next);
      next += table.rows;
    }
  }
  EXPECT_EQ(next, 361u);
}

TEST(Drawing, NamesThatAreCutShortStayWholeLetters) {
  std::string name;
  for (int i = 0; i < 38; ++i) name += "\u00e4\u00f6 ";
  const std::string text = "juggler = 1\n[job]\nname = \"" + name +
                           "\"\n[sheet]\nthickness = 1\nsizes_on = \"inside\"\nmaterial = \"" + name +
                           "\"\n[part]\nshape = \"cylinder\"\ndiameter = 100\nheight = 50\n";
  const JobResult r = develop_job(read_job(text, "long.toml"));
  size_t cut = 0;
  for (const DrawingPage& drawn : draw_set(r)) {
    for (const PageText& t : drawn.page.texts) {
      if (!t.text.ends_with("...")) continue;
      ++cut;
      // Two bytes a letter, spaces between: the last byte before the dots is no first one.
      const unsigned char last = static_cast<unsigned char>(t.text[t.text.size() - 4]);
      EXPECT_NE(last, 0xC3) << t.text;
    }
  }
  EXPECT_GE(cut, 2U);
}

TEST(Drawing, WhatFindsNoRoomStandsInATable) {
  // Two parts at one scale: the small one is hardly a dot.
  const Job job = read_job(R"(juggler = 1
[sheet]
thickness = 0
[parts.large]
shape = "cylinder"
diameter = 9000
height = 9000
[parts.small]
shape = "cone"
base.diameter = 30
top.diameter = 20
height = 10
[drawing]
paper = "A4"
)",
                           "far.toml");
  const JobResult r = develop_job(job);
  const auto set = draw_set(r);
  for (const char* words : {"swing radius base 33.541 mm", "sector base as cut", "chord base",
                            "smallest rectangle", "base dia 30.000 mm", "height 10.000 mm"}) {
    EXPECT_TRUE(std::any_of(set.begin(), set.end(), [&](const DrawingPage& s) {
      return says(s.page, words);
    })) << words;
  }
  for (const DrawingPage& drawn : set) expect_legible(drawn.page, "a dot");
}

TEST(Drawing, PiecesAndPartsOfAJobAreOneSetAtOneScale) {
  const Job job = read_job(R"(juggler = 1
[sheet]
thickness = 1
sizes_on = "inside"
[parts.large]
shape = "cylinder"
diameter = 900
height = 700
seam.at = [0, 120, 300]
[parts.small]
shape = "cone"
base.diameter = 90
top.diameter = 60
height = 70
sheet.thickness = 3
)",
                           "two.toml");
  const JobResult r = develop_job(job);
  const auto set = draw_set(r);
  EXPECT_EQ(set.size(), r.pieces.size());
  for (size_t i = 0; i < set.size(); ++i) {
    EXPECT_EQ(set[i].piece, i);
    EXPECT_EQ(set[i].page.outlines[0].scale, set[0].page.outlines[0].scale);
    EXPECT_EQ(set[i].page.width, set[0].page.width);
    EXPECT_TRUE(says(set[i].page, std::to_string(i + 1) + " of " + std::to_string(set.size())));
    const bool first_of_part = i == 0 || r.pieces[i].part.name != r.pieces[i - 1].part.name;
    EXPECT_EQ(says(set[i].page, "pictorial"), first_of_part) << "the formed part is drawn once";
  }
  EXPECT_TRUE(says(set[0].page, "1.000 mm"));
  EXPECT_TRUE(says(set.back().page, "3.000 mm")) << "a part may have a sheet of its own";
}

}  // namespace
}  // namespace juggler::testing
