// The blank with what it is laid out by.
#include <fmt/format.h>

#include <algorithm>
#include <optional>

#include "blank_frame.h"

namespace juggler {
namespace {

// The swing centre of the wider rim that is an arc.
std::optional<Vec2> swing_centre(const Blank& b) {
  const Edge* base = edge(b, EdgeName::base);
  const Edge* top = edge(b, EdgeName::top);
  if (!base && !top) return std::nullopt;
  const Edge* wide = !top || (base && base->girth > top->girth) ? base : top;
  if (wide->arcs.size() > 1) wide = wide == base ? top : base;
  if (!wide || wide->arcs.size() > 1 || is_straight(wide->arcs.front())) return std::nullopt;
  return centre_of(wide->arcs.front());
}

class BlankView {
 public:
  BlankView(Layout& layout, const JobResult& job, const PieceResult& piece, const PageBox& frame,
            double scale)
      : layout_(layout),
        units_(job.job.units),
        piece_(piece),
        blank_(piece.blank),
        facts_(facts_of(piece)),
        frame_(frame),
        dimensioned_(job.job.drawing.dimensions),
        centre_(dimensioned_ ? swing_centre(blank_) : std::nullopt),
        rectangle_(smallest_rectangle(blank_)) {
    if (centre_ && scale_within(about_all(blank_, centre_), frame, edge_room) < scale) centre_.reset();
    view_ = centred(about_all(blank_, centre_), frame, scale);
  }

  std::vector<std::string> draw() {
    draw_face();
    layout_.draw_outline({outline(blank_), view_.scale, view_.origin, Pen::cut, true});
    for (const BlankOpening& o : blank_.openings)
      layout_.draw_outline({o.outline, view_.scale, view_.origin, Pen::cut, true});
    for (const Outline& arcs : blank_.partings)
      layout_.draw_outline({arcs, view_.scale, view_.origin, Pen::cut});
    draw_tangent_lines();
    if (!blank_.marks.lines.empty())
      layout_.draw_outline({blank_.marks.lines, view_.scale, view_.origin, Pen::mark});
    for (const Fold& fold : blank_.folds) {
      if (fold.arcs.empty())
        layout_.draw({page(fold.from), page(fold.to)}, Pen::bend);
      else
        layout_.draw_outline({fold.arcs, view_.scale, view_.origin, Pen::bend});
    }
    draw_mark_texts();
    if (blank_.folding || blank_.cut_out) {
      if (dimensioned_) draw_rectangle();
      draw_tags();
      draw_hole_circles();
      draw_opening_names();
      draw_edge_names();
      return layout_.place_all(labels_, frame_);
    }
    // Labels find room in this order: what is hardest to place comes first.
    draw_element_numbers();
    draw_tags();
    draw_opening_names();
    if (dimensioned_) {
      draw_swing(EdgeName::base);
      draw_swing(EdgeName::top);
      draw_rectangle();
    }
    draw_seam();
    if (dimensioned_) {
      draw_chord(EdgeName::base);
      draw_chord(EdgeName::top);
      draw_sector();
    }
    draw_centre_line();
    return layout_.place_all(labels_, frame_);
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
    label("smallest rectangle " + text_of("smallest rectangle"), std::move(anchors));
  }

  // Where rolled arcs begin and end, and where edges with laps or hems lie.
  void draw_tangent_lines() {
    if (blank_.folding) {
      for (const BentZone& s : blank_.folding->zones) {
        if (!s.rolled) continue;
        layout_.draw({page(s.a_from), page(s.a_to)}, Pen::guide);
        layout_.draw({page(s.b_from), page(s.b_to)}, Pen::guide);
      }
    }
    for (const EdgeTab& tab : blank_.tabs) {
      if (tab.beyond > 0) continue;  // marked
      layout_.draw({page(tab.arcs.front().start), page(end_of(tab.arcs.back()))}, Pen::guide);
    }
  }

  // Of many hits only those that find room.
  void draw_tags() {
    Vec2 last{-1e9, -1e9};
    for (const Fold& b : blank_.folds) {
      const Vec2 from = page(b.from);
      const Vec2 to = page(b.to);
      constexpr double least_pitch = 5.5;
      if (b.hit() && norm(0.5 * (from + to) - last) < least_pitch) continue;
      last = 0.5 * (from + to);
      add_tag(b.tag, from, to, b.hit());
    }
  }

