#include "entries.h"

#include <fmt/format.h>

#include <algorithm>
#include <charconv>
#include <set>
#define TOML_EXCEPTIONS 1
#include <toml++/toml.h>

namespace juggler {
namespace {

Place place_of(const toml::source_region& region, const std::string& source) {
  return {source, static_cast<int>(region.begin.line), static_cast<int>(region.begin.column)};
}

void collect(const toml::table& table, const std::string& prefix, const std::string& source, Entries& out);

void collect_value(const toml::node& node, const std::string& path, const std::string& source, Entries& out);

// Members count from 1, as people do.
void collect_list(const toml::array& list, const std::string& path, const std::string& source, Entries& out) {
  for (size_t i = 0; i < list.size(); ++i) {
    const size_t before = out.size();
    collect_value(list[i], path + "." + std::to_string(i + 1), source, out);
    if (!list[i].is_table() && !list[i].is_array() && out.size() > before) {
      out.back().list = place_of(list.source(), source);
    }
  }
}

void collect_value(const toml::node& node, const std::string& path, const std::string& source, Entries& out) {
  Entry entry{path, OtherValue{"an empty list"}, false, place_of(node.source(), source)};
  const auto* list = node.as_array();
  if (list && !list->empty()) return collect_list(*list, path, source, out);
  if (const auto* table = node.as_table()) return collect(*table, path + ".", source, out);
  if (const auto* text = node.as_string()) entry.value = text->get();
  if (const auto* number = node.as_floating_point()) entry.value = number->get();
  if (const auto* flag = node.as_boolean()) entry.value = flag->get();
  if (const auto* number = node.as_integer()) {
    entry.value = static_cast<double>(number->get());
    entry.whole_number = true;
  }
  if (node.is_date() || node.is_time() || node.is_date_time()) entry.value = OtherValue{"a date or time"};
  out.push_back(std::move(entry));
}

void collect(const toml::table& table, const std::string& prefix, const std::string& source, Entries& out) {
  for (const auto& [key, node] : table) collect_value(node, prefix + std::string(key.str()), source, out);
}

}  // namespace

std::string shown(const Place& place) {
  if (place.line == 0) return place.source;
  return fmt::format("{}:{}:{}", place.source, place.line, place.column);
}

namespace {

// Keys of many parts nest as deep as they are long: refused before they are read. In a line the key ends
// where its value begins.
void check_depth(std::string_view text, const std::string& source) {
  constexpr long most = 32;
  int number = 1;
  for (size_t at = 0; at < text.size(); ++number) {
    const size_t end = std::min(text.find('\n', at), text.size());
    const std::string_view line = text.substr(at, std::min(end - at, text.find('=', at) - at));
    if (std::count(line.begin(), line.end(), '.') > most && line.find('#') == std::string_view::npos)
      throw JobRefusal({source, number, 1},
                       {.reason = "is a key of too many parts",
                        .allowed = "up to " + std::to_string(most) + " points in a key"});
    at = end + 1;
  }
}

// A key that stands twice, dotted and quoted, or with an empty part.
void check_paths(const Entries& entries) {
  std::set<std::string_view> seen;
  for (const Entry& e : entries) {
    if (!seen.insert(e.path).second) refuse(e, "is given twice", {}, "leave one of the two out");
    if (e.path.front() == '.' || e.path.back() == '.' || e.path.find("..") != std::string::npos)
      refuse(e, "has an empty part between its points", "a key such as part.height");
  }
}

}  // namespace

Entries entries_of(std::string_view text, const std::string& source) {
  check_depth(text, source);
  try {
    Entries entries;
    collect(toml::parse(text, source), "", source, entries);
    std::stable_sort(entries.begin(), entries.end(), [](const Entry& a, const Entry& b) {
      return std::pair(a.place.line, a.place.column) < std::pair(b.place.line, b.place.column);
    });
    check_paths(entries);
    return entries;
  } catch (const toml::parse_error& error) {
    throw JobRefusal(place_of(error.source(), source),
                     {.reason = "the file is not TOML: " + std::string(error.description()),
                      .advice = "mend the line; a job is written in TOML 1.0"});
  }
}

const Entry* find(const Entries& entries, std::string_view path) {
  const auto found =
      std::find_if(entries.begin(), entries.end(), [&](const Entry& e) { return e.path == path; });
  return found == entries.end() ? nullptr : &*found;
}

bool has_below(const Entries& entries, const std::string& path) {
  return std::any_of(entries.begin(), entries.end(), [&](const Entry& e) {
    return e.path.starts_with(path) && (e.path.size() == path.size() || e.path[path.size()] == '.');
  });
}

namespace {

Entry entry_of_word(std::string path, const std::string& text, Place place) {
  Entry entry{std::move(path), text, false, std::move(place)};
  double number = 0;
  const char* end = text.data() + text.size();
  const auto [rest, error] = std::from_chars(text.data(), end, number);
  if (error == std::errc() && rest == end) {
    entry.value = number;
    entry.whole_number = text.find_first_not_of("-0123456789") == std::string::npos;
  }
  if (text == "true" || text == "false") entry.value = text == "true";
  return entry;
}

}  // namespace

Entries entries_of_text(const std::string& path, const std::string& text, const Place& place) {
  if (!text.starts_with('[')) return {entry_of_word(path, text, place)};
  constexpr size_t longest = 20000;
  if (text.size() > longest)
    throw JobRefusal(place,
                     {.reason = "is too long a list",
                      .key = path,
                      .allowed = "up to " + std::to_string(longest) + " bytes; longer ones in a job file"});
  try {
    Entries made;
    collect(toml::parse("x = " + text), "", place.source, made);
    for (Entry& e : made) {
      e.path = path + e.path.substr(1);
      e.place = place;
    }
    return made;
  } catch (const toml::parse_error&) {
    throw JobRefusal(place, {.reason = "is no list",
                             .key = path,
                             .found = fmt::format("{:.80}", text),
                             .allowed = "a list in brackets, such as [40, 0]"});
  }
}

namespace {

// What is given in one of several ways: one of them takes the place of the others.
std::vector<std::string> other_ways(const std::string& path) {
  static const std::vector<std::vector<std::string>> ways{
      {"pressing.hits", "pressing.facet_width", "pressing.facet_error"},
      {"seam.gap", "seam.wedge"},
      {"base.diameter", "base.radius", "base.girth", "base.point"},
      {"top.diameter", "top.radius", "top.girth", "top.point"}};
  for (const auto& group : ways) {
    for (const std::string& way : group) {
      if (!path.ends_with("." + way)) continue;
      std::vector<std::string> others;
      for (const std::string& other : group) {
        if (other != way) others.push_back(path.substr(0, path.size() - way.size()) + other);
      }
      return others;
    }
  }
  return {};
}

}  // namespace

void apply(Entries& entries, const std::string& path, const std::string& text, const std::string& said) {
  Entries made = entries_of_text(path, text, {said.substr(0, 100), 0, 0});
  if (path.empty() || path.front() == '.' || path.back() == '.' || path.find("..") != std::string::npos)
    refuse(made.front(), "has an empty part between its points", "a key such as part.height");
  const std::vector<std::string> others = other_ways(path);
  const auto replaced = [&](const Entry& e) {
    return e.path == path || e.path.starts_with(path + ".") || path.starts_with(e.path + ".") ||
           std::find(others.begin(), others.end(), e.path) != others.end();
  };
  const auto found = std::find_if(entries.begin(), entries.end(), replaced);
  auto at = found - entries.begin();
  std::erase_if(entries, replaced);
  entries.insert(entries.begin() + at, made.begin(), made.end());
}

std::string shown(const Entry& entry) {
  if (const auto* number = std::get_if<double>(&entry.value)) return fmt::format("{}", *number);
  if (const auto* text = std::get_if<std::string>(&entry.value)) return fmt::format("\"{:.80}\"", *text);
  if (const auto* flag = std::get_if<bool>(&entry.value)) return *flag ? "true" : "false";
  return std::get<OtherValue>(entry.value).kind;
}

void refuse(const Entry& e, const std::string& reason, const std::string& allowed,
            const std::string& advice) {
  throw JobRefusal(
      e.place, {.reason = reason, .key = e.path, .found = shown(e), .allowed = allowed, .advice = advice});
}

}  // namespace juggler
