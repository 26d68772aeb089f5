// Where the seams of a wall lie, and the pieces that they make.
#include <algorithm>

#include "juggler/form.h"

namespace juggler {
namespace {

Angle mirrored(Angle a) { return Angle::radians(-a.radians()); }

}  // namespace

Seam seam_as_made(Seam seam, const Making& making) {
  if (!making.pressing.smooth()) seam.gap_on.reset();
  if (making.hand == Hand::as_drawn) return seam;
  seam.at = mirrored(seam.at);
  for (Angle& a : seam.each) a = mirrored(a);
  std::reverse(seam.each.begin(), seam.each.end());
  seam.lap_on = seam.lap_on == SeamEdge::start ? SeamEdge::end : SeamEdge::start;
  return seam;
}

namespace {

void check_none(const Seam& seam) {
  const char* key = seam.gap.value_or(0) > 0                 ? "seam.gap"
                    : seam.wedge                             ? "seam.wedge"
                    : seam.lap                               ? "seam.lap"
                    : seam.stock > 0                         ? "seam.stock"
                    : seam.pieces != 1 || !seam.each.empty() ? "seam.pieces"
                    : seam.ruling != SeamRuling::at_angle    ? "seam.at"
                                                             : nullptr;
  if (key)
    throw Refusal({.reason = "belongs to no wall between open curves: nothing closes it",
                   .key = key,
                   .advice = "leave it out"});
}

}  // namespace

std::vector<Span> seam_spans(const Form& f, const Seam& seam) {
  if (f.open) {
    check_none(seam);
    return {{f.from(), f.to(), 0, 0}};
  }
  const double turn = two_pi;
  std::vector<double> at;
  for (Angle a : seam.each) at.push_back(u_at_plan(f, a));
  if (at.empty()) {
    double first = u_at_plan(f, seam.at);
    if (seam.ruling == SeamRuling::facing_base) first = u_facing(f, EndName::base, seam.at);
    if (seam.ruling == SeamRuling::facing_top) first = u_facing(f, EndName::top, seam.at);
    if (seam.ruling == SeamRuling::shortest || seam.ruling == SeamRuling::longest) {
      const RulingLengths lengths = ruling_lengths(f);
      first = seam.ruling == SeamRuling::shortest ? lengths.shortest_at : lengths.longest_at;
    }
    const double plan = plan_at(f, first - turn * std::floor((first - f.wall.front().from) / turn)).radians();
    for (int i = 0; i < seam.pieces; ++i)
      at.push_back(i == 0 ? first : u_at_plan(f, Angle::radians(plan + turn * i / seam.pieces)));
  }
  for (size_t i = 1; i < at.size(); ++i) at[i] -= turn * std::floor((at[i] - at[0]) / turn);
  // Where a profile is concave, plan angles need not come in the order of the rulings.
  if (f.turns_back) std::sort(at.begin() + 1, at.end());
  for (size_t i = 1; i < at.size(); ++i) {
    if (at[i] - at[i - 1] > within::same) continue;
    throw Refusal({.reason = "puts two seams on one ruling",
                   .key = seam.each.empty() ? "seam.pieces" : "seam.at",
                   .advice = "move one of them"});
  }
  std::vector<Span> spans;
  for (size_t i = 0; i < at.size(); ++i) {
    spans.push_back({at[i], i + 1 < at.size() ? at[i + 1] : at[0] + turn, 0, 0});
  }
  return spans;
}

}  // namespace juggler
