// Trims by their numbers. Private to the families.
#pragma once

#include <string>
#include <utility>
#include <vector>

#include "juggler/shapes.h"

namespace juggler {

/// Trims are known by their number in the part, where a job has not said their path.
[[nodiscard]] inline std::vector<Trim> numbered(std::vector<Trim> trims) {
  for (size_t i = 0; i < trims.size(); ++i) {
    if (trims[i].key.empty()) trims[i].key = "trim." + std::to_string(i + 1) + ".";
  }
  return trims;
}

}  // namespace juggler
