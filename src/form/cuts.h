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
                                          const Ruling& ruling, double thickness);
/// The layers that meet it.
[[nodiscard]] std::vector<double> contact_layers(const Cutter& cutter, double thickness);
/// Where a plane cuts a ruling's layer, from c along e; past all measure where it never does.
[[nodiscard]] Cut cut_of(const Ruling& ruling, const Plane& plane, double layer);
/// A cut that far along is none.
inline constexpr double never = 1e12;

}  // namespace juggler
