// Cones and cylinders in a job.
#pragma once

#include "job/shape_row.h"

namespace juggler {

[[nodiscard]] std::vector<ShapeRow> round_rows();
void read_cone(Reader& part, const std::string& source, Part& into);
void read_cylinder(Reader& part, const std::string& source, Part& into);
/// What follows from the sizes of a part alone: no trim, flange or opening moves it, so these may be given by
/// it.
[[nodiscard]] std::optional<double> derived_of_cone(Reader& part, Reader& sheet, Reader& own_sheet,
                                                    const std::string& source, const std::string& key);
[[nodiscard]] std::optional<double> derived_of_cylinder(Reader& part, Reader& sheet, Reader& own_sheet,
                                                        const std::string& source, const std::string& key);

/// Of an elbow all is read with its parts.
void read_nothing_yet(Reader& part, const std::string& source, Part& into);
/// A cone or cylinder, or its courses.
[[nodiscard]] std::vector<Part> in_courses(Reader& part, const std::string& source, Part shell);
[[nodiscard]] std::vector<Part> parts_of_elbow(Reader& part, const std::string& source, Part like);

}  // namespace juggler
