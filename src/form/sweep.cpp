#include "sweep.h"

#include <algorithm>
#include <array>
#include <cmath>
#include <memory>

namespace juggler {

SurfacePoint SweptStretch::point(double u, double v) const {
  const RulingEnds e = at(u);
  return {(1 - v) * e.base + v * e.top, (1 - v) * e.d_base + v * e.d_top, e.top - e.base};
}

double size_of(const SweptWall& sweep) {
  Vec3 low{HUGE_VAL, HUGE_VAL, HUGE_VAL};
  Vec3 high{-HUGE_VAL, -HUGE_VAL, -HUGE_VAL};
  const int looks = 1 + 200 / static_cast<int>(sweep.size());
  for (const SweptStretch& s : sweep) {
    for (int i = 0; i <= looks; ++i) {
      const RulingEnds e = s.at(s.from + (s.to - s.from) * i / looks);
      for (const Vec3 p : {e.base, e.top}) {
        low = {std::min(low.x, p.x), std::min(low.y, p.y), std::min(low.z, p.z)};
        high = {std::max(high.x, p.x), std::max(high.y, p.y), std::max(high.z, p.z)};
      }
    }
  }
  return norm(high - low);
}

namespace {

// How far along the whole wall.
double share_of(const SweptWall& sweep, double u) {
  return (u - sweep.front().from) / (sweep.back().to - sweep.front().from);
}

[[noreturn]] void refuse_fold(const SweptWall& sweep, double u, double v) {
  throw Refusal({.reason = "folds back on itself: neighbouring rulings cross",
                 .key = "rulings",
                 .found = "at " + shown_percent(share_of(sweep, u)) + " of the wall, " + shown_percent(v) +
                          " of the ruling",
                 .allowed = "a wall that goes on from ruling to ruling",
                 .advice = "run both curves the same way, or choose other rulings"});
}

}  // namespace

void check_sweep(const SweptWall& sweep, double size) {
  const int looks = std::max(16, 400 / static_cast<int>(sweep.size()));
  constexpr std::array places{0.02, 0.25, 0.5, 0.75, 0.98};
  std::array<Vec3, places.size()> last{};
  bool begun = false;
  for (const SweptStretch& s : sweep) {
    begun = begun && !s.creased;
    for (int i = 0; i <= looks; ++i) {
      const double u = s.from + (s.to - s.from) * (i + within::little) / (looks + 2 * within::little);
      if (norm(s.point(u, 0.5).dv) < within::beside * size)
        throw Refusal({.reason = "makes a ruling of no length",
                       .key = "top",
                       .found = "at " + shown_percent(share_of(sweep, u)) + " of the wall",
                       .allowed = "curves that nowhere meet"});
      std::array<Vec3, places.size()> normals{};
      for (size_t k = 0; k < places.size(); ++k) {
        const SurfacePoint p = s.point(u, places[k]);
        normals[k] = cross(p.du, p.dv);
        const double least = within::same * size * norm(p.dv);
        const bool turned =
            (k > 0 && !(dot(normals[k], normals[k - 1]) > 0)) || (begun && !(dot(normals[k], last[k]) > 0));
        if (norm(normals[k]) < least || turned) refuse_fold(sweep, u, places[k]);
      }
      last = normals;
      begun = true;
    }
  }
}

double overall_height(const SweptWall& sweep, double thickness) {
  double low = HUGE_VAL;
  double high = -HUGE_VAL;
  const int looks = 40 + 2000 / static_cast<int>(sweep.size());
  for (const SweptStretch& s : sweep) {
    for (int i = 0; i <= looks; ++i) {
      for (const double v : {within::same, 1 - within::same}) {
        const SurfacePoint p =
            s.point(s.from + (s.to - s.from) * (i + within::beside) / (looks + 2 * within::beside), v);
        const Vec3 n = cross(p.du, p.dv);
        const double lean = norm(n) > 0 ? std::abs(n.z) / norm(n) * thickness / 2 : 0;
        low = std::min(low, p.at.z - lean);
        high = std::max(high, p.at.z + lean);
      }
    }
  }
  return high - low;
}

namespace {

// Whether polynomials of a degree that flats are made with follow some functions between two places.
template <size_t N>
bool are_plain(const std::function<std::array<double, N>(double)>& f, double from, double to, double within) {
  constexpr size_t nodes = 12;
  std::array<double, nodes> at{};
  std::array<std::array<double, N>, nodes> known{};
  const auto angle = [](size_t k) { return pi * (static_cast<double>(k) + 0.5) / nodes; };
  for (size_t k = 0; k < nodes; ++k) {
    at[k] = std::cos(angle(k));
    known[k] = f((from + to + at[k] * (to - from)) / 2);
  }
  for (const double x : {-0.97, -0.51, 0.02, 0.37, 0.88}) {
    const std::array<double, N> true_ones = f((from + to + x * (to - from)) / 2);
    for (size_t i = 0; i < N; ++i) {
      double shares = 0;
      double sum = 0;
      for (size_t k = 0; k < nodes; ++k) {
        const double share = (k % 2 ? -1 : 1) * std::sin(angle(k)) / (x - at[k]);
        shares += share;
        sum += share * known[k][i];
      }
      if (!(std::abs(sum / shares - true_ones[i]) <= within)) return false;
    }
  }
  return true;
}

double area_at(const SweptStretch& s, double u, double v) {
  const SurfacePoint p = s.point(u, v);
  return norm(cross(p.du, p.dv));
}

constexpr double area_within = 1e-4;  // of its greatest: sums over patches are finer

double greatest_area(const SweptStretch& s) {
  double most = 0;
  for (const double part : {0.0, 0.25, 0.5, 0.75, 1.0}) {
    for (const double v : {0.0, 0.5, 1.0})
      most = std::max(most, area_at(s, s.from + part * (s.to - s.from), v));
  }
  return most;
}

// Of its edges, and of how much wall there is beside them and halfway.
bool is_plain(const SweptStretch& s, double size) {
  const auto edges = [&](double u) -> std::array<double, 6> {
    const RulingEnds e = s.at(u);
    return {e.base.x, e.base.y, e.base.z, e.top.x, e.top.y, e.top.z};
  };
  const auto areas = [&](double u) -> std::array<double, 3> {
    return {area_at(s, u, 0), area_at(s, u, 0.5), area_at(s, u, 1)};
  };
  return are_plain<6>(edges, s.from, s.to, 10 * within::exact * size) &&
         are_plain<3>(areas, s.from, s.to, area_within * greatest_area(s));
}

void add_halved(SweptWall& all, const SweptStretch& s, double size, int depth) {
  if (depth > 0 && !is_plain(s, size)) {
    const double middle = (s.from + s.to) / 2;
    add_halved(all, {s.from, middle, s.at, s.creased}, size, depth - 1);
    add_halved(all, {middle, s.to, s.at}, size, depth - 1);
    return;
  }
  all.push_back(s);
}

}  // namespace

SweptWall halved(const SweptWall& sweep, double size, int deepest) {
  SweptWall all;
  for (const SweptStretch& s : sweep) add_halved(all, s, size, deepest);
  return all;
}

SweptWall part_of(const SweptWall& once, double from, double to) {
  const double first = once.front().from;
  const double turn = once.back().to - first;
  const double near = within::same * turn;
  const auto snapped = [&](double u) {
    const double shift = turn * std::floor((u - first) / turn);
    for (const SweptStretch& s : once) {
      for (const double end : {s.from + shift, s.to + shift}) {
        if (std::abs(u - end) < near) return end;
      }
    }
    return u;
  };
  from = snapped(from);
  to = snapped(to);
  SweptWall part;
  for (double shift = turn * std::floor((from - first) / turn + within::same); first + shift < to - near;
       shift += turn) {
    for (const SweptStretch& s : once) {
      const double a = std::max(from, s.from + shift);
      const double b = std::min(to, s.to + shift);
      if (b - a < near) continue;
      const bool from_start = a == s.from + shift;
      part.push_back({a, b, [at = s.at, shift](double u) { return at(u - shift); }, s.creased && from_start});
    }
  }
  return part;
}

namespace {

// Across the wall, as it turns along its rulings: places between rows of patches.
std::vector<double> rows_of(const SweptWall& sweep) {
  for (const size_t rows : {1U, 2U, 4U}) {
    std::vector<double> vs;
    for (size_t i = 0; i <= rows; ++i) vs.push_back(static_cast<double>(i) / static_cast<double>(rows));
    const auto plain = [&](const SweptStretch& s) {
      const auto areas = [&](double v) -> std::array<double, 3> {
        const double wide = s.to - s.from;
        return {area_at(s, s.from + 0.01 * wide, v), area_at(s, s.from + 0.5 * wide, v),
                area_at(s, s.from + 0.99 * wide, v)};
      };
      const double within = area_within * greatest_area(s);
      for (size_t i = 0; i < rows; ++i) {
        if (!are_plain<3>(areas, vs[i], vs[i + 1], within)) return false;
      }
      return true;
    };
    if (rows == 4 || std::all_of(sweep.begin(), sweep.end(), plain)) return vs;
  }
  return {0, 1};
}

}  // namespace

Surface surface_of(const SweptWall& sweep, double size) {
  Surface surface;
  for (const SweptStretch& s : sweep) surface.us.push_back(s.from);
  surface.us.push_back(sweep.back().to);
  surface.vs = rows_of(sweep);
  surface.size = size;
  surface.point = [shared = std::make_shared<const SweptWall>(sweep)](double u, double v) {
    const auto found = std::lower_bound(shared->begin(), shared->end() - 1, u,
                                        [](const SweptStretch& s, double at) { return s.to < at; });
    return found->point(u, v);
  };
  return surface;
}

}  // namespace juggler
