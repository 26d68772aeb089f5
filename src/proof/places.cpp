#include "rim_places.h"

#include <algorithm>

namespace juggler {
namespace {

EndName end_of_rim(EdgeName name) { return name == EdgeName::base ? EndName::base : EndName::top; }

Vec2 rim_of(const FlatPanel& panel, EndName end, double u) {
  return end == EndName::base ? panel.base(u) : panel.top(u);
}

double norm_squared(Vec2 v) { return dot(v, v); }

enum class Stretch { first_half, last_half, whole };

// Length along the rim to the look nearest to a point, within a part of the looks.
double run_to(const RimEdge& rim, Vec2 p, Stretch stretch) {
  const size_t middle = rim.points.size() / 2;
  const auto at = [&](size_t i) { return rim.points.begin() + static_cast<std::ptrdiff_t>(i); };
  const auto from = at(stretch == Stretch::last_half ? middle : 0);
  const auto to = stretch == Stretch::first_half ? at(middle) : rim.points.end();
  const auto nearest =
      std::min_element(from, to, [&](Vec2 a, Vec2 b) { return norm_squared(p - a) < norm_squared(p - b); });
  return rim.runs[static_cast<size_t>(nearest - rim.points.begin())];
}

void look_along(RimEdge& rim, const std::vector<FlatPanel>& panels, bool strip) {
  constexpr int looks = 192;
  const double from = panels.front().from;
  const double to = panels.back().to;
  for (int i = 0; i <= looks; ++i) {
    const double u = i == looks ? to : from + (to - from) * i / looks;
    rim.us.push_back(u);
    const FlatPanel& panel = panel_at(panels, u);
    const Vec2 point = rim_of(panel, rim.end, u);
    rim.runs.push_back(i == 0 ? 0 : rim.runs.back() + norm(point - rim.points.back()));
    rim.points.push_back(point);
    rim.rulings.push_back(direction(panel.heading(u)));
  }
  const Vec2 first = rim.edge->arcs.front().start;
  const Vec2 last = end_of(rim.edge->arcs.back());
  // A strip's ends are oblique and may lie anywhere, but it does not come round on its flat.
  rim.start_run = run_to(rim, rim.rising ? first : last, strip ? Stretch::whole : Stretch::first_half);
  rim.end_run = run_to(rim, rim.rising ? last : first, strip ? Stretch::whole : Stretch::last_half);
}

}  // namespace

std::vector<RimEdge> rims_of(const Blank& blank, const std::vector<FlatPanel>& panels, bool strip) {
  std::vector<RimEdge> rims;
  const size_t n = blank.edges.size();
  for (size_t i = 0; i < n; ++i) {
    const Edge& e = blank.edges[i];
    const bool rising = blank.edges[(i + n - 1) % n].name == EdgeName::seam_start;
    if (!is_rim(e.name)) continue;
    rims.push_back({.edge = &e, .end = end_of_rim(e.name), .rising = rising, .fit_error = blank.fit_error});
    look_along(rims.back(), panels, strip);
  }
  return rims;
}

// Of the rulings about there each pair of neighbours that have the point between them gives one; the one
// whose rim is nearest is meant. Where rulings graze the rim a point just off it may lie on none: then it is
// held in the plane that touches the wall at the nearest point of the rim, which is off by its distance
// squared over the wall's radius.
OutlinePlace place_of(const std::vector<FlatPanel>& panels, const RimEdge& rim, double fraction, Vec2 p) {
  const double whole = rim.end_run - rim.start_run;
  const double about = 0.2 * whole + 0.01 * rim.runs.back();
  const double run = rim.start_run + (rim.rising ? fraction : 1 - fraction) * whole;
  const auto look_at = [&](double r) {
    return static_cast<size_t>(std::lower_bound(rim.runs.begin(), rim.runs.end(), r) - rim.runs.begin());
  };
  const size_t before = look_at(run - about);
  const size_t first = before == 0 ? 0 : before - 1;
  const size_t last = std::min(look_at(run + about), rim.us.size() - 1);
  const auto aside = [&](double u) {
    const FlatPanel& panel = panel_at(panels, u);
    return cross(direction(panel.heading(u)), p - rim_of(panel, rim.end, u));
  };
  const auto away = [&](double u) { return norm(p - rim_of(panel_at(panels, u), rim.end, u)); };
  double u = away(rim.us[first]) < away(rim.us[last]) ? rim.us[first] : rim.us[last];
  const auto side = [&](size_t i) { return cross(rim.rulings[i], p - rim.points[i]) < 0; };
  for (size_t i = first; i < last; ++i) {
    if (side(i) == side(i + 1)) continue;
    const double through = root(aside, rim.us[i], rim.us[i + 1]);
    if (away(through) < away(u)) u = through;
  }
  if (away(u) > 2 * rim.fit_error) {
    const Least nearest = least(away, rim.us[first], rim.us[last]);
    if (nearest.value < away(u) / 2) u = nearest.at;
  }
  const FlatPanel& panel = panel_at(panels, u);
  return {rim.end, u, dot(p - panel.base(u), direction(panel.heading(u))), aside(u)};
}

std::vector<OutlinePlace> outline_places(const std::vector<RimEdge>& rims,
                                         const std::vector<FlatPanel>& panels) {
  std::vector<OutlinePlace> places;
  for (const RimEdge& rim : rims) {
    const double whole = length_of(rim.edge->arcs);
    const int looks = rim.edge->arcs.size() > 4 ? 8 : 16;
    double run = 0;
    for (const Arc& arc : rim.edge->arcs) {
      for (int i = 0; i <= looks; ++i) {
        const double s = arc.length * i / looks;
        places.push_back(place_of(panels, rim, (run + s) / whole, point_at(arc, s)));
      }
      run += arc.length;
    }
  }
  return places;
}

}  // namespace juggler
