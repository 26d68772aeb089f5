// Where parts stand: every way of placing against points worked out by hand, and what is refused.
#include "common.h"
#include "juggler/develop.h"

namespace juggler::testing {
namespace {

using std::numbers::pi;

void expect_near(Vec3 a, Vec3 b, double within = 1e-12) {
  EXPECT_LT(norm(a - b), within) << a.x << " " << a.y << " " << a.z;
}

void expect_right_handed(const Frame& f) {
  for (const Vec3 w : {f.x, f.y, f.z}) EXPECT_NEAR(norm(w), 1, 1e-14);
  expect_near(cross(f.x, f.y), f.z, 1e-14);
  expect_near(cross(f.y, f.z), f.x, 1e-14);
}

Part tube(const std::string& name, std::optional<PartPlace> place = {}) {
  Part p;
  p.name = name;
  p.shape = "cylinder";
  p.asked = Cylinder{.size = Diameter::mm(250), .height = 700};
  p.sheet = sheet_of(2);
  p.place = std::move(place);
  return p;
}

TEST(Places, WithoutOnePartsStandInTheJobsFrame) {
  const std::vector<Part> parts{tube("one"), tube("other")};
  for (const Frame& f : frames_of(parts)) {
    expect_near(f.origin, {});
    expect_near(f.place({1, 2, 3}), {1, 2, 3});
  }
}

TEST(Places, LeanByTheShortestTurn) {
  for (const double lean : {0.0, 1e-9, 30.0, 90.0, 150.0, 180.0}) {
    for (const double towards : {0.0, 40.0, 200.0}) {
      PartPlace p{.at = Vec3{10, 20, 30}, .lean = Angle::degrees(lean), .towards = Angle::degrees(towards)};
      const Frame f = frame_of(p);
      expect_right_handed(f);
      expect_near(f.origin, {10, 20, 30});
      const double l = lean * pi / 180;
      const double t = towards * pi / 180;
      expect_near(f.z, {std::sin(l) * std::cos(t), std::sin(l) * std::sin(t), std::cos(l)});
      // The level line about which it turns stays; what points to where it leans goes down by as much.
      expect_near(f.way({-std::sin(t), std::cos(t), 0}), {-std::sin(t), std::cos(t), 0});
      expect_near(f.way({std::cos(t), std::sin(t), 0}),
                  {std::cos(l) * std::cos(t), std::cos(l) * std::sin(t), -std::sin(l)});
      // Turned about its own axis before.
      p.spin = Angle::degrees(90);
      expect_near(frame_of(p).x, f.y);
      expect_near(frame_of(p).z, f.z);
    }
  }
}

TEST(Places, OnAnotherPartAreThoseOfABranch) {
  // Square to the main at plan angle 0, seen from outside: to the right is +y, plan angle 0 upwards.
  const Frame square = frame_of({.on = "main", .height = 500, .offset = 60});
  expect_right_handed(square);
  expect_near(square.origin, {0, 60, 500});
  expect_near(square.z, {1, 0, 0});
  expect_near(square.x, {0, 0, 1});
  // Rising outwards by 45 degrees at 90: its top is higher than its base, and stands out along y.
  const Frame rising =
      frame_of({.on = "main", .height = 500, .angle = Angle::degrees(90), .tilt = Angle::degrees(45)});
  expect_right_handed(rising);
  const double d = std::sqrt(0.5);
  expect_near(rising.place({0, 0, 100}), {0, 100 * d, 500 + 100 * d});
  expect_near(rising.x, {0, -d, d});
}

TEST(Places, StandOnEachOtherInAnyOrder) {
  // The branch of a branch is named before it.
  const std::vector<Part> parts{
      tube("third", PartPlace{.on = "second", .height = 100, .angle = Angle::degrees(180)}),
      tube("second", PartPlace{.on = "first", .height = 500}),
      tube("first", PartPlace{.at = Vec3{1000, 0, 0}})};
  const std::vector<Frame> f = frames_of(parts);
  expect_near(f[1].origin, {1000, 0, 500});
  // 100 along the second's axis, which is x; the second's plan angle 180 points down.
  expect_near(f[0].origin, {1100, 0, 500});
  expect_near(f[0].z, {0, 0, -1});
}

TEST(Places, FollowOnTops) {
  Part cone = tube("cone");
  cone.shape = "cone";
  Cone offset{.base = Diameter::mm(600), .top = Diameter::mm(300), .height = 400};
  offset.shift = {70, -40};
  cone.asked = offset;
  const PartPlace follows{.follows = "cone", .spin = Angle::degrees(30)};
  for (const Hand hand : {Hand::as_drawn, Hand::opposite}) {
    cone.making.hand = hand;
    const std::vector<Frame> f = frames_of(std::vector<Part>{cone, tube("pipe", follows)});
    expect_near(f[1].origin, {70, hand == Hand::as_drawn ? -40.0 : 40.0, 400});
    expect_near(f[1].x, {std::cos(pi / 6), 0.5, 0});
    expect_near(f[1].z, {0, 0, 1});
  }
  // A tilted top: square to its plane, which rises towards its uphill direction.
  Transition t{.height = 300, .shift = {50, 0}};
  t.base.profile.diameter = 300;
  t.top.profile.diameter = 300;
  t.top.tilt = Angle::degrees(30);
  t.top.uphill = Angle::degrees(90);
  Part tilted = tube("tilted");
  tilted.shape = "transition";
  tilted.asked = t;
  const Frame f = frames_of(std::vector<Part>{tilted, tube("pipe", PartPlace{.follows = "tilted"})})[1];
  expect_right_handed(f);
  expect_near(f.origin, {50, 0, 300});
  expect_near(f.z, {0, -0.5, std::sqrt(0.75)});
  expect_near(f.x, {1, 0, 0});
  // Its ruling at plan angle 0 begins on the rim that it follows: the top's point of that direction.
  const Form made = *form_part(tilted).form;
  const double u = u_facing(made, EndName::top, Angle::degrees(0));
  const Vec3 rim = edge_point(made, EndName::top, 0, u);
  EXPECT_NEAR(f.own_place(rim).z, 0, 1e-9 * made.size);
  EXPECT_NEAR(norm(rim - f.origin), 150, 1e-9 * made.size);
}

TEST(Places, WhatCannotBeIsRefusedWithThePartAtFault) {
  const auto refused = [](std::vector<Part> parts) {
    try {
      (void)frames_of(parts);
    } catch (const PlaceRefusal& refusal) {
      return refusal.text().key + " of " + parts[refusal.part()].name;
    }
    return std::string("none");
  };
  EXPECT_EQ(refused({tube("a"), tube("b", PartPlace{.on = "c", .height = 1})}), "place.on of b");
  EXPECT_EQ(refused({tube("a", PartPlace{.follows = "b"}), tube("b", PartPlace{.follows = "a"})}),
            "place.follows of b");
  EXPECT_EQ(refused({tube("a", PartPlace{.follows = "a"})}), "place.follows of a");
  EXPECT_EQ(refused({tube("a"), tube("b", PartPlace{.on = "a"})}), "place.height of b");
  EXPECT_EQ(refused({tube("a"), tube("b", PartPlace{.on = "a", .height = 1, .follows = "a"})}),
            "place.on of b");
  EXPECT_EQ(refused({tube("a"), tube("b", PartPlace{.at = Vec3{}, .tilt = Angle::degrees(5)})}),
            "place.tilt of b");
  EXPECT_EQ(refused({tube("a"), tube("b", PartPlace{.on = "a", .height = 1, .tilt = Angle::degrees(90)})}),
            "place.tilt of b");
  EXPECT_EQ(refused({tube("a", PartPlace{.lean = Angle::degrees(181)})}), "place.lean of a");
  EXPECT_EQ(refused({tube("a"), tube("b", PartPlace{.towards = Angle::degrees(5), .follows = "a"})}),
            "place.towards of b");
  Part pyramid = tube("pyramid");
  pyramid.shape = "net";
  pyramid.asked = Net{.sides = 4, .base = {.side = 300}, .top = {.point = true}, .height = 200};
  pyramid.sheet = sheet_of(0);
  EXPECT_EQ(refused({pyramid, tube("b", PartPlace{.follows = "pyramid"})}), "place.follows of b");
  Part pointed = tube("pointed");
  pointed.shape = "cone";
  pointed.asked = Cone{.base = Diameter::mm(600), .top = Pointed{}, .height = 400};
  // The fault lies in the middle of a chain.
  EXPECT_EQ(
      refused({tube("c", PartPlace{.follows = "b"}), tube("b", PartPlace{.follows = "pointed"}), pointed}),
      "place.follows of b");
}

}  // namespace
}  // namespace juggler::testing
