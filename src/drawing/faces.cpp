// Faces of metal filled in tones, the far before the near.
#include <algorithm>
#include <set>
#include <span>
#include <tuple>

#include "solid_view.h"

namespace juggler {
namespace {

using Triangle = std::array<Vec2, 3>;
using Tone = std::array<double, 3>;

struct Fill {
  double depth = 0;
  Triangle at;
  Tone tone{};
  int layer = 0;
};

// Whether two triangles have more in common than their borders.
bool lie_over(const Triangle& a, const Triangle& b) {
  constexpr double hair = 0.05;  // mm of paper
  const auto apart_across = [&](Vec2 side) {
    const Vec2 across{-side.y, side.x};
    const auto reach = [&](const Triangle& t) {
      return std::minmax({dot(t[0], across), dot(t[1], across), dot(t[2], across)});
    };
    const auto [a_low, a_high] = reach(a);
    const auto [b_low, b_high] = reach(b);
    const double least = hair * norm(side);
    return a_high < b_low + least || b_high < a_low + least;
  };
  for (size_t k = 0; k < 3; ++k) {
    if (apart_across(a[(k + 1) % 3] - a[k]) || apart_across(b[(k + 1) % 3] - b[k])) return false;
  }
  return true;
}

bool before(Vec2 a, Vec2 b) { return std::tie(a.x, a.y) < std::tie(b.x, b.y); }

// Without places on the way straight on.
void drop_straight(std::vector<Vec2>& border) {
  constexpr double off = 2e-4;  // mm of paper
  std::vector<Vec2> kept{border.front()};
  for (size_t i = 1; i < border.size(); ++i) {
    const Vec2 along = border[(i + 1) % border.size()] - kept.back();
    if (std::abs(cross(along, border[i] - kept.back())) > off * norm(along)) kept.push_back(border[i]);
  }
  border = std::move(kept);
}

// Closed lines about triangles that have sides in common; about holes they run the other way round.
std::vector<std::vector<Vec2>> borders_of(std::span<const Fill> fills) {
  std::vector<Vec2> places;
  for (const Fill& f : fills) places.insert(places.end(), f.at.begin(), f.at.end());
  std::sort(places.begin(), places.end(), before);
  const auto same = [](Vec2 a, Vec2 b) { return a.x == b.x && a.y == b.y; };
  places.erase(std::unique(places.begin(), places.end(), same), places.end());
  const auto number = [&](Vec2 p) {
    return std::lower_bound(places.begin(), places.end(), p, before) - places.begin();
  };
  std::multiset<std::array<std::ptrdiff_t, 2>> sides;
  for (const Fill& f : fills) {
    for (size_t k = 0; k < 3; ++k) {
      const auto from = number(f.at[k]), to = number(f.at[(k + 1) % 3]);
      const auto other = sides.find({to, from});
      if (other != sides.end())
        sides.erase(other);
      else
        sides.insert({from, to});
    }
  }
  std::vector<std::vector<Vec2>> borders;
  while (!sides.empty()) {
    std::vector<Vec2> border;
    for (auto side = sides.begin(); side != sides.end();) {
      const auto [from, to] = *side;
      border.push_back(places[static_cast<size_t>(from)]);
      sides.erase(side);
      side = sides.lower_bound({to, 0});
      if (side != sides.end() && (*side)[0] != to) break;
    }
    drop_straight(border);
    if (border.size() > 2) borders.push_back(std::move(border));
  }
  return borders;
}

// Painted from far to near, long triangles would lie over what is nearer than their middles: so they are
// halved; what is hidden all over is left out, but for what may be seen through an opening.
class Fills {
 public:
  Fills(const View& view, const std::vector<std::vector<Vec3>>& openings) : view_(view) {
    for (const std::vector<Vec3>& opening : openings) {
      std::vector<Vec2> on_page;
      for (const Vec3 p : opening) on_page.push_back(view.page(p));
      openings_.push_back(box_about(on_page));
    }
  }
  void add(const std::array<Vec3, 3>& t, const Tone& tone) {
    const Triangle at{view_.page(t[0]), view_.page(t[1]), view_.page(t[2])};
    // What its neighbours' borders cover.
    constexpr double least = 0.02;  // mm2 of paper
    if (std::abs(cross(at[1] - at[0], at[2] - at[0])) < 2 * least) return;
    const auto length = [&](size_t k) { return norm(at[(k + 1) % 3] - at[k]); };
    size_t k = 0;
    for (const size_t other : {size_t{1}, size_t{2}}) {
      if (length(other) > length(k)) k = other;
    }
    constexpr double long_side = 24;  // mm of paper
    if (length(k) > long_side) {
      const Vec3 half = 0.5 * (t[k] + t[(k + 1) % 3]);
      add({t[k], half, t[(k + 2) % 3]}, tone);
      add({half, t[(k + 1) % 3], t[(k + 2) % 3]}, tone);
      return;
    }
    const Vec3 middle = 1.0 / 3 * (t[0] + t[1] + t[2]);
    const bool hidden = view_.hidden(middle) && hidden_all_over(t, length(k));
    if (!hidden || behind_an_opening(at)) all_.push_back({dot(middle, view_.eye()), at, tone});
  }
  // Looked at no farther apart than some millimetres of paper.
  [[nodiscard]] bool hidden_all_over(const std::array<Vec3, 3>& t, double longest) const {
    constexpr double apart = 6;  // mm
    const int parts = std::max(1, static_cast<int>(std::ceil(longest / apart)));
    for (int i = 0; i <= parts; ++i) {
      for (int k = 0; i + k <= parts; ++k) {
        const double a = static_cast<double>(i) / parts, b = static_cast<double>(k) / parts;
        if (!view_.hidden(a * t[0] + b * t[1] + (1 - a - b) * t[2])) return false;
      }
    }
    return true;
  }
  // Of those that lie over each other the far first; all else by its tone, without what two of one tone have
  // in common.
  void draw(Layout& layout) && {
    sort();
    for (auto from = all_.begin(); from != all_.end();) {
      const auto to = std::find_if(
          from, all_.end(), [&](const Fill& f) { return f.layer != from->layer || f.tone != from->tone; });
      for (std::vector<Vec2>& border : borders_of({from, to})) layout.fill(std::move(border), from->tone);
      from = to;
    }
  }

