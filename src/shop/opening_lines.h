// Openings and additions of a blank in words, for the bench card. Private to the room.
#pragma once

#include "juggler/shop.h"

namespace juggler {

/// Every opening by its place on the blank, lengths rounded as a card's are, as lines; so many at most, then
/// how many more there are.
[[nodiscard]] std::vector<std::string> opening_lines(const JobResult& job, const PieceResult& piece,
                                                     const BenchCard& card);
/// Of a round blank: what is added beyond its edges, and the bend lines of a pressed wall.
[[nodiscard]] std::vector<std::string> added_lines(const JobResult& job, const PieceResult& piece,
                                                   const BenchCard& card);
/// Rounded as a card says, -0 as 0.
[[nodiscard]] std::string rounded_length(double mm, const JobResult& job);
/// Where a part stands among the others, what it meets, and how a pipe in hand is marked.
[[nodiscard]] std::vector<std::string> together_lines(const JobResult& job, const PieceResult& piece);
/// The bench card of a folded blank, as card_lines().
[[nodiscard]] std::vector<std::string> folded_card_lines(const JobResult& job, const PieceResult& piece);

}  // namespace juggler
