#include "view.h"

#include <algorithm>

namespace juggler {
namespace {

Pen pen_of(LineOf of) {
  constexpr Pen pens[]{Pen::formed, Pen::seam, Pen::bend, Pen::mark, Pen::guide};
  return pens[static_cast<size_t>(of)];
}

bool runs_along(Vec2 p, const PageLine& line) {
  constexpr double near = 0.1;  // mm of paper
  for (size_t i = 0; i + 1 < line.points.size(); ++i) {
    const Vec2 a = line.points[i];
    const Vec2 along = line.points[i + 1] - a;
    const double length2 = dot(along, along);
    const double t = length2 == 0 ? 0 : std::clamp(dot(p - a, along) / length2, 0.0, 1.0);
    if (norm(p - a - t * along) < near) return true;
  }
  return false;
}

// Hidden lines that visible ones cover all along: the far half of a rim seen edge on.
void drop_covered(std::vector<PageLine>& lines) {
  const auto covered = [&](Vec2 p) {
    return std::any_of(lines.begin(), lines.end(),
                       [&](const PageLine& l) { return l.pen != Pen::hidden && runs_along(p, l); });
  };
  std::vector<PageLine> kept;
  for (const PageLine& l : lines) {
    if (l.pen != Pen::hidden || !std::all_of(l.points.begin(), l.points.end(), covered)) kept.push_back(l);
  }
  lines = std::move(kept);
}

}  // namespace

PageBox bounds(const Scene& scene, const Projection& projection) {
  PageBox b{1e300, 1e300, -1e300, -1e300};
  for (const SceneLine& line : scene.lines) {
    for (int i = 0; i <= line.steps; ++i) {
      const Vec2 p = projection(line.point(i));
      b = {std::min(b.left, p.x), std::min(b.top, p.y), std::max(b.right, p.x), std::max(b.bottom, p.y)};
    }
  }
  return b;
}

View::View(Layout& layout, Scene scene, const Projection& projection, double scale, const PageBox& frame)
    : layout_(layout),
      scene_(std::move(scene)),
      projection_(projection),
      eye_(projection.towards_eye()),
      scale_(scale),
      box_(bounds(scene_, projection)),
      origin_(frame.middle() - scale * box_.middle()),
      faces_about_(box(), 6) {
  for (const auto& [a, b, c] : scene_.faces) {
    const std::array<Vec2, 3> at{page(a), page(b), page(c)};
    // Seen edge on it hides nothing.
    if (std::abs(cross(at[1] - at[0], at[2] - at[0])) < within::same) continue;
    faces_.push_back({at, {dot(a, eye_), dot(b, eye_), dot(c, eye_)}});
    faces_about_.add(box_about(at));
  }
}

PageBox View::box() const {
  return {origin_.x + scale_ * box_.left, origin_.y + scale_ * box_.top, origin_.x + scale_ * box_.right,
          origin_.y + scale_ * box_.bottom};
}

void View::draw(bool hidden_lines) const {
  std::vector<PageLine> lines;
  for (const SceneLine& line : scene_.lines) add_line(lines, line);
  if (!hidden_lines) std::erase_if(lines, [](const PageLine& l) { return l.pen == Pen::hidden; });
  drop_covered(lines);
  std::stable_partition(lines.begin(), lines.end(), [](const PageLine& l) { return l.pen == Pen::hidden; });
  for (PageLine& line : lines) layout_.draw(std::move(line.points), line.pen);
}

bool View::hidden(Vec3 point) const {
  const Vec2 p = page(point);
  const double near = dot(point, eye_);
  return faces_about_.any_about({p.x, p.y, p.x, p.y}, [&](size_t i) {
    const Seen& f = faces_[i];
    const double whole = cross(f.at[1] - f.at[0], f.at[2] - f.at[0]);
    const double v = cross(p - f.at[0], f.at[2] - f.at[0]) / whole;
    const double w = cross(f.at[1] - f.at[0], p - f.at[0]) / whole;
    if (v < 0 || w < 0 || v + w > 1) return false;
    return (1 - v - w) * f.near[0] + v * f.near[1] + w * f.near[2] > near + 0.004 * scene_.size;
  });
}

// A line in space, dashed where a face lies before it.
void View::add_line(std::vector<PageLine>& lines, const SceneLine& line) const {
  std::vector<Vec2> run{page(line.point(0))};
  bool was_hidden = !line.seen_through && hidden(line.point(0.5));
  for (int i = 1; i <= line.steps; ++i) {
    run.push_back(page(line.point(i)));
    const bool last = i == line.steps;
    const bool hide = !last && !line.seen_through && hidden(line.point(i + 0.5));
    if (!last && hide == was_hidden) continue;
    lines.push_back({run, was_hidden ? Pen::hidden : pen_of(line.of)});
    run = {run.back()};
    was_hidden = hide;
  }
}

void dimension(Layout& layout, std::vector<Label>& labels, Vec2 a, Vec2 b, Vec2 beside,
               const std::string& text) {
  constexpr double past = 1;
  const Vec2 out = (1 / norm(beside)) * beside;
  for (const Vec2 p : {a, b}) layout.draw({p + past * out, p + beside + past * out}, Pen::dimension);
  const Vec2 from = a + beside;
  const Vec2 to = b + beside;
  const Vec2 middle = 0.5 * (from + to);
  layout.arrow(middle, from, Pen::dimension);
  layout.arrow(middle, to, Pen::dimension);
  std::vector<Anchor> anchors = anchors_along(from, to, beside);
  for (const Anchor& a2 : anchors_along(from, to, -1.0 * beside)) anchors.push_back(a2);
  labels.push_back({text, std::move(anchors)});
}

}  // namespace juggler
