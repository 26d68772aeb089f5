// Which hinges of a body are bent: spanning trees, the longest bends first. docs/maths/folded.md (35)-(37).
#include <algorithm>
#include <numeric>
#include <queue>

#include "bodies.h"
#include "develop/net.h"
#include "geom/patience.h"

namespace juggler {
namespace {

// Trees looked at before the search is given up: the more hinges, the more each costs.
int most_trees(size_t hinges) {
  const double cost = static_cast<double>(hinges * hinges);
  return static_cast<int>(std::clamp(1.7e6 / std::max(cost, 1.0), 40.0, 3000.0));
}
constexpr int most_alike = 200;  // of equal length, among which the smallest rectangle is sought

using Fits = std::function<bool(const std::vector<bool>&)>;

// Sets that grow together.
class Union {
 public:
  explicit Union(size_t n) : of_(n) { std::iota(of_.begin(), of_.end(), 0); }
  size_t root(size_t i) {
    while (of_[i] != i) i = of_[i] = of_[of_[i]];
    return i;
  }
  bool join(size_t a, size_t b) {
    a = root(a);
    b = root(b);
    of_[a] = b;
    return a != b;
  }

 private:
  std::vector<size_t> of_;
};

// A face as a polygon of its own plane.
Polygon flat_face(const Polyhedron& body, const NetFace& face) {
  const auto at = [&](size_t i) {
    return body.points[static_cast<size_t>(face.points[i % face.points.size()])];
  };
  const Vec3 first = at(0);
  const Vec3 run = at(1) - first;
  const Vec3 x = 1 / norm(run) * run;
  Vec3 twice;
  for (size_t i = 1; i + 1 < face.points.size(); ++i) twice = twice + cross(at(i) - first, at(i + 1) - first);
  const Vec3 y = cross(1 / norm(twice) * twice, x);
  Polygon flat;
  for (size_t i = 0; i < face.points.size(); ++i)
    flat.push_back({dot(at(i) - first, x), dot(at(i) - first, y)});
  return flat;
}

// The convex polygon about points, anticlockwise.
Polygon hull(std::vector<Vec2> points) {
  std::sort(points.begin(), points.end(), [](Vec2 a, Vec2 b) { return a.x != b.x ? a.x < b.x : a.y < b.y; });
  Polygon around;
  for (int way = 0; way < 2; ++way) {
    const size_t start = around.size();
    for (const Vec2 p : points) {
      while (around.size() >= start + 2 &&
             cross(around.back() - around[around.size() - 2], p - around.back()) <= 0)
        around.pop_back();
      around.push_back(p);
    }
    around.pop_back();
    std::reverse(points.begin(), points.end());
  }
  return around;
}

// Of the smallest rectangle about a convex polygon: one of its sides lies along one of the polygon's.
double box_area(const Polygon& p) {
  double least = HUGE_VAL;
  for (size_t i = 0; i < p.size(); ++i) {
    const Vec2 side = p[(i + 1) % p.size()] - p[i];
    if (norm(side) == 0) continue;
    const Vec2 x = 1 / norm(side) * side;
    double left = HUGE_VAL;
    double right = -HUGE_VAL;
    double high = 0;
    for (const Vec2 q : p) {
      left = std::min(left, dot(q, x));
      right = std::max(right, dot(q, x));
      high = std::max(high, dot(q - p[i], left_of(x)));
    }
    least = std::min(least, (right - left) * high);
  }
  return least;
}

class Chooser {
 public:
  Chooser(const Polyhedron& body, const std::vector<Hinge>& hinges, const std::vector<HingeRule>& rules,
          const Fits& fits)
      : hinges_(hinges), rules_(rules), fits_(fits), faces_(body.faces.size()) {
    for (const NetFace& face : body.faces) {
      flats_.push_back(flat_face(body, face));
      for (const Vec2 p : flats_.back()) size_ = std::max(size_, norm(p));
    }
    by_length_.resize(hinges.size());
    std::iota(by_length_.begin(), by_length_.end(), 0);
    std::stable_sort(by_length_.begin(), by_length_.end(),
                     [&](size_t a, size_t b) { return hinges[a].length > hinges[b].length; });
    for (const NetFace& face : body.faces) {
      Vec3 middle;
      for (const int p : face.points)
        middle =
            middle + (1.0 / static_cast<double>(face.points.size())) * body.points[static_cast<size_t>(p)];
      middles_.push_back(middle);
    }
  }

