#include <cstdio>

#include "juggler/juggler.h"
#include "juggler/version.h"

int main() {
  using namespace juggler;
  const Blank blank = make_blank(Cone{.base = Diameter::mm(620), .top = Diameter::mm(155), .height = 780},
                                 {.thickness = 2, .sizes_on = Face::inside});
  std::printf("juggler %s: %.6f\n", version, blank.cone->swing_radius_base);
}
