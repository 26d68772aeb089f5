// A dome or ruled wall in its three views.
#include <fmt/format.h>

#include "scene.h"

namespace juggler {
namespace {

class StretchedViews : public FormedPart {
 public:
  StretchedViews(const JobResult& job, const PieceResult& piece)
      : units_(job.job.units),
        piece_(piece),
        part_(*piece.stretched()),
        dimensioned_(job.job.drawing.dimensions) {}

  [[nodiscard]] Projection pictorial() const override { return pictorial_from(-0.6); }

  [[nodiscard]] Scene scene(const Projection& projection) const override {
    Scene s;
    s.size = part_.size;
    for (const StretchedPiece& piece : part_.pieces) {
      for (const CopyPlace& copy : piece.curved.copies) add_copy(s, piece, copy);
    }
    if (part_.dome) add_dome_outline(s, projection);
    return s;
  }

  void annotate_front(Layout& layout, const View& view, std::vector<Label>& labels) const override {
    if (!dimensioned_) return;
    const PageBox b = view.box();
    dimension(layout, labels, {b.left, b.bottom}, {b.left, b.top}, {-6, 0},
              fmt::format("overall {}", said(piece_, "overall height", units_)));
  }

  void annotate_above(Layout& layout, const View& view, std::vector<Label>& labels) const override {
    const Vec2 centre = view.page({0, 0, 0});
    if (!part_.dome) return;
    double reach = 0;
    for (int i = 0; i <= 64; ++i) reach = std::max(reach, part_.dome->at(part_.dome->length() * i / 64).x);
    const double radius = norm(view.page({reach, 0, 0}) - centre);
    for (int i = 0; i < 4; ++i) {
      const Vec2 out = direction(-i * pi / 2);
      const Vec2 from = centre + (radius + 0.8) * out;
      layout.draw({from, from + 2 * out}, Pen::guide);
      labels.push_back({fmt::format("{}\u00b0", 90 * i), {{from + 2 * out, out}}});
    }
    const auto* dome = std::get_if<Dome>(&piece_.part.asked);
    if (!dimensioned_ || !dome->rim) return;
    const PageBox b = view.box();
    const double rim = norm(view.page({part_.dome->at(0).x, 0, 0}) - centre);
    dimension(layout, labels, centre - Vec2{rim, 0}, centre + Vec2{rim, 0}, {0, b.bottom - centre.y + 6},
              fmt::format("rim dia {}", said(piece_, "rim", units_)));
  }
  void annotate_pictorial(Layout&, const View&, std::vector<Label>&) const override {}

 private:
  static double at_share(const std::vector<double>& breaks, double share) {
    return breaks.front() + share * (breaks.back() - breaks.front());
  }

  void add_copy(Scene& s, const StretchedPiece& piece, const CopyPlace& copy) const {
    const Surface& surface = piece.curved.surface;
    const int along = part_.dome ? 4 : 12 * static_cast<int>(surface.us.size());
    const int across = part_.dome ? 24 : 8;
    const auto at = [&surface, copy](double u, double v) {
      return copy(surface.point(at_share(surface.us, u), at_share(surface.vs, v)).at);
    };
    for (int i = 0; i < along; ++i) {
      for (int j = 0; j < across; ++j) {
        const auto corner = [&](int a, int b) {
          return at(static_cast<double>(i + a) / along, static_cast<double>(j + b) / across);
        };
        s.faces.push_back({corner(0, 0), corner(1, 0), corner(0, 1)});
        s.faces.push_back({corner(0, 1), corner(1, 0), corner(1, 1)});
      }
    }
    constexpr int steps = 48;
    for (const double v : {0.0, 1.0}) s.lines.push_back({[=](double i) { return at(i / steps, v); }, steps});
    // Domes are closed: each seam once.
    const std::vector<double> ends = part_.dome ? std::vector{0.0} : std::vector{0.0, 1.0};
    for (const double u : ends)
      s.lines.push_back({[=](double i) { return at(u, i / steps); }, steps, Pen::seam});
    if (part_.dome) return;
    constexpr int rulings = 12;
    for (int k = 1; k < rulings; ++k) {
      const double u = static_cast<double>(k) / rulings;
      s.lines.push_back({[=](double i) { return at(u, i / steps); }, steps, Pen::mark});
    }
  }

  // Where the dome turns away from the eye, seen from the side: its meridians on both hands.
  void add_dome_outline(Scene& s, const Projection& projection) const {
    const DomeSizes& dome = *part_.dome;
    if (std::abs(projection.towards_eye().z) > 0.99) {
      add_widest(s);
      return;
    }
    const double across = std::atan2(projection.right.y, projection.right.x);
    constexpr int steps = 64;
    const bool level = std::abs(projection.towards_eye().z) < within::same;
    for (const double turn : {across, across + pi}) {
      if (!level) continue;
      const Vec2 out = direction(turn);
      s.lines.push_back({[&dome, out](double i) {
                           const Vec2 p = dome.at(dome.length() * i / steps);
                           return Vec3{p.x * out.x, p.x * out.y, p.y};
                         },
                         steps, Pen::formed, true});
    }
    if (level) return;
    add_tilted_outline(s, projection);
  }

  // Seen from above: where it is widest.
  void add_widest(Scene& s) const {
    const DomeSizes& dome = *part_.dome;
    const Least widest = least([&](double along) { return -dome.at(along).x; }, 0, dome.length());
    const double height = dome.at(widest.at).y;
    constexpr int steps = 96;
    s.lines.push_back({[=](double i) {
                         const Vec2 way = direction(two_pi * i / steps);
                         return Vec3{-widest.value * way.x, -widest.value * way.y, height};
                       },
                       steps, Pen::formed, true});
  }

  // On each parallel the two places whose normal is square to the view.
  void add_tilted_outline(Scene& s, const Projection& projection) const {
    const DomeSizes& dome = *part_.dome;
    const Vec3 eye = projection.towards_eye();
    const double plan = std::atan2(eye.y, eye.x);
    const double level = std::hypot(eye.x, eye.y);
    constexpr int steps = 160;
    for (const double side : {-1.0, 1.0}) {
      const auto at = [&dome, eye, plan, level, side](double i) -> std::optional<Vec3> {
        const double along = dome.length() * i / steps;
        const double out = dome.heading(along) - pi / 2;  // of the normal from level
        const double share = -std::tan(out) * eye.z / level;
        if (!(std::abs(share) <= 1)) return std::nullopt;
        const Vec2 way = direction(plan + side * std::acos(share));
        const Vec2 p = dome.at(along);
        return Vec3{p.x * way.x, p.x * way.y, p.y};
      };
      for (int i = 0; i < steps; ++i) {
        const auto a = at(i);
        const auto b = at(i + 1);
        if (!a || !b) continue;
        s.lines.push_back({[a = *a, b = *b](double k) { return a + k * (b - a); }, 1, Pen::formed, true});
      }
    }
  }

  const Units& units_;
  const PieceResult& piece_;
  const StretchedPart& part_;
  bool dimensioned_;
};

}  // namespace

std::unique_ptr<FormedPart> stretched_part_seen(const JobResult& job, const PieceResult& piece) {
  return std::make_unique<StretchedViews>(job, piece);
}

}  // namespace juggler
