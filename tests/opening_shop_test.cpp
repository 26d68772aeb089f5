// Openings and lettering from job to drawing: every ASCII letter of the shipped fonts, what is read, refused
// and shown.
#include <map>
#include <numeric>

#include "common.h"
#include "juggler/io.h"

namespace juggler::testing {
namespace {

const char* drum = R"(juggler = 1
[job]
name = "Drum skin"
[sheet]
thickness = 2
sizes_on = "outside"
[part]
shape = "cylinder"
diameter = 800
height = 500
face_up = "outside"
)";

JobResult made(const std::string& more, const std::string& base = drum) {
  return develop_job(read_job(base + more, "job.toml"));
}

std::string refusal(const std::string& more, const std::string& base = drum) {
  try {
    (void)made(more, base);
  } catch (const Refusal& refusal) {
    return refusal.what();
  }
  return "nothing was refused";
}

std::string lettering(const std::string& text, const std::string& more) {
  std::string quoted;
  for (const char c : text) quoted += (c == '"' || c == '\\') ? std::string("\\") + c : std::string(1, c);
  return "[[part.lettering]]\ntext = \"" + quoted + "\"\nheight = 50\nat = { angle = 180, height = 200 }\n" +
         more;
}

std::vector<std::string> printable() {
  // In lines that a drum has room for.
  std::vector<std::string> lines;
  for (char c = '!'; c <= '~'; ++c) {
    if (lines.empty() || lines.back().size() == 24) lines.emplace_back();
    lines.back() += c;
  }
  return lines;
}

// Whether metal is in one piece about openings: a grid over their box, flooded from its border.
bool metal_hangs_together(const std::vector<BlankOpening>& openings, double step) {
  double low_x = HUGE_VAL, low_y = HUGE_VAL, high_x = -HUGE_VAL, high_y = -HUGE_VAL;
  for (const BlankOpening& o : openings) {
    const Rectangle r = upright_box(o.outline);
    low_x = std::min(low_x, r.corner.x - 2 * step);
    low_y = std::min(low_y, r.corner.y - 2 * step);
    high_x = std::max(high_x, r.corner.x + r.width + 2 * step);
    high_y = std::max(high_y, r.corner.y + r.height + 2 * step);
  }
  const auto columns = static_cast<size_t>((high_x - low_x) / step) + 1;
  const auto rows = static_cast<size_t>((high_y - low_y) / step) + 1;
  std::vector<char> cut(columns * rows, 0);
  for (const BlankOpening& o : openings) {
    const Rectangle r = upright_box(o.outline);
    const auto from_x = static_cast<size_t>((r.corner.x - low_x) / step);
    const auto from_y = static_cast<size_t>((r.corner.y - low_y) / step);
    for (size_t y = from_y; y < rows && low_y + static_cast<double>(y) * step < r.corner.y + r.height + step;
         ++y) {
      for (size_t x = from_x;
           x < columns && low_x + static_cast<double>(x) * step < r.corner.x + r.width + step; ++x) {
        if (contains(o.outline,
                     {low_x + static_cast<double>(x) * step, low_y + static_cast<double>(y) * step}))
          cut[y * columns + x] = 1;
      }
    }
  }
  std::vector<size_t> open{0};
  cut[0] = 2;
  while (!open.empty()) {
    const size_t at = open.back();
    open.pop_back();
    const size_t x = at % columns;
    const size_t y = at / columns;
    const auto visit = [&](size_t other) {
      if (cut[other] != 0) return;
      cut[other] = 2;
      open.push_back(other);
    };
    // Corners too: in a notch metal narrows to less than a step. Strokes are many steps wide.
    for (size_t v = y > 0 ? y - 1 : 0; v <= std::min(y + 1, rows - 1); ++v) {
      for (size_t h = x > 0 ? x - 1 : 0; h <= std::min(x + 1, columns - 1); ++h) visit(v * columns + h);
    }
  }
  return std::none_of(cut.begin(), cut.end(), [](char c) { return c == 0; });
}

// No middle is loose, nothing overlaps (checked where webs are), all letters are there, from left to right as
// seen from outside.
void every_letter_is_cut(const std::string& font, const std::string& without = "") {
  int number = 0;
  for (std::string line : printable()) {
    if (draws(2) < 2 && number++ % 3 > 0) continue;
    std::erase_if(line, [&](char c) { return without.find(c) != std::string::npos; });
    SCOPED_TRACE(font + ": " + line);
    const JobResult r = made(lettering(line, "bridge = 2\nfont = \"" + font + "\"\n"));
    const Blank& b = r.pieces[0].blank;
    EXPECT_TRUE(r.pieces[0].proof.passed);
    EXPECT_TRUE(metal_hangs_together(b.openings, std::min(0.4, 0.45 * b.groups[0].opening->width)));
    std::map<int, double> left;
    for (const BlankOpening& o : b.openings) {
      EXPECT_GT(signed_area(o.outline), 0);
      EXPECT_FALSE(crosses_itself(o.outline, 1e-6));
      EXPECT_FALSE(o.mirrored);
      const double x = upright_box(o.outline).corner.x;
      left[o.member] = left.contains(o.member) ? std::min(left[o.member], x) : x;
    }
    // Letters that touch are one; of all others the left sides follow each other.
    EXPECT_GE(left.size() + 1, line.size());
    double last = -HUGE_VAL;
    for (const auto& [letter, x] : left) {
      EXPECT_GT(x, last) << letter;
      last = x;
    }
  }
}

TEST(Letters, EveryOneOfTheSerifIsHeld) { every_letter_is_cut("serif"); }
TEST(Letters, EveryOneOfTheSansIsHeld) { every_letter_is_cut("sans"); }
TEST(Letters, EveryOneOfTheStencilIsHeld) {
  every_letter_is_cut("stencil", "#^_{}~");
  for (const char* none : {"#", "^", "_", "{", "}", "~"})
    EXPECT_TRUE(has(refusal(lettering(none, "")), "which Allerta Stencil does not have"));
}

TEST(Letters, OfTheStencilNeedNoBridge) {
  for (const char* line : {"ABDOPQR", "abdegopq", "0469"}) {
    const JobResult r = made(lettering(line, ""));
    EXPECT_TRUE(r.pieces[0].proof.passed);
    EXPECT_TRUE(metal_hangs_together(r.pieces[0].blank.openings, 0.4)) << line;
  }
}

TEST(Letters, HeightsAreSaidInTheUnitsOfTheJob) {
  const JobResult r = made(lettering("NO 7", ""));
  const Phrase& form = r.pieces[0].blank.groups.front().form;
  EXPECT_TRUE(has(form.in(*find_units("mm")), " 50 mm high")) << form.in(*find_units("mm"));
  EXPECT_TRUE(has(form.in(*find_units("in")), " 1.968504 in high")) << form.in(*find_units("in"));
}

TEST(Letters, WhoseMiddlesWouldFallOutAreNamed) {
  EXPECT_TRUE(has(refusal(lettering("TO", "font = \"sans\"\n")),
                  "the letter \"O\" has a middle that would fall out"));
  EXPECT_TRUE(has(refusal(lettering("O", "font = \"sans\"\nbridge = 60\n")),
                  "the letter \"O\" has a middle that no bridge of 60 mm holds"));
}

TEST(Letters, ThatAFontHasNotAreNamed) {
  EXPECT_TRUE(has(refusal(lettering("A\xE6\xB8\xAF", "")),
                  "has the letter \"\xE6\xB8\xAF\", which Allerta Stencil does not have"));
  EXPECT_TRUE(has(refusal(lettering("A", "font = \"No Such Face\"\n")), "names no font of this machine"));
  EXPECT_TRUE(has(refusal(lettering("A", "font = \"missing.ttf\"\n")), "is a file that cannot be read"));
}

TEST(Letters, ThatAreNoneAreRefused) {
  EXPECT_TRUE(has(refusal(lettering("   ", "")), "has no letters"));
  EXPECT_TRUE(has(refusal(lettering("", "")), "is empty"));
  EXPECT_TRUE(has(refusal(lettering("WWWWWWWWWWWWWWWWWWWWWWWWWWWWWWWWWWWWWWWWWWW", "")),
                  "longer than the girth there"));
}

TEST(Letters, ReadRightFromTheFaceAskedFor) {
  for (const char* up : {"inside", "outside"}) {
    for (const char* from : {"inside", "outside"}) {
      const std::string base =
          std::string(drum).replace(std::string(drum).rfind("\"outside\""), 9, std::string("\"") + up + "\"");
      const JobResult r = made(lettering("LEFT", std::string("reads_from = \"") + from + "\"\n"), base);
      const Blank& b = r.pieces[0].blank;
      EXPECT_TRUE(r.pieces[0].proof.passed);
      const bool right = std::string(up) == from;
      // L stands first; its foot points the way the text runs, and plan angles rise to the right from
      // outside.
      const BlankOpening& first = b.openings.front();
      const BlankOpening& last = b.openings.back();
      EXPECT_EQ(first.centre.x < last.centre.x, right) << up << from;
      EXPECT_EQ(first.mirrored, !right);
      EXPECT_EQ(first.plan < last.plan, std::string(from) == "outside");
    }
  }
}

TEST(Letters, FillTheLengthAskedForAboutTheirPlace) {
  const JobResult r = made(lettering("HH", "length = 120\n"));
  const OpeningGroup& g = r.pieces[0].blank.groups.at(0);
  EXPECT_NEAR(g.by_row[0].neutral.width, 120, 1e-9);
  const auto& o = r.pieces[0].blank.openings;
  // Two like letters, half of the text each: their middles a half of the length apart about the place.
  EXPECT_NEAR(o.back().centre.x - o.front().centre.x, 60, 1e-6);
  EXPECT_NEAR((o.back().plan.degrees() + o.front().plan.degrees()) / 2, 180, 1e-9);
  EXPECT_TRUE(has(refusal(lettering("HH", "length = 900\n")), "out of shape"));
}

// The same letter stands nearer to some that follow it than to others.
TEST(Letters, FillTheLengthHoweverTheyAreSetTogether) {
  const JobResult r = made(lettering("AVATATA", "length = 300\nbridge = 2\nfont = \"sans\"\n"));
  EXPECT_NEAR(r.pieces[0].blank.groups.at(0).by_row[0].neutral.width, 300, 1e-9);
}

TEST(Letters, StandSquareToTheLevelLineOfACone) {
  const std::string cone = R"(juggler = 1
[sheet]
thickness = 2
sizes_on = "outside"
[part]
shape = "cone"
base.diameter = 800
top.diameter = 300
height = 500
)";
  const JobResult r = made(lettering("HARBOUR", ""), cone);
  EXPECT_TRUE(r.pieces[0].proof.passed) << r.pieces[0].proof.opening_mismatch;
  for (const BlankOpening& o : r.pieces[0].blank.openings) {
    if (o.on_wall) {
      EXPECT_NEAR(o.height, 200, 1e-9);
    }
  }
}

