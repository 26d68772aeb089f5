#include <algorithm>

#include "juggler/shop.h"

namespace juggler {
namespace {

PieceResult develop_part(const PartJob& part) {
  const Seam seam = seam_as_made(part.seam, part.making.hand);
  PieceResult piece{
      part, solve(part.cone, part.sheet), make_blank(part.cone, part.sheet, part.seam, part.making), {}};
  piece.proof = prove(piece.blank, form(part.cone, piece.sizes, part.sheet, seam.at), seam);
  return piece;
}

}  // namespace

JobResult develop_job(const Job& job) {
  JobResult result{job, {}};
  for (const PartJob& part : job.parts) {
    try {
      result.pieces.push_back(develop_part(part));
    } catch (const Refusal& refusal) {
      throw located(job, part, refusal);
    }
  }
  return result;
}

bool passed(const JobResult& result) {
  return std::all_of(result.pieces.begin(), result.pieces.end(),
                     [](const PieceResult& p) { return p.proof.passed; });
}

Proof worst_proof(const JobResult& result) {
  Proof worst = result.pieces.front().proof;
  for (const PieceResult& piece : result.pieces) {
    const Proof& p = piece.proof;
    worst.passed = worst.passed && p.passed;
    if (p.greatest_distance > worst.greatest_distance) {
      worst.greatest_distance = p.greatest_distance;
      worst.where = p.where;
    }
    worst.seam_mismatch = std::max(worst.seam_mismatch, p.seam_mismatch);
    worst.rim_mismatch = std::max(worst.rim_mismatch, p.rim_mismatch);
    worst.area_mismatch = std::max(worst.area_mismatch, p.area_mismatch);
    worst.allowed = std::min(worst.allowed, p.allowed);
    worst.allowed_area = std::min(worst.allowed_area, p.allowed_area);
  }
  return worst;
}

std::string title_of(const PieceResult& piece) {
  const Making& m = piece.part.making;
  if (!m.name.empty() && !piece.part.name.empty() && m.name != piece.part.name) {
    return m.name + ", " + piece.part.name;
  }
  if (!m.name.empty()) return m.name;
  if (!piece.part.name.empty()) return piece.part.name;
  return piece.part.shape;
}

}  // namespace juggler
