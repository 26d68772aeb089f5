// Columns of tables. Private to the room.
#pragma once

#include "juggler/measure.h"
#include "say.h"

namespace juggler {

[[nodiscard]] inline MeasuredColumn words(std::string name) {
  return {.name = std::move(name), .words = true};
}
[[nodiscard]] inline MeasuredColumn column(std::string name, Amount::Of of, Where where) {
  return {std::move(name), of, std::move(where.from), std::move(where.to), std::move(where.on)};
}
[[nodiscard]] inline MeasuredColumn lengths(std::string name, Where where = {}) {
  return column(std::move(name), Amount::Of::length, std::move(where));
}
[[nodiscard]] inline MeasuredColumn angles(std::string name, Where where = {}) {
  return column(std::move(name), Amount::Of::angle, std::move(where));
}
[[nodiscard]] inline MeasuredColumn shares(std::string name, Where where) {
  return column(std::move(name), Amount::Of::share, std::move(where));
}

}  // namespace juggler
