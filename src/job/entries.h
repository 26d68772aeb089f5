// A job's text as a flat list of keys and values, each with its place. Private to the room.
#pragma once

#include <cstdint>
#include <functional>
#include <map>
#include <string>
#include <variant>
#include <vector>

#include "juggler/job.h"

namespace juggler {

/// A value that a key cannot have, by the name of its kind ("an array", "a date").
struct OtherValue {
  std::string kind;
};
using Value = std::variant<double, std::string, bool, OtherValue>;

struct Entry {
  std::string path;  // dotted
  Value value;
  bool whole_number = false;
  Place place;
  Place list = {};        // of the list that it is a member of
  bool any_file = false;  // the file it names may lie anywhere
  FileSource files = {};  // else where what it holds is taken from
};

/// Entries in the order of the text; settings stand where what they replace stood, or at the end.
using Entries = std::vector<Entry>;

[[nodiscard]] Entries entries_of(std::string_view text, const std::string& source);
[[nodiscard]] const Entry* find(const Entries& entries, std::string_view path);
/// Whether the entries have a path or anything below it.
[[nodiscard]] bool has_below(const Entries& entries, const std::string& path);
void apply(Entries& entries, const std::string& path, const std::string& text, const std::string& said);
/// A value written on a command line: a number, true, false, a list in brackets, else text.
[[nodiscard]] Entries entries_of_text(const std::string& path, const std::string& text, const Place& place);
/// The value as a message shows it: `620`, `"body / 4"`, `true`, `an array`.
[[nodiscard]] std::string shown(const Entry& entry);

/// Refuses an entry at its place.
[[noreturn]] void refuse(const Entry& entry, const std::string& reason, const std::string& allowed = {},
                         const std::string& advice = {});
/// Whether a text is made of letters, digits and `more`, 1 to 64 of them.
[[nodiscard]] bool is_word(std::string_view text, std::string_view more);

/// A measure or plain number in text, or nothing when it is neither. Source docs/job.md.
enum class Dimension { none, length, angle, any };
struct Measure {
  double value = 0;  // mm, degrees or a plain number
  Dimension dimension = Dimension::none;
};
[[nodiscard]] std::optional<Measure> parse_measure(std::string_view text);
/// Unit words, functions and constants: none of them can be a name.
[[nodiscard]] bool is_reserved(std::string_view word);

/// Evaluates an expression whose names are resolved by the caller; units and results as docs/job.md says.
/// Errors  std::invalid_argument with what is wrong; whatever `name` throws.
[[nodiscard]] double evaluate(const std::string& text, const Units& units, Dimension wanted,
                              const std::function<double(const std::string&)>& name);

/// The numbers of a job: every key's value, its names resolved.
class Numbers {
 public:
  Numbers(const Entries& entries, Units units) : entries_(entries), units_(std::move(units)) {}
  /// In the job's units, in degrees, or plain, as the entry says; refuses a unit that does not fit `wanted`.
  double value(const Entry& entry, Dimension wanted);
  /// A size that no key gives and that follows from others: of the part at a prefix, by its key.
  using Derive = std::function<std::optional<double>(const std::string& prefix, const std::string& key)>;
  void derive_by(Derive derive) { derive_ = std::move(derive); }

 private:
  double evaluated(const Entry& entry, Dimension wanted);
  double named(const Entry& user, const std::string& name);
  const Entry* lookup(const Entry& user, const std::string& name) const;
  std::optional<double> sibling(const Entry& user, const std::string& name);
  std::optional<double> derived(const Entry& user, const std::string& name);

  const Entries& entries_;
  Units units_;
  std::map<std::string, double> known_, named_;
  std::vector<std::string> open_;
  Derive derive_;
};

/// The kinds of value a key takes.
enum class Kind {
  length,
  lengths,  ///< a list of them
  angle,
  number,
  count,
  text,
  flag,
  choice,
  point,
  position,  ///< a point in space
  seam_place,
  scale,
  direction,
  texts,
  members,  ///< whole numbers, or texts of two of them
  list      ///< of tables, each with keys of its own
};
struct Key {
  std::string path;  // # stands for the number of a list's member
  Kind kind = Kind::text;
  std::string meaning;
  std::vector<std::string> choices = {};
};
/// A table of the job beside its parts.
struct KeyTable {
  std::string name;
  std::vector<Key> keys;
};
/// job, sheet, lists, bench, rolls, drawing, template.
[[nodiscard]] const std::vector<KeyTable>& key_tables();
[[nodiscard]] const std::vector<Key>& sheet_key_table();
/// Of a part of that shape; of any shape, where it is none.
[[nodiscard]] const std::vector<Key>& shape_key_table(std::string_view shape);
[[nodiscard]] const std::vector<std::string>& shape_names();
[[nodiscard]] const Key* find(const std::vector<Key>& table, std::string_view path);
/// The path with # in place of numbers, and a list's members under the list's own key.
[[nodiscard]] std::string pattern_of(std::string_view path);
[[nodiscard]] std::string shown(const Key& key);  // the kind, for messages
/// The keys as help shows them, after a prefix.
[[nodiscard]] std::vector<KeyHelp> help_of(const std::vector<Key>& keys, const std::string& prefix);
/// The lists of tables that a part may have: [[part.trim]] and others.
[[nodiscard]] const std::vector<std::string>& list_names();
inline constexpr const char* direction_words[]{"upright", "level", "square"};

/// Refuses a version that is not known, and every key that is unknown or has the wrong type.
void check_version(const Entries& entries, const std::string& source);
void check_keys(const Entries& entries);

/// The job that checked entries make.
[[nodiscard]] Job job_of(const Entries& asked, const std::string& source);

}  // namespace juggler
