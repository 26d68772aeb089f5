// The way from flat to formed as data: frames that carry the sheet, each from another by a twist that grows
// with its share. docs/maths/solid.md (13)-(16). Internal.
#pragma once

#include "juggler/solid.h"

namespace juggler {

/// A velocity of turning and moving: a place x goes by turn x x + shift.
struct Twist {
  Vec3 turn, shift;
};
[[nodiscard]] Twist operator+(const Twist& a, const Twist& b);
[[nodiscard]] Twist operator*(double k, const Twist& a);
/// About a line through a place.
[[nodiscard]] Twist about(Vec3 place, Vec3 way);

/// A step from one line to another: exp(s first + s^2 second).
struct MotionStep {
  Twist first, second;
};
/// (14), of twists by a parameter.
[[nodiscard]] MotionStep step_of(const std::function<Twist(double)>& twist, double from, double to);

/// How the sheet stands along a line of it or on a face.
struct MotionNode {
  int from = -1;  ///< the node it follows, one before it; -1: none
  int fold = -1;  ///< of the blank's folds that whose share it has; -1: what is rolled
  MotionStep step = {};
  Vec2 at = {}, way = {};  ///< its line on the flat
  double layer = 0;        ///< height over the inside face of the layer that keeps its lengths
  double half_turn = 0;    ///< of a hit: other layers meet at 1 / cos of it
};

/// By which nodes a place goes. (15)
struct Carriage {
  int a = 0, b = 0;  ///< the normal is that of both
  int flat = -1;     ///< the place itself goes with this; -1: by the curve between both
  double t = 0;      ///< from a to b, 0 to 1
  double run = 0;    ///< of a curve: length of the way across, to the left of a's line
};
[[nodiscard]] inline Carriage carried_by(int node) { return {node, node, node, 0, 0}; }
/// Between two neighbouring lines.
[[nodiscard]] Carriage carried_between(const std::vector<MotionNode>& nodes, int a, int b, Vec2 p);

/// Shares at which places are kept that no frame carries.
inline constexpr int kept_shares = 9;
using KeptPath = std::array<Vec3, kept_shares>;
struct KeptPlaces {
  std::uint32_t corner = 0;
  std::vector<int> folds = {};  ///< whose shares it has, in their order; none: that of what is rolled
  /// In the frame of the corner's node a: of the inside face, then of the outside; all folds at once.
  std::array<KeptPath, 2> at = {};
  /// Of several folds one after the other: a path for each.
  std::array<std::vector<KeptPath>, 2> in_order = {};
};

struct MotionCorner {
  Vec2 at = {};
  Carriage carriage = {};
};
/// A blank's way to its part.
struct FormingMotion {
  Frame root = {};  ///< how the first node stands
  std::vector<MotionNode> nodes = {};
  /// Of the mesh of solid_of(); after them those of the lines asked for, one line after the other.
  std::vector<MotionCorner> corners = {};
  std::vector<KeptPlaces> kept = {};                         ///< by rising corner
  std::vector<std::array<std::uint32_t, 3>> triangles = {};  ///< of the flat, anticlockwise
  /// Sides of the outline and of openings, the metal on their left; and whose: 0 the outline, then openings.
  std::vector<std::array<std::uint32_t, 2>> border = {};
  std::vector<int> outline_of = {};
  std::vector<std::uint32_t> lines = {};  ///< where each begins, and where the last ends
  double thickness = 0;                   ///< height of the outside face: below 0 where the inside is up
};
/// lines  places along lines of the blank
/// Errors  as solid_of().
[[nodiscard]] FormingMotion motion_of(const Blank& blank, const Formed& formed, const SolidOptions& options,
                                      const std::vector<std::vector<Vec2>>& lines = {});

/// How all nodes stand; shares of all folds, and of what is rolled.
[[nodiscard]] std::vector<Frame> stands_of(const std::vector<MotionNode>& nodes, const Frame& root,
                                           const std::vector<double>& shares, double rolled);
/// Where a corner stands, on the inside face or the outside.
[[nodiscard]] Vec3 place_of(const FormingMotion& motion, const std::vector<Frame>& stands,
                            const std::vector<double>& shares, double rolled, std::uint32_t corner,
                            Face face);

}  // namespace juggler
