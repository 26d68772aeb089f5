// docs/maths/solid.md (13)-(16)
#include "motion.h"

#include <algorithm>
#include <map>
#include <unordered_map>

#include "meshed.h"

namespace juggler {

Twist operator+(const Twist& a, const Twist& b) { return {a.turn + b.turn, a.shift + b.shift}; }
Twist operator*(double k, const Twist& a) { return {k * a.turn, k * a.shift}; }
Twist about(Vec3 place, Vec3 way) { return {way, cross(place, way)}; }

namespace {

Twist bracket(const Twist& a, const Twist& b) {
  return {cross(a.turn, b.turn), cross(a.turn, b.shift) - cross(b.turn, a.shift)};
}

// The frame that a twist brings the flat's to.
Frame exp_of(const Twist& w) {
  const double angle = norm(w.turn);
  // sin x / x, (1 - cos x) / x^2, (x - sin x) / x^3
  const bool small = angle < within::little;
  const double x2 = angle * angle;
  const double a = small ? 1 - x2 / 6 : std::sin(angle) / angle;
  const double b = small ? 0.5 - x2 / 24 : (1 - std::cos(angle)) / x2;
  const double c = small ? 1.0 / 6 - x2 / 120 : (angle - std::sin(angle)) / (x2 * angle);
  const auto turned = [&](Vec3 v, double first, double second) {
    const Vec3 once = cross(w.turn, v);
    return v + first * once + second * cross(w.turn, once);
  };
  return {turned(w.shift, b, c), turned({1, 0, 0}, a, b), turned({0, 1, 0}, a, b), turned({0, 0, 1}, a, b)};
}

}  // namespace

MotionStep step_of(const std::function<Twist(double)>& twist, double from, double to) {
  const double h = to - from;
  const double off = h / (2 * std::sqrt(3.0));
  const Twist one = twist((from + to) / 2 - off), two = twist((from + to) / 2 + off);
  return {h / 2 * (one + two), h * h * std::sqrt(3.0) / 12 * bracket(one, two)};
}

Carriage carried_between(const std::vector<MotionNode>& nodes, int a, int b, Vec2 p) {
  const MotionNode& from = nodes[static_cast<size_t>(a)];
  const MotionNode& to = nodes[static_cast<size_t>(b)];
  const Vec2 across = left_of(from.way);
  const double before = dot(p - from.at, across);
  const double behind = cross(to.way, to.at - p) / cross(to.way, across);
  const double run = before + behind;
  const double t = run != 0 ? before / run : 0;
  return {a, b, -1, std::clamp(t, 0.0, 1.0), run};
}

std::vector<Frame> stands_of(const std::vector<MotionNode>& nodes, const Frame& root,
                             const std::vector<double>& shares, double rolled) {
  std::vector<Frame> all;
  for (const MotionNode& n : nodes) {
    if (n.from < 0) {
      all.push_back(root);
      continue;
    }
    const double s = n.fold < 0 ? rolled : shares[static_cast<size_t>(n.fold)];
    all.push_back(all[static_cast<size_t>(n.from)].frame(exp_of(s * n.step.first + s * s * n.step.second)));
  }
  return all;
}

namespace {

// (15)
Vec3 carried(const std::vector<MotionNode>& nodes, const std::vector<Frame>& stands,
             const std::vector<double>& shares, double rolled, const MotionCorner& c, double height) {
  const Carriage& by = c.carriage;
  const auto node = [&](int n) -> const MotionNode& { return nodes[static_cast<size_t>(n)]; };
  const auto stand = [&](int n) -> const Frame& { return stands[static_cast<size_t>(n)]; };
  const auto normal = [&](int n) {
    const double s = node(n).fold < 0 ? rolled : shares[static_cast<size_t>(node(n).fold)];
    return 1 / std::cos(s * node(n).half_turn) * stand(n).z;
  };
  const double t = by.t, layer = node(by.flat < 0 ? by.a : by.flat).layer;
  const auto on_layer = [&](int n, Vec2 p) { return stand(n).place({p.x, p.y, layer}); };
  const Vec3 up = (1 - t) * normal(by.a) + t * normal(by.b);
  if (by.flat >= 0) return on_layer(by.flat, c.at) + (height - layer) * up;
  const Vec2 way = by.run * left_of(node(by.a).way);
  const Vec2 from = c.at - t * way;
  const auto along = [&](int n) { return stand(n).way({way.x, way.y, 0}); };
  return ((1 + 2 * t) * (1 - t) * (1 - t)) * on_layer(by.a, from) + (t * (1 - t) * (1 - t)) * along(by.a) +
         (t * t * (3 - 2 * t)) * on_layer(by.b, from + way) - (t * t * (1 - t)) * along(by.b) +
         (height - layer) * unit(up);
}

// (16)
Vec3 between(const KeptPath& at, double share) {
  const double x = share * (kept_shares - 1);
  const auto i = static_cast<size_t>(std::clamp(static_cast<int>(x), 0, kept_shares - 2));
  const double t = x - static_cast<double>(i);
  const auto slope = [&](size_t k) {
    if (k == 0) return at[1] - at[0];
    return k + 1 == at.size() ? at[k] - at[k - 1] : 0.5 * (at[k + 1] - at[k - 1]);
  };
  return ((1 + 2 * t) * (1 - t) * (1 - t)) * at[i] + (t * (1 - t) * (1 - t)) * slope(i) +
         (t * t * (3 - 2 * t)) * at[i + 1] - (t * t * (1 - t)) * slope(i + 1);
}

// One share of the way, for what is kept.
struct KeptShare {
  SheetMap map;
  std::vector<FlatFold> folds;
  std::vector<Frame> stands;
};

class Motion {
 public:
  Motion(const Mapping& mapping, const MeshedBlank& blank) : mapping_(mapping), blank_(blank) {
    sheet_ = blank.map.motion ? blank.map.motion() : SheetMotion{{{}}, {}, {}};
    motion_.root = sheet_.root;
    motion_.nodes = sheet_.nodes;
    motion_.thickness = (mapping.blank->face_up == Face::inside ? -1 : 1) * mapping.blank->thickness;
  }
  void add(const FlatCorner& corner, size_t part, Vec2 beside) {
    FlatCorner known = corner;
    if (std::isnan(known.of.x)) known.of = blank_.map.parameters(known.at);
    motion_.corners.push_back({known.at, sheet_.carriage ? sheet_.carriage(known, part) : carried_by(0)});
    const auto fold = std::find_if(blank_.folds.begin(), blank_.folds.end(),
                                   [&](const FlatFold& f) { return f.has(beside); });
    if (sheet_.carriage && fold == blank_.folds.end()) return;
    KeptPlaces kept{static_cast<std::uint32_t>(motion_.corners.size() - 1), {}};
    if (fold != blank_.folds.end()) kept.folds = fold->made_by;
    const auto node = static_cast<size_t>(motion_.corners.back().carriage.a);
    const auto keep = [&](size_t i, const KeptShare& s, const std::array<KeptPath*, 2>& to) {
      const auto places =
          Placer(s.map, s.folds)(known, part, beside, std::array{0.0, mapping_.blank->thickness});
      for (size_t face = 0; face < 2; ++face) (*to[face])[i] = s.stands[node].own_place(places[face]);
    };
    for (size_t i = 0; i < kept_shares; ++i) keep(i, share(i), {&kept.at[0], &kept.at[1]});
    if (kept.folds.size() > 1) {
      for (std::vector<KeptPath>& paths : kept.in_order) paths.resize(kept.folds.size());
      const std::vector<KeptShare>& all = one_by_one(kept.folds);
      for (size_t k = 0; k < kept.folds.size(); ++k) {
        for (size_t i = 0; i < kept_shares; ++i)
          keep(i, all[k * kept_shares + i], {&kept.in_order[0][k], &kept.in_order[1][k]});
      }
    }
    motion_.kept.push_back(std::move(kept));
  }
  [[nodiscard]] FormingMotion& motion() { return motion_; }

