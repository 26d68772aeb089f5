// A formed part as lines and faces in space, and a view of it. Private to the room.
#pragma once

#include <functional>
#include <memory>

#include "views.h"

namespace juggler {

/// Which directions of space lie to the right and upwards on the page.
struct Projection {
  Vec3 right, up;
  [[nodiscard]] Vec3 towards_eye() const { return cross(right, up); }
  [[nodiscard]] Vec2 operator()(Vec3 p) const { return {dot(p, right), -dot(p, up)}; }
};
inline constexpr Projection front{{1, 0, 0}, {0, 0, 1}};
inline constexpr Projection above{{1, 0, 0}, {0, 1, 0}};
/// Seen from a plan angle, 24 degrees above the horizon.
[[nodiscard]] Projection pictorial_from(double plan);

/// A line in space: points at 0 to steps.
struct SceneLine {
  std::function<Vec3(double)> point;
  int steps = 1;
  Pen pen = Pen::formed;
  bool seen_through = false;  ///< an outline of its own face: never hidden
};
/// A part as seen in one projection.
struct Scene {
  std::vector<SceneLine> lines;
  std::vector<std::array<Vec3, 3>> faces;
  double size = 1;
};

/// What a projection of the part takes, mm, y downwards.
[[nodiscard]] PageBox bounds(const Scene& scene, const Projection& projection);

/// One view: lines, hidden ones dashed.
class View {
 public:
  View(Layout& layout, Scene scene, const Projection& projection, double scale, const PageBox& frame);

  [[nodiscard]] Vec2 page(Vec3 p) const { return origin_ + scale_ * projection_(p); }
  /// What the part takes on the page.
  [[nodiscard]] PageBox box() const;
  /// Hidden lines first, so that a visible one that covers them shows.
  void draw() const;
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
};

/// The formed part as three views show it, and what they say.
class FormedPart {
 public:
  virtual ~FormedPart() = default;
  [[nodiscard]] virtual Scene scene(const Projection& projection) const = 0;
  [[nodiscard]] virtual Projection pictorial() const = 0;
  /// Labels and dimensions of each view; lines are drawn at once, labels are handed back.
  virtual void annotate_front(Layout& layout, const View& view, std::vector<Label>& labels) const = 0;
  virtual void annotate_above(Layout& layout, const View& view, std::vector<Label>& labels) const = 0;
  virtual void annotate_pictorial(Layout& layout, const View& view, std::vector<Label>& labels) const = 0;
};
[[nodiscard]] std::unique_ptr<FormedPart> round_part_seen(const JobResult& job, const PieceResult& piece);
[[nodiscard]] std::unique_ptr<FormedPart> ruled_part_seen(const JobResult& job, const PieceResult& piece);
[[nodiscard]] std::unique_ptr<FormedPart> wound_part_seen(const JobResult& job, const PieceResult& piece);
[[nodiscard]] std::unique_ptr<FormedPart> stretched_part_seen(const JobResult& job, const PieceResult& piece);
[[nodiscard]] std::unique_ptr<FormedPart> folded_part_seen(const JobResult& job, const PieceResult& piece);

/// A wall once round on its neutral layer: its faces, rims, seams and outlines.
[[nodiscard]] Scene wall_scene(const Form& form, const std::vector<double>& seams,
                               const Projection& projection);
/// Names a wall's seams, seen from above, by their plan angles.
void label_seams(const Form& form, const std::vector<double>& seams, const View& view,
                 std::vector<Label>& labels);
/// An arrow from where the top would stand without its shift, and the shift.
void show_shift(Layout& layout, std::vector<Label>& labels, const View& view, Vec3 from, Vec2 shift,
                const PieceResult& piece, const Units& units);

/// A dimension between two points, drawn beside them: extension lines, arrows, and a label near its line.
void dimension(Layout& layout, std::vector<Label>& labels, Vec2 a, Vec2 b, Vec2 beside,
               const std::string& text);

}  // namespace juggler
