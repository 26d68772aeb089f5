#include "juggler/phrase.h"

#include <algorithm>
#include <array>
#include <charconv>
#include <cmath>
#include <ostream>

namespace juggler {
namespace {

std::string fixed_or_scientific(double value, int decimals) {
  std::array<char, 64> text{};
  const auto as = [&](std::chars_format format, int digits) {
    return std::string(text.data(),
                       std::to_chars(text.data(), text.data() + text.size(), value, format, digits).ptr);
  };
  const double size = std::abs(value);
  constexpr double smallest_in_full = 1e-4;
  if ((size != 0 && size < smallest_in_full && decimals >= 6) || size >= 1e9)
    return as(std::chars_format::scientific, 6);
  std::string s = as(std::chars_format::fixed, size < 1000 ? decimals : std::min(decimals, 4));
  if (s.find('.') != std::string::npos) s.erase(s.find_last_not_of('0') + 1);
  if (s.back() == '.') s.pop_back();
  return s == "-0" ? "0" : s;
}

// Halves away from zero, as shops round.
double rounded(double value, int decimals) {
  const double scale = std::pow(10, decimals);
  return decimals < 6 && std::abs(value * scale) < 1e15 ? std::round(value * scale) / scale : value;
}

// So many decimals in a unit as give a step of a millimetre's decimals or a finer one.
int decimals_in(const Units& units, int decimals) {
  return decimals >= 6 ? decimals
                       : std::clamp(decimals + static_cast<int>(std::ceil(std::log10(units.mm) - 0.5)), 0, 6);
}

std::string with_unit(std::string number, const Amount& amount, const std::string& unit) {
  if (amount.plus && amount.value > 0 && number.find_first_not_of("0.") != std::string::npos)
    number.insert(0, "+");
  return amount.named ? number + " " + unit : number;
}

// Six digits, no needless zeros.
std::string general(double value) {
  std::array<char, 64> text{};
  return {
      text.data(),
      std::to_chars(text.data(), text.data() + text.size(), value + 0.0, std::chars_format::general, 6).ptr};
}

std::string order(double value) {
  std::array<char, 64> text{};
  return {text.data(),
          std::to_chars(text.data(), text.data() + text.size(), value, std::chars_format::scientific, 1).ptr};
}

int exact_digits(const Units& units) {
  if (units.name == "mm") return 3;
  if (units.name == "m") return 6;
  return units.name == "ft" ? 5 : 4;
}

std::string number_of(const Amount& amount, double value, int exact, int message) {
  switch (amount.style) {
    case Amount::Style::exact:
      return fixed(value, exact);
    case Amount::Style::general:
      return general(value);
    case Amount::Style::order:
      return order(value);
    case Amount::Style::message:
      break;
  }
  return shown(value, message);
}

std::string written_length(const Amount& amount, const Units& units) {
  const bool exact = amount.style == Amount::Style::exact;
  if (exact && !std::isfinite(amount.value)) return "straight";
  return with_unit(
      number_of(amount, amount.value / units.mm, exact_digits(units), decimals_in(units, amount.decimals)),
      amount, units.name);
}

std::string written_area(const Amount& amount, const Units& units) {
  const bool feet = in_inches(units);
  const double value = amount.value / (feet ? 304.8 * 304.8 : 1e6);
  return with_unit(number_of(amount, value, feet ? 5 : 6, 6), amount, feet ? "ft2" : "m2");
}

std::string written_mass(const Amount& amount, const Units& units) {
  constexpr double pound = 0.45359237;
  const bool pounds = in_inches(units);
  return with_unit(number_of(amount, pounds ? amount.value / pound : amount.value, 3, 3), amount,
                   pounds ? "lb" : "kg");
}

std::string joined(const Refusal::Text& t, const Units& units) {
  const std::string s = in_one(t).in(units);
  return s.ends_with('?') ? s : s + ".";
}

}  // namespace

const char* name_of(Amount::Of kind) {
  constexpr std::array names{"length", "length", "angle", "area", "mass", "share", "number"};
  return names[static_cast<size_t>(kind)];
}

std::string written(const Amount& amount, const Units& units) {
  const bool message = amount.style == Amount::Style::message;
  switch (amount.of) {
    case Amount::Of::length:
      return written_length(amount, units);
    case Amount::Of::thickness:  // of a sheet: in feet a thickness is given in inches
      return written_length(amount, units.name == "ft" ? Units{"in", 25.4} : units);
    case Amount::Of::area:
      return written_area(amount, units);
    case Amount::Of::mass:
      return written_mass(amount, units);
    case Amount::Of::angle:
      return with_unit(number_of(amount, amount.value, amount.decimals, amount.decimals), amount,
                       message ? "degrees" : "deg");
    case Amount::Of::share:
      return with_unit(number_of(amount, 100 * amount.value, amount.decimals, amount.decimals), amount, "%");
    case Amount::Of::number:
      break;
  }
  return number_of(amount, amount.value, amount.decimals, amount.decimals);
}

// Halves away from zero as shops round; -0 shows as 0.
std::string fixed(double value, int digits) {
  std::array<char, 400> text{};
  const double scale = std::pow(10, digits);
  if (std::abs(value * scale) < 1e15) value = std::round(value * scale) / scale;
  std::string s(
      text.data(),
      std::to_chars(text.data(), text.data() + text.size(), value, std::chars_format::fixed, digits).ptr);
  if (s.find_first_not_of("-0.") == std::string::npos && s.front() == '-') s.erase(0, 1);
  return s;
}

std::string shown(double value) { return fixed_or_scientific(value, 6); }

std::string shown(double value, int decimals) {
  return fixed_or_scientific(rounded(value, decimals), decimals);
}

Phrase in_unit(double value, const std::string& unit) {
  if (unit == "mm") return shown_mm(value);
  return unit == "degrees" ? shown_degrees(value) : shown(value) + (unit.empty() ? "" : " ") + unit;
}

Phrase in_range(double least, double most, const std::string& unit) {
  return (unit == "mm" ? bare_mm(least) : Phrase(shown(least))) + " to " + in_unit(most, unit);
}

Phrase& Phrase::operator+=(const Phrase& other) {
  for (const auto& part : other.parts_) {
    const auto* text = std::get_if<std::string>(&part);
    auto* last = parts_.empty() ? nullptr : std::get_if<std::string>(&parts_.back());
    if (text && last) {
      *last += *text;
    } else {
      parts_.push_back(part);
    }
  }
  return *this;
}

std::string Phrase::in(const Units& units) const {
  std::string all;
  for (const auto& part : parts_) {
    const auto* text = std::get_if<std::string>(&part);
    all += text ? *text : written(std::get<Amount>(part), units);
  }
  return all;
}

std::ostream& operator<<(std::ostream& out, const Phrase& phrase) { return out << phrase.in({}); }

Phrase in_one(const Refusal::Text& t) {
  Phrase s = t.key.empty() ? t.reason : t.key + ": " + t.reason;
  if (!t.found.empty()) s += "; found " + t.found;
  if (!t.allowed.empty()) s += "; allowed: " + t.allowed;
  if (!t.advice.empty()) s += "; " + t.advice;
  return s;
}

Refusal::Refusal(Text text, const Units& units)
    : std::runtime_error(joined(text, units)), text_(std::move(text)) {}

void refuse(const std::string& key, const Phrase& reason, const Phrase& found, const Phrase& allowed,
            const Phrase& advice) {
  throw Refusal({.reason = reason, .key = key, .found = found, .allowed = allowed, .advice = advice});
}

}  // namespace juggler