 private:
  [[nodiscard]] KeptShare kept_share(double share, std::vector<double> hem_shares) const {
    Mapping m = mapping_;
    m.options.share = share;
    m.hem_shares = std::move(hem_shares);
    return {map_of(m), folds_of(m),
            stands_of(sheet_.nodes, sheet_.root, std::vector<double>(m.blank->folds.size(), share), share)};
  }
  static double share_of_step(size_t i) { return static_cast<double>(i) / (kept_shares - 1); }
  const KeptShare& share(size_t i) {
    if (shares_.empty()) {
      for (size_t k = 0; k < kept_shares; ++k) shares_.push_back(kept_share(share_of_step(k), {}));
    }
    return shares_[i];
  }
  // The rest formed, and of some folds one after the other.
  const std::vector<KeptShare>& one_by_one(const std::vector<int>& folds) {
    const auto [known, fresh] = in_order_.try_emplace(folds);
    if (!fresh) return known->second;
    std::vector<double> shares(mapping_.blank->folds.size(), 1);
    for (const int fold : folds) shares[static_cast<size_t>(fold)] = 0;
    for (const int fold : folds) {
      for (size_t i = 0; i < kept_shares; ++i) {
        shares[static_cast<size_t>(fold)] = share_of_step(i);
        known->second.push_back(kept_share(1, shares));
      }
    }
    return known->second;
  }

