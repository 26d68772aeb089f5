// What the face does that the sizes are measured on: the same sizes, three girths.
#include <cstdio>

#include "juggler/juggler.h"

int main() {
  using namespace juggler;
  const Cone cone{.base = Diameter::mm(450), .top = Diameter::mm(447), .height = 600};
  for (const Face face : {Face::inside, Face::middle, Face::outside}) {
    const Sheet sheet{.thickness = 3, .sizes_on = face};
    const Blank blank = make_blank(cone, sheet);
    std::printf("sizes on the %-7s  girth of the base %.3f mm, of the top %.3f mm\n", name_of(face),
                edge(blank, EdgeName::base)->girth, edge(blank, EdgeName::top)->girth);
  }
}
