// The formed part, pictorial: a parallel projection from above, the seam to the front.
#include <fmt/format.h>

#include <algorithm>
#include <array>

#include "layout.h"

namespace juggler {
namespace {

constexpr double lift = 24.0 / 180 * std::numbers::pi;  // how far above the horizon the eye stands
constexpr int looks = 144;

// A ruling on the page, with how near its ends are to the eye.
struct Seen {
  Vec2 base, top;
  double base_near = 0, top_near = 0;
};

class FormedView {
 public:
  FormedView(Layout& layout, const JobResult& job, const PieceResult& piece, const PageBox& frame)
      : layout_(layout),
        units_(job.job.units),
        piece_(piece),
        sizes_(piece.sizes),
        form_(piece.form),
        frame_(frame) {
    const double eye = form_.from() + 0.6;
    right_ = {-std::sin(eye), std::cos(eye), 0};
    up_ = {-std::cos(eye) * std::sin(lift), -std::sin(eye) * std::sin(lift), std::cos(lift)};
    towards_eye_ = cross(right_, up_);
    fit();
    for (int i = 0; i <= looks; ++i) seen_.push_back(seen(u_at(i)));
  }

  void draw() {
    draw_rim(EndName::base);
    draw_rim(EndName::top);
    draw_silhouette();
    draw_seams();
    draw_plan_angles();
    draw_height();
    label_ends();
    for (const Label& label : labels_) (void)layout_.place(label, frame_);
  }

 private:
  [[nodiscard]] double u_at(double i) const {
    return form_.from() + std::min(2 * std::numbers::pi * i / looks, form_.to() - form_.from());
  }
  [[nodiscard]] Vec2 project(Vec3 p) const { return {dot(p, right_), -dot(p, up_)}; }
  [[nodiscard]] Vec2 page(Vec3 p) const { return origin_ + scale_ * project(p); }
  [[nodiscard]] Vec3 on_rim(EndName end, double u) const { return edge_point(form_, end, form_.neutral, u); }
  [[nodiscard]] Seen seen(double u) const {
    const Vec3 base = on_rim(EndName::base, u);
    const Vec3 top = on_rim(EndName::top, u);
    return {page(base), page(top), dot(base, towards_eye_), dot(top, towards_eye_)};
  }
  [[nodiscard]] double facing(double u) const { return dot(ruling_at(form_.wall, u).n, towards_eye_); }

  void fit() {
    Vec2 least{1e300, 1e300};
    Vec2 most{-1e300, -1e300};
    for (int i = 0; i <= looks; ++i) {
      for (const EndName end : {EndName::base, EndName::top}) {
        const Vec2 p = project(on_rim(end, u_at(i)));
        least = {std::min(least.x, p.x), std::min(least.y, p.y)};
        most = {std::max(most.x, p.x), std::max(most.y, p.y)};
      }
    }
    const double margin_x = 96;
    const double margin_y = 44;
    scale_ = std::min((frame_.right - frame_.left - 2 * margin_x) / std::max(most.x - least.x, 1e-9),
                      (frame_.bottom - frame_.top - 2 * margin_y) / std::max(most.y - least.y, 1e-9));
    const Vec2 middle{(frame_.left + frame_.right) / 2, (frame_.top + frame_.bottom) / 2};
    origin_ = middle - (scale_ / 2) * (least + most);
    lowest_ = origin_.y + scale_ * most.y;
  }

  // Whether the strip of wall between two looks lies over a point and nearer to the eye.
  [[nodiscard]] bool covers(size_t strip, Vec2 p, double near) const {
    const Seen& a = seen_[strip];
    const Seen& b = seen_[strip + 1];
    const auto in_triangle = [&](Vec2 q, double qn, Vec2 r, double rn, Vec2 t, double tn) {
      const double whole = cross(r - q, t - q);
      if (std::abs(whole) < 1e-9) return false;
      const double v = cross(p - q, t - q) / whole;
      const double w = cross(r - q, p - q) / whole;
      if (v < 0 || w < 0 || v + w > 1) return false;
      return (1 - v - w) * qn + v * rn + w * tn > near + 0.004 * form_.size;
    };
    return in_triangle(a.base, a.base_near, b.base, b.base_near, a.top, a.top_near) ||
           in_triangle(a.top, a.top_near, b.base, b.base_near, b.top, b.top_near);
  }

  [[nodiscard]] bool hidden(Vec3 point) const {
    const Vec2 p = page(point);
    const double near = dot(point, towards_eye_);
    for (size_t i = 0; i + 1 < seen_.size(); ++i) {
      if (covers(i, p, near)) return true;
    }
    return false;
  }

  // A line in space, dashed where the wall lies before it.
  void draw_curve(const std::function<Vec3(double)>& point, int steps, Pen pen) {
    std::vector<Vec2> run{page(point(0))};
    bool was_hidden = hidden(point(0.5));
    for (int i = 1; i <= steps; ++i) {
      run.push_back(page(point(i)));
      const bool last = i == steps;
      const bool hide = !last && hidden(point(i + 0.5));
      if (!last && hide == was_hidden) continue;
      layout_.draw(run, was_hidden ? Pen::hidden : pen);
      run = {run.back()};
      was_hidden = hide;
    }
  }

