// Flights, coils, helical strips and slides in a job.
#pragma once

#include "job/shape_row.h"

namespace juggler {

[[nodiscard]] std::vector<ShapeRow> wound_rows();
void read_flight(Reader& part, const std::string& source, Part& into);
void read_coil(Reader& part, const std::string& source, Part& into);
void read_strip(Reader& part, const std::string& source, Part& into);
/// Of a slide the floor.
void read_floor(Reader& part, const std::string& source, Part& into);
/// The floor of a slide, which has been read, and its walls.
[[nodiscard]] std::vector<Part> parts_of_slide(Reader& part, const std::string& source, Part floor);
[[nodiscard]] std::string idle_of_wound(const Part& part, std::string_view key);

}  // namespace juggler
