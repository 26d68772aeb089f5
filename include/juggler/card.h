// The bench card.
#pragma once

#include <string>
#include <vector>

#include "juggler/bench.h"
#include "juggler/page.h"
#include "juggler/shop.h"

namespace juggler {

/// A length rounded as the card says: "1700.5 mm", "24-7/32 in".
[[nodiscard]] std::string shown_rounded(double mm, double round_to, const Units& units);

/// The card as lines of text, at most 100 characters wide.
[[nodiscard]] std::vector<std::string> card_lines(const JobResult& job, const PieceResult& piece);
/// The card as pages of A4, the blank drawn on the first; at most 12, the last then says so.
[[nodiscard]] std::vector<Page> draw_card(const JobResult& job, const PieceResult& piece);

}  // namespace juggler
