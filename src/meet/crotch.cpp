#include "crotch.h"

#include <algorithm>

#include "crotch_feet.h"
#include "form/cuts.h"

namespace juggler {
namespace {

constexpr double apart = 4e-3;  // of u: nearer to a foot both legs all but touch, and rounding counts

// From a foot, which is known, to where the cut is: a polynomial through both. (4)
RimPiece foot_piece(const RimPiece& next, const CrotchFoot& at, double near) {
  const double foot = at.u;
  const double way = near - foot;
  std::vector<double> us{foot};
  std::vector<double> values{at.s};
  // Over a short way a few places do, and carry less rounding into it.
  constexpr double is_short = 1e-3;
  const std::vector<double> parts = std::abs(way) < is_short
                                        ? std::vector<double>{1.0, 2.5, 5.0}
                                        : std::vector<double>{1.0, 1.4, 1.9, 2.5, 3.2, 4.0, 5.0};
  for (const double part : parts) {
    us.push_back(foot + part * way);
    values.push_back(next.cut(us.back()).s);
  }
  const auto through = [&](double u) {
    double sum = 0;
    for (size_t i = 0; i < us.size(); ++i) {
      double share = values[i];
      for (size_t k = 0; k < us.size(); ++k) {
        if (k != i) share *= (u - us[k]) / (us[i] - us[k]);
      }
      sum += share;
    }
    return sum;
  };
  const double from = std::min(foot, near);
  const double to = std::max(foot, near);
  std::vector<double> s;
  for (const double u : Series::nodes(from, to)) s.push_back(through(u));
  const Series series = Series::fit(from, to, s);
  return {from, to, [series, ds = series.derivative()](double u) { return Cut{series(u), ds(u)}; }};
}

// Whether both walls are smooth along a crotch from a foot to so far off.
bool is_smooth(const EndOnFace& leg, double foot, double way) {
  const double low = std::min(foot, foot + way);
  const double high = std::max(foot, foot + way);
  for (const WallPiece& w : leg.form().wall) {
    const double corner = w.from + two_pi * std::ceil((low - w.from) / two_pi);
    if (corner > low + within::rounding && corner < high) return false;
  }
  std::optional<std::pair<size_t, size_t>> stretch;
  for (const double part : {0.05, 0.1, 0.2, 0.4, 0.7, 1.0}) {
    const auto met = leg.meet(foot + part * way, leg.layers().front());
    if (!met) continue;
    const auto here = leg.face().stretch_of(met->at);
    if (stretch && here != *stretch) return false;
    stretch = here;
  }
  return true;
}

// One stretch, its feet known.
std::vector<RimPiece> crotch(const EndOnFace& leg, const CrotchRun& stretch) {
  const double from = stretch.from.u;
  const double to = stretch.to.u;
  double near = std::min(apart, (to - from) / 16);
  constexpr double nearest = 1e-5;
  while (near > nearest && !(is_smooth(leg, from, 5 * near) && is_smooth(leg, to, -5 * near))) near /= 2;
  // A corner close to a foot leaves less to go by.
  for (int pass = 0;; ++pass) {
    std::vector<RimPiece> pieces = rim_on_face(leg, from + near, to - near);
    const double room = std::min(pieces.front().to - from, to - pieces.back().from);
    if (room < 5 * near && pass < 3) {
      near = room / 6;
      continue;
    }
    const RimPiece first = foot_piece(pieces.front(), stretch.from, from + near);
    const RimPiece last = foot_piece(pieces.back(), stretch.to, to - near);
    pieces.insert(pieces.begin(), first);
    pieces.push_back(last);
    if (stretch.from.straight) pieces.insert(pieces.begin(), *stretch.from.straight);
    if (stretch.to.straight) pieces.push_back(*stretch.to.straight);
    return pieces;
  }
}

// A piece of a cut, where a wall's u has it.
struct Shifted {
  size_t body = 0;
  RimPiece piece;
};

std::vector<Shifted> shifted_within(const std::vector<CrotchCut>& cuts, double from, double to) {
  std::vector<Shifted> all;
  for (const CrotchCut& cut : cuts) {
    for (const std::vector<RimPiece>& stretch : cut.stretches) {
      for (const RimPiece& p : stretch) {
        for (const double turn : {-two_pi, 0.0, two_pi}) {
          if (std::min(to, p.to + turn) - std::max(from, p.from + turn) <= within::rounding) continue;
          all.push_back(
              {cut.body, {p.from + turn, p.to + turn, [p, turn](double u) { return p.cut(u - turn); }}});
        }
      }
    }
  }
  return all;
}

void sort_breaks(std::vector<double>& breaks, double from, double to) {
  std::sort(breaks.begin(), breaks.end());
  std::vector<double> kept{from};
  for (const double u : breaks) {
    if (u - kept.back() > within::rounding && to - u > within::rounding) kept.push_back(u);
  }
  kept.push_back(to);
  breaks = std::move(kept);
}

}  // namespace

std::vector<std::vector<RimPiece>> crotches_of(const EndOnFace& leg) {
  std::vector<std::vector<RimPiece>> all;
  for (const CrotchRun& stretch : runs_of(leg)) all.push_back(crotch(leg, stretch));
  return all;
}

Rim cut_over(const Rim& rim, const Wall& wall, EndName end, const std::vector<CrotchCut>& cuts,
             std::vector<CrotchStretch>& says) {
  const double from = wall.front().from;
  const double to = wall.back().to;
  const double sense = end == EndName::top ? 1 : -1;
  const std::vector<Shifted> own = shifted_within(cuts, from, to);
  std::vector<double> breaks;
  for (const RimPiece& p : rim.pieces()) breaks.push_back(p.to);
  for (const WallPiece& w : wall) breaks.push_back(w.to);
  for (const Shifted& s : own) breaks.insert(breaks.end(), {s.piece.from, s.piece.to});
  // Where two legs change places.
  for (size_t i = 0; i < own.size(); ++i) {
    for (size_t k = i + 1; k < own.size(); ++k) {
      const double a = std::max(own[i].piece.from, own[k].piece.from);
      const double b = std::min(own[i].piece.to, own[k].piece.to);
      if (own[i].body == own[k].body || b - a <= within::rounding) continue;
      const auto differ = [&](double u) { return own[i].piece.cut(u).s - own[k].piece.cut(u).s; };
      std::vector<double> us;
      std::vector<double> looks;
      for (int n = 0; n <= 32; ++n) {
        us.push_back(a + (b - a) * n / 32);
        looks.push_back(differ(us.back()));
      }
      add_changes(breaks, us, looks, differ);
    }
  }
  sort_breaks(breaks, from, to);
  std::vector<RimPiece> pieces;
  says.clear();
  for (size_t i = 0; i + 1 < breaks.size(); ++i) {
    const double middle = (breaks[i] + breaks[i + 1]) / 2;
    RimPiece best{breaks[i], breaks[i + 1], rim.piece_at(middle).cut};
    double least = sense * best.cut(middle).s;
    std::optional<size_t> body;
    for (const Shifted& s : own) {
      if (s.piece.from > middle || s.piece.to < middle || sense * s.piece.cut(middle).s >= least) continue;
      least = sense * s.piece.cut(middle).s;
      best.cut = s.piece.cut;
      body = s.body;
    }
    if (body && !says.empty() && says.back().body == *body && says.back().to == breaks[i]) {
      says.back().to = breaks[i + 1];
    } else if (body) {
      says.push_back({*body, breaks[i], breaks[i + 1]});
    }
    pieces.push_back(std::move(best));
  }
  return Rim(std::move(pieces));
}

Cutter crotch_cutter(const std::shared_ptr<const Form>& whole, const EndBody& end,
                     const std::vector<std::vector<RimPiece>>& stretches) {
  struct Kept {
    std::shared_ptr<const Form> form;
    EndBody asked;
    EndOnFace on;
    PartWall own;
    std::vector<std::pair<double, double>> within;
    Kept(std::shared_ptr<const Form> f, EndBody e)
        : form(std::move(f)), asked(std::move(e)), on(*form, asked) {
      own.charts = {chart_in_space(form)};
      own.size = form->size;
    }
    [[nodiscard]] bool is_cut(Vec3 p) const {
      const auto foot = juggler::foot_of(own, p, middle_layer);
      if (!foot) return false;
      return std::any_of(within.begin(), within.end(), [&](const std::pair<double, double>& w) {
        const double u = foot->u + two_pi * std::ceil((w.first - foot->u) / two_pi);
        return u <= w.second;
      });
    }
  };
  auto kept = std::make_shared<Kept>(whole, end);
  for (const std::vector<RimPiece>& s : stretches) kept->within.emplace_back(s.front().from, s.back().to);
  const double clear = kept->on.sense() * never;  // what is not cut lies at the end's own side
  Cutter c;
  c.end = end.end;
  c.contact = Contact::middle;  // one layer, named
  c.layer = touching_layer(*whole, end);
  c.cut = [kept, clear](const Ruling& r, double layer) {
    const double from = kept->on.start(kept->form->wall.front().from);
    if (!kept->is_cut(r.c + from * r.e)) return Cut{clear, 0};
    const auto met = kept->on.meet(r, from, layer);
    return met ? met->cut : Cut{clear, 0};
  };
  const double up = -kept->on.sense();
  c.beyond = [kept, up](Vec3 p) {
    if (!kept->is_cut(p)) return up * never;
    const auto off = kept->on.face().from(p);
    return off ? up * off->first : up * never;
  };
  c.normal = [kept, up](Vec3 p) {
    const auto off = kept->on.face().from(p);
    return off ? up * off->second : Vec3{};
  };
  return c;
}

}  // namespace juggler
