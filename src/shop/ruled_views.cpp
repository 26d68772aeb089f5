// A transition in its three views.
#include <fmt/format.h>

#include "scene.h"

namespace juggler {
namespace {

class RuledViews : public FormedPart {
 public:
  RuledViews(const JobResult& job, const PieceResult& piece)
      : units_(job.job.units),
        piece_(piece),
        asked_(std::get<Transition>(piece.part.asked)),
        form_(*piece.rulings()),
        dimensioned_(job.job.drawing.dimensions) {
    if (form_.open) return;
    for (const Span& span : seam_spans(form_, seam_as_made(piece.part.seam, piece.part.making.hand)))
      seams_.push_back(within_once(form_, span.from));
  }

  [[nodiscard]] Projection pictorial() const override {
    return pictorial_from(plan_at(form_, form_.from()) + 0.6);
  }

  // Flats end in fine lines.
  [[nodiscard]] Scene scene(const Projection& projection) const override {
    Scene s = wall_scene(form_, seams_, projection);
    constexpr int steps = 40;
    for (const Region& r : form_.regions) {
      if (r.from <= form_.from()) continue;  // the seam
      const Vec3 base = edge_point(form_, EndName::base, form_.neutral, r.from);
      const Vec3 top = edge_point(form_, EndName::top, form_.neutral, r.from);
      s.lines.push_back({[=](double i) { return base + (i / steps) * (top - base); }, steps, Pen::mark});
    }
    for (const BendLine& bend : piece_.blank.bends) {
      const auto [base, top] = ruling(bend.phi);
      s.lines.push_back({[=](double i) { return base + (i / steps) * (top - base); }, steps, Pen::bend});
    }
    return s;
  }

  void annotate_front(Layout& layout, const View& view, std::vector<Label>& labels) const override {
    if (!dimensioned_) return;
    const PageBox b = view.box();
    const bool level = asked_.base.tilt.degrees() == 0 && asked_.top.tilt.degrees() == 0;
    const double low = view.page(form_.profiles[0].centre).y;
    const double high = view.page(form_.profiles[1].centre).y;
    dimension(
        layout, labels, {b.left, low}, {b.left, high}, {-6, 0},
        fmt::format("{} {}", level ? "height" : "height between centres", said(piece_, "height", units_)));
    dimension(layout, labels, {b.left, b.bottom}, {b.right, b.bottom}, {0, 6},
              fmt::format("overall {}", said(piece_, "formed, along x", units_)));
  }
  void annotate_above(Layout& layout, const View& view, std::vector<Label>& labels) const override {
    const PageBox b = view.box();
    if (dimensioned_) {
      dimension(layout, labels, {b.right, b.top}, {b.right, b.bottom}, {6, 0},
                fmt::format("overall {}", said(piece_, "formed, along y", units_)));
      if (!(asked_.shift == Vec2{})) {
        show_shift(layout, labels, view, form_.profiles[0].centre, asked_.shift, piece_, units_);
      }
    }
    label_seams(form_, seams_, view, labels);
    // Plan angles beside the view.
    const Vec2 middle = b.middle();
    const std::array<Vec2, 4> sides{
        {{b.right, middle.y}, {middle.x, b.top}, {b.left, middle.y}, {middle.x, b.bottom}}};
    for (int i = 0; i < 4; ++i) {
      const Vec2 out = direction(-i * pi / 2);
      const Vec2 from = sides[static_cast<size_t>(i)] + 0.8 * out;
      layout.draw({from, from + 2 * out}, Pen::guide);
      labels.push_back({fmt::format("{}\u00b0", 90 * i), {{from + 2 * out, out}}});
    }
  }
  // Tags of the bends that are seen, of many every second, third, ...
  void annotate_pictorial(Layout&, const View& view, std::vector<Label>& labels) const override {
    const std::vector<BendLine>& bends = piece_.blank.bends;
    const size_t step = 1 + bends.size() / 16;
    for (size_t i = 0; i < bends.size(); i += step) {
      const auto [base, top] = ruling(bends[i].phi);
      const Vec3 middle = base + 0.6 * (top - base);
      if (view.hidden(middle)) continue;
      const Vec2 along = view.page(top) - view.page(base);
      labels.push_back({bends[i].tag, anchors_along(view.page(base), view.page(top), left_of(along))});
    }
  }

 private:
  // Where a ruling of a piece stands on the whole part.
  [[nodiscard]] std::pair<Vec3, Vec3> ruling(double u) const {
    const double once = within_once(form_, u);
    return {edge_point(form_, EndName::base, form_.neutral, once),
            edge_point(form_, EndName::top, form_.neutral, once)};
  }
  // Millimetres on the page to those of the part.
  [[nodiscard]] static double scale_of(const View& view) {
    return norm(view.page({1000, 0, 0}) - view.page({0, 0, 0})) / 1000;
  }
  const Units& units_;
  const PieceResult& piece_;
  const Transition& asked_;
  const Form& form_;
  bool dimensioned_;
  std::vector<double> seams_;
};

}  // namespace

std::unique_ptr<FormedPart> ruled_part_seen(const JobResult& job, const PieceResult& piece) {
  return std::make_unique<RuledViews>(job, piece);
}

}  // namespace juggler
