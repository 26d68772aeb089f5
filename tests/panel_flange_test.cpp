// Flanges folded at the ends of a panel's run, against lengths worked out by hand and metal looked for in
// space.
#include "draw.h"

namespace juggler::testing {
namespace {

using std::numbers::pi;

Part channel(PanelFace face, double thickness = 2, double turned = 90) {
  Part part;
  part.shape = "panel";
  Panel p;
  p.profile = {{.line = 60},
               {.bend = Angle::degrees(turned)},
               {.line = 200},
               {.bend = Angle::degrees(turned)},
               {.line = 60}};
  p.run = 400;
  p.sizes_on = face;
  p.bend.radius = 2;
  p.bend.neutral_factor = 0.4;
  part.asked = p;
  part.sheet = {.thickness = thickness};
  return part;
}
Panel& panel_of(Part& part) { return std::get<Panel>(part.asked); }

PieceResult only_piece(const Part& part) {
  std::vector<PieceResult> pieces = develop(part);
  EXPECT_EQ(pieces.size(), 1U);
  EXPECT_TRUE(pieces.front().proof.passed)
      << pieces.front().proof.greatest_distance << " " << pieces.front().proof.where.in({});
  return pieces.front();
}

// A leg ends (2 + d) tan(x/2) before the run does, d the size face's depth below the concave one; the fold
// takes x (2 + 0.4 t), and the flat is the width less the same.
TEST(PanelFlanges, TakeOfRunAndWidthWhatTheirFoldsTake) {
  for (const PanelFace face : {PanelFace::left, PanelFace::right, PanelFace::middle, PanelFace::concave_side,
                               PanelFace::convex_side}) {
    for (const bool right : {false, true}) {
      for (const double degrees : {60.0, 90.0, 120.0}) {
        const double t = 2;
        Part part = channel(face);
        panel_of(part).flanges = {
            {.width = 25, .turned = Angle::degrees(degrees), .to_right = right, .key = "flange.1"}};
        const double depth = face == PanelFace::middle                                  ? t / 2
                             : face == PanelFace::concave_side                          ? 0
                             : face == PanelFace::convex_side                           ? t
                             : (face == PanelFace::left) != right /* the concave one */ ? 0
                                                                                        : t;
        const double x = degrees * pi / 180, back = (2 + depth) * std::tan(x / 2);
        const PieceResult piece = only_piece(part);
        EXPECT_NEAR(as_laid(piece.blank).height, 400 - back + x * (2 + 0.4 * t) + 25 - back, 1e-9);
        int folds = 0;
        for (const Fold& f : bends_of(piece.blank)) {
          if (f.datum != "run end flange") continue;
          ++folds;
          EXPECT_NEAR(f.datum_from, 25 - back + x * (2 + 0.4 * t) / 2, 1e-9);
          EXPECT_EQ(f.turned.degrees(), degrees);
        }
        EXPECT_EQ(folds, 3);
      }
    }
  }
}

TEST(PanelFlanges, BothEndsReachToTheRun) {
  Part part = channel(PanelFace::right);
  panel_of(part).flanges = {{.width = 25, .key = "flange.1"},
                            {.at_end = false, .width = 20, .to_right = true, .key = "flange.2"}};
  const Box3 box = box_of(body_of(panel_of(part), part.sheet));
  // Folded to the left the right face is the outer one and lies in the run's end; folded to the right it is
  // the inner one, and the other lies the thickness beyond.
  EXPECT_NEAR(box.high.z, 400, 1e-9);
  EXPECT_NEAR(box.low.z, -2, 1e-9);
  part.making.hand = Hand::opposite;
  const Box3 twin = box_of(*form_part(part).body);
  EXPECT_NEAR(twin.high.z, 402, 1e-9);
  EXPECT_NEAR(twin.low.z, 0, 1e-9);
}

// All places on the free sides of a flange, on both of its faces.
std::vector<Vec3> border(const BodyFace& f, double t) {
  std::vector<Vec3> all;
  for (size_t k = 1; k < f.corners.size(); ++k) {
    const Vec2 a = f.corners[k], b = f.corners[(k + 1) % f.corners.size()];
    for (int i = 0; i <= 200; ++i) {
      for (const double layer : {0.0, t / 2, t})
        all.push_back(f.at(a + i / 200.0 * (b - a)) + layer * f.normal);
    }
  }
  return all;
}
double apart(const BodyFace& a, const BodyFace& b, double t) {
  double least = HUGE_VAL;
  const std::vector<Vec3> others = border(b, t);
  for (const Vec3 p : border(a, t)) {
    for (const Vec3 q : others) least = std::min(least, norm(p - q));
  }
  return least;
}
const BodyFace& face_of(const Body& body, const std::string& name) {
  return *std::find_if(body.faces.begin(), body.faces.end(),
                       [&](const BodyFace& f) { return f.name == name; });
}

TEST(PanelFlanges, MitredCornersAreAsFarApartAsAsked) {
  for (const double bend : {40.0, 90.0, 130.0}) {
    for (const double fold : {45.0, 90.0, 115.0}) {
      for (const double clearance : {0.0, 1.5}) {
        Part part = channel(PanelFace::right, 2, bend);
        panel_of(part).profile.pop_back();
        panel_of(part).profile.pop_back();
        panel_of(part).flanges = {
            {.width = 40, .turned = Angle::degrees(fold), .clearance = clearance, .key = "flange.1"}};
        panel_of(part).profile[0].line = 150;
        panel_of(part).profile[2].line = 160;
        const Body body = body_of(panel_of(part), part.sheet);
        const double least =
            apart(face_of(body, "run end flange, leg 1"), face_of(body, "run end flange, leg 2"), 2);
        // Places on both lie half a step beside each other at most.
        EXPECT_GE(least, clearance - 1e-9) << bend << " " << fold;
        EXPECT_LE(least, clearance + 0.3) << bend << " " << fold;
        (void)only_piece(part);
      }
    }
  }
}

TEST(PanelFlanges, AProofSeesAnotherWidthAngleOrSide) {
  Part part = channel(PanelFace::middle);
  panel_of(part).flanges = {{.width = 25, .key = "flange.1"}};
  const PieceResult piece = only_piece(part);
  for (int i = 0; i < 3; ++i) {
    Part other = part;
    PanelFlange& f = panel_of(other).flanges.front();
    if (i == 0) f.width = 25.01;
    if (i == 1) f.turned = Angle::degrees(90.01);
    if (i == 2) f.to_right = true;
    EXPECT_FALSE(form_part(other).prove(piece.blank).passed) << i;
  }
}

TEST(PanelFlanges, AreRefusedAtTheirKeys) {
  const auto key = [](const std::function<void(Panel&)>& change) -> std::string {
    Part part = channel(PanelFace::right);
    panel_of(part).flanges = {{.width = 25, .key = "flange.1"}};
    change(panel_of(part));
    try {
      (void)develop(part);
    } catch (const Refusal& refusal) {
      return refusal.text().key;
    }
    return "";
  };
  EXPECT_EQ(key([](Panel& p) { p.flanges[0].width.reset(); }), "flange.1.width");
  EXPECT_EQ(key([](Panel& p) { p.flanges[0].width = 3; }), "flange.1.width");
  EXPECT_EQ(key([](Panel& p) { p.flanges[0].width = 80; }), "flange.1.width");  // past the mitres of leg 1
  EXPECT_EQ(key([](Panel& p) { p.flanges[0].turned = Angle::degrees(151); }), "flange.1.angle");
  EXPECT_EQ(key([](Panel& p) { p.flanges[0].clearance = -1; }), "flange.1.clearance");
  EXPECT_EQ(key([](Panel& p) { p.flanges.push_back({.width = 5, .key = "flange.2"}); }), "flange.1.end");
  EXPECT_EQ(key([](Panel& p) { p.end = PanelMitre{.angle = Angle::degrees(10), .key = "mitre.end"}; }),
            "flange.1.end");
  EXPECT_EQ(key([](Panel& p) { p.run = 3; }), "run");
  // Legs that lean towards each other: their flanges lie over each other in one plane.
  EXPECT_EQ(key([](Panel& p) {
              p.profile[0].line = p.profile[4].line = 88;
              p.profile[1].bend = p.profile[3].bend = Angle::degrees(120);
              p.profile[2].line = 100;
              p.flanges[0].width = 18;
            }),
            "flange");
  // Over each other, from both legs into the middle.
  EXPECT_EQ(key([](Panel& p) {
              p.profile[0].line = p.profile[4].line = 400;
              p.flanges[0].width = 101;
            }),
            "flange.1.width");
}

// Whether places of a flange, well within it, lie in another one's metal.
bool reaches_into(const BodyFace& a, const BodyFace& b, double t) {
  Outline other;
  for (size_t k = 0; k < b.corners.size(); ++k) other.push_back(b.side(k));
  const Vec2 middle = 0.25 * (a.corners[0] + a.corners[1] + a.corners[2] + a.corners[3]);
  for (size_t k = 0; k < a.corners.size(); ++k) {
    for (int i = 0; i <= 20; ++i) {
      const Vec2 from = a.corners[k], to = a.corners[(k + 1) % a.corners.size()];
      const Vec2 on = from + i / 20.0 * (to - from);
      const Vec3 p = a.at(on + 1e-3 * (middle - on)) + t / 2 * a.normal;
      const double depth = dot(p - b.origin, b.normal);
      if (depth > 0 && depth < t && contains(other, {dot(p - b.origin, b.x), dot(p - b.origin, b.y)}))
        return true;
    }
  }
  return false;
}
void expect_clear(const Body& body, const std::string& about) {
  for (const BodyFace& a : body.faces) {
    for (const BodyFace& b : body.faces) {
      if (&a != &b && a.flange && b.flange)
        EXPECT_FALSE(reaches_into(a, b, body.thickness)) << about << ": " << a.name << " and " << b.name;
    }
  }
}

TEST(RandomPanelFlanges, AreProvedOrRefusedWithAReason) {
  Random random(815);
  const int all = 500, drawn = draws(all);
  int well = 0;
  for (int i = 0; i < drawn; ++i) {
    Part part;
    part.shape = "panel";
    Panel p;
    const int lines = 1 + random.pick(4);
    for (int k = 0; k < lines; ++k) {
      if (k > 0) {
        ProfileStep turn;
        const Angle by = Angle::degrees(random.between(15, 130));
        if (random.one_in(4)) {
          turn.arc = by;
          turn.radius = random.between(15, 120);
        } else {
          turn.bend = by;
        }
        turn.to_right = random.one_in(2);
        p.profile.push_back(turn);
      }
      p.profile.push_back({.line = random.between(50, 250)});
    }
    p.run = random.between(60, 600);
    p.sizes_on = static_cast<PanelFace>(random.pick(5));
    p.bend.radius = random.between(0.5, 5);
    p.bend.neutral_factor = random.between(0.3, 0.5);
    for (const bool end : {false, true}) {
      if (random.one_in(4)) continue;
      p.flanges.push_back({.at_end = end,
                           .width = random.between(10, 50),
                           .turned = Angle::degrees(random.one_in(2) ? 90 : random.between(20, 150)),
                           .to_right = random.one_in(2),
                           .clearance = random.one_in(2) ? 0 : random.between(0.2, 3),
                           .key = end ? "flange.2" : "flange.1"});
    }
    part.asked = p;
    part.sheet = {.thickness = random.between(0.5, 4)};
    part.making.hand = random.one_in(2) ? Hand::as_drawn : Hand::opposite;
    part.making.face_up = random.one_in(2) ? Face::inside : Face::outside;
    const auto make = [&] {
      const Formed formed = form_part(part);
      const std::vector<Blank> blanks = make_blanks(formed, part.making);
      expect_clear(*formed.body, std::to_string(i));
      for (const Blank& b : blanks) {
        const Proof proof = formed.prove(b);
        EXPECT_TRUE(proof.passed) << i << ": " << proof.greatest_distance << " " << proof.where.in({}) << ", "
                                  << proof.number.in({});
        EXPECT_FALSE(overlaps_itself(b)) << i;
      }
    };
    if (made_or_refused(make, std::to_string(i))) ++well;
  }
  expect_made(well, 300, all, drawn);
}

}  // namespace
}  // namespace juggler::testing
