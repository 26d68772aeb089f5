#include "juggler/page.h"

namespace juggler {

// Widths in the steps of ISO 128; dashes tell the lines apart where there is no colour.
const PenLook& look_of(Pen pen) {
  static const std::vector<PenLook> looks{{"cut", 0.07, 0.20, 0.36, 0.5, {}},
                                          {"bend", 0.45, 0.20, 0.50, 0.35, {9, 1.5, 1, 1.5}},
                                          {"mark", 0.10, 0.45, 0.30, 0.25, {5, 1, 5, 1}},
                                          {"centre", 0.50, 0.32, 0.62, 0.18, {6, 1, 1, 1}},
                                          {"guide", 0.45, 0.48, 0.52, 0.18, {2, 1, 2, 1}},
                                          {"dimension", 0.72, 0.30, 0.08, 0.18, {}},
                                          {"formed", 0.07, 0.20, 0.36, 0.35, {}},
                                          {"hidden", 0.36, 0.44, 0.54, 0.25, {1.5, 0.8, 1.5, 0.8}},
                                          {"seam", 0.78, 0.14, 0.22, 0.6, {}},
                                          {"frame", 0.13, 0.14, 0.16, 0.5, {}},
                                          {"table", 0.70, 0.72, 0.75, 0.18, {}},
                                          {"leader", 0.45, 0.48, 0.52, 0.13, {}},
                                          {"cross", 0, 0, 0, 0.15, {}}};
  return looks[static_cast<size_t>(pen)];
}

bool overlap(const PageBox& a, const PageBox& b) {
  return a.left < b.right && b.left < a.right && a.top < b.bottom && b.top < a.bottom;
}

}  // namespace juggler
