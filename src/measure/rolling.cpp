// What plate rolls leave and cannot do. Equation numbers: docs/maths/bench.md.
#include <algorithm>

#include "juggler/measure.h"
#include "say.h"

namespace juggler {
namespace {

double least_rolled(const Form& f, EndName end) {
  return least([&](double u) { return rolled_radius(f, end, 0, u); }, f.from(), f.to()).value;
}

// (6): how far the end of a flat stretch stands off the circle it should lie on.
double stands_off(double radius, double flat) { return flat * flat / (std::hypot(radius, flat) + radius); }

void flat_ends(RollingRemarks& said, const PieceResult& p, double flat) {
  if (flat == 0) return;
  const double stock = p.part.seam.stock;
  if (stock >= flat) {
    said.notes.push_back(say("The rolls leave {} flat at either edge; the stock of {} covers it.",
                             length(flat), length(stock)));
    return;
  }
  Phrase off;
  for (const EndName end : {EndName::base, EndName::top}) {
    if (p.wall()->pointed(end)) continue;
    const double radius = least_rolled(*p.wall(), end);
    off += say("{}{} at the {}", off.empty() ? "" : ", ", length(stands_off(radius, flat - stock)),
               name_of(end));
  }
  said.notes.push_back(
      say("The rolls leave {} flat at either edge, which would stand off the sweep by {}: pre-bend {} "
          "of each edge to the sweep, or leave stock of {} (seam.stock) and cut it off after rolling.",
          length(flat), off, length(flat - stock), length(flat)));
}

void check_width(RollingRemarks& said, const PieceResult& p, double width) {
  double longest = 0;
  for (const Element& e : p.blank.elements) longest = std::max(longest, e.length);
  longest = std::max(longest, ruling_lengths(*p.wall()).longest);
  if (longest <= width) return;
  said.warnings.push_back(say("The longest element of {} is wider than the rolls, {}: part the sheet.",
                              length(longest), length(width)));
}

void check_radius(RollingRemarks& said, const PieceResult& p, double least) {
  for (const EndName end : {EndName::base, EndName::top}) {
    const double radius = p.wall()->pointed(end) ? 0 : least_rolled(*p.wall(), end);
    if (radius >= least) continue;
    said.warnings.push_back(
        say("The {} is rolled to {} inside radius, square to the wall; the rolls reach {}: press or "
            "hammer that end.",
            name_of(end), length(radius), length(least)));
  }
}

}  // namespace

RollingRemarks rolling_remarks(const PieceResult& piece, const Rolls& rolls) {
  RollingRemarks said;
  if (!piece.wall()) return said;  // what is wound or stretched is not rolled once round
  if (rolls.flat_end) flat_ends(said, piece, *rolls.flat_end);
  if (rolls.width) check_width(said, piece, *rolls.width);
  if (rolls.least_radius) check_radius(said, piece, *rolls.least_radius);
  return said;
}

}  // namespace juggler
