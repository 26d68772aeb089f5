// Placing texts on a page so that none lies over another or over a line. Private to the room.
#pragma once

#include <array>

#include "page_grid.h"
#include "text_layout.h"

namespace juggler {

/// Sizes of letters, mm: capitals of 2.5, 2.2 and 3.6.
inline constexpr double letters = 3.5;
inline constexpr double small_letters = 3.0;
inline constexpr double large_letters = 5.0;
/// What a capital takes of the font's size.
inline constexpr double capital_height = 0.73;

[[nodiscard]] bool crosses(const PageBox& box, Vec2 a, Vec2 b);

/// The corners of a text, turned as it is.
[[nodiscard]] std::vector<Vec2> corners(const PageText& text);

/// A place a label may point at, and the direction in which it would rather stand.
struct Anchor {
  Vec2 point;
  Vec2 away;
};

/// A text that belongs to something: it is put near one of its anchors, with a leader where it stands off.
struct Label {
  std::string text;
  std::vector<Anchor> anchors;
  double size = letters;
  double spread = pi;     // how far from `away` it may stand: on the wrong side it would mislead
  bool optional = false;  // stands elsewhere too: a table has it
};

/// Where along a line its label may point, the best first.
inline constexpr std::array anchor_fractions{0.55, 0.42, 0.68, 0.3, 0.8, 0.18, 0.9};
[[nodiscard]] std::vector<Anchor> anchors_along(Vec2 from, Vec2 to, Vec2 away);

/// Straight lines on the page.
class SegmentGrid {
 public:
  SegmentGrid(double width, double height) : grid_({0, 0, width, height}, 8) {}
  void add(Vec2 a, Vec2 b);
  /// Whether a line runs through a box.
  [[nodiscard]] bool any_in(const PageBox& box) const;
  /// Whether a line meets another.
  [[nodiscard]] bool any_met(Vec2 a, Vec2 b) const;

 private:
  std::vector<std::array<Vec2, 2>> all_;
  PageGrid grid_;
};

class Layout {
 public:
  explicit Layout(Page& page) : page_(page), segments_(page.width, page.height) {}
  /// Draws a line; texts placed later keep clear of it.
  void draw(std::vector<Vec2> points, Pen pen);
  void draw_outline(PageOutline outline);
  /// Fills an area; texts may stand on it.
  void fill(std::vector<Vec2> points, const std::array<double, 3>& colour) {
    page_.fills.push_back({std::move(points), colour[0], colour[1], colour[2]});
  }
  void arrow(Vec2 tail, Vec2 head, Pen pen);
  void box(const PageBox& box, Pen pen);
  /// A text whose left upper corner is given.
  PageBox put(const std::string& text, Vec2 at, double size, bool bold = false);
  /// Notes where a table stands.
  void record(PageTable table) { page_.tables.push_back(std::move(table)); }
  [[nodiscard]] TextExtent extent(const std::string& text, double size, bool bold = false) const;
  /// A text turned about its centre; labels keep clear of it.
  void put_turned(const std::string& text, Vec2 centre, double size, Angle turn);
  /// Whether neither a line nor a text lies there.
  [[nodiscard]] bool is_free(const PageBox& box) const { return free(box, {-1e9, -1e9, 1e9, 1e9}); }
  /// Whether a line from a to b would run over a turned text.
  [[nodiscard]] bool over_letters(Vec2 a, Vec2 b) const;
  /// Hands the turned texts over; the last step.
  void finish();
  /// Places a label within the frame; false when there is no room for it.
  [[nodiscard]] bool place(const Label& label, const PageBox& frame);

  /// Places them in turn; returns the texts that found no room, but for optional ones.
  [[nodiscard]] std::vector<std::string> place_all(const std::vector<Label>& labels, const PageBox& frame);

 private:
  void draw_whole(std::vector<Vec2> points, Pen pen);
  void draw_around_letters(Vec2 a, Vec2 b, Pen pen);
  [[nodiscard]] bool free(const PageBox& box, const PageBox& frame) const;
  [[nodiscard]] bool leader_is_free(Vec2 from, Vec2 to, bool quiet) const;
  [[nodiscard]] bool try_place(const Label& label, const PageBox& frame, double distance, bool quiet);

  Page& page_;
  TextMeasure measure_;
  SegmentGrid segments_;
  std::vector<PageText> turned_;
};

}  // namespace juggler
