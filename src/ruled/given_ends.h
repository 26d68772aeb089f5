// Ends of transitions as they were given. Private to the family.
#pragma once

#include <functional>
#include <vector>

#include "juggler/part.h"

namespace juggler {

/// The plane of an end of a transition, and where its profile's x and y lie in space. (6)
struct GivenFrame {
  Vec3 centre, x, y, normal;
};
[[nodiscard]] GivenFrame given_frame(const TransitionEnd& end, Vec3 centre);

/// How far points of an end's plane, from its centre, lie from a profile as it was given; of one that was
/// drawn beyond what bringing its joints together may move it.
class ProfileDistance {
 public:
  explicit ProfileDistance(const Profile& profile);
  [[nodiscard]] double operator()(Vec2 point) const;

 private:
  Profile profile_;
  std::function<double(Vec2)> drawn_;
};
/// The corners of a polygon, rectangle or polyline without rounds, as it lies in its end's plane.
[[nodiscard]] std::vector<Vec2> corners_of(const Profile& profile);

class DrawnDistance {
 public:
  explicit DrawnDistance(const Profile& profile);
  [[nodiscard]] double operator()(Vec2 point) const;

 private:
  std::vector<DrawnCurve> curves_;
  Vec2 centre_;
  double slack_ = 0;
};

}  // namespace juggler
