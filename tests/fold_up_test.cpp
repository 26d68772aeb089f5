// Blanks folded up by their own bend lines and angles alone, face by face: no part of the library that lays
// or proves them has a hand in it.
#include <random>

#include "common.h"

namespace juggler::testing {
namespace {

using std::numbers::pi;

/// A rotation about a line, then where it takes a point.
Vec3 turned_about(Vec3 p, Vec3 at, Vec3 axis, double angle) {
  const Vec3 q = p - at;
  const Vec3 e = 1 / norm(axis) * axis;
  return at + std::cos(angle) * q + std::sin(angle) * cross(e, q) + ((1 - std::cos(angle)) * dot(e, q)) * e;
}

/// The corners of every face in space, for sheets without thickness or radius.
std::vector<std::vector<Vec3>> folded_up(const Blank& b) {
  const Folding& f = *b.folding;
  std::vector<std::vector<Vec3>> space;
  for (const FlatFace& p : f.faces) {
    space.emplace_back();
    for (const Vec2 c : p.corners) space.back().push_back({c.x, c.y, 0});
  }
  // Each bend turns all that hangs beyond it. Every face's bends, from the first face outwards.
  std::vector<bool> seen(f.faces.size());
  std::vector<size_t> reached{0};
  seen[0] = true;
  std::vector<size_t> beyond_of(f.zones.size());
  std::vector<std::pair<size_t, size_t>> order;  // zone, its face farther out
  for (size_t i = 0; i < reached.size(); ++i) {
    for (size_t s = 0; s < f.zones.size(); ++s) {
      const auto a = static_cast<size_t>(f.zones[s].face_a);
      const auto c = static_cast<size_t>(f.zones[s].face_b);
      if (a != reached[i] && c != reached[i]) continue;
      const size_t other = a == reached[i] ? c : a;
      if (seen[other]) continue;
      seen[other] = true;
      reached.push_back(other);
      order.push_back({s, other});
    }
  }
  EXPECT_EQ(reached.size(), f.faces.size());
  const auto hangs_beyond = [&](size_t zone, size_t face) {  // faces on the far side of a zone
    std::vector<bool> far(f.faces.size());
    std::vector<size_t> open{face};
    far[face] = true;
    while (!open.empty()) {
      const size_t p = open.back();
      open.pop_back();
      for (size_t s = 0; s < f.zones.size(); ++s) {
        if (s == zone) continue;
        const auto a = static_cast<size_t>(f.zones[s].face_a);
        const auto c = static_cast<size_t>(f.zones[s].face_b);
        if (a != p && c != p) continue;
        const size_t other = a == p ? c : a;
        if (!far[other]) open.push_back(other);
        far[other] = true;
      }
    }
    return far;
  };
  // From the outermost inwards every line still lies flat when its turn comes.
  for (auto step = order.rbegin(); step != order.rend(); ++step) {
    const auto& [zone, face] = *step;
    const auto bend = std::find_if(bends_of(b).begin(), bends_of(b).end(),
                                   [&, s = static_cast<int>(zone)](const Fold& l) { return l.zone == s; });
    if (bend == bends_of(b).end()) continue;
    const Vec3 at{bend->from.x, bend->from.y, 0};
    Vec3 axis{bend->to.x - bend->from.x, bend->to.y - bend->from.y, 0};
    Vec2 middle;
    const auto& corners = f.faces[face].corners;
    for (const Vec2 c : corners) middle = middle + (1.0 / static_cast<double>(corners.size())) * c;
    // Upwards: the plate to the left of the axis rises.
    const double left = axis.x * (middle.y - at.y) - axis.y * (middle.x - at.x);
    const double angle = bend->turned.radians() * (bend->up ? 1 : -1) * (left > 0 ? 1 : -1);
    const std::vector<bool> far = hangs_beyond(zone, face);
    for (size_t p = 0; p < far.size(); ++p) {
      if (!far[p]) continue;
      for (Vec3& c : space[p]) c = turned_about(c, at, axis, angle);
    }
  }
  return space;
}

/// The greatest difference between distances of corners as folded and as asked: no frame needed.
double mismatch(const std::vector<std::vector<Vec3>>& formed, const Blank& b, const Body& body) {
  std::vector<Vec3> is;
  std::vector<Vec3> should;
  for (size_t p = 0; p < formed.size(); ++p) {
    const BodyFace& face = body.faces[static_cast<size_t>(b.folding->faces[p].face)];
    for (size_t k = 0; k < formed[p].size(); ++k) {
      is.push_back(formed[p][k]);
      should.push_back(face.at(face.corners[k]));
    }
  }
  double worst = 0;
  for (size_t i = 0; i < is.size(); ++i) {
    for (size_t k = 0; k < i; ++k)
      worst = std::max(worst, std::abs(norm(is[i] - is[k]) - norm(should[i] - should[k])));
  }
  // Distances do not tell a part from its mirror image: four corners not in one plane do.
  for (size_t i = 3; i < is.size(); ++i) {
    const auto volume = [&](const std::vector<Vec3>& v) {
      return dot(v[1] - v[0], cross(v[2] - v[0], v[i] - v[0]));
    };
    const double size = std::cbrt(std::abs(volume(should)));
    if (size > 0.05 * body.size) {
      EXPECT_GT(volume(is) * volume(should), 0) << "the part is mirrored";
    }
  }
  return worst;
}

const Sheet film{.thickness = 0};

TEST(FoldUp, PrismsPyramidsAndFrustaOfAnySides) {
  for (int sides = 3; sides <= 12; ++sides) {
    for (const Face up : {Face::inside, Face::outside}) {
      Net n{.sides = sides, .base = {.across_flats = 200}, .height = 130};
      if (sides % 3 == 1) n.top.point = true;
      if (sides % 3 == 2) {
        n.top.across_corners = 90;
        n.shift = {15, -8};
      }
      for (const Blank& b : make_blanks(n, film, {}, {.face_up = up})) {
        const Body body = body_of(n, film);
        EXPECT_LT(mismatch(folded_up(b), b, body), 1e-9 * 200) << sides;
      }
    }
  }
}

TEST(FoldUp, FrustumWithBothEndsSlanting) {
  Net n{.sides = 6, .base = {.across_flats = 240}, .top = {.across_flats = 120}, .height = 300};
  n.trims = {{.end = EndName::top, .height = 220, .tilt = Angle::degrees(25), .uphill = Angle::degrees(50)},
             {.end = EndName::base, .height = 60, .tilt = Angle::degrees(12), .uphill = Angle::degrees(200)}};
  for (const Blank& b : make_blanks(n, film)) {
    const Body body = body_of(n, film);
    EXPECT_LT(mismatch(folded_up(b), b, body), 1e-9 * 300);
  }
}

TEST(FoldUp, HoppersWithFlangesEveryWay) {
  std::mt19937 random(52);
  const auto within = [&](double a, double b) { return std::uniform_real_distribution(a, b)(random); };
  int made = 0;
  for (int i = 0; i < 200; ++i) {
    Hopper h{.base = {within(100, 500), within(100, 500)},
             .top = {within(100, 500), within(100, 500)},
             .height = within(150, 600),
             .shift = {within(-100, 100), within(-100, 100)}};
    h.seam = static_cast<int>(random() % 8);
    h.pieces = random() % 2 ? 2 : 1;
    const FlangeDirection ways[]{FlangeDirection::upright, FlangeDirection::level, FlangeDirection::square};
    h.flanges = {{.end = random() % 2 ? EndName::top : EndName::base,
                  .width = within(5, 25),
                  .direction = ways[random() % 3],
                  .key = "flange.1"}};
    try {
      const Body body = body_of(h, film);
      for (const Blank& b :
           make_blanks(h, film, {}, {.face_up = random() % 2 ? Face::inside : Face::outside}))
        EXPECT_LT(mismatch(folded_up(b), b, body), 1e-9 * body.size) << "seed 52, part " << i;
      ++made;
    } catch (const Refusal& refusal) {
      EXPECT_FALSE(refusal.text().reason.empty());
    }
  }
  EXPECT_GT(made, 150);
}

TEST(FoldUp, ABodyWithANotchBendsBothWays) {
  // An L-shaped prism: six walls, one inner edge.
  Net n;
  const std::vector<Vec2> ell{{0, 0}, {120, 0}, {120, 50}, {45, 50}, {45, 140}, {0, 140}};
  for (const double z : {0.0, 70.0}) {
    for (const Vec2 p : ell) n.points.push_back({p.x, p.y, z});
  }
  for (int i = 0; i < 6; ++i) {
    const int next = (i + 1) % 6;
    n.faces.push_back({"wall " + std::to_string(i + 1), {i, next, next + 6, i + 6}});
  }
  n.faces.push_back({"floor", {5, 4, 3, 2, 1, 0}});
  const std::vector<Blank> blanks = make_blanks(n, film);
  ASSERT_EQ(blanks.size(), 1u);
  const Body body = body_of(n, film);
  EXPECT_LT(mismatch(folded_up(blanks[0]), blanks[0], body), 1e-9 * 200);
  EXPECT_FALSE(crosses_itself(outline(blanks[0]), 1e-9 * blanks[0].size)) << "the notch is a slit";
}

TEST(FoldUp, FacesInOnePlaneStayTogether) {
  // A box whose lid is given as two triangles.
  Net n;
  n.points = {{0, 0, 0},  {90, 0, 0},  {90, 60, 0},  {0, 60, 0},
              {0, 0, 40}, {90, 0, 40}, {90, 60, 40}, {0, 60, 40}};
  n.faces = {{"floor", {3, 2, 1, 0}}, {"lid one", {4, 5, 6}}, {"lid two", {4, 6, 7}}, {"front", {0, 1, 5, 4}},
             {"right", {1, 2, 6, 5}}, {"back", {2, 3, 7, 6}}, {"left", {3, 0, 4, 7}}};
  const std::vector<Blank> blanks = make_blanks(n, film);
  ASSERT_EQ(blanks.size(), 1u);
  EXPECT_NEAR(area(blanks[0]), 2 * (90 * 60 + 60 * 40 + 40 * 90), 1e-9 * 1e5);
  int flat = 0;
  for (const BentZone& s : blanks[0].folding->zones) flat += std::abs(s.turned.radians()) < 1e-12 ? 1 : 0;
  EXPECT_EQ(flat, 1) << "the two triangles are joined flat";
  EXPECT_EQ(bends_of(blanks[0]).size(), 5u) << "and no bend is scheduled between them";
  EXPECT_LT(mismatch(folded_up(blanks[0]), blanks[0], body_of(n, film)), 1e-9 * 120);
}

TEST(FoldUp, PanelsAddUpToTheirFormsAngles) {
  const Panel hat{.profile = {{.line = 25},
                              {.bend = Angle::degrees(80), .to_right = true},
                              {.line = 40},
                              {.bend = Angle::degrees(95)},
                              {.line = 60},
                              {.bend = Angle::degrees(60)},
                              {.line = 40},
                              {.bend = Angle::degrees(100), .to_right = true},
                              {.line = 25}},
                  .run = 300};
  for (const Face up : {Face::inside, Face::outside}) {
    const Blank b = make_blank(hat, film, {}, {.face_up = up});
    EXPECT_LT(mismatch(folded_up(b), b, body_of(hat, film)), 1e-9 * 300);
    double sum = 0;
    for (const Fold& l : bends_of(b)) sum += (l.up == (up == Face::inside) ? 1 : -1) * l.turned.degrees();
    EXPECT_NEAR(sum, -80 + 95 + 60 - 100, 1e-9);
  }
}

}  // namespace
}  // namespace juggler::testing
