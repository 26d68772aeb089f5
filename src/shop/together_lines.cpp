// Parts of a job that meet, on the bench card.
#include <fmt/format.h>

#include <algorithm>

#include "juggler/develop.h"
#include "opening_lines.h"

namespace juggler {
namespace {

std::string walls(const JointProof& j) {
  const auto degrees = [](const JointPlace& p) { return fixed(p.walls.degrees(), 1); };
  const std::string least = degrees(j.least_angle);
  const std::string most = degrees(j.greatest_angle);
  return least == most ? least + " deg" : least + " to " + most + " deg";
}

std::string joint_line(const JobResult& job, const JointProof& j, bool main) {
  const auto len = [&](double mm) { return rounded_length(mm, job); };
  const std::string& other = main ? j.branch : j.main;
  if (j.kind == JointKind::mitre)
    return fmt::format("Mitre {} with {}: edge {}, walls turned by {}.", j.position, other,
                       len(main ? j.hole_length.value_or(0) : j.edge_length), walls(j));
  if (j.kind == JointKind::course)
    return fmt::format("Joint of courses {} and {} with {}: edge {}{}.", j.position, j.position + 1, other,
                       len(main ? j.hole_length.value_or(0) : j.edge_length),
                       j.lap > 0 ? ", one in the other by " + len(j.lap) : std::string());
  if (j.kind == JointKind::crotch)
    return fmt::format("Crotch with {}: {} from foot to foot, walls turned by {}.", other, len(j.edge_length),
                       walls(j));
  if (j.kind == JointKind::seam)
    return main ? std::string()
                : fmt::format("Seam with {}: edge {}, walls turned by {}.", other, len(j.edge_length),
                              walls(j));
  if (main)
    return j.hole_length ? fmt::format("Hole for {}: {} round.", other, len(*j.hole_length)) : std::string();
  return fmt::format("Joint with {}: edge {}, walls turned by {}, gap {}.", other, len(j.edge_length),
                     walls(j), len(j.gap));
}

}  // namespace

std::vector<std::string> together_lines(const JobResult& job, const PieceResult& piece) {
  const auto len = [&](double mm) { return rounded_length(mm, job); };
  std::vector<std::string> lines;
  if (piece.part.place) {
    const Vec3 at = piece.stands.origin;
    const bool panel = std::holds_alternative<Panel>(piece.part.asked);
    const bool cut = std::any_of(piece.part.ends.begin(), piece.part.ends.end(),
                                 [](const EndBody& e) { return e.end == EndName::base && !e.beside; });
    lines.push_back(fmt::format(
        "It stands with {}{} at x {}, y {}, z {} of the job.",
        panel ? "the start of its profile, where the run starts," : "the middle of its base",
        cut ? (panel ? " before the cut," : ", before the cut,") : "", len(at.x), len(at.y), len(at.z)));
  }
  if (const auto& cuts = piece.blank.partings; !cuts.empty()) {
    double sum = 0;
    for (const Outline& one : cuts) sum += length_of(one);
    lines.push_back(
        fmt::format("Cut it {} times across, from edge to edge, {} in all: take the lines from the cut "
                    "file or the full-size template.",
                    cuts.size(), len(sum)));
  }
  bool cut = false;
  for (const JointProof& j : job.joints) {
    for (const bool main : {false, true}) {
      if ((main ? j.main : j.branch) != piece.part.name || (main && j.main == j.branch)) continue;
      std::string line = joint_line(job, j, main);
      if (line.empty()) continue;
      lines.push_back(std::move(line));
      cut = true;
    }
  }
  if (cut && piece.wall())
    lines.push_back(
        "On pipe in hand mark the cut by the wrap template: template.wrap = true prints it at full size.");
  return lines;
}

}  // namespace juggler
