// Boxes in the result document.
#include "box.h"
#include "measure/record_parts.h"

namespace juggler {
namespace {

Record walls_record(const std::array<bool, 4>& on) {
  std::vector<int> walls;
  for (int w = 0; w < 4; ++w) {
    if (on[static_cast<size_t>(w)]) walls.push_back(w);
  }
  return list_of(walls, [](int w) { return Record(name_of_wall(w)); });
}

}  // namespace

Record box_record(const Box& box) {
  const Between across{"wall", "opposite wall", "size face"};
  std::vector<int> walls{0, 1, 2, 3};
  const auto wall = [&](int w) -> Record {
    const BoxWall& one = box.walls[static_cast<size_t>(w)];
    const RimHeights rim = rim_of(box, w);
    return {{"at", name_of_wall(w)},
            {"height_first", mm(rim.first, {"floor", "rim", "first corner"})},
            {"height_last", mm(rim.last, {"floor", "rim", "last corner"})},
            {"lean", deg(one.lean, {"upright", "wall", "outwards"})}};
  };
  const auto fold = [](const BoxReturn& r) -> Record {
    return {{"walls", walls_record(r.on)},
            {"width", mm(r.width, {"corner of wall and return", "free edge", "size face"})},
            {"to", r.outwards ? "outside" : "inside"},
            {"angle", deg(r.turned, {"flat", "bent", "turned"})},
            {"clearance", mm(r.clearance, {"return", "return", "corner"})}};
  };
  return {{"width", mm(box.width, across)},
          {"length", mm(box.length, across)},
          {"height", mm(box.height, {"floor", "rim", "size face"})},
          {"walls", list_of(walls, wall)},
          {"corner",
           {{"joint", name_of(box.corner)},
            {"walls", box.corner_walls == BoxWalls::x ? "x" : "y"},
            {"tab", mm(box.tab, {"corner of wall and tab", "free edge", "size face"})},
            {"to", box.tabs_outside ? "outside" : "inside"},
            {"clearance", mm(box.tab_clearance, {"tab", "wall beside it", "clear"})}}},
          {"returns", list_of(box.returns, fold)},
          {"lid", walls_record(box.lid)},
          {"relief", name_of(box.relief)},
          {"bend", bend_rule_record(box.bend)}};
}

}  // namespace juggler
