// A cylinder with a slanting top: element lengths to step off, the bevel, and how its rim is cut.
#include <cstdio>

#include "juggler/juggler.h"

int main() {
  using namespace juggler;
  const Cylinder stack{
      .size = Diameter::mm(450),
      .height = 1220,
      .trims = {{.height = 1090, .tilt = Angle::degrees(30), .uphill = Angle::degrees(180)}}};
  const Sheet sheet{.thickness = 3, .sizes_on = Face::inside};
  const Seam seam{.gap = 2, .ruling = SeamRuling::shortest};
  const Blank blank = make_blank(stack, sheet, seam, {.elements = 6});
  if (!prove(blank, stack, sheet, seam).passed) return 1;
  for (const Element& e : blank.elements) {
    std::printf("%d  at %3.0f deg  length %8.3f  along the base %8.3f  bevel %6.2f deg\n", e.number,
                e.plan.degrees(), e.length, e.base_run, e.top_bevel->angle.degrees());
  }
  const Edge* top = edge(blank, EdgeName::top);
  std::printf("top edge %.3f mm in %zu arcs, at most %.3f mm off\n", length_of(top->arcs), top->arcs.size(),
              blank.fit_error);
}
