// What a view of a formed part says beside its lines.
#include <fmt/format.h>

#include "view.h"

namespace juggler {
namespace {

std::vector<Anchor> either_side(Vec2 from, Vec2 to, Vec2 away) {
  std::vector<Anchor> anchors = anchors_along(from, to, away);
  for (const Anchor& a : anchors_along(from, to, -1.0 * away)) anchors.push_back(a);
  return anchors;
}

class Notes {
 public:
  Notes(Layout& layout, const View& view, const Units& units, bool dimensioned, std::vector<Label>& labels)
      : layout_(layout), view_(view), units_(units), dimensioned_(dimensioned), labels_(labels) {}

  void operator()(const ViewDimension& d) const {
    if (!dimensioned_) return;
    using Side = ViewDimension::Side;
    const PageBox b = view_.box();
    const bool upright = d.side == Side::left || d.side == Side::right;
    const double edge = d.side == Side::left    ? b.left
                        : d.side == Side::right ? b.right
                        : d.side == Side::above ? b.top
                                                : b.bottom;
    const double sense = d.side == Side::left || d.side == Side::above ? -1 : 1;
    const auto end = [&](const std::optional<Vec3>& place, double extent) {
      Vec2 p = place ? view_.page(*place) : upright ? Vec2{edge, extent} : Vec2{extent, edge};
      if (d.start == ViewDimension::Start::view) (upright ? p.x : p.y) = edge;
      return p;
    };
    const Vec2 from = end(d.from, upright ? b.bottom : b.left);
    const Vec2 to = end(d.to, upright ? b.top : b.right);
    double out = sense * d.out;
    if (d.beyond == ViewDimension::Beyond::view) out += edge - (upright ? from.x : from.y);
    dimension(layout_, labels_, from, to, upright ? Vec2{out, 0} : Vec2{0, out}, d.text.in(units_));
  }

  void operator()(const ViewLabel& l) const {
    if (!dimensioned_) return;
    std::vector<Anchor> anchors;
    for (const Vec3 p : l.at) anchors.push_back({view_.page(p), l.away});
    labels_.push_back({l.text.in(units_), std::move(anchors)});
  }

  void operator()(const LineLabel& l) const {
    labels_.push_back({l.text, either_side(view_.page(l.from), view_.page(l.to), l.away)});
  }

  void operator()(const ViewArrow& a) const {
    if (!dimensioned_) return;
    const Vec2 foot = view_.page(a.from);
    const Vec2 head = view_.page(a.to);
    layout_.arrow(foot, head, Pen::dimension);
    labels_.push_back({a.text.in(units_), anchors_along(foot, head, {0, 1})});
  }

  void operator()(const PlanAngles& p) const {
    for (int i = 0; i < 4; ++i) {
      const Vec2 out = direction(-i * pi / 2);
      const Vec2 from = plan_place(p, i) + 0.8 * out;
      layout_.draw({from, from + 2 * out}, Pen::guide);
      labels_.push_back({fmt::format("{}\u00b0", 90 * i), {{from + 2 * out, out}}});
    }
  }

  void operator()(const SlantedPlanAngles& p) const {
    for (int i = 0; i < 4; ++i) {
      const Vec2 d = direction(i * pi / 2);
      const Vec3 way{p.reach.x * d.x, p.reach.y * d.y, 0};
      const Vec2 at = view_.page(p.centre + way), centre = view_.page(p.centre);
      if (norm(at - centre) < 1) continue;
      const Vec2 out = 1 / norm(at - centre) * (at - centre);
      const Vec2 from = at + 0.8 * out;
      labels_.push_back({fmt::format("{}\u00b0", 90 * i), {{from, out}}, small_letters, pi / 2, true});
    }
  }

  // Of many lines only some are tagged: the first, the last, and those with room between.
  void operator()(const LineTags& tags) const {
    constexpr double room = 4.5;
    Vec2 last{-1e9, -1e9};
    for (size_t i = 0; i < tags.tags.size(); ++i) {
      const LineTags::Tag& t = tags.tags[i];
      const Vec2 a = view_.page(t.from);
      const Vec2 b = view_.page(t.to);
      const Vec2 middle = 0.5 * (a + b);
      if (tags.only_seen && view_.hidden(t.from + 0.6 * (t.to - t.from))) continue;
      if (norm(middle - last) < room && i + 1 < tags.tags.size()) continue;
      last = middle;
      const Vec2 away = norm(b - a) < within::same ? Vec2{0, -1} : left_of(b - a);
      labels_.push_back(
          {t.text,
           tags.along ? either_side(a, b, away) : std::vector<Anchor>{{b, middle - view_.box().middle()}},
           small_letters, pi, true});
    }
  }

 private:
  [[nodiscard]] Vec2 plan_place(const PlanAngles& p, int quarter) const {
    const PageBox b = view_.box();
    if (!p.centre) {
      const Vec2 middle = b.middle();
      const std::array<Vec2, 4> sides{
          {{b.right, middle.y}, {middle.x, b.top}, {b.left, middle.y}, {middle.x, b.bottom}}};
      return sides[static_cast<size_t>(quarter)];
    }
    const Vec2 centre = view_.page(*p.centre);
    const double radius = norm(view_.page(*p.centre + Vec3{p.radius, 0, 0}) - centre);
    return centre + radius * direction(-quarter * pi / 2);
  }

  Layout& layout_;
  const View& view_;
  const Units& units_;
  bool dimensioned_;
  std::vector<Label>& labels_;
};

}  // namespace

void draw_notes(Layout& layout, const View& view, const std::vector<ViewNote>& notes, const Units& units,
                bool dimensioned, std::vector<Label>& labels) {
  const Notes drawn(layout, view, units, dimensioned, labels);
  for (const ViewNote& note : notes) std::visit(drawn, note);
}

}  // namespace juggler
