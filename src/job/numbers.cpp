#include <fmt/format.h>

#include <algorithm>
#include <cmath>

#include "entries.h"

namespace juggler {
namespace {

// "part." or "parts.NAME.", empty for what belongs to no part.
std::string part_prefix(const std::string& path) {
  if (path.starts_with("part.")) return "part.";
  if (!path.starts_with("parts.")) return "";
  return path.substr(0, path.find('.', 6) + 1);
}

const char* name_of(Dimension d) {
  return d == Dimension::length ? "a length" : d == Dimension::angle ? "an angle" : "a plain number";
}

// "100-1/2": a hundred and a half, or a half less than a hundred.
bool is_mixed_without_unit(const std::string& text) {
  const auto measure = parse_measure(text);
  return measure && measure->dimension == Dimension::none && text.find('-') != std::string::npos &&
         text.find('/') != std::string::npos;
}

bool fits(Dimension found, Dimension wanted, bool is_name) {
  return found == Dimension::none || is_name || wanted == Dimension::any || found == wanted;
}

}  // namespace

double Numbers::value(const Entry& entry, Dimension wanted) {
  // What only another key asks for is not held against a kind of its own.
  std::map<std::string, double>& known_here = wanted == Dimension::any ? named_ : known_;
  if (const auto known = known_here.find(entry.path); known != known_here.end()) return known->second;
  if (std::find(open_.begin(), open_.end(), entry.path) != open_.end()) {
    refuse(entry, fmt::format("its value depends on itself ({} -> {})", fmt::join(open_, " -> "), entry.path),
           {}, "break the circle by giving one of them a number");
  }
  if (open_.size() > 200) refuse(entry, "it hangs on a chain of more than 200 names");
  open_.push_back(entry.path);
  const double value = evaluated(entry, wanted);
  open_.pop_back();
  if (!std::isfinite(value)) refuse(entry, "is not a finite number");
  known_here[entry.path] = value;
  return value;
}

double Numbers::evaluated(const Entry& entry, Dimension wanted) {
  if (const auto* number = std::get_if<double>(&entry.value)) return *number;
  const auto* text = std::get_if<std::string>(&entry.value);
  if (!text) refuse(entry, "has the wrong type", "a number or a text such as \"620 mm\" or \"body / 4\"");
  if (is_mixed_without_unit(*text) && !in_inches(units_)) {
    const size_t dash = text->find('-');
    const std::string part = text->substr(dash + 1);
    refuse(entry, "may be a mixed number or a difference",
           fmt::format("\"{} in\", or \"{} - {}\"", *text, text->substr(0, dash), part),
           "write a unit behind a mixed number, and blanks about a minus");
  }
  if (const auto measure = parse_measure(*text)) {
    if (!fits(measure->dimension, wanted, entry.path.starts_with("let."))) {
      refuse(entry, fmt::format("has {} where {} is wanted", name_of(measure->dimension), name_of(wanted)));
    }
    return measure->dimension == Dimension::length ? measure->value / units_.mm : measure->value;
  }
  try {
    return evaluate(*text, units_, wanted, [&](const std::string& name) { return named(entry, name); });
  } catch (const std::invalid_argument& error) {
    refuse(entry, fmt::format("cannot be worked out: {}", error.what()),
           "a measure (\"2 ft 3-1/4 in\") or arithmetic with named sizes (\"body / 4\")");
  }
}

const Entry* Numbers::lookup(const Entry& user, const std::string& name) const {
  for (const std::string& path : {"let." + name, part_prefix(user.path) + name, "parts." + name, name}) {
    const Entry* found = juggler::find(entries_, path);
    if (found && !found->path.ends_with("shape")) return found;
  }
  return nullptr;
}

// A diameter, radius or girth of an end that gives another of the three.
std::optional<double> Numbers::sibling(const Entry& user, const std::string& name) {
  const auto per_radius = [](const std::string& key) {
    if (key == "radius") return 1.0;
    if (key == "diameter") return 2.0;
    return key == "girth" ? two_pi : 0.0;
  };
  const size_t dot = name.rfind('.');
  if (dot == std::string::npos || per_radius(name.substr(dot + 1)) == 0) return std::nullopt;
  for (const char* key : {"diameter", "radius", "girth"}) {
    if (const Entry* given = lookup(user, name.substr(0, dot + 1) + key)) {
      return value(*given, Dimension::length) / per_radius(key) * per_radius(name.substr(dot + 1));
    }
  }
  return std::nullopt;
}

// The part and key that a name may mean: of the same part, of another, or by its full path.
std::optional<double> Numbers::derived(const Entry& user, const std::string& name) {
  if (!derive_) return std::nullopt;
  std::vector<std::pair<std::string, std::string>> meant{{part_prefix(user.path), name}};
  for (const std::string& path : {"parts." + name, name}) {
    const std::string prefix = part_prefix(path);
    if (!prefix.empty()) meant.emplace_back(prefix, path.substr(prefix.size()));
  }
  for (const auto& [prefix, key] : meant) {
    if (prefix.empty()) continue;
    try {
      if (const auto size = derive_(prefix, key)) return size;
    } catch (const JobRefusal&) {
      throw;
    } catch (const Refusal& refusal) {
      std::string why = refusal.what();
      while (why.ends_with('.')) why.pop_back();
      refuse(user, fmt::format("names \"{}\", which cannot be worked out: {}", name, why));
    }
  }
  return std::nullopt;
}

double Numbers::named(const Entry& user, const std::string& name) {
  if (const Entry* entry = lookup(user, name)) return value(*entry, Dimension::any);
  if (const auto from_sibling = sibling(user, name)) return *from_sibling;
  if (const auto worked_out = derived(user, name)) return *worked_out;
  std::vector<std::string> known;
  for (const Entry& e : entries_) {
    if (e.path.starts_with("let.")) known.push_back(e.path.substr(4));
    if (e.path.starts_with("part.") || e.path.starts_with("sheet.")) known.push_back(e.path);
    if (e.path.starts_with("parts.")) known.push_back(e.path.substr(6));
  }
  const std::string near = nearest_word(name, known);
  refuse(user, fmt::format("names \"{}\", which the job does not give", name), {},
         near.empty() ? "add it under [let]" : fmt::format("did you mean \"{}\"?", near));
}

}  // namespace juggler
