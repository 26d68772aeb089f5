// Equation numbers: docs/maths/winding.md.
#include "ring.h"

#include <Eigen/QR>
#include <algorithm>
#include <boost/math/quadrature/gauss.hpp>
#include <cmath>

namespace juggler {

// Places with their share of the area, close together where the blade is narrow for its rise.
struct RingShare {
  double r = 0, weight = 0;
};

namespace {

std::vector<RingShare> shares_of(const Section& s) {
  using Rule = boost::math::quadrature::gauss<double, 30>;
  std::vector<RingShare> shares;
  constexpr int panels = 4;
  const double from = std::asinh(s.a / s.h);
  const double half = (std::asinh(s.b / s.h) - from) / (2 * panels);
  double whole = 0;
  for (int i = 0; i < panels; ++i) {
    const double middle = from + half * (2 * i + 1);
    for (size_t j = 0; j < Rule::abscissa().size(); ++j) {
      for (const double x : {-Rule::abscissa()[j], Rule::abscissa()[j]}) {
        const double r = s.h * std::sinh(middle + half * x);
        const double g = s.g(r);
        shares.push_back({r, Rule::weights()[j] * g * g});  // g dr = g^2 dt
        whole += shares.back().weight;
      }
    }
  }
  for (RingShare& share : shares) share.weight /= whole;
  return shares;
}

}  // namespace

double Section::g(double r) const { return std::hypot(r, h); }

double Section::worst_radius() const {
  const double denominator = p() - k() * a;
  return denominator > 0 ? std::clamp(k() * h * h / denominator, a, b) : (a + b) / 2;
}

double Section::area() const {
  return (b * q() - a * p() + h * h * (std::asinh(b / h) - std::asinh(a / h))) / 2;
}

double Section::mean(const std::function<double(double)>& figure) const {
  double sum = 0;
  for (const RingShare& share : shares_of(*this)) sum += share.weight * figure(share.r);
  return sum;
}

// (5), (6): the radius of the flat ring for every r, as a polynomial of Chebyshev, and its sector.
class LeastRing::Fit {
 public:
  explicit Fit(const Section& s) : s_(s), shares_(shares_of(s)), c_(Eigen::VectorXd::Zero(terms)), k_(s.k()) {
    begin();
    for (int i = 0; i < 60; ++i) {
      const double step = improve();
      if (step < within::settled) break;
    }
  }

  [[nodiscard]] double k() const { return k_; }
  [[nodiscard]] double radius(double r) const { return values(r).dot(c_); }
  [[nodiscard]] double along(double r) const { return s_.g(r) / (k_ * radius(r)) - 1; }
  [[nodiscard]] double across(double r) const { return 1 / slopes(r).dot(c_) - 1; }

 private:
  static constexpr int terms = 40;

  // In asinh(r/h), in which g is smooth wherever the blade begins: dr = g dt.
  [[nodiscard]] double t_of(double r) const { return std::asinh(r / s_.h); }
  [[nodiscard]] double place(double r) const {
    const double from = t_of(s_.a);
    const double to = t_of(s_.b);
    return (2 * t_of(r) - from - to) / (to - from);
  }
  [[nodiscard]] Eigen::VectorXd values(double r) const {
    Eigen::VectorXd t(terms);
    const double x = place(r);
    t[0] = 1;
    t[1] = x;
    for (int j = 2; j < terms; ++j) t[j] = 2 * x * t[j - 1] - t[j - 2];
    return t;
  }
  // T_j' = j U_(j-1), per r.
  [[nodiscard]] Eigen::VectorXd slopes(double r) const {
    Eigen::VectorXd d(terms);
    const double x = place(r);
    const double rate = 2 / ((t_of(s_.b) - t_of(s_.a)) * s_.g(r));
    double u0 = 0;
    double u1 = 1;
    d[0] = 0;
    for (int j = 1; j < terms; ++j) {
      d[j] = j * u1 * rate;
      const double next = 2 * x * u1 - u0;
      u0 = u1;
      u1 = next;
    }
    return d;
  }

  // The ring of equal edges, as well as the polynomial can be it.
  void begin() {
    const auto n = static_cast<Eigen::Index>(shares_.size());
    Eigen::MatrixXd at(n, terms);
    Eigen::VectorXd radius(n);
    for (Eigen::Index i = 0; i < n; ++i) {
      const double r = shares_[static_cast<size_t>(i)].r;
      at.row(i) = values(r).transpose();
      radius[i] = s_.p() / s_.k() + r - s_.a;
    }
    c_ = at.colPivHouseholderQr().solve(radius);
  }

  // One step of Gauss and Newton; how far it went, over the size.
  double improve() {
    const auto n = static_cast<Eigen::Index>(shares_.size());
    Eigen::MatrixXd jacobian(2 * n, terms + 1);
    Eigen::VectorXd residual(2 * n);
    for (Eigen::Index i = 0; i < n; ++i) {
      const auto [r, weight] = shares_[static_cast<size_t>(i)];
      const double root = std::sqrt(weight);
      const Eigen::VectorXd value = values(r);
      const Eigen::VectorXd slope = slopes(r);
      const double rho = value.dot(c_);
      const double steep = slope.dot(c_);
      const double stretch = s_.g(r) / (k_ * rho);
      residual[i] = root * (stretch - 1);
      residual[n + i] = root * (1 / steep - 1);
      jacobian.row(i).head(terms) = -root * stretch / rho * value.transpose();
      jacobian(i, terms) = -root * stretch / k_;
      jacobian.row(n + i).head(terms) = -root / (steep * steep) * slope.transpose();
      jacobian(n + i, terms) = 0;
    }
    const Eigen::VectorXd step = jacobian.colPivHouseholderQr().solve(-residual);
    // As far of it as lessens the measure.
    const double before = residual.squaredNorm();
    const Eigen::VectorXd c = c_;
    const double k = k_;
    for (double part = 1; part > within::beside; part /= 2) {
      c_ = c + part * step.head(terms);
      k_ = k + part * step[terms];
      if (measure() <= before * (1 + within::settled)) return part * step.norm() / s_.b;
    }
    c_ = c;
    k_ = k;
    return 0;
  }

  [[nodiscard]] double measure() const {
    double sum = 0;
    for (const auto& [r, weight] : shares_) {
      const double steep = slopes(r).dot(c_);
      const double a = s_.g(r) / (k_ * radius(r)) - 1;
      const double b = 1 / steep - 1;
      if (!(steep > 0)) return HUGE_VAL;
      sum += weight * (a * a + b * b);
    }
    return sum;
  }

  Section s_;
  std::vector<RingShare> shares_;
  Eigen::VectorXd c_;
  double k_;
};

LeastRing::LeastRing(const Section& section) : fit_(std::make_shared<const Fit>(section)) {}
double LeastRing::k() const { return fit_->k(); }
double LeastRing::radius(double r) const { return fit_->radius(r); }
double LeastRing::along(double r) const { return fit_->along(r); }
double LeastRing::across(double r) const { return fit_->across(r); }

}  // namespace juggler
