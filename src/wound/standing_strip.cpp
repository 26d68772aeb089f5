// A strip that stands on a cylinder or cone. Equation numbers: docs/maths/winding.md.
#include <algorithm>
#include <array>
#include <cmath>
#include <memory>

#include "form/surface.h"
#include "strip_ends.h"
#include "winding.h"
#include "wound_sizes.h"

namespace juggler {
namespace {

// The angle turned at a place across, by that at the lower edge, and its derivatives by both.
struct Turned {
  double at = 0;
  double by_low = 1;
  double by_share = 0;
};

class StandingStrip {
 public:
  explicit StandingStrip(const StandingSizes& s)
      : s_(s),
        out_(s.width * std::sin(s.lean)),
        up_(s.width * std::cos(s.lean)),
        growth_(s.lead ? std::tan(*s.lead) * std::sin(s.half_angle) : 0),
        over_(growth_ == 0 ? s.angle : std::expm1(growth_ * s.angle)),
        ends_{0, s.angle} {
    check_clear();
    check_turns();
    if (s.ends == StripEnds::round) inset();
  }

  /// Of the lower edge: where the whole strip begins and ends.
  [[nodiscard]] const std::array<double, 2>& ends() const { return ends_; }

  // (18)
  [[nodiscard]] SurfacePoint point(double low, double share) const {
    const Turned t = turned(low, share);
    const Move m = move(t.at, share);
    const Vec2 out = direction(s_.start + t.at);
    const Vec2 on{-out.y, out.x};
    const auto in_space = [&](double along_out, double along_on, double along_up) {
      return Vec3{along_out * out.x + along_on * on.x, along_out * out.y + along_on * on.y, along_up};
    };
    const Vec3 by_turned = in_space(m.out, m.radius, m.up);
    const Vec3 across = in_space(out_, 0, up_);
    const double z = s_.height * pace(t.at) + share * up_;
    return {{m.radius * out.x, m.radius * out.y, z}, t.by_low * by_turned, across + t.by_share * by_turned};
  }

 private:
  // (18), its rate by itself, and the angle at which it has a value: NaN where it has none.
  [[nodiscard]] double pace(double turned) const {
    return (growth_ == 0 ? turned : std::expm1(growth_ * turned)) / over_;
  }
  [[nodiscard]] double pace_rate(double pace) const {
    return growth_ * pace + (growth_ == 0 ? 1 : growth_) / over_;
  }
  [[nodiscard]] double turned_at(double pace) const {
    return growth_ == 0 ? pace * over_ : std::log1p(pace * over_) / growth_;
  }

  // How a place moves as the angle turns: outwards, round, upwards; round it goes by its radius.
  struct Move {
    double radius = 0, out = 0, up = 0;
  };
  [[nodiscard]] Move move(double turned, double share) const {
    const double pace = this->pace(turned);
    const double rate = pace_rate(pace);
    return {s_.from + (s_.to - s_.from) * pace + share * out_, (s_.to - s_.from) * rate, s_.height * rate};
  }

  [[nodiscard]] Turned turned(double low, double share) const {
    switch (s_.ends) {
      case StripEnds::upright:
        return {low, 1, 0};
      case StripEnds::level:
        return level(low, share);
      default:
        return square(low, share);
    }
  }

  // (19)
  [[nodiscard]] Turned level(double low, double share) const {
    const double fall = up_ / s_.height;
    const double at = turned_at(pace(low) - share * fall);
    const double rate = pace_rate(pace(at));
    return {at, pace_rate(pace(low)) / rate, -fall / rate};
  }

  // (20): the line that runs square to all others of constant share, by Runge and Kutta's steps.
  [[nodiscard]] Turned square(double low, double share) const {
    constexpr int steps = 32;
    const double h = share / steps;
    Turned t{low, 1, slope(low, 0).value};
    for (int i = 0; i < steps; ++i) {
      const double v = h * i;
      const Slope a = slope(t.at, v);
      const Slope b = slope(t.at + h / 2 * a.value, v + h / 2);
      const Slope c = slope(t.at + h / 2 * b.value, v + h / 2);
      const Slope d = slope(t.at + h * c.value, v + h);
      const double da = a.by_turned;
      const double db = b.by_turned * (1 + h / 2 * da);
      const double dc = c.by_turned * (1 + h / 2 * db);
      const double dd = d.by_turned * (1 + h * dc);
      t.at += h / 6 * (a.value + 2 * b.value + 2 * c.value + d.value);
      t.by_low *= 1 + h / 6 * (da + 2 * db + 2 * dc + dd);
    }
    t.by_share = slope(t.at, share).value;
    return t;
  }
  struct Slope {
    double value = 0, by_turned = 0;
  };
  [[nodiscard]] Slope slope(double turned, double share) const {
    const Move m = move(turned, share);
    const double over = m.out * m.out + m.radius * m.radius + m.up * m.up;
    const double value = -(m.out * out_ + m.up * up_) / over;
    const double d_over = 2 * (growth_ * (m.out * m.out + m.up * m.up) + m.radius * m.out);
    return {value, value * (growth_ - d_over / over)};
  }

