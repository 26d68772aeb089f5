// The blank with what it is laid out by.
#include <fmt/format.h>

#include <algorithm>
#include <optional>

#include "layout.h"

namespace juggler {
namespace {

constexpr double capital_height = 0.73;  // of the font's size

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
struct View {
  double scale = 1;
  Vec2 origin;
  [[nodiscard]] Vec2 at(Vec2 mm) const { return {origin.x + scale * mm.x, origin.y - scale * mm.y}; }
};

View fitted(const Bounds& b, const PageBox& frame, double margin) {
  const double width = frame.right - frame.left - 2 * margin;
  const double height = frame.bottom - frame.top - 2 * margin;
  const double scale =
      std::min(width / std::max(b.right - b.left, 1e-6), height / std::max(b.high - b.low, 1e-6));
  const Vec2 middle{(frame.left + frame.right) / 2, (frame.top + frame.bottom) / 2};
  return {scale, {middle.x - scale * (b.left + b.right) / 2, middle.y + scale * (b.low + b.high) / 2}};
}

std::vector<Vec2> corners(const Rectangle& r) {
  const Vec2 along = r.width * direction(r.heading);
  const Vec2 up = r.height * left_of(direction(r.heading));
  return {r.corner, r.corner + along, r.corner + along + up, r.corner + up, r.corner};
}

// The swing centre, where it lies near enough to be drawn.
std::optional<Vec2> near_centre(const Blank& b) {
  const Edge* base = edge(b, EdgeName::base);
  const Edge* top = edge(b, EdgeName::top);
  const Edge* wide = !top || (base && base->girth > top->girth) ? base : top;
  if (wide->arcs.size() > 1) wide = wide == base ? top : base;
  if (!wide || wide->arcs.size() > 1) return std::nullopt;
  const Arc& arc = wide->arcs.front();
  if (is_straight(arc)) return std::nullopt;
  const Vec2 centre = centre_of(arc);
  const Rectangle box = as_laid(b);
  const double reach = 0.6 * std::max(box.width, box.height);
  const Vec2 middle{box.width / 2, box.height / 2};
  const bool near = std::abs(centre.x - middle.x) < box.width / 2 + reach &&
                    std::abs(centre.y - middle.y) < box.height / 2 + reach;
  return near ? std::optional(centre) : std::nullopt;
}

class BlankView {
 public:
  BlankView(Layout& layout, const JobResult& job, const PieceResult& piece, const PageBox& frame)
      : layout_(layout),
        units_(job.job.units),
        piece_(piece),
        blank_(piece.blank),
        frame_(frame),
        centre_(near_centre(blank_)),
        rectangle_(enclosing(blank_)) {
    Bounds bounds;
    const Rectangle box = as_laid(blank_);
    for (Vec2 p : corners(box)) bounds.add(p);
    for (Vec2 p : corners(rectangle_)) bounds.add(p);
    if (centre_) bounds.add(*centre_);
    view_ = fitted(bounds, frame, 46);
  }

  void draw() {
    draw_face();
    layout_.draw_outline(outline(blank_), view_.scale, view_.origin, Pen::cut);
    if (!blank_.marks.lines.empty())
      layout_.draw_outline(blank_.marks.lines, view_.scale, view_.origin, Pen::mark);
    draw_mark_texts();
    // Labels find room in this order: what is hardest to place comes first.
    draw_element_numbers();
    draw_swing(EdgeName::base, 0.31);
    draw_swing(EdgeName::top, 0.69);
    draw_rectangle();
    draw_gap();
    draw_chord(EdgeName::base);
    draw_chord(EdgeName::top);
    draw_sector();
    draw_centre_line();
    for (const Label& label : labels_) (void)layout_.place(label, frame_);
  }

 private:
  void label(std::string text, std::vector<Anchor> anchors) {
    labels_.push_back({std::move(text), std::move(anchors)});
  }
  [[nodiscard]] std::vector<Anchor> along(const Arc& arc, Vec2 away) const {
    std::vector<Anchor> anchors;
    for (const double f : anchor_fractions) anchors.push_back({page(point_at(arc, f * arc.length)), away});
    return anchors;
  }
  [[nodiscard]] Vec2 page(Vec2 mm) const { return view_.at(mm); }

