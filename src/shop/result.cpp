#include <algorithm>

#include "juggler/measure.h"
#include "juggler/shop.h"

namespace juggler {
namespace {

// A wall of a slide says how long its lower edge is where it meets the floor, and how long the floor's edge
// is.
void compare_walls(std::vector<PieceResult>& pieces) {
  for (PieceResult& wall : pieces) {
    if (!wall.part.meets) continue;
    const auto floor = std::find_if(pieces.begin(), pieces.end(), [&](const PieceResult& p) {
      return p.part.key == wall.part.key && !p.part.meets;
    });
    const bool inner = *wall.part.meets == EndName::base;
    const Form& own_form = *wall.formed->form;
    const double own = rim_length(own_form, EndName::base, inner ? own_form.thickness : 0);
    const double floors = rim_length(*floor->formed->form, *wall.part.meets, 0);
    wall.blank.notes.push_back("Its lower edge, " + shown_mm(own, 3) + " on the " +
                               (inner ? "outside" : "inside") + " face, meets the floor's " +
                               (inner ? "inner" : "outer") + " edge, " + shown_mm(floors, 3) +
                               "; they differ by " + shown_mm(std::abs(own - floors), 3) + ".");
  }
}

// The card's numbers fail the proof like the blank's own.
void prove_card(PieceResult& piece, const Bench& bench) {
  const CardMiss miss = card_miss(bench_card(piece, bench), piece.blank);
  Proof& p = piece.proof;
  if (!(miss.distance <= p.number_mismatch)) {
    p.number_mismatch = miss.distance;
    p.number = miss.what;
  }
  p.passed = p.passed && miss.distance <= p.allowed;
}

// A material without its density has no mass: said once.
void note_masses(std::vector<PieceResult>& pieces) {
  for (PieceResult& p : pieces) {
    const bool thin = p.part.sheet.density && p.formed->thickness == 0;
    if (!thin && (p.part.sheet.material.empty() || p.part.sheet.density)) continue;
    p.blank.notes.push_back(thin ? "No mass is given: the sheet has no thickness."
                                 : "No mass is given: sheet.density, in kg/m3, is missing.");
    return;
  }
}

}  // namespace

JobResult result_of(std::vector<PieceResult> pieces, Job job) {
  JobResult result{std::move(job), std::move(pieces), {}};
  result.joints = joints_of(result.pieces);
  for (PieceResult& piece : result.pieces) {
    for (const Phrase& warning : rolling_remarks(piece, result.job.rolls).warnings)
      piece.blank.warnings.push_back(warning);
    prove_card(piece, result.job.bench);
  }
  result.clashes = clashes_of(result);
  for (const Clash& clash : result.clashes)
    result.pieces[clash.piece].blank.warnings.push_back(said_of(clash));
  compare_walls(result.pieces);
  note_masses(result.pieces);
  return result;
}

namespace {

// What is asked of all parts together, refusals located.
template <typename Ask>
auto of_all(const Job& job, const Ask& ask) {
  try {
    return ask();
  } catch (const PlaceRefusal& refusal) {
    throw located(job, refusal.part() < job.parts.size() ? job.parts[refusal.part()] : Part{}, refusal);
  }
}

}  // namespace

JobResult develop_job(const Job& job) {
  std::vector<PieceResult> pieces;
  const std::vector<Part> parts = of_all(job, [&] { return introduced(job.parts, job.joints); });
  const std::vector<Frame> frames = of_all(job, [&] { return frames_of(parts); });
  for (size_t i = 0; i < parts.size(); ++i) {
    const Part& part = parts[i];
    try {
      for (PieceResult& piece : develop(part)) {
        piece.stands = frames[i];
        pieces.push_back(std::move(piece));
      }
    } catch (const Refusal& refusal) {
      throw located(job, part, refusal);
    }
  }
  return result_of(std::move(pieces), job);
}

bool passed(const JobResult& result) {
  return std::all_of(result.pieces.begin(), result.pieces.end(),
                     [](const PieceResult& p) { return p.proof.passed; }) &&
         std::all_of(result.joints.begin(), result.joints.end(),
                     [](const JointProof& j) { return j.passed; });
}

Proof worst_proof(const JobResult& result) {
  if (result.pieces.empty()) return {};
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
    worst.opening_mismatch = std::max(worst.opening_mismatch, p.opening_mismatch);
    if (p.number_mismatch > worst.number_mismatch) {
      worst.number_mismatch = p.number_mismatch;
      worst.number = p.number;
    }
    worst.strain_mismatch = std::max(worst.strain_mismatch, p.strain_mismatch);
    worst.allowed_strain = std::max(worst.allowed_strain, p.allowed_strain);
    worst.allowed = std::min(worst.allowed, p.allowed);
    worst.allowed_area = std::min(worst.allowed_area, p.allowed_area);
  }
  return worst;
}

bool is_first_of_part(const JobResult& job, size_t piece) {
  return piece == 0 || job.pieces[piece].part.name != job.pieces[piece - 1].part.name;
}

}  // namespace juggler
