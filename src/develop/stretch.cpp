// The flat of least stretch. Equation numbers: docs/maths/stretch.md.
#include "juggler/stretch.h"

#include <Eigen/Cholesky>
#include <Eigen/LU>
#include <Eigen/SparseCholesky>
#include <algorithm>
#include <boost/math/special_functions/legendre.hpp>
#include <cmath>
#include <numeric>

#include "juggler/develop.h"
#include "strain.h"

namespace juggler {
namespace {

using Eigen::Index;
using Eigen::MatrixXd;
using Eigen::VectorXd;

// --- polynomials that join from interval to interval, (4)

// Two that fall and rise from end to end, and bubbles that vanish at both.
struct Shapes {
  VectorXd value, slope;
};
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

// Gauss's places on [-1, 1], and the shapes there, a row each.
struct Rule {
  std::vector<double> x, weight;
  MatrixXd value, slope;
};
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

// The strains and how they change with the flat's four derivatives: x by u, x by v, y by u, y by v.
struct Slopes {
  Eigen::Vector3d strain;
  Eigen::Matrix<double, 3, 4> by;
};
Slopes slopes_of(const Laid& l, const Metric& m) {
  using Four = Eigen::RowVector4d;  // by along.x, along.y, across.x, across.y
  const auto [ax, ay] = l.along;
  const auto [ex, ey] = l.across;
  const double d = cross(l.along, l.across);
  const double t = std::sqrt(dot(l.along, l.along) + dot(l.across, l.across) + 2 * d);
  const Four by_d(ey, -ex, -ay, ax);
  const Four by_t = (Four(ax, ay, ex, ey) + by_d) / t;
  const double n = 1 / (d * t);
  const Four by_n = -n * (by_d / d + by_t / t);
  const double top_along = dot(l.across, l.across) + d;
  const double top_across = dot(l.along, l.along) + d;
  const double top_shear = -dot(l.along, l.across);
  Eigen::Matrix<double, 3, 4> by_laid;
  const double root_two = std::sqrt(2.0);
  by_laid.row(0) = n * (Four(0, 0, 2 * ex, 2 * ey) + by_d) + top_along * by_n;
  by_laid.row(1) = n * (Four(2 * ax, 2 * ay, 0, 0) + by_d) + top_across * by_n;
  by_laid.row(2) = root_two * (n * Four(-ex, -ey, -ax, -ay) + top_shear * by_n);
  Slopes s;
  s.strain = {top_along * n - 1, top_across * n - 1, root_two * top_shear * n};
  for (Index c = 0; c < 2; ++c) {
    s.by.col(2 * c) = by_laid.col(c) / m.along;
    s.by.col(2 * c + 1) = by_laid.col(2 + c) / m.across - m.lean / m.along * by_laid.col(c);
  }
  return s;
}

}  // namespace

// --- the flat as polynomials, patch by patch

// Columns of patches along u. A column's coefficients stand in a matrix for each coordinate: rows for the
// shapes of u, columns for those of v, first the lines between patches, then the bubbles of each.
class StretchedFlat::Patches {
 public:
  Patches(const Surface& surface, Index degree_u, Index degree_v)
      : surface_(surface), pu_(degree_u), pv_(degree_v), ru_(rule_of(degree_u)), rv_(rule_of(degree_v)) {
    look();
    tie();
    begin();
  }

