// Folded parts in their views, their bends by their tags.
#include <algorithm>
#include <cmath>

#include "folded.h"
#include "measure/facts.h"
#include "measure/say.h"

namespace juggler {
namespace {

using ViewSide = ViewDimension::Side;

class BodyScene {
 public:
  BodyScene(std::shared_ptr<const Body> body, const std::vector<const Blank*>& blanks)
      : part_(std::move(body)), body_(*part_) {
    for (const Blank* blank : blanks) {
      for (const Fold& bend : bends_of(*blank)) {
        if (bend.zone >= 0)
          tagged_.push_back({bend.tag, blank->folding->zones[static_cast<size_t>(bend.zone)].zone, bend.u});
      }
    }
  }

  // A panel is looked at along its run, so that its profile shows.
  [[nodiscard]] Projection pictorial() const {
    if (body_.lie != Lie::profile) return pictorial_from(Angle::radians(-1.05));
    constexpr double c = 0.9;
    const double s = std::sqrt(1 - c * c);
    const Vec3 right{c, 0, -s};
    const Vec3 up{-s * 0.45, std::sqrt(1 - 0.45 * 0.45), -c * 0.45};
    return {right, up};
  }

  [[nodiscard]] Scene scene(const Projection& projection) const {
    Scene s;
    s.size = body_.size;
    for (const BodyFace& p : body_.faces) add_face(s, p);
    for (const BendZone& zone : body_.zones) add_zone(s, zone, projection.towards_eye());
    for (const Tagged& t : tagged_) {
      const BendZone& zone = zone_of(t);
      s.lines.push_back(
          straight(point(zone, t.phi, zone.low(t.phi)), point(zone, t.phi, zone.high(t.phi)), LineOf::bend));
    }
    return s;
  }

  [[nodiscard]] LineTags tags(bool along) const {
    LineTags tags{{}, along};
    for (const Tagged& t : tagged_) {
      const BendZone& s = zone_of(t);
      tags.tags.push_back({t.tag, point(s, t.phi, s.low(t.phi)), point(s, t.phi, s.high(t.phi))});
    }
    return tags;
  }

 private:
  struct Tagged {
    std::string tag;
    int zone = 0;
    double phi = 0;
  };

  [[nodiscard]] const BendZone& zone_of(const Tagged& t) const {
    return body_.zones[static_cast<size_t>(t.zone)];
  }
  [[nodiscard]] Vec3 point(const BendZone& s, double phi, double along) const {
    return zone_point(body_, s, phi, along, body_.thickness / 2);
  }

  void add_face(Scene& s, const BodyFace& p) const {
    const auto in_space = [&](Vec2 at) { return p.at(at) + (body_.thickness / 2) * p.normal; };
    for (const Polygon& part : parts_of(p)) {
      for (size_t i = 1; i + 1 < part.size(); ++i)
        s.faces.push_back({in_space(part[0]), in_space(part[i]), in_space(part[i + 1])});
    }
    for (size_t k = 0; k < p.corners.size(); ++k) {
      const Arc side = p.side(k);
      if (p.sides[k].kind == SideKind::bend || side.length < within::same * body_.size) continue;
      if (is_straight(side)) {
        s.lines.push_back(straight(in_space(side.start), in_space(end_of(side)),
                                   p.sides[k].kind == SideKind::joint ? LineOf::seam : LineOf::edge));
        continue;
      }
      const auto at = [=, t = body_.thickness / 2](double i) {
        return p.at(point_at(side, side.length * i / along_arc)) + t * p.normal;
      };
      s.lines.push_back({at, along_arc});
    }
  }

  static constexpr int along_arc = 16;

  // As it is; where some of its sides are arcs, in convex parts.
  static std::vector<Polygon> parts_of(const BodyFace& p) {
    Polygon around;
    bool arcs = false;
    for (size_t k = 0; k < p.corners.size(); ++k) {
      const Arc side = p.side(k);
      around.push_back(side.start);
      for (int i = 1; !is_straight(side) && i < along_arc; ++i)
        around.push_back(point_at(side, side.length * i / along_arc));
      arcs = arcs || !is_straight(side);
    }
    return arcs ? convex_parts(around) : std::vector<Polygon>{around};
  }