  void add_tag(const std::string& tag, Vec2 from, Vec2 to, bool may_be_missing) {
    const Vec2 away = left_of(to - from);
    std::vector<Anchor> anchors = anchors_along(from, to, away);
    for (const Anchor& a : anchors_along(from, to, -1.0 * away)) anchors.push_back(a);
    labels_.push_back({tag, std::move(anchors), letters, pi, may_be_missing});
  }

  // Circles that holes lie on, with their diameters.
  void draw_hole_circles() {
    for (const OpeningGroup& g : blank_.groups) {
      for (const OpeningGroup::Row& row : g.by_row) {
        if (!row.middle || g.in_row < 3 || row.radius == 0) continue;
        const Arc circle{*row.middle + Vec2{row.radius, 0}, Angle::radians(pi / 2), two_pi * row.radius,
                         Angle::radians(two_pi)};
        layout_.draw_outline({split(circle, Angle::radians(pi / 2)), view_.scale, view_.origin, Pen::centre});
        if (!dimensioned_) continue;
        const Amount across{.value = 2 * row.radius, .of = Amount::Of::length, .style = Amount::Style::exact};
        std::vector<Anchor> anchors;
        for (const double f : {0.3, 0.2, 0.7, 0.8, 0.05, 0.55}) {
          const Vec2 p = point_at(circle, f * circle.length);
          const Vec2 out = p - *row.middle;
          anchors.push_back({page(p), {-out.x, out.y}});
          anchors.push_back({page(p), {out.x, -out.y}});
        }
        labels_.push_back({fmt::format("{} circle {}", g.name, written(across, units_)), std::move(anchors),
                           small_letters, pi, true});
      }
    }
  }

  // One of every kind by its name, on both walls of a bore.
  void draw_opening_names() {
    std::vector<std::pair<int, bool>> named;
    for (const BlankOpening& o : blank_.openings) {
      const std::pair kind{o.group, o.far};
      if (o.group < 0 || std::find(named.begin(), named.end(), kind) != named.end()) continue;
      named.push_back(kind);
      const OpeningGroup& g = blank_.groups[static_cast<size_t>(o.group)];
      const std::string count = g.cut > 1 ? fmt::format(", quantity {}", g.cut) : "";
      const std::string text = g.name + (o.far ? ", far wall" : count);
      std::vector<Anchor> anchors;
      for (const Vec2 way : {Vec2{0, 1}, Vec2{1, 0}, Vec2{-1, 0}, Vec2{0, -1}}) {
        const auto farthest = std::max_element(
            o.outline.begin(), o.outline.end(),
            [&](const Arc& a, const Arc& b) { return dot(a.start, way) < dot(b.start, way); });
        anchors.push_back({page(farthest->start), {way.x, -way.y}});
      }
      labels_.push_back({text, std::move(anchors), small_letters, pi, true});
    }
  }

  // Joints and other edges by their names, with their lengths.
  void draw_edge_names() {
    std::vector<const Edge*> named;
    for (const Edge& e : blank_.edges) {
      if (e.label.find("corner") == std::string::npos && e.label != "relief") named.push_back(&e);
    }
    constexpr size_t most = 24;
    if (named.size() > most) return;  // the tables have them
    for (const Edge* one : named) {
      const Edge& e = *one;
      const Arc& longest = *std::max_element(e.arcs.begin(), e.arcs.end(),
                                             [](const Arc& a, const Arc& b) { return a.length < b.length; });
      const Vec2 out = Vec2{} - left_of(direction(longest.heading));
      std::vector<Anchor> anchors = along(longest, {out.x, -out.y});
      for (const Anchor& a : along(longest, {-out.x, out.y})) anchors.push_back(a);
      const std::string text =
          dimensioned_ ? fmt::format("{} {}", e.label, written(edge_length(e), units_)) : e.label;
      labels_.push_back({text, std::move(anchors), small_letters, pi / 2, !dimensioned_});
    }
  }

  void draw_centre_line() {
    const Rectangle box = as_laid(blank_);
    const double x = centre_ ? centre_->x : box.width / 2;
    const double high = centre_ ? std::max(box.height, centre_->y) : box.height;
    const double low = centre_ ? std::min(0.0, centre_->y) : 0;
    const Vec2 foot = page({x, low});
    const Vec2 head = page({x, high});
    layout_.draw({{foot.x, foot.y + 3}, {head.x, head.y - 3}}, Pen::centre);
    label("centre line", {{{foot.x, foot.y + 3}, {-1, 0.3}}, {{head.x, head.y - 3}, {-1, -0.3}}});
  }

