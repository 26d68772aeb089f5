// The numbers of a piece, each made once: a value that knows its kind, what it is measured between and on
// which face. Schedules, tables, cards, drawings and files only format them.
#pragma once

#include <string>
#include <vector>

#include "juggler/phrase.h"
#include "juggler/piece.h"

namespace juggler {

/// The name as a key: "swing_radius_base".
[[nodiscard]] std::string key_of(const Fact& fact);

/// The key numbers of a piece: of its blank, its faces, its proof.
[[nodiscard]] std::vector<Fact> facts_of(const PieceResult& piece);
/// The sizes and the seam as understood, whatever they were given as.
[[nodiscard]] std::vector<Fact> asked_of(const PieceResult& piece);
/// What a drawing says beside its lines and no table says in the same words, by name: "height", "base end"
/// and "top end" of a round part, "seam" of a wall that closes, "outside diameter" of what is wound.
[[nodiscard]] std::vector<Fact> labels_of(const PieceResult& piece);
/// A number of the fact of that name, the first or another, with its unit.
/// Errors  std::out_of_range where there is none.
[[nodiscard]] Amount measured(const std::vector<Fact>& facts, const std::string& name, size_t which = 0);

/// Whether all elements of a wall are alike: a turn about its axis keeps it, between level ends.
[[nodiscard]] bool alike_elements(const PieceResult& piece);

/// Along an edge as cut.
[[nodiscard]] Amount edge_length(const Edge& edge);
/// Of a part's sheet, of a tube that of its wall.
[[nodiscard]] Amount sheet_thickness(const PieceResult& piece);
/// Of a template held square to a round part's wall at an end, against a face: the least radius round the
/// part and, where it is greater, the greatest; none of a part without a wall.
[[nodiscard]] std::vector<Amount> sweep_radii(const PieceResult& piece, EndName end, Face face);

/// The bend schedule. Columns that no bend needs are left out. With the ends of every line on the blank it
/// is, with the outline, all that forming needs.
[[nodiscard]] MeasuredTable bends_of(const PieceResult& piece, bool with_ends);
/// Every opening by its place on the blank and on the part.
[[nodiscard]] MeasuredTable openings_of(const PieceResult& piece);
/// The groups of openings: forms and sizes on both faces.
[[nodiscard]] MeasuredTable opening_groups_of(const PieceResult& piece);
/// What is left beside the groups of openings.
[[nodiscard]] MeasuredTable webs_of(const PieceResult& piece);
[[nodiscard]] MeasuredTable elements_of(const PieceResult& piece);
[[nodiscard]] MeasuredTable creases_of(const PieceResult& piece);
/// The edges as cut, on each face.
[[nodiscard]] MeasuredTable faces_of(const PieceResult& piece);
/// Numbers of hits against their facet error.
[[nodiscard]] MeasuredTable hits_of(const PieceResult& piece);
/// Walls of a folded part on its size face.
[[nodiscard]] MeasuredTable walls_of(const PieceResult& piece);
/// What only parts of its family have.
[[nodiscard]] std::vector<MeasuredTable> own_tables_of(const PieceResult& piece);

/// A wall of a folded part on its size face: its angles from corner to corner, its height in its own plane,
/// and how it leans: 0 upright, positive where its outside faces up.
struct WallNumbers {
  std::string name;
  std::vector<Angle> corners = {};
  double slant = 0;
  Angle lean = {};
};
[[nodiscard]] std::vector<WallNumbers> wall_numbers(const Body& body);

/// Of one blank, kg; of a tube that of its wall. Nothing where no density is given.
[[nodiscard]] std::optional<double> mass_of(const PieceResult& piece);
/// What the part of a piece is called, told apart from others of its job.
[[nodiscard]] std::string name_of_part(const PieceResult& piece);
/// What the piece is called: the part's name, its number, or the job's name; and which piece it is.
[[nodiscard]] std::string title_of(const PieceResult& piece);
/// A short name for files: of the part and the piece, empty where the job has only one.
[[nodiscard]] std::string file_name_of(const PieceResult& piece);

/// What the rolls leave and cannot do, in plain sentences; none where the job names no rolls.
struct RollingRemarks {
  std::vector<Phrase> notes;
  std::vector<Phrase> warnings;
};
[[nodiscard]] RollingRemarks rolling_remarks(const PieceResult& piece, const Rolls& rolls);

/// A joint of a folded blank.
struct JointNumbers {
  std::string name;
  std::string plates;           ///< whose edges meet
  std::vector<Amount> lengths;  ///< of its edges
  Amount angle = {};            ///< between the plates' normals
  bool open = false, lapped = false;
  Amount clearance = {};  ///< 0: touching
};
[[nodiscard]] std::vector<JointNumbers> joints_of(const PieceResult& piece);

}  // namespace juggler
