// The proof of a piece in words.
#pragma once

#include "juggler/shop.h"

namespace juggler {

/// A sentence each, in the job's units; no digits that nobody can measure.
[[nodiscard]] std::vector<std::string> proof_in_words(const JobResult& job, const PieceResult& piece);

}  // namespace juggler
