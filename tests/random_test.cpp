// Ten thousand random cones against the closed forms, hard corners drawn often, each one proved.

#include "closed_form.h"
#include "common.h"
#include "draw.h"

namespace juggler::testing {
namespace {

constexpr unsigned seed = 20260117;

struct Drawn {
  Cone cone;
  Sheet sheet;
  Seam seam;
  Making making;
};

class Draw : public Random {
 public:
  using Random::Random;

  Drawn part() {
    const double base = spread(5, 5000);
    const double top = end_beside(base);
    const double height = pick(6) == 0 ? base * spread(1e-5, 1e-1) : base * spread(0.05, 20);
    Drawn d;
    d.cone = {.base = Radius::mm(base), .top = Radius::mm(top), .height = height};
    const double most = 0.2 * (pick(4) ? std::min({base, top, height}) : std::min(base, top));
    d.sheet = sheet_of(pick(5) == 0 ? 0 : spread(1e-3, 1) * most, face(),
                       pick(4) == 0 ? pick(2) : between(0.3, 0.6));
    if (pick(2)) d.cone.top.sizes_on = face();
    if (pick(2)) d.cone.base.sizes_on = face();
    d.cone.base.contact = contact();
    d.cone.top.contact = contact();
    if (pick(4)) d.seam.gap = spread(1e-4, 0.5) * std::min(base, top);
    d.seam.at = Angle::degrees(between(-720, 720));
    if (pick(2)) std::swap(d.cone.base, d.cone.top);
    d.making.face_up = pick(2) ? Face::inside : Face::outside;
    d.making.marks = pick(10) == 0;
    return d;
  }

