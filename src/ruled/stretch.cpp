// Transitions by even rulings laid out.
#include "develop/stretch.h"
#include "meet/curved_end.h"
#include "transition.h"

namespace juggler {
namespace {

StretchedPart laid_out(const EvenTransition& wall, const Sheet& sheet, Hand hand,
                       const std::vector<EndBody>& ends) {
  check_on_middle(sheet);
  const StrainLimit& strain = wall.transition.strain;
  Stretching how{strain, strain.limit};
  how.advice = [](double) -> std::string { return "make it higher, or its ends more alike"; };
  if (wall.refused)
    how.notes.push_back("No wall that opens flat is found between its ends (" + wall.refused->key + ": " +
                        wall.refused->reason + ").");
  how.bodies = ends;
  return lay_out(ended_by(form(wall, sheet, hand), *sheet.thickness, ends), sheet, how);
}

}  // namespace

StretchedPart stretch(const EvenTransition& wall, const Sheet& sheet, Hand hand,
                      const std::vector<EndBody>& ends) {
  if (!wall.refused) return laid_out(wall, sheet, hand, ends);
  // Of a wall that was to open flat it counts why none does.
  try {
    return laid_out(wall, sheet, hand, ends);
  } catch (const Refusal& refusal) {
    Refusal::Text text = *wall.refused;
    text.advice += "; by even rulings instead: " + in_one(refusal.text());
    throw Refusal(std::move(text));
  }
}

}  // namespace juggler
