#include "proof_words.h"

#include <fmt/format.h>

#include <algorithm>

namespace juggler {
namespace {

std::string length_of_error(double mm, const Units& units) {
  return written({.value = mm, .of = Amount::Of::length, .decimals = 3}, units);
}

// No digits that nobody can measure.
double least_error(const Units& units) { return in_inches(units) ? 0.00254 : 0.001; }
std::string error_of(double mm, const Units& units) {
  const double least = least_error(units);
  return length_of_error(std::max(mm, least), units);
}
std::string area_error(double mm2, const Units& units) {
  if (!in_inches(units)) return fmt::format("{:.0f} mm2", std::max(mm2, 1.0));
  constexpr double square_inch = 645.16;
  return fmt::format("{:.2f} in2", std::max(mm2 / square_inch, 0.01));
}
// With what is allowed, where that can be measured.
std::string allowed_error(double found, double allowed, const Units& units) {
  const std::string text = error_of(found, units);
  return allowed < least_error(units) ? text
                                      : fmt::format("{} ({} is allowed)", text, error_of(allowed, units));
}

}  // namespace

std::vector<std::string> proof_in_words(const JobResult& job, const PieceResult& piece) {
  const Units& u = job.job.units;
  const Proof& p = piece.proof;
  const auto within = [&](double found) { return error_of(found, u); };
  std::vector<std::string> said{
      p.passed ? "The proof passed: the blank, formed again from its own lines alone, is the part asked for."
               : "The proof failed. Do not cut from these numbers."};
  said.push_back("Formed again, no place of it is farther from the part asked for than " +
                 allowed_error(p.greatest_distance, p.allowed, u) + ".");
  said.push_back(
      fmt::format("Its seam and edges meet within {}, its ends are as long as asked for within {}.",
                  within(p.seam_mismatch), within(p.rim_mismatch)));
  said.push_back("Its area is that of the part's neutral layer within " + area_error(p.area_mismatch, u) +
                 ".");
  if (!piece.blank.openings.empty())
    said.push_back(fmt::format("Its openings, formed, lie where they were asked for within {}.",
                               within(p.opening_mismatch)));
  said.push_back(
      fmt::format("The numbers stated here were measured on the blank once more; they agree within {}.",
                  within(p.number_mismatch)));
  for (const JointProof& j : job.joints) {
    const std::string part = name_of_part(piece);
    if (j.main != part && j.branch != part) continue;
    said.push_back(fmt::format("Where {} and {} meet, their edges fit within {}.", j.branch, j.main,
                               allowed_error(j.distance, j.allowed, u)));
  }
  return said;
}

}  // namespace juggler
