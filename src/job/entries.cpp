#include "entries.h"

#include <fmt/format.h>

#include <algorithm>
#include <charconv>
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

Entries entries_of(std::string_view text, const std::string& source) {
  try {
    Entries entries;
    collect(toml::parse(text, source), "", source, entries);
    std::stable_sort(entries.begin(), entries.end(), [](const Entry& a, const Entry& b) {
      return std::pair(a.place.line, a.place.column) < std::pair(b.place.line, b.place.column);
    });
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

void apply(Entries& entries, const std::string& path, const std::string& text, const std::string& said) {
  Entries made = entries_of_text(path, text, {said, 0, 0});
  const auto found = std::find_if(entries.begin(), entries.end(), [&](const Entry& e) {
    return e.path == path || e.path.starts_with(path + ".");
  });
  auto at = found - entries.begin();
  std::erase_if(entries, [&](const Entry& e) { return e.path == path || e.path.starts_with(path + "."); });
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
