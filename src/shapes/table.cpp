// The table of shapes as a job reads them. Adding one is a folder and a line here.
#include "box/box_rows.h"
#include "duct/duct_rows.h"
#include "folded/folded_rows.h"
#include "plate/plate_rows.h"
#include "round/round_rows.h"
#include "ruled/ruled_rows.h"
#include "stretched/stretched_rows.h"
#include "wound/wound_rows.h"

namespace juggler {

const std::vector<ShapeRow>& shape_rows() {
  static const std::vector<ShapeRow> all = [] {
    std::vector<ShapeRow> rows;
    for (const auto& family :
         {round_rows, ruled_rows, folded_rows, box_rows, duct_rows, plate_rows, wound_rows, stretched_rows})
      for (ShapeRow& row : family()) rows.push_back(std::move(row));
    return rows;
  }();
  return all;
}

}  // namespace juggler
