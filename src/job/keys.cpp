#include <algorithm>

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

const std::vector<std::string> ends{"base", "top"};

// Of every round part, after its sizes.
const std::vector<Key> round_keys{
    {"agree", Kind::length, "by how much surplus sizes may differ (else 0.001 mm)"},
    {"trim.#.end", Kind::choice, "[[part.trim]]: the end that a plane cuts off", ends},
    {"trim.#.height", Kind::length, "where the plane meets the axis"},
    {"trim.#.tilt", Kind::angle, "of the plane from level, 0 to 89 (else 0)"},
    {"trim.#.uphill", Kind::angle, "plan angle of the direction in which it rises (else 0)"},
    {"trim.#.short_side", Kind::length, "or: length of the shorter of the rulings uphill and downhill"},
    {"trim.#.long_side", Kind::length, "length of the longer, to the other end's plane"},
    {"trim.#.from_apex", Kind::length, "or: distance from the apex along the axis"},
    {"trim.#.to_axis", Kind::angle, "the plane's angle to the axis"},
    {"trim.#.contact", Kind::choice, "the layer that meets the plane (else the size face)", contacts},
    {"seam.gap", Kind::length, "width of a gap with parallel edges, half on each side"},
    {"seam.wedge", Kind::angle, "width of a wedge gap, an angle about the axis"},
    {"seam.gap_on", Kind::choice, "the face on which the gap is measured (else the neutral layer)", faces},
    {"seam.at", Kind::seam_place, "where the (first) seam lies, or a list of all seams (else 0)"},
    {"seam.pieces", Kind::count, "pieces round the part (else 1)"},
    {"seam.lap", Kind::length, "how far the wall is repeated past the seam; needs a zero gap"},
    {"seam.lap_on", Kind::choice, "the edge that has the lap (else the end)", {"start", "end"}},
    {"seam.stock", Kind::length, "left on both edges, to be cut off after rolling"},
    {"quantity", Kind::count, "how many are made (else 1)"},
    {"hand", Kind::choice, "\"opposite\" for the mirrored twin", {"as_drawn", "opposite"}},
    {"face_up", Kind::choice, "the face that lies up (else the inside)", {"inside", "outside"}},
    {"elements", Kind::count, "spaces between element lines once round (else 4: quarter lines)"},
    {"elements.within", Kind::length, "or: as many as keep the flats between them this near the wall"},
    {"fit", Kind::length, "how far fitted arcs may leave a rim that is no arc (else 0.02 mm)"},
    {"marks", Kind::flag, "false leaves the marks out"},
    {"name", Kind::text, "of this part, where it differs from the job's"},
    {"number", Kind::text, "of this part, where it differs from the job's"}};

std::vector<Key> with_round_keys(std::vector<Key> keys) {
  keys.insert(keys.begin(), {"shape", Kind::choice, "what the part is", shape_names()});
  keys.insert(keys.end(), round_keys.begin(), round_keys.end());
  for (const Key& key : sheet_key_table()) {
    keys.push_back(
        {"sheet." + key.path, key.kind, "of this part, where it differs from [sheet]", key.choices});
  }
  return keys;
}

std::vector<Key> make_cone_keys() {
  std::vector<Key> keys = end_keys("base");
  for (const Key& key : end_keys("top")) keys.push_back(key);
  const std::vector<Key> sizes{
      {"height", Kind::length, "distance of the end planes"},
      {"top.shift", Kind::point, "offset cone: the top's centre seen from the base's, [x, y]"},
      {"slant", Kind::length, "length of the wall from end plane to end plane"},
      {"half_angle", Kind::angle, "between the wall and the axis"},
      {"included_angle", Kind::angle, "between opposite walls: twice the half angle"},
      {"wider", Kind::choice, "the wider end, where the sizes leave it open", ends}};
  keys.insert(keys.end(), sizes.begin(), sizes.end());
  return with_round_keys(std::move(keys));
}

