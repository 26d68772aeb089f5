// docs/maths/solid.md (1), (2), (7)
#include "meshed.h"

#include <algorithm>
#include <queue>
#include <unordered_map>
#include <unordered_set>

namespace juggler {

void check(const SolidOptions& o) {
  const auto refuse = [](const char* key, const Phrase& found, const Phrase& allowed) {
    throw Refusal({.reason = "is out of range", .key = key, .found = found, .allowed = allowed});
  };
  if (!(o.chord_error >= limits::finest_fit && o.chord_error <= 1000))
    refuse("chord_error", shown_mm(o.chord_error), mm_range(limits::finest_fit, 1000));
  if (!(o.coarsest.degrees() >= 0.1 && o.coarsest.degrees() <= 30))
    refuse("coarsest", shown_degrees(o.coarsest), "0.1 to 30 degrees");
  if (!(o.share >= 0 && o.share <= 1)) refuse("share", std::to_string(o.share), "0 to 1");
}

SheetMap map_of(const Mapping& mapping) {
  if (mapping.blank->folding) return folded_map(mapping);
  if (!mapping.blank->patches.empty()) return stretched_map(mapping);
  return mapping.formed->opens_flat ? wall_map(mapping) : flight_map(mapping);
}

int steps_along(const Arc& arc, const SolidOptions& options) {
  const double turn = std::abs(arc.turn.radians());
  const double need =
      std::max(turn / options.coarsest.radians(), std::sqrt(arc.length * turn / (8 * options.chord_error)));
  return std::max(1, static_cast<int>(std::ceil(need - within::same)));
}

namespace {

// What sides that cross lines of the map count more by: for every line as if they were as long as the part.
std::vector<double> reaches(const FlatMesh& mesh, const SheetMap& map, double size) {
  std::vector<double> all(mesh.corners.size());
  if (map.lines.empty() || map.folded || map.plane || map.lines.front().levels.empty()) return all;
  const CutLines& lines = map.lines.front();
  const double step = (lines.levels.back() - lines.levels.front()) / static_cast<double>(lines.levels.size());
  for (size_t i = 0; i < all.size(); ++i) all[i] = lines.value(mesh.corners[i]) / step * size;
  return all;
}

// In the plane of the parameters a point of the wall is as wide as its lines are apart: from those before it
// to those after it.
std::vector<FlatCorner> in_plane(const std::vector<FlatCorner>& outline, const ParameterPlane& plane) {
  std::vector<FlatCorner> placed;
  const size_t n = outline.size();
  for (size_t i = 0; i < n; ++i) {
    const Vec3 of = outline[i].of;
    if (plane.point(of) == 0) {
      placed.push_back({plane.place(of), of});
      continue;
    }
    for (const size_t beside : {(i + n - 1) % n, (i + 1) % n}) {
      if (plane.point(outline[beside].of) != 0) continue;
      const Vec3 there{outline[beside].of.x, of.y, 0};
      placed.push_back({plane.place(there), there});
    }
  }
  return placed;
}

// Back on the flat, every point of the wall one corner.
void back_to_flat(FlatMesh& mesh, const ParameterPlane& plane) {
  std::array<std::optional<std::uint32_t>, 3> points;
  std::vector<std::uint32_t> one(mesh.corners.size());
  for (std::uint32_t i = 0; i < mesh.corners.size(); ++i) {
    const int point = plane.point(mesh.corners[i].of);
    auto& first = points[static_cast<size_t>(point)];
    if (point != 0 && !first) first = i;
    one[i] = point != 0 ? *first : i;
    mesh.corners[i].at = plane.on_flat(mesh.corners[i].of);
  }
  std::vector<Corners> kept;
  for (const Corners& t : mesh.triangles) {
    const Corners now{one[t[0]], one[t[1]], one[t[2]]};
    if (now[0] != now[1] && now[1] != now[2] && now[2] != now[0]) kept.push_back(now);
  }
  // Numbered anew, without those that no triangle has any more.
  std::vector<std::uint32_t> number(mesh.corners.size());
  std::vector<FlatCorner> corners;
  for (std::uint32_t i = 0; i < mesh.corners.size(); ++i) {
    if (one[i] != i) continue;
    number[i] = static_cast<std::uint32_t>(corners.size());
    corners.push_back(mesh.corners[i]);
  }
  for (Corners& t : kept) {
    for (std::uint32_t& corner : t) corner = number[corner];
  }
  mesh.triangles = std::move(kept);
  mesh.corners = std::move(corners);
}

FlatMesh mesh_of(const Blank& b, const SheetMap& map, const std::vector<FlatFold>& folds,
                 const SolidOptions& options) {
  FlatMesh mesh;
  std::vector<std::vector<Vec2>> outlines;
  std::vector<Vec2> points;
  const auto add = [&](const Outline& outline) {
    std::vector<FlatCorner> corners = corners_along(
        outline, map.lines, map.parameters, [&](const Arc& arc) { return steps_along(arc, options); },
        within::same * b.size);
    if (map.plane) corners = in_plane(corners, *map.plane);
    for (FlatCorner& c : corners) c.outline = static_cast<int>(outlines.size());
    outlines.emplace_back();
    for (const FlatCorner& c : corners) {
      mesh.corners.push_back(c);
      points.push_back(c.at);
      outlines.back().push_back(c.at);
    }
  };
  add(outline(b));
  for (const BlankOpening& o : b.openings) add(o.outline);
  try {
    mesh.triangles = triangulated(outlines);
  } catch (const std::domain_error&) {
    throw Refusal(
        {.reason = "has an outline that touches itself: it is no solid", .key = "", .found = b.name});
  }
  make_compact(mesh.triangles, points, reaches(mesh, map, b.size));
  for (const CutLines& lines : map.lines) cut(mesh, lines);
  if (map.plane) back_to_flat(mesh, *map.plane);
  for (const FlatFold& fold : folds) cut(mesh, fold.lines);
  return mesh;
}

std::uint64_t way(std::uint32_t from, std::uint32_t to) {
  return (static_cast<std::uint64_t>(from) << 32U) | to;
}

}  // namespace

std::vector<std::array<std::uint32_t, 2>> border_of(const FlatMesh& mesh) {
  std::unordered_set<std::uint64_t> ways;
  ways.reserve(3 * mesh.triangles.size());
  for (const Corners& t : mesh.triangles) {
    for (size_t k = 0; k < 3; ++k) ways.insert(way(t[k], t[(k + 1) % 3]));
  }
  std::vector<std::array<std::uint32_t, 2>> border;
  for (const Corners& t : mesh.triangles) {
    for (size_t k = 0; k < 3; ++k) {
      if (!ways.contains(way(t[(k + 1) % 3], t[k]))) border.push_back({t[k], t[(k + 1) % 3]});
    }
  }
  return border;
}

size_t nearest_part(const SheetMap& map, Vec2 p) {
  if (const auto known = map.part(p)) return *known;
  size_t nearest = 0;
  double least = HUGE_VAL;
  for (size_t i = 0; i < map.parts; ++i) {
    const auto off = map.off_part(p, i);
    if (!off || *off >= least) continue;
    least = *off;
    nearest = i;
  }
  return nearest;
}

namespace {

Vec2 middle_of(const FlatMesh& mesh, const Corners& t) {
  return 1.0 / 3 * (mesh.corners[t[0]].at + mesh.corners[t[1]].at + mesh.corners[t[2]].at);
}

// (7): what cannot be told by itself is told by its neighbours, first what bend zones reach to, then the
// rest.
class Parts {
 public:
  Parts(const FlatMesh& mesh, const SheetMap& map) : mesh_(mesh), map_(map) {
    for (const Corners& t : mesh.triangles) of_.push_back(map.part(middle_of(mesh, t)));
    if (std::all_of(of_.begin(), of_.end(), [](const auto& part) { return part.has_value(); })) return;
    for (size_t i = 0; i < of_.size(); ++i) {
      const Corners& t = mesh.triangles[i];
      for (size_t k = 0; k < 3; ++k) left_of_way_[way(t[k], t[(k + 1) % 3])] = i;
    }
    spread(true);
    spread(false);
  }
  [[nodiscard]] size_t of(size_t triangle) const {
    const auto& known = of_[triangle];
    return known ? *known : nearest_part(map_, middle_of(mesh_, mesh_.triangles[triangle]));
  }

