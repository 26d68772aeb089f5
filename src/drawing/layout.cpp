#include "layout.h"

#include <algorithm>
#include <array>

namespace juggler {
namespace {

constexpr double clearance = 0.6;
constexpr double near_enough = 2;  // a text this close needs no leader

PageBox grown(const PageBox& b, double by) { return {b.left - by, b.top - by, b.right + by, b.bottom + by}; }

bool holds(const PageBox& b, Vec2 p) {
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
  const Vec2 along =
      (t.box.right - t.box.left) / 2 * Vec2{std::cos(t.turn.radians()), -std::sin(t.turn.radians())};
  const Vec2 down =
      (t.box.bottom - t.box.top) / 2 * Vec2{std::sin(t.turn.radians()), std::cos(t.turn.radians())};
  return {centre - along - down, centre + along - down, centre + along + down, centre - along + down};
}

std::vector<Anchor> anchors_along(Vec2 from, Vec2 to, Vec2 away) {
  std::vector<Anchor> anchors;
  for (const double f : anchor_fractions) anchors.push_back({from + f * (to - from), away});
  return anchors;
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
  return holds(box, a) || holds(box, b) || segments_meet(a, b, lt, rb) || segments_meet(a, b, rt, lb);
}

void SegmentGrid::add(Vec2 a, Vec2 b) {
  all_.push_back({a, b});
  grid_.add(box_about(all_.back()));
}

bool SegmentGrid::any_in(const PageBox& box) const {
  return grid_.any_about(box, [&](size_t i) { return crosses(box, all_[i][0], all_[i][1]); });
}

bool SegmentGrid::any_met(Vec2 a, Vec2 b) const {
  return grid_.any_about(box_about(std::array{a, b}),
                         [&](size_t i) { return segments_meet(a, b, all_[i][0], all_[i][1]); });
}

void Layout::draw(std::vector<Vec2> points, Pen pen) {
  const bool interrupted = pen == Pen::dimension || pen == Pen::guide || pen == Pen::centre;
  if (!interrupted || turned_.empty()) return draw_whole(std::move(points), pen);
  for (size_t i = 0; i + 1 < points.size(); ++i) draw_around_letters(points[i], points[i + 1], pen);
}

void Layout::draw_whole(std::vector<Vec2> points, Pen pen) {
  for (size_t i = 0; i + 1 < points.size(); ++i) segments_.add(points[i], points[i + 1]);
  page_.lines.push_back({std::move(points), pen});
}

// The line is broken where it would run over letters on the blank.
void Layout::draw_around_letters(Vec2 a, Vec2 b, Pen pen) {
  const double length = norm(b - a);
  std::vector<std::pair<double, double>> covered;
  for (const PageText& t : turned_) {
    const std::vector<Vec2> c = corners(t);
    const Outline sides{line(c[0], c[1]), line(c[1], c[2]), line(c[2], c[3]), line(c[3], c[0])};
    for (const Arc& part : clipped(a, b, sides)) {
      const double from = norm(part.start - a);
      covered.emplace_back(from - clearance, from + part.length + clearance);
    }
  }
  std::sort(covered.begin(), covered.end());
  double from = 0;
  const auto piece = [&](double to) {
    if (to > from) draw_whole({a + (from / length) * (b - a), a + (to / length) * (b - a)}, pen);
  };
  for (const auto& [start, stop] : covered) {
    piece(std::min(start, length));
    from = std::max(from, stop);
  }
  piece(length);
}

void Layout::draw_outline(PageOutline outline) {
  for (const Arc& arc : outline.arcs) {
    // Chords that leave the arc by no more than a line is wide.
    constexpr double wide = 0.02;
    const double radius = std::min(radius_of(arc) * outline.scale, 1e6);
    const double turn = radius > wide ? 2 * std::acos(1 - wide / radius) : 1;
    const std::vector<Vec2> points = chords(arc, Angle::radians(std::clamp(turn, 0.035, 1.0)));
    for (size_t i = 0; i + 1 < points.size(); ++i) {
      segments_.add(on_page(outline, points[i]), on_page(outline, points[i + 1]));
    }
  }
  page_.outlines.push_back(std::move(outline));
}

void Layout::box(const PageBox& b, Pen pen) {
  draw({{b.left, b.top}, {b.right, b.top}, {b.right, b.bottom}, {b.left, b.bottom}, {b.left, b.top}}, pen);
}

TextExtent Layout::extent(const std::string& text, double size, bool bold) const {
  const auto [width, height] = measure_(text, size, bold);
  return {width, height};
}

void Layout::arrow(Vec2 tail, Vec2 head, Pen pen) {
  draw({tail, head}, pen);
  const double length = norm(head - tail);
  if (length == 0) return;
  const Vec2 back = (std::min(2.5, length / 3) / length) * (tail - head);
  const Vec2 side = 0.35 * left_of(back);
  draw({head + back + side, head, head + back - side}, pen);
}

PageBox Layout::put(const std::string& text, Vec2 at, double size, bool bold) {
  const TextExtent e = extent(text, size, bold);
  const PageBox box{at.x, at.y, at.x + e.width, at.y + e.height};
  page_.texts.push_back({box, size, bold, text});
  return box;
}

void Layout::put_turned(const std::string& text, Vec2 centre, double size, Angle turn) {
  const TextExtent e = extent(text, size);
  const PageText t{
      {centre.x - e.width / 2, centre.y - e.height / 2, centre.x + e.width / 2, centre.y + e.height / 2},
      size,
      false,
      text,
      true,
      turn};
  const std::vector<Vec2> c = corners(t);
  for (size_t i = 0; i < 4; ++i) segments_.add(c[i], c[(i + 1) % 4]);
  turned_.push_back(t);
}

bool Layout::over_letters(Vec2 a, Vec2 b) const {
  return std::any_of(turned_.begin(), turned_.end(), [&](const PageText& t) {
    const std::vector<Vec2> c = corners(t);
    return segments_meet(a, b, c[0], c[2]) || segments_meet(a, b, c[1], c[3]);
  });
}

void Layout::finish() { page_.texts.insert(page_.texts.end(), turned_.begin(), turned_.end()); }

bool Layout::free(const PageBox& box, const PageBox& frame) const {
  if (box.left < frame.left || box.right > frame.right || box.top < frame.top || box.bottom > frame.bottom) {
    return false;
  }
  const PageBox b = grown(box, clearance);
  const PageBox apart{b.left - 2, b.top, b.right + 2, b.bottom};  // or two texts of a row would read as one
  const auto on_text = [&](const PageText& t) { return overlap(apart, t.box); };
  return std::none_of(page_.texts.begin(), page_.texts.end(), on_text) && !segments_.any_in(b);
}

// A leader keeps clear of texts; a quiet one of lines too, but for the line it starts from.
bool Layout::leader_is_free(Vec2 from, Vec2 to, bool quiet) const {
  const bool over_text = std::any_of(page_.texts.begin(), page_.texts.end(), [&](const PageText& t) {
    return crosses(grown(t.box, clearance), from, to);
  });
  if (over_text || over_letters(from, to)) return false;
  if (!quiet) return true;
  const Vec2 beyond = from + (0.75 / norm(to - from)) * (to - from);
  return !segments_.any_met(beyond, to);
}

bool Layout::try_place(const Label& label, const PageBox& frame, double distance, bool quiet) {
  const TextExtent e = extent(label.text, label.size);
  for (const Anchor& anchor : label.anchors) {
    const double away = std::atan2(anchor.away.y, anchor.away.x);
    for (int i = 0; i < 24; ++i) {
      const double turn = ((i + 1) / 2) * (i % 2 == 0 ? 1 : -1) * pi / 12;
      if (std::abs(turn) > label.spread) continue;
      const PageBox box = box_beside(anchor.point, direction(away + turn), distance, e);
      if (!free(box, frame)) continue;
      const Vec2 to = nearest_point(box, anchor.point);
      const double length = norm(to - anchor.point);
      const bool leader = length > near_enough;
      if (leader && !leader_is_free(anchor.point, to, quiet)) continue;
      page_.texts.push_back({box, label.size, false, label.text});
      if (leader)
        draw({anchor.point, anchor.point + ((length - 0.75) / length) * (to - anchor.point)}, Pen::leader);
      return true;
    }
  }
  return false;
}

// Near before far; of each first where the leader crosses no line.
bool Layout::place(const Label& label, const PageBox& frame) {
  constexpr std::array near{1.0, 2.0, 3.5, 5.5, 8.0, 11.0, 15.0};
  constexpr std::array far{20.0, 26.0, 34.0, 42.0, 52.0, 65.0, 80.0};
  for (const auto& distances : {near, far}) {
    for (const bool quiet : {true, false}) {
      for (const double distance : distances) {
        if (try_place(label, frame, distance, quiet)) return true;
      }
    }
  }
  return false;
}

std::vector<std::string> Layout::place_all(const std::vector<Label>& labels, const PageBox& frame) {
  std::vector<std::string> left_over;
  for (const Label& label : labels) {
    if (!place(label, frame) && !label.optional) left_over.push_back(label.text);
  }
  return left_over;
}

}  // namespace juggler
