// One view of a formed part on the page. Private to the room.
#pragma once

#include "juggler/formed.h"
#include "views.h"

namespace juggler {

/// What a projection of the part takes, mm, y downwards.
[[nodiscard]] PageBox bounds(const Scene& scene, const Projection& projection);

/// One view: lines, hidden ones dashed.
class View {
 public:
  View(Layout& layout, Scene scene, const Projection& projection, double scale, const PageBox& frame);

  [[nodiscard]] Vec2 page(Vec3 p) const { return origin_ + scale_ * projection_(p); }
  /// How long what measures so much on paper is on the part, mm.
  [[nodiscard]] double millimetres(double on_page) const { return on_page / scale_; }
  [[nodiscard]] Vec3 eye() const { return eye_; }
  /// What the part takes on the page.
  [[nodiscard]] PageBox box() const;
  /// Hidden lines first, if at all, so that a visible one that covers them shows.
  void draw(bool hidden_lines = true) const;
  /// Whether a face lies before a point.
  [[nodiscard]] bool hidden(Vec3 point) const;

 private:
  struct Seen {
    std::array<Vec2, 3> at;
    std::array<double, 3> near;
  };
  void add_line(std::vector<PageLine>& lines, const SceneLine& line) const;

  Layout& layout_;
  Scene scene_;
  Projection projection_;
  Vec3 eye_;
  double scale_;
  PageBox box_;
  Vec2 origin_;
  std::vector<Seen> faces_;
  PageGrid faces_about_;
};

/// A dimension between two points, drawn beside them: extension lines, arrows, and a label near its line.
void dimension(Layout& layout, std::vector<Label>& labels, Vec2 a, Vec2 b, Vec2 beside,
               const std::string& text);
/// Draws what a view says besides; labels are handed back.
void draw_notes(Layout& layout, const View& view, const std::vector<ViewNote>& notes, const Units& units,
                bool dimensioned, std::vector<Label>& labels);

}  // namespace juggler
