// Where the edges of the seam cut the rims. Equation numbers: docs/maths/develop.md.
#include <algorithm>

#include "opened.h"
#include "seam.h"

namespace juggler {
namespace {

// One image of a seam ruling, and the side of it on which the metal lies.
struct Image {
  double u = 0;
  Vec2 point;
  Vec2 inward;
};

Image image(const Opened& o, SeamEdge edge) {
  const double u = edge == SeamEdge::start ? o.from() : o.to();
  const FlatRuling r = o.flat.at(u);
  const Rates v = rates(ruling_at(o.neutral, u));
  const double middle = (o.form.base(u).s + o.form.top(u).s) / 2;
  // Walls run to the right of their rulings, or stand still at one.
  const bool runs_left = v.across + middle * v.turn > within::same * o.form.size;
  const bool leftwards = runs_left == (edge == SeamEdge::start);
  return {u, r.c, (leftwards ? 1.0 : -1.0) * left_of(direction(r.heading))};
}

// (28): the ruling at which a rim has moved `inset` away from the image; sought from the image to the middle
// of the blank, or outwards where the edge lies beyond the image.
std::optional<double> crossing(const Opened& o, EndName end, const Image& from, double inset) {
  if (std::abs(inset) <= within::rounding * o.form.size) return from.u;
  const double outer = from.u < o.middle() ? o.flat.from() : o.flat.to();
  const double to = inset > 0 ? o.middle() : outer;
  const double sense = inset > 0 ? 1 : -1;
  const auto excess = [&](double u) {
    return sense * (dot(rim_point(o, end, u) - from.point, from.inward) - inset);
  };
  constexpr int steps = 128;
  double before = from.u;
  for (int i = 1; i <= steps; ++i) {
    const double u = i == steps ? to : from.u + (to - from.u) * i / steps;
    if (excess(u) > 0) return root(excess, std::min(before, u), std::max(before, u));
    before = u;
  }
  return std::nullopt;
}

// (30): edges that lie `first` and `last` inside the images meet here, seen from the apex.
Vec2 meeting(const Opened& o, EndName pointed, double first, double last) {
  const double a = o.flat.at(o.from()).heading;
  const double b = o.flat.at(o.to()).heading;
  const double half = std::abs(b - a) / 2;
  const double towards_metal = (a + b) / 2 + (pointed == EndName::top ? pi : 0);
  const Vec2 along = ((first + last) / (2 * std::sin(half))) * direction(towards_metal);
  if (first == last) return along;
  const double cosine = std::cos(half);
  const Vec2 apart = image(o, SeamEdge::start).inward - image(o, SeamEdge::end).inward;
  return along + ((first - last) / (4 * cosine * cosine)) * apart;
}

}  // namespace

double widest_gap_of_pointed(const Opened& o) {
  const EndName pointed = o.form.base_pointed ? EndName::base : EndName::top;
  const EndName open_end = o.form.base_pointed ? EndName::top : EndName::base;
  const double sector = std::abs(o.flat.at(o.to()).heading - o.flat.at(o.from()).heading);
  const Vec2 apex = rim_point(o, pointed, o.middle());
  const auto swing = [&](double u) { return norm(rim_point(o, open_end, u) - apex); };
  return 2 * std::min(swing(o.middle()), std::min(swing(o.from()), swing(o.to()))) * std::sin(sector / 2);
}

namespace {

// At a pointed end the edges meet; an edge with a lap ends square to its ruling, beside the apex.
bool cut_point(const Opened& o, EndName end, double start, double last, SeamCut& cut) {
  const Vec2 apex = rim_point(o, end, o.from());
  if ((start < 0) == (last < 0)) {
    const Vec2 off = meeting(o, end, start, last);
    cut.tip = apex + off;
    // Far beyond half a turn the edges meet past the apex: past the rim they would cut the blank in two.
    const double sector = std::abs(o.flat.at(o.to()).heading - o.flat.at(o.from()).heading);
    return 2 * norm(off) * std::sin(sector / 2) < widest_gap_of_pointed(o);
  }
  cut.tip = apex;
  const auto beside = [&](SeamEdge edge, double inset) { return apex + inset * image(o, edge).inward; };
  if (start < 0) cut.start.corner = beside(SeamEdge::start, start);
  if (last < 0) cut.end.corner = beside(SeamEdge::end, last);
  return true;
}

std::optional<SeamCut> parallel_cut(const Opened& o, double start, double last) {
  SeamCut cut{{o.from(), o.from(), {}}, {o.to(), o.to(), {}}, {}};
  const auto cut_end = [&](EndName end, double& from, double& to) {
    const auto a = crossing(o, end, image(o, SeamEdge::start), start);
    const auto b = crossing(o, end, image(o, SeamEdge::end), last);
    if (!a || !b || *a >= *b) return false;
    from = *a;
    to = *b;
    return true;
  };
  const bool base = o.form.base_pointed ? cut_point(o, EndName::base, start, last, cut)
                                        : cut_end(EndName::base, cut.start.base, cut.end.base);
  const bool top = o.form.top_pointed ? cut_point(o, EndName::top, start, last, cut)
                                      : cut_end(EndName::top, cut.start.top, cut.end.top);
  if (!base || !top) return std::nullopt;
  return cut;
}

std::optional<SeamCut> wedge_cut(const Opened& o, double wedge) {
  const double from = o.from() + wedge / 2;
  const double to = o.to() - wedge / 2;
  if (from >= to) return std::nullopt;
  SeamCut cut{{from, from, {}}, {to, to, {}}, {}};
  if (o.form.base_pointed) cut.tip = rim_point(o, EndName::base, from);
  if (o.form.top_pointed) cut.tip = rim_point(o, EndName::top, from);
  return cut;
}

}  // namespace

double neutral_gap(const Form& form, const Seam& seam, double u) {
  const double gap = seam.gap.value_or(0);
  if (!seam.gap_on) return gap;
  const double s = (form.base(u).s + form.top(u).s) / 2;
  const Rates v = rates(ruling_at(form.wall, u));
  const auto breadth = [&](double d) { return v.across + d * v.curl + s * v.turn; };
  return gap * breadth(form.neutral_depth) / breadth(layer_of(*seam.gap_on, form.thickness));
}

double edge_inset(const Form& form, const Seam& seam, SeamEdge edge) {
  const double u = edge == SeamEdge::start ? form.from() : form.to();
  const double lap = seam.lap && seam.lap_on == edge ? *seam.lap : 0;
  return neutral_gap(form, seam, u) / 2 - seam.stock - lap;
}

std::optional<SeamCut> cut_seam(const Opened& o, const Seam& seam) {
  if (const auto& ends = o.form.ends)
    return SeamCut{{(*ends)[0].base, (*ends)[0].top, {}}, {(*ends)[1].base, (*ends)[1].top, {}}, {}};
  const double start = edge_inset(o.form, seam, SeamEdge::start);
  const double last = edge_inset(o.form, seam, SeamEdge::end);
  if (seam.wedge) return wedge_cut(o, seam.wedge->radians());
  return parallel_cut(o, start, last);
}

Form piece_with_laps(const PieceMaker& piece, const Seam& seam, Span span) {
  const Form bare = piece(span);
  const bool start = edge_inset(bare, seam, SeamEdge::start) < 0;
  const bool end = edge_inset(bare, seam, SeamEdge::end) < 0;
  if (!start && !end) return bare;
  const double most = std::min((span.to - span.from) / 2, pi / 2);
  span.before = start ? most : 0;
  span.after = end ? most : 0;
  const Form wide = piece(span);
  const auto cut = cut_seam(open(wide), seam);
  if (!cut) return wide;
  // A hair more than is needed, or rounding might leave the edge beyond the wall.
  const auto enough = [](double reach) { return reach > 0 ? 1.001 * reach : 0; };
  span.before = enough(span.from - std::min(cut->start.base, cut->start.top));
  span.after = enough(std::max(cut->end.base, cut->end.top) - span.to);
  return piece(span);
}

}  // namespace juggler
