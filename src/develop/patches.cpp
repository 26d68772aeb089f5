// Equation numbers: docs/maths/stretch.md.
#include "patches.h"

#include <Eigen/LU>
#include <boost/math/special_functions/legendre.hpp>
#include <cmath>

namespace juggler {

Shapes shapes_at(double x, Index degree) {
  Shapes s{VectorXd(degree + 1), VectorXd(degree + 1)};
  s.value[0] = (1 - x) / 2;
  s.value[1] = (1 + x) / 2;
  s.slope[0] = -0.5;
  s.slope[1] = 0.5;
  double before = 1;
  double now = x;
  for (Index j = 2; j <= degree; ++j) {
    const auto k = static_cast<double>(j);
    const double next = ((2 * k - 1) * x * now - (k - 1) * before) / k;
    s.value[j] = (next - before) / std::sqrt(4 * k - 2);
    s.slope[j] = std::sqrt((2 * k - 1) / 2) * now;
    before = now;
    now = next;
  }
  return s;
}

Rule rule_of(Index degree) {
  const int n = static_cast<int>(degree) + 4;
  Rule r;
  for (const double zero : boost::math::legendre_p_zeros<double>(n)) {
    const double slope = boost::math::legendre_p_prime(n, zero);
    const double weight = 2 / ((1 - zero * zero) * slope * slope);
    for (const double x : {-zero, zero}) {
      if (x == 0 && !r.x.empty() && r.x.back() == 0) continue;
      r.x.push_back(x);
      r.weight.push_back(weight);
    }
  }
  r.value.resize(n, degree + 1);
  r.slope.resize(n, degree + 1);
  for (Index i = 0; i < n; ++i) {
    const Shapes s = shapes_at(r.x[static_cast<size_t>(i)], degree);
    r.value.row(i) = s.value.transpose();
    r.slope.row(i) = s.slope.transpose();
  }
  return r;
}

FlatPoint StretchedFlat::Patches::at(double u, double v) const {
  const size_t i = patch_of(surface_.us, u);
  const size_t j = patch_of(surface_.vs, v);
  const Shapes su = shapes_at(place(surface_.us, i, u), pu_);
  const Shapes sv = shapes_at(place(surface_.vs, j, v), pv_);
  const double hu = 2 / wide(surface_.us, i);
  const double hv = 2 / wide(surface_.vs, j);
  FlatPoint f;
  for (const Index c : {0, 1}) {
    const MatrixXd k = patch(i, j, c);
    const VectorXd value = k.transpose() * su.value;
    const VectorXd slope = k.transpose() * su.slope;
    (c == 0 ? f.at.x : f.at.y) = value.dot(sv.value);
    (c == 0 ? f.du.x : f.du.y) = hu * slope.dot(sv.value);
    (c == 0 ? f.dv.x : f.dv.y) = hv * value.dot(sv.slope);
  }
  return f;
}

double StretchedFlat::Patches::mean_square() const {
  double sum = 0;
  for (size_t i = 0; i < columns(); ++i) {
    for (size_t j = 0; j < rows(); ++j) {
      const Derivatives d = derivatives(i, j);
      const std::vector<Metric>& metrics = metrics_[i * rows() + j];
      for (size_t q = 0; q < metrics.size(); ++q) {
        const Framed l = framed(d.at(q), metrics[q]);
        if (!(cross(l.along, l.across) > 0)) return HUGE_VAL;
        sum += weights_[i * rows() + j][q] * square(strain_of(l));
      }
    }
  }
  return sum / area_;
}

double StretchedFlat::Patches::lacking(bool along_u) const {
  double most = 0;
  for (size_t i = 0; i < columns(); ++i) {
    for (size_t j = 0; j < rows(); ++j) {
      for (const Index c : {0, 1}) {
        const MatrixXd k = patch(i, j, c);
        most = std::max(
            most, along_u ? k.bottomRows(2).cwiseAbs().maxCoeff() : k.rightCols(2).cwiseAbs().maxCoeff());
      }
    }
  }
  return most;
}

void StretchedFlat::Patches::take(const Patches& other) {
  for (size_t m = 0; m < k_.size(); ++m) {
    k_[m].setZero();
    const MatrixXd& o = other.k_[m];
    k_[m].topLeftCorner(o.rows(), lines_v()) = o.leftCols(lines_v());
    for (Index j = 0; j < static_cast<Index>(rows()); ++j)
      k_[m].block(0, bubble(j, 2), o.rows(), other.pv_ - 1) = o.middleCols(other.bubble(j, 2), other.pv_ - 1);
  }
}

void StretchedFlat::Patches::look() {
  for (size_t i = 0; i < columns(); ++i) {
    for (size_t j = 0; j < rows(); ++j) {
      std::vector<Metric> metrics;
      std::vector<double> weights;
      const double patch_area = wide(surface_.us, i) * wide(surface_.vs, j) / 4;
      for (size_t b = 0; b < rv_.x.size(); ++b) {
        for (size_t a = 0; a < ru_.x.size(); ++a) {
          metrics.push_back(metric_of(
              surface_.point(from_place(surface_.us, i, ru_.x[a]), from_place(surface_.vs, j, rv_.x[b]))));
          weights.push_back(ru_.weight[a] * rv_.weight[b] * patch_area * metrics.back().area());
          area_ += weights.back();
        }
      }
      metrics_.push_back(std::move(metrics));
      weights_.push_back(std::move(weights));
    }
  }
}

bool StretchedFlat::Patches::pointed(size_t i, double v) const {
  double most = 0;
  for (const double x : {-0.7, 0.1, 0.6})
    most = std::max(most, norm(surface_.point(from_place(surface_.us, i, x), v).du));
  return most * wide(surface_.us, i) < within::exact * surface_.size;
}

void StretchedFlat::Patches::tie() {
  const Index n = shapes_v();
  unknown_.assign((columns() + 1) * static_cast<size_t>(2 * n), -2);
  for (size_t i = 0; i < columns(); ++i) {
    pointed_.push_back({pointed(i, surface_.vs.front()), pointed(i, surface_.vs.back())});
  }
  const Index top = lines_v() - 1;
  Index next = 0;
  for (size_t line = 0; line <= columns(); ++line) {
    for (Index b = 0; b < n; ++b) {
      for (const Index c : {0, 1}) {
        const bool tied =
            line > 0 && ((b == 0 && pointed_[line - 1].base) || (b == top && pointed_[line - 1].top));
        const bool held = line == 0 && (b == 0 || (b == top && c == 0));
        unknown(line, b, c) = tied ? unknown(line - 1, b, c) : held ? -1 : next++;
      }
    }
  }
  unknowns_ = next;
}

void StretchedFlat::Patches::begin() {
  const double from = surface_.us.front();
  const Vec2 origin = surface_.guess(from, surface_.vs.front());
  const Vec2 up = surface_.guess(from, surface_.vs.back()) - origin;
  const Angle turn = Angle::radians(pi / 2) - heading_of(up);
  const auto guess = [&](double u, double v) {
    return placed(surface_.guess(u, v) - origin, {false, turn, {}});
  };
  const MatrixXd to_u = to_shapes(pu_);
  const MatrixXd to_v = to_shapes(pv_);
  k_.assign(2 * columns(), MatrixXd::Zero(pu_ + 1, shapes_v()));
  for (size_t i = 0; i < columns(); ++i) {
    for (size_t j = 0; j < rows(); ++j) {
      MatrixXd x(pu_ + 1, pv_ + 1);
      MatrixXd y(pu_ + 1, pv_ + 1);
      for (Index a = 0; a <= pu_; ++a) {
        for (Index b = 0; b <= pv_; ++b) {
          const Vec2 p =
              guess(from_place(surface_.us, i, node(a, pu_)), from_place(surface_.vs, j, node(b, pv_)));
          x(a, b) = p.x;
          y(a, b) = p.y;
        }
      }
      x = to_u * x * to_v.transpose();
      y = to_u * y * to_v.transpose();
      for (Index b = 0; b <= pv_; ++b) {
        k(i, 0).col(shape_v(j, b)) = x.col(b);
        k(i, 1).col(shape_v(j, b)) = y.col(b);
      }
    }
    keep_points(i);
  }
}

void StretchedFlat::Patches::keep_points(size_t i) {
  for (Index b = 0; b < lines_v(); ++b) {
    for (const Index c : {0, 1}) {
      if (i > 0) k(i, c)(0, b) = k(i - 1, c)(1, b);
      if (free(i, b)) continue;
      const double at = k(i, c)(0, b);
      k(i, c).col(b).setZero();
      k(i, c)(0, b) = k(i, c)(1, b) = at;
    }
  }
}

MatrixXd StretchedFlat::Patches::to_shapes(Index degree) {
  MatrixXd at(degree + 1, degree + 1);
  for (Index a = 0; a <= degree; ++a) at.row(a) = shapes_at(node(a, degree), degree).value.transpose();
  return at.inverse();
}

StretchedFlat::Patches::Derivatives StretchedFlat::Patches::derivatives(size_t i, size_t j) const {
  const double hu = 2 / wide(surface_.us, i);
  const double hv = 2 / wide(surface_.vs, j);
  const MatrixXd x = patch(i, j, 0);
  const MatrixXd y = patch(i, j, 1);
  return {hu * ru_.slope * x * rv_.value.transpose(), hv * ru_.value * x * rv_.slope.transpose(),
          hu * ru_.slope * y * rv_.value.transpose(), hv * ru_.value * y * rv_.slope.transpose()};
}

}  // namespace juggler
