// Cones and cylinders formed.
#include <cmath>
#include <tuple>

#include "blank/laid.h"
#include "form/mirror.h"
#include "meet/body_end.h"
#include "part/place.h"
#include "round.h"
#include "round_sizes.h"

namespace juggler {
namespace {

// The least end that leaves metal beside the gap.
void refuse_gap(const RoundSizes& sizes, const Sheet& sheet, const Seam& seam, const Form& f,
                const std::function<PieceMaker(const RoundSizes&)>& made) {
  const EndName small = sizes.top_radius <= sizes.base_radius ? EndName::top : EndName::base;
  const double radius = small == EndName::top ? sizes.top_radius : sizes.base_radius;
  const double from = f.from();
  const double to = f.to();
  const double least = least_radius(sizes, sheet, small, [&](const RoundSizes& other) {
    return leaves_metal(made(other)({from, to, 0, 0}), seam);
  });
  if (2 * least > limits::longest)
    throw Refusal(
        {.reason = "the gap is wider than the part's girth leaves metal for",
         .key = "seam.gap",
         .found = shown_mm(seam.gap.value_or(0)),
         .allowed = std::string("less than the ") + name_of(small) + "'s girth, " + shown_mm(two_pi * radius),
         .advice = "narrow the gap"});
  const std::string key = sizes.one_size ? "diameter" : std::string(name_of(small)) + ".diameter";
  throw Refusal({.reason = std::string("the parallel edges of the gap meet before the ") + name_of(small),
                 .key = "seam.gap",
                 .found = shown_mm(seam.gap.value_or(0)) + " where the " + name_of(small) + " has " +
                          shown_mm(2 * radius) + " diameter",
                 .allowed = key + " of " + shown_mm(std::ceil(2e3 * least) / 1e3) + " or more with this gap",
                 .advice = "narrow the gap, use a wedge, or make that end larger"});
}

std::vector<TurnedEnd> turned_ends(const RoundSizes& sizes) {
  std::vector<TurnedEnd> ends;
  for (const auto& [edge, flange] :
       {std::pair{EdgeName::base, sizes.base_flange}, {EdgeName::top, sizes.top_flange}}) {
    if (flange) ends.push_back({edge, flange->width, flange->strain, flange->turned});
  }
  return ends;
}

}  // namespace

Formed form_round(const Part& part, const RoundShape& shape, const RoundGivenMiss& given,
                  const std::string& inside) {
  const Hand hand = part.making.hand;
  const Seam seam = seam_as_made(part.seam, part.making);
  const RoundSizes sizes = solve(shape, part.sheet);
  check_form(sizes, part.sheet);
  const auto made = [sheet = part.sheet, hand, ends = part.ends,
                     mitres = part.mitres](const RoundSizes& own) {
    return ended_by(as_made(pieces_of(own, sheet), hand), ends, mitres);
  };
  const PieceMaker pieces = [own = made(sizes), parted = part.parted](const Span& span) {
    Form f = own(span);
    f.parted = parted;
    return f;
  };
  WholeWall whole{pieces, pieces({0, two_pi, 0, 0}), seam, sizes.height, turned_ends(sizes)};
  for (const Flange& f : sizes.along_curves)
    whole.flanges.push_back(
        end_flange(f, whole.form, f.end == EndName::base ? sizes.base_layer : sizes.top_layer, {}, {}));
  if (part.course) std::tie(whole.below, whole.above) = std::pair{part.course->below, part.course->above};
  whole.refuse_gap = [=, sheet = part.sheet](const Form& f) { refuse_gap(sizes, sheet, seam, f, made); };
  const double from = seam_spans(whole.form, seam).front().from;
  const auto round = std::make_shared<const RoundPart>(RoundPart{sizes, pieces({from, from + two_pi, 0, 0})});

  Formed formed = formed_of(part);
  formed.seam = seam;
  if (!whole.form.top_pointed) formed.top = top_of(sizes.shift, sizes.height, hand);
  formed.lay = [whole](const Making& making) { return lay(whole, making); };
  formed.prove = [=](const Blank& blank) {
    // Formed rulings are exact, however coarsely their rims are fitted.
    return prove_piece(blank, whole.piece, whole.form, seam, within::same * blank.size, given);
  };
  formed.form = {round, &round->form};
  formed.turned_ends = turned_ends(sizes);
  formed.says.asked = [=]() { return round_asked(part, *round); };
  formed.says.numbers = [=](const Blank& b) { return round_numbers(*round, b, inside); };
  formed.says.labels = [=](const Blank& b) { return round_labels(*round, b); };
  formed.says.part = [=](const Blank& b) { return round_record(part, *round, b); };
  formed.says.members = [=](const Blank& b) { return round_members(*round, b); };
  formed.says.seen = [=](const Blank& b, const std::vector<const Blank*>&) {
    return round_seen(round, seam, b);
  };
  return formed;
}

Formed form_round(const Part& part, const RoundShape& shape) {
  const auto given = [shape, sheet = part.sheet, seam = part.seam, hand = part.making.hand](WallProof wall) {
    return miss_of_given(std::move(wall), shape, sheet, seam, hand);
  };
  return form_round(part, shape, given, "inside");
}

}  // namespace juggler
