// Flights, coils and helical strips against their sizes as given.
#include <algorithm>
#include <cmath>

#include "proof/figures.h"
#include "proof/given_middle.h"
#include "wound.h"
#include "wound_sizes.h"

namespace juggler {
namespace {

// The angles that are turned from a start, the least and the most.
struct AnglesTurned {
  double least = HUGE_VAL;
  double most = -HUGE_VAL;
  void look(double turned) {
    least = std::min(least, turned);
    most = std::max(most, turned);
  }
};

// A shaft tapers with the height, a ribbon with the turns.
double inner_diameter(const Flight& f, double z, double passed) {
  const auto from_to = [](double from, const std::optional<double>& to, double share) {
    return from + (to.value_or(from) - from) * share;
  };
  if (f.width) return from_to(*f.outside, f.outside_to, passed) - 2 * *f.width;
  if (f.inside) return from_to(*f.inside, f.inside_to, passed);
  const double height = *f.turns * (*f.pitch + f.pitch_to.value_or(*f.pitch)) / 2;
  return from_to(*f.shaft, f.shaft_to, z / height);
}

GivenMiss miss_of(const Flight& f, const Middle& middle) {
  GivenMiss miss;
  const double whole = two_pi * *f.turns;
  const double rise = *f.pitch / two_pi;
  const double growth = (f.pitch_to.value_or(*f.pitch) - *f.pitch) / (two_pi * 2 * whole);
  AnglesTurned all;
  middle.each_across([&](Vec3 in, Vec3 out) {
    const double turned = 2 * in.z / (rise + std::sqrt(rise * rise + 4 * growth * in.z));
    const double inside = inner_diameter(f, in.z, turned / whole);
    const double outside = *f.outside + (f.outside_to.value_or(*f.outside) - *f.outside) * turned / whole;
    miss.look(off_plan(in, f.start, turned), "pitch as given");
    miss.look(off_plan(out, f.start, turned), "pitch as given");
    miss.look(std::abs(out_of(in) - inside / 2), f.width    ? "width as given"
                                                 : f.inside ? "inside.diameter as given"
                                                            : "shaft.diameter as given");
    miss.look(std::abs(out_of(out) - outside / 2), "outside.diameter as given");
    miss.look(std::abs(out.z - in.z), "level lines of the flight");
    all.look(turned);
  });
  miss.look(std::abs(all.least) * *f.outside / 2, "start.at as given");
  miss.look(std::abs(all.most - whole) * *f.outside / 2, "turns as given");
  return miss;
}

// The lower edge on the body: by the angle turned, its distance from the axis and its height.
class LowerEdge {
 public:
  explicit LowerEdge(const HelicalStrip& s)
      : from_(*s.body_diameter / 2), to_(s.body_end_diameter.value_or(*s.body_diameter) / 2) {
    const bool cone = to_ != from_;
    if (s.turns) whole_ = two_pi * *s.turns;
    if (s.height || s.pitch) {
      height_ = s.height ? *s.height : *s.pitch * *s.turns;
    } else {
      const double rise = std::tan(s.lead->radians());
      height_ = cone ? (to_ - from_) / std::tan(std::asin(std::log(to_ / from_) / whole_ / rise))
                     : from_ * rise * whole_;
    }
    half_ = std::atan2(to_ - from_, height_);
    if (s.lead && cone) {
      growth_ = std::tan(s.lead->radians()) * std::sin(half_);
      if (!s.turns) whole_ = std::log(to_ / from_) / growth_;
    } else if (!s.turns) {
      whole_ = s.pitch ? two_pi * height_ / *s.pitch : height_ / (from_ * std::tan(s.lead->radians()));
    }
  }
  [[nodiscard]] double half_angle() const { return half_; }
  [[nodiscard]] double whole() const { return whole_; }
  [[nodiscard]] double height() const { return height_; }
  [[nodiscard]] Vec3 at(double turned, double off) const {
    const double out = radius(turned) + off * std::cos(half_);
    return {out * std::cos(turned), out * std::sin(turned), z(turned) - off * std::sin(half_)};
  }
  [[nodiscard]] double widest() const { return std::max(from_, to_); }
  [[nodiscard]] double pace(double turned) const {
    return growth_ == 0 ? turned / whole_ : from_ * std::expm1(growth_ * turned) / (to_ - from_);
  }
  [[nodiscard]] double radius(double turned) const { return from_ + (to_ - from_) * pace(turned); }
  [[nodiscard]] double z(double turned) const { return height_ * pace(turned); }
  [[nodiscard]] double turned_at(double z) const {
    return growth_ == 0 ? whole_ * z / height_ : std::log1p(z / height_ * (to_ - from_) / from_) / growth_;
  }

