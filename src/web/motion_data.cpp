// Numbers of a motion for a browser: little-endian, in base64.
#include <glib.h>

#include <algorithm>
#include <bit>
#include <limits>
#include <memory>

#include "solid/motion.h"
#include "web.h"

namespace juggler {
namespace {

template <typename Number>
std::string encoded(const std::vector<Number>& numbers) {
  static_assert(std::endian::native == std::endian::little);
  const std::unique_ptr<gchar, decltype(&g_free)> text(
      g_base64_encode(reinterpret_cast<const guchar*>(numbers.data()), numbers.size() * sizeof(Number)),
      &g_free);
  return text.get();
}

void add(std::vector<double>& to, Vec3 v) { to.insert(to.end(), {v.x, v.y, v.z}); }
void add(std::vector<double>& to, const Frame& f) {
  for (const Vec3 v : {f.origin, f.x, f.y, f.z}) add(to, v);
}

std::vector<double> numbers_of(const std::vector<MotionNode>& nodes) {
  std::vector<double> all;
  for (const MotionNode& n : nodes) {
    for (const Vec3 v : {n.step.first.turn, n.step.first.shift, n.step.second.turn, n.step.second.shift})
      add(all, v);
    all.insert(all.end(), {n.way.x, n.way.y, n.layer, n.half_turn});
  }
  return all;
}

// Points along a line, so near that between them the formed part is as good as straight.
std::vector<Vec2> points_along(const std::vector<Vec2>& line, double step) {
  std::vector<Vec2> all;
  for (size_t i = 0; i + 1 < line.size(); ++i) {
    const double length = norm(line[i + 1] - line[i]);
    const int parts = std::clamp(static_cast<int>(std::ceil(length / step)), 1, 64);
    for (int k = 0; k < parts; ++k)
      all.push_back(line[i] + static_cast<double>(k) / parts * (line[i + 1] - line[i]));
  }
  all.push_back(line.back());
  return all;
}

// What forming stretches has its places kept one by one: fewer of them then, and of many openings.
SolidOptions options_for(const PieceResult& piece) {
  SolidOptions o;
  const bool stretched = !piece.blank.folding && (!piece.blank.patches.empty() || !piece.formed->opens_flat);
  constexpr size_t many = 200;  // small ones, of which nobody sees more
  if (stretched) {
    o.chord_error = std::max(0.5, piece.blank.size / 2000);
    o.coarsest = Angle::degrees(10);
  } else if (piece.blank.openings.size() > many) {
    o.coarsest = Angle::degrees(25);
  }
  return o;
}

}  // namespace

nlohmann::ordered_json motion_data(const JobResult& job, const PieceResult& piece) {
  const Blank& b = piece.blank;
  std::vector<std::vector<Vec2>> lines;
  for (const Indicated& p : lines_of(job, piece)) {
    // Along a ruling the sheet stays straight.
    const bool straight = !p.key.empty() && p.key.front() == 'e';
    lines.push_back(straight ? p.line : points_along(p.line, b.size / 48));
  }
  const FormingMotion m = motion_of(b, *piece.formed, options_for(piece), lines);
  std::vector<std::int32_t> tree, carriage, groups, outlines(m.outline_of.begin(), m.outline_of.end());
  std::vector<float> places, shares, kept_places;
  std::vector<std::uint32_t> triangles, border, kept;
  for (const MotionNode& n : m.nodes) tree.insert(tree.end(), {n.from, n.fold});
  for (const MotionCorner& c : m.corners) {
    carriage.insert(carriage.end(), {c.carriage.a, c.carriage.b, c.carriage.flat});
    for (const double v : {c.at.x, c.at.y}) places.push_back(static_cast<float>(v));
    for (const double v : {c.carriage.t, c.carriage.run}) shares.push_back(static_cast<float>(v));
  }
  std::vector<std::vector<int>> kept_folds;
  const auto add_path = [&](const KeptPath& path) {
    for (const Vec3 p : path) {
      for (const double v : {p.x, p.y, p.z}) kept_places.push_back(static_cast<float>(v));
    }
  };
  for (const KeptPlaces& k : m.kept) {
    kept.push_back(k.corner);
    const auto known = std::find(kept_folds.begin(), kept_folds.end(), k.folds);
    groups.push_back(static_cast<std::int32_t>(known - kept_folds.begin()));
    if (known == kept_folds.end()) kept_folds.push_back(k.folds);
    for (size_t face = 0; face < 2; ++face) {
      add_path(k.at[face]);
      for (const KeptPath& path : k.in_order[face]) add_path(path);
    }
  }
  for (const auto& t : m.triangles) triangles.insert(triangles.end(), t.begin(), t.end());
  for (const auto& side : m.border) border.insert(border.end(), side.begin(), side.end());
  std::vector<double> root;
  add(root, m.root);
  return {{"root", root},
          {"tree", encoded(tree)},
          {"nodes", encoded(numbers_of(m.nodes))},
          {"places", encoded(places)},
          {"carriage", encoded(carriage)},
          {"shares", encoded(shares)},
          {"kept", encoded(kept)},
          {"keptGroups", encoded(groups)},
          {"keptFolds", kept_folds},
          {"keptPlaces", encoded(kept_places)},
          {"keptShares", kept_shares},
          {"triangles", encoded(triangles)},
          {"border", encoded(border)},
          {"outlines", encoded(outlines)},
          {"lines", m.lines},
          {"thickness", m.thickness},
          {"insideUp", b.face_up == Face::inside},
          {"folds", b.folds.size()}};
}

}  // namespace juggler