TEST(Letters, OfSingleStrokesAreMarksOnly) {
  const JobResult r = made(lettering("Lane 7", "font = \"single_stroke\"\nas = \"mark\"\n"));
  const JobResult bare = made("");
  EXPECT_TRUE(r.pieces[0].blank.openings.empty());
  EXPECT_GT(r.pieces[0].blank.marks.lines.size(), bare.pieces[0].blank.marks.lines.size() + 20);
  EXPECT_TRUE(has(refusal(lettering("L", "font = \"single_stroke\"\n")), "is a single stroke"));
}

const char* sight = R"([[part.opening]]
name   = "sight"
form   = { kind = "circle", diameter = 60 }
how    = "bored"
at     = { angle = 40, height = 300 }
walls  = "near"
turn   = 0
repeat = { count = 7, over = 150, span_ends = "included", centred = true }
)";

TEST(OpeningJobs, AreReadAsWritten) {
  const JobResult r = made(sight);
  const Blank& b = r.pieces[0].blank;
  ASSERT_EQ(b.openings.size(), 7u);
  EXPECT_EQ(name_of(b, b.openings[2]), "sight 3");
  EXPECT_NEAR(b.openings[0].plan.degrees(), 325, 1e-9);
  EXPECT_NEAR(b.groups[0].pitch.degrees(), 25, 1e-9);
}