 private:
  // The nearest first: where bends meet at a corner each has what lies at its own end.
  void spread(bool zones_alone) {
    struct Reach {
      double off = 0;
      size_t triangle = 0, part = 0;
      bool operator>(const Reach& r) const { return std::tie(off, triangle) > std::tie(r.off, r.triangle); }
    };
    std::priority_queue<Reach, std::vector<Reach>, std::greater<>> next;
    const auto reach_on = [&](size_t from) {
      const size_t part = *of_[from];
      if (zones_alone && part < map_.faces) return;
      const Corners& t = mesh_.triangles[from];
      for (size_t k = 0; k < 3; ++k) {
        const auto other = left_of_way_.find(way(t[(k + 1) % 3], t[k]));
        if (other == left_of_way_.end() || of_[other->second]) continue;
        const auto off = map_.off_part(middle_of(mesh_, mesh_.triangles[other->second]), part);
        if (off) next.push({*off, other->second, part});
      }
    };
    for (size_t i = 0; i < of_.size(); ++i) {
      if (of_[i]) reach_on(i);
    }
    while (!next.empty()) {
      const Reach r = next.top();
      next.pop();
      if (of_[r.triangle]) continue;
      of_[r.triangle] = r.part;
      reach_on(r.triangle);
    }
  }

  const FlatMesh& mesh_;
  const SheetMap& map_;
  std::vector<std::optional<size_t>> of_;
  std::unordered_map<std::uint64_t, size_t> left_of_way_;
};

// Of the triangles at a corner the largest: what a sliver on a line belongs to is hard to tell.
std::vector<size_t> largest_of(const FlatMesh& mesh) {
  std::vector<size_t> of(mesh.corners.size());
  std::vector<double> largest(mesh.corners.size(), -1);
  for (size_t i = 0; i < mesh.triangles.size(); ++i) {
    const Corners& t = mesh.triangles[i];
    const Vec2 a = mesh.corners[t[0]].at;
    const double area = cross(mesh.corners[t[1]].at - a, mesh.corners[t[2]].at - a);
    for (const std::uint32_t k : t) {
      if (area <= largest[k]) continue;
      largest[k] = area;
      of[k] = i;
    }
  }
  return of;
}

}  // namespace

MeshedBlank meshed(const Mapping& mapping) {
  MeshedBlank m{map_of(mapping), folds_of(mapping), {}};
  m.mesh = mesh_of(*mapping.blank, m.map, m.folds, mapping.options);
  const Parts parts(m.mesh, m.map);
  for (const size_t triangle : largest_of(m.mesh)) {
    m.parts.push_back(parts.of(triangle));
    m.beside.push_back(middle_of(m.mesh, m.mesh.triangles[triangle]));
  }
  return m;
}

}  // namespace juggler
