// The sheet, its faces, the seam and the making: what every part has. Lengths are millimetres; angles carry
// their unit.
#pragma once

#include <optional>
#include <string>
#include <vector>

#include "juggler/geom.h"
#include "juggler/phrase.h"

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

struct Sheet {
  std::optional<double> thickness = {};  ///< mm, 0 to 500; required, 0 for paper, film and card
  std::optional<Face> sizes_on = {};     ///< required where thickness > 0 unless both ends name theirs
  double neutral_factor = 0.5;  ///< neutral layer's distance from the concave face / thickness, 0 to 1
  bool finished = false;        ///< a wall as it is, opened out to mark it: nothing of it is bent
  std::string material = {};
  std::optional<double> density = {};  ///< kg/m3, 100 to 25000
};

/// Which ruling the (first) seam lies on: that of a plan angle, or the shortest or longest of the part as
/// trimmed, of equals the one of the lowest plan angle; or (transitions) that in the middle of where the
/// base's or the top's profile faces a direction of its own plane, as the middle of a side does.
enum class SeamRuling { at_angle, shortest, longest, facing_base, facing_top };

/// One edge of a seam: `start` is that of the lower plan angle.
enum class SeamEdge { start, end };

/// Where the sheet closes. `gap` (parallel, mm) or `wedge` (an angle about the axis), not both; a lap needs
/// neither.
struct Seam {
  std::optional<double> gap = {};
  std::optional<Angle> wedge = {};
  std::optional<Face> gap_on = {};  ///< the face on which `gap` is measured; else the neutral layer
  Angle at = {};                    ///< plan angle of the (first) seam ruling, or the direction faced
  SeamRuling ruling = SeamRuling::at_angle;
  int pieces = 1;                   ///< 1 to 64, the seams at equal plan angles
  std::vector<Angle> each = {};     ///< plan angles of all seams, where they are uneven; else empty
  std::optional<double> lap = {};   ///< mm that the wall is repeated past the seam, on the edge `lap_on`
  SeamEdge lap_on = SeamEdge::end;  ///< which edge of each piece has the lap
  double stock = 0;                 ///< mm left on both edges, to be cut off after rolling
};

enum class Hand { as_drawn, opposite };

/// What a hit is pressed with: a die with two shoulders, and a punch with a round nose. mm.
struct PressDie {
  std::string name = {};
  double opening = 0;  ///< between the shoulders' tangent points on the top of the die
  double radius = 0;   ///< of the shoulders
  std::string punch = {};
  double punch_radius = 0;  ///< of its nose
  /// Between the sides of the groove, as far as which legs can be bent; none: that sets no limit.
  std::optional<Angle> angle = {};
};

/// How a round wall or an arc is made: rolled smooth, or pressed by hits. At most one is given.
struct Pressing {
  std::optional<int> hits = {};            ///< bend lines, over all arcs of the part, or once round it
  std::optional<double> facet_width = {};  ///< between bend lines, on the neutral layer, mm
  std::optional<double> facet_error = {};  ///< as few hits as keep the flats this near the smooth form, mm
  std::optional<PressDie> die = {};        ///< on which they are made: then each hit has its stroke

  [[nodiscard]] bool smooth() const { return !hits && !facet_width && !facet_error; }
};

/// How segments are joined at their mitres, where one or both have sheet beyond them for it.
enum class MitreJoint { lapped, beaded, riveted, locked };
[[nodiscard]] const char* name_of(MitreJoint joint);

/// What is added beyond an edge: a plain lap; a hem that is folded flat back upon the part, or one side of a
/// locked seam, both on straight edges; or one side of a seam of the user's own, by what it adds. Laps and
/// such seams go along curves too.
/// Flanges are asked for by the end that they stand at.
enum class EdgeKind { lap, hem, lock, seam, flange };

