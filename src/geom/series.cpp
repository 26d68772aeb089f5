#include <algorithm>
#include <array>
#include <boost/math/quadrature/gauss_kronrod.hpp>
#include <boost/math/tools/minima.hpp>
#include <boost/math/tools/toms748_solve.hpp>

#include "juggler/geom.h"

namespace juggler {
namespace {

constexpr int n = Series::size;

// cosines[j][k] = cos(j pi (k + 1/2) / n)
using Square = std::array<std::array<double, n>, n>;

Square make_cosines() {
  Square table{};
  for (int j = 0; j < n; ++j) {
    for (int k = 0; k < n; ++k) table[j][k] = std::cos(pi * j * (k + 0.5) / n);
  }
  return table;
}

const Square& cosines() {
  static const Square table = make_cosines();
  return table;
}

}  // namespace

std::vector<double> Series::nodes(double from, double to) {
  std::vector<double> u(n);
  for (int k = 0; k < n; ++k) u[k] = (from + to) / 2 + (to - from) / 2 * cosines()[1][k];
  return u;
}

Series Series::fit(double from, double to, std::span<const double> values) {
  Series s;
  s.from_ = from;
  s.to_ = to;
  s.c_.assign(n, 0);
  for (int j = 0; j < n; ++j) {
    for (int k = 0; k < n; ++k) s.c_[j] += values[k] * cosines()[j][k];
    s.c_[j] *= (j == 0 ? 1.0 : 2.0) / n;
  }
  return s;
}

double Series::operator()(double u) const {
  const double x = ((u - from_) - (to_ - u)) / (to_ - from_);
  double b1 = 0;
  double b2 = 0;
  for (size_t j = c_.size() - 1; j > 0; --j) {
    const double b = 2 * x * b1 - b2 + c_[j];
    b2 = b1;
    b1 = b;
  }
  return x * b1 - b2 + c_[0];
}

Series Series::integral(double value_at_from) const {
  Series s;
  s.from_ = from_;
  s.to_ = to_;
  const double half = (to_ - from_) / 2;
  const size_t count = c_.size();
  const auto at = [&](size_t j) { return j < count ? c_[j] : 0; };
  s.c_.assign(count + 1, 0);
  s.c_[1] = half * (c_[0] - at(2) / 2);
  for (size_t j = 2; j <= count; ++j) {
    s.c_[j] = half * (c_[j - 1] - at(j + 1)) / (2 * static_cast<double>(j));
  }
  double at_from = 0;
  for (size_t j = 1; j <= count; ++j) at_from += (j % 2 == 0 ? 1 : -1) * s.c_[j];
  s.c_[0] = value_at_from - at_from;
  return s;
}

Series Series::derivative() const {
  Series s;
  s.from_ = from_;
  s.to_ = to_;
  const size_t count = c_.size();
  std::vector<double> d(count + 1, 0);
  for (size_t j = count - 1; j > 0; --j) d[j - 1] = d[j + 1] + 2 * static_cast<double>(j) * c_[j];
  d[0] /= 2;
  s.c_.assign(d.begin(), d.begin() + static_cast<std::ptrdiff_t>(count));
  for (double& c : s.c_) c *= 2 / (to_ - from_);
  return s;
}

double Series::tail() const {
  const size_t k = c_.size();
  return std::max({std::abs(c_[k - 1]), std::abs(c_[k - 2]), std::abs(c_[k - 3])});
}

double integral(const std::function<double(double)>& f, double from, double to, int panels,
                double negligible) {
  using Rule = boost::math::quadrature::gauss_kronrod<double, 31>;
  double sum = 0;
  for (int i = 0; i < panels; ++i) {
    const double middle = from + (to - from) * (i + 0.5) / panels;
    const double half = (to - from) / (2 * panels);
    const auto on_unit = [&](double t) { return f(middle + half * t); };
    // On an interval of unit size, for the rule does not measure its error by the interval. What is compared
    // with the tolerance is the error of the lower rule: the higher one's is about its square.
    double error = 0;
    const double at_once = Rule::integrate(on_unit, -1.0, 1.0, 0, within::same, &error);
    const bool settled = error <= within::same * std::abs(at_once) || half * error <= negligible;
    sum += half * (settled ? at_once : Rule::integrate(on_unit, -1.0, 1.0, 10, within::same));
  }
  return sum;
}

double root(const std::function<double(double)>& f, double from, double to) {
  const double fa = f(from);
  const double fb = f(to);
  if (fa == 0) return from;
  if (fb == 0) return to;
  std::uintmax_t tries = 200;
  const auto close = [](double a, double b) {
    return std::abs(b - a) <= 4 * within::digit * std::max(std::abs(a), std::abs(b));
  };
  const auto [lo, hi] = boost::math::tools::toms748_solve(f, from, to, fa, fb, close, tries);
  return std::abs(f(lo)) < std::abs(f(hi)) ? lo : hi;
}

Least valley(const std::function<double(double)>& f, double from, double to) {
  constexpr int bits = 48;
  const auto [u, v] = boost::math::tools::brent_find_minima(f, from, to, bits);
  return {u, v};
}

Least least(const std::function<double(double)>& f, double from, double to) {
  constexpr int looks = 192;
  const auto at = [&](int i) { return i == looks ? to : from + (to - from) * i / looks; };
  std::array<double, looks + 1> value{};
  for (int i = 0; i <= looks; ++i) value[static_cast<size_t>(i)] = f(at(i));
  const auto look = [&](int i) { return value[static_cast<size_t>(std::clamp(i, 0, looks))]; };
  Least best{from, value[0]};
  double spread = 0;
  for (double v : value) spread = std::max(spread, std::abs(v - value[0]));
  if (spread <= within::settled * std::abs(value[0])) return best;
  // Values that differ by rounding alone are equals.
  const auto take = [&](double u, double v) {
    if (v < best.value - within::rounding * spread) best = {u, v};
  };
  for (int i = 0; i <= looks; ++i) {
    if (look(i) > look(i - 1) || look(i) > look(i + 1)) continue;
    take(at(i), look(i));
    const Least found = valley(f, at(std::max(i - 1, 0)), at(std::min(i + 1, looks)));
    take(found.at, found.value);
  }
  return best;
}

}  // namespace juggler
