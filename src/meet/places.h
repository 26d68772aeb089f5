// Where openings and lettering are asked to lie. Internal. Equation numbers:
// docs/maths/openings.md.
#pragma once

#include "level_line.h"
#include "part/openings.h"

namespace juggler {

/// The plan angle of a point, 0 to under 360 degrees.
[[nodiscard]] Angle plan_of(Vec3 p);

/// Places on the formed part.
class WallPlaces {
 public:
  /// Errors  Refusal where the wall has no such places: it is stretched, or does not go round.
  WallPlaces(const PartWall& wall, OpeningPlace at, std::string key);

  /// Has lengths run along the level line at the place; its girth, 0 where the wall has none all round.
  double measure_along_level();
  /// Whether lengths are counted in at().
  [[nodiscard]] bool along_level() const { return level_.has_value() || at_.from_above(); }
  /// So far round, along the level line, and along the axis or the ruling, from the place. `name` is told in
  /// refusals of places where there is no wall.
  [[nodiscard]] Spot at(Angle turned, double girth, double further, const std::string& name) const;

 private:
  [[nodiscard]] double height_of(double further) const;
  [[nodiscard]] Spot from_above(Angle turned, double girth, double further, const std::string& name) const;
  [[nodiscard]] Spot by_plan(double plan, double height, const std::string& name) const;
  [[nodiscard]] Spot on_ruling(double plan, double further, const std::string& name) const;
  [[nodiscard]] Spot by_run(Angle turned, double girth, double further, const std::string& name) const;
  [[noreturn]] void refuse_place(double plan, double height, const std::string& name) const;

  const PartWall& wall_;
  OpeningPlace at_;
  std::string key_;
  std::optional<LevelLine> level_;
};

}  // namespace juggler
