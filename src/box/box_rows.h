// Boxes in a job.
#pragma once

#include "job/shape_row.h"

namespace juggler {

[[nodiscard]] std::vector<ShapeRow> box_rows();
void read_box(Reader& part, const std::string& source, Part& into);
[[nodiscard]] std::string idle_of_box(const Part& part, std::string_view key);

}  // namespace juggler
