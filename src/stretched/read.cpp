// Domes and ruled walls of a job.
#include "job/csv.h"
#include "stretched_rows.h"

namespace juggler {
namespace {

constexpr std::array<std::pair<const char*, DomeKind>, 2> kind_words{
    {{"sphere", DomeKind::sphere}, {"dished", DomeKind::dished}}};

// x, y and z of points, a row each, in the job's units.
std::vector<Vec3> read_points(const Entry& named, const std::string& source, const Units& units) {
  const Csv csv(named, source, {"x", "y", "z"});
  std::array<int, 3> columns{};
  const std::array names{"x", "y", "z"};
  for (size_t k = 0; k < 3; ++k) {
    columns[k] = csv.column(names[k]);
    if (columns[k] < 0) refuse(named, fmt::format("is a table without a column {}", names[k]), "heads x,y,z");
  }
  std::vector<Vec3> points;
  for (size_t i = 1; i < csv.rows().size(); ++i) {
    const Csv::Row& row = csv.rows()[i];
    std::array<double, 3> at{};
    for (size_t k = 0; k < 3; ++k) {
      const auto column = static_cast<size_t>(columns[k]);
      if (column >= row.cells.size())
        csv.refuse_cell(row.line, {"", 1}, fmt::format("has no {}", names[k]), "a number in each column");
      at[k] = units.mm * csv.number(row.line, row.cells[column]);
    }
    points.push_back({at[0], at[1], at[2]});
  }
  if (points.empty()) refuse(named, "is a table without rows", "2 to 1000 points");
  return points;
}

SpaceCurve read_curve(Reader& r, const std::string& end, const std::string& source) {
  const auto key = [&](const char* name) { return end + name; };
  SpaceCurve c;
  r.length(key(".diameter").c_str(), c.diameter);
  r.length(key(".end_diameter").c_str(), c.diameter_to);
  r.length(key(".pitch").c_str(), c.pitch);
  r.number(key(".turns").c_str(), c.turns);
  r.length(key(".height").c_str(), c.height);
  r.angle(key(".at").c_str(), c.start);
  if (const Entry* file = r.at(key(".path").c_str())) c.points = read_points(*file, source, r.units());
  return c;
}

}  // namespace

void read_dome(Reader& r, const std::string&, Part& part) {
  Dome d;
  r.choice("kind", kind_words, d.kind);
  r.length("rim.diameter", d.rim);
  r.length("rise", d.rise);
  r.length("diameter", d.diameter);
  r.flag("whole", d.whole);
  r.length("crown_radius", d.crown_radius);
  r.length("knuckle_radius", d.knuckle_radius);
  r.length("straight", d.straight);
  r.length("crown.diameter", d.crown);
  r.choice("sizes_on", face_words, d.sizes_on);
  r.count("gores", d.gores);
  r.angle("start.at", d.start);
  d.strain = read_strain(r);
  part.asked = std::move(d);
}

void read_ruled_wall(Reader& r, const std::string& source, Part& part) {
  RuledWall w;
  w.base = read_curve(r, "base", source);
  w.top = read_curve(r, "top", source);
  w.rulings = read_rulings(r);
  r.count("pieces", w.pieces);
  w.strain = read_strain(r);
  part.asked = std::move(w);
}

}  // namespace juggler