TEST(OpeningJobs, OfEveryFormAreCut) {
  const std::string at = "how = \"laid\"\nat = { angle = 180, height = 250 }\n";
  const std::map<std::string, double> areas{
      {"kind = \"obround\", width = 20, between_centres = 40", 800 + 100 * std::numbers::pi},
      {"kind = \"obround\", width = 60, length = 20", 800 + 100 * std::numbers::pi},
      {"kind = \"rectangle\", width = 50, length = 30, corner_radius = 5",
       1500 - (4 - std::numbers::pi) * 25},
      {"kind = \"polygon\", sides = 6, across_flats = 40", 1600 * std::sqrt(3) / 2},
      {"kind = \"polyline\", points = [[0, 0], [40, 0], [0, 30]]", 600},
      {"kind = \"ring_segment\", inner = 60, outer = 100, span = 90", std::numbers::pi * 400},
      {"kind = \"ring_segment\", inner = 60, outer = 100, span = 90, span_ends = \"round\"",
       std::numbers::pi * 500},
      {"kind = \"ellipse\", width = 60, length = 30", std::numbers::pi * 450},
      {"kind = \"union\", parts = [{ kind = \"circle\", diameter = 40 }, { kind = \"rectangle\", width = "
       "100, length = 20 }]",
       2000 + std::numbers::pi * 400 - 2 * (400 * std::asin(0.5) + 10 * std::sqrt(300.0))}};
  for (const auto& [form, area_asked] : areas) {
    const JobResult r = made("[[part.opening]]\nform = { " + form + " }\n" + at);
    ASSERT_EQ(r.pieces[0].blank.openings.size(), 1u) << form;
    const double area_cut = signed_area(r.pieces[0].blank.openings[0].outline);
    const double fit = r.pieces[0].blank.groups[0].fit_error;
    EXPECT_NEAR(area_cut, area_asked, 1e-9 * area_asked + fit * 200) << form;
    EXPECT_TRUE(r.pieces[0].proof.passed);
  }
}

