// The tables of a drawing.
#include <fmt/format.h>

#include <algorithm>

#include "arrangement.h"
#include "shop/joint_rows.h"

namespace juggler {
namespace {

Table inputs_table(const JobResult& job, const PieceResult& piece) {
  Table table{"Asked for", {}, {}};
  for (const Row& row : asked_for(job, piece)) {
    if (row.kind != RowKind::elsewhere) table.rows.push_back({row.name, row.value});
  }
  return table;
}

// What is not dimensioned on the blank.
Table numbers_table(const JobResult& job, const PieceResult& piece) {
  Table table{"Blank", {}, {}};
  for (const Row& row : key_numbers(job, piece)) {
    const bool drawn = row.kind == RowKind::dimension && job.job.drawing.dimensions;
    if (!drawn && row.kind != RowKind::elsewhere) table.rows.push_back({row.name, row.value});
  }
  return table;
}

Table notes_table(const PieceResult& piece, const Units& u) {
  Table table{"Notes", {}, {}};
  for (const Phrase& text : piece.blank.warnings) table.rows.push_back({"Warning: " + text.in(u)});
  for (const Phrase& text : piece.blank.notes) table.rows.push_back({text.in(u)});
  return table;
}

// Its units stand in its title.
Table table_of(const MeasuredTable& table, const Units& units) {
  const auto has = [&](Amount::Of kind) {
    return std::any_of(table.columns.begin(), table.columns.end(),
                       [&](const MeasuredColumn& c) { return !c.words && c.of == kind; });
  };
  std::string in = has(Amount::Of::share) ? "%, " : "";
  in += units.name + (has(Amount::Of::angle) ? ", deg" : "");
  const Schedule written_out = written(table, units);
  return {fmt::format("{} ({})", table.title, in), written_out.heads, written_out.rows, true};
}

Table joints_table(const JobResult& job, const PieceResult& piece) {
  if (!piece.formed->joints_made) return {};
  return {"To be joined and sealed",
          {"joint", "edge of", "length", "angle", "edges"},
          joint_rows(piece, [&](const Amount& length) { return written(length, job.job.units); }),
          true};
}

Table left_over_table(const std::vector<std::string>& texts) {
  Table table{"Dimensions for which the views have no room", {}, {}};
  for (const std::string& text : texts) table.rows.push_back({text});
  return table;
}

}  // namespace

std::vector<Table> tables_together(const JobResult& job) {
  if (job.joints.empty()) return {};
  const Units& units = job.job.units;
  const auto mm = [&](double value) {
    return written({.value = value, .of = Amount::Of::length, .style = Amount::Style::exact}, units);
  };
  const auto degrees = [](const JointPlace& p) { return fixed(p.walls.degrees(), 1); };
  Table table{"Joints, walls in deg", {"joint", "edge", "hole", "walls from", "to", "gap"}, {}, true};
  for (const JointProof& j : job.joints) {
    const bool branch = j.kind == JointKind::branch;
    table.rows.push_back({name_of_joint(j), mm(j.edge_length),
                          branch && j.hole_length ? mm(*j.hole_length) : "-", degrees(j.least_angle),
                          degrees(j.greatest_angle), branch ? mm(j.gap) : "-"});
  }
  return {table};
}

std::vector<Table> tables_of(const JobResult& job, const PieceResult& piece,
                             const std::vector<std::string>& left_over) {
  const Units& u = job.job.units;
  std::vector<Table> tables{left_over_table(left_over)};
  const auto add = [&](const MeasuredTable& table) { tables.push_back(table_of(table, u)); };
  if (piece.blank.folding) {
    add(bends_of(piece, false));
    add(opening_groups_of(piece));
    add(webs_of(piece));
    tables.push_back(numbers_table(job, piece));
    add(hits_of(piece));
    tables.push_back(inputs_table(job, piece));
    add(walls_of(piece));
    tables.push_back(joints_table(job, piece));
  } else {
    add(opening_groups_of(piece));
    add(webs_of(piece));
    tables.push_back(numbers_table(job, piece));
    add(faces_of(piece));
    add(bends_of(piece, false));
    add(hits_of(piece));
    tables.push_back(inputs_table(job, piece));
    add(creases_of(piece));
    for (const MeasuredTable& own : own_tables_of(piece)) add(own);
    if (!alike_elements(piece) || piece.blank.elements.size() > 5) add(elements_of(piece));
  }
  tables.push_back(notes_table(piece, u));
  std::erase_if(tables, [](const Table& t) { return t.rows.empty(); });
  return tables;
}

}  // namespace juggler
