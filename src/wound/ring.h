// The rings that a flight is pulled from. Private to the room. Equation numbers: docs/maths/winding.md.
#pragma once

#include <memory>

#include "winding.h"

namespace juggler {

/// The blade about one level line.
struct Section {
  double a = 0, b = 0, h = 0;

  [[nodiscard]] double g(double r) const;  // (2)
  [[nodiscard]] double p() const { return g(a); }
  [[nodiscard]] double q() const { return g(b); }
  [[nodiscard]] double k() const { return (a + b) / (p() + q()); }  // (3), without loss
  [[nodiscard]] double strain(double r) const { return g(r) / (p() + k() * (r - a)) - 1; }  // (4)
  [[nodiscard]] double worst_radius() const;
  /// Area per radian.
  [[nodiscard]] double area() const;
  /// The mean over the blade of a figure of the radius.
  [[nodiscard]] double mean(const std::function<double(double r)>& figure) const;
};

/// The ring of least stretch. (5), (6)
class LeastRing {
 public:
  explicit LeastRing(const Section& section);

  [[nodiscard]] double k() const;
  /// On the flat, of a radius of the blade; the strains there.
  [[nodiscard]] double radius(double r) const;
  [[nodiscard]] double along(double r) const;
  [[nodiscard]] double across(double r) const;

 private:
  class Fit;
  std::shared_ptr<const Fit> fit_;
};

/// A flight and its blanks.
///
/// Errors  Refusal where it strains the metal beyond its limit, and where too many blanks would differ.
[[nodiscard]] WoundPart wound_flight(const Flight& flight, const FlightSizes& sizes);

}  // namespace juggler
