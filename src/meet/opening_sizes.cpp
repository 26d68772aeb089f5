// How wide and high openings come out on each face.
#include <algorithm>
#include <cmath>

#include "boring.h"

namespace juggler {
namespace {

// How far curves reach in a direction and square to it.
class Extent {
 public:
  explicit Extent(double heading) : along_(direction(heading)) {}
  // A curve from 0 to 1 by its points at even places, and as it runs beside each of them: the farthest of
  // these, closed in on.
  void add(const std::vector<Vec2>& points, const std::function<Vec2(double, size_t)>& curve) {
    look(along_, points, curve, low_x_, high_x_);
    look(left_of(along_), points, curve, low_y_, high_y_);
  }
  [[nodiscard]] FaceSize size() const { return {high_x_ - low_x_, high_y_ - low_y_}; }

 private:
  static void look(Vec2 way, const std::vector<Vec2>& points,
                   const std::function<Vec2(double, size_t)>& curve, double& low, double& high) {
    low = std::min(low, -farthest(Vec2{} - way, points, curve, -low));
    high = std::max(high, farthest(way, points, curve, high));
  }
  static double farthest(Vec2 way, const std::vector<Vec2>& points,
                         const std::function<Vec2(double, size_t)>& curve, double so_far) {
    size_t best = 0;
    for (size_t i = 1; i < points.size(); ++i) {
      if (dot(points[i], way) > dot(points[best], way)) best = i;
    }
    const double step = 1 / static_cast<double>(points.size() - 1);
    const double at = static_cast<double>(best) * step;
    const double farthest = dot(points[best], way);
    // Between looks a curve reaches no farther than a share of how far it runs.
    double run = 0;
    for (size_t i = 0; i + 1 < points.size(); ++i) run = std::max(run, norm(points[i + 1] - points[i]));
    if (farthest + run < so_far) return farthest;
    const auto short_of = [&](double share) { return -dot(curve(share, best), way); };
    // At an end of the curve it may only rise towards it.
    const double beside = best == 0 ? within::little * step : 1 - within::little * step;
    if ((best == 0 || best + 1 == points.size()) && -short_of(beside) <= farthest) return farthest;
    return std::max(farthest, -valley(short_of, std::max(0.0, at - step), std::min(1.0, at + step)).value);
  }

  Vec2 along_;
  double low_x_ = HUGE_VAL, high_x_ = -HUGE_VAL, low_y_ = HUGE_VAL, high_y_ = -HUGE_VAL;
};

enum class Layer { inside, outside, neutral };

const std::function<FlatRuling(double)>& flat_of(const Chart& c, Layer layer) {
  return layer == Layer::inside ? c.flat_inside : layer == Layer::outside ? c.flat_outside : c.flat;
}

// Points that lie on the centre's chart at (u, s), on a face opened out; nothing where one does not. A wall
// that is stretched has no faces that open out.
using At = std::pair<double, double>;
using Place = std::function<std::optional<At>(Vec2 p, const At& about)>;
FaceSize size_on(const PartWall& wall, const Spot& centre, Layer layer, const Outlines& loops,
                 const Place& place) {
  const Chart& c = wall.charts[centre.chart];
  if (c.curved && layer != Layer::neutral) return {};
  const auto& flat = flat_of(c, layer);
  const auto on_face = [&](const At& at) {
    if (layer == Layer::neutral) return c.on_flat(at.first, at.second);
    const FlatRuling r = flat(at.first);
    return r.c + at.second * direction(r.heading);
  };
  const double turned = layer == Layer::neutral ? 0 : flat(centre.u).heading - c.flat(centre.u).heading;
  Extent extent(centre.level.radians() + turned);
  for (const Outline& loop : loops) {
    At about{centre.u, centre.s};
    for (const Arc& arc : loop) {
      const int parts = 4 + static_cast<int>(20 * std::min(1.0, std::abs(arc.turn.radians()) / pi));
      std::vector<At> found;
      std::vector<Vec2> curve;
      for (int i = 0; i <= parts; ++i) {
        const auto at = place(point_at(arc, arc.length * i / parts), about);
        if (!at) return {};
        found.push_back(about = *at);
        curve.push_back(on_face(*at));
      }
      extent.add(curve, [&](double share, size_t near) {
        const auto at = place(point_at(arc, share * arc.length), found[near]);
        return at ? on_face(*at) : curve[near];
      });
    }
  }
  return extent.size();
}

Sizes sizes(const PartWall& wall, const Spot& centre, const Outlines& loops,
            const std::function<Place(Layer)>& place) {
  Sizes s;
  s.inside = size_on(wall, centre, Layer::inside, loops, place(Layer::inside));
  s.outside = size_on(wall, centre, Layer::outside, loops, place(Layer::outside));
  s.neutral = size_on(wall, centre, Layer::neutral, loops, place(Layer::neutral));
  return s;
}

}  // namespace

Sizes laid_sizes(const PartWall& wall, const Spot& centre, const Outlines& on_flat) {
  const Chart& c = wall.charts[centre.chart];
  return sizes(wall, centre, on_flat, [&](Layer) {
    return [&](Vec2 p, const At& about) -> std::optional<At> {
      const auto at = place_near(wall, centre.chart, p, about, (c.to - c.from) / 256);
      return at && c.has(at->first, at->second) ? at : std::nullopt;
    };
  });
}

}  // namespace juggler
