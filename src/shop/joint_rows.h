// Joints in a table. Private to the room.
#pragma once

#include <functional>

#include "juggler/shop.h"

namespace juggler {

/// The joints of a blank: name, faces, length, angle between the normals, how they meet.
[[nodiscard]] std::vector<std::vector<std::string>> joint_rows(
    const PieceResult& piece, const std::function<std::string(const Amount&)>& length);

}  // namespace juggler
