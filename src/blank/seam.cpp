// Where the edges of the seam cut the rims. Equation numbers: docs/maths/develop.md.
#include "opened.h"

namespace juggler {
namespace {

// One image of the seam ruling, and the side of it on which the metal lies.
struct Image {
  double u = 0;
  Vec2 point;
  Vec2 inward;
};

Image image(const Opened& o, double u, bool first) {
  const FlatRuling r = o.flat.at(u);
  const Rates v = rates(ruling_at(o.neutral, u));
  const double middle = (o.form.base(u).s + o.form.top(u).s) / 2;
  const bool leftwards = (v.across + middle * v.turn > 0) == first;
  return {u, r.c, (leftwards ? 1.0 : -1.0) * left_of(direction(r.heading))};
}

// (28): the ruling at which a rim has moved `half` away from the image; sought from the image to the middle.
std::optional<double> crossing(const Opened& o, EndName end, const Image& from, double half) {
  if (half == 0) return from.u;
  const auto excess = [&](double u) { return dot(rim_point(o, end, u) - from.point, from.inward) - half; };
  constexpr int steps = 128;
  double before = from.u;
  for (int i = 1; i <= steps; ++i) {
    const double u = from.u + (o.middle() - from.u) * i / steps;
    if (excess(u) > 0) return root(excess, std::min(before, u), std::max(before, u));
    before = u;
  }
  return std::nullopt;
}

// (30): both edges lie `half` inside the images, so they meet on the bisector of the two.
Vec2 tip(const Opened& o, EndName pointed, double half) {
  const Vec2 apex = rim_point(o, pointed, o.from());
  const double first = o.flat.at(o.from()).heading;
  const double last = o.flat.at(o.to()).heading;
  const double sector = std::abs(last - first);
  const double towards_metal = (first + last) / 2 + (pointed == EndName::top ? std::numbers::pi : 0);
  return apex + (half / std::sin(sector / 2)) * direction(towards_metal);
}

}  // namespace

double widest_gap_of_pointed(const Opened& o) {
  const EndName pointed = o.form.base_pointed ? EndName::base : EndName::top;
  const EndName open_end = o.form.base_pointed ? EndName::top : EndName::base;
  const double swing = norm(rim_point(o, open_end, o.middle()) - rim_point(o, pointed, o.middle()));
  const double sector = std::abs(o.flat.at(o.to()).heading - o.flat.at(o.from()).heading);
  return 2 * swing * std::sin(sector / 2);
}

namespace {

std::optional<SeamCut> parallel_cut(const Opened& o, double gap) {
  SeamCut cut{o.from(), o.to(), o.from(), o.to(), std::nullopt};
  const Image first = image(o, o.from(), true);
  const Image last = image(o, o.to(), false);
  const auto cut_end = [&](EndName end, bool pointed, double& from, double& to) {
    if (pointed) {
      cut.tip = tip(o, end, gap / 2);
      return true;
    }
    const auto a = crossing(o, end, first, gap / 2);
    const auto b = crossing(o, end, last, gap / 2);
    if (!a || !b || *a >= *b) return false;
    from = *a;
    to = *b;
    return true;
  };
  const bool base = cut_end(EndName::base, o.form.base_pointed, cut.base_from, cut.base_to);
  const bool top = cut_end(EndName::top, o.form.top_pointed, cut.top_from, cut.top_to);
  if (!base || !top) return std::nullopt;
  // Far beyond half a turn the edges meet past the apex: past the rim they would cut the blank in two.
  if (cut.tip && gap >= widest_gap_of_pointed(o)) return std::nullopt;
  return cut;
}

std::optional<SeamCut> wedge_cut(const Opened& o, double wedge) {
  const double from = o.from() + wedge / 2;
  const double to = o.to() - wedge / 2;
  SeamCut cut{from, to, from, to, std::nullopt};
  if (o.form.base_pointed) cut.tip = rim_point(o, EndName::base, from);
  if (o.form.top_pointed) cut.tip = rim_point(o, EndName::top, from);
  return cut;
}

}  // namespace

double neutral_gap(const Form& form, const Seam& seam) {
  const double gap = seam.gap.value_or(0);
  if (!seam.gap_on) return gap;
  const double u = form.wall.front().from;
  const double s = (form.base(u).s + form.top(u).s) / 2;
  const Rates v = rates(ruling_at(form.wall, u));
  const auto breadth = [&](double d) { return v.across + d * v.curl + s * v.turn; };
  return gap * breadth(form.neutral) / breadth(layer_of(*seam.gap_on, form.thickness));
}

Seam seam_as_made(Seam seam, Hand hand) {
  if (hand == Hand::opposite) seam.at = Angle::radians(-seam.at.radians());
  return seam;
}

std::optional<SeamCut> cut_seam(const Opened& o, const Seam& seam) {
  if (seam.wedge) return wedge_cut(o, seam.wedge->radians());
  return parallel_cut(o, neutral_gap(o.form, seam));
}

}  // namespace juggler
