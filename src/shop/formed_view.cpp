// The formed part, pictorial: a parallel projection from above, the seam to the front.
#include <fmt/format.h>

#include <algorithm>
#include <array>

#include "layout.h"

namespace juggler {
namespace {

constexpr double lift = 24.0 / 180 * std::numbers::pi;  // how far above the horizon the eye stands

class FormedView {
 public:
  FormedView(Layout& layout, const JobResult& job, const PieceResult& piece, const PageBox& frame)
      : layout_(layout), units_(job.job.units), piece_(piece), sizes_(piece.sizes), frame_(frame) {
    const double eye = seam_at() + 0.6;
    right_ = {-std::sin(eye), std::cos(eye), 0};
    up_ = {-std::cos(eye) * std::sin(lift), -std::sin(eye) * std::sin(lift), std::cos(lift)};
    towards_eye_ = cross(right_, up_);
    fit();
  }

  void draw() {
    draw_rim(0, sizes_.base_radius, true);
    draw_rim(sizes_.height, sizes_.top_radius, false);
    draw_silhouette();
    draw_seam();
    draw_plan_angles();
    draw_height();
    label_ends();
    for (const Label& label : labels_) (void)layout_.place(label, frame_);
  }

 private:
  [[nodiscard]] double seam_at() const {
    return seam_as_made(piece_.part.seam, piece_.part.making.hand).at.radians();
  }
  [[nodiscard]] Vec2 project(Vec3 p) const { return {dot(p, right_), -dot(p, up_)}; }
  [[nodiscard]] Vec2 page(Vec3 p) const { return origin_ + scale_ * project(p); }
  [[nodiscard]] static Vec3 on_rim(double radius, double height, double u) {
    return {radius * std::cos(u), radius * std::sin(u), height};
  }
  [[nodiscard]] double facing(double u) const {
    const double a = sizes_.taper.radians();
    return dot(Vec3{std::cos(a) * std::cos(u), std::cos(a) * std::sin(u), std::sin(a)}, towards_eye_);
  }
  [[nodiscard]] double wide() const { return std::max(sizes_.base_radius, sizes_.top_radius); }

  void fit() {
    const double high_base = sizes_.base_radius * std::sin(lift);
    const double high_top = sizes_.top_radius * std::sin(lift);
    const double rise = sizes_.height * std::cos(lift);
    const double top = std::max(high_base, rise + high_top);
    const double low = std::min(-high_base, rise - high_top);
    const double margin_x = 96;
    const double margin_y = 44;
    scale_ = std::min((frame_.right - frame_.left - 2 * margin_x) / (2 * wide()),
                      (frame_.bottom - frame_.top - 2 * margin_y) / (top - low));
    origin_ = {(frame_.left + frame_.right) / 2, (frame_.top + frame_.bottom) / 2 + scale_ * (top + low) / 2};
  }

  // The base's far side is hidden by the wall; the top is open, so all of it is seen.
  void draw_rim(double height, double radius, bool can_hide) {
    if (radius == 0) return;
    constexpr int steps = 144;
    const bool looked_into = all_away();
    std::vector<Vec2> run;
    bool hidden = false;
    for (int i = 0; i <= steps; ++i) {
      const double u = 2 * std::numbers::pi * i / steps;
      const bool hide = can_hide && !looked_into && facing(u) < 0;
      if (!run.empty() && hide != hidden) {
        run.push_back(page(on_rim(radius, height, u)));
        layout_.draw(std::move(run), hidden ? Pen::hidden : Pen::formed);
        run = {};
      }
      hidden = hide;
      run.push_back(page(on_rim(radius, height, u)));
    }
    layout_.draw(std::move(run), hidden ? Pen::hidden : Pen::formed);
  }

  [[nodiscard]] bool all_away() const {
    for (int i = 0; i < 36; ++i) {
      if (facing(i * std::numbers::pi / 18) >= 0) return false;
    }
    return true;
  }