  void check_clear() const {
    const double least = std::min(s_.from, s_.to) + std::min(0.0, out_);
    if (least > within::little * std::max(s_.from, s_.to)) return;
    refuse("width", "reaches the axis", shown_mm(s_.width), "a strip clear of it", "make it narrower");
  }

  // (18a): the next turn stands beside this one, square to the rulings by more than the sheet, or past its
  // edge.
  void check_turns() const {
    const Vec2 across{std::sin(s_.lean), std::cos(s_.lean)};
    constexpr int looks = 32;
    for (int i = 0; i <= looks && s_.angle > two_pi; ++i) {
      const double turned = (s_.angle - two_pi) * i / looks;
      const double on = pace(turned + two_pi) - pace(turned);
      const Vec2 step{(s_.to - s_.from) * on, s_.height * on};
      const Move here = move(turned, 0);
      const double lead = here.radius / std::hypot(here.radius, here.out, here.up);
      const double apart = std::abs(cross(step, across)) * lead;
      if (std::abs(dot(step, across)) >= s_.width || apart >= s_.thickness) continue;
      refuse("pitch", "is so small that the turns lie in each other", shown_mm(norm(step)),
             "turns " + shown_mm(s_.thickness) + " apart, here " + shown_mm(apart),
             "make it larger, or the sheet thinner");
    }
  }

  // Half a width at either end, along the lower edge: half circles take it.
  void inset() {
    const auto speed = [&](double t) {
      const Move m = move(t, 0);
      return std::hypot(m.out, m.radius, m.up);
    };
    ends_ = inset_ends(speed, s_.angle, s_.width);
  }

  StandingSizes s_;
  double out_, up_;  // of the whole ruling
  double growth_;    // k, by which the pace grows
  double over_;      // what the pace is of
  std::array<double, 2> ends_;
};

// Where level ends lie past the point of a cone they find no place on it.
void check_ends(const StandingStrip& strip) {
  for (const double low : strip.ends()) {
    for (const double share : {0.0, 0.5, 1.0}) {
      const SurfacePoint p = strip.point(low, share);
      if (norm(p.at) < HUGE_VAL && norm(p.du) > 0 && norm(p.du) < HUGE_VAL) continue;
      refuse("ends", "find no place on the upper edge", "level", "square, upright or round", "choose others");
    }
  }
}

}  // namespace

CurvedForm form(const StandingSizes& s) {
  const auto strip = std::make_shared<const StandingStrip>(s);
  check_ends(*strip);
  const auto [first, last] = strip->ends();
  const auto point = [strip, first = first, last = last](double u, double v) -> SurfacePoint {
    SurfacePoint p = strip->point(first + u * (last - first), v);
    p.du = (last - first) * p.du;
    return p;
  };
  CurvedForm f;
  f.edge_words = lower_and_upper;
  f.size = std::hypot(2 * (std::max(s.from, s.to) + s.width), s.height + s.width);
  f.overall_height = overall_height(point, s.thickness);
  const bool round = s.ends == StripEnds::round;
  const bool alike = s.from == s.to && !(round && s.pieces > 1);
  const double turn = (last - first) / s.pieces;
  for (int i = 0; i < s.pieces; ++i) {
    if (alike && i > 0) {
      f.pieces.front().copies.push_back({i * turn, i * s.height * turn / s.angle});
      continue;
    }
    CurvedPiece piece;
    piece.number = i;
    const double from = static_cast<double>(i) / s.pieces;
    const double to = static_cast<double>(i + 1) / s.pieces;
    const int columns = 1 + static_cast<int>(6 * turn / two_pi - within::same);
    for (int k = 0; k <= columns; ++k) piece.surface.us.push_back(from + (to - from) * k / columns);
    piece.surface.vs = {0, 1};
    piece.surface.size = f.size;
    piece.surface.point = point;
    piece.round_start = round && i == 0;
    piece.round_end = round && i + 1 == s.pieces;
    f.pieces.push_back(std::move(piece));
  }
  return f;
}

}  // namespace juggler
