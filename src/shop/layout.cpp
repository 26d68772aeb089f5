#include "layout.h"

#include <algorithm>
#include <array>

namespace juggler {
namespace {

constexpr double clearance = 2.5;
constexpr double near_enough = 8;  // a text this close needs no leader

PageBox grown(const PageBox& b, double by) { return {b.left - by, b.top - by, b.right + by, b.bottom + by}; }

bool within(const PageBox& b, Vec2 p) {
  return p.x >= b.left && p.x <= b.right && p.y >= b.top && p.y <= b.bottom;
}

bool segments_meet(Vec2 a, Vec2 b, Vec2 c, Vec2 d) {
  const double d1 = cross(b - a, c - a);
  const double d2 = cross(b - a, d - a);
  const double d3 = cross(d - c, a - c);
  const double d4 = cross(d - c, b - c);
  return d1 * d2 <= 0 && d3 * d4 <= 0;
}

// The box of a text that stands off an anchor in a direction, touching a circle about it.
PageBox box_beside(Vec2 anchor, Vec2 towards, double distance, TextExtent e) {
  const Vec2 centre = anchor + distance * towards + Vec2{towards.x * e.width / 2, towards.y * e.height / 2};
  return {centre.x - e.width / 2, centre.y - e.height / 2, centre.x + e.width / 2, centre.y + e.height / 2};
}

Vec2 nearest_point(const PageBox& b, Vec2 p) {
  return {std::clamp(p.x, b.left, b.right), std::clamp(p.y, b.top, b.bottom)};
}

}  // namespace

std::vector<Vec2> corners(const PageText& t) {
  const Vec2 centre{(t.box.left + t.box.right) / 2, (t.box.top + t.box.bottom) / 2};
  const Vec2 along = (t.box.right - t.box.left) / 2 * Vec2{std::cos(t.turn), -std::sin(t.turn)};
  const Vec2 down = (t.box.bottom - t.box.top) / 2 * Vec2{std::sin(t.turn), std::cos(t.turn)};
  return {centre - along - down, centre + along - down, centre + along + down, centre - along + down};
}

std::vector<Anchor> anchors_along(Vec2 from, Vec2 to, Vec2 away) {
  std::vector<Anchor> anchors;
  for (const double f : anchor_fractions) anchors.push_back({from + f * (to - from), away});
  return anchors;
}

bool overlap(const PageBox& a, const PageBox& b) {
  return a.left < b.right && b.left < a.right && a.top < b.bottom && b.top < a.bottom;
}

bool crosses(const PageBox& box, Vec2 a, Vec2 b) {
  if (std::max(a.x, b.x) < box.left || std::min(a.x, b.x) > box.right || std::max(a.y, b.y) < box.top ||
      std::min(a.y, b.y) > box.bottom) {
    return false;
  }
  const Vec2 lt{box.left, box.top};
  const Vec2 rt{box.right, box.top};
  const Vec2 rb{box.right, box.bottom};
  const Vec2 lb{box.left, box.bottom};
  return within(box, a) || within(box, b) || segments_meet(a, b, lt, rb) || segments_meet(a, b, rt, lb);
}

void Layout::draw(std::vector<Vec2> points, Pen pen) {
  for (size_t i = 0; i + 1 < points.size(); ++i) segments_.push_back({points[i], points[i + 1]});
  page_.lines.push_back({std::move(points), pen});
}

void Layout::draw_outline(const Outline& arcs, double scale, Vec2 origin, Pen pen) {
  for (const Arc& arc : arcs) {
    const std::vector<Vec2> points = chords(arc, Angle::degrees(2));
    for (size_t i = 0; i + 1 < points.size(); ++i) {
      const auto on_page = [&](Vec2 p) { return Vec2{origin.x + scale * p.x, origin.y - scale * p.y}; };
      segments_.push_back({on_page(points[i]), on_page(points[i + 1])});
    }
  }
  page_.outlines.push_back({arcs, scale, origin, pen});
}

void Layout::arrow(Vec2 tail, Vec2 head, Pen pen) {
  draw({tail, head}, pen);
  const double length = norm(head - tail);
  if (length == 0) return;
  const Vec2 back = (std::min(8.0, length / 3) / length) * (tail - head);
  const Vec2 side = 0.35 * left_of(back);
  draw({head + back + side, head, head + back - side}, pen);
}

PageBox Layout::put(const std::string& text, Vec2 at, double size, bool bold) {
  const TextExtent e = text_extent(text, size, bold);
  const PageBox box{at.x, at.y, at.x + e.width, at.y + e.height};
  page_.texts.push_back({box, size, bold, text});
  return box;
}

void Layout::put_turned(const std::string& text, Vec2 centre, double size, double turn) {
  const TextExtent e = text_extent(text, size);
  const PageText t{
      {centre.x - e.width / 2, centre.y - e.height / 2, centre.x + e.width / 2, centre.y + e.height / 2},
      size,
      false,
      text,
      true,
      turn};
  const std::vector<Vec2> c = corners(t);
  for (size_t i = 0; i < 4; ++i) segments_.push_back({c[i], c[(i + 1) % 4]});
  turned_.push_back(t);
}

void Layout::finish() { page_.texts.insert(page_.texts.end(), turned_.begin(), turned_.end()); }

bool Layout::free(const PageBox& box, const PageBox& frame) const {
  if (box.left < frame.left || box.right > frame.right || box.top < frame.top || box.bottom > frame.bottom) {
    return false;
  }
  const PageBox b = grown(box, clearance);
  const auto on_line = [&](const Segment& s) { return crosses(b, s.a, s.b); };
  const PageBox apart{b.left - 8, b.top, b.right + 8, b.bottom};  // or two texts of a row would read as one
  const auto on_text = [&](const PageText& t) { return overlap(apart, t.box); };
  return std::none_of(segments_.begin(), segments_.end(), on_line) &&
         std::none_of(page_.texts.begin(), page_.texts.end(), on_text);
}

// A leader keeps clear of texts; a quiet one of lines too, but for the line it starts from.
bool Layout::leader_is_free(Vec2 from, Vec2 to, bool quiet) const {
  const bool over_text = std::any_of(page_.texts.begin(), page_.texts.end(), [&](const PageText& t) {
    return crosses(grown(t.box, clearance), from, to);
  });
  if (over_text || !quiet) return !over_text;
  const Vec2 beyond = from + (3 / norm(to - from)) * (to - from);
  return std::none_of(segments_.begin(), segments_.end(),
                      [&](const Segment& s) { return segments_meet(beyond, to, s.a, s.b); });
}

bool Layout::try_place(const Label& label, const PageBox& frame, double distance, bool quiet) {
  const TextExtent e = text_extent(label.text, label.size);
  for (const Anchor& anchor : label.anchors) {
    const double away = std::atan2(anchor.away.y, anchor.away.x);
    for (int i = 0; i < 24; ++i) {
      const double turn = ((i + 1) / 2) * (i % 2 == 0 ? 1 : -1) * std::numbers::pi / 12;
      if (std::abs(turn) > label.spread) continue;
      const PageBox box = box_beside(anchor.point, direction(away + turn), distance, e);
      if (!free(box, frame)) continue;
      const Vec2 to = nearest_point(box, anchor.point);
      const double length = norm(to - anchor.point);
      const bool leader = length > near_enough;
      if (leader && !leader_is_free(anchor.point, to, quiet)) continue;
      page_.texts.push_back({box, label.size, false, label.text});
      if (leader)
        draw({anchor.point, anchor.point + ((length - 3) / length) * (to - anchor.point)}, Pen::guide);
      return true;
    }
  }
  return false;
}

// Near before far; of each first where the leader crosses no line.
bool Layout::place(const Label& label, const PageBox& frame) {
  constexpr std::array near{4.0, 8.0, 14.0, 22.0, 32.0, 44.0, 60.0};
  constexpr std::array far{80.0, 105.0, 135.0, 170.0, 210.0, 260.0, 320.0};
  for (const auto& distances : {near, far}) {
    for (const bool quiet : {true, false}) {
      for (const double distance : distances) {
        if (try_place(label, frame, distance, quiet)) return true;
      }
    }
  }
  return false;
}

}  // namespace juggler
