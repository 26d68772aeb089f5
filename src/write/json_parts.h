// Pieces of the result document. Private to the room.
#pragma once

#include <nlohmann/json.hpp>

#include "juggler/shop.h"

namespace juggler {

using Json = nlohmann::ordered_json;

/// Infinite radii (straight edges) become null; -0 becomes 0.
[[nodiscard]] Json number(double value);
[[nodiscard]] Json point(Vec2 p);
template <typename T>
Json optional(const std::optional<T>& value) {
  return value ? Json(*value) : Json(nullptr);
}

[[nodiscard]] Json pressing_json(const Pressing& pressing);
[[nodiscard]] Json bends_json(const Blank& blank);
[[nodiscard]] Json openings_json(const Blank& blank);
[[nodiscard]] Json opening_groups_json(const Blank& blank, const Units& units);
/// Plates, joints, walls and reliefs of a folded blank; null of others.
[[nodiscard]] Json folding_json(const PieceResult& piece);
[[nodiscard]] Json pressed_json(const std::optional<Pressed>& pressed);
/// Where the seams of a part with a wall lie, worked out; `at` is the first.
[[nodiscard]] Json seam_json(const PieceResult& piece);
/// What a transition was asked to be, and what its wall is.
[[nodiscard]] Json ruled_part_json(const PieceResult& piece);
/// What a flight or coil was asked to be.
[[nodiscard]] Json wound_part_json(const PieceResult& piece);
/// The rings that a blank of a flight may be, the one made first, and their strain; null of others.
[[nodiscard]] Json rings_json(const PieceResult& piece);
/// The lengths of a coil's layers; null of others.
[[nodiscard]] Json coil_json(const PieceResult& piece);
/// The lengths of a helical strip's edges on each layer; null of others.
[[nodiscard]] Json strip_json(const PieceResult& piece);
/// What a dome or ruled wall was asked to be.
[[nodiscard]] Json stretched_part_json(const PieceResult& piece);
/// What forming does to the metal of such a blank, and a map of it; null of others.
[[nodiscard]] Json creases_json(const Blank& blank);
[[nodiscard]] Json strain_json(const PieceResult& piece);
[[nodiscard]] Json bend_rule_json(const Bend& bend);
/// What a folded part was asked to be.
[[nodiscard]] Json folded_part_json(const PieceResult& piece);

/// Every number said of the piece and of what was asked, with its kind and what it is measured between; and
/// the same of the columns of its tables.
[[nodiscard]] Json measures_json(const PieceResult& piece);

}  // namespace juggler
