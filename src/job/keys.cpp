#include <algorithm>

#include "entries.h"

namespace juggler {
namespace {

const std::vector<std::string> sheet_faces{"inside", "middle", "outside"};

std::vector<std::string> paper_words(std::vector<std::string> words) {
  for (const Paper& paper : papers()) words.push_back(paper.name);
  return words;
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

std::vector<KeyHelp> help_of(const std::vector<Key>& keys, const std::string& prefix) {
  std::vector<KeyHelp> help;
  for (const Key& key : keys) {
    if (key.meaning.empty()) continue;  // said with another key
    std::string path = key.path;
    for (size_t number = path.find(".#"); number != std::string::npos; number = path.find(".#"))
      path.erase(number, 2);
    help.push_back({prefix + path, shown(key), key.meaning});
  }
  return help;
}

const std::vector<KeyTable>& key_tables() {
  static const std::vector<KeyTable> tables{
      {"job",
       {{"name", Kind::text, "what the job is called"},
        {"number", Kind::text, "its number, marked on every blank"},
        {"date", Kind::text, "for the drawing's title block"},
        {"units", Kind::choice, "of plain numbers (else mm)", {"mm", "cm", "m", "in", "ft"}}}},
      {"sheet",
       {{"thickness", Kind::length, "required; 0 for paper, film and card"},
        {"gauge", Kind::text, "or: its name in the list of gauges"},
        {"sizes_on", Kind::choice, "the face the sizes are measured on", sheet_faces},
        {"neutral", Kind::number,
         "the K factor: neutral layer from the inside face over the thickness (else 0.5)"},
        {"material", Kind::text, "for the outputs"},
        {"density", Kind::number, "kg/m3, for the mass"}}},
      {"joint",
       {{"#.main", Kind::text, "[[joint]], two parts that meet: the one that gets the hole"},
        {"#.branch", Kind::text, "the one whose end is cut"},
        {"#.fit",
         Kind::choice,
         "on the main's outside, or through the hole to its inside",
         {"set_on", "set_in"}},
        {"#.end", Kind::choice, "of the branch (else base)", {"base", "top"}},
        {"#.gap", Kind::length, "between the branch's end and the main, for the weld (else 0)"},
        {"#.clearance", Kind::length, "of the hole about the branch (else 0)"},
        {"#.beyond", Kind::length, "set in: how far the branch stands past the main's inside (else 0)"}}},
      {"lists",
       {{"tubes", Kind::text,
         "a CSV file: name, and diameter or side or width and depth, corner_radius, wall_thickness"},
        {"gauges", Kind::text, "a CSV file: name and thickness"},
        {"seams", Kind::text, "a CSV file: name, what sides a and b add, a_folds, b_folds, notch"},
        {"dies", Kind::text, "a CSV file: name, opening, radius, and angle of the groove"},
        {"punches", Kind::text, "a CSV file: name and radius"}}},
      {"bench",
       {{"round", Kind::length, "what the bench card's lengths are rounded to (else 0.5 mm or 1/32 in)"},
        {"reach", Kind::length, "the longest trammel; longer swings are given by offsets"},
        {"spacing", Kind::length, "between offsets (else about a twelfth of the chord)"}}},
      {"rolls",
       {{"width", Kind::length, "the widest plate the rolls take"},
        {"least_radius", Kind::length, "the least inside radius they roll"},
        {"flat_end", Kind::length, "what they leave flat at either edge"}}},
      {"drawing",
       {{"paper", Kind::choice, "iso or us: the smallest that serves (else by the units)",
         paper_words({"iso", "us"})},
        {"scale", Kind::scale, "of the blanks, as 1:10 (else the largest standard one)"},
        {"dimensions", Kind::flag, "false leaves them out of the views"},
        {"hidden_lines", Kind::flag, "false leaves them out of the formed views, else dashed"}}},
      {"template",
       {{"paper", Kind::choice, "what templates are printed on (else A4 or Letter)", paper_words({"roll"})},
        {"roll_width", Kind::length, "of the paper roll (else 914.4 mm, 36 in)"},
        {"margin", Kind::length, "that the printer leaves on every side (else 8 mm)"},
        {"overlap", Kind::length, "of neighbouring tiles (else 12 mm)"},
        {"bar_across", Kind::length, "what the 100 mm bar across the page measures in print (else 100 mm)"},
        {"bar_along", Kind::length, "what the 100 mm bar along the page measures in print (else 100 mm)"},
        {"blank", Kind::flag, "false leaves the blank out"},
        {"wrap", Kind::flag, "true adds the template to wrap round the outside"},
        {"end_rings", Kind::flag, "true adds the rings of both ends"},
        {"sweeps", Kind::flag, "true adds the templates to hold against the wall"},
        {"paper_thickness", Kind::length, "of the template to wrap round (else 0.1 mm)"}}}};
  return tables;
}

const std::vector<Key>& sheet_key_table() { return key_tables()[1].keys; }

const std::vector<std::string>& list_names() {
  static const std::vector<std::string> names{"trim", "flange", "profile", "edge",   "opening", "lettering",
                                              "legs", "notch",  "wall",    "return", "bolts"};
  return names;
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
    if (!pattern.empty()) pattern += '.';
    pattern += number ? "#" : word;
  }
  return pattern;
}

std::string shown(const Key& key) {
  switch (key.kind) {
    case Kind::length:
      return "length";
    case Kind::lengths:
      return "list of lengths";
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
    case Kind::position:
      return "[x, y, z]";
    case Kind::seam_place:
      return "angle, list of angles, \"shortest\" or \"longest\"";
    case Kind::direction: {
      std::string words;
      for (const std::string& word : key.choices) words += "\"" + word + "\", ";
      return words + "or an angle";
    }
    case Kind::texts:
      return "list of texts";
    case Kind::members:
      return "list of numbers or texts";
    case Kind::list:
      return "list of tables";
    case Kind::scale:
      return "\"1:N\" or \"N:1\"";
    case Kind::choice:
      break;
  }
  std::string s;
  for (const std::string& choice : key.choices) s += (s.empty() ? "\"" : " | \"") + choice + "\"";
  return s;
}

std::vector<KeyHelp> job_keys() {
  std::vector<KeyHelp> help;
  for (const KeyTable& table : key_tables()) {
    for (const KeyHelp& key : help_of(table.keys, table.name + ".")) help.push_back(key);
  }
  return help;
}

std::string nearest_word(std::string_view word, const std::vector<std::string>& known) {
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
