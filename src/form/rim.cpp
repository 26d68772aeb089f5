// Rims: where cutters meet the rulings. Equation numbers: docs/maths/round.md.
#include <algorithm>
#include <iterator>
#include <limits>

#include "form/cuts.h"

namespace juggler {
namespace {

// One layer meeting one cutter: a smooth rim of its own.
struct Simple {
  size_t cutter = 0;
  std::function<Cut(const Ruling&, double)> meet;
  double layer = 0;
  std::optional<Rim> rim = {};
  [[nodiscard]] Cut operator()(const Ruling& r, double u) const {
    return rim ? (*rim)(within_rim(u)) : meet(r, layer);
  }
  // A rim is known over one turn; where a wall goes on beyond, so does it.
  [[nodiscard]] double within_rim(double u) const {
    const double from = rim->pieces().front().from;
    const double to = rim->pieces().back().to;
    return u >= from && u <= to ? u : u - two_pi * std::floor((u - from) / two_pi);
  }
};

std::vector<Simple> simple_cuts(const std::vector<Cutter>& cutters, double thickness) {
  std::vector<Simple> cuts;
  for (size_t i = 0; i < cutters.size(); ++i) {
    for (double layer : contact_layers(cutters[i], thickness))
      cuts.push_back({i, cutters[i].cut, layer, cutters[i].rim});
  }
  return cuts;
}

// Of each cutter the layer that its contact says, of the cutters the one that leaves least: an index.
size_t active(const std::vector<Simple>& cuts, const std::vector<Cutter>& cutters, EndName end,
              const Ruling& r, double u) {
  const double outwards = end == EndName::top ? 1 : -1;
  size_t best = 0;
  double least = std::numeric_limits<double>::infinity();
  for (size_t i = 0; i < cuts.size();) {
    size_t chosen = i;
    const size_t cutter = cuts[i].cutter;
    double reach = outwards * cuts[i](r, u).s;
    for (++i; i < cuts.size() && cuts[i].cutter == cutter; ++i) {
      const double other = outwards * cuts[i](r, u).s;
      if ((cutters[cutter].contact == Contact::clear) != (other < reach)) continue;
      reach = other;
      chosen = i;
    }
    if (reach < least) {
      least = reach;
      best = chosen;
    }
  }
  return best;
}

// The cut that is active between two changes. Where two cutters touch, rounding picks either of them: so it
// is asked at three places, and two decide.
size_t active_between(const std::vector<Simple>& cuts, const std::vector<Cutter>& cutters, EndName end,
                      const Wall& wall, double from, double to) {
  const auto at = [&](double part) {
    const double u = from + part * (to - from);
    return active(cuts, cutters, end, ruling_at(wall, u), u);
  };
  const size_t first = at(0.31);
  const size_t second = at(0.53);
  return first == second ? first : at(0.77);
}

// The corners of a rim that is known over one turn, however far a wall goes on.
void add_corners(std::vector<double>& breaks, const Rim& rim, double from, double to) {
  for (const RimPiece& p : rim.pieces()) {
    for (double u = p.from - two_pi * std::ceil((p.from - from) / two_pi); u < to; u += two_pi) {
      if (u > from) breaks.push_back(u);
    }
  }
}

std::vector<double> changes(const std::vector<Simple>& cuts, const Wall& wall) {
  constexpr int looks = 360;
  const double from = wall.front().from;
  const double to = wall.back().to;
  std::vector<double> us;
  std::vector<Ruling> rulings;
  for (int i = 0; i <= looks; ++i) {
    us.push_back(i == looks ? to : from + (to - from) * i / looks);
    rulings.push_back(ruling_at(wall, us.back()));
  }
  std::vector<double> breaks;
  for (size_t i = 0; i < cuts.size(); ++i) {
    for (size_t j = i + 1; j < cuts.size(); ++j) {
      const auto apart = [&](const Ruling& r, double u) { return cuts[i](r, u).s - cuts[j](r, u).s; };
      std::vector<double> d;
      for (size_t k = 0; k < us.size(); ++k) d.push_back(apart(rulings[k], us[k]));
      add_changes(breaks, us, d, [&](double u) { return apart(ruling_at(wall, u), u); });
    }
    if (cuts[i].rim) add_corners(breaks, *cuts[i].rim, from, to);
  }
  breaks.push_back(from);
  breaks.push_back(to);
  std::sort(breaks.begin(), breaks.end());
  const auto close = [](double a, double b) { return b - a < within::rounding; };
  breaks.erase(std::unique(breaks.begin(), breaks.end(), close), breaks.end());
  breaks.front() = from;
  breaks.back() = to;
  return breaks;
}

RimPiece piece_of_cut(const Simple& cut, const Wall& wall, double from, double to) {
  if (!cut.rim) return {from, to, [wall, cut](double u) { return cut(ruling_at(wall, u), u); }};
  const double middle = (from + to) / 2;
  const double own = cut.within_rim(middle);
  return {from, to,
          [piece = cut.rim->piece_at(own), shift = own - middle](double u) { return piece.cut(u + shift); }};
}

}  // namespace

// Where two cuts of an end change places: every change of sign of their difference, and the pairs of changes
// that lie between two looks.
void add_changes(std::vector<double>& breaks, const std::vector<double>& us, const std::vector<double>& d,
                 const std::function<double(double)>& difference) {
  const double scale =
      *std::max_element(d.begin(), d.end(), [](double a, double b) { return std::abs(a) < std::abs(b); });
  const double noise = within::settled * std::min(std::abs(scale), 1e7);
  const auto sign = [&](double v) { return v > noise ? 1 : v < -noise ? -1 : 0; };
  for (size_t i = 0; i + 1 < d.size(); ++i) {
    if (sign(d[i]) * sign(d[i + 1]) < 0) {
      breaks.push_back(root(difference, us[i], us[i + 1]));
    } else if (sign(d[i]) == 0 && i > 0 && sign(d[i - 1]) * sign(d[i + 1]) < 0) {
      breaks.push_back(us[i]);
    }
    if (i == 0 || sign(d[i]) == 0) continue;
    const double s = sign(d[i]);
    if (s * d[i] >= s * d[i - 1] || s * d[i] >= s * d[i + 1]) continue;
    if (sign(d[i - 1]) != s || sign(d[i + 1]) != s) continue;
    const Least dip = least([&](double u) { return s * difference(u); }, us[i - 1], us[i + 1]);
    if (dip.value >= -noise) continue;
    breaks.push_back(root(difference, us[i - 1], dip.at));
    breaks.push_back(root(difference, dip.at, us[i + 1]));
  }
}

Rim::Rim(std::function<Cut(double u)> cut) {
  constexpr double everywhere = std::numeric_limits<double>::infinity();
  pieces_.push_back({-everywhere, everywhere, std::move(cut)});
}

const RimPiece& Rim::piece_at(double u) const {
  return *std::find_if(pieces_.begin(), pieces_.end() - 1, [&](const RimPiece& p) { return u <= p.to; });
}

std::vector<double> contact_layers(const Cutter& c, double thickness) {
  if (c.rim || (c.contact != Contact::clear && c.contact != Contact::full)) return {c.layer};
  if (thickness == 0) return {0};
  return {0, thickness};
}

Cut cut_of(const Ruling& r, const Plane& plane, double layer) {
  const double above = dot(plane.normal, r.c + layer * r.n) - plane.height;
  const double climb = dot(plane.normal, r.e);
  if (climb <= within::same) return {above > 0 ? -never : never, 0};
  const double s = -above / climb;
  const double d_above = dot(plane.normal, r.dc + layer * r.dn);
  return {s, -(d_above + s * dot(plane.normal, r.de)) / climb};
}

Cutter plane_cutter(EndName end, const Plane& plane, Contact contact, double layer) {
  return {end,
          contact,
          layer,
          [plane](const Ruling& ruling, double own) { return cut_of(ruling, plane, own); },
          [plane](Vec3 p) { return dot(plane.normal, p) - plane.height; },
          [plane](Vec3) { return plane.normal; },
          {}};
}

Plane tilted_plane(double height, Angle tilt, Angle uphill) {
  const double rise = std::sin(tilt.radians());
  const double up = std::cos(tilt.radians());
  return {{-rise * std::cos(uphill.radians()), -rise * std::sin(uphill.radians()), up}, height * up};
}

Rim plane_rim(const Wall& wall, Plane plane, double layer) {
  return Rim([wall, plane, layer](double u) { return cut_of(ruling_at(wall, u), plane, layer); });
}

std::vector<Cutter> cutters_of(const std::vector<Cutter>& all, EndName end) {
  std::vector<Cutter> own;
  std::copy_if(all.begin(), all.end(), std::back_inserter(own),
               [&](const Cutter& c) { return c.end == end; });
  return own;
}

Rim rim_of(const std::vector<Cutter>& all, EndName end, const Wall& wall, double thickness) {
  const std::vector<Cutter> cutters = cutters_of(all, end);
  const std::vector<Simple> cuts = simple_cuts(cutters, thickness);
  if (cuts.size() == 1 && !cuts.front().rim)
    return Rim([wall, cut = cuts.front()](double u) { return cut(ruling_at(wall, u), u); });
  const std::vector<double> breaks = changes(cuts, wall);
  std::vector<RimPiece> pieces;
  size_t last = cuts.size();
  for (size_t i = 0; i + 1 < breaks.size(); ++i) {
    const size_t now = active_between(cuts, cutters, end, wall, breaks[i], breaks[i + 1]);
    if (now == last && !cuts[now].rim) {
      pieces.back().to = breaks[i + 1];
    } else {
      pieces.push_back(piece_of_cut(cuts[now], wall, breaks[i], breaks[i + 1]));
    }
    last = now;
  }
  return Rim(std::move(pieces));
}

const Cutter& active_cutter(const std::vector<Cutter>& cutters, EndName end, const Ruling& r, double u,
                            double thickness) {
  const std::vector<Simple> cuts = simple_cuts(cutters, thickness);
  const size_t best = active(cuts, cutters, end, r, u);
  const double reach = cuts[best](r, u).s;
  const Vec3 place = r.c + cuts[best].layer * r.n + reach * r.e;
  const auto level = [&](size_t cutter) { return std::abs(cutters[cutter].normal(place).z); };
  // Where a level and a slanting one touch, the edge is the slanting one's.
  size_t chosen = cuts[best].cutter;
  for (const Simple& cut : cuts) {
    const bool ties = std::abs(cut(r, u).s - reach) <= within::same * (std::abs(reach) + thickness);
    if (ties && level(cut.cutter) < level(chosen)) chosen = cut.cutter;
  }
  return cutters[chosen];
}

Rim rim_along(const Wall& wall, const std::vector<Cutter>& cutters, EndName end, double thickness) {
  std::vector<RimPiece> pieces;
  for (const WallPiece& w : wall) {
    const Rim rim = rim_of(cutters, end, {w}, thickness);
    for (RimPiece p : rim.pieces()) {
      p.from = std::max(p.from, w.from);
      p.to = std::min(p.to, w.to);
      pieces.push_back(std::move(p));
    }
  }
  return Rim(std::move(pieces));
}

Wall cut_at_corners(const Wall& wall, const Rim& base, const Rim& top) {
  Wall cut;
  for (const WallPiece& w : wall) {
    std::vector<double> at{w.from, w.to};
    for (const Rim* rim : {&base, &top}) {
      for (const RimPiece& p : rim->pieces()) {
        if (p.to > w.from + within::rounding && p.to < w.to - within::rounding) at.push_back(p.to);
      }
    }
    std::sort(at.begin(), at.end());
    for (size_t i = 0; i + 1 < at.size(); ++i) {
      if (at[i + 1] - at[i] > within::quadrature) cut.push_back({at[i], at[i + 1], w.ruling});
    }
  }
  return cut;
}

}  // namespace juggler
