// Points, angles, arcs and outlines; how long work may take. Knows no sheet.
#pragma once

#include <array>
#include <cmath>
#include <functional>
#include <memory>
#include <numbers>
#include <optional>
#include <span>
#include <stdexcept>
#include <stop_token>
#include <vector>

#include "juggler/tolerance.h"

namespace juggler {

inline constexpr double pi = std::numbers::pi;
inline constexpr double two_pi = 2 * pi;

/// An angle. It is made only by naming its unit, so that degrees and radians cannot be mixed.
class Angle {
 public:
  constexpr Angle() = default;
  [[nodiscard]] static constexpr Angle radians(double value) { return Angle(value); }
  [[nodiscard]] static constexpr Angle degrees(double value) { return Angle(value / 180.0 * pi); }
  [[nodiscard]] constexpr double radians() const { return value_; }
  [[nodiscard]] constexpr double degrees() const { return value_ / pi * 180.0; }
  constexpr auto operator<=>(const Angle&) const = default;
  [[nodiscard]] constexpr Angle operator-() const { return Angle(-value_); }
  [[nodiscard]] constexpr Angle operator+(Angle a) const { return Angle(value_ + a.value_); }
  [[nodiscard]] constexpr Angle operator-(Angle a) const { return Angle(value_ - a.value_); }
  [[nodiscard]] constexpr Angle operator/(double parts) const { return Angle(value_ / parts); }
  [[nodiscard]] friend constexpr Angle operator*(double k, Angle a) { return Angle(k * a.value_); }

 private:
  explicit constexpr Angle(double value) : value_(value) {}
  double value_ = 0;
};

/// A point or vector of the flat, mm. It never converts to a point in space.
struct Vec2 {
  double x = 0;
  double y = 0;
  bool operator==(const Vec2&) const = default;
};

/// A point or vector in space, mm. z runs along the part's axis, the base lies at z = 0.
struct Vec3 {
  double x = 0;
  double y = 0;
  double z = 0;
  bool operator==(const Vec3&) const = default;
};

constexpr Vec2 operator+(Vec2 a, Vec2 b) { return {a.x + b.x, a.y + b.y}; }
constexpr Vec2 operator-(Vec2 a, Vec2 b) { return {a.x - b.x, a.y - b.y}; }
constexpr Vec2 operator*(double k, Vec2 a) { return {k * a.x, k * a.y}; }
constexpr double dot(Vec2 a, Vec2 b) { return a.x * b.x + a.y * b.y; }
constexpr double cross(Vec2 a, Vec2 b) { return a.x * b.y - a.y * b.x; }
inline double norm(Vec2 a) { return std::hypot(a.x, a.y); }
/// The unit vector at an angle from +x, and the one a quarter turn anticlockwise of it.
inline Vec2 direction(double radians) { return {std::cos(radians), std::sin(radians)}; }
inline Vec2 direction(Angle angle) { return direction(angle.radians()); }
/// The angle from +x of a vector, within half a turn.
inline Angle heading_of(Vec2 way) { return Angle::radians(std::atan2(way.y, way.x)); }
constexpr Vec2 left_of(Vec2 a) { return {-a.y, a.x}; }

constexpr Vec3 operator+(Vec3 a, Vec3 b) { return {a.x + b.x, a.y + b.y, a.z + b.z}; }
constexpr Vec3 operator-(Vec3 a, Vec3 b) { return {a.x - b.x, a.y - b.y, a.z - b.z}; }
constexpr Vec3 operator*(double k, Vec3 a) { return {k * a.x, k * a.y, k * a.z}; }
constexpr double dot(Vec3 a, Vec3 b) { return a.x * b.x + a.y * b.y + a.z * b.z; }
constexpr Vec3 cross(Vec3 a, Vec3 b) {
  return {a.y * b.z - a.z * b.y, a.z * b.x - a.x * b.z, a.x * b.y - a.y * b.x};
}
inline double norm(Vec3 a) { return std::sqrt(dot(a, a)); }
inline Vec3 unit(Vec3 a) { return 1 / norm(a) * a; }

/// A frame in space: where its origin lies, and the ways of its axes: of unit length, right-handed.
struct Frame {
  Vec3 origin = {};
  Vec3 x = {1, 0, 0};
  Vec3 y = {0, 1, 0};
  Vec3 z = {0, 0, 1};

