// A flight, coil or helical strip in its three views.
#include <fmt/format.h>

#include "scene.h"

namespace juggler {
namespace {

class WoundViews : public FormedPart {
 public:
  WoundViews(const JobResult& job, const PieceResult& piece)
      : units_(job.job.units),
        piece_(piece),
        form_(piece.wound()->form),
        dimensioned_(job.job.drawing.dimensions) {
    constexpr int for_each_turn = 72;
    constexpr int most = 2000;
    const double turns = (form_.to() - form_.from()) / (two_pi);
    looks_ = std::min(most, 1 + static_cast<int>(for_each_turn * turns));
  }

  [[nodiscard]] Projection pictorial() const override { return pictorial_from(-0.6); }

  [[nodiscard]] Scene scene(const Projection& projection) const override {
    Scene s;
    s.size = form_.size;
    for (int i = 0; i < looks_; ++i) {
      const Vec3 a = on_edge(EndName::base, i);
      const Vec3 b = on_edge(EndName::base, i + 1);
      const Vec3 c = on_edge(EndName::top, i);
      const Vec3 d = on_edge(EndName::top, i + 1);
      s.faces.push_back({a, b, c});
      s.faces.push_back({c, b, d});
    }
    for (const EndName end : {EndName::base, EndName::top})
      s.lines.push_back({[this, end](double i) { return on_edge(end, i); }, looks_});
    for (const int end : {0, 1})
      s.lines.push_back({[this, end](double i) { return on_end(end, i / 24); }, 24});
    add_seams(s);
    add_level_lines(s);
    add_shaft(s, projection);
    if (!piece_.wound()->stretched()) add_silhouettes(s, projection);
    return s;
  }

  void annotate_front(Layout& layout, const View& view, std::vector<Label>& labels) const override {
    if (!dimensioned_) return;
    const PageBox b = view.box();
    dimension(layout, labels, {b.left, b.bottom}, {b.left, b.top}, {-6, 0},
              fmt::format("overall {}", said(piece_, "overall height", units_)));
    const auto* f = std::get_if<Flight>(&piece_.part.asked);
    if (!f || *f->turns < 1 || f->pitch_to) return;
    // Of the lowest turn, where its level line points to the right.
    const double low = view.page({0, 0, 0}).y;
    const double high = view.page({0, 0, *f->pitch}).y;
    dimension(layout, labels, {b.right, low}, {b.right, high}, {6, 0},
              fmt::format("pitch {}", said(piece_, "pitch", units_)));
  }

  void annotate_above(Layout& layout, const View& view, std::vector<Label>& labels) const override {
    const PageBox b = view.box();
    if (!dimensioned_) return;
    const double radius = measured(labels_of(piece_), "outside diameter").value / 2;
    const Vec2 centre = view.page({0, 0, 0});
    const Vec2 right = view.page({radius, 0, 0});
    dimension(layout, labels, centre - (right - centre), right, {0, b.bottom - centre.y + 6},
              text_of(piece_, "outside diameter", units_));
    for (int i = 0; i < 4; ++i) {
      const Vec2 out = direction(-i * pi / 2);
      const Vec2 from = centre + (norm(right - centre) + 0.8) * out;
      layout.draw({from, from + 2 * out}, Pen::guide);
      labels.push_back({fmt::format("{}\u00b0", 90 * i), {{from + 2 * out, out}}});
    }
  }
  void annotate_pictorial(Layout&, const View&, std::vector<Label>&) const override {}

 private:
  [[nodiscard]] double u_at(double i) const {
    return form_.from() + (form_.to() - form_.from()) * i / looks_;
  }
  // On the middle of the sheet.
  [[nodiscard]] Vec3 on_rim(EndName end, double u) const {
    return edge_point(form_, end, form_.thickness / 2, u);
  }
  // Where an end of the strip meets a rim.
  [[nodiscard]] double end_at(int end, EndName rim) const {
    const auto [from, to] = rim_range(form_, rim);
    return end == 0 ? from : to;
  }
  [[nodiscard]] Vec3 on_edge(EndName rim, double i) const {
    const double from = end_at(0, rim);
    return on_rim(rim, from + (end_at(1, rim) - from) * i / looks_);
  }
  // Along an end of the strip: on a cylinder straight lines of the flat are even in direction and height; a
  // half circle is one on the flat.
  [[nodiscard]] Vec3 on_end(int end, double share) const {
    const double base = end_at(end, EndName::base);
    const double top = end_at(end, EndName::top);
    const double low = form_.base(base).s;
    const double high = form_.top(top).s;
    double u = base + share * (top - base);
    double s = low + share * (high - low);
    if (form_.ends && (*form_.ends)[0].round > 0) {
      const double neutral = norm(ruling_at(form_.wall, base).dc) + form_.neutral;
      const Vec2 across{neutral * (top - base) / 2, (high - low) / 2};
      const Vec2 out = (end == 0 ? 1.0 : -1.0) * left_of(across);
      const double turn = pi * share;
      const Vec2 off = -std::cos(turn) * across + std::sin(turn) * out;
      u = (base + top) / 2 + off.x / neutral;
      s = (low + high) / 2 + off.y;
    }
    const Ruling r = ruling_at(form_.wall, std::clamp(u, form_.from(), form_.to()));
    if (u >= form_.from() && u <= form_.to()) return r.c + form_.thickness / 2 * r.n + s * r.e;
    const double radius = norm(r.dc) + form_.thickness / 2;
    return {radius * std::cos(u), radius * std::sin(u), s};
  }

