// Plates in a job.
#pragma once

#include "job/shape_row.h"

namespace juggler {

[[nodiscard]] std::vector<ShapeRow> plate_rows();
void read_plate(Reader& part, const std::string& source, Part& into);
/// With the hole and the bolt circle that it is given in short, and where it stands.
[[nodiscard]] std::vector<Part> plate_with_holes(Reader& part, const std::string& source, Part plate);
[[nodiscard]] std::string idle_of_plate(const Part& part, std::string_view key);

}  // namespace juggler
