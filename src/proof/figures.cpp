#include "figures.h"

namespace juggler {

double greatest_break(const Blank& blank) {
  const Outline edge_line = bare_outline(blank);
  double worst = 0;
  for (size_t i = 0; i < edge_line.size(); ++i) {
    worst = worse(worst, norm(edge_line[(i + 1) % edge_line.size()].start - end_of(edge_line[i])));
  }
  return worst;
}

double length_by_chords(const std::function<Vec3(double)>& at, double from, double to) {
  const auto sum = [&](int parts) {
    double length = 0;
    Vec3 last = at(from);
    for (int i = 1; i <= parts; ++i) {
      const Vec3 now = at(from + (to - from) * i / parts);
      length += norm(now - last);
      last = now;
    }
    return length;
  };
  constexpr int parts = 1 << 11;
  const double coarse = sum(parts);
  const double fine = sum(2 * parts);
  const double finest = sum(4 * parts);
  const double first = fine + (fine - coarse) / 3;
  const double second = finest + (finest - fine) / 3;
  return second + (second - first) / 15;
}

}  // namespace juggler