  std::vector<bool> choose() {
    if (auto best = shortest_joints()) return *best;
    if (auto steep = steepest()) return *steep;
    return in_pieces();
  }

 private:
  struct Branch {
    double length = 0;
    std::vector<HingeRule> rules;
    std::vector<bool> bent;
    bool operator<(const Branch& other) const { return length < other.length; }
  };

  // The spanning tree (or forest) of the greatest length that keeps the rules; nothing where they close a
  // loop.
  [[nodiscard]] std::optional<Branch> longest(std::vector<HingeRule> rules) const {
    Branch b{0, std::move(rules), std::vector<bool>(hinges_.size())};
    Union sets(faces_);
    const auto take = [&](size_t i) {
      const Hinge& h = hinges_[i];
      if (!sets.join(static_cast<size_t>(h.face_a), static_cast<size_t>(h.face_b))) return false;
      b.bent[i] = true;
      b.length += h.length;
      return true;
    };
    for (size_t i = 0; i < hinges_.size(); ++i) {
      if (b.rules[i] == HingeRule::bent && !take(i)) return std::nullopt;
    }
    for (const size_t i : by_length_) {
      if (b.rules[i] == HingeRule::chosen) (void)take(i);
    }
    return b;
  }

  // Trees in falling length: what remains of a set of trees when its longest is taken out is parted by the
  // first hinge in which they differ from it.
  std::optional<std::vector<bool>> shortest_joints() {
    std::priority_queue<Branch> queue;
    const auto first = longest(rules_);
    if (!first) return std::nullopt;
    const auto pieces = std::count(first->bent.begin(), first->bent.end(), true);
    queue.push(*first);
    std::optional<std::vector<bool>> best;
    double best_length = 0;
    double least_area = HUGE_VAL;
    int alike = 0;
    for (int looked = 0; looked < most_trees(hinges_.size()) && !queue.empty(); ++looked) {
      const Branch b = queue.top();
      queue.pop();
      if (best && (b.length < best_length * (1 - within::same) || ++alike > most_alike)) break;
      if (const auto area = area_of(b.bent);
          area && *area < least_area * (1 - within::same) && fits_(b.bent)) {
        best = b.bent;
        best_length = b.length;
        least_area = *area;
      }
      std::vector<HingeRule> rules = b.rules;
      for (size_t i = 0; i < hinges_.size(); ++i) {
        if (!b.bent[i] || rules[i] == HingeRule::bent) continue;
        std::vector<HingeRule> without = rules;
        without[i] = HingeRule::joint;
        const auto next = longest(std::move(without));
        if (next && std::count(next->bent.begin(), next->bent.end(), true) == pieces) queue.push(*next);
        rules[i] = HingeRule::bent;
      }
    }
    return best;
  }

  // Each face hangs on its edge that rises most steeply in some direction; of several directions the one with
  // the shortest joints.
  std::optional<std::vector<bool>> steepest() {
    std::optional<std::vector<bool>> best;
    double most = -1;
    for (int k = 0; k < 60; ++k) {
      const double z = 1 - (2.0 * k + 1) / 60;  // directions spread over the sphere
      const double plan = 2.399963229728653 * k;
      const double across = std::sqrt(1 - z * z);
      const auto tree = rising({across * std::cos(plan), across * std::sin(plan), z});
      go_on();
      if (!tree || tree->length <= most || !area_of(tree->bent) || !fits_(tree->bent)) continue;
      most = tree->length;
      best = tree->bent;
    }
    return best;
  }

  // Hinges by how steeply they lead upwards from face to face.
  [[nodiscard]] std::optional<Branch> rising(Vec3 up) const {
    std::vector<size_t> order(hinges_.size());
    std::iota(order.begin(), order.end(), 0);
    const auto steep = [&](size_t i) {
      const Hinge& h = hinges_[i];
      const Vec3 way = middles_[static_cast<size_t>(h.face_b)] - middles_[static_cast<size_t>(h.face_a)];
      return std::abs(dot(way, up)) / norm(way);
    };
    std::sort(order.begin(), order.end(), [&](size_t a, size_t b) { return steep(a) > steep(b); });
    Branch b{0, rules_, std::vector<bool>(hinges_.size())};
    Union sets(faces_);
    for (const HingeRule wanted : {HingeRule::bent, HingeRule::chosen}) {
      for (const size_t i : order) {
        if (b.rules[i] != wanted) continue;
        const bool taken =
            sets.join(static_cast<size_t>(hinges_[i].face_a), static_cast<size_t>(hinges_[i].face_b));
        if (!taken && wanted == HingeRule::bent) return std::nullopt;
        b.bent[i] = taken;
        if (taken) b.length += hinges_[i].length;
      }
    }
    return b;
  }

