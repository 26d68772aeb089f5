// Steps of Gauss and Newton towards the least stretch. Equation numbers: docs/maths/stretch.md (7)-(8).
#include <array>
#include <cmath>

#include "geom/patience.h"
#include "patches.h"

namespace juggler {
namespace {

// The strains and how they change with the flat's four derivatives: x by u, x by v, y by u, y by v.
struct Slopes {
  Eigen::Vector3d strain;
  Eigen::Matrix<double, 3, 4> by;
};
Slopes slopes_of(const Framed& l, const Metric& m) {
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

bool StretchedFlat::Patches::settle(double share, double& work) {
  double before = mean_square();
  if (before == HUGE_VAL) return false;
  double last = HUGE_VAL;
  bool fresh = false;
  for (int i = 0; i < 100; ++i) {
    go_on();
    const bool kept = fresh;
    if (!kept) {
      work -= cost();
      if (work < 0) return false;
      factor();
    }
    const VectorXd step = newton_step();
    const double length = step.lpNorm<Eigen::Infinity>();
    const std::vector<MatrixXd> start = k_;
    constexpr double least_part = 1e-4;  // of a step that leads downhill
    double part = 1;
    for (; part > least_part; part /= 2) {
      k_ = start;
      move(part * step);
      const double now = mean_square();
      if (!(now <= before * (1 + within::rounding) + within::nought)) continue;
      before = now;
      break;
    }
    if (part <= least_part) {
      k_ = start;
      if (length < within::step * surface_.size) return true;
      if (!kept) return false;
    }
    if (part * length < share * surface_.size) return true;
    fresh = part == 1 && length < within::little * surface_.size && length < 0.3 * last;
    last = length;
  }
  return true;
}

double StretchedFlat::Patches::cost() const {
  const double equations = static_cast<double>(local(pu_ + 1, 0, 0));
  return static_cast<double>(columns()) * equations * equations * equations;
}

StretchedFlat::Patches::Equations StretchedFlat::Patches::column(size_t i, bool stiff) const {
  const Index n = local(pu_ + 1, 0, 0);
  Equations e{stiff ? MatrixXd::Zero(n, n) : MatrixXd(), VectorXd::Zero(n)};
  for (size_t j = 0; j < rows(); ++j) add_patch(e, i, j, stiff);
  return e;
}

MatrixXd StretchedFlat::Patches::products(const MatrixXd& one, const MatrixXd& other) {
  MatrixXd p(one.cols() * other.cols(), one.rows());
  for (Index a = 0; a < one.cols(); ++a) {
    for (Index b = 0; b < other.cols(); ++b)
      p.row(a * other.cols() + b) = one.col(a).cwiseProduct(other.col(b)).transpose();
  }
  return p;
}

void StretchedFlat::Patches::add_patch(Equations& e, size_t i, size_t j, bool stiff) const {
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
    const Slopes s = slopes_of(framed(d.at(q), metrics[q]), metrics[q]);
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

void StretchedFlat::Patches::add_pairs(Equations& e, size_t j, const MatrixXd& pairs, size_t c,
                                       size_t o) const {
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

void StretchedFlat::Patches::factor() {
  condensed_.clear();
  std::vector<Eigen::Triplet<double>> entries;
  for (size_t i = 0; i < columns(); ++i) condensed_.push_back(condense(i, entries));
  Eigen::SparseMatrix<double> h(unknowns_, unknowns_);
  h.setFromTriplets(entries.begin(), entries.end());
  lines_.compute(h);
}

StretchedFlat::Patches::Condensed StretchedFlat::Patches::condense(
    size_t i, std::vector<Eigen::Triplet<double>>& entries) const {
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

VectorXd StretchedFlat::Patches::newton_step() const {
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
    const VectorXd inner = -c.inner.solve(VectorXd(pulls[i](c.bubbles)) + c.coupling * own.head(on_lines()));
    for (size_t k = 0; k < c.bubbles.size(); ++k) own[c.bubbles[k]] = inner[static_cast<Index>(k)];
  }
  return step;
}

void StretchedFlat::Patches::move(const VectorXd& step) {
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

}  // namespace juggler
