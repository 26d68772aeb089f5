#include <algorithm>

#include "juggler/shop.h"

namespace juggler {
namespace {

NamedSolid solid_at(const JobResult& job, const PieceResult& piece, const std::vector<Frame>& stands,
                    const SolidOptions& options) {
  NamedSolid s{title_of(piece), solid_of(piece.blank, *piece.formed, options)};
  for (const Frame& part : stands) {
    for (const Frame& copy : copies_of(piece)) s.stands.push_back(part.frame(copy));
  }
  for (const Row& row : asked_for(job, piece)) s.asked.emplace_back(row.name, row.value);
  return s;
}

}  // namespace

std::vector<SolidSet> solids_of(const JobResult& job, const SolidOptions& options) {
  const bool placed = std::any_of(job.pieces.begin(), job.pieces.end(),
                                  [](const PieceResult& p) { return p.part.place || !p.part.row.empty(); });
  std::vector<SolidSet> sets;
  for (const PieceResult& piece : job.pieces) {
    // One blank of several segments is their metal once more.
    if (!piece.part.parted.empty()) continue;
    // Parts that come from one table of a job stand in one frame.
    const std::string name = placed ? "" : piece.part.key;
    const auto known =
        std::find_if(sets.begin(), sets.end(), [&](const SolidSet& s) { return s.name == name; });
    SolidSet& set = known != sets.end() ? *known : sets.emplace_back(SolidSet{name, {}});
    set.solids.push_back(solid_at(job, piece, all_stands(piece), options));
  }
  return sets;
}

}  // namespace juggler
