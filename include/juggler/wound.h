// What is asked for: parts that wind about an axis. Lengths are millimetres; angles carry their unit.
#pragma once

#include "juggler/sheet.h"

namespace juggler {

/// What a flight's flat keeps.
///   equal_edges    the lengths of both edges, and the width square to them: nothing stretches but between
///   the
///                  edges, where the metal is upset
///   least_stretch  the ring whose two principal strains have the least mean square over the flight
enum class FlightFlat { equal_edges, least_stretch };
[[nodiscard]] const char* name_of(FlightFlat flat);

/// An auger's blade: the surface swept by a level line that turns about the shaft and rises with it. Sizes
/// lie on the middle of the sheet; its inside is the face that looks up the axis.
struct Flight {
  std::optional<double> shaft = {};       ///< diameter of the inner edge
  std::optional<double> outside = {};     ///< diameter of the outer edge, at the lower end
  std::optional<double> outside_to = {};  ///< at the upper end, where it differs: it changes evenly per turn
  std::optional<double> pitch = {};       ///< rise for one turn, at the lower end
  std::optional<double> pitch_to = {};    ///< at the upper end, where it differs: it changes evenly per turn
  std::optional<double> turns = {};       ///< 0.01 to 200
  Angle start = {};                       ///< plan angle of the lower end
  double turns_per_blank = 1;             ///< above 0, up to 1
  FlightFlat flat = FlightFlat::equal_edges;
  bool allow_strain = false;  ///< also beyond the limit
  double strain_limit = 0.05;
};

/// A flat spiral of strip: the middle of the strip lies on r = r0 + spacing u / 2 pi, its rulings along the
/// axis.
struct Coil {
  std::optional<double> inside = {};   ///< diameter at the start, on the inside face
  std::optional<double> middle = {};   ///< or on the middle
  std::optional<double> spacing = {};  ///< from middle to middle of neighbouring turns, along the radius
  std::optional<double> turns = {};
  std::optional<double> outside = {};  ///< or the diameter at the end, on the outside face
  std::optional<double> width = {};    ///< along the axis
  Angle start = {};                    ///< plan angle of the start
};

}  // namespace juggler
