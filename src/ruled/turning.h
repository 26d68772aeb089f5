// Planes that touch two curves, and the wall that they envelop. Private to the room. Equation numbers:
// docs/maths/transitions.md.
#pragma once

#include <array>

#include "hull.h"

namespace juggler {

/// Of an end that leads: the planes that touch its curve in a direction x have the normal cos a v(x) + sin a
/// Z, a their rise, from -pi/2 to pi/2, Z towards the other end.
struct Lead {
  const Hull& hull;
  EndName end;

  [[nodiscard]] bool base() const { return end == EndName::base; }
  [[nodiscard]] const EndFrame& own() const { return base() ? hull.base : hull.top; }
  [[nodiscard]] const EndFrame& other() const { return base() ? hull.top : hull.base; }
  [[nodiscard]] double sign() const { return base() ? 1 : -1; }
  /// How far the other end's layer lies from the own one.
  [[nodiscard]] double apart() const { return sign() * hull.apart(); }
  struct Facing {
    Vec3 out, axis;  // v(x) and Z, unit

    struct Plane {
      Vec3 normal, up;  // and its derivative by the rise
    };
    [[nodiscard]] Plane plane(double rise) const {
      const double c = std::cos(rise);
      const double s = std::sin(rise);
      return {c * out + s * axis, c * axis - s * out};
    }
  };
  [[nodiscard]] Facing facing(double x) const { return {own().way(direction(x)), sign() * own().z}; }
};

/// The plane that touches a curve at a point with the direction x and another curve, given by its point in
/// each direction. (6), (7)
[[nodiscard]] Touch touch_from(const Lead& lead, double x, Vec2 point,
                               const std::function<Vec2(double normal)>& follow);

/// The wall between one bow of each end, both of which the touching plane follows. (5)-(9)
struct Turning {
  std::shared_ptr<const Hull> hull;
  EndName lead = EndName::base;
  Bow low, high;
  double x0 = 0, x1 = 0;  // directions of the end that leads
  double u0 = 0, u1 = 0;
  bool slow_from = false, slow_to = false;     // where a curve is straight: (21)
  std::vector<double> rises = {}, rates = {};  // the root and how fast it moves, at equal steps of x

  /// Fills the last two.
  void look();
  [[nodiscard]] Ruling operator()(double u) const;

 private:
  // The plane at one direction, and what it touches.
  struct Place {
    double x = 0, y = 0, rise = 0;
    Lead::Facing::Plane plane = {};
    Vec2 way;  // of the normal in the following end's plane
    Vec3 p, q;
  };
  // Derivatives of the leading and the following point and of the normal.
  struct Moves {
    Vec3 dp, dq, dn;
  };
  [[nodiscard]] double part_at(double u) const;
  [[nodiscard]] Place place(double part) const;
  [[nodiscard]] Moves moves(double u, const Place& at) const;
  [[nodiscard]] double eased_part(double t) const;
  [[nodiscard]] double eased_speed(double t) const;
  [[nodiscard]] double rise_about(double part) const;
  [[nodiscard]] double rise_at(double x, double about) const;
  [[nodiscard]] double rate(double x, double rise) const;
  [[nodiscard]] const Bow& leading() const { return lead == EndName::base ? low : high; }
  [[nodiscard]] const Bow& following() const { return lead == EndName::base ? high : low; }
};

/// The sides of a flat: of the base, and of the top; one of them may be a point.
struct FlatSides {
  Vec2 p0, p1, q0, q1;
};
[[nodiscard]] Stretch flat_stretch(const Hull& hull, Vec3 normal, const FlatSides& sides, double from,
                                   double to);
[[nodiscard]] Stretch bent_stretch(Turning bend);
/// The wall once round where a profile is concave somewhere.
///
/// Errors  Refusal where no chain of touching planes runs once round, or the wall it makes crosses itself.
/// Cost    bows of the base times bows of the top squared.
[[nodiscard]] std::vector<Stretch> chained(const std::shared_ptr<const Hull>& hull);

/// A strip of wall between two rulings: along the base, then back along the top.
using WallStrip = std::array<Vec3, 4>;
/// Its strips in order, of each stretch that bends a dozen.
[[nodiscard]] std::vector<WallStrip> strips_of(const std::vector<Stretch>& stretches, const Hull& hull);
/// Errors  Refusal where a wall, seen as these strips, cuts through itself.
void check_apart(const std::vector<WallStrip>& strips, const Hull& hull);

/// Whether a bow is all but straight where it faces a direction.
[[nodiscard]] bool straightens(const Bow& bow, double at, double size);

}  // namespace juggler
