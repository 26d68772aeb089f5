// Walls once round as they are seen.
#pragma once

#include "juggler/formed.h"

namespace juggler {

/// The plan parameter within once round from the seam.
[[nodiscard]] double within_once(const Form& form, double u);
/// The seams of a wall, within once round.
[[nodiscard]] std::vector<double> seams_of(const Form& form, const Seam& seam);
/// On the neutral layer: its faces, rims, seams and outlines.
[[nodiscard]] Scene wall_scene(const Form& form, const std::vector<double>& seams,
                               const Projection& projection);
/// A ruling from rim to rim.
[[nodiscard]] std::pair<Vec3, Vec3> ends_of_ruling(const Form& form, double u);
/// Names the seams, seen from above, by their plan angles.
void label_seams(std::vector<ViewNote>& notes, const Form& form, const std::vector<double>& seams);
/// An arrow from where the top would stand without its shift, and the shift.
[[nodiscard]] ViewArrow shift_arrow(Vec3 from, Vec2 shift);

/// Of a wall of which no more is known.
[[nodiscard]] Seen wall_seen(const std::shared_ptr<const Form>& form, const std::optional<Seam>& seam,
                             const Blank& blank);

}  // namespace juggler
