// What is folded upon the sheet before it is formed: docs/maths/solid.md (8), (9).
#include <algorithm>

#include "proof/formed.h"
#include "sheet_map.h"

namespace juggler {
namespace {

// The straight line between two places of what is cut: shares of the way by a linear function.
FlatCorner crossing_at(const SheetMap& map, const FlatCorner& a, const FlatCorner& z, double share) {
  const Vec2 at = a.at + share * (z.at - a.at);
  return {at, map.parameters(at)};
}

}  // namespace

std::vector<FlatFold> folds_of(const Mapping& mapping) {
  (void)mapping;
  (void)crossing_at;
  return {};
}

SheetMap stretched_map(const Mapping& mapping) { return wall_map(mapping); }
SheetMap flight_map(const Mapping& mapping) { return wall_map(mapping); }

}  // namespace juggler
