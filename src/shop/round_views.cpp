// A round part in its three views.
#include <fmt/format.h>

#include <algorithm>

#include "scene.h"

namespace juggler {
namespace {

constexpr int looks = 144;
constexpr double two_pi = 2 * std::numbers::pi;

double u_at(const Form& form, double i) { return form.from() + (form.to() - form.from()) * i / looks; }

void label(std::vector<Label>& labels, std::string text, std::vector<Anchor> anchors) {
  labels.push_back({std::move(text), std::move(anchors)});
}

class RoundViews : public FormedPart {
 public:
  RoundViews(const JobResult& job, const PieceResult& piece)
      : units_(job.job.units),
        piece_(piece),
        sizes_(piece.round()->sizes),
        form_(piece.round()->form),
        dimensioned_(job.job.drawing.dimensions) {
    for (const Span& span : seam_spans(form_, seam_as_made(piece.part.seam, piece.part.making.hand)))
      seams_.push_back(within_once(form_, span.from));
  }

  [[nodiscard]] Projection pictorial() const override { return pictorial_from(form_.from() + 0.6); }

  [[nodiscard]] Scene scene(const Projection& projection) const override {
    return wall_scene(form_, seams_, projection);
  }

  void annotate_front(Layout& layout, const View& view, std::vector<Label>& labels) const override {
    if (!dimensioned_) return;
    dimension_height(layout, labels, view);
    dimension_end(layout, labels, view, EndName::base);
    dimension_end(layout, labels, view, EndName::top);
  }
  void annotate_above(Layout& layout, const View& view, std::vector<Label>& labels) const override {
    label_plan_angles(layout, view, labels);
    label_seams(view, labels);
    if (dimensioned_ && !sizes_.coaxial()) dimension_shift(layout, labels, view);
  }
  void annotate_pictorial(Layout&, const View&, std::vector<Label>&) const override {}

 private:
  [[nodiscard]] Vec3 on_rim(EndName end, double u) const { return edge_point(form_, end, form_.neutral, u); }

  // Of a part with level ends the distance of their planes, else over all.
  void dimension_height(Layout& layout, std::vector<Label>& labels, const View& view) const {
    const bool level = form_.trims.empty();
    const PageBox b = view.box();
    const double low = level ? view.page({0, 0, 0}).y : b.bottom;
    const double high = level ? view.page({0, 0, sizes_.height}).y : b.top;
    dimension(layout, labels, {b.left, low}, {b.left, high}, {-6, 0},
              fmt::format("{} {}", level ? "height" : "overall height",
                          shown_length(level ? sizes_.height : piece_.blank.overall_height, units_)));
  }

  void dimension_end(Layout& layout, std::vector<Label>& labels, const View& view, EndName end) const {
    const bool base = end == EndName::base;
    const double down = base ? 1 : -1;
    if (form_.pointed(end)) {
      label(labels, fmt::format("{}: point", name_of(end)),
            {{view.page(on_rim(end, form_.from())), {0, down}}});
      return;
    }
    for (const TrimPlane& t : form_.trims) {
      if (t.end != end) continue;
      std::vector<Anchor> anchors;
      for (int i = 0; i < 12; ++i)
        anchors.push_back({view.page(on_rim(end, u_at(form_, 12.0 * i))), {0, down}});
      label(labels, fmt::format("{} cut at {:.6g} deg", name_of(end), t.tilt.degrees()), std::move(anchors));
      return;
    }
    if (sizes_.one_size && !base && form_.trims.empty()) return;  // the base's says it
    const double radius = base ? sizes_.base_radius : sizes_.top_radius;
    const auto face = base ? sizes_.base_face : sizes_.top_face;
    const double x = base ? 0 : sizes_.shift.x;
    const double z = base ? 0 : sizes_.height;
    dimension(layout, labels, view.page({x - radius, 0, z}), view.page({x + radius, 0, z}), {0, 5 * down},
              fmt::format("{} dia {} {}", name_of(end), shown_length(2 * radius, units_),
                          name_of(face.value_or(Face::middle))));
  }

