// Numbers as the shop reads them: in the job's units, rounded here and nowhere before.
#include <fmt/format.h>

#include "joint_rows.h"
#include "opening_lines.h"

namespace juggler {
namespace {

std::vector<Row> written(const std::vector<Fact>& facts, const Units& units) {
  std::vector<Row> rows;
  for (const Fact& fact : facts) rows.push_back({fact.name, fact.value.in(units), fact.kind});
  return rows;
}

std::string head_of(const MeasuredColumn& column, const Units& units) {
  if (column.words) return column.name;
  if (column.of == Amount::Of::angle) return column.name + " deg";
  return column.name + (column.of == Amount::Of::share ? " %" : " " + units.name);
}

}  // namespace

std::vector<Row> key_numbers(const JobResult& job, const PieceResult& piece) {
  return written(facts_of(piece), job.job.units);
}

std::vector<Row> joint_numbers(const JobResult& job) {
  std::vector<Fact> facts;
  for (const JointProof& joint : job.joints) facts.push_back(joint_fact(joint));
  return written(facts, job.job.units);
}

std::vector<Row> asked_for(const JobResult& job, const PieceResult& piece) {
  return written(asked_of(piece), job.job.units);
}

Schedule written(const MeasuredTable& table, const Units& units, bool units_in_heads) {
  Schedule s;
  for (const MeasuredColumn& c : table.columns)
    s.heads.push_back(units_in_heads ? head_of(c, units) : c.name);
  for (const std::vector<Phrase>& row : table.rows) {
    s.rows.emplace_back();
    for (const Phrase& cell : row) s.rows.back().push_back(cell.in(units));
  }
  return s;
}

Schedule bend_schedule(const JobResult& job, const PieceResult& piece) {
  return written(bends_of(piece, false), job.job.units);
}

Schedule bend_list(const JobResult& job, const PieceResult& piece) {
  return written(bends_of(piece, true), job.job.units, true);
}

Schedule opening_list(const JobResult& job, const PieceResult& piece) {
  return written(openings_of(piece), job.job.units, true);
}

std::vector<std::vector<std::string>> joint_rows(const PieceResult& piece,
                                                 const std::function<std::string(const Amount&)>& len) {
  std::vector<std::vector<std::string>> rows;
  for (const JointNumbers& j : joints_of(piece)) {
    const std::string how = j.open                  ? "open"
                            : j.lapped              ? "lapped"
                            : j.clearance.value > 0 ? fmt::format("{} apart", len(j.clearance))
                                                    : "touching";
    std::string length = len(j.lengths.front());
    if (const std::string other = len(j.lengths.back()); other != length) length += ", " + other;
    rows.push_back({j.name, j.faces, length, written(j.angle, {}), how});
  }
  return rows;
}

std::vector<std::string> opening_lines(const JobResult& job, const PieceResult& piece,
                                       const BenchCard& card) {
  const Blank& b = piece.blank;
  const auto len = [&](double mm) { return shown_rounded(mm, job.job.bench.round_to, job.job.units); };
  std::vector<std::string> lines;
  for (const CardOpening& c : card.openings) {
    const BlankOpening& o = b.openings[c.opening];
    const std::string place = fmt::format("{} across, {} up", len(c.at.x), len(c.at.y));
    if (o.group < 0) {
      lines.push_back(fmt::format("Hole of {}: {}.", len(c.diameter), place));
      continue;
    }
    lines.push_back(
        fmt::format("{}{}: {}; {}.", name_of(b, o), o.far ? " far" : "", place,
                    c.round ? fmt::format("diameter {}", len(c.diameter))
                            : fmt::format("{} wide, {} high, reaching from {} across, {} up", len(c.width),
                                          len(c.height), len(c.corner.x), len(c.corner.y))));
  }
  if (card.openings.size() < b.openings.size())
    lines.push_back(fmt::format("... and {} more: take them from the DXF or the template.",
                                b.openings.size() - card.openings.size()));
  return lines;
}

}  // namespace juggler
