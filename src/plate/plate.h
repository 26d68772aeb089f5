// Flat plates. Private to the families.
#pragma once

#include "juggler/formed.h"
#include "proof/given.h"

namespace juggler {

[[nodiscard]] Formed form_plate(const Part& part, const Plate& plate);

/// The outline of a plate as drawn, about its centre, anticlockwise seen from above.
struct PlateOutline {
  Outline arcs = {};
  double fit_error = 0;  ///< where arcs stand for a curve, mm
};
[[nodiscard]] PlateOutline outline_of(const Plate& plate, double thickness, double fit);

/// What the edges along its arcs are called.
[[nodiscard]] std::vector<std::string> edge_names(const Outline& arcs);

/// The hole of a plate round an end: clear of that part's outside, on every layer of the plate.
[[nodiscard]] PlateOutline hole_of(const PlateEnd& at, double thickness, double fit);

/// (6): how far a place lies from the border of a form, or of one of its parts.
[[nodiscard]] double off_form(const OpeningForm& form, Vec2 place);
[[nodiscard]] GivenMiss miss_of_given(const std::vector<FormedFace>& faces, const Plate& plate,
                                      const Part& part, const PlateOutline& made);

[[nodiscard]] std::vector<Fact> asked_facts(const Part& part, const Plate& plate);
[[nodiscard]] Record plate_record(const Plate& plate);

}  // namespace juggler
