// Five thousand random round parts, trimmed, offset, in pieces: each is proved, or refused with a reason.

#include "common.h"
#include "draw.h"

namespace juggler::testing {
namespace {

constexpr unsigned seed = 20260411;

struct Drawn {
  Shape shape;
  Sheet sheet;
  Seam seam;
  Making making;
};

class Draw : public Random {
 public:
  using Random::Random;

  Drawn part() {
    Drawn d;
    const double radius = spread(8, 3000);
    const double height = radius * spread(0.3, 6);
    d.sheet = sheet_of(one_in(5) ? 0 : radius * spread(1e-4, 0.08), face(),
                       one_in(4) ? pick(2) : between(0.3, 0.6));
    const auto trims = trims_for(radius, height);
    if (one_in(3)) {
      d.shape = cylinder(radius, height, trims);
    } else {
      d.shape = cone(radius, height, trims);
    }
    d.seam = seam_for(radius);
    d.making.face_up = one_in(2) ? Face::inside : Face::outside;
    d.making.hand = one_in(4) ? Hand::opposite : Hand::as_drawn;
    d.making.fit = one_in(4) ? spread(2e-3, 1) : 0.02;
    d.making.marks = one_in(10);
    return d;
  }

 private:
  Shape cylinder(double radius, double height, const std::vector<Trim>& trims) {
    Cylinder c{.size = Radius::mm(radius), .base = contact(), .top = contact(), .trims = trims};
    if (one_in(4)) {
      c.long_side = height;
      c.short_side = height * between(0.05, 1);
      c.uphill = plan();
    } else {
      c.height = height;
    }
    return c;
  }

  Shape cone(double radius, double height, const std::vector<Trim>& trims) {
    const double other = one_in(5) ? radius : radius * between(0.1, 1);
    Cone c{.base = Radius::mm(radius), .top = Radius::mm(other), .height = height, .trims = trims};
    if (one_in(8)) c.top = Pointed{};
    if (one_in(2)) {
      const double away = radius * (one_in(3) ? spread(1e-6, 1e-2) : between(0, 2.5));
      c.shift = away * direction(plan().radians());
    }
    if (!c.top.pointed) {
      c.top.contact = contact();
      if (one_in(3)) c.top.sizes_on = face();
    }
    c.base.contact = contact();
    if (one_in(3)) std::swap(c.base, c.top);
    return c;
  }

  std::vector<Trim> trims_for(double radius, double height) {
    std::vector<Trim> trims;
    const int count = one_in(3) ? 0 : 1 + pick(3);
    for (int i = 0; i < count; ++i) {
      Trim t{.end = one_in(3) ? EndName::base : EndName::top, .uphill = plan()};
      if (one_in(3)) t.contact = contact();
      const double place = t.end == EndName::top ? between(0.55, 1.1) : between(-0.1, 0.45);
      switch (pick(6)) {
        case 0:
          t.short_side = height * between(0.3, 0.8);
          t.long_side = height * between(0.8, 1.2);
          break;
        case 1:
          t.from_apex = height * between(0.05, 2);
          t.to_axis = Angle::degrees(between(30, 90));
          break;
        default:
          t.height = place * height;
          t.tilt = Angle::degrees(one_in(5) ? 0 : between(0, one_in(4) ? 80 : 35));
          if (radius > height) t.tilt = Angle::degrees(t.tilt->degrees() / 4);
      }
      trims.push_back(t);
    }
    return trims;
  }

  Seam seam_for(double radius) {
    Seam s;
    s.at = plan();
    switch (pick(6)) {
      case 0:
        s.wedge = Angle::degrees(between(0, 5));
        break;
      case 1:
        s.lap = radius * spread(1e-3, 0.4);
        s.lap_on = one_in(2) ? SeamEdge::start : SeamEdge::end;
        break;
      case 2:
        s.stock = radius * spread(1e-3, 0.3);
        [[fallthrough]];
      case 3:
        s.gap = radius * spread(1e-4, 0.1);
        if (one_in(2)) s.gap_on = face();
        break;
      default:
        break;
    }
    if (one_in(4)) s.pieces = 1 + pick(5);
    if (one_in(8)) {
      s.pieces = 1;
      s.each = {Angle::degrees(between(0, 80)), Angle::degrees(between(90, 170)),
                Angle::degrees(between(180, 350))};
    }
    if (one_in(4)) s.ruling = one_in(2) ? SeamRuling::shortest : SeamRuling::longest;
    return s;
  }
};

RoundShape round_of(const Shape& shape) {
  if (const auto* cone = std::get_if<Cone>(&shape)) return *cone;
  return std::get<Cylinder>(shape);
}

std::string described(const RoundSizes& s, const Drawn& d) {
  std::string text = "radii " + shown(s.base_radius) + " " + shown(s.top_radius) + " height " +
                     shown(s.height) + " shift " + shown(s.shift.x) + " " + shown(s.shift.y) + " layers " +
                     shown(s.base_layer) + " " + shown(s.top_layer) + " t " + shown(*d.sheet.thickness) +
                     " contacts " + name_of(s.base_contact) + " " + name_of(s.top_contact) + " seam " +
                     shown(d.seam.at.degrees()) + " gap " + shown(d.seam.gap.value_or(0)) + " lap " +
                     shown(d.seam.lap.value_or(0)) + " stock " + shown(d.seam.stock) + " fit " +
                     shown(d.making.fit);
  for (const TrimPlane& t : form(s, d.sheet, {}).trims) {
    text += std::string("; ") + name_of(t.end) + " " + name_of(t.contact) + " " + shown(t.height) + " tilt " +
            shown(t.tilt.degrees()) + " uphill " + shown(t.uphill.degrees());
  }
  return text;
}

class RandomRound : public ::testing::TestWithParam<int> {};

TEST_P(RandomRound, PartsAreProvedOrRefusedWithAReason) {
  const int wanted = draws(500);
  Draw draw(seed + static_cast<unsigned>(GetParam()));
  int made = 0;
  int refused = 0;
  for (int i = 0; made < wanted; ++i) {
    const Drawn d = draw.part();
    const std::string about = "seed " + std::to_string(seed) + " part " + std::to_string(i) + " of set " +
                              std::to_string(GetParam());
    try {
      int counted = 0;
      for (const Blank& b : make_blanks(d.shape, d.sheet, d.seam, d.making)) {
        const Proof p = prove(b, d.shape, d.sheet, d.seam, d.making);
        EXPECT_TRUE(p.passed) << about << ": " << p.greatest_distance << " " << p.where << ", seam "
                              << p.seam_mismatch << " rims " << p.rim_mismatch << " area " << p.area_mismatch
                              << " allowed " << p.allowed << " " << p.allowed_area << " numbers "
                              << p.number_mismatch << " " << p.number << '\n'
                              << described(solve(round_of(d.shape), d.sheet), d);
        EXPECT_LE(b.fit_error, 1.02 * d.making.fit) << about;
        counted += b.count;
      }
      EXPECT_EQ(counted, std::max(d.seam.pieces, static_cast<int>(d.seam.each.size()))) << about;
      ++made;
      if (HasFailure()) return;
    } catch (const Refusal& refusal) {
      ++refused;
      EXPECT_FALSE(refusal.text().key.empty()) << about << ": " << refusal.what();
      ASSERT_LT(refused, 4 * wanted) << "mostly refused, last: " << refusal.what();
    }
  }
}

INSTANTIATE_TEST_SUITE_P(TenTimes500, RandomRound, ::testing::Range(0, 10));

}  // namespace
}  // namespace juggler::testing
