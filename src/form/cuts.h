// What cuts the ends of walls. Private to the families.
#pragma once

#include "juggler/form.h"

namespace juggler {

/// The layer that a contact names.
[[nodiscard]] double contact_layer(Contact contact, double size_layer, double thickness, double neutral);
/// Those of one end, in their order.
[[nodiscard]] std::vector<Cutter> cutters_of(const std::vector<Cutter>& all, EndName end);
/// Which of an end's cutters, of which there is one at least, meets a ruling first.
[[nodiscard]] const Cutter& active_cutter(const std::vector<Cutter>& cutters, EndName end,
                                          const Ruling& ruling, double u, double thickness);
/// The rim that they leave of a wall, piece after piece of it.
[[nodiscard]] Rim rim_along(const Wall& wall, const std::vector<Cutter>& cutters, EndName end,
                            double thickness);
/// A wall cut where its rims have corners, so that its pieces are smooth together with both.
[[nodiscard]] Wall cut_at_corners(const Wall& wall, const Rim& base, const Rim& top);
/// Where a function that has been looked at changes its sign, and the pairs of changes between two looks.
void add_changes(std::vector<double>& breaks, const std::vector<double>& us, const std::vector<double>& looks,
                 const std::function<double(double)>& function);
/// The layers that meet it.
[[nodiscard]] std::vector<double> contact_layers(const Cutter& cutter, double thickness);
/// Where a plane cuts a ruling's layer, from c along e; past all measure where it never does.
[[nodiscard]] Cut cut_of(const Ruling& ruling, const Plane& plane, double layer);
/// A cut that far along is none.
inline constexpr double never = 1e12;

}  // namespace juggler
