#include "bends.h"

namespace juggler {

double folded_contact(Contact asked, const std::vector<double>& rises, double thickness, const char* key) {
  const bool clear = asked == Contact::clear;
  std::optional<bool> outside;
  for (const double rise : rises) {
    if (std::abs(rise) < within::rounding) continue;
    const bool own = (rise > 0) == clear;
    if (outside && *outside != own)
      throw Refusal({.reason = "needs the inside face at some walls and the outside at others, as they lean "
                               "both ways: where walls are folded one layer meets the plane",
                     .key = key,
                     .found = name_of(asked),
                     .allowed = "size_face, inside, middle, outside or neutral",
                     .advice = "name the face that meets the plane"});
    outside = own;
  }
  return outside.value_or(true) ? thickness : 0;
}

}  // namespace juggler
