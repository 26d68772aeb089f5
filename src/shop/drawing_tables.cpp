// The tables of a drawing.
#include <fmt/format.h>

#include <algorithm>

#include "arrangement.h"
#include "folded_numbers.h"
#include "opening_numbers.h"

namespace juggler {
namespace {

Table inputs_table(const JobResult& job, const PieceResult& piece) {
  Table table{"Made from", {}, {}};
  for (const Row& row : understood(job, piece)) table.rows.push_back({row.name, row.value});
  return table;
}

Table faces_table(const JobResult& job, const PieceResult& piece) {
  if (!piece.wall()) return {};  // a flight is known by its middle alone
  const Blank& b = piece.blank;
  const Units& u = job.job.units;
  Table table{fmt::format("Edges as cut, on each face ({})", u.name),
              {"face", "base dia", "base rad", "base girth", "top dia", "top rad", "top girth"},
              {},
              true};
  const auto add = [&](const char* name, const LayerSizes& s) {
    std::vector<std::string> row{name};
    for (const auto& [radius, girth] :
         {std::pair{s.base_radius, s.base_girth}, std::pair{s.top_radius, s.top_girth}}) {
      row.push_back(girth == 0 ? "point" : radius > 0 ? cell_length(2 * radius, u) : "-");
      row.push_back(girth == 0 ? "point" : radius > 0 ? cell_length(radius, u) : "-");
      row.push_back(girth == 0 ? "point" : cell_length(girth, u));
    }
    table.rows.push_back(std::move(row));
  };
  add("inside", b.inside);
  if (b.thickness > 0) {
    add(piece.part.sheet.neutral == 0.5 ? "middle, neutral" : "middle", b.middle);
    if (piece.part.sheet.neutral != 0.5) add("neutral", b.neutral_sizes);
    add("outside", b.outside);
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

Table elements_table(const JobResult& job, const PieceResult& piece) {
  const Units& u = job.job.units;
  Table table{
      fmt::format("Elements ({}, deg)", u.name),
      {"no", "plan angle", "length", "along base", "along top", "from base", "bevel base", "bevel top"},
      {},
      true};
  const Blank& b = piece.blank;
  if (b.cone && b.elements.size() <= 5) return table;
  const auto bevel = [](const std::optional<Bevel>& bevel_asked) {
    return bevel_asked ? fixed(bevel_asked->angle.degrees(), 2) : "-";
  };
  for (const Element& e : b.elements) {
    table.rows.push_back({fmt::format("{}", e.number), fmt::format("{:.6g}", e.plan.degrees()),
                          cell_length(e.length, u), cell_length(e.base_run, u), cell_length(e.top_run, u),
                          cell_length(e.from_base, u), bevel(e.base_bevel), bevel(e.top_bevel)});
  }
  return table;
}

Table creases_table(const JobResult& job, const PieceResult& piece) {
  const Units& u = job.job.units;
  Table table{fmt::format("Creases, from seam start ({}, deg)", u.name),
              {"crease", "along base", "along top", "fold at base", "at top", "to"},
              {},
              true};
  for (const Crease& c : piece.blank.creases)
    table.rows.push_back({c.tag, cell_length(c.base_run, u), cell_length(c.top_run, u),
                          fixed(c.at_base.degrees(), 1), fixed(c.at_top.degrees(), 1), c.up ? "up" : "down"});
  return table;
}

Table notes_table(const PieceResult& piece, const Units& u) {
  Table table{"Notes", {}, {}};
  for (const Phrase& text : piece.blank.warnings) table.rows.push_back({"Warning: " + text.in(u)});
  for (const Phrase& text : piece.blank.notes) table.rows.push_back({text.in(u)});
  return table;
}

Table schedule_table(const JobResult& job, const PieceResult& piece) {
  const Schedule schedule = bend_schedule(job, piece);
  return {fmt::format("Bend schedule ({}, deg)", job.job.units.name), schedule.heads, schedule.rows, true};
}

Table openings_table(const JobResult& job, const PieceResult& piece) {
  const Schedule groups = opening_groups(job, piece);
  return {fmt::format("Openings ({}, deg)", job.job.units.name), groups.heads, groups.rows, true};
}

Table webs_table(const JobResult& job, const PieceResult& piece) {
  const Schedule webs = opening_webs(job, piece);
  return {fmt::format("Openings, what is left beside them ({})", job.job.units.name), webs.heads, webs.rows,
          true};
}

Table walls_table(const JobResult& job, const PieceResult& piece) {
  const Units& u = job.job.units;
  Table table{fmt::format("Walls on the size face ({}, deg)", u.name),
              {"wall", "corner angles", "slant height", "lean"},
              {},
              true};
  for (const WallNumbers& w : wall_numbers(*piece.folded())) {
    std::string corners;
    for (const Angle a : w.corners) corners += (corners.empty() ? "" : ", ") + fixed(a.degrees(), 3);
    table.rows.push_back({w.name, corners, cell_length(w.slant, u), fixed(w.lean.degrees(), 3)});
  }
  return table;
}

Table joints_table(const JobResult& job, const PieceResult& piece) {
  if (std::holds_alternative<Tube>(piece.part.asked)) return {};  // a slit is no joint to be made
  return {"To be joined and sealed",
          {"joint", "edge of", "length", "angle", "edges"},
          joint_rows(piece, [&](double mm) { return shown_length(mm, job.job.units); }),
          true};
}

Table hits_table(const JobResult& job, const PieceResult& piece) {
  const Units& u = job.job.units;
  Table table{
      fmt::format("Hits against facet error ({})", u.name), {"hits", "flat width", "facet error"}, {}, true};
  if (!piece.blank.pressed) return table;
  for (const Pressed::Row& row : piece.blank.pressed->table) {
    const bool chosen = row.hits == piece.blank.pressed->hits;
    table.rows.push_back({fmt::format("{}{}", row.hits, chosen ? " chosen" : ""),
                          cell_length(row.flat_width, u), cell_length(row.facet_error, u)});
  }
  return table;
}

// In percent, formed over flat; the blank made first.
Table strain_table(const JobResult& job, const PieceResult& piece) {
  const Units& u = job.job.units;
  if (piece.rings.empty()) return {};
  Table table{fmt::format("Strain from edge to edge (%, {} from the axis)", u.name), {"distance"}, {}, true};
  const std::vector<FlightRing>& rings = piece.rings;
  for (const FlightRing& r : rings) {
    const char* name = r.flat == FlightFlat::equal_edges ? "equal edges" : "least stretch";
    table.heads.push_back(fmt::format("{}: along", name));
    table.heads.push_back("across");
  }
  for (size_t i = 0; i < rings.front().map.size(); ++i) {
    std::vector<std::string> row{cell_length(rings.front().map[i].radius, u)};
    for (const FlightRing& r : rings) {
      // Where they grow, all about the level line of the one that is made.
      const double share = static_cast<double>(i) / static_cast<double>(rings.front().map.size() - 1);
      const StrainAt at = r.strain(rings.front().map_at, share);
      row.push_back(fixed(100 * at.along, 3));
      row.push_back(fixed(100 * at.across, 3));
    }
    table.rows.push_back(std::move(row));
  }
  return table;
}

Table left_over_table(const std::vector<std::string>& texts) {
  Table table{"Dimensions for which the views have no room", {}, {}};
  for (const std::string& text : texts) table.rows.push_back({text});
  return table;
}

}  // namespace

std::vector<Table> tables_of(const JobResult& job, const PieceResult& piece,
                             const std::vector<std::string>& left_over) {
  if (piece.folded()) {
    std::vector<Table> tables{left_over_table(left_over), schedule_table(job, piece),
                              openings_table(job, piece), webs_table(job, piece),
                              numbers_table(job, piece),  hits_table(job, piece),
                              inputs_table(job, piece),   walls_table(job, piece),
                              joints_table(job, piece),   notes_table(piece, job.job.units)};
    std::erase_if(tables, [](const Table& t) { return t.rows.empty(); });
    return tables;
  }
  std::vector<Table> tables{
      left_over_table(left_over), openings_table(job, piece), webs_table(job, piece),
      numbers_table(job, piece),  faces_table(job, piece),    schedule_table(job, piece),
      hits_table(job, piece),     inputs_table(job, piece),   creases_table(job, piece),
      strain_table(job, piece),   elements_table(job, piece), notes_table(piece, job.job.units)};
  std::erase_if(tables, [](const Table& t) { return t.rows.empty(); });
  return tables;
}

}  // namespace juggler
