// Bend schedules by hand: where lines and tangent lines lie, in which order, and which legs are too short.
#include <set>

#include "common.h"

namespace juggler::testing {
namespace {

using std::numbers::pi;

constexpr double t = 2;
constexpr double r = 3;
constexpr double allowance = pi / 2 * (r + 0.42 * t);
const Bend bent{.radius = r, .neutral_factor = 0.42};

Net tray(double side, double height) {
  Net n{.sides = 4, .base = {.side = side}, .height = height, .open = {"top"}, .bend = bent};
  n.bends = {"base / wall 1", "base / wall 2", "base / wall 3", "base / wall 4"};
  return n;
}

const Fold& tagged(const Blank& b, const std::string& tag) {
  const auto found =
      std::find_if(bends_of(b).begin(), bends_of(b).end(), [&](const auto& l) { return l.tag == tag; });
  EXPECT_NE(found, bends_of(b).end()) << tag;
  return found == bends_of(b).end() ? bends_of(b).front() : *found;
}

TEST(Schedules, ATraysLinesLieAtItsHeightFromItsRims) {
  const Blank b = make_blank(tray(300, 60), sheet_of(t, Face::outside));
  ASSERT_EQ(bends_of(b).size(), 4u);
  for (const Fold& l : bends_of(b)) {
    // Outside 60 to the meeting point: the tangent line r + t before it.
    EXPECT_NEAR(l.tangent_a, 60 - (r + t), 1e-9) << l.tag;
    EXPECT_NEAR(l.tangent_b, 60 - (r + t) + allowance, 1e-9);
    EXPECT_NEAR(l.datum_from, 60 - (r + t) + allowance / 2, 1e-9);
    EXPECT_NEAR(l.datum_to, l.datum_from, 1e-9);
    EXPECT_NEAR(l.turned.degrees(), 90, 1e-9);
    EXPECT_NEAR(l.between_legs().degrees(), 90, 1e-9);
    EXPECT_NEAR(l.allowance, allowance, 1e-9);
    EXPECT_TRUE(l.up);
    EXPECT_TRUE(has(l.datum, "top")) << l.datum;
  }
}

TEST(Schedules, TagsGoFromTheLeftAndOrderFromTheOutermostPlateInwards) {
  Hopper h{.base = {200, 200}, .top = {400, 400}, .height = 300, .bend = bent};
  h.flanges = {{.end = EndName::top, .width = 30, .direction = FlangeDirection::level, .key = "flange.1"}};
  const Blank b = make_blank(h, sheet_of(t));
  ASSERT_EQ(bends_of(b).size(), 7u);
  for (size_t i = 0; i < bends_of(b).size(); ++i) {
    EXPECT_EQ(bends_of(b)[i].tag, std::string(1, static_cast<char>('A' + i)));
    const double x = bends_of(b)[i].from.x + bends_of(b)[i].to.x;
    if (i > 0) {
      EXPECT_GE(x, bends_of(b)[i - 1].from.x + bends_of(b)[i - 1].to.x - 1e-6);
    }
  }
  // Every one of them is reached by a blade longer than the part.
  for (const Phrase& note : b.notes) EXPECT_FALSE(has(note, "straight brake")) << note;
  std::set<int> orders;
  for (const Fold& l : bends_of(b)) orders.insert(l.order);
  EXPECT_EQ(orders.size(), 7u);
  EXPECT_EQ(*orders.begin(), 1);
  EXPECT_EQ(*orders.rbegin(), 7);
}

TEST(Schedules, SlantingLinesHaveADistanceForEachEnd) {
  Hopper h{.base = {200, 200}, .top = {400, 400}, .height = 300, .bend = bent};
  const Blank b = make_blank(h, sheet_of(t));
  for (const Fold& l : bends_of(b)) {
    const auto edge_named = [&](const Edge& e) { return label_of(e) == l.datum; };
    const bool known =
        l.datum == "left edge of the box" || std::any_of(b.edges.begin(), b.edges.end(), edge_named);
    EXPECT_TRUE(known) << l.datum;
    if (l.datum != "left edge of the box") continue;
    EXPECT_NEAR(l.datum_from, l.from.x, 1e-9);
    EXPECT_NEAR(l.datum_to, l.to.x, 1e-9);
    EXPECT_NEAR((l.tangent_a + l.tangent_b) / 2, l.datum_from, allowance) << l.tag;
  }
}

TEST(Schedules, SpringbackIsInProportionToTheAngle) {
  Panel p{.profile = {{.line = 60},
                      {.bend = Angle::degrees(45)},
                      {.line = 60},
                      {.bend = Angle::degrees(135)},
                      {.line = 60}},
          .run = 200,
          .sizes_on = PanelFace::convex_side,
          .bend = bent};
  p.bend.springback = Angle::degrees(2);
  const Blank b = make_blank(p, sheet_of(t));
  EXPECT_NEAR(tagged(b, "A").springback.degrees(), 1, 1e-12);
  EXPECT_NEAR(tagged(b, "B").springback.degrees(), 3, 1e-12);
}

TEST(Schedules, RadiiOfTheirOwnStandInTheSchedule) {
  const Panel p{.profile = {{.line = 60}, {.bend = Angle::degrees(90), .radius = 10}, {.line = 60}},
                .run = 200,
                .sizes_on = PanelFace::convex_side,
                .bend = bent};
  const Blank b = make_blank(p, sheet_of(t));
  EXPECT_NEAR(bends_of(b)[0].radius, 10, 1e-12);
  EXPECT_NEAR(bends_of(b)[0].allowance, pi / 2 * (10 + 0.42 * t), 1e-9);
  EXPECT_NEAR(as_laid(b).width, 120 - 2 * 12 + pi / 2 * (10 + 0.42 * t), 1e-9);
}

TEST(Schedules, AlphabetGoesOnAfterZ) {
  EXPECT_EQ(letters_of(0), "A");
  EXPECT_EQ(letters_of(25), "Z");
  EXPECT_EQ(letters_of(26), "AA");
  EXPECT_EQ(letters_of(51), "AZ");
  EXPECT_EQ(letters_of(52), "BA");
  EXPECT_EQ(letters_of(701), "ZZ");
  EXPECT_EQ(letters_of(702), "AAA");
}

TEST(Schedules, FoldsOfHemsGoOnWithTheTagsOfAllPieces) {
  Hopper h{.base = {200, 220}, .top = {400, 380}, .height = 300, .pieces = 2, .bend = bent};
  h.shift = {10, 5};
  for (const bool letters : {true, false}) {
    h.bend.letters = letters;
    EdgeWork hem{.on = "hip -x-y", .kind = EdgeKind::hem, .width = 12, .radius = 1, .neutral_factor = 0.4};
    std::set<std::string> tags;
    size_t count = 0;
    for (const Blank& b : make_blanks(h, sheet_of(t), {}, {.edges = {hem}})) {
      for (const Fold& l : bends_of(b)) {
        tags.insert(l.tag);
        EXPECT_EQ(std::isdigit(static_cast<unsigned char>(l.tag[0])) == 0, letters) << l.tag;
      }
      count += bends_of(b).size();
    }
    EXPECT_EQ(tags.size(), count);
  }
}

TEST(Schedules, AShortLegIsWarnedOfWithTheDieThatWouldHoldIt) {
  const auto warnings = [](double leg, std::optional<double> die) {
    Panel p{.profile = {{.line = leg}, {.bend = Angle::degrees(90)}, {.line = 100}},
            .run = 200,
            .sizes_on = PanelFace::convex_side,
            .bend = bent};
    p.bend.die_width = die;
    return make_blank(p, sheet_of(t)).warnings;
  };
  // A leg reaches from its edge to the bend line: leg - 5 + allowance / 2. A die of 8 thicknesses needs
  // 8 / cos 45 = 11.314.
  const double least = 8 / std::cos(pi / 4) + 5 - allowance / 2;
  EXPECT_EQ(warnings(least + 0.01, {}).size(), 0u);
  ASSERT_EQ(warnings(least - 0.01, {}).size(), 1u);
  EXPECT_TRUE(has(warnings(least - 0.01, {})[0], "none was given"));
  EXPECT_EQ(warnings(least - 0.01, 12).size(), 0u);
  EXPECT_FALSE(has(warnings(10, 30)[0], "none was given"));
}

TEST(Schedules, DirectionsAreThoseOfTheFaceThatLiesUp) {
  const Hopper h{.base = {200, 200}, .top = {400, 400}, .height = 300, .bend = bent};
  for (const Fold& l : make_blank(h, sheet_of(t)).folds) EXPECT_TRUE(l.up) << "hips are concave inside";
  for (const Fold& l : make_blank(h, sheet_of(t), {}, {.face_up = Face::outside}).folds) EXPECT_FALSE(l.up);
}

// --- hems, locks and laps

TEST(Tabs, TapersLeanInwardsOnBothEnds) {
  const Panel flat{.profile = {{.line = 200}}, .run = 300, .sizes_on = PanelFace::convex_side, .bend = bent};
  const EdgeWork lap{.on = "run end", .width = 20, .taper = Angle::degrees(45)};
  const Blank b = make_blank(flat, sheet_of(t), {}, {.edges = {lap}});
  EXPECT_NEAR(area(b), 200 * 300 + 20 * (200 + 160) / 2, 1e-6);
  EXPECT_NEAR(as_laid(b).height, 320, 1e-9);
  ASSERT_EQ(b.tabs.size(), 1u);
  EXPECT_NEAR(b.tabs[0].arcs[1].length, 160, 1e-9);
}

TEST(Tabs, FoldsLieWhereTheHemAndTheLockSay) {
  const Panel flat{.profile = {{.line = 200}}, .run = 300, .sizes_on = PanelFace::convex_side, .bend = bent};
  const EdgeWork hem{.on = "profile end",
                     .kind = EdgeKind::hem,
                     .width = 15,
                     .radius = 1,
                     .neutral_factor = 0.4,
                     .up = false};
  const Blank hemmed = make_blank(flat, sheet_of(t), {}, {.edges = {hem}});
  ASSERT_EQ(bends_of(hemmed).size(), 1u);
  EXPECT_TRUE(bends_of(hemmed)[0].hem);
  EXPECT_FALSE(bends_of(hemmed)[0].up);
  EXPECT_NEAR(bends_of(hemmed)[0].turned.degrees(), 180, 1e-12);
  const double fold = pi * (1 + 0.4 * t);
  EXPECT_NEAR(bends_of(hemmed)[0].from.x, 200 + fold / 2 - (1 + t), 1e-9);
  const EdgeWork lock{.on = "profile end", .kind = EdgeKind::lock, .width = 9, .layers = 2, .extra = 1};
  const Blank locked = make_blank(flat, sheet_of(t), {}, {.edges = {lock}});
  ASSERT_EQ(bends_of(locked).size(), 2u);
  EXPECT_NEAR(bends_of(locked)[0].from.x, 210, 1e-9);
  EXPECT_NEAR(bends_of(locked)[1].from.x, 200, 1e-9);
}

// The layer that lies outermost is folded before the one within it, on whichever side of the blank.
TEST(Tabs, LocksAreFoldedFromTheOutside) {
  const Panel flat{.profile = {{.line = 200}}, .run = 300, .sizes_on = PanelFace::convex_side, .bend = bent};
  for (const char* on : {"profile start", "profile end", "run start", "run end"}) {
    const EdgeWork lock{.on = on, .kind = EdgeKind::lock, .width = 9, .layers = 2, .extra = 1};
    const Blank b = make_blank(flat, sheet_of(1), {}, {.edges = {lock}});
    const Rectangle box = upright_box(outline(b));
    ASSERT_EQ(bends_of(b).size(), 2u);
    const auto from_outside = [&](const Fold& f) {
      const Vec2 p = 0.5 * (f.from + f.to) - box.corner;
      return std::min({p.x, p.y, box.width - p.x, box.height - p.y});
    };
    for (const Fold& fold : bends_of(b)) EXPECT_NEAR(from_outside(fold), 10 * fold.order, 1e-9) << on;
  }
}

// A lap across bends is bent with them.
TEST(Tabs, BendsGoOnThroughALap) {
  const Panel angle{.profile = {{.line = 60}, {.bend = Angle::degrees(90)}, {.line = 80}},
                    .run = 300,
                    .sizes_on = PanelFace::convex_side,
                    .bend = bent};
  const EdgeWork one{.on = "run start", .width = 20};
  const EdgeWork other{.on = "run end", .width = 15, .taper = Angle::degrees(30)};
  for (const Face up : {Face::inside, Face::outside}) {
    const Blank b = make_blank(angle, sheet_of(1), {}, {.face_up = up, .edges = {one, other}});
    EXPECT_NEAR(bends_of(b).front().length(), 335, 1e-9);
    EXPECT_NEAR(bends_of(make_blank(angle, sheet_of(1))).front().length(), 300, 1e-9);
  }
  // What is folded back is notched where a bend crosses it.
  const EdgeWork hem{.on = "run end", .kind = EdgeKind::hem, .width = 15, .radius = 1, .neutral_factor = 0.4};
  const Blank hemmed = make_blank(angle, sheet_of(1), {}, {.edges = {hem}});
  EXPECT_NEAR(bends_of(hemmed).front().length(), 300, 1e-9);
  ASSERT_FALSE(hemmed.warnings.empty());
  EXPECT_TRUE(has(hemmed.warnings.back(), "lies across the bends A")) << hemmed.warnings.back();
}

TEST(Tabs, TwoOnOneEdgeAndTabsThatMeetAreRefused) {
  const Panel flat{.profile = {{.line = 200}}, .run = 300, .sizes_on = PanelFace::convex_side, .bend = bent};
  const EdgeWork lap{.on = "run end", .width = 20, .key = "edge.1"};
  EdgeWork again = lap;
  again.key = "edge.2";
  EXPECT_EQ(refusal_of([&] {
              (void)make_blank(flat, sheet_of(t), {}, {.edges = {lap, again}});
            }).key,
            "edge.2.on");
  // The corner of a tray leaves no room for laps on both of its edges.
  Net n = tray(200, 60);
  const EdgeWork one{.on = "wall 1 / wall 2", .which = 1, .width = 40, .key = "edge.1"};
  const EdgeWork other{.on = "wall 1 / wall 2", .which = 2, .width = 40, .key = "edge.2"};
  const Sheet sheet = sheet_of(t, Face::outside);
  EXPECT_EQ(make_blank(n, sheet, {}, {.edges = {one}}).tabs.size(), 1u);
  EXPECT_EQ(refusal_of([&] { (void)make_blank(n, sheet, {}, {.edges = {one, other}}); }).key, "edge.1.width");
}

}  // namespace
}  // namespace juggler::testing
