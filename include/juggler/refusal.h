// The one error type: why something asked for is not made.
#pragma once

#include <stdexcept>
#include <string>

namespace juggler {

/// A refusal of a part, a job or a call. `what()` joins the fields into one plain paragraph.
///
/// reason   what is wrong, as a short clause
/// key      the size it concerns, as its path in a job ("top.diameter"); may be empty
/// found    what was given, with its unit; may be empty
/// allowed  what would be accepted; may be empty
/// advice   what to do; may be empty
class Refusal : public std::runtime_error {
 public:
  struct Text {
    std::string reason = {};
    std::string key = {};
    std::string found = {};
    std::string allowed = {};
    std::string advice = {};
  };
  explicit Refusal(Text text) : std::runtime_error(joined(text)), text_(std::move(text)) {}
  [[nodiscard]] const Text& text() const { return text_; }

 private:
  static std::string joined(const Text& t) {
    std::string s = t.key.empty() ? t.reason : t.key + ": " + t.reason;
    if (!t.found.empty()) s += "; found " + t.found;
    if (!t.allowed.empty()) s += "; allowed: " + t.allowed;
    if (!t.advice.empty()) s += "; " + t.advice;
    return s.back() == '?' ? s : s + ".";
  }
  Text text_;
};

}  // namespace juggler
