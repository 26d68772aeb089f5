#include <fmt/format.h>

#include <algorithm>
#include <cstring>
#include <map>
#include <set>

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

// "part." or "parts.NAME.", empty for what belongs to no part.
std::string prefix_of(const std::string& path) {
  if (path.starts_with("part.")) return "part.";
  const size_t dot = path.starts_with("parts.") ? path.find('.', 6) : std::string::npos;
  return dot == std::string::npos ? "" : path.substr(0, dot + 1);
}

const std::vector<Key>& keys_of_part(const Entries& entries, const std::string& prefix) {
  const Entry* shape = find(entries, prefix + "shape");
  const auto* name = shape ? std::get_if<std::string>(&shape->value) : nullptr;
  return shape_key_table(name ? *name : "");
}

const std::vector<Key>* table_of(const std::string& name) {
  const auto found = std::find_if(key_tables().begin(), key_tables().end(),
                                  [&](const KeyTable& table) { return table.name == name; });
  return found == key_tables().end() ? nullptr : &found->keys;
}

// The key of an entry, or nothing when no such key exists.
Known known_key(const Entries& entries, const std::string& path) {
  if (path == "juggler") return {nullptr, false, true};
  if (path.starts_with("let.")) return {nullptr, true, false};
  if (const std::string prefix = prefix_of(path); !prefix.empty()) {
    return {find(keys_of_part(entries, prefix), path.substr(prefix.size())), false, false};
  }
  const size_t dot = path.find('.');
  const std::vector<Key>* table = dot == std::string::npos ? nullptr : table_of(path.substr(0, dot));
  return {table ? find(*table, path.substr(dot + 1)) : nullptr, false, false};
}

