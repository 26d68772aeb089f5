// A cone with a hole bored through both walls and a row of slots: what is left beside them, and what the hole
// measures on either face.
#include <cstdio>

#include "juggler/juggler.h"

int main() {
  using namespace juggler;
  Opening sight;
  sight.name = "sight";
  sight.form.profile.diameter = 60;
  sight.how = OpeningHow::bored;
  sight.at = {.angle = Angle::degrees(40), .height = 300};
  sight.walls = BoredWalls::both;
  Opening slots;
  slots.name = "slot";
  slots.form.profile = {.kind = ProfileKind::obround, .width = 12, .between_centres = 40};
  slots.how = OpeningHow::laid;
  slots.at = {.angle = Angle::degrees(180), .height = 120};
  slots.repeat = {.count = 9, .over = Angle::degrees(240), .centred = true};
  const Cone cone{.base = Diameter::mm(620), .top = Diameter::mm(155), .height = 780};
  const Sheet sheet{.thickness = 3, .sizes_on = Face::inside};
  const Blank blank = make_blank(cone, sheet, {}, {.openings = {sight, slots}});
  for (const OpeningGroup& group : blank.groups) {
    const FaceSize& inside = group.by_row.front().inside;
    std::printf("%s: quantity %d, %.3f x %.3f mm inside, least web %.3f mm\n", group.name.c_str(), group.cut,
                inside.width, inside.height, group.opening->width);
  }
  std::printf("cut %.3f mm\n", cut_length(blank));
  return prove(blank, cone, sheet).passed ? 0 : 1;
}
