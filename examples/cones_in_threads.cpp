// Ten thousand cones, several at once: how many are made, and what is wrong with the others.
#include <iostream>

#include "juggler/juggler.h"

int main() {
  using namespace juggler;
  std::vector<Part> parts;
  for (int i = 0; i < 10000; ++i) {
    const Cone cone{
        .base = Diameter::mm(300 + i % 97), .top = Diameter::mm(i % 101), .height = 5.0 * (i % 89)};
    parts.push_back({.shape = "cone", .asked = cone, .sheet = {.thickness = 1.5, .sizes_on = Face::inside}});
    parts.back().making.marks = false;
  }
  double area_in_all = 0;
  int refused = 0;
  for (const Outcome& outcome : develop_each(parts)) {
    for (const PieceResult& piece : outcome.pieces) area_in_all += area(piece.blank);
    if (outcome.refused && refused++ == 0)
      std::cout << "the first refused: " << in_one(*outcome.refused) << '\n';
  }
  std::cout << parts.size() - static_cast<size_t>(refused) << " made, " << area_in_all / 1e6 << " m2\n";
}
