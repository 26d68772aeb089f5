// Bounds that flights, coils and strips share. Private to the family.
#pragma once

#include "juggler/shapes.h"
#include "part/bounds.h"

namespace juggler {

inline constexpr double widest_winding = 1e5;      // mm
inline constexpr double most_turns_of_blank = 50;  // what lies over itself on the flat is refused before

inline double needed(const std::optional<double>& value, const char* key, double least, double most,
                     const char* unit, const Phrase& advice) {
  if (!value) refuse(key, "is missing", "", in_range(least, most, unit), advice);
  check_range(key, *value, least, most, unit);
  return *value;
}

// Plan angle, radians.
inline double start_of(Angle start) {
  check_range("start.at", start.degrees(), -3600, 3600, "degrees");
  return start.radians();
}

}  // namespace juggler
