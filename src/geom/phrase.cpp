#include "juggler/phrase.h"

#include <algorithm>
#include <array>
#include <charconv>
#include <cmath>
#include <ostream>

#include "juggler/refusal.h"

namespace juggler {
namespace {

std::string fixed_or_scientific(double value, int decimals) {
  std::array<char, 64> text{};
  const auto as = [&](std::chars_format format, int digits) {
    return std::string(text.data(),
                       std::to_chars(text.data(), text.data() + text.size(), value, format, digits).ptr);
  };
  const double size = std::abs(value);
  if ((size != 0 && size < 1e-4 && decimals >= 6) || size >= 1e9) return as(std::chars_format::scientific, 6);
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

std::string written(const Amount& amount, const Units& units) {
  switch (amount.of) {
    case Amount::Of::length:
      return shown(amount.value / units.mm, decimals_in(units, amount.decimals)) +
             (amount.named ? " " + units.name : "");
    case Amount::Of::angle:
      return shown(amount.value, amount.decimals) + " degrees";
    case Amount::Of::share:
      return shown(100 * amount.value, amount.decimals) + " %";
    case Amount::Of::number:
      break;
  }
  return shown(amount.value, amount.decimals);
}

std::string joined(const Refusal::Text& t, const Units& units) {
  const std::string s = in_one(t).in(units);
  return s.ends_with('?') ? s : s + ".";
}

}  // namespace

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
