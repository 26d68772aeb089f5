#include <fmt/format.h>

#include <algorithm>

#include "entries.h"

namespace juggler {
namespace {

bool is_letter_or(char c, std::string_view more) {
  return (c >= 'a' && c <= 'z') || (c >= 'A' && c <= 'Z') || (c >= '0' && c <= '9') ||
         more.find(c) != std::string_view::npos;
}

struct Known {
  const Key* key = nullptr;
  bool named_size = false;
  bool version = false;
};

// The key of an entry, or nothing when no such key exists.
Known known_key(const std::string& path) {
  if (path == "juggler") return {nullptr, false, true};
  if (path.starts_with("let.")) return {nullptr, true, false};
  if (path.starts_with("job.")) return {find(job_key_table(), path.substr(4)), false, false};
  if (path.starts_with("sheet.")) return {find(sheet_key_table(), path.substr(6)), false, false};
  if (path.starts_with("part.")) return {find(cone_key_table(), path.substr(5)), false, false};
  const size_t dot = path.starts_with("parts.") ? path.find('.', 6) : std::string::npos;
  if (dot != std::string::npos) return {find(cone_key_table(), path.substr(dot + 1)), false, false};
  return {};
}

std::vector<std::string> all_paths(const std::string& part) {
  std::vector<std::string> all{"juggler"};
  const auto add = [&](const std::string& prefix, const std::vector<Key>& table) {
    for (const Key& key : table) all.push_back(prefix + key.path);
  };
  add("job.", job_key_table());
  add("sheet.", sheet_key_table());
  add(part, cone_key_table());
  return all;
}

// The keys below a path, where it names a group of them and not one: a bare number says too little.
std::string keys_below(const std::string& path, const std::vector<std::string>& all) {
  std::string below;
  for (const std::string& key : all) {
    if (key.starts_with(path + ".")) below += (below.empty() ? "" : ", ") + key;
  }
  return below;
}

[[noreturn]] void refuse_unknown(const Entry& e) {
  const size_t dot = e.path.starts_with("parts.") ? e.path.find('.', 6) : std::string::npos;
  const auto all = all_paths(dot == std::string::npos ? "part." : e.path.substr(0, dot + 1));
  const std::string below = keys_below(e.path, all);
  const std::string near = nearest(e.path, all);
  refuse(e, "is no key of a job", {},
         !below.empty() ? "give one of " + below
         : near.empty() ? "see `juggler shapes cone` for the keys there are"
                        : fmt::format("did you mean {}?", near));
}

void check_named_size(const Entry& e) {
  const std::string name = e.path.substr(4);
  if (!is_word(name, "_") || (name.front() >= '0' && name.front() <= '9')) {
    refuse(e, "is no name for a size", "letters, digits and _, not beginning with a digit");
  }
  if (is_reserved(name))
    refuse(e, "a unit, function or constant cannot be a name", {}, "choose another name");
}

// Values that can be judged without working anything out.
void check_kind(const Entry& e, const Key& key) {
  const bool text = std::holds_alternative<std::string>(e.value);
  const bool number = std::holds_alternative<double>(e.value);
  const auto wrong = [&](const std::string& wanted) { refuse(e, "has the wrong type", wanted); };
  if (key.kind == Kind::text && !text) wrong("text in quotes");
  if (key.kind == Kind::flag && !std::holds_alternative<bool>(e.value)) wrong("true or false");
  if (key.kind == Kind::count && !(number && e.whole_number)) wrong("a whole number");
  if (key.kind == Kind::choice) {
    const auto* word = std::get_if<std::string>(&e.value);
    if (!word) wrong(shown(key));
    if (std::find(key.choices.begin(), key.choices.end(), *word) == key.choices.end()) {
      const std::string near = nearest(*word, key.choices);
      refuse(e, "is not one of the words allowed", shown(key),
             near.empty() ? "" : fmt::format("did you mean \"{}\"?", near));
    }
  }
  if (!text && !number && (key.kind == Kind::length || key.kind == Kind::angle || key.kind == Kind::number)) {
    wrong(fmt::format("a {}, as a number or a text such as \"620 mm\" or \"body / 4\"", shown(key)));
  }
  const auto* words = std::get_if<std::string>(&e.value);
  const auto control = [](char c) { return static_cast<unsigned char>(c) < 0x20 || c == 0x7f; };
  if (words && key.kind == Kind::text &&
      (words->size() > 200 || std::any_of(words->begin(), words->end(), control))) {
    refuse(e, "is too long or has control characters", "up to 200 bytes of plain text");
  }
}

}  // namespace

bool is_word(std::string_view text, std::string_view more) {
  return !text.empty() && text.size() <= 64 &&
         std::all_of(text.begin(), text.end(), [&](char c) { return is_letter_or(c, more); });
}

void check_version(const Entries& entries, const std::string& source) {
  const Entry* version = find(entries, "juggler");
  if (!version) {
    throw JobRefusal({source, 1, 1}, {.reason = "is missing",
                                      .key = "juggler",
                                      .allowed = "1, the version of the job format",
                                      .advice = "begin the file with `juggler = 1`"});
  }
  if (!version->whole_number || std::get<double>(version->value) != 1) {
    refuse(*version, "is a version of the job format that this program does not know", "1");
  }
}

void check_keys(const Entries& entries) {
  for (const Entry& e : entries) {
    const Known known = known_key(e.path);
    if (known.named_size) {
      check_named_size(e);
    } else if (known.key) {
      check_kind(e, *known.key);
    } else if (!known.version) {
      refuse_unknown(e);
    }
  }
}

}  // namespace juggler
