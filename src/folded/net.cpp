// Bodies of flat faces: by sizes or as given, then bent where the choice says. docs/maths/folded.md
// (38)-(41).
#include <algorithm>
#include <map>

#include "bodies.h"
#include "juggler/form.h"

namespace juggler {
namespace {

void check_length(const std::string& key, double value) {
  if (!(value >= limits::shortest && value <= limits::longest))
    refuse(key, "is out of range", shown_mm(value), mm_range(limits::shortest, limits::longest));
}

// The radius of a regular polygon's corners; (38).
double corner_radius(const PolygonSize& size, int sides, const std::string& end) {
  const int given = (size.across_flats ? 1 : 0) + (size.across_corners ? 1 : 0) + (size.side ? 1 : 0) +
                    (size.point ? 1 : 0);
  if (given != 1)
    refuse(end, given == 0 ? "has no size" : "has more than one size", std::to_string(given) + " of them",
           "one of across_flats, across_corners, side and point");
  if (size.point) return 0;
  if (size.across_flats) {
    check_length(end + ".across_flats", *size.across_flats);
    return *size.across_flats / 2 / std::cos(pi / sides);
  }
  if (size.across_corners) {
    check_length(end + ".across_corners", *size.across_corners);
    return *size.across_corners / 2;
  }
  check_length(end + ".side", *size.side);
  return *size.side / 2 / std::sin(pi / sides);
}

bool sized(const PolygonSize& s) { return s.across_flats || s.across_corners || s.side || s.point; }

// Where the lower and the upper plane cut the edges between the walls; (39).
struct EdgeEnds {
  Vec3 low, high;
};
EdgeEnds cut_edge(const Net& net, Vec3 low, Vec3 high, int corner) {
  const Vec3 way = high - low;
  const auto at = [&](EndName end) {
    const Plane p = trim_plane(net.trims, end, *net.height);
    return (p.height - dot(p.normal, low)) / dot(p.normal, way);
  };
  const double from = at(EndName::base);
  const double to = at(EndName::top);
  const double near = within::same;
  if (from >= -near && to <= 1 + near && from < to - near) return {low + from * way, low + to * way};
  for (const Trim& e : net.trims) {
    const double s = e.end == EndName::base ? from : to;
    if (s >= -near && s <= 1 + near && from < to - near) continue;
    refuse(e.key + "height", "cuts past the end of the edge at corner " + std::to_string(corner + 1),
           "the plane meets it at height " + shown_mm((low + s * way).z),
           "between " + shown_mm(low.z) + " and " + shown_mm(high.z),
           "change its height or tilt, or make the body longer");
  }
  refuse("height", "leaves no wall between the ends", shown_mm(*net.height));
}

Polyhedron by_sizes(const Net& net) {
  if (net.sides < 3 || net.sides > 64)
    refuse("sides", "is out of range", std::to_string(net.sides), "3 to 64");
  if (!net.height) refuse("height", "is missing", {}, {}, "give the distance of the end planes");
  check_length("height", *net.height);
  const double base = corner_radius(net.base, net.sides, "base");
  const double top = sized(net.top) ? corner_radius(net.top, net.sides, "top") : base;
  if (base == 0 && top == 0) refuse("top.point", "leaves nothing: both ends are points");
  if (!(std::abs(net.shift.x) <= 1e6 && std::abs(net.shift.y) <= 1e6)) refuse("top.shift", "is out of range");
  const bool low_tip = base == 0;
  const bool high_tip = top == 0;
  for (const Trim& e : net.trims) {
    if ((e.end == EndName::base && low_tip) || (e.end == EndName::top && high_tip && !e.height))
      refuse(e.key + "end", "cuts an end that is a point", name_of(e.end));
  }
  const bool cut_tip = high_tip && std::any_of(net.trims.begin(), net.trims.end(),
                                               [](const auto& e) { return e.end == EndName::top; });
  Polyhedron p;
  std::vector<int> lows;
  std::vector<int> highs;
  for (int i = 0; i < net.sides; ++i) {
    const double at = net.turn.radians() + (2 * i - 1) * pi / net.sides;  // the corner before wall i
    const Vec3 b{base * std::cos(at), base * std::sin(at), 0};
    const Vec3 t{top * std::cos(at) + net.shift.x, top * std::sin(at) + net.shift.y, *net.height};
    const EdgeEnds ends = cut_edge(net, b, t, i);
    if (!low_tip || i == 0) p.points.push_back(ends.low);
    lows.push_back(low_tip ? 0 : static_cast<int>(p.points.size()) - 1);
    if (high_tip && !cut_tip && i > 0) {
      highs.push_back(highs.front());
    } else {
      p.points.push_back(ends.high);
      highs.push_back(static_cast<int>(p.points.size()) - 1);
    }
  }
  for (int i = 0; i < net.sides; ++i) {
    const auto k = static_cast<size_t>(i);
    const size_t next = (k + 1) % static_cast<size_t>(net.sides);
    NetFace wall{"wall " + std::to_string(i + 1), {lows[k], lows[next], highs[next], highs[k]}};
    if (low_tip) wall.points = {lows[k], highs[next], highs[k]};
    if (high_tip && !cut_tip) wall.points = {lows[k], lows[next], highs[k]};
    p.faces.push_back(std::move(wall));
  }
  if (!low_tip) p.faces.push_back({"base", {lows.rbegin(), lows.rend()}});
  if (!high_tip || cut_tip) p.faces.push_back({"top", highs});
  return p;
}

void check_faces(const Polyhedron& b) {
  if (b.points.empty()) refuse("path", "has no points");
  double size = 0;
  for (const Vec3 p : b.points) size = std::max(size, norm(p - b.points.front()));
  if (!(size >= limits::shortest && size <= limits::longest))
    refuse("path", "gives a body out of range", shown_mm(size), mm_range(limits::shortest, limits::longest));
  std::map<std::string, int> names;
  for (const NetFace& f : b.faces) {
    const auto known = [&](int i) { return i >= 0 && static_cast<size_t>(i) < b.points.size(); };
    if (f.points.size() < 3 || !std::all_of(f.points.begin(), f.points.end(), known))
      refuse("path", "has a face of fewer than three points, or of points that are not there", f.name);
    if (names[f.name]++ > 0)
      refuse("path", "has two faces of one name", "\"" + f.name + "\"", {},
             "give each face a name of its own");
    const Vec3 n = normal_of(b, f);
    if (norm(n) == 0) refuse("path", "has a face of no area", f.name);
    for (size_t i = 0; i < f.points.size(); ++i) {
      const double off = std::abs(dot(n, point_of(b, f, i) - point_of(b, f, 0)));
      if (off > within::beside * size)
        refuse("path", "has a face that is not flat", f.name + ", a point " + shown_mm(off) + " off",
               "1e-6 of the size");
      if (norm(point_of(b, f, i + 1) - point_of(b, f, i)) < within::same * size)
        refuse("path", "has an edge of no length", f.name);
    }
  }
}

}  // namespace

Vec3 point_of(const Polyhedron& b, const NetFace& f, size_t i) {
  return b.points[static_cast<size_t>(f.points[i % f.points.size()])];
}

Vec3 normal_of(const Polyhedron& b, const NetFace& f) {
  Vec3 twice;
  for (size_t i = 1; i + 1 < f.points.size(); ++i)
    twice = twice + cross(point_of(b, f, i) - point_of(b, f, 0), point_of(b, f, i + 1) - point_of(b, f, 0));
  const double length = norm(twice);
  return length > 0 ? 1 / length * twice : twice;
}

Plane trim_plane(const std::vector<Trim>& ends, EndName end, double height) {
  const bool top = end == EndName::top;
  const Trim* slant = nullptr;
  for (const Trim& e : ends) {
    if (e.end != end) continue;
    if (slant)
      refuse(e.key + "end", "cuts an end that is cut already", name_of(end), {},
             "keep one plane for each end");
    slant = &e;
  }
  if (!slant) return {{0, 0, top ? 1.0 : -1.0}, top ? height : 0};
  if (slant->short_side || slant->long_side || slant->from_apex || slant->to_axis || slant->from_axis ||
      slant->contact)
    refuse(slant->key + "end", "is cut by a plane that is given otherwise than this shape takes", {},
           "height, tilt and uphill");
  if (!slant->height)
    refuse(slant->key + "height", "is missing", {}, {}, "say where the plane meets the axis");
  const Angle tilt = slant->tilt.value_or(Angle{});
  if (!(tilt.degrees() >= 0 && tilt.degrees() <= steepest.degrees()))
    refuse(slant->key + "tilt", "is out of range", shown_degrees(tilt), "0 to 89 degrees");
  const double t = tilt.radians();
  const double u = slant->uphill.radians();
  const double sign = top ? 1 : -1;
  const Vec3 n{-std::sin(t) * std::cos(u), -std::sin(t) * std::sin(u), std::cos(t)};
  return {sign * n, sign * n.z * *slant->height};
}

Polyhedron polyhedron_of(const Net& net) {
  if (net.faces.empty()) return by_sizes(net);
  const Polyhedron given{net.points, net.faces};
  check_faces(given);
  return given;
}

std::vector<Hinge> hinges_of(const Polyhedron& body) {
  std::map<std::pair<int, int>, std::pair<int, int>> sides;  // from point to point: whose side it is
  std::vector<Hinge> hinges;
  for (size_t f = 0; f < body.faces.size(); ++f) {
    const NetFace& face = body.faces[f];
    for (size_t i = 0; i < face.points.size(); ++i) {
      const int from = face.points[i];
      const int to = face.points[(i + 1) % face.points.size()];
      const std::pair own{static_cast<int>(f), static_cast<int>(i)};
      if (!sides.insert({{from, to}, own}).second)
        refuse("path", "has an edge that two faces run the same way", face.name, {},
               "turn one of the faces round; an edge has two faces at most");
      const auto other = sides.find({to, from});
      if (other == sides.end()) continue;
      hinges.push_back({other->second.first, other->second.second, own.first, own.second,
                        norm(point_of(body, face, i + 1) - point_of(body, face, i))});
    }
  }
  return hinges;
}

}  // namespace juggler
