// docs/maths/solid.md
#include "juggler/solid.h"

#include <memory>
#include <stdexcept>

#include "meshed.h"

namespace juggler {

Solid solid_of(const Blank& blank, const Formed& formed, const SolidOptions& options) {
  check(options);
  const Mapping mapping{options, &blank, &formed};
  const MeshedBlank meshed_blank = meshed(mapping);
  const FlatMesh& mesh = meshed_blank.mesh;
  const auto count = static_cast<std::uint32_t>(mesh.corners.size());
  Solid solid;
  solid.points.resize(2 * size_t{count});
  for (const FlatCorner& c : mesh.corners) solid.on_flat.push_back(c.at);
  const Placer place(meshed_blank.map, meshed_blank.folds);
  for (std::uint32_t k = 0; k < count; ++k) {
    const auto [inside, outside] = place(mesh.corners[k], meshed_blank.parts[k], meshed_blank.beside[k],
                                         std::array{0.0, blank.thickness});
    solid.points[k] = inside;
    solid.points[k + count] = outside;
  }
  const bool inside_up = blank.face_up == Face::inside;
  for (const Corners& t : mesh.triangles) {
    const Corners back{t[0], t[2], t[1]};
    const auto& [inside, outside] = inside_up ? std::tie(t, back) : std::tie(back, t);
    solid.triangles.push_back({inside, SolidFace::inside});
    solid.triangles.push_back(
        {{outside[0] + count, outside[1] + count, outside[2] + count}, SolidFace::outside});
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
  const auto sheet = std::make_shared<const Sheet>(Sheet{map_of(mapping), folds_of(mapping)});
  return [sheet](Vec2 p, double depth) {
    return Placer(sheet->map, sheet->folds)({p, sheet->map.parameters(p)}, nearest_part(sheet->map, p), p,
                                            std::array{depth})
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
