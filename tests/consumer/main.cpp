#include <cstdio>

#include "juggler/juggler.h"
#include "juggler/version.h"

int main() {
  using namespace juggler;
  const std::vector<PieceResult> pieces =
      develop({.asked = Cone{.base = Diameter::mm(620), .top = Diameter::mm(155), .height = 780},
               .sheet = {.thickness = 2, .sizes_on = Face::inside}});
  std::printf("juggler %s: %.6f\n", version, measured(facts_of(pieces.front()), "swing radius base").value);
}
