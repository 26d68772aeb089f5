// Parts that wind about an axis, worked out; their blanks, and how far the metal stretches.
#pragma once

#include "develop/stretch.h"
#include "juggler/blank.h"
#include "wound_sizes.h"

namespace juggler {

struct LaidPart;

/// The right-handed part whose twin starts at the plan angle asked for.
template <typename Wound>
[[nodiscard]] Wound to_the_right(Wound asked, Hand hand) {
  if (hand == Hand::opposite) asked.start = -asked.start;
  return asked;
}

/// The edges of a flight, and those of a strip or coil, which have no base and no top.
inline constexpr EdgeWords inner_and_outer{"inner", "outer"};
inline constexpr EdgeWords lower_and_upper{"lower", "upper"};

/// Principal strains at a distance from the axis.
struct StrainAt {
  double radius = 0;
  double along = 0;
  double across = 0;
};

/// A blank of a flight as a ring, and what forming it does to the metal. Strains are lengths formed over
/// lengths flat, less one.
struct FlatRing {
  FlightFlat flat = FlightFlat::equal_edges;
  double inner_radius = 0;  ///< of the flat ring; 0 where the pitch or the outside grows: no ring
  double outer_radius = 0;
  Angle sector = {};           ///< of this blank
  Angle gap = {};              ///< left by a whole turn: 360 degrees less its sector
  double inner = 0;            ///< strain along the inner edge: of all rulings the one farthest from 0
  double middle = 0;           ///< along the line halfway
  double outer = 0;            ///< along the outer edge
  double greatest = 0;         ///< of all, along or across, the one farthest from 0
  double greatest_radius = 0;  ///< distance from the axis at which it occurs
  bool greatest_across = false;
  double root_mean_square = 0;  ///< of both principal strains over the flight
  /// Anywhere: at a plan angle, radians, and a share of the way from the inner edge to the outer.
  std::function<StrainAt(double u, double share)> strain = {};
  /// From edge to edge, at equal steps; where pitch or outside grows, about the level line of the greatest
  /// strain.
  std::vector<StrainAt> map = {};
  double map_at = 0;  ///< plan angle of the map's level line, radians
};

/// Lengths of a coil's strip, on each layer.
struct CoilNumbers {
  double inside = 0, neutral = 0, middle = 0, outside = 0;
  double turns = 0;
  double start_inside_diameter = 0, start_middle_diameter = 0, outside_diameter = 0;
  double clearance = 0;  ///< the least between the faces of neighbouring turns; of less than one turn: 0
};

/// A helical strip, worked out.
struct StripNumbers {
  double pitch = 0, turns = 0, height = 0;
  Angle lead = {};          ///< on the body
  Angle neutral_lead = {};  ///< on the neutral layer
  /// Lengths of an edge on each layer, from square end to square end.
  double inside = 0, neutral = 0, outside = 0;
  double width = 0;          ///< square to the edges
  double upright_width = 0;  ///< along the body
};

/// One blank of a wound part: the wall that is laid out, and where on the part it lies.
struct WoundPiece {
  Form laid;                              ///< of a flight a wall in the plane: the flat itself
  double from = 0, to = 0;                ///< plan angles, radians
  int number = 0;                         ///< which blank of the part is the first of these, from the start
  int count = 1;                          ///< how many are alike
  std::vector<FlatRing> flat_rings = {};  ///< of a flight: the one made first
};

struct WoundPart {
  Form form;  ///< the whole part in space: of a flight its middle
  double thickness = 0;
  double overall_height = 0;  ///< from its lowest metal to its highest, mm
  int blanks = 1;             ///< how many make the part
  std::vector<WoundPiece> pieces = {};
  std::optional<CoilNumbers> coil = {};
  std::optional<StripNumbers> strip = {};

