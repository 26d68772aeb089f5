// Private to the room.
#pragma once

#include <string>

#include "juggler/refusal.h"

namespace juggler {

[[noreturn]] inline void refuse(const char* key, const std::string& reason, const std::string& found,
                                const std::string& allowed, const std::string& advice) {
  throw Refusal({.reason = reason, .key = key, .found = found, .allowed = allowed, .advice = advice});
}

}  // namespace juggler