  /// A way, a place and a frame that are given in this one, as they lie outside it.
  [[nodiscard]] Vec3 way(Vec3 w) const { return w.x * x + w.y * y + w.z * z; }
  [[nodiscard]] Vec3 place(Vec3 p) const { return origin + way(p); }
  [[nodiscard]] Frame frame(const Frame& f) const { return {place(f.origin), way(f.x), way(f.y), way(f.z)}; }
  /// A place and a way from outside, as this frame has them.
  [[nodiscard]] Vec3 own_way(Vec3 w) const { return {dot(w, x), dot(w, y), dot(w, z)}; }
  [[nodiscard]] Vec3 own_place(Vec3 p) const { return own_way(p - origin); }
  [[nodiscard]] Frame own_frame(const Frame& f) const {
    return {own_place(f.origin), own_way(f.x), own_way(f.y), own_way(f.z)};
  }
};

/// A circular arc or straight line of the flat, kept by where it starts, which way it heads there (from +x),
/// how long it is (mm, >= 0) and how far it turns (anticlockwise positive, less than a whole turn; 0 is a
/// straight line). No centre is kept, so that the flattest arc is as exact as any.
struct Arc {
  Vec2 start;
  Angle heading = {};
  double length = 0;
  Angle turn = {};
};

/// The straight line between two points.
[[nodiscard]] Arc line(Vec2 from, Vec2 to);
/// The arc between two points that turns by less than 360 degrees, to the left where it is above 0.
[[nodiscard]] Arc arc_between(Vec2 from, Vec2 to, Angle turn);
/// The point at a distance s from the start, measured along the arc.
/// Accuracy  rounding of the arc's own extent, whatever its radius. Source docs/maths/develop.md (15).
[[nodiscard]] Vec2 point_at(const Arc& arc, double s);
[[nodiscard]] inline Vec2 end_of(const Arc& arc) { return point_at(arc, arc.length); }
/// Which way it heads at a distance s from the start.
[[nodiscard]] inline Angle heading_at(const Arc& arc, double s) {
  return arc.length > 0 ? arc.heading + s * arc.turn / arc.length : arc.heading;
}
/// The same arc run the other way.
[[nodiscard]] Arc reversed(const Arc& arc);
/// The stretch of an arc between two distances from its start; s0 <= s1.
[[nodiscard]] Arc stretch(const Arc& arc, double s0, double s1);
/// The arc in equal parts that each turn by at most `limit`, so that no reader can take the long way round.
[[nodiscard]] std::vector<Arc> split(const Arc& arc, Angle limit);
/// Greatest distance of the arc from its chord, mm. Source docs/maths/develop.md (16).
[[nodiscard]] double rise(const Arc& arc);
/// An arc that rises less than this over its chord, mm, is a straight line.
inline constexpr double straight_rise = 1e-6;
[[nodiscard]] inline bool is_straight(const Arc& arc) { return rise(arc) < straight_rise; }
/// Radius, mm; infinite for turn 0.
[[nodiscard]] double radius_of(const Arc& arc);
/// Centre. Its rounding error is that of the radius. Needs turn != 0.
[[nodiscard]] Vec2 centre_of(const Arc& arc);

/// A rigid move of the flat: mirror x first if asked, then turn about the origin, then shift.
struct Placing {
  bool mirror = false;
  Angle turn = {};
  Vec2 shift = {};
};
[[nodiscard]] Vec2 placed(Vec2 point, const Placing& placing);
/// The move back.
[[nodiscard]] Placing undone(const Placing& placing);
[[nodiscard]] Arc placed(const Arc& arc, const Placing& placing);
/// The heading that a direction takes after the move.
[[nodiscard]] Angle placed_heading(Angle heading, const Placing& placing);

using Outline = std::vector<Arc>;

/// Area within a closed outline, mm2; positive when it runs anticlockwise.
/// Accuracy  1e-15 of the enclosing square per arc. Source docs/maths/develop.md (17).
[[nodiscard]] double signed_area(std::span<const Arc> outline);
[[nodiscard]] double length_of(std::span<const Arc> outline);
/// Whether a point lies within a closed outline; on the outline either answer may come.
[[nodiscard]] bool contains(std::span<const Arc> outline, Vec2 point);
/// Whether a closed outline crosses itself. Arcs are followed by chords that leave them by at most
/// 1e-3 of the outline's extent. Where a distance is given, lines that pass each other by no more only touch:
/// edges along a slit of no width do not cross.
[[nodiscard]] bool crosses_itself(std::span<const Arc> outline, double touching = 0);
/// The stretches of the straight line from a to b that lie within the outline.
[[nodiscard]] std::vector<Arc> clipped(Vec2 from, Vec2 to, std::span<const Arc> outline);
/// Points along an arc, both ends included, no chord turning by more than `limit`.
[[nodiscard]] std::vector<Vec2> chords(const Arc& arc, Angle limit);

/// A whole circle, in two halves, anticlockwise.
[[nodiscard]] Outline circle(Vec2 centre, double diameter);
/// The same run the other way.
[[nodiscard]] Outline reversed(const Outline& outline);
[[nodiscard]] Outline placed(const Outline& outline, const Placing& placing);

/// Where two arcs come nearest to each other; distance 0 where they cross.
/// Accuracy  1e-15 of the arcs' extent, of arcs flatter than their chord's 1e-6 the rise of those, mm.
/// Source    docs/maths/openings.md (20)-(22).
struct Nearest {
  double distance = 0;
  Vec2 on_a, on_b;
};
[[nodiscard]] Nearest nearest(const Arc& a, const Arc& b);
[[nodiscard]] inline Nearest nearest(Vec2 point, const Arc& arc) { return nearest(Arc{point}, arc); }
/// How far a point is from a chain of arcs, and from an outline's edge: below 0 within it.
[[nodiscard]] double distance(std::span<const Arc> arcs, Vec2 point);
[[nodiscard]] double outside(std::span<const Arc> outline, Vec2 point);
/// How far along a chain of arcs its point nearest to another lies, mm.
[[nodiscard]] double run_to(std::span<const Arc> arcs, Vec2 point);

/// What closed outlines cover: outer ones anticlockwise, holes in them clockwise.
using Outlines = std::vector<Outline>;
/// What any of some outlines encloses, wherever they run about it a number of times other than 0.
///
/// The outlines may cross themselves and each other. Arcs stay arcs: joints are where they cross, to
/// rounding. Errors    std::domain_error where outlines cross so nearly alike that 1e-6 mm does not tell
/// which way Cost      n log n for outlines that cross seldom.
[[nodiscard]] Outlines merged(std::span<const Outline> outlines);
/// What is left of a region where others are cut away.
[[nodiscard]] Outlines without(const Outlines& region, std::span<const Outline> cut);

/// Whether a circle of a diameter has room somewhere within a closed outline; to 0.1 % of the diameter.
[[nodiscard]] bool has_room_for(const Outline& outline, double diameter);

using Polygon = std::vector<Vec2>;
/// A simple polygon that runs anticlockwise, in convex parts.
[[nodiscard]] std::vector<Polygon> convex_parts(Polygon polygon);
/// How far two convex polygons reach into each other: the least shift that parts them, mm; negative where
/// they are apart already.
[[nodiscard]] double depth_of_overlap(const Polygon& a, const Polygon& b);

/// The rectangle about an outline in a given direction: one corner, the heading of its width, and sides.
struct Rectangle {
  Vec2 corner;
  Angle heading = {};
  double width = 0;
  double height = 0;
};
/// The upright rectangle about an outline; arcs count exactly, by their own extremes.
[[nodiscard]] Rectangle upright_box(std::span<const Arc> outline);
/// The rectangle of least area over every turn; of equals the lower one. width >= height.
/// Accuracy  1e-12 of its diagonal. Cost  some thousand looks at each arc.
/// Source    docs/maths/develop.md (18)-(20).
[[nodiscard]] Rectangle smallest_rectangle(std::span<const Arc> outline);

/// A smooth curve of the flat: its point and its heading (continuous) at a parameter.
struct Curve {
  double from = 0;
  double to = 1;
  std::function<Vec2(double)> point;
  std::function<Angle(double)> heading;
};
/// Headings known but for whole turns, made continuous along a curve. They may turn by up to a quarter of a
/// turn between two looks.
[[nodiscard]] std::function<Angle(double)> continuous(const std::function<Angle(double)>& heading,
                                                      double from, double to, int looks = 256);
/// Arcs in place of a curve, each running on in the direction in which the one before it ends.
struct FittedArcs {
  std::vector<Arc> arcs;
  double error = 0;  ///< greatest distance of the curve from its arcs, as measured, mm
};
/// Tangent-continuous arcs within a tolerance of a smooth curve, few of them: a chain whose joints lie on the
/// curve while its headings there are free, chosen over all ways of arriving at a joint, then shared out so
/// that the arcs err alike. A straight stays one straight line, an arc one arc. The ends are exact.
///
/// tolerance > 0, mm.
/// Accuracy  the error reported is measured at 64 places an arc; in between it is less than 2 % more.
/// Cost      some hundred looks at the curve for each arc, and as much again in plain arithmetic.
/// Source    docs/maths/develop.md (36)-(38).
[[nodiscard]] FittedArcs fit_arcs(const Curve& curve, double tolerance);

/// A smooth function on [from, to], kept as a Chebyshev series.
class Series {
 public:
  static constexpr int size = 24;
  /// The places within [from, to] at which `fit` wants the values, in falling order.
  [[nodiscard]] static std::vector<double> nodes(double from, double to);
  [[nodiscard]] static Series fit(double from, double to, std::span<const double> values);
  [[nodiscard]] double operator()(double u) const;
  [[nodiscard]] Series integral(double value_at_from) const;
  [[nodiscard]] Series derivative() const;
  /// Several of one range at a place: hardly slower than one, for their sums do not wait for each other.
  template <size_t N>
  [[nodiscard]] static std::array<double, N> together(const std::array<const Series*, N>& all, double u);
  /// The greatest of the last three coefficients: what the series may still lack.
  [[nodiscard]] double tail() const;

