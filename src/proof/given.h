// The formed part held against the sizes as they were given, by a way of its own: nothing here goes through
// what solves sizes, mirrors parts or makes forms. Private to the proof. docs/maths/given.md (1)-(15).
#pragma once

#include <functional>
#include <vector>

#include "juggler/part.h"
#include "juggler/proof.h"
#include "juggler/surface.h"

namespace juggler {

/// A ruling of the neutral layer in space, from end to end, and the wall's normal there, from inside to
/// outside.
struct FormedLine {
  Vec3 base, top;
  Vec3 e;
  Vec3 n;
};

/// An element formed again, and what is said of it: its lengths to either end as that was before trims.
struct FormedElement {
  FormedLine line;
  int number = 0;
  double from_base = 0, from_top = 0;
};

/// The proof of a wall by rulings, and the wall that it formed.
struct WallProof {
  Proof proof;
  std::vector<FormedLine> lines;
  std::vector<FormedElement> elements;
};
[[nodiscard]] WallProof prove_wall(const Blank& blank, const Form& asked, const Seam& seam);
struct GivenMiss;
/// One of the pieces that seams (as made) make of a wall once round; and the wall that it forms against what
/// was given, which it may miss by so much. 0: by as much as anything.
[[nodiscard]] Proof prove_piece(const Blank& blank, const PieceMaker& piece, const Form& once_round,
                                const Seam& seam, double exact,
                                const std::function<GivenMiss(WallProof)>& given);

/// A plate in space: a point of its inside face, its normal, its corners on that face, and which others of
/// its blank bends join it to.
struct FormedPlate {
  std::string name;
  Vec3 at, normal;
  std::vector<Vec3> corners;
  std::vector<size_t> bent_to = {};
};

/// By how much a size that was given is missed, mm, and which.
struct GivenMiss {
  double distance = 0;
  std::string what;
  void look(double d, const std::string& of);
};
/// The proof fails by it where it is more than is allowed, and names it where it is the greatest distance.
void hold_against(Proof& proof, const GivenMiss& miss, double allowed);

/// Of a round part or a transition that opens flat; the first line and the last are seam rulings. Of other
/// shapes nothing. The mirrored twin is mirrored back and held against the part as drawn.
///
/// Accuracy  1e-12 of the part's size.
[[nodiscard]] GivenMiss miss_of_given(WallProof wall, const Shape& shape, const Sheet& sheet,
                                      const Seam& seam, Hand hand);
/// By how much elements of a part that nothing trims are said to be longer or shorter before trims. (4a)
[[nodiscard]] GivenMiss miss_of_untrimmed(const std::vector<FormedElement>& elements);
/// Of a hopper, a body by its points or its sizes, a panel, and a transition that is folded.
[[nodiscard]] GivenMiss miss_of_given(std::vector<FormedPlate> plates, const Shape& shape, const Sheet& sheet,
                                      const Seam& seam, Hand hand);
/// Where seams are said to be; none where a ruling is named otherwise.
[[nodiscard]] std::vector<Angle> plan_angles(const Seam& seam);
/// How far a place, seen from its end's centre, lies from the nearest of them, along the circle through it.
/// (5)
[[nodiscard]] double off_plan_angles(const Seam& seam, Vec2 place);

/// Of a part that winds and opens flat: a coil, a strip against a cylinder.
[[nodiscard]] GivenMiss miss_of_wound(std::vector<FormedLine> lines, const Shape& shape, const Sheet& sheet,
                                      Hand hand);
/// Of all pieces of a part that stretches, and of a strip against a cone, by the middle in space that their
/// blanks are proved against.
[[nodiscard]] GivenMiss miss_of_given(const std::vector<CurvedPiece>& pieces, const Shape& shape,
                                      const Sheet& sheet, const Seam& seam, Hand hand);
/// The plane of an end of a transition, and where its profile's x and y lie in space. (6)
struct EndFrame {
  Vec3 centre, x, y, normal;
};
[[nodiscard]] EndFrame frame_of(const TransitionEnd& end, Vec3 centre);

/// How deep a face lies below the inside, mm.
[[nodiscard]] inline double depth_of(Face face, double thickness) {
  return face == Face::inside ? 0 : face == Face::middle ? thickness / 2 : thickness;
}

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
