// Flights, coils, helical strips. Private to the families.
#pragma once

#include "juggler/formed.h"
#include "proof/given.h"
#include "winding.h"

namespace juggler {

[[nodiscard]] Formed form_flight(const Part& part, const Flight& flight);
[[nodiscard]] Formed form_coil(const Part& part, const Coil& coil);
[[nodiscard]] Formed form_strip(const Part& part, const HelicalStrip& strip);

[[nodiscard]] Proof prove_wound(const Blank& blank, const WoundPart& part,
                                const std::function<GivenMiss(std::vector<FormedLine>)>& given);
[[nodiscard]] Proof prove_flight(const Blank& blank, const WoundPart& part,
                                 const std::function<GivenMiss(const std::vector<CurvedPiece>&)>& given);
[[nodiscard]] GivenMiss miss_of_given(const std::vector<CurvedPiece>& pieces, const Flight& flight,
                                      Hand hand);
/// On a cone, or standing; against a cylinder by its rulings.
[[nodiscard]] GivenMiss miss_of_given(const std::vector<CurvedPiece>& pieces, const HelicalStrip& strip,
                                      const Sheet& sheet, Hand hand);
[[nodiscard]] GivenMiss miss_of_given(std::vector<FormedLine> lines, const HelicalStrip& strip,
                                      const Sheet& sheet, Hand hand);
[[nodiscard]] GivenMiss miss_of_given(std::vector<FormedLine> lines, const Coil& coil, const Sheet& sheet,
                                      Hand hand);

[[nodiscard]] std::vector<Fact> asked_facts(const Part& part, const Flight& flight);
[[nodiscard]] std::vector<Fact> asked_facts(const Part& part, const Coil& coil, const CoilNumbers& numbers);
[[nodiscard]] std::vector<Fact> asked_facts(const Part& part, const HelicalStrip& strip,
                                            const StripNumbers& numbers);
/// Of a strip on a cone, or a standing one.
[[nodiscard]] std::vector<Fact> asked_facts(const Part& part, const HelicalStrip& strip);

/// The flats that a blank of a flight may be, the one made first.
void add_rings(std::vector<Fact>& rows, const std::vector<FlatRing>& rings);
[[nodiscard]] std::vector<Fact> wound_numbers(const std::vector<FlatRing>& rings, const Blank& blank);
[[nodiscard]] std::vector<Fact> wound_numbers(const CoilNumbers& numbers, const Blank& blank);
[[nodiscard]] std::vector<Fact> wound_numbers(const StripNumbers& numbers, const Blank& blank);
/// Twice the way from the axis to the outermost metal.
[[nodiscard]] std::vector<Fact> outside_labels(const Flight& flight);
[[nodiscard]] std::vector<Fact> outside_labels(const CoilNumbers& numbers);
[[nodiscard]] std::vector<Fact> outside_labels(const HelicalStrip& strip, double thickness);
/// Those flats from edge to edge.
[[nodiscard]] MeasuredTable strain_table(const std::vector<FlatRing>& rings);

[[nodiscard]] Record flight_record(const Flight& flight);
[[nodiscard]] Record coil_record(const Coil& coil, const CoilNumbers& numbers);
[[nodiscard]] Record strip_record(const HelicalStrip& strip, const StripNumbers& numbers);
[[nodiscard]] Record strip_record(const HelicalStrip& strip, const Part& part);
[[nodiscard]] Record ring_members(const std::vector<FlatRing>& rings);
[[nodiscard]] Record coil_members(const CoilNumbers& numbers);
[[nodiscard]] Record strip_members(const StripNumbers& numbers);

[[nodiscard]] StrainField strain_field(const FlatRing& ring, const Blank& blank);
/// What is seen beside the metal.
struct Winding {
  double body = 0;     ///< diameter of the shaft, or of what a strip lies against; 0 at both ends: none
  double body_to = 0;  ///< at its upper end
  double turns_per_blank = 0;  ///< of a flight
  bool left = false;
  double pitch = 0;  ///< to be shown, of a turn at the lower end; 0: not
  Fact outside = {};
};
[[nodiscard]] Seen wound_seen(const std::shared_ptr<const WoundPart>& part, const Winding& winding,
                              const Blank& blank);

}  // namespace juggler
