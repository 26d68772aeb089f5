// Transitions formed.
#include "ruled.h"

#include "blank/laid.h"
#include "folded/folded.h"
#include "form/mirror.h"
#include "form/surface.h"
#include "measure/facts.h"
#include "part/place.h"
#include "stretched/stretched.h"
#include "transition.h"

namespace juggler {
namespace {

void see_rulings(Formed& formed, const Part& part, const Transition& asked) {
  formed.says.seen = [=, form = formed.form, numbers = formed.says.numbers](
                         const Blank& b, const std::vector<const Blank*>&) {
    return ruled_seen(asked, form, numbers(b), part, b);
  };
}

[[noreturn]] void refuse_flange(const Transition& t, const char* reason, const char* advice) {
  throw Refusal({.reason = reason, .key = t.flanges.front().key + ".end", .advice = advice});
}

// Each in the plane of its end, as made.
std::vector<EndFlange> flanges_of(const Transition& t, const Part& part, const Form& wall) {
  std::vector<EndFlange> all;
  for (const Flange& f : t.flanges) {
    const TransitionEnd& end = f.end == EndName::base ? t.base : t.top;
    if (end.profile.open)
      refuse_flange(t, "stands on a wall between open curves",
                    "add a lap, or a seam of the list, by [[part.edge]]");
    if (end.contact.value_or(Contact::size_face) != Contact::size_face)
      throw Refusal(
          {.reason = "is given of an end with a flange, which begins where the size face meets the plane",
           .key = std::string(name_of(f.end)) + ".contact",
           .found = name_of(*end.contact),
           .allowed = "size_face",
           .advice = "leave it out"});
    Vec3 up = tilted_plane(0, end.tilt, end.uphill).normal;
    if (part.making.hand == Hand::opposite) up.y = -up.y;
    const Face face = end.sizes_on.value_or(part.sheet.sizes_on.value_or(Face::middle));
    all.push_back(end_flange(f, wall, depth_of(face, *part.sheet.thickness), t.bend, up));
  }
  return all;
}

// By its true rulings.
Formed opened_flat(const Part& part, const Transition& asked) {
  const Hand hand = part.making.hand;
  const RuledGivenMiss given = [=](WallProof wall) {
    return miss_of_given(std::move(wall), asked, part.sheet, part.seam, hand);
  };
  Formed formed = joined_wall(part, pieces_of(asked, part.sheet), asked.height.value_or(0), given,
                              [&](const Form& wall) { return flanges_of(asked, part, wall); });
  formed.says.asked = [=, form = formed.form]() {
    return ruled_asked(part, asked, form.get(), Rulings::developable);
  };
  const auto laid = std::make_shared<const LaidPart>(asked.flanges.empty() ? LaidPart() : formed.lay({}));
  formed.says.numbers = [numbers = formed.says.numbers, form = formed.form, laid](const Blank& b) {
    std::vector<Fact> rows = numbers(b);
    std::vector<const Blank*> blanks;
    for (const LaidPiece& piece : laid->pieces) blanks.push_back(&piece.blank);
    add_overall(rows, *form, blanks);
    return rows;
  };
  formed.says.part = [=, form = formed.form](const Blank& b) {
    return ruled_record(part, asked, form.get(), Rulings::developable, b);
  };
  see_rulings(formed, part, asked);
  return formed;
}

Formed by_even_rulings(const Part& part, const Transition& asked, const EvenTransition& even) {
  const auto made =
      std::make_shared<const StretchedPart>(stretch(even, part.sheet, part.making.hand, part.ends));
  Formed formed = form_stretched(part, made, true);
  formed.prove = [=](const Blank& blank) {
    return prove_stretched(blank, *made, [&](const std::vector<CurvedPiece>& pieces) {
      return miss_of_given(pieces, asked, part.seam, part.making.hand, *made);
    });
  };
  formed.form = {made, &*made->once_round};
  formed.says.asked = [=]() { return ruled_asked(part, asked, &*made->once_round, Rulings::even); };
  formed.says.numbers = [=](const Blank& b) {
    std::vector<Fact> rows = stretched_numbers(*made, b, true);
    if (made->bodies.empty()) add_overall(rows, *made->once_round);
    return rows;
  };
  formed.says.part = [=](const Blank& b) {
    return ruled_record(part, asked, &*made->once_round, Rulings::even, b);
  };
  see_rulings(formed, part, asked);
  return formed;
}

// Between two polygons.
Formed folded(const Part& part, const Transition& asked) {
  const Hand hand = part.making.hand;
  Formed formed = form_body(part, as_made(body_of(asked, part.sheet, part.seam), hand),
                            [=](std::vector<FormedFace> faces) {
                              return miss_of_given(std::move(faces), asked, part.sheet, part.seam, hand);
                            });
  formed.laid_out_by = bend_words(asked.bend);
  formed.says.asked = [=]() { return ruled_asked(part, asked, nullptr, Rulings::developable); };
  formed.says.part = [=](const Blank& b) {
    return ruled_record(part, asked, nullptr, Rulings::developable, b);
  };
  return formed;
}

}  // namespace

Formed form_ruled(const Part& part, const Transition& asked) {
  const auto even = even_where_needed(asked, part.sheet, part.seam);
  if (even && !asked.flanges.empty())
    refuse_flange(asked, "stands on a wall that stretches",
                  "give the ends a wall that opens flat, or weld one on");
  if (!even && !asked.flanges.empty() && is_folded(asked, part.sheet))
    refuse_flange(asked, "stands on a wall of flats and folds between two polygons",
                  "make it a hopper, or round the corners of a profile");
  Formed formed = even                           ? by_even_rulings(part, asked, *even)
                  : is_folded(asked, part.sheet) ? folded(part, asked)
                                                 : opened_flat(part, asked);
  formed.top =
      top_of(asked.shift, asked.height.value_or(0), part.making.hand, asked.top.tilt, asked.top.uphill);
  return formed;
}

}  // namespace juggler