  void add_ruling(Scene& s, double u, Pen pen, bool through = false) const {
    constexpr int steps = 20;
    const Vec3 base = on_rim(EndName::base, u);
    const Vec3 top = on_rim(EndName::top, u);
    s.lines.push_back({[=](double i) { return base + (i / steps) * (top - base); }, steps, pen, through});
  }

  // Where blanks of a flight meet.
  void add_seams(Scene& s) const {
    const auto* f = std::get_if<Flight>(&piece_.part.asked);
    if (!f) return;
    const bool left = piece_.part.making.hand == Hand::opposite;
    const double each = two_pi * f->turns_per_blank;
    const double whole = form_.to() - form_.from();
    for (double u = each; u < whole - within::same && s.lines.size() < 500; u += each)
      add_ruling(s, left ? form_.to() - u : form_.from() + u, Pen::seam);
  }

  // So that the blade is seen as a surface.
  void add_level_lines(Scene& s) const {
    if (!piece_.wound()->stretched()) return;
    constexpr int for_each_turn = 24;
    const double step = two_pi / for_each_turn;
    if ((form_.to() - form_.from()) / step > 600) return;
    for (double u = form_.from() + step; u < form_.to() - within::same; u += step)
      add_ruling(s, u, Pen::mark);
  }

  // Or the body that a strip lies against.
  void add_shaft(Scene& s, const Projection& projection) const {
    const auto* f = std::get_if<Flight>(&piece_.part.asked);
    const auto* strip = std::get_if<HelicalStrip>(&piece_.part.asked);
    const double radius = f ? *f->shaft / 2 : strip ? *strip->on / 2 : 0;
    if (radius == 0) return;
    constexpr int sides = 48;
    const double height = piece_.blank.overall_height;
    const auto at = [=](double i, double z) {
      const Vec2 d = direction(two_pi * i / sides);
      return Vec3{radius * d.x, radius * d.y, z};
    };
    for (const double z : {0.0, height})
      s.lines.push_back({[=](double i) { return at(i, z); }, sides, Pen::guide});
    for (int i = 0; i < sides; ++i) {
      s.faces.push_back({at(i, 0), at(i + 1, 0), at(i, height)});
      s.faces.push_back({at(i, height), at(i + 1, 0), at(i + 1, height)});
    }
    const double across = std::atan2(projection.right.y, projection.right.x) * sides / (two_pi);
    if (std::abs(projection.towards_eye().z) > 0.99) return;
    for (const double i : {across, across + sides / 2.0})
      s.lines.push_back({[=](double k) { return at(i, height * k / 40); }, 40, Pen::guide});
  }

  void add_silhouettes(Scene& s, const Projection& projection) const {
    const auto facing = [&](double u) { return dot(ruling_at(form_.wall, u).n, projection.towards_eye()); };
    const double from = std::max(end_at(0, EndName::base), end_at(0, EndName::top));
    const double to = std::min(end_at(1, EndName::base), end_at(1, EndName::top));
    for (int i = 0; i < looks_; ++i) {
      const double a = u_at(i);
      const double b = u_at(i + 1);
      if (a < from || b > to) continue;
      if ((facing(a) < 0) != (facing(b) < 0)) add_ruling(s, root(facing, a, b), Pen::formed, false);
    }
  }

  const Units& units_;
  const PieceResult& piece_;
  const Form& form_;
  bool dimensioned_;
  int looks_ = 1;
};

}  // namespace

std::unique_ptr<FormedPart> wound_part_seen(const JobResult& job, const PieceResult& piece) {
  return std::make_unique<WoundViews>(job, piece);
}

}  // namespace juggler
