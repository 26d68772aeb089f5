// Breeches: crotches against closed forms and against rays through a fine mesh, legs that are alike, joints.
#include "draw.h"
#include "juggler/develop.h"

namespace juggler::testing {
namespace {

using std::numbers::pi;

Profile circle(double diameter) { return {.kind = ProfileKind::circle, .diameter = diameter}; }
Profile rounded(double width, double length, double radius) {
  return {.kind = ProfileKind::rectangle, .width = width, .length = length, .corner_radius = radius};
}

BreechLeg leg(Profile top, Vec3 centre, double tilt = 0, double uphill = 0) {
  BreechLeg l;
  l.top = {.profile = std::move(top), .tilt = Angle::degrees(tilt), .uphill = Angle::degrees(uphill)};
  l.centre = centre;
  return l;
}

Breech breech(Profile base, std::vector<BreechLeg> legs, std::optional<Contact> contact = {}) {
  return {{.profile = std::move(base)}, std::move(legs), contact};
}

Part of_sheet(double thickness, Face face = Face::inside) {
  Part p;
  p.key = p.name = "breech";
  p.sheet = sheet_of(thickness, face);
  return p;
}

struct Made {
  std::vector<PieceResult> pieces;
  std::vector<JointProof> joints;
  [[nodiscard]] const Form& form(size_t i) const { return *pieces[i].formed->form; }
  [[nodiscard]] bool passed() const {
    return std::all_of(pieces.begin(), pieces.end(), [](const PieceResult& p) { return p.proof.passed; }) &&
           std::all_of(joints.begin(), joints.end(), [](const JointProof& j) { return j.passed; });
  }
};

Made made(const Breech& b, const Part& like) {
  Made m;
  for (const Part& part : introduced(legs_of(b, like))) {
    for (PieceResult& piece : develop(part)) m.pieces.push_back(std::move(piece));
  }
  m.joints = joints_of(m.pieces);
  return m;
}

Vec3 edge(const Form& f, double layer, double u) {
  const Ruling r = ruling_at(f.wall, u);
  return r.c + layer * r.n + f.base(u).s * r.e;
}

bool is_cut(const Form& f, double u) {
  return std::any_of(f.crotches.begin(), f.crotches.end(),
                     [&](const CrotchStretch& s) { return u > s.from && u < s.to; });
}

TEST(Breeches, LegsThatMirrorEachOtherMeetInThePlaneBetweenThem) {
  for (const Contact contact : {Contact::inside, Contact::middle, Contact::outside, Contact::clear,
                                Contact::full, Contact::size_face}) {
    const Breech b =
        breech(circle(400), {leg(circle(250), {200, 0, 500}), leg(circle(250), {-200, 0, 500})}, contact);
    const Made m = made(b, of_sheet(3));
    ASSERT_EQ(m.pieces.size(), 1U);
    EXPECT_TRUE(m.passed());
    EXPECT_EQ(m.pieces.front().part.making.quantity, 2);
    ASSERT_EQ(m.joints.size(), 1U);
    const double layer = contact == Contact::middle                                 ? 1.5
                         : contact == Contact::outside || contact == Contact::clear ? 3
                                                                                    : 0;
    const Form& f = m.form(0);
    for (int i = 0; i < 96; ++i) {
      const double u = f.from() + two_pi * (i + 0.41) / 96;
      const Ruling r = ruling_at(f.wall, u);
      const Vec3 base = r.c + f.whole_rim(EndName::base)(u).s * r.e;  // on the size face
      EXPECT_EQ(is_cut(f, u), base.x < 0) << u;
      // The ruling of that layer runs into x = 0.
      const double asked = base.x < 0 ? -(base.x + layer * r.n.x) / r.e.x : 0;
      EXPECT_NEAR(norm(edge(f, 0, u) - base), asked, 1e-8) << u;
      if (base.x < 0) {
        EXPECT_NEAR(edge(f, layer, u).x, 0, 1e-8) << u;
      }
    }
  }
}

// Two legs share flat sides of the base: straight cuts go down to these, in the same plane between the legs.
TEST(Breeches, LegsThatShareFlatSidesPartSquareToThem) {
  const std::vector<std::pair<Profile, Profile>> ends{{rounded(400, 300, 30), circle(220)},
                                                      {rounded(400, 300, 30), rounded(200, 260, 20)},
                                                      {rounded(400, 300, 0), circle(220)}};
  for (const auto& [base, top] : ends) {
    for (const Contact contact : {Contact::clear, Contact::full}) {
      const Breech b = breech(base, {leg(top, {210, 0, 480}), leg(top, {-210, 0, 480})}, contact);
      const Made m = made(b, of_sheet(2));
      EXPECT_TRUE(m.passed());
      ASSERT_EQ(m.joints.size(), 1U);
      EXPECT_LT(m.joints.front().allowed, 1e-6);
      const Form& f = m.form(0);
      const double layer = contact == Contact::clear ? 2 : 0;
      int flat = 0;
      for (int i = 0; i < 240; ++i) {
        const double u = f.from() + two_pi * (i + 0.41) / 240;
        const Ruling r = ruling_at(f.wall, u);
        const Vec3 foot = r.c + f.whole_rim(EndName::base)(u).s * r.e;
        EXPECT_EQ(is_cut(f, u), foot.x < 0) << u;
        if (foot.x >= 0) continue;
        EXPECT_NEAR(edge(f, layer, u).x, 0, 1e-8) << u;
        flat += std::abs(r.n.x) < 1e-9 ? 1 : 0;
      }
      EXPECT_GT(flat, 10);
    }
  }
  // Tops of other sizes whose flats lie in the same planes, 1 in 12: the straight cuts stand square to the
  // sides.
  const Breech b =
      breech(rounded(400, 300, 30), {leg(circle(220), {210, 0, 480}), leg(circle(200), {-250, 0, 600})});
  const Made m = made(b, of_sheet(2));
  EXPECT_TRUE(m.passed());
  ASSERT_EQ(m.pieces.size(), 2U);
  double parts_at = HUGE_VAL;
  for (size_t k = 0; k < 2; ++k) {
    const Form& f = m.form(k);
    for (int i = 0; i < 480; ++i) {
      const double u = f.from() + two_pi * (i + 0.41) / 480;
      const Ruling r = ruling_at(f.wall, u);
      if (std::abs(r.n.x) > 1e-9 || !is_cut(f, u)) continue;
      if (parts_at == HUGE_VAL) parts_at = edge(f, 2, u).x;
      EXPECT_NEAR(edge(f, 2, u).x, parts_at, 1e-8);
    }
  }
  EXPECT_LT(std::abs(parts_at), 200);
}

TEST(Breeches, TwoConesOnOneCircleMeetInAPlane) {
  const Breech b = breech(circle(400), {leg(circle(250), {200, 30, 500}), leg(circle(180), {-260, 90, 430})},
                          Contact::size_face);
  const Made m = made(b, of_sheet(2));
  EXPECT_TRUE(m.passed());
  for (size_t k = 0; k < 2; ++k) {
    const Form& f = m.form(k);
    ASSERT_EQ(f.crotches.size(), 1U);
    const CrotchStretch& s = f.crotches.front();
    const auto at = [&](double part) { return edge(f, 0, s.from + part * (s.to - s.from)); };
    const Vec3 normal = unit(cross(at(0.9) - at(0.1), at(0.5) - at(0.1)));
    for (int i = 0; i <= 60; ++i) EXPECT_NEAR(dot(normal, at(i / 60.0) - at(0.1)), 0, 1e-8) << i;
    // The feet lie on the base.
    EXPECT_NEAR(at(0).z, 0, 1e-8);
    EXPECT_NEAR(at(1).z, 0, 1e-8);
    EXPECT_NEAR(std::hypot(at(0).x, at(0).y), 200, 1e-8);
  }
}

// How far up from its base a ruling last comes out of a mesh of another leg's layer, and how steeply.
struct Out {
  double far = 0;
  double sine = 1;
};
Out last_out(const Form& other, double layer, Vec3 at, Vec3 way) {
  constexpr int round = 720;
  Out last;
  const auto point = [&](int i, EndName end) {
    const double u = other.wall.front().from + (other.wall.back().to - other.wall.front().from) * i / round;
    const Ruling r = ruling_at(other.wall, u);
    return r.c + layer * r.n + other.whole_rim(end)(u).s * r.e;
  };
  const auto pass = [&](Vec3 a, Vec3 b, Vec3 c) {
    const auto far = through(at, way, a, b, c);
    if (!far || *far <= last.far) return;
    last = {*far, std::abs(dot(way, unit(cross(b - a, c - a))))};
  };
  for (int i = 0; i < round; ++i) {
    const Vec3 a = point(i, EndName::base), b = point(i + 1, EndName::base);
    const Vec3 c = point(i, EndName::top), d = point(i + 1, EndName::top);
    pass(a, b, d);
    pass(a, d, c);
  }
  return last;
}

TEST(Breeches, LegsEndWhereRaysComeOutOfTheOthers) {
  const std::vector<Breech> breeches{
      breech(circle(400), {leg(circle(250), {200, 0, 500}), leg(circle(200), {-260, 0, 430}, 30, 180)}),
      breech(rounded(500, 380, 60),
             {leg(circle(240), {220, 40, 480}), leg(rounded(200, 260, 40), {-200, -30, 560}, 20, 190)}),
      breech(circle(420), {leg(circle(200), {200, 10, 520}), leg(circle(180), {-140, 190, 500}),
                           leg(circle(220), {-120, -200, 460}, 15, 240)})};
  for (const Breech& b : breeches) {
    const Made m = made(b, of_sheet(2.5));
    EXPECT_TRUE(m.passed());
    for (size_t k = 0; k < m.pieces.size(); ++k) {
      const Form& f = m.form(k);
      for (int i = 0; i < 60; ++i) {
        const double u = f.from() + two_pi * (i + 0.37) / 60;
        const Ruling r = ruling_at(f.wall, u);
        const Vec3 base = r.c + 2.5 * r.n + f.whole_rim(EndName::base)(u).s * r.e;
        Out last;
        for (size_t j = 0; j < m.pieces.size(); ++j) {
          const Out own = j == k ? Out{} : last_out(m.form(j), 2.5, base, r.e);
          if (own.far > last.far) last = own;
        }
        // Slivers of layers other than the sizes' beside the base are no crotch. Of a circle of 300 mm a
        // chord of half a degree is 0.003 mm high.
        const double cut = f.base(u).s - f.whole_rim(EndName::base)(u).s;
        if (cut > 3 || last.far > 3) {
          EXPECT_NEAR(cut, last.far, 0.003 / last.sine) << k << " " << u;
        }
      }
    }
  }
}

TEST(Breeches, LegsThatAreAlikeAreCountedAndTwinsNamed) {
  std::vector<BreechLeg> three;
  for (int i = 0; i < 3; ++i) {
    const double plan = (20 + 120 * i) * pi / 180;
    three.push_back(leg(circle(160), {210 * std::cos(plan), 210 * std::sin(plan), 480}, 25, 20 + 120 * i));
  }
  const Made m = made(breech(circle(380), three), of_sheet(2));
  EXPECT_TRUE(m.passed());
  ASSERT_EQ(m.pieces.size(), 1U);
  EXPECT_EQ(m.pieces.front().part.making.quantity, 3);
  EXPECT_EQ(m.pieces.front().part.row.size(), 3U);
  EXPECT_EQ(m.joints.size(), 2U);  // with either neighbour

  const auto twins =
      legs_of(breech(circle(400), {leg(circle(200), {180, 90, 500}), leg(circle(200), {180, -90, 500})}),
              of_sheet(2));
  ASSERT_EQ(twins.size(), 2U);
  EXPECT_EQ(twins[1].name, "breech-leg-2-mirror-of-1");
}

TEST(Breeches, ThatCannotBeAreRefusedByName) {
  const auto refusal = [](const Breech& b) {
    try {
      (void)made(b, of_sheet(2));
    } catch (const Refusal& r) {
      return r.text();
    }
    return Refusal::Text{};
  };
  EXPECT_EQ(refusal(breech(circle(400), {leg(circle(250), {200, 0, 500})})).key, "legs");
  EXPECT_EQ(refusal(breech(circle(400), {leg(circle(250), {200, 0, 500}), BreechLeg{}})).key,
            "legs.2.centre");
  const auto within =
      refusal(breech(circle(400), {leg(circle(250), {60, 0, 500}), leg(circle(250), {-60, 0, 500})}));
  EXPECT_EQ(within.key, "legs.1.centre");
  EXPECT_NE(within.reason.in({}).find("within another leg"), std::string::npos);
  const auto corner = refusal(
      breech(rounded(400, 300, 0), {leg(circle(220), {210, 20, 480}), leg(circle(180), {-210, -30, 480})}));
  EXPECT_EQ(corner.key, "legs.1.centre");
  EXPECT_NE(corner.reason.in({}).find("sharp corner"), std::string::npos);
}

TEST(RandomBreeches, AreProvedOrRefusedWithAReason) {
  Random random(20261201);
  int count = 0;
  for (int i = 0; i < draws(200); ++i) {
    const double d = random.between(200, 700);
    Breech b;
    b.base.profile =
        random.one_in(2) ? circle(d) : rounded(d, d * random.between(0.7, 1.3), d * random.between(0.1, 0.3));
    const int legs = 2 + random.pick(3);
    const double first = random.between(0, 360);
    for (int k = 0; k < legs; ++k) {
      const double plan = (first + 360.0 * k / legs + random.between(-15, 15)) * pi / 180;
      const double far = d * random.between(0.4, 0.8);
      const double own = d * random.between(0.3, 0.6);
      BreechLeg l =
          leg(random.one_in(3) ? rounded(own, own * random.between(0.8, 1.2), own * 0.2) : circle(own),
              {far * std::cos(plan), far * std::sin(plan), d * random.between(0.8, 1.6)});
      if (random.one_in(2)) l.top.tilt = Angle::degrees(random.between(0, 40));
      l.top.uphill = Angle::radians(plan + pi);
      l.seam = Angle::degrees(random.one_in(2) ? 0 : random.between(0, 360));
      b.legs.push_back(l);
    }
    if (random.one_in(2)) b.contact = random.one_in(2) ? Contact::full : Contact::size_face;
    if (i % 8 == 7) {  // two on a rectangle, in line with its sides
      b.base.profile = rounded(d, d * 0.8, d * random.between(0.1, 0.3));
      const Profile top = circle(d * random.between(0.3, 0.7));
      const double out = d * random.between(0.5, 0.8);
      const double high = d * random.between(0.8, 1.6);
      b.legs = {leg(top, {out, 0, high}), leg(top, {-out, 0, high})};
    }
    SCOPED_TRACE("breech " + std::to_string(i));
    try {
      const Made m = made(b, of_sheet(random.one_in(5) ? 0 : random.between(0.5, 5), random.face()));
      EXPECT_TRUE(m.passed());
      EXPECT_FALSE(m.joints.empty());
      ++count;
    } catch (const Refusal& r) {
      EXPECT_FALSE(r.text().key.empty()) << r.what();
    }
  }
  expect_made(count, 120, 200, draws(200));
}

}  // namespace
}  // namespace juggler::testing
