// The one error type: why something asked for is not made.
#pragma once

#include <stdexcept>
#include <string>

#include "juggler/phrase.h"

namespace juggler {

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
