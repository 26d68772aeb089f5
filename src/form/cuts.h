// Planes that cut the ends of walls. Private to the families.
#pragma once

#include "juggler/form.h"

namespace juggler {

/// The layer that a contact names.
[[nodiscard]] double contact_layer(Contact contact, double size_layer, double thickness, double neutral);
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

}  // namespace juggler
