// A blank in triangles, each of a part of the sheet, and how its places are put into space. Internal.
#pragma once

#include "sheet_map.h"

namespace juggler {

/// Errors  Refusal for options out of range.
void check(const SolidOptions& options);
[[nodiscard]] SheetMap map_of(const Mapping& mapping);
[[nodiscard]] size_t nearest_part(const SheetMap& map, Vec2 p);
/// In how many steps an arc is near enough. (1)
[[nodiscard]] int steps_along(const Arc& arc, const SolidOptions& options);

/// A place folded over, and then mapped.
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
    const FlatCorner known{c.at, std::isnan(c.of.x) ? map_.parameters(c.at) : c.of};
    const Stood stood = map_.place(known, part);
    for (size_t i = 0; i < N; ++i) {
      Within moved{c.at, depths[i]};
      for (const FlatFold* fold : own) moved = fold->folded(moved);
      places[i] = moved.at == c.at
                      ? stood.on(moved.depth)
                      : map_.place({moved.at, map_.parameters(moved.at)}, nearest_part(map_, moved.at))
                            .on(moved.depth);
    }
    return places;
  }

 private:
  const SheetMap& map_;
  const std::vector<FlatFold>& folds_;
};

/// A blank in triangles.
struct MeshedBlank {
  SheetMap map;
  std::vector<FlatFold> folds;
  FlatMesh mesh;
  std::vector<size_t> parts = {};  ///< of the sheet: what every corner is put by
  std::vector<Vec2> beside = {};   ///< of every corner a place within the metal
};
/// Errors  Refusal where its outline touches itself.
[[nodiscard]] MeshedBlank meshed(const Mapping& mapping);
/// Sides that have a triangle on their left alone.
[[nodiscard]] std::vector<std::array<std::uint32_t, 2>> border_of(const FlatMesh& mesh);

}  // namespace juggler
