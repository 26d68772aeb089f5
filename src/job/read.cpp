#include <fmt/format.h>

#include <algorithm>
#include <array>
#include <cmath>

#include "entries.h"

namespace juggler {
namespace {

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
constexpr std::array<std::pair<const char*, Contact>, 7> contact_words{{{"size_face", Contact::size_face},
                                                                        {"inside", Contact::inside},
                                                                        {"middle", Contact::middle},
                                                                        {"outside", Contact::outside},
                                                                        {"neutral", Contact::neutral},
                                                                        {"clear", Contact::clear},
                                                                        {"full", Contact::full}}};
constexpr std::array<std::pair<const char*, EndName>, 2> end_words{
    {{"base", EndName::base}, {"top", EndName::top}}};
constexpr std::array<std::pair<const char*, Hand>, 2> hand_words{
    {{"as_drawn", Hand::as_drawn}, {"opposite", Hand::opposite}}};

End read_end(Reader& r, const std::string& name) {
  End end;
  r.flag((name + ".point").c_str(), end.pointed);
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
  throw JobRefusal(
      {source, 1, 1},
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

}  // namespace

Job job_of(const Entries& entries, const std::string& source) {
  check_version(entries, source);
  check_keys(entries);
  Job job;
  job.units = read_units(entries);
  for (const Entry& e : entries) job.given[e.path] = {e.place, shown(e)};
  Numbers numbers(entries, job.units);
  for (const Entry& e : entries) {
    if (e.path.starts_with("let."))
      job.named.push_back({e.path.substr(4), numbers.value(e, Dimension::none)});
  }
  Reader head(entries, numbers, job.units, "job.");
  head.text("name", job.name);
  head.text("number", job.number);
  for (const std::string& name : part_names(entries, source)) {
    job.parts.push_back(read_part(entries, numbers, job, name, source));
  }
  return job;
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
