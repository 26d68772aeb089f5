// Parts that wind about an axis: their blanks against their walls in space.
#include <algorithm>

#include "juggler/proof.h"
#include "juggler/winding.h"

namespace juggler {
namespace {

// Of a curve in space by chords, twice, and from both its limit.
double length_by_chords(const std::function<Vec3(double)>& at, double from, double to) {
  const auto sum = [&](int parts) {
    double length = 0;
    Vec3 last = at(from);
    for (int i = 1; i <= parts; ++i) {
      const Vec3 now = at(from + (to - from) * i / parts);
      length += norm(now - last);
      last = now;
    }
    return length;
  };
  constexpr int parts = 1 << 11;
  const double coarse = sum(parts);
  const double fine = sum(2 * parts);
  const double finest = sum(4 * parts);
  const double first = fine + (fine - coarse) / 3;
  const double second = finest + (finest - fine) / 3;
  return second + (second - first) / 15;
}

// Of a line of the flat between its level lines, at a share of their length, as the stations have it.
double length_on_flat(const Blank& b, double share) {
  double length = 0;
  for (const FormingPanel& panel : b.forming) {
    std::vector<double> x, y;
    for (const Station& s : panel.stations) {
      const Vec2 p = s.base + share * (s.top - s.base);
      x.push_back(p.x);
      y.push_back(p.y);
    }
    const Series dx = Series::fit(panel.from, panel.to, x).derivative();
    const Series dy = Series::fit(panel.from, panel.to, y).derivative();
    length += integral([&](double u) { return std::hypot(dx(u), dy(u)); }, panel.from, panel.to);
  }
  return length;
}

// A line of the blade in space against the flat's, with the strain that is stated.
double mismatch(const Blank& b, const WoundPart& part, const WoundPiece& piece, double share, double strain) {
  const Form& f = part.form;
  const auto at = [&](double u) {
    const Ruling r = ruling_at(f.wall, u);
    return r.c + share * f.top(u).s * r.e;
  };
  return std::abs(length_on_flat(b, share) * (1 + strain) - length_by_chords(at, piece.from, piece.to));
}

}  // namespace

Proof prove(const Blank& blank, const WoundPart& part) {
  const WoundPiece& piece = part.piece(blank.piece);
  Proof p = prove(blank, piece.laid, Seam{});
  if (!part.stretched()) return p;
  const FlightRing& ring = piece.rings.front();
  const bool even = ring.inner_radius > 0;
  double worst =
      std::max(mismatch(blank, part, piece, 0, ring.inner), mismatch(blank, part, piece, 1, ring.outer));
  if (even && ring.flat == FlightFlat::equal_edges)
    worst = std::max(worst, mismatch(blank, part, piece, 0.5, ring.middle));
  p.rim_mismatch = std::max(p.rim_mismatch, worst);
  p.passed = p.passed && worst <= p.allowed;
  return p;
}

}  // namespace juggler
