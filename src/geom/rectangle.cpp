// The rectangle of least area about an outline of arcs, by the support of the outline in every direction.
#include <algorithm>
#include <array>
#include <optional>

#include "juggler/geom.h"

namespace juggler {
namespace {

constexpr double quarter = pi / 2;

struct Support {
  size_t feature = 0;  // 2 i: the start of arc i; 2 i + 1: the arc itself
  Vec2 point;
};

// Where the arc runs square to the direction, if it does so between its ends.
std::optional<Vec2> summit(const Arc& arc, double theta) {
  if (arc.turn == Angle{}) return std::nullopt;
  const double whole = arc.turn.radians();
  const double wanted = theta + (whole > 0 ? quarter : -quarter);
  double turned = std::remainder(wanted - arc.heading.radians(), two_pi);
  if (turned * whole < 0) turned += whole > 0 ? two_pi : -two_pi;
  if (std::abs(turned) > std::abs(whole)) return std::nullopt;
  return point_at(arc, arc.length * (turned / whole));
}

Support support(std::span<const Arc> outline, double theta) {
  const Vec2 d = direction(theta);
  Support best{0, outline[0].start};
  for (size_t i = 0; i < outline.size(); ++i) {
    if (dot(outline[i].start, d) > dot(best.point, d)) best = {2 * i, outline[i].start};
    const auto top = summit(outline[i], theta);
    if (top && dot(*top, d) > dot(best.point, d)) best = {2 * i + 1, *top};
  }
  return best;
}

std::array<Support, 4> supports(std::span<const Arc> outline, double theta) {
  return {support(outline, theta), support(outline, theta + quarter), support(outline, theta + 2 * quarter),
          support(outline, theta + 3 * quarter)};
}

bool same_features(const std::array<Support, 4>& a, const std::array<Support, 4>& b) {
  return std::equal(a.begin(), a.end(), b.begin(),
                    [](const Support& x, const Support& y) { return x.feature == y.feature; });
}

Rectangle box_at(std::span<const Arc> outline, double theta) {
  const auto s = supports(outline, theta);
  const Vec2 d = direction(theta);
  const Vec2 up = left_of(d);
  const double left = dot(s[2].point, d);
  const double low = dot(s[3].point, up);
  return {left * d + low * up, Angle::radians(theta), dot(s[0].point, d) - left, dot(s[1].point, up) - low};
}

// The derivative of the rectangle's area by its turn: that of a support distance is the support point's
// place along the side.
double area_slope(std::span<const Arc> outline, double theta) {
  const auto s = supports(outline, theta);
  const Vec2 d = direction(theta);
  const Vec2 up = left_of(d);
  const double width = dot(s[0].point - s[2].point, d);
  const double height = dot(s[1].point - s[3].point, up);
  return dot(s[0].point - s[2].point, up) * height - width * dot(s[1].point - s[3].point, d);
}

// Turns in [from, to] at which another feature takes over, to rounding. Where an arc runs on smoothly into
// the next, rounding makes the two take turns: the limit ends that.
void find_changes(std::span<const Arc> outline, double from, double to, std::vector<double>& changes) {
  for (int i = 0; i < 32 && !same_features(supports(outline, from), supports(outline, to)); ++i) {
    const auto before = supports(outline, from);
    double lo = from;
    double hi = to;
    for (int j = 0; j < 80 && hi > std::nextafter(lo, hi); ++i) {
      const double middle = lo + (hi - lo) / 2;
      (same_features(before, supports(outline, middle)) ? lo : hi) = middle;
    }
    changes.push_back(lo);
    changes.push_back(hi);
    if (hi >= to) return;
    from = hi;
  }
}

std::vector<double> candidate_turns(std::span<const Arc> outline) {
  std::vector<double> turns;
  constexpr int steps = 90;
  for (int i = 0; i <= steps; ++i) turns.push_back(quarter * i / steps);
  std::vector<double> changes;
  for (int i = 0; i < steps; ++i) find_changes(outline, turns[i], turns[i + 1], changes);
  turns.insert(turns.end(), changes.begin(), changes.end());
  std::sort(turns.begin(), turns.end());
  std::vector<double> lowest = turns;
  const auto slope = [&](double theta) { return area_slope(outline, theta); };
  for (size_t i = 0; i + 1 < turns.size(); ++i) {
    if (slope(turns[i]) < 0 && slope(turns[i + 1]) > 0) lowest.push_back(root(slope, turns[i], turns[i + 1]));
  }
  return lowest;
}

Rectangle lying(const Rectangle& r) {
  if (r.width >= r.height) return r;
  const Vec2 d = direction(r.heading);
  return {r.corner + r.width * d, r.heading + Angle::radians(quarter), r.height, r.width};
}

}  // namespace

Rectangle upright_box(std::span<const Arc> outline) {
  return outline.empty() ? Rectangle{} : box_at(outline, 0);
}

Rectangle smallest_rectangle(std::span<const Arc> outline) {
  if (outline.empty()) return {};
  Rectangle best = lying(box_at(outline, 0));
  for (double theta : candidate_turns(outline)) {
    const Rectangle r = lying(box_at(outline, theta));
    const double gain = best.width * best.height - r.width * r.height;
    const double equal = within::rounding * best.width * best.height;
    if (gain > equal || (gain > -equal && r.height < best.height - within::rounding * best.width)) best = r;
  }
  return best;
}

}  // namespace juggler
