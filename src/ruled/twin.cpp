// The mirrored twin of a transition.
#include <algorithm>

#include "juggler/part.h"

namespace juggler {
namespace {

void mirror(DrawnCurve& c) {
  for (Vec2& p : c.points) p.y = -p.y;
  c.centre.y = -c.centre.y;
  c.axis = -c.axis;
  c.from = -c.from;
  c.to = -c.to;
}

// Whatever draws it. An open curve keeps its inside to its left: its twin runs the other way.
void mirror(Profile& p) {
  p.turn = -p.turn;
  for (Vec2& point : p.points) point.y = -point.y;
  for (DrawnCurve& curve : p.outline) mirror(curve);
  if (p.gap) p.gap->y = -p.gap->y;
  if (!p.open) return;
  std::reverse(p.points.begin(), p.points.end());
  std::reverse(p.outline.begin(), p.outline.end());
  for (DrawnCurve& curve : p.outline) curve = curve.reversed();
}

}  // namespace

Transition as_made(Transition t, Hand hand) {
  if (hand == Hand::as_drawn) return t;
  t.shift.y = -t.shift.y;
  for (TransitionEnd* end : {&t.base, &t.top}) {
    end->uphill = -end->uphill;
    mirror(end->profile);
  }
  return t;
}

}  // namespace juggler
