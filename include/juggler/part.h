// What is asked for: sizes by name, the sheet, the seam. Plain values, and the check that they agree.
// Lengths are millimetres; angles carry their unit.
#pragma once

#include <optional>
#include <string>
#include <variant>
#include <vector>

#include "juggler/geom.h"
#include "juggler/refusal.h"

namespace juggler {

/// The faces of the sheet. The inside faces the axis; the middle lies halfway.
enum class Face { inside, middle, outside };

/// Which layer of the sheet meets the plane of an end. `clear`: the longest wall of which no layer passes
/// the plane; `full`: the shortest of which every layer reaches it.
enum class Contact { size_face, inside, middle, outside, neutral, clear, full };

enum class EndName { base, top };

class Diameter {
 public:
  [[nodiscard]] static constexpr Diameter mm(double value) { return Diameter(value); }
  [[nodiscard]] static constexpr Diameter inches(double value) { return Diameter(value * 25.4); }
  [[nodiscard]] constexpr double mm() const { return value_; }

 private:
  explicit constexpr Diameter(double value) : value_(value) {}
  double value_;
};

class Radius {
 public:
  [[nodiscard]] static constexpr Radius mm(double value) { return Radius(value); }
  [[nodiscard]] static constexpr Radius inches(double value) { return Radius(value * 25.4); }
  [[nodiscard]] constexpr double mm() const { return value_; }

 private:
  explicit constexpr Radius(double value) : value_(value) {}
  double value_;
};

/// Length once round, on the face the sizes lie on.
class Girth {
 public:
  [[nodiscard]] static constexpr Girth mm(double value) { return Girth(value); }
  [[nodiscard]] static constexpr Girth inches(double value) { return Girth(value * 25.4); }
  [[nodiscard]] constexpr double mm() const { return value_; }

 private:
  explicit constexpr Girth(double value) : value_(value) {}
  double value_;
};

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

struct Sheet {
  std::optional<double> thickness = {};  ///< mm, 0 to 500; required, 0 for paper, film and card
  std::optional<Face> sizes_on = {};     ///< required where thickness > 0 unless both ends name theirs
  double neutral = 0.5;  ///< neutral layer's distance from the concave face / thickness, 0 to 1
  std::string material = {};
  std::optional<double> density = {};  ///< kg/m3, 100 to 25000
};

/// Which ruling the (first) seam lies on: that of a plan angle, or the shortest or longest of the part as
/// trimmed, of equals the one of the lowest plan angle.
enum class SeamRuling { at_angle, shortest, longest };

/// One edge of a seam: `start` is that of the lower plan angle.
enum class SeamEdge { start, end };

/// Where the sheet closes. `gap` (parallel, mm) or `wedge` (an angle about the axis), not both; a lap needs
/// neither.
struct Seam {
  std::optional<double> gap = {};
  std::optional<Angle> wedge = {};
  std::optional<Face> gap_on = {};  ///< the face on which `gap` is measured; else the neutral layer
  Angle at = {};                    ///< plan angle of the (first) seam ruling
  SeamRuling ruling = SeamRuling::at_angle;
  int pieces = 1;                   ///< 1 to 64, the seams at equal plan angles
  std::vector<Angle> each = {};     ///< plan angles of all seams, where they are uneven; else empty
  std::optional<double> lap = {};   ///< mm that the wall is repeated past the seam, on the edge `lap_on`
  SeamEdge lap_on = SeamEdge::end;  ///< which edge of each piece has the lap
  double stock = 0;                 ///< mm left on both edges, to be cut off after rolling
};

enum class Hand { as_drawn, opposite };

/// How many are made, and how the blank is laid and marked.
struct Making {
  std::string name = {};    ///< for the marks and the outputs
  std::string number = {};  ///< marked on the blank
  int quantity = 1;         ///< 1 to 1000000
  Hand hand = Hand::as_drawn;
  Face face_up = Face::inside;        ///< inside or outside
  int elements = 4;                   ///< spaces of equal plan angle once round, 1 to 3600
  std::optional<double> within = {};  ///< mm: as many elements as keep the flats between them this near
  double fit = 0.02;                  ///< mm that fitted arcs may leave a rim that is no arc by, 1e-4 to 1
  bool marks = true;                  ///< element lines, number, face, arrow to the top
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
  double agree = 1e-3;                       ///< mm that surplus sizes may differ by
  Vec2 shift = {};                           ///< of the top's centre from the base's, mm
  std::vector<Trim> trims = {};              ///< planes that cut its ends
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
  double agree = 1e-3;
  std::vector<Trim> trims = {};
};

/// What a part can be.
using Shape = std::variant<Cone, Cylinder>;

/// The part as made: the mirrored twin has its plan angles and shifts mirrored about the x axis.
[[nodiscard]] Shape as_made(Shape shape, Hand hand);

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

  [[nodiscard]] bool coaxial() const { return shift == Vec2{}; }
};

/// Works out every size of a part.
///
/// Errors    Refusal when sizes are missing, impossible or contradictory, with what is missing or the
///           amount by which they differ.
/// Accuracy  rounding of the sizes given: 1e-15 of the part's size, its taper to 1e-15 relative.
/// Source    docs/maths/develop.md (21)-(26), docs/maths/round.md (1)-(3).
[[nodiscard]] RoundSizes solve(const Shape& shape, const Sheet& sheet);

/// Refuses a sheet or making with a value out of range.
void check(const Sheet& sheet, const Seam& seam, const Making& making);

/// Distance of a face from the inside face, mm.
[[nodiscard]] double layer_of(Face face, double thickness);

[[nodiscard]] const char* name_of(Face face);
[[nodiscard]] const char* name_of(Contact contact);
[[nodiscard]] const char* name_of(EndName end);
[[nodiscard]] const char* name_of(SeamEdge edge);
[[nodiscard]] const char* name_of(SeamRuling ruling);

/// A number for a message: up to nine digits, no exponent where it can be helped.
[[nodiscard]] std::string shown(double value);
[[nodiscard]] inline std::string shown_mm(double value) { return shown(value) + " mm"; }
[[nodiscard]] inline std::string shown_degrees(Angle a) { return shown(a.degrees()) + " degrees"; }

}  // namespace juggler
