// Panels, hoppers, nets and tubes in a job.
#pragma once

#include "job/shape_row.h"

namespace juggler {

[[nodiscard]] std::vector<ShapeRow> folded_rows();
void read_panel(Reader& part, const std::string& source, Part& into);
void read_hopper(Reader& part, const std::string& source, Part& into);
void read_net(Reader& part, const std::string& source, Part& into);
void read_tube(Reader& part, const std::string& source, Part& into);
/// Else the face that it is opened on lies up.
[[nodiscard]] std::vector<Part> opened_side_up(Reader& part, const std::string& source, Part tube);
[[nodiscard]] std::string idle_of_panel(const Part& part, std::string_view key);
[[nodiscard]] std::string idle_of_bent(const Part& part, std::string_view key);
[[nodiscard]] std::string idle_of_tube(const Part& part, std::string_view key);
/// The points and faces of an OBJ file that an entry names, in the job's units.
void read_obj(const Entry& named, const std::string& source, const Units& units, Net& net);

}  // namespace juggler
