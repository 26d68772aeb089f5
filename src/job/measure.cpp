// Measures in text: "620", "62 cm", "3-1/4", "2 ft 3-1/4 in", "30 deg".
#include <algorithm>
#include <array>
#include <charconv>

#include "entries.h"

namespace juggler {
namespace {

struct UnitWord {
  std::string_view word;
  Dimension dimension;
  double size;  // mm or degrees
};

constexpr std::array unit_words{
    UnitWord{"mm", Dimension::length, 1},     UnitWord{"cm", Dimension::length, 10},
    UnitWord{"m", Dimension::length, 1000},   UnitWord{"in", Dimension::length, 25.4},
    UnitWord{"ft", Dimension::length, 304.8}, UnitWord{"\"", Dimension::length, 25.4},
    UnitWord{"'", Dimension::length, 304.8},  UnitWord{"degrees", Dimension::angle, 1},
    UnitWord{"deg", Dimension::angle, 1},     UnitWord{"\u00b0", Dimension::angle, 1},
};

void skip_spaces(std::string_view& text) {
  while (!text.empty() && text.front() == ' ') text.remove_prefix(1);
}

bool is_digit(char c) { return c >= '0' && c <= '9'; }

// Digits alone, for the two parts of a fraction.
std::optional<double> take_whole(std::string_view& text) {
  size_t n = 0;
  while (n < text.size() && is_digit(text[n])) ++n;
  if (n == 0 || n > 15) return std::nullopt;
  double value = 0;
  std::from_chars(text.data(), text.data() + n, value);
  text.remove_prefix(n);
  return value;
}

// n/d with n < d: anything else is arithmetic.
std::optional<double> take_fraction(std::string_view& text) {
  std::string_view rest = text;
  const auto above = take_whole(rest);
  if (!above || rest.empty() || rest.front() != '/') return std::nullopt;
  rest.remove_prefix(1);
  const auto below = take_whole(rest);
  if (!below || *above >= *below) return std::nullopt;
  text = rest;
  return *above / *below;
}

std::optional<double> take_decimal(std::string_view& text) {
  if (text.empty() || !(is_digit(text.front()) || text.front() == '.')) return std::nullopt;
  double value = 0;
  const auto [rest, error] = std::from_chars(text.data(), text.data() + text.size(), value);
  if (error != std::errc()) return std::nullopt;
  text.remove_prefix(static_cast<size_t>(rest - text.data()));
  return value;
}

// A number: a fraction, a whole and a fraction (3-1/4, 3 1/4), or a decimal.
std::optional<double> take_number(std::string_view& text) {
  if (const auto fraction = take_fraction(text)) return fraction;
  std::string_view rest = text;
  if (const auto whole = take_whole(rest);
      whole && !rest.empty() && (rest.front() == '-' || rest.front() == ' ')) {
    rest.remove_prefix(1);
    if (const auto fraction = take_fraction(rest)) {
      text = rest;
      return *whole + *fraction;
    }
  }
  return take_decimal(text);
}

const UnitWord* take_unit(std::string_view& text) {
  const UnitWord* best = nullptr;
  for (const UnitWord& unit : unit_words) {
    if (text.starts_with(unit.word) && (!best || unit.word.size() > best->word.size())) best = &unit;
  }
  if (best) text.remove_prefix(best->word.size());
  return best;
}

}  // namespace

const Units* find_units(std::string_view name) {
  static const std::array<Units, 5> units{{{"mm", 1}, {"cm", 10}, {"m", 1000}, {"in", 25.4}, {"ft", 304.8}}};
  for (const Units& u : units) {
    if (u.name == name) return &u;
  }
  return nullptr;
}

bool is_reserved(std::string_view word) {
  constexpr std::array words{"mm",  "cm",   "m",    "in",   "ft",   "deg", "degrees", "sin", "cos",
                             "tan", "asin", "acos", "atan", "sqrt", "abs", "min",     "max", "pi"};
  return std::find(words.begin(), words.end(), word) != words.end();
}

std::optional<Measure> parse_measure(std::string_view text) {
  Measure sum;
  double last_size = 0;
  skip_spaces(text);
  for (bool first = true; !text.empty(); first = false) {
    const auto number = take_number(text);
    if (!number) return std::nullopt;
    skip_spaces(text);
    const UnitWord* unit = take_unit(text);
    skip_spaces(text);
    if (!unit) return first && text.empty() ? std::optional(Measure{*number, Dimension::none}) : std::nullopt;
    // Units that are put together must fall: 2 ft 3 in, never 3 in 2 ft.
    if (!first && (unit->dimension != sum.dimension || unit->size >= last_size)) return std::nullopt;
    sum.dimension = unit->dimension;
    sum.value += *number * unit->size;
    last_size = unit->size;
  }
  return last_size > 0 ? std::optional(sum) : std::nullopt;
}

}  // namespace juggler