std::vector<Key> make_cylinder_keys() {
  return with_round_keys(
      {{"diameter", Kind::length, "on the size face"},
       {"radius", Kind::length, "on the size face"},
       {"girth", Kind::length, "once round, on the size face"},
       {"sizes_on", Kind::choice, "the face of the size, where it differs from the sheet's", faces},
       {"height", Kind::length, "distance of the end planes"},
       {"short_side", Kind::length, "or: a slanting top by its shortest side"},
       {"long_side", Kind::length, "and its longest"},
       {"uphill", Kind::angle, "plan angle of the long side (else 0)"},
       {"base.contact", Kind::choice, "the layer that meets the base's plane (else the size face)", contacts},
       {"top.contact", Kind::choice, "the layer that meets the top's plane (else the size face)", contacts}});
}

constexpr const char* cylinder_figure = R"(
                          .  - - - - - - - -              seen from above
                      .-' |         ^                            90
                  .-'     |         |                       .---------.
              .-'         |         |                      /           \
 - - - -  .-'             |         | long_side       180 |      +      | 0, uphill
     ^    |               |         |                      \           /
 short_   |               |         |                       '---------'
 side     |               |         |                          270
     v    |               |         v                       plan angle
 - - - -  '---------------'  - - - - - - - -
          |<------------->|
              diameter           height: of both sides, where the top is level
)";

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

std::vector<std::string> paper_words(std::vector<std::string> words) {
  for (const Paper& paper : papers()) words.push_back(paper.name);
  return words;
}

std::vector<KeyHelp> help_of(const std::vector<Key>& keys, const std::string& prefix) {
  std::vector<KeyHelp> help;
  for (const Key& key : keys) {
    std::string path = key.path;
    if (const size_t number = path.find(".#"); number != std::string::npos) path.erase(number, 2);
    help.push_back({prefix + path, shown(key), key.meaning});
  }
  return help;
}

// Steps of one letter put in, left out or changed, or two neighbours swapped.
size_t distance(std::string_view a, std::string_view b) {
  std::vector<std::vector<size_t>> d(a.size() + 1, std::vector<size_t>(b.size() + 1));
  for (size_t i = 0; i <= a.size(); ++i) d[i][0] = i;
  for (size_t j = 0; j <= b.size(); ++j) d[0][j] = j;
  for (size_t i = 1; i <= a.size(); ++i) {
    for (size_t j = 1; j <= b.size(); ++j) {
      d[i][j] =
          std::min({d[i - 1][j] + 1, d[i][j - 1] + 1, d[i - 1][j - 1] + (a[i - 1] == b[j - 1] ? 0 : 1)});
      const bool swapped = i > 1 && j > 1 && a[i - 1] == b[j - 2] && a[i - 2] == b[j - 1];
      if (swapped) d[i][j] = std::min(d[i][j], d[i - 2][j - 2] + 1);
    }
  }
  return d[a.size()][b.size()];
}

}  // namespace

const std::vector<KeyTable>& key_tables() {
  static const std::vector<KeyTable> tables{
      {"job",
       {{"name", Kind::text, "what the job is called"},
        {"number", Kind::text, "its number, marked on every blank"},
        {"date", Kind::text, "for the drawing's title block"},
        {"units", Kind::choice, "of plain numbers (else mm)", {"mm", "cm", "m", "in", "ft"}}}},
      {"sheet",
       {{"thickness", Kind::length, "required; 0 for paper, film and card"},
        {"sizes_on", Kind::choice, "the face the sizes are measured on", faces},
        {"neutral", Kind::number, "neutral layer from the inside face over the thickness (else 0.5)"},
        {"material", Kind::text, "for the outputs"},
        {"density", Kind::number, "kg/m3, for the mass"}}},
      {"bench",
       {{"round", Kind::length, "what the bench card's lengths are rounded to (else 0.5 mm or 1/32 in)"},
        {"reach", Kind::length, "the longest trammel; longer swings are given by offsets"},
        {"spacing", Kind::length, "between offsets (else about a twelfth of the chord)"}}},
      {"rolls",
       {{"width", Kind::length, "the widest plate the rolls take"},
        {"least_radius", Kind::length, "the least inside radius they roll"},
        {"flat_end", Kind::length, "what they leave flat at either edge"}}},
      {"drawing",
       {{"sheet", Kind::choice, "its paper; iso or us: the smallest that serves (else by the units)",
         paper_words({"iso", "us"})},
        {"scale", Kind::scale, "of the blanks, as 1:10 (else the largest standard one)"},
        {"dimensions", Kind::flag, "false leaves them out of the views"}}},
      {"template",
       {{"paper", Kind::choice, "what templates are printed on (else A4 or Letter)", paper_words({"roll"})},
        {"roll_width", Kind::length, "of the paper roll (else 914.4 mm, 36 in)"},
        {"margin", Kind::length, "that the printer leaves on every side (else 8 mm)"},
        {"overlap", Kind::length, "of neighbouring tiles (else 12 mm)"},
        {"bar_across", Kind::length, "what the 100 mm bar across the page measures in print (else 100 mm)"},
        {"bar_along", Kind::length, "what the 100 mm bar along the page measures in print (else 100 mm)"},
        {"blank", Kind::flag, "false leaves the blank out"},
        {"wrap", Kind::flag, "true adds the template to wrap round the outside"},
        {"rings", Kind::flag, "true adds the rings of both ends"},
        {"sweeps", Kind::flag, "true adds the templates to hold against the wall"},
        {"paper_thickness", Kind::length, "of the template to wrap round (else 0.1 mm)"}}}};
  return tables;
}

