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
      const std::string near = nearest(s.path, names);
      throw JobRefusal({said, 0, 0},
                       {.reason = "the job has no named size of this name",
                        .key = s.path,
                        .advice = near.empty() ? "name a size of [let] or a dotted key such as part.height"
                                               : fmt::format("did you mean {}?", near)});
    }
    apply(entries, path, s.text, said);
  }
}

std::string full_path(const std::string& key) {
  for (const char* table : {"job.", "let.", "sheet.", "part."}) {
    if (key.starts_with(table)) return key;
  }
  return (find(sheet_key_table(), key) ? "sheet." : "part.") + key;
}

Entries quick_entries(const std::string& shape, const std::vector<Setting>& settings) {
  Entries entries{entry_of_text("juggler", "1", {"quick", 0, 0}),
                  entry_of_text("part.shape", shape, {"quick " + shape, 0, 0})};
  for (const Setting& s : settings) {
    const std::string path = full_path(s.path);
    const Place place{s.path + "=" + s.text, 0, 0};
    if (find(entries, path)) {
      throw JobRefusal(place,
                       {.reason = "is given twice", .key = s.path, .advice = "leave one of the two out"});
    }
    entries.push_back(entry_of_text(path, s.text, place));
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

Job read_job(std::string_view text, const std::string& source, const std::vector<Setting>& settings) {
  Entries entries = entries_of(text, source);
  apply_settings(entries, settings);
  return job_of(entries, source);
}

Job quick_job(const std::string& shape, const std::vector<Setting>& settings) {
  return job_of(quick_entries(shape, settings), "quick");
}

std::string quick_job_text(const std::string& shape, const std::vector<Setting>& settings) {
  const Entries entries = quick_entries(shape, settings);
  std::string out = "juggler = 1\n";
  for (const char* table : {"job", "let", "sheet", "part"}) {
    const std::string prefix = std::string(table) + ".";
    std::string lines;
    for (const Entry& e : entries) {
      if (!e.path.starts_with(prefix)) continue;
      const auto* words = std::get_if<std::string>(&e.value);
      const auto* number = std::get_if<double>(&e.value);
      lines += e.path.substr(prefix.size()) + " = ";
      lines += words ? toml_text(*words) : number ? fmt::format("{}", *number) : shown(e);
      lines += "\n";
    }
    if (!lines.empty()) out += fmt::format("\n[{}]\n{}", table, lines);
  }
  return out;
}

}  // namespace juggler
