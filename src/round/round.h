// Cones and cylinders. Private to the families.
#pragma once

#include "juggler/formed.h"
#include "proof/given.h"
#include "round_sizes.h"

namespace juggler {

/// A cone or cylinder, worked out and formed; what its proof holds it against.
using RoundGivenMiss = std::function<GivenMiss(WallProof)>;
[[nodiscard]] Formed form_round(const Part& part, const RoundShape& shape, const RoundGivenMiss& given,
                                const std::string& inside);
[[nodiscard]] Formed form_round(const Part& part, const RoundShape& shape);
/// The first line and the last are seam rulings. Accuracy  1e-12 of the part's size.
[[nodiscard]] GivenMiss miss_of_given(WallProof wall, const RoundShape& shape, const Sheet& sheet,
                                      const Seam& seam, Hand hand);

/// What a cone's flat is laid out by. Radii are infinite for equal ends.
struct ConeNumbers {
  Angle half_angle = {};
  double slant = 0;  ///< between the end planes
  double swing_radius_base = 0;
  double swing_radius_top = 0;
  Angle sector_full = {};  ///< before the gap
  Angle sector_base = {};  ///< as cut
  Angle sector_top = {};
  double chord_base = 0;
  double chord_top = 0;
  Rectangle box = {};  ///< about the blank with its bisector upright
};
/// Of a right cone or cylinder between level ends, from its blank.
[[nodiscard]] ConeNumbers cone_numbers(const RoundSizes& sizes, const Blank& blank);

/// Whether a wall is that of a right cone or cylinder between level ends.
[[nodiscard]] bool is_right_cone(const Form& form);
[[nodiscard]] std::vector<Fact> round_numbers(const RoundPart& round, const Blank& blank,
                                              const std::string& inside);
[[nodiscard]] std::vector<Fact> round_asked(const Part& part, const RoundPart& round);
[[nodiscard]] std::vector<Fact> round_labels(const RoundPart& round, const Blank& blank);
[[nodiscard]] Record round_record(const Part& part, const RoundPart& round, const Blank& blank);
[[nodiscard]] Record round_members(const RoundPart& round, const Blank& blank);

[[nodiscard]] Seen round_seen(const std::shared_ptr<const RoundPart>& round, const Seam& seam,
                              const Blank& blank);

}  // namespace juggler
