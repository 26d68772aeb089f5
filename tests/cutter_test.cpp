// Ends cut in a way that the library does not know: all that it takes is a Cutter.
#include "common.h"
#include "juggler/measure.h"

namespace juggler::testing {
namespace {

// A ball that stands above the part: what an end on top meets is its lower side.
struct Ball {
  Vec3 centre;
  double radius = 0;

  [[nodiscard]] Cut cut(const Ruling& r, double layer) const {
    const Vec3 p = r.c + layer * r.n - centre;
    const double half = dot(p, r.e);
    const double under = half * half - dot(p, p) + radius * radius;
    if (under <= 0) return {1e12, 0};
    const double s = -half - std::sqrt(under);
    const Vec3 out = p + s * r.e;
    return {s, -dot(out, r.dc + layer * r.dn + s * r.de) / dot(out, r.e)};
  }
  [[nodiscard]] double beyond(Vec3 p) const { return radius - norm(p - centre); }
  [[nodiscard]] Cutter cutter(Contact contact, double layer) const {
    return {EndName::top,
            contact,
            layer,
            [ball = *this](const Ruling& r, double own) { return ball.cut(r, own); },
            [ball = *this](Vec3 p) { return ball.beyond(p); },
            [ball = *this](Vec3 p) { return 1 / norm(ball.centre - p) * (ball.centre - p); }};
  }
};

constexpr double radius = 150;  // of the tube's inside
constexpr double thickness = 2;

Ruling tube_ruling(double u) {
  const Vec3 out{std::cos(u), std::sin(u), 0};
  const Vec3 round{-out.y, out.x, 0};
  return {radius * out, {0, 0, 1}, out, radius * round, {}, round};
}

Form tube_piece(const Span& span, const std::vector<Cutter>& cutters) {
  Form f;
  f.wall = in_stretches(span.from - span.before, span.to + span.after, pi / 4, tube_ruling);
  f.before = span.before;
  f.after = span.after;
  f.thickness = thickness;
  f.neutral_depth = 0.45 * thickness;
  f.cutters = cutters;
  f.base = rim_of(cutters, EndName::base, f.wall, f.thickness);
  f.top = rim_of(cutters, EndName::top, f.wall, f.thickness);
  f.size = 500;
  return f;
}

Part under_ball(const Ball& ball, Contact contact, double layer) {
  const std::vector<Cutter> cutters{plane_cutter(EndName::base, {{0, 0, 1}, 0}, Contact::inside, 0),
                                    ball.cutter(contact, layer)};
  OwnShape shape;
  shape.form = [cutters](const Part& part) {
    return formed_of_wall(
        part, [=](const Span& span) { return tube_piece(span, cutters); }, 300);
  };
  return {.shape = "tube under a ball",
          .asked = shape,
          .sheet = {.thickness = thickness, .neutral_factor = 0.45},
          .seam = {.gap = 1}};
}

const Ball ball{{60, -20, 560}, 330};

// The height at which the ball stands over a place of the plan.
double under_ball_at(double x, double y) {
  const double across = std::hypot(x - ball.centre.x, y - ball.centre.y);
  return ball.centre.z - std::sqrt(ball.radius * ball.radius - across * across);
}

double height_on(double layer, double u) {
  return under_ball_at((radius + layer) * std::cos(u), (radius + layer) * std::sin(u));
}

double top_of_edge(double u, Contact contact) {
  const double in = height_on(0, u);
  const double out = height_on(thickness, u);
  return contact == Contact::clear ? std::min(in, out) : contact == Contact::full ? std::max(in, out) : in;
}

// The length of the developed rim less that of the gap, by chords.
double rim_by_chords(Contact contact) {
  const double neutral = radius + 0.45 * thickness;
  constexpr int steps = 200000;
  double sum = 0;
  for (int i = 0; i < steps; ++i) {
    const double a = top_of_edge(two_pi * i / steps, contact);
    const double b = top_of_edge(two_pi * (i + 1) / steps, contact);
    sum += std::hypot(neutral * two_pi / steps, b - a);
  }
  return sum;
}

}  // namespace

TEST(Cutter, AnEndMeetsABallOnTheLayersItsContactNames) {
  for (const auto& [contact, layer] :
       {std::pair{Contact::inside, 0.0}, {Contact::clear, 0.0}, {Contact::full, 0.0}}) {
    const std::vector<PieceResult> made = develop(under_ball(ball, contact, layer));
    ASSERT_EQ(made.size(), 1U);
    EXPECT_TRUE(made.front().proof.passed);
    const Form& f = *made.front().formed->form;
    for (int i = 0; i < 360; ++i) {
      const double u = f.from() + two_pi * (i + 0.37) / 360;
      EXPECT_NEAR(f.top(u).s, top_of_edge(u, contact), 1e-9);
    }
    EXPECT_NEAR(rim_length(f, EndName::top, f.neutral_depth), rim_by_chords(contact), 1e-6);
  }
}

TEST(Cutter, ElementsAndBevelsFollowIt) {
  const std::vector<PieceResult> made = develop(under_ball(ball, Contact::clear, 0));
  for (const Element& e : made.front().blank.elements) {
    const double u = e.plan.radians();
    EXPECT_NEAR(e.length, top_of_edge(u, Contact::clear), 1e-9);
    ASSERT_TRUE(e.top_bevel);
    EXPECT_NEAR(std::max(height_on(0, u), height_on(thickness, u)) - e.length,
                std::max(e.top_bevel->inside, e.top_bevel->outside), 1e-9);
  }
}

// A shape of one's own says what is drawn; it is mirrored for it, cutters and all.
TEST(Cutter, TheTwinIsCutByTheBallInTheMirror) {
  Part part = under_ball(ball, Contact::clear, 0);
  part.making.hand = Hand::opposite;
  const std::vector<PieceResult> made = develop(part);
  EXPECT_TRUE(made.front().proof.passed);
  for (const Element& e : made.front().blank.elements)
    EXPECT_NEAR(e.length, top_of_edge(-e.plan.radians(), Contact::clear), 1e-9);
}

TEST(Cutter, ABlankUnderAnotherBallFailsItsProof) {
  const Blank blank = std::move(develop(under_ball(ball, Contact::inside, 0)).front().blank);
  Ball lower = ball;
  lower.centre.z -= 0.01;
  const Part other = under_ball(lower, Contact::inside, 0);
  const Proof proof = form_part(other).prove(blank);
  EXPECT_FALSE(proof.passed);
  EXPECT_GT(proof.greatest_distance, 0.005);
}

}  // namespace juggler::testing
