// What a DXF file says: pairs of a group code and a value, put together to entities. Private to the room.
#pragma once

#include <map>

#include "drawing_file.h"

namespace juggler {

struct DxfPair {
  int code = 0;
  std::string value;
  int line = 0;  // of the code
};

/// An entity with its groups in order.
struct DxfEntity {
  std::string type;
  int line = 0;
  std::vector<DxfPair> groups;

  [[nodiscard]] const DxfPair* group(int code) const;
  /// The first value of a group, or nothing.
  [[nodiscard]] std::string text(int code) const;
};

struct DxfBlock {
  Vec2 base;
  std::vector<DxfEntity> entities;
};

struct DxfDrawing {
  double mm = 1;  // of a unit
  std::vector<DxfEntity> entities;
  std::map<std::string, DxfBlock> blocks;
};

/// Errors  JobRefusal with file and line: no text, no DXF, broken off, units that are none.
[[nodiscard]] DxfDrawing dxf_drawing(const DrawingFile& file, const std::string& text);

/// Errors  JobRefusal where a value is no finite number.
[[nodiscard]] double dxf_number(const DrawingFile& file, const DxfPair& pair);

/// A name in UTF-8, letters small: files before 2007 hold CP1252 and \U+XXXX, and names there have no case.
[[nodiscard]] std::string dxf_name(const std::string& value);

}  // namespace juggler
