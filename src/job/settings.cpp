#include <fmt/format.h>

#include <algorithm>

#include "entries.h"

namespace juggler {
namespace {

void apply_settings(Entries& entries, const std::vector<Setting>& settings) {
  for (const Setting& s : settings) {
    const std::string said = "--set " + s.path + "=" + s.text;
    const bool dotted = s.path.find('.') != std::string::npos;
    const std::string path = dotted ? s.path : "let." + s.path;
    if (!dotted && !find(entries, path)) {
      std::vector<std::string> names;
      for (const Entry& e : entries) {
        if (e.path.starts_with("let.")) names.push_back(e.path.substr(4));
      }
      const std::string near = nearest_word(s.path, names);
      throw JobRefusal({said, 0, 0},
                       {.reason = "the job has no named size of this name",
                        .key = s.path,
                        .advice = near.empty() ? "name a size of [let] or a dotted key such as part.height"
                                               : fmt::format("did you mean {}?", near)});
    }
    apply(entries, path, s.text, said);
  }
}

// A key of the shape itself goes before one of the sheet.
std::string full_path(const std::string& key, const std::string& shape) {
  const std::string table = key.substr(0, key.find('.'));
  const auto named = [&](const KeyTable& t) { return t.name == table; };
  const bool whole =
      key.size() > table.size() && std::any_of(key_tables().begin(), key_tables().end(), named);
  if (whole || key.starts_with("let.") || key.starts_with("part.")) return key;
  const bool own = find(shape_key_table(shape), key) != nullptr;
  return (!own && find(sheet_key_table(), key) ? "sheet." : "part.") + key;
}

// A single trim needs no number: trim.tilt is trim.1.tilt. A plate's bolts are one table.
std::string numbered(std::string path, const std::string& shape) {
  if (path.starts_with("part.") && find(shape_key_table(shape), path.substr(5)) != nullptr) return path;
  for (const std::string& name : list_names()) {
    const std::string list = "part." + name + ".";
    if (path.starts_with(list) && path.size() > list.size() && !std::isdigit(path[list.size()]))
      path.insert(list.size(), "1.");
  }
  return path;
}

Entries quick_entries(const std::string& shape, const std::vector<Setting>& settings) {
  Entries entries = entries_of_text("juggler", "1", {"quick", 0, 0});
  entries.push_back({"part.shape", shape, false, {"quick " + shape, 0, 0}});
  for (const Setting& s : settings) {
    const std::string path = numbered(full_path(s.path, shape), shape);
    const Place place{s.path + "=" + s.text, 0, 0};
    if (has_below(entries, path)) {
      throw JobRefusal(place,
                       {.reason = "is given twice", .key = s.path, .advice = "leave one of the two out"});
    }
    const Entries made = entries_of_text(path, s.text, place);
    entries.insert(entries.end(), made.begin(), made.end());
  }
  return entries;
}

std::string toml_text(const std::string& text) {
  std::string s = "\"";
  for (const char c : text) {
    if (c == '"' || c == '\\') s += '\\';
    s += c;
  }
  return s + "\"";
}

}  // namespace

Job read_job(std::string_view text, const std::string& source, const std::vector<Setting>& settings,
             FilesFrom files) {
  Entries entries = entries_of(text, source);
  apply_settings(entries, settings);
  for (Entry& e : entries) e.any_file = files == FilesFrom::anywhere;
  return job_of(entries, source);
}

Job read_job(std::string_view text, const std::string& source, const std::vector<Setting>& settings,
             const FileSource& files) {
  Entries entries = entries_of(text, source);
  apply_settings(entries, settings);
  for (Entry& e : entries) e.files = files;
  return job_of(entries, source);
}

Job quick_job(const std::string& shape, const std::vector<Setting>& settings, FilesFrom files) {
  Entries entries = quick_entries(shape, settings);
  for (Entry& e : entries) e.any_file = files == FilesFrom::anywhere;
  return job_of(entries, "quick");
}

namespace {

std::string value_text(const Entry& e) {
  if (const auto* words = std::get_if<std::string>(&e.value)) return toml_text(*words);
  if (const auto* number = std::get_if<double>(&e.value)) return fmt::format("{}", *number);
  return shown(e);
}

bool is_member(const std::string& path) {
  const char last = path.back();
  const size_t dot = path.rfind('.');
  return last >= '0' && last <= '9' && dot != std::string::npos &&
         path.find_first_not_of("0123456789", dot + 1) == std::string::npos;
}

bool is_of_list(const std::string& path) {
  return std::any_of(list_names().begin(), list_names().end(), [&](const std::string& name) {
    const std::string list = "part." + name + ".";
    return path.starts_with(list) && path.size() > list.size() && std::isdigit(path[list.size()]) != 0;
  });
}

// The lines of the entries below a prefix, lists put together again.
std::string lines_below(const Entries& entries, const std::string& prefix, bool without_lists) {
  std::string lines;
  std::string list;  // the key of the list that is open
  for (const Entry& e : entries) {
    if (!e.path.starts_with(prefix) || (without_lists && is_of_list(e.path))) continue;
    const std::string key = e.path.substr(prefix.size());
    const std::string of_list = is_member(key) ? key.substr(0, key.rfind('.')) : "";
    if (!list.empty() && of_list != list) lines += "]\n";
    if (of_list.empty()) {
      lines += key + " = " + value_text(e) + "\n";
    } else {
      lines += (of_list == list ? ", " : of_list + " = [") + value_text(e);
    }
    list = of_list;
  }
  return list.empty() ? lines : lines + "]\n";
}

}  // namespace

std::string quick_job_text(const std::string& shape, const std::vector<Setting>& settings) {
  const Entries entries = quick_entries(shape, settings);
  std::string out = "juggler = 1\n";
  std::vector<std::string> tables;
  for (const KeyTable& table : key_tables()) tables.push_back(table.name);
  tables.insert(tables.begin() + 1, "let");
  tables.emplace_back("part");
  for (const std::string& table : tables) {
    const std::string lines = lines_below(entries, table + ".", true);
    if (!lines.empty()) out += fmt::format("\n[{}]\n{}", table, lines);
  }
  for (const std::string& name : list_names()) {
    for (int i = 1;; ++i) {
      const std::string lines = lines_below(entries, fmt::format("part.{}.{}.", name, i), false);
      if (lines.empty()) break;
      out += fmt::format("\n[[part.{}]]\n{}", name, lines);
    }
  }
  return out;
}

}  // namespace juggler
