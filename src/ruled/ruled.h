// Transitions. Private to the families.
#pragma once

#include "juggler/formed.h"

namespace juggler {

/// A transition: by its true rulings, by even ones where no wall opens flat of it, or folded.
[[nodiscard]] Formed form_ruled(const Part& part, const Transition& asked);

/// Without a wall where it is folded.
[[nodiscard]] std::vector<Fact> ruled_asked(const Part& part, const Transition& asked, const Form* wall,
                                            Rulings rulings, const Blank& blank);
[[nodiscard]] Record ruled_record(const Part& part, const Transition& asked, const Form* wall,
                                  Rulings rulings, const Blank& blank);

/// By its rulings, whether it opens flat or not.
[[nodiscard]] Seen ruled_seen(const Transition& asked, const std::shared_ptr<const Form>& form,
                              const std::vector<Fact>& numbers, const Part& part, const Blank& blank);

}  // namespace juggler
