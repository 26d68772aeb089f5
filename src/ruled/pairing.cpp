// Equation numbers: docs/maths/stretch.md.
#include "pairing.h"

#include <cmath>

namespace juggler {
namespace {

double square(Vec3 v) { return dot(v, v); }

// Of the lengths of rulings between two joined ones, times the share of the wall.
double squares_between(const Hull& h, const Pairing& p, const Joined& a, const Joined& b) {
  constexpr int looks = 8;
  double sum = 0;
  for (int i = 0; i < looks; ++i) {
    const double part = (i + 0.5) / looks;
    sum += square(h.top.at(p.top.at(a.top + part * (b.top - a.top)).at) -
                  h.base.at(p.base.at(a.base + part * (b.base - a.base)).at));
  }
  return sum / looks * (b.wall - a.wall);
}

std::vector<Joined> joined_corners(const Pairing& p, size_t by) {
  const std::vector<double>& low = p.base.corners();
  const std::vector<double>& high = p.top.corners();
  const size_t n = low.size();
  const auto top = [&](size_t i) { return high[i % n] + static_cast<double>(i / n); };
  std::vector<Joined> rulings;
  for (size_t i = 0; i <= n; ++i) {
    const Joined j{0, low[i % n] + static_cast<double>(i / n), top(i + by)};
    rulings.push_back({(j.base + j.top - top(by) + low[0]) / 2, j.base, j.top});
  }
  return rulings;
}

double squares(const Hull& h, const Pairing& p, const std::vector<Joined>& rulings) {
  double sum = 0;
  for (size_t i = 0; i + 1 < rulings.size(); ++i) sum += squares_between(h, p, rulings[i], rulings[i + 1]);
  return sum;
}

// Of equals the first.
constexpr double clearly_less = 1 - 1e-9;

std::vector<Joined> corner_by_corner(const Hull& h, const Pairing& p) {
  std::vector<Joined> best;
  double least = HUGE_VAL;
  for (size_t by = 0; by < p.top.corners().size(); ++by) {
    std::vector<Joined> rulings = joined_corners(p, by);
    const double now = squares(h, p, rulings);
    if (!(now < clearly_less * least)) continue;
    least = now;
    best = std::move(rulings);
  }
  return best;
}

// The sum of the squared lengths of rulings falls by twice this as the top's share runs farther ahead:
// int P . Q'(s + lead) ds, stretch by stretch.
double pull(const Hull& h, const Pairing& p, double lead) {
  std::vector<double> breaks = p.base.breaks();
  for (const double t : p.top.breaks()) breaks.push_back(t - lead - std::floor(t - lead));
  std::sort(breaks.begin(), breaks.end());
  double sum = 0;
  for (size_t i = 0; i + 1 < breaks.size(); ++i) {
    const double a = breaks[i];
    const double b = breaks[i + 1];
    if (b - a < within::settled) continue;
    const double within = (a + b) / 2;
    sum += integral(
        [&](double s) {
          return dot(h.base.at(p.base.at(s, within).at) - h.top.centre,
                     h.top.way(p.top.at(s + lead, within + lead).d));
        },
        a, b, 1, within::quadrature * p.base.length() * p.top.length());
  }
  return sum;
}

// By how much the top's share runs ahead of the base's for the shortest rulings.
double shortest_lead(const Hull& h, const Pairing& p) {
  constexpr size_t looks = 240;
  std::vector<Vec3> low, high;
  for (size_t i = 0; i < looks; ++i) {
    const double share = (static_cast<double>(i) + 0.5) / looks;
    low.push_back(h.base.at(p.base.at(share).at));
    high.push_back(h.top.at(p.top.at(share).at));
  }
  size_t best = 0;
  double least_sum = HUGE_VAL;
  for (size_t k = 0; k < looks; ++k) {
    double sum = 0;
    for (size_t i = 0; i < looks; ++i) sum += square(high[(i + k) % looks] - low[i]);
    if (!(sum < clearly_less * least_sum)) continue;
    least_sum = sum;
    best = k;
  }
  const double about = static_cast<double>(best) / looks;
  const auto pulled = [&](double lead) { return pull(h, p, lead); };
  const double before = about - 1.0 / looks;
  const double after = about + 1.0 / looks;
  // Between circles about one axis none is the shortest.
  const double clear = within::same * p.base.length() * p.top.length();
  return pulled(before) > clear && pulled(after) < -clear ? root(pulled, before, after) : about;
}

// The same, moved a little where that brings a corner to a corner.
double best_lead(const Hull& h, const Pairing& p) {
  const double lead = shortest_lead(h, p);
  const auto corners = [](const GirthCurve& g) { return g.corners().empty() ? g.breaks() : g.corners(); };
  double by = 0.1 * within::little;  // of the girth: corners so near were meant to meet
  bool met = false;
  for (const double b : corners(p.base)) {
    for (const double t : corners(p.top)) {
      const double off = std::remainder(t - b - lead, 1.0);
      if (std::abs(off) >= std::abs(by)) continue;
      by = off;
      met = true;
    }
  }
  return met ? lead + by : lead;
}

std::vector<Joined> joined(const Hull& h, const Pairing& p) {
  const size_t n = p.base.corners().size();
  const bool alike = n == p.top.corners().size();
  if (!h.low.open) {
    if (alike && n > 0) return corner_by_corner(h, p);
    const double lead = best_lead(h, p);
    return {{0, 0, lead}, {1, 1, 1 + lead}};
  }
  std::vector<Joined> rulings{{0, 0, 0}};
  for (size_t i = 0; alike && i < n; ++i) {
    const double low = p.base.corners()[i];
    const double high = p.top.corners()[i];
    rulings.push_back({(low + high) / 2, low, high});
  }
  rulings.push_back({1, 1, 1});
  return rulings;
}

}  // namespace

Pairing paired(const Hull& h) {
  Pairing p{GirthCurve(h.low), GirthCurve(h.high)};
  p.rulings = joined(h, p);
  return p;
}

std::vector<Break> breaks_of(const Pairing& p) {
  std::vector<Break> all;
  const auto add = [&](const GirthCurve& girth, double Joined::*share) {
    for (size_t k = 0; k + 1 < p.rulings.size(); ++k) {
      const Joined& a = p.rulings[k];
      const Joined& b = p.rulings[k + 1];
      const double from = a.*share;
      const double to = b.*share;
      for (double round = std::floor(from); round <= to; ++round) {
        const auto place = [&](double at) {
          return a.wall + (round + at - from) / (to - from) * (b.wall - a.wall);
        };
        const auto keep = [&](double at, bool corner) {
          if (round + at >= from && round + at <= to) all.push_back({place(at), corner});
        };
        for (const double at : girth.breaks()) keep(at, false);
        for (const double at : girth.corners()) keep(at, true);
      }
    }
  };
  add(p.base, &Joined::base);
  add(p.top, &Joined::top);
  for (const Joined& j : p.rulings) all.push_back({j.wall, false});
  std::sort(all.begin(), all.end(), [](const Break& a, const Break& b) { return a.wall < b.wall; });
  std::vector<Break> kept;
  for (const Break& b : all) {
    if (kept.empty() || b.wall - kept.back().wall > within::same) {
      kept.push_back(b);
    } else {
      kept.back().corner |= b.corner;
    }
  }
  kept.front().wall = p.rulings.front().wall;
  kept.back().wall = p.rulings.back().wall;
  kept.front().corner |= kept.back().corner;
  return kept;
}

}  // namespace juggler
