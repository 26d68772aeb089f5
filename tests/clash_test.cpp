// Parts at their places: metal in metal, and ways out, against what plain geometry says of them.
#include "common.h"
#include "demo_jobs.h"
#include "juggler/io.h"
#include "juggler/shop.h"

namespace juggler::testing {
namespace {

struct Tube {
  double diameter, height;
  Vec3 at;
  double lean = 0;
};

// Cylinders of one sheet, their sizes outside, where they are put.
JobResult tubes(double thickness, const std::vector<Tube>& all, const std::string& more = "") {
  std::string text =
      "juggler = 1\n[sheet]\nthickness = " + std::to_string(thickness) + "\nsizes_on = \"outside\"\n";
  char name = 'a';
  for (const Tube& t : all) {
    text += std::string("[parts.") + name +
            "]\nshape = \"cylinder\"\ndiameter = " + std::to_string(t.diameter) +
            "\nheight = " + std::to_string(t.height) + "\nplace = { at = [" + std::to_string(t.at.x) + ", " +
            std::to_string(t.at.y) + ", " + std::to_string(t.at.z) + "], lean = " + std::to_string(t.lean) +
            " }\n";
    ++name;
  }
  return develop_job(read_job(text + more, "tubes.toml"));
}

// Two upright tubes side by side reach into each other by the sum of their radii less their distance.
TEST(Clashes, OverlapsAreAsDeepAsTheirCirclesSay) {
  for (const double deep : {0.4, 0.8, 1.2}) {
    const JobResult r = tubes(3, {{400, 500, {}}, {200, 450, {300 - deep, 0, 20}}});
    ASSERT_EQ(r.clashes.size(), 1U) << deep;
    const Clash& c = r.clashes[0];
    EXPECT_EQ(c.kind, ClashKind::overlap);
    EXPECT_FALSE(c.through);
    EXPECT_LE(c.depth, deep + 0.1);
    EXPECT_GE(c.depth, (deep - 0.1) / 1.15);
    EXPECT_NEAR(c.at.x, 200 - deep / 2, deep);
    EXPECT_NEAR(c.at.y, 0, 20);
    const auto& warnings = r.pieces[c.piece].blank.warnings;
    ASSERT_FALSE(warnings.empty());
    EXPECT_TRUE(has(warnings.back().in({}), "overlaps, about"));
  }
}

TEST(Clashes, WhatTouchesOrFitsIsNoOverlap) {
  for (const double apart : {0.0, 0.01, 5.0}) {
    // Side by side, one on the other, one within the other.
    EXPECT_TRUE(tubes(2, {{400, 500, {}}, {200, 500, {300 + apart, 0, 0}}}).clashes.empty()) << apart;
    EXPECT_TRUE(tubes(2, {{400, 500, {}}, {400, 300, {0, 0, 500 + apart}}}).clashes.empty()) << apart;
    EXPECT_TRUE(tubes(2, {{400, 500, {}}, {396 - 2 * apart, 500, {0, 0, 250}}}).clashes.empty()) << apart;
  }
}

TEST(Clashes, APipeWithoutAHoleGoesThrough) {
  const JobResult r = tubes(2, {{400, 1000, {}}, {100, 500, {0, 0, 500}, 90}});
  ASSERT_EQ(r.clashes.size(), 1U);
  const Clash* through = r.clashes.data();
  EXPECT_TRUE(through->through);
  // On the circle in which the pipe crosses the wall.
  EXPECT_NEAR(std::hypot(through->at.x, through->at.y), 199, 1.5);
  EXPECT_NEAR(std::hypot(through->at.y, through->at.z - 500), 49, 1.5);
}

// A float in a body between two cones: it passes neither neck, comes to where the cone is as wide as itself.
TEST(Clashes, WhatIsClosedInMustBePutOnBefore) {
  const auto job = [](double diameter) {
    return tubes(2, {{500, 400, {}}},
                 "[parts.lid]\nshape = \"cone\"\nbase.diameter = 500\ntop.diameter = 160\nheight = 200\n"
                 "place.at = [0, 0, 405]\n"
                 "[parts.bottom]\nshape = \"cone\"\nbase.diameter = 160\ntop.diameter = 500\nheight = 200\n"
                 "place.at = [0, 0, -205]\n"
                 "[parts.float]\nshape = \"cylinder\"\nheight = 100\nplace.at = [0, 0, 150]\ndiameter = " +
                     std::to_string(diameter) + "\n");
  };
  EXPECT_TRUE(job(150).clashes.empty());
  const JobResult r = job(240);
  ASSERT_EQ(r.clashes.size(), 1U);
  const Clash& c = r.clashes[0];
  EXPECT_EQ(c.kind, ClashKind::order);
  EXPECT_EQ(c.part, r.pieces[3].part.name.empty() ? c.part : name_of_part(r.pieces[3]));
  EXPECT_TRUE(c.other_way_round);
  // The middle of its sheet, 119 from the axis, meets the cone's inside: the slope is 200 to 170, so that far
  // beyond the end of the cone, and as far again as the sheet is thick along the axis.
  const double to_outside = 5 + (250 - 119) * 200.0 / 170;
  EXPECT_NEAR(c.depth, 150 + to_outside, 8);
}

TEST(Clashes, PartsThatMeetAreSilent) {
  for (const char* name :
       {"32-duct-branch", "33-duct-elbow", "34-breech", "35-taper-elbow", "36-dust-pipe", "37-body-shell",
        "38-roof-plate", "39-hopper-on-conveyor", "40-fan-stub", "41-drip-pans", "42-square-duct"}) {
    for (const Clash& c : demo_job(name).clashes) ADD_FAILURE() << name << ": " << said_of(c).in({});
  }
}

}  // namespace
}  // namespace juggler::testing
