// Openings of a blank, formed again. Private to the proof.
#pragma once

#include "develop/stretch.h"
#include "formed.h"

namespace juggler {

/// Where a point of the flat comes to stand once formed, on the neutral layer; nothing where the flat has no
/// such point.
struct FormedAt {
  Vec3 at, normal;  ///< the normal outwards
  Vec3 along = {};  ///< the ruling, from base to top; of walls by rulings alone
  /// Where the faces lie along the normal, if elsewhere than at other places: in a bend.
  std::optional<std::pair<double, double>> faces = {};
};
using FormedPlace = std::function<std::optional<FormedAt>(Vec2)>;

/// Laid outlines against their form where it lies, and their centres, formed, against plan angle and height;
/// bored ones, formed, against the prism. docs/maths/openings.md (25).
struct OpeningProof {
  double mismatch = 0;  ///< mm
  bool passed = true;   ///< within 1e-9 of the size, and of bored ones what they were fitted by
};
/// The faces lie so far from the place along the normal.
[[nodiscard]] OpeningProof prove_openings(const Blank& blank, const FormedPlace& formed, double inside,
                                          double outside);

/// Of a blank whose wall opens flat: rolled up as it stands in that.
[[nodiscard]] FormedPlace rolled_up(const Blank& blank, const Form& wall);

/// Of a folded blank, bent up: on the middle of its plates, or the neutral layer of its bends.
[[nodiscard]] FormedPlace folded_up(const Blank& blank, const Body& body);

/// Of a blank that forming stretches, on the middle of the sheet. The blank is kept by the caller.
[[nodiscard]] FormedPlace stretched_up(const Blank& blank, const StretchedPart& part,
                                       double beside = within::same);

/// Where a point of a blank that forming stretches lies on the wall, by its parameters, from the blank's own
/// places; nothing off the blank.
///
/// beside  how far beyond the blank counts as on it, of a patch's width: of an edge what its arcs were fitted
/// by
[[nodiscard]] std::optional<std::pair<double, double>> parameters_of(const std::vector<StretchPatch>& patches,
                                                                     Vec2 p, double beside = within::same);

/// The wall that a blank's stations form into, as series, so that any of its points can be asked for.
class FormedWall {
 public:
  /// The panels are kept by the caller.
  FormedWall(const std::vector<FlatPanel>& panels, const FormedRuling& first);
  [[nodiscard]] std::optional<FormedAt> at(Vec2 flat) const;
  /// A place by its panel, ruling and distance along that from the base's edge.
  struct Place {
    size_t panel = 0;
    double u = 0, s = 0;
  };
  /// Of a point of the flat the place, of several the one on whose ruling's metal it lies.
  [[nodiscard]] std::optional<Place> place_of(Vec2 flat) const;
  [[nodiscard]] FormedAt at(const Place& place) const;
  /// Its rulings from the base's edge on, and how long they are; derivatives are left out.
  [[nodiscard]] Wall rulings() const;
  [[nodiscard]] double length(double u) const;

 private:
  struct Panel {
    const FlatPanel* flat = nullptr;
    Series x, y, z, ex, ey, ez, nx, ny, nz;  // of the base's end, the ruling and the normal
  };
  // So short that a ruling turns little on it.
  struct Stretch {
    size_t panel = 0;
    double from = 0, to = 0;
    Vec2 from_base, from_way, to_base, to_way;
  };
  [[nodiscard]] double aside(const FlatPanel& panel, double u, Vec2 p) const;
  std::vector<Panel> panels_;
  std::vector<Stretch> stretches_;
  mutable size_t last_ = 0;
};

}  // namespace juggler
