// From parts to what the shop reads: developed jobs, their key numbers, what they are called.
#pragma once

#include <string>
#include <vector>

#include "juggler/job.h"
#include "juggler/measure.h"

namespace juggler {

struct JobResult {
  Job job;
  std::vector<PieceResult> pieces;
};

/// Develops and proves every part of a job.
/// Errors  JobRefusal at the place of the key that is at fault. A failed proof is no error: see passed().
[[nodiscard]] JobResult develop_job(const Job& job);
[[nodiscard]] bool passed(const JobResult& result);
/// The worst of the pieces' proofs, figure by figure.
[[nodiscard]] Proof worst_proof(const JobResult& result);

/// All that a result states.
/// Cost  a few hundred numbers a piece, and three for each point of an opening.
[[nodiscard]] Record record_of(const JobResult& result);

/// The key numbers of a piece as plain lines of a name and a value, in the job's units.
struct Row {
  std::string name;
  std::string value;
  RowKind kind = RowKind::number;
};
[[nodiscard]] std::vector<Row> key_numbers(const JobResult& job, const PieceResult& piece);
/// A table as its numbers are written: lengths in the job's units, angles in degrees; with units in the heads
/// of a list that stands alone.
struct Schedule {
  std::vector<std::string> heads;
  std::vector<std::vector<std::string>> rows;
};
[[nodiscard]] Schedule written(const MeasuredTable& table, const Units& units, bool units_in_heads = false);
/// The bend schedule of a piece, lengths in the job's units, angles in degrees. Columns that no bend needs
/// are left out.
[[nodiscard]] Schedule bend_schedule(const JobResult& job, const PieceResult& piece);
/// The same with the ends of every line on the blank, across from its left edge and up from its foot, and
/// units in the heads: with the outline it is all that forming needs.
[[nodiscard]] Schedule bend_list(const JobResult& job, const PieceResult& piece);
/// Every opening of a piece by its place on the blank and on the part, lengths in the job's units, angles in
/// degrees.
[[nodiscard]] Schedule opening_list(const JobResult& job, const PieceResult& piece);
/// The sizes and the seam as understood, whatever they were given as.
[[nodiscard]] std::vector<Row> understood(const JobResult& job, const PieceResult& piece);
/// The blank as lines of letters, at most 72 wide and 22 high, and a line that says what it is: in braille
/// dots (UTF-8), or in plain letters. Element lines are sparser than the outline.
[[nodiscard]] std::vector<std::string> draw_in_letters(const PieceResult& piece, const Units& units,
                                                       bool braille);
/// Whether a piece is the first of its part: what belongs to the part stands with it.
[[nodiscard]] bool is_first_of_part(const JobResult& job, size_t piece);
}  // namespace juggler
