// Boxes of a job.
#include "box_rows.h"
#include "juggler/shapes.h"

namespace juggler {
namespace {

constexpr std::array<const char*, 4> wall_sides{"+x", "+y", "-x", "-y"};

int wall_named(const Entry& entry) {
  const auto& word = std::get<std::string>(entry.value);
  for (size_t w = 0; w < wall_sides.size(); ++w) {
    if (word == wall_sides[w]) return static_cast<int>(w);
  }
  refuse(entry, "is no wall", "\"+x\", \"+y\", \"-x\" or \"-y\"");
}

// The walls of a list; all where there is none.
std::array<bool, 4> read_walls(Reader& r, const std::string& key, bool otherwise) {
  std::array<bool, 4> on{};
  on.fill(otherwise);
  for (int i = 1;; ++i) {
    const Entry* e = r.at(fmt::format("{}.{}", key, i).c_str());
    if (!e) return on;
    if (i == 1) on.fill(false);
    on[static_cast<size_t>(wall_named(*e))] = true;
  }
}

void read_wall(Reader& r, Box& box, int number) {
  const Entry* at = r.at("at");
  if (!at)
    refuse(*r.first(), "belongs to a wall that does not say which it is", {},
           "add at = \"+x\", or another of the four");
  BoxWall& wall = box.walls[static_cast<size_t>(wall_named(*at))];
  if (!wall.key.empty()) refuse(*at, "names a wall that has been given already", {}, "give each wall once");
  wall.key = fmt::format("wall.{}", number);
  r.length("height", wall.height);
  r.angle("lean", wall.lean);
  r.flag("sloping", wall.sloping);
}

void read_corner(Reader& r, Box& box) {
  constexpr std::array<std::pair<const char*, BoxCorner>, 3> joints{
      {{"inside_touch", BoxCorner::inside_touch}, {"lapped", BoxCorner::lapped}, {"tabs", BoxCorner::tabs}}};
  constexpr std::array<std::pair<const char*, BoxWalls>, 2> walls{{{"x", BoxWalls::x}, {"y", BoxWalls::y}}};
  r.choice("corner.joint", joints, box.corner);
  r.choice("corner.walls", walls, box.corner_walls);
  r.length("corner.tab", box.tab);
  r.either("corner.to", "outside", box.tabs_outside);
  r.length("corner.clearance", box.tab_clearance);
  for (const char* key : {"corner.to", "corner.clearance"}) {
    if (const Entry* idle = r.at(key); idle && box.corner != BoxCorner::tabs)
      refuse(*idle, "belongs to corners with tabs", {}, "say corner.joint = \"tabs\", or leave it out");
  }
  if (const Entry* idle = r.at("corner.walls"); idle && box.corner == BoxCorner::inside_touch)
    refuse(*idle, "belongs to corners of which some walls cover the others, or have tabs", {},
           "say corner.joint, or leave it out");
}

}  // namespace

void read_box(Reader& r, const std::string& source, Part& part) {
  r.length("seam.gap", part.seam.gap);
  Box box;
  r.length("width", box.width);
  r.length("length", box.length);
  r.length("height", box.height);
  int number = 0;
  r.tables("wall", [&](Reader& one) { read_wall(one, box, ++number); });
  read_corner(r, box);
  r.tables("return", [&](Reader& one) {
    BoxReturn fold;
    fold.key = fmt::format("return.{}", box.returns.size() + 1);
    fold.on = read_walls(one, "walls", true);
    one.length("width", fold.width);
    one.either("to", "outside", fold.outwards);
    one.angle("angle", fold.turned);
    one.length("clearance", fold.clearance);
    box.returns.push_back(std::move(fold));
  });
  box.lid = read_walls(r, "lid", false);
  HipJoint unused = HipJoint::inside_touch;
  read_corners(r, unused, box.relief, box.relief_size);
  box.bend = read_bend(r, source);
  part.asked = std::move(box);
}

std::string idle_of_box(const Part&, std::string_view key) {
  return key == "neutral" ? "this part is bent sharply; of its bends it is `bend.neutral`" : "";
}

}  // namespace juggler
