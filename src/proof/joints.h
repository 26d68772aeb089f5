// Parts that meet, formed again. Private to the proof. Equation numbers: docs/maths/meeting.md.
#pragma once

#include "formed_openings.h"
#include "meet/neighbour.h"

namespace juggler {

/// One blank of a part, formed again where it stands in the part's frame.
class FormedBlank {
 public:
  /// u  where its first ruling comes to lie: of a blank that stands for several pieces one for each
  FormedBlank(const Blank& blank, const Form& once_round, double u);
  [[nodiscard]] std::optional<FormedAt> at(Vec2 flat) const { return wall_.at(flat); }
  /// As lines and points meet it, its ends as far beyond as is asked.
  [[nodiscard]] Chart chart(double before_base, double beyond_top) const;

 private:
  std::shared_ptr<const std::vector<FlatPanel>> panels_;
  FormedWall wall_;
  double inside_, outside_;
};
/// All pieces that a blank of a part stands for.
[[nodiscard]] std::vector<FormedBlank> formed_blanks(const Blank& blank, const Form& once_round,
                                                     const Seam& seam);

/// A part that meets another: its blanks, and the wall that they form once round, or the body; null where it
/// is none that opens flat by rulings, or is not folded.
struct JoinedPart {
  std::string name, key;
  const Form* form = nullptr;
  const Body* body = nullptr;                ///< of a folded one
  const StretchedPart* stretched = nullptr;  ///< of one that forming stretches
  Seam seam = {};                            ///< as made
  std::vector<const Blank*> blanks = {};
  const std::vector<Opening>* openings = nullptr;  ///< as asked for
  int quantity = 1;                                ///< of the part: blanks count for all of them
};
/// A part formed again from its blanks, where its wall opens flat by rulings; else as it was made.
struct FormedPart {
  std::vector<std::pair<const Blank*, FormedBlank>> blanks;
};
[[nodiscard]] FormedPart formed_of(const JoinedPart& joined);
/// Between outward normals.
[[nodiscard]] Angle between_walls(Vec3 one, Vec3 other);
/// Keeps the least and the greatest angle of a joint.
void note_angle(JointProof& joint, const JointPlace& place);

/// The end of a branch, whose wall opens flat, held against the main, and the hole in that against the
/// branch. A main without a wall is taken as it was made, and one in courses, of which each has its part of
/// the hole. meeting.md (9), (10)
[[nodiscard]] JointProof prove_joint(const EndBody& end, const JoinedPart& branch, const JoinedPart& main,
                                     const std::vector<JoinedPart>& courses);
/// The hole of a plate round another part's end held against that end. plates.md (8)
[[nodiscard]] JointProof prove_ring(const PlateEnd& at, const JoinedPart& other, const JoinedPart& ring);
/// The edge that another leg makes of a leg's base, one of its bodies by number, against that leg's own.
/// breech.md (5), (6)
[[nodiscard]] JointProof prove_crotch(const JoinedPart& leg, size_t body, const JoinedPart& other);
/// The edges of two courses that stand on, or in, each other, held against each other. courses.md (5)
[[nodiscard]] JointProof prove_course(const JoinedPart& lower, const CourseOf& low, const JoinedPart& upper,
                                      const CourseOf& high);
/// An edge of a folded part held against the edges of a flat one, or against its face. duct.md (5), (6)
[[nodiscard]] JointProof prove_seam(const EdgeMeeting& meeting, const JoinedPart& own,
                                    const JoinedPart& other);
/// Both edges of a mitre, held against each other.
[[nodiscard]] JointProof prove_mitre(const JoinedPart& lower, const RowPlace& low, const JoinedPart& upper,
                                     const RowPlace& high);

}  // namespace juggler
