// Domes, ruled walls and all else that stretches in their views.
#include <algorithm>
#include <cmath>

#include "measure/facts.h"
#include "measure/say.h"
#include "stretched.h"
#include "walls.h"

namespace juggler {
namespace {

using ViewSide = ViewDimension::Side;

double at_share(const std::vector<double>& breaks, double share) {
  return breaks.front() + share * (breaks.back() - breaks.front());
}

void add_copy(Scene& s, const StretchedPiece& piece, const CopyPlace& copy, bool closed) {
  const Surface& surface = piece.curved.surface;
  const int along = closed ? 4 : 12 * static_cast<int>(surface.us.size());
  const int across = closed ? 24 : 8;
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
  // What closes: each seam once.
  const std::vector<double> ends = closed ? std::vector{0.0} : std::vector{0.0, 1.0};
  for (const double u : ends)
    s.lines.push_back({[=](double i) { return at(u, i / steps); }, steps, LineOf::seam});
  if (closed) return;
  constexpr int rulings = 12;
  for (int k = 1; k < rulings; ++k) {
    const double u = static_cast<double>(k) / rulings;
    s.lines.push_back({[=](double i) { return at(u, i / steps); }, steps, LineOf::mark});
  }
}

// Seen from above: where it is widest.
void add_widest(Scene& s, const DomeSizes& dome) {
  const Least widest = least([&](double along) { return -dome.at(along).x; }, 0, dome.length());
  const double height = dome.at(widest.at).y;
  constexpr int steps = 96;
  s.lines.push_back({[=](double i) {
                       const Vec2 way = direction(two_pi * i / steps);
                       return Vec3{-widest.value * way.x, -widest.value * way.y, height};
                     },
                     steps, LineOf::edge, true});
}

// On each parallel the two places whose normal is square to the view.
void add_tilted_outline(Scene& s, const DomeSizes& dome, const Projection& projection) {
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
      s.lines.push_back({[a = *a, b = *b](double k) { return a + k * (b - a); }, 1, LineOf::edge, true});
    }
  }
}

// Where the dome turns away from the eye, seen from the side: its meridians on both hands.
void add_dome_outline(Scene& s, const DomeSizes& dome, const Projection& projection) {
  if (std::abs(projection.towards_eye().z) > 0.99) {
    add_widest(s, dome);
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
                       steps, LineOf::edge, true});
  }
  if (level) return;
  add_tilted_outline(s, dome, projection);
}

Scene scene_of(const StretchedPart& part, bool closed) {
  Scene s;
  s.size = part.size;
  for (const StretchedPiece& piece : part.pieces) {
    for (const CopyPlace& copy : piece.curved.copies) add_copy(s, piece, copy, closed);
  }
  return s;
}

}  // namespace

Seen stretched_seen(const std::shared_ptr<const StretchedPart>& part, const Blank& b) {
  Seen seen;
  seen.scene = [=](const Projection&) { return scene_of(*part, false); };
  seen.in_front.emplace_back(
      ViewDimension{ViewSide::left,
                    say("overall {}", length(b.overall_height, {"lowest metal", "highest metal", "axis"}))});
  return seen;
}

Seen dome_seen(const std::shared_ptr<const StretchedPart>& part, const DomeSizes& dome, const Dome& asked,
               const std::vector<Fact>& sizes, const Blank& b) {
  Seen seen = stretched_seen(part, b);
  seen.scene = [=](const Projection& projection) {
    Scene s = scene_of(*part, true);
    add_dome_outline(s, dome, projection);
    return s;
  };
  double reach = 0;
  for (int i = 0; i <= 64; ++i) reach = std::max(reach, dome.at(dome.length() * i / 64).x);
  seen.in_above.emplace_back(PlanAngles{Vec3{}, reach});
  if (!asked.rim) return seen;
  const double rim = dome.at(0).x;
  seen.in_above.emplace_back(ViewDimension{ViewSide::below, say("rim dia {}", measured(sizes, "rim")),
                                           Vec3{-rim, 0, 0}, Vec3{rim, 0, 0}, ViewDimension::Start::place});
  return seen;
}

}  // namespace juggler
