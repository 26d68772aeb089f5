// What a result states, as a tree of names. Its numbers know what they are; files only write them.
#pragma once

#include <initializer_list>
#include <string>
#include <utility>
#include <variant>
#include <vector>

#include "juggler/phrase.h"

namespace juggler {

struct JobResult;

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

/// All that a result states.
/// Cost  a few hundred numbers a piece, and three for each point of an opening.
[[nodiscard]] Record record_of(const JobResult& result);

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