  /// Whether it does not open flat as it is.
  [[nodiscard]] bool stretched() const { return !coil && !strip; }
  /// The piece whose first blank has a number.
  [[nodiscard]] const WoundPiece& piece(int number) const;
};

[[nodiscard]] WoundPart mirrored(const WoundPart& part);

/// From the lowest metal of a blade to its highest, mm. Source docs/maths/winding.md (1b).
[[nodiscard]] double overall_height(const FlightSizes& sizes);
/// Source docs/maths/winding.md (7)-(9), (11), (13).
[[nodiscard]] CoilNumbers numbers_of(const CoilSizes& sizes, const Sheet& sheet);
[[nodiscard]] StripNumbers numbers_of(const StripSizes& sizes, const Sheet& sheet);

/// Works a wound part out.
///
/// Errors    Refusal for sizes missing, out of range or contradictory; turns that would lie in each other;
///           a flight that strains the metal beyond its limit, unless that is allowed.
/// Accuracy  rounding for flats of equal edges, coils and strips; least stretch to 1e-9 of the size where
///           the shaft is a tenth of the pitch or more, thinner ones to 1e-4 of it.
/// Cost      some milliseconds for each blank.
/// Source    docs/maths/winding.md.
[[nodiscard]] WoundPart wind(const Flight& flight, const Sheet& sheet, Hand hand = Hand::as_drawn);
[[nodiscard]] WoundPart wind(const Coil& coil, const Sheet& sheet, Hand hand = Hand::as_drawn);
[[nodiscard]] WoundPart wind(const HelicalStrip& strip, const Sheet& sheet, Hand hand = Hand::as_drawn);

/// A flight of full rings, with the turns of a whole one: those of a ring less its slit. Another one is as it
/// was.
///
/// Errors  Refusal of full rings where the flight grows, for a slit of no width, and beside turns of a blank.
/// Source  docs/maths/winding.md (6a).
[[nodiscard]] Flight with_ring_turns(const Flight& flight, const Sheet& sheet);

/// The walls in space: of a flight its middle, with the normal of its inner edge.
[[nodiscard]] Form form(const FlightSizes& sizes);
[[nodiscard]] Form form(const CoilSizes& sizes, const Sheet& sheet);
[[nodiscard]] Form form(const StripSizes& sizes, const Sheet& sheet);

/// The middle of a flight in blanks of so many turns, from the lower end. u is the plan angle, v the share of
/// the way from the inner edge to the outer. Source docs/maths/winding.md (1).
[[nodiscard]] CurvedForm form(const FlightSizes& sizes, double turns_per_blank);

/// The middle of a strip on a cone. u runs from 0 to 1 along it, v across from its lower edge.
///
/// Errors  Refusal where it reaches the apex, its turns lie over each other, or its ends leave nothing of it.
/// Source  docs/maths/winding.md (14)-(17).
[[nodiscard]] CurvedForm form(const ConeStripSizes& sizes);

/// The middle of a standing strip in its blanks. u runs from 0 to 1 along all of it, v along the rulings.
///
/// Errors  Refusal where it reaches the axis, or its ends leave nothing of it.
/// Source  docs/maths/winding.md (18)-(20).
[[nodiscard]] CurvedForm form(const StandingSizes& sizes);

/// One that grows, with the least stretch.
[[nodiscard]] StretchedPart stretch(const Flight& flight, const Sheet& sheet, Hand hand = Hand::as_drawn);

/// On a cone, or standing.
[[nodiscard]] StretchedPart stretch(const HelicalStrip& strip, const Sheet& sheet,
                                    Hand hand = Hand::as_drawn);

/// A blank of a growing flight, laid out with the least stretch, in the figures that rings are told by; it
/// has no radii, and its gap is that of a turn at the mean of its own.
[[nodiscard]] FlatRing ring_of(const StretchedPiece& piece);
/// Of each blank of a growing flight, by number, the named flat that is not made; least stretch for up to 12
/// blanks. Errors    Refusal as wind() and stretch() do, and for more blanks.
[[nodiscard]] std::vector<FlatRing> other_flats(const Flight& flight, const Sheet& sheet, Hand hand);

/// The blanks of a part that winds about an axis: one for each kind of piece.
[[nodiscard]] LaidPart lay(const WoundPart& part, const Making& making);

/// Of a wound part: the blank against its flat; and of a flight the lengths of its edges, and of the line
/// halfway, as the stations have them, against those of the blade in space, measured by chords, with the
/// strain stated.
[[nodiscard]] Proof prove(const Blank& blank, const WoundPart& part);

}  // namespace juggler
