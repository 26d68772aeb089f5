// A job as one page for a browser: what it holds. Private to the room.
#pragma once

#include <nlohmann/json.hpp>

#include "juggler/write.h"

namespace juggler {

/// What can be pointed at on the blank and on the formed part: its key in the page, and what it is called.
struct Indicated {
  std::string key;
  std::string name;
  std::vector<Vec2> line = {};  ///< places along it; none of what is an outline of the metal
};
/// Elements, bends, hits and creases, then marks.
[[nodiscard]] std::vector<Indicated> lines_of(const JobResult& job, const PieceResult& piece);
/// Openings in the order of the blank's.
[[nodiscard]] std::vector<Indicated> openings_pointed(const JobResult& job, const PieceResult& piece);

/// The blank as SVG at full size, what can be pointed at by its keys, with its dimensions.
[[nodiscard]] std::string flat_picture(const JobResult& job, size_t piece);

/// The blank's way to the part, as numbers (docs/maths/solid.md (13)-(16)).
[[nodiscard]] nlohmann::ordered_json motion_data(const JobResult& job, const PieceResult& piece);
/// All that the page says and shows of a piece.
[[nodiscard]] nlohmann::ordered_json piece_data(const JobResult& job, size_t piece);

/// Of the blank as laid, as its fact says it.
[[nodiscard]] std::string blank_size(const PieceResult& piece, const Units& units);

/// Text within an element or a quoted attribute.
[[nodiscard]] std::string escaped(const std::string& text);

/// The page's own texts, built in.
extern const char* const gallery_style;
extern const char* const page_style;
extern const char* const page_body;
extern const char* const page_script;
extern const char* const page_library;  ///< three.js and its controls

}  // namespace juggler