TEST(OpeningJobs, RefuseWhatTheyDoNotUnderstandAtItsPlace) {
  const auto with = [](const std::string& lines) { return refusal("[[part.opening]]\n" + lines); };
  EXPECT_TRUE(has(with("form = { diameter = 60 }\n"), "does not say what it is"));
  EXPECT_TRUE(has(with("form = { kind = \"circle\", diameter = 60 }\nat = { angle = 0, height = 1 }\n"),
                  "opening.1.how: is missing"));
  EXPECT_TRUE(has(with("form = { kind = \"circle\", diameter = 60, inner = 2 }\nhow = \"laid\"\n"),
                  "belongs to a ring segment"));
  EXPECT_TRUE(has(with("form = { kind = \"circle\", diameter = 60 }\nhow = \"laid\"\nat = { angle = 10 }\n"),
                  "at.height: is missing"));
  EXPECT_TRUE(has(with("form = { kind = \"circle\", diameter = 60 }\nhow = \"laid\"\nwalls = \"far\"\nat = { "
                       "angle = 10, height = 200 }\n"),
                  "a bore's way, walls or contact are given"));
  EXPECT_TRUE(
      has(with("form = { kind = \"circle\", diameter = 60 }\nhow = \"bored\"\nat = { on_flat = [1, 2] }\n"),
          "is a place on the flat"));
  EXPECT_TRUE(has(with("form = { kind = \"circle\", diameter = 6 }\nhow = \"laid\"\nat = { angle = 180, "
                       "height = 200 }\nrepeat = { count = 3, leave_out = [4] }\n"),
                  "names a member that there is not"));
  EXPECT_TRUE(has(with("form = { kind = \"union\", parts = [{ kind = \"rectangle\", width = 100, length = "
                       "10, shift = [0, 45] }, { kind = "
                       "\"rectangle\", width = 100, length = 10, shift = [0, -45] }, { kind = \"rectangle\", "
                       "width = 10, length = 100, shift = [45, 0] "
                       "}, { kind = \"rectangle\", width = 10, length = 100, shift = [-45, 0] }] }\nhow = "
                       "\"laid\"\nat = { angle = 180, height = 250 }\n"),
                  "encloses a piece of metal that would fall out"));
  EXPECT_TRUE(has(refusal("[part.opening]\nname = \"x\"\n"), "two brackets"));
}

TEST(OpeningJobs, StandInNumbersTablesAndCard) {
  const JobResult r = made(sight);
  const PieceResult& p = r.pieces[0];
  std::string numbers;
  for (const Row& row : key_numbers(r, p)) numbers += row.name + ": " + row.value + "\n";
  EXPECT_TRUE(has(numbers, "openings: 7\n"));
  EXPECT_TRUE(has(numbers, "outline and openings: "));
  std::string card;
  for (const std::string& line : card_lines(r, p)) card += line + "\n";
  EXPECT_TRUE(has(card, "sight 7: "));
}

}  // namespace
}  // namespace juggler::testing
