#include "unroll.h"

#include <algorithm>
#include <array>

namespace juggler {
namespace {

constexpr int n = Series::size;
using Samples = std::array<double, n>;

struct Sampled {
  Samples along, across, turn, warp;
};

// How far the normal is from square to what the wall does there, as an angle; (5). What moves by less than a
// millionth of the size is measured against that, or its rounding would pass for a lean; a ruling that turns
// moves its end by as much as it is long.
double warp_of(const Ruling& r, double size, double ruling) {
  const auto lean = [&](Vec3 d, double scale) {
    return std::asin(std::min(1.0, std::abs(dot(d, r.n)) / std::max(norm(d), within::beside * scale)));
  };
  return std::max(lean(r.dc, size), lean(r.de, size / ruling));
}

Sampled sample(const WallPiece& piece, double from, double to, double size, double ruling) {
  Sampled s;
  const auto u = Series::nodes(from, to);
  for (int k = 0; k < n; ++k) {
    const Ruling r = piece.ruling(u[k]);
    const Rates v = rates(r);
    s.along[k] = v.along;
    s.across[k] = v.across;
    s.turn[k] = v.turn;
    s.warp[k] = warp_of(r, size, ruling);
  }
  return s;
}

double greatest(const Samples& s) {
  double most = 0;
  for (double value : s) most = std::max(most, std::abs(value));
  return most;
}

// One panel, (6) and (7): the heading is the integral of the turn, the point that of the velocity in the
// flat. Its series must end in rounding of the part's size, else the panel is too long: a pointed end has
// no speed of its own to measure by.
struct Attempt {
  Flat::Panel panel;
  bool settled = false;
};

Attempt try_panel(const Sampled& s, double from, double to, FlatRuling start, double size) {
  const Series turn = Series::fit(from, to, s.turn);
  const Series heading = turn.integral(start.heading);
  const auto u = Series::nodes(from, to);
  Samples dx{};
  Samples dy{};
  for (int k = 0; k < n; ++k) {
    const Vec2 e = direction(heading(u[k]));
    const Vec2 v = s.along[k] * e + s.across[k] * left_of(e);
    dx[k] = v.x;
    dy[k] = v.y;
  }
  const Series vx = Series::fit(from, to, dx);
  const Series vy = Series::fit(from, to, dy);
  const bool settled = turn.tail() <= within::quadrature * std::max(greatest(s.turn), 0.01) &&
                       std::max(vx.tail(), vy.tail()) <= within::quadrature * size;
  return {{from, to, heading, vx.integral(start.c.x), vy.integral(start.c.y)}, settled};
}

FlatRuling ruling_of(const Flat::Panel& p, double u) { return {{p.x(u), p.y(u)}, p.heading(u)}; }

void develop_part(const WallPiece& piece, const Sampled& sampled, double from, double to, int depth,
                  double size, std::vector<Flat::Panel>& out) {
  const FlatRuling start = out.empty() ? FlatRuling{{0, 0}, pi / 2} : ruling_of(out.back(), out.back().to);
  const Attempt attempt = try_panel(sampled, from, to, start, size);
  if (attempt.settled || depth == 0) {
    out.push_back(attempt.panel);
    return;
  }
  const double middle = (from + to) / 2;
  develop_part(piece, sample(piece, from, middle, size, size), from, middle, depth - 1, size, out);
  develop_part(piece, sample(piece, middle, to, size, size), middle, to, depth - 1, size, out);
}

void check_developable(const WallPiece& piece, const Sampled& s, Angle allowed) {
  const auto worst = std::max_element(s.warp.begin(), s.warp.end());
  if (*worst <= allowed.radians()) return;
  const double u = Series::nodes(piece.from, piece.to)[static_cast<size_t>(worst - s.warp.begin())];
  throw Refusal(
      {.reason = "the wall does not open flat without stretching",
       .found = "a warp of " + shown_degrees(Angle::radians(*worst)) + " at the ruling u = " + shown(u),
       .allowed = "at most " + shown_degrees(allowed)});
}

}  // namespace

FlatRuling Flat::at(double u) const {
  const auto panel =
      std::find_if(panels_.begin(), panels_.end() - 1, [&](const Panel& p) { return u <= p.to; });
  return ruling_of(*panel, u);
}

Flat unroll(const Wall& layer, double size, Angle warp_allowed, double ruling) {
  std::vector<Flat::Panel> panels;
  for (const WallPiece& piece : layer) {
    const Sampled sampled = sample(piece, piece.from, piece.to, size, ruling > 0 ? ruling : size);
    check_developable(piece, sampled, warp_allowed);
    develop_part(piece, sampled, piece.from, piece.to, 9, size, panels);
  }
  return Flat(std::move(panels));
}

Flat unroll(const Form& form, const Wall& layer) {
  // Of low walls, as collars, the rulings are short beside the part.
  double shortest = form.size;
  for (const WallPiece& piece : form.wall) {
    constexpr int looks = 8;
    for (int i = 0; i <= looks && !form.regions.empty(); ++i) {
      const double u = piece.from + (piece.to - piece.from) * i / looks;
      const double length = form.top(u).s - form.base(u).s;
      if (length > within::beside * form.size) shortest = std::min(shortest, length);
    }
  }
  return unroll(layer, form.size, Angle::radians(within::same), shortest);
}

}  // namespace juggler
