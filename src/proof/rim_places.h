// Where points of the outline lie among the rulings. Private to the proof.
#pragma once

#include "formed.h"

namespace juggler {

/// A point of the blank's outline, found again among the rulings: where it is asked to be, and how far along
/// its ruling it lies, and how far to the left of it.
struct OutlinePlace {
  EndName end = EndName::base;
  double u = 0;
  double along = 0;
  double aside = 0;
};

[[nodiscard]] inline bool is_rim(EdgeName name) { return name == EdgeName::base || name == EdgeName::top; }

/// A rim of the blank, with the way its outline runs: where a ring all but closes, a point at one end of the
/// rim lies upon the other end, and only the order tells them apart.
struct RimEdge {
  const Edge* edge = nullptr;
  EndName end = EndName::base;
  bool rising = true;           ///< from the first ruling to the last
  double fit_error = 0;         ///< how far the blank's outline may lie off it
  std::vector<double> us = {};  ///< the rim at many rulings
  std::vector<Vec2> points = {};
  std::vector<Vec2> rulings = {};
  std::vector<double> runs = {};  ///< length along it so far
  double start_run = 0;           ///< where the edge begins and ends along it, in rising u
  double end_run = 0;
};
[[nodiscard]] std::vector<RimEdge> rims_of(const Blank& blank, const std::vector<FlatPanel>& panels,
                                           bool strip);

/// The ruling of a point close to a rim, of which is known after what fraction of the rim's length it
/// comes.
[[nodiscard]] OutlinePlace place_of(const std::vector<FlatPanel>& panels, const RimEdge& rim, double fraction,
                                    Vec2 p);
/// Of many points along every rim.
[[nodiscard]] std::vector<OutlinePlace> outline_places(const std::vector<RimEdge>& rims,
                                                       const std::vector<FlatPanel>& panels);

}  // namespace juggler
