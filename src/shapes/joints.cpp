// The joints of parts developed together.
#include <algorithm>
#include <map>

#include "juggler/develop.h"
#include "proof/joints.h"

namespace juggler {
namespace {

using Pieces = std::span<const PieceResult>;

// All blanks of a part, by its name or its key.
std::optional<JoinedPart> joined(Pieces pieces, const std::string& name) {
  std::optional<JoinedPart> part;
  for (const PieceResult& p : pieces) {
    if (p.part.name != name && p.part.key != name) continue;
    if (!part)
      part = JoinedPart{
          p.part.name, p.part.key, p.wall(), p.formed->seam.value_or(Seam{}), {}, &p.part.making.openings};
    part->blanks.push_back(&p.blank);
  }
  return part;
}

// The mitres of a row of segments, from one end to the other.
void add_mitres(std::vector<JointProof>& joints, Pieces pieces, const std::string& key) {
  std::map<int, std::pair<std::string, RowPlace>> row;
  for (const PieceResult& p : pieces) {
    if (p.part.key != key || !p.wall()) continue;
    for (const RowPlace& place : p.part.row) row[place.position] = {p.part.name, place};
  }
  for (const auto& [position, lower] : row) {
    const auto next = row.find(position + 1);
    if (next == row.end()) continue;
    joints.push_back(prove_mitre(*joined(pieces, lower.first), lower.second,
                                 *joined(pieces, next->second.first), next->second.second));
  }
}

}  // namespace

std::vector<JointProof> joints_of(std::span<const PieceResult> pieces) {
  std::vector<std::string> names;
  std::vector<JointProof> joints;
  for (const PieceResult& p : pieces) {
    if (std::find(names.begin(), names.end(), p.part.name) != names.end()) continue;
    names.push_back(p.part.name);
    if (!p.part.row.empty() && p.part.row.front().position == 1) add_mitres(joints, pieces, p.part.key);
    for (const EndBody& end : p.part.ends) {
      const auto main = joined(pieces, end.body);
      if (main && end.met && p.wall())
        joints.push_back(prove_joint(end, *joined(pieces, p.part.name), *main));
    }
  }
  return joints;
}

}  // namespace juggler
