// A strip that lies against a cone. Equation numbers: docs/maths/winding.md.
#include <algorithm>
#include <array>
#include <cmath>

#include "form/surface.h"
#include "strip_ends.h"
#include "winding.h"
#include "wound_sizes.h"

namespace juggler {
namespace {

// A place of the cone's middle by its distance along the generator from where the lower edge starts, and the
// angle turned; and of its flat, which has that start at the origin and its generator upright.
struct OnCone {
  double along = 0;
  double turned = 0;
};

class ConeStrip {
 public:
  explicit ConeStrip(const ConeStripSizes& s)
      : s_(s),
        sine_(std::sin(s.half_angle)),
        cosine_(std::cos(s.half_angle)),
        start_(s.from + s.thickness / 2 * cosine_),
        apex_(start_ / sine_) {
    lower_ = {0, s.angle};
    upper_ = lower_;
    if (s.ends == StripEnds::round) inset();
    if (s.ends == StripEnds::level || s.ends == StripEnds::upright) cut_ends();
  }

  // (16): the flat.
  [[nodiscard]] Vec2 flat(OnCone p) const {
    const double psi = p.turned * sine_;
    const double half = std::sin(psi / 2);
    return {(apex_ + p.along) * std::sin(psi), p.along * std::cos(psi) - 2 * apex_ * half * half};
  }
  // The other way, about a direction.
  [[nodiscard]] OnCone on_cone(Vec2 p, double about) const {
    const double sign = apex_ > 0 ? 1 : -1;
    const double far = sign * std::hypot(p.x, p.y + apex_);
    const double psi = std::atan2(sign * p.x, sign * (p.y + apex_));
    const double near = about * sine_;
    return {(p.x * p.x + p.y * p.y + 2 * p.y * apex_) / (far + apex_),
            (near + std::remainder(psi - near, two_pi)) / sine_};
  }

  // (14): the lower edge after an angle, and how it goes on: of the flat.
  [[nodiscard]] OnCone edge(double turned) const {
    if (!s_.lead) return {s_.height / s_.angle * turned / cosine_, turned};
    const double k = std::tan(*s_.lead) * sine_;
    return {s_.from * std::expm1(k * turned) / sine_, turned};
  }
  struct Along {
    Vec2 at, d, dd;
  };
  [[nodiscard]] Along lower(double turned) const {
    const OnCone p = edge(turned);
    const double psi = turned * sine_;
    const Vec2 out{std::sin(psi), std::cos(psi)};
    const Vec2 on{std::cos(psi), -std::sin(psi)};
    const double r = start_ + p.along * sine_;
    double d = s_.height / s_.angle / cosine_;
    double dd = 0;
    if (s_.lead) {
      const double body = r - s_.thickness / 2 * cosine_;
      d = body * std::tan(*s_.lead);
      dd = d * std::tan(*s_.lead) * sine_;
    }
    return {flat(p), d * out + r * on, dd * out + 2 * d * sine_ * on - r * sine_ * out};
  }
  // Beside it by the width.
  struct Place {
    Vec2 at, d;
  };
  [[nodiscard]] Place upper(double turned) const {
    const Along low = lower(turned);
    const double speed = norm(low.d);
    const Vec2 way = 1 / speed * low.d;
    const double bend = cross(low.d, low.dd) / (speed * speed);
    return {low.at + s_.width * left_of(way), low.d - s_.width * bend * way};
  }

  [[nodiscard]] SurfacePoint point(double u, double v) const {
    const double low = lower_[0] + u * (lower_[1] - lower_[0]);
    const double high = upper_[0] + u * (upper_[1] - upper_[0]);
    const Along a = lower(low);
    const Place b = upper(high);
    const Vec2 da = (lower_[1] - lower_[0]) * a.d;
    const Vec2 db = (upper_[1] - upper_[0]) * b.d;
    if (s_.ends == StripEnds::square || s_.ends == StripEnds::round) {
      const Vec2 p = a.at + v * (b.at - a.at);
      return in_space(on_cone(p, low), da + v * (db - da), b.at - a.at);
    }
    // Level and upright ends are lines of the cone's own directions: those are shared out across.
    const OnCone p = edge(low);
    const OnCone q = on_cone(b.at, high);
    const OnCone at{p.along + v * (q.along - p.along), p.turned + v * (q.turned - p.turned)};
    const OnCone dp = change(p, da);
    const OnCone dq = change(q, db);
    return by_directions(at, {dp.along + v * (dq.along - dp.along), dp.turned + v * (dq.turned - dp.turned)},
                         {q.along - p.along, q.turned - p.turned});
  }

  // Where the place lies on the flat, seen from the outside.
  [[nodiscard]] Vec2 laid(double u, double v) const {
    const double low = lower_[0] + u * (lower_[1] - lower_[0]);
    const double high = upper_[0] + u * (upper_[1] - upper_[0]);
    const Vec2 a = lower(low).at;
    const Vec2 b = upper(high).at;
    Vec2 p = a + v * (b - a);
    if (s_.ends == StripEnds::level || s_.ends == StripEnds::upright) {
      const OnCone from = edge(low);
      const OnCone to = on_cone(b, high);
      p = flat({from.along + v * (to.along - from.along), from.turned + v * (to.turned - from.turned)});
    }
    return p;
  }

