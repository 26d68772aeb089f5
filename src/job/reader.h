// Values of one table of a job. Private to the room.
#pragma once

#include <fmt/format.h>

#include <algorithm>
#include <array>
#include <functional>

#include "entries.h"

namespace juggler {

inline constexpr std::array<std::pair<const char*, EndName>, 2> end_words{
    {{"base", EndName::base}, {"top", EndName::top}}};

inline constexpr std::array<std::pair<const char*, Face>, 3> face_words{
    {{"inside", Face::inside}, {"middle", Face::middle}, {"outside", Face::outside}}};

/// Those of a panel, too.
inline constexpr std::array<std::pair<const char*, Face>, 7> named_faces{{{"inside", Face::inside},
                                                                          {"middle", Face::middle},
                                                                          {"outside", Face::outside},
                                                                          {"left", Face::inside},
                                                                          {"right", Face::outside},
                                                                          {"lower", Face::inside},
                                                                          {"upper", Face::outside}}};

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
  void angle(const char* key, Angle& out) {
    if (const Entry* e = at(key)) out = Angle::degrees(numbers_.value(*e, Dimension::angle));
  }
  void length(const char* key, double& out) {
    if (const Entry* e = at(key)) out = numbers_.value(*e, Dimension::length) * units_.mm;
  }
  void number(const char* key, std::optional<double>& out) {
    if (const Entry* e = at(key)) out = numbers_.value(*e, Dimension::none);
  }
  void number(const char* key, double& out) {
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
  /// One of several words; what is not said stays as it is. Words that the key does not take are refused
  /// before.
  template <typename Out, typename T, size_t N>
  void choice(const char* key, const std::array<std::pair<const char*, T>, N>& words, Out& out) {
    const Entry* e = at(key);
    if (!e) return;
    for (const auto& [word, value] : words) {
      if (std::get<std::string>(e->value) == word) out = value;
    }
  }
  /// Which of two words is said.
  void either(const char* key, const char* yes, bool& out) {
    if (const Entry* e = at(key)) out = std::get<std::string>(e->value) == yes;
  }
  void contact(const char* key, std::optional<Contact>& out);
  void point(const std::string& key, Vec2& out) {
    const Entry* x = find(entries_, prefix_ + key + ".1");
    if (!x) return;
    const Entry* y = find(entries_, prefix_ + key + ".2");
    if (!y) refuse(*x, "lacks its second length", "two lengths [x, y]");
    out = {numbers_.value(*x, Dimension::length) * units_.mm,
           numbers_.value(*y, Dimension::length) * units_.mm};
  }
  void position(const std::string& key, std::optional<Vec3>& out) {
    std::array<double, 3> lengths{};
    const Entry* before = nullptr;
    for (size_t i = 0; i < 3; ++i) {
      const Entry* e = find(entries_, fmt::format("{}{}.{}", prefix_, key, i + 1));
      if (!e && i == 0) return;
      if (!e) refuse(*before, "lacks a length", "three lengths [x, y, z]");
      lengths[i] = numbers_.value(*e, Dimension::length) * units_.mm;
      before = e;
    }
    out = {lengths[0], lengths[1], lengths[2]};
  }
  void lengths(const std::string& key, std::vector<double>& out) {
    for (int i = 1;; ++i) {
      const Entry* e = find(entries_, fmt::format("{}{}.{}", prefix_, key, i));
      if (!e) return;
      out.push_back(numbers_.value(*e, Dimension::length) * units_.mm);
    }
  }
  void angles(const std::string& key, std::vector<Angle>& out) {
    for (int i = 1;; ++i) {
      const Entry* e = find(entries_, fmt::format("{}{}.{}", prefix_, key, i));
      if (!e) return;
      out.push_back(Angle::degrees(numbers_.value(*e, Dimension::angle)));
    }
  }
  void texts(const std::string& key, std::vector<std::string>& out) {
    for (int i = 1;; ++i) {
      const Entry* e = find(entries_, fmt::format("{}{}.{}", prefix_, key, i));
      if (!e) return;
      out.push_back(std::get<std::string>(e->value));
    }
  }
  /// The tables of a list, each with a reader of its own.
  void tables(const std::string& key, const std::function<void(Reader&)>& each) {
    for (int i = 1; has_below(entries_, fmt::format("{}{}.{}", prefix_, key, i)); ++i) {
      Reader one(entries_, numbers_, units_, fmt::format("{}{}.{}.", prefix_, key, i));
      each(one);
    }
  }
  [[nodiscard]] const Entry* at(const char* key) const { return find(entries_, prefix_ + key); }
  /// An entry of any table, by its whole path.
  [[nodiscard]] const Entry* root(const char* path) const { return find(entries_, path); }
  [[nodiscard]] const Units& units() const { return units_; }
  /// Whether anything is given below a key.
  [[nodiscard]] bool has(const char* key) const { return has_below(entries_, prefix_ + key); }
  /// Whether a named size has that name.
  [[nodiscard]] bool names(const std::string& name) const { return find(entries_, "let." + name); }
  /// The first entry of the table.
  [[nodiscard]] const Entry* first() const {
    const auto found = std::find_if(entries_.begin(), entries_.end(),
                                    [&](const Entry& e) { return e.path.starts_with(prefix_); });
    return found == entries_.end() ? nullptr : &*found;
  }
  /// The first entry at a key or below it.
  [[nodiscard]] const Entry* below(const std::string& key) const {
    const auto found = std::find_if(entries_.begin(), entries_.end(), [&](const Entry& e) {
      return e.path == prefix_ + key || e.path.starts_with(prefix_ + key + ".");
    });
    return found == entries_.end() ? nullptr : &*found;
  }
  /// Refuses a length outside [least, most] mm.
  void check(const char* key, std::optional<double> value, double least, double most) const {
    if (!value || (*value >= least && *value <= most)) return;
    refuse(*at(key), "is out of range", fmt::format("{:g} to {:g} mm", least, most));
  }

 private:
  const Entries& entries_;
  Numbers& numbers_;
  const Units& units_;
  std::string prefix_;
};

/// Onto what a wider table says.
void read_sheet(Reader& r, const std::string& source, Sheet& sheet);
/// Refuses keys of the sheet that none of the parts does anything with.
void refuse_idle_sheet_keys(const Entries& entries, const std::vector<Part>& parts);
void read_seam(Reader& r, Seam& seam);
/// A plane that cuts an end of a body.
[[nodiscard]] std::vector<Trim> read_trims(Reader& part);

/// How folds are bent, and what is done where they meet.
[[nodiscard]] Rulings read_rulings(Reader& part);
[[nodiscard]] StrainLimit read_strain(Reader& part);
[[nodiscard]] Bend read_bend(Reader& part, const std::string& source);
/// `seam.at`: a hip or the middle of a wall, by its name, in eighths.
void read_eighth(Reader& r, int& eighth);
void read_corners(Reader& part, HipJoint& joint, Relief& relief, std::optional<double>& size);
void read_profile_sizes(Reader& r, const std::string& at, Profile& profile);
/// The sizes of a profile of a kind in the table at a path.
[[nodiscard]] Profile read_profile_table(Reader& part, const std::string& at, ProfileKind kind,
                                         const std::string& source);
/// [[part.opening]], and where an opening or lettering lies.
[[nodiscard]] std::vector<Opening> read_openings(Reader& part, const std::string& source);
[[nodiscard]] OpeningPlace read_place(Reader& r);
/// The form in the table at a path; `key` is its path within the part.
[[nodiscard]] OpeningForm read_form(Reader& r, const std::string& at, const std::string& key,
                                    const std::string& source);
/// [[part.lettering]], with the glyphs of its font.
[[nodiscard]] std::vector<Lettering> read_letterings(Reader& part, const std::string& source);

[[nodiscard]] std::vector<Flange> read_flanges(Reader& part);
/// Bolt holes: of the table at a path before its keys, "" or "bolts."; `key` is the whole path of that table.
[[nodiscard]] BoltHoles read_bolts(Reader& r, const std::string& at, std::string key);
/// One of [[part.flange]].
[[nodiscard]] Flange read_flange(Reader& r, size_t number);
/// A bend table that an entry names.
[[nodiscard]] std::vector<BendRow> read_bend_table(const Entry& named, const std::string& source,
                                                   const Units& units);
/// The thickness of a gauge by its name in a list.
void read_gauge(Reader& r, const std::string& source, Sheet& sheet);
/// A seam of the list of seams, by the name that a key gives; none where it is not given.
[[nodiscard]] std::optional<NamedSeam> read_seam_kind(Reader& r, const char* key, const std::string& source);
/// The die and the punch of the lists that hits are pressed with.
[[nodiscard]] std::optional<PressDie> read_die(Reader& r, const std::string& source);
/// The outline in a DXF or SVG file that an entry names. A gap in it is closed by a straight line, and kept.
void read_outline(const Entry& named, const std::string& source, const Units& units, const std::string& layer,
                  Profile& profile);

/// The tables that say how the shop works: bench, rolls, drawing, template.
void read_tables(const Entries& entries, Numbers& numbers, Job& job);

}  // namespace juggler
