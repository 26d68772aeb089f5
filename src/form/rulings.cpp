// Which points of two curves in space the rulings of a wall join. Equation numbers: docs/maths/stretch.md.
#include <algorithm>
#include <cmath>

#include "curve.h"

namespace juggler {
namespace {

// A place of the square of both shares.
struct Pair {
  double base = 0, top = 0;
  [[nodiscard]] double along() const { return (base + top) / 2; }
};

class Search {
 public:
  Search(const EdgeCurve& base, const EdgeCurve& top) : base_(base), top_(top) {}

  [[nodiscard]] std::vector<RulingPiece> best() {
    std::vector<RulingPiece> best;
    double least = HUGE_VAL;
    for (const Pair& start : on_side(false)) {
      const auto branch = follow(start);
      if (!branch || !turns_on(*branch)) continue;
      const double fans = std::abs(branch->front().base - branch->front().top) +
                          std::abs(branch->back().base - branch->back().top);
      if (fans >= least) continue;
      if (auto pieces = pieces_of(*branch)) {
        least = fans;
        best = std::move(*pieces);
      }
    }
    return best;
  }

 private:
  using Branch = std::vector<Pair>;

  // (13): the volume that both tangents and the ruling span, by their lengths.
  [[nodiscard]] double twist(Pair p) const {
    const CurvePoint a = base_.point(p.base);
    const CurvePoint b = top_.point(p.top);
    const Vec3 e = b.at - a.at;
    return dot(cross(a.d, b.d), e) / std::max(norm(a.d) * norm(b.d) * norm(e), within::nought);
  }

  // Where the planes that touch both may begin, or end: on the two sides of the square that meet there.
  [[nodiscard]] std::vector<Pair> on_side(bool ends) const {
    const double here = ends ? 1 : 0;
    std::vector<Pair> found;
    if (std::abs(twist({here, here})) < within::rounding) found.push_back({here, here});
    for (const bool base : {true, false}) {
      const auto pair = [&](double s) { return base ? Pair{s, here} : Pair{here, s}; };
      const auto at = [&](double s) { return twist(pair(s)); };
      for (int i = 0; i < looks_; ++i) {
        const double a = static_cast<double>(i) / looks_;
        const double b = static_cast<double>(i + 1) / looks_;
        if ((at(a) < 0) == (at(b) < 0)) continue;
        const Pair p = pair(root(at, a, b));
        if (std::abs(p.base - p.top) > within::rounding) found.push_back(p);
      }
    }
    return found;
  }

  // The difference of both shares at a sum of them, between two bounds; nothing where it changes no sign.
  [[nodiscard]] std::optional<double> between(double along, double low, double high) const {
    const auto at = [&](double apart) { return twist(pair_of(along, apart)); };
    const double most = 2 * std::min(along, 1 - along);
    low = std::max(low, -most);
    high = std::min(high, most);
    if (!(low < high) || (at(low) < 0) == (at(high) < 0)) return std::nullopt;
    return root(at, low, high);
  }
  static Pair pair_of(double along, double apart) { return {along + apart / 2, along - apart / 2}; }

  // (14): from a start to where a curve ends; neither share ever falls.
  [[nodiscard]] std::optional<Branch> follow(Pair start) const {
    Branch branch{start};
    constexpr int steps = 800;
    constexpr double step = 1.0 / steps;
    while (true) {
      const Pair now = branch.back();
      const double apart = now.base - now.top;
      const double along = now.along() + step;
      if (along < 1) {
        if (const auto next = between(along, apart - 2 * step, apart + 2 * step)) {
          branch.push_back(pair_of(along, *next));
          continue;
        }
      }
      for (const Pair& end : on_side(true)) {
        const double slack = within::same;
        if (end.along() < now.along() - slack || end.along() > now.along() + 1.5 * step) continue;
        if (end.base < now.base - slack || end.top < now.top - slack) continue;
        if (end.along() > now.along() + slack) branch.push_back(end);
        return branch.size() > 1 ? std::optional(branch) : std::nullopt;
      }
      return std::nullopt;
    }
  }

  [[nodiscard]] std::pair<Vec3, Vec3> normals(Pair p) const {
    const CurvePoint a = base_.point(p.base);
    const CurvePoint b = top_.point(p.top);
    const Vec3 e = 1 / std::max(norm(b.at - a.at), within::nought) * (b.at - a.at);
    return {1 / std::max(norm(a.d), within::nought) * cross(a.d, e),
            1 / std::max(norm(b.d), within::nought) * cross(b.d, e)};
  }

