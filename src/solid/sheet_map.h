// How the flat of a blank is mapped into space, by the kind of its geometry. docs/maths/solid.md. Internal.
#pragma once

#include "flat_mesh.h"
#include "juggler/solid.h"
#include "motion.h"

namespace juggler {

/// A place of the inside face in space, and the normal there, towards the outside face.
struct Stood {
  Vec3 at, normal;
  [[nodiscard]] Vec3 on(double depth) const { return at + depth * normal; }
};

/// How a flat stretch of the sheet stands in space: a line of it, and the normal.
struct Stand {
  Vec2 at2, along2;
  Vec3 at, along, left, normal;
  [[nodiscard]] Vec3 way(Vec2 w) const { return dot(w, along2) * along + dot(w, left_of(along2)) * left; }
  [[nodiscard]] Stood point(Vec2 p) const { return {at + way(p - at2), normal}; }
};

/// A place between the faces: where on the flat, and how far from the inside face.
struct Within {
  Vec2 at;
  double depth = 0;
};

/// A fold or turn of the flat upon itself before it is mapped: (8). What it needs of the flat is cut along
/// lines of its own.
struct FlatFold {
  CutLines lines = {};
  std::function<bool(Vec2)> has = {};
  std::function<Within(const Within&)> folded = {};
  std::vector<int> made_by =
      {};  ///< the blank's folds, in the order they are made; none: rolled with the rest
};

/// The parameters of a corner of which they may not be needed.
inline constexpr Vec3 not_looked_for{NAN, NAN, NAN};

/// A sheet that is cut in the plane of its two parameters, for its lines are straight there alone.
struct ParameterPlane {
  std::function<Vec2(Vec3 parameters)> place = {};
  std::function<Vec2(Vec3 parameters)> on_flat = {};
  /// Which of the wall's points it is, where its lines run together: 0 for none.
  std::function<int(Vec3 parameters)> point = {};
};

/// What carries the places of a sheet, and how.
struct SheetMotion {
  std::vector<MotionNode> nodes;
  Frame root;  ///< how the first of them stands in space
  std::function<Carriage(const FlatCorner&, size_t part)> carriage;
};

struct SheetMap {
  std::optional<ParameterPlane> plane = {};
  bool folded =
      false;  ///< its lines each belong to a part of the sheet; else the first ones go all across it
  /// What a place is mapped by.
  std::function<Vec3(Vec2)> parameters = {};
  std::vector<CutLines> lines = {};
  /// The part of the sheet that a place belongs to; nothing where only its neighbours can tell.
  std::function<std::optional<size_t>(Vec2)> part = {};
  /// Whether it may belong to that part, and how far from it it lies.
  std::function<std::optional<double>(Vec2, size_t part)> off_part = {};
  size_t faces = 1, parts = 1;  ///< faces first, then bend zones
  std::function<Stood(const FlatCorner&, size_t part)> place = {};
  /// The same as data; left out where only places themselves tell it.
  std::function<SheetMotion()> motion = {};
};

struct Mapping {
  SolidOptions options = {};
  const Blank* blank = nullptr;
  const Formed* formed = nullptr;
  std::vector<double> hem_shares = {};  ///< of the blank's folds; none: that of the options for all
};

/// A ruling's place in the wall once round.
[[nodiscard]] double u_once_round(const Form& form, double u);

/// Whether a chord is near enough over a stretch that turns by an angle. (1)
[[nodiscard]] bool near_enough(double width, double turn, const SolidOptions& options);

/// Lines of a profile: stretches of the neutral layer square to a fold, each turning evenly. (6)
class FoldProfile {
 public:
  void add(double length, double turn);
  struct At {
    Vec2 place;  // along the flat before it, and upwards
    double turn = 0;
  };
  [[nodiscard]] At at(double along) const;
  /// Where it must be cut so that chords are near enough, of a sheet so thick; its first and last ends too.
  [[nodiscard]] std::vector<double> cuts(double thickness, const SolidOptions& options) const;
  [[nodiscard]] double length() const { return length_; }
  struct Stretch {
    double from = 0, length = 0, turn = 0;
    At start;
  };
  [[nodiscard]] const std::vector<Stretch>& stretches() const { return stretches_; }

 private:
  std::vector<Stretch> stretches_;
  double length_ = 0;
};

[[nodiscard]] SheetMap wall_map(const Mapping& mapping);
[[nodiscard]] SheetMap folded_map(const Mapping& mapping);
[[nodiscard]] SheetMap stretched_map(const Mapping& mapping);
[[nodiscard]] SheetMap flight_map(const Mapping& mapping);
/// Laps upon what they cover, flanges that are turned, hems and locked seams: one after the other.
[[nodiscard]] std::vector<FlatFold> folds_of(const Mapping& mapping);

}  // namespace juggler
