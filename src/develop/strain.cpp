// What laying a surface flat, and forming it again, does to the metal. Equation numbers:
// docs/maths/stretch.md.
#include "strain.h"

#include <algorithm>
#include <boost/math/quadrature/gauss.hpp>

namespace juggler {

double Strain::greatest() const {
  const double mean = (along + across) / 2;
  const double apart = std::hypot((along - across) / 2, shear);
  return mean < 0 ? mean - apart : mean + apart;
}

double off_point(const Surface& s, double u, double v) {
  const double low = s.vs.front();
  const double high = s.vs.back();
  const auto speed = [&](double at) { return norm(s.point(u, at).du); };
  if (speed(v) > 0.01 * speed((low + high) / 2)) return v;
  const double little = 0.01 * (high - low);
  return std::clamp(v, low + little, high - little);
}

namespace {

// A place on a line between patches is looked at from just inside.
double inwards(const std::vector<double>& breaks, double at) {
  const auto after = std::upper_bound(breaks.begin() + 1, breaks.end() - 1, at);
  const double from = *(after - 1);
  const double to = *after;
  const double little = within::step * (to - from);
  return std::clamp(at, from + little, to - little);
}

std::vector<double> looks(const std::vector<double>& breaks, int each) {
  std::vector<double> all;
  for (size_t i = 0; i + 1 < breaks.size(); ++i) {
    for (int k = 0; k <= each; ++k) {
      // Its ends from within: the strain may jump there.
      const double x = (1 - 2 * within::step) * -std::cos(pi * k / each);
      all.push_back((breaks[i] + breaks[i + 1] + x * (breaks[i + 1] - breaks[i])) / 2);
    }
  }
  return all;
}

// Uphill from a place by steps that halve.
void climb(const std::function<double(double, double)>& f, const Surface& s, double& u, double& v) {
  double best = f(u, v);
  double du = (s.us.back() - s.us.front()) / 64;
  double dv = (s.vs.back() - s.vs.front()) / 64;
  for (int i = 0; i < 200 && du > within::same * (s.us.back() - s.us.front()); ++i) {
    bool moved = false;
    for (const auto& [a, b] : {std::pair(du, 0.0), {-du, 0.0}, {0.0, dv}, {0.0, -dv}}) {
      const double x = std::clamp(u + a, s.us.front(), s.us.back());
      const double y = std::clamp(v + b, s.vs.front(), s.vs.back());
      const double there = f(x, y);
      if (!(there > best)) continue;
      best = there;
      u = x;
      v = y;
      moved = true;
    }
    if (moved) continue;
    du /= 2;
    dv /= 2;
  }
}

struct Top {
  double u = 0, v = 0;
  double strain = 0;
};

// Uphill from each of the looks, in columns, that is nearly the highest and higher than those beside it.
Top highest(const std::vector<Top>& looks, size_t column, const std::function<double(double, double)>& f,
            const Surface& s) {
  double most = 0;
  for (const Top& t : looks) most = std::max(most, t.strain);
  Top best;
  for (size_t k = 0; k < looks.size(); ++k) {
    Top t = looks[k];
    const auto higher = [&](bool there, size_t other) { return there && looks[other].strain > t.strain; };
    const bool passed = higher(k % column > 0, k - 1) || higher(k % column + 1 < column, k + 1) ||
                        higher(k >= column, k - column) || higher(k + column < looks.size(), k + column);
    if (passed || t.strain < 0.9 * most) continue;
    climb(f, s, t.u, t.v);
    t.strain = f(t.u, t.v);
    if (t.strain > best.strain) best = t;
  }
  return best;
}

}  // namespace

Strain strain_at(const Surface& s, const StretchedFlat& flat, double u, double v) {
  const double a = inwards(s.us, u);
  const double b = inwards(s.vs, off_point(s, a, v));
  return strain_of(framed(flat.at(a, b), metric_of(s.point(a, b))));
}

StrainNumbers strain_of(const Surface& s, const StretchedFlat& flat) {
  StrainNumbers n;
  constexpr int each = 12;
  const std::vector<double> us = looks(s.us, each);
  const std::vector<double> vs = looks(s.vs, each);
  const auto at = [&](double u, double v) { return strain_at(s, flat, u, v); };
  const auto keep = [](double& greatest, double value) {
    if (std::abs(value) > std::abs(greatest)) greatest = value;
  };
  std::vector<Top> looked;
  for (const double u : us) {
    for (const double v : vs) {
      const Strain strain = at(u, v);
      keep(n.greatest_along, strain.along);
      keep(n.greatest_across, strain.across);
      looked.push_back({u, v, std::abs(strain.greatest())});
    }
  }
  const auto greatest = [&](double u, double v) { return std::abs(at(u, v).greatest()); };
  const Top top = highest(looked, vs.size(), greatest, s);
  n.u = top.u;
  n.v = top.v;
  // The place stated is the very one looked at: at corners of patches strain changes steeply.
  n.u = inwards(s.us, n.u);
  n.v = inwards(s.vs, off_point(s, n.u, n.v));
  const Strain worst = at(n.u, n.v);
  n.greatest = worst.greatest();
  keep(n.greatest_along, worst.along);
  keep(n.greatest_across, worst.across);
  n.where = s.point(n.u, n.v).at;
  double whole = 0;
  using Rule = boost::math::quadrature::gauss<double, 16>;
  std::vector<std::pair<double, double>> rule;  // places on [-1, 1] and their shares
  for (size_t i = 0; i < Rule::abscissa().size(); ++i) {
    for (const double x : {-Rule::abscissa()[i], Rule::abscissa()[i]})
      rule.emplace_back(x, Rule::weights()[i]);
  }
  for (size_t i = 0; i + 1 < s.us.size(); ++i) {
    for (size_t j = 0; j + 1 < s.vs.size(); ++j) {
      for (const auto& [x, share_x] : rule) {
        for (const auto& [y, share_y] : rule) {
          const double u = (s.us[i] + s.us[i + 1] + x * (s.us[i + 1] - s.us[i])) / 2;
          const double v = (s.vs[j] + s.vs[j + 1] + y * (s.vs[j + 1] - s.vs[j])) / 2;
          const double share = share_x * share_y * (s.us[i + 1] - s.us[i]) * (s.vs[j + 1] - s.vs[j]) *
                               metric_of(s.point(u, v)).area();
          const Strain strain = at(u, v);
          n.mean_along += share * std::abs(strain.along);
          n.mean_across += share * std::abs(strain.across);
          whole += share;
        }
      }
    }
  }
  n.mean_along /= whole;
  n.mean_across /= whole;
  n.root_mean_square = std::sqrt(flat.mean_square());
  // Of what opens flat all that is left is rounding, which corners of patches make more of.
  if (n.opens_flat()) n.greatest = n.greatest_along = n.greatest_across = n.mean_along = n.mean_across = 0;
  return n;
}

}  // namespace juggler
