// The formed part held against the sizes as they were given, by a way of its own: nothing here goes through
// what solves sizes, mirrors parts or makes forms. What is given only families know. docs/maths/given.md
// (1)-(15).
#pragma once

#include <functional>
#include <vector>

#include "form/surface.h"
#include "juggler/part.h"
#include "provers.h"

namespace juggler {

/// A ruling of the neutral layer in space, from end to end, and the wall's normal there, from inside to
/// outside.
struct FormedLine {
  Vec3 base, top;
  Vec3 e;
  Vec3 n;
  Vec2 flat_base = {}, flat_top = {};  ///< where its ends lie on the blank, where that is asked
};

/// A flange folded along a straight side of an end: that side in space, the wall's normal outwards, and where
/// the flange points.
struct FormedFlange {
  EndName end = EndName::top;
  Vec3 along = {}, n = {}, way = {};
  double flat_width = 0;  ///< beyond the rim, mm
  double turned = 0, radius = 0, allowance = 0;
  bool outwards = false;
};
/// Those of a blank, by its folds, beside the wall that it forms.
[[nodiscard]] std::vector<FormedFlange> formed_flanges(const Blank& blank,
                                                       const std::vector<FormedLine>& lines);

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
  std::vector<EndName> met;  ///< ends that other parts cut: what was given of their planes cuts no more
  std::vector<FormedFlange> flanges = {};
};
[[nodiscard]] WallProof prove_wall(const Blank& blank, const Form& asked, const Seam& seam);
struct GivenMiss;
/// One of the pieces that seams (as made) make of a wall once round; and the wall that it forms against what
/// was given, which it may miss by so much. 0: by as much as anything.
[[nodiscard]] Proof prove_piece(const Blank& blank, const PieceMaker& piece, const Form& once_round,
                                const Seam& seam, double exact,
                                const std::function<GivenMiss(WallProof)>& given);

/// A face in space: a point of its inside face, its normal, its corners on that face, and which others of
/// its blank bends join it to.
struct FormedFace {
  std::string name;
  Vec3 at, normal;
  std::vector<Vec3> corners;
  std::vector<size_t> bent_to = {};
  std::vector<Vec3> along = {};  ///< places along its sides, some on each
};

/// By how much a size that was given is missed, mm, and which.
struct GivenMiss {
  double distance = 0;
  std::string what;
  void look(double d, const std::string& of);
};
/// The proof fails by it where it is more than is allowed, and names it where it is the greatest distance.
void hold_against(Proof& proof, const GivenMiss& miss, double allowed);

/// By how much elements of a part that nothing trims are said to be longer or shorter before trims. (4a)
[[nodiscard]] GivenMiss miss_of_untrimmed(const std::vector<FormedElement>& elements,
                                          const std::vector<EndName>& met = {});
/// Of a folded part: the blank bent up, and its faces in space against what was given.
[[nodiscard]] Proof prove_body(const Blank& blank, const Body& body,
                               const std::function<GivenMiss(std::vector<FormedFace>)>& given);
/// Of a part that stretches: its blank, and the middles in space of all its pieces against what was given.
[[nodiscard]] Proof prove_stretched(const Blank& blank, const StretchedPart& part,
                                    const std::function<GivenMiss(const std::vector<CurvedPiece>&)>& given);

/// Where seams are said to be; none where a ruling is named otherwise.
[[nodiscard]] std::vector<Angle> plan_angles(const Seam& seam);
/// How far a place, seen from its end's centre, lies from the nearest of them, along the circle through it.
/// (5)
[[nodiscard]] double off_plan_angles(const Seam& seam, Vec2 place);
/// How deep a face lies below the inside, mm.
[[nodiscard]] inline double depth_of(Face face, double thickness) {
  return face == Face::inside ? 0 : face == Face::middle ? thickness / 2 : thickness;
}

}  // namespace juggler