  // Face by face, the longest hinges first; what would lie over its piece begins another.
  std::vector<bool> in_pieces() {
    std::vector<bool> bent(hinges_.size());
    Union sets(faces_);
    for (const HingeRule wanted : {HingeRule::bent, HingeRule::chosen}) {
      for (const size_t i : by_length_) {
        const auto a = static_cast<size_t>(hinges_[i].face_a);
        const auto b = static_cast<size_t>(hinges_[i].face_b);
        if (rules_[i] != wanted || sets.root(a) == sets.root(b)) continue;
        bent[i] = true;
        if (wanted == HingeRule::chosen && !(area_of(bent) && fits_(bent))) {
          bent[i] = false;
        } else {
          sets.join(a, b);
        }
      }
    }
    return bent;
  }

  // The area of the smallest rectangles about the pieces, or nothing where one lies over itself.
  [[nodiscard]] std::optional<double> area_of(const std::vector<bool>& bent) const {
    std::vector<Polygon> laid(faces_);
    double area = 0;
    for (size_t root = 0; root < faces_; ++root) {
      if (!laid[root].empty()) continue;
      const std::vector<size_t> members = lay(root, bent, laid);
      for (size_t i = 0; i < members.size(); ++i) {
        for (size_t k = i + 1; k < members.size(); ++k) {
          if (lie_over(laid[members[i]], laid[members[k]])) return std::nullopt;
        }
      }
      std::vector<Vec2> corners;
      for (const size_t f : members) corners.insert(corners.end(), laid[f].begin(), laid[f].end());
      area += box_area(hull(std::move(corners)));
    }
    return area;
  }

  [[nodiscard]] bool lie_over(const Polygon& a, const Polygon& b) const {
    for (const Polygon& p : convex_parts(a)) {
      for (const Polygon& q : convex_parts(b)) {
        if (depth_of_overlap(p, q) > within::same * size_) return true;
      }
    }
    return false;
  }

  // A face and all that hangs on it, edge upon edge.
  std::vector<size_t> lay(size_t root, const std::vector<bool>& bent, std::vector<Polygon>& laid) const {
    std::vector<size_t> members{root};
    laid[root] = flats_[root];
    for (size_t m = 0; m < members.size(); ++m) {
      for (size_t i = 0; i < hinges_.size(); ++i) {
        const Hinge& h = hinges_[i];
        const bool forth = static_cast<size_t>(h.face_a) == members[m];
        if (!bent[i] || (!forth && static_cast<size_t>(h.face_b) != members[m])) continue;
        const auto other = static_cast<size_t>(forth ? h.face_b : h.face_a);
        if (!laid[other].empty()) continue;
        laid[other] =
            beside(laid[members[m]], forth ? h.side_a : h.side_b, flats_[other], forth ? h.side_b : h.side_a);
        members.push_back(other);
      }
    }
    return members;
  }

  static Polygon beside(const Polygon& at, int side, const Polygon& own, int own_side) {
    const auto i = static_cast<size_t>(side);
    const auto k = static_cast<size_t>(own_side);
    const Vec2 from = at[(i + 1) % at.size()];
    const Vec2 way = at[i] - from;
    const Vec2 own_way = own[(k + 1) % own.size()] - own[k];
    Placing p;
    p.turn = heading_of(way) - heading_of(own_way);
    p.shift = from - placed(own[k], {false, p.turn, {}});
    Polygon laid;
    for (const Vec2 c : own) laid.push_back(placed(c, p));
    return laid;
  }

  const std::vector<Hinge>& hinges_;
  std::vector<HingeRule> rules_;
  const Fits& fits_;
  size_t faces_;
  std::vector<Polygon> flats_;
  std::vector<size_t> by_length_;
  std::vector<Vec3> middles_;
  double size_ = 0;
};

}  // namespace

std::vector<bool> choose_bends(const Polyhedron& body, const std::vector<Hinge>& hinges,
                               const std::vector<HingeRule>& rules,
                               const std::function<bool(const std::vector<bool>&)>& fits) {
  return Chooser(body, hinges, rules, fits).choose();
}

}  // namespace juggler
