// Sentences whose numbers stay numbers: what the core says, in whatever units the reader works.
#pragma once

#include <iosfwd>
#include <string>
#include <variant>
#include <vector>

namespace juggler {

/// A unit of length that sentences and tables are written in.
struct Units {
  std::string name = "mm";
  double mm = 1;  ///< millimetres in one
};
/// Whether a shop that uses these works in inches.
[[nodiscard]] inline bool in_inches(const Units& units) { return units.name == "in" || units.name == "ft"; }

/// A number inside a sentence.
///
/// value     mm for a length, degrees for an angle, 0 to 1 for a share
/// decimals  at most so many after the point where lengths are millimetres; other units get as many more as
///           keep a step of them no coarser
struct Amount {
  enum class Of { length, angle, share, number };
  double value = 0;
  Of of = Of::number;
  int decimals = 6;
  bool named = true;  ///< with its unit
};

/// A text with numbers in it. Texts and phrases are joined with +.
class Phrase {
 public:
  Phrase() = default;
  Phrase(const char* text) : Phrase(std::string(text)) {}  // NOLINT(google-explicit-constructor)
  Phrase(std::string text) {                               // NOLINT(google-explicit-constructor)
    if (!text.empty()) parts_.emplace_back(std::move(text));
  }
  Phrase(Amount amount) { parts_.emplace_back(amount); }  // NOLINT(google-explicit-constructor)

  Phrase& operator+=(const Phrase& other);
  friend Phrase operator+(Phrase a, const Phrase& b) { return a += b; }
  [[nodiscard]] bool empty() const { return parts_.empty(); }
  [[nodiscard]] const std::vector<std::variant<std::string, Amount>>& parts() const { return parts_; }
  /// The sentence with its lengths in these units, each rounded once, here.
  [[nodiscard]] std::string in(const Units& units) const;

 private:
  std::vector<std::variant<std::string, Amount>> parts_;
};

/// In millimetres.
std::ostream& operator<<(std::ostream& out, const Phrase& phrase);

/// A number for a message: up to nine digits, no exponent where it can be helped.
[[nodiscard]] std::string shown(double value);
/// A plain number of at most so many decimals.
[[nodiscard]] std::string shown(double value, int decimals);
[[nodiscard]] inline Phrase shown_mm(double value, int decimals = 6) {
  return Amount{value, Amount::Of::length, decimals};
}
/// A length whose unit stands elsewhere in the sentence.
[[nodiscard]] inline Phrase bare_mm(double value, int decimals = 6) {
  return Amount{value, Amount::Of::length, decimals, false};
}
/// A share as a percentage, to a hundredth.
[[nodiscard]] inline Phrase shown_percent(double share) { return Amount{share, Amount::Of::share, 2}; }
/// A value in a unit named in words: "mm", "degrees", or one that stays as it is.
[[nodiscard]] Phrase in_unit(double value, const std::string& unit);
/// The bounds of one, its unit once: "0 to 89 degrees".
[[nodiscard]] Phrase in_range(double least, double most, const std::string& unit);
/// Degrees.
[[nodiscard]] inline Phrase shown_degrees(double degrees, int decimals = 6) {
  return Amount{degrees, Amount::Of::angle, decimals};
}

}  // namespace juggler
