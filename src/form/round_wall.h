// The wall of a round part, and the planes that its trims are. Private to the room.
#pragma once

#include "juggler/form.h"

namespace juggler {

/// The layer that a contact names.
[[nodiscard]] double contact_layer(Contact contact, double size_layer, double thickness, double neutral);
/// The inside face over [from, to]; (1)-(3) of docs/maths/round.md.
[[nodiscard]] Wall round_wall(const RoundSizes& sizes, double from, double to);
/// Where the size face of a pointed end runs together, along each ruling.
[[nodiscard]] Rim point_rim(const RoundSizes& sizes, EndName end, const Wall& wall, double neutral);
/// The plane of a trim, in all its ways; (4)-(6).
[[nodiscard]] TrimPlane trim_plane(const Trim& trim, const RoundSizes& sizes, const Wall& wall);
/// The rim that planes leave of an end over a stretch of wall; (7).
[[nodiscard]] Rim rim_of_planes(const std::vector<AskedPlane>& planes, EndName end, const Wall& wall,
                                double thickness);
/// Which of an end's planes cuts a ruling.
[[nodiscard]] size_t active_plane(const std::vector<AskedPlane>& planes, EndName end, const Ruling& ruling,
                                  double thickness);
/// The layers that meet a plane.
[[nodiscard]] std::vector<double> contact_layers(const AskedPlane& plane, double thickness);
/// Where a plane cuts a ruling's layer, from c along e; past all measure where it never does.
[[nodiscard]] Cut cut_of(const Ruling& ruling, const Plane& plane, double layer);
/// A cut that far along is none.
inline constexpr double never = 1e12;

/// Refuses trims that miss, pass the apex, or leave no wall, with the numbers.
void check_trims(const Form& form, const RoundSizes& sizes);

}  // namespace juggler
