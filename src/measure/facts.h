// Facts of the families. Private to the room.
#pragma once

#include "juggler/measure.h"

namespace juggler {

/// Of a tube; nothing of other parts.
void add_tube_sizes(std::vector<Fact>& rows, const PieceResult& piece);
/// The sizes asked for, whatever they were given as.
void add_folded_sizes(std::vector<Fact>& rows, const PieceResult& piece);
/// Of a transition: its ends, and what its wall is.
void add_ruled_sizes(std::vector<Fact>& rows, const PieceResult& piece);
/// Of a flight or coil: the sizes asked for; the rings of a blank and their strain, or the lengths of the
/// strip.
void add_wound_sizes(std::vector<Fact>& rows, const PieceResult& piece);
void add_wound_numbers(std::vector<Fact>& rows, const PieceResult& piece);
/// Both flats of a flight's blank; nothing of others.
void add_rings_in_words(std::vector<Fact>& rows, const PieceResult& piece);
/// How far a wall may stretch.
[[nodiscard]] Phrase strain_text(const StrainLimit& strain);
/// Of a dome or ruled wall: the sizes asked for; edges flat and formed, and the strain.
void add_stretched_sizes(std::vector<Fact>& rows, const PieceResult& piece);
void add_stretched_numbers(std::vector<Fact>& rows, const PieceResult& piece);
[[nodiscard]] Phrase seam_text(const Seam& seam);
[[nodiscard]] Phrase shift_of(Vec2 shift);
[[nodiscard]] Phrase pressing_text(const Pressing& pressing);
/// Hits, facet error and flat widths, asked and achieved; nothing of what is rolled.
void add_pressed_numbers(std::vector<Fact>& rows, const Blank& blank);
void add_folded_numbers(std::vector<Fact>& rows, const PieceResult& piece);
/// How far out of level the ends of a slanting tube or body stand.
void add_slants(std::vector<Fact>& rows, const std::vector<SlantingEnd>& ends);

}  // namespace juggler
