// The formed part held against the sizes as they were given, by a way of its own: nothing here goes through
// what solves sizes, mirrors parts or makes forms. Private to the proof. docs/maths/given.md (1)-(8).
#pragma once

#include <vector>

#include "juggler/part.h"

namespace juggler {

/// A ruling of the neutral layer in space, from end to end, and the wall's normal there, from inside to
/// outside.
struct FormedLine {
  Vec3 base, top;
  Vec3 e;
  Vec3 n;
};

/// A plate in space: a point of its inside face, its normal, and its corners on that face.
struct FormedPlate {
  std::string name;
  Vec3 at, normal;
  std::vector<Vec3> corners;
};

/// By how much a size that was given is missed, mm, and which.
struct GivenMiss {
  double distance = 0;
  std::string what;
  void look(double d, const std::string& of);
};

/// Of a round part or a transition that opens flat; the first line and the last are seam rulings. Of other
/// shapes nothing. The mirrored twin is mirrored back and held against the part as drawn.
///
/// Accuracy  1e-12 of the part's size.
[[nodiscard]] GivenMiss miss_of_given(std::vector<FormedLine> lines, const Shape& shape, const Sheet& sheet,
                                      const Seam& seam, Hand hand);
/// Of a hopper, a body by its points or its sizes, and a panel.
[[nodiscard]] GivenMiss miss_of_given(std::vector<FormedPlate> plates, const Shape& shape, const Sheet& sheet,
                                      Hand hand);

/// How deep a face lies below the inside, mm.
[[nodiscard]] inline double depth_of(Face face, double thickness) {
  return face == Face::inside ? 0 : face == Face::middle ? thickness / 2 : thickness;
}

/// How far a point of an end's plane lies from a profile as it was given; nothing of one drawn in a file.
[[nodiscard]] std::optional<double> off_profile(const Profile& profile, Vec2 point);

}  // namespace juggler