  void draw_rectangle() {
    std::vector<Vec2> points;
    for (Vec2 p : corners(rectangle_)) points.push_back(page(p));
    layout_.draw(points, Pen::guide);
    const Vec2 middle = 0.5 * (points[0] + points[2]);
    std::vector<Anchor> anchors;
    for (const size_t side : {2, 0, 1, 3}) {
      const Vec2 away = 0.5 * (points[side] + points[side + 1]) - middle;
      for (const Anchor& a : anchors_along(points[side], points[side + 1], away)) anchors.push_back(a);
    }
    label(fmt::format("smallest rectangle {} x {}", shown_length(rectangle_.width, units_),
                      shown_length(rectangle_.height, units_)),
          std::move(anchors));
  }

  void draw_centre_line() {
    const Rectangle box = as_laid(blank_);
    const double x = centre_ ? centre_->x : box.width / 2;
    const double high = centre_ ? std::max(box.height, centre_->y) : box.height;
    const double low = centre_ ? std::min(0.0, centre_->y) : 0;
    const Vec2 foot = page({x, low});
    const Vec2 head = page({x, high});
    layout_.draw({{foot.x, foot.y + 12}, {head.x, head.y - 12}}, Pen::centre);
    label("centre line", {{{foot.x, foot.y + 12}, {-1, 0.3}}, {{head.x, head.y - 12}, {-1, -0.3}}});
  }

  // The images of the seam ruling, between which and the edges half the gap lies.
  void draw_gap() {
    for (const Element* e : {&blank_.elements.front(), &blank_.elements.back()}) {
      if (!e->on_metal) layout_.draw({page(e->base), page(e->top)}, Pen::guide);
    }
    const bool start_right = blank_.face_up == Face::inside;
    // Beside the edge, or within a blank so wide that the other edge is far.
    const bool wide = view_.scale * as_laid(blank_).width > 300;
    const auto of_edge = [&](EdgeName name) {
      const double side = (name == EdgeName::seam_start) == start_right ? 1 : -1;
      const Arc& arc = edge(blank_, name)->arcs.front();
      std::vector<Anchor> anchors = along(arc, {side, 0});
      const std::vector<Anchor> within = along(arc, {-side, 0});
      if (wide) anchors.insert(anchors.end(), within.begin(), within.end());
      return anchors;
    };
    constexpr double same_side = 0.4 * std::numbers::pi;
    labels_.push_back({"seam start", of_edge(EdgeName::seam_start), 12, same_side});
    labels_.push_back({"seam end", of_edge(EdgeName::seam_end), 12, same_side});
    std::vector<Anchor> either = of_edge(EdgeName::seam_start);
    for (const Anchor& a : of_edge(EdgeName::seam_end)) either.push_back(a);
    label(gap_text(), std::move(either));
  }

  [[nodiscard]] std::string gap_text() const {
    const auto& wedge = piece_.part.seam.wedge;
    if (wedge) return fmt::format("wedge {}, half on each side", shown_angle(*wedge));
    if (piece_.part.seam.lap) return fmt::format("lap {}", shown_length(*piece_.part.seam.lap, units_));
    const double stock = piece_.part.seam.stock;
    const std::string more = stock > 0 ? fmt::format(", stock {} on both", shown_length(stock, units_)) : "";
    if (blank_.gap.neutral_base == 0) return "no gap" + more;
    return fmt::format("gap {}, half on each side", shown_length(blank_.gap.neutral_base, units_)) + more;
  }

  void draw_chord(EdgeName name) {
    const Edge* e = edge(blank_, name);
    if (!e || e->arcs.size() > 1) return;
    const Arc& arc = e->arcs.front();
    const Vec2 a = page(arc.start);
    const Vec2 b = page(end_of(arc));
    if (is_straight(arc)) return;  // its length says it
    layout_.draw({a, b}, Pen::dimension);
    const double chord = norm(end_of(arc) - arc.start);
    label(fmt::format("chord {} {}", name_of(name), shown_length(chord, units_)),
          anchors_along(a, b, {0, 1}));
  }

  void draw_swing(EdgeName name, double fraction) {
    const Edge* e = edge(blank_, name);
    if (!e) return;
    if (e->arcs.size() > 1) return label_fitted(*e);
    const Arc& arc = e->arcs.front();
    const double part = name == EdgeName::base ? fraction : 1 - fraction;
    const Vec2 on_arc = page(point_at(arc, part * arc.length));
    const std::string text =
        fmt::format("swing radius {} {}", name_of(name), shown_length(radius_of(arc), units_));
    if (is_straight(arc)) {
      label(fmt::format("{} edge {} ({})", name_of(name), shown_length(arc.length, units_),
                        arc.turn == 0 ? "straight" : fmt::format("rises under 1e-6 mm; {}", text)),
            along(arc, {0, name == EdgeName::base ? 1.0 : -1.0}));
      return;
    }
    const Vec2 from = page(centre_ ? *centre_ : centre_of(arc));
    const double reach = norm(from - on_arc);
    if (centre_) {
      layout_.arrow(from, on_arc, Pen::dimension);
      label(text, anchors_along(from, on_arc, left_of(on_arc - from)));
    } else {
      // The centre lies off the sheet: an arrow from the arc towards it.
      const double length = std::min(46.0, reach);
      const Vec2 tip = on_arc + (length / reach) * (from - on_arc);
      layout_.arrow(on_arc, tip, Pen::dimension);
      std::vector<Anchor> anchors = along(arc, on_arc - from);
      anchors.insert(anchors.begin(), {{tip, from - on_arc}, {on_arc, on_arc - from}});
      label(text + " to a centre off the sheet", std::move(anchors));
    }
  }

