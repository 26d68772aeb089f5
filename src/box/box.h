// Boxes, trays and pans. Private to the families.
#pragma once

#include "juggler/formed.h"
#include "proof/given.h"

namespace juggler {

[[nodiscard]] Formed form_box(const Part& part, const Box& box);

/// The heights of a wall's rim at its first and its last corner, as it runs: anticlockwise seen from above.
struct RimHeights {
  double first = 0, last = 0;
};
[[nodiscard]] RimHeights rim_of(const Box& box, int wall);
/// "+x", "+y", "-x", "-y": of walls 0 to 3, as they are on the part as made.
[[nodiscard]] const char* name_of_wall(int wall, Hand hand = Hand::as_drawn);

/// Refuses sizes that are missing, out of range or contradict each other.
void check(const Box& box);

[[nodiscard]] Body body_of(const Box& box, const Sheet& sheet, double gap, Hand hand);

[[nodiscard]] GivenMiss miss_of_given(std::vector<FormedFace> faces, const Box& box, const Sheet& sheet,
                                      Hand hand);

[[nodiscard]] std::vector<Fact> asked_facts(const Part& part, const Box& box);
[[nodiscard]] Record box_record(const Box& box);

}  // namespace juggler
