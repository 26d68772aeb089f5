#include <fmt/format.h>

#include <algorithm>
#include <array>
#include <cmath>

#include "entries.h"

namespace juggler {
namespace {

[[noreturn]] void refuse(const Entry& e, const std::string& reason, const std::string& allowed = {},
                         const std::string& advice = {}) {
  throw JobRefusal(e.place,
                   {.reason = reason, .key = e.path, .found = shown(e), .allowed = allowed, .advice = advice});
}

bool is_word(std::string_view text, std::string_view more) {
  const auto letter = [&](char c) {
    return (c >= 'a' && c <= 'z') || (c >= 'A' && c <= 'Z') || (c >= '0' && c <= '9') ||
           more.find(c) != std::string_view::npos;
  };
  return !text.empty() && text.size() <= 64 && std::all_of(text.begin(), text.end(), letter);
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

[[noreturn]] void refuse_unknown(const Entry& e) {
  const size_t dot = e.path.starts_with("parts.") ? e.path.find('.', 6) : std::string::npos;
  const std::string near = nearest(e.path, all_paths(dot == std::string::npos ? "part." : e.path.substr(0, dot + 1)));
  refuse(e, "is no key of a job", {},
         near.empty() ? "see `juggler shapes cone` for the keys there are" : fmt::format("did you mean {}?", near));
}

void check_named_size(const Entry& e) {
  const std::string name = e.path.substr(4);
  if (!is_word(name, "_") || (name.front() >= '0' && name.front() <= '9')) {
    refuse(e, "is no name for a size", "letters, digits and _, not beginning with a digit");
  }
  if (is_reserved(name)) refuse(e, "a unit, function or constant cannot be a name", {}, "choose another name");
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
  if (words && key.kind == Kind::text && (words->size() > 200 || std::any_of(words->begin(), words->end(), control))) {
    refuse(e, "is too long or has control characters", "up to 200 bytes of plain text");
  }
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

void check_entries(const Entries& entries) {
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

// Reads the values of one table.
class Reader {
 public:
  Reader(const Entries& entries, Numbers& numbers, const Units& units, std::string prefix)
      : entries_(entries), numbers_(numbers), units_(units), prefix_(std::move(prefix)) {}

  void length(const char* key, std::optional<double>& out) {
    if (const Entry* e = at(key)) out = numbers_.value(*e, Dimension::length) * units_.mm;
  }
  void angle(const char* key, std::optional<Angle>& out) {
    if (const Entry* e = at(key)) out = Angle::degrees(numbers_.value(*e, Dimension::angle));
  }
  void number(const char* key, std::optional<double>& out) {
    if (const Entry* e = at(key)) out = numbers_.value(*e, Dimension::none);
  }
  void count(const char* key, int& out) {
    const Entry* e = at(key);
    if (e) out = static_cast<int>(std::clamp(std::get<double>(e->value), -2e9, 2e9));
  }
  void text(const char* key, std::string& out) {
    if (const Entry* e = at(key)) out = std::get<std::string>(e->value);
  }
  void flag(const char* key, bool& out) {
    if (const Entry* e = at(key)) out = std::get<bool>(e->value);
  }
  template <typename T, size_t N>
  void choice(const char* key, const std::array<std::pair<const char*, T>, N>& words, std::optional<T>& out) {
    const Entry* e = at(key);
    if (!e) return;
    for (const auto& [word, value] : words) {
      if (std::get<std::string>(e->value) == word) out = value;
    }
  }
  [[nodiscard]] const Entry* at(const char* key) const { return find(entries_, prefix_ + key); }

 private:
  const Entries& entries_;
  Numbers& numbers_;
  const Units& units_;
  std::string prefix_;
};

constexpr std::array<std::pair<const char*, Face>, 3> face_words{
    {{"inside", Face::inside}, {"middle", Face::middle}, {"outside", Face::outside}}};
constexpr std::array<std::pair<const char*, Contact>, 6> contact_words{{{"inside", Contact::inside},
                                                                        {"middle", Contact::middle},
                                                                        {"outside", Contact::outside},
                                                                        {"neutral", Contact::neutral},
                                                                        {"clear", Contact::clear},
                                                                        {"full", Contact::full}}};
constexpr std::array<std::pair<const char*, EndName>, 2> end_words{{{"base", EndName::base}, {"top", EndName::top}}};
constexpr std::array<std::pair<const char*, Hand>, 2> hand_words{
    {{"as_drawn", Hand::as_drawn}, {"opposite", Hand::opposite}}};

End read_end(Reader& r, const std::string& name) {
  End end;
  end.pointed = r.at(name.c_str()) != nullptr;
  r.length((name + ".diameter").c_str(), end.diameter);
  r.length((name + ".radius").c_str(), end.radius);
  r.length((name + ".girth").c_str(), end.girth);
  r.choice((name + ".sizes_on").c_str(), face_words, end.sizes_on);
  r.choice((name + ".contact").c_str(), contact_words, end.contact);
  return end;
}

Cone read_cone(Reader& r) {
  Cone cone;
  cone.base = read_end(r, "base");
  cone.top = read_end(r, "top");
  r.length("height", cone.height);
  r.length("slant", cone.slant);
  r.angle("half_angle", cone.half_angle);
  r.angle("included_angle", cone.included_angle);
  r.choice("wider", end_words, cone.wider);
  std::optional<double> agree;
  r.length("agree", agree);
  cone.agree = agree.value_or(cone.agree);
  return cone;
}

Seam read_seam(Reader& r) {
  Seam seam;
  std::optional<Angle> at;
  r.length("seam.gap", seam.gap);
  r.angle("seam.wedge", seam.wedge);
  r.choice("seam.gap_on", face_words, seam.gap_on);
  r.angle("seam.at", at);
  seam.at = at.value_or(seam.at);
  return seam;
}

Making read_making(Reader& r, const Job& job) {
  Making making;
  making.name = job.name;
  making.number = job.number;
  r.text("name", making.name);
  r.text("number", making.number);
  r.count("quantity", making.quantity);
  r.count("elements", making.elements);
  r.flag("marks", making.marks);
  std::optional<Hand> hand;
  std::optional<Face> up;
  r.choice("hand", hand_words, hand);
  r.choice("face_up", face_words, up);
  making.hand = hand.value_or(making.hand);
  making.face_up = up.value_or(making.face_up);
  return making;
}

Sheet read_sheet(Reader& r) {
  Sheet sheet;
  std::optional<double> neutral;
  r.length("thickness", sheet.thickness);
  r.choice("sizes_on", face_words, sheet.sizes_on);
  r.number("neutral", neutral);
  sheet.neutral = neutral.value_or(sheet.neutral);
  r.text("material", sheet.material);
  r.number("density", sheet.density);
  return sheet;
}

// The parts' names in the order of the text; "" for [part].
std::vector<std::string> part_names(const Entries& entries, const std::string& source) {
  std::vector<std::string> names;
  for (const Entry& e : entries) {
    const bool single = e.path.starts_with("part.");
    if (!single && !e.path.starts_with("parts.")) continue;
    const std::string name = single ? "" : e.path.substr(6, e.path.find('.', 6) - 6);
    if (!single && !is_word(name, "_-")) refuse(e, "is no name for a part", "letters, digits, _ and -");
    if (std::find(names.begin(), names.end(), name) == names.end()) names.push_back(name);
    if (names.size() > 1 && std::find(names.begin(), names.end(), "") != names.end()) {
      refuse(e, "a job has either [part] or [parts.NAME], not both", {}, "give the single part a name too");
    }
  }
  if (!names.empty()) return names;
  throw JobRefusal({source, 1, 1},
                   {.reason = "the job has no part", .key = "part", .advice = "add a [part] table with a shape"});
}

PartJob read_part(const Entries& entries, Numbers& numbers, const Job& job, const std::string& name,
                  const std::string& source) {
  const std::string prefix = name.empty() ? "part." : "parts." + name + ".";
  Reader part(entries, numbers, job.units, prefix);
  Reader sheet(entries, numbers, job.units, "sheet.");
  const Entry* shape = part.at("shape");
  if (!shape) {
    throw JobRefusal({source, 1, 1}, {.reason = "is missing",
                                      .key = prefix + "shape",
                                      .allowed = "\"cone\"",
                                      .advice = "say what shape the part has"});
  }
  PartJob p{name, std::get<std::string>(shape->value), {}, {}, {}, {}};
  p.cone = read_cone(part);
  p.sheet = read_sheet(sheet);
  p.seam = read_seam(part);
  p.making = read_making(part, job);
  return p;
}

Units read_units(const Entries& entries) {
  const Entry* units = find(entries, "job.units");
  return units ? *find_units(std::get<std::string>(units->value)) : Units{};
}

Job job_of(const Entries& entries, const std::string& source) {
  check_version(entries, source);
  check_entries(entries);
  Job job;
  job.units = read_units(entries);
  for (const Entry& e : entries) job.given[e.path] = {e.place, shown(e)};
  Numbers numbers(entries, job.units);
  for (const Entry& e : entries) {
    if (e.path.starts_with("let.")) job.named.push_back({e.path.substr(4), numbers.value(e, Dimension::none)});
  }
  Reader head(entries, numbers, job.units, "job.");
  head.text("name", job.name);
  head.text("number", job.number);
  for (const std::string& name : part_names(entries, source)) {
    job.parts.push_back(read_part(entries, numbers, job, name, source));
  }
  return job;
}

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
      throw JobRefusal(place, {.reason = "is given twice", .key = s.path, .advice = "leave one of the two out"});
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

JobRefusal located(const Job& job, const PartJob& part, const Refusal& refusal) {
  const std::string prefix = part.name.empty() ? "part." : "parts." + part.name + ".";
  Refusal::Text text = refusal.text();
  const bool of_sheet = text.key.starts_with("sheet.");
  if (!text.key.empty() && !of_sheet) text.key = prefix + text.key;
  auto at = job.given.find(text.key);
  // The core speaks in millimetres: say what stood there as well.
  if (at != job.given.end() && !text.found.empty()) text.found += " (written " + at->second.text + ")";
  // A size that is missing has no place: its table's `shape` stands for it.
  if (at == job.given.end()) at = job.given.find(prefix + "shape");
  return {at == job.given.end() ? Place{} : at->second.place, text};
}

}  // namespace juggler
