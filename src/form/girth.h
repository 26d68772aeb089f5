// Profiles by equal shares of their length. Private to the room. Equation numbers: docs/maths/stretch.md.
#pragma once

#include <functional>
#include <vector>

#include "profile.h"

namespace juggler {

/// A profile as a function of the share of its girth that is passed, from the start of its first bow.
class GirthCurve {
 public:
  explicit GirthCurve(const ProfileCurve& profile);

  struct At {
    Vec2 at, d;  ///< and its derivative by the share
  };
  /// Of a closed one at any share; of the smooth stretch that another share lies in, or next to.
  [[nodiscard]] At at(double share, double inside) const;
  [[nodiscard]] At at(double share) const { return at(share, share); }
  [[nodiscard]] double length() const { return length_; }
  /// From 0 to 1: the ends of its smooth stretches.
  [[nodiscard]] const std::vector<double>& breaks() const { return breaks_; }
  /// Those of them at which it has a corner; of a closed one not 1 again.
  [[nodiscard]] const std::vector<double>& corners() const { return corners_; }

 private:
  // A piece of a smooth stretch, by its own parameter from 0 to 1.
  struct Panel {
    double from = 0, to = 0;  // of the parameter
    double passed = 0;        // length before it
    Series length;            // passed since its start
    Series place;             // the parameter by that, about
  };
  struct Stretch {
    double from = 0, to = 0;  // length passed
    std::function<At(double)> point;
    std::vector<Panel> panels;
  };
  void add_side(Vec2 from, Vec2 to);
  void add_bow(const Bow& bow);
  static void add_panels(Stretch& stretch, double from, double to, double enough, int depth);
  [[nodiscard]] const Stretch& stretch_at(double passed) const;

  std::vector<Stretch> stretches_;
  std::vector<double> breaks_, corners_;
  double length_ = 0;
  bool open_ = false;
};

}  // namespace juggler
