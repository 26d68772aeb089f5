#include "said.h"

namespace juggler {

std::string said(const PieceResult& piece, const std::string& fact, const Units& units, size_t which) {
  return written(measured(facts_of(piece), fact, which), units);
}

std::string text_of(const PieceResult& piece, const std::string& label, const Units& units) {
  for (const Fact& fact : labels_of(piece)) {
    if (fact.name == label) return fact.value.in(units);
  }
  return {};
}

}  // namespace juggler
