// A wall of rulings between two curves in space. Equation numbers: docs/maths/stretch.md.
#include <algorithm>
#include <array>
#include <cmath>
#include <memory>

#include "curve.h"
#include "juggler/surface.h"

namespace juggler {
namespace {

constexpr double two_pi = 2 * std::numbers::pi;

// What the wall is swept by: shared by its pieces.
struct Sweep {
  EdgeCurve base, top;
  std::vector<RulingPiece> rulings;

  [[nodiscard]] const RulingPiece& piece_at(double u) const {
    const auto found =
        std::find_if(rulings.begin(), rulings.end() - 1, [&](const RulingPiece& p) { return u <= p.to; });
    return *found;
  }
  struct Ends {
    CurvePoint a, b;  // derivatives by u
  };
  [[nodiscard]] Ends at(double u) const {
    const RulingPiece& piece = piece_at(u);
    if (piece.even) return {base.point(u), top.point(u)};
    CurvePoint a = base.point(std::clamp(piece.base(u), 0.0, 1.0));
    CurvePoint b = top.point(std::clamp(piece.top(u), 0.0, 1.0));
    a.d = piece.base_rate(u) * a.d;
    b.d = piece.top_rate(u) * b.d;
    return {a, b};
  }
  [[nodiscard]] SurfacePoint point(double u, double v) const {
    const Ends e = at(u);
    return {(1 - v) * e.a.at + v * e.b.at, (1 - v) * e.a.d + v * e.b.d, e.b.at - e.a.at};
  }
};

// Where rulings of one kind give way to others, and between them the curves' own breaks but for those that
// lie close by.
std::vector<double> breaks_of(const Sweep& s) {
  const double room = 0.05 / static_cast<double>(std::max(s.base.breaks.size(), s.top.breaks.size()));
  std::vector<double> breaks{0};
  for (const RulingPiece& piece : s.rulings) {
    std::vector<double> own;
    for (const auto& [curve, shares] : {std::pair(&s.base, &piece.base), {&s.top, &piece.top}}) {
      for (const double b : curve->breaks) {
        const auto off = [&, shares = shares](double u) { return (*shares)(u)-b; };
        if ((off(piece.from) < 0) != (off(piece.to) < 0)) own.push_back(root(off, piece.from, piece.to));
      }
    }
    std::sort(own.begin(), own.end());
    for (const double u : own) {
      if (u - breaks.back() > room && piece.to - u > room) breaks.push_back(u);
    }
    breaks.push_back(piece.to);
  }
  breaks.back() = 1;
  return breaks;
}

// Whether a polynomial of a degree that flats are made with follows both edges between two places.
bool is_plain(const Sweep& s, double from, double to, double size) {
  constexpr int nodes = 12;
  std::array<double, nodes> at{};
  std::array<Sweep::Ends, nodes> known;
  for (size_t k = 0; k < nodes; ++k) {
    at[k] = std::cos(std::numbers::pi * (static_cast<double>(k) + 0.5) / nodes);
    known[k] = s.at((from + to + at[k] * (to - from)) / 2);
  }
  for (const double x : {-0.97, -0.51, 0.02, 0.37, 0.88}) {
    double shares = 0;
    Vec3 a, b;
    for (size_t k = 0; k < nodes; ++k) {
      const double share = (k % 2 ? -1 : 1) *
                           std::sin(std::numbers::pi * (static_cast<double>(k) + 0.5) / nodes) / (x - at[k]);
      shares += share;
      a = a + share * known[k].a.at;
      b = b + share * known[k].b.at;
    }
    const auto ends = s.at((from + to + x * (to - from)) / 2);
    if (norm(1 / shares * a - ends.a.at) + norm(1 / shares * b - ends.b.at) > 1e-10 * size) return false;
  }
  return true;
}

void add_halved(std::vector<double>& breaks, const Sweep& s, double from, double to, double size, int depth) {
  if (depth > 0 && !is_plain(s, from, to, size)) {
    const double middle = (from + to) / 2;
    add_halved(breaks, s, from, middle, size, depth - 1);
    add_halved(breaks, s, middle, to, size, depth - 1);
    return;
  }
  breaks.push_back(to);
}

// Stretches between breaks halved where they are not plain.
std::vector<double> halved(const Sweep& s, const std::vector<double>& breaks, double size) {
  std::vector<double> all{breaks.front()};
  constexpr int deepest = 3;
  for (size_t i = 0; i + 1 < breaks.size(); ++i) add_halved(all, s, breaks[i], breaks[i + 1], size, deepest);
  return all;
}

double size_of(const Sweep& s) {
  Vec3 low{HUGE_VAL, HUGE_VAL, HUGE_VAL};
  Vec3 high{-HUGE_VAL, -HUGE_VAL, -HUGE_VAL};
  constexpr int looks = 200;
  for (int i = 0; i <= looks; ++i) {
    const auto e = s.at(static_cast<double>(i) / looks);
    for (const Vec3 p : {e.a.at, e.b.at}) {
      low = {std::min(low.x, p.x), std::min(low.y, p.y), std::min(low.z, p.z)};
      high = {std::max(high.x, p.x), std::max(high.y, p.y), std::max(high.z, p.z)};
    }
  }
  return norm(high - low);
}

[[noreturn]] void refuse_fold(double u, double v) {
  throw Refusal({.reason = "folds back on itself: neighbouring rulings cross",
                 .key = "rulings",
                 .found = "at " + shown_percent(u) + " of the wall, " + shown_percent(v) + " of the ruling",
                 .allowed = "a wall that goes on from ruling to ruling",
                 .advice = "run both curves the same way, or choose other rulings"});
}

void check_sweep(const Sweep& s, double size) {
  constexpr int looks = 400;
  constexpr std::array places{0.02, 0.25, 0.5, 0.75, 0.98};
  std::array<Vec3, places.size()> last{};
  for (int i = 0; i <= looks; ++i) {
    const double u = (i + 1e-3) / (looks + 2e-3);
    if (norm(s.point(u, 0.5).dv) < 1e-6 * size)
      throw Refusal({.reason = "makes a ruling of no length",
                     .key = "top",
                     .found = "at " + shown_percent(u) + " of the wall",
                     .allowed = "curves that nowhere meet"});
    std::array<Vec3, places.size()> normals{};
    for (size_t k = 0; k < places.size(); ++k) {
      const SurfacePoint p = s.point(u, places[k]);
      normals[k] = cross(p.du, p.dv);
      const double least = 1e-9 * size * norm(p.dv);
      const bool turned =
          (k > 0 && !(dot(normals[k], normals[k - 1]) > 0)) || (i > 0 && !(dot(normals[k], last[k]) > 0));
      if (norm(normals[k]) < least || turned) refuse_fold(u, places[k]);
    }
    last = normals;
  }
}

double overall_height(const Sweep& s, double thickness) {
  double low = HUGE_VAL;
  double high = -HUGE_VAL;
  constexpr int looks = 2000;
  for (int i = 0; i <= looks; ++i) {
    for (const double v : {1e-9, 1 - 1e-9}) {
      const SurfacePoint p = s.point((i + 1e-6) / (looks + 2e-6), v);
      const Vec3 n = cross(p.du, p.dv);
      const double lean = norm(n) > 0 ? std::abs(n.z) / norm(n) * thickness / 2 : 0;
      low = std::min(low, p.at.z - lean);
      high = std::max(high, p.at.z + lean);
    }
  }
  return high - low;
}

// Every piece is the first again, turned and raised: even rulings between helices that stay as wide, and turn
// and rise alike.
std::optional<CopyPlace> repeats_by(const RuledWall& w, Rulings rulings, Hand hand) {
  if (rulings != Rulings::even || !w.base.points.empty() || !w.top.points.empty()) return std::nullopt;
  const auto grows = [](const SpaceCurve& c) { return c.diameter_to && *c.diameter_to != *c.diameter; };
  if (grows(w.base) || grows(w.top) || *w.base.turns != *w.top.turns || *w.base.pitch != *w.top.pitch)
    return std::nullopt;
  const double turns = *w.base.turns / w.pieces;
  const double rise = *w.base.pitch * turns;
  return hand == Hand::opposite ? CopyPlace{two_pi * turns, -rise} : CopyPlace{two_pi * turns, rise};
}

}  // namespace

CurvedForm form(const RuledWall& w, const Sheet& sheet, Hand hand) {
  check(w);
  Sweep sweep{edge_curve(w.base, hand), edge_curve(w.top, hand), {}};
  CurvedForm f;
  f.rulings = w.rulings;
  if (w.rulings == Rulings::developable) sweep.rulings = developable_rulings(sweep.base, sweep.top);
  if (sweep.rulings.empty()) {
    f.rulings = Rulings::even;
    sweep.rulings = even_rulings();
  }
  f.opens_flat = f.rulings == Rulings::developable;
  f.size = size_of(sweep);
  check_sweep(sweep, f.size);
  f.overall_height = overall_height(sweep, *sheet.thickness);
  const auto shared = std::make_shared<const Sweep>(std::move(sweep));
  const std::vector<double> breaks = halved(*shared, breaks_of(*shared), f.size);
  const auto repeats = repeats_by(w, *f.rulings, hand);
  for (int i = 0; i < w.pieces; ++i) {
    if (repeats && i > 0) {
      f.pieces.front().copies.push_back({i * repeats->turn, i * repeats->rise});
      continue;
    }
    CurvedPiece piece;
    piece.number = i;
    const double from = static_cast<double>(i) / w.pieces;
    const double to = static_cast<double>(i + 1) / w.pieces;
    Surface& surface = piece.surface;
    surface.us = {from};
    for (const double u : breaks) {
      if (u > from + 1e-6 && u < to - 1e-6) surface.us.push_back(u);
    }
    surface.us.push_back(to);
    surface.vs = {0, 1};
    surface.size = f.size;
    surface.point = [shared](double u, double v) { return shared->point(u, v); };
    f.pieces.push_back(std::move(piece));
  }
  return f;
}

}  // namespace juggler