  // The images of the seam ruling, between which and the edges half the gap lies.
  void draw_seam() {
    for (const Element* e : {&blank_.elements.front(), &blank_.elements.back()}) {
      if (!e->on_metal) layout_.draw({page(e->base), page(e->top)}, Pen::guide);
    }
    const bool start_right = blank_.face_up == Face::inside;
    // Beside the edge, or within a blank so wide that the other edge is far.
    const bool wide = view_.scale * as_laid(blank_).width > 75;
    const auto of_edge = [&](EdgeName name) {
      const double side = (name == EdgeName::seam_start) == start_right ? 1 : -1;
      const Arc& arc = edge(blank_, name)->arcs.front();
      std::vector<Anchor> anchors = along(arc, {side, 0});
      const std::vector<Anchor> within = along(arc, {-side, 0});
      if (wide) anchors.insert(anchors.end(), within.begin(), within.end());
      return anchors;
    };
    constexpr double same_side = 0.4 * pi;
    const bool open = piece_.formed->edges_open;
    for (const EdgeName name : {EdgeName::seam_start, EdgeName::seam_end}) {
      std::string words = name_of(blank_, name);
      words.replace(words.find('_'), 1, " ");
      if (open && words.starts_with("seam ")) words.erase(0, 5);
      labels_.push_back({words, of_edge(name), letters, same_side});
    }
    if (!dimensioned_ || open) return;
    std::vector<Anchor> either = of_edge(EdgeName::seam_start);
    for (const Anchor& a : of_edge(EdgeName::seam_end)) either.push_back(a);
    label(juggler::text_of(piece_, "seam", units_), std::move(either));
  }

  // A number of the piece by its name, as it is written everywhere.
  [[nodiscard]] std::string fact(const std::string& name) const {
    return written(measured(facts_, name), units_);
  }
  [[nodiscard]] std::string text_of(const std::string& name) const {
    const auto found =
        std::find_if(facts_.begin(), facts_.end(), [&](const Fact& f) { return f.name == name; });
    return found->value.in(units_);
  }
  // Of an edge as it is cut; of walls that stretch its name is shorter.
  [[nodiscard]] std::string rim_length(EdgeName name) const {
    const std::string own = fmt::format("edge {}", name_of(blank_, name));
    return fact(blank_.patches.empty() ? own + " as cut" : own);
  }

  void draw_chord(EdgeName name) {
    const Edge* e = edge(blank_, name);
    if (!e || e->arcs.size() > 1) return;
    const Arc& arc = e->arcs.front();
    const Vec2 a = page(arc.start);
    const Vec2 b = page(end_of(arc));
    if (is_straight(arc)) return;  // its length says it
    layout_.draw({a, b}, Pen::dimension);
    label(fmt::format("chord {} {}", name_of(blank_, name),
                      fact(fmt::format("chord {}", name_of(blank_, name)))),
          anchors_along(a, b, {0, 1}));
  }

  // Where on a rim its swing radius ends: clear of the letters on the blank. Rims run opposite ways, so that
  // the two radii end on opposite sides.
  [[nodiscard]] Vec2 swing_end(const Arc& arc) const {
    for (const double fraction : {0.31, 0.22, 0.4, 0.14, 0.46}) {
      const Vec2 end = page(point_at(arc, fraction * arc.length));
      if (!centre_ || !layout_.over_letters(page(*centre_), end)) return end;
    }
    return page(point_at(arc, 0.31 * arc.length));
  }

