// What is said of a piece: facts, tables, and all that a result states as a tree of names. Numbers know what
// they are; whoever writes them works nothing out.
#pragma once

#include <initializer_list>
#include <string>
#include <utility>
#include <variant>
#include <vector>

#include "juggler/phrase.h"

namespace juggler {

/// Where a number stands on a drawing: in the table of the blank, as a dimension on the blank, or elsewhere
/// (among the sizes of the faces, in the title block).
enum class RowKind { number, dimension, elsewhere };

/// What is said of a piece in one line: a name and a text with its numbers in it.
struct Fact {
  std::string name;
  Phrase value;
  RowKind kind = RowKind::number;
};
/// A column of a table: its numbers are all of one kind, measured alike.
struct MeasuredColumn {
  std::string name;
  Amount::Of of = Amount::Of::number;
  std::string from = {}, to = {}, on = {};
  bool words = false;  ///< no numbers with a unit: tags, counts, directions
};

/// Rows of numbers whose units stand in the heads.
struct MeasuredTable {
  std::string key;
  std::string title;
  std::vector<MeasuredColumn> columns;
  std::vector<std::vector<Phrase>> rows = {};
};

/// A number of a result, in mm, mm2, kg, degrees, or 0 to 1 for a share. Texts are literals.
struct Measured {
  double value = 0;  ///< none where it is not finite: the radius of a straight edge
  Amount::Of of = Amount::Of::number;
  const char* from = "";  ///< what it is measured between
  const char* to = "";
  const char* on = "";  ///< the face, layer or line that it lies on
};

/// Nothing, yes or no, a count, a text, a number, a list, or members by name in their order.
class Record {
 public:
  using List = std::vector<Record>;
  using Members = std::vector<std::pair<std::string, Record>>;

  // NOLINTBEGIN(google-explicit-constructor): so that a record is written as it is read
  Record(std::nullptr_t = nullptr) {}
  Record(bool yes) : is_(yes) {}
  Record(int count) : is_(static_cast<long long>(count)) {}
  Record(size_t count) : is_(static_cast<long long>(count)) {}
  Record(const char* text) : is_(std::string(text)) {}
  Record(std::string text) : is_(std::move(text)) {}
  Record(Measured number) : is_(number) {}
  Record(List list) : is_(std::move(list)) {}
  Record(Members members) : is_(std::move(members)) {}
  Record(std::initializer_list<std::pair<const char*, Record>> members) {
    Members all;
    for (const auto& [name, value] : members) all.emplace_back(name, value);
    is_ = std::move(all);
  }
  // NOLINTEND(google-explicit-constructor)
  Record(double) = delete;  // a number says what it is

  /// Of members alone: those of another added, or one.
  /// Errors  std::bad_variant_access where this has no members.
  void add(const Record& others);
  void add(std::string name, Record value);

  using Is = std::variant<std::nullptr_t, bool, long long, std::string, Measured, List, Members>;
  [[nodiscard]] const Is& is() const { return is_; }

 private:
  Is is_ = nullptr;
};

/// What the numbers of a record are, by their names from the outside in, a point between them: "pieces.area".
/// Lists are passed over; in one of numbers of several kinds their places follow, from 0; a part's shape
/// stands before its numbers.
struct NumberMeaning {
  std::string path;
  Measured first;  ///< the first number of that name
};
/// Every path once, in their order.
[[nodiscard]] std::vector<NumberMeaning> meanings_of(const Record& record);

}  // namespace juggler