  void check() const {
    constexpr int looks = 400;
    for (int i = 0; i <= looks; ++i) {
      const double turned = lower_[0] + (lower_[1] - lower_[0]) * i / looks;
      const OnCone low = edge(turned);
      const OnCone high = on_cone(upper(turned).at, turned);
      const double least = within::little * start_;
      if (start_ + high.along * sine_ < least || start_ + low.along * sine_ < least)
        refuse("width", "reaches the apex of the cone", shown_mm(s_.width), "a strip clear of it",
               "make it narrower, or the body wider there");
      if (!(dot(upper(turned).d, lower(turned).d) > 0))
        refuse("width", "is more than the edge bends by: the other edge would turn back", shown_mm(s_.width),
               "less than the radius of the edge on the flat", "make it narrower");
      // The next turn's lower edge stands over this one's upper edge.
      const double next = high.turned + two_pi;
      if (next > s_.angle || edge(next).along - high.along > 0) continue;
      refuse("width", "is so wide that the strip's turns lie over each other", shown_mm(s_.width),
             "less than the turns are apart", "make it narrower, or the pitch larger");
    }
  }

 private:
  // Half a width at either end, along the edge: half circles take it.
  void inset() {
    lower_ = inset_ends([&](double t) { return norm(lower(t).d); }, s_.angle, s_.width);
    upper_ = lower_;
  }

  // Where the upper edge is as high as the lower one's end, or in its direction.
  void cut_ends() {
    for (const size_t end : {0U, 1U}) {
      const double turned = lower_[end];
      const auto off = [&](double t) {
        const OnCone p = on_cone(upper(t).at, t);
        return s_.ends == StripEnds::level ? p.along - edge(turned).along : p.turned - turned;
      };
      double reach = 0.01;
      while (reach < 20 && (off(turned - reach) < 0) == (off(turned + reach) < 0)) reach *= 1.5;
      if (reach >= 20)
        refuse("ends", "find no place on the upper edge", name_of(s_.ends), "square or round",
               "choose others");
      upper_[end] = root(off, turned - reach, turned + reach);
    }
    if (upper_[0] >= upper_[1])
      refuse("ends", "leave nothing of the upper edge", name_of(s_.ends), "a longer or narrower strip",
             "choose square ends");
  }

  // Of a step on the flat: along the generator, and the angle turned.
  [[nodiscard]] OnCone change(OnCone p, Vec2 step) const {
    const double psi = p.turned * sine_;
    const Vec2 out{std::sin(psi), std::cos(psi)};
    const Vec2 on{std::cos(psi), -std::sin(psi)};
    return {dot(step, out), dot(step, on) / (start_ + p.along * sine_)};
  }
  [[nodiscard]] SurfacePoint in_space(OnCone p, Vec2 du, Vec2 dv) const {
    return by_directions(p, change(p, du), change(p, dv));
  }
  [[nodiscard]] SurfacePoint by_directions(OnCone p, OnCone du, OnCone dv) const {
    const Vec2 out = direction(s_.start + p.turned);
    const double r = start_ + p.along * sine_;
    const double z = p.along * cosine_ - s_.thickness / 2 * sine_;
    const Vec3 up{sine_ * out.x, sine_ * out.y, cosine_};
    const Vec3 on{-r * out.y, r * out.x, 0};
    return {{r * out.x, r * out.y, z}, du.along * up + du.turned * on, dv.along * up + dv.turned * on};
  }

  ConeStripSizes s_;
  double sine_, cosine_;
  double start_;  // radius of the middle at the lower edge's start
  double apex_;   // from the apex to there, negative where the cone narrows upwards
  std::array<double, 2> lower_{}, upper_{};
};

}  // namespace

CurvedForm form(const ConeStripSizes& s) {
  const ConeStrip strip(s);
  strip.check();
  CurvedForm f;
  f.edge_words = lower_and_upper;
  f.opens_flat = true;
  f.size = std::hypot(2 * std::max(s.from, s.to), s.height) + s.width;
  f.overall_height = overall_height([&](double u, double v) { return strip.point(u, v); }, s.thickness);
  CurvedPiece piece;
  Surface& surface = piece.surface;
  const int columns = 1 + static_cast<int>(3 * s.angle / pi - within::same);
  for (int i = 0; i <= columns; ++i) surface.us.push_back(static_cast<double>(i) / columns);
  surface.vs = {0, 1};
  surface.size = f.size;
  surface.point = [strip](double u, double v) { return strip.point(u, v); };
  surface.guess = [strip](double u, double v) { return strip.laid(u, v); };
  piece.round_start = piece.round_end = s.ends == StripEnds::round;
  f.pieces.push_back(std::move(piece));
  return f;
}

}  // namespace juggler
