#include <fmt/format.h>

#include <algorithm>

#include "juggler/bench.h"
#include "juggler/card.h"
#include "juggler/shop.h"

namespace juggler {
namespace {

using FormedAs = decltype(PieceResult::formed);

FormedAs formed_part(const PartJob& part) {
  check(part.sheet, part.seam, part.making);
  const Hand hand = part.making.hand;
  if (const auto folded = folded_shape(part.asked))
    return body_of(as_made(*folded, hand), part.sheet, part.seam);
  if (const auto wound = wound_shape(part.asked)) return wind(*wound, part.sheet, hand);
  if (const auto stretched = stretched_as(part.asked, part.sheet, part.seam))
    return stretch(*stretched, part.sheet, hand);
  if (const auto* transition = std::get_if<Transition>(&part.asked)) {
    if (is_folded(*transition, part.sheet))
      return body_of(as_made(*transition, hand), part.sheet, seam_as_made(part.seam, hand));
    const PieceMaker piece = pieces_of(as_made(*transition, hand), part.sheet);
    constexpr double turn = two_pi;
    const double from = seam_spans(piece({0, turn, 0, 0}), seam_as_made(part.seam, hand)).front().from;
    return RuledPart{piece({from, from + turn, 0, 0})};
  }
  const RoundSizes sizes = solve(as_made(*round_shape(part.asked), hand), part.sheet);
  const Span once = seam_spans(form(sizes, part.sheet, {}), seam_as_made(part.seam, hand)).front();
  return RoundPart{sizes, form(sizes, part.sheet, Angle::radians(once.from))};
}

std::vector<Blank> blanks_of(const PartJob& part, const FormedAs& formed) {
  if (const auto* body = std::get_if<Body>(&formed)) {
    check(part.sheet, part.seam, part.making);
    return make_blanks(*body, part.making);
  }
  if (const auto* wound = std::get_if<WoundPart>(&formed)) return make_blanks(*wound, part.making);
  if (const auto* stretched = std::get_if<StretchedPart>(&formed))
    return make_blanks(*stretched, part.making);
  return make_blanks(part.asked, part.sheet, part.seam, part.making);
}

// The flat that is not made of each blank of a flight that grows, by number; or why it is not worked out.
struct OtherFlats {
  std::vector<FlightRing> rings = {};
  Phrase missing = {};
};

OtherFlats other_flats_of(const PartJob& part) {
  const auto* flight = std::get_if<Flight>(&part.asked);
  if (!flight || !flight->grows()) return {};
  try {
    return {other_flats(*flight, part.sheet, part.making.hand), {}};
  } catch (const Refusal& refusal) {
    const char* name = flight->flat == FlightFlat::equal_edges ? "least stretch" : "equal edges";
    return {
        {},
        "The flat of " + std::string(name) + " is not reported beside it: " + in_one(refusal.text()) + "."};
  }
}

// Both flats of a flight's blank.
void add_rings(PieceResult& piece, const OtherFlats& others) {
  if (!std::holds_alternative<Flight>(piece.part.asked)) return;
  const int number = piece.blank.piece;
  piece.rings = piece.wound() ? piece.wound()->piece(number).rings
                              : std::vector{ring_of(piece.stretched()->piece(number))};
  if (static_cast<size_t>(number) < others.rings.size())
    piece.rings.push_back(others.rings[static_cast<size_t>(number)]);
  if (!others.missing.empty()) piece.blank.notes.push_back(others.missing);
}

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

std::vector<PieceResult> develop_part(const PartJob& part) {
  std::vector<PieceResult> pieces;
  const auto formed = formed_part(part);
  const OtherFlats others = other_flats_of(part);
  for (Blank& blank : blanks_of(part, formed)) {
    PieceResult piece{part, formed, std::move(blank), {}};
    add_rings(piece, others);
    piece.proof =
        piece.folded()
            ? prove(piece.blank, *piece.folded(), part.asked, part.sheet, part.seam, part.making.hand)
        : piece.wound() ? prove(piece.blank, *piece.wound(), part.asked, part.sheet, part.making.hand)
        : piece.stretched()
            ? prove(piece.blank, *piece.stretched(), part.asked, part.sheet, part.seam, part.making.hand)
            : prove(piece.blank, part.asked, part.sheet, part.seam, part.making.hand);
    pieces.push_back(std::move(piece));
  }
  prove_together(pieces);
  return pieces;
}

// A wall of a slide says how long its lower edge is where it meets the floor, and how long the floor's edge
// is.
void compare_walls(std::vector<PieceResult>& pieces) {
  for (PieceResult& wall : pieces) {
    if (!wall.part.meets) continue;
    const auto floor = std::find_if(pieces.begin(), pieces.end(), [&](const PieceResult& p) {
      return p.part.key == wall.part.key && std::holds_alternative<Flight>(p.part.asked);
    });
    const bool inner = *wall.part.meets == EndName::base;
    const double own = inner ? wall.wound()->strip->outside : wall.wound()->strip->inside;
    const double floors = rim_length(floor->wound()->form, *wall.part.meets, 0);
    wall.blank.notes.push_back("Its base edge, " + shown_mm(own, 3) + " on the " +
                               (inner ? "outside" : "inside") + " face, meets the floor's " +
                               name_of(*wall.part.meets) + " edge, " + shown_mm(floors, 3) +
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
    const bool thin = p.part.sheet.density && thickness_of(p) == 0;
    if (!thin && (p.part.sheet.material.empty() || p.part.sheet.density)) continue;
    p.blank.notes.push_back(thin ? "No mass is given: the sheet has no thickness."
                                 : "No mass is given: sheet.density, in kg/m3, is missing.");
    return;
  }
}

}  // namespace

JobResult develop_job(const Job& job) {
  JobResult result{job, {}};
  for (const PartJob& part : job.parts) {
    try {
      for (PieceResult& piece : develop_part(part)) {
        if (piece.wall()) {
          for (const Phrase& warning : rolling_remarks(piece, job.rolls).warnings) {
            piece.blank.warnings.push_back(warning);
          }
        }
        prove_card(piece, job.bench);
        result.pieces.push_back(std::move(piece));
      }
    } catch (const Refusal& refusal) {
      throw located(job, part, refusal);
    }
  }
  compare_walls(result.pieces);
  note_masses(result.pieces);
  return result;
}

bool passed(const JobResult& result) {
  return std::all_of(result.pieces.begin(), result.pieces.end(),
                     [](const PieceResult& p) { return p.proof.passed; });
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

std::string name_of_part(const PieceResult& piece) {
  const Making& m = piece.part.making;
  if (!m.name.empty() && !piece.part.name.empty() && m.name != piece.part.name) {
    return m.name + ", " + piece.part.name;
  }
  if (!m.name.empty()) return m.name;
  if (!piece.part.name.empty()) return piece.part.name;
  return piece.part.shape;
}

bool is_first_of_part(const JobResult& job, size_t piece) {
  return piece == 0 || job.pieces[piece].part.name != job.pieces[piece - 1].part.name;
}

std::string title_of(const PieceResult& piece) {
  const Blank& b = piece.blank;
  if (b.pieces == 1) return name_of_part(piece);
  return name_of_part(piece) + ", piece " + std::to_string(b.piece + 1) + " of " + std::to_string(b.pieces);
}

std::string file_name_of(const PieceResult& piece) {
  std::string name = piece.part.name;
  if (piece.blank.pieces > 1) {
    name += (name.empty() ? "" : "-") + std::string("piece") + std::to_string(piece.blank.piece + 1);
  }
  return name;
}

}  // namespace juggler
