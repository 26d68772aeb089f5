// A cone frustum from its sizes to a file to cut from.
#include <fstream>
#include <iostream>

#include "juggler/io.h"

int main() {
  using namespace juggler;
  const Cone cone{.base = Diameter::mm(620), .top = Diameter::mm(155), .height = 780};
  const Sheet sheet{.thickness = 2, .sizes_on = Face::inside};
  const Seam seam{.gap = 1.5, .at = Angle::degrees(90)};

  const Blank blank = make_blank(cone, sheet, seam);
  if (!prove(blank, cone, sheet, seam).passed) return 1;

  std::cout << std::fixed;
  std::cout << "swing radius base " << blank.cone->swing_radius_base << " mm\n"
            << "swing radius top  " << blank.cone->swing_radius_top << " mm\n"
            << "smallest sheet    " << enclosing(blank).width << " x " << enclosing(blank).height << " mm\n";
  std::ofstream file("first_blank.dxf");
  write_dxf(blank, file);
  return file ? 0 : 1;
}
