// Flat plates: outlines against closed forms, holes where they are asked, ends of other parts by hand.
#include "common.h"
#include "draw.h"
#include "juggler/develop.h"

namespace juggler::testing {
namespace {

using std::numbers::pi;

OpeningForm form_of(Profile profile) { return {.profile = std::move(profile)}; }
OpeningForm disc(double diameter) { return form_of({.diameter = diameter}); }

Part plate(Plate asked, double thickness = 6) {
  Part p;
  p.name = "plate";
  p.shape = "plate";
  p.asked = std::move(asked);
  p.sheet = {.thickness = thickness};
  p.making.face_up = Face::outside;
  p.making.marks = false;
  return p;
}
Part plate(const OpeningForm& form, double thickness = 6) { return plate(Plate{.form = form}, thickness); }

struct Made {
  Blank blank;
  Proof proof;
};
Made made(const Part& asked) {
  const Part part = with_bolt_holes(asked);
  const Formed formed = form_part(part);
  Blank blank = make_blanks(formed, part.making).front();
  Proof proof = formed.prove(blank);
  EXPECT_TRUE(proof.passed) << proof.where.in({}) << " off by " << proof.greatest_distance << ", openings by "
                            << proof.opening_mismatch;
  return {std::move(blank), std::move(proof)};
}

TEST(Plates, OutlinesAreTheFormsAsked) {
  struct Case {
    OpeningForm form;
    double area, width, height;
  };
  const double r = 20, hex = 300 / std::sqrt(3.0);
  OpeningForm part_ring;
  part_ring.ring = RingSegment{200, 400, Angle::degrees(60)};
  const std::vector<Case> cases{
      {disc(400), pi * 200 * 200, 400, 400},
      {form_of({.kind = ProfileKind::rectangle, .width = 500, .length = 300, .corner_radius = r}),
       500 * 300 - (4 - pi) * r * r, 500, 300},
      {form_of({.kind = ProfileKind::obround, .width = 500, .length = 200}), 300 * 200 + pi * 100 * 100, 500,
       200},
      {form_of({.kind = ProfileKind::polygon, .sides = 6, .across_flats = 300}),
       1.5 * std::sqrt(3.0) * hex * hex, 300, 2 * hex},
      {form_of({.kind = ProfileKind::polyline,
                .points = {{0, 0}, {300, 0}, {300, 100}, {100, 100}, {100, 200}, {0, 200}}}),
       300 * 100 + 100 * 100, 300, 200},
      {part_ring, pi / 3 / 2 * (200 * 200 - 100 * 100), 200, 200 - 100 * std::cos(pi / 6)}};
  for (const Case& c : cases) {
    for (const double t : {0.0, 6.0}) {
      for (const Hand hand : {Hand::as_drawn, Hand::opposite}) {
        for (const Face up : {Face::inside, Face::outside}) {
          Part part = plate(c.form, t);
          part.making.hand = hand;
          part.making.face_up = up;
          const Made m = made(part);
          EXPECT_NEAR(area(m.blank), c.area, 1e-9 * c.area);
          EXPECT_NEAR(as_laid(m.blank).width, c.width, 1e-9 * c.width);
          EXPECT_NEAR(as_laid(m.blank).height, c.height, 1e-9 * c.width);
        }
      }
    }
  }
}

TEST(Plates, AnEllipseIsAsNearAsItSays) {
  const Made m = made(plate(form_of({.kind = ProfileKind::ellipse, .width = 500, .length = 300})));
  EXPECT_GT(m.blank.fit_error, 0);
  EXPECT_LE(m.blank.fit_error, 0.02);
  EXPECT_NEAR(area(m.blank), pi * 250 * 150, m.blank.fit_error * outline_length(m.blank));
}

// An L is none of its own mirror images: which face lies up, and the twin, show.
TEST(Plates, LieAsDrawnWithTheirUpperFaceUp) {
  const OpeningForm ell =
      form_of({.kind = ProfileKind::polyline,
               .points = {{0, 0}, {300, 0}, {300, 100}, {100, 100}, {100, 200}, {0, 200}}});
  const auto has_corner = [](const Blank& b, Vec2 at) {
    for (const Arc& arc : outline(b)) {
      if (norm(arc.start - at) < 1e-9) return true;
    }
    return false;
  };
  const auto notch_at = [&](Hand hand, Face up, Vec2 at) {
    Part part = plate(ell);
    part.making.hand = hand;
    part.making.face_up = up;
    return has_corner(made(part).blank, at);
  };
  EXPECT_TRUE(notch_at(Hand::as_drawn, Face::outside, {100, 100}));
  EXPECT_TRUE(notch_at(Hand::as_drawn, Face::outside, {300, 0}));
  EXPECT_FALSE(notch_at(Hand::as_drawn, Face::outside, {300, 200}));
  EXPECT_TRUE(notch_at(Hand::opposite, Face::outside, {300, 200}));  // mirrored in the x axis
  EXPECT_FALSE(notch_at(Hand::opposite, Face::outside, {300, 0}));
  EXPECT_FALSE(notch_at(Hand::as_drawn, Face::inside, {300, 0}) &&
               notch_at(Hand::as_drawn, Face::inside, {0, 0}) &&
               notch_at(Hand::as_drawn, Face::inside, {0, 200}));
}

TEST(Plates, BoltsLieOnTheirCircle) {
  for (const Hand hand : {Hand::as_drawn, Hand::opposite}) {
    Part part = plate(disc(400));
    part.making.hand = hand;
    part.bolts = {{.diameter = 14, .count = 6, .circle = 340, .from = Angle::degrees(10), .astride = true}};
    const Made m = made(part);
    ASSERT_EQ(m.blank.openings.size(), 6U);
    const double sense = hand == Hand::opposite ? -1 : 1;
    for (size_t i = 0; i < 6; ++i) {
      const double angle = sense * (10 + 30 + 60 * static_cast<double>(i)) * pi / 180;
      const Vec2 asked = Vec2{200, 200} + 170 * Vec2{std::cos(angle), std::sin(angle)};
      EXPECT_LT(norm(m.blank.openings[i].centre - asked), 1e-9) << i;
      ASSERT_TRUE(round_hole(m.blank.openings[i]));
      EXPECT_NEAR(round_hole(m.blank.openings[i])->diameter, 14, 1e-12);
    }
    EXPECT_NEAR(m.blank.groups.front().by_row.front().radius, 170, 1e-9);
  }
}

// A web that is just as wide as asked is not below it.
TEST(Plates, WebsAsWideAsAskedAreNotWarnedOf) {
  Part part = plate(disc(406.4), 9.525);
  part.bolts = {{.diameter = 25.4, .count = 12, .circle = 361.95, .astride = true}};
  EXPECT_TRUE(made(part).blank.warnings.empty()) << made(part).blank.warnings.front().in({});
}

// Rows lie farther out by radius, along y by plan; forms keep to the circle, or to the part's axes.
TEST(Plates, PlacesSeenFromAbove) {
  Part part = plate(disc(400));
  Opening rays;
  rays.how = OpeningHow::laid;
  rays.form = form_of({.kind = ProfileKind::rectangle, .width = 20, .length = 6});
  rays.at.angle = Angle::degrees(90);
  rays.at.radius = 60;
  rays.repeat = {.rows = 2, .row_pitch = 40};
  Opening grid = rays;
  grid.at = {};
  grid.at.plan = Vec2{50, 0};
  grid.repeat = {.count = 2, .girth_pitch = 30, .rows = 2, .row_pitch = -25};
  part.making.openings = {rays, grid};
  const Made m = made(part);
  const std::vector<Vec2> asked{{200, 260}, {200, 300}, {250, 200}, {280, 200}, {250, 175}, {280, 175}};
  ASSERT_EQ(m.blank.openings.size(), asked.size());
  for (size_t i = 0; i < asked.size(); ++i) {
    EXPECT_LT(norm(m.blank.openings[i].centre - asked[i]), 1e-9) << i;
    const Rectangle box = upright_box(m.blank.openings[i].outline);
    EXPECT_NEAR(box.width, 20, 1e-9) << i;
    EXPECT_NEAR(box.height, 6, 1e-9) << i;
  }
  // The twin, laid with the other face up, has them at the mirrored places.
  part.making.hand = Hand::opposite;
  const Made twin = made(part);
  for (size_t i = 0; i < asked.size(); ++i)
    EXPECT_LT(norm(twin.blank.openings[i].centre - Vec2{asked[i].x, 400 - asked[i].y}), 1e-9) << i;
}

// Letters of the twin lie at the mirrored place and read the same way up.
TEST(Plates, LettersOfTheTwinStayUpright) {
  Lettering l;
  l.key = "lettering.1";
  l.at.plan = Vec2{30, 80};
  l.turn = Angle::degrees(20);
  const Lettering twin = as_made(l, Hand::opposite);
  EXPECT_EQ(twin.at.plan->x, 30);
  EXPECT_EQ(twin.at.plan->y, -80);
  EXPECT_EQ(twin.turn.degrees(), 20);
}

// On a dome as on a plate: the highest point there.
TEST(Plates, OtherWallsHavePlacesFromAboveToo) {
  Part part;
  part.asked = Dome{.diameter = 600, .gores = 8, .strain = {.allowed = true}};
  part.sheet = {.thickness = 3, .sizes_on = Face::middle};
  Opening o;
  o.how = OpeningHow::bored;
  o.bore.square_to_wall = true;
  o.form = disc(20);
  o.at.angle = Angle::degrees(22.5);
  o.at.radius = 150;
  part.making.openings = {o};
  int found = 0;
  for (const Blank& b : make_blanks(form_part(part), part.making)) {
    for (const BlankOpening& cut : b.openings) {
      ++found;
      EXPECT_NEAR(cut.radius, 150, 1e-6);
      EXPECT_NEAR(cut.height, std::sqrt(300.0 * 300 - 150 * 150), 1e-6);
    }
  }
  EXPECT_EQ(found, 1);
}

// --- at the ends of other parts

Part cone_part(double thickness = 3) {
  Part p;
  p.name = "pipe";
  p.shape = "cone";
  p.asked = Cone{.base = Diameter::mm(400), .top = Diameter::mm(300), .height = 350};
  p.sheet = sheet_of(thickness, Face::outside);
  return p;
}
Part at_end(PlateEnd end, double thickness = 8) {
  end.body = "pipe";
  return plate(Plate{.at_end = end}, thickness);
}
Made made_with(const Part& other, const Part& part) { return made(introduced(std::vector{other, part})[1]); }

TEST(PlatesAtEnds, RoundAConeClearItOnBothFaces) {
  const double slope = 50.0 / 350, square = std::hypot(1, slope);
  for (const bool base : {false, true}) {
    const Made m = made_with(
        cone_part(), at_end({.end = base ? EndName::base : EndName::top, .clearance = 1, .width = 50}));
    // The outside at the end's plane; the hole where the cone is wider, the clearance square to it.
    const double out = base ? 200 : 150;
    const double hole = (base ? 200 : 150 + 8 * slope) + square;
    EXPECT_NEAR(as_laid(m.blank).width, 2 * (out + 50), 1e-8);
    ASSERT_EQ(m.blank.openings.size(), 1U);
    ASSERT_TRUE(round_hole(m.blank.openings[0]));
    EXPECT_NEAR(round_hole(m.blank.openings[0])->diameter, 2 * hole, 1e-8);
  }
}

TEST(PlatesAtEnds, OverAndWithinACone) {
  const double slope = 50.0 / 350, square = std::hypot(1, slope);
  const Made over = made_with(cone_part(), at_end({.fit = PlateFit::over, .width = 5}));
  EXPECT_NEAR(as_laid(over.blank).width, 310, 1e-8);
  EXPECT_TRUE(over.blank.openings.empty());
  const Made within = made_with(cone_part(), at_end({.fit = PlateFit::within, .clearance = 2}));
  EXPECT_NEAR(as_laid(within.blank).width, 2 * (150 - 5 * square), 1e-8);  // least at the end itself
  // In the base it is least on the face that lies deeper in the part.
  const Made foot =
      made_with(cone_part(), at_end({.end = EndName::base, .fit = PlateFit::within, .clearance = 2}));
  EXPECT_NEAR(as_laid(foot.blank).width, 2 * (200 - 8 * slope - 5 * square), 1e-8);
}

// A square pipe folded up: its bends are arcs about which the flange goes on.
TEST(PlatesAtEnds, RoundAFoldedPipeWithItsCorners) {
  Part pipe;
  pipe.name = "pipe";
  pipe.asked = Hopper{.base = {.width = 300, .length = 200},
                      .top = {.width = 300, .length = 200},
                      .height = 400,
                      .bend = {.radius = 4, .neutral_factor = 0.4}};
  pipe.sheet = sheet_of(2, Face::outside);
  const Made m = made_with(pipe, at_end({.clearance = 1.5, .width = 40}));
  // Three corners are bent; the fourth is welded, sharp inside.
  const auto rounded = [](double width, double length, double radius, double welded) {
    return width * length - (4 - pi) * (3 * radius * radius + welded * welded) / 4;
  };
  ASSERT_EQ(m.blank.openings.size(), 1U);
  EXPECT_NEAR(signed_area(m.blank.openings[0].outline), rounded(303, 203, 7.5, 3.5), 1e-4);
  EXPECT_NEAR(signed_area(outline(m.blank)), rounded(380, 280, 46, 42), 1e-4);
  const Made inside = made_with(pipe, at_end({.fit = PlateFit::within, .clearance = 1}, 3));
  EXPECT_NEAR(signed_area(outline(inside.blank)), rounded(294, 194, 3, 0), 1e-4);
  // More clearance than the corners' radius: they are sharp.
  const Made sharp = made_with(pipe, at_end({.fit = PlateFit::within, .clearance = 6}, 3));
  EXPECT_NEAR(signed_area(outline(sharp.blank)), 284 * 184, 1e-4);
}

TEST(PlatesAtEnds, StandWhereTheEndLies) {
  const std::vector<Part> parts = introduced(
      std::vector{cone_part(), at_end({.width = 40}), at_end({.end = EndName::base, .fit = PlateFit::over})});
  const std::vector<Frame> frames = frames_of(parts);
  EXPECT_NEAR(frames[1].origin.z, 342, 1e-12);
  EXPECT_NEAR(frames[1].z.z, 1, 1e-12);
  EXPECT_NEAR(frames[2].origin.z, 0, 1e-12);
  EXPECT_NEAR(frames[2].z.z, -1, 1e-12);
  EXPECT_NEAR(frames[2].x.x, 1, 1e-12);
}

TEST(Plates, RefusalsNameTheirKeys) {
  const auto key = [](const Part& part) { return refusal_of([&] { (void)made(part); }).key; };
  EXPECT_EQ(key(plate(Plate{})), "form");
  EXPECT_EQ(key(at_end({.width = 40})), "for");  // not introduced
  Plate both{.form = disc(500), .at_end = PlateEnd{.body = "pipe", .width = 40}};
  EXPECT_EQ(key(plate(both)), "width");
  OpeningForm apart;
  apart.together = {disc(100), disc(100)};
  apart.together[1].shift = {300, 0};
  EXPECT_EQ(key(plate(apart)), "form");
  Part about_nothing = plate(disc(400));
  about_nothing.bolts = {{.diameter = 10, .count = 2, .circle = 100}};
  about_nothing = with_bolt_holes(about_nothing);
  about_nothing.making.openings[0].at.radius = 0;
  about_nothing.making.openings[0].repeat = {.count = 2, .girth_pitch = 20};
  EXPECT_EQ(key(about_nothing), "bolts.at.radius");
  const auto bolts = [](const BoltHoles& b) {
    Part part = plate(disc(400));
    part.bolts = {b};
    return refusal_of([&] { (void)with_bolt_holes(part); }).key;
  };
  EXPECT_EQ(bolts({.diameter = 14, .count = 30, .circle = 100}), "bolts.count");
  EXPECT_EQ(bolts({.diameter = 14, .count = 0, .circle = 100}), "bolts.count");
  EXPECT_EQ(bolts({.diameter = 14, .count = 3, .circle = -1}), "bolts.circle");
  EXPECT_EQ(bolts({.diameter = 14, .count = 3}), "bolts.circle");
  EXPECT_EQ(bolts({.diameter = 14, .circle = 100}), "bolts.count");
  const auto with = [&](const Part& other, const Part& part) {
    return refusal_of([&] { (void)made_with(other, part); }).key;
  };
  EXPECT_EQ(with(cone_part(), at_end({})), "width");
  Plate nobody{.at_end = PlateEnd{.body = "nobody", .width = 40}};
  EXPECT_EQ(with(cone_part(), plate(nobody)), "for");
  Part itself = at_end({.width = 40});
  itself.name = "pipe";
  EXPECT_EQ(with(plate(disc(100)), itself), "for");
  EXPECT_EQ(with(cone_part(), at_end({.fit = PlateFit::within, .width = 4})), "width");
  Part slanting = cone_part();
  std::get<Cone>(slanting.asked).trims = {{.end = EndName::top, .height = 300, .tilt = Angle::degrees(20)}};
  EXPECT_EQ(with(slanting, at_end({.width = 40})), "for");
  Part pointed = cone_part();
  pointed.asked = Cone{.base = Diameter::mm(400), .top = Pointed{}, .height = 350};
  EXPECT_EQ(with(pointed, at_end({.width = 40})), "place.follows");
  Part dome = cone_part();
  dome.asked = Dome{.diameter = 600, .gores = 8, .strain = {.allowed = true}};
  dome.sheet = {.thickness = 3, .sizes_on = Face::middle};
  EXPECT_EQ(with(dome, at_end({.end = EndName::base, .width = 40})), "for");
}

// Any end, any fit: proved, and as wide as it is asked.
// The joint of a ring and the end that it goes round: clear by what is asked where it is nearest.
TEST(PlatesAtEnds, AreJoints) {
  for (const bool base : {false, true}) {
    std::vector<PieceResult> pieces;
    const Part ring = at_end({.end = base ? EndName::base : EndName::top, .clearance = 1.5, .width = 50});
    for (const Part& part : introduced(std::vector{cone_part(), ring})) {
      for (PieceResult& p : develop(part)) pieces.push_back(std::move(p));
    }
    const std::vector<JointProof> joints = joints_of(pieces);
    ASSERT_EQ(joints.size(), 1U);
    EXPECT_TRUE(joints[0].passed) << joints[0].distance;
    EXPECT_LT(joints[0].distance, 1e-9);
    EXPECT_NEAR(joints[0].gap_found, 1.5, 1e-9);
    const double slope = std::atan(50.0 / 350) * 180 / pi;
    EXPECT_NEAR(joints[0].least_angle.walls.degrees(), base ? 90 + slope : 90 - slope, 1e-6);
  }
}

// A lap goes along an edge whose arcs run on, all round too, but not round a corner.
TEST(CurvedLaps, RunOnWithoutCorners) {
  const auto area_with = [](const OpeningForm& form, const std::string& on, double notch = 0) {
    Part part = plate(form, 3);
    part.making.edges = {{.on = on, .width = 12, .notch = notch, .key = "edge.1"}};
    return signed_area(outline(made(part).blank));
  };
  const OpeningForm rounded =
      form_of({.kind = ProfileKind::rectangle, .width = 300, .length = 200, .corner_radius = 20});
  const double whole = 300 * 200 - (4 - pi) * 400;
  EXPECT_NEAR(area_with(rounded, "curve 1"), whole + 12 * pi / 2 * 20 + 144 * pi / 4, 1e-9);
  EXPECT_NEAR(area_with(rounded, "curve 1", 2), whole + (pi / 2 - 4.0 / 20) * (12 * 20 + 72), 1e-9);
  EXPECT_NEAR(area_with(disc(300), "rim"), pi * 162 * 162, 1e-9 * 90000);
  EXPECT_NEAR(area_with(disc(300), "rim", 2), pi * 162 * 162, 1e-9 * 90000);  // no ends, no notches
  Part tapered = plate(disc(300), 3);
  tapered.making.edges = {{.on = "rim", .width = 12, .taper = Angle::degrees(20), .key = "edge.1"}};
  EXPECT_EQ(refusal_of([&] { (void)made(tapered); }).key, "edge.1.taper");
  // A side of a seam folded all round: its circles, and how the metal shrinks where it stands up.
  Part bottom = plate(disc(300), 1);
  bottom.making.edges = {{.on = "rim",
                          .kind = EdgeKind::seam,
                          .width = 15,
                          .folds = {{.at = 5, .turned = Angle::degrees(90)}},
                          .key = "edge.1"}};
  const Blank b = made(bottom).blank;
  EXPECT_NEAR(signed_area(outline(b)), pi * 165 * 165, 1e-9 * 90000);
  ASSERT_EQ(bends_of(b).size(), 1U);
  EXPECT_NEAR(radius_of(bends_of(b).front().arcs.front()), 155, 1e-9);
  // Its free edge comes to stand at 155 of 165: 6.06 % less.
  EXPECT_TRUE(std::any_of(b.notes.begin(), b.notes.end(), [](const Phrase& n) { return has(n, "6.06 %"); }));
  Part cone;
  cone.asked = Cone{.base = Diameter::mm(300), .top = Diameter::mm(100), .height = 200};
  cone.sheet = sheet_of(1);
  cone.seam.gap = 0;
  cone.making.edges = {{.on = "base", .width = 15, .key = "edge.1"}};
  const Formed formed = form_part(cone);
  EXPECT_TRUE(formed.prove(make_blanks(formed, cone.making).front()).passed);
  cone.making.edges[0].notch = 5;
  const Blank notched = make_blanks(form_part(cone), cone.making).front();
  EXPECT_TRUE(formed.prove(notched).passed);
  const Arc base = edge(notched, EdgeName::base)->arcs.front();
  const double swing = radius_of(base), turned = (base.length - 10) / swing;
  EXPECT_NEAR(signed_area(outline(notched)) - signed_area(bare_outline(notched)),
              turned * (15 * swing + 15 * 15 / 2.0), 1e-6);
  cone.making.edges[0].notch = base.length / 2;
  EXPECT_EQ(refusal_of([&] { (void)make_blanks(form_part(cone), cone.making); }).key, "edge.1.notch");
}

// Notches take of the corner what lies within the metal.
TEST(Notches, AreCutAtTheEndsOfAnEdge) {
  const double whole = 300 * 200;
  const auto left = [&](EdgeNotch notch) {
    notch.on = "side 1";
    notch.key = "notch.1";
    Part part = plate(form_of({.kind = ProfileKind::rectangle, .width = 300, .length = 200}));
    part.making.openings = openings_of(notch);
    const Made m = made(part);
    EXPECT_EQ(m.blank.notches.size(), part.making.openings.size());
    return whole - signed_area(outline(m.blank));
  };
  EXPECT_NEAR(left({.along = 20, .depth = 10}), 2 * 200, 1e-9);
  EXPECT_NEAR(left({.along = 20}), 2 * 400, 1e-9);
  EXPECT_NEAR(left({.along = 20, .at_end = false}), 400, 1e-9);
  EXPECT_NEAR(left({.form = NotchForm::angled, .along = 20, .depth = 10}), 2 * 100, 1e-9);
  EXPECT_NEAR(left({.form = NotchForm::round, .along = 20}), 2 * pi * 400 / 4, 1e-9);
  EXPECT_THROW((void)openings_of({.on = "side 1"}), Refusal);
  EXPECT_THROW((void)openings_of({.on = "side 1", .form = NotchForm::round, .along = 5, .depth = 3}),
               Refusal);
}

// About the middle of every side: an even count lies astride of it, an odd one on it.
TEST(BoltRows, LieAboutTheMiddleOfEverySide) {
  Part part;
  part.name = "hopper";
  part.asked = Hopper{.base = {.width = 200, .length = 200},
                      .top = {.width = 500, .length = 400},
                      .height = 300,
                      .flanges = {{.width = 40, .key = "flange.1"}},
                      .bend = {.radius = 2, .neutral_factor = 0.4}};
  part.sheet = sheet_of(2, Face::inside);
  for (const int count : {3, 4}) {
    Opening bolt;
    bolt.name = "bolt";
    bolt.key = "opening.1";
    bolt.how = OpeningHow::laid;
    bolt.form = disc(11);
    bolt.at = {.edge = "top flange", .every = true, .along_from = AlongFrom::middle};
    bolt.at.distance = 15;
    bolt.repeat = {.count = count, .girth_pitch = 90, .centred = true};
    part.making.openings = {bolt};
    const Formed formed = form_part(part);
    size_t holes = 0;
    for (const Blank& b : make_blanks(formed, part.making)) {
      EXPECT_TRUE(formed.prove(b).passed);
      holes += b.openings.size();
    }
    // Of one piece one side is in halves, each a run of its own.
    EXPECT_GE(holes, static_cast<size_t>(4 * count));
  }
}

TEST(RandomPlates, AreProvedOrRefusedWithAReason) {
  Random random(2311);
  const int all = 500, drawn = draws(all);
  int well = 0;
  for (int i = 0; i < drawn; ++i) {
    Part other = cone_part(random.between(0, 5));
    const double base = random.between(150, 600);
    const bool transition = random.one_in(3);
    if (transition) {
      other.asked = Transition{.base = {.profile = {.kind = ProfileKind::rectangle,
                                                    .width = base,
                                                    .length = random.between(150, 600),
                                                    .corner_radius = random.between(10, 50)}},
                               .top = {.profile = {.diameter = random.between(100, 400)}},
                               .height = random.between(150, 500),
                               .shift = {random.between(-40, 40), 0}};
    } else {
      other.asked = Cone{.base = Diameter::mm(base),
                         .top = Diameter::mm(random.between(100, 600)),
                         .height = random.between(150, 500),
                         .shift = {random.one_in(2) ? random.between(-50, 50) : 0, 0}};
    }
    PlateEnd end{.end = random.one_in(2) ? EndName::top : EndName::base,
                 .fit = static_cast<PlateFit>(random.pick(3)),
                 .clearance = random.one_in(2) ? 0 : random.between(0.5, 4)};
    if (end.fit != PlateFit::within) end.width = random.between(10, 80);
    const auto make = [&] {
      const Made m = made_with(other, at_end(end, random.between(0, 12)));
      EXPECT_GT(area(m.blank), 0);
    };
    if (made_or_refused(make, std::to_string(i))) ++well;
  }
  expect_made(well, 375, all, drawn);
}

}  // namespace
}  // namespace juggler::testing