  // A rim that is no single arc.
  void label_fitted(const Edge& e) {
    std::vector<Anchor> anchors;
    const Vec2 away{0, e.name == EdgeName::base ? 1.0 : -1.0};
    for (const double f : anchor_fractions) {
      const auto i = std::min(static_cast<size_t>(f * static_cast<double>(e.arcs.size())), e.arcs.size() - 1);
      anchors.push_back({page(point_at(e.arcs[i], e.arcs[i].length / 2)), away});
    }
    label(fmt::format("{} edge {}, {} arcs", name_of(e.name), shown_length(length_of(e.arcs), units_),
                      e.arcs.size()),
          std::move(anchors));
  }

  // Numbers at the base ends of the element lines, where there is room for all of them.
  void draw_element_numbers() {
    if (blank_.cone && blank_.elements.size() <= 5) return;
    const EndName end = edge(blank_, EdgeName::base) ? EndName::base : EndName::top;
    const double spaces = static_cast<double>(blank_.elements.size()) - 1;
    const Edge* rim = edge(blank_, end == EndName::base ? EdgeName::base : EdgeName::top);
    if (view_.scale * rim->girth / spaces < 22) return;
    for (const Element& e : blank_.elements) {
      const Vec2 foot = end == EndName::base ? e.base : e.top;
      const Vec2 from = end == EndName::base ? e.top : e.base;
      const Vec2 away = page(foot) - page(from);
      labels_.push_back({fmt::format("{}", e.number), {{page(foot), away}}, 10, 0.3 * std::numbers::pi});
    }
  }

  void draw_sector() {
    const Edge* wide =
        edge(blank_, EdgeName::base) ? edge(blank_, EdgeName::base) : edge(blank_, EdgeName::top);
    const Edge* other = edge(blank_, EdgeName::top);
    if (other && other->girth > wide->girth) wide = other;
    if (wide->arcs.size() > 1 || !blank_.cone) return;
    const Arc& arc = wide->arcs.front();
    const std::string text = fmt::format("sector {} as cut {}", name_of(wide->name),
                                         shown_angle(Angle::radians(std::abs(arc.turn))));
    if (is_straight(arc)) return;
    if (!centre_) {
      label(text, along(arc, {0, 1}));
      return;
    }
    const double radius = std::max(0.16 * radius_of(arc), 26 / view_.scale);
    const double first = std::atan2(arc.start.y - centre_->y, arc.start.x - centre_->x);
    std::vector<Vec2> points;
    for (int i = 0; i <= 72; ++i) {
      points.push_back(page(*centre_ + radius * direction(first + arc.turn * i / 72)));
    }
    std::vector<Anchor> anchors;
    for (const size_t i : {30, 42, 20, 52, 10, 62})
      anchors.push_back({points[i], points[i] - page(*centre_)});
    layout_.draw(std::move(points), Pen::dimension);
    label(text, std::move(anchors));
  }

  void draw_face() {
    layout_.put(fmt::format("{} face up", name_of(blank_.face_up)), {frame_.left + 8, frame_.bottom - 22},
                12);
  }

  void draw_mark_texts() {
    for (const MarkText& t : blank_.marks.texts) {
      const double size = t.height * view_.scale / capital_height;
      if (size >= 5) layout_.put_turned(t.text, page(t.centre), size, t.heading);
    }
  }

  Layout& layout_;
  const Units& units_;
  const PieceResult& piece_;
  const Blank& blank_;
  PageBox frame_;
  std::optional<Vec2> centre_;
  Rectangle rectangle_;
  View view_;
  std::vector<Label> labels_;
};

}  // namespace

void draw_blank(Layout& layout, const JobResult& job, const PieceResult& piece, const PageBox& frame) {
  BlankView(layout, job, piece, frame).draw();
}

}  // namespace juggler
