// Domes and ruled walls, and what all parts share whose walls stretch. Private to the families.
#pragma once

#include <memory>

#include "juggler/formed.h"
#include "proof/given.h"
#include "walls.h"

namespace juggler {

[[nodiscard]] Formed form_dome(const Part& part, const Dome& dome);
[[nodiscard]] Formed form_ruled_wall(const Part& part, const RuledWall& wall);

/// made  says which ends other parts cut: those are where the joints say
[[nodiscard]] GivenMiss miss_of_given(const std::vector<CurvedPiece>& pieces, const Dome& dome,
                                      const Sheet& sheet, const StretchedPart& made);
[[nodiscard]] GivenMiss miss_of_given(const std::vector<CurvedPiece>& pieces, const RuledWall& wall,
                                      Hand hand, const StretchedPart& made);

/// What every part has whose wall stretches, but for what its proof holds it against. `seam_edges`: the edges
/// at its seam are told apart.
[[nodiscard]] Formed form_stretched(const Part& part, std::shared_ptr<const StretchedPart> made,
                                    bool seam_edges);
[[nodiscard]] std::vector<Fact> stretched_numbers(const StretchedPart& part, const Blank& blank,
                                                  bool seam_edges);
[[nodiscard]] Record strain_members(const StretchedPart& part, const Blank& blank);

[[nodiscard]] std::vector<Fact> dome_numbers(const DomeSizes& dome, const StretchedPart& part,
                                             const Blank& blank);
[[nodiscard]] std::vector<Fact> asked_facts(const Part& part, const Dome& dome);
[[nodiscard]] std::vector<Fact> asked_facts(const Part& part, const RuledWall& wall,
                                            const StretchedPart& made);
[[nodiscard]] Record dome_record(const Dome& dome, const DomeSizes& sizes, const Sheet& sheet);
[[nodiscard]] Record wall_record(const RuledWall& wall, Rulings rulings);

[[nodiscard]] std::optional<StrainField> strain_field(const std::shared_ptr<const StretchedPart>& part,
                                                      const Blank& blank);
[[nodiscard]] Seen stretched_seen(const std::shared_ptr<const StretchedPart>& part, const Blank& blank);
[[nodiscard]] Seen dome_seen(const std::shared_ptr<const StretchedPart>& part, const DomeSizes& dome,
                             const Dome& asked, const std::vector<Fact>& sizes, const Blank& blank);

}  // namespace juggler
