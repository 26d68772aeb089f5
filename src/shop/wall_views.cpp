// What round parts and transitions share when they are seen: their wall, its seams, the shift of its top.
#include <fmt/format.h>

#include <algorithm>
#include <stdexcept>

#include "juggler/measure.h"
#include "scene.h"

namespace juggler {

namespace {

constexpr int wall_looks = 144;

double u_of_look(const Form& form, double i) {
  return form.from() + (form.to() - form.from()) * i / wall_looks;
}

}  // namespace

Scene wall_scene(const Form& form, const std::vector<double>& seams, const Projection& projection) {
  const auto on_rim = [&form](EndName end, double u) { return edge_point(form, end, form.neutral, u); };
  Scene s;
  s.size = form.size;
  for (int i = 0; i < wall_looks; ++i) {
    const Vec3 a = on_rim(EndName::base, u_of_look(form, i));
    const Vec3 b = on_rim(EndName::base, u_of_look(form, i + 1));
    const Vec3 c = on_rim(EndName::top, u_of_look(form, i));
    const Vec3 d = on_rim(EndName::top, u_of_look(form, i + 1));
    s.faces.push_back({a, b, c});
    s.faces.push_back({c, b, d});
  }
  for (const EndName end : {EndName::base, EndName::top}) {
    if (!form.pointed(end))
      s.lines.push_back({[=, &form](double i) { return on_rim(end, u_of_look(form, i)); }, wall_looks});
  }
  const auto ruling = [&](double u, int steps, Pen pen, bool through) {
    const Vec3 base = on_rim(EndName::base, u);
    const Vec3 top = on_rim(EndName::top, u);
    s.lines.push_back({[=](double i) { return base + (i / steps) * (top - base); }, steps, pen, through});
  };
  const auto facing = [&](double u) { return dot(ruling_at(form.wall, u).n, projection.towards_eye()); };
  for (int i = 0; i < wall_looks; ++i) {
    const double a = u_of_look(form, i);
    const double b = u_of_look(form, i + 1);
    if ((facing(a) < 0) != (facing(b) < 0)) ruling(root(facing, a, b), 1, Pen::formed, true);
  }
  for (const double u : seams) ruling(u, 40, Pen::seam, false);
  if (form.open) {
    for (const double u : {form.from(), form.to()}) ruling(u, 40, Pen::formed, false);
  }
  return s;
}

void label_seams(const Form& form, const std::vector<double>& seams, const View& view,
                 std::vector<Label>& labels) {
  for (const double u : seams) {
    const double plan = plan_at(form, u);
    const double at = Angle::radians(plan).degrees();
    const double shown = std::round(1e6 * (at - 360 * std::floor(at / 360))) / 1e6;
    const Vec2 base = view.page(edge_point(form, EndName::base, form.neutral, u));
    const Vec2 top = view.page(edge_point(form, EndName::top, form.neutral, u));
    const Vec2 away = left_of(direction(-plan));
    std::vector<Anchor> anchors = anchors_along(base, top, away);
    for (const Anchor& a : anchors_along(base, top, -1.0 * away)) anchors.push_back(a);
    labels.push_back({fmt::format("seam {:g}\u00b0", shown == 360 ? 0 : shown), std::move(anchors)});
  }
}

std::string said(const PieceResult& piece, const std::string& fact, const Units& units, size_t which) {
  std::vector<Fact> facts = facts_of(piece);
  for (Fact& asked : asked_of(piece)) facts.push_back(std::move(asked));
  const auto found = std::find_if(facts.begin(), facts.end(), [&](const Fact& f) { return f.name == fact; });
  if (found == facts.end()) throw std::out_of_range(fact);
  size_t number = 0;
  for (const auto& part : found->value.parts()) {
    const auto* amount = std::get_if<Amount>(&part);
    if (!amount || number++ != which) continue;
    Amount alone = *amount;
    alone.named = true;
    return written(alone, units);
  }
  throw std::out_of_range(fact);
}

std::string text_of(const PieceResult& piece, const std::string& label, const Units& units) {
  for (const Fact& fact : labels_of(piece)) {
    if (fact.name == label) return fact.value.in(units);
  }
  return {};
}

void show_shift(Layout& layout, std::vector<Label>& labels, const View& view, Vec3 from, Vec2 shift,
                const PieceResult& piece, const Units& units) {
  const Vec2 foot = view.page(from);
  const Vec2 head = view.page(from + Vec3{shift.x, shift.y, 0});
  layout.arrow(foot, head, Pen::dimension);
  labels.push_back({fmt::format("top shift x {}, y {}", said(piece, "top shift", units),
                                said(piece, "top shift", units, 1)),
                    anchors_along(foot, head, {0, 1})});
}

}  // namespace juggler