  // The angles at which a zone is drawn: a pressed one from hit to hit.
  [[nodiscard]] std::vector<double> angles_of(const BendZone& zone) const {
    const double turn = std::abs(zone.angle.radians());
    std::vector<double> angles{0};
    for (const Tagged& t : tagged_) {
      if (&zone_of(t) == &zone && zone.rolled) angles.push_back(t.phi);
    }
    if (angles.size() == 1) {
      const int n = std::max(2, static_cast<int>(std::ceil((zone.rolled ? 24 : 6) * turn / pi)));
      for (int i = 1; i < n; ++i) angles.push_back(turn * i / n);
    }
    angles.push_back(turn);
    std::sort(angles.begin(), angles.end());
    return angles;
  }

  [[nodiscard]] bool has_hits(const BendZone& zone) const {
    return std::any_of(tagged_.begin(), tagged_.end(), [&](const Tagged& t) { return &zone_of(t) == &zone; });
  }

  void add_zone(Scene& s, const BendZone& zone, Vec3 eye) const {
    const std::vector<double> angles = angles_of(zone);
    std::vector<Vec3> low;
    std::vector<Vec3> high;
    for (const double phi : angles) {
      low.push_back(point(zone, phi, zone.low(phi)));
      high.push_back(point(zone, phi, zone.high(phi)));
    }
    for (size_t i = 0; i + 1 < angles.size(); ++i) {
      s.faces.push_back({low[i], high[i], low[i + 1]});
      s.faces.push_back({high[i], low[i + 1], high[i + 1]});
    }
    if (zone.width() == 0) return;
    for (const std::vector<Vec3>& rim : {low, high}) {
      const auto at = [rim](double i) {
        const auto k = std::min(static_cast<size_t>(i), rim.size() - 2);
        return rim[k] + (i - static_cast<double>(k)) * (rim[k + 1] - rim[k]);
      };
      s.lines.push_back({at, static_cast<int>(rim.size()) - 1});
    }
    if (zone.rolled && !has_hits(zone)) add_silhouette(s, zone, eye);
  }

  // Where a rolled arc turns away from the eye.
  void add_silhouette(Scene& s, const BendZone& zone, Vec3 eye) const {
    const BodyFace& a = body_.faces[static_cast<size_t>(zone.face_a)];
    const double way = zone.angle.radians() >= 0 ? 1 : -1;
    const Vec3 m = way * cross(zone.axis, a.normal);
    for (int k = -1; k <= 2; ++k) {
      const double phi = std::atan2(-dot(a.normal, eye), dot(m, eye)) + k * pi;
      if (phi <= 0 || phi >= std::abs(zone.angle.radians())) continue;
      const Vec3 low = point(zone, phi, zone.low(phi));
      const Vec3 high = point(zone, phi, zone.high(phi));
      s.lines.push_back({[=](double i) { return low + i * (high - low); }, 1, LineOf::edge, true});
    }
  }

  std::shared_ptr<const Body> part_;
  const Body& body_;
  std::vector<Tagged> tagged_;
};

}  // namespace

Seen body_seen(const std::shared_ptr<const Body>& body, const std::vector<Fact>& numbers,
               const std::vector<const Blank*>& blanks) {
  const auto scene = std::make_shared<const BodyScene>(body, blanks);
  const bool profile = body->lie == Lie::profile;
  const auto overall = [&](size_t which) { return measured(numbers, "formed, overall", which); };
  Seen seen;
  seen.pictorial = scene->pictorial();
  seen.scene = [=](const Projection& projection) { return scene->scene(projection); };
  // With flanges the metal may reach beyond the run.
  seen.in_front.emplace_back(ViewDimension{
      ViewSide::left, say("{} {}", profile && !has_flanges(*body) ? "run" : "overall height", overall(2))});
  seen.in_front.emplace_back(
      ViewDimension{.side = ViewSide::below, .text = say("overall {}", overall(0)), .out = 5});
  if (profile) seen.in_above.emplace_back(scene->tags(false));
  seen.in_above.emplace_back(ViewDimension{ViewSide::right, say("overall {}", overall(1))});
  seen.in_pictorial.emplace_back(scene->tags(true));
  return seen;
}

}  // namespace juggler
