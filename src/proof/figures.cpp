#include "figures.h"

#include <algorithm>

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

double least_of_layers(const std::function<double(double)>& figure, double inside, double outside) {
  // Looked at in eighths; at a face it rises from there, or else the least is closed in on.
  constexpr int looks = 8;
  const auto layer = [&](double k) { return inside + (outside - inside) * k / looks; };
  const auto value = [&](double k) { return figure(layer(k)); };
  int least = 0;
  double at_least = value(0);
  for (int k = 1; k <= looks; ++k) {
    const double here = value(k);
    if (std::isnan(here)) return NAN;
    if (here < at_least) {
      at_least = here;
      least = k;
    }
  }
  constexpr double little = 1.0 / 64;
  const bool at_face =
      (least == 0 && value(little) >= at_least) || (least == looks && value(looks - little) >= at_least);
  if (at_face) return at_least;
  const Least found = valley(value, std::max(least - 1, 0), std::min(least + 1, looks));
  return std::min(found.value, at_least);
}

double off_contact(const std::function<double(double)>& off, Contact contact, double inside, double outside) {
  switch (contact) {
    case Contact::inside:
      return std::abs(off(inside));
    case Contact::outside:
      return std::abs(off(outside));
    case Contact::middle:
      return std::abs(off((inside + outside) / 2));
    case Contact::full:
      return std::abs(least_of_layers([&](double layer) { return -off(layer); }, inside, outside));
    case Contact::clear:
      return std::abs(least_of_layers(off, inside, outside));
    default:
      return std::abs(off(0));
  }
}

}  // namespace juggler
