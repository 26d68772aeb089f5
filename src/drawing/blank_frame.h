// How a blank comes to lie in its frame. Private to the room.
#pragma once

#include <algorithm>

#include "views.h"

namespace juggler {

struct Bounds {
  double left = 1e300, low = 1e300, right = -1e300, high = -1e300;
  void add(Vec2 p) {
    left = std::min(left, p.x);
    right = std::max(right, p.x);
    low = std::min(low, p.y);
    high = std::max(high, p.y);
  }
};

// Where millimetres of the flat come to lie on the page.
struct FlatView {
  double scale = 1;
  Vec2 origin;
  [[nodiscard]] Vec2 at(Vec2 mm) const { return {origin.x + scale * mm.x, origin.y - scale * mm.y}; }
};

inline FlatView centred(const Bounds& b, const PageBox& frame, double scale) {
  const Vec2 middle = frame.middle();
  return {scale, {middle.x - scale * (b.left + b.right) / 2, middle.y + scale * (b.low + b.high) / 2}};
}

inline std::vector<Vec2> corners(const Rectangle& r) {
  const Vec2 along = r.width * direction(r.heading);
  const Vec2 up = r.height * left_of(direction(r.heading));
  return {r.corner, r.corner + along, r.corner + along + up, r.corner + up, r.corner};
}

inline constexpr double label_room = 10;  // on every side of the blank, mm of paper
inline constexpr double edge_room = 3;    // on every side of the lines about it

inline Bounds about_outline(const Blank& b) {
  Bounds bounds;
  for (Vec2 p : corners(as_laid(b))) bounds.add(p);
  return bounds;
}

inline Bounds about_all(const Blank& b, const std::optional<Vec2>& centre) {
  Bounds bounds = about_outline(b);
  for (Vec2 p : corners(smallest_rectangle(b))) bounds.add(p);
  if (centre) bounds.add(*centre);
  return bounds;
}

inline double scale_within(const Bounds& b, const PageBox& frame, double room) {
  return std::min((frame.width() - 2 * room) / (b.right - b.left),
                  (frame.height() - 2 * room) / (b.high - b.low));
}

}  // namespace juggler
