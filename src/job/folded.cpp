// Folded shapes of a job, and the bend table that a job may name.
#include <charconv>
#include <filesystem>
#include <fstream>
#include <sstream>

#include "reader.h"

namespace juggler {
namespace {

namespace fs = std::filesystem;

// A CSV file: a line of heads, then rows of numbers. Empty lines and lines that begin with # are passed over.
class Csv {
 public:
  Csv(const Entry& named, const fs::path& path) : named_(named), path_(path) {
    std::ifstream in(path);
    if (!in || fs::is_directory(path))
      refuse(named, "is a file that cannot be read", "a CSV file beside the job");
    constexpr size_t longest = 1000000;
    std::string text(std::istreambuf_iterator<char>(in), {});
    if (text.size() > longest) refuse(named, "is too large for a table", "up to 1,000,000 bytes");
    split(text);
  }

  struct Cell {
    std::string text;
    int column = 1;
  };
  struct Row {
    int line = 1;
    std::vector<Cell> cells;
  };
  [[nodiscard]] const std::vector<Row>& rows() const { return rows_; }
  [[nodiscard]] const Row& heads() const {
    if (rows_.empty()) refuse(named_, "is an empty table", "a line of heads, then rows");
    return rows_.front();
  }

  [[noreturn]] void refuse_cell(int line, const Cell& cell, const std::string& reason,
                                const std::string& allowed) const {
    throw JobRefusal({path_.string(), line, cell.column}, {.reason = reason,
                                                           .key = named_.path,
                                                           .found = "\"" + cell.text.substr(0, 60) + "\"",
                                                           .allowed = allowed});
  }
  [[nodiscard]] double number(int line, const Cell& cell) const {
    double value = 0;
    const char* end = cell.text.data() + cell.text.size();
    const auto [stop, error] = std::from_chars(cell.text.data(), end, value);
    if (error != std::errc{} || stop != end || !std::isfinite(value))
      refuse_cell(line, cell, "is no number", "a plain number with a point, as 1.5");
    return value;
  }

 private:
  void split(const std::string& text) {
    std::istringstream in(text);
    std::string line;
    for (int number = 1; std::getline(in, line); ++number) {
      if (!line.empty() && line.back() == '\r') line.pop_back();
      if (line.find_first_not_of(" \t") == std::string::npos || line.front() == '#') continue;
      Row row{number, {}};
      for (size_t at = 0; at <= line.size();) {
        const size_t comma = std::min(line.find(',', at), line.size());
        const size_t from = std::min(line.find_first_not_of(" \t", at), comma);
        const size_t to = line.find_last_not_of(" \t", comma == 0 ? 0 : comma - 1);
        const bool empty = from >= comma || to == std::string::npos || to < from;
        row.cells.push_back({empty ? "" : line.substr(from, to - from + 1), static_cast<int>(from) + 1});
        at = comma + 1;
      }
      rows_.push_back(std::move(row));
    }
  }

