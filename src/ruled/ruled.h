// Transitions. Private to the families.
#pragma once

#include "blank/laid.h"
#include "juggler/formed.h"
#include "proof/given.h"
#include "transition.h"

namespace juggler {

/// A transition: by its true rulings, by even ones where no wall opens flat of it, or folded.
[[nodiscard]] Formed form_ruled(const Part& part, const Transition& asked);

/// Of a wall formed back, against the sizes given.
using RuledGivenMiss = std::function<GivenMiss(WallProof)>;
/// A wall by straight rulings that opens flat, joined at the part's seam: its blanks, their proof and its
/// numbers.
[[nodiscard]] Formed joined_wall(const Part& part, const PieceMaker& piece, double height,
                                 const RuledGivenMiss& given,
                                 const std::function<std::vector<EndFlange>(const Form&)>& flanges = {});

/// Opened flat, folded, or by even rulings.
[[nodiscard]] GivenMiss miss_of_given(WallProof wall, const Transition& asked, const Sheet& sheet,
                                      const Seam& seam, Hand hand);
[[nodiscard]] GivenMiss miss_of_given(std::vector<FormedFace> faces, const Transition& asked,
                                      const Sheet& sheet, const Seam& seam, Hand hand);
/// made  says which ends other parts cut
[[nodiscard]] GivenMiss miss_of_given(const std::vector<CurvedPiece>& pieces, const Transition& asked,
                                      const Seam& seam, Hand hand, const StretchedPart& made);

/// Without a wall where it is folded.
[[nodiscard]] std::vector<Fact> ruled_asked(const Part& part, const Transition& asked, const Form* wall,
                                            Rulings rulings);
[[nodiscard]] Record ruled_record(const Part& part, const Transition& asked, const Form* wall,
                                  Rulings rulings, const Blank& blank);

/// By its rulings, whether it opens flat or not.
[[nodiscard]] Seen ruled_seen(const Transition& asked, const std::shared_ptr<const Form>& form,
                              const std::vector<Fact>& numbers, const Part& part, const Blank& blank);

}  // namespace juggler