  [[nodiscard]] FlatPoint at(double u, double v) const {
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

  [[nodiscard]] double formed_area() const { return area_; }

  // (2); without bound where the flat is turned over.
  [[nodiscard]] double mean_square() const {
    double sum = 0;
    for (size_t i = 0; i < columns(); ++i) {
      for (size_t j = 0; j < rows(); ++j) {
        const Derivatives d = derivatives(i, j);
        const std::vector<Metric>& metrics = metrics_[i * rows() + j];
        for (size_t q = 0; q < metrics.size(); ++q) {
          const Laid l = laid(d.at(q), metrics[q]);
          if (!(cross(l.along, l.across) > 0)) return HUGE_VAL;
          sum += weights_[i * rows() + j][q] * square(strain_of(l));
        }
      }
    }
    return sum / area_;
  }

  // Steps of Gauss and Newton until they are shorter than a share of the size, or end in rounding. Whether
  // they do. Near the end the equations hardly change, and are kept.
  bool settle(double share) {
    double before = mean_square();
    if (before == HUGE_VAL) return false;
    double last = HUGE_VAL;
    bool fresh = false;
    for (int i = 0; i < 100; ++i) {
      const bool kept = fresh;
      if (!kept) factor();
      const VectorXd step = newton_step();
      const double length = step.lpNorm<Eigen::Infinity>();
      const std::vector<MatrixXd> start = k_;
      double part = 1;
      for (; part > 1e-4; part /= 2) {
        k_ = start;
        move(part * step);
        const double now = mean_square();
        if (!(now <= before * (1 + 1e-12) + 1e-30)) continue;
        before = now;
        break;
      }
      if (part <= 1e-4) {
        k_ = start;
        if (length < 1e-7 * surface_.size) return true;
        if (!kept) return false;
      }
      if (part * length < share * surface_.size) return true;
      fresh = part == 1 && length < 1e-3 * surface_.size && length < 0.3 * last;
      last = length;
    }
    return true;
  }

  // What the last shapes still carry: what is missing beyond them is about as much. mm.
  [[nodiscard]] double lacking(bool along_u) const {
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

  /// What only steps need.
  void forget() { condensed_.clear(); }

  // The polynomials of another as far as they go.
  void take(const Patches& other) {
    for (size_t m = 0; m < k_.size(); ++m) {
      k_[m].setZero();
      const MatrixXd& o = other.k_[m];
      k_[m].topLeftCorner(o.rows(), lines_v()) = o.leftCols(lines_v());
      for (Index j = 0; j < static_cast<Index>(rows()); ++j)
        k_[m].block(0, bubble(j, 2), o.rows(), other.pv_ - 1) =
            o.middleCols(other.bubble(j, 2), other.pv_ - 1);
    }
  }

 private:
  struct Derivatives {
    MatrixXd xu, xv, yu, yv;
    [[nodiscard]] FlatPoint at(size_t q) const {
      const auto k = static_cast<Index>(q);
      return {{}, {xu(k), yu(k)}, {xv(k), yv(k)}};
    }
  };

  [[nodiscard]] size_t columns() const { return surface_.us.size() - 1; }
  [[nodiscard]] size_t rows() const { return surface_.vs.size() - 1; }
  [[nodiscard]] Index lines_v() const { return static_cast<Index>(surface_.vs.size()); }
  [[nodiscard]] Index shapes_v() const { return lines_v() + static_cast<Index>(rows()) * (pv_ - 1); }
  // Where a shape of patch j stands among a column's shapes of v.
  [[nodiscard]] Index bubble(Index j, Index b) const { return lines_v() + j * (pv_ - 1) + b - 2; }
  [[nodiscard]] Index shape_v(size_t j, Index b) const {
    const auto line = static_cast<Index>(j);
    return b < 2 ? line + b : bubble(line, b);
  }
  [[nodiscard]] MatrixXd& k(size_t i, Index c) { return k_[2 * i + static_cast<size_t>(c)]; }
  [[nodiscard]] const MatrixXd& k(size_t i, Index c) const { return k_[2 * i + static_cast<size_t>(c)]; }
  [[nodiscard]] MatrixXd patch(size_t i, size_t j, Index c) const {
    MatrixXd p(pu_ + 1, pv_ + 1);
    for (Index b = 0; b <= pv_; ++b) p.col(b) = k(i, c).col(shape_v(j, b));
    return p;
  }

  static double wide(const std::vector<double>& breaks, size_t i) { return breaks[i + 1] - breaks[i]; }
  static size_t patch_of(const std::vector<double>& breaks, double at) {
    const auto after = std::upper_bound(breaks.begin() + 1, breaks.end() - 1, at);
    return static_cast<size_t>(after - breaks.begin()) - 1;
  }
  static double place(const std::vector<double>& breaks, size_t i, double at) {
    return (2 * at - breaks[i] - breaks[i + 1]) / wide(breaks, i);
  }
  static double from_place(const std::vector<double>& breaks, size_t i, double x) {
    return (breaks[i] + breaks[i + 1] + x * wide(breaks, i)) / 2;
  }

  // The surface at all places of the sums, v faster.
  void look() {
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

  [[nodiscard]] bool pointed(size_t i, double v) const {
    double most = 0;
    for (const double x : {-0.7, 0.1, 0.6})
      most = std::max(most, norm(surface_.point(from_place(surface_.us, i, x), v).du));
    return most * wide(surface_.us, i) < 1e-11 * surface_.size;
  }

  // Numbers the unknowns of the lines between columns: -1 is held where it is. An end that is a point is one
  // unknown; a corner and the direction of the first line are held, (6).
  void tie() {
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
  Index& unknown(size_t line, Index b, Index c) {
    return unknown_[line * static_cast<size_t>(2 * shapes_v()) + static_cast<size_t>(2 * b + c)];
  }
  // Whether a bubble of u may be there: not along a point.
  [[nodiscard]] bool free(size_t i, Index b) const {
    return !(b == 0 && pointed_[i].base) && !(b == lines_v() - 1 && pointed_[i].top);
  }

  // The guess, its first line upright from the origin.
  void begin() {
    const double from = surface_.us.front();
    const Vec2 origin = surface_.guess(from, surface_.vs.front());
    const Vec2 up = surface_.guess(from, surface_.vs.back()) - origin;
    const double turn = std::numbers::pi / 2 - std::atan2(up.y, up.x);
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
  // Columns begin where the one before ends, and do not leave a point.
  void keep_points(size_t i) {
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
  static double node(Index a, Index degree) {
    return -std::cos(std::numbers::pi * static_cast<double>(a) / static_cast<double>(degree));
  }
  static MatrixXd to_shapes(Index degree) {
    MatrixXd at(degree + 1, degree + 1);
    for (Index a = 0; a <= degree; ++a) at.row(a) = shapes_at(node(a, degree), degree).value.transpose();
    return at.inverse();
  }

  [[nodiscard]] Derivatives derivatives(size_t i, size_t j) const {
    const double hu = 2 / wide(surface_.us, i);
    const double hv = 2 / wide(surface_.vs, j);
    const MatrixXd x = patch(i, j, 0);
    const MatrixXd y = patch(i, j, 1);
    return {hu * ru_.slope * x * rv_.value.transpose(), hv * ru_.value * x * rv_.slope.transpose(),
            hu * ru_.slope * y * rv_.value.transpose(), hv * ru_.value * y * rv_.slope.transpose()};
  }

  // --- the equations of a step, (7)

  struct Equations {
    MatrixXd h;
    VectorXd g;
  };

  // Of a column: unknowns by shape of u, then of v, then coordinate.
  [[nodiscard]] Index local(Index a, Index b, Index c) const { return (a * shapes_v() + b) * 2 + c; }

  [[nodiscard]] Equations column(size_t i, bool stiff) const {
    const Index n = local(pu_ + 1, 0, 0);
    Equations e{stiff ? MatrixXd::Zero(n, n) : MatrixXd(), VectorXd::Zero(n)};
    for (size_t j = 0; j < rows(); ++j) add_patch(e, i, j, stiff);
    return e;
  }

  // Of every two shapes of one direction, the products of their values or slopes at the places.
  static MatrixXd products(const MatrixXd& one, const MatrixXd& other) {
    MatrixXd p(one.cols() * other.cols(), one.rows());
    for (Index a = 0; a < one.cols(); ++a) {
      for (Index b = 0; b < other.cols(); ++b)
        p.row(a * other.cols() + b) = one.col(a).cwiseProduct(other.col(b)).transpose();
    }
    return p;
  }

  void add_patch(Equations& e, size_t i, size_t j, bool stiff) const {
    const Derivatives d = derivatives(i, j);
    const std::vector<Metric>& metrics = metrics_[i * rows() + j];
    const std::vector<double>& weights = weights_[i * rows() + j];
    const auto nu = static_cast<Index>(ru_.x.size());
    const auto nv = static_cast<Index>(rv_.x.size());
    std::array<MatrixXd, 16> stiffness;
    std::array<MatrixXd, 4> pull;
    if (stiff) stiffness.fill(MatrixXd(nu, nv));
    pull.fill(MatrixXd(nu, nv));
    for (size_t q = 0; q < metrics.size(); ++q) {
      const Slopes s = slopes_of(laid(d.at(q), metrics[q]), metrics[q]);
      const Eigen::Vector4d g = weights[q] * s.by.transpose() * s.strain;
      for (size_t r = 0; r < 4; ++r) pull[r](static_cast<Index>(q)) = g[static_cast<Index>(r)];
      if (!stiff) continue;
      const Eigen::Matrix4d h = weights[q] * s.by.transpose() * s.by;
      for (size_t k = 0; k < 16; ++k) stiffness[k](static_cast<Index>(q)) = h(static_cast<Index>(k));
    }
    const MatrixXd slope_u = 2 / wide(surface_.us, i) * ru_.slope;
    const MatrixXd slope_v = 2 / wide(surface_.vs, j) * rv_.slope;
    const std::array<const MatrixXd*, 2> in_u{&slope_u, &ru_.value};  // of the derivative by u, by v
    const std::array<const MatrixXd*, 2> in_v{&rv_.value, &slope_v};
    for (const Index c : {0, 1}) {
      MatrixXd g = MatrixXd::Zero(pu_ + 1, pv_ + 1);
      for (const size_t r : {0U, 1U})
        g += in_u[r]->transpose() * pull[2 * static_cast<size_t>(c) + r] * *in_v[r];
      for (Index a = 0; a <= pu_; ++a) {
        for (Index b = 0; b <= pv_; ++b) e.g[local(a, shape_v(j, b), c)] += g(a, b);
      }
    }
    if (!stiff) return;
    for (const size_t r : {0U, 1U}) {
      for (const size_t t : {0U, 1U}) {
        const MatrixXd pairs_u = products(*in_u[r], *in_u[t]);
        const MatrixXd pairs_v = products(*in_v[r], *in_v[t]).transpose();
        for (const size_t c : {0U, 1U}) {
          for (const size_t o : {0U, 1U})
            add_pairs(e, j, pairs_u * stiffness[4 * (2 * c + r) + 2 * o + t] * pairs_v, c, o);
        }
      }
    }
  }

  void add_pairs(Equations& e, size_t j, const MatrixXd& pairs, size_t c, size_t o) const {
    const auto own = static_cast<Index>(c);
    const auto other = static_cast<Index>(o);
    for (Index a = 0; a <= pu_; ++a) {
      for (Index a2 = 0; a2 <= pu_; ++a2) {
        const auto row = pairs.row(a * (pu_ + 1) + a2);
        for (Index b = 0; b <= pv_; ++b) {
          const Index at = local(a, shape_v(j, b), own);
          for (Index b2 = 0; b2 <= pv_; ++b2)
            e.h(at, local(a2, shape_v(j, b2), other)) += row[b * (pv_ + 1) + b2];
        }
      }
    }
  }

  // The bubbles of each column are eliminated, so that only the lines between columns are left, (8).
  struct Condensed {
    Eigen::LLT<MatrixXd> inner;
    MatrixXd coupling;  // of bubbles with lines
    std::vector<Index> bubbles;
  };

  [[nodiscard]] Index on_lines() const { return 4 * shapes_v(); }
  // A column's line unknown k: both lines, shapes of v, coordinates.
  [[nodiscard]] Index line_unknown(size_t i, Index k) const {
    return unknown_[i * static_cast<size_t>(2 * shapes_v()) + static_cast<size_t>(k)];
  }

  void factor() {
    condensed_.clear();
    std::vector<Eigen::Triplet<double>> entries;
    for (size_t i = 0; i < columns(); ++i) condensed_.push_back(condense(i, entries));
    Eigen::SparseMatrix<double> h(unknowns_, unknowns_);
    h.setFromTriplets(entries.begin(), entries.end());
    lines_.compute(h);
  }

  Condensed condense(size_t i, std::vector<Eigen::Triplet<double>>& entries) const {
    const Equations e = column(i, true);
    Condensed c;
    for (Index a = 2; a <= pu_; ++a) {
      for (Index b = 0; b < shapes_v(); ++b) {
        if (!free(i, b)) continue;
        for (const Index coordinate : {0, 1}) c.bubbles.push_back(local(a, b, coordinate));
      }
    }
    const Index lines = on_lines();
    c.inner.compute(e.h(c.bubbles, c.bubbles));
    c.coupling = e.h(c.bubbles, Eigen::seqN(0, lines));
    const MatrixXd h = e.h.topLeftCorner(lines, lines) - c.coupling.transpose() * c.inner.solve(c.coupling);
    for (Index r = 0; r < lines; ++r) {
      for (Index s = 0; s < lines; ++s) {
        if (line_unknown(i, r) >= 0 && line_unknown(i, s) >= 0)
          entries.emplace_back(line_unknown(i, r), line_unknown(i, s), h(r, s));
      }
    }
    return c;
  }

  // A step of all coefficients, column by column, by the equations as they were last factored.
  [[nodiscard]] VectorXd newton_step() const {
    std::vector<VectorXd> pulls;
    VectorXd right = VectorXd::Zero(unknowns_);
    for (size_t i = 0; i < columns(); ++i) {
      const Condensed& c = condensed_[i];
      pulls.push_back(column(i, false).g);
      const VectorXd inner = c.inner.solve(VectorXd(pulls.back()(c.bubbles)));
      const VectorXd g = pulls.back().head(on_lines()) - c.coupling.transpose() * inner;
      for (Index k = 0; k < on_lines(); ++k) {
        if (line_unknown(i, k) >= 0) right[line_unknown(i, k)] += g[k];
      }
    }
    const VectorXd lines = -lines_.solve(right);
    const Index each = local(pu_ + 1, 0, 0);
    VectorXd step = VectorXd::Zero(each * static_cast<Index>(columns()));
    for (size_t i = 0; i < columns(); ++i) {
      auto own = step.segment(each * static_cast<Index>(i), each);
      for (Index k = 0; k < on_lines(); ++k) {
        if (line_unknown(i, k) >= 0) own[k] = lines[line_unknown(i, k)];
      }
      const Condensed& c = condensed_[i];
      const VectorXd inner =
          -c.inner.solve(VectorXd(pulls[i](c.bubbles)) + c.coupling * own.head(on_lines()));
      for (size_t k = 0; k < c.bubbles.size(); ++k) own[c.bubbles[k]] = inner[static_cast<Index>(k)];
    }
    return step;
  }

  void move(const VectorXd& step) {
    const Index each = local(pu_ + 1, 0, 0);
    for (size_t i = 0; i < columns(); ++i) {
      const Index at = each * static_cast<Index>(i);
      for (Index a = 0; a <= pu_; ++a) {
        for (Index b = 0; b < shapes_v(); ++b) {
          for (const Index c : {0, 1}) k(i, c)(a, b) += step[at + local(a, b, c)];
        }
      }
    }
  }

  struct Pointed {
    bool base = false, top = false;
  };

  const Surface surface_;
  Index pu_, pv_;
  Rule ru_, rv_;
  std::vector<std::vector<Metric>> metrics_;
  std::vector<std::vector<double>> weights_;
  double area_ = 0;
  std::vector<Pointed> pointed_;
  std::vector<Index> unknown_;
  Index unknowns_ = 0;
  std::vector<MatrixXd> k_;
  std::vector<Condensed> condensed_;
  Eigen::SimplicialLDLT<Eigen::SparseMatrix<double>> lines_;
};

FlatPoint StretchedFlat::at(double u, double v) const { return patches_->at(u, v); }
double StretchedFlat::mean_square() const { return patches_->mean_square(); }
double StretchedFlat::formed_area() const { return patches_->formed_area(); }

namespace {

// The strip along the middle laid flat, what lies across it straight.
std::function<Vec2(double, double)> along_the_middle(const Surface& s) {
  const double middle = (s.vs.front() + s.vs.back()) / 2;
  const auto ruling = [s, middle](double u) -> Ruling {
    const double little = 1e-6 * (s.us.back() - s.us.front());
    const SurfacePoint p = s.point(u, middle);
    const auto across = [&](double at) {
      const Vec3 dv = s.point(std::clamp(at, s.us.front(), s.us.back()), middle).dv;
      return 1 / norm(dv) * dv;
    };
    const double before = std::max(u - little, s.us.front());
    const double after = std::min(u + little, s.us.back());
    const Vec3 n = cross(p.du, p.dv);
    return {p.at, across(u), 1 / norm(n) * n, p.du, 1 / (after - before) * (across(after) - across(before)),
            {}};
  };
  Wall wall;
  for (size_t i = 0; i + 1 < s.us.size(); ++i) wall.push_back({s.us[i], s.us[i + 1], ruling});
  const Flat flat = develop(wall, s.size, Angle::degrees(360));
  return [s, middle, flat](double u, double v) {
    const FlatRuling r = flat.at(u);
    return r.c + (v - middle) * norm(s.point(u, middle).dv) * direction(r.heading);
  };
}

}  // namespace

StretchedFlat least_stretch(const Surface& asked) {
  Surface surface = asked;
  if (!surface.guess) surface.guess = along_the_middle(asked);
  constexpr Index step = 4;
  constexpr Index last = 14;
  const double enough = 1e-11 * surface.size;
  Index pu = 6;
  Index pv = 6;
  std::shared_ptr<StretchedFlat::Patches> flat;
  while (true) {
    auto finer = std::make_shared<StretchedFlat::Patches>(surface, pu, pv);
    if (flat) finer->take(*flat);
    const bool more_u = pu < last;
    const bool more_v = pv < last;
    if (!finer->settle(more_u || more_v ? 1e-8 : 1e-13))
      throw Refusal({.reason = "no flat is found for this wall: it is too far from any",
                     .key = "strain_limit",
                     .advice = "part it in smaller pieces"});
    flat = std::move(finer);
    const bool raise_u = more_u && flat->lacking(true) > enough;
    const bool raise_v = more_v && flat->lacking(false) > enough;
    if (!raise_u && !raise_v) break;
    pu += raise_u ? step : 0;
    pv += raise_v ? step : 0;
  }
  flat->settle(1e-13);
  flat->forget();
  return StretchedFlat(std::move(flat));
}

}  // namespace juggler
