// The bench card: its rounded numbers drawn as a person would, held against the blank's outline.
#include "juggler/shop.h"

#include <algorithm>
#include <random>

#include "common.h"

namespace juggler::testing {
namespace {

PieceResult piece_of_part(const Shape& shape, const Sheet& sheet, const Seam& seam,
                          const Making& making = {}) {
  Job job;
  Part part;
  part.shape = std::holds_alternative<Cone>(shape) ? "cone" : "other";
  part.asked = shape;
  part.sheet = sheet;
  part.seam = seam;
  part.making = making;
  job.parts = {part};
  return develop_job(job).pieces.at(0);
}

// Distance of a point from the nearest place of the outline, by many looks.
double off_outline(const Blank& b, Vec2 p) {
  double nearest = HUGE_VAL;
  for (const Arc& arc : outline(b)) {
    if (arc.length == 0) continue;
    const auto away = [&](double s) { return norm(p - point_at(arc, s)); };
    nearest = std::min(nearest, least(away, 0, arc.length).value);
  }
  return nearest;
}

const Edge& edge_of(const Blank& b, EdgeName name) { return *edge(b, name); }

// Every point that the card's numbers put on the plate.
std::vector<Vec2> drawn(const BenchCard& c, const Blank& b) {
  std::vector<Vec2> points;
  for (const CardRim& rim : c.rims) {
    points.insert(points.end(), {rim.left, rim.right});
    const Vec2 chord_middle{c.centre_x, (rim.left.y + rim.right.y) / 2};
    for (size_t i = 0; i < rim.offsets.size(); ++i) {
      const double x = rim.spacing * static_cast<double>(i);
      points.push_back(chord_middle + Vec2{x, rim.offsets[i]});
      points.push_back(chord_middle + Vec2{-x, rim.offsets[i]});
    }
    if (c.marking != Marking::swing || rim.straight) continue;
    // Swing from corner to corner, over the middle of the edge.
    const Vec2 centre{c.centre_x, c.centre_y};
    const Arc& arc = edge_of(b, rim.name).arcs.front();
    const Vec2 middle = point_at(arc, arc.length / 2) - centre;
    const double towards = std::atan2(middle.y, middle.x);
    for (double part = -0.48; part < 0.5; part += 0.12) {
      points.push_back(centre + rim.radius * direction(towards + part * rim.sector.radians()));
    }
  }
  if (c.pointed) points.push_back(c.tip);
  for (const CardPoint& p : c.points) {
    if (p.element == 0 || p.element + 1 == static_cast<int>(c.points.size())) continue;
    if (edge(b, EdgeName::base)) points.push_back(p.base);
    if (edge(b, EdgeName::top)) points.push_back(p.top);
  }
  return points;
}

// A centre, a radius and a corner are each off by half a step at most, in x and in y.
void expect_on_outline(const PieceResult& piece, const Bench& bench, const std::string& about) {
  const BenchCard card = bench_card(piece, bench);
  const double allowed = 1.25 * bench.round_to + piece.blank.fit_error;
  for (const Vec2 p : drawn(card, piece.blank)) {
    EXPECT_LE(off_outline(piece.blank, p), allowed) << about << " at " << p.x << ", " << p.y;
  }
  const Rectangle box = as_laid(piece.blank);
  EXPECT_NEAR(card.width, box.width, bench.round_to / 2 + 1e-9) << about;
  EXPECT_NEAR(card.height, box.height, bench.round_to / 2 + 1e-9) << about;
  EXPECT_NEAR(card.diagonal, std::hypot(box.width, box.height), bench.round_to / 2 + 1e-9) << about;
}

TEST(BenchCard, OfAFoldedBlankIsProvedCornerByCorner) {
  Hopper hopper;
  hopper.base = {.width = 160, .length = 140};
  hopper.top = {.width = 420, .length = 380};
  hopper.height = 300;
  hopper.bend = {.radius = 2, .neutral_factor = 0.42};
  const PieceResult piece = piece_of_part(hopper, sheet_of(2), {}, {});
  const BenchCard card = bench_card(piece, {.round_to = 0.5});
  ASSERT_GE(card.outline.size(), 12u);
  EXPECT_EQ(card_miss(card, piece.blank).distance, 0) << card_miss(card, piece.blank).what;
  for (const auto& change : std::vector<std::function<void(BenchCard&)>>{
           [](BenchCard& c) { c.outline[3].at.x += 0.5; }, [](BenchCard& c) { c.outline[2].to_next += 0.5; },
           [](BenchCard& c) { c.outline[5].radius = 20; }, [](BenchCard& c) { c.outline.pop_back(); },
           [](BenchCard& c) { c.around += 0.5; }, [](BenchCard& c) { c.width += 0.5; },
           [](BenchCard& c) { c.turned = Angle::degrees(c.turned.degrees() + 0.1); }}) {
    BenchCard other = card;
    change(other);
    EXPECT_GT(card_miss(other, piece.blank).distance, 0);
  }
}

TEST(BenchCard, IsProvedOnTheOutline) {
  const Cone cone{.base = Diameter::mm(900), .top = Diameter::mm(380), .height = 500};
  const PieceResult piece = piece_of_part(cone, sheet_of(2), {.lap = 30, .lap_on = SeamEdge::start}, {});
  for (const Bench& bench :
       {Bench{.round_to = 0.5}, Bench{.round_to = 0.5, .reach = 600}, Bench{.round_to = 0.5, .reach = 100}}) {
    const BenchCard card = bench_card(piece, bench);
    EXPECT_EQ(card_miss(card, piece.blank).distance, 0) << card_miss(card, piece.blank).what;
    for (const auto& change : std::vector<std::function<void(BenchCard&)>>{
             [](BenchCard& c) { c.rims[0].left.x += 1.5; }, [](BenchCard& c) { c.rims[0].half_chord += 0.5; },
             [](BenchCard& c) { c.rims[1].length -= 1; }, [](BenchCard& c) { c.seam_start += 1; },
             [](BenchCard& c) { c.diagonal_left += 2; }, [](BenchCard& c) { c.diagonal += 0.5; },
             [](BenchCard& c) { c.rims[1].chord += 1; }, [](BenchCard& c) { c.centre_from_right -= 0.5; },
             [](BenchCard& c) { c.lines.at(0).inside += 0.5; },
             [](BenchCard& c) {
               for (CardRim& rim : c.rims) {
                 rim.radius += 1.5;
                 for (double& offset : rim.offsets) offset += 1.5;
               }
             }}) {
      BenchCard other = card;
      change(other);
      EXPECT_GT(card_miss(other, piece.blank).distance, 0);
    }
  }
}

// How far the rims leave straight lines between what is marked on them: the farthest of many looks.
TEST(BenchCard, SaysHowFarEdgesLeaveStraightLines) {
  Cone cone{.base = Diameter::mm(500), .top = Diameter::mm(355), .height = 700};
  cone.shift = {40, 15};
  for (const Seam& seam : {Seam{.gap = 1}, Seam{.lap = 30, .lap_on = SeamEdge::end}}) {
    Making making;
    making.elements = 16;
    const PieceResult piece = piece_of_part(cone, sheet_of(1), seam, making);
    const BenchCard card = bench_card(piece, {.round_to = 0.5});
    ASSERT_EQ(card.marking, Marking::coordinates);
    double farthest = 0;
    for (const EdgeName name : {EdgeName::base, EdgeName::top}) {
      const Edge& e = edge_of(piece.blank, name);
      std::vector<Vec2> points;
      for (const Element& element : piece.blank.elements)
        points.push_back(name == EdgeName::base ? element.base : element.top);
      points.push_back(e.arcs.front().start);
      points.push_back(end_of(e.arcs.back()));
      std::sort(points.begin(), points.end(), [](Vec2 a, Vec2 b) { return a.x < b.x; });
      for (const Arc& arc : e.arcs) {
        for (int i = 0; i <= 200; ++i) {
          const Vec2 p = point_at(arc, arc.length * i / 200);
          double nearest = HUGE_VAL;
          for (size_t k = 0; k + 1 < points.size(); ++k)
            nearest = std::min(nearest, juggler::nearest(p, line(points[k], points[k + 1])).distance);
          farthest = std::max(farthest, nearest);
        }
      }
    }
    EXPECT_NEAR(card.between_points, farthest, 1e-3 * farthest);
  }
}

// What is marked besides the edges: openings, corners beyond an edge, lines of stock, crossings.
TEST(BenchCard, OfOpeningsAndAdditionsIsProved) {
  const Cone cone{.base = Diameter::mm(900), .top = Diameter::mm(380), .height = 500};
  Making making;
  Opening slot;
  slot.form.profile = {.kind = ProfileKind::rectangle, .width = 60, .length = 110, .corner_radius = 12};
  slot.how = OpeningHow::laid;
  slot.at.angle = Angle::degrees(90);
  slot.at.height = 240;
  slot.turn = Angle::degrees(20);
  Opening hole = slot;
  hole.form.profile = {.diameter = 90};
  hole.at.angle = Angle::degrees(250);
  making.openings = {slot, hole};
  making.edges = {{.on = "seam_end", .width = 25, .key = "edge.1"}};
  const PieceResult piece = piece_of_part(cone, sheet_of(2), {.gap = 3, .stock = 20}, making);
  const BenchCard card = bench_card(piece, {.round_to = 0.5});
  ASSERT_EQ(card.openings.size(), 2u);
  ASSERT_FALSE(card.tabs.empty());
  ASSERT_EQ(card.lines.size(), 2u);
  EXPECT_EQ(card_miss(card, piece.blank).distance, 0) << card_miss(card, piece.blank).what;
  for (const auto& change : std::vector<std::function<void(BenchCard&)>>{
           [](BenchCard& c) { c.openings[0].at.x += 1; }, [](BenchCard& c) { c.openings[0].width += 0.5; },
           [](BenchCard& c) { c.openings[0].corner.y -= 1; },
           [](BenchCard& c) { c.openings[1].diameter /= 2; }, [](BenchCard& c) { c.tabs[0].from.y += 1; },
           [](BenchCard& c) { c.tabs[0].apart += 1.5; }, [](BenchCard& c) { c.lines[1].inside = 23; },
           [](BenchCard& c) { c.rims[0].crossing += 1.5; }}) {
    BenchCard other = card;
    change(other);
    EXPECT_GT(card_miss(other, piece.blank).distance, 0);
  }
}

TEST(BenchCard, RedrawnByBoxAndSwingLandsOnTheOutline) {
  std::mt19937 engine(3);
  const auto between = [&](double lo, double hi) { return std::uniform_real_distribution(lo, hi)(engine); };
  int beyond_half_a_turn = 0;
  for (int i = 0; i < 120; ++i) {
    const double r = between(40, 900);
    const double other = i % 7 == 0 ? r : between(0.15, 0.95) * r;
    Cone cone{.base = Radius::mm(r), .top = Radius::mm(other), .height = between(0.1, 2) * r};
    if (i % 3 == 1) std::swap(cone.base, cone.top);
    if (i % 5 == 2) cone.top = Pointed{};
    if (i % 5 == 2) cone.base = Radius::mm(r);
    const Bench bench{.round_to = i % 2 ? 0.5 : 25.4 / 32};
    Seam seam{.gap = 2};
    if (i % 4 == 3) seam = {.pieces = 2};
    const PieceResult piece =
        piece_of_part(cone, sheet_of(1.5), seam, {.face_up = i % 2 ? Face::inside : Face::outside});
    EXPECT_EQ(bench_card(piece, bench).marking, Marking::swing);
    const auto& sector = piece.blank.sector;
    beyond_half_a_turn += sector.degrees() > 180;
    expect_on_outline(piece, bench, "cone " + std::to_string(i));
  }
  EXPECT_GT(beyond_half_a_turn, 20);
}

TEST(BenchCard, OfWhatWindsLandsOnTheOutline) {
  const Flight flight{.shaft = 60, .outside = 200, .pitch = 160, .turns = 1.4};
  std::vector<Shape> shapes{flight, Coil{.inside = 80, .spacing = 12, .turns = 3, .width = 60}};
  for (const StripEnds ends : {StripEnds::square, StripEnds::level, StripEnds::upright, StripEnds::round})
    shapes.push_back(
        HelicalStrip{.body_diameter = 180, .width = 50, .pitch = 150, .turns = 1.2, .ends = ends});
  for (const Shape& shape : shapes) {
    const PieceResult piece = piece_of_part(shape, sheet_of(2, Face::middle), {});
    expect_on_outline(piece, {}, piece.blank.notes.empty() ? "strip" : piece.blank.notes.front().in({}));
    JobResult job;
    job.pieces.push_back(piece);
    const auto* strip = std::get_if<HelicalStrip>(&shape);
    bool box = false;
    bool half_circle = false;
    for (const std::string& line : card_lines(job, piece)) {
      box = box || has(line, "The box is the blank");
      half_circle = half_circle || has(line, "swing a half circle of radius 25.0 mm about");
      EXPECT_LT(line.size(), 130U) << line;
    }
    const bool rectangle = std::holds_alternative<Coil>(shape) || (strip && strip->ends == StripEnds::square);
    EXPECT_EQ(box, rectangle);
    EXPECT_EQ(half_circle, strip && strip->ends == StripEnds::round);
    if (!strip) continue;
    // Elements are stepped off from the corners.
    for (const Element& e : piece.blank.elements) {
      const Arc& base = edge(piece.blank, EdgeName::base)->arcs.front();
      const double along = std::min(norm(e.base - base.start), norm(e.base - end_of(base)));
      EXPECT_NEAR(std::min(e.base_run, base.length - e.base_run), along, 1e-6) << e.number;
    }
  }
}

TEST(BenchCard, OfAParallelogramLandsOnTheOutline) {
  Transition skew;
  skew.base.profile.kind = skew.top.profile.kind = ProfileKind::polyline;
  skew.base.profile.open = skew.top.profile.open = true;
  skew.base.profile.points = {{0, 0}, {300, 0}};
  skew.top.profile.points = {{90, 80}, {330, 80}};
  skew.height = 200;
  expect_on_outline(piece_of_part(skew, sheet_of(1), {}), {}, "open");
}

TEST(BenchCard, PastReachOffsetsFromTheChordLandOnTheOutline) {
  for (const double top : {2900.0, 2990.0, 2999.999, 3000.0}) {
    for (const bool up : {true, false}) {
      Cone cone{.base = Diameter::mm(3000), .top = Diameter::mm(top), .height = 1500};
      if (!up) std::swap(cone.base, cone.top);
      const PieceResult piece = piece_of_part(cone, sheet_of(4), {.gap = 2});
      Bench bench{.reach = 3000};
      EXPECT_EQ(bench_card(piece, bench).marking, top == 3000 ? Marking::swing : Marking::offsets);
      expect_on_outline(piece, bench, "top " + std::to_string(top));
      bench.spacing = 400;
      expect_on_outline(piece, bench, "spaced, top " + std::to_string(top));
      for (const CardRim& rim : bench_card(piece, bench).rims)
        EXPECT_TRUE(rim.offsets.empty() || rim.spacing == 400);
    }
  }
}

TEST(BenchCard, CoordinatesOfTrimmedAndOffsetPartsLandOnTheOutline) {
  const Trim slant{.height = 400, .tilt = Angle::degrees(25), .uphill = Angle::degrees(30)};
  const Shape shapes[]{
      Cylinder{.size = Diameter::mm(500), .height = 700, .trims = {slant}},
      Cone{.base = Diameter::mm(620), .top = Diameter::mm(155), .height = 780, .trims = {slant}},
      Cone{.base = Diameter::mm(620), .top = Diameter::mm(300), .height = 500, .shift = {250, 80}},
      Cone{.base = Diameter::mm(620), .top = Pointed{}, .height = 500, .shift = {90, 80}}};
  for (const Shape& shape : shapes) {
    const PieceResult piece = piece_of_part(shape, sheet_of(2, Face::middle), {.gap = 2}, {.elements = 24});
    const BenchCard card = bench_card(piece, {});
    EXPECT_EQ(card.marking, Marking::coordinates);
    EXPECT_EQ(card.points.size(), 25u);
    EXPECT_GT(card.between_points, 0);
    for (const CardCorner& corner : card.corners) EXPECT_LE(off_outline(piece.blank, corner.at), 0.5);
    expect_on_outline(piece, {}, "shape");
  }
}

TEST(BenchCard, SweepsTapeAndWhatRoundingDoes) {
  const PieceResult piece = piece_of_part(cyclone(), sheet_of(2), {.gap = 1.5});
  const Bench fine{.round_to = 1e-3};
  const BenchCard c = bench_card(piece, fine);
  const double cosine = 780 / std::hypot(232.5, 780);
  EXPECT_NEAR(c.sweeps[0].inside_least, 310 / cosine, 1e-3) << "R / cos half angle";
  EXPECT_NEAR(c.sweeps[0].inside_most, 310 / cosine, 1e-3);
  EXPECT_NEAR(c.sweeps[1].outside_least, 77.5 / cosine + 2, 1e-3);
  EXPECT_NEAR(c.tape_base, 2 * std::numbers::pi * (310 + 2 * cosine), 1e-3);
  // Redrawn from its own rounded numbers, by another formula: radius times the angle between the corners.
  const BenchCard coarse = bench_card(piece, {.round_to = 5});
  for (const CardRim& rim : coarse.rims) {
    const Vec2 a = rim.left - Vec2{coarse.centre_x, coarse.centre_y};
    const Vec2 b = rim.right - Vec2{coarse.centre_x, coarse.centre_y};
    const double drawn_length = rim.radius * std::acos(dot(a, b) / norm(a) / norm(b));
    EXPECT_NEAR(rim.girth_change, drawn_length - length_of(edge_of(piece.blank, rim.name).arcs), 1e-6);
  }
}

TEST(BenchCard, LengthsAreRoundedCorrectlyInMillimetresAndInches) {
  EXPECT_EQ(shown_rounded(1700.5, 0.5, {}), "1700.5 mm");
  EXPECT_EQ(shown_rounded(1700, 0.5, {}), "1700.0 mm");
  EXPECT_EQ(shown_rounded(12, 1, {}), "12 mm");
  const Units inch = *find_units("in");
  EXPECT_EQ(shown_rounded(25.4 * (24 + 7.0 / 32), 25.4 / 32, inch), "24-7/32 in");
  EXPECT_EQ(shown_rounded(25.4 * 1.5, 25.4 / 32, inch), "1-1/2 in");
  EXPECT_EQ(shown_rounded(25.4 * 3, 25.4 / 16, inch), "3 in");
  EXPECT_EQ(shown_rounded(25.4 * -0.25, 25.4 / 32, inch), "-1/4 in");
  EXPECT_EQ(shown_rounded(25.4 * 0.1, 2.54, inch), "0.1 in");
}

TEST(Rolls, SayWhatTheyLeaveAndWhatTheyCannot) {
  const PieceResult piece =
      piece_of_part(Cylinder{.size = Diameter::mm(400), .height = 900}, sheet_of(2), {.gap = 1});
  const Rolls rolls{.width = 800, .least_radius = 250, .flat_end = 60};
  const RollingRemarks said = rolling_remarks(piece, rolls);
  ASSERT_EQ(said.notes.size(), 1u);
  // The end of a flat 60 long on a circle of 200: sqrt(200^2 + 60^2) - 200.
  EXPECT_TRUE(has(said.notes[0], "8.806 mm at the base")) << said.notes[0];
  EXPECT_TRUE(has(said.notes[0], "stock of 60.000 mm"));
  ASSERT_EQ(said.warnings.size(), 3u);
  EXPECT_TRUE(has(said.warnings[0], "900.000 mm is wider than the rolls, 800.000 mm"));
  EXPECT_TRUE(has(said.warnings[1], "200.000 mm inside radius"));
  const PieceResult with_stock =
      piece_of_part(Cylinder{.size = Diameter::mm(400), .height = 900}, sheet_of(2), {.gap = 1, .stock = 70});
  EXPECT_TRUE(has(rolling_remarks(with_stock, {.flat_end = 60}).notes.at(0), "covers it"));
  EXPECT_TRUE(rolling_remarks(piece, {}).notes.empty());
}

// How many steps there are, and how many of them have no check before the next one.
struct StepCount {
  int steps = 0;
  int unchecked = 0;
};

StepCount count_steps(const std::vector<std::string>& lines) {
  StepCount count;
  bool checked = true;
  for (const std::string& line : lines) {
    const bool begins = line.size() > 3 && std::isdigit(line[1]) != 0 && line[2] == ' ' && line[3] == ' ';
    const bool ends = line.empty() && count.steps > 0;
    if ((begins || ends) && !checked) ++count.unchecked;
    if (begins) ++count.steps;
    if (begins || ends) checked = ends;
    checked = checked || has(line, "check: ");
  }
  return count;
}

TEST(CardText, EveryStepOfEveryMarkingHasACheck) {
  const Trim slant{.height = 400, .tilt = Angle::degrees(25)};
  const Shape shapes[]{cyclone(), Cylinder{.size = Diameter::mm(500), .height = 700, .trims = {slant}},
                       Cone{.base = Diameter::mm(600), .top = Pointed{}, .height = 300},
                       Cone{.base = Diameter::mm(3000), .top = Diameter::mm(2900), .height = 1500}};
  for (const Shape& shape : shapes) {
    JobResult job;
    job.job.bench.reach = 4000;
    job.pieces = {piece_of_part(shape, sheet_of(2), {.gap = 2})};
    const StepCount count = count_steps(card_lines(job, job.pieces[0]));
    EXPECT_EQ(count.unchecked, 0);
    EXPECT_GE(count.steps, 5);
  }
}

TEST(CardText, HasAStepAndACheckForEverything) {
  JobResult job;
  job.pieces = {piece_of_part(cyclone(), sheet_of(2), {.gap = 1.5}, {.number = "HL-101"})};
  std::string text;
  for (const std::string& line : card_lines(job, job.pieces[0])) {
    EXPECT_LE(line.size(), 100u);
    text += line + "\n";
  }
  for (const char* said :
       {"Square up a box 1701.0 mm wide and 916.5 mm high", "both diagonals measure 1932.5 mm",
        "swing the base edge, radius 1088.5 mm", "swing the top edge, radius 274.5 mm",
        "half the chord, 850.5 mm", "Sector 102.757 deg", "Girth by tape on the outside, base: 1960.0 mm"}) {
    EXPECT_TRUE(has(text, said)) << said << "\n" << text;
  }
  size_t steps = 0;
  size_t checks = 0;
  for (size_t at = 0; (at = text.find("check: ", at)) != std::string::npos; ++at) ++checks;
  for (int i = 1; has(text, "\n " + std::to_string(i) + "  "); ++i) ++steps;
  EXPECT_EQ(steps, 8u);
  EXPECT_GE(checks, steps) << "a check at every step";
}

}  // namespace
}  // namespace juggler::testing
