#include "reader.h"

namespace juggler {
namespace {

Bench read_bench(Reader& r, const Units& units) {
  Bench bench;
  if (in_inches(units)) bench.round_to = 25.4 / 32;
  r.length("round", bench.round_to);
  r.length("reach", bench.reach);
  r.length("spacing", bench.spacing);
  r.check("round", bench.round_to, limits::shortest, 25.4);
  r.check("reach", bench.reach, 10, 1e6);
  r.check("spacing", bench.spacing, 1, 1e6);
  return bench;
}

Rolls read_rolls(Reader& r) {
  Rolls rolls;
  r.length("width", rolls.width);
  r.length("least_radius", rolls.least_radius);
  r.length("flat_end", rolls.flat_end);
  r.check("width", rolls.width, 1, 1e6);
  r.check("least_radius", rolls.least_radius, 0, 1e6);
  r.check("flat_end", rolls.flat_end, 0, 1e6);
  return rolls;
}

// "1:10" and the like.
void read_scale(Reader& r, Drawing& drawing) {
  std::string text;
  r.text("scale", text);
  if (text.empty() && !r.at("scale")) return;
  const size_t colon = text.find(':');
  const auto over = parse_measure(text.substr(0, colon));
  const auto under = parse_measure(colon == std::string::npos ? "" : text.substr(colon + 1));
  const auto fair = [](const std::optional<Measure>& m) {
    return m && m->dimension == Dimension::none && m->value >= 1 && m->value <= 1e5;
  };
  if (!fair(over) || !fair(under) || (over->value != 1 && under->value != 1)) {
    refuse(*r.at("scale"), "is no scale", "\"1:N\" or \"N:1\", N from 1 to 100000", "write \"1:10\"");
  }
  drawing.scale = over->value / under->value;
}

Drawing read_drawing(Reader& r) {
  Drawing drawing;
  r.text("paper", drawing.paper);
  read_scale(r, drawing);
  r.flag("dimensions", drawing.dimensions);
  r.flag("hidden_lines", drawing.hidden_lines);
  return drawing;
}

Printing read_template(Reader& r) {
  Printing t;
  r.text("paper", t.paper);
  r.length("roll_width", t.roll_width);
  r.length("margin", t.margin);
  r.length("overlap", t.overlap);
  r.length("bar_across", t.bar_across);
  r.length("bar_along", t.bar_along);
  r.length("paper_thickness", t.paper_thickness);
  r.flag("blank", t.blank);
  r.flag("wrap", t.wrap);
  r.flag("end_rings", t.end_rings);
  r.flag("sweeps", t.sweeps);
  r.check("roll_width", t.roll_width, 200, 1600);
  r.check("margin", t.margin, 0, 30);
  r.check("overlap", t.overlap, 8, 40);
  r.check("bar_across", t.bar_across, 90, 110);
  r.check("bar_along", t.bar_along, 90, 110);
  r.check("paper_thickness", t.paper_thickness, 0, 5);
  return t;
}

}  // namespace

void read_tables(const Entries& entries, Numbers& numbers, Job& job) {
  const auto table = [&](const char* prefix) { return Reader(entries, numbers, job.units, prefix); };
  Reader bench = table("bench.");
  Reader rolls = table("rolls.");
  Reader drawing = table("drawing.");
  Reader printed = table("template.");
  job.bench = read_bench(bench, job.units);
  job.rolls = read_rolls(rolls);
  job.drawing = read_drawing(drawing);
  job.printed = read_template(printed);
}

}  // namespace juggler
