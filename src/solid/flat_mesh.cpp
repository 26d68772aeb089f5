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
    const auto above = std::lower_bound(all.begin(), all.end(), value - lines_.near);
    return above != all.end() && std::abs(*above - value) <= lines_.near ? *above : value;
  }

  // A corner of a side, and the line that it stands for there.
  struct OnSide {
    std::uint32_t corner = 0;
    double value = 0;
  };
  // From a lower corner to a higher one, in rising value, the two with them.
  std::vector<OnSide> side(std::uint32_t low, std::uint32_t high) {
    const auto from = std::upper_bound(lines_.levels.begin(), lines_.levels.end(), values_[low]);
    const auto to = std::lower_bound(lines_.levels.begin(), lines_.levels.end(), values_[high]);
    std::vector<OnSide> all{{low, values_[low]}};
    if (from < to) {
      const auto key = (static_cast<std::uint64_t>(std::min(low, high)) << 32U) | std::max(low, high);
      const auto [known, fresh] = cuts_.try_emplace(key);
      if (fresh) {
        // One after the other, so that none lies before the last, whatever way the lines run. Where they run
        // together in an end of the side, as at the pole of a dome, that stands for them.
        std::uint32_t before = low;
        for (auto level = from; level != to; ++level) {
          const std::uint32_t next = crossing(before, high, *level);
          if (next == before || next == high) continue;
          before = next;
          known->second.push_back({before, *level});
        }
      }
      all.insert(all.end(), known->second.begin(), known->second.end());
    }
    all.push_back({high, values_[high]});
    return all;
  }
  std::uint32_t crossing(std::uint32_t low, std::uint32_t high, double level) {
    const FlatCorner a = mesh_.corners[low], z = mesh_.corners[high];
    const FlatCorner c = lines_.crossing(a, z, level);
    const double near = within::beside * norm(z.at - a.at);
    if (norm(c.at - a.at) <= near) return low;
    if (norm(c.at - z.at) <= near) return high;
    mesh_.corners.push_back(c);
    values_.push_back(level);
    return static_cast<std::uint32_t>(mesh_.corners.size() - 1);
  }

  [[nodiscard]] bool is_wide(std::uint32_t a, std::uint32_t b, std::uint32_t c) const {
    const Vec2 u = mesh_.corners[b].at - mesh_.corners[a].at, v = mesh_.corners[c].at - mesh_.corners[a].at;
    return std::abs(cross(u, v)) > within::same * std::sqrt(dot(u, u) * dot(v, v));
  }

  // (2): from the lowest corner to the highest there are two ways round; between them, line by line.
  void add_parts(std::vector<Corners>& parts, const Corners& t) {
    const auto lower = [&](std::uint32_t a, std::uint32_t b) { return values_[a] < values_[b]; };
    const auto lowest = static_cast<size_t>(std::min_element(t.begin(), t.end(), lower) - t.begin());
    const std::uint32_t a = t[lowest], b = t[(lowest + 1) % 3], c = t[(lowest + 2) % 3];
    // b comes after the lowest anticlockwise, so that its way is the right one.
    const bool b_highest = values_[b] >= values_[c];
    std::vector<OnSide> right = side(a, b), left = side(a, c);
    const auto go_on = [](std::vector<OnSide>& way, const std::vector<OnSide>& on) {
      way.insert(way.end(), on.begin() + 1, on.end());
    };
    if (b_highest)
      go_on(left, side(c, b));
    else
      go_on(right, side(b, c));
    size_t i = 0, k = 0;
    while (i + 1 < right.size() || k + 1 < left.size()) {
      // The lower one first, unless all three lie on one side.
      const bool lower =
          k + 1 == left.size() || (i + 1 < right.size() && right[i + 1].value < left[k + 1].value);
      const auto wide = [&](const OnSide& next) {
        return is_wide(right[i].corner, next.corner, left[k].corner);
      };
      const bool both = i + 1 < right.size() && k + 1 < left.size();
      const bool by_right =
          both && wide(lower ? right[i + 1] : left[k + 1]) < wide(lower ? left[k + 1] : right[i + 1]) ? !lower
                                                                                                      : lower;
      const OnSide next = by_right ? right[i + 1] : left[k + 1];
      const Corners part{right[i].corner, next.corner, left[k].corner};
      (by_right ? i : k) += 1;
      if (part[0] != part[1] && part[1] != part[2] && part[2] != part[0]) parts.push_back(part);
    }
  }

  FlatMesh& mesh_;
  const CutLines& lines_;
  std::vector<double> values_;
  std::unordered_map<std::uint64_t, std::vector<OnSide>> cuts_;  // of a side, from its lower end
};

// Of the steps those that are farther from the next crossing than a step.
void thin_out(std::vector<OnArc>& places, double step) {
  std::vector<OnArc> kept{places.front()};
  for (size_t i = 1; i < places.size(); ++i) {
    const auto next = std::find_if(places.begin() + static_cast<std::ptrdiff_t>(i) + 1, places.end(),
                                   [](const OnArc& p) { return p.crossing; });
    const double reach = next == places.end() ? HUGE_VAL : next->along;
    if (places[i].crossing || reach - kept.back().along > step) kept.push_back(places[i]);
  }
  places = std::move(kept);
}

}  // namespace

namespace {

// Where an arc between two places on it crosses some lines.
void add_crossings(std::vector<OnArc>& found, const Arc& arc, const OnArc& before, const OnArc& after,
                   const CutLines& lines) {
  const double from = lines.value(before.corner), to = lines.value(after.corner);
  const auto [low, high] = std::minmax(from, to);
  const auto first = std::upper_bound(lines.levels.begin(), lines.levels.end(), low + lines.near);
  const auto last = std::lower_bound(first, lines.levels.end(), high - lines.near);
  for (auto level = first; level != last; ++level) {
    const double about = before.along + (*level - from) / (to - from) * (after.along - before.along);
    const auto met = lines.on_arc(arc, about, *level);
    if (met && met->along > before.along && met->along < after.along) found.push_back(*met);
  }
}

}  // namespace

std::vector<FlatCorner> corners_along(std::span<const Arc> outline, const std::vector<CutLines>& lines,
                                      const std::function<Vec3(Vec2)>& parameters,
                                      const std::function<int(const Arc&)>& steps, double apart) {
  std::vector<FlatCorner> all;
  for (const Arc& arc : outline) {
    const int parts = steps(arc);
    std::vector<OnArc> places;
    for (int i = 0; i <= parts; ++i) {
      const double along = arc.length * i / parts;
      const Vec2 at = point_at(arc, along);
      const OnArc here{along, {at, parameters(at)}};
      std::vector<OnArc> crossings;
      for (const CutLines& l : lines) {
        if (i > 0 && l.on_arc) add_crossings(crossings, arc, places.back(), here, l);
      }
      std::sort(crossings.begin(), crossings.end(),
                [](const OnArc& a, const OnArc& b) { return a.along < b.along; });
      places.insert(places.end(), crossings.begin(), crossings.end());
      places.push_back(here);
    }
    places.pop_back();
    if (places.size() > 1) thin_out(places, arc.length / parts * (1 + within::same));
    for (const OnArc& p : places) {
      if (all.empty() || norm(all.back().at - p.corner.at) > apart) all.push_back(p.corner);
    }
  }
  while (all.size() > 1 && norm(all.back().at - all.front().at) <= apart) all.pop_back();
  return all;
}

void cut(FlatMesh& mesh, const CutLines& lines) {
  if (!lines.levels.empty()) Cutting(mesh, lines).cut_all();
}

}  // namespace juggler
