// A zed from its outside sizes: the flat, and where the press brake bends it.
#include <cstdio>

#include "juggler/juggler.h"

int main() {
  using namespace juggler;
  const Panel zed{.profile = {{.line = 50},
                              {.bend = Angle::degrees(90)},
                              {.line = 80},
                              {.bend = Angle::degrees(90), .to_right = true},
                              {.line = 40}},
                  .run = 300,
                  .sizes_on = PanelFace::convex_side,
                  .bend = {.radius = 3, .neutral_factor = 0.42}};
  const Sheet sheet{.thickness = 2};
  const Blank blank = make_blank(zed, sheet);
  std::printf("flat %.3f x %.3f mm\n", as_laid(blank).width, as_laid(blank).height);
  for (const Fold& bend : bends_of(blank)) {
    std::printf("%s: %.3f mm from %s, %s %.1f degrees\n", bend.tag.c_str(), bend.datum_from,
                bend.datum.c_str(), bend.up ? "up" : "down", bend.turned.degrees());
  }
  return prove(blank, zed, sheet).passed ? 0 : 1;
}
