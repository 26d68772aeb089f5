// The openings of a blank in words and numbers. Private to the room.
#pragma once

#include "juggler/shop.h"

namespace juggler {

/// The groups of openings: form, how they are meant, sizes on both faces.
[[nodiscard]] Schedule opening_groups(const JobResult& job, const PieceResult& piece);
/// Their pitches, and what metal is left beside them.
[[nodiscard]] Schedule opening_webs(const JobResult& job, const PieceResult& piece);
/// For the bench card: every opening by its place on the blank, lengths rounded as a card's are, as lines; so
/// many at most, then how many more there are.
[[nodiscard]] std::vector<std::string> opening_lines(const JobResult& job, const PieceResult& piece);

}  // namespace juggler