std::vector<std::string> all_paths(const Entries& entries, const std::string& part) {
  std::vector<std::string> all{"juggler"};
  const auto add = [&](const std::string& prefix, const std::vector<Key>& table) {
    for (const Key& key : table) all.push_back(prefix + key.path);
  };
  for (const KeyTable& table : key_tables()) add(table.name + ".", table.keys);
  add(part, keys_of_part(entries, part));
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

// Where a list of tables is named in a path, and by which of the names; nothing where none is.
struct Listed {
  size_t at = std::string::npos;
  std::string name;
};
Listed listed(const std::string& path) {
  const size_t part = prefix_of(path).size();
  for (const std::string& name : list_names()) {
    const size_t at = part > 0 ? part - 1 : std::string::npos;
    if (at == std::string::npos || path.compare(at, name.size() + 1, "." + name) != 0) continue;
    const size_t after = at + 1 + name.size();
    if (at != std::string::npos && (after == path.size() || path[after] == '.')) return {at, name};
  }
  return {};
}

// The first number of a path in place of #, so that a suggestion can be typed as it stands.
std::string with_number(std::string key, const std::string& path) {
  const size_t sign = key.find('#');
  if (sign == std::string::npos) return key;
  const Listed list = listed(path);
  const size_t digit = list.at == std::string::npos ? path.size() : list.at + list.name.size() + 2;
  const bool known = digit < path.size() && std::isdigit(path[digit]);
  return key.replace(sign, 1, known ? path.substr(digit, path.find('.', digit) - digit) : "1");
}

// [part.trim] in a file is one table where a list of them is meant.
void check_list_of_tables(const Entry& e) {
  const Listed list = listed(e.path);
  if (e.place.line == 0 || list.at == std::string::npos) return;
  const std::string rest = e.path.substr(list.at + 1 + list.name.size());
  if (!rest.empty() && (rest[0] != '.' || std::isdigit(rest[1]))) return;
  refuse(e, "belongs to no " + list.name + " of a list", fmt::format("[[part.{}]], one for each", list.name),
         fmt::format("write [[part.{}]] with two brackets, and its keys below it", list.name));
}

// Words of keys and of values that were others once.
using Words = std::pair<std::string_view, std::string_view>;
constexpr Words renamed_keys[]{{"sheet", "paper"},
                               {"rings", "end_rings"},
                               {"bending", "pressing"},
                               {"corner", "hip_joint"},
                               {"corner", "corner_radius"},
                               {"flat_width", "facet_width"},
                               {"along", "line"},
                               {"upright", "upright_width"},
                               {"on", "body"},
                               {"ends", "span_ends"},
                               {"centres", "between_centres"},
                               {"end", "first_at"},
                               {"seam.at", "opened_at"},
                               {"file", "path"},
                               {"wall", "wall_thickness"},
                               {"die", "die_width"}};
constexpr Words renamed_words[]{{"smooth", "rolled"}, {"inside", "concave_side"}, {"outside", "convex_side"},
                                {"round", "level"},   {"inside", "left"},         {"outside", "right"}};

// A path with one word in place of another; empty where it does not have that.
std::string with_word(const std::string& path, const Words& words) {
  const std::string within = "." + path + ".";
  const size_t at = within.find("." + std::string(words.first) + ".");
  if (at == std::string::npos) return {};
  return std::string(path).replace(at, words.first.size(), words.second);
}

// What a key is called now; empty where it never was one.
std::string renamed(const Entries& entries, const std::string& path) {
  std::vector<std::string> called{path};
  for (const Words& words : renamed_keys) {
    for (size_t i = 0, many = called.size(); i < many; ++i) {
      std::string now = with_word(called[i], words);
      if (now.empty()) continue;
      if (known_key(entries, now).key) return now;
      called.push_back(std::move(now));
    }
  }
  return {};
}

[[noreturn]] void refuse_unknown(const Entries& entries, const Entry& e) {
  check_list_of_tables(e);
  if (const std::string now = renamed(entries, e.path); !now.empty())
    refuse(e, "is called otherwise now", {}, fmt::format("write {}", now));
  const std::string prefix = prefix_of(e.path);
  const std::string part = prefix.empty() ? "part." : prefix;
  auto all = all_paths(entries, part);
  for (std::string& key : all) key = with_number(key, e.path);
  const std::string below = keys_below(e.path, all);
  const std::string near = nearest_word(e.path, all);
  const Entry* shape = find(entries, part + "shape");
  const auto* name = shape ? std::get_if<std::string>(&shape->value) : nullptr;
  refuse(e, "is no key of a job", {},
         !below.empty() ? "give one of " + below
         : near.empty() ? fmt::format("see `juggler shapes {}` for the keys there are", name ? *name : "cone")
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

bool is_list_member(const std::string& path) {
  const size_t dot = path.rfind('.');
  return dot != std::string::npos && path.find_first_not_of("0123456789", dot + 1) == std::string::npos;
}

// Lists and numbered tables are short and begin at 1.
void check_numbers_in(const Entry& e) {
  constexpr size_t most = 64;
  for (size_t dot = e.path.find('.'); dot != std::string::npos; dot = e.path.find('.', dot + 1)) {
    const std::string word = e.path.substr(dot + 1, e.path.find('.', dot + 1) - dot - 1);
    if (word.empty() || word.find_first_not_of("0123456789") != std::string::npos) continue;
    if (word.size() > 2 || std::stoul(word) > most || word.front() == '0') {
      refuse(e, "is a list of too many members, or counts from 0", fmt::format("1 to {}", most));
    }
  }
}

// Values that can be judged without working anything out.
void check_kind(const Entry& e, const Key& key) {
  const bool text = std::holds_alternative<std::string>(e.value);
  const bool number = std::holds_alternative<double>(e.value);
  const auto wrong = [&](const std::string& wanted) { refuse(e, "has the wrong type", wanted); };
  const bool in_list = is_list_member(e.path);
  const bool takes_list = key.kind == Kind::point || key.kind == Kind::position ||
                          key.kind == Kind::seam_place || key.kind == Kind::texts ||
                          key.kind == Kind::members || key.kind == Kind::lengths;
  if (in_list && !takes_list) {
    const std::string path = e.path.substr(0, e.path.rfind('.'));
    refuse({path, OtherValue{"a list"}, false, e.list.line > 0 ? e.list : e.place}, "has the wrong type",
           shown(key));
  }
  if (key.kind == Kind::text && !text) wrong("text in quotes");
  if (key.kind == Kind::scale && !text) wrong(shown(key));
  if (key.kind == Kind::flag && !std::holds_alternative<bool>(e.value)) wrong("true or false");
  if (key.kind == Kind::count && !(number && e.whole_number)) wrong("a whole number");
  if (key.kind == Kind::choice) {
    const auto* word = std::get_if<std::string>(&e.value);
    if (!word) wrong(shown(key));
    if (std::find(key.choices.begin(), key.choices.end(), *word) == key.choices.end()) {
      const auto old =
          std::find_if(std::begin(renamed_words), std::end(renamed_words), [&](const Words& words) {
            return words.first == *word &&
                   std::count(key.choices.begin(), key.choices.end(), words.second) > 0;
          });
      if (old != std::end(renamed_words))
        refuse(e, "is called otherwise now", shown(key), fmt::format("write \"{}\"", old->second));
      const std::string near = nearest_word(*word, key.choices);
      refuse(e, "is not one of the words allowed", shown(key),
             near.empty() ? "" : fmt::format("did you mean \"{}\"?", near));
    }
  }
  if (key.kind == Kind::point && !in_list) wrong("a list of two lengths [x, y]");
  if (key.kind == Kind::position && !in_list) wrong("a list of three lengths [x, y, z]");
  if (key.kind == Kind::lengths && !in_list) wrong("a list of lengths, [1000, 1000, 640]");
  if (key.kind == Kind::list) wrong("a list of tables, [{ kind = \"circle\", diameter = 20 }, ...]");
  if (key.kind == Kind::members && !(in_list && (text || (number && e.whole_number)))) wrong(shown(key));
  if (key.kind == Kind::texts && !(in_list && text)) wrong("a list of texts in quotes");
  if (key.kind == Kind::point && e.path.back() != '1' && e.path.back() != '2') wrong("two lengths [x, y]");
  if (key.kind == Kind::position && !std::strchr("123", e.path.back())) wrong("three lengths [x, y, z]");
  const bool measure = key.kind == Kind::length || key.kind == Kind::angle || key.kind == Kind::number ||
                       key.kind == Kind::point || key.kind == Kind::position || key.kind == Kind::lengths ||
                       key.kind == Kind::seam_place || key.kind == Kind::direction;
  if (!text && !number && measure) {
    wrong(fmt::format("a {}, as a number or a text such as \"620 mm\" or \"body / 4\"", shown(key)));
  }
  const auto* words = std::get_if<std::string>(&e.value);
  const auto control = [](char c) { return static_cast<unsigned char>(c) < 0x20 || c == 0x7f; };
  if (words && (key.kind == Kind::text || key.kind == Kind::texts) &&
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

namespace {

// A list whose numbers leave one out would lose what follows.
void check_lists(const Entries& entries) {
  std::map<std::string, std::set<unsigned long>> lists;
  const auto for_each_number = [](const std::string& path, auto&& visit) {
    for (size_t dot = path.find('.'); dot != std::string::npos; dot = path.find('.', dot + 1)) {
      const std::string word = path.substr(dot + 1, path.find('.', dot + 1) - dot - 1);
      if (!word.empty() && word.size() < 4 && word.find_first_not_of("0123456789") == std::string::npos)
        visit(path.substr(0, dot), std::stoul(word));
    }
  };
  for (const Entry& e : entries)
    for_each_number(e.path, [&](const std::string& list, unsigned long n) { lists[list].insert(n); });
  for (const Entry& e : entries) {
    for_each_number(e.path, [&](const std::string& list, unsigned long n) {
      if (n > 1 && !lists[list].contains(n - 1))
        refuse(e, fmt::format("is number {} of a list that has no number {}", n, n - 1), {},
               fmt::format("number the members of {} from 1, one after the other", list));
    });
  }
}

}  // namespace

void check_keys(const Entries& entries) {
  for (const Entry& e : entries) {
    const Known known = known_key(entries, e.path);
    if (known.named_size) {
      check_named_size(e);
    } else if (known.key) {
      check_numbers_in(e);
      check_kind(e, *known.key);
    } else if (!known.version) {
      refuse_unknown(entries, e);
    }
  }
  check_lists(entries);
}

}  // namespace juggler
