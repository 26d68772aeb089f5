// A part developed and proved.
#include "juggler/measure.h"

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

std::vector<PieceResult> develop_part(const Part& part) {
  const auto formed = std::make_shared<const Formed>(form_part(part));
  std::vector<PieceResult> pieces;
  for (Blank& blank : formed->blanks(part.making)) {
    Proof proof = formed->prove(blank);
    pieces.push_back({part, formed, std::move(blank), std::move(proof)});
  }
  prove_together(pieces);
  return pieces;
}

}  // namespace juggler
