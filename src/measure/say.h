// Amounts and texts with amounts in them. Private to the room.
#pragma once

#include <fmt/format.h>

#include "juggler/geom.h"
#include "juggler/phrase.h"

namespace juggler {

/// What a number is measured between, and on which face or layer.
struct Where {
  std::string from = {}, to = {}, on = {};
};

inline const Where diameter_on_middle{"wall", "wall across the axis", "middle"};

[[nodiscard]] inline Amount exact(double value, Amount::Of of, Where where, int decimals = 6,
                                  bool named = true) {
  return {value,
          of,
          decimals,
          named,
          Amount::Style::exact,
          false,
          std::move(where.from),
          std::move(where.to),
          std::move(where.on)};
}
[[nodiscard]] inline Phrase length(double mm, Where where = {}) {
  return exact(mm, Amount::Of::length, std::move(where));
}
/// Where the unit stands beside it, or in the head of its column.
[[nodiscard]] inline Phrase bare(double mm, Where where = {}) {
  return exact(mm, Amount::Of::length, std::move(where), 6, false);
}
[[nodiscard]] inline Phrase thickness(double mm) {
  return exact(mm, Amount::Of::thickness, {"inside", "outside", ""});
}
[[nodiscard]] inline Phrase angle(Angle a, Where where = {}, int decimals = 4) {
  return exact(a.degrees(), Amount::Of::angle, std::move(where), decimals);
}
[[nodiscard]] inline Phrase bare_angle(Angle a, int decimals, Where where = {}) {
  return exact(a.degrees(), Amount::Of::angle, std::move(where), decimals, false);
}
/// An angle as it was given: six digits at most.
[[nodiscard]] inline Phrase given_angle(Angle a, Where where = {}) {
  Amount amount = exact(a.degrees(), Amount::Of::angle, std::move(where));
  amount.style = Amount::Style::general;
  return amount;
}
[[nodiscard]] inline Phrase plan_angle(Angle a) { return given_angle(a, {"x axis", "", "plan"}); }
[[nodiscard]] inline Phrase area_of(double mm2, std::string on) {
  return exact(mm2, Amount::Of::area, {"", "", std::move(on)});
}
[[nodiscard]] inline Phrase mass_in(double kg) { return exact(kg, Amount::Of::mass, {}); }
/// A share in percent; a strain has a sign.
[[nodiscard]] inline Phrase percent(double share, Where where = {}) {
  return exact(share, Amount::Of::share, std::move(where), 3);
}
[[nodiscard]] inline Phrase signed_percent(double strain, Where where = {}) {
  Amount amount = exact(strain, Amount::Of::share, std::move(where), 3);
  amount.plus = true;
  return amount;
}
[[nodiscard]] inline Phrase error_of(double mm, bool named, Where where = {}) {
  Amount amount = exact(mm, Amount::Of::length, std::move(where), 6, named);
  amount.style = Amount::Style::order;
  return amount;
}

namespace detail {
inline Phrase slot(const std::string&, const Phrase& phrase) { return phrase; }
inline Phrase slot(const std::string&, const Amount& amount) { return amount; }
template <typename T>
Phrase slot(const std::string& spec, const T& value) {
  return fmt::format(fmt::runtime(spec), value);
}
inline Phrase filled(const std::string& pattern) { return pattern; }
template <typename T, typename... Rest>
Phrase filled(const std::string& pattern, const T& value, const Rest&... rest) {
  const size_t open = pattern.find('{');
  const size_t close = pattern.find('}', open);
  return pattern.substr(0, open) + slot(pattern.substr(open, close - open + 1), value) +
         filled(pattern.substr(close + 1), rest...);
}
}  // namespace detail

/// A pattern with a slot {} for each value; what is no amount is written as the slot says.
template <typename... Values>
[[nodiscard]] Phrase say(const std::string& pattern, const Values&... values) {
  return detail::filled(pattern, values...);
}

}  // namespace juggler
