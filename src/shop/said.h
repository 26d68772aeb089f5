// Numbers and texts of a piece by their names.
#pragma once

#include "juggler/shop.h"

namespace juggler {

/// A number of the piece's facts, in the job's units: of several in one fact the one asked for.
[[nodiscard]] std::string said(const PieceResult& piece, const std::string& fact, const Units& units,
                               size_t which = 0);
/// What a drawing says beside its lines, by its name; nothing where it says nothing.
[[nodiscard]] std::string text_of(const PieceResult& piece, const std::string& label, const Units& units);

}  // namespace juggler
