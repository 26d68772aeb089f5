#include "common.h"

namespace juggler::testing {
namespace {

TEST(Form, DerivativesOfTheWallAreThoseOfItsRulings) {
  const Form f = form(cyclone(), sheet_of(12, Face::outside), Angle::degrees(25));
  const double h = 1e-5;
  for (double u : {0.5, 2.0, 5.9}) {
    const Ruling r = ruling_at(f.wall, u);
    const Ruling a = ruling_at(f.wall, u - h);
    const Ruling b = ruling_at(f.wall, u + h);
    EXPECT_LT(norm(0.5 / h * (b.c - a.c) - r.dc), 1e-6);
    EXPECT_LT(norm(0.5 / h * (b.e - a.e) - r.de), 1e-9);
    EXPECT_LT(norm(0.5 / h * (b.n - a.n) - r.dn), 1e-9);
    EXPECT_NEAR(dot(r.e, r.n), 0, 1e-15);
    EXPECT_NEAR(dot(r.dc, r.n), 0, 1e-12);
    EXPECT_GT(r.n.x * r.c.x + r.n.y * r.c.y, 0) << "the normal points outwards";
  }
}

TEST(Form, TheSizeFaceMeetsTheEndPlanesAtTheSizesAsked) {
  for (const Face face : {Face::inside, Face::middle, Face::outside}) {
    const Form f = form(cyclone(), sheet_of(12, face), {});
    const double d = layer_of(face, 12);
    const Vec3 base = edge_point(f, EndName::base, d, 1);
    const Vec3 top = edge_point(f, EndName::top, d, 1);
    EXPECT_NEAR(std::hypot(base.x, base.y), 310, 1e-11);
    EXPECT_NEAR(base.z, 0, 1e-11);
    EXPECT_NEAR(std::hypot(top.x, top.y), 77.5, 1e-11);
    EXPECT_NEAR(top.z, 780, 1e-11);
  }
}

// Which layer touches the end plane, and whether any passes it.
TEST(Form, ContactSaysWhichLayerMeetsThePlane) {
  const Sheet sheet = sheet_of(12, Face::inside, 0.4);
  const auto heights = [&](Contact contact, EndName end) {
    Cone cone = cyclone();
    (end == EndName::base ? cone.base : cone.top).contact = contact;
    const Form f = form(cone, sheet, {});
    return std::vector{edge_point(f, end, 0, 1).z, edge_point(f, end, 4.8, 1).z, edge_point(f, end, 6, 1).z,
                       edge_point(f, end, 12, 1).z};
  };
  EXPECT_NEAR(heights(Contact::inside, EndName::base)[0], 0, 1e-11);
  EXPECT_NEAR(heights(Contact::neutral, EndName::base)[1], 0, 1e-11);
  EXPECT_NEAR(heights(Contact::middle, EndName::top)[2], 780, 1e-10);
  EXPECT_NEAR(heights(Contact::outside, EndName::top)[3], 780, 1e-10);
  for (double z : heights(Contact::clear, EndName::base)) EXPECT_GE(z, -1e-11);
  for (double z : heights(Contact::full, EndName::base)) EXPECT_LE(z, 1e-11);
  for (double z : heights(Contact::clear, EndName::top)) EXPECT_LE(z, 780 + 1e-10);
  for (double z : heights(Contact::full, EndName::top)) EXPECT_GE(z, 780 - 1e-10);
  EXPECT_NEAR(heights(Contact::clear, EndName::base)[0], 0, 1e-11)
      << "the longest wall that is clear still touches";
  EXPECT_NEAR(heights(Contact::clear, EndName::top)[3], 780, 1e-10);
}

TEST(Form, RefusesWhereRulingsCrossWithinTheMetalAndNamesTheLeastSize) {
  const Cone thick{.base = Diameter::mm(900), .top = Diameter::mm(2), .height = 500};
  const auto text = refusal_of([&] { (void)form(thick, sheet_of(2, Face::outside), {}); });
  EXPECT_EQ(text.key, "top.diameter");
  const size_t at = text.allowed.in({}).find_first_of("0123456789");
  const double least = std::stod(text.allowed.in({}).substr(at));
  Cone enough = thick;
  enough.top = Diameter::mm(least + 1e-3);
  EXPECT_NO_THROW((void)form(enough, sheet_of(2, Face::outside), {}));
  enough.top = Diameter::mm(least - 2e-3);
  EXPECT_THROW((void)form(enough, sheet_of(2, Face::outside), {}), Refusal);
  EXPECT_NO_THROW((void)form(thick, sheet_of(2, Face::inside), {})) << "sized on the inside there is room";
}

TEST(Form, MeasuresInSpace) {
  const Form f = form(cyclone(), sheet_of(2), {});
  EXPECT_NEAR(rim_length(f, EndName::base, 0), 620 * std::numbers::pi, 1e-9);
  EXPECT_NEAR(wall_area(f, 0), std::numbers::pi * (310 + 77.5) * std::hypot(232.5, 780), 1e-6);
  EXPECT_NEAR(overall_height(f), 780 + 2 * 232.5 / std::hypot(232.5, 780), 1e-9);
}

}  // namespace
}  // namespace juggler::testing
