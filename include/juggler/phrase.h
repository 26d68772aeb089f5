// Sentences whose numbers stay numbers: what the core says, in whatever units the reader works.
// And the one error type, whose reasons are such sentences.
#pragma once

#include <iosfwd>
#include <stdexcept>
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
/// value     mm, mm2, kg, degrees, or 0 to 1 for a share
/// decimals  at most so many after the point where lengths are millimetres; other units get as many more as
///           keep a step of them no coarser. Of an exact angle or share just so many
struct Amount {
  enum class Of { length, thickness, angle, area, mass, share, number };
  /// message: rounded, no needless zeros. exact: all digits that a schedule has. general: six digits at most.
  /// order: one digit and a power of ten, of what an error comes to.
  enum class Style { message, exact, general, order };
  double value = 0;
  Of of = Of::number;
  int decimals = 6;
  bool named = true;  ///< with its unit
  Style style = Style::message;
  bool plus = false;               ///< with a sign where it is positive
  std::string from = {}, to = {};  ///< what it is measured between, or from
  std::string on = {};             ///< the face or layer that it lies on
};
[[nodiscard]] const char* name_of(Amount::Of kind);
/// The amount alone, in these units.
[[nodiscard]] std::string written(const Amount& amount, const Units& units);

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

/// A number with so many digits after the point, rounded last and only here.
[[nodiscard]] std::string fixed(double value, int digits);
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

/// A refusal of a part, a job or a call. `what()` joins the fields into one plain paragraph, its lengths in
/// the units given.
///
/// reason   what is wrong, as a short clause
/// key      the size it concerns, as its path in a job ("top.diameter"); may be empty
/// found    what was given, with its unit; may be empty
/// allowed  what would be accepted; may be empty
/// advice   what to do; may be empty
class Refusal : public std::runtime_error {
 public:
  struct Text {
    Phrase reason = {};
    std::string key = {};
    Phrase found = {};
    Phrase allowed = {};
    Phrase advice = {};
  };
  explicit Refusal(Text text, const Units& units = {});
  [[nodiscard]] const Text& text() const { return text_; }

 private:
  Text text_;
};

/// Its fields in one sentence, without the stop at its end.
[[nodiscard]] Phrase in_one(const Refusal::Text& text);

/// Throws a refusal of a key.
[[noreturn]] void refuse(const std::string& key, const Phrase& reason, const Phrase& found = {},
                         const Phrase& allowed = {}, const Phrase& advice = {});

}  // namespace juggler