  void draw_silhouette() {
    constexpr int steps = 72;
    for (int i = 0; i < steps; ++i) {
      const double a = 2 * std::numbers::pi * i / steps;
      const double b = 2 * std::numbers::pi * (i + 1) / steps;
      if ((facing(a) < 0) == (facing(b) < 0)) continue;
      const double u = root([&](double x) { return facing(x); }, a, b);
      layout_.draw(
          {page(on_rim(sizes_.base_radius, 0, u)), page(on_rim(sizes_.top_radius, sizes_.height, u))},
          Pen::formed);
    }
  }

  void draw_seam() {
    const double u = seam_at();
    const Vec2 base = page(on_rim(sizes_.base_radius, 0, u));
    const Vec2 top = page(on_rim(sizes_.top_radius, sizes_.height, u));
    layout_.draw({base, top}, facing(u) < 0 ? Pen::hidden : Pen::seam);
    const double at = Angle::radians(u).degrees();
    labels_.push_back(
        {fmt::format("seam at {:g} deg", at - 360 * std::floor(at / 360)), anchors_along(base, top, {1, 0})});
  }

  void draw_plan_angles() {
    const bool at_base = sizes_.base_radius > 0;
    const double radius = at_base ? sizes_.base_radius : sizes_.top_radius;
    const double height = at_base ? 0 : sizes_.height;
    for (int i = 0; i < 4; ++i) {
      const double u = i * std::numbers::pi / 2;
      const Vec2 from = page(on_rim(radius, height, u));
      const Vec2 centre = page({0, 0, height});
      const Vec2 out = from - centre;
      const double reach = std::max(norm(out), 1e-9);
      const Vec2 to = from + (9 / reach) * out;
      layout_.draw({from, to}, Pen::guide);
      labels_.push_back({fmt::format("{}\u00b0", 90 * i), {{to, out}}, 11});
    }
  }

  void draw_height() {
    const double x = frame_.left + 26;
    const double low = page({0, 0, 0}).y;
    const double high = page({0, 0, sizes_.height}).y;
    layout_.arrow({x, (low + high) / 2}, {x, high}, Pen::dimension);
    layout_.arrow({x, (low + high) / 2}, {x, low}, Pen::dimension);
    layout_.draw({{x - 5, low}, {x + 5, low}}, Pen::dimension);
    layout_.draw({{x - 5, high}, {x + 5, high}}, Pen::dimension);
    labels_.push_back({fmt::format("height {}", shown_length(sizes_.height, units_)),
                       anchors_along({x, high}, {x, low}, {1, 0})});
  }

  void label_ends() {
    const auto face = [&](const End& end) {
      return name_of(end.sizes_on.value_or(piece_.part.sheet.sizes_on.value_or(Face::middle)));
    };
    const auto end = [&](const char* name, double radius, double height, const char* on, Vec2 away,
                         double u) {
      const std::string text = radius == 0
                                   ? fmt::format("{}: point", name)
                                   : fmt::format("{} dia {} {}", name, shown_length(2 * radius, units_), on);
      Label label{text, {}};
      for (const double turn : {-0.35, 0.35, -0.7, 0.7, 0.0}) {
        label.anchors.push_back({page(on_rim(radius, height, u + turn)), away});
      }
      labels_.push_back(std::move(label));
    };
    const double front = std::atan2(towards_eye_.y, towards_eye_.x);
    end("base", sizes_.base_radius, 0, face(piece_.part.cone.base), {0, 1}, front);
    end("top", sizes_.top_radius, sizes_.height, face(piece_.part.cone.top), {0, -1},
        front + std::numbers::pi);
  }

  Layout& layout_;
  const Units& units_;
  const PieceResult& piece_;
  const ConeSizes& sizes_;
  PageBox frame_;
  Vec3 right_, up_, towards_eye_;
  double scale_ = 1;
  Vec2 origin_;
  std::vector<Label> labels_;
};

}  // namespace

void draw_formed(Layout& layout, const JobResult& job, const PieceResult& piece, const PageBox& frame) {
  FormedView(layout, job, piece, frame).draw();
}

}  // namespace juggler