 private:
  double from_, to_;
  double height_ = 0, whole_ = 0, half_ = 0;
  double growth_ = 0;
};

void look_at_ends(GivenMiss& miss, const HelicalStrip& s, const LowerEdge& edge, const AnglesTurned& all) {
  if (s.ends == StripEnds::round) return;  // these begin half a width from the ends
  miss.look(std::abs(all.least) * edge.widest(), "start.at as given");
  miss.look(std::abs(all.most - edge.whole()) * edge.widest(), "turns, height or pitch as given");
}

// The length as given, measured by chords along the lower edge as it winds up.
void look_at_length(GivenMiss& miss, const HelicalStrip& given, const LowerEdge& edge, const Sheet& sheet) {
  if (!given.length) return;
  const double t = *sheet.thickness;
  const double off = given.tilt                               ? 0
                     : given.length_on == StripLayer::inside  ? 0
                     : given.length_on == StripLayer::outside ? t
                     : given.length_on == StripLayer::middle  ? t / 2
                                                              : sheet.neutral_factor * t;
  const double length =
      length_by_chords([&](double turned) { return edge.at(turned, off); }, 0, edge.whole());
  miss.look(std::abs(length - *given.length), "length as given");
}

// (13)
GivenMiss miss_of_standing(const HelicalStrip& s, const Middle& middle) {
  GivenMiss miss;
  const LowerEdge edge(s);
  const double lean = edge.half_angle() + s.tilt->radians();
  AnglesTurned all;
  middle.each([&](Vec3 p, double share) {
    const double plan = std::atan2(p.y, p.x) - s.start.radians();
    const double near = edge.turned_at(p.z - share * *s.width * std::cos(lean));
    const double turned = near + std::remainder(plan - near, two_pi);
    if (share == 0) all.look(turned);
    miss.look(std::abs(turned - near) * out_of(p), "pitch, lead_angle or tilt as given");
    const Vec2 on{edge.radius(turned), edge.z(turned)};
    const Vec2 should = on + share * *s.width * Vec2{std::sin(lean), std::cos(lean)};
    miss.look(norm(Vec2{out_of(p), p.z} - should),
              share == 0 ? "body.diameter as given" : "width or tilt as given");
  });
  look_at_ends(miss, s, edge, all);
  return miss;
}

// (12): on the flat of the middle, which a cone opens to by its apex.
GivenMiss miss_of_cone_strip(const HelicalStrip& s, double thickness, const Middle& middle) {
  GivenMiss miss;
  const LowerEdge edge(s);
  const double sine = std::sin(edge.half_angle());
  const double cosine = std::cos(edge.half_angle());
  const Vec2 out = thickness / 2 * Vec2{cosine, -sine};
  const auto flat = [&](double radius, double turned) { return radius / sine * direction(turned * sine); };
  AnglesTurned all;
  middle.each_across([&](Vec3 low, Vec3 high) {
    const double turned = edge.turned_at(low.z - out.y);
    miss.look(off_plan(low, s.start, turned), "pitch or lead_angle as given");
    miss.look(std::abs(out_of(low) - edge.radius(turned) - out.x), "body.diameter as given");
    all.look(turned);
    const double aside =
        std::cos(edge.half_angle()) * (out_of(high) - *s.body_diameter / 2 - out.x) - sine * (high.z - out.y);
    miss.look(std::abs(aside), "upper edge on the body as given");
    // Level ends run far round the body: which turn it is the nearest lower edge says.
    const double plan = std::atan2(high.y, high.x) - s.start.radians();
    const double at_high = turned + std::remainder(plan - turned, two_pi);
    double wrong = HUGE_VAL;
    for (const double turn : {-two_pi, 0.0, two_pi}) {
      const Vec2 there = flat(out_of(high), at_high + turn);
      const auto off = [&](double t) { return norm(flat(edge.radius(t) + out.x, t) - there); };
      const double wide = least(off, at_high + turn - 1, at_high + turn + 1).value;
      wrong = std::min(wrong, std::abs(wide - *s.width));
    }
    miss.look(wrong, "width as given");
  });
  look_at_ends(miss, s, edge, all);
  return miss;
}

// (11): on a cylinder, by its formed rulings.
GivenMiss miss_of_strip(const HelicalStrip& s, const Sheet& sheet, const std::vector<FormedLine>& lines) {
  GivenMiss miss;
  const double k = sheet.neutral_factor * *sheet.thickness;
  const LowerEdge edge(s);
  const double rise = edge.height() / edge.whole();
  const double radius = *s.body_diameter / 2 + k;
  const double run = std::hypot(radius, rise);
  AnglesTurned all;
  for (const FormedLine& l : lines) {
    const double turned = edge.turned_at(l.base.z);
    miss.look(off_plan(l.base, s.start, turned), "pitch or lead_angle as given");
    miss.look(std::abs(out_of(l.base - k * l.n) - *s.body_diameter / 2), "body.diameter as given");
    const double upright = norm(l.top - l.base);
    miss.look(
        s.upright_width ? std::abs(upright - *s.upright_width) : std::abs(upright * radius / run - *s.width),
        s.upright_width ? "upright width as given" : "width as given");
    all.look(turned);
  }
  // The upper edge ends before or after the lower one, by how the ends are cut.
  const double width = s.width ? *s.width : *s.upright_width * radius / run;
  const double ahead = s.ends == StripEnds::upright ? 0
                       : s.ends == StripEnds::level ? -width * run / radius / rise
                                                    : -width * rise / (run * radius);
  const double tip = s.ends == StripEnds::round ? width / 2 / run : 0;
  miss.look(std::abs(all.least - std::min(0.0, ahead) - tip) * radius, "start.at as given");
  miss.look(std::abs(all.most - edge.whole() - std::max(0.0, ahead) + tip) * radius,
            "turns, height or pitch as given");
  return miss;
}

GivenMiss miss_of_coil(const Coil& c, const Sheet& sheet, const std::vector<FormedLine>& lines) {
  GivenMiss miss;
  const double t = *sheet.thickness;
  const double k = sheet.neutral_factor * t;
  const auto on = [&](const FormedLine& l, double layer) { return l.base + (layer - k) * l.n; };
  const auto radius = [&](const FormedLine& l) { return out_of(on(l, t / 2)); };
  const auto [first, last] = std::minmax_element(
      lines.begin(), lines.end(), [&](const auto& a, const auto& b) { return radius(a) < radius(b); });
  for (const FormedLine& l : lines) {
    const double turned = (radius(l) - radius(*first)) * two_pi / *c.spacing;
    miss.look(off_plan(on(l, t / 2), c.start, turned), "spacing as given");
    miss.look(std::abs(l.base.z) + std::abs(l.top.z - *c.width) + norm(l.e - Vec3{0, 0, 1}) * *c.width,
              "width as given");
  }
  miss.look(
      c.middle ? std::abs(radius(*first) - *c.middle / 2) : std::abs(out_of(on(*first, 0)) - *c.inside / 2),
      "diameter at the start as given");
  miss.look(c.turns ? std::abs(radius(*last) - radius(*first) - *c.spacing * *c.turns)
                    : std::abs(out_of(on(*last, t)) - *c.outside / 2),
            c.turns ? "turns as given" : "outside.diameter as given");
  return miss;
}

// Held in a mirror what winds to the left starts at the mirrored plan angle.
template <typename Own>
Own seen_in_mirror(Own given, Hand hand) {
  if (hand == Hand::opposite) given.start = -given.start;
  return given;
}

void mirror_back(std::vector<FormedLine>& lines, Hand hand) {
  if (hand == Hand::as_drawn) return;
  for (FormedLine& l : lines) {
    for (Vec3* v : {&l.base, &l.top, &l.e, &l.n}) v->y = -v->y;
  }
}

}  // namespace

GivenMiss miss_of_given(const std::vector<CurvedPiece>& pieces, const Flight& f, Hand hand) {
  return miss_of(seen_in_mirror(f, hand), Middle(pieces, hand));
}

GivenMiss miss_of_given(const std::vector<CurvedPiece>& pieces, const HelicalStrip& given, const Sheet& sheet,
                        Hand hand) {
  const HelicalStrip s = seen_in_mirror(without_length(given, sheet), hand);
  const Middle middle(pieces, hand);
  GivenMiss miss = s.tilt ? miss_of_standing(s, middle) : miss_of_cone_strip(s, *sheet.thickness, middle);
  look_at_length(miss, given, LowerEdge(s), sheet);
  return miss;
}

GivenMiss miss_of_given(std::vector<FormedLine> lines, const HelicalStrip& s, const Sheet& sheet, Hand hand) {
  mirror_back(lines, hand);
  if (lines.empty()) return {};
  const HelicalStrip by_size = seen_in_mirror(without_length(s, sheet), hand);
  GivenMiss miss = miss_of_strip(by_size, sheet, lines);
  look_at_length(miss, s, LowerEdge(by_size), sheet);
  return miss;
}

GivenMiss miss_of_given(std::vector<FormedLine> lines, const Coil& c, const Sheet& sheet, Hand hand) {
  mirror_back(lines, hand);
  return lines.empty() ? GivenMiss() : miss_of_coil(seen_in_mirror(c, hand), sheet, lines);
}

}  // namespace juggler
