// What the tables of keys are made of. Private to the room.
#pragma once

#include <map>

#include "entries.h"

namespace juggler {

inline const std::vector<std::string> faces{"inside", "middle", "outside"};
void append(std::vector<Key>& keys, const std::vector<Key>& more);
/// A shape's own keys between what every part has.
[[nodiscard]] std::vector<Key> completed(std::vector<Key> own);
using KeyTables = std::map<std::string, std::vector<Key>, std::less<>>;
/// Which points rulings join, and what a wall that need not open flat may do to the metal.
inline const Key rulings_key{
    "rulings",
    Kind::choice,
    "which points they join: those of a wall that opens flat, where there is one; or "
    "equal shares (else developable)",
    {"developable", "even"}};
inline const std::vector<Key> strain_keys{
    {"strain_limit", Kind::number, "of the metal where it must stretch; more is refused (else 0.005)"},
    {"allow_strain", Kind::flag, "true makes it whatever the strain"}};
/// [[part.opening]] and [[part.lettering]].
[[nodiscard]] const std::vector<Key>& opening_keys();
/// Of what winds, and of walls that need not open flat.
[[nodiscard]] KeyTables curved_key_tables();

}  // namespace juggler
