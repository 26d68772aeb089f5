// From parts to what the shop reads: developed jobs, their key numbers, what they are called.
#pragma once

#include <string>
#include <vector>

#include "juggler/blank.h"
#include "juggler/job.h"
#include "juggler/proof.h"

namespace juggler {

/// One blank of a part, developed and proved.
struct PieceResult {
  PartJob part;
  std::variant<RoundPart, Body, RuledPart, WoundPart, StretchedPart> formed;  ///< the whole part, as made
  Blank blank;
  Proof proof;
  std::vector<FlightRing> rings = {};  ///< of a flight: both flats that its blank may be, the one made first

  /// The part where it is a round one, or a folded one; else null.
  [[nodiscard]] const RoundPart* round() const { return std::get_if<RoundPart>(&formed); }
  [[nodiscard]] const Body* folded() const { return std::get_if<Body>(&formed); }
  [[nodiscard]] const RuledPart* ruled() const { return std::get_if<RuledPart>(&formed); }
  [[nodiscard]] const WoundPart* wound() const { return std::get_if<WoundPart>(&formed); }
  [[nodiscard]] const StretchedPart* stretched() const { return std::get_if<StretchedPart>(&formed); }
  /// The wall once round of a round part or a transition, of a coil or strip; null where none opens flat as
  /// it is.
  [[nodiscard]] const Form* wall() const {
    if (wound()) return wound()->stretched() ? nullptr : &wound()->form;
    return round() ? &round()->form : ruled() ? &ruled()->form : nullptr;
  }
  /// The rulings once round of a transition, whether it opens flat or not; else null.
  [[nodiscard]] const Form* rulings() const {
    if (ruled()) return &ruled()->form;
    return stretched() && stretched()->once_round ? &*stretched()->once_round : nullptr;
  }
};

struct JobResult {
  Job job;
  std::vector<PieceResult> pieces;
};

/// Whether a part winds about an axis: it has a hand of its own.
[[nodiscard]] bool winds(const PartJob& part);
/// Develops and proves every part of a job.
/// Errors  JobRefusal at the place of the key that is at fault. A failed proof is no error: see passed().
[[nodiscard]] JobResult develop_job(const Job& job);
[[nodiscard]] bool passed(const JobResult& result);
/// The worst of the pieces' proofs, figure by figure.
[[nodiscard]] Proof worst_proof(const JobResult& result);

/// Where a number stands on a drawing: in the table of the blank, as a dimension on the blank, or elsewhere
/// (among the sizes of the faces, in the title block).
enum class RowKind { number, dimension, elsewhere };
/// The key numbers of a piece as plain lines of a name and a value, in the job's units.
struct Row {
  std::string name;
  std::string value;
  RowKind kind = RowKind::number;
};
[[nodiscard]] std::vector<Row> key_numbers(const JobResult& job, const PieceResult& piece);
/// A wall of a folded part on its size face: its angles from corner to corner, its height in its own plane,
/// and how it leans: 0 upright, positive where its outside faces up.
struct WallNumbers {
  std::string name;
  std::vector<Angle> corners = {};
  double slant = 0;
  Angle lean = {};
};
[[nodiscard]] std::vector<WallNumbers> wall_numbers(const Body& body);
/// The bend schedule of a piece, lengths in the job's units, angles in degrees. Columns that no bend needs
/// are left out.
struct Schedule {
  std::vector<std::string> heads;
  std::vector<std::vector<std::string>> rows;
};
[[nodiscard]] Schedule bend_schedule(const JobResult& job, const PieceResult& piece);
/// The same with the ends of every line on the blank, across from its left edge and up from its foot, and
/// units in the heads: with the outline it is all that forming needs.
[[nodiscard]] Schedule bend_list(const JobResult& job, const PieceResult& piece);
/// Every opening of a piece by its place on the blank and on the part, lengths in the job's units, angles in
/// degrees.
[[nodiscard]] Schedule opening_list(const JobResult& job, const PieceResult& piece);
/// The sizes and the seam as understood, whatever they were given as.
[[nodiscard]] std::vector<Row> understood(const JobResult& job, const PieceResult& piece);
/// A number with so many digits after the point, rounded last and only here.
[[nodiscard]] std::string fixed(double value, int digits);
/// A length in the job's units with its unit: "1700.981 mm", "66.9677 in".
[[nodiscard]] std::string shown_length(double mm, const Units& units);
/// The same for a table whose head names the unit.
[[nodiscard]] std::string cell_length(double mm, const Units& units);
[[nodiscard]] std::string shown_angle(Angle angle);
/// Of one blank, kg; of a tube that of its wall. Nothing where no density is given.
[[nodiscard]] std::optional<double> mass_of(const PieceResult& piece);
/// In kilograms, in a shop that works in inches in pounds.
[[nodiscard]] std::string shown_mass(double kg, const Units& units);
/// Of a sheet: in feet a thickness is given in inches.
[[nodiscard]] std::string shown_thickness(double mm, const Units& units);
/// The thickness of a part's sheet, of a tube that of its wall, mm.
[[nodiscard]] double thickness_of(const PieceResult& piece);
/// The blank as lines of letters, at most 72 wide and 22 high, and a line that says what it is: in braille
/// dots (UTF-8), or in plain letters. Element lines are sparser than the outline.
[[nodiscard]] std::vector<std::string> draw_in_letters(const PieceResult& piece, const Units& units,
                                                       bool braille);
/// Whether a piece is the first of its part: what belongs to the part stands with it.
[[nodiscard]] bool is_first_of_part(const JobResult& job, size_t piece);
/// What the part of a piece is called, told apart from the job's others.
[[nodiscard]] std::string name_of_part(const PieceResult& piece);
/// What the piece is called: the part's name, its number, or the job's name; and which piece it is.
[[nodiscard]] std::string title_of(const PieceResult& piece);
/// A short name for files: of the part and the piece, empty where the job has only one.
[[nodiscard]] std::string file_name_of(const PieceResult& piece);

}  // namespace juggler
