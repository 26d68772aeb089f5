// A flat as polynomials, patch by patch, and the steps by which it comes to the least stretch. Private to the
// room. Equation numbers: docs/maths/stretch.md.
#pragma once

#include <Eigen/Cholesky>
#include <Eigen/SparseCholesky>
#include <algorithm>
#include <vector>

#include "strain.h"

namespace juggler {

using Eigen::Index;
using Eigen::MatrixXd;
using Eigen::VectorXd;

/// Polynomials on [-1, 1] that join from interval to interval: two that fall and rise from end to end, and
/// bubbles that vanish at both. (4)
struct Shapes {
  VectorXd value, slope;
};
[[nodiscard]] Shapes shapes_at(double x, Index degree);

/// Gauss's places on [-1, 1], and the shapes there, a row each.
struct Rule {
  std::vector<double> x, weight;
  MatrixXd value, slope;
};
[[nodiscard]] Rule rule_of(Index degree);

/// Columns of patches along u. A column's coefficients stand in a matrix for each coordinate: rows for the
/// shapes of u, columns for those of v, first the lines between patches, then the bubbles of each.
class StretchedFlat::Patches {
 public:
  Patches(const Surface& surface, Index degree_u, Index degree_v)
      : surface_(surface), pu_(degree_u), pv_(degree_v), ru_(rule_of(degree_u)), rv_(rule_of(degree_v)) {
    look();
    tie();
    begin();
  }

  [[nodiscard]] FlatPoint at(double u, double v) const;
  [[nodiscard]] double formed_area() const { return area_; }

  /// (2); without bound where the flat is turned over.
  [[nodiscard]] double mean_square() const;

  /// Steps of Gauss and Newton until they are shorter than a share of the size, or end in rounding. Whether
  /// they do. Near the end the equations hardly change, and are kept.
  bool settle(double share, double& work);

  /// What the last shapes still carry: what is missing beyond them is about as much. mm.
  [[nodiscard]] double lacking(bool along_u) const;
  /// What only steps need.
  void forget() { condensed_.clear(); }

  /// The polynomials of another as far as they go.
  void take(const Patches& other);

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

  /// The surface at all places of the sums, u faster.
  void look();

  [[nodiscard]] bool pointed(size_t i, double v) const;

  /// Numbers the unknowns of the lines between columns: -1 is held where it is. An end that is a point is one
  /// unknown; a corner and the direction of the first line are held, (6).
  void tie();
  Index& unknown(size_t line, Index b, Index c) {
    return unknown_[line * static_cast<size_t>(2 * shapes_v()) + static_cast<size_t>(2 * b + c)];
  }

  // Whether a bubble of u may be there: not along a point.
  [[nodiscard]] bool free(size_t i, Index b) const {
    return !(b == 0 && pointed_[i].base) && !(b == lines_v() - 1 && pointed_[i].top);
  }

  /// The guess, its first line upright from the origin.
  void begin();

  /// Columns begin where the one before ends, and do not leave a point.
  void keep_points(size_t i);
  static double node(Index a, Index degree) {
    return -std::cos(pi * static_cast<double>(a) / static_cast<double>(degree));
  }

  static MatrixXd to_shapes(Index degree);

  [[nodiscard]] Derivatives derivatives(size_t i, size_t j) const;

  // --- the equations of a step, (7)
  struct Equations {
    MatrixXd h;
    VectorXd g;
  };
  // Of a column: unknowns by shape of u, then of v, then coordinate.
  [[nodiscard]] Index local(Index a, Index b, Index c) const { return (a * shapes_v() + b) * 2 + c; }

  [[nodiscard]] Equations column(size_t i, bool stiff) const;

  /// Of every two shapes of one direction, the products of their values or slopes at the places.
  static MatrixXd products(const MatrixXd& one, const MatrixXd& other);

  void add_patch(Equations& e, size_t i, size_t j, bool stiff) const;

  void add_pairs(Equations& e, size_t j, const MatrixXd& pairs, size_t c, size_t o) const;
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

  void factor();
  /// Of one factoring, in multiplications or so.
  [[nodiscard]] double cost() const;

  Condensed condense(size_t i, std::vector<Eigen::Triplet<double>>& entries) const;

  /// A step of all coefficients, column by column, by the equations as they were last factored.
  [[nodiscard]] VectorXd newton_step() const;

  void move(const VectorXd& step);
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

}  // namespace juggler
