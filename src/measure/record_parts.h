// What records are put together from.
#pragma once

#include <optional>

#include "juggler/measure.h"
#include "juggler/record.h"

namespace juggler {

/// What a number is measured between, and on which face, layer or line.
struct Between {
  const char* from = "";
  const char* to = "";
  const char* on = "";
};

[[nodiscard]] inline Record number(double value, Amount::Of of, Between w) {
  return Measured{value, of, w.from, w.to, w.on};
}
[[nodiscard]] inline Record mm(double value, Between w) { return number(value, Amount::Of::length, w); }
[[nodiscard]] inline Record mm2(double value, Between w) { return number(value, Amount::Of::area, w); }
[[nodiscard]] inline Record kg(double value) {
  return number(value, Amount::Of::mass, {"", "", "one blank"});
}
[[nodiscard]] inline Record deg(double degrees, Between w) { return number(degrees, Amount::Of::angle, w); }
[[nodiscard]] inline Record deg(Angle angle, Between w) { return deg(angle.degrees(), w); }
[[nodiscard]] inline Record share(double value, Between w) { return number(value, Amount::Of::share, w); }
[[nodiscard]] inline Record plain(double value, Between w) { return number(value, Amount::Of::number, w); }
[[nodiscard]] inline Record mm(const std::optional<double>& value, Between w) {
  return value ? mm(*value, w) : Record();
}
[[nodiscard]] inline Record deg(const std::optional<Angle>& value, Between w) {
  return value ? deg(*value, w) : Record();
}
[[nodiscard]] inline Record share(const std::optional<double>& value, Between w) {
  return value ? share(*value, w) : Record();
}
[[nodiscard]] inline Record count(const std::optional<int>& value) {
  return value ? Record(*value) : Record();
}
[[nodiscard]] inline Record face(const std::optional<Face>& face) { return face ? name_of(*face) : Record(); }
[[nodiscard]] inline Record list(std::initializer_list<Record> all) { return Record::List(all); }
/// Of every one of a range what is made of it.
template <typename Range, typename Make>
[[nodiscard]] Record list_of(const Range& range, const Make& make) {
  Record::List all;
  for (const auto& one : range) all.push_back(make(one));
  return all;
}
[[nodiscard]] inline Record point(Vec2 p, Between w) { return list({mm(p.x, w), mm(p.y, w)}); }
[[nodiscard]] inline Record point(Vec3 p, Between w) { return list({mm(p.x, w), mm(p.y, w), mm(p.z, w)}); }
/// Across and up.
[[nodiscard]] inline Record on_blank(Vec2 p) {
  return point(p, {"left and lower edge of the box", "place", "blank"});
}

inline constexpr Between plan_of_place{"x axis", "place", "plan"};
inline constexpr Between along_axis{"base plane", "top plane", "axis"};
inline constexpr Between per_turn{"turn", "the next turn", "axis"};
inline constexpr Between in_space{"centre of the base", "place", "x, y, z"};
inline constexpr Between stretched{"flat", "formed", ""};

/// Of a rectangle on the flat.
[[nodiscard]] Record sides_record(const Rectangle& rectangle, const char* on);
[[nodiscard]] Record pressing_record(const Pressing& pressing);
[[nodiscard]] Record bends_record(const Blank& blank);
[[nodiscard]] Record openings_record(const Blank& blank);
[[nodiscard]] Record opening_groups_record(const Blank& blank, const Units& units);
/// Plates, joints, walls and reliefs of a folded blank.
[[nodiscard]] Record folding_record(const Blank& blank, const Body& body);
[[nodiscard]] Record pressed_record(const std::optional<Pressed>& pressed);
[[nodiscard]] Record bend_rule_record(const Bend& bend);
[[nodiscard]] Record flange_record(const Flange& flange);
/// Where the seams of a part with a wall lie, worked out; `at` is the first.
[[nodiscard]] Record seam_record(const Part& part, const Form& wall);
[[nodiscard]] Record creases_record(const Blank& blank);
/// Every number said of the piece and of what was asked, with its kind and what it is measured between; and
/// the same of the columns of its tables.
[[nodiscard]] Record measures_record(const PieceResult& piece);

[[nodiscard]] Record proof_record(const Proof& proof, const Units& units);
[[nodiscard]] Record joint_record(const JointProof& joint, const Units& units);
[[nodiscard]] Record notches_record(const Blank& blank);
/// What a part was asked to be.
[[nodiscard]] Record part_record(const PieceResult& piece);
/// All that is stated of a piece, its bench card as that is rounded.
[[nodiscard]] Record piece_record(const PieceResult& piece, const Bench& bench, const Units& units);

}  // namespace juggler