  // Whether the wall goes on all along, both edges to the same side, fans and all, (15).
  [[nodiscard]] bool turns_on(const Branch& branch) const {
    std::vector<Vec3> along;
    const auto fan = [&](Pair from, Pair to) {
      if (from.base == to.base && from.top == to.top) return;
      for (int i = 0; i <= looks_; ++i) {
        const double share = static_cast<double>(i) / looks_;
        const auto [a, b] =
            normals({from.base + share * (to.base - from.base), from.top + share * (to.top - from.top)});
        along.push_back(from.base == to.base ? b : a);
      }
    };
    fan({0, 0}, branch.front());
    for (const Pair& p : branch) {
      const auto [a, b] = normals(p);
      if (!(dot(a, b) > 0)) return false;
      along.push_back(a);
    }
    fan(branch.back(), {1, 1});
    // A ruling that all but runs along an edge is none to form by.
    constexpr double least = 0.035;
    for (size_t i = 0; i < along.size(); ++i) {
      if (norm(along[i]) < least || (i > 0 && !(dot(along[i - 1], along[i]) > 0))) return false;
    }
    return true;
  }

  [[nodiscard]] double exactly(const Branch& branch, double along) const {
    const auto after = std::upper_bound(branch.begin() + 1, branch.end() - 1, along,
                                        [](double value, const Pair& p) { return value < p.along(); });
    const Pair& a = *(after - 1);
    const Pair& b = *after;
    const double from = a.base - a.top;
    const double to = b.base - b.top;
    const double slack = 0.1 * (b.along() - a.along());
    const auto found = between(along, std::min(from, to) - slack, std::max(from, to) + slack);
    if (found) return *found;
    return from + (to - from) * (along - a.along()) / (b.along() - a.along());
  }

  static RulingPiece fitted(double from, double to, const std::function<Pair(double)>& at) {
    std::vector<double> base, top;
    for (const double u : Series::nodes(from, to)) {
      const Pair p = at(u);
      base.push_back(p.base);
      top.push_back(p.top);
    }
    return {from, to, Series::fit(from, to, base), Series::fit(from, to, top)};
  }

  // Whether its series settle.
  bool add(std::vector<RulingPiece>& pieces, const Branch& branch, double from, double to, int depth) const {
    RulingPiece piece = fitted(from, to, [&](double u) { return pair_of(u, exactly(branch, u)); });
    if (std::max(piece.base.tail(), piece.top.tail()) < within::rounding) {
      pieces.push_back(std::move(piece));
      return true;
    }
    if (depth == 0) return false;
    const double middle = (from + to) / 2;
    return add(pieces, branch, from, middle, depth - 1) && add(pieces, branch, middle, to, depth - 1);
  }

  [[nodiscard]] std::optional<std::vector<RulingPiece>> pieces_of(const Branch& branch) const {
    std::vector<RulingPiece> pieces;
    const auto fan = [&](Pair from, Pair to) {
      if (to.along() - from.along() < within::same) return;
      pieces.push_back(fitted(from.along(), to.along(), [&](double u) {
        const double share = (u - from.along()) / (to.along() - from.along());
        return Pair{from.base + share * (to.base - from.base), from.top + share * (to.top - from.top)};
      }));
    };
    fan({0, 0}, branch.front());
    constexpr int deepest = 6;
    std::vector<double> cuts{branch.front().along()};
    for (const auto& [curve, base] : {std::pair(&base_, true), {&top_, false}}) {
      for (const double b : curve->breaks) {
        const auto after = std::find_if(branch.begin(), branch.end(),
                                        [&](const Pair& p) { return (base ? p.base : p.top) > b; });
        if (after == branch.begin() || after == branch.end()) continue;
        const auto off = [&](double u) {
          const Pair p = pair_of(u, exactly(branch, u));
          return (base ? p.base : p.top) - b;
        };
        const double from = (after - 1)->along();
        const double to = after->along();
        if ((off(from) < 0) != (off(to) < 0)) cuts.push_back(root(off, from, to));
      }
    }
    cuts.push_back(branch.back().along());
    std::sort(cuts.begin(), cuts.end());
    for (size_t i = 0; i + 1 < cuts.size(); ++i) {
      if (cuts[i + 1] - cuts[i] < within::same) {
        cuts[i + 1] = i + 2 == cuts.size() ? cuts[i + 1] : cuts[i];
        continue;
      }
      if (!add(pieces, branch, cuts[i], cuts[i + 1], deepest)) return std::nullopt;
    }
    fan(branch.back(), {1, 1});
    return pieces;
  }

  static constexpr int looks_ = 200;
  const EdgeCurve& base_;
  const EdgeCurve& top_;
};

}  // namespace

std::vector<RulingPiece> developable_rulings(const EdgeCurve& base, const EdgeCurve& top) {
  return Search(base, top).best();
}

std::vector<RulingPiece> even_rulings() {
  std::vector<double> shares;
  for (const double u : Series::nodes(0, 1)) shares.push_back(u);
  const Series same = Series::fit(0, 1, shares);
  return {{0, 1, same, same, same.derivative(), same.derivative(), true}};
}

}  // namespace juggler
