// Placing texts on a page so that none lies over another or over a line. Private to the room.
#pragma once

#include "juggler/shop.h"

namespace juggler {

[[nodiscard]] bool overlap(const PageBox& a, const PageBox& b);
[[nodiscard]] bool crosses(const PageBox& box, Vec2 a, Vec2 b);

/// A text that points at something: it is put near the anchor, with a leader where it must stand off.
struct Label {
  std::string text;
  Vec2 anchor;
  Vec2 away;  // the direction in which it would rather stand
  double size = 12;
};

class Layout {
 public:
  explicit Layout(Page& page) : page_(page) {}
  /// Draws a line; texts placed later keep clear of it.
  void draw(std::vector<Vec2> points, Pen pen);
  void draw_outline(const Outline& arcs, double scale, Vec2 origin, Pen pen);
  void arrow(Vec2 tail, Vec2 head, Pen pen);
  /// A text whose left upper corner is given.
  PageBox put(const std::string& text, Vec2 at, double size, bool bold = false);
  /// Places a label within the frame; false when there is no room for it.
  [[nodiscard]] bool place(const Label& label, const PageBox& frame);

 private:
  [[nodiscard]] bool free(const PageBox& box, const PageBox& frame) const;
  [[nodiscard]] bool leader_is_free(Vec2 from, Vec2 to) const;

  Page& page_;
  struct Segment {
    Vec2 a, b;
  };
  std::vector<Segment> segments_;
};

/// The panels of the sheet.
void draw_blank(Layout& layout, const JobResult& job, const PieceResult& piece, const PageBox& frame);
void draw_formed(Layout& layout, const JobResult& job, const PieceResult& piece, const PageBox& frame);

}  // namespace juggler
