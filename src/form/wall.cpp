#include <algorithm>
#include <limits>

#include "juggler/form.h"

namespace juggler {

Wall in_stretches(double from, double to, double most, const std::function<Ruling(double u)>& ruling) {
  Wall wall;
  const int count = std::max(1, static_cast<int>(std::ceil((to - from) / most - within::same)));
  for (int i = 0; i < count; ++i) {
    const double a = from + (to - from) * i / count;
    const double b = i + 1 == count ? to : from + (to - from) * (i + 1) / count;
    wall.push_back({a, b, ruling});
  }
  return wall;
}

Wall layer(const Wall& wall, double distance) {
  Wall moved;
  for (const WallPiece& piece : wall) {
    moved.push_back({piece.from, piece.to, [ruling = piece.ruling, distance](double u) {
                       Ruling r = ruling(u);
                       r.c = r.c + distance * r.n;
                       r.dc = r.dc + distance * r.dn;
                       return r;
                     }});
  }
  return moved;
}

Ruling ruling_at(const Wall& wall, double u) {
  const auto piece =
      std::find_if(wall.begin(), wall.end() - 1, [&](const WallPiece& p) { return u <= p.to; });
  return piece->ruling(u);
}

Rates rates(const Ruling& r) {
  const Vec3 g = cross(r.n, r.e);
  return {dot(r.dc, r.e), dot(r.dc, g), dot(r.de, g), dot(r.dn, g)};
}

Rim apex_rim(const Wall& wall, double layer) {
  const Ruling r = ruling_at(wall, wall.front().from);
  const Rates v = rates(r);
  const double s = -(v.across + layer * v.curl) / v.turn;
  return Rim([s](double) -> Cut { return {s, 0}; });
}

bool Form::goes_round() const { return !open && std::abs(to() - from() - two_pi) < within::rounding; }

Vec3 edge_point(const Form& form, EndName end, double layer, double u) {
  const Ruling r = ruling_at(form.wall, u);
  const double s = form.rim(end)(u).s;
  return r.c + layer * r.n + s * r.e;
}

double rolled_radius(const Form& form, EndName end, double layer, double u) {
  const Rates v = rates(ruling_at(form.wall, u));
  if (v.curl == 0) return 1e12;
  return std::abs((v.across + layer * v.curl + form.rim(end)(u).s * v.turn) / v.curl);
}

namespace {

// A figure of each ruling between the seam rulings, added up piece by piece.
double sum_over(const Form& f, std::pair<double, double> range, double negligible,
                const std::function<double(const WallPiece&, double u)>& figure) {
  double sum = 0;
  for (const WallPiece& piece : f.wall) {
    const double from = std::max(piece.from, range.first);
    const double to = std::min(piece.to, range.second);
    if (from < to)
      sum += integral([&](double u) { return figure(piece, u); }, from, to, f.by_plan ? 2 : 1, negligible);
  }
  return sum;
}

}  // namespace

std::pair<double, double> rim_range(const Form& f, EndName end) {
  if (!f.ends) return {f.from(), f.to()};
  const auto at = [&](const ObliqueEnd& e) { return end == EndName::base ? e.base : e.top; };
  return {at((*f.ends)[0]), at((*f.ends)[1])};
}

double rim_length(const Form& form, EndName end, double layer) {
  if (form.pointed(end) && layer == form.neutral_depth) return 0;
  return sum_over(form, rim_range(form, end), within::quadrature * form.size,
                  [&](const WallPiece& piece, double u) {
                    const Ruling r = piece.ruling(u);
                    const Cut cut = form.rim(end)(u);
                    return norm(r.dc + layer * r.dn + cut.s * r.de + cut.ds * r.e);
                  });
}

double wall_area(const Form& form, double layer) {
  return sum_over(form, {form.from(), form.to()}, within::quadrature * form.size * form.size,
                  [&](const WallPiece& piece, double u) {
                    const Ruling r = piece.ruling(u);
                    const double s0 = form.base(u).s;
                    const double s1 = form.top(u).s;
                    const Vec3 middle = r.dc + layer * r.dn + ((s0 + s1) / 2) * r.de;
                    return (s1 - s0) * norm(cross(middle, r.e));
                  });
}

namespace {

// A strip's half circles reach as far up and down from their centres as across.
void look_at_ends(const Form& f, double& low, double& high) {
  if (!f.ends) return;
  for (const ObliqueEnd& e : *f.ends) {
    if (e.round == 0) continue;
    const double centre =
        (edge_point(f, EndName::base, 0, e.base).z + edge_point(f, EndName::top, 0, e.top).z) / 2;
    low = std::min(low, centre - e.round);
    high = std::max(high, centre + e.round);
  }
}

}  // namespace

double overall_height(const Form& form) {
  double low = std::numeric_limits<double>::infinity();
  double high = -low;
  look_at_ends(form, low, high);
  for (const EndName end : {EndName::base, EndName::top}) {
    const double from = form.ends ? rim_range(form, end).first : form.wall.front().from;
    const double to = form.ends ? rim_range(form, end).second : form.wall.back().to;
    for (const double layer : {0.0, form.thickness}) {
      const auto z = [&](double u) { return edge_point(form, end, layer, u).z; };
      low = std::min(low, form.coaxial && form.untrimmed() ? z(from) : least(z, from, to).value);
      high = std::max(high, form.coaxial && form.untrimmed()
                                ? z(from)
                                : -least([&](double u) { return -z(u); }, from, to).value);
    }
  }
  return high - low;
}

}  // namespace juggler
