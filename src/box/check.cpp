// What a box may be.
#include <algorithm>

#include "box.h"
#include "part/bounds.h"

namespace juggler {

const char* name_of(BoxCorner corner) {
  constexpr std::array names{"inside_touch", "lapped", "tabs"};
  return names[static_cast<size_t>(corner)];
}

namespace {

void check_given(const char* key, const std::optional<double>& value, const char* advice) {
  if (!value) throw Refusal({.reason = "is missing", .key = key, .advice = advice});
  check_range(key, *value, shortest, longest, "mm");
}

void check_wall(const Box& box, int w) {
  const BoxWall& wall = box.walls[static_cast<size_t>(w)];
  if (wall.height) check_range((wall.key + ".height").c_str(), *wall.height, shortest, longest, "mm");
  check_range((wall.key + ".lean").c_str(), wall.lean.degrees(), -60, 75, "degrees");
  if (wall.sloping && wall.height)
    throw Refusal({.reason = "is given beside a rim that slopes from one neighbour's height to the other's",
                   .key = wall.key + ".height",
                   .found = shown_mm(*wall.height),
                   .advice = "leave one of the two out"});
  const auto& neighbours = {box.walls[static_cast<size_t>((w + 1) % 4)],
                            box.walls[static_cast<size_t>((w + 3) % 4)]};
  if (wall.sloping &&
      std::any_of(neighbours.begin(), neighbours.end(), [](const BoxWall& n) { return n.sloping; }))
    throw Refusal({.reason = "slopes between walls of which one slopes itself, so nothing says its heights",
                   .key = wall.key + ".sloping",
                   .advice = "let opposite walls slope, and give the others their heights"});
}

// Walls that lean inwards may not meet below a rim.
void check_leans(const Box& box) {
  for (int w = 0; w < 4; ++w) {
    const int opposite = (w + 2) % 4;
    const bool along_x = w % 2 == 0;
    for (const int rim : {w, (w + 1) % 4, (w + 3) % 4}) {
      const RimHeights at = rim_of(box, rim);
      const double z = std::max(at.first, at.last);
      const double left = (along_x ? *box.width : *box.length) +
                          z * (std::tan(box.walls[static_cast<size_t>(w)].lean.radians()) +
                               std::tan(box.walls[static_cast<size_t>(opposite)].lean.radians()));
      if (left >= shortest) continue;
      const BoxWall& leaning = box.walls[static_cast<size_t>(w)];
      throw Refusal({.reason = "leans the walls " + std::string(name_of_wall(w)) + " and " +
                               name_of_wall(opposite) + " into each other below a rim",
                     .key = leaning.key + ".lean",
                     .found = shown_degrees(leaning.lean),
                     .advice = "lean them less, or make the walls lower"});
    }
  }
}

void check_tabs(const Box& box) {
  check_range("corner.clearance", box.tab_clearance, 0, 100, "mm");
  if (box.corner != BoxCorner::tabs) {
    if (!box.tab) return;
    throw Refusal({.reason = "belongs to corners with tabs",
                   .key = "corner.tab",
                   .found = shown_mm(*box.tab),
                   .advice = "say corner.joint = \"tabs\", or leave it out"});
  }
  check_given("corner.tab", box.tab, "say how wide the tabs are");
  const double across = box.corner_walls == BoxWalls::x ? *box.width : *box.length;
  if (*box.tab < across / 2) return;
  throw Refusal({.reason = "makes the tabs of two walls meet",
                 .key = "corner.tab",
                 .found = shown_mm(*box.tab),
                 .allowed = "less than " + shown_mm(across / 2)});
}

void check_return(const Box& box, const BoxReturn& r) {
  check_given((r.key + ".width").c_str(), r.width, "say how wide it is");
  check_range((r.key + ".angle").c_str(), r.turned.degrees(), 0.5, 150, "degrees");
  check_range((r.key + ".clearance").c_str(), r.clearance, 0, 1e3, "mm");
  if (std::none_of(r.on.begin(), r.on.end(), [](bool on) { return on; }))
    throw Refusal({.reason = "stands on no wall", .key = r.key + ".walls"});
  for (size_t w = 0; w < 4; ++w) {
    const bool at_lid = box.lid[w] || box.lid[(w + 1) % 4] || box.lid[(w + 3) % 4] || box.lid[(w + 2) % 4];
    if (r.on[w] && at_lid)
      throw Refusal({.reason = "stands on a rim that the lid meets",
                     .key = r.key + ".walls",
                     .advice = "leave the lid or the return out"});
  }
}

void check_lid(const Box& box) {
  const auto lids = std::count(box.lid.begin(), box.lid.end(), true);
  if (lids == 0) return;
  const bool opposite = (box.lid[0] && box.lid[2]) || (box.lid[1] && box.lid[3]);
  if (lids > 2 || (lids == 2 && !opposite))
    throw Refusal({.reason = "is of more walls than can share it",
                   .key = "lid",
                   .allowed = "one wall, or two opposite ones"});
  for (const BoxWall& wall : box.walls) {
    if (!wall.height && wall.lean.radians() == 0 && !wall.sloping) continue;
    throw Refusal({.reason = "lies on walls that are not all upright and of one height",
                   .key = "lid",
                   .advice = "leave their heights and leans out, or the lid"});
  }
}

}  // namespace

void check(const Box& box) {
  constexpr const char* all = "give width, length and height";
  check_given("width", box.width, all);
  check_given("length", box.length, all);
  check_given("height", box.height, all);
  for (int w = 0; w < 4; ++w) check_wall(box, w);
  check_leans(box);
  check_tabs(box);
  for (const BoxReturn& r : box.returns) check_return(box, r);
  check_lid(box);
  if (box.relief_size) check_range("relief.size", *box.relief_size, shortest, 1e4, "mm");
}

}  // namespace juggler