 private:
  double from_ = 0;
  double to_ = 1;
  std::vector<double> c_;
};

template <size_t N>
std::array<double, N> Series::together(const std::array<const Series*, N>& all, double u) {
  const Series& first = *all[0];
  const double x = ((u - first.from_) - (first.to_ - u)) / (first.to_ - first.from_);
  std::array<double, N> b1{}, b2{};
  for (size_t j = first.c_.size() - 1; j > 0; --j) {
    for (size_t i = 0; i < N; ++i) {
      const double b = 2 * x * b1[i] - b2[i] + all[i]->c_[j];
      b2[i] = b1[i];
      b1[i] = b;
    }
  }
  std::array<double, N> values;
  for (size_t i = 0; i < N; ++i) values[i] = x * b1[i] - b2[i] + all[i]->c_[0];
  return values;
}

/// Where a piecewise smooth function is least, of equals the first; looked for at some hundred places, then
/// refined to rounding.
struct Least {
  double at = 0;
  double value = 0;
};
[[nodiscard]] Least least(const std::function<double(double)>& f, double from, double to);
/// The same of a function that falls to one place and rises from there: a dozen or two looks in all.
[[nodiscard]] Least valley(const std::function<double(double)>& f, double from, double to);

/// Integral of a smooth function, by Gauss-Kronrod panels that are halved where they have not settled: where
/// nothing but rounding is left, or less than what is `negligible`.
[[nodiscard]] double integral(const std::function<double(double)>& f, double from, double to, int panels = 2,
                              double negligible = 0);
/// The place between two ends of opposite sign where a continuous function is zero, to rounding.
[[nodiscard]] double root(const std::function<double(double)>& f, double from, double to);

/// How long a call may take, and who may stop it.
struct Patience {
  std::optional<double> seconds = {};
  std::stop_token stop = {};
};
/// Why a call ended without a result.
class Stopped : public std::runtime_error {
 public:
  using std::runtime_error::runtime_error;
};

}  // namespace juggler
