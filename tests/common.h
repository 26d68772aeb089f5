// What several tests share: sample parts and a fine unrolling that uses nothing of the library's own.
#pragma once

#include <gtest/gtest.h>

#include <cstdlib>
#include <string>
#include <vector>

#include "blank/laid.h"
#include "blank/seam.h"
#include "develop/net.h"
#include "develop/unroll.h"
#include "folded/bodies.h"
#include "form/mirror.h"
#include "form/mould.h"
#include "form/opening_forms.h"
#include "juggler/juggler.h"
#include "part/openings.h"
#include "proof/provers.h"
#include "round/round_sizes.h"
#include "ruled/transition.h"
#include "stretched/walls.h"
#include "wound/winding.h"

namespace juggler::testing {

inline Angle rad(double radians) { return Angle::radians(radians); }

inline Sheet sheet_of(double thickness, Face face = Face::inside, double neutral = 0.5) {
  return {.thickness = thickness, .sizes_on = face, .neutral_factor = neutral};
}

/// The blanks of geometry that a family has made.
template <typename Geometry>
auto make_blanks(const Geometry& geometry, const Making& making)
    -> decltype(lay(geometry, making), std::vector<Blank>()) {
  return juggler::make_blanks(lay(geometry, making), making);
}

inline Cone cyclone() { return {.base = Diameter::mm(620), .top = Diameter::mm(155), .height = 780}; }

/// Of a rim that is one arc.
inline double swing_radius(const Blank& b, EdgeName rim) { return radius_of(edge(b, rim)->arcs.front()); }

/// So many parts drawn at random: all of them where JUGGLER_ALL_DRAWS is set, as it is for every change that
/// is taken in; else a sixteenth, so that a run is a matter of a minute or two.
inline int draws(int all) {
  static const bool whole = std::getenv("JUGGLER_ALL_DRAWS") != nullptr;
  return whole ? all : (all + 15) / 16;
}
/// The hands that a part is made of: both, or in a short run the twin, which is made of the other.
inline std::vector<Hand> hands() {
  if (draws(16) == 16) return {Hand::as_drawn, Hand::opposite};
  return {Hand::opposite};
}

/// Of all parts of a draw at least so many are made, the others refused with a reason; of a part of it at
/// least half that share.
inline void expect_made(int made, int least, int all, int drawn) {
  ::testing::Test::RecordProperty("made", made);
  if (drawn == all) {
    EXPECT_GE(made, least);
  } else {
    EXPECT_GE(2 * made * all, least * drawn);
  }
}

/// The refusal that an expression must throw.
template <typename Step>
Refusal::Text refusal_of(Step step) {
  try {
    step();
  } catch (const Refusal& refusal) {
    return refusal.text();
  }
  ADD_FAILURE() << "nothing was refused";
  return {};
}

inline bool has(const Phrase& text, const Phrase& part) {
  return text.in({}).find(part.in({})) != std::string::npos;
}

/// How far along a line from a point it goes through a triangle; before the point below 0.
inline std::optional<double> through(Vec3 at, Vec3 way, Vec3 a, Vec3 b, Vec3 c) {
  const Vec3 p = cross(way, c - a);
  const double det = dot(b - a, p);
  if (std::abs(det) < 1e-12) return std::nullopt;
  const double v = dot(at - a, p) / det;
  const Vec3 q = cross(at - a, b - a);
  const double w = dot(way, q) / det;
  if (v < -1e-9 || w < -1e-9 || v + w > 1 + 1e-9) return std::nullopt;
  return dot(c - a, q) / det;
}

}  // namespace juggler::testing
