#include "blank_frame.h"

namespace juggler {

double blank_scale(const Blank& blank, const PageBox& frame) {
  return std::min(scale_within(about_outline(blank), frame, label_room),
                  scale_within(about_all(blank, {}), frame, edge_room));
}

double blank_height(const Blank& blank, double scale) {
  const auto high = [&](const Bounds& b, double room) { return scale * (b.high - b.low) + 2 * room; };
  return std::max(high(about_outline(blank), label_room), high(about_all(blank, {}), edge_room));
}

}  // namespace juggler
