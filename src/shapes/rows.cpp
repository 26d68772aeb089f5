// The table of shapes as a job reads them. Adding one is a folder and a line here.
#include "folded/rows.h"
#include "round/rows.h"
#include "ruled/rows.h"
#include "stretched/rows.h"
#include "wound/rows.h"

namespace juggler {

const std::vector<ShapeRow>& shape_rows() {
  static const std::vector<ShapeRow> all = [] {
    std::vector<ShapeRow> rows;
    for (const auto& family : {round_rows, ruled_rows, folded_rows, wound_rows, stretched_rows})
      for (ShapeRow& row : family()) rows.push_back(std::move(row));
    return rows;
  }();
  return all;
}

}  // namespace juggler
