// What plate rolls leave and cannot do. Equation numbers: docs/maths/bench.md.
#include <fmt/format.h>

#include <algorithm>

#include "juggler/card.h"

namespace juggler {
namespace {

double least_rolled(const Form& f, EndName end) {
  return least([&](double u) { return rolled_radius(f, end, 0, u); }, f.from(), f.to()).value;
}

// (6): how far the end of a flat stretch stands off the circle it should lie on.
double stands_off(double radius, double flat) { return flat * flat / (std::hypot(radius, flat) + radius); }

void flat_ends(RollingRemarks& said, const PieceResult& p, double flat, const Units& u) {
  if (flat == 0) return;
  const double stock = p.part.seam.stock;
  if (stock >= flat) {
    said.notes.push_back(fmt::format("The rolls leave {} flat at either edge; the stock of {} covers it.",
                                     shown_length(flat, u), shown_length(stock, u)));
    return;
  }
  std::string off;
  for (const EndName end : {EndName::base, EndName::top}) {
    if (p.wall()->pointed(end)) continue;
    const double radius = least_rolled(*p.wall(), end);
    off += fmt::format("{}{} at the {}", off.empty() ? "" : ", ",
                       shown_length(stands_off(radius, flat - stock), u), name_of(end));
  }
  said.notes.push_back(fmt::format(
      "The rolls leave {} flat at either edge, which would stand off the sweep by {}: pre-bend {} "
      "of each edge to the sweep, or leave stock of {} (seam.stock) and cut it off after rolling.",
      shown_length(flat, u), off, shown_length(flat - stock, u), shown_length(flat, u)));
}

void check_width(RollingRemarks& said, const PieceResult& p, double width, const Units& u) {
  double longest = 0;
  for (const Element& e : p.blank.elements) longest = std::max(longest, e.length);
  longest = std::max(longest, ruling_lengths(*p.wall()).longest);
  if (longest <= width) return;
  said.warnings.push_back(
      fmt::format("The longest element of {} is wider than the rolls, {}: part the sheet.",
                  shown_length(longest, u), shown_length(width, u)));
}

void check_radius(RollingRemarks& said, const PieceResult& p, double least, const Units& u) {
  for (const EndName end : {EndName::base, EndName::top}) {
    const double radius = p.wall()->pointed(end) ? 0 : least_rolled(*p.wall(), end);
    if (radius >= least) continue;
    said.warnings.push_back(
        fmt::format("The {} is rolled to {} inside radius, square to the wall; the rolls reach {}: press or "
                    "hammer that end.",
                    name_of(end), shown_length(radius, u), shown_length(least, u)));
  }
}

}  // namespace

RollingRemarks rolling_remarks(const PieceResult& piece, const Rolls& rolls, const Units& units) {
  RollingRemarks said;
  if (!piece.wall()) return said;  // what is wound or stretched is not rolled once round
  if (rolls.flat_end) flat_ends(said, piece, *rolls.flat_end, units);
  if (rolls.width) check_width(said, piece, *rolls.width, units);
  if (rolls.least_radius) check_radius(said, piece, *rolls.least_radius, units);
  return said;
}

}  // namespace juggler
