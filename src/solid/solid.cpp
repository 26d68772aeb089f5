// docs/maths/solid.md
#include "juggler/solid.h"

#include <algorithm>
#include <memory>
#include <stdexcept>
#include <unordered_set>

#include "sheet_map.h"

namespace juggler {
namespace {

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

// (1)
std::vector<Vec2> points_along(std::span<const Arc> outline, const SolidOptions& options) {
  std::vector<Vec2> points;
  for (const Arc& arc : outline) {
    const double turn = std::abs(arc.turn.radians());
    const double need =
        std::max(turn / options.coarsest.radians(), std::sqrt(arc.length * turn / (8 * options.chord_error)));
    const int parts = std::max(1, static_cast<int>(std::ceil(need - within::same)));
    for (int i = 0; i < parts; ++i) {
      const Vec2 p = point_at(arc, arc.length * i / parts);
      if (points.empty() || !(points.back() == p)) points.push_back(p);
    }
  }
  while (points.size() > 1 && points.back() == points.front()) points.pop_back();
  return points;
}

FlatMesh mesh_of(const Blank& b, const SheetMap& map, const std::vector<FlatFold>& folds, const SolidOptions& options) {
  std::vector<std::vector<Vec2>> outlines{points_along(outline(b), options)};
  for (const BlankOpening& o : b.openings) outlines.push_back(points_along(o.outline, options));
  FlatMesh mesh;
  try {
    mesh.triangles = triangulated(outlines);
  } catch (const std::domain_error&) {
    throw Refusal({.reason = "has an outline that touches itself: it is no solid", .key = "", .found = b.name});
  }
  std::vector<Vec2> all;
  for (const std::vector<Vec2>& points : outlines) all.insert(all.end(), points.begin(), points.end());
  make_compact(mesh.triangles, all);
  for (const Vec2 p : all) mesh.corners.push_back({p, map.parameters(p)});
  for (const FlatFold& fold : folds) cut(mesh, fold.lines);
  for (const CutLines& lines : map.lines) cut(mesh, lines);
  return mesh;
}

std::uint64_t way(std::uint32_t from, std::uint32_t to) { return (static_cast<std::uint64_t>(from) << 32U) | to; }

// Sides that have a triangle on their left alone.
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

// A place folded over, and then mapped.
class Placer {
 public:
  Placer(const SheetMap& map, const std::vector<FlatFold>& folds) : map_(map), folds_(folds) {}
  /// At some depths.
  template <size_t N>
  [[nodiscard]] std::array<Vec3, N> operator()(const FlatCorner& c, size_t part, Vec2 beside,
                                               const std::array<double, N>& depths) const {
    std::array<Vec3, N> places;
    std::vector<const FlatFold*> own;
    for (const FlatFold& fold : folds_) {
      if (fold.has(beside)) own.push_back(&fold);
    }
    const Stood stood = map_.place(c, part);
    for (size_t i = 0; i < N; ++i) {
      Within moved{c.at, depths[i]};
      for (const FlatFold* fold : own) moved = fold->folded(moved);
      places[i] = moved.at == c.at
                      ? stood.on(moved.depth)
                      : map_.place({moved.at, map_.parameters(moved.at)}, map_.part(moved.at)).on(moved.depth);
    }
    return places;
  }

 private:
  const SheetMap& map_;
  const std::vector<FlatFold>& folds_;
};

}  // namespace

Solid solid_of(const Blank& blank, const Formed& formed, const SolidOptions& options) {
  check(options);
  const Mapping mapping{options, &blank, &formed};
  const SheetMap map = map_of(mapping);
  const std::vector<FlatFold> folds = folds_of(mapping, map);
  const FlatMesh mesh = mesh_of(blank, map, folds, options);
  const auto count = static_cast<std::uint32_t>(mesh.corners.size());
  Solid solid;
  solid.points.resize(2 * size_t{count});
  for (const FlatCorner& c : mesh.corners) solid.on_flat.push_back(c.at);
  const Placer place(map, folds);
  std::vector<bool> placed(count);
  const bool inside_up = blank.face_up == Face::inside;
  for (const Corners& t : mesh.triangles) {
    const Vec2 middle = 1.0 / 3 * (mesh.corners[t[0]].at + mesh.corners[t[1]].at + mesh.corners[t[2]].at);
    const size_t part = map.part(middle);
    for (const std::uint32_t k : t) {
      if (placed[k]) continue;
      placed[k] = true;
      const auto [inside, outside] = place(mesh.corners[k], part, middle, std::array{0.0, blank.thickness});
      solid.points[k] = inside;
      solid.points[k + count] = outside;
    }
    const Corners back{t[0], t[2], t[1]};
    const auto& [inside, outside] = inside_up ? std::tie(t, back) : std::tie(back, t);
    solid.triangles.push_back({inside, SolidFace::inside});
    solid.triangles.push_back({{outside[0] + count, outside[1] + count, outside[2] + count}, SolidFace::outside});
  }
  for (const auto& [a, b] : border_of(mesh)) {
    const std::uint32_t from = inside_up ? b : a, to = inside_up ? a : b;
    // The metal lies on the left of the border, whose face is up.
    solid.triangles.push_back({{from, to, to + count}, SolidFace::edge});
    solid.triangles.push_back({{from, to + count, from + count}, SolidFace::edge});
  }
  return solid;
}

FormedSheet formed_sheet(const Blank& blank, const Formed& formed, double share) {
  SolidOptions options;
  options.share = share;
  check(options);
  const Mapping mapping{options, &blank, &formed};
  struct Sheet {
    SheetMap map;
    std::vector<FlatFold> folds;
  };
  auto made = std::make_shared<Sheet>(Sheet{map_of(mapping), {}});
  made->folds = folds_of(mapping, made->map);
  const std::shared_ptr<const Sheet> sheet = made;
  return [sheet](Vec2 p, double depth) {
    return Placer(sheet->map, sheet->folds)({p, sheet->map.parameters(p)}, sheet->map.part(p), p, std::array{depth})
        .front();
  };
}

double volume(const Solid& solid) {
  if (solid.points.empty()) return 0;
  const Vec3 about = solid.points.front();
  double six = 0;
  for (const SolidTriangle& t : solid.triangles) {
    const Vec3 a = solid.points[t.corners[0]] - about;
    six += dot(a, cross(solid.points[t.corners[1]] - about, solid.points[t.corners[2]] - about));
  }
  return six / 6;
}

}  // namespace juggler
