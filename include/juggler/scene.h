// A formed part as three views show it: lines and faces in space, and what stands beside them.
#pragma once

#include <array>
#include <functional>
#include <optional>
#include <string>
#include <variant>
#include <vector>

#include "juggler/geom.h"
#include "juggler/phrase.h"

namespace juggler {

/// Which directions of space lie to the right and upwards on the page.
struct Projection {
  Vec3 right, up;
  [[nodiscard]] Vec3 towards_eye() const { return cross(right, up); }
  [[nodiscard]] Vec2 operator()(Vec3 p) const { return {dot(p, right), -dot(p, up)}; }
};
inline constexpr Projection from_front{{1, 0, 0}, {0, 0, 1}};
inline constexpr Projection from_above{{1, 0, 0}, {0, 1, 0}};
/// Seen from a plan angle, radians, 24 degrees above the horizon.
[[nodiscard]] Projection pictorial_from(double plan);

/// What a line of a formed part is.
enum class LineOf { edge, seam, bend, mark, guide };

/// A line in space: points at 0 to steps.
struct SceneLine {
  std::function<Vec3(double)> point;
  int steps = 1;
  LineOf of = LineOf::edge;
  bool seen_through = false;  ///< an outline of its own face: never hidden
};
/// Straight, in so many steps.
[[nodiscard]] SceneLine straight(Vec3 from, Vec3 to, LineOf of = LineOf::edge, int steps = 40,
                                 bool seen_through = false);

/// A part as seen in one projection.
struct Scene {
  std::vector<SceneLine> lines;
  std::vector<std::array<Vec3, 3>> faces;
  double size = 1;
};
/// The faces between two lines of as many points.
void add_faces_between(Scene& scene, const std::vector<Vec3>& low, const std::vector<Vec3>& high);

/// A dimension beside a view. Where it is not said between what, the view's whole extent.
struct ViewDimension {
  enum class Side { left, right, above, below };
  enum class Start { view, place };  ///< where its extension lines begin
  enum class Beyond { view, place };
  Side side = Side::left;
  Phrase text = {};
  std::optional<Vec3> from = {}, to = {};
  Start start = Start::view;
  Beyond beyond = Beyond::view;  ///< what the dimension's line stands beyond
  double out = 6;                ///< by so much, mm of paper
};
/// A size at one of several places.
struct ViewLabel {
  Phrase text = {};
  std::vector<Vec3> at = {};
  Vec2 away = {};  ///< on the page, y downwards
};
/// The name of a line, on either side of it.
struct LineLabel {
  std::string text = {};
  Vec3 from = {}, to = {};
  Vec2 away = {};
};
struct ViewArrow {
  Vec3 from = {}, to = {};
  Phrase text = {};
};
/// 0, 90, 180 and 270 degrees: round a circle, or beside the view.
struct PlanAngles {
  std::optional<Vec3> centre = {};
  double radius = 0;
};
/// Tags of lines: along them, or where they are seen end on.
struct LineTags {
  struct Tag {
    std::string text;
    Vec3 from, to;
  };
  std::vector<Tag> tags = {};
  bool along = true;
  bool only_seen = false;  ///< none of lines that a face hides
};
using ViewNote = std::variant<ViewDimension, ViewLabel, LineLabel, ViewArrow, PlanAngles, LineTags>;

/// A part in its views: what each says besides, in the order in which it finds room.
struct Seen {
  Projection pictorial = pictorial_from(-0.6);
  std::function<Scene(const Projection&)> scene = {};
  std::vector<ViewNote> in_front = {}, in_above = {}, in_pictorial = {};
};

}  // namespace juggler