 private:
  void sort() {
    std::stable_sort(all_.begin(), all_.end(),
                     [](const Fill& x, const Fill& y) { return x.depth < y.depth; });
    PageGrid painted(view_.box(), 6);
    for (Fill& fill : all_) {
      const PageBox about = box_about(fill.at);
      static_cast<void>(painted.any_about(about, [&](size_t i) {
        if (all_[i].layer >= fill.layer && lie_over(all_[i].at, fill.at)) fill.layer = all_[i].layer + 1;
        return false;
      }));
      painted.add(about);
    }
    std::stable_sort(all_.begin(), all_.end(), [](const Fill& x, const Fill& y) {
      return std::tie(x.layer, x.tone) < std::tie(y.layer, y.tone);
    });
  }
  [[nodiscard]] bool behind_an_opening(const Triangle& at) const {
    const PageBox about = box_about(at);
    return std::any_of(openings_.begin(), openings_.end(),
                       [&](const PageBox& opening) { return overlap(opening, about); });
  }

  const View& view_;
  std::vector<PageBox> openings_;
  std::vector<Fill> all_;
};

}  // namespace

void fill_faces(Layout& layout, const View& view, const SeenSolid& solid, const Projection& projection) {
  constexpr std::array<Tone, 3> tones{{{0.93, 0.88, 0.80}, {0.83, 0.88, 0.93}, {0.66, 0.68, 0.71}}};
  const Vec3 eye = projection.towards_eye();
  const Vec3 light = unit(eye + 0.5 * projection.up - 0.4 * projection.right);
  Fills fills(view, solid.openings);
  for (const Solid& s : solid.solids) {
    // Edges as thin as the lines about them do not show.
    const double thickness = norm(s.points[s.on_flat.size()] - s.points[0]);
    const bool edges = thickness > view.millimetres(0.45);
    for (const SolidTriangle& t : s.triangles) {
      if (t.face == SolidFace::edge && !edges) continue;
      const std::array<Vec3, 3> at{s.points[t.corners[0]], s.points[t.corners[1]], s.points[t.corners[2]]};
      const Vec3 across = cross(at[1] - at[0], at[2] - at[0]);
      if (!(dot(across, eye) > within::beside * norm(across))) continue;
      constexpr double steps = 160;  // so few that neighbours are often alike
      const double bright = std::round(steps * (0.82 + 0.18 * dot(unit(across), light))) / steps;
      Tone tone = tones[static_cast<size_t>(t.face)];
      for (double& part : tone) part *= bright;
      fills.add(at, tone);
    }
  }
  std::move(fills).draw(layout);
}

}  // namespace juggler
