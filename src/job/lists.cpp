// Bend tables, and lists of named tubes and gauges.
#include "csv.h"

namespace juggler {
namespace {

const std::vector<std::string> bend_heads{"thickness", "radius", "angle", "factor", "allowance", "deduction"};

// Of a bend table: which column says what. The last three are three ways of saying the same.
struct BendColumns {
  int thickness = -1, radius = -1, angle = -1, factor = -1, allowance = -1, deduction = -1;
};

BendColumns bend_columns(const Csv& csv) {
  BendColumns c;
  int* const places[]{&c.thickness, &c.radius, &c.angle, &c.factor, &c.allowance, &c.deduction};
  const Csv::Row& heads = csv.heads();
  for (size_t i = 0; i < heads.cells.size(); ++i) {
    const auto found = std::find(bend_heads.begin(), bend_heads.end(), heads.cells[i].text);
    *places[found - bend_heads.begin()] = static_cast<int>(i);
  }
  const int ways = (c.factor >= 0 ? 1 : 0) + (c.allowance >= 0 ? 1 : 0) + (c.deduction >= 0 ? 1 : 0);
  if (c.thickness < 0 || c.radius < 0 || c.angle < 0 || ways != 1)
    csv.refuse_cell(heads.line, heads.cells.front(), "begins heads that are not those of a bend table",
                    "thickness, radius, angle and one of factor, allowance, deduction");
  return c;
}

// (2): allowances and deductions (from legs measured outside) as factors.
double factor_of(const Csv& csv, const Csv::Row& row, const BendColumns& c, const BendRow& bend, double mm) {
  const auto cell = [&](int column) { return csv.number(row.line, row.cells[static_cast<size_t>(column)]); };
  if (c.factor >= 0) return cell(c.factor);
  const double angle = bend.angle.radians();
  const double outside = 2 * (bend.radius + bend.thickness) * std::tan(angle / 2);
  const double allowance = c.allowance >= 0 ? cell(c.allowance) * mm : outside - cell(c.deduction) * mm;
  return (allowance / angle - bend.radius) / bend.thickness;
}

}  // namespace

// The row of a list by its name; refuses a name that the list does not have.
const Csv::Row& row_named(const Csv& csv, const Entry& asked) {
  const int names = csv.column("name");
  if (names < 0)
    csv.refuse_cell(csv.heads().line, csv.heads().cells.front(), "begins heads without a name",
                    "name, and sizes");
  const std::string& wanted = std::get<std::string>(asked.value);
  std::vector<std::string> known;
  const Csv::Row* found = nullptr;
  for (size_t i = 1; i < csv.rows().size(); ++i) {
    const Csv::Row& row = csv.rows()[i];
    if (row.cells.size() != csv.heads().cells.size())
      csv.refuse_cell(row.line, row.cells.front(), "begins a row of too few or too many cells",
                      fmt::format("{} cells, as the heads", csv.heads().cells.size()));
    const Csv::Cell& name = row.cells[static_cast<size_t>(names)];
    if (std::find(known.begin(), known.end(), name.text) != known.end())
      csv.refuse_cell(row.line, name, "is the name of two rows", "each name once");
    known.push_back(name.text);
    if (name.text == wanted) found = &row;
  }
  if (found) return *found;
  const std::string near = nearest_word(wanted, known);
  refuse(asked, "is no name of the list", {},
         near.empty() ? "see the list for the names there are" : fmt::format("did you mean \"{}\"?", near));
}

const Entry& list_of(Reader& r, const char* path, const Entry& asked) {
  const Entry* list = r.root(path);
  if (!list)
    refuse(asked, fmt::format("is looked up in a list, but {} names none", path), {},
           fmt::format("name a CSV file in {}", path));
  return *list;
}

// A size of the row, where the list has that column and the cell is not empty.
void fill(const Csv& csv, const Csv::Row& row, const char* head, double mm, std::optional<double>& out) {
  const int column = csv.column(head);
  if (column < 0 || out) return;
  const Csv::Cell& cell = row.cells[static_cast<size_t>(column)];
  if (!cell.text.empty()) out = csv.number(row.line, cell) * mm;
}

std::vector<BendRow> read_bend_table(const Entry& named, const std::string& source, const Units& units) {
  const Csv csv(named, source, bend_heads);
  const BendColumns c = bend_columns(csv);
  std::vector<BendRow> table;
  for (size_t i = 1; i < csv.rows().size(); ++i) {
    const Csv::Row& row = csv.rows()[i];
    if (row.cells.size() != csv.heads().cells.size())
      csv.refuse_cell(row.line, row.cells.front(), "begins a row of too few or too many cells",
                      fmt::format("{} cells, as the heads", csv.heads().cells.size()));
    const auto cell = [&](int column) {
      return csv.number(row.line, row.cells[static_cast<size_t>(column)]);
    };
    BendRow bend{cell(c.thickness) * units.mm, cell(c.radius) * units.mm, Angle::degrees(cell(c.angle))};
    const auto at = [&](int column) -> const Csv::Cell& { return row.cells[static_cast<size_t>(column)]; };
    if (!(bend.thickness > 0)) csv.refuse_cell(row.line, at(c.thickness), "is out of range", "over 0");
    if (!(bend.radius >= 0)) csv.refuse_cell(row.line, at(c.radius), "is out of range", "0 or more");
    const double most = c.deduction >= 0 ? 179 : 360;
    if (!(bend.angle.degrees() > 0 && bend.angle.degrees() <= most))
      csv.refuse_cell(row.line, at(c.angle), "is out of range",
                      fmt::format("over 0 to {} degrees turned", most));
    bend.neutral_factor = factor_of(csv, row, c, bend, units.mm);
    if (!(bend.neutral_factor >= 0 && bend.neutral_factor <= 1))
      csv.refuse_cell(row.line, at(std::max({c.factor, c.allowance, c.deduction})),
                      fmt::format("gives a neutral factor of {:.6g}", bend.neutral_factor),
                      "one that makes 0 to 1");
    const auto same = [&](const BendRow& other) {
      return other.thickness == bend.thickness && other.radius == bend.radius && other.angle == bend.angle;
    };
    if (std::any_of(table.begin(), table.end(), same))
      csv.refuse_cell(row.line, row.cells.front(), "begins a second row for one bend",
                      "one row for each bend");
    table.push_back(bend);
  }
  if (table.empty()) refuse(named, "is a table without rows", "a line of heads, then rows");
  return table;
}

namespace {

// "8 up 90; 16 down 180": how far beyond the edge, towards which face, and by how much.
std::vector<EdgeFold> folds_of(const Csv& csv, const Csv::Row& row, const Csv::Cell& cell, double mm) {
  std::vector<EdgeFold> folds;
  const auto refused = [&]() {
    csv.refuse_cell(row.line, cell, "is no list of folds", "as \"8 up 90; 16 down 180\"");
  };
  std::istringstream all(cell.text);
  for (std::string one; std::getline(all, one, ';');) {
    std::istringstream words(one);
    std::string at, way, turned, rest;
    if (!(words >> at >> way >> turned) || words >> rest || (way != "up" && way != "down")) refused();
    folds.push_back({csv.number(row.line, {at, cell.column}) * mm,
                     Angle::degrees(csv.number(row.line, {turned, cell.column})), way == "up"});
  }
  return folds;
}

SeamSide side_of(const Csv& csv, const Csv::Row& row, const std::string& head, double mm) {
  std::optional<double> adds;
  fill(csv, row, head.c_str(), mm, adds);
  const int folds = csv.column(head + "_folds");
  SeamSide side{adds.value_or(0), {}};
  if (folds < 0) return side;
  const Csv::Cell& cell = row.cells[static_cast<size_t>(folds)];
  if (cell.text.empty()) return side;
  side.folds = folds_of(csv, row, cell, mm);
  double before = 0;
  for (const EdgeFold& f : side.folds) {
    if (!(f.at >= before && f.at < side.adds))
      csv.refuse_cell(row.line, cell, "folds beyond what its side adds, or not in their order",
                      "distances that rise, below " + fmt::format("{:g}", side.adds / mm));
    before = f.at;
    if (!(f.turned.degrees() >= 0.5 && f.turned.degrees() <= 180))
      csv.refuse_cell(row.line, cell, "turns by an angle out of range", "0.5 to 180 degrees");
  }
  return side;
}

}  // namespace

namespace {

// "4", or by the sheet: "2t".
void fill_notch(const Csv& csv, const Csv::Row& row, double mm, NamedSeam& seam) {
  const int column = csv.column("notch");
  if (column < 0) return;
  Csv::Cell cell = row.cells[static_cast<size_t>(column)];
  if (cell.text.empty()) return;
  const bool by_thickness = cell.text.back() == 't';
  if (by_thickness) cell.text.pop_back();
  const double value = csv.number(row.line, cell);
  if (value < 0 || value > 1e5)
    csv.refuse_cell(row.line, row.cells[static_cast<size_t>(column)], "is out of range",
                    "0 to 100000, or so many thicknesses, as 2t");
  (by_thickness ? seam.notch_by_thickness : seam.notch) = by_thickness ? value : value * mm;
}

}  // namespace

std::optional<NamedSeam> read_seam_kind(Reader& r, const char* key, const std::string& source) {
  const Entry* asked = r.at(key);
  if (!asked) return std::nullopt;
  const Csv csv(list_of(r, "lists.seams", *asked), source, {"name", "a", "a_folds", "b", "b_folds", "notch"});
  const Csv::Row& row = row_named(csv, *asked);
  const double mm = r.units().mm;
  NamedSeam seam{std::get<std::string>(asked->value), side_of(csv, row, "a", mm), side_of(csv, row, "b", mm)};
  fill_notch(csv, row, mm, seam);
  if (seam.a.adds <= 0 && seam.b.adds <= 0)
    refuse(*asked, "adds nothing on either side", "a column a or b above 0");
  return seam;
}

std::optional<PressDie> read_die(Reader& r, const std::string& source) {
  const Entry* asked = r.at("pressing.die");
  const Entry* punch = r.at("pressing.punch");
  if (!asked || !punch) {
    if (const Entry* alone = asked ? asked : punch)
      refuse(*alone, "is given alone: a stroke takes a die and a punch", {}, "give both, or leave it out");
    return std::nullopt;
  }
  const double mm = r.units().mm;
  const auto size = [&](const Csv& csv, const Entry& named, const char* head, double least) {
    std::optional<double> value;
    fill(csv, row_named(csv, named), head, mm, value);
    if (!value || !(*value >= least && *value <= 1e4))
      refuse(named, fmt::format("has no {} in the list, or one out of range", head),
             fmt::format("a column {} of {:g} or more", head, least));
    return *value;
  };
  const Csv dies(list_of(r, "lists.dies", *asked), source, {"name", "opening", "radius", "angle"});
  const Csv punches(list_of(r, "lists.punches", *punch), source, {"name", "radius"});
  std::optional<double> angle;
  fill(dies, row_named(dies, *asked), "angle", 1, angle);
  if (angle && !(*angle >= 1 && *angle < 180))
    refuse(*asked, "has an angle out of range in the list", "1 to under 180 degrees, or an empty cell");
  return PressDie{
      std::get<std::string>(asked->value), size(dies, *asked, "opening", 0.1),
      size(dies, *asked, "radius", 0),     std::get<std::string>(punch->value),
      size(punches, *punch, "radius", 0),  angle ? std::optional(Angle::degrees(*angle)) : std::nullopt};
}

void read_gauge(Reader& r, const std::string& source, Sheet& sheet) {
  const Entry* asked = r.at("gauge");
  if (!asked) return;
  if (const Entry* thickness = r.at("thickness"))
    refuse(*thickness, "is given beside a gauge", {}, "leave one of the two out");
  const Csv csv(list_of(r, "lists.gauges", *asked), source, {"name", "thickness"});
  std::optional<double> thickness;
  fill(csv, row_named(csv, *asked), "thickness", r.units().mm, thickness);
  if (!thickness) refuse(*asked, "has no thickness in the list", "a column thickness");
  sheet.thickness = thickness;
}

}  // namespace juggler
