// What is asked for: a wall between two profiles. Lengths are millimetres; angles carry their unit.
#pragma once

#include "juggler/fold.h"

namespace juggler {

enum class ProfileKind { circle, rectangle, ellipse, obround, polygon, polyline };
[[nodiscard]] const char* name_of(ProfileKind kind);

/// The closed curve of an end, in the plane of the end; its centre is that of its area (of a polyline that of
/// the polygon of its points).
struct Profile {
  ProfileKind kind = ProfileKind::circle;
  std::optional<double> diameter = {};  ///< circle
  std::optional<double> width = {};     ///< rectangle, ellipse, obround: along x
  std::optional<double> length = {};    ///< along y
  double corner = 0;                    ///< rectangle, polygon, polyline: radius of its corners
  int sides = 0;                        ///< polygon, 3 to 64; its first side faces +x
  std::optional<double> across_flats =
      {};  ///< polygon: from side to opposite side; of odd ones twice the apothem
  std::optional<double> across_corners = {};  ///< polygon: twice the radius of its (sharp) corners
  std::vector<Vec2> points = {};              ///< polyline, either way round
  Angle turn = {};                            ///< about its centre, anticlockwise from above
  std::string key = {};  ///< its path in a job, for refusals; else "base.profile" and so on
};

/// An end of a transition: its profile, and the plane that this lies in.
struct TransitionEnd {
  Profile profile = {};
  Angle tilt = {};    ///< of the plane about the level line through the centre, 0 to under 90 degrees
  Angle uphill = {};  ///< plan angle of the direction in which it rises
  std::optional<Face> sizes_on = {};    ///< else the sheet's
  std::optional<Contact> contact = {};  ///< else the size face
};

/// A wall between two profiles by its true rulings.
struct Transition {
  TransitionEnd base = {};
  TransitionEnd top = {};
  std::optional<double> height = {};  ///< between the centres of the ends
  Vec2 shift = {};                    ///< of the top's centre from the base's
  // Between two polygons with sharp corners the wall is folded.
  Corner corner = Corner::inside_touch;  ///< how it meets at a seam that lies on a fold
  Relief relief = Relief::closed;
  std::optional<double> relief_size = {};
  Bend bend = {};
};

}  // namespace juggler
