// What is said of plates alone.
#include "measure/facts.h"
#include "form/opening_forms.h"
#include "measure/say.h"
#include "plate.h"

namespace juggler {

std::vector<Fact> asked_facts(const Part& part, const Plate& plate) {
  std::vector<Fact> rows{sheet_fact(part.sheet, false)};
  if (plate.form) rows.push_back({"outline", in_words(*plate.form)});
  if (!plate.at_end) return rows;
  const PlateEnd& at = *plate.at_end;
  rows.push_back({"lies", say("{} the {} of {}", name_of(at.fit), name_of(at.end), at.body)});
  const Where beyond{"outside of that end", "edge of the plate", "its plane"};
  if (at.width) rows.push_back({"width", length(*at.width, beyond)});
  if (at.fit != PlateFit::over)
    rows.push_back({"clearance", length(at.clearance, {"that end", "edge of the plate", "its plane"})});
  return rows;
}

}  // namespace juggler
