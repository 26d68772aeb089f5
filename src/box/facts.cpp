// What is said of boxes alone.
#include "measure/facts.h"
#include "box.h"
#include "measure/say.h"

namespace juggler {
namespace {

std::string walls_of(const std::array<bool, 4>& on, Hand hand) {
  std::string all;
  for (int w = 0; w < 4; ++w) {
    if (on[static_cast<size_t>(w)]) all += (all.empty() ? "" : ", ") + std::string(name_of_wall(w, hand));
  }
  return all;
}

bool own_height(const Box& box, int w) {
  return box.walls[static_cast<size_t>(w)].height || box.walls[static_cast<size_t>(w)].sloping;
}

void add_walls(std::vector<Fact>& rows, const Part& part, const Box& box) {
  const Hand hand = part.making.hand;
  bool all_own = true;
  for (int w = 0; w < 4; ++w) all_own = all_own && own_height(box, w);
  const Where up{"floor", "rim", "size face"};
  if (!all_own) rows.push_back({"height", length(*box.height, up)});
  for (int w = 0; w < 4; ++w) {
    const BoxWall& wall = box.walls[static_cast<size_t>(w)];
    Phrase text;
    const RimHeights rim = rim_of(box, w);
    if (wall.height) text += say("{} high", length(*wall.height, up));
    if (wall.sloping) text += say("its rim from {} to {} high", length(rim.first, up), length(rim.last, up));
    if (wall.lean.radians() != 0)
      text +=
          say("{}leans {} by {}", text.empty() ? "" : ", ", wall.lean.radians() > 0 ? "outwards" : "inwards",
              given_angle(Angle::radians(std::abs(wall.lean.radians())), {"upright", "wall", ""}));
    if (!text.empty()) rows.push_back({std::string("wall ") + name_of_wall(w, hand), text});
  }
}

void add_corners(std::vector<Fact>& rows, const Part& part, const Box& box) {
  const char* walls = box.corner_walls == BoxWalls::x ? "+x and -x" : "+y and -y";
  Phrase text =
      say("edges touch inside, gap {}", length(part.seam.gap.value_or(0), {"edge", "edge", "joint"}));
  if (box.corner == BoxCorner::lapped)
    text = say("the walls {} cover the others, gap {}", walls,
               length(part.seam.gap.value_or(0), {"edge", "edge", "joint"}));
  if (box.corner == BoxCorner::tabs)
    text = say("tabs of the walls {}, {} wide, {} of the others, {} off them", walls,
               length(*box.tab, {"corner of wall and tab", "free edge", "size face"}),
               box.tabs_outside ? "on the outside" : "on the inside",
               length(box.tab_clearance, {"tab", "wall beside it", "clear"}));
  rows.push_back({"corners", text});
}

}  // namespace

std::vector<Fact> asked_facts(const Part& part, const Box& box) {
  std::vector<Fact> rows{sheet_fact(part.sheet, false)};
  const char* face = name_of(part.sheet.sizes_on.value_or(Face::middle));
  rows.push_back(
      {"floor", say("width {}, length {}, on the {}", length(*box.width, {"wall -x", "wall +x", face}),
                    length(*box.length, {"wall -y", "wall +y", face}), face)});
  add_walls(rows, part, box);
  add_corners(rows, part, box);
  int number = 0;
  for (const BoxReturn& r : box.returns) {
    rows.push_back(
        {"return " + std::to_string(++number),
         say("{} wide, turned {} by {}, on the walls {}, corners {} apart",
             length(*r.width, {"corner of wall and return", "free edge", "size face"}),
             r.outwards ? "outwards" : "inwards", given_angle(r.turned, {"flat", "bent", "turned"}),
             walls_of(r.on, part.making.hand), length(r.clearance, {"return", "return", "corner"}))});
  }
  const std::string lids = walls_of(box.lid, part.making.hand);
  if (!lids.empty()) rows.push_back({"lid", "folded from the wall " + lids});
  rows.push_back({"relief", name_of(box.relief)});
  rows.push_back({"bends", bend_text(box.bend, *part.sheet.thickness)});
  return rows;
}

}  // namespace juggler
