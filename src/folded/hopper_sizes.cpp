// Ends of a hopper measured on faces of their own, and the layers that meet their planes.
// docs/maths/folded.md (45)-(47).
#include "hopper_sizes.h"

#include <algorithm>
#include <array>

#include "form/bends.h"
#include "form/cuts.h"

namespace juggler {
namespace {

Face face_of(const RectangleSize& end, const char* key, const Sheet& sheet) {
  if (end.sizes_on) return *end.sizes_on;
  if (sheet.sizes_on) return *sheet.sizes_on;
  if (*sheet.thickness == 0) return Face::middle;
  throw Refusal({.reason = "is missing",
                 .key = "sheet.sizes_on",
                 .allowed = "inside, middle or outside",
                 .advice = std::string("say on which face the sizes of the ") + key + " are measured"});
}

double layer_of_end(const RectangleSize& end, const char* key, const Sheet& sheet) {
  return layer_of(face_of(end, key, sheet), *sheet.thickness);
}

// Distances of a wall's two edges from the axis of the base, outwards along its own direction.
struct WallEdges {
  double base = 0;
  double top = 0;
};
WallEdges edges_of(const Hopper& h, int wall) {
  const bool along_x = wall % 2 == 0;
  const double way = wall < 2 ? 1 : -1;
  const double shift = way * (along_x ? h.shift.x : h.shift.y);
  return {(along_x ? *h.base.width : *h.base.length) / 2,
          (along_x ? *h.top.width : *h.top.length) / 2 + shift};
}

// (45): the lean of a wall whose edges lie on layers that are `apart` from base to top.
double lean_of(const WallEdges& e, double height, double apart, int wall) {
  const double reach = std::hypot(e.top - e.base, height);
  const double lean = std::atan2(height, e.top - e.base) - std::acos(std::clamp(apart / reach, -1.0, 1.0));
  if (std::abs(apart) < reach && std::abs(lean) < pi / 2) return lean;
  throw Refusal({.reason = std::string("leaves no wall ") + name_of_eighth(2 * wall) +
                           " between sizes on different faces: the ends are too near for the thickness",
                 .key = "height",
                 .found = shown_mm(height),
                 .advice = "make it higher, or measure both ends on one face"});
}

double layer_at_plane(const std::optional<Contact>& contact, bool top, const RectangleSize& end,
                      const std::array<double, 4>& leans, const Sheet& sheet) {
  const double t = *sheet.thickness;
  const Contact asked = contact.value_or(Contact::size_face);
  if (asked != Contact::clear && asked != Contact::full)
    return contact_layer(asked, layer_of_end(end, top ? "top" : "base", sheet), t, sheet.neutral_factor * t);
  std::vector<double> rises;
  for (const double lean : leans) rises.push_back(top ? lean : -lean);
  return folded_contact(asked, rises, t, top ? "top.contact" : "base.contact");
}

std::array<double, 4> leans_of(const Hopper& sized) {
  std::array<double, 4> leans{};
  for (int wall = 0; wall < 4; ++wall)
    leans[static_cast<size_t>(wall)] = lean_of(edges_of(sized, wall), *sized.height, 0, wall);
  return leans;
}

}  // namespace

Hopper on_one_face(const Hopper& h, const Sheet& sheet) {
  const double apart = layer_of_end(h.top, "top", sheet) - layer_of_end(h.base, "base", sheet);
  if (apart == 0) return h;
  std::array<double, 4> top{};
  for (int wall = 0; wall < 4; ++wall) {
    const WallEdges e = edges_of(h, wall);
    top[static_cast<size_t>(wall)] = e.top - apart / std::cos(lean_of(e, *h.height, apart, wall));
  }
  Hopper sized = h;
  sized.top.width = top[0] + top[2];
  sized.top.length = top[1] + top[3];
  sized.shift = {(top[0] - top[2]) / 2, (top[1] - top[3]) / 2};
  const double least = std::min(*sized.top.width, *sized.top.length);
  if (least > 0) return sized;
  throw Refusal({.reason = "is less than the thickness takes on the face of the base",
                 .key = *sized.top.width <= 0 ? "top.width" : "top.length",
                 .found = shown_mm(*sized.top.width <= 0 ? *h.top.width : *h.top.length)});
}

HopperLayers layers_of(const Hopper& h, const Hopper& sized, const Sheet& sheet) {
  const std::array<double, 4> leans = leans_of(sized);
  return {*sheet.thickness, layer_of_end(h.base, "base", sheet),
          layer_at_plane(h.base_contact, false, h.base, leans, sheet),
          layer_at_plane(h.top_contact, true, h.top, leans, sheet)};
}

void ask_ends(Body& body, const Hopper& h, const Sheet& sheet) {
  for (const bool top : {false, true}) {
    const RectangleSize& end = top ? h.top : h.base;
    const double layer = layer_of_end(end, top ? "top" : "base", sheet);
    const Vec2 centre = top ? h.shift : Vec2{};
    for (size_t i = 0; i < body.sharp_faces.size(); ++i) {
      if (body.sharp_faces[i].flange) continue;
      const Vec3 n = body.sharp_faces[i].normal;
      const bool along_x = std::abs(n.x) > std::abs(n.y);
      const Vec3 middle{centre.x + (along_x ? std::copysign(*end.width / 2, n.x) : 0),
                        centre.y + (along_x ? 0 : std::copysign(*end.length / 2, n.y)), top ? *h.height : 0};
      body.points.push_back({static_cast<int>(i), layer, middle});
    }
  }
}

}  // namespace juggler