const std::vector<Key>& sheet_key_table() { return key_tables()[1].keys; }

const std::vector<std::string>& shape_names() {
  static const std::vector<std::string> names{"cone", "cylinder"};
  return names;
}

const std::vector<Key>& shape_key_table(std::string_view shape) {
  static const std::vector<Key> cone = make_cone_keys();
  static const std::vector<Key> cylinder = make_cylinder_keys();
  return shape == "cylinder" ? cylinder : cone;
}

const Key* find(const std::vector<Key>& table, std::string_view path) {
  const std::string pattern = pattern_of(path);
  const auto found =
      std::find_if(table.begin(), table.end(), [&](const Key& k) { return k.path == pattern; });
  return found == table.end() ? nullptr : &*found;
}

std::string pattern_of(std::string_view path) {
  std::string pattern;
  while (!path.empty()) {
    const size_t dot = std::min(path.find('.'), path.size());
    const std::string_view word = path.substr(0, dot);
    path.remove_prefix(std::min(dot + 1, path.size()));
    const bool number = !word.empty() && word.find_first_not_of("0123456789") == std::string_view::npos;
    if (number && path.empty()) break;  // a member of a list stands under the list's key
    pattern += (pattern.empty() ? "" : ".") + (number ? "#" : std::string(word));
  }
  return pattern;
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
    case Kind::point:
      return "[x, y]";
    case Kind::seam_place:
      return "angle, list of angles, \"shortest\" or \"longest\"";
    case Kind::scale:
      return "\"1:N\" or \"N:1\"";
    case Kind::choice:
      break;
  }
  std::string s;
  for (const std::string& choice : key.choices) s += (s.empty() ? "\"" : " | \"") + choice + "\"";
  return s;
}

const std::vector<ShapeHelp>& shapes() {
  static const std::vector<ShapeHelp> all{
      {"cone", "a cone, right or offset: a frustum, or pointed at either end; either end the wider",
       std::string(cone_figure + 1),
       "Both ends (one may be a point) and one of height, slant, half_angle, included_angle; or one end "
       "and two\n"
       "of height, slant and an angle, with wider = \"base\" or \"top\". Surplus sizes are checked.\n"
       "An offset cone: both ends, height and top.shift = [x, y].",
       help_of(shape_key_table("cone"), "")},
      {"cylinder", "a cylinder, its ends level or slanting", std::string(cylinder_figure + 1),
       "One of diameter, radius, girth; and height, or short_side and long_side for a slanting top.",
       help_of(shape_key_table("cylinder"), "")}};
  return all;
}

std::vector<KeyHelp> job_keys() {
  std::vector<KeyHelp> help;
  for (const KeyTable& table : key_tables()) {
    for (const KeyHelp& key : help_of(table.keys, table.name + ".")) help.push_back(key);
  }
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
