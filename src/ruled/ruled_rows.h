// Transitions in a job.
#pragma once

#include "job/shape_row.h"

namespace juggler {

[[nodiscard]] std::vector<ShapeRow> ruled_rows();
/// And its seam where that is named by a side or corner.
void read_transition(Reader& part, const std::string& source, Part& into);
/// The wall, and its collars beside it.
[[nodiscard]] std::vector<Part> with_collars(Reader& part, const std::string& source, Part wall);
/// The legs of a breech.
[[nodiscard]] std::vector<Part> parts_of_breech(Reader& part, const std::string& source, Part like);

}  // namespace juggler