  void draw_rim(EndName end) {
    if (form_.pointed(end)) return;
    draw_curve([&](double i) { return on_rim(end, u_at(i)); }, looks, Pen::formed);
  }

  void draw_silhouette() {
    for (int i = 0; i < looks; ++i) {
      const double a = u_at(i);
      const double b = u_at(i + 1);
      if ((facing(a) < 0) == (facing(b) < 0)) continue;
      const Seen s = seen(root([&](double x) { return facing(x); }, a, b));
      layout_.draw({s.base, s.top}, Pen::formed);
    }
  }

  void draw_seams() {
    bool first = true;
    for (const Span& span : seam_spans(form_, seam_as_made(piece_.part.seam, piece_.part.making.hand))) {
      const double turn = 2 * std::numbers::pi;
      const double u =
          form_.from() + (span.from - form_.from()) - turn * std::floor((span.from - form_.from()) / turn);
      const Seen s = seen(u);
      const Vec3 base = on_rim(EndName::base, u);
      const Vec3 top = on_rim(EndName::top, u);
      constexpr int steps = 40;
      draw_curve([&](double i) { return base + (i / steps) * (top - base); }, steps, Pen::seam);
      const double at = Angle::radians(u).degrees();
      if (first) {
        labels_.push_back(
            {fmt::format("seam at {:g} deg", std::round(1e6 * (at - 360 * std::floor(at / 360))) / 1e6),
             anchors_along(s.base, s.top, {1, 0})});
      }
      first = false;
    }
  }

  void draw_plan_angles() {
    const EndName end = form_.base_pointed ? EndName::top : EndName::base;
    const AskedCircle& circle = form_.asked[end == EndName::base ? 0 : 1];
    const Vec2 centre = page(circle.centre);
    for (int i = 0; i < 4; ++i) {
      double u = i * std::numbers::pi / 2;
      u -= 2 * std::numbers::pi * std::floor((u - form_.from()) / (2 * std::numbers::pi));
      const Vec2 from = page(on_rim(end, u));
      const Vec2 out = page(circle.centre + circle.radius * Vec3{std::cos(u), std::sin(u), 0}) - centre;
      const double reach = std::max(norm(out), 1e-9);
      const Vec2 to = from + (9 / reach) * out;
      layout_.draw({from, to}, Pen::guide);
      labels_.push_back({fmt::format("{}\u00b0", 90 * i), {{to, out}}, 11});
    }
  }

  // Of a part with level ends the distance of their planes, else over all.
  void draw_height() {
    const bool level = form_.trims.empty();
    const double height = level ? sizes_.height : piece_.blank.overall_height;
    const double x = frame_.left + 26;
    const double low = level ? page({0, 0, 0}).y : lowest_;
    const double high = level ? page({sizes_.shift.x, sizes_.shift.y, sizes_.height}).y
                              : low - scale_ * height * std::cos(lift);
    layout_.arrow({x, (low + high) / 2}, {x, high}, Pen::dimension);
    layout_.arrow({x, (low + high) / 2}, {x, low}, Pen::dimension);
    layout_.draw({{x - 5, low}, {x + 5, low}}, Pen::dimension);
    layout_.draw({{x - 5, high}, {x + 5, high}}, Pen::dimension);
    labels_.push_back(
        {fmt::format("{} {}", level ? "height" : "overall height", shown_length(height, units_)),
         anchors_along({x, high}, {x, low}, {1, 0})});
  }

  [[nodiscard]] std::string end_label(EndName end) const {
    const bool base = end == EndName::base;
    const double radius = base ? sizes_.base_radius : sizes_.top_radius;
    const auto face = base ? sizes_.base_face : sizes_.top_face;
    if (form_.pointed(end)) return fmt::format("{}: point", name_of(end));
    for (const TrimPlane& t : form_.trims) {
      if (t.end == end) return fmt::format("{} cut at {:.6g} deg", name_of(end), t.tilt.degrees());
    }
    return fmt::format("{} dia {} {}", name_of(end), shown_length(2 * radius, units_),
                       name_of(face.value_or(Face::middle)));
  }

  void label_ends() {
    const auto end = [&](EndName which, Vec2 away, double u) {
      Label label{end_label(which), {}};
      for (const double turn : {-0.35, 0.35, -0.7, 0.7, 0.0}) {
        const double at = u + turn;
        const double whole = 2 * std::numbers::pi;
        label.anchors.push_back(
            {page(on_rim(which, at - whole * std::floor((at - form_.from()) / whole))), away});
      }
      labels_.push_back(std::move(label));
    };
    const double front = std::atan2(towards_eye_.y, towards_eye_.x);
    end(EndName::base, {0, 1}, front);
    end(EndName::top, {0, -1}, front + std::numbers::pi);
  }

  Layout& layout_;
  const Units& units_;
  const PieceResult& piece_;
  const RoundSizes& sizes_;
  const Form& form_;
  PageBox frame_;
  Vec3 right_, up_, towards_eye_;
  double scale_ = 1;
  double lowest_ = 0;
  Vec2 origin_;
  std::vector<Seen> seen_;
  std::vector<Label> labels_;
};

}  // namespace

void draw_formed(Layout& layout, const JobResult& job, const PieceResult& piece, const PageBox& frame) {
  FormedView(layout, job, piece, frame).draw();
}

}  // namespace juggler
