// What is asked for: round parts by name of their sizes, folded ones (fold.h). Plain values, and the check
// that they agree. Lengths are millimetres; angles carry their unit.
#pragma once

#include <map>
#include <string>
#include <variant>

#include "juggler/making.h"
#include "juggler/stretched.h"
#include "juggler/transition.h"
#include "juggler/wound.h"

namespace juggler {

/// An end that is a point.
struct Pointed {};

/// A round end of a part: its size by name (several must agree), and what holds for this end alone.
struct End {
  End() = default;
  End(Diameter d) : diameter(d.mm()) {}  // NOLINT(google-explicit-constructor): `.base = Diameter::mm(620)`
  End(Radius r) : radius(r.mm()) {}      // NOLINT(google-explicit-constructor)
  End(Girth g) : girth(g.mm()) {}        // NOLINT(google-explicit-constructor)
  End(Pointed) : pointed(true) {}        // NOLINT(google-explicit-constructor)

  std::optional<double> diameter = {};
  std::optional<double> radius = {};
  std::optional<double> girth = {};
  bool pointed = false;
  std::optional<Face> sizes_on = {};    ///< else the sheet's
  std::optional<Contact> contact = {};  ///< else the size face
};

/// The steepest plane that trims a part, from level: beyond it a rim is all but a ruling.
inline constexpr Angle steepest = Angle::degrees(89);

/// A plane that cuts one end off. It is given in one of three ways:
///   height (where it meets the axis) and tilt (from level, 0 to 89 degrees);
///   short_side and long_side (lengths of the two rulings of the size face that lie uphill and downhill);
///   from_apex (along the axis, from the size face's apex) and to_axis (the angle to the axis).
struct Trim {
  EndName end = EndName::top;  ///< the side that is removed
  std::optional<double> height = {};
  std::optional<Angle> tilt = {};
  std::optional<double> short_side = {};
  std::optional<double> long_side = {};
  std::optional<double> from_apex = {};
  std::optional<Angle> to_axis = {};
  Angle uphill = {};                    ///< plan angle of the direction in which the plane rises
  std::optional<Contact> contact = {};  ///< which layer meets the plane; else the end's size face
  std::string key = {};                 ///< its path in a job, for refusals
};

/// A cone, frustum or pointed. Any sufficient set of sizes; surplus ones must agree within `agree`. With a
/// shift it is an offset cone, which takes both ends and the height.
struct Cone {
  End base = {};
  End top = {};
  std::optional<double> height = {};         ///< distance of the end planes (or to the size face's apex)
  std::optional<double> slant = {};          ///< length of a ruling between the end planes
  std::optional<Angle> half_angle = {};      ///< between the wall and the axis, 0 to under 90 degrees
  std::optional<Angle> included_angle = {};  ///< twice that
  std::optional<EndName> wider = {};         ///< needed where the sizes leave it open
  double agree = limits::agree;              ///< mm that surplus sizes may differ by
  Vec2 shift = {};                           ///< of the top's centre from the base's, mm
  std::vector<Trim> trims = {};              ///< planes that cut its ends
  std::vector<Flange> flanges = {};          ///< at level ends of a right cone
};

/// A cylinder: one size and a height, or two opposite side lengths, which make a slanting top.
struct Cylinder {
  End size = {};  ///< diameter, radius or girth; its own face
  std::optional<double> height = {};
  std::optional<double> short_side = {};
  std::optional<double> long_side = {};
  Angle uphill = {};                 ///< plan angle of the long side
  std::optional<Contact> base = {};  ///< which layer meets the base's plane, else the size face
  std::optional<Contact> top = {};
  double agree = limits::agree;
  std::vector<Trim> trims = {};
  std::vector<Flange> flanges = {};
};

/// A flange at a round end.
struct RoundFlange {
  double width = 0;   ///< along the ruling, mm
  double strain = 0;  ///< of its free edge; negative: upset
  Angle turned = {};
};

/// Parts of one round wall.
using RoundShape = std::variant<Cone, Cylinder>;
/// What a part can be.
using Shape = std::variant<Cone, Cylinder, Panel, Hopper, Net, Tube, Transition, Flight, Coil, HelicalStrip,
                           Dome, RuledWall>;

/// The face that a round tube is opened on.
[[nodiscard]] Cylinder cylinder_of(const Tube& tube);

/// The part as made: the mirrored twin has its plan angles and shifts mirrored about the x axis; a panel,
/// alike at both ends of its run, is its own twin.
[[nodiscard]] RoundShape as_made(RoundShape shape, Hand hand);
[[nodiscard]] Hopper as_made(Hopper hopper, Hand hand);
[[nodiscard]] Tube as_made(Tube tube, Hand hand);
[[nodiscard]] Net as_made(Net net, Hand hand);
[[nodiscard]] Transition as_made(Transition transition, Hand hand);

/// The greatest half angle of a cone: beyond it the wall is a flat ring, or turned inside out by the faces.
inline constexpr Angle flattest = Angle::degrees(89.9999);

/// A round part with every size worked out.
struct RoundSizes {
  double base_radius = 0;  ///< on the size face at the base plane, mm
  double top_radius = 0;   ///< on the size face at the top plane, mm
  double base_layer = 0;   ///< distance of the base's size face from the inside face, mm
  double top_layer = 0;
  bool base_pointed = false;
  bool top_pointed = false;
  std::optional<Face> base_face = {};  ///< the size faces; none where there is no thickness and none named
  std::optional<Face> top_face = {};
  Contact base_contact = Contact::size_face;
  Contact top_contact = Contact::size_face;
  Vec2 shift = {};  ///< of the top's centre from the base's, mm
  double height = 0;
  double slant = 0;  ///< coaxial: of a ruling between the end planes; offset: of the longest
  Angle taper = {};  ///< coaxial: half angle with a sign, positive when the base is wider; offset: 0
  std::vector<Trim> trims = {};
  bool one_size = false;  ///< a cylinder: its size has no end's name
  std::optional<RoundFlange> base_flange = {};
  std::optional<RoundFlange> top_flange = {};

  [[nodiscard]] bool coaxial() const { return shift == Vec2{}; }
};

/// Works out every size of a part.
///
/// Errors    Refusal when sizes are missing, impossible or contradictory, with what is missing or the
///           amount by which they differ.
/// Accuracy  rounding of the sizes given: 1e-15 of the part's size, its taper to 1e-15 relative.
/// Source    docs/maths/develop.md (21)-(26), docs/maths/round.md (1)-(3).
[[nodiscard]] RoundSizes solve(const RoundShape& shape, const Sheet& sheet);

/// A part: what is asked for, all of it.
struct Part {
  std::string name = {};   ///< what it is called; empty for an only part
  std::string shape = {};  ///< the word for its shape
  Shape asked = {};
  Sheet sheet = {};
  Seam seam = {};
  Making making = {};
  std::string key = {};               ///< the parts of a job that come from one of its tables have one key
  std::optional<EndName> meets = {};  ///< of a slide's wall: the edge of the floor, which has the same key
  /// What a job calls the shape's keys, where it differs.
  std::map<std::string, std::string> asked_as = {};
};

}  // namespace juggler
