// Flanges at the ends of walls, folded again beside the wall that is formed. docs/maths/transitions.md
// (50)-(52).
#include <cmath>

#include "given.h"

namespace juggler {
namespace {

// The fold that lies along a strip, not farther from its foot than its free edge.
const Fold* fold_along(const Blank& b, const Arc& foot, double width) {
  const Vec2 way = direction(foot.heading);
  for (const Fold& fold : bends_of(b)) {
    const Vec2 middle = 0.5 * (fold.from + fold.to) - foot.start;
    const bool beside = dot(middle, way) > 0 && dot(middle, way) < foot.length &&
                        std::abs(cross(way, middle)) < width + fold.allowance;
    if (fold.hem && beside && std::abs(cross(way, fold.to - fold.from)) <= within::beside * b.size)
      return &fold;
  }
  return nullptr;
}

}  // namespace

std::vector<FormedFlange> formed_flanges(const Blank& b, const std::vector<FormedLine>& lines) {
  std::vector<FormedFlange> all;
  for (const EdgeTab& tab : b.tabs) {
    if (tab.kind != EdgeKind::flange) continue;
    const bool top = b.edges[tab.edge].name == EdgeName::top;
    for (const std::vector<Arc>& strip : tab.strips) {
      if (strip.size() != 3 || !is_straight(strip[1])) continue;
      const Arc foot = line(strip.front().start, end_of(strip.back()));
      const Vec2 way = direction(foot.heading);
      std::vector<const FormedLine*> own;
      for (const FormedLine& l : lines) {
        const Vec2 from = (top ? l.flat_top : l.flat_base) - foot.start;
        if (std::abs(cross(way, from)) <= within::beside * b.size && dot(from, way) > 0 &&
            dot(from, way) < foot.length)
          own.push_back(&l);
      }
      if (own.size() < 3) continue;
      const auto rim = [&](const FormedLine& l) { return top ? l.top : l.base; };
      const Vec3 chord = rim(*own.back()) - rim(*own.front());
      const FormedLine& middle = *own[own.size() / 2];
      if (norm(cross(chord, rim(middle) - rim(*own.front()))) > within::beside * b.size * norm(chord))
        continue;
      FormedFlange f{
          .end = top ? EndName::top : EndName::base, .along = 1 / norm(chord) * chord, .n = middle.n};
      const Vec3 e = top ? middle.e : Vec3{} - middle.e;
      const Vec3 on = e - dot(e, f.along) * f.along;
      f.flat_width = std::abs(cross(way, strip[1].start - foot.start));
      f.way = 1 / norm(on) * on;
      if (const Fold* fold = fold_along(b, foot, f.flat_width)) {
        f.outwards = fold->up == (b.face_up == Face::outside);
        f.turned = fold->turned.radians();
        f.radius = fold->radius;
        f.allowance = fold->allowance;
        f.way = std::cos(f.turned) * f.way + (f.outwards ? std::sin(f.turned) : -std::sin(f.turned)) * f.n;
      }
      all.push_back(f);
    }
  }
  return all;
}

}  // namespace juggler
