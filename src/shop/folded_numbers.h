// The numbers of folded parts in words. Private to the room.
#pragma once

#include "juggler/shop.h"

namespace juggler {

/// Of a tube; nothing of other parts.
void add_tube_sizes(std::vector<Row>& rows, const PieceResult& piece, const Units& units);
/// Whether a part's sizes lie on the middle of the sheet by what it is: blades, walls between curves.
[[nodiscard]] bool sized_on_middle(const PartJob& part);
/// Where the neutral layer of a part lies, and who says so, in few words.
[[nodiscard]] std::string neutral_text(const PartJob& part);
/// The sizes asked for, whatever they were given as.
void add_folded_sizes(std::vector<Row>& rows, const PieceResult& piece, const Units& units);
/// Of a transition: its ends, and what its wall is.
void add_ruled_sizes(std::vector<Row>& rows, const PieceResult& piece, const Units& units);
/// Of a flight or coil: the sizes asked for; the rings of a blank and their strain, or the lengths of the
/// strip.
void add_wound_sizes(std::vector<Row>& rows, const PieceResult& piece, const Units& units);
void add_wound_numbers(std::vector<Row>& rows, const PieceResult& piece, const Units& units);
/// Both flats of a flight's blank; nothing of others.
void add_rings_in_words(std::vector<Row>& rows, const PieceResult& piece, const Units& units);
/// How far a wall may stretch.
[[nodiscard]] std::string strain_text(const StrainLimit& strain);
/// Of a dome or ruled wall: the sizes asked for; edges flat and formed, and the strain.
void add_stretched_sizes(std::vector<Row>& rows, const PieceResult& piece, const Units& units);
void add_stretched_numbers(std::vector<Row>& rows, const PieceResult& piece, const Units& units);
/// An area in square metres, or square feet.
[[nodiscard]] std::string shown_area(double mm2, const Units& units);
/// Of strains: signed, in percent.
[[nodiscard]] std::string signed_percent(double strain);
[[nodiscard]] std::string seam_text(const Seam& seam, const Units& units);
[[nodiscard]] std::string pressing_text(const Pressing& pressing, const Units& units);
/// Hits, facet error and flat widths, asked and achieved; nothing of what is rolled.
void add_pressed_numbers(std::vector<Row>& rows, const Blank& blank, const Units& units);
void add_folded_numbers(std::vector<Row>& rows, const PieceResult& piece, const Units& units);
/// The joints of a blank: name, plate, length, angle between the normals, how they meet.
[[nodiscard]] std::vector<std::vector<std::string>> joint_rows(
    const PieceResult& piece, const std::function<std::string(double mm)>& length);
/// For the bench card of a round blank: what is added beyond its edges, and the bend lines of a pressed wall.
[[nodiscard]] std::vector<std::string> added_lines(const JobResult& job, const PieceResult& piece);
/// The bench card of a folded blank, as card_lines().
[[nodiscard]] std::vector<std::string> folded_card_lines(const JobResult& job, const PieceResult& piece);

}  // namespace juggler
