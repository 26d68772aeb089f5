// Mirrored twins of folded parts, about the x axis.
#include <algorithm>

#include "bodies.h"
#include "form/cuts.h"
#include "juggler/part.h"

namespace juggler {

Cylinder cylinder_of(const Tube& tube) {
  return {.size = Diameter::mm(tube_face(tube).width), .height = tube.length, .trims = tube.trims};
}

Hopper as_made(Hopper hopper, Hand hand) {
  if (hand == Hand::as_drawn) return hopper;
  hopper.shift.y = -hopper.shift.y;
  hopper.seam = (8 - hopper.seam) % 8;
  return hopper;
}

Tube as_made(Tube tube, Hand hand) {
  tube.trims = numbered(std::move(tube.trims));
  if (hand == Hand::as_drawn) return tube;
  tube.opened_at = (8 - tube.opened_at) % 8;
  for (Trim& end : tube.trims) end.uphill = -end.uphill;
  return tube;
}

Net as_made(Net net, Hand hand) {
  net.trims = numbered(std::move(net.trims));
  if (hand == Hand::as_drawn) return net;
  net.shift.y = -net.shift.y;
  net.turn = -net.turn;
  for (Trim& end : net.trims) end.uphill = -end.uphill;
  for (Vec3& p : net.points) p.y = -p.y;
  for (NetFace& face : net.faces) std::reverse(face.points.begin(), face.points.end());
  return net;
}

}  // namespace juggler
