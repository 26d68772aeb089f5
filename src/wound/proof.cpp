// Parts that wind about an axis: their blanks against their walls in space.
#include "proof/figures.h"
#include "winding.h"
#include "wound.h"

namespace juggler {
namespace {

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
    return r.c + (f.base(u).s + share * (f.top(u).s - f.base(u).s)) * r.e;
  };
  return std::abs(length_on_flat(b, share) * (1 + strain) - length_by_chords(at, piece.from, piece.to));
}

// A flight's middle in space.
CurvedPiece middle_of(const Form& f) {
  CurvedPiece piece;
  Surface& s = piece.surface;
  for (const WallPiece& w : f.wall) s.us.push_back(w.from);
  s.us.push_back(f.wall.back().to);
  s.vs = {0, 1};
  s.point = [&f](double u, double v) -> SurfacePoint {
    const Ruling r = ruling_at(f.wall, u);
    return {r.c + (f.base(u).s + v * (f.top(u).s - f.base(u).s)) * r.e, {}, {}};
  };
  s.size = f.size;
  return piece;
}

WallProof formed(const Blank& blank, const WoundPart& part) {
  const WoundPiece& piece = part.piece(blank.piece);
  WallProof wall = prove_wall(blank, piece.laid, Seam{});
  if (!part.stretched()) return wall;
  Proof& p = wall.proof;
  const FlatRing& ring = piece.flat_rings.front();
  const bool even = ring.inner_radius > 0;
  double worst =
      worse(mismatch(blank, part, piece, 0, ring.inner), mismatch(blank, part, piece, 1, ring.outer));
  if (even && ring.flat == FlightFlat::equal_edges)
    worst = worse(worst, mismatch(blank, part, piece, 0.5, ring.middle));
  p.rim_mismatch = worse(p.rim_mismatch, worst);
  p.passed = p.passed && worst <= p.allowed;
  return wall;
}

}  // namespace

Proof prove(const Blank& blank, const WoundPart& part) { return formed(blank, part).proof; }

Proof prove_wound(const Blank& blank, const WoundPart& part,
                  const std::function<GivenMiss(std::vector<FormedLine>)>& given) {
  WallProof wall = formed(blank, part);
  hold_against(wall.proof, miss_of_untrimmed(wall.elements), within::same * blank.size);
  hold_against(wall.proof, given(std::move(wall.lines)), wall.proof.allowed);
  return wall.proof;
}

Proof prove_flight(const Blank& blank, const WoundPart& part,
                   const std::function<GivenMiss(const std::vector<CurvedPiece>&)>& given) {
  WallProof wall = formed(blank, part);
  hold_against(wall.proof, miss_of_untrimmed(wall.elements), within::same * blank.size);
  hold_against(wall.proof, given({middle_of(part.form)}), wall.proof.allowed);
  return wall.proof;
}

}  // namespace juggler
