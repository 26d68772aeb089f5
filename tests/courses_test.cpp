// Shells in courses: plates, sizes at the joints, holes across them.
#include "draw.h"
#include "juggler/develop.h"
#include "juggler/measure.h"

namespace juggler::testing {
namespace {

using std::numbers::pi;

constexpr double joint_near = 1e-6;    // mm, on shells of up to 2.4 m
constexpr double out_of_place = 1e-2;  // mm

Part cylinder(double diameter, double height, double thickness = 3) {
  Part p;
  p.key = p.name = "shell";
  p.shape = "cylinder";
  p.asked = Cylinder{.size = Diameter::mm(diameter), .height = height};
  p.sheet = sheet_of(thickness, Face::inside);
  return p;
}
Part cone(double base, double top, double height, double thickness = 3) {
  Part p = cylinder(base, height, thickness);
  p.shape = "cone";
  p.asked = Cone{.base = Diameter::mm(base), .top = Diameter::mm(top), .height = height};
  return p;
}

std::vector<PieceResult> made(const std::vector<Part>& parts, const std::vector<MeetingParts>& joints = {}) {
  std::vector<PieceResult> all;
  for (const Part& part : introduced(parts, joints)) {
    for (PieceResult& piece : develop(part)) {
      EXPECT_TRUE(piece.proof.passed) << part.name;
      all.push_back(std::move(piece));
    }
  }
  return all;
}

double sheet_of_all(const std::vector<PieceResult>& pieces) {
  double sum = 0;
  for (const PieceResult& p : pieces) sum += p.blank.count * area(p.blank);
  return sum;
}

std::vector<JointProof> joints_of_kind(const std::vector<PieceResult>& pieces, JointKind kind) {
  std::vector<JointProof> joints = joints_of(pieces);
  std::erase_if(joints, [&](const JointProof& j) { return j.kind != kind; });
  return joints;
}

TEST(Courses, AreAsFewAsPlatesAllowAndFillTheShell) {
  for (const Part& shell : {cylinder(640, 3100), cone(900, 500, 2600), cone(300, 1400, 900)}) {
    Courses c;
    c.plate = 1000;
    c.plate_length = 2500;
    const std::vector<Part> parts = courses_of(shell, c);
    const std::vector<PieceResult> pieces = made(parts);
    for (const PieceResult& p : pieces) {
      const Rectangle box = smallest_rectangle(p.blank);
      EXPECT_LE(std::min(box.width, box.height), 1000 + 1e-3);
      EXPECT_LE(std::max(box.width, box.height), 2500 + 1e-3);
    }
    const double whole = sheet_of_all(made({shell}));
    EXPECT_NEAR(sheet_of_all(pieces), whole, 1e-9 * whole);
    // Fewer would not do.
    Courses fewer = c;
    fewer.plate.reset();
    fewer.number = static_cast<int>(parts.size()) - 1;
    if (*fewer.number < 2) continue;
    double widest = 0;
    for (const PieceResult& p : made(courses_of(shell, fewer))) {
      const Rectangle box = smallest_rectangle(p.blank);
      widest = std::max(widest, std::min(box.width, box.height));
    }
    EXPECT_GT(widest, 1000);
  }
}

TEST(Courses, OfAConeHaveOneGirthAtTheirJoints) {
  Part shell = cone(900, 420, 1500);
  std::get<Cone>(shell.asked).top.sizes_on = Face::outside;
  Courses c;
  c.heights = {600, 500, 400};
  c.stagger = Angle::degrees(60);
  const std::vector<PieceResult> pieces = made(courses_of(shell, c));
  ASSERT_EQ(pieces.size(), 3U);
  const std::vector<PieceResult> one = made({shell});
  const Form& whole = *one.front().formed->form;
  double low = 0;
  for (const PieceResult& p : pieces) {
    const Form& f = *p.formed->form;
    for (const double u : {3.3, 4.1, 5.4}) {  // plan angles that all of them have
      const Ruling own = ruling_at(f.wall, u);
      const Ruling asked = ruling_at(whole.wall, u);
      const Vec3 at = own.c + f.base(u).s * own.e + Vec3{0, 0, low};
      EXPECT_NEAR(norm(cross(at - asked.c, asked.e)), 0, 1e-9);
    }
    low += *std::get<Cone>(p.part.asked).height;
  }
  EXPECT_NEAR(edge(pieces[0].blank, EdgeName::top)->girth, edge(pieces[1].blank, EdgeName::base)->girth,
              1e-8);
}

TEST(Courses, EverySecondFitsInside) {
  Courses c;
  c.number = 3;
  c.second_inside = true;
  c.lap = 40;
  const std::vector<Part> parts = courses_of(cylinder(500, 1420, 4), c);
  ASSERT_EQ(parts.size(), 3U);
  EXPECT_NEAR(*std::get<Cylinder>(parts[0].asked).height, 500, 1e-9);
  EXPECT_NEAR(*std::get<Cylinder>(parts[1].asked).size.diameter, 492, 1e-9);
  EXPECT_NEAR(parts[1].place->further->origin.z, 460, 1e-9);
  EXPECT_NEAR(parts[2].place->further->origin.z, 920, 1e-9);
  const auto pieces = made(parts);
  EXPECT_NEAR(pieces[1].part.seam.at.degrees(), 180, 1e-9);
}

// What all courses lose is what the shell in one loses.
TEST(Courses, JointsAreProvedAndOneOutOfPlaceFails) {
  Courses third;
  third.number = 3;
  Courses nested = third;
  nested.second_inside = true;
  nested.lap = 25;
  for (const auto& [shell, asked] : {std::pair{cylinder(640, 2400), third},
                                     {cone(900, 300, 1400), third},
                                     {cylinder(640, 2400), nested}}) {
    std::vector<PieceResult> pieces = made(courses_of(shell, asked));
    const std::vector<JointProof> joints = joints_of(pieces);
    ASSERT_EQ(joints.size(), 2U);
    for (const JointProof& j : joints) {
      EXPECT_EQ(j.kind, JointKind::course);
      EXPECT_TRUE(j.passed) << name_of_joint(j) << " " << j.distance;
      EXPECT_LT(j.distance, joint_near);
      EXPECT_EQ(j.lap, asked.lap);
    }
    for (PieceResult& p : pieces) p.part.course->below += p.part.course->number == 2 ? out_of_place : 0;
    for (const JointProof& j : joints_of(pieces)) {
      EXPECT_FALSE(j.passed);
      EXPECT_NEAR(j.distance, out_of_place, joint_near);
    }
  }
}

// Each stands aside of the one below, and all together are the offset cone, its hole, its slanting top.
TEST(Courses, OfAnOffsetConeStandAsideOfEachOther) {
  Part shell = cone(900, 500, 1500);
  shell.sheet = sheet_of(3, Face::middle);
  Cone& sizes = std::get<Cone>(shell.asked);
  sizes.shift = {180, 60};
  sizes.trims = {
      {.end = EndName::top, .height = 1420, .tilt = Angle::degrees(12), .uphill = Angle::degrees(100)}};
  shell.seam.at = Angle::degrees(30);
  Opening hole;
  hole.name = "hand hole";
  hole.how = OpeningHow::laid;
  hole.form.profile = {.kind = ProfileKind::circle, .diameter = 140};
  hole.at.angle = Angle::degrees(150);
  hole.at.height = 510;
  hole.key = "opening.1";
  shell.making.openings = {hole};
  Courses c;
  c.heights = {500, 400, 600};
  const std::vector<Part> parts = courses_of(shell, c);
  EXPECT_NEAR(norm(parts[2].place->further->origin - Vec3{108, 36, 900}), 0, joint_near);
  const auto whole = made({shell});
  const auto pieces = made(parts);
  EXPECT_EQ(pieces[0].blank.notches.size(), 1U);
  EXPECT_EQ(pieces[1].blank.notches.size(), 1U);
  EXPECT_NEAR(sheet_of_all(pieces), sheet_of_all(whole), 0.02 * 2500 * 6);
  EXPECT_NEAR(sheet_of_all(pieces), sheet_of_all(whole), 1e-4 * sheet_of_all(whole));
  const auto joints = joints_of_kind(pieces, JointKind::course);
  ASSERT_EQ(joints.size(), 2U);
  for (const JointProof& j : joints) EXPECT_TRUE(j.passed) << j.distance;
  const auto refusal = [&](const Courses& asked, OpeningHow how) {
    Part other = shell;
    other.making.openings.front().how = how;
    try {
      (void)courses_of(other, asked);
    } catch (const Refusal& r) {
      return r.text().key;
    }
    return std::string();
  };
  Courses plate;
  plate.plate = 1000;
  EXPECT_EQ(refusal(plate, OpeningHow::laid), "courses.plate");
  EXPECT_EQ(refusal(c, OpeningHow::bored), "opening.1.how");
}

TEST(Courses, HolesAcrossJointsAreCutInBothAndNothingTwice) {
  Random random(20261202);
  int across = 0;
  for (int i = 0; i < draws(200); ++i) {
    Part shell = random.one_in(2) ? cylinder(random.between(400, 900), 1500)
                                  : cone(random.between(500, 900), random.between(400, 900), 1500);
    if (random.one_in(2)) shell.seam.pieces = 1 + random.pick(3);
    Courses c;
    c.number = 3;
    if (random.one_in(2)) c.stagger = random.plan();
    Opening o;
    o.how = random.one_in(2) ? OpeningHow::bored : OpeningHow::laid;
    o.form.profile = {.kind = ProfileKind::circle, .diameter = random.between(20, 200)};
    if (random.one_in(3))
      o.form.profile = {.kind = ProfileKind::rectangle,
                        .width = random.between(40, 200),
                        .length = random.between(40, 200),
                        .corner_radius = 10};
    o.at.angle = random.plan();
    o.at.height = random.one_in(2) ? random.between(200, 1300) : 500 + random.between(-80, 80);
    o.turn = random.plan();
    o.key = "opening.1";
    shell.making.openings = {o};
    SCOPED_TRACE("shell " + std::to_string(i));
    try {
      const auto one = made({shell});
      const auto all = made(courses_of(shell, c));
      int cut = 0;
      double fit = 0;
      for (const PieceResult& p : all) {
        cut += !p.blank.openings.empty() || !p.blank.notches.empty() ? 1 : 0;
        for (const OpeningGroup& g : p.blank.groups) fit = std::max(fit, g.fit_error);
      }
      EXPECT_GE(cut, 1);
      across += cut > 1 ? 1 : 0;
      EXPECT_NEAR(sheet_of_all(all), sheet_of_all(one), 2 * fit * 700 + 1e-3);
    } catch (const Refusal& r) {
      EXPECT_FALSE(r.text().key.empty()) << r.what();
    }
  }
  EXPECT_GE(across, draws(200) / 8);
}

TEST(Courses, ANozzleAcrossAJointMeetsBoth) {
  Courses c;
  c.number = 3;
  std::vector<Part> parts = courses_of(cylinder(640, 2400), c);
  Part nozzle = cylinder(220, 520);
  nozzle.name = nozzle.key = "nozzle";
  nozzle.place = PartPlace{.on = "shell", .height = 830};
  parts.push_back(nozzle);
  const auto pieces = made(parts, {{.main = "shell", .branch = "nozzle", .gap = 1}});
  const auto joints = joints_of_kind(pieces, JointKind::branch);
  ASSERT_EQ(joints.size(), 1U);
  EXPECT_TRUE(joints.front().passed);
  ASSERT_TRUE(joints.front().hole_length);
  // At the side, where the inside touches at 324: the normals of the middle of the sheet and of the shell.
  const double side = std::atan2(std::sqrt(324.0 * 324 - 110 * 110), 111.5);
  EXPECT_NEAR(joints.front().least_angle.walls.radians(), side, 0.02 / 300);
  EXPECT_NEAR(joints.front().greatest_angle.walls.radians(), pi / 2, 0.02 / 300);
  // A course that is named by itself is met alone, where it stands.
  Part low = nozzle;
  low.place = PartPlace{.on = "shell-course-2", .height = 400};
  std::vector<Part> by_course = courses_of(cylinder(640, 2400), c);
  by_course.push_back(low);
  const auto own = made(by_course, {{.main = "shell-course-2", .branch = "nozzle", .gap = 1}});
  ASSERT_EQ(joints_of_kind(own, JointKind::branch).size(), 1U);
  EXPECT_TRUE(joints_of_kind(own, JointKind::branch).front().passed);
  // As long as in a shell that is not divided.
  const auto whole = made({cylinder(640, 2400), nozzle}, {{.main = "shell", .branch = "nozzle", .gap = 1}});
  EXPECT_NEAR(*joints.front().hole_length, *joints_of(whole).front().hole_length, 0.05);
  EXPECT_NEAR(sheet_of_all(pieces), sheet_of_all(whole), 20);
}

TEST(Courses, ThatCannotBeAreRefusedByName) {
  const auto key = [](const Part& shell, const Courses& c) {
    try {
      (void)courses_of(shell, c);
    } catch (const Refusal& r) {
      return r.text().key;
    }
    return std::string();
  };
  EXPECT_EQ(key(cylinder(500, 1000), {}), "courses");
  EXPECT_EQ(key(cylinder(500, 1000), {.number = 1}), "courses.number");
  EXPECT_EQ(key(cylinder(500, 1000), {.heights = {400, 500}}), "courses.heights");
  EXPECT_EQ(key(cone(500, 300, 1000), {.number = 2, .second_inside = true}), "courses.second");
  EXPECT_EQ(key(cylinder(500, 1000), {.number = 2, .lap = 10}), "courses.lap");
  EXPECT_EQ(key(cone(900, 200, 300), {.plate = 200}), "courses.plate");
  Part offset = cone(500, 300, 1000);
  std::get<Cone>(offset.asked).shift = {50, 0};
  std::get<Cone>(offset.asked).top.sizes_on = Face::outside;  // the base is on the inside
  EXPECT_EQ(key(offset, {.number = 2}), "courses");
}

}  // namespace
}  // namespace juggler::testing
