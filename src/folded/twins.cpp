// Mirrored twins of folded parts, about the x axis.
#include <algorithm>

#include "bodies.h"
#include "juggler/part.h"

namespace juggler {

Cylinder cylinder_of(const Tube& tube) {
  Cylinder c{.size = Diameter::mm(tube_face(tube).width), .height = tube.length};
  for (const SlantingEnd& e : tube.ends)
    c.trims.push_back({.end = e.end, .height = e.height, .tilt = e.tilt, .uphill = e.uphill, .key = e.key});
  return c;
}

Hopper as_made(Hopper hopper, Hand hand) {
  if (hand == Hand::as_drawn) return hopper;
  hopper.shift.y = -hopper.shift.y;
  hopper.seam = (8 - hopper.seam) % 8;
  return hopper;
}

Tube as_made(Tube tube, Hand hand) {
  if (hand == Hand::as_drawn) return tube;
  tube.opened_at = (8 - tube.opened_at) % 8;
  for (SlantingEnd& end : tube.ends) end.uphill = -end.uphill;
  return tube;
}

Net as_made(Net net, Hand hand) {
  if (hand == Hand::as_drawn) return net;
  net.shift.y = -net.shift.y;
  net.turn = -net.turn;
  for (SlantingEnd& end : net.ends) end.uphill = -end.uphill;
  for (Vec3& p : net.points) p.y = -p.y;
  for (NetFace& face : net.faces) std::reverse(face.points.begin(), face.points.end());
  return net;
}

}  // namespace juggler
