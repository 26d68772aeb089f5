#include "flat_mesh.h"

#include <algorithm>
#include <unordered_map>

namespace juggler {
namespace {

class Cutting {
 public:
  Cutting(FlatMesh& mesh, const CutLines& lines) : mesh_(mesh), lines_(lines) {
    for (const FlatCorner& c : mesh.corners) values_.push_back(on_a_line(lines.value(c)));
  }

  void cut_all() {
    std::vector<Corners> cut;
    for (const Corners& t : mesh_.triangles) add_parts(cut, t);
    mesh_.triangles = std::move(cut);
  }

 private:
  // Nearer to a line than can be told, a corner lies on it.
  [[nodiscard]] double on_a_line(double value) const {
    const std::vector<double>& all = lines_.levels;
    const double near = within::same * (all.back() - all.front()) + within::nought;
    const auto above = std::lower_bound(all.begin(), all.end(), value - near);
    return above != all.end() && std::abs(*above - value) <= near ? *above : value;
  }

  // The corners on the side from a lower corner to a higher one, in rising value, the two with them.
  std::vector<std::uint32_t> side(std::uint32_t low, std::uint32_t high) {
    const auto from = std::upper_bound(lines_.levels.begin(), lines_.levels.end(), values_[low]);
    const auto to = std::lower_bound(lines_.levels.begin(), lines_.levels.end(), values_[high]);
    std::vector<std::uint32_t> all{low};
    if (from < to) {
      const auto key = (static_cast<std::uint64_t>(std::min(low, high)) << 32U) | std::max(low, high);
      const auto [known, fresh] = cuts_.try_emplace(key, static_cast<std::uint32_t>(mesh_.corners.size()));
      for (auto level = from; level != to; ++level) {
        all.push_back(known->second + static_cast<std::uint32_t>(level - from));
        if (!fresh) continue;
        mesh_.corners.push_back(lines_.crossing(mesh_.corners[low], mesh_.corners[high], *level));
        values_.push_back(*level);
      }
    }
    all.push_back(high);
    return all;
  }

  // (2): from the lowest corner to the highest there are two ways round; between them, line by line.
  void add_parts(std::vector<Corners>& parts, const Corners& t) {
    const auto lower = [&](std::uint32_t a, std::uint32_t b) { return values_[a] < values_[b]; };
    const auto lowest = static_cast<size_t>(std::min_element(t.begin(), t.end(), lower) - t.begin());
    const std::uint32_t a = t[lowest], b = t[(lowest + 1) % 3], c = t[(lowest + 2) % 3];
    // b comes after the lowest anticlockwise, so that its way is the right one.
    const bool b_highest = values_[b] >= values_[c];
    std::vector<std::uint32_t> right = side(a, b), left = side(a, c);
    if (b_highest) {
      const std::vector<std::uint32_t> on = side(c, b);
      left.insert(left.end(), on.begin() + 1, on.end());
    } else {
      const std::vector<std::uint32_t> on = side(b, c);
      right.insert(right.end(), on.begin() + 1, on.end());
    }
    size_t i = 0, k = 0;
    while (i + 1 < right.size() || k + 1 < left.size()) {
      const bool by_right = k + 1 == left.size() || (i + 1 < right.size() && lower(right[i + 1], left[k + 1]));
      const Corners part{right[i], by_right ? right[i + 1] : left[k + 1], left[k]};
      (by_right ? i : k) += 1;
      if (part[0] != part[1] && part[1] != part[2] && part[2] != part[0]) parts.push_back(part);
    }
  }

  FlatMesh& mesh_;
  const CutLines& lines_;
  std::vector<double> values_;
  std::unordered_map<std::uint64_t, std::uint32_t> cuts_;  // of a side, to the first corner on it
};

}  // namespace

void cut(FlatMesh& mesh, const CutLines& lines) {
  if (!lines.levels.empty()) Cutting(mesh, lines).cut_all();
}

}  // namespace juggler
