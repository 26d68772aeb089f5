// Figures that several proofs share. Private to the room.
#pragma once

#include <cmath>
#include <functional>
#include <initializer_list>

#include "juggler/blank.h"

namespace juggler {

/// The greater of two; of what is no number: no number, so that nothing passes by it.
[[nodiscard]] inline double worse(double a, double b) {
  return std::isnan(a) || std::isnan(b) ? NAN : std::max(a, b);
}
/// The greatest, and 0.
[[nodiscard]] inline double worse(std::initializer_list<double> all) {
  double worst = 0;
  for (double a : all) worst = worse(worst, a);
  return worst;
}
/// The least of a figure of the layers from face to face; one between them may have it.
[[nodiscard]] double least_of_layers(const std::function<double(double layer)>& figure, double inside,
                                     double outside);
/// How far an edge misses what its contact asks, where `off` says how far each layer lies before what it
/// meets: of `clear` the nearest layer counts, of `full` the farthest. Layers count from the neutral one.
[[nodiscard]] double off_contact(const std::function<double(double layer)>& off, Contact contact,
                                 double inside, double outside);
/// How far the outline does not run on from edge to edge, mm.
[[nodiscard]] double greatest_break(const Blank& blank);
/// Length of a smooth curve in space by chords, three times, and from these its limit.
[[nodiscard]] double length_by_chords(const std::function<Vec3(double)>& at, double from, double to);

}  // namespace juggler
