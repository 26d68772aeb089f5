// Plates in the result document.
#include "form/opening_forms.h"
#include "measure/record_parts.h"
#include "plate.h"

namespace juggler {

Record plate_record(const Plate& plate) {
  Record end;
  if (plate.at_end) {
    const PlateEnd& at = *plate.at_end;
    end = {{"part", at.body},
           {"end", name_of(at.end)},
           {"fits", name_of(at.fit)},
           {"on", at.on.empty() ? Record() : Record(at.on)},
           {"clearance",
            mm(at.clearance, {"that part", "edge of the plate, or of its hole", "square to its wall"})},
           {"width", mm(at.width,
                        {"outside of that end, of a saddle edge of its hole", "edge of the plate", "flat"})}};
  }
  return {{"form", plate.form ? Record(in_words(*plate.form).in({})) : Record()}, {"for", end}};
}

}  // namespace juggler
