// Parts developed and proved.
#include <algorithm>
#include <atomic>
#include <chrono>
#include <exception>
#include <mutex>
#include <thread>

#include "geom/patience.h"
#include "juggler/measure.h"
#include "proof/provers.h"

namespace juggler {
namespace {

// The angles of a pressed wall close all its pieces at once.
void prove_together(std::vector<PieceResult>& pieces) {
  if (pieces.empty() || pieces.front().blank.pieces < 2) return;
  std::vector<Blank> blanks;
  for (const PieceResult& piece : pieces) blanks.push_back(piece.blank);
  const double open = prove_closing(blanks);
  for (PieceResult& piece : pieces) {
    Proof& p = piece.proof;
    if (!(open <= p.number_mismatch)) {
      p.number_mismatch = open;
      p.number = "angles of the bends of all pieces, which do not close";
    }
    p.passed = p.passed && open <= p.allowed;
  }
}

}  // namespace

std::vector<PieceResult> develop(const Part& asked, const Patience& patience) {
  const Watch watch(patience);
  const Part part = asked.bolts.empty() ? asked : with_bolt_holes(asked);
  const auto formed = std::make_shared<const Formed>(form_part(part));
  std::vector<PieceResult> pieces;
  for (Blank& blank : make_blanks(*formed, part.making)) {
    go_on();
    Proof proof = formed->prove(blank);
    if (formed->says.notes) {
      for (const Phrase& note : formed->says.notes(blank)) blank.notes.push_back(note);
    }
    pieces.push_back({part, formed, std::move(blank), std::move(proof)});
  }
  prove_together(pieces);
  return pieces;
}

namespace {

Outcome outcome_of(const Part& part, const Patience& patience) {
  try {
    return {develop(part, patience), {}};
  } catch (const Refusal& refusal) {
    return {{}, refusal.text()};
  }
}

// What is left of a whole's patience.
class Remaining {
 public:
  explicit Remaining(const Patience& whole) : whole_(whole), from_(std::chrono::steady_clock::now()) {}
  [[nodiscard]] Patience now() const {
    Patience left = whole_;
    const std::chrono::duration<double> taken = std::chrono::steady_clock::now() - from_;
    if (left.seconds) *left.seconds -= taken.count();
    return left;
  }

 private:
  Patience whole_;
  std::chrono::steady_clock::time_point from_;
};

}  // namespace

std::vector<Outcome> develop_each(std::span<const Part> parts, unsigned threads, const Patience& patience) {
  const Remaining remaining(patience);
  std::vector<Outcome> outcomes(parts.size());
  std::atomic<size_t> next = 0;
  std::exception_ptr failed;
  std::mutex failing;
  const auto work = [&] {
    try {
      for (size_t i = next++; i < parts.size(); i = next++)
        outcomes[i] = outcome_of(parts[i], remaining.now());
    } catch (...) {
      const std::lock_guard lock(failing);
      if (!failed) failed = std::current_exception();
      next = parts.size();
    }
  };
  if (threads == 0) threads = std::max(1U, std::thread::hardware_concurrency());
  {
    std::vector<std::jthread> others;
    for (size_t i = 1; i < std::min<size_t>(threads, parts.size()); ++i) others.emplace_back(work);
    work();
  }
  if (failed) std::rethrow_exception(failed);
  return outcomes;
}

}  // namespace juggler
