// What the page says of a piece.
#include <fmt/format.h>

#include <algorithm>
#include <sstream>
#include <unordered_map>

#include "shop/proof_words.h"
#include "web.h"

namespace juggler {
namespace {

using Json = nlohmann::ordered_json;

std::string length(double mm, const Units& units) {
  return written({.value = mm, .of = Amount::Of::length, .decimals = 3}, units);
}
std::string angle(Angle a) {
  return written({.value = a.degrees(), .of = Amount::Of::angle, .decimals = 3}, {});
}

std::string name_of_fold(const Fold& fold) {
  const char* kind = fold.kind == FoldKind::crease ? "crease" : fold.hit() ? "hit" : "bend";
  return fmt::format("{} {}, {} {}", kind, fold.tag, fold.up ? "up" : "down", angle(fold.turned));
}

std::vector<Vec2> points_of(const Outline& arcs) {
  std::vector<Vec2> points;
  for (const Arc& arc : arcs) {
    const int parts = std::max(1, static_cast<int>(std::ceil(std::abs(arc.turn.degrees()) / 5)));
    for (int i = 0; i < parts; ++i) points.push_back(point_at(arc, arc.length * i / parts));
  }
  if (!arcs.empty()) points.push_back(end_of(arcs.back()));
  return points;
}

Json table_of(const std::string& title, const std::vector<std::string>& heads,
              const std::vector<std::vector<std::string>>& rows, bool numbers, const Json& keys = nullptr) {
  Json table{{"title", title}, {"heads", heads}, {"rows", rows}, {"numbers", numbers}};
  if (!keys.is_null()) table["keys"] = keys;
  return table;
}

Json rows_of(const std::string& title, const std::vector<Row>& rows) {
  std::vector<std::vector<std::string>> cells;
  for (const Row& row : rows) cells.push_back({row.name, row.value});
  return table_of(title, {}, cells, false);
}

// The keys of rows whose first cell names what can be pointed at.
Json keys_of(const std::vector<std::vector<std::string>>& rows,
             const std::unordered_map<std::string, std::string>& known) {
  Json keys = Json::array();
  for (const auto& row : rows) {
    const auto found = row.empty() ? known.end() : known.find(row.front());
    keys.push_back(found == known.end() ? "" : found->second);
  }
  return keys;
}

Json tables_data(const JobResult& job, const PieceResult& piece) {
  const Blank& b = piece.blank;
  std::unordered_map<std::string, std::string> folds, openings, elements;
  for (size_t i = 0; i < b.folds.size(); ++i) folds[b.folds[i].tag] = fmt::format("f{}", i);
  for (size_t i = 0; i < b.openings.size(); ++i) openings[name_of(b, b.openings[i])] = fmt::format("o{}", i);
  for (const Element& e : b.elements) elements[std::to_string(e.number)] = fmt::format("e{}", e.number);
  Json all =
      Json::array({rows_of("Asked for", asked_for(job, piece)), rows_of("Blank", key_numbers(job, piece))});
  const auto add = [&](const MeasuredTable& table,
                       const std::unordered_map<std::string, std::string>& known) {
    const Schedule s = written(table, job.job.units, true);
    if (!s.rows.empty()) all.push_back(table_of(table.title, s.heads, s.rows, true, keys_of(s.rows, known)));
  };
  add(bends_of(piece, true), folds);
  add(hits_of(piece), {});
  add(creases_of(piece), folds);
  add(openings_of(piece), openings);
  add(opening_groups_of(piece), {});
  add(webs_of(piece), {});
  add(elements_of(piece), elements);
  add(faces_of(piece), {});
  add(walls_of(piece), {});
  for (const MeasuredTable& own : own_tables_of(piece)) add(own, {});
  if (!job.joints.empty()) all.push_back(rows_of("Joints", joint_numbers(job)));
  return all;
}

Json stands_data(const PieceResult& piece) {
  Json all = Json::array();
  for (const Frame& part : all_stands(piece)) {
    for (const Frame& copy : copies_of(piece)) {
      const Frame f = part.frame(copy);
      Json numbers = Json::array();
      for (const Vec3 v : {f.origin, f.x, f.y, f.z}) {
        for (const double x : {v.x, v.y, v.z}) numbers.push_back(x);
      }
      all.push_back(numbers);
    }
  }
  return all;
}

Json pointed_data(const std::vector<Indicated>& all) {
  Json list = Json::array();
  for (const Indicated& p : all) list.push_back({p.key, p.name});
  return list;
}

}  // namespace

std::vector<Indicated> lines_of(const JobResult& job, const PieceResult& piece) {
  const Blank& b = piece.blank;
  const Units& units = job.job.units;
  std::vector<Indicated> all;
  for (const Element& e : b.elements) {
    if (!e.on_metal) continue;
    all.push_back(
        {fmt::format("e{}", e.number),
         fmt::format("element {}, plan angle {}, {}", e.number, angle(e.plan), length(e.length, units)),
         {e.base, e.top}});
  }
  for (size_t i = 0; i < b.folds.size(); ++i)
    all.push_back({fmt::format("f{}", i), name_of_fold(b.folds[i]), points_of(line_of(b.folds[i]))});
  for (const Arc& arc : b.marks.lines) all.push_back({"", "", points_of({arc})});
  std::erase_if(all, [](const Indicated& p) { return p.line.size() < 2; });
  return all;
}

std::vector<Indicated> openings_pointed(const JobResult& job, const PieceResult& piece) {
  std::vector<Indicated> all;
  for (const BlankOpening& o : piece.blank.openings) {
    std::string name = o.group < 0 ? "hole of the lap" : name_of(piece.blank, o);
    if (const auto round = round_hole(o)) name += ", dia " + length(round->diameter, job.job.units);
    all.push_back({fmt::format("o{}", all.size()), name, {}});
  }
  return all;
}

std::string blank_size(const PieceResult& piece, const Units& units) {
  for (const Fact& fact : facts_of(piece)) {
    if (fact.name == "blank as laid") return fact.value.in(units);
  }
  return {};
}

Json piece_data(const JobResult& job, size_t number) {
  const PieceResult& piece = job.pieces.at(number);
  const Blank& b = piece.blank;
  const Units& u = job.job.units;
  const auto in_units = [&](const std::vector<Phrase>& texts) {
    std::vector<std::string> all;
    for (const Phrase& text : texts) all.push_back(text.in(u));
    return all;
  };
  Json folds = Json::array();
  for (const Fold& fold : b.folds)
    folds.push_back(
        {{"tag", fold.tag}, {"order", fold.order}, {"name", name_of_fold(fold)}, {"hit", fold.hit()}});
  const Rectangle box = as_laid(b);
  std::ostringstream dxf;
  dxf.imbue(std::locale::classic());
  write_dxf(job, piece, dxf);
  const std::string own = file_name_of(piece);
  return {{"title", title_of(piece)},
          {"number", piece.part.making.number},
          {"file", own},
          {"faceUp", face_up(b)},
          {"inside", b.face_names.of(Face::inside)},
          {"outside", b.face_names.of(Face::outside)},
          {"size", blank_size(piece, u)},
          {"box", {box.width, box.height}},
          {"count", b.count},
          {"passed", piece.proof.passed},
          {"pressed", b.pressed.has_value()},
          {"flat", flat_picture(job, number)},
          {"motion", motion_data(job, piece)},
          {"lines", pointed_data(lines_of(job, piece))},
          {"openings", pointed_data(openings_pointed(job, piece))},
          {"folds", folds},
          {"stands", stands_data(piece)},
          {"tables", tables_data(job, piece)},
          {"warnings", in_units(b.warnings)},
          {"notes", in_units(b.notes)},
          {"proof", proof_in_words(job, piece)},
          {"dxf", dxf.str()}};
}

}  // namespace juggler