  void draw_swing(EdgeName name) {
    const Edge* e = edge(blank_, name);
    if (!e) return;
    if (e->arcs.size() > 1) return label_fitted(*e);
    const Arc& arc = e->arcs.front();
    const Vec2 on_arc = swing_end(arc);
    if (is_straight(arc)) {
      label(fmt::format("{} edge {} (straight)", name_of(blank_, name), rim_length(name)),
            along(arc, {0, name == EdgeName::base ? 1.0 : -1.0}));
      return;
    }
    const std::string radius = fmt::format("swing radius {}", name_of(blank_, name));
    const std::string text = radius + " " + fact(radius);
    const Vec2 from = page(centre_ ? *centre_ : centre_of(arc));
    const double reach = norm(from - on_arc);
    if (centre_) {
      layout_.arrow(from, on_arc, Pen::dimension);
      label(text, anchors_along(from, on_arc, left_of(on_arc - from)));
    } else {
      // The centre lies off the page: an arrow from the arc towards it.
      const double length = std::min(12.0, reach);
      const Vec2 tip = on_arc + (length / reach) * (from - on_arc);
      layout_.arrow(on_arc, tip, Pen::dimension);
      std::vector<Anchor> anchors = along(arc, on_arc - from);
      anchors.insert(anchors.begin(), {{tip, from - on_arc}, {on_arc, on_arc - from}});
      label(text + " to a centre off the page", std::move(anchors));
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
    label(fmt::format("{} edge {}, {} arcs", name_of(blank_, e.name), rim_length(e.name), e.arcs.size()),
          std::move(anchors));
  }

  // Numbers at the ends of the element lines: of all, or of every second, fifth, tenth where there is no
  // room.
  void draw_element_numbers() {
    if (alike_elements(piece_) && blank_.elements.size() <= 5) return;
    const EndName end = edge(blank_, EdgeName::base) ? EndName::base : EndName::top;
    const Edge* rim = edge(blank_, end == EndName::base ? EdgeName::base : EdgeName::top);
    if (!rim) return;  // elements run from point to point
    const double pitch = view_.scale * rim->girth / (static_cast<double>(blank_.elements.size()) - 1);
    int every = 1;
    for (const int k : {1, 2, 5, 10, 20, 50, 100, 200, 500, 1000}) {
      every = k;
      if (k * pitch >= 5.5) break;
    }
    for (const Element& e : blank_.elements) {
      if (e.number % every != 0) continue;
      const Vec2 foot = end == EndName::base ? e.base : e.top;
      const Vec2 from = end == EndName::base ? e.top : e.base;
      const Vec2 away = page(foot) - page(from);
      labels_.push_back({fmt::format("{}", e.number), {{page(foot), away}}, small_letters, 0.3 * pi, true});
    }
  }

  void draw_sector() {
    const Edge* wide =
        edge(blank_, EdgeName::base) ? edge(blank_, EdgeName::base) : edge(blank_, EdgeName::top);
    if (!wide) return;
    const Edge* other = edge(blank_, EdgeName::top);
    if (other && other->girth > wide->girth) wide = other;
    if (wide->arcs.size() > 1 || !alike_elements(piece_) || is_straight(wide->arcs.front())) return;
    const Arc& arc = wide->arcs.front();
    const std::string text = fmt::format("sector {} as cut {}", name_of(blank_, wide->name),
                                         fact(fmt::format("sector {} as cut", name_of(blank_, wide->name))));
    if (is_straight(arc)) return;
    if (!centre_) {
      label(text, along(arc, {0, 1}));
      return;
    }
    const double radius = std::max(0.16 * radius_of(arc), 7 / view_.scale);
    const double first = std::atan2(arc.start.y - centre_->y, arc.start.x - centre_->x);
    std::vector<Vec2> points;
    for (int i = 0; i <= 72; ++i) {
      points.push_back(page(*centre_ + radius * direction(first + arc.turn.radians() * i / 72)));
    }
    std::vector<Anchor> anchors;
    for (const size_t i : {30, 42, 20, 52, 10, 62})
      anchors.push_back({points[i], points[i] - page(*centre_)});
    layout_.draw(std::move(points), Pen::dimension);
    label(text, std::move(anchors));
  }

  void draw_face() {
    layout_.put(fmt::format("{} face up", face_up(blank_)), {frame_.left + 2, frame_.bottom - 6}, letters);
  }

  void draw_mark_texts() {
    for (const MarkText& t : blank_.marks.texts) {
      const auto is_tag = [&](const Fold& b) { return b.tag == t.text; };
      if (std::any_of(bends_of(blank_).begin(), bends_of(blank_).end(), is_tag))
        continue;  // labelled at the paper's size
      const double size = t.height * view_.scale / capital_height;
      if (size >= 1.5) layout_.put_turned(t.text, page(t.centre), size, t.heading);
    }
  }

  Layout& layout_;
  const Units& units_;
  const PieceResult& piece_;
  const Blank& blank_;
  std::vector<Fact> facts_;
  PageBox frame_;
  bool dimensioned_;
  std::optional<Vec2> centre_;
  Rectangle rectangle_;
  FlatView view_;
  std::vector<Label> labels_;
};

}  // namespace

std::vector<std::string> draw_blank(Layout& layout, const JobResult& job, const PieceResult& piece,
                                    const PageBox& frame, double scale) {
  return BlankView(layout, job, piece, frame, scale).draw();
}

}  // namespace juggler
