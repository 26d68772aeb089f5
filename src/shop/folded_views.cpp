// A folded part in its three views, its bends by their tags.
#include <fmt/format.h>

#include <algorithm>

#include "scene.h"

namespace juggler {
namespace {

// Two points of a line.
SceneLine straight(Vec3 a, Vec3 b, Pen pen, int steps = 40) {
  return {[=](double i) { return a + (i / steps) * (b - a); }, steps, pen};
}

class FoldedViews : public FormedPart {
 public:
  FoldedViews(const JobResult& job, const PieceResult& piece)
      : units_(job.job.units),
        piece_(piece),
        body_(*piece.folded()),
        dimensioned_(job.job.drawing.dimensions) {
    for (const PieceResult& other : job.pieces) {
      if (other.part.name != piece.part.name) continue;
      for (const BendLine& bend : other.blank.bends) {
        if (bend.strip < 0) continue;

        tagged_.push_back(
            {bend.tag, other.blank.folding->strips[static_cast<size_t>(bend.strip)].strip, bend.phi});
      }
    }
    panel_ = body_.lie == Lie::profile;
  }

  // A panel is looked at along its run, so that its profile shows.
  [[nodiscard]] Projection pictorial() const override {
    if (!panel_) return pictorial_from(-1.05);
    constexpr double c = 0.9;
    const double s = std::sqrt(1 - c * c);
    const Vec3 right{c, 0, -s};
    const Vec3 up{-s * 0.45, std::sqrt(1 - 0.45 * 0.45), -c * 0.45};
    return {right, up};
  }

  [[nodiscard]] Scene scene(const Projection& projection) const override {
    Scene s;
    s.size = body_.size;
    for (const Plate& p : body_.plates) add_plate(s, p);
    for (const Strip& strip : body_.strips) add_strip(s, strip, projection.towards_eye());
    for (const Tagged& t : tagged_) {
      const Strip& strip = strip_of(t);
      s.lines.push_back(
          straight(point(strip, t.phi, strip.low(t.phi)), point(strip, t.phi, strip.high(t.phi)), Pen::bend));
    }
    return s;
  }

  void annotate_front(Layout& layout, const View& view, std::vector<Label>& labels) const override {
    if (!dimensioned_) return;
    const PageBox b = view.box();
    dimension(
        layout, labels, {b.left, b.bottom}, {b.left, b.top}, {-6, 0},
        fmt::format("{} {}", panel_ ? "run" : "overall height", said(piece_, "formed, overall", units_, 2)));
    dimension(layout, labels, {b.left, b.bottom}, {b.right, b.bottom}, {0, 5},
              fmt::format("overall {}", said(piece_, "formed, overall", units_, 0)));
  }
  void annotate_above(Layout& layout, const View& view, std::vector<Label>& labels) const override {
    if (panel_) tag(view, labels, false);
    if (!dimensioned_) return;
    const PageBox b = view.box();
    dimension(layout, labels, {b.right, b.bottom}, {b.right, b.top}, {6, 0},
              fmt::format("overall {}", said(piece_, "formed, overall", units_, 1)));
  }
  void annotate_pictorial(Layout&, const View& view, std::vector<Label>& labels) const override {
    tag(view, labels, true);
  }

 private:
  struct Tagged {
    std::string tag;
    int strip = 0;
    double phi = 0;
  };

  [[nodiscard]] const Strip& strip_of(const Tagged& t) const {
    return body_.strips[static_cast<size_t>(t.strip)];
  }
  [[nodiscard]] Vec3 point(const Strip& s, double phi, double along) const {
    return strip_point(body_, s, phi, along, body_.thickness / 2);
  }

  void add_plate(Scene& s, const Plate& p) const {
    std::vector<Vec3> c;
    for (const Vec2 corner : p.corners) c.push_back(p.at(corner) + (body_.thickness / 2) * p.normal);
    for (size_t i = 1; i + 1 < c.size(); ++i) s.faces.push_back({c[0], c[i], c[i + 1]});
    for (size_t k = 0; k < c.size(); ++k) {
      const Vec3 to = c[(k + 1) % c.size()];
      if (p.sides[k].kind == SideKind::bend || norm(to - c[k]) < within::same * body_.size) continue;
      s.lines.push_back(straight(c[k], to, p.sides[k].kind == SideKind::joint ? Pen::seam : Pen::formed));
    }
  }

