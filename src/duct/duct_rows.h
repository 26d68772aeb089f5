// Rectangular ducts in a job.
#pragma once

#include "job/shape_row.h"

namespace juggler {

[[nodiscard]] std::vector<ShapeRow> duct_rows();
void read_duct(Reader& part, const std::string& source, Part& into);
/// With what its seams add.
[[nodiscard]] std::vector<Part> duct_with_seams(Reader& part, const std::string& source, Part duct);
[[nodiscard]] std::vector<Part> sides_of_elbow(Reader& part, const std::string& source, Part like);
[[nodiscard]] std::vector<Part> sides_of_offset(Reader& part, const std::string& source, Part like);
[[nodiscard]] std::string idle_of_duct(const Part& part, std::string_view key);

}  // namespace juggler
