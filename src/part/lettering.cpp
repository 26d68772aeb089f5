// Lettering as asked for.
#include "openings.h"

#include "bounds.h"

namespace juggler {
Lettering as_made(Lettering l, Hand hand) {
  if (hand == Hand::as_drawn || l.at.flat()) return l;
  mirror(l.at);  // the letters read right on both
  return l;
}

void check(const Lettering& l) {
  if (l.text.empty()) refuse(l.key + ".text", "is missing", {}, {}, "say what is to be read");
  check_range((l.key + ".height").c_str(), l.height, 0.5, 1e5, "mm");
  check_place(l.at, l.key + ".at");
  check_range((l.key + ".bridge").c_str(), l.bridge, 0, 1e4, "mm");
  if (l.length) check_range((l.key + ".length").c_str(), *l.length, shortest, longest, "mm");
  check_range((l.key + ".turn").c_str(), l.turn.degrees(), -3600, 3600, "degrees");
  if (l.web) check_range((l.key + ".web").c_str(), *l.web, 0, longest, "mm");
  if (l.level && l.at.flat())
    refuse(l.key + ".line", "goes round the part, which a place on the flat does not tell", "level",
           "straight", "say line = \"straight\"");
  if (l.level && l.turn != Angle{})
    refuse(l.key + ".turn", "belongs to lettering that runs straight", shown_degrees(l.turn), {},
           "say line = \"straight\"");
}

}  // namespace juggler