  const Entry& named_;
  fs::path path_;
  std::vector<Row> rows_;
};

// Of a bend table: which column says what. The last three are three ways of saying the same.
struct BendColumns {
  int thickness = -1, radius = -1, angle = -1, factor = -1, allowance = -1, deduction = -1;
};

BendColumns bend_columns(const Csv& csv) {
  BendColumns c;
  const std::vector<std::string> known{"thickness", "radius", "angle", "factor", "allowance", "deduction"};
  int* const places[]{&c.thickness, &c.radius, &c.angle, &c.factor, &c.allowance, &c.deduction};
  const Csv::Row& heads = csv.heads();
  for (size_t i = 0; i < heads.cells.size(); ++i) {
    const auto found = std::find(known.begin(), known.end(), heads.cells[i].text);
    if (found == known.end())
      csv.refuse_cell(heads.line, heads.cells[i], "is no head of a bend table",
                      "thickness, radius, angle and one of factor, allowance, deduction");
    *places[found - known.begin()] = static_cast<int>(i);
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

std::vector<BendRow> read_bend_table(const Entry& named, const std::string& source, const Units& units) {
  const fs::path name(std::get<std::string>(named.value));
  const Csv csv(named, name.is_absolute() ? name : fs::path(source).parent_path() / name);
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
    bend.factor = factor_of(csv, row, c, bend, units.mm);
    if (!(bend.factor >= 0 && bend.factor <= 1))
      csv.refuse_cell(row.line, at(std::max({c.factor, c.allowance, c.deduction})),
                      fmt::format("gives a neutral factor of {:.6g}", bend.factor), "one that makes 0 to 1");
    table.push_back(bend);
  }
  if (table.empty()) refuse(named, "is a table without rows", "a line of heads, then rows");
  return table;
}

Bend read_bend(Reader& r, const std::string& source) {
  Bend bend;
  r.length("bend.radius", bend.radius);
  r.check("bend.radius", bend.radius, 0, 1e6);
  r.number("bend.neutral", bend.neutral);
  if (const Entry* table = r.at("bend.table")) bend.table = read_bend_table(*table, source, r.units());
  if (r.has("bend.test")) {
    TestPiece test;
    r.length("bend.test.flat", test.flat);
    r.length("bend.test.leg_a", test.leg_a);
    r.length("bend.test.leg_b", test.leg_b);
    r.angle("bend.test.angle", test.angle);
    r.length("bend.test.radius", test.radius);
    r.length("bend.test.thickness", test.thickness);
    bend.test = test;
  }
  r.angle("bend.springback", bend.springback);
  if (bend.springback && !(bend.springback->degrees() >= 0 && bend.springback->degrees() < 45))
    refuse(*r.at("bend.springback"), "is out of range", "0 to under 45 degrees for a bend of 90");
  r.length("bend.die", bend.die);
  r.check("bend.die", bend.die, 1e-3, 1e4);
  std::string tags = "letters";
  r.text("bend.tags", tags);
  bend.letters = tags == "letters";
  return bend;
}

constexpr std::array<std::pair<const char*, PanelFace>, 5> panel_faces{{{"inside", PanelFace::inside},
                                                                        {"middle", PanelFace::middle},
                                                                        {"outside", PanelFace::outside},
                                                                        {"left", PanelFace::left},
                                                                        {"right", PanelFace::right}}};
constexpr std::array<std::pair<const char*, Corner>, 2> corner_words{
    {{"inside_touch", Corner::inside_touch}, {"lapped", Corner::lapped}}};
constexpr std::array<std::pair<const char*, Relief>, 3> relief_words{
    {{"round", Relief::round}, {"slot", Relief::slot}, {"closed", Relief::closed}}};

Pressing read_bending(Reader& r) {
  Pressing p;
  if (r.at("bending.hits")) {
    int hits = 0;
    r.count("bending.hits", hits);
    p.hits = hits;
  }
  r.length("bending.flat_width", p.flat_width);
  r.length("bending.facet_error", p.facet_error);
  const int given = (p.hits ? 1 : 0) + (p.flat_width ? 1 : 0) + (p.facet_error ? 1 : 0);
  if (given > 1)
    refuse(*r.at(p.hits ? "bending.hits" : "bending.flat_width"),
           "is one of several ways of pressing that are given", "one of hits, flat_width and facet_error");
  return p;
}

Panel read_panel(Reader& r, const std::string& source) {
  Panel panel;
  r.tables("profile", [&](Reader& one) {
    ProfileStep step;
    std::optional<Angle> angle;
    one.length("line", step.line);
    one.angle("bend", step.bend);
    one.angle("arc", step.arc);
    one.length("radius", step.radius);
    std::string to = "left";
    one.text("to", to);
    step.to_right = to == "right";
    panel.profile.push_back(step);
  });
  r.length("run", panel.run);
  r.choice("sizes_on", panel_faces, panel.sizes_on);
  panel.bend = read_bend(r, source);
  panel.bending = read_bending(r);
  return panel;
}

Flange read_flange(Reader& r, size_t number) {
  Flange f;
  f.key = fmt::format("flange.{}", number);
  std::string end;
  r.text("end", end);
  if (end.empty())
    refuse(*r.first(), "belongs to a flange that does not say at which end it stands", {},
           "add end = \"top\" or end = \"base\"");
  f.end = end == "base" ? EndName::base : EndName::top;
  r.length("width", f.width);
  r.length("clearance", f.clearance);
  const Entry* direction = r.at("direction");
  if (!direction) return f;
  const auto* word = std::get_if<std::string>(&direction->value);
  constexpr FlangeDirection known[]{FlangeDirection::upright, FlangeDirection::level,
                                    FlangeDirection::square};
  for (size_t i = 0; i < std::size(direction_words); ++i) {
    if (word && *word == direction_words[i]) {
      f.direction = known[i];
      return f;
    }
  }
  const std::string near = word ? nearest(*word, {"upright", "level", "square"}) : "";
  if (!near.empty() && !r.names(*word))
    refuse(*direction, "is no angle and none of the words known here",
           "\"upright\", \"level\", \"square\" or an angle", fmt::format("did you mean \"{}\"?", near));
  f.direction = FlangeDirection::at_angle;
  r.angle("direction", f.rise);
  return f;
}

void read_eighth(Reader& r, int& eighth) {
  std::string word;
  r.text("seam.at", word);
  for (int i = 0; i < 8; ++i) {
    if (word == name_of_eighth(i)) eighth = i;
  }
}

Hopper read_hopper(Reader& r, const std::string& source) {
  Hopper h;
  r.length("base.width", h.base.width);
  r.length("base.length", h.base.length);
  r.length("top.width", h.top.width);
  r.length("top.length", h.top.length);
  r.length("height", h.height);
  r.point("top.shift", h.shift);
  r.contact("base.contact", h.base_contact);
  r.contact("top.contact", h.top_contact);
  r.count("seam.pieces", h.pieces);
  read_eighth(r, h.seam);
  std::optional<Corner> corner;
  std::optional<Relief> relief;
  r.choice("corner", corner_words, corner);
  r.choice("relief", relief_words, relief);
  r.choice("relief.kind", relief_words, relief);
  h.corner = corner.value_or(h.corner);
  h.relief = relief.value_or(h.relief);
  r.length("relief.size", h.relief_size);
  r.check("relief.size", h.relief_size, 1e-3, 1e4);
  r.tables("flange", [&](Reader& one) { h.flanges.push_back(read_flange(one, h.flanges.size() + 1)); });
  h.bend = read_bend(r, source);
  return h;
}

}  // namespace

Shape read_folded(Reader& part, const std::string& shape, const std::string& source, Seam& seam) {
  part.length("seam.gap", seam.gap);
  if (shape == "panel") return read_panel(part, source);
  return read_hopper(part, source);
}

}  // namespace juggler