  // The angles at which a strip is drawn: a pressed one from hit to hit.
  [[nodiscard]] std::vector<double> angles_of(const Strip& strip) const {
    const double turn = std::abs(strip.angle.radians());
    std::vector<double> angles{0};
    for (const Tagged& t : tagged_) {
      if (&strip_of(t) == &strip && strip.rolled) angles.push_back(t.phi);
    }
    if (angles.size() == 1) {
      const int n = std::max(2, static_cast<int>(std::ceil((strip.rolled ? 24 : 6) * turn / pi)));
      for (int i = 1; i < n; ++i) angles.push_back(turn * i / n);
    }
    angles.push_back(turn);
    std::sort(angles.begin(), angles.end());
    return angles;
  }

  [[nodiscard]] bool has_hits(const Strip& strip) const {
    return std::any_of(tagged_.begin(), tagged_.end(),
                       [&](const Tagged& t) { return &strip_of(t) == &strip; });
  }

  void add_strip(Scene& s, const Strip& strip, Vec3 eye) const {
    const std::vector<double> angles = angles_of(strip);
    std::vector<Vec3> low;
    std::vector<Vec3> high;
    for (const double phi : angles) {
      low.push_back(point(strip, phi, strip.low(phi)));
      high.push_back(point(strip, phi, strip.high(phi)));
    }
    for (size_t i = 0; i + 1 < angles.size(); ++i) {
      s.faces.push_back({low[i], high[i], low[i + 1]});
      s.faces.push_back({high[i], low[i + 1], high[i + 1]});
    }
    if (strip.width() == 0) return;
    for (const std::vector<Vec3>& rim : {low, high}) {
      const auto at = [rim](double i) {
        const auto k = std::min(static_cast<size_t>(i), rim.size() - 2);
        return rim[k] + (i - static_cast<double>(k)) * (rim[k + 1] - rim[k]);
      };
      s.lines.push_back({at, static_cast<int>(rim.size()) - 1});
    }
    if (strip.rolled && !has_hits(strip)) add_silhouette(s, strip, eye);
  }

  // Where a rolled arc turns away from the eye.
  void add_silhouette(Scene& s, const Strip& strip, Vec3 eye) const {
    const Plate& a = body_.plates[static_cast<size_t>(strip.plate_a)];
    const double way = strip.angle.radians() >= 0 ? 1 : -1;
    const Vec3 m = way * cross(strip.axis, a.normal);
    for (int k = -1; k <= 2; ++k) {
      const double phi = std::atan2(-dot(a.normal, eye), dot(m, eye)) + k * pi;
      if (phi <= 0 || phi >= std::abs(strip.angle.radians())) continue;
      const Vec3 low = point(strip, phi, strip.low(phi));
      const Vec3 high = point(strip, phi, strip.high(phi));
      s.lines.push_back({[=](double i) { return low + i * (high - low); }, 1, Pen::formed, true});
    }
  }

  // Of many hits only some are tagged: the first, the last, and those with room between.
  void tag(const View& view, std::vector<Label>& labels, bool along) const {
    Vec2 last{-1e9, -1e9};
    for (size_t i = 0; i < tagged_.size(); ++i) {
      const Strip& s = strip_of(tagged_[i]);
      const double phi = tagged_[i].phi;
      const Vec3 low = point(s, phi, s.low(phi));
      const Vec3 high = point(s, phi, s.high(phi));
      const Vec2 a = view.page(low);
      const Vec2 b = view.page(high);
      const Vec2 middle = 0.5 * (a + b);
      if (norm(middle - last) < 4.5 && i + 1 < tagged_.size()) continue;
      last = middle;
      const Vec2 away = norm(b - a) < within::same ? Vec2{0, -1} : left_of(b - a);
      std::vector<Anchor> anchors =
          along ? anchors_along(a, b, away) : std::vector<Anchor>{{b, middle - view.box().middle()}};
      if (along) {
        for (const Anchor& other : anchors_along(a, b, -1.0 * away)) anchors.push_back(other);
      }
      labels.push_back({tagged_[i].tag, std::move(anchors), small_letters, pi, true});
    }
  }

  const Units& units_;
  const PieceResult& piece_;
  const Body& body_;
  bool dimensioned_;
  bool panel_ = false;
  std::vector<Tagged> tagged_;
};

}  // namespace

std::unique_ptr<FormedPart> folded_part_seen(const JobResult& job, const PieceResult& piece) {
  return std::make_unique<FoldedViews>(job, piece);
}

}  // namespace juggler