  const Mapping& mapping_;
  const MeshedBlank& blank_;
  SheetMotion sheet_;
  FormingMotion motion_;
  std::vector<KeptShare> shares_;
  std::map<std::vector<int>, std::vector<KeptShare>> in_order_;
};

// Whose every side of the border is: all of a loop belong to the outline that any corner of it is of.
std::vector<int> outlines_of(const std::vector<std::array<std::uint32_t, 2>>& border, const FlatMesh& mesh) {
  std::unordered_map<std::uint32_t, size_t> from;
  for (size_t i = 0; i < border.size(); ++i) from[border[i][0]] = i;
  std::vector<int> of(border.size(), -1);
  for (size_t first = 0; first < border.size(); ++first) {
    if (of[first] >= 0) continue;
    std::vector<size_t> loop;
    int outline = -1;
    for (size_t i = first; loop.size() <= border.size();) {
      loop.push_back(i);
      outline = std::max(outline, mesh.corners[border[i][0]].outline);
      const auto next = from.find(border[i][1]);
      if (next == from.end() || next->second == first) break;
      i = next->second;
    }
    for (const size_t i : loop) of[i] = std::max(0, outline);
  }
  return of;
}

}  // namespace

FormingMotion motion_of(const Blank& blank, const Formed& formed, const SolidOptions& options,
                        const std::vector<std::vector<Vec2>>& lines) {
  check(options);
  Mapping mapping{options, &blank, &formed};
  mapping.options.share = 1;
  const MeshedBlank mesh = meshed(mapping);
  Motion made(mapping, mesh);
  for (size_t k = 0; k < mesh.mesh.corners.size(); ++k)
    made.add(mesh.mesh.corners[k], mesh.parts[k], mesh.beside[k]);
  FormingMotion& motion = made.motion();
  for (const std::vector<Vec2>& line : lines) {
    motion.lines.push_back(static_cast<std::uint32_t>(motion.corners.size()));
    for (const Vec2 p : line) made.add({p, mesh.map.parameters(p)}, nearest_part(mesh.map, p), p);
  }
  motion.lines.push_back(static_cast<std::uint32_t>(motion.corners.size()));
  motion.triangles = mesh.mesh.triangles;
  motion.border = border_of(mesh.mesh);
  motion.outline_of = outlines_of(motion.border, mesh.mesh);
  return std::move(motion);
}

Vec3 place_of(const FormingMotion& motion, const std::vector<Frame>& stands,
              const std::vector<double>& shares, double rolled, std::uint32_t corner, Face face) {
  const MotionCorner& c = motion.corners[corner];
  const auto kept = std::lower_bound(motion.kept.begin(), motion.kept.end(), corner,
                                     [](const KeptPlaces& k, std::uint32_t n) { return k.corner < n; });
  if (kept == motion.kept.end() || kept->corner != corner)
    return carried(motion.nodes, stands, shares, rolled, c, face == Face::inside ? 0 : motion.thickness);
  const Frame& stand = stands[static_cast<size_t>(c.carriage.a)];
  const size_t side = face == Face::inside ? 0 : 1;
  if (kept->folds.empty()) return stand.place(between(kept->at[side], rolled));
  double sum = 0;
  bool even = true;
  for (const int fold : kept->folds) {
    sum += shares[static_cast<size_t>(fold)];
    even = even && shares[static_cast<size_t>(fold)] == shares[static_cast<size_t>(kept->folds.front())];
  }
  const auto count = kept->folds.size();
  if (even) return stand.place(between(kept->at[side], sum / static_cast<double>(count)));
  const size_t k = std::min(static_cast<size_t>(sum), count - 1);
  return stand.place(between(kept->in_order[side][k], sum - static_cast<double>(k)));
}

}  // namespace juggler