 private:
  // Equal, a nanometre off, hardly tapering, steep, or anything.
  double end_beside(double base) {
    switch (pick(6)) {
      case 0:
        return base;
      case 1:
        return base + (pick(2) ? 0.5e-6 : -0.5e-6);
      case 2:
        return base * (1 + between(-1e-5, 1e-5));
      case 3:
        return base * spread(1e-3, 1e-1);
      default:
        return base * between(0.05, 1);
    }
  }
};

std::string described(const Drawn& d, int number) {
  return "seed " + std::to_string(seed) + " part " + std::to_string(number) + ": base " +
         shown(*d.cone.base.radius) + " top " + shown(*d.cone.top.radius) + " height " +
         shown(*d.cone.height) + " t " + shown(*d.sheet.thickness) + " gap " + shown(d.seam.gap.value_or(0));
}

ClosedForm expected(const Drawn& d) {
  const double t = *d.sheet.thickness;
  const auto layer = [&](const End& e) { return layer_of(e.sizes_on.value_or(*d.sheet.sizes_on), t); };
  return closed_form(*d.cone.base.radius, *d.cone.top.radius, layer(d.cone.base), layer(d.cone.top),
                     *d.cone.height, t, d.sheet.neutral_factor * t, *d.cone.base.contact, *d.cone.top.contact,
                     d.seam.gap.value_or(0));
}

void compare(const Drawn& d, const Blank& b, const std::string& about) {
  const ClosedForm c = expected(d);
  const double tolerance = 1e-9 * b.size;
  const auto near = [&](double found, long double wanted, const char* what) {
    EXPECT_LE(std::abs(found - static_cast<double>(wanted)), tolerance) << what << ", " << about;
  };
  const Arc base = edge(b, EdgeName::base)->arcs.front();
  const Arc top = edge(b, EdgeName::top)->arcs.front();
  near(base.length, c.length_base, "base");
  near(top.length, c.length_top, "top");
  near(norm(end_of(base) - base.start), c.chord_base, "base chord");
  near(norm(end_of(top) - top.start), c.chord_top, "top chord");
  near(norm(end_of(base) - top.start), c.edge, "right edge");
  near(norm(end_of(top) - base.start), c.edge, "left edge");
  near(norm(top.start - base.start), c.diagonal, "diagonal");
  near(norm(end_of(top) - end_of(base)), c.diagonal, "other diagonal");
  near(base.start.y, end_of(base).y, "base level");
  near(as_laid(b).width, c.width, "width");
  near(as_laid(b).height, c.height, "height");
  near(b.elements.front().length, c.slant, "element");
  EXPECT_LE(std::abs(area(b) - static_cast<double>(c.area)), tolerance * outline_length(b)) << about;
  EXPECT_NEAR(b.sector.radians(), static_cast<double>(c.sector), 1e-12) << about;
  const LayerSizes& n = b.neutral_sizes;
  near(n.base_radius, c.neutral_base, "neutral base");
  near(n.top_radius, c.neutral_top, "neutral top");
}

class RandomCones : public ::testing::TestWithParam<int> {};

TEST_P(RandomCones, AgreeWithClosedFormsAndPassTheirProof) {
  const int wanted = draws(2500);
  Draw draw(seed + static_cast<unsigned>(GetParam()));
  int made = 0;
  int refused = 0;
  for (int i = 0; made < wanted; ++i) {
    const Drawn d = draw.part();
    const std::string about = described(d, i) + " of set " + std::to_string(GetParam());
    try {
      const Blank b = make_blank(d.cone, d.sheet, d.seam, d.making);
      ++made;
      EXPECT_LE(b.forming.size(), 2u) << "smooth walls take few panels: " << about;
      compare(d, b, about);
      const Proof p = prove(b, d.cone, d.sheet, d.seam);
      EXPECT_TRUE(p.passed) << about << ": " << p.greatest_distance << " " << p.where << ", seam "
                            << p.seam_mismatch << " rims " << p.rim_mismatch << " area " << p.area_mismatch
                            << " allowed " << p.allowed;
      if (HasFailure()) return;
    } catch (const Refusal& refusal) {
      ++refused;
      EXPECT_FALSE(refusal.text().key.empty()) << about;
      ASSERT_LT(refused, wanted) << "mostly refused, last: " << refusal.what();
    }
  }
}

INSTANTIATE_TEST_SUITE_P(FourTimes2500, RandomCones, ::testing::Range(0, 4));

TEST(RandomPointed, SwingAreaAndTip) {
  Draw draw(seed);
  for (int i = 0; i < 500; ++i) {
    const double radius = draw.spread(5, 3000);
    const double height = radius * draw.spread(0.01, 20);
    const double slant = std::hypot(radius, height);
    const double sector = 2 * std::numbers::pi * radius / slant;
    const double widest = 2 * slant * std::sin(sector / 2);  // wider ones would cut the blank in two
    const double gap = draw.pick(3) ? std::min(radius * draw.spread(1e-5, 1e-2), 0.9 * widest) : 0;
    const bool on_top = draw.pick(2);
    const Cone cone = on_top ? Cone{.base = Radius::mm(radius), .top = Pointed{}, .height = height}
                             : Cone{.base = Pointed{}, .top = Radius::mm(radius), .height = height};
    const Blank b = make_blank(cone, sheet_of(0), {.gap = gap});
    EXPECT_LE(b.forming.size(), 2u) << "smooth walls take few panels";
    const double edge_angle = std::asin(gap / 2 / slant);
    const double tolerance = 1e-9 * b.size;
    const Arc rim = edge(b, on_top ? EdgeName::base : EdgeName::top)->arcs.front();
    EXPECT_NEAR(radius_of(rim), slant, tolerance);
    EXPECT_NEAR(rim.length, slant * (sector - 2 * edge_angle), tolerance);
    // The tip lies where the edges meet: the seam's strip, less the triangle beyond the tip or with it.
    const double beyond = gap / 2 / std::tan(sector / 2);
    EXPECT_NEAR(joint_length(b), std::sqrt(slant * slant - gap * gap / 4) - beyond, tolerance);
    const double strips =
        slant * slant * edge_angle + gap / 2 * std::sqrt(slant * slant - gap * gap / 4) - gap / 2 * beyond;
    EXPECT_NEAR(area(b), slant * slant * sector / 2 - strips, tolerance * outline_length(b));
    const Proof p = prove(b, cone, sheet_of(0), {.gap = gap});
    EXPECT_TRUE(p.passed) << radius << " " << height << " " << gap << " " << p.where << " "
                          << p.area_mismatch;
  }
}

TEST(RandomPointed, ThickOnesOpenFlatAndPassTheirProof) {
  Draw draw(seed + 9);
  for (int i = 0; i < 500; ++i) {
    const double radius = draw.spread(5, 3000);
    const Cone cone =
        draw.pick(2)
            ? Cone{.base = Radius::mm(radius), .top = Pointed{}, .height = radius * draw.spread(0.01, 300)}
            : Cone{.base = Pointed{}, .top = Radius::mm(radius), .height = radius * draw.spread(0.01, 300)};
    const Sheet sheet = sheet_of(radius * draw.spread(1e-4, 0.05), draw.face(), draw.between(0, 1));
    const Blank b = make_blank(cone, sheet);
    EXPECT_LE(b.forming.size(), 2u) << "smooth walls take few panels";
    const Proof p = prove(b, cone, sheet);
    EXPECT_TRUE(p.passed) << radius << " " << *cone.height << " " << p.where << " " << p.greatest_distance;
  }
}

}  // namespace
}  // namespace juggler::testing
