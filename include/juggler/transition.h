// What is asked for: a wall between two profiles. Lengths are millimetres; angles carry their unit.
#pragma once

#include "juggler/fold.h"

namespace juggler {

enum class ProfileKind { circle, rectangle, ellipse, obround, polygon, polyline, outline };
[[nodiscard]] const char* name_of(ProfileKind kind);

/// A piece of a drawn outline: a straight line, an arc of an ellipse, or a rational Bezier curve.
struct DrawnCurve {
  enum class Kind { line, arc, bezier };
  Kind kind = Kind::line;
  std::vector<Vec2> points = {};     ///< a line's ends; a Bezier curve's 3 to 16 control points
  std::vector<double> weights = {};  ///< of these, above 0
  Vec2 centre = {};                  ///< of an arc
  double a = 0;                      ///< its half axes, above 0, the first at `axis`
  double b = 0;
  double axis = 0;  ///< radians
  double from = 0;  ///< its eccentric angles, radians; falling ones run clockwise
  double to = 0;

  [[nodiscard]] Vec2 start() const;
  [[nodiscard]] Vec2 end() const;
  /// After a part, 0 to 1, of its parameter.
  [[nodiscard]] Vec2 at(double part) const;
  [[nodiscard]] DrawnCurve reversed() const;
};

/// The closed curve of an end, in the plane of the end; its centre is that of its area (of a polyline that of
/// the polygon of its points, of an open curve the origin of its drawing).
struct Profile {
  ProfileKind kind = ProfileKind::circle;
  std::optional<double> diameter = {};  ///< circle
  std::optional<double> width = {};     ///< rectangle, ellipse, obround: along x
  std::optional<double> length = {};    ///< along y
  std::optional<double> centres =
      {};             ///< obround, in place of one of them: between its half circles' centres
  double corner = 0;  ///< rectangle, polygon, polyline: radius of its corners
  int sides = 0;      ///< polygon, 3 to 64; its first side faces +x
  std::optional<double> across_flats =
      {};  ///< polygon: from side to opposite side; of odd ones twice the apothem
  std::optional<double> across_corners = {};  ///< polygon: twice the radius of its (sharp) corners
  std::vector<Vec2> points = {};              ///< polyline, either way round
  /// outline: curve after curve, either way round. Ends that lie up to 0.01 mm apart are brought together,
  /// and joints that bend by less than 0.1 degrees made smooth, by scaling curves a little.
  std::vector<DrawnCurve> outline = {};
  std::optional<Vec2> gap = {};  ///< outline: the middle of the gap that it had as drawn
  /// polyline, outline: not closed, for a panel between two such curves. Its inside lies left of the way it
  /// runs, its centre is the drawing's origin.
  bool open = false;
  Angle turn = {};       ///< about its centre, anticlockwise from above
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

/// A wall between two profiles by its true rulings; where no wall opens flat, or where that is asked for, by
/// even ones, with the least stretch.
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
  Rulings rulings = Rulings::developable;
  StrainLimit strain = {};
};

/// A transition by even rulings, which need not open flat. Its sizes lie on the middle of the sheet, its
/// edges are cut square to it. Where both profiles have as many corners, corners are joined to corners, and
/// between them equal shares of both girths; else equal shares of the whole girths; of all such ways round
/// the one whose rulings are shortest, by the mean of their squares.
struct EvenTransition {
  Transition transition = {};
  Seam seam = {};                             ///< no gap, wedge, lap or stock
  std::optional<Refusal::Text> refused = {};  ///< why no wall opens flat, where one was asked for
};

}  // namespace juggler
