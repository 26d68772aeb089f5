// Domes and ruled walls in a job.
#pragma once

#include "job/shape_row.h"

namespace juggler {

[[nodiscard]] std::vector<ShapeRow> stretched_rows();
void read_dome(Reader& part, const std::string& source, Part& into);
void read_ruled_wall(Reader& part, const std::string& source, Part& into);

}  // namespace juggler
