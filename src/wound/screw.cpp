// The middle of a flight in space. Equation numbers: docs/maths/winding.md.
#include <cmath>

#include "form/surface.h"
#include "winding.h"

namespace juggler {
namespace {

// (1), from the inner edge's radius at the lower end: the rims say where the blade lies. The normal is that
// of that line; the inside looks up the axis.
Ruling ruling_of(const FlightSizes& s, double u) {
  const Vec3 out{std::cos(u), std::sin(u), 0};
  const Vec3 on{-std::sin(u), std::cos(u), 0};
  const Vec3 up{0, 0, 1};
  const double h = s.rise(u);
  const double dh = s.rise_rate();
  const double a = s.shaft;
  const double p = std::hypot(a, h);
  const double dp = h * dh / p;
  const Vec3 down = h * on - a * up;
  return {a * out + s.height(u) * up,
          out,
          1 / p * down,
          a * on + h * up,
          on,
          1 / p * (dh * on - h * out) - dp / (p * p) * down};
}

}  // namespace

Form form(const FlightSizes& s) {
  Form f;
  f.edge_words = inner_and_outer;
  f.wall = in_stretches(s.plan(0), s.plan(1), pi, [s](double u) { return ruling_of(s, u); });
  f.base = Rim([s](double u) -> Cut { return {s.inner(u) - s.shaft, s.inner_rate(u)}; });
  f.top = Rim([s](double u) -> Cut { return {s.outer(u) - s.shaft, s.outer_rate()}; });
  f.open = true;
  f.size = std::hypot(2 * std::max(s.outside, s.outside_to), s.whole_height());
  return f;
}

namespace {

// Rows of patches, closer together where the blade is narrow for its rise.
std::vector<double> rows_of(const FlightSizes& s) {
  const double h = std::max(s.pitch, s.pitch_to) / (two_pi);
  const double wide = std::max(s.outside, s.outside_to);
  const double narrow = s.least_inner();
  const double from = std::asinh(narrow / h);
  const double to = std::asinh(wide / h);
  const int rows = std::min(2, 1 + static_cast<int>(to - from));
  std::vector<double> shares{0};
  for (int i = 1; i < rows; ++i)
    shares.push_back((h * std::sinh(from + (to - from) * i / rows) - narrow) / (wide - narrow));
  shares.push_back(1);
  return shares;
}

}  // namespace

double overall_height(const FlightSizes& s) {
  const double low = s.plan(0);
  const double high = s.plan(1);
  const auto lean = [&](double u) { return s.outer(u) / std::hypot(s.outer(u), s.rise(u)); };
  return s.whole_height() + s.thickness / 2 * (lean(low) + lean(high));
}

CurvedForm form(const FlightSizes& s, double turns_per_blank) {
  CurvedForm f;
  f.edge_words = inner_and_outer;
  f.size = form(s).size;
  f.overall_height = overall_height(s);
  const double each = turns_per_blank / s.turns;
  const int count = static_cast<int>(std::ceil(1 / each - within::same));
  for (int i = 0; i < count; ++i) {
    const double a = s.plan(i * each);
    const double b = s.plan(i + 1 == count ? 1 : (i + 1) * each);
    CurvedPiece piece;
    piece.number = i;
    Surface& surface = piece.surface;
    const double turn = b - a;
    const int columns = 1 + static_cast<int>(3 * turn / pi - within::same);
    for (int k = 0; k <= columns; ++k) surface.us.push_back(a + turn * k / columns);
    surface.vs = rows_of(s);
    surface.size = f.size;
    surface.point = [s](double u, double v) -> SurfacePoint {
      const Vec2 out = direction(u);
      const double wide = s.outer(u) - s.inner(u);
      const double r = s.inner(u) + v * wide;
      const double grows = s.inner_rate(u) + v * (s.outer_rate() - s.inner_rate(u));
      return {{r * out.x, r * out.y, s.height(u)},
              {grows * out.x - r * out.y, grows * out.y + r * out.x, s.rise(u)},
              {wide * out.x, wide * out.y, 0}};
    };
    f.pieces.push_back(std::move(piece));
  }
  return f;
}

}  // namespace juggler
