// Faces in space against corners as given.
#pragma once

#include "given.h"

namespace juggler {

/// A corner of the part on its size face.
struct GivenCorner {
  Vec3 at;
  double layer = 0;
};
/// (7): three of the corners given lie in the size face of every wall; of its ends where they do not slant.
void look_at_corners(GivenMiss& miss, const std::vector<FormedFace>& faces,
                     const std::vector<GivenCorner>& corners, bool slanting);
/// How far points lie on both sides of a plane through one, on the side where they lie less far.
[[nodiscard]] double crossing(const std::vector<Vec3>& points, Vec3 at, Vec3 across);
/// The twin's faces as those of the part as drawn.
void mirror_back(std::vector<FormedFace>& faces, Hand hand);

}  // namespace juggler
