// A cone rolled up: its metal as a closed mesh at three steps of the way, and as a glTF for any viewer.
#include <algorithm>
#include <cstdio>
#include <fstream>

#include "juggler/io.h"

int main() {
  using namespace juggler;
  Part part;
  part.name = "funnel";
  part.asked = Cone{.base = Diameter::mm(620), .top = Diameter::mm(155), .height = 780};
  part.sheet = {.thickness = 3, .sizes_on = Face::inside};
  part.seam.gap = 2;
  const PieceResult piece = develop(part).front();
  std::printf("sheet %.1f cm3\n", area(piece.blank) * piece.blank.thickness / 1000);
  for (const double share : {0.0, 0.5, 1.0}) {
    const Solid solid = solid_of(piece.blank, *piece.formed, {.share = share});
    double low = HUGE_VAL, high = -HUGE_VAL;
    for (const Vec3& p : solid.points) {
      low = std::min(low, p.z);
      high = std::max(high, p.z);
    }
    std::printf("%3.0f %% of the way: %.1f cm3, %.1f mm high\n", 100 * share, volume(solid) / 1000,
                high - low);
  }
  std::ofstream file("funnel.glb", std::ios::binary);
  write_glb(solids_of(result_of({piece})).front().solids, file);
  return piece.proof.passed && file ? 0 : 1;
}
