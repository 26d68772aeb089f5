// A cone cut by two planes, with a hole bored through it: an SVG text to cut from, and a table of elements.
#include <iostream>
#include <sstream>

#include "juggler/io.h"

int main() {
  using namespace juggler;
  Cone cone{.base = Diameter::mm(620), .top = Diameter::mm(155), .height = 780};
  cone.trims = {
      {.end = EndName::top, .height = 600, .tilt = Angle::degrees(12), .uphill = Angle::degrees(40)},
      {.end = EndName::base, .height = 90, .tilt = Angle::degrees(8)}};
  Part part{.shape = "cone",
            .asked = cone,
            .sheet = {.thickness = 2, .sizes_on = Face::inside},
            .seam = {.gap = 2}};
  part.making.elements = 8;
  part.making.openings = {
      {.name = "port", .how = OpeningHow::bored, .at = {.angle = Angle::degrees(90), .height = 300}}};
  part.making.openings.front().form.profile.diameter = 60;

  const PieceResult piece = develop(part).front();
  std::ostringstream svg;
  write_svg(piece.blank, svg);
  std::cout << svg.str().size() / 1000 << " kB of SVG\n";
  for (const std::vector<std::string>& row : written(elements_of(piece), {}).rows)
    std::cout << row[0] << ' ' << row[1] << ' ' << row[2] << '\n';
  return piece.proof.passed ? 0 : 1;
}
