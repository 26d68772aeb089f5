#include <algorithm>
#include <numeric>

#include "entries.h"

namespace juggler {
namespace {

const std::vector<std::string> faces{"inside", "middle", "outside"};
const std::vector<std::string> contacts{"size_face", "inside", "middle", "outside",
                                        "neutral",   "clear",  "full"};

std::vector<Key> end_keys(const std::string& end) {
  return {{end + ".point", Kind::flag, "true where the " + end + " is a point"},
          {end + ".diameter", Kind::length, "of the " + end + ", on the size face"},
          {end + ".radius", Kind::length, "of the " + end + ", on the size face"},
          {end + ".girth", Kind::length, "once round the " + end + ", on the size face"},
          {end + ".sizes_on", Kind::choice, "the face of this end's sizes, where it differs", faces},
          {end + ".contact", Kind::choice, "the layer that meets this end's plane (else the size face)",
           contacts}};
}

std::vector<Key> make_cone_keys() {
  std::vector<Key> keys{{"shape", Kind::choice, "what the part is", {"cone"}}};
  for (const char* end : {"base", "top"}) {
    const auto of_end = end_keys(end);
    keys.insert(keys.end(), of_end.begin(), of_end.end());
  }
  const std::vector<Key> rest{
      {"height", Kind::length, "distance of the end planes"},
      {"slant", Kind::length, "length of the wall from end plane to end plane"},
      {"half_angle", Kind::angle, "between the wall and the axis"},
      {"included_angle", Kind::angle, "between opposite walls: twice the half angle"},
      {"wider", Kind::choice, "the wider end, where the sizes leave it open", {"base", "top"}},
      {"agree", Kind::length, "by how much surplus sizes may differ (else 0.001 mm)"},
      {"seam.gap", Kind::length, "width of a gap with parallel edges, half on each side"},
      {"seam.wedge", Kind::angle, "width of a wedge gap, an angle about the axis"},
      {"seam.gap_on", Kind::choice, "the face on which the gap is measured (else the neutral layer)", faces},
      {"seam.at", Kind::angle, "plan angle of the seam (else 0)"},
      {"quantity", Kind::count, "how many are made (else 1)"},
      {"hand", Kind::choice, "\"opposite\" for the mirrored twin", {"as_drawn", "opposite"}},
      {"face_up", Kind::choice, "the face that lies up (else the inside)", {"inside", "outside"}},
      {"elements", Kind::count, "spaces between element lines (else 4: quarter lines)"},
      {"marks", Kind::flag, "false leaves the marks out"},
      {"name", Kind::text, "of this part, where it differs from the job's"},
      {"number", Kind::text, "of this part, where it differs from the job's"}};
  keys.insert(keys.end(), rest.begin(), rest.end());
  return keys;
}

constexpr const char* cone_figure = R"(
           top.diameter
          |<--------->|                        seen from above
          .-----------.  - - - - -                   90
         /      |      \        ^               .---------.
        /       |       \       |              /           \
       /        |        \      | height  180 |      +      | 0
      /         |         \     |              \           /
     /    slant |half_angle\    v               '---------'
    '-----------------------'  - -                  270
    |<--------------------->|                    plan angle
          base.diameter
)";

std::vector<KeyHelp> help_of(const std::vector<Key>& keys, const std::string& prefix) {
  std::vector<KeyHelp> help;
  for (const Key& key : keys) help.push_back({prefix + key.path, shown(key), key.meaning});
  return help;
}

// Steps of one letter put in, left out or changed.
size_t distance(std::string_view a, std::string_view b) {
  std::vector<size_t> row(b.size() + 1);
  std::iota(row.begin(), row.end(), size_t{0});
  for (size_t i = 1; i <= a.size(); ++i) {
    size_t diagonal = row[0]++;
    for (size_t j = 1; j <= b.size(); ++j) {
      const size_t changed = diagonal + (a[i - 1] == b[j - 1] ? 0 : 1);
      diagonal = row[j];
      row[j] = std::min({changed, row[j] + 1, row[j - 1] + 1});
    }
  }
  return row[b.size()];
}

}  // namespace

const std::vector<Key>& job_key_table() {
  static const std::vector<Key> keys{
      {"name", Kind::text, "what the job is called"},
      {"number", Kind::text, "its number, marked on every blank"},
      {"units", Kind::choice, "of plain numbers (else mm)", {"mm", "cm", "m", "in", "ft"}}};
  return keys;
}

const std::vector<Key>& sheet_key_table() {
  static const std::vector<Key> keys{
      {"thickness", Kind::length, "required; 0 for paper, film and card"},
      {"sizes_on", Kind::choice, "the face the sizes are measured on", faces},
      {"neutral", Kind::number, "neutral layer from the inside face over the thickness (else 0.5)"},
      {"material", Kind::text, "for the outputs"},
      {"density", Kind::number, "kg/m3, for the mass"}};
  return keys;
}

const std::vector<Key>& cone_key_table() {
  static const std::vector<Key> keys = make_cone_keys();
  return keys;
}

const Key* find(const std::vector<Key>& table, std::string_view path) {
  const auto found = std::find_if(table.begin(), table.end(), [&](const Key& k) { return k.path == path; });
  return found == table.end() ? nullptr : &*found;
}

std::string shown(const Key& key) {
  switch (key.kind) {
    case Kind::length:
      return "length";
    case Kind::angle:
      return "angle";
    case Kind::number:
      return "number";
    case Kind::count:
      return "whole number";
    case Kind::text:
      return "text";
    case Kind::flag:
      return "true or false";
    case Kind::choice:
      break;
  }
  std::string s;
  for (const std::string& choice : key.choices) s += (s.empty() ? "\"" : " | \"") + choice + "\"";
  return s;
}

const std::vector<ShapeHelp>& shapes() {
  static const std::vector<ShapeHelp> all{
      {"cone", "a right cone: a frustum, or pointed at either end; either end the wider",
       std::string(cone_figure + 1),
       "Both ends (one may be a point) and one of height, slant, half_angle, included_angle; or one end "
       "and two\n"
       "of height, slant and an angle, with wider = \"base\" or \"top\". Surplus sizes are checked.",
       help_of(cone_key_table(), "")}};
  return all;
}

std::vector<KeyHelp> job_keys() {
  std::vector<KeyHelp> help = help_of(job_key_table(), "job.");
  const auto sheet = help_of(sheet_key_table(), "sheet.");
  help.insert(help.end(), sheet.begin(), sheet.end());
  return help;
}

std::string nearest(std::string_view word, const std::vector<std::string>& known) {
  std::string best;
  size_t least = std::max<size_t>(2, word.size() / 3) + 1;
  for (const std::string& candidate : known) {
    const size_t d = distance(word.substr(0, 80), candidate);
    if (d >= least) continue;
    least = d;
    best = candidate;
  }
  return best;
}

}  // namespace juggler
