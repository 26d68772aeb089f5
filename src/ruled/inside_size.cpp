#include "inside_size.h"

#include <algorithm>

namespace juggler {
namespace {

// (25): how far inwards the side that faces `outwards` lies on the inside face, in its end's plane; nothing
// where no flat stands on it.
std::optional<double> inset(const EndFrame& frame, double layer, const std::vector<Stretch>& stretches,
                            double outwards) {
  const Vec3 out = frame.way(direction(outwards));
  const Vec3 along = frame.way(left_of(direction(outwards)));
  std::optional<double> found;
  for (const Stretch& s : stretches) {
    if (s.kind != RegionKind::flat || std::abs(dot(s.normal, along)) > within::same ||
        dot(s.normal, out) <= 0)
      continue;
    found = layer / dot(s.normal, out);
  }
  return found;
}

std::string table_of(const std::string& corner_key) {
  return corner_key.substr(0, corner_key.rfind('.') + 1);
}

}  // namespace

Phrase same_part_inside(const Transition& t, const Hull& hull, const std::vector<Stretch>& stretches,
                        EndName end) {
  const bool top = end == EndName::top;
  const TransitionEnd& asked = top ? t.top : t.base;
  const Profile& p = asked.profile;
  const EndFrame& frame = top ? hull.top : hull.base;
  const double layer = top ? hull.top_layer : hull.base_layer;
  const int sides = p.kind == ProfileKind::rectangle ? 4 : p.kind == ProfileKind::polygon ? p.sides : 0;
  if (p.corner_radius > 0 || layer <= 0 || sides == 0) return {};
  std::vector<double> in;
  for (int i = 0; i < sides; ++i) {
    const auto found = inset(frame, layer, stretches, p.turn.radians() + two_pi * i / sides);
    if (!found) return {};
    in.push_back(*found);
  }
  const std::string table = table_of(top ? hull.top_key : hull.base_key);
  const auto size = [&](const char* key, double value) {
    return table + key + " = " + bare_mm(value) + ", ";
  };
  const Phrase face = std::string(name_of(end)) + ".sizes_on = \"inside\"";
  if (p.kind == ProfileKind::polygon) {
    const auto [least, most] = std::minmax_element(in.begin(), in.end());
    if (*most - *least > within::same * *most) return {};
    if (p.across_flats) return size("across_flats", *p.across_flats - 2 * *most) + face;
    return size("across_corners", *p.across_corners - 2 * *most / std::cos(pi / sides)) + face;
  }
  const double width = *p.width - in[0] - in[2];
  const double length = *p.length - in[1] - in[3];
  if (!(width > 0 && length > 0)) return {};
  Phrase text = size("width", width) + size("length", length) + face;
  const double cos = std::cos(p.turn.radians());
  const double sin = std::sin(p.turn.radians());
  const Vec2 own{(in[2] - in[0]) / 2, (in[3] - in[1]) / 2};
  const Vec2 moved{cos * own.x - sin * own.y, sin * own.x + cos * own.y};
  if (norm(moved) <= within::same * (*p.width + *p.length)) return text;
  if (asked.tilt.radians() != 0) return {};  // its centre would move up the slope
  const Vec2 shift = top ? t.shift + moved : t.shift - moved;
  return text + ", top.shift = [" + bare_mm(shift.x) + ", " + bare_mm(shift.y) + "]";
}

}  // namespace juggler