  void dimension_shift(Layout& layout, std::vector<Label>& labels, const View& view) const {
    const Vec2 from = view.page({0, 0, 0});
    const Vec2 to = view.page({sizes_.shift.x, sizes_.shift.y, 0});
    layout.arrow(from, to, Pen::dimension);
    label(labels,
          fmt::format("top shift x {}, y {}", shown_length(sizes_.shift.x, units_),
                      shown_length(sizes_.shift.y, units_)),
          anchors_along(from, to, {0, 1}));
  }

  void label_seams(const View& view, std::vector<Label>& labels) const {
    for (const double u : seams_) {
      const double at = Angle::radians(u).degrees();
      const double shown = std::round(1e6 * (at - 360 * std::floor(at / 360))) / 1e6;
      const Vec2 base = view.page(on_rim(EndName::base, u));
      const Vec2 top = view.page(on_rim(EndName::top, u));
      const Vec2 away = left_of(direction(-u));
      std::vector<Anchor> anchors = anchors_along(base, top, away);
      for (const Anchor& a : anchors_along(base, top, -1.0 * away)) anchors.push_back(a);
      label(labels, fmt::format("seam {:g}\u00b0", shown == 360 ? 0 : shown), std::move(anchors));
    }
  }

  // Ticks round the wider end.
  void label_plan_angles(Layout& layout, const View& view, std::vector<Label>& labels) const {
    const bool base = form_.asked[0].radius >= form_.asked[1].radius;
    const AskedCircle& circle = form_.asked[base ? 0 : 1];
    const Vec2 centre = view.page(circle.centre);
    for (int i = 0; i < 4; ++i) {
      const Vec2 out = direction(-i * std::numbers::pi / 2);
      const double radius = norm(view.page(circle.centre + Vec3{circle.radius, 0, 0}) - centre);
      const Vec2 from = centre + (radius + 0.8) * out;
      layout.draw({from, from + 2 * out}, Pen::guide);
      label(labels, fmt::format("{}\u00b0", 90 * i), {{from + 2 * out, out}});
    }
  }

  const Units& units_;
  const PieceResult& piece_;
  const RoundSizes& sizes_;
  const Form& form_;
  bool dimensioned_;
  std::vector<double> seams_;
};

}  // namespace

Scene wall_scene(const Form& form, const std::vector<double>& seams, const Projection& projection) {
  const auto on_rim = [&form](EndName end, double u) { return edge_point(form, end, form.neutral, u); };
  Scene s;
  s.size = form.size;
  for (int i = 0; i < looks; ++i) {
    const Vec3 a = on_rim(EndName::base, u_at(form, i));
    const Vec3 b = on_rim(EndName::base, u_at(form, i + 1));
    const Vec3 c = on_rim(EndName::top, u_at(form, i));
    const Vec3 d = on_rim(EndName::top, u_at(form, i + 1));
    s.faces.push_back({a, b, c});
    s.faces.push_back({c, b, d});
  }
  for (const EndName end : {EndName::base, EndName::top}) {
    if (!form.pointed(end))
      s.lines.push_back({[=, &form](double i) { return on_rim(end, u_at(form, i)); }, looks});
  }
  const auto ruling = [&](double u, int steps, Pen pen, bool through) {
    const Vec3 base = on_rim(EndName::base, u);
    const Vec3 top = on_rim(EndName::top, u);
    s.lines.push_back({[=](double i) { return base + (i / steps) * (top - base); }, steps, pen, through});
  };
  const auto facing = [&](double u) { return dot(ruling_at(form.wall, u).n, projection.towards_eye()); };
  for (int i = 0; i < looks; ++i) {
    const double a = u_at(form, i);
    const double b = u_at(form, i + 1);
    if ((facing(a) < 0) != (facing(b) < 0)) ruling(root(facing, a, b), 1, Pen::formed, true);
  }
  for (const double u : seams) ruling(u, 40, Pen::seam, false);
  if (form.open) {
    for (const double u : {form.from(), form.to()}) ruling(u, 40, Pen::formed, false);
  }
  return s;
}

std::unique_ptr<FormedPart> round_part_seen(const JobResult& job, const PieceResult& piece) {
  return std::make_unique<RoundViews>(job, piece);
}

}  // namespace juggler
