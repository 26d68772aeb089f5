// A cone frustum from its sizes to a file to cut from.
#include <fstream>
#include <iostream>

#include "juggler/io.h"

int main() {
  using namespace juggler;
  const Cone cone{.base = Diameter::mm(620), .top = Diameter::mm(155), .height = 780};
  const Sheet sheet{.thickness = 2, .sizes_on = Face::inside};
  const Seam seam{.gap = 1.5, .at = Angle::degrees(90)};

  const PieceResult piece = develop({.shape = "cone", .asked = cone, .sheet = sheet, .seam = seam}).front();
  if (!piece.proof.passed) return 1;
  const Blank& blank = piece.blank;
  const std::vector<Fact> facts = facts_of(piece);

  std::cout << std::fixed;
  std::cout << "swing radius base " << measured(facts, "swing radius base").value << " mm\n"
            << "swing radius top  " << measured(facts, "swing radius top").value << " mm\n"
            << "smallest sheet    " << smallest_rectangle(blank).width << " x "
            << smallest_rectangle(blank).height << " mm\n";
  std::ofstream file("first_blank.dxf");
  write_dxf(blank, file);
  return file ? 0 : 1;
}
