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
/// Of what winds, and of walls that need not open flat.
[[nodiscard]] KeyTables curved_key_tables();

}  // namespace juggler
