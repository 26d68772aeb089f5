// Lengths as a card rounds them.
#include <fmt/format.h>

#include <numeric>

#include "juggler/shop.h"

namespace juggler {
namespace {

// "24-7/32" of an inch, where the step is a fraction of one.
std::string inch_fraction(double inches, int parts) {
  const long long whole_parts = std::llround(std::abs(inches) * parts);
  const long long whole = whole_parts / parts;
  const long long rest = whole_parts % parts;
  const std::string sign = inches < 0 && whole_parts > 0 ? "-" : "";
  if (rest == 0) return fmt::format("{}{}", sign, whole);
  const long long common = std::gcd(rest, static_cast<long long>(parts));
  const std::string fraction = fmt::format("{}/{}", rest / common, parts / common);
  return sign + (whole == 0 ? fraction : fmt::format("{}-{}", whole, fraction));
}

// Into how many equal parts a step divides an inch; 0 where it is no such fraction.
int parts_of_inch(double step_mm) {
  for (int parts = 1; parts <= 128; parts *= 2) {
    if (std::abs(step_mm * parts - 25.4) < within::same) return parts;
  }
  return 0;
}

}  // namespace

std::string shown_rounded(double mm, double round_to, const Units& units) {
  const int parts = in_inches(units) ? parts_of_inch(round_to) : 0;
  if (parts > 0) return inch_fraction(mm / 25.4, parts) + " in";
  int digits = 0;
  double step = round_to / units.mm;
  while (digits < 6 && std::abs(step - std::round(step)) > within::beside * step) {
    ++digits;
    step *= 10;
  }
  const double value = round_to * std::round(mm / round_to) / units.mm;
  return fmt::format("{:.{}f} {}", value == 0 ? 0.0 : value, digits, units.name);
}

}  // namespace juggler
