// A round part in its three views.
#include <fmt/format.h>

#include <algorithm>

#include "scene.h"

namespace juggler {
namespace {

constexpr int looks = 144;

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
    label_seams(form_, seams_, view, labels);
    if (dimensioned_ && !sizes_.coaxial()) show_shift(layout, labels, view, {}, sizes_.shift, piece_, units_);
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
    dimension(layout, labels, {b.left, low}, {b.left, high}, {-6, 0}, text_of(piece_, "height", units_));
  }

  void dimension_end(Layout& layout, std::vector<Label>& labels, const View& view, EndName end) const {
    const bool base = end == EndName::base;
    const double down = base ? 1 : -1;
    const std::string text = text_of(piece_, base ? "base end" : "top end", units_);
    if (text.empty()) return;
    if (form_.pointed(end)) {
      label(labels, text, {{view.page(on_rim(end, form_.from())), {0, down}}});
      return;
    }
    for (const TrimPlane& t : form_.trims) {
      if (t.end != end) continue;
      std::vector<Anchor> anchors;
      for (int i = 0; i < 12; ++i)
        anchors.push_back({view.page(on_rim(end, u_at(form_, 12.0 * i))), {0, down}});
      label(labels, text, std::move(anchors));
      return;
    }
    const double radius = base ? sizes_.base_radius : sizes_.top_radius;
    const double x = base ? 0 : sizes_.shift.x;
    const double z = base ? 0 : sizes_.height;
    dimension(layout, labels, view.page({x - radius, 0, z}), view.page({x + radius, 0, z}), {0, 5 * down},
              text);
  }

  // Ticks round the wider end.
  void label_plan_angles(Layout& layout, const View& view, std::vector<Label>& labels) const {
    const bool base = form_.asked[0].radius >= form_.asked[1].radius;
    const AskedCircle& circle = form_.asked[base ? 0 : 1];
    const Vec2 centre = view.page(circle.centre);
    for (int i = 0; i < 4; ++i) {
      const Vec2 out = direction(-i * pi / 2);
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

std::unique_ptr<FormedPart> round_part_seen(const JobResult& job, const PieceResult& piece) {
  return std::make_unique<RoundViews>(job, piece);
}

}  // namespace juggler