/// A line along which what is added is folded. What the fold takes is in the lengths given.
struct EdgeFold {
  double at = 0;  ///< beyond the edge, mm
  Angle turned = Angle::degrees(90);
  bool up = true;  ///< towards the face that lies up
};

struct EdgeWork {
  std::string on = {};  ///< the edge, by its label
  std::string of = {};  ///< of a joint's two edges that of this face, by its name; else any
  int which = 1;        ///< where several have that label: the first, the second ... as laid
  EdgeKind kind = EdgeKind::lap;
  std::optional<double> width =
      {};             ///< of the lap; of the hem from the finished edge; of one layer of the lock, mm
  Angle taper = {};   ///< by which its ends lean inwards
  double radius = 0;  ///< hem: inside
  std::optional<double> neutral_factor = {};  ///< hem: from the concave face / thickness
  bool up = true;                             ///< hem, lock: folded towards the face that lies up
  int layers = 1;                             ///< lock: 1 or 2
  double extra = 0;                           ///< lock: added for each fold, mm
  std::vector<EdgeFold> folds = {};           ///< seam: the nearest first
  double notch = 0;               ///< lap, seam: by how much what is added begins beside the edge's ends, mm,
  double notch_by_thickness = 0;  ///< and so many thicknesses more
  std::string seam = {};          ///< its name in the user's list
  std::optional<double> hole = {};      ///< diameter of holes in rows, mm
  std::optional<double> pitch = {};     ///< that they are apart at most
  std::optional<double> first_at = {};  ///< of the first and last from the ends; else two diameters
  int rows = 1;
  std::string key = {};  ///< its path in a job, for refusals
};

/// A seam of the user's own: what each of its sides adds beyond its edge, and where that is folded.
struct SeamSide {
  double adds = 0;  ///< mm; 0: nothing
  std::vector<EdgeFold> folds = {};
};
struct NamedSeam {
  std::string name = {};
  SeamSide a = {}, b = {};
  double notch = 0;               ///< at the ends of both, mm,
  double notch_by_thickness = 0;  ///< and so many thicknesses more
};
/// What a side of it adds to an edge; nothing where it adds none.
[[nodiscard]] std::optional<EdgeWork> work_of(const NamedSeam& seam, bool side_b, const std::string& on,
                                              const std::string& of = {});

/// Which points of a wall's two edges a ruling joins.
///   developable  those whose tangents lie in one plane with the ruling, fans about an end where that needs
///                them; where no such wall leads from end to end, even ones
///   even         equal shares of both edges: of the turns of a helix, of the chords between points, of the
///                girths of profiles
enum class Rulings { developable, even };
[[nodiscard]] const char* name_of(Rulings rulings);

/// How far a wall may stretch. More is refused unless it is allowed.
struct StrainLimit {
  double limit = 0.005;  ///< of the length, 0 to 1
  bool allowed = false;  ///< also beyond it
};

/// Refuses a limit out of range.
void check(const StrainLimit& strain);
/// Distance of a face from the inside face, mm.
[[nodiscard]] double layer_of(Face face, double thickness);

[[nodiscard]] const char* name_of(Face face);
/// What the two faces of a part are called: those of a panel, which has no inside, are left and right.
struct FaceNames {
  const char* inside = "inside";
  const char* outside = "outside";
  [[nodiscard]] const char* of(Face face) const {
    return face == Face::middle ? "middle" : face == Face::inside ? inside : outside;
  }
};
[[nodiscard]] const char* name_of(Contact contact);
[[nodiscard]] const char* name_of(EndName end);
[[nodiscard]] const char* name_of(SeamEdge edge);
[[nodiscard]] const char* name_of(SeamRuling ruling);

/// The bounds of a length, for a message.
[[nodiscard]] inline Phrase mm_range(double least, double most) {
  return bare_mm(least) + " to " + shown_mm(most);
}
[[nodiscard]] inline Phrase shown_degrees(Angle a, int decimals = 6) {
  return shown_degrees(a.degrees(), decimals);
}

}  // namespace juggler
